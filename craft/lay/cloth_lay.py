"""The lay of every cloth of a making: placements judged, length, what to buy, ruler numbers."""

from craft.cloth import Cloth, KnownCloth, Step, to_buy
from craft.cloth.sums import price_of
from craft.cloth.washing import as_washed
from craft.fit import Fitted
from craft.lay.crosswise import taken_working
from craft.lay.inputs import LayInputs
from craft.lay.items import items_for
from craft.lay.judge import Judged, judge_lay, table_lying
from craft.lay.result import Asked, ClothLay
from craft.lay.rules.cloth import nap_folded_crosswise
from craft.lay.rules.matching import crosswise_on_a_bar, fold_on_a_stripe, out_of_reach
from craft.lay.rules.wording import who
from craft.lay.spreading import table_for
from craft.lay.table import Table
from craft.measure import Figure, Finding, Where, left_text, length_text
from craft.measure.finding import gravest_first
from craft.pattern.piece import Role
from craft.shape.region import ring


def lay(
    fitted: Fitted, cloths: tuple[KnownCloth, ...], inputs: LayInputs, step: Step
) -> tuple[ClothLay, ...]:
    """Judge the lay of every cloth the making needs."""
    return tuple(_role(known, fitted, inputs, step) for known in cloths)


def _role(known: KnownCloth, fitted: Fitted, inputs: LayInputs, step: Step) -> ClothLay:
    table = table_for(known, fitted, inputs)
    if table is None or known.cloth is None:
        return ClothLay(
            role=known.role, cloth=None, fold=known.fold, how=known.how, width=0.0, owned=None,
            items=items_for(fitted.pieces, known.role, known.fold, out=known.out), placed=(), missing=(),
            used=None, buy=None, complete=False, findings=known.findings,
        )  # fmt: skip
    placements = inputs.placements.get(known.role, ())
    table = table_lying(table, placements)
    placed = judge_lay(table, placements)
    there = {judged.placement.item for judged in placed}
    missing = tuple(item.key for item in table.items if item.key not in there)
    used = _used(placed, table)
    findings = _each_once(placed)
    if placed:
        findings += [
            *nap_folded_crosswise(table), *fold_on_a_stripe(table),
            *crosswise_on_a_bar(table, max(judged.box[2] for judged in placed)), *out_of_reach(table),
        ]  # fmt: skip
    if missing and placed:
        findings += [
            Finding(
                weight="fault",
                what=f"{who(item)} is not on the cloth yet.",
                because="The lay is complete when every piece lies on it.",
                mend="Lay the pieces again, or drag it in.",
                fix="lay again",
                where=Where(piece=item.key, cloth=known.role),
            )
            for item in table.items
            if item.key in missing
        ]
    findings += [*_spare_twins(table, placed), *_decided(known.role, inputs)]
    findings += _enough(known, used)
    buy = _buy(known, used, step)
    complete = bool(placed) and not missing and all(f.weight != "fault" for f in findings)
    return ClothLay(
        role=known.role,
        cloth=as_washed(known.cloth),
        fold=known.fold,
        how=known.how,
        width=table.width,
        owned=table.length,
        items=table.items,
        placed=placed,
        missing=missing,
        used=used,
        buy=buy,
        price=_price(known.cloth, buy),
        complete=complete,
        out=table.out,
        folds=table.folds,
        blocks=tuple(ring(block) for block in table.blocks),
        seams=_seams(fitted, table),
        asks=_asks(table),
        findings=gravest_first(findings),
    )


def _asks(table: Table) -> tuple[Asked, ...]:
    nap: tuple[Asked, ...] = ("nap",) if table.nap else ()
    return (*nap, "matching") if table.matching is not None else nap


def _seams(fitted: Fitted, table: Table) -> tuple[str, ...]:
    here = {item.piece for item in table.items}
    return tuple(dict.fromkeys(m.seam for m in fitted.meetings if m.a in here and m.b in here))


def _decided(role: Role, inputs: LayInputs) -> list[Finding]:
    """What was decided for this cloth besides the rules: said, so that nobody forgets it."""
    here = Where(cloth=role)
    found = [
        Finding(
            weight="note",
            what=f"Piece {number} is to be cut from another cloth.",
            because="It does not lie here, and nothing counts it.",
            mend="Take that back under Rules.",
            where=here,
        )
        for number in inputs.elsewhere.get(role, ())
    ]
    if role in inputs.narrow:
        found.append(
            Finding(
                weight="note",
                what="Hems are taken narrow on this cloth.",
                because="Turned twice by the machine a hem needs no more.",
                where=here,
            )
        )
    return found


def _each_once(placed: tuple[Judged, ...]) -> list[Finding]:
    """The findings of all pieces; what is between two pieces is said once, not from both sides."""
    seen: set[frozenset[str]] = set()
    found = []
    for judged in placed:
        for finding in judged.findings:
            if finding.where.other:
                pair = frozenset((finding.where.piece, finding.where.other))
                if pair in seen:
                    continue
                seen.add(pair)
            found.append(finding)
    return found


def _used(placed: tuple[Judged, ...], table: Table) -> Figure | None:
    if not placed:
        return None
    last = max(placed, key=lambda judged: judged.box[2])
    value = table.takes(last.box[2])
    working = [f"from the squared cut end to the far end of piece {last.placement.item}"]
    if table.fold == "crosswise":
        working.append(taken_working(last.box[2], table.folded_at(last.box[2])))
    return Figure(
        name="length of the lay", value=value, text=length_text(value), working=tuple(working)
    )


def _buy(known: KnownCloth, used: Figure | None, step: Step) -> Figure | None:
    """What must be bought: nothing while the cloth owned is long enough."""
    if used is None or known.cloth is None:
        return None
    owned = known.owned_washed
    if owned is not None and owned.value >= used.value:
        working = (
            f"you own {length_text(owned.value)} after washing; the lay needs "
            f"{length_text(used.value)}"
        )
        return Figure(name="to buy", value=0.0, text="nothing", working=(working,))
    return to_buy(used.value, known.cloth, step)


def _price(cloth: Cloth, buy: Figure | None) -> Figure | None:
    if buy is None or not buy.value or cloth.price is None:
        return None
    return price_of(buy.value, cloth.price)


def _spare_twins(table: Table, placed: tuple[Judged, ...]) -> list[Finding]:
    """A single piece on folded cloth wastes its twin: worth a note."""
    return [
        Finding(
            weight="note",
            what=f"{who(item)} is needed once; folded cloth gives two.",
            because="The second one is left over.",
            mend="Cut it from what remains in a single layer.",
            where=Where(piece=item.key, cloth=table.role),
        )
        for item in table.items
        if item.hands == "one" and all(zone.double for zone in table.zones)
    ]


def _enough(known: KnownCloth, used: Figure | None) -> list[Finding]:
    if known.owned_washed is None or used is None:
        return []
    short = used.value - known.owned_washed.value
    if short <= 0:
        return [
            Finding(
                weight="note",
                what=f"The cloth you own is enough; {left_text(-short)} will be left.",
                because=f"{length_text(known.owned_washed.value)} after washing − "
                f"{length_text(used.value)} for the lay.",
                where=Where(cloth=known.role),
            )
        ]
    return [
        Finding(
            weight="fault",
            what=f"The cloth you own is {length_text(short)} too short for this lay.",
            because=f"The lay needs {length_text(used.value)}; you have "
            f"{length_text(known.owned_washed.value)} after washing.",
            mend="Try a single layer, or buy more.",
            where=Where(cloth=known.role),
        )
    ]
