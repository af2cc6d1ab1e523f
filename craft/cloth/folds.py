"""How the cloth is folded on the table, and what each stretch of it is made of.

The table's y runs across from the edge nearest the person. A *zone* is a stretch of y with as many
layers as lie there; each layer says which part of the flat cloth it is. Flat cloth has y from the
lower selvedge (selvedges taken off), seen from the wrong side.
"""

from typing import Annotated, Literal, NamedTuple, get_args

from pydantic import Field

from craft.frozen import Frozen
from craft.measure import capital

Fold = Literal["lengthwise", "single", "middle", "part", "crosswise"]
FOLDS: tuple[Fold, ...] = get_args(Fold)
Depth = Annotated[float, Field(ge=20, le=2_000)]

WORDS: dict[Fold, str] = {
    "single": "single layer",
    "lengthwise": "folded lengthwise",
    "middle": "both selvedges folded to the middle",
    "part": "folded in part",
    "crosswise": "folded crosswise",
}


class FoldName(Frozen):
    """A way of folding, and its words."""

    fold: Fold
    words: str


# All ways of folding, in the order they are offered.
FOLD_NAMES = tuple(FoldName(fold=fold, words=capital(WORDS[fold])) for fold in FOLDS)
# How the cloth lies, said at its near edge.
AT_THE_EDGE: dict[Fold, str] = {
    "lengthwise": "fold along this edge",
    "single": "single layer",
    "middle": "folds along both edges, selvedges between",
    "part": "fold along this edge, single beyond",
    "crosswise": "folded crosswise",
}


class Faces(NamedTuple):
    """What the two sides of a cloth are called: the one seen on the garment, or the one with the glue,
    which is laid against the wrong side of the cloth and so shows the same hand; and the other one."""

    right: str
    wrong: str

    def up(self, *, out: bool) -> str:
        """The side that lies up in a single layer."""
        return self.right if out else self.wrong

    def together(self, *, out: bool) -> str:
        """The sides that lie on each other in folded cloth."""
        return f"{self.wrong if out else self.right}s together"


CLOTH, FUSIBLE = Faces("right side", "wrong side"), Faces("glue side", "plain side")


def lies(fold: Fold, *, out: bool, faces: Faces = CLOTH) -> str:
    """How the cloth lies on the table, for the person beside it. ``out``: wrong sides together."""
    if fold == "single":
        return f"Single layer, {faces.up(out=out)} up"
    where = {
        "lengthwise": "Folded lengthwise, fold nearest you",
        "middle": "Both selvedges folded to the middle",
        "part": "Folded in part, fold nearest you, single beyond",
        "crosswise": "Folded crosswise",
    }[fold]
    return f"{where}, {faces.together(out=out)}"


class Layer(Frozen):
    """One layer over a zone: flat y = ``sign`` times table y + ``shift``. A ``sign`` of -1 lies
    mirrored, the other side of the cloth up. ``back``: runs the other way along (folded crosswise)."""

    sign: int
    shift: float
    back: bool = False

    @property
    def turned(self) -> bool:
        """Whether it lies the other side up than the upper layer: folded under, or folded back."""
        return (self.sign < 0) != self.back


class Zone(Frozen):
    """Table y from ``low`` to ``high`` (mm); ``folds``: where a folded edge bounds it."""

    low: float
    high: float
    layers: tuple[Layer, ...]
    folds: tuple[float, ...] = ()

    @property
    def double(self) -> bool:
        """Two layers: what is cut here comes out twice."""
        return len(self.layers) == 2


class Spread(Frozen):
    """The cloth on the table: ``height``: how far it reaches across as it lies (mm). ``lengths``: how
    many lengths of the lay the cloth must have (2 when folded crosswise). ``out``: its right side lies
    out (single layer: up), so that flat cloth is seen from the right side."""

    fold: Fold
    height: float
    zones: tuple[Zone, ...]
    lengths: int = 1
    out: bool = False


def spread(width: float, fold: Fold, depth: float | None = None, *, out: bool = False) -> Spread:
    """The cloth of that usable width folded on the table. ``depth``: how deep a part fold reaches
    (mm; at most half of the width, which is also what it is when left out). ``out``: right side out."""
    return _spread(width, fold, depth).model_copy(update={"out": out})


def _spread(width: float, fold: Fold, depth: float | None) -> Spread:
    half = width / 2
    if fold == "lengthwise":
        zone = Zone(low=0, high=half, layers=_over(half), folds=(0.0,))
        return Spread(fold=fold, height=half, zones=(zone,))
    if fold == "middle":
        # Two folds outside, the selvedges meeting between; nothing may be laid across them.
        quarter = width / 4
        near = Zone(low=0, high=quarter, layers=_over(quarter), folds=(0.0,))
        far = Zone(
            low=quarter,
            high=half,
            layers=(Layer(sign=1, shift=quarter), Layer(sign=-1, shift=5 * quarter)),
            folds=(half,),
        )
        return Spread(fold=fold, height=half, zones=(near, far))
    if fold == "part":
        deep = min(half, depth if depth is not None else half)
        double = Zone(low=0, high=deep, layers=_over(deep), folds=(0.0,))
        if width - 2 * deep < 1:
            return Spread(fold=fold, height=deep, zones=(double,))
        rest = Zone(low=deep, high=width - deep, layers=(Layer(sign=1, shift=deep),))
        return Spread(fold=fold, height=width - deep, zones=(double, rest))
    single = Layer(sign=1, shift=0)
    if fold == "crosswise":
        both = (single, Layer(sign=1, shift=0, back=True))
        zone = Zone(low=0, high=width, layers=both)
        return Spread(fold=fold, height=width, zones=(zone,), lengths=2)
    return Spread(fold=fold, height=width, zones=(Zone(low=0, high=width, layers=(single,)),))


def _over(fold: float) -> tuple[Layer, Layer]:
    """The two layers beside a fold that lies at ``fold`` on the flat cloth and at 0 on the table."""
    return (Layer(sign=1, shift=fold), Layer(sign=-1, shift=fold))
