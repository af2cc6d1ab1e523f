"""The table: one cloth spread out, with everything that is to be laid on it."""

from dataclasses import dataclass, field
from functools import cached_property
from typing import Any

from craft.cloth import CLOTH, Faces, Fold, Repeat, Zone, spread
from craft.lay.crosswise import bar_step, fold_beyond
from craft.lay.items import LayItem
from craft.lay.matching import Matching
from craft.lay.permissions import Permission
from craft.lay.placing import paper_region
from craft.shape.curve import Point
from craft.shape.region import Region, area_of

# What a piece may do of which nothing was said.
NO_MORE = Permission()


@dataclass(frozen=True)
class Table:
    """``width``: usable width as it lies, mm (half when folded). ``length``: how far the cloth owned
    reaches along the table, or None while it is still to be bought. ``nap``: all pieces one way.
    ``gap``: room wanted between pieces, mm. ``zones``: how many layers lie where. ``blocks``: where
    there is no cloth. ``stretch``: the way the cloth gives more. ``border``: at which long edge of the
    table a border lies ("low", "high"). ``cut``: items that are cut out already.
    ``order``: per item when it is laid, from 1: pieces on the fold first, then large before small.
    ``out``: the right side of the cloth lies out (single layer: up); ``faces``: what its sides are called.
    ``selvedge``: how wide it is after
    washing (mm); the table begins at its inner edge. ``lace``: its motifs are looked at;
    ``motifs_rule``: the direction of its net counts for nothing; ``border_depth``, ``scallop``: how deep
    the border is and how deep hem lines lie in it (mm, after washing); ``off_grain``: how far grain ends
    50 cm apart may differ (mm);
    ``stretches``: pieces without an arrow go round the body with the greater give; ``motifs``: those
    set by hand, where they lie on the table."""

    role: str
    fold: Fold
    width: float
    length: float | None
    nap: bool
    gap: float
    items: tuple[LayItem, ...]
    regions: dict[str, Region] = field(default_factory=dict)
    zones: tuple[Zone, ...] = ()
    blocks: tuple[Region, ...] = ()
    stretch: str = "none"
    border: tuple[str, ...] = ()
    repeat: Repeat = field(default_factory=Repeat)
    liberties: dict[int, Permission] = field(default_factory=dict)
    matching: Matching | None = None
    cut: tuple[str, ...] = ()
    order: dict[str, int] = field(default_factory=dict)
    out: bool = False
    faces: Faces = CLOTH
    selvedge: float = 0.0
    lace: bool = False
    motifs_rule: bool = False
    border_depth: float = 0.0
    scallop: float = 0.0
    off_grain: float = 2.0
    stretches: bool = False
    motifs: tuple[Point, ...] = ()

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
        zones: tuple[Zone, ...] | None = None,
        **more: Any,
    ) -> "Table":
        """A table with the paper regions of its items worked out once. Without ``zones`` they are
        those of a cloth ``width`` across as it lies."""
        regions = {item.key: paper_region(item) for item in items}
        if zones is None:
            layers = 2 if fold in ("lengthwise", "middle") else 1
            zones = spread(width * layers, fold).zones
        by_hand = sorted(items, key=lambda i: (not i.on_fold, -area_of(regions[i.key])))
        order = {item.key: rank for rank, item in enumerate(by_hand, 1)}
        return cls(role, fold, width, length, nap, gap, items, regions, zones, order=order, **more)

    def item(self, key: str) -> LayItem | None:
        """The item of that key, if it is still wanted."""
        return self._by_key.get(key)

    @cached_property
    def _by_key(self) -> dict[str, LayItem]:
        return {item.key: item for item in self.items}

    def liberty(self, item: LayItem) -> Permission:
        """What a piece is allowed beyond the rules."""
        return self.liberties.get(item.piece, NO_MORE)

    def folded_at(self, end: float) -> float:
        """Where cloth folded crosswise is folded for a lay that ends there (mm)."""
        step = bar_step(self.fold, self.repeat, matched=self.matching is not None)
        return fold_beyond(end, self.repeat.from_end, step)

    def takes(self, end: float) -> float:
        """The length of cloth a lay takes that ends there on the table (mm)."""
        return 2 * self.folded_at(end) if self.fold == "crosswise" else end

    @property
    def folds(self) -> tuple[float, ...]:
        """Where folded edges lie (y, mm)."""
        return tuple(fold for zone in self.zones for fold in zone.folds)

    def zones_for(self, item: LayItem) -> tuple[Zone, ...]:
        """The zones an item may lie in: what comes out in two on two layers, what is wanted once on
        one. Where there is no single layer, what is wanted once lies on two and one is left over."""
        if item.on_fold:
            return tuple(zone for zone in self.zones if zone.folds)
        wanted = tuple(zone for zone in self.zones if zone.double == item.double)
        return wanted or self.zones

    def repeat_in(self, zone: Zone) -> Repeat:
        """The repeat as it lies over a zone, its first stripe counted from the table's y = 0. Folded
        cloth is folded on the middle of a stripe."""
        if not self.repeat.across:
            return self.repeat
        folds = zone.folds or self.folds
        layer = zone.layers[0]
        first = folds[0] if folds else layer.sign * (self.repeat.from_edge - layer.shift)
        return self.repeat.model_copy(update={"from_edge": first % self.repeat.across})

    def zone_at(self, low: float, high: float) -> Zone | None:
        """The zone that holds everything between two y, to half a millimetre; None when across two."""
        for zone in self.zones:
            if low >= zone.low - 0.5 and high <= zone.high + 0.5:
                return zone
        return None
