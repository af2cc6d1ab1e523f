"""The cap of a dart on its piece: folded anew when the dart changes, and the seam where the dart is closed.

Source of the rule: the cap is found by folding the dart the way it is pressed and carrying the seam on.
"""

from collections.abc import Sequence
from math import atan2, degrees

from craft.errors import CraftError
from craft.pattern.marks import Mark
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths
from craft.shape.curve import Point, distance, tangent_at
from craft.shape.dart import cap_peak
from craft.shape.path import Path


def cap_at(edges: Sequence[Edge], name: str) -> int | None:
    """Which of the edges is the cap of that name."""
    return next((i for i, e in enumerate(edges) if e.kind == "dart" and e.name == name), None)


def pressed_back(edges: Sequence[Edge], at: int, tip: Point) -> bool:
    """Whether the cap that is drawn shows its dart pressed towards the edge before it."""
    a, b = paths.start(edges[at].path), paths.end(edges[at].path)
    away_a, away_b = _away(edges, at)
    drawn = edges[at].path[0][-1]
    onward, back = _peak(a, tip, b, away_b), _peak(b, tip, a, away_a)
    return back is not None and (onward is None or distance(back, drawn) < distance(onward, drawn))


def cap(edges: Sequence[Edge], at: int, tip: Point, *, back: bool) -> Path:
    """The cap of the dart at that edge with its point at ``tip``: pressed ``back``, towards the edge before
    it, or towards the one after it; the other way where it cannot be folded so. Raises CraftError for a
    dart that cannot be folded."""
    a, b = paths.start(edges[at].path), paths.end(edges[at].path)
    away_a, away_b = _away(edges, at)
    peak = (_peak(b, tip, a, away_a) if back else None) or cap_peak(a, tip, b, away_b)
    return ((a, peak), (peak, b))


def folded_again(edges: Sequence[Edge], at: int, was: Point, tip: Point) -> Path:
    """The cap of the dart at that edge, once its point lies at ``tip`` instead of ``was``: pressed the way
    the cap that is drawn shows. Raises CraftError for a dart that cannot be folded."""
    return cap(edges, at, tip, back=pressed_back(edges, at, was))


def refolded(before: Shape, edges: tuple[Edge, ...], marks: Sequence[Mark]) -> tuple[Edge, ...]:
    """The edges with every cap folded anew whose dart, or the seam beside it, is another than before; each
    pressed the way it was. Raises CraftError for a dart that cannot be folded."""
    made = list(edges)
    was = {mark.id: mark for mark in before.marks}
    for mark in marks:
        old = was.get(mark.id)
        if mark.kind != "dart" or old is None:
            continue
        at, there = cap_at(made, mark.edge), cap_at(before.edges, old.edge)
        if at is None or there is None or _alike(before.edges, there, old, made, at, mark):
            continue
        if not _foldable(before.edges, there, old.points[1]):
            continue  # nor was it before
        back = pressed_back(before.edges, there, old.points[1])
        made[at] = made[at].model_copy(update={"path": cap(made, at, mark.points[1], back=back)})
    return tuple(made)


def capped(shape: Shape) -> Shape:
    """The shape with every cap as wide in its allowance as the seam it interrupts, the wider of its two
    parts: folded and pressed, the dart's cloth ends with the seam's."""
    edges = list(shape.edges)
    for index, edge in enumerate(edges):
        if edge.kind != "dart":
            continue
        width = max(
            _beside(shape.edges, index, -1).allowance, _beside(shape.edges, index, 1).allowance
        )
        if width != edge.allowance:
            edges[index] = edge.model_copy(update={"allowance": width})
    if all(a is b for a, b in zip(edges, shape.edges, strict=True)):
        return shape
    return shape.model_copy(update={"edges": tuple(edges)})


def _beside(edges: Sequence[Edge], index: int, step: int) -> Edge:
    """The nearest edge before (-1) or after (1) a dart that is no dart itself."""
    for k in range(1, len(edges)):
        edge = edges[(index + step * k) % len(edges)]
        if edge.kind != "dart":
            return edge
    return edges[index]


def _foldable(edges: Sequence[Edge], at: int, tip: Point) -> bool:
    a, b = paths.start(edges[at].path), paths.end(edges[at].path)
    away_a, away_b = _away(edges, at)
    return _peak(a, tip, b, away_b) is not None or _peak(b, tip, a, away_a) is not None


def _alike(
    old: Sequence[Edge], there: int, was: Mark, new: Sequence[Edge], at: int, now: Mark
) -> bool:
    """Whether a dart and the seam beside it only lie elsewhere."""
    (ax, ay), (bx, by) = was.points[0], now.points[0]
    moved = [(x + bx - ax, y + by - ay) for x, y in was.points]
    pairs = [
        *zip(moved, now.points, strict=True),
        *zip(_away(old, there), _away(new, at), strict=True),
    ]
    return all(distance(p, q) < 1e-6 for p, q in pairs)


def bend_when_closed(edges: Sequence[Edge], at: int, tip: Point) -> float:
    """By how much (degrees) the seam bends where the dart is closed in it."""
    a, b = paths.start(edges[at].path), paths.end(edges[at].path)
    (ax, ay), out = _away(edges, at)
    closing = _turn((b[0] - tip[0], b[1] - tip[1]), (a[0] - tip[0], a[1] - tip[1]))
    return abs(_wrapped(_turn((-ax, -ay), out) + closing))


def _away(edges: Sequence[Edge], at: int) -> tuple[Point, Point]:
    """How the seam runs away from the dart on either side."""
    x, y = tangent_at(edges[at - 1].path[-1], 1)
    return (-x, -y), tangent_at(edges[(at + 1) % len(edges)].path[0], 0)


def _peak(leg_a: Point, tip: Point, leg_b: Point, away: Point) -> Point | None:
    try:
        return cap_peak(leg_a, tip, leg_b, away)
    except CraftError:
        return None


def _turn(u: Point, v: Point) -> float:
    return _wrapped(degrees(atan2(v[1], v[0]) - atan2(u[1], u[0])))


def _wrapped(angle: float) -> float:
    return (angle + 180) % 360 - 180
