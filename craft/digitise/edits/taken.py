"""Pieces that were read from a file, taken into the pattern."""

from collections.abc import Sequence
from typing import Annotated, Literal

from pydantic import Field

from craft.digitise.edits.base import PatternEdit, next_id
from craft.digitise.edits.facts import renamed
from craft.digitise.edits.sheets import MOST_SHEETS, ScannedSheet, with_scans
from craft.digitise.inputs import (
    MOST_PIECES,
    MarkInputs,
    Outline,
    PatternInputs,
    PieceInputs,
    SizeLine,
    Traced,
)
from craft.digitise.marks import followed
from craft.digitise.moved import moved_piece
from craft.errors import CraftError
from craft.frozen import Frozen, Name
from craft.measure import plural
from craft.pattern.home_print import HomePrint
from craft.pattern.pattern import ONLY
from craft.pattern.size_names import order_of
from craft.shape.affine import translation
from craft.shape.curve import Point


class SheetUnder(Frozen):
    """The sheet of a file as a picture: ``left``, ``top``: where it begins (mm, in the scale of the
    pieces); ``origins``: where on it each piece's own coordinates begin, by its number (mm of the file)."""

    page: ScannedSheet
    left: float
    top: float
    origins: Annotated[dict[int, Point], Field(max_length=MOST_PIECES)]


class TakePieces(PatternEdit):
    """Pieces with their lines in ``sizes`` (what they are called in the pieces, to what they are to be
    called); the others are left behind. ``scale``: everything is so much larger; ``traced``: which line
    theirs is; ``home_print``: the pages of their file; ``under``: the file's drawing, kept under the board:
    pieces lie on it as they do in the file then."""

    do: Literal["take pieces"] = "take pieces"
    pieces: Annotated[tuple[PieceInputs, ...], Field(min_length=1, max_length=MOST_PIECES)]
    sizes: Annotated[dict[Name, Name], Field(min_length=1, max_length=40)]
    scale: Annotated[float, Field(ge=0.2, le=5.0)] = 1.0
    traced: Traced = "stitching"
    home_print: HomePrint | None = None
    under: SheetUnder | None = None

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        if len(set(self.sizes.values())) < len(self.sizes):
            raise CraftError("Two sizes have the same name; each needs its own.", "sizes")
        taken = self._taken()
        if not taken:
            raise CraftError("None of these pieces was found in the sizes chosen.", "sizes")
        if len(inputs.pieces) + len(taken) > MOST_PIECES:
            raise CraftError(f"A pattern has {MOST_PIECES} pieces at most.", "pieces")
        found = {size for piece in taken for size in lines_of(piece)}
        names = [name for name in self.sizes.values() if name in found]
        if inputs.pieces and not inputs.sizes:  # what was the only size is the first of them
            inputs = renamed(inputs, ONLY, names[0])
        sheet = None
        if self.under and len(inputs.sheets) < MOST_SHEETS:
            under, page = self.under, self.under.page
            inputs = with_scans(inputs, "The file", ((page, (under.left, under.top)),))
            file = inputs.sheets[-1].model_copy(update={"drawn": True})
            inputs = inputs.model_copy(update={"sheets": (*inputs.sheets[:-1], file)})
            sheet = file.id
        pieces = list(inputs.pieces)
        numbers: dict[int, int] = {}
        for piece in taken:
            used = {each.number for each in pieces}
            number = piece.number if piece.number not in used else min(set(range(1, 1000)) - used)
            id = next_id([each.id for each in pieces])
            numbers[piece.number] = number
            if sheet is not None:
                piece = self._on_the_sheet(piece, sheet)
            pieces.append(piece.model_copy(update={"id": id, "number": number}))
        return inputs.model_copy(update={
            "pieces": tuple(pieces), "sizes": all_sizes(inputs.sizes, names),
            "home_print": inputs.home_print or self._pages(numbers, sheet is not None),
        })  # fmt: skip

    def _on_the_sheet(self, piece: PieceInputs, sheet: int) -> PieceInputs:
        """A piece where it lies on the sheet of its file, above its picture."""
        assert self.under is not None
        x, y = self.under.origins.get(piece.number, (0.0, 0.0))
        moved = moved_piece(piece, translation(x * self.scale, y * self.scale))
        return moved.model_copy(update={"sheet": sheet})

    def _pages(self, numbers: dict[int, int], on_sheet: bool) -> HomePrint | None:
        """The pages of the file for the pieces taken, by the numbers they have now; none where everything
        comes in another scale than it was drawn. ``on_sheet``: pieces lie as they do on the sheet."""
        pages = self.home_print
        if pages is None or self.scale != 1.0:
            return None
        at = {}
        for each, (x, y) in pages.at.items():
            if each in numbers:
                off = (
                    self.under.origins.get(each, (0.0, 0.0))
                    if self.under and on_sheet
                    else (0.0, 0.0)
                )
                at[numbers[each]] = (x - off[0], y - off[1])
        return pages.model_copy(update={"at": at})

    def _taken(self) -> list[PieceInputs]:
        return [piece for each in self.pieces if (piece := self._in_sizes(each)) is not None]

    def _in_sizes(self, piece: PieceInputs) -> PieceInputs | None:
        """The piece in the sizes chosen, None where it has none of them. The first is its base."""
        outline = piece.drawn
        if not isinstance(outline, Outline):
            return None
        kept = [size for size in outline.lines if size in self.sizes]
        if not kept:
            return None
        lines = {self.sizes[size]: self._line(outline.lines[size]) for size in kept}
        marks = tuple(self._mark(mark, outline, kept) for mark in piece.marks)
        drawn = outline.model_copy(update={"lines": lines})
        return piece.model_copy(update={"drawn": drawn, "marks": marks, "traced": self.traced})

    def _line(self, line: SizeLine) -> SizeLine:
        handles = {id: (self._scaled(a), self._scaled(b)) for id, (a, b) in line.handles.items()}
        points = tuple(None if each is None else self._scaled(each) for each in line.points)
        return line.model_copy(update={"points": points, "handles": handles})

    def _mark(self, mark: MarkInputs, outline: Outline, kept: list[str]) -> MarkInputs:
        points = followed(mark, outline, kept[0])
        at = {self.sizes[size]: mark.at[size] for size in kept[1:] if size in mark.at}
        return mark.model_copy(update={
            "points": tuple(self._scaled(each) for each in points),
            "at": {size: tuple(self._scaled(each) for each in places) for size, places in at.items()},
        })  # fmt: skip

    def _scaled(self, point: Point) -> Point:
        return point[0] * self.scale, point[1] * self.scale

    def said(self, before: PatternInputs) -> str:
        return f"Took {plural(len(self._taken()), 'piece')} from a file"


def lines_of(piece: PieceInputs) -> dict[str, SizeLine]:
    """The lines of a piece by size; none of one that follows from numbers."""
    return piece.drawn.lines if isinstance(piece.drawn, Outline) else {}


def all_sizes(known: tuple[str, ...], names: Sequence[str]) -> tuple[str, ...]:
    """The sizes of a pattern and those that come to it: among each other if theirs is the order people say
    them in, else after them.

    >>> all_sizes(("36", "40"), ["38", "42"]), all_sizes(("short", "38"), ["36"])
    (('36', '38', '40', '42'), ('short', '38', '36'))
    """
    both = (*known, *(name for name in names if name not in known))
    ordered = tuple(sorted(both, key=order_of))
    return ordered if known and tuple(s for s in ordered if s in known) == known else both
