"""Pages placed by long lines that several of them draw."""

from collections import defaultdict
from collections.abc import Iterable, Sequence
from typing import NamedTuple

import numpy as np
from scipy.spatial import cKDTree

from craft.drawing import Drawing, DrawnPath, chord_length
from craft.recognise.placing.placed import HALF_TURN, MOST_OF, NEAR, Placed
from craft.shape.affine import IDENTITY, Affine, then
from craft.shape.curve import Floats

LONG = 30.0  # mm: a line that can be told from others


class _Known(NamedTuple):
    path: DrawnPath
    long: float


def by_lines(drawing: Drawing, numbers: Sequence[int]) -> Placed | None:
    """Long lines that several pages draw say how these lie to each other; all together they must agree."""
    pages = set(numbers)
    known = [
        _Known(path, long) for path in drawing.paths
        if path.page in pages and (long := chord_length(path.curves)) >= LONG
    ]  # fmt: skip
    if not known:
        return None
    features = np.array([_features(each) for each in known])
    near = cKDTree(features).query_pairs(NEAR, output_type="ndarray")
    partners: dict[int, list[int]] = defaultdict(list)
    for a, b in near:
        if known[a].path.page != known[b].path.page and known[a].path.ink == known[b].path.ink:
            partners[a].append(b)
            partners[b].append(a)
    by_page: dict[int, list[int]] = defaultdict(list)
    for mine in partners:
        by_page[known[mine].path.page].append(mine)
    if len(by_page) < MOST_OF * len(numbers):
        return None
    start = max(by_page, key=lambda page: len(by_page[page]))
    at: dict[int, Affine] = {start: IDENTITY}
    off: list[float] = []
    while True:
        found = None
        for page in sorted(set(by_page) - set(at), key=lambda page: -len(by_page[page])):
            found = _vote(page, by_page[page], partners, known, at)
            if found is not None:
                at[page] = found[0]
                off += found[1]
                break
        if found is None:
            break
    if len(at) < MOST_OF * len(numbers):
        return None
    loose = tuple(each for each in numbers if each not in at)
    return Placed(at, "lines", max(off, default=None), loose)


def _features(each: _Known) -> tuple[float, ...]:
    """What does not change when a path is moved or turned."""
    curves = each.path.curves
    inner = curves[:, 1:3] - curves[:, :2]
    return (
        10.0 * len(curves), each.long, float(np.hypot(*(curves[-1, 3] - curves[0, 0]))),
        float(np.hypot(inner[..., 0], inner[..., 1]).sum()),
    )  # fmt: skip


def _vote(
    page: int,
    paths: Iterable[int],
    partners: dict[int, list[int]],
    known: Sequence[_Known],
    at: dict[int, Affine],
) -> tuple[Affine, list[float]] | None:
    """Where a page lies by all its lines that placed pages have too; None where they do not agree."""
    votes: list[tuple[Affine, float]] = []
    for mine in paths:
        there = {}
        for other in partners[mine]:
            if known[other].path.page in at:
                there[known[other].path.page] = other
        for other_page, other in list(there.items())[:3]:
            for turn in (IDENTITY, HALF_TURN):
                move = _move(known[mine].path.curves, known[other].path.curves, turn)
                if move is not None:
                    votes.append((then(move, at[other_page]), known[mine].long))
    return _clear_winner(votes)


def _move(a: Floats, b: Floats, turn: Affine) -> Affine | None:
    """The move that takes one curve onto another, turned so."""
    sign = turn[0]
    shift = b.reshape(-1, 2) - sign * a.reshape(-1, 2)
    mean = shift.mean(axis=0)
    if np.abs(shift - mean).max() > NEAR:
        return None
    return (sign, 0.0, 0.0, sign, float(mean[0]), float(mean[1]))


def _clear_winner(votes: list[tuple[Affine, float]]) -> tuple[Affine, list[float]] | None:
    """The place most length agrees on, with how far each vote is off; None where another is near it."""
    if not votes:
        return None
    places = np.array([(1e4 * at[0], at[4], at[5]) for at, _ in votes])
    weights = np.array([weight for _, weight in votes])
    tree = cKDTree(places)
    near = tree.query_ball_point(places, NEAR)
    sums = np.array([weights[each].sum() for each in near])
    best = int(sums.argmax())
    chosen = near[best]
    others = np.delete(np.arange(len(votes)), chosen)
    runner_up = max((sums[each] for each in others), default=0.0)
    if sums[best] < 1.5 * runner_up or (len(chosen) < 2 and weights[chosen].sum() < 4 * LONG):
        return None
    mean = np.average(places[chosen], axis=0, weights=weights[chosen])
    off = np.hypot(*(places[chosen, 1:] - mean[1:]).T)
    sign = votes[best][0][0]
    return (sign, 0.0, 0.0, sign, float(mean[1]), float(mean[2])), [float(each) for each in off]
