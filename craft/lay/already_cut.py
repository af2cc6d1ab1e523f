"""Pieces already cut take their shape out of the cloth; what is left is the cloth for the rest."""

from collections.abc import Iterable
from dataclasses import replace

from craft.lay.placing import Placement, matrix
from craft.lay.table import Table
from craft.shape.region import moved, rectangle


def taken_out(
    table: Table, placements: Iterable[Placement], cut: tuple[str, ...], *, squared: bool
) -> Table:
    """The table without the items that are cut. Their shapes are holes in the cloth; ``squared``: it
    was cut straight across behind the last of them, and all before that is gone."""
    gone = [p for p in placements if p.item in cut and table.item(p.item) is not None]
    if not gone:
        return table
    holes = [moved(table.regions[p.item], matrix(table.regions[p.item], p)) for p in gone]
    if squared:
        far = max(hole.bounds[2] for hole in holes)
        holes = [rectangle(0.0, 0.0, far, table.width)]
    keys = {p.item for p in gone}
    items = tuple(item for item in table.items if item.key not in keys)
    return replace(table, items=items, blocks=(*table.blocks, *holes))
