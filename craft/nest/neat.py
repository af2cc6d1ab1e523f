"""Among equally short lays the neatest: large pieces near the cut end, what is left in one piece."""

import numpy as np

from craft.nest.compact import Compactor
from craft.nest.flat import Flat
from craft.nest.problem import FLIP_X, FLIP_Y, Nested, Problem
from craft.shape.curve import Floats


def neat(problem: Problem, flat: Flat, compactor: Compactor, lay: Nested) -> Nested:
    """The lay turned end for end where every thing may be and that keeps more cloth free at the far
    end, and settled. Never longer."""
    ways = flat.first[:-1] + np.array(lay.ways)
    turned = [
        each
        for flips in (0, FLIP_X, FLIP_X | FLIP_Y)
        if (each := _turned(problem, flat, ways, lay.at, lay.length, flips)) is not None
    ]
    ways, at = min(turned, key=lambda each: float((flat.size * each[1][:, 0])[~flat.block].sum()))
    settled = compactor.settle(ways, at, lay.length)
    if compactor.overlap(ways, settled) == 0 and (
        compactor.length(ways, settled) <= lay.length + 1e-7
    ):
        at = settled
    own = tuple(int(way - begin) for way, begin in zip(ways, flat.first[:-1], strict=True))
    return Nested(own, at, min(lay.length, compactor.length(ways, at)))


def _turned(
    problem: Problem, flat: Flat, ways: np.ndarray, at: Floats, length: float, flips: int
) -> tuple[np.ndarray, Floats] | None:
    """The whole lay flipped; None where a thing may not lie so, or anything keeps to its place."""
    if not flips:
        return ways, at
    if problem.pinned or (flat.step > 0).any():
        return None
    made, there = ways.copy(), at.copy()
    there[:, 0] = length - at[:, 0]
    if flips & FLIP_Y:
        there[:, 1] = problem.height - at[:, 1]
    for thing, choices in enumerate(problem.things):
        now = choices[ways[thing] - flat.first[thing]]
        for index, way in enumerate(choices):
            fits = way.low - 1e-6 <= there[thing, 1] <= way.high + 1e-6
            if way.shape == now.shape and way.flips == now.flips ^ flips and fits:
                made[thing] = flat.first[thing] + index
                break
        else:
            return None
    return made, there
