"""The construction of the yoke blouse, size by size, from a made-up size table.

Coordinates: mm, y down, centre front or centre back at x = 0, the neck point level at y = 0.
The sleeve cap is as high as makes its length the armhole's and a little ease; the sleeve's hem is
as wide as makes it the cuff and the gathers.
"""

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property

from craft.shape import path as paths
from craft.shape.curve import Point
from craft.shape.path import Path

SIZES = ("34", "36", "38", "40", "42", "44")
BUST = (800, 840, 880, 920, 970, 1020)
WAIST = (620, 660, 700, 742, 796, 850)
HIP = (866, 904, 942, 980, 1027, 1074)
ARM = (256, 268, 280, 292, 308, 324)
BACK_LENGTH = (398, 402, 406, 410, 415, 420)
EASE_BUST, EASE_WAIST, EASE_HIP, EASE_ARM = 150.0, 250.0, 130.0, 110.0
GATHERS_FRONT, GATHERS_BACK, GATHERS_CUFF = 50.0, 40.0, 150.0
CAP_EASE = 12.0
YOKE = 92.0  # how far the yoke reaches down the back
OVER = 30.0  # and over the shoulder to the front
BAND = 30.0  # finished width of the front band
SLEEVE = 470.0


@dataclass(frozen=True)
class Draft:
    """All construction points of one size."""

    size: str

    @cached_property
    def at(self) -> int:
        return SIZES.index(self.size)

    @cached_property
    def bust(self) -> float:
        return float(BUST[self.at])

    @cached_property
    def depth(self) -> float:  # underarm level
        return self.bust / 8 + 114

    @cached_property
    def waist_level(self) -> float:
        return BACK_LENGTH[self.at] + 18.0

    @cached_property
    def hip_level(self) -> float:
        return self.waist_level + 190

    @property
    def levels(self) -> dict[str, float]:
        return {"bust": self.depth, "waist": self.waist_level, "hip": self.hip_level}

    @cached_property
    def neck(self) -> float:  # half neck width
        return self.bust / 20 + 26

    @cached_property
    def across(self) -> float:  # half width of the yoke at its lower edge
        return self.bust / 10 + 88

    @cached_property
    def widths(self) -> tuple[float, float]:
        """Front and back at the underarm, gathers included."""
        quarter = (self.bust + EASE_BUST) / 4
        return quarter + GATHERS_FRONT * 0.6, quarter + GATHERS_BACK * 0.6

    @cached_property
    def side_in(self) -> tuple[float, float]:
        """In at the waist, and out again at the hip."""
        chest = self.bust + EASE_BUST
        inward = (chest - WAIST[self.at] - EASE_WAIST) / 4 * 0.5
        return inward, inward + (HIP[self.at] + EASE_HIP - chest) / 4 * 0.5

    def side(self, width: float) -> Path:
        d, w, h = self.depth, self.waist_level, self.hip_level
        inward, out = self.side_in
        x = width - inward
        return (
            ((width, d), (width - 3, d + (w - d) * 0.35), (x, w - (w - d) * 0.35), (x, w)),
            ((x, w), (x, w + 60), (x + out - 4, h - 60), (x + out, h)),
        )

    def hem(self, width: float) -> Path:
        start = paths.end(self.side(width))
        return ((start, (start[0] - 60, start[1] + 3), (80.0, start[1] + 4), (0.0, start[1] + 4)),)

    # --- yoke: its back edge lies at y = YOKE, its front edge reaches over the shoulder ---

    @cached_property
    def yoke_tip(self) -> Point:
        return (self.across - 6, -4.0 + self.at)

    @cached_property
    def yoke_neck(self) -> Path:
        """Front corner, over the neck point, to the centre back."""
        n = self.neck
        return (
            ((n + 4, -OVER), (n + 1, -OVER * 0.5), (n, -6.0), (n - 2, 0.0)),
            ((n - 2, 0.0), (n - 8, 15.0), (n * 0.5, 20.0), (0.0, 20.0)),
        )

    @cached_property
    def yoke_front(self) -> Path:
        return ((paths.start(self.yoke_neck), self.yoke_tip),)

    @cached_property
    def yoke_armhole(self) -> Path:
        a, b = self.yoke_tip, (self.across, YOKE)
        return ((a, (a[0] + 2, a[1] + 30), (b[0], b[1] - 34), b),)

    @cached_property
    def yoke_back(self) -> Path:
        return (((self.across, YOKE), (0.0, YOKE)),)

    # --- front and back below the yoke ---

    @cached_property
    def front_yoke_edge(self) -> Path:
        """The front's upper edge, as long as the yoke's front edge and the gathers."""
        long = paths.length(self.yoke_front) + GATHERS_FRONT
        x, y = self.neck + 4, OVER + 6
        drop = 26.0 + self.at
        return (((x, y), (x + (long**2 - drop**2) ** 0.5, y + drop)),)

    @cached_property
    def front_neck(self) -> Path:
        start, end = (0.0, self.neck + 34), paths.start(self.front_yoke_edge)
        return ((start, (end[0] * 0.55, start[1]), (end[0], end[1] + 34), end),)

    @cached_property
    def front_armhole(self) -> Path:
        a, b = paths.end(self.front_yoke_edge), (self.widths[0], self.depth)
        dx = b[0] - a[0]
        return ((a, (a[0] - 2, a[1] + (b[1] - a[1]) * 0.6), (b[0] - dx * 0.75 - 14, b[1]), b),)

    @cached_property
    def back_yoke_edge(self) -> Path:
        return (((0.0, YOKE), (self.across + GATHERS_BACK, YOKE)),)

    @cached_property
    def back_armhole(self) -> Path:
        a, b = paths.end(self.back_yoke_edge), (self.widths[1], self.depth)
        dx = abs(b[0] - a[0])
        return ((a, (a[0], a[1] + (b[1] - a[1]) * 0.6), (b[0] - dx * 0.5 - 16, b[1]), b),)

    # --- sleeve ---

    @cached_property
    def arm(self) -> float:  # half the sleeve's width at the underarm
        return (ARM[self.at] + EASE_ARM) / 2

    @cached_property
    def armhole(self) -> float:
        parts = (self.front_armhole, self.yoke_armhole, self.back_armhole)
        return sum(paths.length(part) for part in parts)

    @cached_property
    def cap_height(self) -> float:
        wanted = self.armhole + CAP_EASE
        return _solve(lambda high: paths.length(self.cap_of(high)) - wanted, 30, 240)

    def cap_of(self, high: float) -> Path:
        """Back underarm, over the top, to the front underarm."""
        w = self.arm
        return (
            ((-w, high), (-w * 0.62, high), (-w * 0.46, 0.0), (0.0, 0.0)),
            ((0.0, 0.0), (w * 0.42, 0.0), (w * 0.56, high), (w, high)),
        )

    @cached_property
    def cap(self) -> Path:
        return self.cap_of(self.cap_height)

    @cached_property
    def cuff(self) -> float:
        return ARM[self.at] * 0.62 + 46

    @cached_property
    def hem_width(self) -> float:  # half the sleeve's lower width
        wanted = self.cuff + GATHERS_CUFF
        return _solve(lambda half: paths.length(self.sleeve_hem_of(half)) - wanted, 60, 400)

    @cached_property
    def sleeve_level(self) -> float:
        return self.cap_height + SLEEVE - 120

    def sleeve_hem_of(self, half: float) -> Path:
        """Front to back; the back hangs lower, so that there is room for the bent elbow."""
        y = self.sleeve_level
        return (
            ((half, y), (half * 0.5, y - 6), (half * 0.3, y - 2), (0.0, y + 6)),
            ((0.0, y + 6), (-half * 0.3, y + 14), (-half * 0.6, y + 22), (-half, y)),
        )

    def sleeve_side(self, sign: float) -> Path:
        """Underarm to wrist, bowed out below the elbow; front and back mirror each other."""
        w, h, top, low = self.arm, self.hem_width, self.cap_height, self.sleeve_level
        return (
            ((sign * w, top), (sign * (w - 12), top + 90), (sign * (w - 14), low - 190),
             (sign * (h - 6), low - 110)),
            ((sign * (h - 6), low - 110), (sign * (h + 2), low - 30 - (h - w + 8) * 0.0),
             (sign * (h + 2), low - 24), (sign * h, low)),
        )  # fmt: skip

    # --- collar ---

    @cached_property
    def neckline(self) -> float:
        """Half of the neck edge, centre back to centre front."""
        return paths.length(self.yoke_neck) + paths.length(self.front_neck)

    @cached_property
    def collar_neck(self) -> Path:
        """Centre front to centre back, one slow curve as long as half the neckline."""
        rise = 18.0
        long = _solve(
            lambda far: paths.length(_bow(far, rise)) - self.neckline, self.neckline * 0.8,
            self.neckline,
        )  # fmt: skip
        return _bow(long, rise)

    @cached_property
    def collar_outer(self) -> Path:
        """Centre back to the collar's point: the same slow curve, further out."""
        (fx, fy), (bx, by) = paths.start(self.collar_neck), paths.end(self.collar_neck)
        wide = 66.0
        a, b = (bx, by - wide), (fx + 10, fy - wide - 6)
        return ((a, (a[0] + (b[0] - a[0]) * 0.36, a[1]), (b[0] - 58, b[1] + 11), b),)


def _bow(far: float, rise: float) -> Path:
    return (((far, -rise), (far * 0.66, -rise * 0.28), (far * 0.34, 0.0), (0.0, 0.0)),)


def _solve(off: Callable[[float], float], low: float, high: float) -> float:
    """The value between low and high at which ``off`` is nought; off rises."""
    for _ in range(60):
        middle = (low + high) / 2
        low, high = (middle, high) if off(middle) < 0 else (low, middle)
    return (low + high) / 2
