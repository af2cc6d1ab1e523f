"""Doing a task: the search behind it, with what it finds as it finds it."""

from collections.abc import Callable, Iterator

from craft.cloth import ClothInputs, fold_of
from craft.errors import CraftError
from craft.fit import Fitted
from craft.lay.compare import compare
from craft.lay.fits import does_it_fit
from craft.lay.lay import LayInputs
from craft.lay.task import Found, LayTask, Way


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
    now = Way(fold=fold_of(task.role, cloths), depth=cloths.depths.get(task.role))
    out = task.role in cloths.out
    if task.kind == "fits":
        for fits in does_it_fit(
            task.role, owned, now, fitted, inputs, seconds=task.seconds, seed=task.seed,
            keep_going=keep_going, out=out,
        ):  # fmt: skip
            yield Found(fits=fits)
        return
    for tried in compare(
        task.role, owned, fitted, inputs, cloths.step, task.ways or (now,), seconds=task.seconds,
        seed=task.seed, keep_going=keep_going, now=now, out=out,
    ):  # fmt: skip
        yield Found(tried=tried)
