"""The sums of cloth: what a tape laid askew read too much, how far a strip stretches, what a
length costs, how much a remnant holds."""

from math import sqrt

from craft.cloth.cloth import Cloth, Strip
from craft.errors import CraftError
from craft.measure import Figure, area_text, cloth_text, length_text, percent_text
from craft.shape.curve import Point


def squared_width(read: float, askew: float) -> Figure:
    """The width square across from a tape laid ``askew`` mm further along at its far end (both mm):
    √(reading² − askew²). Raises CraftError for a tape that lies more along than across.

    >>> round(squared_width(1450, 400).value)
    1394
    """
    if askew >= read:
        raise CraftError("The tape would lie along the cloth; measure across it.", "askew")
    value = sqrt(read**2 - askew**2)
    working = (
        f"√({length_text(read)}² − {length_text(askew)}²) = {length_text(value)}: laid askew a tape reads "
        f"{length_text(read - value)} too much"
        if askew
        else "measured square across",
    )
    return Figure(
        name="width, square across", value=value, text=length_text(value), working=working
    )


def stretch_of(strip: Strip) -> Figure:
    """How far a strip gives, as a share of its length: pulled ÷ at rest − 1."""
    value = strip.pulled / strip.rest - 1
    return Figure(
        name="it stretches by", value=value, text=percent_text(value),
        working=(f"{length_text(strip.pulled)} ÷ {length_text(strip.rest)} − 1 = "
                 f"{percent_text(value)}",),
    )  # fmt: skip


def price_of(length: float, price: float) -> Figure:
    """What a length (mm) costs at a price per metre, in the person's own money."""
    value = length / 1000 * price
    return Figure(
        name="price", value=value, text=f"{value:.2f}",
        working=(f"{cloth_text(length)} × {price:.2f} a metre = {value:.2f}",),
    )  # fmt: skip


def remnant_area(outline: tuple[Point, ...]) -> Figure:
    """What a remnant holds, and how much of the rectangle round it that is (mm²)."""
    twice = sum(
        ax * by - bx * ay
        for (ax, ay), (bx, by) in zip(outline, (*outline[1:], outline[0]), strict=True)
    )
    value = abs(twice) / 2
    xs, ys = zip(*outline, strict=True)
    whole = (max(xs) - min(xs)) * (max(ys) - min(ys))
    share = value / whole if whole else 0.0
    return Figure(
        name="the remnant holds", value=value, text=area_text(value),
        working=(f"{area_text(value)} of the {area_text(whole)} round it: {percent_text(share)}",),
    )  # fmt: skip


def figures_of(cloth: Cloth) -> tuple[Figure, ...]:
    """Every sum that can be made of what is known of a cloth, in the order they are read."""
    found = []
    if cloth.askew:
        found.append(squared_width(cloth.width, cloth.askew))
    if cloth.strip is not None:
        found.append(stretch_of(cloth.strip))
    if cloth.remnant is not None:
        found.append(remnant_area(cloth.remnant))
    if cloth.price is not None and cloth.owned is not None and cloth.remnant is None:
        found.append(price_of(cloth.owned, cloth.price))
    return tuple(found)
