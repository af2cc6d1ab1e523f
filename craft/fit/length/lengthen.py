"""Slide a piece apart (or over itself) at a line square to the grain.

What lies below the line moves down by the amount; edges that cross the line are trued so that no
step remains: a ruled edge is ruled again from end to end, a curved one gets one smooth curve from
a point above the line to a point below it. A dart at the seam that the line runs through stays
whole, above or below, and the seam beside it takes the amount. Marks do as their nature asks.
"""

from dataclasses import dataclass

from craft.errors import CraftError
from craft.measure import length_text
from craft.pattern.caps import refolded
from craft.pattern.marks import Mark
from craft.pattern.natures import NATURES, Boxes, boxes_of, kept_inside, settled, sits_on
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths
from craft.shape.affine import move, translation
from craft.shape.curve import Curve, Point, distance, tangent_at
from craft.shape.path import Path
from craft.shape.region import is_simple
from craft.shape.tolerance import SAME_POINT

# How far above and below the line a curved edge is blended (mm).
BLEND = 60.0
# An edge that dips over the line by less is taken to touch it (mm).
TOUCH = 0.5
# What must be left of a dart between its widest place and either point (mm).
LEAST_OF_A_DART = 5.0


@dataclass(frozen=True)
class _Slide:
    """The line (y, mm), the amount, which darts move or stay whole, by the name of their cap, and the
    names of marks that ``stay`` where they are although they lie below it."""

    level: float
    amount: float
    whole: dict[str, bool]
    stay: tuple[str, ...] = ()

    def below(self, point: Point) -> bool:
        """Whether a point moves; what lies on the line stays."""
        return point[1] > self.level + SAME_POINT

    def moved(self, point: Point, moves: bool) -> Point:
        return (point[0], point[1] + self.amount) if moves else point


def lengthen(shape: Shape, level: float, amount: float, stay: tuple[str, ...] = ()) -> Shape:
    """The shape slid apart at y = ``level`` by ``amount`` mm (negative: overlapped).
    Marks that ``stay`` keep their place in a strip that is taken out, instead of going with what is below.

    Raises CraftError where shortening would take more than an edge or a dart has, where an edge dips
    over the line and back, or where the outline would cross itself.
    """
    if amount == 0:
        return shape
    lowest = max(y for curve in shape.outline for _, y in curve)
    if amount < 0 and lowest - level < -amount:
        raise CraftError("There is less of the piece below the line than you want to take out.")
    slide = _Slide(level, amount, _darts_across(shape, level), stay)
    corners = [_corner_moves(shape.edges, index, slide) for index in range(len(shape.edges))]
    edges = tuple(
        edge.model_copy(
            update={"path": _edge(edge, slide, corners[i], corners[(i + 1) % len(corners)])}
        )
        for i, edge in enumerate(shape.edges)
    )
    outline = tuple(curve for edge in edges for curve in edge.path)
    if not is_simple(outline) and is_simple(shape.outline):
        raise CraftError("The outline would cross itself.")
    by_name = {edge.name: edge.path for edge in edges}
    boxes = boxes_of(shape.edges)
    # What sits on an edge that stays, or moves as a whole, need not be set onto it anew.
    crossed = tuple(
        edge for i, edge in enumerate(shape.edges) if corners[i] != corners[(i + 1) % len(corners)]
    )
    redrawn = {edge.name: by_name[edge.name] for edge in crossed}
    marks = tuple(
        _mark(mark, shape.edges, boxes, slide, by_name)
        if NATURES[mark.kind] == "size"
        else _mark(mark, crossed, boxes, slide, redrawn)
        for mark in shape.marks
    )
    edges = refolded(shape, edges, marks)
    levels = {
        name: y + (amount if y > level + SAME_POINT else 0.0) for name, y in shape.levels.items()
    }
    kept = kept_inside(marks, shape, outline)
    return shape.model_copy(update={"edges": edges, "marks": kept, "levels": levels})


def taken_out(shape: Shape, level: float, amount: float) -> tuple[str, ...]:
    """Names of the marks that lie in the strip which shortening takes out (``amount`` negative)."""
    if amount >= 0:
        return ()
    found = [name for mark in shape.marks for name in _in_strip(mark, level, amount)]
    return tuple(dict.fromkeys(found))


def _in_strip(mark: Mark, level: float, amount: float) -> tuple[str, ...]:
    if mark.kind in ("grain", "stretch", "length line"):
        return ()
    lies = any(level + SAME_POINT < y < level - amount for _, y in mark.points)
    return (mark.name,) if lies else ()


def _darts_across(shape: Shape, level: float) -> dict[str, bool]:
    """Darts at a seam whose legs end on both sides of the line, and whether they move: they go with
    the side on which most of them lies."""
    found = {}
    for edge in shape.edges:
        a, b = paths.start(edge.path)[1], paths.end(edge.path)[1]
        if edge.kind == "dart" and min(a, b) <= level + SAME_POINT < max(a, b):
            found[edge.name] = (a + b) / 2 > level
    return found


def _corner_moves(edges: tuple[Edge, ...], index: int, slide: _Slide) -> bool:
    """Whether the corner at which an edge begins moves."""
    for edge in (edges[index], edges[index - 1]):
        if edge.name in slide.whole:
            return slide.whole[edge.name]
    return slide.below(paths.start(edges[index].path))


