"""Linear programs of a lay, solved by HiGHS through its own interface: a push asks for thousands of small
ones, where what a general wrapper checks and copies each time costs as much as solving."""

from typing import NamedTuple

import highspy
import numpy as np

from craft.shape.curve import Floats

# A program that takes longer than this is given up; hundreds of steps are usual.
MOST_STEPS, LONGEST = 20_000, 2.0


class Program(NamedTuple):
    """Least ``cost`` . x with ``rows`` x <= ``limits`` and ``least`` <= x <= ``most``. The rows are sparse:
    row i has ``values[starts[i]:starts[i + 1]]`` at the columns ``columns[...]``, none of them twice."""

    cost: Floats
    least: Floats
    most: Floats
    starts: np.ndarray
    columns: np.ndarray
    values: Floats
    limits: Floats


class _Solver(highspy.Highs):
    """Calls nobody back while it solves; to say that it might, it would first name itself on the output."""

    def enableCallbacks(self) -> None:
        return


def least_of(program: Program) -> Floats | None:
    """The x of the least cost; None where there is none, or it takes too long."""
    solver = _Solver()
    for option, value in (
        ("output_flag", False), ("threads", 1), ("solver", "simplex"),
        ("simplex_iteration_limit", MOST_STEPS), ("time_limit", LONGEST),
    ):  # fmt: skip
        solver.setOptionValue(option, value)
    lp = highspy.HighsLp()
    lp.num_col_, lp.num_row_ = len(program.cost), len(program.limits)
    lp.col_cost_, lp.col_lower_, lp.col_upper_ = program.cost, program.least, program.most
    lp.row_lower_, lp.row_upper_ = np.full(len(program.limits), -np.inf), program.limits
    lp.a_matrix_.format_ = highspy.MatrixFormat.kRowwise
    lp.a_matrix_.start_, lp.a_matrix_.index_ = program.starts, program.columns
    lp.a_matrix_.value_ = program.values
    solver.passModel(lp)
    solver.run()
    if solver.getModelStatus() != highspy.HighsModelStatus.kOptimal:
        return None
    return np.array(solver.getSolution().col_value)
