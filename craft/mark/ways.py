"""The ways of carrying a mark from paper to cloth: data, for a sewist to read and change.

Each way says which marks it suits and, by the features of a cloth and of the work (``features.py``), where
it is the better choice, where it is not used, and where it is used with doubt, each with its reason.
``advise.py`` ranks them; ``instructions.py`` says how each is done in its case.
"""

from collections.abc import Callable
from typing import Literal

from craft.cut.notching import FRAGILE
from craft.frozen import Frozen
from craft.mark import instructions
from craft.mark.case import ByLayers, Case, Reason
from craft.mark.colours import CARBON, CHALK, INK, THREAD, Pigment
from craft.mark.counting import (
    DOTS,
    Counting,
    by_placings,
    by_points,
    by_stitches,
    by_tacks,
    by_tracing,
)  # fmt: skip
from craft.mark.features import Feature
from craft.mark.tools import MarkTool
from craft.pattern.marks import DARTS, MarkKind

LINES: tuple[MarkKind, ...] = (
    "placement",
    "stitching line",
    "casing",
    "centre line",
    "tuck",
    "slit",
    "grain",
    "body level",
)
AT_EDGES: tuple[MarkKind, ...] = ("notch", "pleat", "tuck", "gathers")
BY_POINTS: tuple[MarkKind, ...] = (*DOTS, *DARTS, *LINES, "pleat", "gathers", "notch")
Side = Literal["wrong side", "right side", "both sides", "edge"]


class Minutes(Frozen):
    """How long a way takes: once for the mark, for every point set, for every cm of line (drawn or sewn),
    for every placing of the carbon. ``layered``: all but the first is done on each layer by itself."""

    start: float = 0.0
    point: float = 0.0
    cm: float = 0.0
    placing: float = 0.0
    layered: bool = False


class MarkWay(Frozen):
    """``code``: what is stored of a choice, whatever the name. ``good``, ``bars``, ``doubts``: features and
    reasons. ``mind``: what is said whenever it is used. ``needs``: what it is done with besides pins and
    scissors. ``both_layers``: one pass marks both; ``shows``: it is seen on the right side too;
    ``pigment``: what it draws or sews with; ``by_pin``: drawn where a pin comes out; ``counted``: what of a
    mark takes its time; ``how``: what is done, in a sentence made from its case.
    """

    code: str
    name: str
    kinds: tuple[MarkKind, ...]
    because: Reason
    good: dict[Feature, Reason] = {}
    bars: dict[Feature, Reason] = {}
    doubts: dict[Feature, Reason] = {}
    mind: tuple[Reason, ...] = ()
    needs: tuple[MarkTool, ...] = ()
    side: Side = "wrong side"
    both_layers: bool = True
    shows: bool = False
    pigment: Pigment | None = None
    by_pin: bool = False
    minutes: Minutes
    counted: Counting = by_points
    how: Callable[[Case], str]

    @property
    def at_edge(self) -> bool:
        """Whether it is cut at an edge: whether it is used is the cutting's rule alone."""
        return self.side == "edge"

    def told(self, case: Case) -> str:
        """What is done in this case, for the person at the table."""
        return instructions.after_fusing(self.how(case), case)


SNIP, OUTWARD, WEDGE = "snip", "outward", "wedge"
BUSY, NO_GROUND = "it is lost in the print", "lace has no ground to take it"
THREAD_BARS: dict[Feature, Reason] = {"fusible": "glue would hold the thread fast"}
SHIFTS = ByLayers("the layers shift when the pin is pulled", "it shifts when the pin is pulled")
UNDER_WHEEL = ByLayers("the layers shift under the wheel", "it shifts under the wheel")
# Of two layers one is marked: what goes through both would mark the other too.
ALONE: dict[Feature, str] = {"one of two layers": "it goes through the layer that has no mark"}
# What a wheel runs over and does not mark.
HARD: dict[Feature, Reason] = {
    "sequins": "the wheel cracks sequins", "beads": "beads lift the wheel",
    "fringe": "the wheel tangles in a fringe",
}  # fmt: skip
PEN_BARS: dict[Feature, Reason] = {
    "busy": BUSY, "lace": NO_GROUND, "no pen shows": "its ink does not show on this colour",
}  # fmt: skip