def _edge(edge: Edge, slide: _Slide, start: bool, end: bool) -> Path:
    path, level = edge.path, slide.level
    if start == end:
        if edge.name not in slide.whole and _dips_over(path, level, below=start):
            raise CraftError(
                f"The line crosses the edge “{edge.name}” twice, so the piece cannot be slid apart "
                "there."
            )
        return move(path, translation(0, slide.amount)) if start else path
    down = paths.reverse(path) if start else path
    made = _trued(down, edge.name, slide)
    return paths.reverse(made) if start else made


def _dips_over(path: Path, level: float, *, below: bool) -> bool:
    """Whether a path whose ends lie on one side of the line reaches over it in between."""
    _, top, _, low = paths.control_bounds(path)
    if (top if below else -low) >= (level if below else -level) - TOUCH:
        return False  # not even its handles do
    heights = [y - level for _, y in paths.flatten(path, 0.2)]
    return (-min(heights) if below else max(heights)) > TOUCH


def _trued(path: Path, name: str, slide: _Slide) -> Path:
    """A path walked from its end that stays to the one that moves, the join trued."""
    amount = slide.amount
    (_, top), stop = paths.start(path), slide.moved(paths.end(path), True)
    across = paths.end(path)[1] - top
    if across + amount < 0 < across:
        raise CraftError(
            f"“{name}” runs only {length_text(across)} across the line; {length_text(-amount)} cannot be "
            "taken out of it."
        )
    if paths.is_straight(path):
        return ((paths.start(path), stop),)
    # A dart that stays whole shifts the join to its own end.
    level = min(max(slide.level, top), paths.end(path)[1])
    below = _cut(path, level + max(0.0, -amount) + BLEND, last=True)
    lower = move(paths.split(path, *below)[1], translation(0, amount)) if below else ()
    b = paths.start(lower) if lower else stop
    above = _cut(path, min(level - BLEND, b[1] - min(BLEND, (b[1] - top) / 2)), last=False)
    upper = paths.split(path, *above)[0] if above else ()
    a = paths.end(upper) if upper else paths.start(path)
    into = tangent_at(upper[-1], 1) if upper else tangent_at(path[0], 0)
    out = tangent_at(lower[0], 0) if lower else tangent_at(path[-1], 1)
    reach = distance(a, b) / 3
    blend: Curve = (
        a,
        (a[0] + into[0] * reach, a[1] + into[1] * reach),
        (b[0] - out[0] * reach, b[1] - out[1] * reach),
        b,
    )
    return (*upper, blend, *lower)


def _cut(path: Path, y: float, *, last: bool) -> tuple[int, float] | None:
    """Where the path meets the level, or None when the level lies beyond the path's end."""
    places = paths.at_level(path, y)
    if not places:
        return None
    index, t = places[-1 if last else 0]
    at_start = index == 0 and t < 1e-6
    at_end = index == len(path) - 1 and t > 1 - 1e-6
    return None if at_start or at_end else (index, t)


def _mark(
    mark: Mark, edges: tuple[Edge, ...], boxes: Boxes, slide: _Slide, new: dict[str, Path]
) -> Mark:
    """The mark where its nature wants it."""
    if mark.edge in slide.whole:
        moves = slide.whole[mark.edge]
        points = tuple(slide.moved(point, moves) for point in mark.points)
        return mark.model_copy(update={"points": points})
    if mark.name in slide.stay and mark.name in _in_strip(mark, slide.level, slide.amount):
        each = list(mark.points)
        return settled(mark, each, each, sits_on(mark, edges, boxes), new)
    each = [slide.moved(point, slide.below(point)) for point in mark.points]
    on = sits_on(mark, edges, boxes)
    rests = {name for name in (*on, mark.edge) if name}
    if each == list(mark.points) and all(
        new[edge.name] == edge.path for edge in edges if edge.name in rests
    ):
        return mark
    middle = (0.0, sum(y for _, y in mark.points) / len(mark.points))
    whole = [slide.moved(point, slide.below(middle)) for point in mark.points]
    if mark.kind == "double dart":
        _still_a_dart(mark, each)
    elif _parallel(mark.points, each):  # an upright line is only made longer or shorter
        whole = each if mark.kind in ("grain", "stretch") else whole
    return settled(mark, each, whole, on, new)


def _parallel(before: tuple[Point, ...], after: list[Point]) -> bool:
    """Whether a line of two points still runs the same way, and has not turned round."""
    if len(before) != 2:
        return False
    (ax, ay), (bx, by) = before
    (cx, cy), (dx, dy) = after
    cross = (bx - ax) * (dy - cy) - (by - ay) * (dx - cx)
    size = distance(*before)
    along = (bx - ax) * (dx - cx) + (by - ay) * (dy - cy)
    return abs(cross) < 1e-6 * size * size and along > 0.2 * size * size


def _still_a_dart(mark: Mark, points: list[Point]) -> None:
    upper, one, lower, other = points
    widest = (one[1] + other[1]) / 2
    was = (mark.points[1][1] + mark.points[3][1]) / 2
    if mark.points[0][1] < was < mark.points[2][1] and not (
        upper[1] + LEAST_OF_A_DART <= widest <= lower[1] - LEAST_OF_A_DART
    ):
        raise CraftError(
            f"Too much of “{mark.name}” lies in what would be taken out: nothing would be left "
            "between its widest place and its point."
        )
