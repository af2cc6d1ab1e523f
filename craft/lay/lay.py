"""The lay of every cloth of a making: placements judged, length, what to buy, ruler numbers."""

from dataclasses import replace
from typing import Annotated

from pydantic import Field

from craft.cloth import Cloth, Fold, KnownCloth, Layer, Repeat, Step, Zone, to_buy
from craft.cloth.folds import Spread
from craft.cloth.shrinkage import shrinkage
from craft.fit import Fitted
from craft.frozen import Frozen
from craft.lay.already_cut import squared_off
from craft.lay.blocks import blocks_of
from craft.lay.items import LayItem, items_for
from craft.lay.judge import Judged, judge_lay
from craft.lay.liberties import Liberty
from craft.lay.matching import SAME_PLACE, MatchInputs, apart_by, plan_matching
from craft.lay.placing import Placement
from craft.lay.rules.cloth import nap_folded_crosswise
from craft.lay.rules.matching import crosswise_on_a_bar, fold_on_a_stripe, out_of_reach
from craft.lay.rules.said import who
from craft.lay.table import Table
from craft.measure import Figure, Finding, Where, cloth, length
from craft.measure.finding import gravest_first
from craft.pattern.piece import Role

# A flap narrower than this holds no piece (mm).
LEAST_FLAP = 20.0

Keys = Annotated[
    tuple[Annotated[str, Field(min_length=1, max_length=20)], ...], Field(max_length=400)
]


class LayInputs(Frozen):
    """Where the pieces lie on each cloth; ``gap``: room for the shears between pieces (mm).

    ``liberties``: what single pieces may do beyond the rules, by number; ``match``: how stripes are
    matched; ``one_way``: lay everything one way always, nap or not (a school). ``pins``: placements
    the search leaves where they are. ``cut``: what is cut out already, and ``squared``: the cloth was
    cut straight across behind it.
    """

    placements: dict[Role, Annotated[tuple[Placement, ...], Field(max_length=400)]] = {}
    gap: Annotated[float, Field(ge=0, le=50)] = 3.0
    liberties: Annotated[dict[int, Liberty], Field(max_length=100)] = {}
    match: MatchInputs = MatchInputs()
    one_way: bool = False
    pins: dict[Role, Keys] = {}
    cut: dict[Role, Keys] = {}
    squared: tuple[Role, ...] = ()


class RoleLay(Frozen):
    """One cloth with its pieces. ``width`` and ``length`` in mm as the cloth lies, washed.
    ``how``: how it lies, in words; ``out``: the right side of the cloth lies out."""

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
    complete: bool
    out: bool = False
    findings: tuple[Finding, ...]


def table_for(known: KnownCloth, fitted: Fitted, inputs: LayInputs) -> Table | None:
    """The table of one cloth, or None while no cloth is chosen."""
    if known.cloth is None or known.spread is None:
        return None
    owned = known.owned_washed.value if known.owned_washed else None
    return spread_out(known.role, known.cloth, known.spread, owned, fitted, inputs)


def spread_out(
    role: Role,
    owned: Cloth,
    on_table: Spread,
    reach: float | None,
    fitted: Fitted,
    inputs: LayInputs,
) -> Table:
    """A cloth on the table in any way of folding; ``reach``: its length after washing (mm) or None."""
    on_table = folded_on_a_stripe(on_table, owned.repeat, inputs.match)
    far = None if reach is None else reach / on_table.lengths
    opened_out = frozenset(n for n, liberty in inputs.liberties.items() if liberty.opened)
    items = items_for(fitted.pieces, role, on_table.fold, opened_out, out=on_table.out)
    table = Table.spread(
        role=role,
        fold=on_table.fold,
        width=on_table.height,
        out=on_table.out,
        selvedge=owned.selvedge * (1 - shrinkage(owned).across.value),
        length=far,
        nap=owned.one_way or inputs.one_way,
        gap=inputs.gap,
        items=items,
        zones=on_table.zones,
        blocks=blocks_of(owned, on_table.zones, far),
        stretch=owned.stretch,
        border=_borders(owned, on_table),
        repeat=owned.repeat,
        liberties=inputs.liberties,
        cut=inputs.cut.get(role, ()),
        matching=plan_matching(fitted.pieces, fitted.meetings, items, owned.repeat, inputs.match),
    )
    table = on_the_folds(table)
    return squared_off(table, inputs.placements.get(role, ())) if role in inputs.squared else table


