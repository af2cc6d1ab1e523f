"""What was found in a file, as it is shown and may be taken: models, small enough to be sent."""

from pydantic import Field

from craft.digitise.inputs import PieceInputs
from craft.frozen import Frozen
from craft.measure import Finding
from craft.pattern.marks import MarkKind
from craft.recognise.page_kinds import PageKind
from craft.shape.affine import Affine
from craft.shape.curve import Curve


class FoundSize(Frozen):
    """A size of the file. ``name``: as it is called until somebody says otherwise; ``told``: the file says
    so. ``colour``, ``width``, ``dash`` (mm): how its lines are drawn."""

    name: str
    told: bool
    colour: str
    width: float
    dash: tuple[float, ...]
    outlines: int


class FoundPage(Frozen):
    """A page of the file as it lies on the sheet (``at``: mm of the page to mm of the sheet; None: it
    has no place). ``number`` from 1."""

    number: int
    kind: PageKind
    width: float
    height: float
    at: Affine | None


class OfferedPiece(Frozen):
    """A piece that may be taken. ``lines``: by size, on the sheet; ``marks``: how many of each kind, in
    words; ``inputs``: as it would have been entered; ``taken_sizes``: those that it comes in."""

    inputs: PieceInputs
    lines: dict[str, tuple[Curve, ...]]
    taken_sizes: tuple[str, ...]
    marks: dict[MarkKind, int]
    findings: tuple[Finding, ...] = ()


class FileOffer(Frozen):
    """What was found in a file. ``box``: of the sheet (left, top, width, height in mm). ``scale``: what the
    test square asks for; ``unused``: lines that nothing was made of, ``left_out``: how many more there are;
    ``words``: texts that were not used. ``unit``: how long a unit is taken to
    be (mm) where the file does not say; else None."""

    pages: tuple[FoundPage, ...]
    box: tuple[float, float, float, float]
    sizes: tuple[FoundSize, ...]
    pieces: tuple[OfferedPiece, ...]
    findings: tuple[Finding, ...]
    scale: float = 1.0
    unit: float | None = None
    unused: tuple[tuple[Curve, ...], ...] = ()
    left_out: int = 0
    words: tuple[str, ...] = Field(default=())
