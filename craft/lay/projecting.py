"""A lay thrown onto the cloth by a projector: piece by piece, and where the cloth has to be moved to."""

from math import ceil

from craft.frozen import Frozen
from craft.lay.result import ClothLay
from craft.lay.ruler import edge_of
from craft.measure import length_text
from craft.shape.curve import Point

ROOM = 10.0  # mm round a piece in the light
LAP = 50.0  # mm of a piece that is larger than the light are shown twice


class ProjectedStep(Frozen):
    """One piece in the light, or a part of one. ``window``: the place of the cloth that lies at the near
    left corner of the light (mm); ``part`` of so many ``parts``; ``lies``: how the cloth lies then;
    ``move``: how it is laid before it, "" where it stays."""

    item: str
    order: int
    window: Point
    part: int = 1
    parts: int = 1
    lies: str
    move: str = ""


def projected(lay: ClothLay, width: float, height: float) -> tuple[ProjectedStep, ...]:
    """All pieces from the cut end on, for a light of that size (mm): the cloth is moved as seldom and as
    little as one piece after the other lets it."""
    steps: list[ProjectedStep] = []
    window: Point | None = None
    for judged in sorted(lay.placed, key=lambda each: (each.box[0], each.box[1])):
        left, low, right, top = judged.box
        windows = [
            (x, y)
            for x in _starts(left, right, width, window and window[0])
            for y in _starts(low, top, height, window and window[1])
        ]
        for part, wanted in enumerate(windows, 1):
            move = "" if wanted == window else _move(lay, wanted, window)
            window = wanted
            steps.append(ProjectedStep(
                item=judged.placement.item, order=judged.numbers.order, window=window, part=part,
                parts=len(windows), move=move,
                lies="The cloth lies with {} and {}.".format(*_lies(lay, wanted)),
            ))  # fmt: skip
    return tuple(steps)


def _starts(low: float, high: float, reach: float, before: float | None) -> list[float]:
    """Where the light begins along one side so that all from ``low`` to ``high`` has been in it: where it
    begins already, at the cloth's own edge, or as little further as will do; several where that is longer
    than the light reaches."""
    if before is not None and before <= low and high <= before + reach:
        return [before]
    if high <= reach:
        return [0.0]
    if high - low + 2 * ROOM <= reach:
        return [min(max(before or 0.0, high + ROOM - reach), low - ROOM)]
    count = ceil((high - low + 2 * ROOM - LAP) / (reach - LAP))
    step = (high - low + 2 * ROOM - reach) / max(1, count - 1)
    return [max(0.0, low - ROOM) + step * at for at in range(count)]


def _lies(lay: ClothLay, window: Point) -> tuple[str, str]:
    """Where the cut end and the near edge of the cloth lie in the light."""
    near = edge_of(lay.fold, near=True)
    end = "its cut end on the left line"
    if window[0] > 0:
        end = f"its cut end {length_text(window[0])} left of the left line"
    edge = f"its {near} on the near line"
    if window[1] > 0:
        edge = f"its {near} {length_text(window[1])} nearer to you than the near line"
    return end, edge


def _move(lay: ClothLay, wanted: Point, before: Point | None) -> str:
    """How the cloth is laid so that the light falls there; only what changes where it was moved before."""
    end, edge = _lies(lay, wanted)
    if before is None:
        return f"Lay the cloth with {end} and {edge}."
    if wanted[0] == before[0]:
        return f"Move the cloth so that it lies with {edge}."
    if wanted[1] == before[1]:
        return f"Move the cloth so that it lies with {end}."
    return f"Move the cloth so that it lies with {end} and {edge}."
