"""Corners of the cutting line: how the allowances of two neighbouring edges end at each other.

At an outer corner both lines are run on, or cut back, until they meet: the square, extended corner.
Beyond ``MITRE_LIMIT`` they are not: a sharp tip is cut off square there, and at a corner that hardly
turns the wide allowance ends square at its own edge's end. Two hems are mitred. A turned-up hem's
allowance mirrors the sides above it, so that it lies flat when it is folded up. At an inner corner
the lines are cut where they cross; where a wide one passes over a narrow one it steps down at its
own edge's end. A fold ends every allowance that comes to it.
"""

from dataclasses import dataclass
from functools import cached_property
from math import hypot, pi

from craft.pattern.piece import EdgeKind
from craft.shape import curve as one
from craft.shape import path as paths
from craft.shape.affine import Affine, move
from craft.shape.band import Strip
from craft.shape.bends import turn
from craft.shape.curve import Point, distance
from craft.shape.offset import HAIR, begun_at, crossing, meeting, run_on
from craft.shape.path import Path
from craft.shape.tolerance import SAME_POINT

# No corner of the cutting line lies further from the stitching line's than so many times the wider
# of its two allowances.
MITRE_LIMIT = 3.0
# What is left beyond the corner for the seam of a mitre (mm).
MITRE_SEAM = 6.0
# Sides that meet a hem flatter than this are not mirrored (sine of the angle).
FLAT = 0.35
# Corners that turn less than this are straight (radians).
STRAIGHT = 1e-3


@dataclass
class Side(Strip):
    """A smooth stretch of one edge, its strip, and what kind of edge it belongs to."""

    edge: int = 0
    kind: EdgeKind = "seam"

    @cached_property
    def leaves(self) -> Point:
        """The unit direction in which its line ends."""
        return one.tangent_at(self.foot[-1], 1)

    @cached_property
    def comes(self) -> Point:
        """The unit direction in which its line begins."""
        return one.tangent_at(self.foot[0], 0)


def outer(before: Side, after: Side) -> bool:
    """Whether the stitching line turns outwards between two neighbours."""
    away, back = before.leaves, after.comes
    angle = turn(away, back)
    if abs(angle) < pi - 1e-3:
        return angle > STRAIGHT
    # A cusp points out where the line comes back on the right of where it went.
    (ax, ay), (bx, by) = one.point_at(before.foot[-1], 0.9), one.point_at(after.foot[0], 0.1)
    return away[0] * (by - ay) - away[1] * (bx - ax) > 0


def meet_outside(before: Side, after: Side, *, mirror: bool = True) -> None:
    """Let two neighbours end at each other at an outer corner. ``mirror``: sides run on at hems as
    their own image."""
    if mirror and _turned_up(before, after):
        return
    if distance(before.line[-1][-1], after.line[0][0]) <= HAIR:
        _snap(before, after)
        return
    if before.kind == after.kind == "hem" and before.by and after.by and _mitred(before, after):
        return
    corner = paths.end(before.foot)
    limit = MITRE_LIMIT * max(before.by, after.by)
    a, b = before.line[-1][-1], after.line[0][0]
    met = meeting(a, before.leaves, b, after.comes)
    near = met is not None and distance(corner, met[0]) <= limit
    if met is not None and near and met[1] >= -SAME_POINT and met[2] <= SAME_POINT:
        before.tail, after.lead = _line(a, met[0]), _line(met[0], b)
    elif _cross(before, after) or (
        met is not None and near and _cut_back(before, after, met[1], met[2], limit)
    ):
        pass
    elif not near and turn(before.leaves, after.comes) > pi / 2:
        _cut_square(before, after, corner, limit)
    else:
        _end_square(before, after, corner)


