"""What a single piece is allowed beyond the rules of the lay."""

from math import atan2, degrees
from typing import Literal

from craft.frozen import Frozen
from craft.lay.items import LayItem

PermissionName = Literal["across", "bias", "either", "opened", "other_way", "border"]


class Permission(Frozen):
    """``across``: its grain line may lie across the cloth; ``bias``: aslant by 45 degrees;
    ``either``: it may lie end for end even with nap; ``opened``: a piece on the fold may be laid
    whole; ``other_way``: its stretch need not run with the cloth's; ``border``: its hem must lie on the
    border of the cloth, its grain line across."""

    across: bool = False
    bias: bool = False
    either: bool = False
    opened: bool = False
    other_way: bool = False
    border: bool = False


def granted(
    liberties: dict[int, Permission], number: int, name: PermissionName
) -> dict[int, Permission]:
    """The liberties with one more for a piece."""
    own = liberties.get(number, Permission()).model_copy(update={name: True})
    return {**liberties, number: own}


def grain_turn(item: LayItem, over: bool) -> float:
    """How far the piece, turned ``over`` or not, is turned (degrees) so that its drawn grain line
    runs along the cloth with the upper end towards the cut end."""
    # A piece on the fold lies true when its fold edge does.
    (ax, ay), (bx, by) = item.fold or item.grain
    # Laid without a turn, paper (x, y) lies at (y, x): the grain runs along (by - ay, bx - ax).
    drawn = degrees(atan2(bx - ax, by - ay))
    if abs(drawn) < 1e-4:
        return 0.0
    return drawn if over else -drawn  # turned over, the line slants the other way


def turns(item: LayItem, liberty: Permission, nap: bool, over: bool) -> tuple[float, ...]:
    """All turns (degrees) the piece may lie at on that face, the plain one first."""
    straight = grain_turn(item, over)
    made = [straight]
    if not nap or liberty.either:
        made.append(straight + 180)
    if not item.on_fold:
        if liberty.across or liberty.border:
            made += [straight + 90, straight + 270]
        if liberty.bias:
            made += [straight + each for each in (45, 135, 225, 315)]
    return tuple(turn % 360 for turn in made)
