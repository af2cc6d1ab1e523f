"""Cloth folded crosswise: where the fold lies, and how much cloth a lay takes then.

A point at x on one layer lies at 2 fold - x on the other, so both layers show the same bars only where the
fold lies on the middle of a bar or half way between two.
"""

from math import ceil, floor

from craft.cloth import Fold, Repeat
from craft.measure import length_text

ROUNDED = 1e-6  # a fold this near to its place lies there (mm)


def bar_step(fold: Fold, repeat: Repeat, *, matched: bool) -> float:
    """From one place where the fold may lie to the next (mm); 0 where it may lie anywhere. Uneven bars run
    opposite ways on both layers wherever it lies."""
    on_bars = fold == "crosswise" and matched and not repeat.uneven_along
    return repeat.along / 2 if on_bars else 0.0


def fold_beyond(end: float, first: float, step: float) -> float:
    """The first place at or beyond ``end`` where the fold may lie, bars beginning at ``first`` (mm).

    >>> fold_beyond(430.0, 20.0, 50.0)
    470.0
    """
    return first + step * ceil((end - first - ROUNDED) / step) if step else end


def fold_within(reach: float, first: float, step: float) -> float:
    """The last place within ``reach`` where the fold may lie (mm), 0 where there is none.

    >>> fold_within(430.0, 20.0, 50.0)
    420.0
    """
    return max(0.0, first + step * floor((reach - first + ROUNDED) / step)) if step else reach


def taken_working(end: float, folded_at: float) -> str:
    """The cloth a lay takes that ends there, in words."""
    beyond = f"the next place on the bars beyond {length_text(end)} is {length_text(folded_at)}; "
    text = beyond if folded_at - end > ROUNDED else ""
    return f"folded crosswise: {text}2 × {length_text(folded_at)} = {length_text(2 * folded_at)}"
