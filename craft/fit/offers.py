"""What can be done at every edge of the pieces as they are now."""

from craft.fit.change import within_bounds
from craft.fit.result import Fitted, WorkingPiece
from craft.fit.seams.side import Side, side_of
from craft.fit.seams.width import Pin, WidthChange
from craft.frozen import Frozen
from craft.pattern.parts import faces_of, part_of
from craft.pattern.piece import EdgeKind, Shape
from craft.shape import path as paths


class SeamPlace(Frozen):
    """A level of the body on a seam: so far from its upper end, darts closed (mm)."""

    name: str
    at: float


class EdgeOffer(Frozen):
    """An edge. ``seam``: what it is sewn in ("": nothing), ``partners``: the pieces on the other side, the
    edge there in ``partner`` where it is a single one; ``long``: of the edge, ``seam_long``: of its whole
    side of the seam, from whose upper end it ``begins`` so far and runs on (``backwards``: against its own
    direction), ``places`` on that side; ``doubles``: linings of the same part with such an edge; ``begin``:
    what taking it in begins with."""

    piece: int
    edge: str
    kind: EdgeKind
    seam: str
    partners: tuple[int, ...]
    partner: tuple[int, str] | None
    long: float
    seam_long: float
    begins: float
    backwards: bool
    allowance: float
    places: tuple[SeamPlace, ...]
    doubles: tuple[int, ...] = ()
    begin: WidthChange | None = None


# How much is taken in at first (mm).
TO_BEGIN_WITH = 10.0


def part_named(name: str) -> str:
    """The part of a garment that a piece's name says: front or back, else what kind of piece; the whole
    name where it says none. What lies under a part has its name too.

    >>> part_named("Back lining"), part_named("Sleeve head")
    ('back', 'sleeve')
    """
    face, part = min(faces_of(name), default=""), part_of(name)
    return face or (name.lower() if part == "other" else part)


def edges_of(fitted: Fitted) -> tuple[EdgeOffer, ...]:
    """Every edge of every piece but the caps of darts."""
    shapes = {piece.number: piece.shape for piece in fitted.pieces}
    return tuple(
        _offer(fitted, shapes, piece, index)
        for piece in fitted.pieces
        for index, edge in enumerate(piece.shape.edges)
        if edge.kind != "dart"
    )


def _offer(fitted: Fitted, shapes: dict[int, Shape], piece: WorkingPiece, index: int) -> EdgeOffer:
    edge = piece.shape.edges[index]
    mine, partner = side_of(fitted.sewn, shapes, piece.number, edge.name)
    at = next(i for i, r in enumerate(mine.refs) if (r.piece, r.edge) == (piece.number, edge.name))
    places = _places(shapes, mine)
    single = partner is not None and len(mine.refs) == len(partner.refs) == 1
    return EdgeOffer(
        piece=piece.number, edge=edge.name, kind=edge.kind, seam=mine.seam,
        partners=tuple(dict.fromkeys(r.piece for r in partner.refs)) if partner else (),
        partner=(partner.refs[0].piece, partner.refs[0].edge) if partner and single else None,
        long=mine.lengths[at], seam_long=mine.whole, begins=sum(mine.lengths[:at]),
        backwards=mine.refs[at].backwards, allowance=edge.allowance, places=places,
        doubles=_doubles(fitted, piece, edge.name),
        begin=None if edge.kind == "fold" else _begin(piece.number, edge.name, mine, places),
    )  # fmt: skip


def _begin(piece: int, edge: str, side: Side, places: tuple[SeamPlace, ...]) -> WidthChange | None:
    """At the middle one of the body's levels on it, else half-way along."""
    at = places[len(places) // 2].at if places else side.whole / 2
    pin = within_bounds(Pin, at=at, by=TO_BEGIN_WITH)
    if pin is None:
        return None
    return within_bounds(WidthChange, kind="width", piece=piece, edge=edge, pins=(pin,))


def _doubles(fitted: Fitted, piece: WorkingPiece, edge: str) -> tuple[int, ...]:
    """Linings and other layers of the same part that have an edge of that name: what is taken in at one is
    taken in at the other."""
    part, roles = part_named(piece.name), {cut.role for cut in piece.cuts}
    return tuple(
        other.number for other in fitted.pieces
        if other is not piece and other.cuts and part_named(other.name) == part
        and {cut.role for cut in other.cuts} != roles
        and any(each.name == edge and each.kind == "seam" for each in other.shape.edges)
    )  # fmt: skip


def _places(shapes: dict[int, Shape], side: Side) -> tuple[SeamPlace, ...]:
    found: dict[str, float] = {}
    begun = 0.0
    for ref, size in zip(side.refs, side.lengths, strict=True):
        shape = shapes[ref.piece]
        path = shape.edge(ref.edge).path
        for level, y in shape.levels.items():
            along = paths.along_at_level(path, y)
            if along is not None and level not in found:
                found[level] = round(begun + (size - along if ref.backwards else along), 1)
        begun += size
    return tuple(SeamPlace(name=n, at=at) for n, at in sorted(found.items(), key=lambda p: p[1]))
