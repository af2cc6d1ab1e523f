"""From the tape back to the piece: a place typed by its ruler numbers, and what a tape reads now."""

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.lay.placing import Placement
from craft.lay.ruler import SAME, RulerNumbers, rebuild, ruler_numbers
from craft.lay.table import Table
from craft.measure import length_text
from craft.shape.curve import distance


class TapeInput(Frozen):
    """What a tape reads at a piece (mm): both grain ends to the edge the numbers name, and the upper end to
    the cut end; None: as it is."""

    upper: float | None = None
    lower: float | None = None
    to_end: float | None = None


def placed_by_tape(table: Table, placement: Placement, read: TapeInput) -> Placement:
    """The placement a tape would give: what was not read stays as it is. Raises CraftError for two grain
    ends further apart across than the grain line is long."""
    numbers = ruler_numbers(table, placement)
    item = table.item(placement.item)
    assert item is not None
    line = numbers.line or item.grain
    upper = numbers.upper.value if read.upper is None else read.upper
    lower = numbers.lower.value if read.lower is None else read.lower
    if abs(upper - lower) > distance(*line) + SAME:
        raise CraftError(
            f"The grain line is {length_text(distance(*line))} long; its ends cannot lie so far apart.",
            "lower",
        )
    to_end = numbers.to_end.value if read.to_end is None else read.to_end
    new = {
        name: getattr(numbers, name).model_copy(update={"value": value})
        for name, value in (("upper", upper), ("lower", lower), ("to_end", to_end))
    }
    return rebuild(table, numbers.model_copy(update=new))


def checked(numbers: RulerNumbers, upper: float, lower: float) -> str:
    """What to do after both grain ends of a piece that should lie straight were measured (mm) on the cloth.

    Raises CraftError for a piece that is meant to lie aslant.
    """
    if abs(numbers.upper.value - numbers.lower.value) > SAME:
        raise CraftError(
            "This piece lies aslant on purpose: compare both numbers by themselves.", "upper"
        )
    off = lower - upper
    if abs(off) < 0.5:
        return "Both ends are alike: the grain is straight."
    toward = numbers.edge if off > 0 else f"other side, away from the {numbers.edge}"
    return f"Turn the lower end {length_text(abs(off))} toward the {toward}."
