"""What Trace gives to every later stage."""

from craft.frozen import Frozen
from craft.measure import Finding
from craft.pattern.hands import Hand
from craft.pattern.marks import Mark
from craft.pattern.piece import Cut, Shape
from craft.trace.allowances import (
    AllowanceRule,
)
from craft.trace.girths import WhatIf
from craft.trace.inputs import Line
from craft.trace.sums import Reckoned, SumPiece
from craft.trace.todo import Todo
from craft.trace.treatment import Advice


class TracedPiece(Frozen):
    """A piece in the chosen sizes. ``left_out``: marks of the original this making does not need;
    ``included``: the original's paper carries the allowance.

    ``advice`` None: there is no paper to treat, the piece comes from a sum (``reckoned``).
    """

    number: int
    name: str
    cuts: tuple[Cut, ...]
    guide: bool
    shape: Shape
    line: Line
    on_cloth: tuple[str, ...]
    face_down: bool
    printed: Hand | None = None
    opened: bool
    can_open: bool
    advice: Advice | None
    reckoned: Reckoned | None
    label: tuple[str, ...]
    left_out: tuple[Mark, ...]
    included: bool = False
    todo: tuple[Todo, ...]


class Traced(Frozen):
    """Every piece of the view, traced, and every piece that comes from a sum. ``under``: what their labels
    have in common; ``line``: what paper that is drawn anew ends at; ``face_down``: pieces used face down,
    by number, whatever Fit makes of them; ``drawn_for``: the height its lengths were drawn for (mm)."""

    size: str
    view: str
    pieces: tuple[TracedPiece, ...]
    sums: tuple[SumPiece, ...]
    rules: tuple[AllowanceRule, ...]
    what_if: tuple[WhatIf, ...]
    under: tuple[str, ...] = ()
    line: Line = "cutting"
    face_down: tuple[int, ...] = ()
    drawn_for: float | None = None
    findings: tuple[Finding, ...]
