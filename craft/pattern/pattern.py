"""A multi-size pattern: where it comes from, its sizes, views, pieces and seams."""

from typing import Annotated, Literal

from pydantic import Field

from craft.frozen import Frozen, Name, Note
from craft.pattern.piece import Piece, Shape

Measurement = Literal["bust", "waist", "hip", "back waist length", "height"]
MEASUREMENTS: tuple[Measurement, ...] = ("bust", "waist", "hip", "back waist length", "height")
BodyMm = Annotated[float, Field(ge=100, le=2_500)]


class Source(Frozen):
    """Where the pattern comes from, as written on its label."""

    publication: Name
    issue: Annotated[str, Field(max_length=60)] = ""
    number: Annotated[str, Field(max_length=60)] = ""


class View(Frozen):
    """One version of the garment; pieces and marks may belong to certain views only."""

    id: Annotated[str, Field(min_length=1, max_length=8)]
    name: Name


class TableRow(Frozen):
    """One body measurement: its value in every size, and the ease the garment adds to it.

    ``leads``: the size is chosen by this measurement first. ``ease`` None: the garment has no
    finished measurement there (a height, or a line the garment does not reach).
    """

    measurement: Measurement
    body: dict[str, BodyMm]
    ease: Annotated[float, Field(ge=-300, le=2_000)] | None = None
    leads: bool = False


class SizeTable(Frozen):
    """The sizes in ascending order, with body measurements (mm) for each."""

    sizes: Annotated[tuple[Name, ...], Field(min_length=1, max_length=40)]
    rows: Annotated[tuple[TableRow, ...], Field(min_length=1, max_length=12)]


class EdgeRef(Frozen):
    """An edge of a piece; ``backwards`` when the seam is walked against the edge's own direction."""

    piece: int
    edge: Name
    backwards: bool = False


class Seam(Frozen):
    """Edges sewn together, both sides listed from the same end of the seam.

    ``ease``: how much longer side a is drawn than side b on purpose (gathers, a pleat), mm.
    """

    name: Name
    a: Annotated[tuple[EdgeRef, ...], Field(min_length=1)]
    b: Annotated[tuple[EdgeRef, ...], Field(min_length=1)]
    ease: float = 0.0


class Pattern(Frozen):
    """The original. ``length_share``: the part of a height difference this garment takes at the body
    lines above the hip (a top takes half of it, trousers the other half in the legs)."""

    name: Name
    garment: Name
    source: Source
    base_height: BodyMm
    length_share: Annotated[float, Field(ge=0, le=1)] = 0.5
    allowance_included: bool = False
    table: SizeTable
    views: Annotated[tuple[View, ...], Field(min_length=1, max_length=12)]
    pieces: Annotated[tuple[Piece, ...], Field(min_length=1, max_length=80)]
    seams: Annotated[tuple[Seam, ...], Field(max_length=200)] = ()
    notions: Annotated[tuple[Name, ...], Field(max_length=40)] = ()
    notes: Note = ""

    def piece(self, number: int) -> Piece:
        """The piece of that number. Raises KeyError."""
        for piece in self.pieces:
            if piece.number == number:
                return piece
        raise KeyError(number)

    def in_view(self, view: str) -> tuple[Piece, ...]:
        """The pieces of that view, in their order."""
        return tuple(p for p in self.pieces if not p.views or view in p.views)

    def shape(self, number: int, size: str, view: str) -> Shape:
        """A piece's shape in that size with the marks of that view. Raises KeyError."""
        shape = self.piece(number).shapes[size]
        marks = tuple(mark for mark in shape.marks if not mark.views or view in mark.views)
        return shape.model_copy(update={"marks": marks})
