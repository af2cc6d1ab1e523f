"""Sentences that contain lengths, kept free of a unit until somebody reads them.

A length inside a sentence is written ``[[12.7]]`` (mm), a length of cloth ``[[1700|cloth]]``, one to
be bought ``[[1700|buy]]``, one left over ``[[1700|left]]``, one below a millimetre ``[[0.38|fine]]`` and
an area ``[[4000|area]]`` (mm²). A sentence with an “=” between lengths is a sum: its lengths are written
so that it is true as it stands, with decimals where a fraction or a whole millimetre would hide a
difference.
The reader's unit is applied by ``render`` here, or by the browser's twin of it, so a switch from
centimetres to inches needs no new reckoning.
"""

import re
from collections.abc import Sequence

from craft.measure.units import (
    MM_PER_INCH,
    Unit,
    format_area,
    format_buy,
    format_cloth,
    format_exact,
    format_exact_cloth,
    format_left,
    format_length,
    is_a_fraction,
)

_TOKEN = re.compile(r"\[\[(-?[\d.]+)(\|cloth|\|area|\|buy|\|left|\|fine)?\]\]")


def capital(text: str) -> str:
    """A phrase as the beginning of a sentence or a heading.

    >>> capital("left front, twice")
    'Left front, twice'
    """
    return text[:1].upper() + text[1:]


def plural(number: int, word: str) -> str:
    """So many of something.

    >>> plural(1, "page"), plural(3, "page"), plural(2, "notch")
    ('1 page', '3 pages', '2 notches')
    """
    if number == 1:
        return f"1 {word}"
    return f"{number} {word}es" if word.endswith(("s", "x", "ch", "sh")) else f"{number} {word}s"


def length_text(mm: float) -> str:
    """A length (mm) to be shown in the reader's unit, to the millimetre.

    >>> length_text(12.7)
    '[[12.7]]'
    """
    return f"[[{round(mm, 2) + 0.0:g}]]"


def cloth_text(mm: float) -> str:
    """A length of cloth to be shown in metres or yards.

    >>> cloth_text(1234.0)
    '[[1234|cloth]]'
    """
    return f"[[{round(mm, 1) + 0.0:g}|cloth]]"


def buy_text(mm: float) -> str:
    """A length of cloth to be bought, to be shown rounded up in metres or yards.

    >>> buy_text(1300.0)
    '[[1300|buy]]'
    """
    return f"[[{round(mm, 1) + 0.0:g}|buy]]"


def left_text(mm: float) -> str:
    """A length of cloth that is left over, to be shown rounded down in metres or yards."""
    return f"[[{round(mm, 1) + 0.0:g}|left]]"


def fine_text(mm: float) -> str:
    """A length below a millimetre that matters, to the hundredth of it."""
    return f"[[{round(mm, 3) + 0.0:g}|fine]]"


def area_text(mm2: float) -> str:
    """An area to be shown in the reader's unit.

    >>> area_text(250_000.0)
    '[[250000|area]]'
    """
    return f"[[{round(mm2):d}|area]]"


def listed(words: Sequence[str]) -> str:
    """Words one after another, as they are spoken.

    >>> listed(["width", "length", "flaws"])
    'width, length and flaws'
    """
    return " and ".join([", ".join(words[:-1]), *words[-1:]] if len(words) > 1 else words)


def percent_text(share: float) -> str:
    """A share as a percentage without needless decimals.

    >>> percent_text(0.035)
    '3.5 %'
    """
    return f"{round(share * 100, 1):g} %"


def render(phrase: str, unit: Unit, parts: int = 8) -> str:
    """The phrase with every length written out in ``unit``. ``parts``: the finest fraction of an inch.

    >>> render("[[30]] for the seam", "cm"), render("[[38.1]] for the seam", "in")
    ('3 cm for the seam', '1 1/2 in for the seam')

    A sum is written so that it is true as it stands:

    >>> render("[[99.5]] + [[0.5]] = [[100]]", "cm")
    '9.95 cm + 0.5 mm = 10 cm'

    Handled badly: an “=” between lengths that are no sum makes them exact all the same.
    """

    tokens = _TOKEN.findall(phrase)
    lengths = [float(mm) for mm, kind in tokens if not kind]
    exact = "=" in phrase and len(tokens) > 1
    # In inches fractions will do where all lengths of the sum are fractions.
    plain = not exact or (unit == "in" and all(map(is_a_fraction, lengths)))

    def written(token: re.Match[str]) -> str:
        mm = float(token[1])
        if token[2] == "|area":
            return format_area(mm, unit)
        if token[2] == "|fine":
            return f"{mm / MM_PER_INCH:.3f} in" if unit == "in" else f"{mm:.2f} mm"
        if token[2] in ("|buy", "|left"):
            return (format_buy if token[2] == "|buy" else format_left)(mm, unit)
        if token[2]:
            return format_exact_cloth(mm, unit) if exact else format_cloth(mm, unit)
        if not plain:
            return format_exact(mm, unit)
        return format_length(mm, unit, max(parts, 16) if exact else parts)

    return _TOKEN.sub(written, phrase)
