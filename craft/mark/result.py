"""The mark schedule: its rows, the lists they stand in, and all of them together."""

from typing import Literal

from craft.frozen import Frozen
from craft.mark.marks_carried_over import LeftOut
from craft.measure import Figure, Finding
from craft.pattern.piece import Role
from craft.thread import Tick

CAUTIONS = (
    "Try the way on a scrap first, and press the scrap: some marks set under the iron.",
    "No iron and no steam over a mark before it is sewn.",
    "Needles, awl and spiked wheel point away from the other hand.",
    "Chalk dust and sprays: with air. Follow the maker’s instructions.",
)
When = Literal["pinned", "parted", "right side", "fused"]
ORDER: tuple[When, ...] = ("pinned", "parted", "right side", "fused")
WHEN_WORDS: dict[When, str] = {
    "pinned": "While the paper is pinned",
    "parted": "On each layer by itself",
    "right side": "On the right side",
    "fused": "After fusing",
}


class MarkItem(Frozen):
    """One mark on one cut piece (or pair). ``code``: its way; ``proposed``: the way proposed, and
    ``chosen``: the person took another one or said so; ``against``: what speaks against the way in
    force; ``otherwise``: why quicker ways were passed over. ``once``: it is made on one of two sides
    only; ``places``: how many marks come of it; ``drawn``: no mark of the pattern but an edge whose
    paper ends at the stitching line. ``again``: how often it was made anew; ``facts``: the same at a
    glance; ``mind``: what is said whenever the way is used."""

    tick: Tick
    key: str
    mark: str
    title: str
    kind: str
    code: str
    way: str
    how: str
    because: str
    mind: tuple[str, ...]
    otherwise: str
    against: tuple[str, ...]
    proposed: str
    chosen: bool
    when: When
    side: str
    layers: str
    once: bool
    places: int
    colour: str
    tools: tuple[str, ...]
    lacks: tuple[str, ...]
    minutes: float
    passes: int
    tacks: int
    thread: float
    facts: tuple[str, ...]
    drawn: bool = False
    again: int = 0


class MarkList(Frozen):
    """The marks of one laid item. ``stack``: how the cloth lies under the paper, and ``keep`` what is still
    made from it; ``left_out``: marks that are not carried to it."""

    role: Role
    item: str
    piece: int
    title: str
    stack: str
    keep: str
    minutes: float
    items: tuple[MarkItem, ...]
    left_out: tuple[LeftOut, ...]
    findings: tuple[Finding, ...] = ()


class ToolInHand(Frozen):
    """A way in one colour and all that is made with it: ``keys`` of its ticks in the order of the work, on
    so many ``pieces``; ``minutes``: how long all of it takes."""

    name: str
    keys: tuple[str, ...]
    pieces: int
    minutes: Figure


class Marking(Frozen):
    """The whole schedule and its sums; ``by_tool``: the same marks in the order of what is in the hand."""

    lists: tuple[MarkList, ...]
    marks: int
    left: int
    minutes: Figure
    minutes_left: float
    thread: Figure
    passes: int
    tools: tuple[str, ...]
    by_tool: tuple[ToolInHand, ...] = ()
