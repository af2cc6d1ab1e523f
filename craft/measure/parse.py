"""Reading a length the way people write it."""

import re
from fractions import Fraction

from craft.errors import CraftError
from craft.measure.units import MM_PER_INCH, MM_PER_YARD, Unit

_VULGAR = {
    "¼": "1/4", "½": "1/2", "¾": "3/4", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8",
    "⅓": "1/3", "⅔": "2/3",
}  # fmt: skip
_MM_PER = {
    "mm": 1.0, "cm": 10.0, "m": 1000.0, "in": MM_PER_INCH, "inch": MM_PER_INCH,
    "inches": MM_PER_INCH, '"': MM_PER_INCH, "'": 12 * MM_PER_INCH, "ft": 12 * MM_PER_INCH,
    "yd": MM_PER_YARD, "yard": MM_PER_YARD, "yards": MM_PER_YARD,
}  # fmt: skip
_NUMBER = r"(?:\d+\s+\d+/\d+|\d+-\d+/\d+|\d+/\d+|\d*[.,]\d+|\d+)"
_TERM = re.compile(rf"\s*({_NUMBER})\s*(mm|cm|m|inches|inch|in|\"|'|ft|yards|yard|yd)?\.?\s*")


def _number(text: str) -> Fraction:
    total = Fraction(0)
    for part in re.split(r"[\s-]+", text.replace(",", ".")):
        total += Fraction(part)
    return total


def parse_length(text: str, unit: Unit, *, field: str = "", least: float = 0.0) -> float:
    """Millimetres from ``5/8``, ``1 1/2"``, ``1.5cm``, ``15 mm``, ``1½``, ``5' 4"``.

    A number without a unit is taken in ``unit``. Raises CraftError naming ``field`` when the text
    is not a length, is below ``least`` mm, or is longer than 20 m.

    >>> parse_length('1 1/2"', "cm")
    38.1
    >>> parse_length("15", "cm")
    150.0
    >>> parse_length("1m 20cm", "in")
    1200.0
    """
    example = "12.5 cm" if unit == "cm" else "4 7/8 in"
    sorry = CraftError(f"“{text.strip()[:30]}” is not a length. Write it like {example}.", field)
    plain = text.strip().lower().replace("−", "-").replace("″", '"').replace("”", '"')
    plain = plain.replace("′", "'").replace("’", "'").replace("⁄", "/")
    sign = 1
    if plain[:1] in ("-", "+"):
        sign = -1 if plain[0] == "-" else 1
        plain = plain[1:].strip()
    for vulgar, written in _VULGAR.items():
        plain = plain.replace(vulgar, f" {written}")
    plain = plain.strip()
    if not plain or len(plain) > 30:
        raise sorry
    total, at = 0.0, 0
    while at < len(plain):
        term = _TERM.match(plain, at)
        # A second term needs units on both, or "12 5" would be read as a sum.
        if term is None or (not term[2] and (at > 0 or term.end() < len(plain))):
            raise sorry
        try:
            total += float(_number(term[1])) * _MM_PER[term[2] or unit]
        except (ZeroDivisionError, ValueError):
            raise sorry from None
        at = term.end()
    total = round(total * sign, 4)
    if total > 20_000 or total < -20_000:
        raise CraftError("That is longer than 20 m. Check the unit.", field)
    if total < least:
        raise CraftError("This length cannot be negative." if least == 0 else
                         f"This must be at least {least / 10:g} cm.", field)  # fmt: skip
    return total
