"""What the first wash takes: believed from the label, the fibre, or a washed test square."""

from typing import NamedTuple

from craft.cloth.cloth import Cloth, Fibre
from craft.measure import Figure, length_text, percent_text


class Usual(NamedTuple):
    """Shares of length and width a fibre usually loses, and why."""

    along: float
    across: float
    why: str


# What home sewists reckon with for woven cloth that was not washed yet; a test square knows better.
TABLE: dict[Fibre, Usual] = {
    "wool": Usual(0.04, 0.03, "wool felts a little even when only steamed"),
    "cotton": Usual(0.05, 0.03, "cotton was stretched on the loom and lets go in the wash"),
    "linen": Usual(0.06, 0.04, "linen shrinks most in its first hot wash"),
    "silk": Usual(0.04, 0.02, "silk draws up when it gets wet"),
    "viscose": Usual(0.06, 0.03, "viscose swells wet and dries shorter"),
    "polyester": Usual(0.01, 0.01, "polyester is set by heat and hardly changes"),
    "mixed": Usual(0.03, 0.02, "a mixture takes after its fibres"),
}


class Shrinkage(NamedTuple):
    """Shares lost along and across, each with its working."""

    along: Figure
    across: Figure


def shrinkage(cloth: Cloth) -> Shrinkage:
    """What the first wash takes from this cloth, or took from it: more of it that is bought loses as much.
    Which of its measures were taken after that is in craft/cloth/washing.py. A square that is missing
    falls back on the label."""
    if cloth.shrink_by == "table":
        usual = TABLE[cloth.fibre]
        why = f"usual for {cloth.fibre}: {usual.why}"
        return Shrinkage(_share("length", usual.along, why), _share("width", usual.across, why))
    if cloth.shrink_by == "square" and cloth.square is not None:
        square = cloth.square
        return Shrinkage(
            _measured("length", square.before, square.after_length),
            _measured("width", square.before, square.after_width),
        )
    return Shrinkage(
        _share("length", cloth.shrink_length, "from the label"),
        _share("width", cloth.shrink_width, "from the label"),
    )


def _share(way: str, value: float, why: str) -> Figure:
    return Figure(
        name=f"lost of the {way}",
        value=value,
        text=percent_text(value),
        working=(f"{percent_text(value)}, {why}",),
    )


def _measured(way: str, before: float, after: float) -> Figure:
    """A square that grew is taken as not shrinking: nothing is gained by trusting to it."""
    value = max(0.0, (before - after) / before)
    return Figure(
        name=f"lost of the {way}",
        value=value,
        text=percent_text(value),
        working=(
            f"test square: ({length_text(before)} − {length_text(after)}) ÷ "
            f"{length_text(before)} = {percent_text(value)}",
        ),
    )
