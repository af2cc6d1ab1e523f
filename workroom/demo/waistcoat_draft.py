"""The construction of the ringing waistcoat, size by size, from a made-up size table.

Every size is drafted from its own measurements, so each has outlines of its own. Partner edges
are made from the same numbers (or are literally the same path), so seams match in every size.
Coordinates: mm, y down, centre front or centre back at x = 0, neck point level at y = 0.
"""

from dataclasses import dataclass
from functools import cached_property
from math import cos, radians, sin

from craft.shape import path as paths
from craft.shape.affine import move, rotation
from craft.shape.curve import Point, tangent_at
from craft.shape.dart import cap_peak
from craft.shape.path import Path

SIZES = ("A", "B", "C", "D", "E", "F", "G")
BUST = (800, 840, 880, 920, 970, 1020, 1080)
WAIST = (620, 660, 700, 742, 796, 850, 916)
HIP = (866, 904, 942, 980, 1027, 1074, 1130)
BACK_LENGTH = (398, 402, 406, 410, 415, 420, 426)
EASE_BUST, EASE_WAIST, EASE_HIP = 90.0, 90.0, 60.0
OVERLAP = 18.0  # beyond the centre front, for the buttons
FACING = 45.0  # width of the facings at the shoulder
PLEAT = 10.0  # ease pleat at the lining's centre back, half of it


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
        return self.bust / 8 + 108

    @cached_property
    def waist_level(self) -> float:
        return BACK_LENGTH[self.at] + 18.0

    @cached_property
    def neck(self) -> float:  # half neck width
        return self.bust / 20 + 26

    @cached_property
    def shoulder(self) -> float:
        return 96 + (self.bust - 880) / 16

    @cached_property
    def front_width(self) -> float:
        return (self.bust + EASE_BUST) / 4 + 6

    @cached_property
    def back_width(self) -> float:
        return (self.bust + EASE_BUST) / 4 - 6

    @cached_property
    def side_in(self) -> float:  # how far the side seam goes in at the waist
        return (self.bust + EASE_BUST - WAIST[self.at] - EASE_WAIST) / 4 * 0.45

    @cached_property
    def side_out(self) -> float:  # and out again at its lower end
        return self.side_in + (HIP[self.at] + EASE_HIP - self.bust - EASE_BUST) / 4 * 0.7

    @cached_property
    def length_line(self) -> float:
        return self.waist_level - 25

    @property
    def levels(self) -> dict[str, float]:
        return {"bust": self.depth, "waist": self.waist_level, "hip": self.waist_level + 86}

    # --- the lines front and back share ---

    def side(self, width: float) -> Path:
        """Underarm to lower end, the same shape for front and back."""
        d, w, h = self.depth, self.waist_level, self.waist_level + 86
        inner = width - self.side_in
        outer = inner + self.side_out
        return (
            ((width, d), (width - 3, d + (w - d) * 0.35), (inner, w - (w - d) * 0.35), (inner, w)),
            ((inner, w), (inner, w + 30), (outer - 3, h - 26), (outer, h)),
        )

    def shoulder_line(self, neck: float, slope: float) -> Path:
        tip = (neck + self.shoulder * cos(radians(slope)), self.shoulder * sin(radians(slope)))
        return (((neck, 0.0), tip),)

    # --- front ---

    @cached_property
    def bust_point(self) -> Point:
        return (self.bust * 0.103, self.depth + 34)

    @cached_property
    def dart_point(self) -> Point:
        x, y = self.bust_point
        return (x + 20, y - 15)

    @cached_property
    def front_armhole(self) -> tuple[Path, Path, Path]:
        """Upper part, dart cap, lower part. Drafted closed, then opened about the dart's point."""
        angle = 7.5 + (self.bust - 800) / 140
        tip = paths.end(self.shoulder_line(self.neck, 21))
        under = (self.front_width, self.depth)
        closed_under = rotation(-angle, self.dart_point)
        closed: Path = move((((0.0, 0.0), under),), closed_under)
        ux, uy = paths.end(closed)
        qx = tip[0] - 15 + (self.bust - 880) / 40
        qy = tip[1] + (uy - tip[1]) * 0.5
        closed_armhole: Path = (
            (tip, (tip[0] - 12, tip[1] + 32), (qx, qy - (qy - tip[1]) * 0.4), (qx, qy)),
            ((qx, qy), (qx, qy + (uy - qy) * 0.62), (qx + (ux - qx) * 0.42, uy + 1), (ux, uy)),
        )
        upper, rest = paths.split_at(closed_armhole, paths.length(closed_armhole) * 0.66)
        lower = move(rest, rotation(angle, self.dart_point))
        a, b = paths.end(upper), paths.start(lower)
        peak = cap_peak(a, self.dart_point, b, tangent_at(lower[0], 0))
        return upper, ((a, peak), (peak, b)), lower

    @cached_property
    def neckline(self) -> Path:
        v = (-OVERLAP, self.depth + 22)
        n = (self.neck, 0.0)
        return ((v, (v[0] + 30, v[1] - 58), (n[0] - 20, 92.0), n),)

    @cached_property
    def front_hem(self) -> Path:
        start = paths.end(self.side(self.front_width))
        point = (30.0, self.waist_level + 150)
        return ((start, (start[0] - 45, start[1] + 6), (point[0] + 75, point[1] - 34), point),)

    @cached_property
    def front_point(self) -> Path:
        a, b = paths.end(self.front_hem), (-OVERLAP, self.waist_level + 104)
        return ((a, (a[0] - 14, a[1] - 4), (b[0] + 8, b[1] + 20), b),)

    @cached_property
    def front_edge(self) -> Path:
        return ((paths.end(self.front_point), paths.start(self.neckline)),)

    @cached_property
    def facing_split(self) -> tuple[Path, Path, Path, Path, Path]:
        """Shoulder next the neck, shoulder rest, hem to the side, hem at the front, inner edge."""
        near, rest = paths.split_at(self.shoulder_line(self.neck, 21), FACING)
        whole = paths.length(self.front_hem)
        outer, inner = paths.split_at(self.front_hem, whole - 48)
        a, b = paths.end(near), paths.end(outer)
        middle = (56.0 + self.at, self.depth + 96)
        edge: Path = (
            (a, (a[0] - 16, a[1] + 96), (middle[0] + 4, middle[1] - 90), middle),
            (middle, (middle[0] - 4, middle[1] + 90), (b[0] - 4, b[1] - 70), b),
        )
        return near, rest, outer, inner, edge

    # --- back ---

    @cached_property
    def back_neckline(self) -> Path:
        n = (self.neck + 2, 0.0)
        return (((0.0, 18.0), (n[0] * 0.5, 18.0), (n[0] - 6, 13.0), n),)

    @cached_property
    def back_armhole(self) -> Path:
        tip = paths.end(self.shoulder_line(self.neck + 2, 18))
        under = (self.back_width, self.depth)
        q = (tip[0] - 8, tip[1] + (under[1] - tip[1]) * 0.55)
        return (
            (tip, (tip[0] - 7, tip[1] + 34), (q[0], q[1] - 44), q),
            (q, (q[0], q[1] + (under[1] - q[1]) * 0.66), (under[0] - 42, under[1]), under),
        )

    @cached_property
    def back_hem(self) -> Path:
        start = paths.end(self.side(self.back_width))
        return ((start, (start[0] - 60, start[1] + 4), (60.0, start[1] + 6), (0.0, start[1] + 6)),)

    @cached_property
    def back_facing_split(self) -> tuple[Path, Path, Path]:
        """Shoulder next the neck, shoulder rest, inner edge from shoulder to centre back."""
        near, rest = paths.split_at(self.shoulder_line(self.neck + 2, 18), FACING)
        a, b = paths.end(near), (0.0, 18.0 + 70)
        return near, rest, ((a, (a[0] - 14, a[1] + 46), (52.0, b[1]), b),)
