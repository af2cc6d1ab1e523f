"""What Fit gives to every later stage: the working pieces, what was changed, how the seams came out."""

from craft.fit.darts.dart_offers import DartOffer
from craft.fit.draft import ChangeMade
from craft.fit.length.made_change import MadeChange
from craft.fit.length.target import StraightLine
from craft.fit.length.ways import LineOffer
from craft.fit.mends import Mend
from craft.fit.seams.walk import Meeting, SeamWalk
from craft.fit.tolerances import Tolerances
from craft.frozen import Frozen
from craft.measure import Figure, Finding
from craft.pattern.hands import Hand
from craft.pattern.pattern import Seam
from craft.pattern.piece import Cut, Shape
from craft.shape.curve import Curve, Point
from craft.trace.inputs import Line


class WorkingPiece(Frozen):
    """A piece as every later stage has it: stitching lines with marks, and the closed cutting line.
    ``line``, ``on_cloth``: what its paper ends at, and the edges whose allowance is not on it in any case;
    ``label``: what is written on it."""

    number: int
    name: str
    cuts: tuple[Cut, ...]
    shape: Shape
    cutting: tuple[Curve, ...]
    lengthened: float
    printed: Hand | None = None
    line: Line = "cutting"
    on_cloth: tuple[str, ...] = ()
    uncut: tuple[str, ...] = ()
    label: tuple[str, ...] = ()


class Fitted(Frozen):
    """The working pieces, what was changed, and how the seams came out.

    ``before`` holds the outlines as traced, for the pieces that changed, and ``darts_before`` the legs of
    their darts. ``changes`` are those of length, ``made`` all others. ``lines`` are those this pattern has
    and the ones that can be constructed; ``by_height`` and ``by_measure``: what the height and the body's
    own measures would give at each of them, where they are known and apply. ``straight``: along what a
    finished length can be measured; ``darts``: as they are now, and what can be done with them; ``sewn``:
    which edges are sewn together by now; ``mends``: what the walk of the seams offers; ``counts``: pieces
    of cloth from paper ones; ``knit``: drawn for a cloth that stretches.
    """

    pieces: tuple[WorkingPiece, ...]
    before: dict[int, tuple[Curve, ...]]
    darts_before: dict[int, tuple[tuple[Point, ...], ...]] = {}
    changes: tuple[MadeChange, ...]
    made: tuple[ChangeMade, ...] = ()
    lines: tuple[LineOffer, ...] = ()
    by_height: dict[str, Figure]
    by_measure: dict[str, Figure] = {}
    straight: tuple[StraightLine, ...] = ()
    darts: tuple[DartOffer, ...] = ()
    sewn: tuple[Seam, ...] = ()
    seams: tuple[SeamWalk, ...]
    meetings: tuple[Meeting, ...] = ()
    mends: tuple[Mend, ...] = ()
    knit: bool = False
    counts: Figure | None = None
    size: str = ""
    tolerances: Tolerances = Tolerances()
    findings: tuple[Finding, ...]
