"""Where a line has its corners, and which of its stretches are straight.

What the person said stands. The rest is read from the points of the base size: at a corner the line does
not go on in the direction it came, its bend on both sides allowed for; between corners a stretch is
straight when all its points lie on it.
"""

from dataclasses import dataclass
from math import atan2, degrees, radians, tan

from craft.digitise.inputs import OutlineNode
from craft.shape.curve import Point, distance

# Turns (degrees): always a corner; and what is left of a turn, once both sides' bends are taken off, that
# clicked points do not have by themselves.
SHARP, LEFT_OVER = 60.0, 20.0
# Where a smooth line would bow out from the straight one by more than this (mm) its points are sparse, and
# so much less of a turn (degrees) is a corner.
BOWS, SPARSE_LEFT_OVER = 8.0, 8.0
# How far a point may be off its place (mm): measured, clicked; it turns near neighbours the most.
ASIDE, CLICKED_ASIDE = 0.1, 0.3
# A stretch so many times as long as both its neighbours is straight.
FAR_APART = 2.5
# Between two stretches said to be straight the least turn is a corner (degrees).
RULED = 2.0
# Points of a straight line lie this near to it (mm): measured ones, clicked ones.
ON_A_LINE, CLICKED_LINE = 0.3, 0.7


@dataclass(frozen=True)
class Corners:
    """For every node in the order of the ring whether it is a corner, and whether the stretch that
    begins there is straight."""

    corners: tuple[bool, ...]
    straight: tuple[bool, ...]


def find_corners(
    nodes: tuple[OutlineNode, ...], points: tuple[Point, ...], *, clicked: bool
) -> Corners:
    """Corners and straight stretches of a closed ring of at least three points."""
    corners = _corners(nodes, points, CLICKED_ASIDE if clicked else ASIDE)
    straight = [node.then == "straight" for node in nodes]
    near = CLICKED_LINE if clicked else ON_A_LINE
    for run in runs(tuple(corners)):
        auto = all(nodes[k].then == "auto" for k in run)
        if auto and _on_a_line([points[k % len(points)] for k in (*run, run[-1] + 1)], near):
            for k in run:
                straight[k] = True
    return Corners(tuple(corners), tuple(straight))


def runs(corners: tuple[bool, ...]) -> list[list[int]]:
    """The stretches of each edge, as the indices of the nodes they begin at; without a corner the
    ring is one run from its first node."""
    count = len(corners)
    begins = [k for k in range(count) if corners[k]] or [0]
    return [
        [k % count for k in range(a, b if b > a else b + count)]
        for a, b in zip(begins, [*begins[1:], begins[0]], strict=True)
    ]


def _corners(nodes: tuple[OutlineNode, ...], points: tuple[Point, ...], aside: float) -> list[bool]:
    """Sharp turns first; then, the plainest first, what is left of the others: a corner found makes its
    neighbours be looked at from one side only."""
    count = len(points)
    angles = _angles(points)
    found = []
    for k, node in enumerate(nodes):
        ruled = nodes[k - 1].then == node.then == "straight" and abs(angles[k]) > RULED
        sure = node.turn == "corner" or (node.turn == "auto" and (ruled or abs(angles[k]) >= SHARP))
        found.append(sure)
    open_ = {k for k, node in enumerate(nodes) if node.turn == "auto" and not found[k]}
    while open_:
        # What does not turn itself is no corner, however much its neighbours do.
        left = {
            k: min(_left_over(k, points, angles, found), abs(angles[k])) - _shaken(k, points, aside)
            for k in open_
        }
        over = {each: left[each] / _enough(each, points, angles) for each in left}
        k = max(over, key=lambda each: (over[each], -each))
        if over[k] < 1.0 or count < 4:
            break
        found[k] = True
        open_.discard(k)
    return found


def _enough(k: int, points: tuple[Point, ...], angles: list[float]) -> float:
    """How much of a turn must be left over (degrees). A smooth line through points so far apart would bow
    out between them by more than anybody leaves to chance: there less is enough."""
    count = len(points)
    near = min(distance(points[k - 1], points[k]), distance(points[k], points[(k + 1) % count]))
    bow = near / 2 * tan(radians(abs(angles[k])) / 4)
    return SPARSE_LEFT_OVER if bow > BOWS else LEFT_OVER


def _left_over(
    k: int, points: tuple[Point, ...], angles: list[float], corners: list[bool]
) -> float:
    """How much of the turn at a point (degrees) its line's own bend does not explain. Points along a
    circle turn as much as they are apart; on either side the bend is known from the turn of the
    neighbour, if that is no corner itself."""
    count = len(points)
    before, after = (k - 1) % count, (k + 1) % count
    back, on = _bent(before, points), _bent(k, points)
    bends = []
    for side, lengths in (
        (before, (_bent((k - 2) % count, points), back)),
        (after, (on, _bent(after, points))),
    ):
        if not corners[side] and sum(lengths) > 1e-9:
            bends.append(angles[side] / (sum(lengths) / 2))
    if not bends:
        return abs(angles[k])
    first, last = bends[0], bends[-1]
    return abs(angles[k] - (first * back + last * on) / 2)


def _shaken(k: int, points: tuple[Point, ...], aside: float) -> float:
    """How much of a turn may come from points that are beside their place (degrees)."""
    near = min(
        distance(points[k - 1], points[k]), distance(points[k], points[(k + 1) % len(points)])
    )
    return degrees(2 * aside / max(near, 2 * aside))


def _bent(k: int, points: tuple[Point, ...]) -> float:
    """The length of the stretch after a point (mm), 0 where it is much longer than both stretches beside
    it: nobody clicks so far apart along a bend."""
    count = len(points)
    a, b = points[k], points[(k + 1) % count]
    size = distance(a, b)
    beside = max(distance(points[k - 1], a), distance(b, points[(k + 2) % count]))
    return 0.0 if size > FAR_APART * beside else size


def _angles(points: tuple[Point, ...]) -> list[float]:
    """How much the ring turns at every point (degrees, −180 to 180)."""
    found = []
    for k, (x, y) in enumerate(points):
        (ax, ay), (bx, by) = points[k - 1], points[(k + 1) % len(points)]
        turn = degrees(atan2(by - y, bx - x) - atan2(y - ay, x - ax))
        found.append((turn + 180) % 360 - 180)
    return found


def _on_a_line(points: list[Point], near: float) -> bool:
    (ax, ay), (bx, by) = points[0], points[-1]
    size = distance((ax, ay), (bx, by))
    if size < 1e-9:
        return False
    return all(abs((bx - ax) * (y - ay) - (by - ay) * (x - ax)) / size <= near for x, y in points)
