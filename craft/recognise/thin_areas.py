"""Lines that a program wrote as the thin areas they cover: led back to their middle."""

from collections.abc import Iterable
from itertools import pairwise

import numpy as np

from craft.drawing import DrawnPath, Flags
from craft.drawing.curves import line_between
from craft.shape.curve import Floats

WIDEST = 1.5  # mm: no line is thicker
SHORTEST = 2.0  # mm
BLUNT = 1.0  # radians: how far the ring turns at least at each end of a blunt end


def with_middles(paths: Iterable[DrawnPath]) -> list[DrawnPath]:
    """The paths, with the middle of each thin area in its place."""
    return [_middle(each) or each if each.ink.filled else each for each in paths]


def _middle(path: DrawnPath) -> DrawnPath | None:
    """The line that a thin area covers; None where it is no such area."""
    ring = np.concatenate((path.curves[:, 0], path.curves[-1:, 3]))
    ring = ring[np.append(True, np.hypot(*np.diff(ring, axis=0).T) > 1e-6)]
    if len(ring) > 1 and np.hypot(*(ring[0] - ring[-1])) < 1e-6:
        ring = ring[:-1]
    if len(ring) < 4 or not path.straight.all():
        return None
    steps = np.roll(ring, -1, axis=0) - ring
    sizes = np.hypot(*steps.T)
    x, y = ring.T
    area = abs(float((x * np.roll(y, -1) - np.roll(x, -1) * y).sum())) / 2
    long = float(sizes.sum()) / 2
    # With both its ends the ring goes round twice the line and twice its width.
    wide = (long - np.sqrt(max(long * long - 4 * area, 0.0))) / 2
    if not 0 < wide <= WIDEST or long < SHORTEST:
        return None
    angles = np.arctan2(steps[:, 1], steps[:, 0])
    turns = (np.diff(np.append(angles[-1], angles)) + np.pi) % (2 * np.pi) - np.pi
    # A blunt end is about as wide as the line, and the ring turns the same way at both of its corners.
    here, after = turns, np.roll(turns, -1)
    blunt = (np.minimum(np.abs(here), np.abs(after)) > BLUNT) & (here * after > 0)
    ends = np.flatnonzero(blunt & (sizes < 1.6 * wide) & (sizes > 0.5 * wide))
    if len(ends) != 2:
        return None
    a, b = ends.tolist()
    one = ring[a + 1 : b + 1]
    other = np.concatenate((ring[b + 1 :], ring[: a + 1]))[::-1]
    points = (_even(one, max(len(one), len(other))) + _even(other, max(len(one), len(other)))) / 2
    if len(points) < 2:
        return None
    curves = np.stack([line_between(p, q) for p, q in pairwise(points)])
    straight: Flags = np.ones(len(curves), dtype=bool)
    ink = path.ink._replace(filled=False, width=round(float(wide), 1))
    return path._replace(curves=curves, straight=straight, closed=False, ink=ink)


def _even(points: Floats, count: int) -> Floats:
    """So many points along a line, its own kept where there are that many."""
    if len(points) == count:
        return points
    along = np.append(0.0, np.cumsum(np.hypot(*np.diff(points, axis=0).T)))
    wanted = np.linspace(0, along[-1], count)
    return np.stack([np.interp(wanted, along, points[:, k]) for k in (0, 1)], axis=1)
