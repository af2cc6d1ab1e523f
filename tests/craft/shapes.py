"""Small pieces whose numbers are easy to work out by hand."""

from craft.cloth import Cloth
from craft.cloth.cloth import TRAITS, WEAVES
from craft.fit import Fitted, WorkingPiece
from craft.fit.draft import Draft
from craft.lay import Placement, Table, items_for
from craft.pattern import Cut, Edge, Mark, Pattern, Seam, Shape
from craft.pattern.cutting import cutting_line
from craft.pattern.pattern import SizeTable, View
from craft.pattern.piece import Piece
from craft.seek.search import lays
from craft.seek.search_result import SearchResult


def box(
    width: float, height: float, *, allowance: float = 0.0, fold: bool = False, marks: tuple = ()
) -> Shape:
    """A rectangle from (0, 0); on the fold along its left side if asked."""
    corners = [(0.0, 0.0), (width, 0.0), (width, height), (0.0, height)]
    names = ("top", "right", "bottom", "left")
    edges = []
    for index, name in enumerate(names):
        a, b = corners[index], corners[(index + 1) % 4]
        kind = "fold" if fold and name == "left" else "seam"
        edges.append(
            Edge(name=name, kind=kind, path=((a, b),), allowance=0 if kind == "fold" else allowance)
        )
    grain = Mark(
        id="grain", kind="grain", name="grain line",
        points=((width / 2, height * 0.2), (width / 2, height * 0.8)),
    )  # fmt: skip
    return Shape(edges=tuple(edges), marks=(grain, *marks))


def working(number: int, name: str, shape: Shape, *cuts: Cut) -> WorkingPiece:
    return WorkingPiece(
        number=number, name=name, cuts=cuts, shape=shape, cutting=cutting_line(shape),
        lengthened=0.0,
    )  # fmt: skip


def without_lines(pattern: Pattern, **shape: object) -> Pattern:
    """The pattern without a length line of its own; ``shape``: what else is set on every shape."""

    def bare(drawn: Shape) -> Shape:
        marks = tuple(mark for mark in drawn.marks if mark.kind != "length line")
        return drawn.model_copy(update={"marks": marks, **shape})

    pieces = tuple(
        piece.model_copy(update={"shapes": {size: bare(drawn) for size, drawn in piece.shapes.items()}})
        for piece in pattern.pieces
    )
    return pattern.model_copy(update={"pieces": pieces})


PAIR = Cut(role="main", count=2, pair=True)
FOLD = Cut(role="main", on_fold=True)
SINGLE = Cut(role="main")


def table(
    *pieces: WorkingPiece,
    width: float = 500.0,
    length: float | None = None,
    fold: str = "lengthwise",
    nap: bool = False,
    gap: float = 3.0,
    **more: object,
) -> Table:
    return Table.spread(
        role="main", fold=fold, width=width, length=length, nap=nap, gap=gap,
        items=items_for(pieces, "main", fold), **more,
    )  # fmt: skip


def put(item: str, x: float, y: float, turn: float = 0.0, over: bool = False) -> Placement:
    return Placement(item=item, x=x, y=y, turn=turn, over=over)


def like(*words: str) -> dict:
    """What a cloth of these weaves and traits is made from."""
    weave = next((word for word in words if word in WEAVES), "plain")
    return {"traits": tuple(word for word in words if word in TRAITS), "weave": weave}


def cloth(**more: object) -> Cloth:
    return Cloth.model_validate({"name": "Calico", "fibre": "cotton", "width": 1500, **more})


def fitted_of(*pieces: WorkingPiece, meetings: tuple = ()) -> Fitted:
    """Working pieces as Fit would hand them on."""
    return Fitted(
        pieces=pieces, before={}, changes=(), by_height={}, seams=(),
        meetings=meetings, findings=(),
    )  # fmt: skip


def work(*shapes: Shape, seams: tuple[Seam, ...] = (), cuts: tuple[Cut, ...] = (PAIR,)) -> Draft:
    """Pieces 1, 2... with these seams."""
    numbered = dict(enumerate(shapes, 1))
    pattern = Pattern(
        name="Made", garment="made", table=SizeTable(sizes=("M",)), seams=seams,
        views=(View(id="A", name="plain"),),
        pieces=tuple(
            Piece(number=n, name=f"Piece {n}", cuts=cuts, shapes={"M": shape})
            for n, shape in numbered.items()
        ),
    )  # fmt: skip
    return Draft(
        pattern, seams, numbered, {n: f"Piece {n}" for n in numbered}, dict.fromkeys(numbered, cuts),
        dict.fromkeys(numbered), "M",
    )  # fmt: skip


def search(table: Table, **how: object) -> SearchResult:
    """The shortest lay that is found."""
    return list(lays(table, **how))[-1]
