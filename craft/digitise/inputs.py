"""What a person entered of a pattern. Small, never altered, and allowed to be incomplete.

A piece is a ring of *nodes*. Its line in the first size entered is the base; every other size says
where its own nodes lie, or lets them follow the base (see ``craft.digitise.sizes``). What belongs to
an edge is kept under the id of the node the edge begins at, so that nothing depends on names.
"""

from typing import Annotated, Literal

from pydantic import Field

from craft.frozen import Frozen, Line, Mm, Name, Note
from craft.pattern.home_print import HomePrint
from craft.pattern.marks import MarkFacts
from craft.pattern.pattern import ONLY, BodyMm, TableRow, View
from craft.pattern.piece import Cut, EdgeKind, PieceFacts
from craft.shape.curve import Point
from craft.sight.picture import SheetPicture

MOST_IDS = 100_000
Id = Annotated[int, Field(ge=1, le=MOST_IDS)]
Short = Annotated[Line, Field(max_length=120)]
MOST_NODES, MOST_MARKS, MOST_PIECES = 200, 200, 80

Turn = Literal["auto", "corner", "smooth"]
Then = Literal["auto", "straight", "curve"]
Traced = Literal["stitching", "cutting"]


class OutlineNode(Frozen):
    """A point of the line. ``turn``: whether the line has a corner here; ``then``: how it goes on to
    the next node; "auto" leaves it to the program."""

    id: Id
    turn: Turn = "auto"
    then: Then = "auto"


class SizeLine(Frozen):
    """The line in one size (mm, y down). ``points``: one for every node, None where the node follows the
    base. ``handles``: stretches whose cubic is known, by the id of the node they begin at, as offsets
    of the two handles from their own ends."""

    points: Annotated[tuple[Point | None, ...], Field(max_length=MOST_NODES)] = ()
    handles: Annotated[dict[Id, tuple[Point, Point]], Field(max_length=MOST_NODES)] = {}


class Outline(Frozen):
    """A line set point by point. ``lines``: by size, the base first. ``through``: the curve goes through
    its points (measured ones) instead of near them (clicked ones)."""

    way: Literal["line"] = "line"
    nodes: Annotated[tuple[OutlineNode, ...], Field(max_length=MOST_NODES)] = ()
    lines: Annotated[dict[Name, SizeLine], Field(max_length=40)] = {}
    closed: bool = False
    through: bool = True


Measure = Annotated[float, Field(ge=0, le=20_000)]


class GarmentPart(Frozen):
    """A part copied from a garment lying flat. ``measures``: by the names of the part's plan
    (craft.digitise.garment), left and right (mm; None: not measured). ``longer``, ``wider``: added in
    length and to the width of this piece."""

    way: Literal["garment"] = "garment"
    part: Annotated[Line, Field(max_length=40)]
    measures: Annotated[dict[str, tuple[Measure | None, Measure | None]], Field(max_length=40)] = {}
    longer: Annotated[float, Field(ge=-1_000, le=1_000)] = 0.0
    wider: Annotated[float, Field(ge=-500, le=500)] = 0.0


class SumPart(Frozen):
    """A part from sums (craft.digitise.sums). ``numbers``: by the names the kind asks for (mm, or a
    number of times). ``along``: edges of other pieces whose length it takes."""

    way: Literal["sum"] = "sum"
    kind: Annotated[Line, Field(max_length=40)]
    numbers: Annotated[dict[str, Measure], Field(max_length=20)] = {}
    along: Annotated[tuple["SeamSide", ...], Field(max_length=20)] = ()


class SeamSide(Frozen):
    """An edge of a piece, by the ids of both; ``backwards``: walked against the outline."""

    piece: Id
    edge: Id
    backwards: bool = False


class SeamInputs(Frozen):
    """Edges sewn together. ``ease``: how much longer side a is on purpose (mm)."""

    name: Short = ""
    a: Annotated[tuple[SeamSide, ...], Field(min_length=1, max_length=20)]
    b: Annotated[tuple[SeamSide, ...], Field(min_length=1, max_length=20)]
    ease: Annotated[float, Field(ge=-5_000, le=5_000)] = 0.0


