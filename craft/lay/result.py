"""The lay of one cloth."""

from typing import Literal

from craft.cloth import Cloth, Fold
from craft.frozen import Frozen
from craft.lay.items import LayItem
from craft.lay.judge import Judged
from craft.measure import Figure, Finding
from craft.pattern.piece import Role
from craft.shape.curve import Point

Asked = Literal["nap", "matching"]


class ClothLay(Frozen):
    """One cloth with its pieces. ``cloth``, ``width`` and ``length`` in mm as the cloth lies, washed.
    ``price``: of what is to be bought, where a metre's is known. ``how``: how it lies, in words;
    ``out``: the right side of the cloth lies out; ``folds``:
    where folded edges lie (y, mm); ``blocks``:
    where there is no cloth to cut, flaws and what a remnant lacks (outlines on the table, y away from
    the person); ``seams``: those that meet on this cloth; ``asks``: what this cloth asks of every piece,
    at a cost in length."""

    role: Role
    cloth: Cloth | None
    fold: Fold
    how: str
    width: float
    owned: float | None
    items: tuple[LayItem, ...]
    placed: tuple[Judged, ...]
    missing: tuple[str, ...]
    used: Figure | None
    buy: Figure | None
    price: Figure | None = None
    complete: bool
    out: bool = False
    folds: tuple[float, ...] = ()
    blocks: tuple[tuple[Point, ...], ...] = ()
    seams: tuple[str, ...] = ()
    asks: tuple[Asked, ...] = ()
    findings: tuple[Finding, ...]
