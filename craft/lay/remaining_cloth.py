"""Pieces already cut take their shape out of the cloth; what is left is the cloth for the rest."""

from collections.abc import Iterable
from dataclasses import replace

from craft.lay.hands import settled
from craft.lay.placing import Placement, matrix
from craft.lay.table import Table
from craft.shape.region import Region, moved, rectangle


def squared_off(table: Table, placements: Iterable[Placement]) -> Table:
    """The table after the cloth was cut straight across behind the last piece that is cut already:
    all before that is gone for the others."""
    holes = _holes(table, placements)
    if not holes:
        return table
    far = max(hole.bounds[2] for hole in holes)
    return replace(table, blocks=(*table.blocks, rectangle(0.0, 0.0, far, table.width)))


def without_cut_pieces(table: Table, placements: Iterable[Placement]) -> Table:
    """The table for the search: without the items that are cut, their shapes holes in the cloth. Of a
    pair the other one is still wanted, whichever was cut."""
    placements = tuple(placements)
    holes = _holes(table, placements)
    cut = [placement for placement in placements if placement.item in table.cut]
    lying = settled(table.items, cut, out=table.out)
    items = tuple(item for item in lying if item.key not in table.cut)
    return replace(table, items=items, blocks=(*table.blocks, *holes))


def _holes(table: Table, placements: Iterable[Placement]) -> list[Region]:
    return [
        moved(table.regions[p.item], matrix(table.regions[p.item], p))
        for p in placements
        if p.item in table.cut and table.item(p.item) is not None
    ]
