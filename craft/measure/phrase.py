"""Sentences that contain lengths, kept free of a unit until somebody reads them.

A length inside a sentence is written ``[[12.7]]`` (mm), a length of cloth ``[[1700|cloth]]`` and an
area ``[[4000|area]]`` (mm²).
The reader's unit is applied by ``render`` here, or by the browser's twin of it, so a switch from
centimetres to inches needs no new reckoning.
"""

import re

from craft.measure.length import Unit, format_area, format_cloth, format_length

_TOKEN = re.compile(r"\[\[(-?[\d.]+)(\|cloth|\|area)?\]\]")


def length(mm: float) -> str:
    """A length to be shown in the reader's unit, to the millimetre."""
    return f"[[{round(mm, 2) + 0.0:g}]]"


def cloth(mm: float) -> str:
    """A length of cloth to be shown in metres or yards."""
    return f"[[{round(mm, 1) + 0.0:g}|cloth]]"


def area(mm2: float) -> str:
    """An area to be shown in the reader's unit."""
    return f"[[{round(mm2):d}|area]]"


def percent(share: float) -> str:
    """A share as a percentage without needless decimals: 0.035 gives ``3.5 %``."""
    return f"{round(share * 100, 1):g} %"


def render(phrase: str, unit: Unit, parts: int = 8) -> str:
    """The phrase with every length written out in ``unit``."""

    def written(token: re.Match[str]) -> str:
        mm = float(token[1])
        if token[2] == "|area":
            return format_area(mm, unit)
        return format_cloth(mm, unit) if token[2] else format_length(mm, unit, parts)

    return _TOKEN.sub(written, phrase)
