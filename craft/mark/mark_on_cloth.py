"""A mark as it is made on the cloth of one laid item."""

from typing import NamedTuple

from craft.mark.case import Case
from craft.pattern.marks import Mark


class Made(NamedTuple):
    """``layers``: how many layers of cloth it is made on at once, and ``times`` how often all of it is done
    (each fused piece by itself); ``places``: how many marks come of it; ``where``: a layer or half it is
    made on alone, in words; "" for all there are. ``runs``: the lengths between its corners and the notches
    on it (mm), where they are not those of the mark’s own points."""

    mark: Mark
    title: str
    layers: int
    places: int
    case: Case
    where: str = ""
    runs: tuple[float, ...] | None = None
    times: int = 1
