"""Lines that go on in each other, joined: outlines that a page, a program or a drawer left in parts.

Lines of one ink are joined end to end, the straightest way on first. Nothing is joined over a gap that
was not asked for; what stays open stays open.
"""

from collections import defaultdict
from collections.abc import Iterable, Sequence
from typing import NamedTuple

import numpy as np
from scipy.spatial import cKDTree

from craft.drawing import DrawnPath, Flags, Ink, Ints, chord_length
from craft.drawing.curves import line_between
from craft.shape.curve import Floats

MEET = 0.05  # mm: ends that are one
NO_MARK = 30.0  # mm
CUT_OFF = 0.02  # mm that a line cut in two is off itself
ALIKE = 0.05  # of a turn of straight on (0) to back (2): no telling which goes on
TANGENT = 0.5  # mm: the stretch that tells which way a line runs; tinier segments are noise


class Chain(NamedTuple):
    """A line put together. ``curves`` (n, 4, 2) mm, those flagged in ``straight`` (n,) are lines.
    ``bridged``: the widest gap that was bridged in it (mm); ``forks``: places where it might have gone on
    in another line as well."""

    curves: Floats
    straight: Flags
    closed: bool
    ink: Ink
    bridged: float = 0.0
    forks: int = 0

    @property
    def ends(self) -> Floats:
        """Start and end (2, 2) mm."""
        return np.stack((self.curves[0, 0], self.curves[-1, 3]))

    def backwards(self) -> "Chain":
        """The same line from its other end."""
        return self._replace(curves=self.curves[::-1, ::-1], straight=self.straight[::-1])


def chains_of(paths: Iterable[DrawnPath]) -> list[Chain]:
    """The lines of a sheet, joined where ends of one kind of ink meet."""
    by_kind: dict[tuple[object, ...], list[Chain]] = defaultdict(list)
    for path in paths:
        around = len(path.curves) > 2 and np.hypot(*(path.curves[0, 0] - path.curves[-1, 3])) < MEET
        closed = path.closed or bool(around)
        by_kind[path.ink.kind].append(Chain(path.curves, path.straight, closed, path.ink))
    return [chain for mine in by_kind.values() for chain in _joined(mine)]


def _joined(chains: Sequence[Chain]) -> list[Chain]:
    done = [each for each in chains if each.closed]
    loose = [each for each in chains if not each.closed]
    if not loose:
        return done
    ends = np.concatenate([each.ends for each in loose])
    ways = np.concatenate([_ways_out(each) for each in loose])
    pairs = cKDTree(ends).query_pairs(MEET, output_type="ndarray")
    bend = np.zeros(len(pairs))
    if len(pairs):
        # At an end two lines run towards each other: the straightest way on turns least.
        bend = 1.0 + (ways[pairs[:, 0]] * ways[pairs[:, 1]]).sum(axis=1)
        gap = np.hypot(*(ends[pairs[:, 0]] - ends[pairs[:, 1]]).T)
        order = np.lexsort((gap, np.round(bend, 3)))
        pairs, bend = pairs[order], bend[order]
    forked = _forked(pairs, bend, loose)
    next_: dict[int, int] = {}
    for a, b in pairs.tolist():
        # A line goes on in itself only where it goes round.
        apart = a // 2 != b // 2 or len(loose[a // 2].curves) > 2
        if apart and a not in next_ and b not in next_:
            next_[a], next_[b] = b, a
    used: set[int] = set()
    # Open chains are walked from an end that goes on in nothing, what is left then goes round.
    starts = [end for end in range(len(ends)) if end not in next_] + list(range(0, len(ends), 2))
    for start in starts:
        if start // 2 not in used:
            done.append(_walked(start, loose, next_, used, forked))
    return done


def _forked(pairs: Ints, bend: Floats, loose: Sequence[Chain]) -> set[int]:
    """The ends at which two other lines go on as straight as each other; short ones are marks. ``bend``:
    of each pair, 0 straight on to 2 back."""
    ways: dict[int, list[float]] = defaultdict(list)
    for (a, b), turned in zip(pairs.tolist(), bend.tolist(), strict=True):
        if a // 2 != b // 2:
            for end, other in ((a, b), (b, a)):
                if chord_length(loose[other // 2].curves) >= NO_MARK:
                    ways[end].append(turned)
    straightest = {end: sorted(turned)[:2] for end, turned in ways.items() if len(turned) > 1}
    return {end for end, (one, two) in straightest.items() if two - one < ALIKE}


def _walked(
    start: int, loose: Sequence[Chain], next_: dict[int, int], used: set[int], forked: set[int]
) -> Chain:
    curves: list[Floats] = []
    straight: list[Flags] = []
    at, forks = start, 0
    while at // 2 not in used:
        used.add(at // 2)
        part = loose[at // 2] if at % 2 == 0 else loose[at // 2].backwards()
        mine, flags = part.curves, part.straight
        if curves:
            mine = _met(mine, curves[-1][-1, 3])
            if straight[-1][-1] and flags[0] and _goes_straight_on(curves[-1][-1], mine[0]):
                before, curves[-1] = curves[-1][-1], curves[-1][:-1]
                straight[-1] = straight[-1][:-1]
                mine = np.concatenate((line_between(before[0], mine[0, 3])[None], mine[1:]))
        curves.append(mine)
        straight.append(flags)
        out = next_.get(at ^ 1)
        if out is None:
            return Chain(
                np.concatenate(curves), np.concatenate(straight), False, part.ink, forks=forks
            )
        forks += (at ^ 1) in forked
        at = out
    joined = np.concatenate(curves)
    joined[-1, 3] = joined[0, 0]
    return Chain(joined, np.concatenate(straight), True, loose[start // 2].ink, forks=forks)


def _goes_straight_on(a: Floats, b: Floats) -> bool:
    """Whether two lines that meet are one that was cut in two."""
    way, corner = b[3] - a[0], a[3] - a[0]
    long = float(np.hypot(*way))
    aside = abs(float(way[0] * corner[1] - way[1] * corner[0])) / max(long, 1e-9)
    return aside < CUT_OFF and float(corner @ way) > 0 and float(way @ (b[3] - b[0])) > 0


def _met(curves: Floats, start: Floats) -> Floats:
    """The same curves, beginning exactly where the line before them ends."""
    met = curves.copy()
    met[0, :2] += start - met[0, 0]
    return met


def _ways_out(chain: Chain) -> Floats:
    """Which way a line runs out at its start and at its end (2, 2), unit vectors."""
    return np.stack((-_way(chain.curves), _way(chain.curves[::-1, ::-1]) * -1.0))


def _way(curves: Floats) -> Floats:
    """Which way a line sets out, over its first stretch."""
    start = curves[0, 0]
    for point in curves.reshape(-1, 2)[1:]:
        far = point - start
        size = float(np.hypot(*far))
        if size >= TANGENT:
            return np.asarray(far / size)
    far = curves[-1, 3] - start
    return np.asarray(far / (float(np.hypot(*far)) or 1.0))
