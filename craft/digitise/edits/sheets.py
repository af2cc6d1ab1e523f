"""Edits of sheets: pictures added, their known points, and points two pictures share."""

from abc import abstractmethod
from typing import Annotated, Literal

from pydantic import Field

from craft.digitise.edits.base import PatternEdit, next_id
from craft.digitise.inputs import (
    Id,
    Outline,
    PaperSheet,
    PatternInputs,
    PieceInputs,
    Short,
    SizeLine,
)
from craft.digitise.sheets import carried, plane_of
from craft.errors import CraftError
from craft.frozen import Frozen
from craft.measure import plural
from craft.shape.curve import Point
from craft.sight.picture import KnownPoint, PictureId, Pixels, SheetPicture
from craft.sight.plane import Plane

MOST_SHEETS, MOST_PICTURES = 12, 12
APART = 20.0  # mm between pages that lie beside each other


class SheetEdit(PatternEdit):
    """An edit of one sheet."""

    sheet: Id

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        before = next((each for each in inputs.sheets if each.id == self.sheet), None)
        if before is None:
            raise CraftError("That sheet is not in this pattern any more.", "sheet")
        after = self.on(before)
        sheets = tuple(after if each.id == self.sheet else each for each in inputs.sheets)
        inputs = inputs.model_copy(update={"sheets": sheets})
        old, new = plane_of(before), plane_of(after)
        if old is None or new is None or old == new:
            return inputs
        # What was clicked over the picture goes with it.
        pieces = tuple(
            _carried(piece, old, new) if piece.sheet == self.sheet else piece
            for piece in inputs.pieces
        )
        return inputs.model_copy(update={"pieces": pieces})

    @abstractmethod
    def on(self, sheet: PaperSheet) -> PaperSheet:
        """The sheet after the edit."""


class AddSheet(PatternEdit):
    """A sheet of paper, still without a picture."""

    do: Literal["add sheet"]
    name: Short = ""

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        if len(inputs.sheets) >= MOST_SHEETS:
            raise CraftError(f"A pattern takes {MOST_SHEETS} sheets at most.", "sheets")
        sheet = PaperSheet(id=next_id([each.id for each in inputs.sheets]), name=self.name)
        return inputs.model_copy(update={"sheets": (*inputs.sheets, sheet)})

    def said(self, before: PatternInputs) -> str:
        return "Added a sheet"


class ScannedSheet(Frozen):
    """A stored picture (its size in pixels) of a whole page, and how large that is (mm)."""

    picture: PictureId
    width: Pixels
    height: Pixels
    wide: Annotated[float, Field(ge=10, le=20_000)]
    high: Annotated[float, Field(ge=10, le=20_000)]


def with_scans(
    inputs: PatternInputs, name: str, pages: tuple[tuple[ScannedSheet, Point], ...]
) -> PatternInputs:
    """A sheet of pictures, each with where its upper left corner lies (mm)."""
    inputs = AddSheet(do="add sheet", name=name).apply(inputs)
    pictures = []
    for page, (x, y) in pages:
        corners = ((0.0, 0.0), (1.0, 0.0), (1.0, 1.0), (0.0, 1.0))
        known = tuple(
            KnownPoint(
                pixel=(u * page.width, v * page.height), mm=(x + u * page.wide, y + v * page.high)
            )
            for u, v in corners
        )
        pictures.append(SheetPicture(
            picture=page.picture, width=page.width, height=page.height, known=known
        ))  # fmt: skip
    sheet = inputs.sheets[-1].model_copy(update={"pictures": tuple(pictures)})
    return inputs.model_copy(update={"sheets": (*inputs.sheets[:-1], sheet)})


class AddScans(PatternEdit):
    """A sheet of the pages of a file that are pictures, beside each other in the scale the file says."""

    name: Short = ""
    pages: Annotated[tuple[ScannedSheet, ...], Field(min_length=1, max_length=MOST_PICTURES)]

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        placed, x = [], 0.0
        for page in self.pages:
            placed.append((page, (x, 0.0)))
            x += page.wide + APART
        return with_scans(inputs, self.name, tuple(placed))

    def said(self, before: PatternInputs) -> str:
        return f"Put {plural(len(self.pages), 'page')} of a file under the board"


