"""Lengths as people read them: centimetres with one decimal, inches as fractions.

The program reckons in millimetres and converts only here, on the way out. The browser has the
same few lines (web/src/parts/length.ts); both are held against tests/lengths.json.
"""

from fractions import Fraction
from math import floor
from typing import Literal

Unit = Literal["cm", "in"]

MM_PER_INCH = 25.4
MM_PER_YARD = 914.4
# Below half an inch an eighth is too coarse to act on: sixteenths are used there.
SIXTEENTHS_BELOW_MM = 12.7


def nearest(value: float) -> int:
    """The nearest whole number, halves away from zero (as a person rounds)."""
    return -floor(-value + 0.5) if value < 0 else floor(value + 0.5)


def mixed(value: Fraction) -> str:
    """A fraction as written on a ruler: ``Fraction(13, 8)`` gives ``1 5/8``."""
    whole, rest = divmod(abs(value), 1)
    sign = "-" if value < 0 else ""
    if not rest:
        return f"{sign}{whole}"
    return f"{sign}{whole} {rest}" if whole else f"{sign}{rest}"


def format_length(mm: float, unit: Unit, parts: int = 8) -> str:
    """A length for the table: ``7 mm``, ``12.5 cm``, ``5/8 in``, ``1 1/2 in``.

    ``parts`` is the finest fraction of an inch shown; below half an inch it is sixteenths at least.
    """
    if unit == "cm":
        tenths = nearest(mm)
        if abs(tenths) < 10:
            return f"{tenths} mm"
        return f"{tenths / 10:.1f}".removesuffix(".0") + " cm"
    if abs(mm) < SIXTEENTHS_BELOW_MM:
        parts = max(parts, 16)
    return mixed(Fraction(nearest(mm / MM_PER_INCH * parts), parts)) + " in"


def format_area(mm2: float, unit: Unit) -> str:
    """An area: ``40.0 cm²`` or ``0.71 m²``; ``6.2 sq in`` or ``0.84 sq yd``."""
    if unit == "cm":
        return f"{mm2 / 1e6:.2f} m²" if mm2 >= 1e5 else f"{mm2 / 100:.1f} cm²"
    square_inches = mm2 / MM_PER_INCH**2
    yards = square_inches / 1296
    return f"{yards:.2f} sq yd" if square_inches >= 155 else f"{square_inches:.1f} sq in"


def format_cloth(mm: float, unit: Unit) -> str:
    """A length of cloth as the shop says it: ``1.70 m`` or ``1 7/8 yd``."""
    if unit == "cm":
        return f"{nearest(mm / 10) / 100:.2f} m"
    return mixed(Fraction(nearest(mm / MM_PER_YARD * 8), 8)) + " yd"
