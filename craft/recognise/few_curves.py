"""Curves that a program wrote as many short straight lines, laid through again by few cubics."""

from itertools import pairwise

from craft.digitise.curve_fit import through
from craft.recognise.turns import turns_of
from craft.shape import path as path_
from craft.shape.curve import Curve
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
    made: list[Curve] = []
    for a, b in pairwise(begins):
        run = whole[a:b]
        if len(run) < FEW:
            made += run
        else:
            made += through((run[0][0], *(curve[-1] for curve in run)), within=WITHIN)
    return tuple(made)
