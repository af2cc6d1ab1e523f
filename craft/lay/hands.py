"""Which hand comes out of every piece as it lies, whatever it was called before it was laid.

The hand follows from the hand of the printed side, the face of the paper, the side of the cloth that is
up, and the layer (craft.pattern.hands.hand_of). Of a pair laid in a single layer the one that lies as a
left one is the left one; what does not lie yet is what is still lacking.
"""

from collections.abc import Iterable

from craft.cloth import Layer
from craft.lay.items import LayItem
from craft.lay.placing import Placement
from craft.pattern.hands import Hand, hand_of, opposite


def hands_by_layer(
    item: LayItem, placement: Placement, layers: Iterable[Layer], *, out: bool
) -> tuple[Hand, ...]:
    """The hand of what comes out of each layer under a placed piece, the upper one first."""
    return tuple(
        hand_of(item.printed, over=placement.over, out=out, turned=layer.turned) for layer in layers
    )


def as_they_lie(
    items: tuple[LayItem, ...], placements: Iterable[Placement], *, out: bool
) -> tuple[LayItem, ...]:
    """The items with the hand each has where it lies. ``out``: the cloth lies right side up (folded:
    wrong sides together)."""
    lying = {placement.item: placement.over for placement in placements}
    hands = _hands(items, lying, out=out)
    pairs: dict[tuple[int, Hand], int] = {}
    made = []
    for item in items:
        over = lying.get(item.key)
        if item.meant is None:
            if over is not None and (item.printed is not None or item.handed):
                upper = hand_of(item.printed, over=over, out=out)
                item = item.model_copy(update={"upper": upper})
            made.append(item)
            continue
        hand = hands[item.key]
        pairs[item.piece, hand] = nth = pairs.get((item.piece, hand), 0) + 1
        turned = hand_of(item.printed, over=False, out=out) != hand
        same = (item.hands, item.over, item.pair, item.upper) == (hand, turned, nth, hand)
        new = {"hands": hand, "over": turned, "pair": nth, "upper": hand}
        made.append(item if same else item.model_copy(update=new))
    return tuple(made)


def settled(
    items: tuple[LayItem, ...], placements: Iterable[Placement], *, out: bool
) -> tuple[LayItem, ...]:
    """The same, and meant to be so from now on: some of them are cut already."""
    return tuple(
        item if item.meant in (None, item.hands) else item.model_copy(update={"meant": item.hands})
        for item in as_they_lie(items, placements, out=out)
    )


def too_many(
    items: tuple[LayItem, ...], placements: Iterable[Placement], *, out: bool
) -> dict[str, tuple[Hand, int, int]]:
    """The pieces to be turned over, by key: the hand they would be, how many copies would be of that hand,
    and how many are wanted. Of several those that lie otherwise than the list meant."""
    lying = {placement.item: placement.over for placement in placements}
    groups: dict[tuple[int, Hand], list[LayItem]] = {}
    wanted: dict[tuple[int, Hand], int] = {}
    for item in items:
        if item.meant is None:
            continue
        wanted[item.piece, item.meant] = wanted.get((item.piece, item.meant), 0) + 1
        if item.key in lying:
            hand = hand_of(item.printed, over=lying[item.key], out=out)
            groups.setdefault((item.piece, hand), []).append(item)
    found = {}
    for (piece, hand), those in groups.items():
        want = wanted.get((piece, hand), 0)
        surplus = len(those) - want
        against = [item for item in those if item.meant != hand]
        for item in against[len(against) - surplus :] if surplus > 0 else ():
            found[item.key] = (hand, len(those), want)
    return found


def _hands(items: tuple[LayItem, ...], lying: dict[str, bool], *, out: bool) -> dict[str, Hand]:
    """The hand of every item of a pair: as it lies, else what its piece still lacks."""
    found: dict[str, Hand] = {}
    lacking: dict[tuple[int, Hand], int] = {}
    for item in items:
        if item.meant is None:
            continue
        lacking[item.piece, item.meant] = lacking.get((item.piece, item.meant), 0) + 1
    for item in items:
        if item.meant is not None and item.key in lying:
            found[item.key] = hand = hand_of(item.printed, over=lying[item.key], out=out)
            lacking[item.piece, hand] = lacking.get((item.piece, hand), 0) - 1
    for item in items:
        if item.meant is None or item.key in found:
            continue
        hand = item.meant
        if lacking.get((item.piece, hand), 0) <= 0 < lacking.get((item.piece, opposite(hand)), 0):
            hand = opposite(hand)
        found[item.key] = hand
        lacking[item.piece, hand] = lacking.get((item.piece, hand), 0) - 1
    return found
