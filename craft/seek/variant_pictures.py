"""Lays that were found, for looking at side by side: small pictures, and what each wastes and leaves."""

from craft.cloth.sums import price_of
from craft.cloth.yardage import washed_width
from craft.frozen import Frozen
from craft.lay.crosswise import taken_working
from craft.lay.judge import laid
from craft.lay.table import Table
from craft.measure import Figure, buy_text, left_text, length_text, percent_text
from craft.seek.case import Case
from craft.seek.picture import LayPicture, picture_of
from craft.seek.task import Tried, Variant
from craft.shape.region import area_of


class VariantPicture(Frozen):
    """One variant that was tried. ``takes``: the cloth it takes; ``waste``: the share of it that is no
    piece; ``left``: what would be left of the cloth owned; ``cost``: how much more or less it takes than
    the first."""

    picture: LayPicture | None = None
    takes: Figure | None = None
    waste: Figure | None = None
    left: Figure | None = None
    price: Figure | None = None
    cost: Figure | None = None


def variant_pictures(case: Case, tried: tuple[Tried, ...]) -> tuple[VariantPicture, ...]:
    """Every variant as far as it was found; costs are against the first one."""
    first = tried[0].takes if tried else None
    return tuple(_seen(case, each, first) for each in tried)


def _seen(case: Case, tried: Tried, first: float | None) -> VariantPicture:
    if tried.sought is None or tried.takes is None:
        return VariantPicture()
    table = case.table(tried.variant)
    price = case.owned.price
    return VariantPicture(
        picture=picture_of(table, tried.sought),
        takes=_takes(table, tried),
        waste=_waste(case, table, tried),
        left=_left(case, tried.variant, tried.takes),
        price=price_of(tried.buy.value, price) if tried.buy and price is not None else None,
        cost=_cost(tried.takes, first),
    )


def _takes(table: Table, tried: Tried) -> Figure:
    """The cloth a lay takes: as long as the lay, or twice to the fold where it is folded crosswise."""
    assert tried.sought is not None
    assert tried.takes is not None
    end = tried.sought.length
    text = (
        taken_working(end, table.folded_at(end))
        if table.fold == "crosswise"
        else f"from the cut end to the far end of the last piece: {length_text(end)}"
    )
    return Figure(name="takes", value=tried.takes, text=length_text(tried.takes), working=(text,))


def _waste(case: Case, table: Table, tried: Tried) -> Figure:
    """The share of the cloth taken that lies in no piece: every layer counts."""
    assert tried.sought is not None
    assert tried.takes is not None
    used = 0.0
    for placement, _, region in laid(table, tried.sought.placements):
        item = table.item(placement.item)
        zone = table.zone_at(region.bounds[1], region.bounds[3])
        layers = len(zone.layers) if zone else 1
        single = item is not None and not item.double
        used += area_of(region) * (1 if single else layers)
    width = washed_width(case.cloth(tried.variant)).value
    whole = tried.takes * width
    share = max(0.0, 1 - used / whole) if whole else 0.0
    return Figure(
        name="waste", value=share, text=percent_text(share),
        working=(f"1 − area of the pieces ÷ ({length_text(tried.takes)} × {length_text(width)}) = "
                 f"{percent_text(share)}",),
    )  # fmt: skip


def _left(case: Case, variant: Variant, takes: float) -> Figure | None:
    reach = case.reach(variant)
    if reach is None:
        return None
    value = reach - takes
    return Figure(
        name="left over" if value >= 0 else "missing", value=value,
        text=left_text(value) if value >= 0 else buy_text(-value),
        working=(f"{length_text(reach)} owned − {length_text(takes)} = {length_text(value)}",),
    )  # fmt: skip


def _cost(takes: float, first: float | None) -> Figure | None:
    if first is None:
        return None
    value = takes - first
    sign = "+" if value > 0 else "−" if value < 0 else "±"
    return Figure(
        name="against the first", value=value, text=f"{sign} {length_text(abs(value))}",
        working=(f"{length_text(takes)} − {length_text(first)} = {length_text(value)}",),
    )  # fmt: skip
