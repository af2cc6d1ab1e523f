"""What is to be nested: parts, each with the poses it may take, in a strip of given height.

A *shape* is an outline (n, 2) in mm with the middle of its bounding box at the origin; a *pose* is a
shape, perhaps flipped along or across the strip, whose middle may lie at heights from ``low`` to
``high``. Two hands of a pair, and a piece turned end for end, are flips of one shape, so what is
learned of one pair of shapes serves all their flips.
"""

from dataclasses import dataclass, field

import numpy as np

from craft.shape.curve import Floats

FLIP_X, FLIP_Y = 1, 2


@dataclass(frozen=True)
class Steps:
    """The middle may lie only every ``step`` mm, at ``at`` and so on (0: anywhere).

    Parts of one ``group`` shift together by any amount (a common place of the repeat, wherever the
    repeat begins); group -1 keeps to ``at`` itself.
    """

    step: float = 0.0
    at: float = 0.0
    group: int = -1


FREE = Steps()


@dataclass(frozen=True)
class Pose:
    """``shape``: index into the problem's shapes; ``flips``: FLIP_X and FLIP_Y as bits; ``low`` and
    ``high``: where the middle of the shape may lie across the strip (mm, equal for a fold edge);
    ``along`` and ``across``: steps it must keep to, for stripes and checks."""

    shape: int
    flips: int
    low: float
    high: float
    along: Steps = FREE
    across: Steps = FREE


@dataclass(frozen=True)
class Fixed:
    """A part that stays where it is: its pose and the middle of its bounding box (mm)."""

    pose: int
    x: float
    y: float


@dataclass(frozen=True)
class Problem:
    """``shapes``: outlines; ``parts``: per part its poses; ``gap``: room wanted between parts (mm),
    not at the strip's edges; ``pinned``: part -> where it must stay; ``obstacles``: parts that are no
    pieces but places without cloth (pinned too): no gap is wanted to them, and they have no part in
    the length."""

    height: float
    gap: float
    shapes: tuple[Floats, ...]
    parts: tuple[tuple[Pose, ...], ...]
    pinned: dict[int, Fixed] = field(default_factory=dict)
    obstacles: frozenset[int] = frozenset()

    def half(self, shape: int) -> tuple[float, float]:
        """Half the width and half the height of a shape (mm)."""
        x, y = np.abs(self.shapes[shape]).max(axis=0)
        return float(x), float(y)

    def area(self) -> float:
        """Area of all parts that are pieces (mm²)."""
        return sum(
            abs(signed_area(self.shapes[part[0].shape]))
            for i, part in enumerate(self.parts)
            if i not in self.obstacles
        )


@dataclass(frozen=True)
class Nested:
    """Where everything lies: per part the pose chosen (its index among the part's own) and the
    middle of its bounding box (mm); how long the strip is."""

    poses: tuple[int, ...]
    at: Floats
    length: float


def flipped(ring: Floats, flips: int) -> Floats:
    """The ring (mm) flipped, still running the same way round."""
    sign = np.array([-1.0 if flips & FLIP_X else 1.0, -1.0 if flips & FLIP_Y else 1.0])
    made = ring * sign
    turned: Floats = made[::-1] if flips in (FLIP_X, FLIP_Y) else made
    return turned


def centred(ring: Floats) -> tuple[Floats, tuple[float, float]]:
    """The ring (mm) about the middle of its bounding box, anticlockwise, and that middle."""
    low, high = ring.min(axis=0), ring.max(axis=0)
    middle = (low + high) / 2
    made = ring - middle
    if signed_area(made) < 0:
        made = made[::-1]
    return np.ascontiguousarray(made), (float(middle[0]), float(middle[1]))


def signed_area(ring: Floats) -> float:
    """Area of a ring (mm²), positive when it runs anticlockwise."""
    x, y = ring[:, 0], ring[:, 1]
    return float((x * np.roll(y, -1) - y * np.roll(x, -1)).sum() / 2)
