"""The label, as it is shown."""

from craft.frozen import Frozen
from craft.keep.small_drawing import Drawing
from craft.thread import Tick


class LabelLine(Frozen):
    """One line of the label; ``text`` is a phrase."""

    name: str
    text: str


class Kept(Frozen):
    """The label with its drawing. ``tick``: whether the filed label still tells the truth."""

    title: str
    lines: tuple[LabelLine, ...]
    drawing: Drawing
    tick: Tick
