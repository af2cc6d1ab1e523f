"""Pages that lie roughly right, settled: where a line is cut off at the edge of a page, it goes on in the
next one, at the end of a line there or, where both pages show the same strip, somewhere along one.

Every end pulls its page onto the line it goes on in; all pages together are settled by least squares,
nearer and nearer.
"""

from collections.abc import Mapping, Sequence
from itertools import combinations
from typing import NamedTuple

import numpy as np
from scipy.spatial import cKDTree

from craft.recognise.placing.page_lines import APART, EDGE, PageLines, Places, within
from craft.recognise.placing.placed import GOING_ON, NEAR
from craft.shape.affine import Affine, move_points
from craft.shape.curve import Floats
from craft.shape.grid import Cell

SNAP = 12.0  # mm: how far a page may be off
BIN = 0.5  # mm
CELLS, MOST_ENDS = 1_000, 1_000_000  # of so many cells each way, and ends: a number for each
FEWEST = 3  # ends that agree on where two pages lie
ABUT = 0.85  # of the ends that meet anything meet ends: the pages share no strip
ALIKE = 0.3  # the sine of how far two lines that are one may turn
PRIOR = 1e-5  # how much a page stays where it was put where no end says anything
SLIP = 100.0  # of one end across a page it is 1: lines cut off at a slant hold well enough
REACHES = (2.0, 1.0, 0.5, 0.3, 0.3)  # mm


class Settled(NamedTuple):
    """``off``: how far each end that goes on lies off its line (mm); ``met`` of ``cut`` ends go on where a
    neighbour is; ``sure``: the pages that ends hold in every direction, none where too few go on."""

    at: dict[int, Affine]
    off: list[float]
    met: int
    cut: int
    sure: frozenset[int]


class _Pull(NamedTuple):
    """That page b is to be moved by ``apart`` (mm) against page a along ``axis``."""

    a: int
    b: int
    axis: Floats
    apart: float
    weight: float


class Vote(NamedTuple):
    """That the second of two pages is to be moved by ``apart`` (mm): so many ``ends`` agree. ``axes``: the
    directions (n, 2) in which they tell how far."""

    apart: Floats
    ends: int
    axes: Floats


Pair = tuple[int, int]


def settled(
    rough: Mapping[int, Affine], lines: Mapping[int, PageLines], window: Floats,
    cells: Mapping[int, Cell] | None = None, *, near: bool = False,
) -> Settled:  # fmt: skip
    """The pages where the ends of their lines have them; ``near``: they are hardly off. ``cells``: the
    column and row of each, where they lie in a grid and move as one: then only its two steps are looked
    for."""
    pages = [page for page in rough if page in lines]
    there = [lines[page].moved(rough[page]) for page in pages]
    frames = [np.sort(move_points(window, rough[page]), axis=0) for page in pages]
    pairs = [
        (a, b) for a, b in combinations(range(len(pages)), 2)
        if (frames[a][0] - SNAP < frames[b][1]).all() and (frames[b][0] - SNAP < frames[a][1]).all()
    ]  # fmt: skip
    votes, abut = votes_of(there, pairs)
    basis = None if cells is None else _steps([cells[page] for page in pages])
    shift = np.zeros((len(pages), 2)) if near else _by_votes(votes, len(pages), basis)
    trees = [(cKDTree(each.ends.keyed()), cKDTree(each.along.keyed())) for each in there]
    pulls: list[_Pull] = []
    for reach in REACHES:
        pulls = _all_pulls(list(votes), there, trees, shift, reach, abut=abut)
        shift = shift + _solved(pulls, len(pages), basis)
    met, cut, off = _judged(there, trees, frames, shift)
    at: dict[int, Affine] = {
        page: (*rough[page][:4], rough[page][4] + float(x), rough[page][5] + float(y))
        for page, (x, y) in zip(pages, shift, strict=True)
    }
    sure = [pages[k] for k in _held(pulls, len(pages), basis)] if met >= GOING_ON * cut else []
    return Settled({**rough, **at}, off, met, cut, frozenset(sure))