def meet_inside(before: Side, after: Side) -> bool:
    """Let two neighbours end at each other at an inner corner; False where the region must tell."""
    if distance(before.line[-1][-1], after.line[0][0]) <= HAIR:
        _snap(before, after)
        return True
    crossed = crossing(before.line, after.line)
    if crossed:
        before.line, after.line = crossed
        return True
    corner = paths.end(before.foot)
    wide, narrow = (before, after) if before.by > after.by else (after, before)
    step: Path = ((before.line[-1][-1], corner),)
    if wide is after:
        step = ((corner, after.line[0][0]),)
    cut = crossing(step, after.line) if wide is before else crossing(before.line, step)
    if cut is None:
        before.tail = _line(before.line[-1][-1], after.line[0][0])
        at = narrow.line[0][0] if narrow is after else narrow.line[-1][-1]
        # On a straight line where the allowance changes, the step ends at the narrow one's end.
        return paths.nearest_place(step, at)[0] <= HAIR
    if wide is before:
        before.tail, after.line = cut
    else:
        before.line, after.lead = cut
    return True


def _snap(before: Side, after: Side) -> None:
    after.line = (begun_at(before.line[-1][-1], after.line[0]), *after.line[1:])


def _line(a: Point, b: Point) -> Path:
    return ((a, b),) if distance(a, b) > 1e-9 else ()


def _run(point: Point, along: Point, far: float) -> Point:
    return (point[0] + along[0] * far, point[1] + along[1] * far)


def _cross(before: Side, after: Side) -> bool:
    """Both lines cut where they cross by themselves; False where they do not."""
    if before.tight or after.tight:
        return False
    crossed = crossing(before.line, after.line)
    if crossed:
        before.line, after.line = crossed
    return crossed is not None


def _cut_back(before: Side, after: Side, s: float, u: float, limit: float) -> bool:
    """One of the lines run on until it cuts the other; False where it does not, or too far away."""
    a, b, corner = before.line[-1][-1], after.line[0][0], paths.end(before.foot)
    if s >= 0 and u > 0 and not after.tight:
        cut = crossing(((a, _run(a, before.leaves, limit)),), after.line)
        if cut and distance(corner, paths.end(cut[0])) <= limit:
            before.tail, after.line = cut
            return True
    if s < 0 and u <= 0 and not before.tight:
        cut = crossing(before.line, ((_run(b, after.comes, -limit), b),))
        if cut and distance(corner, paths.end(cut[0])) <= limit:
            before.line, after.lead = cut
            return True
    return False


def _cut_square(before: Side, after: Side, corner: Point, limit: float) -> None:
    """A sharp tip, cut off square to the way it points (at a fold: square to the fold)."""
    dx, dy = before.leaves[0] - after.comes[0], before.leaves[1] - after.comes[1]
    size = hypot(dx, dy)
    way = (dx / size, dy / size)
    if before.kind == "fold":
        way = before.leaves
    elif after.kind == "fold":
        way = (-after.comes[0], -after.comes[1])
    across = (-way[1], way[0])
    top = _run(corner, way, limit)
    a, b = before.line[-1][-1], after.line[0][0]
    first, second = meeting(a, before.leaves, top, across), meeting(b, after.comes, top, across)
    if first is None or second is None:
        before.tail = _line(a, b)
        return
    before.tail = (*_line(a, first[0]), *_line(first[0], second[0]))
    after.lead = _line(second[0], b)


def _end_square(before: Side, after: Side, corner: Point) -> None:
    """The wide allowance ends square at its own edge's end, the narrow one runs on as far as that."""
    a, b = before.line[-1][-1], after.line[0][0]
    wide = a if before.by > after.by else b
    size = distance(corner, wide)
    square = ((wide[0] - corner[0]) / (size or 1.0), (wide[1] - corner[1]) / (size or 1.0))
    if before.by > after.by:
        met = meeting(corner, square, b, after.comes)
        at = met[0] if met and 0 <= met[1] <= size and met[2] <= 0 else b
        before.tail, after.lead = _line(a, at), _line(at, b)
    else:
        met = meeting(corner, square, a, before.leaves)
        at = met[0] if met and 0 <= met[1] <= size and met[2] >= 0 else a
        before.tail, after.lead = _line(a, at), _line(at, b)


