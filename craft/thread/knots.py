"""The eight knots of a making, in the order of the work."""

from typing import Literal

from craft.frozen import Frozen
from craft.thread.ticks import TickState

Stage = Literal["pick", "trace", "fit", "cloth", "lay", "cut", "mark", "keep"]
STAGES: tuple[Stage, ...] = ("pick", "trace", "fit", "cloth", "lay", "cut", "mark", "keep")
KnotState = Literal["open", "half", "done", "look"]


class Knot(Frozen):
    """How far a stage has come; ``why`` says what is missing or what changed."""

    stage: Stage
    state: KnotState
    why: str


def from_ticks(stage: Stage, states: list[tuple[TickState, str]], what: str) -> Knot:
    """A stage that is a list to tick. ``what`` names the things ticked, in the plural."""
    looks = [why for state, why in states if state == "look"]
    done = sum(state == "done" for state, _ in states)
    if looks:
        count = len(looks)
        verb = "needs" if count == 1 else "need"
        return Knot(
            stage=stage, state="look", why=f"{count} of the {what} {verb} another look. {looks[0]}"
        )
    if states and done == len(states):
        return Knot(stage=stage, state="done", why=f"All {done} {what} ticked.")
    if done:
        return Knot(stage=stage, state="half", why=f"{done} of {len(states)} {what} ticked.")
    return Knot(stage=stage, state="open", why=f"None of {len(states)} {what} ticked yet.")
