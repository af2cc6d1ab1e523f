"""A lay that was found as a small picture, so that ways can be looked at before one is taken."""

from craft.frozen import Frozen
from craft.lay.judge import laid
from craft.lay.table import Table
from craft.seek.search_result import SearchResult
from craft.shape.curve import Point
from craft.shape.region import ring, simplified

COARSE = 4.0  # a small picture needs no more (mm)


class LayPicture(Frozen):
    """A lay on its table: ``width`` and ``length`` (mm), the pieces' outlines (y away from the person),
    where folds lie. ``owned``: how far the cloth reaches, None while it is still to be bought; ``blocks``:
    where there is no cloth to cut."""

    width: float
    length: float
    owned: float | None = None
    pieces: tuple[tuple[Point, ...], ...]
    folds: tuple[float, ...]
    blocks: tuple[tuple[Point, ...], ...] = ()


def picture_of(table: Table, sought: SearchResult) -> LayPicture:
    """The picture of a lay on its table."""
    there = laid(table, sought.placements)
    return LayPicture(
        width=table.width, length=sought.length, owned=table.length, folds=table.folds,
        pieces=tuple(ring(simplified(region, COARSE)) for _, _, region in there),
        blocks=tuple(ring(simplified(block, COARSE)) for block in table.blocks),
    )  # fmt: skip
