"""Which way for which mark on which cloth, and the list to tick."""

from craft.cloth import Cloth
from craft.cut.notching import AT_THE_EDGE, notching
from craft.fit import Fitted, WorkingPiece
from craft.frozen import Frozen
from craft.lay import LayItem, RoleLay
from craft.lay.items import hand_of
from craft.mark.ways import OUTWARD, SNIP, WAYS, MarkWay
from craft.measure import Finding
from craft.pattern.marks import WORDS, Mark
from craft.pattern.piece import Role, Shape
from craft.thread import Facts, Knot, Thread, Tick, from_ticks
from craft.thread.keys import marked

# These guide the laying and the fitting; they are not carried to the cloth.
ON_PAPER_ONLY = ("grain", "stretch", "length line", "body level")

CAUTIONS = (
    "Try the way on a scrap first, and press the scrap: some marks set under the iron.",
    "Hot iron and steam: only after the marks are sewn. Follow the maker’s instructions.",
)


class MarkItem(Frozen):
    """One mark on one cut piece (or pair). ``otherwise``: why the quicker ways were passed over;
    ``once``: it is made on one of two sides only, so its ``layers`` are not those of its way."""

    tick: Tick
    mark: str
    title: str
    kind: str
    way: str
    how: str
    because: str
    otherwise: str
    side: str
    layers: str
    once: bool
    minutes: float


class MarkList(Frozen):
    """The marks of one laid item: the paper stays pinned until all are ticked."""

    role: Role
    item: str
    piece: int
    title: str
    minutes: float
    items: tuple[MarkItem, ...]
    findings: tuple[Finding, ...] = ()


def mark(
    fitted: Fitted, lays: tuple[RoleLay, ...], thread: Thread, facts: Facts
) -> tuple[MarkList, ...]:
    """The marking lists of every cut piece, cloth by cloth. Interfacing is marked after fusing."""
    pieces = {piece.number: piece for piece in fitted.pieces}
    lists = []
    for lay in lays:
        if lay.role == "interfacing" or lay.cloth is None:
            continue
        for item in lay.items:
            items = _items(lay, lay.cloth, item, pieces[item.piece], thread, facts)
            if items:
                hand = {"left": ", left", "right": ", right"}.get(item.hands, "")
                copy = (
                    f", copy {item.copy_number}"
                    if item.hands == "both" and item.copy_number > 1
                    else ""
                )
                lists.append(
                    MarkList(
                        role=lay.role,
                        item=item.key,
                        piece=item.piece,
                        title=f"{item.piece} {item.name}{hand}{copy}",
                        minutes=round(sum(each.minutes for each in items), 1),
                        items=tuple(items),
                    )
                )
    return tuple(lists)


def mark_knot(lists: tuple[MarkList, ...]) -> Knot:
    """Done when every mark of every piece is carried over."""
    return from_ticks("mark", (item.tick for each in lists for item in each.items), "marks")


def choose(one: Mark, cloth: Cloth, shape: Shape | None = None) -> tuple[MarkWay, str]:
    """The way proposed for a mark on a cloth, and why simpler ways were passed over. ``shape``: the piece
    it lies on, for marks that may be shown at the cut edge.

    Source of the rule: the table of ways; a way that is best on this cloth comes before the first
    one that merely suits. What is snipped and what is cut outward is the cutting's rule.
    """
    known = {*cloth.treated, cloth.fibre}
    suits = [way for way in WAYS if one.kind in way.kinds]
    barred = {
        way.name: next(reason for trait, reason in way.bars.items() if trait in known)
        for way in suits
        if known & way.bars.keys()
    }
    if shape is not None and one.kind in AT_THE_EDGE:
        cut = notching(one, shape, cloth)
        wanted = {"snip": SNIP, "outward": OUTWARD, "mark": ""}[cut.way]
        barred = {name: why for name, why in barred.items() if name not in (SNIP, OUTWARD)}
        if cut.way != "snip":
            barred[SNIP if cut.way == "outward" else "cut at the edge"] = cut.because
        edge_way = next((way for way in suits if way.name == wanted), None)
        if edge_way is not None:
            return edge_way, _passed(barred, wanted)
        suits = [way for way in suits if way.name not in (SNIP, OUTWARD)]
    free = [way for way in suits if way.name not in barred]
    best = [way for way in free if known & set(way.best_on)]
    chosen = (best or free or suits)[0]
    return chosen, _passed(barred, chosen.name)


def _passed(barred: dict[str, str], chosen: str) -> str:
    return "; ".join(f"not {name}: {why}" for name, why in barred.items() if name != chosen)


def _items(
    lay: RoleLay,
    cloth: Cloth,
    item: LayItem,
    piece: WorkingPiece,
    thread: Thread,
    facts: Facts,
) -> list[MarkItem]:
    doubled = item.double or lay.fold in ("lengthwise", "middle", "crosswise")
    made = []
    for one in piece.shape.marks:
        if one.kind in ON_PAPER_ONLY or not _wanted(one, item):
            continue
        way, otherwise = choose(one, cloth, piece.shape)
        rest: Facts = {**facts, "cloth": cloth.name, "way": way.code}
        once = one.side != "both" and item.hands in ("both", "whole")
        if once:
            layers = _one_layer(one, lay, item, doubled=doubled)
        elif not doubled:
            layers = "one layer"
        elif way.both_layers:
            layers = "both layers"
        else:
            layers = "each layer by itself"
        count = {2: "double ", 3: "triple "}.get(one.count, "") if one.kind == "notch" else ""
        made.append(
            MarkItem(
                tick=thread.tick(marked(lay.role, item.key, one.id), rest),
                mark=one.id,
                title=one.name if one.side == "both" else _one_sided(one),
                kind=count + WORDS[one.kind],
                way=way.name,
                how=way.how,
                because=way.because,
                otherwise=otherwise,
                side=way.side,
                layers=layers,
                once=once,
                minutes=way.minutes * (1 if once or way.both_layers or not doubled else 2),
            )
        )
    return made


def _wanted(one: Mark, item: LayItem) -> bool:
    """A mark for one side belongs to that side's cloth piece only."""
    return one.side == "both" or item.hands not in ("left", "right") or one.side == item.hands


def _one_layer(one: Mark, lay: RoleLay, item: LayItem, *, doubled: bool) -> str:
    """Which layer, or which half of a whole piece, a mark for one side is carried to."""
    if item.hands == "whole" and not doubled:
        return f"the {one.side} half only"
    known = next((judged for judged in lay.placed if judged.placement.item == item.key), None)
    if known is None or item.printed is None:
        return f"the {one.side} {'half' if item.hands == 'whole' else 'piece'} only"
    # The upper layer of folded cloth shows the side that single cloth would show.
    upper = hand_of(item.printed, over=known.placement.over, out=lay.out)
    return f"the {'upper' if upper == one.side else 'lower'} layer only, the {one.side} one"


def _one_sided(one: Mark) -> str:
    side = f"{one.side} side only"
    return one.name if side in one.name else f"{one.name}, {side}"
