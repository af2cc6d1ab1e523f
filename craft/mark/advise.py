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
from craft.mark.amounts import Amounts, amounts, figures_of
from craft.mark.colours import best_hue
from craft.mark.features import Feature, Features, features_of
from craft.mark.inputs import CAME, Came, MarkingInputs
from craft.mark.tools import HUES, PEN, Hue, MarkTool
from craft.mark.ways import BY_CODE, EDGE_CODES, WAYS, MarkWay
from craft.measure import Figure
from craft.pattern.marks import Mark, MarkKind
from craft.pattern.piece import Role

Stands = Literal["good", "possible", "doubtful", "not at hand", "unfit"]
# What is sewn from the right side, or matched there, must be seen there.
MUST_SHOW: tuple[MarkKind, ...] = ("buttonhole", "placement", "centre line")
# Made on the right side, whatever it is made with.
ON_RIGHT_SIDE: tuple[MarkKind, ...] = ("buttonhole",)
THREAD = BY_CODE["thread"]


class Setting(NamedTuple):
    """What all marks of one cloth share: its features, its colour, what was decided, and the ways that a
    scrap test ruled out or spoke for. ``layered``: it lies doubled."""

    features: Features
    colour: str
    inputs: MarkingInputs
    tried: tuple[tuple[str, Came], ...] = ()


class Standing(NamedTuple):
    """How a way stands for a kind of mark on a cloth, whatever the single mark. ``ruled``: the cutting says
    that it is cut so."""

    way: MarkWay
    bars: tuple[str, ...]
    lacks: tuple[MarkTool, ...]
    doubts: tuple[str, ...]
    good: tuple[str, ...]
    ruled: bool = False

    @property
    def rank(self) -> tuple[bool, bool, bool, bool, bool]:
        """Lower is better."""
        return (
            not self.ruled, bool(self.bars), bool(self.lacks), bool(self.doubts), not self.good,
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
    if original:
        features |= {"original paper"}
    tried = tuple((t.way, t.came) for t in inputs.tests if t.role == role and t.cloth == cloth.name)
    return Setting(features, cloth.colour, inputs, tried)


def ranked(
    mark: Mark, setting: Setting, layers: int, notching: Notching | None = None
) -> tuple[Standing, ...]:
    """Every way that suits the mark, the best first. ``notching``: the cutting's rule for its edge,
    where the mark may be shown there."""
    found = standing(mark.kind, setting, notching)

    def order(one: Standing) -> tuple[tuple[bool, ...], float]:
        return one.rank, whole_minutes(mark, one.way, setting, layers).minutes

    return tuple(sorted(found, key=order))


def best(mark: Mark, setting: Setting, layers: int, notching: Notching | None = None) -> Standing:
    """The way proposed: the first of ``ranked``, without reckoning the time of ways that cannot win."""
    found = standing(mark.kind, setting, notching)
    least = min(one.rank for one in found)
    first = [one for one in found if one.rank == least]
    if len(first) == 1:
        return first[0]
    return min(first, key=lambda one: whole_minutes(mark, one.way, setting, layers).minutes)


def whole_minutes(mark: Mark, way: MarkWay, setting: Setting, layers: int) -> Amounts:
    """What a way takes with everything that follows from it."""
    taken = amounts(mark, way, setting.inputs, layers)
    if not traced_after(mark, way):
        return taken
    more = amounts(mark, THREAD, setting.inputs, layers)
    return taken._replace(
        minutes=round(taken.minutes + more.minutes, 2), thread=taken.thread + more.thread
    )


def traced_after(mark: Mark, way: MarkWay) -> bool:
    """Whether a line has to be thread traced when it was marked on the wrong side."""
    return mark.kind in MUST_SHOW and mark.kind not in ON_RIGHT_SIDE and not way.shows


def judged(mark: Mark, one: Standing, setting: Setting, layers: int, again: int = 0) -> WayAdvice:
    """All that is to be said of one way for one mark."""
    way = one.way
    taken = whole_minutes(mark, way, setting, layers)
    traced = traced_after(mark, way)
    good = one.good + (("the tracing thread that follows is counted",) if traced else ())
    return WayAdvice(
        code=way.code, name=way.name, how=way.how, because=way.because, stands=stands(one),
        good=good, against=(*one.bars, *one.doubts), mind=way.mind, lacks=one.lacks, needs=way.needs,
        colour=colour_of(way, setting, again) or "", minutes=taken.minutes, passes=taken.passes,
        tacks=taken.tacks, thread=taken.thread, traced=traced,
        figures=figures_of(mark, way, setting.inputs, layers, traced=traced),
    )  # fmt: skip


def stands(one: Standing) -> Stands:
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
    kit = setting.inputs.kit
    if way.colour == "chalk":
        return best_hue(kit.chalks, setting.colour, again)
    if way.colour == "carbon":
        return best_hue(kit.carbons, setting.colour, again)
    if way.colour == "thread":
        return best_hue(tuple(HUES), setting.colour, again)
    return PEN if way.colour == "pen" else None


def standing(
    kind: MarkKind, setting: Setting, notching: Notching | None = None
) -> tuple[Standing, ...]:
    """How every way that suits a kind of mark stands on a cloth, in the order of the table."""
    edge, because = (notching.way, notching.because) if notching else ("", "")
    return _standing(kind, setting.features, setting.inputs.kit.tools, setting.tried, edge, because)


@lru_cache(maxsize=1024)
def _standing(
    kind: MarkKind, features: Features, tools: tuple[MarkTool, ...],
    tried: tuple[tuple[str, Came], ...], edge: str, because: str,
) -> tuple[Standing, ...]:  # fmt: skip
    if kind in MUST_SHOW:
        features |= {"must show outside"}
    came = dict(tried)
    return tuple(
        _one(way, features, tools, came.get(way.code), edge, because)
        for way in WAYS
        if kind in way.kinds and (edge or way.code not in EDGE_CODES or kind not in AT_THE_EDGE)
    )


def _one(
    way: MarkWay,
    features: Features,
    tools: tuple[MarkTool, ...],
    came: Came | None,
    edge: str,
    because: str,
) -> Standing:
    bars = _reasons(way.bars, features)
    doubts, good = _reasons(way.doubts, features), _reasons(way.good, features)
    if way.code in EDGE_CODES:
        # What is cut at an edge is the cutting's rule alone.
        bars = () if way.code == edge else (because or "the cutting shows this edge otherwise",)
        good = (way.because,) if way.code == edge else ()
    if came == "shows":
        good, doubts = (*good, f"tried on a scrap: {CAME[came]}"), ()
    elif came == "faint":
        doubts = (*doubts, f"tried on a scrap: {CAME[came]}")
    elif came is not None:
        bars = (*bars, f"tried on a scrap: {CAME[came]}")
    lacks = tuple(tool for tool in way.needs if tool not in tools)
    return Standing(way, bars, lacks, doubts, good, way.code in EDGE_CODES and way.code == edge)


def _reasons(table: dict[Feature, str], features: Features) -> tuple[str, ...]:
    return tuple(dict.fromkeys(why for feature, why in table.items() if feature in features))
