"""Two pieces at once: their places swapped, or one laid straight along the other's grain."""

from typing import Literal

from craft.errors import CraftError
from craft.lay.mend import moved_in
from craft.lay.permissions import grain_turn, turns
from craft.lay.placing import Placement, matrix
from craft.lay.table import Table
from craft.shape.affine import move_point
from craft.shape.region import moved

Arrangement = Literal["swap", "align"]


def arranged(
    table: Table, one: Placement, other: Placement, how: Arrangement
) -> tuple[Placement, Placement]:
    """Both placements afterwards. ``swap``: each with its middle where the other's was, moved back onto the
    cloth; ``align``: the second one straight, its grain line on the run of the first one's: small pieces
    are laid so by hand, and their errors add up. Raises CraftError for a piece that is not there."""
    for each in (one, other):
        if table.item(each.item) is None:
            raise CraftError("That piece is not on this cloth any more.", "item")
    if how == "swap":
        (ax, ay), (bx, by) = _middle(table, one), _middle(table, other)
        return (
            moved_in(table, _by(one, bx - ax, by - ay)),
            moved_in(table, _by(other, ax - bx, ay - by)),
        )
    item = table.item(other.item)
    assert item is not None
    allowed = turns(item, table.liberty(item), table.nap, other.over)
    plain = grain_turn(item, other.over)
    nearest = min(allowed, key=lambda way: abs((way - other.turn + 180) % 360 - 180), default=plain)
    other = other.model_copy(update={"turn": nearest})
    return one, moved_in(table, _by(other, 0.0, _grain(table, one) - _grain(table, other)))


def _by(placement: Placement, dx: float, dy: float) -> Placement:
    return placement.model_copy(update={"x": placement.x + dx, "y": placement.y + dy})


def _middle(table: Table, placement: Placement) -> tuple[float, float]:
    paper = table.regions[placement.item]
    x0, y0, x1, y1 = moved(paper, matrix(paper, placement)).bounds
    return (x0 + x1) / 2, (y0 + y1) / 2


def _grain(table: Table, placement: Placement) -> float:
    """How far up the middle of the grain line lies."""
    item = table.item(placement.item)
    assert item is not None
    onto = matrix(table.regions[item.key], placement)
    return sum(move_point(end, onto)[1] for end in item.grain) / 2
