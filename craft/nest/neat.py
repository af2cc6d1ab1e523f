"""Among equally short lays the neatest: large pieces near the cut end, what is left in one piece."""

import numpy as np

from craft.nest.compact import Compactor
from craft.nest.flat import Arrays
from craft.nest.problem import FLIP_X, FLIP_Y, Nested, Problem
from craft.shape.curve import Floats


def neat(problem: Problem, flat: Arrays, compactor: Compactor, lay: Nested) -> Nested:
    """The lay turned end for end where every part may be and that keeps more cloth free at the far
    end, and settled. Never longer."""
    poses = flat.first[:-1] + np.array(lay.poses)
    turned = [
        each
        for flips in (0, FLIP_X, FLIP_X | FLIP_Y)
        if (each := _turned(problem, flat, poses, lay.at, lay.length, flips)) is not None
    ]
    poses, at = min(
        turned, key=lambda each: float((flat.size * each[1][:, 0])[~flat.obstacle].sum())
    )
    settled = compactor.settle(poses, at, lay.length)
    if compactor.overlap(poses, settled) == 0 and (
        compactor.length(poses, settled) <= lay.length + 1e-7
    ):
        at = settled
    own = tuple(int(pose - begin) for pose, begin in zip(poses, flat.first[:-1], strict=True))
    return Nested(own, at, min(lay.length, compactor.length(poses, at)))


def _turned(
    problem: Problem, flat: Arrays, poses: np.ndarray, at: Floats, length: float, flips: int
) -> tuple[np.ndarray, Floats] | None:
    """The whole lay flipped; None where a part may not lie so, or anything keeps to its place."""
    if not flips:
        return poses, at
    if problem.pinned or (flat.step > 0).any():
        return None
    made, there = poses.copy(), at.copy()
    there[:, 0] = length - at[:, 0]
    if flips & FLIP_Y:
        there[:, 1] = problem.height - at[:, 1]
    for part, choices in enumerate(problem.parts):
        now = choices[poses[part] - flat.first[part]]
        for index, pose in enumerate(choices):
            fits = pose.low - 1e-6 <= there[part, 1] <= pose.high + 1e-6
            if pose.shape == now.shape and pose.flips == now.flips ^ flips and fits:
                made[part] = flat.first[part] + index
                break
        else:
            return None
    return made, there
