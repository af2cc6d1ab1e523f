"""Which way for which mark: every way judged for this cloth, this mark, what is at hand; the best first.

Source of the rule: the table of ways. A way that is barred comes last, then what is not at hand, then what
is used with doubt; of the rest one that is the better choice here comes first, and among equals the
one that takes the least time in all: the carbon's placings are counted, and a mark that must show on
the right side is thread traced afterwards where its way does not show there.
"""

from functools import lru_cache
from typing import Literal, NamedTuple

from craft.cloth import Cloth
from craft.cut.notching import AT_THE_EDGE, Notching
from craft.frozen import Frozen
from craft.mark.amounts import TRACED_AFTER, Amounts, amounts, figures_of
from craft.mark.case import ON_RIGHT_SIDE, Case, Reason, of_layers
from craft.mark.features import Feature, Features, features_of
from craft.mark.for_role import MUST_SHOW
from craft.mark.inputs import CAME, Came, MarkingInputs
from craft.mark.mark_on_cloth import Made
from craft.mark.tools import USUAL_TOOLS, Hue, MarkTool
from craft.mark.ways import WAYS, MarkWay
from craft.measure import Figure
from craft.pattern.marks import MarkKind
from craft.pattern.piece import Role

Stands = Literal["good", "possible", "doubtful", "not at hand", "unfit"]


class Setting(NamedTuple):
    """What all marks of one cloth share: its features, its colour, what was decided, and the ways that a
    scrap test ruled out or spoke for. ``toile``: it is sewn for trying, and marked the quickest way."""

    features: Features
    colour: str
    inputs: MarkingInputs
    tried: tuple[tuple[str, Came], ...] = ()
    toile: bool = False


class JudgedWay(NamedTuple):
    """How a way stands for a kind of mark on a cloth, whatever the single mark. ``ruled``: the cutting says
    that it is cut so."""

    way: MarkWay
    bars: tuple[str, ...]
    lacks: tuple[MarkTool, ...]
    doubts: tuple[str, ...]
    good: tuple[str, ...]
    ruled: bool = False

    @property
    def rank(self) -> tuple[bool, ...]:
        """Lower is better. What is lacking is sooner got where everybody has it."""
        unusual = any(tool not in USUAL_TOOLS for tool in self.lacks)
        return (
            not self.ruled, bool(self.bars), bool(self.lacks), bool(self.doubts), not self.good, unusual,
        )  # fmt: skip


class WayAdvice(Frozen):
    """A way judged for one mark. ``good``: reasons for it; ``against``: why it is not used, or what to
    fear; ``lacks``: tools that are not at hand; ``traced``: a thread tracing follows, and is counted."""

    code: str
    name: str
    how: str
    because: str
    stands: Stands
    good: tuple[str, ...]
    against: tuple[str, ...]
    mind: tuple[str, ...]
    lacks: tuple[str, ...]
    needs: tuple[str, ...]
    colour: str
    minutes: float
    passes: int
    tacks: int
    thread: float
    traced: bool
    figures: tuple[Figure, ...]


def setting_of(
    cloth: Cloth, role: Role, inputs: MarkingInputs, *, original: bool = False
) -> Setting:
    """What the marks on one cloth go by. ``original``: the paper is the original itself."""
    features = features_of(cloth, inputs.kit, inputs.handled)
    if original and "spare copy" not in inputs.kit.tools:
        features |= {"original paper"}
    tried = tuple((t.way, t.came) for t in inputs.tests if t.role == role and t.cloth == cloth.name)
    return Setting(features, cloth.colour, inputs, tried, role == "toile")


def ranked(made: Made, setting: Setting, notching: Notching | None = None) -> tuple[JudgedWay, ...]:
    """Every way that suits the mark, the best first. ``notching``: the cutting's rule for its edge,
    where the mark may be shown there."""
    found = judge_ways(made.case, setting, notching)

    def order(one: JudgedWay) -> tuple[tuple[bool, ...], float]:
        return _rank(one, setting), whole_minutes(made, one.way, setting).minutes

    return tuple(sorted(found, key=order))


def best(made: Made, setting: Setting, notching: Notching | None = None) -> JudgedWay:
    """The way proposed: the first of ``ranked``, without reckoning the time of ways that cannot win."""
    found = judge_ways(made.case, setting, notching)
    least = min(_rank(one, setting) for one in found)
    first = [one for one in found if _rank(one, setting) == least]
    if len(first) == 1:
        return first[0]
    return min(first, key=lambda one: whole_minutes(made, one.way, setting).minutes)


def _rank(one: JudgedWay, setting: Setting) -> tuple[bool, ...]:
    """For a toile the quickest way wins of all that work: what else speaks for one is for a garment."""
    return one._replace(good=("quick",)).rank if setting.toile else one.rank


