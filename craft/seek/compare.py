"""One search over several variants: ways of folding and widths, compared by what must be bought."""

from collections.abc import Iterator

from craft.cloth.known import washed_width
from craft.errors import CraftError
from craft.seek.case import Case, Effort
from craft.seek.search import lays_for_the_rest
from craft.seek.task import Tried, Variant
from craft.shape.region import area_of

CUT_ALREADY = "Some pieces are cut already, so the cloth stays folded as it is."


def compare(
    case: Case, variants: tuple[Variant, ...], effort: Effort
) -> Iterator[tuple[Tried, ...]]:
    """Try every variant for an equal share of the time; yields all of them whenever one got better."""
    variants = tuple(each for variant in variants for each in _depths(case, variant))
    tried = {variant: Tried(variant=variant) for variant in variants}
    for variant in variants:
        if not effort.keep_going():
            break
        if case.inputs.cut.get(case.role) and not case.lying_now(variant):
            tried[variant] = Tried(variant=variant, refused=CUT_ALREADY)
            yield tuple(tried.values())
            continue
        try:
            for sought in lays_for_the_rest(
                case.table(variant),
                case.placements,
                seed=effort.seed,
                rounds=None,
                pinned=case.pins if case.lying_now(variant) else (),
                keep_going=effort.share(1 / len(variants)).clock(),
            ):
                takes = sought.length * (2 if variant.fold == "crosswise" else 1)
                tried[variant] = Tried(
                    variant=variant, sought=sought, takes=takes, buy=case.to_buy(takes)
                )
                yield tuple(tried.values())
        except CraftError as error:
            tried[variant] = Tried(variant=variant, refused=error.sentence)
            yield tuple(tried.values())


def _depths(case: Case, variant: Variant) -> tuple[Variant, ...]:
    """A part fold without a depth is tried at two: just deep enough for what must lie double, and so
    deep that the double and the single part fill up alike."""
    if variant.fold != "part" or variant.depth is not None:
        return (variant,)
    probe = case.table(variant)
    width = washed_width(case.cloth(variant)).value
    double = [probe.regions[item.key] for item in probe.items if item.double]
    single = [probe.regions[item.key] for item in probe.items if not item.double]
    if not double:
        return (variant.model_copy(update={"depth": 20.0}),)
    tallest = max(region.bounds[2] - region.bounds[0] for region in double) + 1.0
    beside = max((region.bounds[2] - region.bounds[0] for region in single), default=0.0) + 1.0
    most = max(tallest, min(width / 2, (width - beside) / 2))
    a, b = (sum(area_of(region) for region in each) for each in (double, single))
    even = a * width / (b + 2 * a)
    depths = sorted({round(min(max(depth, tallest), most), 1) for depth in (tallest, even)})
    return tuple(variant.model_copy(update={"depth": depth}) for depth in depths)
