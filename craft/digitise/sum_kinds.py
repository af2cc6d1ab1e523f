"""The kinds of parts that come from sums, and the numbers each asks for: one table."""

from craft.frozen import Frozen
from craft.trace.sums import SumKind


class NumberAsked(Frozen):
    """``words``: the plain question. ``usual``: taken when nothing is typed; ``length``: mm, else a
    number of times; ``choices``: all that is allowed, by their words."""

    name: str
    words: str
    usual: float | None = None
    length: bool = True
    choices: dict[str, float] = {}


class SumPlan(Frozen):
    """``sewn``: the number that may come from edges it is sewn to; "" for none."""

    name: str
    title: str
    why: str
    numbers: tuple[NumberAsked, ...]
    sewn: str = ""
    reckoned: SumKind = "strap"


def _n(name: str, words: str, usual: float | None = None, **more: object) -> NumberAsked:
    return NumberAsked.model_validate({"name": name, "words": words, "usual": usual, **more})


PARTS_OF_A_CIRCLE = {"a quarter": 0.25, "half": 0.5, "three quarters": 0.75, "a whole one": 1.0}
YES = {"no": 0.0, "yes": 1.0}
STRIP = (
    _n("allowance", "The seam allowance all round", 10.0),
    _n("strip", "The longest strip the cloth gives (0: as long as needed)", 0.0),
    _n("count", "How many of them", 1.0, length=False),
)

KINDS: tuple[SumPlan, ...] = (
    SumPlan(name="rectangle", title="Rectangle", why="A bag’s side, a curtain, an apron’s skirt.",
            numbers=(_n("long", "The length, along the grain"), _n("wide", "The width")),
            sewn="wide"),
    SumPlan(name="strip", title="Strip", why="A facing, a strap cut single, a long band.",
            numbers=(_n("long", "The length, along the grain"), _n("wide", "The width")),
            sewn="long"),
    SumPlan(name="trapezium", title="Trapezium", why="A gore, a lampshade’s side, a flared panel.",
            numbers=(_n("top", "The width at the top"), _n("bottom", "The width at the bottom"),
                     _n("long", "The height, along the grain"))),
    SumPlan(name="circle", title="Circle skirt", why="A skirt whose waist is the inner edge of a ring.",
            numbers=(_n("waist", "The waist to be sewn to"), _n("depth", "The length of the skirt"),
                     _n("circle", "How much of a circle", 0.5, length=False,
                        choices=PARTS_OF_A_CIRCLE),
                     _n("pieces", "In how many pieces", 1.0, length=False),
                     _n("fold", "Each on the fold", 1.0, length=False, choices=YES)),
            sewn="waist"),
    SumPlan(name="ring", title="Ring",
            why="A flounce: the inner edge is sewn on, the outer one falls in waves.",
            numbers=(_n("seam", "The length it is sewn to"), _n("depth", "How deep it falls"),
                     _n("circle", "How much of a circle", 1.0, length=False,
                        choices=PARTS_OF_A_CIRCLE),
                     _n("pieces", "In how many pieces", 2.0, length=False),
                     _n("fold", "Each on the fold", 0.0, length=False, choices=YES)),
            sewn="seam"),
    SumPlan(name="ruffle", title="Ruffle", why="A strip gathered onto an edge.",
            numbers=(_n("seam", "The length it is sewn to"), _n("wide", "How deep, as finished"),
                     _n("fullness", "How many times as long as its seam", 2.0, length=False), *STRIP),
            sewn="seam", reckoned="ruffle"),
    SumPlan(name="binding", title="Binding", why="Folded in four round a raw edge; on the bias for curves.",
            numbers=(_n("seam", "The length it binds"), _n("wide", "How wide it shows"),
                     _n("bias", "On the bias", 1.0, length=False, choices=YES), *STRIP),
            sewn="seam", reckoned="binding"),
    SumPlan(name="casing", title="Casing", why="A tunnel for elastic or a cord.",
            numbers=(_n("seam", "The length it is sewn to"), _n("wide", "How deep, as finished"), *STRIP),
            sewn="seam", reckoned="casing"),
    SumPlan(name="band", title="Band", why="Folded double along the edges it meets.",
            numbers=(_n("seam", "The length it is sewn to"), _n("wide", "How deep, as finished"), *STRIP),
            sewn="seam", reckoned="band"),
    SumPlan(name="tie", title="Tie", why="A string, sash or strap, folded double.",
            numbers=(_n("long", "Its length, as finished"), _n("wide", "Its width, as finished"),
                     *STRIP),
            sewn="long", reckoned="tie"),
    SumPlan(name="box", title="Box",
            why="Only how much cloth: the longest × the widest of a piece already cut out. "
            "It wastes the cloth beside the piece.",
            numbers=(_n("long", "The longest, along the grain"), _n("wide", "The widest"))),
)  # fmt: skip
BY_NAME = {plan.name: plan for plan in KINDS}
