"""One search over several ways of folding and several widths, compared by what must be bought."""

from collections.abc import Callable, Iterator
from time import monotonic

from craft.cloth import Cloth, Step, spread, to_buy
from craft.cloth.know import washed_width
from craft.cloth.shrinkage import shrinkage
from craft.errors import CraftError
from craft.fit import Fitted
from craft.lay.lay import LayInputs, spread_out
from craft.lay.placing import Placement
from craft.lay.search import lays_for_the_rest
from craft.lay.table import Table
from craft.lay.task import Tried, Way
from craft.pattern.piece import Role
from craft.shape.region import area_of

CUT_ALREADY = "Some pieces are cut already, so the cloth stays folded as it is."


def compare(
    role: Role,
    owned: Cloth,
    fitted: Fitted,
    inputs: LayInputs,
    step: Step,
    ways: tuple[Way, ...],
    *,
    seconds: float,
    seed: int = 1,
    keep_going: Callable[[], bool] = lambda: True,
    now: Way | None = None,
    out: bool = False,
) -> Iterator[tuple[Tried, ...]]:
    """Try every way for an equal share of the time; yields all of them whenever one got better.
    ``now``: how the cloth lies now: only there pinned and cut pieces are where they are."""
    ways = tuple(each for way in ways for each in _depths(way, role, owned, fitted, inputs))
    found = {way: Tried(way=way) for way in ways}
    for way in ways:
        if not keep_going():
            break
        as_now = now is None or (way.fold == now.fold and way.width is None)
        if inputs.cut.get(role) and not as_now:
            found[way] = Tried(way=way, refused=CUT_ALREADY)
            yield tuple(found.values())
            continue
        try:
            table = table_of(way, role, owned, fitted, inputs, out=out)
            for sought in lays_for_the_rest(
                table,
                inputs.placements.get(role, ()),
                seed=seed,
                rounds=None,
                pinned=pins(role, inputs) if as_now else (),
                keep_going=for_so_long(seconds / len(ways), keep_going),
            ):
                takes = sought.length * (2 if way.fold == "crosswise" else 1)
                found[way] = Tried(way=way, sought=sought, takes=takes,
                                   buy=to_buy(takes, owned, step))  # fmt: skip
                yield tuple(found.values())
        except CraftError as error:
            found[way] = Tried(way=way, refused=error.sentence)
            yield tuple(found.values())


def for_so_long(seconds: float, keep_going: Callable[[], bool]) -> Callable[[], bool]:
    """Goes on until the time is over, or somebody else says stop."""
    until = monotonic() + seconds
    return lambda: keep_going() and monotonic() < until


def table_of(
    way: Way, role: Role, owned: Cloth, fitted: Fitted, inputs: LayInputs, *, out: bool = False
) -> Table:
    """The table with the cloth lying that way. ``out``: its right side lies out; lace in a single layer
    always shows it."""
    cloth = owned
    if way.width is not None:
        update = {"width": way.width, "owned": None, "remnant": None, "flaws": ()}
        cloth = cloth.model_copy(update=update)
    if "nap" in way.without:
        cloth = cloth.model_copy(update={"nap": False, "nap_unsure": False})
        inputs = inputs.model_copy(update={"one_way": False})
    if "matching" in way.without:
        match = inputs.match.model_copy(update={"off": True})
        inputs = inputs.model_copy(update={"match": match})
    out = out or (way.fold == "single" and "lace" in owned.traits)
    on_table = spread(washed_width(cloth).value, way.fold, way.depth, out=out)
    reach = None
    if cloth.remnant is not None:
        reach = max(x for x, _ in cloth.remnant)
    elif cloth.owned is not None:
        reach = cloth.owned * (1 - shrinkage(cloth).along.value)
    return spread_out(role, cloth, on_table, reach, fitted, inputs)


def pins(role: Role, inputs: LayInputs) -> tuple[Placement, ...]:
    """The placements the person wants left where they are."""
    kept = inputs.pins.get(role, ())
    return tuple(p for p in inputs.placements.get(role, ()) if p.item in kept)


def _depths(
    way: Way, role: Role, owned: Cloth, fitted: Fitted, inputs: LayInputs
) -> tuple[Way, ...]:
    """A part fold without a depth is tried at two: just deep enough for what must lie double, and so
    deep that the double and the single part fill up alike."""
    if way.fold != "part" or way.depth is not None:
        return (way,)
    probe = table_of(way, role, owned, fitted, inputs)
    width = washed_width(
        owned if way.width is None else owned.model_copy(update={"width": way.width})
    ).value
    double = [probe.regions[item.key] for item in probe.items if item.double]
    single = [probe.regions[item.key] for item in probe.items if not item.double]
    if not double:
        return (way.model_copy(update={"depth": 20.0}),)
    tallest = max(region.bounds[2] - region.bounds[0] for region in double) + 1.0
    beside = max((region.bounds[2] - region.bounds[0] for region in single), default=0.0) + 1.0
    most = max(tallest, min(width / 2, (width - beside) / 2))
    a, b = (sum(area_of(region) for region in each) for each in (double, single))
    even = a * width / (b + 2 * a)
    depths = sorted({round(min(max(depth, tallest), most), 1) for depth in (tallest, even)})
    return tuple(way.model_copy(update={"depth": depth}) for depth in depths)
