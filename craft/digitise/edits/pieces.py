"""Edits of pieces: added, taken away, doubled, described; mirrored, turned, opened and closed."""

from math import atan2, degrees
from typing import Annotated, Literal

from pydantic import Field

from craft.digitise.digitised import digitise
from craft.digitise.edits.base import (
    NamesPiece,
    PatternEdit,
    PieceEdit,
    next_id,
    outline_of,
    the_piece,
    with_outline,
)
from craft.digitise.edits.halves import closed_half, opened_whole
from craft.digitise.inputs import (
    MOST_PIECES,
    Drawn,
    EdgeInputs,
    GarmentPart,
    Id,
    MarkInputs,
    Outline,
    PatternInputs,
    PieceInputs,
    Short,
    SumPart,
    Traced,
)
from craft.digitise.moved import moved_piece
from craft.errors import CraftError
from craft.frozen import Frozen, Line, Mm, Name, Note
from craft.pattern.counts import put_on_fold
from craft.pattern.piece import Cut, EdgeKind
from craft.shape.affine import rotation, translation


class AddPiece(PatternEdit):
    """A new piece, to be drawn in one of the ways."""

    do: Literal["add piece"]
    name: Short = ""
    drawn: Drawn
    sheet: Id | None = None
    traced: Traced = "stitching"
    cuts: Annotated[tuple[Cut, ...], Field(max_length=8)] = ()

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        _room(inputs)
        piece = PieceInputs(
            id=next_id([each.id for each in inputs.pieces]), number=free_number(inputs),
            name=self.name, drawn=self.drawn, sheet=self.sheet, traced=self.traced, cuts=self.cuts,
        )  # fmt: skip
        return inputs.model_copy(update={"pieces": (*inputs.pieces, piece)})

    def said(self, before: PatternInputs) -> str:
        return f"Added a piece{f': {self.name}' if self.name else ''}"


class RemovePiece(NamesPiece):
    """A piece taken away; seams that named it are said until they are mended."""

    do: Literal["remove piece"]

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        the_piece(inputs, self.piece)
        pieces = tuple(piece for piece in inputs.pieces if piece.id != self.piece)
        seams = tuple(
            seam for seam in inputs.seams
            if not all(side.piece == self.piece for side in seam.a)
            and not all(side.piece == self.piece for side in seam.b)
        )  # fmt: skip
        return inputs.model_copy(update={"pieces": pieces, "seams": seams})

    def said(self, before: PatternInputs) -> str:
        return f"Took away {self.who(before)}"


class DoublePiece(NamesPiece):
    """A copy of a piece, with the next free number."""

    do: Literal["double piece"]

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        _room(inputs)
        piece = the_piece(inputs, self.piece)
        copy = piece.model_copy(
            update={
                "id": next_id([each.id for each in inputs.pieces]),
                "number": free_number(inputs), "name": f"{piece.name} copy".strip()[:120],
            }
        )  # fmt: skip
        return inputs.model_copy(update={"pieces": (*inputs.pieces, copy)})

    def said(self, before: PatternInputs) -> str:
        return f"Doubled {self.who(before)}"


