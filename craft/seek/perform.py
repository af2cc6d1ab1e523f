"""Doing a task: the search behind it, with what it finds as it finds it."""

from collections.abc import Callable, Iterator

from craft.cloth import ClothInputs, fold_of
from craft.errors import CraftError
from craft.fit import Fitted
from craft.lay.inputs import LayInputs
from craft.seek.case import Case, Effort
from craft.seek.compare import compare
from craft.seek.fits import does_it_fit
from craft.seek.task import Found, LayTask, Variant


def perform(
    task: LayTask,
    fitted: Fitted,
    cloths: ClothInputs,
    inputs: LayInputs,
    keep_going: Callable[[], bool] = lambda: True,
) -> Iterator[Found]:
    """Do the task; yields whenever more is known. Raises CraftError without a cloth to lay on."""
    owned = cloths.cloths.get(task.role)
    if owned is None:
        raise CraftError(f"Choose a cloth for the {task.role} first.", "role")
    now = Variant(fold=fold_of(task.role, cloths), depth=cloths.depths.get(task.role))
    case = Case(
        task.role, owned, fitted, inputs, now=now, step=cloths.step, out=task.role in cloths.out
    )
    effort = Effort(task.seconds, task.seed, keep_going)
    if task.kind == "fits":
        for fits in does_it_fit(case, effort):
            yield Found(fits=fits)
        return
    for tried in compare(case, task.variants or (now,), effort):
        yield Found(tried=tried)
