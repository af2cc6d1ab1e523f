"""Spreading a cloth out: folded on a stripe, with its flaws, its border, and what is to be laid on it."""

from dataclasses import replace

from craft.cloth import Cloth, KnownCloth, Layer, Repeat, Zone, faces_of
from craft.cloth.folds import Spread
from craft.cloth.washing import as_washed
from craft.fit import Fitted
from craft.lay.crosswise import bar_step, fold_within
from craft.lay.inputs import LayInputs
from craft.lay.items import LayItem, items_for
from craft.lay.matching import SAME_PLACE, MatchInputs, apart_by, plan_matching
from craft.lay.obstacles import obstacles_of
from craft.lay.permissions import Permission
from craft.lay.remaining_cloth import squared_off
from craft.lay.table import Table
from craft.pattern.piece import Role
from craft.shape.curve import Point

# A flap narrower than this holds no piece (mm).
LEAST_FLAP = 20.0
ROUNDED = 1e-6


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
    """A cloth on the table in any way of folding; ``reach``: its length after washing (mm) or None.
    What lies there is washed: so are its stripes, its flaws and the outline of a remnant."""
    owned = as_washed(owned)
    repeat = from_the_inner_edge(owned)
    on_table = folded_on_a_stripe(on_table, repeat, inputs.match)
    matched = repeat.along > 0 and not inputs.match.off
    step = bar_step(on_table.fold, repeat, matched=matched)
    far = None if reach is None else fold_within(reach / on_table.lengths, repeat.from_end, step)
    opened_out = frozenset(n for n, liberty in inputs.liberties.items() if liberty.opened)
    items = items_for(fitted.pieces, role, on_table.fold, opened_out, out=on_table.out)
    table = Table.spread(
        role=role,
        fold=on_table.fold,
        width=on_table.height,
        out=on_table.out,
        faces=faces_of(owned),
        selvedge=owned.selvedge,
        length=far,
        lace="lace" in owned.treated,
        motifs_rule=inputs.motifs_rule,
        border_depth=owned.border_depth,
        scallop=inputs.scallop.get(role, 0.0),
        off_grain=inputs.off_grain,
        stretches=role == "main" and (fitted.knit or "knit" in owned.treated),
        motifs=_motifs(owned, on_table),
        nap=owned.one_way or inputs.one_way,
        gap=inputs.gap,
        items=items,
        zones=on_table.zones,
        blocks=obstacles_of(owned, on_table.zones, far),
        stretch=owned.gives,
        border=_borders(owned, on_table),
        repeat=repeat,
        liberties=_liberties(items, inputs) if "lace" in owned.treated else inputs.liberties,
        cut=inputs.cut.get(role, ()),
        matching=plan_matching(fitted.pieces, fitted.meetings, items, repeat, inputs.match),
    )
    table = on_the_folds(table)
    return squared_off(table, inputs.placements.get(role, ())) if role in inputs.squared else table


def from_the_inner_edge(lying: Cloth) -> Repeat:
    """The repeat with its first stripe counted from where the table begins, inside the selvedge (mm)."""
    repeat = lying.repeat
    return repeat.model_copy(update={"from_edge": repeat.from_edge - lying.selvedge})


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
    near = width / 4 - _past(width / 4 - first, step)
    far = 3 * width / 4 + _past(first - 3 * width / 4, step)
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


def _past(place: float, step: float) -> float:
    """How far a place lies past a stripe (mm); on it, whichever way the last digit is rounded."""
    past = place % step
    return 0.0 if step - past < ROUNDED else past


def on_the_folds(table: Table) -> Table:
    """Where a piece lies on a fold, the fold settles its place across, and that of its group. Of two
    pieces of one group that both lie on folds the second keeps its own place: they cannot match."""
    matching = table.matching
    if matching is None or not table.repeat.across:
        return table
    step = table.repeat.across
    fixed, offset = dict(matching.fixed_across), dict(matching.across)
    group_of, apart = dict(matching.group_across), list(matching.apart)
    mirror = dict(matching.mirror)
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
            fixed[group] = mirror[item.piece] * (at - offset[item.piece])
            settled.add(group)
            continue
        off = apart_by(at, mirror[item.piece] * fixed[group] + offset[item.piece], step)
        if abs(off) > SAME_PLACE:
            alone = -item.piece
            group_of[item.piece], offset[item.piece], fixed[alone] = alone, 0.0, at
            mirror[item.piece] = 1
            settled.add(alone)
            apart += [(met, off) for met in matching.kept if item.piece in (met.a, met.b)]
    made = matching.model_copy(
        update={"fixed_across": fixed, "across": offset, "group_across": group_of,
                "mirror": mirror,
                "apart": tuple(apart)}
    )  # fmt: skip
    return replace(table, matching=made)


def _motifs(owned: Cloth, on_table: Spread) -> tuple[Point, ...]:
    """Motifs set by hand; on folded cloth they are not chosen one by one."""
    if on_table.fold != "single":
        return ()
    return tuple((x, y - owned.selvedge) for x, y in owned.motifs)


def _liberties(items: tuple[LayItem, ...], inputs: LayInputs) -> dict[int, Permission]:
    """On lace whose motifs rule every piece may lie across and aslant."""
    if not inputs.motifs_rule:
        return inputs.liberties
    any_way = {"across": True, "bias": True}
    return {
        item.piece: inputs.liberties.get(item.piece, Permission()).model_copy(update=any_way)
        for item in items
    }


def _borders(owned: Cloth, on_table: Spread) -> tuple[str, ...]:
    """At which long edges of the table a border lies: folded lengthwise both selvedges lie far."""
    if owned.border == "none":
        return ()
    if on_table.fold == "lengthwise":
        return ("high",) if owned.border == "both" else ()
    if on_table.fold in ("single", "crosswise"):
        return {"lower": ("low",), "upper": ("high",), "both": ("low", "high")}[owned.border]
    return ("high",) if on_table.fold == "part" and owned.border in ("upper", "both") else ()
