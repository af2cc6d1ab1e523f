"""What is asked for of a dart, and what can be asked for of one of its kind."""

from typing import Annotated, Literal, get_args

from pydantic import Field

from craft.fit.change import Named, Shift
from craft.frozen import Frozen

DartAmount = Literal["along", "lower", "upper", "intake", "dx", "dy"]
DART_AMOUNTS: tuple[DartAmount, ...] = get_args(DartAmount)
# What can be changed of a dart that ends in a seam, of one drawn without its cap, and of a double-pointed
# one, and how it is asked for.
SINGLE: dict[DartAmount, str] = {
    "along": "Along its seam (minus: up or left)",
    "lower": "Point further out (minus: back)",
    "intake": "Wider (minus: narrower)",
    "dx": "Point to the right (minus: left)",
    "dy": "Point down (minus: up)",
}
DOUBLE: dict[DartAmount, str] = {
    "upper": "Upper point further up (minus: back)",
    "lower": "Lower point further down (minus: back)",
    "intake": "Wider (minus: narrower)",
    "dx": "To the right (minus: left)",
    "dy": "Down (minus: up)",
}


class DartAmounts(Frozen):
    """By how much a dart is changed (mm). ``lower``: its point further away (negative: nearer); ``intake``:
    so much wider; ``dx``, ``dy``: its point set elsewhere, to the right and down. One that ends in a seam
    may move ``along`` it, down or to the right. Of a double-pointed one ``dx`` and ``dy`` move the whole,
    ``upper`` sets its other point further away."""

    along: Shift = 0.0
    lower: Shift = 0.0
    upper: Shift = 0.0
    intake: Shift = 0.0
    dx: Shift = 0.0
    dy: Shift = 0.0

    @property
    def amounts(self) -> dict[DartAmount, float]:
        """What is changed at all, and by how much (mm)."""
        return {how: by for how in DART_AMOUNTS if (by := getattr(self, how))}


class DartSettings(DartAmounts):
    """How a dart is to be. ``becomes`` two: two of half its intake, ``apart``
    from each other; none: it is not sewn any more. ``other_way``: pressed to the other side than its cap is
    drawn for."""

    dart: Named
    becomes: Literal["one", "two", "none"] = "one"
    apart: Annotated[float, Field(ge=10, le=120)] = 25.0
    other_way: bool = False
