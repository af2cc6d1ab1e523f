"""A lay thrown onto the cloth by a projector: piece by piece, and where the cloth has to be moved to."""

from math import ceil

from craft.errors import CraftError
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


def projected_alone(
    lay: ClothLay, item: str, width: float, height: float
) -> tuple[ProjectedStep, ...]:
    """One piece by itself, in the near left corner of a light of that size (mm), in parts where it is
    larger than the light. Raises CraftError: it does not lie on this cloth."""
    judged = next((each for each in lay.placed if each.placement.item == item), None)
    if judged is None:
        raise CraftError("This piece does not lie on this cloth.", "item")
    left, low, right, top = judged.box
    windows = [(x, y) for x in _corners(left, right, width) for y in _corners(low, top, height)]
    lies = f"The piece lies {length_text(ROOM)} inside the left and the near line."
    steps, before = [], windows[0]
    for part, window in enumerate(windows, 1):
        ways = (
            ("to the left", window[0] - before[0]), ("to the right", before[0] - window[0]),
            ("towards you", window[1] - before[1]), ("away from you", before[1] - window[1]),
        )  # fmt: skip
        moved = " and ".join(f"{length_text(mm)} {way}" for way, mm in ways if mm > 1e-6)
        steps.append(ProjectedStep(
            item=item, order=judged.numbers.order, window=window, part=part, parts=len(windows),
            lies=lies if part == 1 else "What was in the light before lies beside it.",
            move=f"Move what you draw or cut on {moved}." if moved else "",
        ))  # fmt: skip
        before = window
    return tuple(steps)


def _corners(low: float, high: float, reach: float) -> list[float]:
    """Where the light begins along one side of a piece that lies at its edge."""
    if high - low + 2 * ROOM <= reach:
        return [low - ROOM]
    count = ceil((high - low + 2 * ROOM - LAP) / (reach - LAP))
    step = (high - low + 2 * ROOM - reach) / max(1, count - 1)
    return [low - ROOM + step * at for at in range(count)]


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
    begins = _corners(low, high, reach)
    return [max(0.0, begins[0]) - begins[0] + each for each in begins]


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
