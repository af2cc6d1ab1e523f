"""Places along a line that keep to steps."""

from math import ceil, floor


def nearest_step(
    value: float, step: float, rest: float, least: float, most: float = 1e18, *, up: bool = False
) -> float:
    """The place (mm) nearest to ``value`` (or next above, ``up``) that is ``rest`` plus whole steps and
    lies from ``least`` to ``most`` if there is one; any place will do when ``step`` is 0."""
    if step <= 0:
        return min(max(value, least), most)
    steps = (value - rest) / step
    count = ceil(steps - 1e-9) if up else floor(steps + 0.5)
    count = max(count, ceil((least - rest) / step - 1e-9))
    if rest + count * step > most + 1e-9:
        lower = floor((most - rest) / step + 1e-9)
        if rest + lower * step >= least - 1e-9:
            count = lower
    return rest + count * step
