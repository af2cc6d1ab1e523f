"""Lays that were found already, for whoever looks for another: who asks less never takes more cloth.

A lay found under more demands (a nap, a match, a piece more, a narrower cloth) also satisfies fewer. Each
is judged by the rules of the table it is offered to, so nothing is taken for granted.
"""

from dataclasses import replace

from craft.cloth import Zone
from craft.lay.judge import judge_lay
from craft.lay.placing import Placement, matrix
from craft.lay.table import Table
from craft.seek.search_result import SearchResult
from craft.shape.region import moved

SHORTER = 1e-6  # a lay shorter by less is as long (mm)
SAME = 0.01  # what is pinned or cut lies where it was (mm)


class KnownLays:
    """Lays found for one cloth's pieces, each with the table it was found on."""

    def __init__(self) -> None:
        self._found: list[tuple[Table, tuple[Placement, ...]]] = []

    def add(self, table: Table, placements: tuple[Placement, ...]) -> None:
        """One more."""
        if placements:
            self._found.append((table, placements))

    def best_for(
        self, table: Table, held: tuple[Placement, ...] = (), than: float | None = None
    ) -> SearchResult | None:
        """The shortest that satisfies every rule of a table and leaves ``held`` pieces where they are;
        ``than``: only one that is shorter (mm)."""
        best = None
        for before, placements in self._found:
            for offered in _carried(before, table, placements):
                length = _length(table, offered)
                limit = best.length if best else than
                if limit is not None and length >= limit - SHORTER:
                    continue
                if _leaves(held, offered) and _satisfies(table, offered):
                    best = SearchResult(placements=offered, length=length, rounds=0)
        return best


def _carried(
    before: Table, after: Table, placements: tuple[Placement, ...]
) -> list[tuple[Placement, ...]]:
    """The lay with every piece that is wanted where it lay, on another table; where two folds lie further
    apart now, also with the pieces at the far one moved along with it."""
    there = {placement.item: placement for placement in placements}
    if any(item.key not in there for item in after.items):
        return []
    made = tuple(_again(before, after, there[item.key]) for item in after.items)
    wider = after.width - before.width
    if len(after.zones) < 2 or before.fold != after.fold or abs(wider) < SAME:
        return [made]
    return [made, tuple(_moved_out(before, each, wider) for each in made)]


def _again(before: Table, after: Table, placement: Placement) -> Placement:
    """The same piece at the same place, its outline perhaps another one."""
    old, new = before.regions.get(placement.item), after.regions[placement.item]
    if old is None or (old.bounds, old.area) == (new.bounds, new.area):
        return placement
    x, y, _, _ = moved(new, matrix(old, placement)).bounds
    return placement.model_copy(update={"x": x, "y": y})


def _moved_out(before: Table, placement: Placement, by: float) -> Placement:
    zone = _zone(before, placement)
    far = zone is not None and zone.low > 0
    return placement.model_copy(update={"y": placement.y + by}) if far else placement


def _zone(table: Table, placement: Placement) -> Zone | None:
    paper = table.regions.get(placement.item)
    if paper is None:
        return None
    _, low, _, high = moved(paper, matrix(paper, placement)).bounds
    return table.zone_at(low, high)


def _length(table: Table, placements: tuple[Placement, ...]) -> float:
    ends = (
        moved(paper, matrix(paper, each)).bounds[2]
        for each in placements
        if (paper := table.regions.get(each.item)) is not None
    )
    return max(ends, default=0.0)


def _leaves(held: tuple[Placement, ...], offered: tuple[Placement, ...]) -> bool:
    there = {each.item: each for each in offered}
    return all(
        (lies := there.get(each.item)) is not None
        and abs(lies.x - each.x) + abs(lies.y - each.y) < SAME
        and (lies.turn, lies.over) == (each.turn, each.over)
        for each in held
    )


def _satisfies(table: Table, placements: tuple[Placement, ...]) -> bool:
    """Whether no rule of the table is broken; how long it is counts apart from that."""
    judged = judge_lay(replace(table, length=None), placements)
    return all(f.weight != "fault" for each in judged for f in each.findings)
