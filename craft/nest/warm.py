"""Compile everything the search needs, so that the first lay need not wait.

Run it as ``python -m craft.nest.warm``.
"""

import numpy as np

from craft.nest.nesting import nest
from craft.nest.problem import FLIP_X, FLIP_Y, Pose, Problem, centred

# A hook: something that is not convex, so that every branch is reached.
_HOOK = np.array([(0, 0), (200, 0), (200, 60), (80, 60), (80, 160), (0, 160)], float)


def warm() -> None:
    """Search once on a few small shapes."""
    ring, _ = centred(_HOOK)
    poses = tuple(Pose(0, flips, 80.0, 320.0) for flips in (0, FLIP_X | FLIP_Y))
    for _ in nest(Problem(400.0, 3.0, (ring,), (poses,) * 6), rounds=1):
        pass


if __name__ == "__main__":
    warm()
