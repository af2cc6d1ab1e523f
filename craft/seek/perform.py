"""Doing a task: the search behind it, with what it finds as it finds it."""

from collections.abc import Callable, Iterator
from time import monotonic

from craft.cloth import ClothInputs
from craft.fit import Fitted
from craft.lay.inputs import LayInputs
from craft.seek.case import Effort, case_of
from craft.seek.compare import compare
from craft.seek.fits import does_it_fit
from craft.seek.task import Found, LayTask


def perform(
    task: LayTask,
    fitted: Fitted,
    cloths: ClothInputs,
    inputs: LayInputs,
    keep_going: Callable[[], bool] = lambda: True,
    now: Callable[[], float] = monotonic,
    pace: float | None = None,
) -> Iterator[Found]:
    """Do the task; yields whenever more is known. ``now``: the clock its seconds are counted by; ``pace``:
    rounds for each second at most. Raises CraftError without a cloth to lay on."""
    case = case_of(task.role, fitted, cloths, inputs, any_width=task.any_width)
    effort = Effort(task.seconds, task.seed, keep_going, now, pace)
    if task.kind == "fits":
        for fits in does_it_fit(case, effort):
            yield Found(fits=fits)
        return
    for tried in compare(case, task.variants or (case.now,), effort):
        yield Found(tried=tried)
