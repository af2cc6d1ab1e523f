"""How one edge of a piece differs between two sizes, as it shows on the printed paper."""

from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from math import hypot
from typing import Literal

from craft.shape import curve as one
from craft.shape import path as paths
from craft.shape.apart import apart, tightest
from craft.shape.curve import distance
from craft.shape.path import Path

# Lines closer together than this are one line on paper (mm).
ONE_LINE = 0.2
# Straight lines are parallel when their distance changes by no more than this from end to end (mm).
PARALLEL = 1.0
# So much of a line must run beside another for both to be one line that merely ends elsewhere.
BESIDE = 0.25
# Curves bending tighter than this cannot be folded (radius, mm).
TIGHT = 60.0

Relation = Literal["same", "shift", "turn", "gentle", "other"]


@dataclass(frozen=True)
class Difference:
    """``apart``: the greatest distance of the other line from mine (mm)."""

    relation: Relation
    apart: float


SAME = Difference("same", 0.0)


@lru_cache(maxsize=8192)  # the printed lines never change, and yours seldom does
def compare_edges(mine: Path, theirs: Path, out: float = 0.0) -> Difference:
    """Set another size's edge against mine. Only the line counts: one that merely ends further on
    lies on mine and is the same line on paper. ``out``: the printed lines run so far outside these
    (mm, the allowance where it is included)."""
    if mine == theirs:
        return SAME
    if paths.is_straight(mine) and paths.is_straight(theirs):
        return _straight(mine, theirs)
    gap, beside, share = apart(mine, theirs, ONE_LINE)
    if gap <= ONE_LINE:
        return SAME
    if beside <= ONE_LINE:  # one of them may only go on further
        _, back, other = apart(theirs, mine, ONE_LINE)
        if back <= ONE_LINE and max(share, other) >= BESIDE:
            return SAME
    if paths.is_straight(mine) or paths.is_straight(theirs):
        return Difference("other", gap)
    if (
        min(tightest(mine, out), tightest(theirs, out)) >= TIGHT
        and _is_smooth(mine)
        and _is_smooth(theirs)
    ):
        return Difference("gentle", gap)
    return Difference("other", gap)


def _straight(mine: Path, theirs: Path) -> Difference:
    (ax, ay), (bx, by) = paths.start(mine), paths.end(mine)
    (cx, cy), (dx, dy) = paths.start(theirs), paths.end(theirs)
    size = hypot(bx - ax, by - ay) or 1.0
    ux, uy = (bx - ax) / size, (by - ay) / size
    off = [(x - ax) * uy - (y - ay) * ux for x, y in ((cx, cy), (dx, dy))]
    far = max(map(abs, off))
    if far <= ONE_LINE:
        return SAME
    # What the distance changes by over the longer of the two.
    change = abs(off[0] - off[1]) * max(1.0, size / (distance((cx, cy), (dx, dy)) or 1.0))
    return Difference("shift" if change <= PARALLEL else "turn", far)


def bows_out(path: Path) -> bool:
    """Whether the edge bulges outward (pieces are walked clockwise, y downwards).

    >>> bows_out((((0.0, 0.0), (3.0, -4.0), (7.0, -4.0), (10.0, 0.0)),))
    True
    >>> bows_out((((0.0, 0.0), (3.0, 4.0), (7.0, 4.0), (10.0, 0.0)),))
    False
    """
    turned = 0.0
    for curve in path:
        (ax, ay), (bx, by) = one.tangent_at(curve, 0), one.tangent_at(curve, 1)
        turned += ax * by - ay * bx
    return turned > 0


def _is_smooth(path: Path) -> bool:
    for before, after in pairwise(path):
        (ax, ay), (bx, by) = one.tangent_at(before, 1), one.tangent_at(after, 0)
        if abs(ax * by - ay * bx) > 0.05:
            return False
    return True


@lru_cache(maxsize=4096)
def further_out(path: Path, mine: Path) -> float:
    """How far a line's middle lies outside mine (mm; negative: inside). Outside is left of travel.

    >>> further_out((((0.0, -5.0), (10.0, -5.0)),), (((0.0, 0.0), (10.0, 0.0)),))
    5.0
    """
    middle = one.point_at(path[len(path) // 2], 0.5 if len(path) % 2 else 0.0)
    _, index, t = paths.nearest_place(mine, middle)
    x, y = one.point_at(mine[index], t)
    dx, dy = one.tangent_at(mine[index], t)
    return (middle[0] - x) * dy - (middle[1] - y) * dx
