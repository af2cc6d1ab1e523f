"""Finding a lay: pieces set down one by one where the cloth used grows least, in many orders.

Each order places its pieces on a grid (a cell that a piece touches is taken), so that every free
place of a piece is found at once by one convolution. The best lay is then pushed together exactly.
Fold pieces come first and only slide along the fold; all others may be turned end for end where
there is no nap. Same seed and same number of orders: same lay.
"""

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.lay.placing import Placement, matrix, turning
from craft.lay.table import Table
from craft.shape.curve import Floats
from craft.shape.region import Region, contains, grown, moved, rectangle

CELL = 5.0  # grid step (mm)
ORDERS = 24  # orders tried when the caller does not say


class Sought(Frozen):
    """The best lay found: its placements and length (mm), and how many orders were tried."""

    placements: tuple[Placement, ...]
    length: float
    orders: int


@dataclass(frozen=True)
class _Variant:
    """One way of laying an item: how it is turned, its region with its lower left corner at the
    origin, the cells it takes, and their transform for the convolution."""

    turn: float
    over: bool
    region: Region
    wide: float
    high: float
    mask: Floats
    spectrum: np.ndarray[tuple[int, ...], np.dtype[np.complex128]]


def good_size(least: int) -> int:
    """The next size whose only prime factors are 2, 3 and 5: transforms are quick there."""
    size = least
    while True:
        rest = size
        for factor in (2, 3, 5):
            while rest % factor == 0:
                rest //= factor
        if rest == 1:
            return size
        size += 1