def votes_of(there: Sequence[PageLines], pairs: Sequence[Pair]) -> tuple[dict[Pair, Vote], bool]:
    """Where most ends have each two pages, which lie roughly; and whether pages abut: ends meet ends. Else
    they meet lines that both pages show, as in every file some do by chance: all pairs together tell."""
    ends: dict[Pair, Vote] = {}
    lines: dict[Pair, Vote] = {}
    for a, b in pairs:
        p, q = there[a], there[b]
        back = _offers(q.along, p.ends)
        back = back * (-1.0, -1.0, 1.0) + (0.0, 0.0, float(len(q.ends.at)))
        for votes, offers in (
            (ends, _offers(p.ends, q.ends)),
            (lines, np.concatenate((_offers(p.along, q.ends), back))),
        ):
            vote = _most(offers)
            if vote is not None:
                votes[a, b] = vote
    met = 2 * sum(vote.ends for vote in ends.values())
    abut = met >= ABUT * sum(vote.ends for vote in lines.values())
    return (ends, True) if abut else (lines, False)


def _offers(targets: Places, ends: Places) -> Floats:
    """Every move that takes an end onto a place of a line that runs as it does: (n, 3), the move (mm) and
    the number of the end."""
    if not len(targets.at) or not len(ends.at):
        return np.empty((0, 3))
    # Far from all ends nothing is a target: most places of a page are.
    box = np.stack((ends.at.min(axis=0), ends.at.max(axis=0)))
    targets = targets.some(within(targets.at, box, SNAP))
    near = cKDTree(ends.keyed()).sparse_distance_matrix(
        cKDTree(targets.keyed()), SNAP, output_type="ndarray"
    )
    numbers, on = near["i"], near["j"]
    (ux, uy), (vx, vy) = ends.ways[numbers].T, targets.ways[on].T
    alike = np.abs(ux * vy - uy * vx) < ALIKE
    numbers, on = numbers[alike], on[alike]
    return np.column_stack((targets.at[on] - ends.at[numbers], numbers))


