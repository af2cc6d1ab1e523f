"""Gentle help for the hand that puts a piece down: the last millimetres to fold, selvedge, cut end, stripe
or neighbour are taken for it."""

from craft.lay.items import LayItem
from craft.lay.matching import apart_by, places, with_the_grain
from craft.lay.placing import Laid, Placement, matrix
from craft.lay.rules.matching import ORIGIN, met_by, sides
from craft.lay.table import Table
from craft.shape.affine import Affine, move_point
from craft.shape.region import Region, apart, moved

# From no further away than this (mm).
REACH = 8.0


def snapped(table: Table, placement: Placement, others: list[Laid]) -> Placement:
    """The placement where the hand meant it: across first (fold, stripe, edge), then along (bar, cut end),
    then up to the nearest neighbour, the shears' room left. A placement far from all of them stays."""
    item = table.item(placement.item)
    if item is None:
        return placement
    paper = table.regions[item.key]
    onto = matrix(paper, placement)
    here = moved(paper, onto)
    dx, dy = _along(table, item, onto, here, others), _across(table, item, onto, here, others)
    there = _by(placement, dx or 0.0, dy or 0.0)
    if dx is None or dy is None:
        here = moved(here, (1.0, 0.0, 0.0, 1.0, dx or 0.0, dy or 0.0))
        by = _to_neighbour(table, here, others, free=(dx is None, dy is None))
        there = _by(there, *by)
    return there


def _by(placement: Placement, dx: float, dy: float) -> Placement:
    if not dx and not dy:
        return placement
    return placement.model_copy(update={"x": placement.x + dx, "y": placement.y + dy})


def _nearest(shifts: list[float]) -> float | None:
    """The smallest of the shifts, if it is small enough."""
    best = min(shifts, key=abs, default=None)
    return best if best is not None and abs(best) <= REACH else None


def _across(
    table: Table, item: LayItem, onto: Affine, here: Region, others: list[Laid]
) -> float | None:
    if item.on_fold and item.fold is not None:
        at = sum(move_point(end, onto)[1] for end in item.fold) / 2
        return _nearest([fold - at for fold in table.folds])
    stripe = _by_repeat(table, item, onto, here, others, across=True)
    if stripe is not None:
        return stripe
    _, low, _, high = here.bounds
    return _nearest([end for zone in table.zones for end in (zone.low - low, zone.high - high)])


def _along(
    table: Table, item: LayItem, onto: Affine, here: Region, others: list[Laid]
) -> float | None:
    bar = _by_repeat(table, item, onto, here, others, across=False)
    if bar is not None:
        return bar
    first, _, last, _ = here.bounds
    ends = [-first]
    if table.length is not None:
        ends.append(table.length - last)
    return _nearest(ends)


def _by_repeat(
    table: Table, item: LayItem, onto: Affine, here: Region, others: list[Laid], *, across: bool
) -> float | None:
    """How far to move so that the piece shows the place of the repeat its group asks for."""
    matching = table.matching
    zone = table.zone_at(here.bounds[1], here.bounds[3])
    if matching is None or zone is None or not with_the_grain(onto):
        return None
    repeat = table.repeat_in(zone)
    step = repeat.across if across else repeat.along
    if not step:
        return None
    group = (matching.group_across if across else matching.group_along)[item.piece]
    fixed = (matching.fixed_across if across else matching.fixed_along).get(group)
    axis = 1 if across else 0
    shows = places(ORIGIN, onto, repeat)[axis]
    if fixed is not None:
        turn = matching.mirror.get(item.piece, 1) if across else 1
        wanted = turn * fixed + (matching.across if across else matching.along)[item.piece]
    else:
        partner = _partner(table, item, others)
        if partner is None:
            return None
        mine, theirs = partner
        shows, wanted = places(mine, onto, repeat)[axis], theirs[axis]
    off = apart_by(shows, wanted, step)
    _, b, c, _, _, _ = onto
    way = (1 if c >= 0 else -1) if across else (1 if b >= 0 else -1)
    return _nearest([-off * way])


def _partner(
    table: Table, item: LayItem, others: list[Laid]
) -> tuple[tuple[float, float], tuple[float, float]] | None:
    """The first piece that lies and must match: the point of mine, and the place of its own."""
    matching = table.matching
    assert matching is not None
    for other, onto, region in others:
        partner = table.item(other.item)
        zone = table.zone_at(region.bounds[1], region.bounds[3])
        if partner is None or zone is None or not with_the_grain(onto):
            continue
        met = met_by(matching.kept, item, partner)
        if met is not None:
            mine, theirs = sides(met, item)
            along, over = places(theirs, onto, table.repeat_in(zone))
            turn = matching.mirror.get(item.piece, 1) * matching.mirror.get(partner.piece, 1)
            return mine, (along, turn * over)
    return None


def _to_neighbour(
    table: Table, here: Region, others: list[Laid], free: tuple[bool, bool]
) -> tuple[float, float]:
    """Up to the nearest neighbour, along what is still free; nothing where it is far, or touches."""
    near = [apart(here, region) for _, _, region in others]
    near = [each for each in near if 0 < each[0] <= table.gap + REACH]
    if not near:
        return 0.0, 0.0
    gap, (ux, uy) = min(near)
    dx, dy = (ux if free[0] else 0.0), (uy if free[1] else 0.0)
    share = dx * ux + dy * uy
    if share < 0.5:
        return 0.0, 0.0  # it lies in a direction that is settled already
    by = (gap - table.gap) / share
    return dx * by, dy * by
