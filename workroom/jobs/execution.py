"""What a job's own process does: a search, or a drawing. It knows no database; it is handed documents and
says what it found."""

import os
import time
from collections.abc import Callable
from dataclasses import dataclass

from pydantic import TypeAdapter

from craft.inputs import Inputs
from craft.making import drawn
from craft.pattern import Pattern
from craft.seek.perform import perform
from craft.seek.task import Found, LayTask, merged
from craft.sheets.printing import PaperTask, draw, suffix
from workroom.data_files.papers import keep_paper

WRITE = 0.2  # how often what was found is said at most (s)
# No more rounds of a search than so many for each of its seconds: where many wait, and a lay need not be
# the best.
PACE = float(os.environ.get("DOVE_TACK_PACE") or 0) or None
TASKS: TypeAdapter[PaperTask] = TypeAdapter(PaperTask)


@dataclass(frozen=True)
class Order:
    """A job as its process gets it. ``spent``: how long it was worked on before (s); ``found``: what is
    known from then."""

    pk: int
    owner: int
    kind: str
    task: str
    pattern: str
    inputs: str
    key: str
    found: str
    spent: float
    taken_up: int

    @property
    def seconds(self) -> float:
        """How long it may be worked on in all (s of its own turns)."""
        if self.kind == "lay":
            return LayTask.model_validate_json(self.task).seconds
        return LONGEST[self.kind]


# What takes longer is given up (s).
LONGEST = {"paper": 120.0, "export": 1_800.0, "import": 1_800.0}
OUT_OF_MEMORY = "The search ran out of memory and ended with the best lay it had found."
Say = Callable[[dict[str, object]], None]


def execute(
    order: Order, say: Say, keep_going: Callable[[], bool], now: Callable[[], float]
) -> None:
    """Do it. What it comes to is said as ``{"found"}``, ``{"share"}`` and at last ``{"end"}``."""
    pattern = Pattern.model_validate_json(order.pattern)
    inputs = Inputs.model_validate_json(order.inputs)
    if order.kind == "paper":
        task = TASKS.validate_json(order.task)
        data = draw(pattern, inputs, task, lambda share: say({"share": share}))
        keep_paper(f"{order.key}.{suffix(task)}", data)
        sentence = ""
    else:
        sentence = _seek(order, pattern, inputs, say, keep_going, now)
    say({"end": "done", "sentence": sentence})


def _seek(
    order: Order, pattern: Pattern, inputs: Inputs, say: Say,
    keep_going: Callable[[], bool], now: Callable[[], float],
) -> str:  # fmt: skip
    """Search, and what is to be said of how it ended."""
    task = LayTask.model_validate_json(order.task)
    best = Found.model_validate_json(order.found) if order.found else Found()
    # What was searched for already counts, and is not searched for again from the same seed.
    left = max(0.2, task.seconds - order.spent)
    task = task.model_copy(update={"seconds": left, "seed": task.seed + round(order.spent)})
    before, said, unsaid = best, 0.0, False
    for_cloth = drawn(pattern, inputs).for_cloth
    sentence = ""
    try:
        for after in perform(task, for_cloth, inputs.cloth, inputs.lay, keep_going, now, PACE):
            best, unsaid = merged(before, after), True
            if time.monotonic() - said > WRITE:
                say({"found": best.model_dump_json()})
                said, unsaid = time.monotonic(), False
    except MemoryError:
        if best == Found():
            raise
        sentence = OUT_OF_MEMORY
    if unsaid:
        say({"found": best.model_dump_json()})
    return sentence