def _most(offers: Floats) -> Vote | None:
    """The move that most ends offer, and how many. Where parallel lines leave open how far along them, the
    move is only square to these."""
    best: Vote | None = None
    for half in (0.0, 0.5):  # twice, so that what lies on the edge of a cell is found as well
        x, y = np.floor(offers[:, :2] / BIN + half).astype(np.int64).T + CELLS
        moves = x * 2 * CELLS + y
        # Every end once in each cell of moves.
        ends = np.unique(moves * MOST_ENDS + offers[:, 2].astype(np.int64))
        found, counts = np.unique(ends // MOST_ENDS, return_counts=True)
        each = np.stack(np.divmod(found, 2 * CELLS), axis=1) - float(CELLS)
        if not len(counts) or (best and counts.max() < best.ends):
            continue
        # Few ends say something only where they could mean nothing else.
        if counts.max() < FEWEST and (np.ptp(each, axis=0) > 2).any():
            continue
        many = counts >= 0.9 * counts.max()
        top = (each[many] + 0.5 - half) * BIN
        spread, ways = np.linalg.eigh(np.cov(top.T) if len(top) > 1 else np.zeros((2, 2)))
        sure = ways.T[np.sqrt(np.maximum(spread, 0.0)) < 1.5 * BIN]
        if len(sure):
            near = np.isin(moves, found[many])
            best = Vote(offers[near, :2].mean(axis=0), int(counts.max()), sure)
    return best


def _steps(cells: Sequence[Cell]) -> Floats:
    """How far pages move (2 n, up to 4) as the two steps of their grid change: right and down, x and y."""
    moves = np.concatenate([np.column_stack((x * np.eye(2), y * np.eye(2))) for x, y in cells])
    return np.asarray(moves[:, moves.any(axis=0)])  # a single row has one step only


def _by_votes(votes: Mapping[Pair, Vote], count: int, basis: Floats | None) -> Floats:
    """How far each page is to be moved by the votes; those that contradict the others are left out."""
    kept = dict(votes)
    while True:
        pulls = [
            _Pull(a, b, axis, float(axis @ vote.apart), float(vote.ends))
            for (a, b), vote in kept.items() for axis in vote.axes
        ]  # fmt: skip
        shift = _solved(pulls, count, basis)
        off = {
            (a, b): float(np.abs(vote.axes @ (shift[b] - shift[a] - vote.apart)).max())
            for (a, b), vote in kept.items()
        }
        worst = max(off, key=lambda pair: off[pair], default=None)
        if worst is None or off[worst] < 2 * BIN:
            return shift
        del kept[worst]


def _solved(pulls: Sequence[_Pull], count: int, basis: Floats | None) -> Floats:
    """How far each page is to be moved (count, 2) so that all pulls are followed as well as can be."""
    if not pulls:
        return np.zeros((count, 2))
    normal, right = _equations(pulls, count)
    if basis is None:
        return np.asarray(np.linalg.solve(normal, right)).reshape(count, 2)
    steps = np.linalg.solve(basis.T @ normal @ basis, basis.T @ right)
    return np.asarray(basis @ steps).reshape(count, 2)


def _held(pulls: Sequence[_Pull], count: int, basis: Floats | None) -> list[int]:
    """The pages that nothing lets slip in any direction, as seen from the one most is known of."""
    if not pulls:
        return []
    normal, _ = _equations(pulls, count)
    if basis is not None:  # all of them or none
        least = float(np.linalg.eigvalsh(basis.T @ normal @ basis)[0])
        return list(range(count)) if least > 1 / SLIP else []
    most = 2 * int(np.argmax(normal.diagonal().reshape(count, 2).min(axis=1)))
    normal[[most, most + 1], [most, most + 1]] += 1e6
    spread = np.linalg.inv(normal)
    slip = [
        np.linalg.eigvalsh(spread[2 * k : 2 * k + 2, 2 * k : 2 * k + 2])[1] for k in range(count)
    ]
    return [k for k, each in enumerate(slip) if each < SLIP]


def _equations(pulls: Sequence[_Pull], count: int) -> tuple[Floats, Floats]:
    """The normal equations of all pulls."""
    a, b = (np.array([pull[k] for pull in pulls]) for k in (0, 1))
    axis = np.array([pull.axis for pull in pulls])
    apart, weight = (
        np.array([pull.apart for pull in pulls]),
        np.array([pull.weight for pull in pulls]),
    )
    places = np.zeros((len(pulls), count, 2))
    number = np.arange(len(pulls))
    places[number, a] -= axis
    places[number, b] += axis
    rows = places.reshape(len(pulls), -1)
    normal = rows.T @ (rows * weight[:, None]) + PRIOR * np.eye(2 * count)
    return normal, rows.T @ (apart * weight)


Trees = Sequence[tuple[cKDTree, cKDTree]]


def _all_pulls(
    pairs: Sequence[Pair], there: Sequence[PageLines], trees: Trees, shift: Floats, reach: float,
    *, abut: bool,
) -> list[_Pull]:  # fmt: skip
    """What each end pulls at, the pages moved so far by ``shift``."""
    found = []
    for p, q in [*pairs, *((b, a) for a, b in pairs)]:
        ends, on = there[p].ends, there[q].ends if abut else there[q].along
        if not len(ends.at) or not len(on.at):
            continue
        here = ends.at + shift[p] - shift[q]
        keyed = ends.keyed(shift[p] - shift[q])
        gap, place = trees[q][0 if abut else 1].query(keyed, distance_upper_bound=reach)
        for k in np.flatnonzero(np.isfinite(gap)):
            (ux, uy), (vx, vy) = ends.ways[k], on.ways[place[k]]
            if abs(ux * vy - uy * vx) < ALIKE:
                apart = here[k] - on.at[place[k]]
                axes = np.eye(2) if abut else np.array([[-vy, vx]])
                found += [_Pull(p, q, axis, float(axis @ apart), 1.0) for axis in axes]
    return found


def _judged(
    there: Sequence[PageLines], trees: Trees, frames: Sequence[Floats], shift: Floats
) -> tuple[int, int, list[float]]:
    """Of the ends where another page lies as well: how many go on there, how many there are, and how far
    off those that do (mm)."""
    met = cut = 0
    off: list[float] = []
    for p, page in enumerate(there):
        gaps = np.full(len(page.ends.at), np.inf)
        shown = np.zeros(len(page.ends.at), dtype=bool)
        for q, frame in enumerate(frames):
            if q == p:
                continue
            here = page.ends.at + shift[p] - shift[q]
            inside = within(here, frame, EDGE)
            shown |= inside
            if inside.any():
                gap, place = trees[q][1].query(page.ends.keyed(shift[p] - shift[q])[inside])
                ways, beside = there[q].along.ways[place], here[inside] - there[q].along.at[place]
                aside = np.abs(beside[:, 0] * ways[:, 1] - beside[:, 1] * ways[:, 0])
                # Beside a line it is the distance square to it that counts, past its end the whole.
                gaps[inside] = np.minimum(gaps[inside], np.where(gap < APART, aside, gap))
        cut += int(shown.sum())
        good = gaps[shown][gaps[shown] <= 2 * NEAR]
        met += len(good)
        off += good.tolist()
    return met, cut, off
