"""What was found in a file, as it is shown and may be taken: models, small enough to be sent."""

from craft.digitise.inputs import PieceInputs
from craft.frozen import Frozen
from craft.measure import Finding
from craft.pattern.drawn_marks import DrawnMark
from craft.pattern.home_print import HomePrint
from craft.recognise.page_kinds import PageKind
from craft.shape.affine import Affine
from craft.shape.curve import Curve, Point
from craft.shape.pen import Box


class FoundSize(Frozen):
    """A size of the file. ``name``: as it is called until somebody says otherwise; ``told``: the file says
    so. ``colour``, ``width``, ``dash`` (mm): how its lines are drawn."""

    name: str
    told: bool
    colour: str
    width: float
    dash: tuple[float, ...]


class FoundPage(Frozen):
    """A page of the file as it lies on the sheet (``at``: mm of the page to mm of the sheet; None: it
    has no place). ``number`` from 1; ``strokes``: lines to know it by where it has to be put by hand (mm
    of the page)."""

    number: int
    kind: PageKind
    width: float
    height: float
    at: Affine | None
    strokes: tuple[tuple[Point, ...], ...] = ()


class OfferedPiece(Frozen):
    """A piece that may be taken. ``inputs``: as it would have been entered; ``lines``: by size, on the
    sheet; ``taken_sizes``: those that it comes in; ``cuts``, ``marks``: what is to be cut and marked, in
    words; ``pages``: by size, the pages of the file that it lies on, from 1; ``origin``: where on the
    sheet its own coordinates begin (mm); ``drawn``: its marks by their ids, on the sheet; ``wordless``:
    nothing on it says what it is; ``lettering``: blocks of shapes that are words drawn on it then."""

    inputs: PieceInputs
    lines: dict[str, tuple[Curve, ...]]
    taken_sizes: tuple[str, ...]
    cuts: tuple[str, ...]
    marks: str
    origin: Point
    pages: dict[str, tuple[int, ...]] = {}
    drawn: dict[str, DrawnMark] = {}
    lettering: tuple[tuple[tuple[Curve, ...], ...], ...] = ()
    wordless: bool = False
    findings: tuple[Finding, ...] = ()


class UnitChoice(Frozen):
    """What a unit of the file may be (``mm`` long); ``told``: what that would come to."""

    name: str
    mm: float
    chosen: bool
    told: str


class FileOffer(Frozen):
    """What was found in a file; ``told``: what it is, in words. ``box``: of the sheet (left, top, width,
    height in mm). ``units``: asked where the file does not say how long its unit is. ``scale``: what the
    test square asks for; ``unused``: lines that nothing was made of, ``left_out``: how many more there are;
    ``words``: texts that were not used; ``home_print``: its pages as they are printed and taped."""

    told: str
    pages: tuple[FoundPage, ...]
    box: Box
    sizes: tuple[FoundSize, ...]
    pieces: tuple[OfferedPiece, ...]
    findings: tuple[Finding, ...]
    units: tuple[UnitChoice, ...] = ()
    scale: float = 1.0
    unused: tuple[tuple[Curve, ...], ...] = ()
    left_out: int = 0
    words: tuple[str, ...] = ()
    home_print: HomePrint | None = None
