"""What is known of each cloth of a making."""

from craft.cloth.cloth import Cloth
from craft.cloth.folds import Fold, Spread
from craft.frozen import Frozen
from craft.measure import (
    Figure,
    Finding,
)
from craft.pattern.piece import Role


class KnownCloth(Frozen):
    """One role's cloth; ``lying``: with all its measures as they are after washing.
    ``lay_width``: what the pieces have, selvedges off, after washing, folded
    if it is folded (mm); ``spread``: its zones and layers; ``how``: the same in words.
    ``out``: its right side lies out; ``other_side``: how it could be turned, in words; "" for cloth that
    lies one way only.
    ``area``: of all pieces (mm²). ``least``: the length the bare area needs; no lay can be shorter."""

    role: Role
    cloth: Cloth | None
    lying: Cloth | None = None
    fold: Fold
    how: str
    pieces: int
    area: float
    lay_width: Figure | None
    spread: Spread | None
    owned_washed: Figure | None
    least: Figure | None
    out: bool = False
    other_side: str = ""
    findings: tuple[Finding, ...]