def _turned_up(before: Side, after: Side) -> bool:
    """A side that comes to a hem runs on as its own image; False where it does not."""
    sewn = ("seam", "finish")
    if before.tight or after.tight:
        return False
    if after.kind == "hem" and after.by and before.kind in sewn:
        made = _hem_corner(before, after, before.line, after.line, after.comes)
        if made is not None:
            before.line, before.tail, after.line, lead = made
            after.lead = paths.reverse(lead)
        return made is not None
    if before.kind == "hem" and before.by and after.kind in sewn:
        up, back = paths.reverse(after.line), paths.reverse(before.line)
        made = _hem_corner(after, before, up, back, before.leaves)
        if made is not None:
            side, image, hem, before.tail = made
            before.line = paths.reverse(hem)
            after.line, after.lead = paths.reverse(side), paths.reverse(image)
        return made is not None
    return False


def _hem_corner(
    side: Side, hem: Side, down: Path, away: Path, along: Point
) -> tuple[Path, Path, Path, Path] | None:
    """The side's line walked ``down`` to the hem line, its image below, the hem's line walked ``away``
    from the corner as it is cut, and a straight line from there back to the image, if one is needed.
    None where they do not meet near the corner. ``along``: the direction the hem is walked in."""
    corner = paths.end(side.foot) if down is side.line else paths.start(side.foot)
    made = _mirrored(down, corner, along, hem.by)
    if made is None:
        return None
    line, image = made
    cut = crossing(image, away)
    met = run_on(image, away) if cut is None else paths.end(cut[0])
    if met is None or distance(corner, met) > MITRE_LIMIT * max(side.by, hem.by):
        return None
    if cut is not None:
        return line, cut[0], cut[1], ()
    image = (*image, *_line(paths.end(image), met))
    return line, image, away, _line(paths.start(away), met)


def _mirrored(side: Path, corner: Point, along: Point, depth: float) -> tuple[Path, Path] | None:
    """A side's cutting line down to the hem line, and its image below it: only the stretch that will
    lie on the hem once it is folded up. None where the side runs too flat to be mirrored.

    ``along``: direction of the hem line at the corner, ``depth``: the hem's allowance (mm).
    """
    # Turn everything so that the hem line is level and the piece lies above it.
    c, s = -along[0], along[1]
    level: Affine = (c, -s, s, c, 0.0, 0.0)
    back: Affine = (c, s, -s, c, 0.0, 0.0)
    turned = move(side, level)
    y = s * corner[0] + c * corner[1]
    if abs(one.tangent_at(turned[-1], 1)[1]) < FLAT:
        return None
    reached = _down_to(turned, y)
    places = paths.at_level(reached, y - depth)
    strip = paths.split(reached, *places[-1])[1] if places else reached
    if not strip:
        return None
    image = paths.reverse(move(strip, (1.0, 0.0, 0.0, -1.0, 0.0, 2 * y)))
    # The level is met to a fraction of a hair; the image begins in the very point the side ends at.
    image = (begun_at(paths.end(reached), image[0]), *image[1:])
    return move(reached, back), move(image, back)


def _down_to(path: Path, y: float) -> Path:
    """The path ending just on the level y: cut there, or run on straight."""
    places = paths.at_level(path, y)
    if places:
        cut = paths.split(path, *places[-1])[0]
        if cut:
            return cut
    (ax, ay), (dx, dy) = paths.end(path), one.tangent_at(path[-1], 1)
    return (*path, ((ax, ay), (ax + dx * (y - ay) / dy, y)))


def _mitred(before: Side, after: Side) -> bool:
    """Two hems: a line across the corner, MITRE_SEAM outside it; False where it misses one of them."""
    corner = paths.end(before.foot)
    (ax, ay), (bx, by) = before.leaves, after.comes
    if ax * by - ay * bx <= 0.2:  # hardly a corner
        return False
    size = hypot(ax + bx, ay + by)
    along = ((ax + bx) / size, (ay + by) / size)
    middle = (corner[0] + along[1] * MITRE_SEAM, corner[1] - along[0] * MITRE_SEAM)
    far = before.by + after.by  # long enough to cross both cutting lines
    first = crossing(before.line, ((_run(middle, along, -far), middle),))
    second = crossing(((middle, _run(middle, along, far)),), after.line)
    if first is None or second is None:
        return False
    before.line, after.line = first[0], second[1]
    before.tail = _line(paths.end(before.line), paths.start(after.line))
    return True
