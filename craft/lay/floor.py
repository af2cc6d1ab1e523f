"""What lies on the floor already: a tick for every piece, resting on the numbers it was laid by."""

from craft.lay.judge import Judged
from craft.lay.result import ClothLay
from craft.pattern.piece import Role
from craft.thread import Facts, Thread, Tick
from craft.thread.keys import lain


def floor_ticks(lays: tuple[ClothLay, ...], thread: Thread) -> dict[Role, dict[str, Tick]]:
    """For every cloth, the ticks of the pieces placed on it, by item."""
    return {
        lay.role: {
            judged.placement.item: thread.tick(
                lain(lay.role, judged.placement.item), _facts(lay, judged)
            )
            for judged in lay.placed
        }
        for lay in lays
    }


def _facts(lay: ClothLay, judged: Judged) -> Facts:
    numbers = judged.numbers
    return {
        "cloth": lay.cloth.name if lay.cloth else "no cloth",
        "fold": lay.fold,
        "place": (
            ("upper end", round(numbers.upper.value)),
            ("lower end", round(numbers.lower.value)),
            ("from the cut end", round(numbers.to_end.value)),
            ("lying", f"{numbers.face}, {numbers.direction}"),
        ),
    }
