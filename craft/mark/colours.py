"""Whether chalk, carbon or thread shows on a cloth: how far two colours are apart to the eye.

Distances are taken in CIE L*a*b* (CIE 1976), where equal steps look about equally large. Source of the
rule: a marking colour stands in clear contrast to the cloth and is never its own.
"""

from collections.abc import Callable
from functools import lru_cache
from math import dist
from typing import NamedTuple

from craft.mark.tools import HUES, PEN, Hue, MarkingKit

# Nearer than this a fine line is looked for rather than seen (ΔE 1976).
CLEAR = 30.0
# A second try must be told from the first at a glance.
APART = 30.0
# CIE standard white, D65.
WHITE = (0.95047, 1.0, 1.08883)


class Pigment(NamedTuple):
    """What a way draws or sews with. ``hues``: the colours there are of it; ``as_it_is``: it has one
    colour, whatever the cloth; ``waxed``: a thread that may be drawn over wax."""

    hues: Callable[[MarkingKit], tuple[Hue, ...]]
    as_it_is: bool = False
    waxed: bool = False

    def best(self, kit: MarkingKit, cloth: str, again: int = 0) -> Hue | None:
        """The colour to take on a cloth (#rrggbb), another each time ``again``; None where none shows."""
        hues = self.hues(kit)
        return hues[0] if self.as_it_is else best_hue(hues, cloth, again)


CHALK = Pigment(lambda kit: kit.chalks)
CARBON = Pigment(lambda kit: kit.carbons)
INK = Pigment(lambda _: (PEN,), as_it_is=True)
THREAD = Pigment(lambda _: tuple(HUES), waxed=True)


def contrast(one: str, other: str) -> float:
    """How far two colours (#rrggbb) are apart: 0 for the same, about 100 for black and white.

    >>> round(contrast("#000000", "#ffffff"))
    100
    """
    return dist(_lab(one), _lab(other))


def shows_any(hues: tuple[Hue, ...], cloth: str) -> bool:
    """Whether any of the colours stands out clearly from the cloth’s (#rrggbb)."""
    return any(contrast(HUES[hue], cloth) >= CLEAR for hue in hues)


def ink_shows(hue: Hue, cloth: str) -> bool:
    """Whether an ink stands out from the cloth: ink lets the cloth through, so it only ever darkens it."""
    channels = ((int(HUES[hue][k : k + 2], 16), int(cloth[k : k + 2], 16)) for k in (1, 3, 5))
    inked = "#" + "".join(f"{round(ink * under / 255):02x}" for ink, under in channels)
    return contrast(inked, cloth) >= CLEAR


def best_hue(hues: tuple[Hue, ...], cloth: str, again: int = 0) -> Hue | None:
    """The colour to take: the one that stands out most. ``again``: how often the mark was made
    already; each time the best colour that is clearly another than those before. None where nothing
    shows."""
    order = _by_contrast(hues, cloth)
    taken: list[Hue] = []
    for hue in order:
        if all(contrast(HUES[hue], HUES[other]) >= APART for other in taken):
            taken.append(hue)
        if len(taken) > again:
            return hue
    return None


@lru_cache(maxsize=256)
def _by_contrast(hues: tuple[Hue, ...], cloth: str) -> tuple[Hue, ...]:
    clear = [hue for hue in hues if contrast(HUES[hue], cloth) >= CLEAR]
    return tuple(sorted(clear, key=lambda hue: -contrast(HUES[hue], cloth)))


@lru_cache(maxsize=512)
def _lab(colour: str) -> tuple[float, float, float]:
    r, g, b = (_linear(int(colour[k : k + 2], 16) / 255) for k in (1, 3, 5))
    x = (0.4124564 * r + 0.3575761 * g + 0.1804375 * b) / WHITE[0]
    y = (0.2126729 * r + 0.7151522 * g + 0.0721750 * b) / WHITE[1]
    z = (0.0193339 * r + 0.1191920 * g + 0.9503041 * b) / WHITE[2]
    fx, fy, fz = _root(x), _root(y), _root(z)
    return 116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)


def _linear(value: float) -> float:
    return float(value / 12.92 if value <= 0.04045 else ((value + 0.055) / 1.055) ** 2.4)


def _root(value: float) -> float:
    return float(value ** (1 / 3) if value > 216 / 24389 else (24389 / 27 * value + 16) / 116)
