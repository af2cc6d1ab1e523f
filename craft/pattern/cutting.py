"""The cutting line: the boundary of the stitching area joined with each edge's own allowance.

Where no allowance gets into the way of another, the boundary is put together edge by edge from exact
parallels, with corners by the rules of ``corners``. Everywhere else (bends tighter than their
allowance, slots, steps, thin pieces) it is the boundary of the region itself: no point of it is
nearer to an edge than that edge's allowance, and it never crosses itself or a fold.
"""

from functools import lru_cache

from craft.pattern.corners import Side, meet_inside, meet_outside, outer
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths
from craft.shape.band import overlapping, surrounded
from craft.shape.bends import stretches
from craft.shape.curve import Curve, Point
from craft.shape.offset import parallel
from craft.shape.path import Path
from craft.shape.region import beyond_line, is_simple

# A line may pass a fold by this much: rounding, not cloth (mm).
AT_THE_FOLD = 1e-3
# A parallel this far inside the cutting line has been swallowed by another allowance (mm).
IN_THE_WAY = 0.1


def cutting_line(shape: Shape) -> tuple[Curve, ...]:
    """The closed cutting line of a piece, walked clockwise."""
    return _line(shape.edges)[0]


def tight_bends(shape: Shape) -> tuple[str, ...]:
    """Edges with an inward bend tighter than their allowance, or so near to others that allowances
    meet: their cutting line is no whole parallel. In the order of the outline."""
    return _line(shape.edges)[1]


def paper_line(shape: Shape, line: str, on_cloth: tuple[str, ...] = ()) -> tuple[Curve, ...]:
    """Where the paper ends: at the cutting or at the stitching ``line``; edges named in
    ``on_cloth`` end at the stitching line in any case, their allowance is added on the cloth."""
    if line == "stitching":
        return shape.outline
    if not on_cloth:
        return cutting_line(shape)
    edges = tuple(
        edge.model_copy(update={"allowance": 0.0}) if edge.name in on_cloth else edge
        for edge in shape.edges
    )
    return cutting_line(shape.model_copy(update={"edges": edges}))


def printed(shape: Shape, included: bool) -> Shape:
    """The shape as the original's paper shows it: its edges are the cutting lines where allowances
    are included, the stitching lines where they are not."""
    if not included:
        return shape
    sides, _, _ = _put_together(shape.edges, mirror=False)
    edges = tuple(
        edge.model_copy(
            update={"path": tuple(c for side in sides if side.edge == index for c in side.whole)}
        )
        for index, edge in enumerate(shape.edges)
    )
    return shape.model_copy(update={"edges": edges})


def forget() -> None:
    """Empty the memory of this room, for measurements."""
    _line.cache_clear()


@lru_cache(maxsize=512)  # the same piece is laid, cut, printed and drawn
def _line(edges: tuple[Edge, ...]) -> tuple[Path, tuple[str, ...]]:
    """The cutting line and the names of the edges whose bends are too tight for their allowance."""
    sides, settled, inner = _put_together(edges)
    tight = tuple(dict.fromkeys(edges[side.edge].name for side in sides if side.by and side.tight))
    outline = tuple(curve for edge in edges for curve in edge.path)
    ring = tuple(curve for side in sides for curve in side.whole)
    folds = [(paths.start(e.path), paths.end(e.path)) for e in edges if e.kind == "fold"]
    # A line that runs beyond its own fold is no half of anything; it is left as it is.
    folds = [fold for fold in folds if beyond_line(outline, fold) <= 0.5]
    sound = settled and not tight and is_simple(ring)
    # Without an inner corner no line can lie inside another strip and yet cross nothing.
    sound = sound and not overlapping(inner, sides, IN_THE_WAY)
    if sound and all(beyond_line(ring, fold) <= AT_THE_FOLD for fold in folds):
        return ring, ()
    line = surrounded(sides, folds)
    swallowed = (edges[side.edge].name for side in _swallowed(sides, line))
    return line, tuple(dict.fromkeys((*tight, *swallowed)))


def _put_together(
    edges: tuple[Edge, ...], *, mirror: bool = True
) -> tuple[list[Side], bool, list[Side]]:
    """Every smooth stretch with its parallel, ended at its neighbours; whether every corner came
    out, and the sides that meet at an inner one. ``mirror``: with the sides of hems mirrored."""
    sides = [
        Side(
            foot=stretch,
            by=edge.allowance,
            line=parallel(stretch, edge.allowance),
            edge=index,
            kind=edge.kind,
        )
        for index, edge in enumerate(edges)
        for stretch in stretches(edge.path)
    ]
    count = len(sides)
    corners = [(sides[i], sides[(i + 1) % count]) for i in range(count)]
    inner = []
    for before, after in corners:
        if outer(before, after):
            meet_outside(before, after, mirror=mirror)
        else:
            inner.append((before, after))
    for side in sides:
        side.free = side.line
    settled = True
    for before, after in inner:
        settled = meet_inside(before, after) and settled
    return sides, settled, [side for pair in inner for side in pair]


def _swallowed(sides: list[Side], line: Path) -> list[Side]:
    """The sides the middle of whose own parallel lies inside the cutting line: another allowance
    reaches beyond it."""
    wide = [side for side in sides if side.by]
    middles = [_middle(parallel(side.foot, side.by)) for side in wide]
    gaps = paths.gaps(line, middles)
    return [side for side, gap in zip(wide, gaps, strict=True) if gap > IN_THE_WAY]


def _middle(path: Path) -> Point:
    return paths.point_along(path, paths.length(path) / 2)
