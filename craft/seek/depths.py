"""How deep a part fold reaches, where nobody said."""

from craft.cloth.yardage import washed_width
from craft.seek.case import Case
from craft.seek.task import Variant
from craft.shape.region import area_of

SPARE = 1.0  # room beside a piece that just fits (mm)
LEAST = 20.0  # a fold is no less deep (mm)


def with_depths(case: Case, variant: Variant) -> tuple[Variant, ...]:
    """A part fold without a depth is tried at two: just deep enough for what must lie double, and so deep
    that the double and the single part fill up alike. Other variants stay as they are."""
    if variant.fold != "part" or variant.depth is not None:
        return (variant,)
    probe = case.table(variant)
    width = washed_width(case.cloth(variant)).value
    double = [probe.regions[item.key] for item in probe.items if item.double]
    single = [probe.regions[item.key] for item in probe.items if not item.double]
    if not double:
        return (variant.model_copy(update={"depth": LEAST}),)
    tallest = max(region.bounds[2] - region.bounds[0] for region in double) + SPARE
    beside = max((region.bounds[2] - region.bounds[0] for region in single), default=0.0) + SPARE
    most = max(tallest, min(width / 2, (width - beside) / 2))
    a, b = (sum(area_of(region) for region in each) for each in (double, single))
    even = a * width / (b + 2 * a)
    depths = sorted({round(min(max(depth, tallest), most), 1) for depth in (tallest, even)})
    return tuple(variant.model_copy(update={"depth": depth}) for depth in depths)
