"""Which way for which mark on which cloth, and the list to tick."""

from craft.cloth import Cloth
from craft.fit import Fitted, WorkingPiece
from craft.frozen import Frozen
from craft.lay import LayItem, RoleLay
from craft.mark.ways import WAYS, Way
from craft.measure import Finding
from craft.pattern.marks import WORDS, Mark
from craft.pattern.piece import Role
from craft.thread import Facts, TickState, state_of

# These guide the laying and the fitting; they are not carried to the cloth.
ON_PAPER_ONLY = ("grain", "stretch", "length line", "body level")

CAUTIONS = (
    "Try the way on a scrap first, and press the scrap: some marks set under the iron.",
    "Hot iron and steam: only after the marks are sewn. Follow the maker’s instructions.",
)


class MarkItem(Frozen):
    """One mark on one cut piece (or pair). ``otherwise``: why the quicker ways were passed over."""

    key: str
    mark: str
    title: str
    kind: str
    way: str
    how: str
    because: str
    otherwise: str
    side: str
    layers: str
    minutes: float
    facts: Facts
    state: TickState
    why: str


class MarkList(Frozen):
    """The marks of one laid item: the paper stays pinned until all are ticked."""

    role: Role
    item: str
    title: str
    minutes: float
    items: tuple[MarkItem, ...]
    findings: tuple[Finding, ...] = ()


def mark(
    fitted: Fitted, lays: tuple[RoleLay, ...], ticks: dict[str, Facts], facts: Facts
) -> tuple[MarkList, ...]:
    """The marking lists of every cut piece, cloth by cloth. Interfacing is marked after fusing."""
    pieces = {piece.number: piece for piece in fitted.pieces}
    lists = []
    for lay in lays:
        if lay.role == "interfacing" or lay.cloth is None:
            continue
        for item in lay.items:
            items = _items(lay, lay.cloth, item, pieces[item.piece], ticks, facts)
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
                        title=f"{item.piece} {item.name}{hand}{copy}",
                        minutes=round(sum(each.minutes for each in items), 1),
                        items=tuple(items),
                    )
                )
    return tuple(lists)


def choose(one: Mark, cloth: Cloth) -> tuple[Way, str]:
    """The way proposed for a mark on a cloth, and why simpler ways were passed over.

    Source of the rule: the table of ways; a way that is best on this cloth comes before the first
    one that merely suits.
    """
    known = {*cloth.traits, cloth.fibre}
    suits = [way for way in WAYS if one.kind in way.kinds]
    barred = {
        way.name: next(reason for trait, reason in way.bars.items() if trait in known)
        for way in suits
        if known & way.bars.keys()
    }
    free = [way for way in suits if way.name not in barred]
    best = [way for way in free if known & set(way.best_on)]
    chosen = (best or free or suits)[0]
    passed = [f"not {name}: {why}" for name, why in barred.items() if name != chosen.name]
    return chosen, "; ".join(passed)


def _items(
    lay: RoleLay,
    cloth: Cloth,
    item: LayItem,
    piece: WorkingPiece,
    ticks: dict[str, Facts],
    facts: Facts,
) -> list[MarkItem]:
    doubled = item.double or lay.fold in ("lengthwise", "middle", "crosswise")
    made = []
    for one in piece.shape.marks:
        if one.kind in ON_PAPER_ONLY:
            continue
        way, otherwise = choose(one, cloth)
        key = f"mark/{lay.role}/{item.key}/{one.id}"
        rest = {**facts, "cloth": cloth.name, "way": way.name}
        state, why = state_of(ticks, key, rest)
        if not doubled:
            layers = "one layer"
        elif way.both_layers:
            layers = "both layers"
        else:
            layers = "each layer by itself"
        count = {2: "double ", 3: "triple "}.get(one.count, "") if one.kind == "notch" else ""
        made.append(
            MarkItem(
                key=key,
                mark=one.id,
                title=one.name if one.side == "both" else _one_sided(one),
                kind=count + WORDS[one.kind],
                way=way.name,
                how=way.how,
                because=way.because,
                otherwise=otherwise,
                side=way.side,
                layers=layers,
                minutes=way.minutes * (1 if way.both_layers or not doubled else 2),
                facts=rest,
                state=state,
                why=why,
            )
        )
    return made


def _one_sided(one: Mark) -> str:
    side = f"{one.side} side only"
    return one.name if side in one.name else f"{one.name}, {side}"