def folded_on_a_stripe(on_table: Spread, repeat: Repeat, match: MatchInputs) -> Spread:
    """Striped cloth is folded along its length on the middle of a stripe, so that both layers show the
    same one. Folded in half one layer then reaches less far than the other; what lies beyond it is
    single and not used. With two folds each flap ends where its fold lets it."""
    if not repeat.across or match.off or on_table.fold not in ("lengthwise", "part", "middle"):
        return on_table
    step, first = repeat.across, repeat.from_edge
    if on_table.fold == "middle":
        return _both_on_stripes(on_table, first, step)
    deep = on_table.zones[0].high
    width = 2 * on_table.height if on_table.fold == "lengthwise" else on_table.height + deep
    off = apart_by(deep, first, step)
    fold = deep - off
    over = (Layer(sign=1, shift=fold), Layer(sign=-1, shift=fold))
    zone = Zone(low=0.0, high=min(fold, width - fold), folds=(0.0,), layers=over)
    if on_table.fold == "lengthwise" or width - 2 * fold < 1:
        return on_table.model_copy(update={"height": zone.high, "zones": (zone,)})
    rest = Zone(low=fold, high=width - fold, layers=over[:1])
    return on_table.model_copy(update={"height": width - fold, "zones": (zone, rest)})


def _both_on_stripes(on_table: Spread, first: float, step: float) -> Spread:
    """Both selvedges folded towards the middle, each fold moved outwards to the next stripe."""
    width = 2 * on_table.height
    near = width / 4 - (width / 4 - first) % step
    far = 3 * width / 4 + (first - 3 * width / 4) % step
    if min(near, width - far) < LEAST_FLAP:
        return on_table  # no stripe leaves anything to fold over
    height = far - near
    zones = (
        Zone(low=0.0, high=near, folds=(0.0,),
             layers=(Layer(sign=1, shift=near), Layer(sign=-1, shift=near))),
        Zone(low=height - (width - far), high=height, folds=(height,),
             layers=(Layer(sign=1, shift=near), Layer(sign=-1, shift=far + height))),
    )  # fmt: skip
    return on_table.model_copy(update={"height": height, "zones": zones})


def on_the_folds(table: Table) -> Table:
    """Where a piece lies on a fold, the fold settles its place across, and that of its group. Of two
    pieces of one group that both lie on folds the second keeps its own place: they cannot match."""
    matching = table.matching
    if matching is None or not table.repeat.across:
        return table
    step = table.repeat.across
    fixed, offset = dict(matching.fixed_across), dict(matching.across)
    group_of, apart = dict(matching.group_across), list(matching.apart)
    settled: set[int] = set()
    for item in table.items:
        if not item.on_fold or item.fold is None:
            continue
        (fold_x, _), (other_x, _) = item.fold
        if abs(fold_x - other_x) > SAME_PLACE:
            continue  # drawn aslant: nothing on it can be matched
        zone = table.zones_for(item)[0]
        group = group_of[item.piece]
        # Laid with its paper's right away from the fold, the paper's origin lies fold_x before it.
        at = zone.folds[0] - fold_x - table.repeat_in(zone).from_edge
        if group not in settled:
            # A fold cannot be moved, whatever stripe was wished for on the centre line.
            fixed[group] = at - offset[item.piece]
            settled.add(group)
            continue
        off = apart_by(at, fixed[group] + offset[item.piece], step)
        if abs(off) > SAME_PLACE:
            alone = -item.piece
            group_of[item.piece], offset[item.piece], fixed[alone] = alone, 0.0, at
            settled.add(alone)
            apart += [(met, off) for met in matching.kept if item.piece in (met.a, met.b)]
    made = matching.model_copy(
        update={"fixed_across": fixed, "across": offset, "group_across": group_of,
                "apart": tuple(apart)}
    )  # fmt: skip
    return replace(table, matching=made)


