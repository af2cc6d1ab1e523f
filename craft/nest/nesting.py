"""Nesting: the shortest strip for a problem, better and better.

Two searchers work side by side in rounds of equally many moves. After each round whoever lies
clearly behind goes on from the other's best, so that the same seed and the same number of rounds
give the same lay, however the threads run.
"""

from collections.abc import Callable, Iterator
from concurrent.futures import Future, ThreadPoolExecutor, wait

import numpy as np

from craft.nest.compact import Compactor
from craft.nest.first import first_lay
from craft.nest.flat import Arrays, flatten
from craft.nest.fold_line import fold_line_bound
from craft.nest.neat import neat
from craft.nest.penetration import make_tables
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
    start: Nested | None = None,
) -> Iterator[Nested]:
    """Better and better lays; the first comes at once, the last is the best made neat. ``start``: a lay
    without any fault that is known already: no lay is longer.

    Ends after ``rounds`` rounds, soon after ``keep_going`` says False, or when no lay can be shorter.
    Raises NoPlace when a part fits the strip in no pose.
    """
    flat = flatten(problem)
    best = first_lay(problem, flat)
    if start is not None and start.length < best.length:
        best = start
    yield best
    if len(problem.pinned) == len(problem.parts):
        return
    with ThreadPoolExecutor(WALKS) as pool:
        making = pool.submit(lambda: (make_tables(problem), Compactor(problem, flat)))
        while not making.done():
            if not keep_going():
                return
            wait([making], ASKED)
        tables, compactor = making.result()
        poses = flat.first[:-1] + np.array(best.poses)
        pushed = compactor.push(poses, best.at)
        if pushed is not None and pushed[1] < best.length:
            best = Nested(best.poses, *pushed)
            yield best
        begun = (poses, best.at, best.length)
        walks = [
            Walk(problem, flat, tables, compactor, seed * WALKS + i, begun) for i in range(WALKS)
        ]
        done, least = 0, bound(problem, flat) + AT_BEST
        while best.length > least and (rounds is None or done < rounds) and keep_going():
            done += 1
            _round(pool, walks, keep_going)
            leader = min(walks, key=lambda walk: walk.best)
            if leader.best < best.length - 1e-6:
                best = _nested(leader, flat.first)
                yield best
            for walk in walks:
                if walk.best > leader.best * BEHIND:
                    walk.adopt(leader)
    yield neat(problem, flat, compactor, best)


def bound(problem: Problem, flat: Arrays) -> float:
    """No lay is shorter (mm): the area, the longest part, and what must lie on the fold line."""
    loose = [i for i in range(len(problem.parts)) if i not in problem.pinned]
    longest = max(2 * flat.half[flat.first[i] : flat.first[i + 1], 0].min() for i in loose)
    return max(problem.area() / problem.height, float(longest), fold_line_bound(problem))


def _round(pool: ThreadPoolExecutor, walks: list[Walk], keep_going: Callable[[], bool]) -> None:
    """One round of all searchers, until it is over or has been stopped."""
    stop = np.zeros(1, np.int64)
    running = [pool.submit(walk.step, stop, MOVES_A_ROUND) for walk in walks]
    waiting: set[Future[None]] = set(running)
    while waiting:
        _, waiting = wait(waiting, ASKED)
        if waiting and not keep_going():
            stop[0] = 1
    for future in running:
        future.result()


def _nested(walk: Walk, first: np.ndarray) -> Nested:
    own = tuple(int(pose - begin) for pose, begin in zip(walk.best_poses, first[:-1], strict=True))
    return Nested(own, walk.best_at.copy(), walk.best)
