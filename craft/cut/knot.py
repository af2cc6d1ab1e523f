"""How far the cutting has come."""

from craft.cut.result import CutList
from craft.thread import Knot, from_ticks


def cut_knot(lists: tuple[CutList, ...]) -> Knot:
    """Done when every piece of every cloth is cut."""
    return from_ticks("cut", (item.tick for each in lists for item in each.items), "pieces")
