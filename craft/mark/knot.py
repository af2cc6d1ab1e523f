"""How far the marking has come."""

from craft.mark.result import Marking
from craft.thread import Knot, from_ticks


def mark_knot(marking: Marking) -> Knot:
    """Done when every mark of every piece is carried over."""
    return from_ticks("mark", (item.tick for each in marking.lists for item in each.items), "marks")
