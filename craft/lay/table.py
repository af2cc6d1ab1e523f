"""The table: one cloth spread out, with everything that is to be laid on it."""

from dataclasses import dataclass, field

from craft.cloth import Fold
from craft.lay.items import LayItem
from craft.lay.placing import paper_region
from craft.shape.region import Region


@dataclass(frozen=True)
class Table:
    """``width``: usable width as it lies, mm (half when folded). ``length``: what is owned after
    washing, or None while it is still to be bought. ``gap``: room wanted between pieces, mm."""

    role: str
    fold: Fold
    width: float
    length: float | None
    nap: bool
    gap: float
    items: tuple[LayItem, ...]
    regions: dict[str, Region] = field(default_factory=dict)

    @classmethod
    def spread(
        cls,
        role: str,
        fold: Fold,
        width: float,
        length: float | None,
        nap: bool,
        gap: float,
        items: tuple[LayItem, ...],
    ) -> "Table":
        """A table with the paper regions of its items worked out once."""
        regions = {item.key: paper_region(item) for item in items}
        return cls(role, fold, width, length, nap, gap, items, regions)

    def item(self, key: str) -> LayItem | None:
        """The item of that key, if it is still wanted."""
        return next((item for item in self.items if item.key == key), None)
