"""Curves that a program wrote as many short straight lines, laid through again by few cubics."""

from itertools import pairwise

import numpy as np

from craft.digitise.curve_fit import through
from craft.recognise.turns import turns_of
from craft.shape import path as path_
from craft.shape.bends import turn
from craft.shape.curve import tangent_at
from craft.shape.path import Path

MANY = 40  # curves: so many has no outline that was drawn with handles
BREAK = 0.2  # radians: more than a curve turns from one short line to the next
LONG = 25.0  # mm: a straight line, no part of a curve
FEW = 4  # short lines that are no curve
WITHIN = 0.01  # mm


def few_curves(path: Path) -> Path:
    """A closed path with its runs of short lines as cubics, no point further off than 0.01 mm; as it is
    where it has none."""
    if len(path) < MANY:
        return path
    turned = turns_of(path)
    long = [len(curve) == 4 or path_.length((curve,)) > LONG for curve in path]
    starts = [
        at for at in range(len(path)) if abs(turned[at]) > BREAK or long[at] or long[at - 1]
    ] or [0]
    whole = (*path[starts[0] :], *path[: starts[0]])
    begins = [at - starts[0] for at in starts] + [len(path)]
    return tuple(curve for a, b in pairwise(begins) for curve in _curves(whole[a:b]))


def _curves(run: Path) -> Path:
    """A run of short lines as curves; in two, at its sharpest turn, where one would bulge between its
    points: a corner too blunt to be seen as one."""
    if len(run) < FEW:
        return run
    made = through((run[0][0], *(curve[-1] for curve in run)), within=WITHIN)
    turned = np.abs([
        turn(tangent_at(a, 1.0), tangent_at(b, 0.0)) for a, b in pairwise(run)
    ])  # fmt: skip
    sizes = np.array([path_.length((curve,)) for curve in run])
    # A chord lies so far off the curve it stands for, as its turns tell.
    off = turned * np.minimum(sizes[1:], sizes[:-1]) / 8
    allowed = max(2 * WITHIN, 2 * float(np.percentile(off, 75)))
    if max(path_.gaps(run, path_.flatten(made, WITHIN))) <= allowed:
        return made
    at = int(np.argmax(turned)) + 1
    return (*_curves(run[:at]), *_curves(run[at:]))