def whole_minutes(made: Made, way: MarkWay, setting: Setting) -> Amounts:
    """What a way takes with everything that follows from it."""
    taken = amounts(made, way, setting.inputs)
    if not traced_after(made, way, setting):
        return taken
    more = amounts(made, TRACED_AFTER, setting.inputs)
    return taken._replace(
        minutes=round(taken.minutes + more.minutes, 2), thread=taken.thread + more.thread
    )


def traced_after(made: Made, way: MarkWay, setting: Setting) -> bool:
    """Whether a line has to be thread traced when it was marked on the wrong side."""
    kind = made.mark.kind
    return kind in MUST_SHOW and kind not in ON_RIGHT_SIDE and not way.shows and not setting.toile


def judged(made: Made, one: JudgedWay, setting: Setting, again: int = 0) -> WayAdvice:
    """All that is to be said of one way for one mark."""
    way, case = one.way, made.case
    taken = whole_minutes(made, way, setting)
    traced = traced_after(made, way, setting)
    good = one.good + (("the tracing thread that follows is counted",) if traced else ())
    mind = (of_layers(each, both=case.both) for each in way.mind)
    return WayAdvice(
        code=way.code, name=way.name, how=way.told(case),
        because=of_layers(way.because, both=case.both), stands=stands(one),
        good=good, against=(*one.bars, *one.doubts), mind=tuple(filter(None, mind)), lacks=one.lacks,
        needs=way.needs, colour=colour_of(way, setting, again) or "", minutes=taken.minutes,
        passes=taken.passes, tacks=taken.tacks, thread=taken.thread, traced=traced,
        figures=figures_of(made, way, setting.inputs, traced=traced),
    )  # fmt: skip


def stands(one: JudgedWay) -> Stands:
    """How it stands, in one word."""
    if one.bars:
        return "unfit"
    if one.lacks:
        return "not at hand"
    if one.doubts:
        return "doubtful"
    return "good" if one.good else "possible"


def colour_of(way: MarkWay, setting: Setting, again: int = 0) -> Hue | None:
    """The colour to take on this cloth; ``again``: another one each time after a slip. None where the way
    has no colour, or none that shows."""
    pigment = way.pigment
    return None if pigment is None else pigment.best(setting.inputs.kit, setting.colour, again)


def judge_ways(
    case: Case, setting: Setting, notching: Notching | None = None
) -> tuple[JudgedWay, ...]:
    """How every way that suits a kind of mark stands in its case on a cloth, in the order of the table."""
    edge, because = (notching.way, notching.because) if notching else ("", "")
    features = setting.features
    if case.kind in MUST_SHOW and not setting.toile:
        features |= {"must show outside"}
    if case.lie == 2 and case.which:
        features |= {"one of two layers"}
    return _judged_ways(
        case.kind, case.both, features, setting.inputs.kit.tools, setting.tried, edge, because
    )


@lru_cache(maxsize=1024)
def _judged_ways(
    kind: MarkKind, both: bool, features: Features, tools: tuple[MarkTool, ...],
    tried: tuple[tuple[str, Came], ...], edge: str, because: str,
) -> tuple[JudgedWay, ...]:  # fmt: skip
    came = dict(tried)
    return tuple(
        _one(way, both, features, tools, came.get(way.code), edge, because)
        for way in WAYS
        if kind in way.kinds and (edge or not way.at_edge or kind not in AT_THE_EDGE)
    )


def _one(
    way: MarkWay,
    both: bool,
    features: Features,
    tools: tuple[MarkTool, ...],
    came: Came | None,
    edge: str,
    because: str,
) -> JudgedWay:
    bars = _reasons(way.bars, features, both=both)
    doubts = _reasons(way.doubts, features, both=both)
    good = _reasons(way.good, features, both=both)
    if way.at_edge:
        # What is cut at an edge is the cutting's rule alone.
        bars = () if way.code == edge else (because or "the cutting shows this edge otherwise",)
        good = (of_layers(way.because, both=both),) if way.code == edge else ()
    if came == "shows":
        good, doubts = (*good, f"tried on a scrap: {CAME[came]}"), ()
    elif came == "faint":
        doubts = (*doubts, f"tried on a scrap: {CAME[came]}")
    elif came is not None:
        bars = (*bars, f"tried on a scrap: {CAME[came]}")
    lacks = tuple(tool for tool in way.needs if tool not in tools)
    return JudgedWay(way, bars, lacks, doubts, good, way.at_edge and way.code == edge)


def _reasons(table: dict[Feature, Reason], features: Features, *, both: bool) -> tuple[str, ...]:
    phrases = (of_layers(why, both=both) for feature, why in table.items() if feature in features)
    return tuple(dict.fromkeys(filter(None, phrases)))
