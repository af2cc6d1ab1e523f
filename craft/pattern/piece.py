"""A pattern piece: what to cut from it, and its shape in every size."""

from typing import Annotated, Any, Literal

from pydantic import Field

from craft.frozen import Frozen, Line, Mm, Name, Note
from craft.pattern.marks import Mark
from craft.shape.curve import Curve

EdgeKind = Literal["seam", "fold", "hem", "finish", "dart"]
Role = Literal["main", "lining", "interfacing", "contrast", "toile"]
# What a garment is cut from; a toile comes before it.
OF_A_GARMENT: tuple[Role, ...] = ("main", "lining", "interfacing", "contrast")
ROLES: tuple[Role, ...] = (*OF_A_GARMENT, "toile")


class Edge(Frozen):
    """One side of a piece between two corners: its stitching line and what belongs outside it.

    Edges follow each other clockwise round the piece (y downwards). ``allowance`` is the pattern's
    own, mm outside the stitching line; always 0 on a fold. A ``dart`` edge is the cap of a dart
    between its two legs: it is cut, not stitched to another piece.
    """

    name: Name
    kind: EdgeKind
    path: Annotated[tuple[Curve, ...], Field(min_length=1, max_length=200)]
    allowance: Annotated[float, Field(ge=0, le=200)] = 0.0


class Shape(Frozen):
    """The stitching line of a piece in one size, edge by edge, with its marks.

    ``levels``: how high the body's levels (bust, waist, hip...) lie on the piece (y, mm). Partner
    pieces name the same levels; sizes are blended between them.
    """

    edges: Annotated[tuple[Edge, ...], Field(min_length=2, max_length=60)]
    marks: Annotated[tuple[Mark, ...], Field(max_length=200)] = ()
    levels: Annotated[dict[Name, Mm], Field(max_length=8)] = {}

    def edge(self, name: str) -> Edge:
        """The edge of that name. Raises KeyError."""
        for edge in self.edges:
            if edge.name == name:
                return edge
        raise KeyError(name)

    @property
    def outline(self) -> tuple[Curve, ...]:
        """The whole stitching line as one closed path."""
        return tuple(curve for edge in self.edges for curve in edge.path)


class Cut(Frozen):
    """How many to cut from which cloth. ``pair``: left and right; ``on_fold``: once, opened out."""

    role: Role
    count: Annotated[int, Field(ge=1, le=20)] = 1
    pair: bool = False
    on_fold: bool = False


class PieceFacts(Frozen):
    """What is known of a piece besides its shape. ``views`` empty: it belongs to every view; ``feature``
    names what it is part of (a pocket, a strap), so that another view can borrow it. ``guide``: a
    template that is traced but never cut in cloth. ``around``: the body levels the piece goes round, or
    the measurements of a limb, whose girth its allowances change. ``allowance_included`` None: as the
    pattern says for all. ``printed``: which hand (the wearer's) the printed side gives on the right
    side of the cloth; None: as the drawing shows (see craft.pattern.hands). ``no_paper``: there is no
    paper of one's own that may be cut: it is known from a picture, a garment or sums.
    """

    views: Annotated[tuple[str, ...], Field(max_length=12)] = ()
    feature: Annotated[Line, Field(max_length=60)] = ""
    guide: bool = False
    around: Annotated[tuple[Name, ...], Field(max_length=8)] = ()
    allowance_included: bool | None = None
    printed: Literal["left", "right"] | None = None
    no_paper: bool = False
    note: Annotated[Note, Field(max_length=400)] = ""

    @property
    def facts(self) -> dict[str, Any]:
        """These facts alone, to be handed on."""
        return {name: getattr(self, name) for name in PieceFacts.model_fields}


class Piece(PieceFacts):
    """A numbered piece."""

    number: Annotated[int, Field(ge=1, le=999)]
    name: Name
    cuts: Annotated[tuple[Cut, ...], Field(max_length=8)]
    shapes: Annotated[dict[str, Shape], Field(max_length=40)]
