"""Colours of a PDF as "#rrggbb": enough to tell the lines of sizes apart, not to print by."""

from collections.abc import Sequence
from typing import Any

from pikepdf import Array, Dictionary, Name

UNKNOWN = "#808080"  # patterns and shadings


def hexed(*rgb: float) -> str:
    """
    >>> hexed(1, 0, 0.5)
    '#ff0080'
    """
    return "#" + "".join(f"{round(255 * min(max(each, 0.0), 1.0)):02x}" for each in rgb)


def grey(level: float) -> str:
    """A level of grey, 0 black to 1 white."""
    return hexed(level, level, level)


def cmyk(c: float, m: float, y: float, k: float) -> str:
    """Four inks, 0 to 1 each."""
    return hexed((1 - c) * (1 - k), (1 - m) * (1 - k), (1 - y) * (1 - k))


def by_count(values: Sequence[float]) -> str:
    """A colour of a device by how many numbers it has."""
    if len(values) == 1:
        return grey(values[0])
    if len(values) == 3:
        return hexed(*values)
    return cmyk(*values[:4]) if len(values) >= 4 else UNKNOWN


def in_space(space: Any, values: Sequence[float]) -> str:
    """A colour in a named space. An ink of its own is taken through its function where that is a simple
    one; else it counts as black of that strength."""
    if not values:
        return UNKNOWN
    if isinstance(space, Array) and len(space) > 3 and space[0] in (Name.Separation, Name.DeviceN):
        tint = space[3]
        if isinstance(tint, Dictionary) and tint.get("/FunctionType") == 2 and len(values) == 1:
            share = values[0] ** float(tint.get("/N", 1))
            low = [float(each) for each in tint.get("/C0", Array([0.0]))]
            high = [float(each) for each in tint.get("/C1", Array([1.0]))]
            return by_count([a + share * (b - a) for a, b in zip(low, high, strict=False)])
        return grey(1 - max(values))
    if isinstance(space, Array) and space and space[0] == Name.Lab and len(values) == 3:
        return grey(values[0] / 100)
    if isinstance(space, Array) and space and space[0] == Name.Indexed:
        # Which colour does not matter, that they differ does.
        return hexed(values[0] % 7 / 7, values[0] % 5 / 5, values[0] % 3 / 3)
    return by_count(values)
