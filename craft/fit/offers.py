"""What can be done at every edge of the pieces as they are now."""

from craft.fit.seams.side import Side, side_of
from craft.fit.work import Work
from craft.frozen import Frozen
from craft.pattern.piece import EdgeKind
from craft.shape import path as paths


class SeamPlace(Frozen):
    """A level of the body on a seam: so far from its upper end, darts closed (mm)."""

    name: str
    at: float


class EdgeOffer(Frozen):
    """An edge. ``seam``: what it is sewn in ("": nothing), ``partners``: the pieces on the other side, the
    edge there in ``partner`` where it is a single one; ``long``: of the edge, ``seam_long``: of its whole
    side of the seam, from whose upper end it ``begins`` so far and runs on (``backwards``: against its own
    direction), ``places`` on that side; what it can be: taken in or let out, joined, given another
    allowance, drawn by hand."""

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


def edges_of(work: Work) -> tuple[EdgeOffer, ...]:
    """Every edge of every piece but the caps of darts."""
    found = []
    for number, shape in work.shapes.items():
        for edge in shape.edges:
            if edge.kind == "dart":
                continue
            mine, partner = side_of(work.seams, work.shapes, number, edge.name)
            at = next(
                i for i, r in enumerate(mine.refs) if (r.piece, r.edge) == (number, edge.name)
            )
            ref, begins = mine.refs[at], sum(mine.lengths[:at])
            single = partner is not None and len(mine.refs) == len(partner.refs) == 1
            found.append(
                EdgeOffer(
                    piece=number, edge=edge.name, kind=edge.kind, seam=mine.seam,
                    partners=tuple(dict.fromkeys(r.piece for r in partner.refs)) if partner else (),
                    partner=(partner.refs[0].piece, partner.refs[0].edge)
                    if partner and single else None,
                    long=paths.length(edge.path), seam_long=mine.whole,
                    begins=begins, backwards=ref.backwards, allowance=edge.allowance,
                    places=_places(work, mine),
                )
            )  # fmt: skip
    return tuple(found)


def _places(work: Work, side: Side) -> tuple[SeamPlace, ...]:
    found: dict[str, float] = {}
    begun = 0.0
    for ref, size in zip(side.refs, side.lengths, strict=True):
        shape = work.shapes[ref.piece]
        path = shape.edge(ref.edge).path
        for level, y in shape.levels.items():
            along = paths.along_at_level(path, y)
            if along is not None and level not in found:
                found[level] = round(begun + (size - along if ref.backwards else along), 1)
        begun += size
    return tuple(SeamPlace(name=n, at=at) for n, at in sorted(found.items(), key=lambda p: p[1]))