class AddPicture(SheetEdit):
    """A stored picture put under the board (its size in pixels)."""

    do: Literal["add picture"]
    picture: PictureId
    width: Pixels
    height: Pixels

    def on(self, sheet: PaperSheet) -> PaperSheet:
        if len(sheet.pictures) >= MOST_PICTURES:
            raise CraftError(f"A sheet takes {MOST_PICTURES} pictures at most.", "picture")
        made = SheetPicture(picture=self.picture, width=self.width, height=self.height)
        return sheet.model_copy(update={"pictures": (*sheet.pictures, made)})

    def said(self, before: PatternInputs) -> str:
        return "Put a picture under the board"


class SetKnownPoints(SheetEdit):
    """The known points of a picture, ``at`` counted from 0; ``shared``: those it has in common with an
    earlier one."""

    do: Literal["known points"]
    at: Annotated[int, Field(ge=0, lt=MOST_PICTURES)]
    known: Annotated[tuple[KnownPoint, ...], Field(max_length=200)] | None = None
    shared: Annotated[tuple[KnownPoint, ...], Field(max_length=40)] | None = None

    def on(self, sheet: PaperSheet) -> PaperSheet:
        if self.at >= len(sheet.pictures):
            raise CraftError("That picture is not on the sheet any more.", "picture")
        picture = sheet.pictures[self.at]
        changed = picture.model_copy(
            update={
                "known": picture.known if self.known is None else self.known,
                "shared": picture.shared if self.shared is None else self.shared,
            }
        )
        pictures = (*sheet.pictures[: self.at], changed, *sheet.pictures[self.at + 1 :])
        return sheet.model_copy(update={"pictures": pictures})

    def said(self, before: PatternInputs) -> str:
        if self.known is None:
            return "Joined two pictures"
        return f"{len(self.known)} known {'point' if len(self.known) == 1 else 'points'}"


class RemovePicture(SheetEdit):
    """A picture taken from under the board; what was traced from it stays."""

    do: Literal["remove picture"]
    at: Annotated[int, Field(ge=0, lt=MOST_PICTURES)]

    def on(self, sheet: PaperSheet) -> PaperSheet:
        pictures = tuple(each for k, each in enumerate(sheet.pictures) if k != self.at)
        return sheet.model_copy(update={"pictures": pictures})

    def said(self, before: PatternInputs) -> str:
        return "Took a picture away"


class RemoveSheet(PatternEdit):
    """A sheet taken away with its pictures; pieces traced from it stay."""

    do: Literal["remove sheet"]
    sheet: Id

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        sheets = tuple(each for each in inputs.sheets if each.id != self.sheet)
        if len(sheets) == len(inputs.sheets):
            raise CraftError("That sheet is not in this pattern any more.", "sheet")
        pieces = tuple(
            piece.model_copy(update={"sheet": None}) if piece.sheet == self.sheet else piece
            for piece in inputs.pieces
        )
        return inputs.model_copy(update={"sheets": sheets, "pieces": pieces})

    def said(self, before: PatternInputs) -> str:
        return "Took a sheet away"


def _carried(piece: PieceInputs, old: Plane, new: Plane) -> PieceInputs:
    def point(at: Point) -> Point:
        return carried(at, old, new)

    if not isinstance(piece.drawn, Outline):
        return piece
    lines = {
        size: SizeLine(points=tuple(None if p is None else point(p) for p in line.points))
        for size, line in piece.drawn.lines.items()
    }
    marks = tuple(
        mark.model_copy(
            update={
                "points": tuple(map(point, mark.points)),
                "at": {size: tuple(map(point, own)) for size, own in mark.at.items()},
            }
        )
        for mark in piece.marks
    )
    drawn = piece.drawn.model_copy(update={"lines": lines})
    return piece.model_copy(update={"drawn": drawn, "marks": marks})
