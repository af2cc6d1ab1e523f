"""A problem as the arrays the search works on."""

from typing import NamedTuple

import numpy as np

from craft.nest.problem import Problem
from craft.nest.tables import make_tables


class Flat(NamedTuple):
    """Per way of all things one after another; ``first``: per thing its first way, and their number."""

    height: float
    first: np.ndarray
    half: np.ndarray
    low: np.ndarray
    high: np.ndarray
    pinned: np.ndarray


class FlatTables(NamedTuple):
    """Tables as the search reads them."""

    cell: float
    data: np.ndarray
    spans: np.ndarray
    start: np.ndarray
    rows: np.ndarray
    nx: np.ndarray
    ny: np.ndarray
    sy: np.ndarray


def flatten(problem: Problem, cell: float = 10.0) -> tuple[Flat, FlatTables, FlatTables]:
    """The arrays of a problem, with its tables made."""
    ways = [way for thing in problem.things for way in thing]
    first = np.cumsum([0, *(len(thing) for thing in problem.things)])
    half = np.array([problem.half(way.shape) for way in ways])
    pinned = np.array([i in problem.pinned for i in range(len(problem.things))])
    fine, coarse = make_tables(problem, cell)
    return (
        Flat(problem.height, first, half, np.array([w.low for w in ways]),
             np.array([w.high for w in ways]), pinned),
        *(
            FlatTables(t.cell, t.data, t.spans, t.start, t.rows, t.nx, t.ny, t.sy)
            for t in (fine, coarse)
        ),
    )  # fmt: skip
