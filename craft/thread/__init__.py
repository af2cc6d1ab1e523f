"""The tacking thread: what was ticked, whether it still holds, and how far each stage has come."""

from craft.thread.knots import STAGES, Knot, Stage
from craft.thread.ticks import Facts, Tick, Ticks, TickState, changed, state_of

__all__ = ["STAGES", "Facts", "Knot", "Stage", "Tick", "TickState", "Ticks", "changed", "state_of"]