def _borders(owned: Cloth, on_table: Spread) -> tuple[str, ...]:
    """At which long edges of the table a border lies: folded lengthwise both selvedges lie far."""
    if owned.border == "none":
        return ()
    if on_table.fold == "lengthwise":
        return ("high",) if owned.border == "both" else ()
    if on_table.fold in ("single", "crosswise"):
        return {"lower": ("low",), "upper": ("high",), "both": ("low", "high")}[owned.border]
    return ("high",) if on_table.fold == "part" and owned.border in ("upper", "both") else ()


def lay(
    fitted: Fitted, cloths: tuple[KnownCloth, ...], inputs: LayInputs, step: Step
) -> tuple[RoleLay, ...]:
    """Judge the lay of every cloth the making needs."""
    return tuple(_role(known, fitted, inputs, step) for known in cloths)


def _role(known: KnownCloth, fitted: Fitted, inputs: LayInputs, step: Step) -> RoleLay:
    table = table_for(known, fitted, inputs)
    if table is None or known.cloth is None:
        return RoleLay(
            role=known.role, cloth=None, fold=known.fold, how=known.how, width=0.0, owned=None,
            items=items_for(fitted.pieces, known.role, known.fold, out=known.out), placed=(), missing=(),
            used=None, buy=None, complete=False, findings=known.findings,
        )  # fmt: skip
    placed = judge_lay(table, inputs.placements.get(known.role, ()))
    there = {judged.placement.item for judged in placed}
    missing = tuple(item.key for item in table.items if item.key not in there)
    used = _used(placed, known.spread.lengths if known.spread else 1)
    findings = _each_once(placed)
    if placed:
        findings += [
            *nap_folded_crosswise(table), *fold_on_a_stripe(table), *crosswise_on_a_bar(table),
            *out_of_reach(table),
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
    findings += _sizes_of_folds(table, placed)
    findings += _enough(known, used)
    complete = bool(placed) and not missing and all(f.weight != "fault" for f in findings)
    return RoleLay(
        role=known.role,
        cloth=known.cloth,
        fold=known.fold,
        how=known.how,
        width=table.width,
        owned=table.length,
        items=table.items,
        placed=placed,
        missing=missing,
        used=used,
        buy=_buy(known, used, step),
        complete=complete,
        out=table.out,
        findings=gravest_first(findings),
    )


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


def _used(placed: tuple[Judged, ...], lengths: int) -> Figure | None:
    if not placed:
        return None
    last = max(placed, key=lambda judged: judged.box[2])
    value = last.box[2] * lengths
    working = [f"from the squared cut end to the far end of piece {last.placement.item}"]
    if lengths > 1:
        working.append(f"folded crosswise: {lengths} × {length(last.box[2])} = {length(value)}")
    return Figure(name="length of the lay", value=value, text=length(value), working=tuple(working))


def _buy(known: KnownCloth, used: Figure | None, step: Step) -> Figure | None:
    """What must be bought: nothing while the cloth owned is long enough."""
    if used is None or known.cloth is None:
        return None
    owned = known.owned_washed
    if owned is not None and owned.value >= used.value:
        working = f"you own {length(owned.value)} after washing; the lay needs {length(used.value)}"
        return Figure(name="to buy", value=0.0, text="nothing", working=(working,))
    return to_buy(used.value, known.cloth, step)


def _sizes_of_folds(table: Table, placed: tuple[Judged, ...]) -> list[Finding]:
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
                what=f"The cloth you own is enough; {cloth(-short)} will be left.",
                because=f"{length(known.owned_washed.value)} after washing − "
                f"{length(used.value)} for the lay.",
                where=Where(cloth=known.role),
            )
        ]
    return [
        Finding(
            weight="fault",
            what=f"The cloth you own is {length(short)} too short for this lay.",
            because=f"The lay needs {length(used.value)}; you have "
            f"{length(known.owned_washed.value)} after washing.",
            mend="Try a single layer, or buy more.",
            where=Where(cloth=known.role),
        )
    ]
