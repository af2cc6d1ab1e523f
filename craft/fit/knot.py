"""How far the fitting has come, and what of it ticks rest on."""

from craft.fit.result import Fitted
from craft.thread import Knot, Tick, first_fault
from craft.thread.facts import Pairs


def fit_knot(fitted: Fitted, checked: Tick) -> Knot:
    """Done when the lengths are checked off and no seam is at fault."""
    if checked.state == "look":
        return Knot(stage="fit", state="look", why=checked.why)
    fault = first_fault(fitted.findings)
    if fault:
        return Knot(stage="fit", state="half", why=fault)
    if checked.state == "done":
        return Knot(stage="fit", state="done", why="Lengths checked, all seams walked.")
    if fitted.changes or fitted.made:
        return Knot(stage="fit", state="half", why="Changed, but not yet checked off.")
    return Knot(stage="fit", state="open", why="Lengths are as drawn; not yet checked off.")


def length_fact(fitted: Fitted) -> Pairs:
    """Every change of length by its level, and every other one by what of it was changed (mm)."""
    lengths = tuple(
        (change.level, round(change.amount.value, 2) + 0.0)
        for change in fitted.changes
        if change.amount.value
    )
    others = tuple(
        (what, by if isinstance(by, str) else round(by, 2) + 0.0)
        for made in fitted.made
        for what, by in made.facts
    )
    return (*lengths, *others)
