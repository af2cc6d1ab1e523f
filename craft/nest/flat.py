"""A problem as the arrays the search works on."""

from typing import NamedTuple

import numpy as np

from craft.nest.problem import Problem


class Flat(NamedTuple):
    """Per way of all things one after another. ``first``: per thing its first way, and their number;
    ``half``: half its width and height; ``low``, ``high``: where its middle may lie across;
    ``step``, ``rest``, ``group``: what it keeps to along and across (columns 0 and 1). Per thing:
    ``pinned``; ``block``: no piece but a place without cloth; ``size``: area of its box (mm²)."""

    height: float
    first: np.ndarray
    half: np.ndarray
    low: np.ndarray
    high: np.ndarray
    step: np.ndarray
    rest: np.ndarray
    group: np.ndarray
    pinned: np.ndarray
    block: np.ndarray
    size: np.ndarray


def flatten(problem: Problem) -> Flat:
    """The arrays of a problem."""
    ways = [way for thing in problem.things for way in thing]
    count = len(problem.things)
    half = np.array([problem.half(way.shape) for way in ways])
    first = np.cumsum([0, *(len(thing) for thing in problem.things)])
    steps = [(way.along, way.across) for way in ways]
    return Flat(
        height=problem.height,
        first=first,
        half=half,
        low=np.array([way.low for way in ways]),
        high=np.array([way.high for way in ways]),
        step=np.array([[s.step for s in each] for each in steps]),
        rest=np.array([[s.at for s in each] for each in steps]),
        group=np.array([[s.group for s in each] for each in steps]),
        pinned=np.array([i in problem.pinned for i in range(count)]),
        block=np.array([i in problem.blocks for i in range(count)]),
        size=4 * half[first[:-1]].prod(axis=1),
    )
