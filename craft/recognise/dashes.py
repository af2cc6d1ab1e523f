"""Lines that are drawn stroke by stroke, or broken by a small gap: put together, and the gaps remembered.

Strokes of one ink are linked end to end, each end to the one that goes on from it best. What lies between
is bridged as the strokes on both sides have it: straight on, by a curve, or in a corner where both would
meet.
"""

from collections import defaultdict
from collections.abc import Sequence
from itertools import pairwise
from math import ceil, hypot

import numpy as np
from scipy.spatial import cKDTree

from craft.digitise.curve_fit import through
from craft.drawing import DrawnPath, chord_length
from craft.drawing.curves import as_arrays, path_of
from craft.recognise.chains import MEET, Chain, chains_of
from craft.shape.bends import turn
from craft.shape.curve import Curve, Floats, Point, distance, length, point_at, tangent_at
from craft.shape.path import Path

STROKE = 40.0  # mm: no dash is longer
MANY = 12  # strokes: fewer are no dashed line
WIDEST = 12.0  # mm between two dashes
GAP = 3.0  # mm: a gap in a line that was to be whole
LONG = 60.0  # mm: such a line
CORNER = 0.3  # radians
AHEAD = 0.3  # the cosine of how far one stroke may lie aside of where another runs
BACK = -0.9
FLAT = 0.02  # mm: strokes on one straight line
WITHIN = 0.005  # mm: a curve laid through strokes
SAMPLED = 3.0  # mm: how close the places of a stroke are that a curve is laid through


def whole_lines(paths: Sequence[DrawnPath], *, cut: bool = False) -> list[Chain]:
    """The lines of a sheet, each as one: joined where ends meet, dashes and small gaps bridged; the widest
    gap of each is in ``bridged``. ``cut``: pages were cut apart, and a gap is where a page lacks something:
    nothing is bridged."""
    by_kind: dict[tuple[object, ...], list[DrawnPath]] = defaultdict(list)
    for each in paths:
        by_kind[each.ink.kind].append(each)
    return [line for mine in by_kind.values() for line in _of_one_ink(mine, cut)]


def _of_one_ink(paths: Sequence[DrawnPath], cut: bool) -> list[Chain]:
    loose = [
        Chain(each.curves, each.straight, False, each.ink) for each in paths
        if not each.closed and not each.ink.filled
    ]  # fmt: skip
    reach = 0.0 if cut else _dash_gap(loose)
    if reach:  # a mark may meet the end of a dash: what goes on from it best is told by all of them
        return chains_of(each for each in paths if each.closed or each.ink.filled) + _linked(
            loose, reach
        )
    chains = chains_of(paths)
    if cut:
        return chains
    broken = [
        each for each in chains
        if not each.closed and not each.ink.filled and chord_length(each.curves) >= LONG
    ]  # fmt: skip
    ids = {id(each) for each in broken}
    return [each for each in chains if id(each) not in ids] + _linked(broken, GAP)


def _linked(strokes: Sequence[Chain], reach: float) -> list[Chain]:
    if not strokes:
        return []
    links = _links(strokes, reach)
    used: set[int] = set()
    made: list[Chain] = []
    # A line with ends is walked from one of them, what is left then goes round.
    starts = [end for end in range(2 * len(strokes)) if end not in links]
    for start in (*starts, *range(0, 2 * len(strokes), 2)):
        if start // 2 not in used:
            made.append(_walked(start, strokes, links, used))
    return made


def _dash_gap(loose: Sequence[Chain]) -> float:
    """How far apart dashes may lie (mm); 0 where the lines are none: most of their length is drawn in short
    strokes then."""
    sizes = [chord_length(each.curves) for each in loose]
    strokes = [each for each, size in zip(loose, sizes, strict=True) if size <= STROKE]
    if len(strokes) < MANY or sum(size for size in sizes if size <= STROKE) < 0.5 * sum(sizes):
        return 0.0
    ends = np.concatenate([each.ends for each in strokes])
    near = cKDTree(ends).query(ends, k=min(3, len(ends)))
    # The nearest end of another stroke: its own other end may be nearer.
    other = near[1] // 2 != np.arange(len(ends))[:, None] // 2
    gaps = np.where(other, near[0], np.inf).min(axis=1)
    usual = float(np.median(gaps[np.isfinite(gaps)])) if np.isfinite(gaps).any() else np.inf
    return min(2.5 * usual, WIDEST) if 0 < usual <= WIDEST / 1.5 else 0.0


def _links(strokes: Sequence[Chain], reach: float) -> dict[int, int]:
    """Which end goes on in which (twice the stroke's place, one more for its last end)."""
    ends = np.concatenate([each.ends for each in strokes])
    ways = np.array([way for each in strokes for way in _ways(each)])
    pairs = cKDTree(ends).query_pairs(reach, output_type="ndarray")
    if not len(pairs):
        return {}
    apart = ends[pairs[:, 1]] - ends[pairs[:, 0]]
    gap = np.maximum(np.hypot(*apart.T), 1e-9)
    ahead = (apart * ways[pairs[:, 0]]).sum(axis=1) / gap
    back = -(apart * ways[pairs[:, 1]]).sum(axis=1) / gap
    meet = gap < MEET  # between ends that meet there is no direction
    ahead[meet] = back[meet] = -(ways[pairs[meet, 0]] * ways[pairs[meet, 1]]).sum(axis=1)
    # One of them may begin in the very corner, where the other does not reach.
    fits = meet | (np.maximum(ahead, back) > AHEAD) & (np.minimum(ahead, back) > BACK)
    cost = gap / reach + 2.0 * ((1 - ahead) + (1 - back))
    found: dict[int, int] = {}
    for a, b in pairs[fits][np.argsort(cost[fits], kind="stable")].tolist():
        alone = a // 2 == b // 2 and chord_length(strokes[a // 2].curves) < LONG
        if a not in found and b not in found and not alone:
            found[a], found[b] = b, a
    return found


