"""A map of the cloth for whoever stands beside it: where everything lies, small, and what is measured."""

from collections.abc import Iterable

from craft.frozen import Frozen
from craft.lay.items import LayItem
from craft.lay.judge import Judged
from craft.lay.result import ClothLay
from craft.pattern.piece import Role
from craft.shape import path as paths
from craft.shape.affine import move, move_point
from craft.shape.curve import Point

# Outlines are drawn small: this far off nobody sees (mm).
DRAWN = 2.0


class Measured(Frozen):
    """A line on the table (mm) and its length in words."""

    line: tuple[Point, Point]
    text: str


class MapPiece(Frozen):
    """A piece as it lies: its outline on the table (mm, y away from the near edge), what is written on it,
    and what is measured of it: from the upper end of its grain line across to the edge and along to the cut
    end, each with its number."""

    item: str
    number: int
    title: str
    ring: tuple[Point, ...]
    measured: tuple[Measured, Measured]


class ClothMap(Frozen):
    """The table of one cloth: how wide it is as it lies, how far the lay reaches from the cut end, and
    where its folds are (mm)."""

    role: Role
    cloth: str
    width: float
    length: float
    folds: tuple[float, ...]
    pieces: tuple[MapPiece, ...]


def cloth_maps(lays: Iterable[ClothLay]) -> tuple[ClothMap, ...]:
    """The maps of all cloths on which something lies."""
    return tuple(made for lay in lays if (made := cloth_map(lay)) is not None)


def cloth_map(lay: ClothLay) -> ClothMap | None:
    """The map of one cloth; None while nothing lies on it."""
    if lay.cloth is None or not lay.placed:
        return None
    items = {item.key: item for item in lay.items}
    pieces = []
    for judged in lay.placed:
        item = items.get(judged.placement.item)
        if item is not None:
            ring = paths.flatten(move(item.cutting, judged.matrix), DRAWN)
            pieces.append(
                MapPiece(
                    item=item.key, number=item.piece, title=item.title, ring=tuple(ring),
                    measured=_measured(item, judged, lay.width),
                )
            )  # fmt: skip
    end = max(judged.box[2] for judged in lay.placed)
    return ClothMap(
        role=lay.role, cloth=lay.cloth.name, width=lay.width, length=end, folds=lay.folds,
        pieces=tuple(pieces),
    )  # fmt: skip


def _measured(item: LayItem, judged: Judged, width: float) -> tuple[Measured, Measured]:
    x, y = move_point(item.grain[0], judged.matrix)
    across = judged.numbers.upper
    near = abs(y - across.value) <= abs(width - y - across.value)
    return (
        Measured(line=((x, y), (x, 0.0 if near else width)), text=across.text),
        Measured(line=((x, y), (0.0, y)), text=judged.numbers.to_end.text),
    )
