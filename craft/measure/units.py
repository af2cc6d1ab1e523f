"""Lengths as people read them: centimetres with one decimal, inches as fractions.

The program reckons in millimetres and converts only here, on the way out. The browser has the
same few lines (web/src/parts/length.ts); both are held against tests/lengths.json.
"""

from fractions import Fraction
from math import ceil, floor
from typing import Literal

Unit = Literal["cm", "in"]

MM_PER_INCH = 25.4
MM_PER_YARD = 914.4
# Below half an inch an eighth is too coarse to act on: sixteenths are used there.
SIXTEENTHS_BELOW_MM = 12.7


def nearest(value: float) -> int:
    """The nearest whole number, halves away from zero (as a person rounds).

    >>> nearest(2.5), nearest(-2.5)
    (3, -3)
    """
    return -floor(-value + 0.5) if value < 0 else floor(value + 0.5)


def mixed(value: Fraction) -> str:
    """A fraction as written on a ruler.

    >>> mixed(Fraction(13, 8)), mixed(Fraction(-1, 2)), mixed(Fraction(4))
    ('1 5/8', '-1/2', '4')
    """
    whole, rest = divmod(abs(value), 1)
    sign = "-" if value < 0 else ""
    if not rest:
        return f"{sign}{whole}"
    return f"{sign}{whole} {rest}" if whole else f"{sign}{rest}"


def format_length(mm: float, unit: Unit, parts: int = 8) -> str:
    """A length for the table, to the millimetre or a fraction of an inch.

    ``parts`` is the finest fraction of an inch shown; below half an inch it is sixteenths at least.

    >>> format_length(7, "cm"), format_length(125, "cm"), format_length(38.1, "in")
    ('7 mm', '12.5 cm', '1 1/2 in')
    """
    if unit == "cm":
        tenths = nearest(mm)
        if abs(tenths) < 10:
            return f"{tenths} mm"
        return f"{tenths / 10:.1f}".removesuffix(".0") + " cm"
    if abs(mm) < SIXTEENTHS_BELOW_MM:
        parts = max(parts, 16)
    return mixed(Fraction(nearest(mm / MM_PER_INCH * parts), parts)) + " in"


def format_exact(mm: float, unit: Unit) -> str:
    """A length inside a sum, where rounding would make the sum untrue as written.

    >>> format_exact(99.5, "cm"), format_exact(97.0, "in")
    ('9.95 cm', '3.819 in')
    """
    if unit == "cm":
        if abs(mm) < 9.95:
            return f"{_trimmed(mm, 2)} mm"
        return f"{_trimmed(mm / 10, 2)} cm"
    inches = mm / MM_PER_INCH
    return f"{_trimmed(inches, 3)} in"


def is_a_fraction(mm: float) -> bool:
    """Whether a length (mm) is, to a hair, a fraction of an inch as found on a ruler (sixteenths).

    >>> is_a_fraction(38.1), is_a_fraction(40.0)
    (True, False)
    """
    parts = mm / MM_PER_INCH * 16
    return abs(parts - nearest(parts)) < 0.02


def _trimmed(value: float, digits: int) -> str:
    # Rounded as people do, halves away from zero, not as the machine's fractions of two do.
    scaled = nearest(round(value * 10**digits, 6)) / 10**digits
    return f"{scaled + 0.0:.{digits}f}".rstrip("0").rstrip(".")


def format_area(mm2: float, unit: Unit) -> str:
    """An area in mm², in the unit that suits its size.

    >>> format_area(4_000, "cm"), format_area(710_000, "cm"), format_area(4_000, "in")
    ('40.0 cm²', '0.71 m²', '6.2 sq in')
    """
    if unit == "cm":
        return f"{mm2 / 1e6:.2f} m²" if mm2 >= 1e5 else f"{mm2 / 100:.1f} cm²"
    square_inches = mm2 / MM_PER_INCH**2
    yards = square_inches / 1296
    return f"{yards:.2f} sq yd" if square_inches >= 155 else f"{square_inches:.1f} sq in"


def format_cloth(mm: float, unit: Unit) -> str:
    """A length of cloth (mm) as the shop says it, to the nearest centimetre or eighth of a yard.

    >>> format_cloth(1_700, "cm"), format_cloth(1_700, "in")
    ('1.70 m', '1 7/8 yd')
    """
    if unit == "cm":
        return f"{nearest(mm / 10) / 100:.2f} m"
    return mixed(Fraction(nearest(mm / MM_PER_YARD * 8), 8)) + " yd"


def format_buy(mm: float, unit: Unit) -> str:
    """A length of cloth to be bought (mm): rounded up in the unit shown, so that it is never less than
    what is needed.

    >>> format_buy(1_701, "cm"), format_buy(1_701, "in")
    ('1.71 m', '1 7/8 yd')
    """
    if unit == "cm":
        return f"{ceil(round(mm / 10, 6)) / 100:.2f} m"
    return mixed(Fraction(ceil(round(mm / MM_PER_YARD * 8, 6)), 8)) + " yd"


def format_left(mm: float, unit: Unit) -> str:
    """Cloth that is left, in metres or yards: rounded down, so that nobody counts on more than there is.

    >>> format_left(623.4, "cm")
    '0.62 m'
    """
    if unit == "cm":
        return f"{floor(round(mm / 10, 6)) / 100:.2f} m"
    return mixed(Fraction(floor(round(mm / MM_PER_YARD * 8, 6)), 8)) + " yd"


def format_exact_cloth(mm: float, unit: Unit) -> str:
    """A length of cloth inside a sum.

    >>> format_exact_cloth(1234.0, "cm")
    '1.234 m'
    """
    if unit == "cm":
        return f"{mm / 1000:.3f}".removesuffix("0") + " m"
    eighths = mm / MM_PER_YARD * 8
    if abs(eighths - nearest(eighths)) < 0.005:
        return mixed(Fraction(nearest(eighths), 8)) + " yd"
    return f"{_trimmed(mm / MM_PER_YARD, 3)} yd"
