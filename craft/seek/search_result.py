"""What a search found."""

from craft.frozen import Frozen
from craft.lay.placing import Placement


class SearchResult(Frozen):
    """The best lay found: its placements and how far it reaches along the table (mm); ``rounds``:
    how much searching it took (0: the first lay, made at once)."""

    placements: tuple[Placement, ...]
    length: float
    rounds: int