class DescribePiece(PieceEdit):
    """Facts of a piece; what is not given stays as it is."""

    do: Literal["describe piece"]
    number: Annotated[int, Field(ge=1, le=999)] | None = None
    name: Short | None = None
    cuts: Annotated[tuple[Cut, ...], Field(max_length=8)] | None = None
    traced: Traced | None = None
    views: Annotated[tuple[str, ...], Field(max_length=12)] | None = None
    feature: Annotated[Line, Field(max_length=60)] | None = None
    guide: bool | None = None
    around: Annotated[tuple[Name, ...], Field(max_length=8)] | None = None
    printed: Literal["left", "right", "as drawn"] | None = None
    levels: Annotated[dict[Name, dict[Name, Mm]], Field(max_length=40)] | None = None
    note: Annotated[Note, Field(max_length=400)] | None = None

    def on(self, piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
        given = {
            name: value for name in self.model_fields_set - {"do", "piece"}
            if (value := getattr(self, name)) is not None
        }  # fmt: skip
        if given.get("printed") == "as drawn":
            given["printed"] = None
        known = {view.id for view in inputs.views}
        unknown = [view for view in given.get("views", ()) if view not in known]
        if unknown:
            raise CraftError(f"There is no view {unknown[0]}.", "views")
        sizes = [size for size in given.get("levels", {}) if size not in inputs.all_sizes]
        if sizes:
            raise CraftError(f"There is no size {sizes[0]}.", "levels")
        return piece.model_copy(update=given)

    def said(self, before: PatternInputs) -> str:
        names = sorted(self.model_fields_set - {"do", "piece"})
        words = {"cuts": "how many to cut", "traced": "the line that was entered"}
        what = words.get(names[0], f"the {names[0]}") if len(names) == 1 else "its facts"
        return f"{self.who(before)}: {what}"


class SetDrawn(PieceEdit):
    """The measures of a garment's part, or the numbers of a sum."""

    do: Literal["numbers"]
    drawn: Annotated[GarmentPart | SumPart, Field(discriminator="way")]

    def on(self, piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
        if isinstance(piece.drawn, Outline):
            raise CraftError(
                "This piece has points of its own; it follows from no numbers.", "piece"
            )
        if isinstance(self.drawn, SumPart) and any(s.piece == self.piece for s in self.drawn.along):
            raise CraftError("A piece cannot take its length from itself.", "along")
        return piece.model_copy(update={"drawn": self.drawn})

    def said(self, before: PatternInputs) -> str:
        return f"Measured {self.who(before)}"


class TakeAsPoints(PieceEdit):
    """A piece from measures or sums becomes one of points, exactly as it is now."""

    do: Literal["as points"]

    def on(self, piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
        return as_points(piece, inputs)

    def said(self, before: PatternInputs) -> str:
        return f"Took {self.who(before)} over as points"


class EdgeSaid(Frozen):
    """What is said of an edge now."""

    name: Short | None = None
    kind: EdgeKind | None = None
    allowance: Annotated[float, Field(ge=0, le=200)] | None = None


class SetEdge(PieceEdit):
    """What was said of an edge; what is not given stays as it is, "" and None take it back. A piece with a
    fold is cut on it."""

    do: Literal["edge"]
    edge: Id
    says: EdgeSaid

    def on(self, piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
        own = piece.edges.get(self.edge, EdgeInputs())
        given = {name: getattr(self.says, name) for name in self.says.model_fields_set}
        if given.get("name", "") is None:
            given["name"] = ""
        said = own.model_copy(update=given)
        edges = {**piece.edges, self.edge: said}
        if said == EdgeInputs():
            del edges[self.edge]
        cuts = put_on_fold(piece.cuts) if given.get("kind") == "fold" else piece.cuts
        return piece.model_copy(update={"edges": edges, "cuts": cuts})

    def said(self, before: PatternInputs) -> str:
        return f"An edge of {self.who(before)}{f': {self.says.name}' if self.says.name else ''}"


class TransformPiece(PieceEdit):
    """A piece mirrored, its grain turned upright, opened at its fold, or closed to a half."""

    do: Literal["transform"]
    how: Literal["mirror", "to the grain", "quarter turn", "open", "close", "to the corner"]

    def on(self, piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
        piece = as_points(piece, inputs)
        outline_of(piece)
        if self.how == "open":
            return opened_whole(piece, inputs)
        if self.how == "close":
            return closed_half(piece, inputs)
        if self.how == "mirror":
            return moved_piece(piece, (-1.0, 0.0, 0.0, 1.0, 0.0, 0.0))
        if self.how == "quarter turn":
            return moved_piece(piece, rotation(90))
        if self.how == "to the corner":
            x, y = _corner(piece)
            return moved_piece(piece, translation(-x, -y))
        made = next(each for each in digitise(inputs).pieces if each.id == self.piece)
        shape = next(iter(made.shaped.shapes.values()), None)
        grain = next((m for m in shape.marks if m.kind == "grain"), None) if shape else None
        if grain is None:
            raise CraftError("There is no grain line to turn it by yet.", "piece")
        (ax, ay), (bx, by) = grain.points
        turned = moved_piece(piece, rotation(90 - degrees(atan2(by - ay, bx - ax)), (ax, ay)))
        x, y = _corner(turned)
        return moved_piece(turned, translation(-x, -y))

    def said(self, before: PatternInputs) -> str:
        words = {"mirror": "Mirrored", "to the grain": "Turned to its grain:",
                 "quarter turn": "Turned", "open": "Opened", "close": "Closed to a half:",
                 "to the corner": "Moved to the corner:"}  # fmt: skip
        return f"{words[self.how]} {self.who(before)}"


def _corner(piece: PieceInputs) -> tuple[float, float]:
    """The upper left corner round all points of all sizes (mm)."""
    points = [p for line in outline_of(piece).lines.values() for p in line.points if p is not None]
    if not points:
        raise CraftError("There are no points yet.", "piece")
    return min(x for x, _ in points), min(y for _, y in points)


def as_points(piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
    """The piece with a line of its own. Raises CraftError while its numbers give no outline."""
    if isinstance(piece.drawn, Outline):
        return piece
    made = next(each for each in digitise(inputs).pieces if each.id == piece.id)
    if not made.outline.closed:
        raise CraftError("Its numbers give no outline yet.", "piece")
    known = {edge.id: edge for edge in made.shaped.edges}
    edges = {
        id: EdgeInputs(name=edge.name, kind=edge.kind, allowance=edge.allowance)
        for id, edge in known.items()
    }
    shape = next(iter(made.shaped.shapes.values()))
    own = {mark.id for mark in piece.marks}
    marks = tuple(
        MarkInputs(id=mark.id, kind=mark.kind, name=mark.name, points=mark.points)
        for mark in shape.marks
        if mark.id not in own and not (made.shaped.grain and mark.kind == "grain")
    )
    renamed = piece.model_copy(
        update={
            "name": made.name,
            "cuts": made.cuts,
            "edges": edges,
            "no_paper": True,
            "marks": (*piece.marks, *marks),
        }
    )
    sizes = inputs.all_sizes
    lines = made.outline.lines
    if len(lines) == 1 and next(iter(lines)) not in sizes:
        lines = {sizes[0]: next(iter(lines.values()))}
    return with_outline(renamed, made.outline.model_copy(update={"lines": lines}))


def free_number(inputs: PatternInputs) -> int:
    """The lowest number no piece has."""
    taken = {piece.number for piece in inputs.pieces}
    return next(k for k in range(1, 999) if k not in taken)


def _room(inputs: PatternInputs) -> None:
    if len(inputs.pieces) >= MOST_PIECES:
        raise CraftError(f"A pattern takes {MOST_PIECES} pieces at most.", "pieces")