PEN_DOUBTS: dict[Feature, Reason] = {
    "wool": "ink runs into the hairs of wool", "sheer": "the ink shows through",
    "knit": "ink spreads in a knit", "slippery": SHIFTS,
}  # fmt: skip


def _pen(
    goes_by: Literal["water", "air", "heat"], because: str, mind: str, *,
    good: dict[Feature, Reason] | None = None, bars: dict[Feature, Reason],
    doubts: dict[Feature, Reason],
) -> MarkWay:  # fmt: skip
    """A pen whose ink goes by water, by itself, or by heat; what is true of all three is said here."""
    pens: dict[str, MarkTool] = {
        "water": "water-erasable pen", "air": "air-erasable pen", "heat": "heat-erasable pen",
    }  # fmt: skip
    pen = pens[goes_by]
    return MarkWay(
        code=goes_by, name=f"pin through and {pen}", kinds=(*BY_POINTS, "buttonhole"),
        because=because, good=good or {}, bars={**PEN_BARS, **bars}, doubts={**doubts, **PEN_DOUBTS},
        mind=(mind,), needs=(pen,), pigment=INK, by_pin=True, how=instructions.pen,
        minutes=Minutes(point=0.3, cm=0.03, layered=True),
    )  # fmt: skip


WAYS: tuple[MarkWay, ...] = (
    MarkWay(
        code=SNIP, name="snip", kinds=AT_EDGES,
        because="A snip at the edge is exact and cannot rub off.",
        bars={**FRAGILE},
        side="edge", shows=True, how=instructions.snip,
        minutes=Minutes(point=0.2),
    ),
    MarkWay(
        code=OUTWARD, name="notch cut outward", kinds=AT_EDGES,
        because="The allowance stays whole where the cloth frays or is narrow.",
        mind=("Where the cloth frays, a drop of fray stopper helps: try it on a scrap first.",),
        side="edge", shows=True, how=instructions.outward,
        minutes=Minutes(point=0.4),
    ),
    MarkWay(
        code=WEDGE, name="wedge cut inward", kinds=AT_EDGES,
        because="A wedge is seen from either side.",
        bars={trait: why.replace("a snip", "a wedge") for trait, why in FRAGILE.items()},
        side="edge", shows=True, how=instructions.wedge,
        minutes=Minutes(point=0.3),
    ),
    MarkWay(
        code="thread", name="thread tracing", kinds=(*LINES, "buttonhole"),
        because="The line shows on the right side and goes without trace.",
        good={"must show outside": "it is needed on the right side",
              "handled for weeks": "a thread stays until it is pulled out"},
        bars=THREAD_BARS,
        doubts={"satin": "needle holes may stay: the finest needle, and few stitches",
                "silk": "needle holes may stay: the finest needle, silk thread, few stitches"},
        needs=("basting thread",), side="right side", both_layers=False, shows=True, pigment=THREAD,
        counted=by_tracing, how=instructions.thread_tracing,
        minutes=Minutes(start=0.5, cm=0.12, layered=True),
    ),
    MarkWay(
        code="chalk", name="pin through and chalk", kinds=BY_POINTS,
        because="Quick, and exact enough on plain cloth.",
        good={"plain": "quick, and exact enough on plain cloth",
              "fusible": "it draws well on the side without glue"},
        bars={"busy": BUSY, "lace": "a pin finds no ground in lace",
              "no chalk shows": "no chalk at hand shows on this colour"},
        doubts={"wool": "chalk wears off wool while it is handled",
                "pile": "chalk brushes off a pile",
                "sequins": "chalk finds no ground between sequins",
                "beads": "chalk finds no ground between beads",
                "sheer": "chalk shows through sheer cloth",
                "slippery": SHIFTS,
                "knit": "a pin’s place is vague in a loose knit",
                "silk": "chalk may leave a shadow on silk: try it on a scrap",
                "handled for weeks": "chalk is gone before it is sewn"},
        mind=("Chalk dust: do not breathe it in; brush it off outdoors.",),
        needs=("chalk",), pigment=CHALK,
        how=instructions.chalk, by_pin=True,
        minutes=Minutes(point=0.35, cm=0.04, layered=True),
    ),
    _pen(
        "water", "A fine line, and cold water takes it out.",
        "Take it out with cold water before you press: heat can set it for good.",
        good={"plain": "a fine clear line on plain washable cloth"},
        bars={"spots": "water leaves a mark here, and water must take the ink out",
              "silk": "water spots silk", "fusible": "the heat of fusing would set the ink for good"},
        doubts={"handled for weeks": "old ink comes out badly"},
    ),
    _pen(
        "air", "A fine line that goes by itself.",
        "Sew it the same day, and do not press over it before it is gone.",
        bars={"handled for weeks": "it fades in hours to days",
              "fusible": "the heat of fusing would set the ink for good"},
        doubts={"handled for days": "it fades in hours to days", "silk": "ink may leave a shadow on silk"},
    ),
    _pen(
        "heat", "A fine line that goes under the iron.",
        "It comes back in the cold: only where it never shows. No iron before it is sewn.",
        bars={"fusible": "the heat of fusing takes it out"},
        doubts={"must show outside": "it may come back in the cold, or leave a pale line",
                "dark": "it may leave a pale line on dark cloth",
                "silk": "it may leave a pale line on silk"},
    ),
    MarkWay(
        code="carbon", name="carbon and wheel", kinds=(*DARTS, *DOTS, *LINES),
        because=ByLayers("Whole lines on both layers in one pass.", "Whole lines in one pass."),
        good={"cotton": ByLayers("both layers in one pass, and cotton takes carbon well",
                                 "in one pass, and cotton takes carbon well"),
              "linen": ByLayers("both layers in one pass, and linen takes carbon well",
                                "in one pass, and linen takes carbon well"),
              "plain": ByLayers("both layers in one pass", "all of it in one pass")},
        bars={**HARD, "wool": "it rubs off wool", "pile": "it rubs off a pile",
              "thick": "it does not reach through thick cloth", "sheer": "it shows through sheer cloth",
              "busy": BUSY, "slippery": UNDER_WHEEL, "lace": NO_GROUND,
              "no carbon shows": "no carbon at hand shows on this colour",
              "soft surface": "the wheel sinks in where the ground is soft"},
        doubts={"dark": ByLayers("few carbons show on dark cloth, and faintly on the lower layer",
                                "few carbons show on dark cloth"),
                "silk": "carbon may stay in silk: try it on a scrap",
                "knit": "the wheel stretches a knit before it",
                "polished surface": "the wheel marks the table: put card under the cloth",
                "handled for weeks": "carbon wears off while it is handled"},
        mind=(ByLayers("The lower layer comes out fainter: look before you unpin.", ""),
              "Never on the side that shows; some kinds set under the iron."),
        needs=("carbon paper", "tracing wheel"), pigment=CARBON,
        counted=by_placings, how=instructions.carbon,
        minutes=Minutes(start=0.2, cm=0.03, placing=0.5),
    ),
    MarkWay(
        code="tacks", name="tailor’s tacks", kinds=(*BY_POINTS, "buttonhole"),
        because=ByLayers("Nothing rubs off, bleeds or stains, and both layers are marked alike.",
                         "Nothing rubs off, bleeds or stains."),
        good={"wool": "threads stay in wool where chalk and carbon rub off",
              "pile": "threads stay in a pile where chalk and carbon rub off",
              "dark": "threads show on dark cloth", "busy": "threads show in a print",
              "sheer": "nothing shows through", "thick": "they go through any thickness",
              "slippery": ByLayers("the layers are held while they are marked",
                                   "nothing presses on it, so it lies still"),
              "silk": "nothing stains: unwaxed thread, a fine needle",
              "satin": "nothing stains: unwaxed thread, a fine needle",
              "lace": "they hold round the net’s threads",
              "sequins": "threads hold between the sequins", "beads": "threads hold between the beads",
              "knit": "slack loops give with a knit",
              "handled for weeks": "they stay until they are pulled out"},
        bars=THREAD_BARS,
        needs=("basting thread",), side="both sides", shows=True, pigment=THREAD,
        counted=by_tacks, how=instructions.tacks,
        minutes=Minutes(start=0.5, point=0.2),
    ),
    MarkWay(
        code="stitch", name="one secured thread stitch", kinds=(*DOTS, "notch"),
        because="A single thread shows where chalk would be lost.",
        good={"busy": "a single thread shows in a print", "lace": "it holds round the net’s threads"},
        bars=THREAD_BARS,
        needs=("basting thread",), side="both sides", both_layers=False, shows=True, pigment=THREAD,
        counted=by_stitches, how=instructions.stitch,
        minutes=Minutes(point=0.3, layered=True),
    ),
    MarkWay(
        code="awl", name="awl", kinds=DOTS,
        because="The quickest way for dots in a firm weave.",
        good={"firm": "quick, and a firm weave closes round it"},
        bars={**ALONE, "beads": "it breaks beads", "knit": "it breaks the loops of a knit",
              "silk": "the hole stays in silk",
              "satin": "the hole stays in satin", "sheer": "the hole shows in sheer cloth",
              "lace": "it tears the net"},
        doubts={"slippery": ByLayers("the layers shift under it", "it shifts under it"),
                "busy": "its hole is hard to find in a print",
                "no chalk shows": "no chalk at hand shows where it closes",
                "frays": "the hole grows where threads come out",
                "soft surface": "it needs a firm board under the cloth",
                "polished surface": "it marks the table: put card under the cloth",
                "handled for weeks": "the hole closes"},
        mind=("Keep the other hand away from the point.",),
        needs=("awl",), shows=True, how=instructions.awl,
        minutes=Minutes(point=0.2),
    ),
    MarkWay(
        code="spiked", name="spiked wheel, then drawn over", kinds=(*DARTS, *LINES),
        because=ByLayers("Lines go through both layers at once.", "Its holes need no paper lifted."),
        good={"firm": ByLayers("lines go through both layers at once, and a firm weave bears it",
                               "a firm weave bears it")},
        bars={**ALONE, **HARD, "busy": "its holes are lost in the print", "silk": "it hurts silk",
              "satin": "it hurts satin",
              "sheer": "it hurts sheer cloth", "lace": "it tears the net", "knit": "it cuts the loops",
              "no chalk shows": "no chalk at hand shows on this colour"},
        doubts={"thick": ByLayers("its points do not reach the lower layer", ""),
                "wool": "wool closes over its holes",
                "pile": "a pile closes over its holes", "slippery": UNDER_WHEEL,
                "polished surface": "its points go into the table: put card under the cloth",
                "handled for weeks": "chalk is gone before it is sewn"},
        mind=("Its points are sharp: roll away from the other hand.",),
        needs=("spiked wheel", "chalk"), pigment=CHALK,
        how=instructions.spiked,
        minutes=Minutes(start=0.2, cm=0.1, layered=True),
    ),
    MarkWay(
        code="slit", name="copy slit along one leg and folded back", kinds=("dart",),
        because="The dart is drawn along an edge; hard to get wrong the first time.",
        good={},
        bars={"busy": BUSY, "lace": NO_GROUND, "original paper": "it would slit the original",
              "no chalk shows": "no chalk at hand shows on this colour"},
        doubts={"wool": "chalk wears off wool while it is handled", "pile": "chalk brushes off a pile",
                "sheer": "chalk shows through sheer cloth",
                "silk": "chalk may leave a shadow on silk: try it on a scrap",
                "handled for weeks": "chalk is gone before it is sewn"},
        needs=("spare copy", "chalk"), both_layers=False, pigment=CHALK,
        how=instructions.slit,
        minutes=Minutes(start=1.0, cm=0.08, layered=True),
    ),
)  # fmt: skip

BY_CODE = {way.code: way for way in WAYS}
WAY_WORDS = {way.code: way.name for way in WAYS}
EDGE_CODES = tuple(way.code for way in WAYS if way.at_edge)
