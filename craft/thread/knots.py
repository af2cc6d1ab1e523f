"""The eight knots of a making, in the order of the work."""

from collections.abc import Iterable
from typing import Literal

from craft.frozen import Frozen
from craft.measure import Finding
from craft.thread.stages import Stage
from craft.thread.ticks import Tick

KnotState = Literal["open", "half", "done", "look"]


class Knot(Frozen):
    """How far a stage has come; ``why`` says what is missing or what changed."""

    stage: Stage
    state: KnotState
    why: str


def from_ticks(stage: Stage, ticks: Iterable[Tick], what: str) -> Knot:
    """A stage that is a list to tick. ``what`` names the things ticked, in the plural."""
    ticks = list(ticks)
    looks = [tick.why for tick in ticks if tick.state == "look"]
    done = sum(tick.state == "done" for tick in ticks)
    if looks:
        count = len(looks)
        verb = "needs" if count == 1 else "need"
        return Knot(
            stage=stage, state="look", why=f"{count} of the {what} {verb} another look. {looks[0]}"
        )
    if ticks and done == len(ticks):
        return Knot(stage=stage, state="done", why=f"All {done} {what} ticked.")
    if done:
        return Knot(stage=stage, state="half", why=f"{done} of {len(ticks)} {what} ticked.")
    return Knot(stage=stage, state="open", why=f"None of {len(ticks)} {what} ticked yet.")


def first_fault(findings: Iterable[Finding]) -> str:
    """What the first fault says; "" without one."""
    return next((finding.what for finding in findings if finding.weight == "fault"), "")
