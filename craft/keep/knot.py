"""Whether the label is filed and still tells the truth."""

from craft.keep.result import Kept
from craft.thread import Knot


def keep_knot(kept: Kept) -> Knot:
    """Done once filed."""
    if kept.tick.state == "look":
        return Knot(stage="keep", state="look", why=f"The label has changed. {kept.tick.why}")
    if kept.tick.state == "done":
        return Knot(stage="keep", state="done", why="Filed in the register.")
    return Knot(stage="keep", state="open", why="Not filed yet.")
