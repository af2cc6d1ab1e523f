"""How two pages may lie to each other: by the nodes that both of them show."""

from collections import defaultdict
from collections.abc import Sequence
from itertools import product
from typing import NamedTuple

import numpy as np
from scipy.spatial import cKDTree

from craft.drawing import Drawing, Flags
from craft.recognise.placing.page_lines import shown_paths, within
from craft.recognise.placing.placed import LEAST_STEP, LOOP, NEAR
from craft.shape.affine import Affine, move_points
from craft.shape.curve import Floats

FEWEST = 3  # nodes that two neighbours share by chance are fewer
AGREED = 0.7  # of what both pages must show they do
TRIED = 8  # places of two pages to each other that are looked at


class Nodes(NamedTuple):
    """Where curves of a page end: ``points`` (n, 2) mm, each place once; ``inks`` (n, k): which inks end
    there."""

    points: Floats
    inks: Flags


class Joint(NamedTuple):
    """That page b lies so on page a: ``at`` from mm of b to mm of a; ``shared``: as many nodes agree,
    ``inner``: those of them where no line was cut."""

    a: int
    b: int
    at: Affine
    shared: int
    inner: int


def nodes_of(drawing: Drawing, numbers: Sequence[int]) -> dict[int, Nodes]:
    """The nodes of each page, as far as they are seen on it; those of letters tell nothing, since words
    are often on one page alone."""
    inks: dict[object, int] = {}
    points: dict[int, list[Floats]] = defaultdict(list)
    kinds: dict[int, list[int]] = defaultdict(list)
    for path in shown_paths(drawing, numbers):
        page = drawing.pages[path.page]
        ends = np.concatenate((path.curves[:1, 0], path.curves[:, 3]))
        ends = ends[within(ends, np.array(((0.0, 0.0), (page.width, page.height))), NEAR)]
        points[path.page].append(ends)
        kinds[path.page] += [inks.setdefault(path.ink.kind, len(inks))] * len(ends)
    return {
        page: _apart(np.concatenate(points[page]), kinds[page], len(inks))
        for page in numbers
        if points[page]
    }


def _apart(points: Floats, kinds: Sequence[int], count: int) -> Nodes:
    """Each place once: where sizes lie on each other, many lines end in one place."""
    owner = np.arange(len(points))
    for a, b in cKDTree(points).query_pairs(NEAR / 2, output_type="ndarray"):
        owner[max(a, b)] = min(owner[max(a, b)], owner[min(a, b)])
    first, place = np.unique(owner, return_inverse=True)
    inks = np.zeros((len(first), count), dtype=bool)
    inks[place, np.array(kinds)] = True
    return Nodes(points[first], inks)


def window_of_nodes(nodes: dict[int, Nodes]) -> Floats:
    """What pages show of the sheet at most (2, 2): left and top, right and bottom (mm of the page)."""
    points = np.concatenate([each.points for each in nodes.values()])
    return np.stack((points.min(axis=0), points.max(axis=0)))


def joints_of(a: int, b: int, nodes: dict[int, Nodes], window: Floats) -> list[Joint]:
    """How two pages may lie to each other as neighbours: most of what both must show they do."""
    found: list[Joint] = []
    p, q = nodes[a], nodes[b]
    same = (p.inks[:, None, :] & q.inks[None, :, :]).any(axis=2)
    wide, tall = window[1] - window[0]
    for sign in (1.0, -1.0):
        shift = (p.points[:, None] - sign * q.points[None, :])[same]
        if not len(shift):
            continue
        # How far the middles of the two windows are apart: neighbours lie beside or below each other.
        x, y = np.abs(shift + (sign - 1) * window.mean(axis=0)).T
        beside = ((x > LEAST_STEP * wide) & (x < wide + NEAR) & (y < 0.3 * tall)) | (
            (y > LEAST_STEP * tall) & (y < tall + NEAR) & (x < 0.3 * wide)
        )
        shift = shift[beside]
        if not len(shift):
            continue
        counted = np.array([len(each) for each in cKDTree(shift).query_ball_point(shift, NEAR)])
        tried: list[Floats] = []
        for top in np.argsort(-counted):
            if len(tried) == TRIED:
                break
            if any(np.hypot(*(shift[top] - each)) < 3 * NEAR for each in tried):
                continue
            tried.append(shift[top])
            near = np.hypot(*(shift - shift[top]).T) <= NEAR
            x, y = (float(each) for each in shift[near].mean(axis=0))
            at: Affine = (sign, 0.0, 0.0, sign, x, y)
            shared, inner, expected = _agreed(p, q, at, window)
            if shared and shared >= AGREED * expected:
                found.append(Joint(a, b, at, shared, inner))
    return found


