"""A multi-size pattern: where it comes from, its sizes, views, pieces and seams."""

from typing import Annotated

from pydantic import Field

from craft.frozen import Frozen, Line, Name, Note
from craft.pattern.home_print import HomePrint
from craft.pattern.marks import Mark
from craft.pattern.piece import Piece, Shape

# The name of the size of a pattern that has only one.
ONLY = "one size"
# Any measurement a pattern's table names; the ones people are measured by are in pick.measuring.
Measurement = Annotated[Line, Field(min_length=1, max_length=60)]
BodyMm = Annotated[float, Field(ge=20, le=2_500)]


class Source(Frozen):
    """Where the pattern comes from, as written on its label."""

    publication: Annotated[Line, Field(max_length=120)] = ""
    issue: Annotated[Line, Field(max_length=60)] = ""
    number: Annotated[Line, Field(max_length=60)] = ""


class View(Frozen):
    """One version of the garment; pieces and marks may belong to certain views only."""

    id: Annotated[Line, Field(min_length=1, max_length=8)]
    name: Name
    notions: Annotated[tuple[Name, ...], Field(max_length=40)] = ()
    instructions: Annotated[tuple[Note, ...], Field(max_length=60)] = ()


class TableRow(Frozen):
    """One body measurement: its value in every size, and the ease the garment adds to it.

    ``leads``: the size is chosen by this measurement first. ``ease`` None: the garment has no
    finished measurement there (a height, or a line the garment does not reach). ``level``: the
    body level whose size this measurement decides when sizes are blended; "length" for lengths.
    """

    measurement: Measurement
    body: Annotated[dict[str, BodyMm], Field(max_length=40)]
    ease: Annotated[float, Field(ge=-300, le=2_000)] | None = None
    leads: bool = False
    level: Annotated[Line, Field(max_length=60)] = ""


class SizeTable(Frozen):
    """The sizes in ascending order, with body measurements (mm) for each; without rows nothing is known
    of whom they are for."""

    sizes: Annotated[tuple[Name, ...], Field(min_length=1, max_length=40)]
    rows: Annotated[tuple[TableRow, ...], Field(max_length=12)] = ()

    @property
    def only(self) -> bool:
        """Whether there is nothing to choose."""
        return len(self.sizes) == 1


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
    a: Annotated[tuple[EdgeRef, ...], Field(min_length=1, max_length=20)]
    b: Annotated[tuple[EdgeRef, ...], Field(min_length=1, max_length=20)]
    ease: Annotated[float, Field(ge=-5_000, le=5_000)] = 0.0


class Pattern(Frozen):
    """The original. ``length_share``: the part of a height difference this garment takes at the body
    lines above the hip (a top takes half of it, trousers the other half in the legs).
    ``base_height`` None: not said. ``knit``: drawn for a cloth that stretches; ``home_print``: the pages
    of a pattern that comes as a file to print at home."""

    name: Name
    garment: Name
    source: Source = Source()
    base_height: BodyMm | None = None
    length_share: Annotated[float, Field(ge=0, le=1)] = 0.5
    allowance_included: bool = False
    knit: bool = False
    table: SizeTable
    views: Annotated[tuple[View, ...], Field(min_length=1, max_length=12)]
    pieces: Annotated[tuple[Piece, ...], Field(min_length=1, max_length=80)]
    seams: Annotated[tuple[Seam, ...], Field(max_length=200)] = ()
    notions: Annotated[tuple[Name, ...], Field(max_length=40)] = ()
    notes: Note = ""
    home_print: HomePrint | None = None

    def piece(self, number: int) -> Piece:
        """The piece of that number. Raises KeyError."""
        for piece in self.pieces:
            if piece.number == number:
                return piece
        raise KeyError(number)

    def features(self, view: str) -> tuple[str, ...]:
        """What other views have and this one can borrow, by name."""
        parts: list[Piece | Mark] = [
            *self.pieces,
            *(mark for piece in self.pieces for mark in self._marks(piece)),
        ]
        elsewhere: list[Piece | Mark] = [
            part for part in parts if part.views and view not in part.views
        ]
        here = {part.feature for part in parts if part.feature and view in part.views}
        names = [part.feature or part.name for part in elsewhere if part.feature not in here]
        return tuple(dict.fromkeys(names))

    def in_view(self, view: str, borrowed: tuple[str, ...] = ()) -> tuple[Piece, ...]:
        """The pieces of that view, in their order, with those of borrowed features."""
        return tuple(piece for piece in self.pieces if belongs(piece, view, borrowed))

    def marks(self, shape: Shape, view: str, borrowed: tuple[str, ...] = ()) -> tuple[Mark, ...]:
        """The marks of that view on a shape, with those of borrowed features."""
        return tuple(mark for mark in shape.marks if belongs(mark, view, borrowed))

    def shape(self, number: int, size: str, view: str) -> Shape:
        """A piece's shape in that size with the marks of that view. Raises KeyError."""
        shape = self.piece(number).shapes[size]
        return shape.model_copy(update={"marks": self.marks(shape, view)})

    def _marks(self, piece: Piece) -> tuple[Mark, ...]:
        return piece.shapes[self.table.sizes[0]].marks


def size_words(size: str) -> str:
    """A size in a sentence; the only one of a pattern says so itself."""
    return size if size == ONLY else f"size {size}"


def belongs(part: Piece | Mark, view: str, borrowed: tuple[str, ...] = ()) -> bool:
    """Whether a piece or mark is used in the view, by right or borrowed."""
    return not part.views or view in part.views or (part.feature or part.name) in borrowed
