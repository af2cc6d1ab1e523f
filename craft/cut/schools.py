"""Where practitioners disagree about cutting: named choices, each with its reason.

What the cloth asks for is proposed; whoever belongs to another school chooses it, and is told what that
means on this cloth.
"""

from craft.frozen import Frozen


class SchoolSide(Frozen):
    """One side of a disagreement: its code, its words, and why."""

    code: str
    words: str
    because: str


class School(Frozen):
    """A disagreement: which field of the inputs it is, and its sides. ``proposed`` "": the cloth
    decides."""

    name: str
    asks: str
    sides: tuple[SchoolSide, ...]
    proposed: str = ""


def school(name: str, asks: str, proposed: str, *sides: tuple[str, str, str]) -> School:
    """A school from its sides: code, words, because."""
    return School(
        name=name, asks=asks, proposed=proposed,
        sides=tuple(SchoolSide(code=c, words=w, because=b) for c, w, b in sides),
    )  # fmt: skip


SCHOOLS: tuple[School, ...] = (
    school(
        "tool", "Cut with", "",
        ("shears", "shears", "they follow any line, and the lower blade stays on the table"),
        ("rotary", "rotary cutter", "nothing lifts the cloth, so light and slippery cloth keeps its shape"),
    ),
    school(
        "holding", "Held by", "weights",
        ("weights", "weights", "no pin lifts or marks the cloth, and they are set in a moment"),
        ("pins", "pins", "the paper stays on when the cut pieces are carried about"),
    ),
    school(
        "notch", "Notches are", "snip",
        ("snip", "snipped", "exact, quick, and it cannot rub off"),
        ("outward", "cut outward", "the allowance stays whole, so it can be let out later"),
        ("wedge", "cut as a wedge inward", "a wedge is seen from either side"),
        ("mark", "only marked", "nothing is cut into; for fitting, and for cloth that is dear"),
    ),
)  # fmt: skip