def _must(points: Floats, own: Floats, other: Floats) -> Flags:
    """Which nodes of a page another one must show, too: those within its window. Where a line was cut,
    at the edge of the page's own window, the other one has no node unless it ends there as well."""
    shown = within(points, other, NEAR)
    for k, (edges, others) in enumerate(zip(own.T.tolist(), other.T.tolist(), strict=True)):
        for edge in edges:
            if min(abs(edge - each) for each in others) > 3 * NEAR:
                shown &= np.abs(points[:, k] - edge) > NEAR
    return shown


def of_one_step(tried: Sequence[Joint], window: Floats) -> list[Joint]:
    """Where most pages lie as far beside, and as far below, each other: the joints that do so. None where
    no step is clearly the usual one."""
    found: list[tuple[float, list[Joint]]] = []
    for kind in product((True, False), (True, False), (True, False)):
        mine = [each for each in tried if _direction(each.at, window) == kind]
        if len(mine) < FEWEST:
            continue
        shifts = np.array([each.at[4:] for each in mine])
        near = cKDTree(shifts).query_ball_point(shifts, LOOP)
        # Many pairs of pages with few shared nodes say more than one with many. Lines that run on straight
        # fit at many a place where they were cut; a node within the pages does not.
        support = np.array([
            sum({(mine[k].a, mine[k].b): min(mine[k].shared + 2 * mine[k].inner, 4) for k in each}.values())
            for each in near
        ])  # fmt: skip
        top = int(support.argmax())
        apart = np.hypot(*(shifts - shifts[top]).T) > 2 * LOOP
        second = support[apart].max() if apart.any() else 0
        pairs = {(mine[k].a, mine[k].b) for k in near[top]}
        if len(pairs) >= FEWEST and support[top] >= 1.5 * second:
            found.append((float(support[top]), [mine[k] for k in near[top]]))
    most = max((support for support, _ in found), default=0.0)
    chosen = [joint for support, joints in found if support >= 0.2 * most for joint in joints]
    return chosen


def _direction(at: Affine, window: Floats) -> tuple[bool, bool, bool]:
    """Whether a neighbour lies beside or below, on which side, and turned or not."""
    wide, _ = window[1] - window[0]
    x, y = np.array(at[4:]) + (at[0] - 1) * window.mean(axis=0)
    sideways = abs(x) > 0.5 * wide
    return bool(sideways), bool((x if sideways else y) > 0), at[0] > 0


def surest(tried: Sequence[Joint]) -> list[Joint]:
    """Of every pair of pages the joint with most shared nodes, where they are too many for chance."""
    best: dict[tuple[int, int], Joint] = {}
    for each in sorted(tried, key=lambda each: each.shared):
        if each.shared >= FEWEST:
            best[each.a, each.b] = each
    return list(best.values())


def _agreed(p: Nodes, q: Nodes, at: Affine, window: Floats) -> tuple[int, int, int]:
    """Of the nodes that both pages must show, lying so to each other: how many both do, how many of these
    lie within both windows, and how many there are."""
    there = move_points(q.points, at)
    frame = np.sort(move_points(window, at), axis=0)
    mine, theirs = _must(p.points, window, frame), _must(there, frame, window)
    if not mine.any() or not theirs.any():
        return 0, 0, int(mine.sum() + theirs.sum())
    apart, nearest = cKDTree(there).query(p.points[mine])
    both = (apart <= 2 * NEAR) & (p.inks[mine] & q.inks[nearest]).any(axis=1)
    shared = p.points[mine][both]
    inner = within(shared, window, -3 * NEAR)
    return len(shared), int(inner.sum()), max(int(mine.sum()), int(theirs.sum()))
