"""A projector over the table: the slant taken out by four corners of a rectangle that was measured."""

from collections.abc import Callable
from typing import Annotated

import numpy as np
from pydantic import Field

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.measure import Figure, Finding, fine_text, length_text
from craft.shape.curve import Floats, Point
from craft.sight.plane import Nine, Plane, nine, plane

Box = tuple[float, float, float, float]
Pixel = Annotated[float, Field(ge=-20_000, le=20_000)]
Screen = Annotated[int, Field(ge=100, le=20_000)]
Side = Annotated[float, Field(ge=100, le=5_000)]
# A pixel may be so large before it is said (mm), and so much larger at one corner than at another.
COARSE, UNEVEN = 1.5, 1.6
# How far the middle may be from where it was measured (mm): a lens that bends, a table that is not flat.
MIDDLE_OFF = 2.0
MOST_GROWN, ROUNDS = 6.0, 24
EDGE = 0.01  # pixels: what a sum is off by


class MeasuredRectangle(Frozen):
    """A rectangle on the table, ``width`` by ``height`` mm, and the pixels at which its corners are seen:
    far left, far right, near right, near left. ``middle``: the pixel at its middle, where that was looked
    at; ``screen``: how many pixels there are."""

    corners: tuple[tuple[Pixel, Pixel], ...] = Field(min_length=4, max_length=4)
    width: Side
    height: Side
    middle: tuple[Pixel, Pixel] | None = None
    screen: tuple[Screen, Screen]


class Projection(Frozen):
    """From the table to the screen: ``matrix`` (three rows) takes mm from the near left corner of the
    rectangle, x to the right and y away from the person, to pixels. ``light``: the largest rectangle square
    to the measured one in all that is lit (left, near, right, far in mm). ``error``: how far a line may be
    off."""

    matrix: Nine
    light: Box
    error: Figure
    findings: tuple[Finding, ...]


def projection(measured: MeasuredRectangle) -> Projection:
    """The projection by a measured rectangle. Raises CraftError for corners that give none."""
    wide, high = measured.width, measured.height
    _check(measured.corners)
    places = ((0.0, high), (wide, high), (wide, 0.0), (0.0, 0.0))
    pairs = tuple(zip(measured.corners, places, strict=True))
    seen = plane(pairs, 1, 1)
    sizes = [_pixel_size(seen, corner) for corner in measured.corners]
    off = 0.0
    if measured.middle is not None:
        (x, y), *_ = seen.mm(np.array([measured.middle])).tolist()
        off = float(np.hypot(x - wide / 2, y - high / 2))
    error = max(max(sizes), off)
    working = [
        f"A corner is set to the pixel; the largest pixel is {fine_text(max(sizes))} wide here."
    ]
    if measured.middle is not None:
        working.append(f"The middle lies {fine_text(off)} from where the corners have it.")
    back = np.linalg.inv(np.asarray(seen.matrix).reshape(3, 3))
    return Projection(
        matrix=nine(back / back[2, 2]), light=_light(seen, measured),
        error=Figure(
            name="error", value=error, text=f"within {fine_text(error)}", working=tuple(working)
        ),
        findings=tuple(_findings(sizes, off)),
    )  # fmt: skip


def _check(corners: tuple[Point, ...]) -> None:
    """Four corners that go round in one direction, as they are named."""
    turns = []
    for at in range(4):
        (ax, ay), (bx, by), (cx, cy) = (corners[(at + k) % 4] for k in range(3))
        turns.append((bx - ax) * (cy - by) - (by - ay) * (cx - bx))
    if min(turns) <= 100.0:  # pixels down the screen: clockwise turns are positive
        raise CraftError(
            "These four corners are no rectangle seen aslant: drag each to its own corner, far left, "
            "far right, near right, near left.", "corners",
        )  # fmt: skip


def _pixel_size(seen: Plane, at: Point) -> float:
    """How large a pixel is on the table there (mm), the way it is larger."""
    x, y = at
    here, right, down = seen.mm(np.array([(x, y), (x + 1, y), (x, y + 1)]))
    return float(max(np.hypot(*(right - here)), np.hypot(*(down - here))))


def _light(seen: Plane, measured: MeasuredRectangle) -> Box:
    """The measured rectangle, grown as far as the screen reaches: about its middle first, then each side by
    itself. What lies outside of the screen is never counted."""
    (across, down), wide, high = measured.screen, measured.width, measured.height

    def lit(box: Box) -> bool:
        left, near, right, far = box
        corners = np.array([(left, near), (right, near), (right, far), (left, far)])
        pixels = seen.pixels(corners)
        inside = (pixels >= -EDGE) & (pixels <= (across + EDGE, down + EDGE))
        return bool(inside.all()) and not _behind(seen, corners)

    def about_middle(by: float) -> Box:
        dx, dy = wide / 2 * by, high / 2 * by
        return (wide / 2 - dx, high / 2 - dy, wide / 2 + dx, high / 2 + dy)

    if not lit((0.0, 0.0, wide, high)):
        return (0.0, 0.0, wide, high)
    box = about_middle(_farthest(lambda by: lit(about_middle(by)), 1.0, MOST_GROWN))
    for side in range(4):
        box = _grown(box, side, MOST_GROWN * wide, lit)
    left, near, right, far = (round(each, 1) for each in box)
    return (left, near, right, far)


def _grown(box: Box, side: int, most: float, lit: Callable[[Box], bool]) -> Box:
    """A box with one side pushed out as far as it stays lit (left, near, right, far)."""

    def pushed(by: float) -> Box:
        sides = list(box)
        sides[side] += -by if side < 2 else by
        return (sides[0], sides[1], sides[2], sides[3])

    return pushed(_farthest(lambda by: lit(pushed(by)), 0.0, most))


def _farthest(holds: Callable[[float], bool], low: float, high: float) -> float:
    """The largest value from ``low``, where it holds, for which it still does."""
    for _ in range(ROUNDS):
        middle = (low + high) / 2
        low, high = (middle, high) if holds(middle) else (low, middle)
    return low


def _behind(seen: Plane, places: Floats) -> bool:
    """Whether some places lie beyond the horizon of the projector."""
    back = np.linalg.inv(np.asarray(seen.matrix).reshape(3, 3))
    deep = places @ back[2, :2] + back[2, 2]
    return bool((deep * back[2, 2] <= 0).any())


def _findings(sizes: list[float], off: float) -> list[Finding]:
    found = []
    if off > MIDDLE_OFF:
        found.append(Finding(
            weight="doubt", what=f"The middle lies {length_text(off)} from where the corners have it.",
            because="A lens that bends, or a table that is not flat, cannot be taken out by corners.",
            mend="Set a smaller rectangle, no larger than the piece that is cut.",
        ))  # fmt: skip
    if max(sizes) > COARSE:
        found.append(Finding(
            weight="doubt", what=f"A pixel is {length_text(max(sizes))} wide on the table.",
            because="No line can be finer than that.",
            mend="Hang the projector nearer, or let it show its full number of pixels.",
        ))  # fmt: skip
    if max(sizes) / min(sizes) > UNEVEN:
        found.append(Finding(
            weight="note", what="It looks at the table from the side.",
            because="The slant is taken out, but lines are coarser at the far end.",
        ))  # fmt: skip
    return found
