"""A change of length as it was carried out."""

from craft.fit.length.length_change import By
from craft.fit.length.strips import PaperStrip
from craft.frozen import Frozen
from craft.measure import Figure


class MadeChange(Frozen):
    """A change of length as carried out: which of the changes entered it is, the amount with its working,
    the pieces it touched and, of these, the ``followers`` that have no line of their own; ``lost``: marks
    that lie in a strip taken out; ``strips``: how it is done on paper."""

    index: int
    level: str
    by: By
    amount: Figure
    pieces: tuple[int, ...]
    followers: tuple[int, ...] = ()
    instruction: str
    lost: tuple[str, ...] = ()
    strips: tuple[PaperStrip, ...] = ()