class EdgeInputs(Frozen):
    """What was said of an edge; what was not is proposed."""

    name: Short = ""
    kind: EdgeKind | None = None
    allowance: Annotated[float, Field(ge=0, le=200)] | None = None


class MarkInputs(MarkFacts):
    """A mark. ``points``: in the base size, as in craft.pattern.marks.POINTS; ``at``: in sizes where they
    were set; elsewhere they follow the line. ``edge``: the edge it sits on, by its node."""

    name: Short = ""
    points: Annotated[tuple[Point, ...], Field(max_length=40)] = ()
    at: Annotated[dict[Name, tuple[Point, ...]], Field(max_length=40)] = {}
    edge: Id | None = None


Drawn = Annotated[Outline | GarmentPart | SumPart, Field(discriminator="way")]


class PieceInputs(PieceFacts):
    """A piece as far as it is known. ``traced``: the line that was entered; the other is derived.
    ``sheet``: the sheet it is traced from. ``levels``: body levels by size (y, mm)."""

    id: Id
    number: Annotated[int, Field(ge=1, le=999)]
    name: Short = ""
    drawn: Drawn
    traced: Traced = "stitching"
    sheet: Id | None = None
    edges: Annotated[dict[Id, EdgeInputs], Field(max_length=MOST_NODES)] = {}
    marks: Annotated[tuple[MarkInputs, ...], Field(max_length=MOST_MARKS)] = ()
    levels: Annotated[dict[Name, dict[Name, Mm]], Field(max_length=40)] = {}
    cuts: Annotated[tuple[Cut, ...], Field(max_length=8)] = ()


class PaperSheet(Frozen):
    """A sheet of paper with its pictures. ``drawn``: it is the drawing of a file, and what lies on it was
    read, not clicked: pieces are known exactly, and their paper can be printed."""

    id: Id
    name: Short = ""
    drawn: bool = False
    pictures: Annotated[tuple[SheetPicture, ...], Field(max_length=12)] = ()


# What the facts of a pattern may be, here and where they are changed.
Reference = Annotated[Line, Field(max_length=60)]
Share = Annotated[float, Field(ge=0, le=1)]
SeamMm = Annotated[float, Field(ge=0, le=100)]
HemMm = Annotated[float, Field(ge=0, le=200)]
Notions = Annotated[tuple[Name, ...], Field(max_length=40)]


class PatternInputs(Frozen):
    """Everything entered of a pattern. ``sizes`` empty: only one. ``seam``, ``hem``: the allowances of
    edges that have none of their own (mm)."""

    name: Name
    garment: Short = ""
    publication: Short = ""
    issue: Reference = ""
    number: Reference = ""
    base_height: BodyMm | None = None
    length_share: Share = 0.5
    allowance_included: bool = False
    knit: bool = False
    seam: SeamMm = 15.0
    hem: HemMm = 30.0
    sizes: Annotated[tuple[Name, ...], Field(max_length=40)] = ()
    rows: Annotated[tuple[TableRow, ...], Field(max_length=12)] = ()
    views: Annotated[tuple[View, ...], Field(max_length=12)] = ()
    sheets: Annotated[tuple[PaperSheet, ...], Field(max_length=12)] = ()
    pieces: Annotated[tuple[PieceInputs, ...], Field(max_length=MOST_PIECES)] = ()
    seams: Annotated[tuple[SeamInputs, ...], Field(max_length=200)] = ()
    notions: Notions = ()
    notes: Note = ""
    home_print: HomePrint | None = None

    @property
    def all_sizes(self) -> tuple[str, ...]:
        """The sizes in ascending order; of a pattern without any the one it has."""
        return self.sizes or (ONLY,)

    def piece(self, id: int) -> PieceInputs | None:
        """The piece of that id, None when it is gone."""
        return next((piece for piece in self.pieces if piece.id == id), None)
