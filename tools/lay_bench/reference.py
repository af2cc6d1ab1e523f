"""The reference packer beside ours: a general open-source strip packer, a development dependency."""

import spyrrow

from craft.nest.problem import FLIP_X, FLIP_Y, Problem, flipped


def packed_length(problem: Problem, seconds: int, seed: int) -> float:
    """Length (mm) the packer reaches in the time given; every part may lie face up or turned
    end for end as in the problem. The packer keeps the gap at the strip's edges too, so the strip is
    made that much higher, and what it adds at both ends is taken off."""
    gap = problem.gap
    items = []
    for index, part in enumerate(problem.parts):
        pose = part[0]
        ends = any(other.flips == pose.flips ^ FLIP_X ^ FLIP_Y for other in part[1:])
        ring = flipped(problem.shapes[pose.shape], pose.flips)
        points = [(float(x), float(y)) for x, y in ring]
        items.append(spyrrow.Item(str(index), points, 1, [0.0, 180.0] if ends else [0.0]))
    instance = spyrrow.StripPackingInstance("lay", problem.height + 2 * gap, items)
    config = spyrrow.StripPackingConfig(
        early_termination=False, total_computation_time=seconds, num_workers=2, seed=seed,
        min_items_separation=gap,
    )  # fmt: skip
    return float(instance.solve(config).width - 2 * gap)
