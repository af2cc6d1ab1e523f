"""The test square of a file: found by itself, measured against what is said beside it."""

import re
from collections.abc import Iterable
from typing import NamedTuple

import numpy as np

from craft.drawing import DrawnText
from craft.measure import MM_PER_INCH
from craft.recognise.chains import Chain
from craft.recognise.outlines import sampled

SMALLEST, LARGEST = 20.0, 160.0
SLANT = 0.02
SQUARE_OFF = 0.005  # of its size: nobody sees it
USUAL = (100.0, 50.0, 4 * MM_PER_INCH, 2 * MM_PER_INCH, 1 * MM_PER_INCH, 30.0, 20.0, 150.0)
_SIZE = re.compile(r"(\d+(?:[.,]\d+)?)\s*(mm|cm|in\b|inch(?:es)?|[\"”″])", re.IGNORECASE)
# Words that are about the square, not about a hem or a pocket that happens to be one.
_ABOUT = re.compile(
    r"test|square|scale|print|calibrat|should|must|\d\D{0,6}[x×]\s*\d", re.IGNORECASE
)
_UNITS = {"mm": 1.0, "cm": 10.0}


class ScaleSquare(NamedTuple):
    """``width`` and ``height``: as it is drawn (mm); ``nominal``: what it is meant to measure (mm), None
    where nothing says it; ``told``: whether words beside it do. ``at``: its upper left corner (mm of the
    sheet)."""

    width: float
    height: float
    nominal: float | None
    told: bool
    at: tuple[float, float]

    @property
    def scale(self) -> float:
        """What the drawing must be enlarged by to be as large as the file says it is. A size that was
        guessed enlarges nothing, nor does a square that is a hair off: its corners were rounded."""
        if self.nominal is None or not self.told or self.as_meant:
            return 1.0
        return 2 * self.nominal / (self.width + self.height)

    @property
    def as_meant(self) -> bool:
        """Whether it is as large as it is meant to be."""
        meant = self.nominal or 0.0
        return abs(2 * meant / (self.width + self.height) - 1) <= SQUARE_OFF


def find_square(chains: Iterable[Chain], texts: Iterable[DrawnText]) -> ScaleSquare | None:
    """The test square of a sheet, None where there is none. One with words on how large it is comes first;
    else the one that is nearest to a usual size."""
    words = list(texts)
    squares = [square for chain in chains if (square := _square(chain, words)) is not None]
    told = [each for each in squares if each.told and each.nominal and abs(each.scale - 1) < 0.25]
    if told:
        return max(told, key=lambda each: each.width)
    usual = [
        each for each in squares if any(abs(each.width - size) < 0.03 * size for size in USUAL)
    ]
    if len(usual) != 1:
        return None
    size = min(USUAL, key=lambda size: abs(usual[0].width - size))
    return usual[0]._replace(nominal=size)


def _square(chain: Chain, texts: Iterable[DrawnText]) -> ScaleSquare | None:
    if not chain.closed or not chain.straight.all() or len(chain.curves) < 4:
        return None
    points = sampled(chain.curves, chain.straight)
    (left, top), (right, low) = points.min(axis=0), points.max(axis=0)
    wide, tall = float(right - left), float(low - top)
    if not (SMALLEST <= wide <= LARGEST and abs(wide - tall) <= SLANT * wide):
        return None
    corners = np.array(((left, top), (right, top), (right, low), (left, low)))
    off = np.abs(points[:, None] - corners[None]).sum(axis=2).min(axis=1)
    if off.max() > SLANT * wide:
        return None
    nominal = _nominal(texts, (float(left), float(top), float(right), float(low)), wide)
    return ScaleSquare(wide, tall, nominal, nominal is not None, (float(left), float(top)))


def _nominal(
    texts: Iterable[DrawnText], box: tuple[float, float, float, float], wide: float
) -> float | None:
    """The size that words in or right beside a square give, the one nearest to how it is drawn."""
    reach = 0.35 * wide
    found = []
    for text in texts:
        x, y = text.at
        near = box[0] - reach <= x <= box[2] + reach and box[1] - reach <= y <= box[3] + reach
        if near and _ABOUT.search(text.text):
            for number, unit in _SIZE.findall(text.text):
                size = float(number.replace(",", ".")) * _UNITS.get(unit.lower(), MM_PER_INCH)
                if SMALLEST <= size <= LARGEST:
                    found.append(size)
    likely = [each for each in found if abs(each - wide) < 0.25 * wide]
    return min(likely, key=lambda size: abs(size - wide), default=None)
