"""The fold line is used up piece by piece: how short the pieces on it can lie, side by side."""

import numpy as np

from craft.nest.problem import Pose, Problem, flipped
from craft.shape.curve import Floats

MOST = 11  # pieces for which every order is tried


def fold_line_bound(problem: Problem) -> float:
    """The shortest stretch of the fold that all parts held to y = their own half height take up,
    in the best order and each turned the better way, gaps included (mm). No lay is shorter, unless
    a piece reaches over its neighbour. 0 with no such part; with more than MOST of them the
    sum of their fold edges."""
    held = [
        part
        for i, part in enumerate(problem.parts)
        if i not in problem.pinned and all(_on_the_near_fold(problem, pose) for pose in part)
    ]
    if not held:
        return 0.0
    rings = [
        [
            flipped(problem.shapes[pose.shape], pose.flips) + np.array((0.0, pose.low))
            for pose in poses
        ]
        for poses in held
    ]
    if len(held) > MOST:
        edges = [_fold_edge(poses[0]) for poses in rings]
        return sum(edges) + (len(edges) - 1) * problem.gap
    poses = [(i, ring) for i, each in enumerate(rings) for ring in each]
    room = np.array(
        [[np.inf if i == j else _beside(a, b) + problem.gap for j, b in poses] for i, a in poses]
    )
    left = np.array([-ring[:, 0].min() for _, ring in poses])
    right = np.array([ring[:, 0].max() for _, ring in poses])
    # Shortest way through every set of pieces, ending with a certain one (Held and Karp). What
    # reaches beyond the ends counts as well: the first begins, the last ends the strip.
    best: dict[tuple[int, int], float] = {(1 << i, k): left[k] for k, (i, _) in enumerate(poses)}
    for size in range(1, len(held)):
        for (done, k), value in [item for item in best.items() if item[0][0].bit_count() == size]:
            for m, (j, _) in enumerate(poses):
                if done >> j & 1:
                    continue
                key, reached = (done | 1 << j, m), value + float(room[k, m])
                if reached < best.get(key, np.inf):
                    best[key] = reached
    every = (1 << len(held)) - 1
    return min(value + float(right[k]) for (done, k), value in best.items() if done == every)


def _on_the_near_fold(problem: Problem, pose: Pose) -> bool:
    """Whether the pose is held with its lower edge on y = 0; one that may go elsewhere is not."""
    return abs(pose.high - pose.low) < 1e-6 and abs(pose.low - problem.half(pose.shape)[1]) < 1e-6


def _fold_edge(ring: Floats) -> float:
    """Length of the sides on y = 0."""
    on = np.abs(ring[:, 1]) < 1e-6
    both = on & np.roll(on, -1)
    return float(np.abs(np.roll(ring[:, 0], -1) - ring[:, 0])[both].sum())


def _beside(a: Floats, b: Floats) -> float:
    """How far b's middle must lie to the right of a's so that at every height b is right of a."""
    levels = np.unique(np.concatenate((a[:, 1], b[:, 1])))
    top = min(a[:, 1].max(), b[:, 1].max())
    levels = levels[levels <= top]
    return max(_reach(a, y) + _reach(b * (-1, 1), y) for y in levels)


def _reach(ring: Floats, y: float) -> float:
    """The largest x of the ring at one height."""
    p, q = ring, np.roll(ring, -1, axis=0)
    crossing = (np.minimum(p[:, 1], q[:, 1]) <= y) & (np.maximum(p[:, 1], q[:, 1]) >= y)
    p, q = p[crossing], q[crossing]
    rise = q[:, 1] - p[:, 1]
    flat = np.abs(rise) < 1e-12
    share = np.where(flat, 0, (y - p[:, 1]) / np.where(flat, 1, rise))
    xs = p[:, 0] + share * (q[:, 0] - p[:, 0])
    return float(max(xs.max(), np.where(flat, q[:, 0], -np.inf).max()))
