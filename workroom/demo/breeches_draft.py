"""The construction of the ringing breeches, size by size, from a made-up size table.

Coordinates: mm, y down, the waist at y = 0, the centre line at x = 0. Front and back share the
shape of their side seam and of their inside leg, so both seams match in every size.
"""

from dataclasses import dataclass
from functools import cached_property

from craft.shape import path as paths
from craft.shape.curve import Point
from craft.shape.dart import cap_peak
from craft.shape.path import Path

SIZES = ("1", "2", "3", "4", "5", "6")
WAIST = (640, 690, 740, 795, 855, 920)
HIP = (880, 925, 970, 1020, 1075, 1135)
KNEE = (340, 352, 364, 378, 394, 410)
RISE = (252, 257, 262, 268, 275, 282)  # waist to seat, sitting
EASE_WAIST, EASE_HIP, EASE_KNEE = 20.0, 70.0, 30.0
PLEATS = 30.0  # two pleats of 15 at the front waist
GATHERS = 60.0  # at the knee, into the band
BAND, KNEE_BAND = 36.0, 45.0


@dataclass(frozen=True)
class Draft:
    """All construction points of one size."""

    size: str

    @cached_property
    def at(self) -> int:
        return SIZES.index(self.size)

    @cached_property
    def seat(self) -> float:
        return RISE[self.at] + 12.0

    @cached_property
    def hip_level(self) -> float:
        return self.seat - 72

    @cached_property
    def knee_level(self) -> float:
        return self.seat + 318 + 3.0 * self.at

    @property
    def levels(self) -> dict[str, float]:
        return {"waist": 0.0, "hip": self.hip_level, "knee": self.knee_level}

    @cached_property
    def half_hip(self) -> tuple[float, float]:
        """Front and back, at the hip."""
        quarter = (HIP[self.at] + EASE_HIP) / 4
        return quarter - 6, quarter + 6

    @cached_property
    def fork(self) -> tuple[float, float]:
        """How far front and back reach past the centre line between the legs."""
        return HIP[self.at] / 20 + 2, HIP[self.at] / 20 + 44

    @cached_property
    def dart(self) -> float:
        return 22.0 + self.at

    @cached_property
    def half_waist(self) -> float:
        return (WAIST[self.at] + EASE_WAIST) / 2

    @cached_property
    def take(self) -> float:
        """How far the side goes in from hip to waist, alike on front and back."""
        wanted = self.half_waist + PLEATS + self.dart
        return (sum(self.half_hip) - self.centre_in[0] - self.centre_in[1] - wanted) / 2

    @cached_property
    def centre_in(self) -> tuple[float, float]:
        """How far the centre seam goes in at the waist."""
        return 6.0, 20.0

    @cached_property
    def knee_take(self) -> tuple[float, float]:
        """How far side and inside leg go in down to the knee."""
        whole = sum(self.half_hip) + sum(self.fork) - (KNEE[self.at] + EASE_KNEE + GATHERS)
        return whole / 2 * 0.42, whole / 2 * 0.58

    def side(self, width: float) -> Path:
        """Waist to knee."""
        h, k = self.hip_level, self.knee_level
        top, low = width - self.take, width - self.knee_take[0]
        return (
            ((top, 0.0), (top + 6, h * 0.34), (width, h * 0.62), (width, h)),
            ((width, h), (width, h + 90), (low + 8, k - 130), (low, k)),
        )

    def inside_leg(self, fork: float) -> Path:
        """Knee to fork."""
        s, k = self.seat, self.knee_level
        low = -fork + self.knee_take[1]
        return (((low, k), (low - 4, k - 140), (-fork + 26, s + 74), (-fork, s)),)

    def centre(self, fork: float, inward: float) -> Path:
        """Fork to waist."""
        s, h = self.seat, self.hip_level
        return (
            ((-fork, s), (-fork * 0.42, s), (0.0, h + 44), (0.0, h)),
            ((0.0, h), (0.0, h - 20), (inward * 0.6, 70.0), (inward, 0.0)),
        )

    def knee(self, width: float, fork: float) -> Path:
        return ((paths.end(self.side(width)), paths.start(self.inside_leg(fork))),)

    @cached_property
    def back_waist(self) -> tuple[Path, Path, Path, Point]:
        """Centre to dart, dart cap, dart to side, and the dart's point."""
        a, b = self.centre_in[1], self.half_hip[1] - self.take
        middle = a + (b - a) * 0.46
        left, right = (middle - self.dart / 2, 0.0), (middle + self.dart / 2, 0.0)
        point = (middle, 124.0 + 2 * self.at)
        peak = cap_peak(left, point, right, (1.0, 0.0))
        return (((a, 0.0), left),), ((left, peak), (peak, right)), ((right, (b, 0.0)),), point

    @cached_property
    def pocket(self) -> tuple[Point, Point]:
        """The slanted pocket opening on the front: at the waist and at the side."""
        side = self.side(self.half_hip[0])
        top = paths.start(side)
        return (top[0] - 48, 0.0), paths.point_along(side, 158.0)
