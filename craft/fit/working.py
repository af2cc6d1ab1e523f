"""What Fit gives to every later stage: the working pieces, what was changed, how the seams came out."""

from typing import Literal

from craft.fit.darts import DartSeen
from craft.fit.inputs import By, DartAmount
from craft.fit.strips import PaperStrip
from craft.fit.target import StraightLine
from craft.fit.walk import Meeting, SeamWalk
from craft.fit.ways import LineOffer
from craft.frozen import Frozen
from craft.measure import Figure, Finding
from craft.pattern.piece import Cut, Shape
from craft.shape.curve import Curve, Point


class MadeChange(Frozen):
    """A change as carried out: which of the changes entered it is, the amount with its working, the
    pieces it touched and, of these, the ``followers`` that have no line of their own; ``strips``: how it
    is done on paper."""

    index: int
    level: str
    by: By
    amount: Figure
    pieces: tuple[int, ...]
    followers: tuple[int, ...] = ()
    instruction: str
    strips: tuple[PaperStrip, ...] = ()


class MadeDart(Frozen):
    """A dart as it was changed: which of the changes entered it is, on which pieces, what was done."""

    index: int
    name: str
    pieces: tuple[int, ...]
    instruction: str
    amounts: dict[DartAmount, float]


class WorkingPiece(Frozen):
    """A piece ready to be laid: stitching lines with marks, and the closed cutting line."""

    number: int
    name: str
    cuts: tuple[Cut, ...]
    shape: Shape
    cutting: tuple[Curve, ...]
    lengthened: float
    outward: dict[str, Point]
    printed: Literal["left", "right"] | None = None


class Fitted(Frozen):
    """The working pieces, what was changed, and how the seams came out.

    ``before`` holds the outlines as traced, for the pieces that changed. ``lines`` are those
    this pattern has and the ones that can be constructed; ``by_height`` and
    ``by_measure``: what the height and the body's own measures would give at each of them, where they
    are known and apply. ``straight``: along what a finished length can be measured, and ``darts``, as they
    are now; ``made_darts``: those that were changed.
    """

    pieces: tuple[WorkingPiece, ...]
    before: dict[int, tuple[Curve, ...]]
    changes: tuple[MadeChange, ...]
    lines: tuple[LineOffer, ...] = ()
    by_height: dict[str, Figure]
    by_measure: dict[str, Figure] = {}
    straight: tuple[StraightLine, ...] = ()
    darts: tuple[DartSeen, ...] = ()
    made_darts: tuple[MadeDart, ...] = ()
    seams: tuple[SeamWalk, ...]
    meetings: tuple[Meeting, ...] = ()
    findings: tuple[Finding, ...]
