"""How far the picking has come, and what of it ticks rest on."""

from craft.measure import capital
from craft.pattern.pattern import size_words
from craft.pick.result import LENGTH, Picked
from craft.thread import Knot, first_fault
from craft.thread.facts import Code


def pick_knot(picked: Picked) -> Knot:
    """Open until a size is chosen, half with a fault."""
    if not picked.chosen:
        return Knot(stage="pick", state="open", why="No size is chosen yet.")
    fault = first_fault(picked.findings)
    if fault:
        return Knot(stage="pick", state="half", why=fault)
    text = size_words(picked.sizes_said)
    text = capital(text)
    return Knot(stage="pick", state="done", why=f"{text}, view {picked.view}.")


def size_fact(picked: Picked) -> Code:
    """The size, or the size at each level where they differ; a length's only where it is another."""
    if not picked.graded:
        return picked.size
    at = [(level, picked.at[level]) for level in picked.levels if level != LENGTH]
    long = picked.at.get(LENGTH)
    return (*at, (LENGTH, long)) if long and long != picked.size else tuple(at)
