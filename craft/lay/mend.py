"""Putting one fault right: the change a finding offers."""

from craft.errors import CraftError
from craft.lay.permissions import grain_turn, turns
from craft.lay.placing import Placement, matrix
from craft.lay.table import Table
from craft.shape.affine import move_point
from craft.shape.region import moved


def mend(table: Table, placement: Placement, fix: str) -> Placement:
    """The placement after ``turn over``, ``turn end for end``, ``straighten`` or ``move in``.

    A fold piece is set back onto the fold, any other piece back inside the cloth where it can be.
    Raises CraftError for an unknown piece or fix.
    """
    item = table.item(placement.item)
    if item is None:
        raise CraftError("That piece is not on this cloth.", "item")
    if fix == "turn over":
        # About the grain: it stays as straight, or as crooked, as it was.
        over = not placement.over
        change = grain_turn(item, over) - grain_turn(item, placement.over)
        turn = (placement.turn + change) % 360
        placement = placement.model_copy(update={"over": over, "turn": turn})
    elif fix == "turn end for end":
        placement = placement.model_copy(
            update={"turn": (placement.turn + 180) % 360, "over": placement.over ^ item.on_fold}
        )
    elif fix == "straighten":
        allowed = turns(item, table.liberty(item), table.nap, placement.over)
        nearest = min(allowed, key=lambda way: abs((way - placement.turn + 180) % 360 - 180))
        placement = placement.model_copy(update={"turn": nearest})
    elif fix != "move in":
        raise CraftError(f"There is no way of mending called “{fix}”.", "fix")
    return moved_in(table, placement)


def moved_in(table: Table, placement: Placement) -> Placement:
    """The placement with its box inside the cloth, and a fold piece's fold edge on the fold."""
    item = table.item(placement.item)
    paper = table.regions[placement.item]
    x0, y0, x1, y1 = moved(paper, matrix(paper, placement)).bounds
    x, y = max(placement.x, 0.0), placement.y
    if table.length is not None and x1 - x0 <= table.length:
        x = min(x, table.length - (x1 - x0))
    y = max(0.0, min(y, table.width - (y1 - y0)))
    placement = placement.model_copy(update={"x": x, "y": y})
    if item is not None and item.on_fold and item.fold is not None:
        onto = matrix(paper, placement)
        at = sum(move_point(end, onto)[1] for end in item.fold) / 2
        fold = min(table.folds or (0.0,), key=lambda each: abs(each - at))
        placement = placement.model_copy(update={"y": y - at + fold})
    return placement
