"""Nesting: the shortest strip for a problem, better and better.

Two searchers work side by side in rounds of equally many moves. After each round whoever lies
clearly behind goes on from the other's best, so that the same seed and the same number of rounds
give the same lay, however the threads run.
"""

from collections.abc import Callable, Iterator
from concurrent.futures import ThreadPoolExecutor, wait
from threading import Event

import numpy as np

from craft.nest.compact import Compactor
from craft.nest.first import first_lay
from craft.nest.flat import Flat, flat_tables, flatten
from craft.nest.fold_line import fold_line_bound
from craft.nest.problem import Nested, Problem
from craft.nest.walk import Walk

WALKS = 2
MOVES_A_ROUND = 2500
BEHIND = 1.003  # a searcher this much longer than the best goes on from the best
AT_BEST = 0.02  # a lay this near to the least possible length (mm) cannot be bettered
ASKED = 0.05  # how often a running round asks whether to go on (s)


def nest(
    problem: Problem,
    *,
    seed: int = 1,
    rounds: int | None = None,
    keep_going: Callable[[], bool] = lambda: True,
) -> Iterator[Nested]:
    """Better and better lays; the first comes at once. Ends after ``rounds`` rounds, or soon after
    ``keep_going`` says False. Raises NoPlace when a thing
    fits no way across the strip."""
    flat = flatten(problem)
    first = first_lay(problem, flat)
    yield first
    if not keep_going() or len(problem.pinned) == len(problem.things):
        return
    ways = flat.first[:-1] + np.array(first.ways)
    best = first.length
    with ThreadPoolExecutor(WALKS) as pool:
        making = pool.submit(lambda: (flat_tables(problem), Compactor(problem, flat)))
        while not making.done():
            wait([making], ASKED)
            if not keep_going():
                return
        tables, compactor = making.result()
        start = (ways, first.at, first.length)
        pushed = compactor.push(ways, first.at)
        if pushed is not None and pushed[1] < best:
            start, best = (ways, *pushed), pushed[1]
            yield Nested(first.ways, pushed[0], best)
        walks = [
            Walk(problem, flat, tables, compactor, seed * WALKS + i, start) for i in range(WALKS)
        ]
        done = 0
        least = bound(problem, flat) + AT_BEST
        while best > least and (rounds is None or done < rounds):
            done += 1
            for better in _round(pool, walks, keep_going):
                if better.best < best - 1e-6:
                    best = better.best
                    yield _nested(better, flat.first)
            leader = min(walks, key=lambda walk: walk.best)
            for walk in walks:
                if walk.best > leader.best * BEHIND:
                    walk.adopt(leader)
            if not keep_going():
                return


def bound(problem: Problem, flat: Flat) -> float:
    """No lay is shorter (mm): the area, the longest thing, and what must lie on the fold line."""
    loose = [i for i in range(len(problem.things)) if i not in problem.pinned]
    longest = max(2 * flat.half[flat.first[i] : flat.first[i + 1], 0].min() for i in loose)
    return max(problem.area() / problem.height, float(longest), fold_line_bound(problem))


def _round(
    pool: ThreadPoolExecutor, walks: list[Walk], keep_going: Callable[[], bool]
) -> Iterator[Walk]:
    """One round of all searchers; yields them when it is over, or has been stopped."""
    stop = np.zeros(1, np.int64)
    over = Event()
    running = [pool.submit(walk.step, stop, MOVES_A_ROUND) for walk in walks]
    while not over.is_set():
        _, waiting = wait(running, ASKED)
        if not waiting:
            over.set()
        elif not keep_going():
            stop[0] = 1
    for future in running:
        future.result()
    yield from sorted(walks, key=lambda walk: walk.best)


def _nested(walk: Walk, first: np.ndarray) -> Nested:
    own = tuple(int(way - begin) for way, begin in zip(walk.best_ways, first[:-1], strict=True))
    return Nested(own, walk.best_at.copy(), walk.best)
