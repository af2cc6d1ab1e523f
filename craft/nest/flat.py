"""A problem as the arrays the search works on."""

from typing import NamedTuple

import numpy as np

from craft.nest.problem import Problem


class Arrays(NamedTuple):
    """Per pose of all parts one after another. ``first``: per part its first pose, and their number;
    ``half``: half its width and height; ``low``, ``high``: where its middle may lie across;
    ``step``, ``rest``, ``group``: what it keeps to along and across (columns 0 and 1). Per part:
    ``pinned``; ``obstacle``: no piece but a place without cloth; ``size``: area of its box (mm²)."""

    height: float
    first: np.ndarray
    half: np.ndarray
    low: np.ndarray
    high: np.ndarray
    step: np.ndarray
    rest: np.ndarray
    group: np.ndarray
    pinned: np.ndarray
    obstacle: np.ndarray
    size: np.ndarray


def flatten(problem: Problem) -> Arrays:
    """The arrays of a problem; whole numbers become floats as all others, since the search is compiled
    anew (for half a minute) for every kind of number it meets."""
    poses = [pose for part in problem.parts for pose in part]
    count = len(problem.parts)
    half = np.array([problem.half(pose.shape) for pose in poses])
    first = np.cumsum([0, *(len(part) for part in problem.parts)])
    steps = [(pose.along, pose.across) for pose in poses]
    return Arrays(
        height=float(problem.height),
        first=first,
        half=half,
        low=np.array([pose.low for pose in poses], float),
        high=np.array([pose.high for pose in poses], float),
        step=np.array([[s.step for s in each] for each in steps], float),
        rest=np.array([[s.at for s in each] for each in steps], float),
        group=np.array([[s.group for s in each] for each in steps]),
        pinned=np.array([i in problem.pinned for i in range(count)]),
        obstacle=np.array([i in problem.obstacles for i in range(count)]),
        size=4 * half[first[:-1]].prod(axis=1),
    )
