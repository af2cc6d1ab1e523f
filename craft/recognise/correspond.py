"""Edges made to correspond over sizes: every size's outline in as many curves, beginning at the same place.

Sizes that a program drew have the same nodes; then each answers to its like. Else corner answers to corner:
the corners of one size are looked for among the turns of the others, in their order round the piece, since
what is a corner in one size may be a little less than one in the next.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import accumulate

import numpy as np

from craft.recognise.turns import turns_of
from craft.shape import path as path_
from craft.shape.curve import Curve, Floats
from craft.shape.path import Path

CORNER = 0.35  # radians: a turn in an outline that is a corner
TURN = 0.1  # radians: one that may be a corner in another size
NODE_OFF = (
    0.35  # how far a node may lie from its like, which has the same neighbours (share of the box)
)
OFF = 0.12  # how far a corner may lie from where it lies in another size (share of the piece's box)
UNLIKE = 0.6  # radians: two turns that are not of one corner


@dataclass(frozen=True, slots=True)
class Corresponding:
    """``outlines``: by size, all with the same count of curves; ``corners``: which of these begin at one.
    ``left_out``: sizes whose corners do not answer to the others'."""

    outlines: dict[str, Path]
    corners: tuple[bool, ...]
    left_out: tuple[str, ...]


def corresponding(outlines: dict[str, Path]) -> Corresponding:
    """The outlines of a piece (clockwise, closed) made to correspond."""
    base = _base(outlines)
    like = _node_by_node(outlines, base)
    if like is not None:
        return Corresponding(like, _corner_flags(like), ())
    starts = corners_of(outlines[base]) or [0]
    runs = {base: _runs(outlines[base], starts)}
    left_out = []
    for size, path in outlines.items():
        if size != base:
            found = _answering(outlines[base], starts, path)
            if found is None:
                left_out.append(size)
            else:
                runs[size] = _runs(path, found)
    counts = [max(len(run[at]) for run in runs.values()) for at in range(len(starts))]
    made = {
        size: tuple(
            curve for at, run in enumerate(runs[size]) for curve in _divided(run, counts[at])
        )
        for size in outlines
        if size in runs
    }
    begins = set(accumulate(counts, initial=0))
    flags = tuple(at in begins for at in range(sum(counts)))
    return Corresponding(made, flags, tuple(left_out))


def corners_of(path: Path) -> list[int]:
    """The curves of a closed path that begin at a corner."""
    return [at for at, turned in enumerate(turns_of(path)) if abs(turned) > CORNER]


def _base(outlines: dict[str, Path]) -> str:
    """The size the others are compared with: one with the fewest corners, as each of them is one in all."""
    return min(outlines, key=lambda size: len(corners_of(outlines[size])))


def _node_by_node(outlines: dict[str, Path], base: str) -> dict[str, Path] | None:
    """Each size begun where the base begins, if all have the same nodes; None where they have not."""
    start = (corners_of(outlines[base]) or [0])[0]
    first = _begun(outlines[base], start)
    kinds = [len(curve) for curve in first]
    box = _in_box(first)
    made = {base: first}
    for size, path in outlines.items():
        if len(path) != len(first):
            return None
        fitting = [at for at in range(len(path)) if [len(c) for c in _begun(path, at)] == kinds]
        off = [float(np.hypot(*(_in_box(_begun(path, at)) - box).T).max()) for at in fitting]
        if not fitting or min(off) > NODE_OFF:
            return None
        made[size] = _begun(path, fitting[int(np.argmin(off))])
        turned = np.abs(np.array(turns_of(made[size])) - np.array(turns_of(first)))
        if turned.max() > UNLIKE:
            return None
    return {size: made[size] for size in outlines}


def _answering(base: Path, starts: Sequence[int], path: Path) -> list[int] | None:
    """The nodes of a path that answer to the base's corners, in their order; None where some have none."""
    turns, box = np.array(turns_of(base)), _in_box(base)
    mine, there = np.array(turns_of(path)), _in_box(path)
    candidates = [at for at, turned in enumerate(mine) if abs(turned) > TURN]
    if len(candidates) < len(starts):
        return None
    cost = np.array([
        [np.hypot(*(box[a] - there[b])) / OFF + abs(turns[a] - mine[b]) / UNLIKE for b in candidates]
        for a in starts
    ])  # fmt: skip
    allowed = np.array([
        [np.hypot(*(box[a] - there[b])) <= OFF and abs(turns[a] - mine[b]) <= UNLIKE for b in candidates]
        for a in starts
    ])  # fmt: skip
    cost[~allowed] = np.inf
    best, chosen = np.inf, list[int]()
    for first in range(len(candidates)):
        turned = np.roll(cost, -first, axis=1)
        total, picked = _in_order(turned)
        if total < best:
            best, chosen = total, [candidates[(at + first) % len(candidates)] for at in picked]
    return chosen if np.isfinite(best) else None


def _in_order(cost: Floats) -> tuple[float, list[int]]:
    """The cheapest choice of one column a row, the first in the first column, each further right than the
    one before; infinite where there is none."""
    rows, columns = cost.shape
    total = np.full(cost.shape, np.inf)
    before = np.zeros(cost.shape, dtype=int)
    total[0, 0] = cost[0, 0]
    for row in range(1, rows):
        for column in range(row, columns):
            at = int(np.argmin(total[row - 1, :column]))
            total[row, column] = total[row - 1, at] + cost[row, column]
            before[row, column] = at
    last = int(np.argmin(total[-1]))
    picked = [last]
    for row in range(rows - 1, 0, -1):
        picked.append(int(before[row, picked[-1]]))
    return float(total[-1, last]), picked[::-1]


def _in_box(path: Path) -> Floats:
    """Where the curves of a path begin, as shares of its box."""
    left, top, right, low = path_.control_bounds(path)
    starts = np.array([curve[0] for curve in path])
    shares: Floats = (starts - (left, top)) / (max(right - left, 1.0), max(low - top, 1.0))
    return shares


def _begun(path: Path, at: int) -> Path:
    return (*path[at:], *path[:at])


def _runs(path: Path, starts: Sequence[int]) -> list[Path]:
    """The stretches of a closed path from one start to the next, going on from the first."""
    ends = [*starts[1:], starts[0]]
    return [
        path[a:b] if a < b else (*path[a:], *path[:b]) for a, b in zip(starts, ends, strict=True)
    ]  # fmt: skip


def _divided(run: Path, count: int) -> list[Curve]:
    """The same line in so many curves: the longest is halved until there are enough."""
    curves = list(run)
    while len(curves) < count:
        at = max(range(len(curves)), key=lambda k: path_.length((curves[k],)))
        one, two = path_.split((curves[at],), 0, 0.5)
        curves[at : at + 1] = [*one, *two]
    return curves


def _corner_flags(outlines: dict[str, Path]) -> tuple[bool, ...]:
    """Where any size has a corner all have: edges lie between the same nodes in every size."""
    turned = np.array([np.abs(turns_of(path)) for path in outlines.values()]).max(axis=0)
    flags = turned > CORNER
    if not flags.any():
        flags[0] = True
    return tuple(bool(each) for each in flags)
