"""Searches as tasks: what to search for, for how long, and what has been found so far."""

from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from craft.cloth import Fold
from craft.frozen import Frozen
from craft.lay.permissions import PermissionName
from craft.measure import Figure
from craft.pattern.piece import Role
from craft.seek.picture import LayPicture
from craft.seek.search_result import SearchResult

# What one piece may do besides: a liberty, be joined from two lengths, or come from another cloth.
Allowance = PermissionName | Literal["join", "other cloth"]
OptionKind = Literal["fold", "half turn", "other cloth", "across", "join", "hem"]


class Variant(Frozen):
    """One variant of a lay: how the cloth is folded, how deep a part fold is (mm; None: the search
    chooses), and another width the shop has the cloth in (mm; None: the cloth's own).
    ``without``: as if the cloth had no nap, or needed no matching: what these cost; ``allowing``: what
    pieces may do besides what is in force, by their number: what that saves."""

    fold: Fold = "lengthwise"
    depth: Annotated[float, Field(ge=20, le=2_000)] | None = None
    width: Annotated[float, Field(ge=100, le=4_000)] | None = None
    without: tuple[Literal["nap", "matching"], ...] = ()
    allowing: Annotated[tuple[tuple[int, Allowance], ...], Field(max_length=20)] = ()


class Tried(Frozen):
    """What one variant came to: the best lay so far, the cloth it takes (mm) and what to buy for it;
    ``refused``: why nothing can be laid so."""

    variant: Variant
    sought: SearchResult | None = None
    takes: float | None = None
    buy: Figure | None = None
    refused: str = ""


class Change(Frozen):
    """One change to how the pieces are cut: what kind, of which piece; a fold and how deep it is (mm)."""

    kind: OptionKind
    piece: int = 0
    fold: Fold | None = None
    depth: Annotated[float, Field(ge=20, le=2_000)] | None = None


class _Answer(Frozen):
    """``sentence``: whether it fits. What was found before it had this name is read as well."""

    sentence: str = ""

    @model_validator(mode="before")
    @classmethod
    def _older(cls, given: Any) -> Any:
        if isinstance(given, dict) and "said" in given:
            return {"sentence": given["said"]} | {k: v for k, v in given.items() if k != "said"}
        return given


class FitOption(_Answer):
    """A change that might make it fit, and what came of it; ``besides``: another one made with it.
    ``short``: how much is still missing (mm, negative: left over).
    ``sought``: the lay with the change made, and its ``picture``; ``fold``: how the cloth lies in it.
    ``saves``: against the lay without a change, where it is shorter."""

    kind: OptionKind
    what: str
    because: str
    piece: int = 0
    fold: Fold
    depth: float | None = None
    besides: tuple[Change, ...] = ()
    fits: bool
    short: float
    sought: SearchResult
    picture: LayPicture | None = None
    saves: Figure | None = None


class Fits(_Answer):
    """The answer so far. ``short``: how much is missing (mm, negative: left over) in the best lay
    found without a change. ``options``: changes tried, best first. ``tried`` of ``of`` are done."""

    fits: bool
    takes: Figure | None = None
    owned: Figure | None = None
    short: float | None = None
    sought: SearchResult | None = None
    picture: LayPicture | None = None
    options: tuple[FitOption, ...] = ()
    tried: int = 0
    of: int = 0


class LayTask(Frozen):
    """``lay``: the shortest lay, in each of the ``variants`` (none: as the cloth is folded now). ``fits``:
    whether the cloth owned is enough, and what would make it so."""

    kind: Literal["lay", "fits"] = "lay"
    role: Role
    variants: Annotated[tuple[Variant, ...], Field(max_length=12)] = ()
    seconds: Annotated[float, Field(ge=0.5, le=600)] = 5.0
    seed: Annotated[int, Field(ge=0, le=1_000_000)] = 1

    @property
    def any_width(self) -> bool:
        """Whether only widths of a shop are asked for."""
        return bool(self.variants) and all(each.width is not None for each in self.variants)


class Found(Frozen):
    """What a task has found so far."""

    tried: tuple[Tried, ...] = ()
    fits: Fits | None = None


def merged(before: Found, after: Found) -> Found:
    """What is known after a task was taken up again: for each variant the shorter of both lays."""
    if after.fits is not None or not before.tried:
        return after
    old = {each.variant: each for each in before.tried if each.takes is not None}
    return Found(tried=tuple(_shorter(each, old.get(each.variant)) for each in after.tried))


def _shorter(new: Tried, old: Tried | None) -> Tried:
    if old is None or old.takes is None:
        return new
    return old if new.takes is None or old.takes < new.takes else new


def best_of(tried: tuple[Tried, ...]) -> Tried | None:
    """The variant that takes least cloth, measured by area when widths differ."""
    laid = [each for each in tried if each.takes is not None]
    return min(laid, key=lambda each: (each.takes or 0) * (each.variant.width or 1), default=None)
