"""The kinds of parts that come from sums, and the numbers each asks for: one table."""

from craft.frozen import Frozen
from craft.trace.sum_numbers import FINISHED, FULLNESS, STRIP, WIDTH, NumberAsked, asked
from craft.trace.sums import SumKind


class SumPlan(Frozen):
    """``sewn``: the number that may come from edges it is sewn to; "" for none."""

    name: str
    title: str
    why: str
    numbers: tuple[NumberAsked, ...]
    sewn: str = ""
    reckoned: SumKind = "strap"


PARTS_OF_A_CIRCLE = {"a quarter": 0.25, "half": 0.5, "three quarters": 0.75, "a whole one": 1.0}
YES = {"no": 0.0, "yes": 1.0}
DEEP = WIDTH.model_copy(update={"name": "wide", "words": "How deep, as finished"})

KINDS: tuple[SumPlan, ...] = (
    SumPlan(name="rectangle", title="Rectangle", why="A bag’s side, a curtain, an apron’s skirt.",
            numbers=(asked("long", "The length, along the grain"), asked("wide", "The width")),
            sewn="wide"),
    SumPlan(name="strip", title="Strip", why="A facing, a strap cut single, a long band.",
            numbers=(asked("long", "The length, along the grain"), asked("wide", "The width")),
            sewn="long"),
    SumPlan(name="trapezium", title="Trapezium", why="A gore, a lampshade’s side, a flared panel.",
            numbers=(asked("top", "The width at the top"), asked("bottom", "The width at the bottom"),
                     asked("long", "The height, along the grain"))),
    SumPlan(name="circle", title="Circle skirt", why="A skirt whose waist is the inner edge of a ring.",
            numbers=(asked("waist", "The waist to be sewn to"), asked("depth", "The length of the skirt"),
                     asked("circle", "How much of a circle", 0.5, length=False,
                        choices=PARTS_OF_A_CIRCLE),
                     asked("pieces", "In how many pieces", 1.0, length=False),
                     asked("fold", "Each on the fold", 1.0, length=False, choices=YES)),
            sewn="waist"),
    SumPlan(name="ring", title="Ring",
            why="A flounce: the inner edge is sewn on, the outer one falls in waves.",
            numbers=(asked("seam", "The length it is sewn to"), asked("depth", "How deep it falls"),
                     asked("circle", "How much of a circle", 1.0, length=False,
                        choices=PARTS_OF_A_CIRCLE),
                     asked("pieces", "In how many pieces", 2.0, length=False),
                     asked("fold", "Each on the fold", 0.0, length=False, choices=YES)),
            sewn="seam"),
    SumPlan(name="ruffle", title="Ruffle", why="A strip gathered onto an edge.",
            numbers=(asked("seam", "The length it is sewn to"), DEEP,
                     FULLNESS.model_copy(update={"usual": 2.0}), *STRIP),
            sewn="seam", reckoned="ruffle"),
    SumPlan(name="binding", title="Binding", why="Folded in four round a raw edge; on the bias for curves.",
            numbers=(asked("seam", "The length it binds"), asked("wide", "How wide it shows"),
                     asked("bias", "On the bias", 1.0, length=False, choices=YES), *STRIP),
            sewn="seam", reckoned="binding"),
    SumPlan(name="casing", title="Casing", why="A tunnel for elastic or a cord.",
            numbers=(asked("seam", "The length it is sewn to"), DEEP, *STRIP),
            sewn="seam", reckoned="casing"),
    SumPlan(name="band", title="Band", why="Folded double along the edges it meets.",
            numbers=(asked("seam", "The length it is sewn to"), DEEP, *STRIP),
            sewn="seam", reckoned="band"),
    SumPlan(name="tie", title="Tie", why="A string, sash or strap, folded double.",
            numbers=(FINISHED.model_copy(update={"name": "long"}),
                     WIDTH.model_copy(update={"name": "wide"}), *STRIP),
            sewn="long", reckoned="tie"),
    SumPlan(name="box", title="Box",
            why="Only how much cloth: the longest × the widest of a piece already cut out. "
            "It wastes the cloth beside the piece.",
            numbers=(asked("long", "The longest, along the grain"), asked("wide", "The widest"))),
)  # fmt: skip
BY_NAME = {plan.name: plan for plan in KINDS}
