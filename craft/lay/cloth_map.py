"""A map of the cloth for whoever stands beside it: where everything lies, small, with the numbers a ruler
would show along its near edge."""

from collections.abc import Iterable
from math import ceil

from craft.frozen import Frozen
from craft.lay.role_lay import RoleLay
from craft.pattern.piece import Role
from craft.shape import path as paths
from craft.shape.affine import move, move_point
from craft.shape.curve import Point

# Outlines are drawn small: this far off nobody sees (mm).
DRAWN = 2.0
# A number stands at every so many millimetres, the first step that leaves room between them.
STEPS = (100.0, 200.0, 500.0, 1_000.0)
MOST_NUMBERS = 8


class MapPiece(Frozen):
    """A piece as it lies: its outline on the table (mm, y away from the near edge), what is written on it,
    and the ends of its grain line, the upper one first."""

    item: str
    number: int
    title: str
    ring: tuple[Point, ...]
    grain: tuple[Point, Point]


class ClothMap(Frozen):
    """The table of one cloth: how wide and long it lies, where its folds are, and where the ruler’s numbers
    stand (mm from the cut end)."""

    role: Role
    cloth: str
    width: float
    length: float
    folds: tuple[float, ...]
    ruler: tuple[float, ...]
    pieces: tuple[MapPiece, ...]


def cloth_maps(lays: Iterable[RoleLay]) -> tuple[ClothMap, ...]:
    """The maps of all cloths on which something lies."""
    return tuple(made for lay in lays if (made := cloth_map(lay)) is not None)


def cloth_map(lay: RoleLay) -> ClothMap | None:
    """The map of one cloth; None while nothing lies on it."""
    if lay.cloth is None or not lay.placed:
        return None
    items = {item.key: item for item in lay.items}
    pieces = []
    for judged in lay.placed:
        item = items.get(judged.placement.item)
        if item is not None:
            upper, lower = (move_point(end, judged.matrix) for end in item.grain)
            ring = paths.flatten(move(item.cutting, judged.matrix), DRAWN)
            pieces.append(
                MapPiece(
                    item=item.key, number=item.piece, title=item.title, ring=tuple(ring),
                    grain=(upper, lower),
                )
            )  # fmt: skip
    end = max(judged.box[2] for judged in lay.placed)
    step = next((each for each in STEPS if end / each <= MOST_NUMBERS), STEPS[-1])
    return ClothMap(
        role=lay.role, cloth=lay.cloth.name, width=lay.width, length=end, folds=lay.folds,
        ruler=tuple(step * k for k in range(ceil(end / step) + 1)), pieces=tuple(pieces),
    )  # fmt: skip
