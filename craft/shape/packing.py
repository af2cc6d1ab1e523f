"""Rectangles set close together in a strip: each goes where it lies lowest, then furthest left."""

from typing import NamedTuple

from craft.shape.affine import Affine


class Box(NamedTuple):
    """A rectangle to be packed (mm). ``turnable``: it may lie a quarter turn round."""

    key: int
    width: float
    height: float
    turnable: bool = True


class Spot(NamedTuple):
    """Where a rectangle lies: its upper left corner, and whether it was turned."""

    key: int
    x: float
    y: float
    turned: bool
    width: float
    height: float


def pack(boxes: list[Box], width: float, height: float | None = None) -> list[list[Spot]]:
    """Bins of the given size with all boxes in them, largest first; without a height, one bin (mm).

    Every box must fit into an empty bin one way or the other: the caller sees to that. The same boxes give
    the same bins. A greedy filling (skyline, bottom left): rarely the tightest, always quick.

    >>> [[(spot.x, spot.y) for spot in bin] for bin in pack((Box(0, 60, 20), Box(1, 40, 20)), 100)]
    [[(0.0, 0.0), (60.0, 0.0)]]
    """
    bins: list[tuple[list[Spot], list[tuple[float, float, float]]]] = []
    for box in sorted(boxes, key=lambda b: (-max(b.width, b.height), -b.width * b.height, b.key)):
        found = next(
            ((b, s) for b in bins if (s := _lowest(box, b[1], width, height)) is not None), None
        )
        if found is None:
            empty: list[tuple[float, float, float]] = [(0.0, width, 0.0)]
            spot = _lowest(box, empty, width, height)
            if spot is None:
                raise ValueError(f"box {box.key} does not fit into an empty bin")
            bins.append(([], empty))
            found = (bins[-1], spot)
        (spots, skyline), spot = found
        spots.append(spot)
        skyline[:] = _raised(skyline, spot)
    return [spots for spots, _ in bins]


def _lowest(
    box: Box, skyline: list[tuple[float, float, float]], width: float, height: float | None
) -> Spot | None:
    ways = [(False, box.width, box.height)]
    if box.turnable and box.width != box.height:
        ways.append((True, box.height, box.width))
    best: Spot | None = None
    for turned, wide, high in ways:
        for x, _, _ in skyline:
            if x + wide > width + 1e-6:
                continue
            y = max(top for a, b, top in skyline if a < x + wide - 1e-9 and b > x + 1e-9)
            if height is not None and y + high > height + 1e-6:
                continue
            if best is None or (y + high, x) < (best.y + best.height, best.x):
                best = Spot(box.key, x, y, turned, wide, high)
    return best


def _raised(
    skyline: list[tuple[float, float, float]], spot: Spot
) -> list[tuple[float, float, float]]:
    """The skyline (stretches of x with how far down they are filled) after a box was set."""
    a, b, top = spot.x, spot.x + spot.width, spot.y + spot.height
    made = []
    for x0, x1, y in skyline:
        if x0 < a:
            made.append((x0, min(x1, a), y))
        if x1 > b:
            made.append((max(x0, b), x1, y))
    made.append((a, b, top))
    return sorted(stretch for stretch in made if stretch[1] - stretch[0] > 1e-9)


def onto(spot: Spot, box: tuple[float, float, float, float], room: float) -> Affine:
    """The move that brings what fills ``box`` (x0, y0, x1, y1) onto its spot, ``room`` mm inside the
    spot's corner; a turned one is turned clockwise by a quarter."""
    x0, y0, _, y1 = box
    if spot.turned:  # x' = -y, y' = x
        return (0.0, -1.0, 1.0, 0.0, spot.x + room + y1, spot.y + room - x0)
    return (1.0, 0.0, 0.0, 1.0, spot.x + room - x0, spot.y + room - y0)