class _Grid:
    def __init__(self, table: Table) -> None:
        self.table = table
        area = sum(region.area for region in table.regions.values())
        longest = max(
            max(r.bounds[2] - r.bounds[0], r.bounds[3] - r.bounds[1])
            for r in table.regions.values()
        )
        self.rows = int(table.width // CELL)
        fold_edges = sum(
            region.bounds[3] - region.bounds[1]
            for key, region in table.regions.items()
            if (item := table.item(key)) is not None and item.on_fold
        )
        room = max(area / table.width * 2.2, fold_edges) + 2 * longest
        self.columns = int(room // CELL) + 2
        self.variants = {item.key: self._variants(item.key) for item in table.items}

    def _variants(self, key: str) -> list[_Variant]:
        item = self.table.item(key)
        assert item is not None
        turns = (0.0,) if self.table.nap else (0.0, 180.0)
        if item.on_fold:
            ways = [(turn, turn == 180.0) for turn in turns]
        elif self.table.fold == "lengthwise":  # both layers give both hands either way up
            ways = [(turn, over) for turn in turns for over in (False, True)]
        else:
            ways = [(turn, item.hands == "right") for turn in turns]
        made = []
        for turn, over in ways:
            laid = moved(self.table.regions[key], turning(turn, over))
            x0, y0, x1, y1 = laid.bounds
            laid = moved(laid, (1, 0, 0, 1, -x0, -y0))
            if y1 - y0 <= self.table.width + 0.01:
                made.append(self._variant(turn, over, laid, x1 - x0, y1 - y0))
        if not made:
            raise CraftError(
                f"{item.name} ({item.piece}) is wider than the cloth as it lies.", "width"
            )
        return made

    def _variant(self, turn: float, over: bool, laid: Region, wide: float, high: float) -> _Variant:
        fat = grown(laid, self.table.gap / 2 + CELL * 0.71)
        columns, rows = int(wide // CELL) + 3, int(high // CELL) + 3
        # One cell of margin on the low sides, since a grown outline reaches below the origin.
        xs, ys = np.meshgrid(
            (np.arange(columns + 1) - 0.5) * CELL, (np.arange(rows + 1) - 0.5) * CELL
        )
        inside = contains(fat, np.column_stack((xs.ravel(), ys.ravel())))
        mask = inside.reshape(xs.shape).astype(np.float64)
        spectrum = np.conj(np.fft.rfft2(mask, s=self.padded))
        return _Variant(turn, over, laid, wide, high, mask, spectrum)

    @property
    def padded(self) -> tuple[int, int]:
        """Transform size: the table with a border of one cell. Only places where the whole piece is
        on the table are read, so what wraps round does not matter."""
        return (good_size(self.rows + 4), good_size(self.columns + 4))

    def occupied(self) -> Floats:
        return np.zeros((self.rows + 2, self.columns + 2))


def search(
    table: Table,
    *,
    seed: int = 1,
    orders: int = ORDERS,
    keep_going: Callable[[], bool] = lambda: True,
) -> Sought:
    """The shortest lay found over ``orders`` orders of setting the pieces down.

    ``keep_going`` is asked after each order; False ends the search with the best so far. Raises
    CraftError when a piece is wider than the cloth as it lies.
    """
    if not table.items:
        return Sought(placements=(), length=0.0, orders=0)
    grid = _Grid(table)
    random = np.random.default_rng(seed)
    first = sorted(
        (item.key for item in table.items),
        key=lambda key: (not _on_fold(table, key), -table.regions[key].area),
    )
    best: list[Placement] = []
    best_length = float("inf")
    order, tried = first, 0
    for tried in range(1, orders + 1):  # noqa: B007
        placed = _set_down(grid, order, best_length)
        if placed is not None:
            packed = _push_together(table, placed)
            used = _length(table, packed)
            if used < best_length - 0.01:
                best, best_length, first = packed, used, order
        if not keep_going():
            break
        order = _shuffled(first, random)
    return Sought(placements=tuple(best), length=best_length, orders=tried)


def _on_fold(table: Table, key: str) -> bool:
    item = table.item(key)
    return item is not None and item.on_fold


def _shuffled(order: list[str], random: np.random.Generator) -> list[str]:
    """The order with one to three pieces moved elsewhere in it."""
    changed = list(order)
    for _ in range(int(random.integers(1, 4))):
        piece = changed.pop(int(random.integers(len(changed))))
        changed.insert(int(random.integers(len(changed) + 1)), piece)
    return changed


def _set_down(grid: _Grid, order: list[str], limit: float) -> list[Placement] | None:
    """Place the pieces in order, each where it ends nearest to the cut end."""
    taken = grid.occupied()
    shape = grid.padded
    placed = []
    for key in order:
        spectrum = np.fft.rfft2(taken, s=shape)
        best: tuple[float, float, float, _Variant, int, int] | None = None
        for variant in grid.variants[key]:
            hits = np.fft.irfft2(spectrum * variant.spectrum, s=shape)
            rows = int((grid.table.width - variant.high) // CELL) + 1
            if _on_fold(grid.table, key):
                rows = 1
            columns = grid.columns - int(variant.wide // CELL) - 2
            free = hits[:rows, :columns] < 0.5
            column_free = free.any(axis=0)
            if not column_free.any():
                continue
            column = int(column_free.argmax())
            row = int(free[:, column].argmax())
            ends = column * CELL + variant.wide
            score = (max(ends, column * CELL + variant.wide * 0.9), column * CELL, row * CELL)
            if best is None or score < best[:3]:
                best = (*score, variant, row, column)
        if best is None:
            return None
        _, _, _, variant, row, column = best
        if column * CELL + variant.wide > limit + 60:  # pushing together will not make up for it
            return None
        height, width = variant.mask.shape
        spot = taken[row : row + height, column : column + width]
        np.maximum(spot, variant.mask[: spot.shape[0], : spot.shape[1]], out=spot)
        placed.append(
            Placement(item=key, x=column * CELL, y=row * CELL, turn=variant.turn, over=variant.over)
        )
    return placed


def _push_together(table: Table, placed: list[Placement]) -> list[Placement]:
    """Slide every piece towards the cut end, then towards the fold, as far as it will go exactly."""
    regions = {
        p.item: moved(table.regions[p.item], matrix(table.regions[p.item], p)) for p in placed
    }
    where = {p.item: p for p in placed}
    for _ in range(2):
        for key in sorted(where, key=lambda key: regions[key].bounds[0]):
            for dx, dy in ((-1, 0), (0, -1), (-1, 0)):
                if dy and _on_fold(table, key):
                    continue
                by = _room(table, regions, key, dx, dy)
                if by > 0.05:
                    regions[key] = moved(regions[key], (1, 0, 0, 1, dx * by, dy * by))
                    here = where[key]
                    where[key] = here.model_copy(
                        update={"x": here.x + dx * by, "y": here.y + dy * by}
                    )
    return [where[p.item] for p in placed]


def _room(table: Table, regions: dict[str, Region], key: str, dx: int, dy: int) -> float:
    """How far a piece can slide in one direction before it meets the edge or a neighbour (mm)."""
    here = regions[key]
    x0, y0, x1, y1 = here.bounds
    most: float = x0 if dx else y0
    if most <= 0:
        return 0.0
    swept = rectangle(x0 - most if dx else x0, y0 - most if dy else y0, x1, y1)
    near = [r for k, r in regions.items() if k != key and r.distance(swept) < table.gap]
    low, step = 0.0, min(most, CELL * 1.5)
    # Walk out in short steps, so that no thin neighbour is jumped over; then halve the last one.
    while low < most:
        ahead = min(low + step, most)
        if not _clear(table, here, near, dx * ahead, dy * ahead):
            high = ahead
            for _ in range(6):
                middle = (low + high) / 2
                if _clear(table, here, near, dx * middle, dy * middle):
                    low = middle
                else:
                    high = middle
            return low
        low = ahead
    return most


def _clear(table: Table, here: Region, near: list[Region], dx: float, dy: float) -> bool:
    there = moved(here, (1, 0, 0, 1, dx, dy))
    return all(there.distance(region) >= table.gap for region in near)


def _length(table: Table, placed: list[Placement]) -> float:
    used = 0.0
    for each in placed:
        paper = table.regions[each.item]
        used = max(used, float(moved(paper, matrix(paper, each)).bounds[2]))
    return used
