"""Searches as tasks: what to search for, for how long, and what has been found so far."""

from typing import Annotated, Literal

from pydantic import Field

from craft.cloth import Fold
from craft.frozen import Frozen
from craft.lay.sought import Sought
from craft.measure import Figure
from craft.pattern.piece import Role

ChangeKind = Literal["fold", "half turn", "other cloth", "across", "join", "hem"]


class Way(Frozen):
    """A way of laying: how it is folded, how deep a part fold is (mm; None: the search chooses), and
    another width the shop has the cloth in (mm; None: the cloth's own). ``without``: as if the cloth had
    no nap, or needed no matching: what these cost."""

    fold: Fold = "lengthwise"
    depth: Annotated[float, Field(ge=20, le=2_000)] | None = None
    width: Annotated[float, Field(ge=100, le=4_000)] | None = None
    without: tuple[Literal["nap", "matching"], ...] = ()


class Tried(Frozen):
    """What one way came to: the best lay so far, the cloth it takes (mm) and what to buy for it;
    ``refused``: why nothing can be laid this way."""

    way: Way
    sought: Sought | None = None
    takes: float | None = None
    buy: Figure | None = None
    refused: str = ""


class Change(Frozen):
    """One change and what came of it. ``short``: how much is still missing (mm, negative: left over).
    ``sought``: the lay with the change made; ``fold``: how the cloth lies in it."""

    kind: ChangeKind
    what: str
    because: str
    piece: int = 0
    fold: Fold
    fits: bool
    short: float
    sought: Sought


class Fits(Frozen):
    """The answer so far. ``short``: how much is missing (mm, negative: left over) in the best lay
    found without a change. ``changes``: tried ones, best first. ``tried`` of ``of`` are done."""

    fits: bool
    takes: Figure | None = None
    owned: Figure | None = None
    short: float | None = None
    said: str = ""
    sought: Sought | None = None
    changes: tuple[Change, ...] = ()
    tried: int = 0
    of: int = 0


class LayTask(Frozen):
    """``lay``: the shortest lay, in each of the ``ways`` (none: as the cloth is folded now). ``fits``:
    whether the cloth owned is enough, and what would make it so."""

    kind: Literal["lay", "fits"] = "lay"
    role: Role
    ways: Annotated[tuple[Way, ...], Field(max_length=12)] = ()
    seconds: Annotated[float, Field(ge=0.5, le=600)] = 5.0
    seed: Annotated[int, Field(ge=0, le=1_000_000)] = 1


class Found(Frozen):
    """What a task has found so far."""

    tried: tuple[Tried, ...] = ()
    fits: Fits | None = None


def merged(before: Found, after: Found) -> Found:
    """What is known after a task was taken up again: for each way the shorter of both lays."""
    if after.fits is not None or not before.tried:
        return after
    known = {each.way: each for each in before.tried}
    made = []
    for each in after.tried:
        old = known.get(each.way)
        longer = each.takes is None or (
            old is not None and old.takes is not None and old.takes < each.takes
        )
        made.append(old if old is not None and old.takes is not None and longer else each)
    return Found(tried=tuple(made))


def best_of(tried: tuple[Tried, ...]) -> Tried | None:
    """The way that takes least cloth, measured by area when widths differ."""
    laid = [each for each in tried if each.takes is not None]
    return min(laid, key=lambda each: (each.takes or 0) * (each.way.width or 1), default=None)
