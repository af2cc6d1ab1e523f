"""What marking takes: minutes, placings of the carbon, tacks and their thread, as often as it is made."""

from typing import NamedTuple

from craft.mark.counting import Counted
from craft.mark.inputs import MarkingInputs
from craft.mark.mark_on_cloth import Made
from craft.mark.ways import BY_CODE, MarkWay
from craft.measure import Figure, length_text

TRACED_AFTER = BY_CODE["thread"]


class Amounts(NamedTuple):
    """What one mark takes on one cut piece. ``passes``: placings of the carbon; ``tacks``, ``thread``
    (mm)."""

    minutes: float
    passes: int = 0
    tacks: int = 0
    thread: float = 0.0


class _Cost(NamedTuple):
    """What minutes are reckoned from: what is counted, and how many times points and lines are done."""

    counted: Counted
    times: int

    def minutes(self, way: MarkWay) -> float:
        cost, of = way.minutes, self.counted
        done = self.times * (of.points * cost.point + of.cm * cost.cm)
        return round(cost.start + done + of.placed * cost.placing, 2)


def _cost(made: Made, way: MarkWay, inputs: MarkingInputs) -> _Cost:
    return _Cost(way.counted(made, inputs), made.layers if way.minutes.layered else 1)


def amounts(made: Made, way: MarkWay, inputs: MarkingInputs) -> Amounts:
    """What a way takes for a mark, as often as it is made."""
    cost, times = _cost(made, way, inputs), made.times
    of = cost.counted
    return Amounts(
        round(times * cost.minutes(way), 2), times * of.placed, times * of.tacks,
        round(times * of.thread, 1),
    )  # fmt: skip


def minutes(made: Made, way: MarkWay, inputs: MarkingInputs) -> Figure:
    """The minutes of a way alone, as a sum."""
    cost, each = _cost(made, way, inputs), way.minutes
    of = cost.counted
    parts = [f"{each.start:g} to begin"] if each.start else []
    times = f"{cost.times} layers × " if cost.times > 1 else ""
    if of.points and each.point:
        parts.append(f"{times}{of.points} points × {each.point:g}")
    if of.cm and each.cm:
        parts.append(f"{times}{length_text(of.cm * 10)} at {each.cm:g} for {length_text(10)}")
    if of.placed and each.placing:
        parts.append(f"placings {of.placed} × {each.placing:g}")
    total = round(made.times * cost.minutes(way), 2)
    sums = " + ".join(parts)
    if made.times > 1:
        sums = f"{made.times} pieces × ({sums})"
    return Figure(
        name=f"minutes, {way.name}", value=total, text=f"{total:.1f} min", working=(sums,)
    )


def figures_of(
    made: Made, way: MarkWay, inputs: MarkingInputs, *, traced: bool
) -> tuple[Figure, ...]:
    """The sums behind what a way takes: minutes, placings, tacks, thread (of one piece where each is made
    by itself). ``traced``: a thread tracing follows."""
    used = (way, TRACED_AFTER) if traced else (way,)
    return (
        *(minutes(made, each, inputs) for each in used),
        *(figure for each in used for figure in each.counted(made, inputs).figures()),
    )