def _ways(chain: Chain) -> tuple[Point, Point]:
    """Which way a stroke runs out at its two ends (unit vectors)."""
    path = path_of(chain.curves, chain.straight)
    (ax, ay), (bx, by) = tangent_at(path[0], 0.0), tangent_at(path[-1], 1.0)
    a, b = hypot(ax, ay) or 1.0, hypot(bx, by) or 1.0
    return (-ax / a, -ay / a), (bx / b, by / b)


def _walked(start: int, strokes: Sequence[Chain], links: dict[int, int], used: set[int]) -> Chain:
    parts: list[Chain] = []
    at, closed = start, False
    while True:
        used.add(at // 2)
        parts.append(strokes[at // 2] if at % 2 == 0 else strokes[at // 2].backwards())
        following = links.get(at ^ 1)
        if following is None or following // 2 in used:
            closed = following is not None and following == start
            break
        at = following
    if len(parts) == 1 and not closed:
        return parts[0]
    return _one_line(parts, closed)


def _one_line(parts: Sequence[Chain], closed: bool) -> Chain:
    """Strokes in their order as one line."""
    paths = [path_of(each.curves, each.straight) for each in parts]
    following = [*paths[1:], paths[0]] if closed else paths[1:]
    widest = max(distance(a[-1][-1], b[0][0]) for a, b in zip(paths, following, strict=False))
    runs: list[list[Curve]] = [[]]
    for at, path in enumerate(paths):
        runs[-1].append(path[0])
        for before, curve in pairwise(path):
            if abs(_turned(before, curve)) > CORNER:
                runs.append([])
            runs[-1].append(curve)
        if at < len(following):
            corner = _corner(path[-1], following[at][0])
            if corner:
                runs[-1] += [(path[-1][-1], corner[0])] if corner[0] != path[-1][-1] else []
                runs.append([])
                if corner[-1] != following[at][0][0]:
                    runs[-1].append((corner[-1], following[at][0][0]))
    if closed and len(runs) > 1 and not _corner(paths[-1][-1], paths[0][0]):
        runs[0] = runs.pop() + runs[0]
    line = [curve for run in runs if run for curve in _smooth(run)]
    joined = _met(line, closed)
    curves, straight = as_arrays(joined)
    return Chain(curves, straight, closed, parts[0].ink, widest)


def _corner(before: Curve, after: Curve) -> tuple[Point, ...]:
    """Where two strokes meet in a corner between them: the place where both run on to; the two ends where
    they run past each other; () where one goes on in the other."""
    if abs(_turned(before, after)) <= CORNER:
        return ()
    (ax, ay), (bx, by) = before[-1], after[0]
    (ux, uy), (vx, vy) = tangent_at(before, 1.0), tangent_at(after, 0.0)
    cross = ux * vy - uy * vx
    if abs(cross) > 1e-9:
        t = ((bx - ax) * vy - (by - ay) * vx) / cross
        s = ((bx - ax) * uy - (by - ay) * ux) / cross
        reach = 1.5 * distance(before[-1], after[0])
        if 0 <= t * hypot(ux, uy) <= reach and 0 >= s * hypot(vx, vy) >= -reach:
            return ((ax + ux * t, ay + uy * t),)
    return (before[-1], after[0])


def _turned(before: Curve, after: Curve) -> float:
    return turn(tangent_at(before, 1.0), tangent_at(after, 0.0))


def _smooth(run: Sequence[Curve]) -> Path:
    """Strokes that go on in each other as one straight line, or as few curves; a single one as it is."""
    if len(run) == 1:
        return (run[0],)
    start, end = run[0][0], run[-1][-1]
    if all(len(curve) == 2 for curve in run):
        nodes: Floats = np.array([place for curve in run for place in (curve[0], curve[-1])])
        far = np.array(end) - start
        long = float(np.hypot(*far)) or 1.0
        off = np.abs((nodes - start) @ np.array([-far[1], far[0]])) / long
        if off.max() < FLAT:
            return ((start, end),)
    places: list[Point] = []
    for curve in run:
        steps = max(4, ceil(length(curve) / SAMPLED)) if len(curve) == 4 else 1
        for at in range(steps + 1):
            place = point_at(curve, at / steps)
            if not places or distance(place, places[-1]) > 1e-3:
                places.append(place)
    return through(tuple(places), within=WITHIN)


def _met(line: Sequence[Curve], closed: bool) -> Path:
    """The same curves, each beginning exactly where the one before it ends, gaps between two straight ones
    bridged."""
    made: list[Curve] = []
    for curve in line:
        if made and distance(made[-1][-1], curve[0]) > 1e-9:
            made.append((made[-1][-1], curve[0]))
        made.append(curve)
    if closed and distance(made[-1][-1], made[0][0]) > 1e-9:
        made.append((made[-1][-1], made[0][0]))
    return tuple(made)
