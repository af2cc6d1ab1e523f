"""The tacking thread: what was ticked, whether it still holds, and how far each stage has come."""

from craft.thread.facts import Facts
from craft.thread.knots import Knot, first_fault, from_ticks
from craft.thread.stages import STAGES, Stage
from craft.thread.ticks import Thread, Tick, Ticks, TickState, changed

__all__ = [
    "STAGES", "Facts", "Knot", "Stage", "Thread", "Tick", "TickState", "Ticks", "changed",
    "first_fault", "from_ticks",
]  # fmt: skip
