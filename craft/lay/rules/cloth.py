"""What the cloth itself asks: no holes, the right number of layers, folds, borders."""

from craft.cloth import Zone
from craft.lay.items import LayItem
from craft.lay.rules.wording import SLIVER, where, who
from craft.lay.table import Table
from craft.lay.tolerance import ON_THE_FOLD
from craft.measure import Finding, Where, area_text, length_text
from craft.shape.affine import Affine, move_point
from craft.shape.region import Region, overlap

# A hem this near the border's edge counts as on it (mm).
ON_THE_BORDER = 1.0


def no_cloth(table: Table, item: LayItem, here: Region) -> list[Finding]:
    """Nothing lies over a flaw, beyond a remnant's edge, or where something was cut out. What is cut
    already has been there before."""
    if item.key in table.cut:
        return []
    found = []
    for block in table.blocks:
        shared, outline = overlap(here, block)
        if shared > SLIVER:
            found.append(
                Finding(
                    weight="fault",
                    what=f"{who(item)} lies {area_text(shared)} over a flaw or where there is no cloth.",
                    because="That part would be spoilt, or missing from the piece.",
                    mend="Move it clear.",
                    fix="lay again",
                    where=where(table, item, outline),
                )
            )
    return found


def layers(table: Table, item: LayItem, here: Region, zone: Zone | None) -> list[Finding]:
    """A piece lies wholly on as many layers as it needs."""
    low, high = here.bounds[1], here.bounds[3]
    if zone is None:
        if low < table.zones[0].low - 0.5 or high > table.zones[-1].high + 0.5:
            return []  # over the edge, which is said already
        what = f"{who(item)} lies half on one part of the folded cloth and half on another."
        because = (
            "The selvedges meet there, so it would be cut in two."
            if table.fold == "middle"
            else "Part of it would be cut double and part single."
        )
        return [
            Finding(weight="fault", what=what, because=because, mend="Move it wholly to one side.",
                    where=where(table, item))
        ]  # fmt: skip
    if item.double and not zone.double:
        return [
            Finding(
                weight="fault",
                what=f"{who(item)} lies on a single layer and would come out only once.",
                because="It is wanted in two, or whole from the fold.",
                mend="Move it onto the double cloth.",
                where=where(table, item),
            )
        ]
    if not item.double and zone.double and any(not other.double for other in table.zones):
        return [
            Finding(
                weight="doubt",
                what=f"{who(item)} lies on double cloth and would come out twice.",
                because="It is wanted once; there is single cloth beside it.",
                mend="Move it onto the single layer.",
                where=where(table, item),
            )
        ]
    return []


def fold_edge(
    table: Table, item: LayItem, here: Region, onto: Affine, zone: Zone | None
) -> list[Finding]:
    """A fold edge lies exactly on a fold."""
    if not item.on_fold or item.fold is None:
        return []
    ends = [move_point(end, onto)[1] for end in item.fold]
    at = sum(ends) / 2
    folds = table.folds or (0.0,)
    fold = min(zone.folds if zone and zone.folds else folds, key=lambda each: abs(each - at))
    off = max(abs(end - fold) for end in ends)
    if off <= ON_THE_FOLD:
        return []
    low, high = here.bounds[1], here.bounds[3]
    inner, outer = (high, low) if abs(fold - table.zones[0].low) < 1e-6 else (low, high)
    points_away = abs(at - inner) < abs(at - outer)
    return [
        Finding(
            weight="fault",
            what=f"{who(item)}: its fold edge lies {length_text(off)} off the fold.",
            because="The piece would come out too wide, in two halves, or too narrow.",
            mend="Turn it over, then set it on the fold."
            if points_away
            else "Move it onto the fold.",
            fix="turn over" if points_away else "move in",
            where=where(table, item),
        )
    ]


def nap_folded_crosswise(table: Table) -> list[Finding]:
    """Folded crosswise, the nap of the upper layer runs against that of the lower one."""
    if not table.nap or table.fold != "crosswise":
        return []
    return [
        Finding(
            weight="fault",
            what="Folded crosswise, the nap of the two layers runs opposite ways.",
            because="One of each pair would look lighter or darker once sewn.",
            mend="Fold it lengthwise, or cut it across and turn one layer round.",
            where=Where(cloth=table.role),
        )
    ]


def _longer(off: float, ay: float, by: float) -> str:
    """What sliding a piece away from the border does to it."""
    if abs(ay - by) > off:
        return "The hem would run into the cloth instead of along its edge."
    return f"Laid so, the border hangs {length_text(off)} lower than the hem line asks, or is cut away."


def _faces_away(ay: float, by: float, here: Region, table: Table) -> bool:
    """Whether a hem that runs along the cloth is turned to the long edge that has no border."""
    if len(table.border) != 1 or abs(ay - by) > ON_THE_BORDER:
        return False
    _, low, _, high = here.bounds
    at_high = (ay + by) / 2 > (low + high) / 2
    return bool(at_high != (table.border[0] == "high"))


def border(table: Table, item: LayItem, here: Region, onto: Affine) -> list[Finding]:
    """On cloth with a border, a hem lies on the border's edge, its line no deeper than the border."""
    if not table.border or item.hem is None:
        return []
    return [*_too_deep(table, item), *_off_the_border(table, item, here, onto)]


def _too_deep(table: Table, item: LayItem) -> list[Finding]:
    """A hem line that lies beyond the border would show plain cloth above it, and its edge below."""
    beyond = table.scallop - table.border_depth
    if not table.liberty(item).border or not table.border_depth or beyond < 0.5:
        return []
    return [
        Finding(
            weight="doubt",
            what=f"{who(item)}: its hem line lies {length_text(beyond)} beyond the border.",
            because=f"The border is {length_text(table.border_depth)} deep, the line lies "
            f"{length_text(table.scallop)} from its edge.",
            mend=f"Let it lie {length_text(table.border_depth)} deep at most.",
            where=where(table, item),
        )
    ]


def _off_the_border(table: Table, item: LayItem, here: Region, onto: Affine) -> list[Finding]:
    if item.hem is None:
        return []
    ends = [move_point(point, onto) for point in item.hem]
    (ax, ay), (bx, by) = ends
    edges = {"low": 0.0, "high": table.width}
    off = min(max(abs(ay - edges[edge]), abs(by - edges[edge])) for edge in table.border)
    if off <= ON_THE_BORDER:
        return []
    round_ = _faces_away(ay, by, here, table)
    if round_:
        return [
            Finding(
                weight="fault" if table.liberty(item).border else "doubt",
                what=f"{who(item)}: its hem points away from the border.",
                because="The border finishes an edge by itself, and its other edge lies there.",
                mend="Turn it round, end for end.",
                fix="turn end for end",
                where=where(table, item),
            )
        ]
    lies = (
        "runs across the cloth"
        if abs(ay - by) > abs(ax - bx)
        else f"lies {length_text(off)} from it"
    )
    return [
        Finding(
            weight="fault" if table.liberty(item).border else "doubt",
            what=f"{who(item)}: its hem could use the border, but {lies}.",
            because=_longer(off, ay, by)
            if table.liberty(item).border
            else "The border finishes the edge by itself: no hem has to be sewn there.",
            mend="Allow the piece to lie across the grain and set its hem on the border.",
            where=where(table, item),
        )
    ]
