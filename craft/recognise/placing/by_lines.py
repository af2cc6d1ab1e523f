"""Pages placed by long lines that several of them draw."""

from collections import defaultdict
from collections.abc import Iterable, Sequence
from typing import NamedTuple

import numpy as np
from scipy.spatial import cKDTree

from craft.drawing import Drawing, DrawnPath, chord_length
from craft.recognise.placing.grid import on_top
from craft.recognise.placing.placed import HALF_TURN, MOST_OF, NEAR, Placed
from craft.shape.affine import IDENTITY, Affine, inverse, move_point, move_points, then
from craft.shape.curve import Floats

LONG = 30.0  # mm: a line that can be told from others
LOOKED_AT = 60  # lines of a page that are compared with its neighbours'
INSIDE = 20.0  # mm from the edge of a page: what is there is shown
AGREED = 0.7  # of what both pages must show they do


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
            votes = _votes(by_page[page], partners, known, at)
            # The same outline may be drawn twice on a sheet; two pages never lie in one place.
            size = drawing.pages[page].width, drawing.pages[page].height
            free = [
                each
                for each in votes
                if not any(on_top(each[0], other, *size) for other in at.values())
            ]
            found = _clear_winner(free)
            # A line that two pieces have alike says nothing: what else both pages show must agree.
            while found is not None and not _agrees(
                found[0], by_page[page], partners, known, at, drawing
            ):
                free = [each for each in free if _apart(each[0], found[0]) > 2 * NEAR]
                found = _clear_winner(free)
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


def _votes(
    paths: Iterable[int],
    partners: dict[int, list[int]],
    known: Sequence[_Known],
    at: dict[int, Affine],
) -> list[tuple[Affine, float]]:
    """Where a page lies by each of its lines that placed pages have too, with how long that is (mm)."""
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
    return votes


def _agrees(
    place: Affine, paths: Iterable[int], partners: dict[int, list[int]],
    known: Sequence[_Known], at: dict[int, Affine], drawing: Drawing,
) -> bool:  # fmt: skip
    """Whether the lines of a page that run through its neighbours are drawn on these too, if it lies so."""
    expected = met = 0
    longest = sorted(paths, key=lambda each: -known[each].long)[:LOOKED_AT]
    page = drawing.pages[known[longest[0]].path.page]
    middle = move_point((page.width / 2, page.height / 2), place)
    for other, there in at.items():
        back, size = inverse(there), drawing.pages[other]
        x, y = move_point(middle, back)
        if not (
            -page.width < x < size.width + page.width
            and -page.height < y < size.height + page.height
        ):
            continue
        for mine in longest:
            here = move_points(known[mine].path.curves[:, 0], place)
            on = move_points(here, back)
            if (
                ((on > INSIDE) & (on < (size.width - INSIDE, size.height - INSIDE)))
                .all(axis=1)
                .any()
            ):
                expected += 1
                met += any(
                    known[each].path.page == other
                    and np.abs(move_points(known[each].path.curves[:, 0], there) - here).max()
                    < 2 * NEAR
                    for each in partners[mine]
                    if len(known[each].path.curves) == len(here)
                )
    return met >= AGREED * expected


def _apart(a: Affine, b: Affine) -> float:
    return max(abs(a[k] - b[k]) * (1e4 if k < 4 else 1.0) for k in range(6))


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
