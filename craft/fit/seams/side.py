"""One side of a seam as one line with its darts closed: which edges it runs over, and where on them a place
along it lies."""

from typing import NamedTuple

from craft.pattern.pattern import EdgeRef, Seam
from craft.pattern.piece import Shape
from craft.shape import path as paths
from craft.shape.curve import Point, onward


class Side(NamedTuple):
    """Edges from the seam's upper end to its lower (``refs``, each walked as it runs there), their lengths
    (mm), the ``seam`` they belong to ("": none), and whether it was turned round for that."""

    refs: tuple[EdgeRef, ...]
    lengths: tuple[float, ...]
    seam: str
    turned: bool

    @property
    def whole(self) -> float:
        """The length of the side (mm)."""
        return sum(self.lengths)


def side_of(
    seams: tuple[Seam, ...], shapes: dict[int, Shape], piece: int, edge: str
) -> tuple[Side, Side | None]:
    """The side of the seam an edge belongs to, from its upper end, and its partner's from the same end
    (None: an edge that is sewn to nothing here)."""
    for seam in seams:
        if any(ref.piece not in shapes for ref in (*seam.a, *seam.b)):
            continue
        for mine, theirs in ((seam.a, seam.b), (seam.b, seam.a)):
            if any((ref.piece, ref.edge) == (piece, edge) for ref in mine):
                turned = _runs_up(mine, shapes)
                return (
                    _side(mine, shapes, seam.name, turned=turned),
                    _side(theirs, shapes, seam.name, turned=turned),
                )
    alone = (EdgeRef(piece=piece, edge=edge),)
    return _side(alone, shapes, "", turned=_runs_up(alone, shapes)), None


def ends(refs: tuple[EdgeRef, ...], shapes: dict[int, Shape]) -> tuple[Point, Point]:
    """Where a run of edges begins and ends, on the papers of its first and its last piece."""
    first, last = (shapes[ref.piece].edge(ref.edge).path for ref in (refs[0], refs[-1]))
    start = paths.end(first) if refs[0].backwards else paths.start(first)
    return start, paths.start(last) if refs[-1].backwards else paths.end(last)


def _runs_up(refs: tuple[EdgeRef, ...], shapes: dict[int, Shape]) -> bool:
    return onward(*ends(refs, shapes)) < 0


def _side(refs: tuple[EdgeRef, ...], shapes: dict[int, Shape], seam: str, *, turned: bool) -> Side:
    if turned:
        refs = tuple(
            ref.model_copy(update={"backwards": not ref.backwards}) for ref in reversed(refs)
        )
    lengths = tuple(paths.length(shapes[ref.piece].edge(ref.edge).path) for ref in refs)
    return Side(refs, lengths, seam, turned)
