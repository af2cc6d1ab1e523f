"""Is this lay allowed? One piece against the cloth and its neighbours, or the whole table."""

from collections.abc import Iterable

from craft.frozen import Frozen
from craft.lay.items import LayItem
from craft.lay.placing import Placement, matrix
from craft.lay.ruler import RulerNumbers, ruler_numbers
from craft.lay.table import Table
from craft.measure import Finding, Where, area, length
from craft.measure.finding import gravest_first
from craft.shape.affine import Affine
from craft.shape.curve import Point
from craft.shape.region import Region, index, moved, outside, overlap, rectangle

# An overlap smaller than this is the flattening's, not the person's (mm²).
SLIVER = 2.0
# A fold edge must lie on the fold; a paper edge cannot be laid better than this (mm).
ON_THE_FOLD = 0.5
# Grain ends may differ by this share of the length between them: 2 mm in 50 cm.
OFF_GRAIN = 2.0 / 500.0


class Judged(Frozen):
    """One placed piece: its move from paper to cloth, its numbers, and what is wrong with it."""

    placement: Placement
    matrix: Affine
    box: tuple[float, float, float, float]
    numbers: RulerNumbers
    findings: tuple[Finding, ...]


Laid = tuple[Placement, Affine, Region]


def laid(table: Table, placements: Iterable[Placement]) -> list[Laid]:
    """The placements of items that are still wanted, with their moves and regions on the cloth."""
    found = []
    for placement in placements:
        paper = table.regions.get(placement.item)
        if paper is not None:
            onto = matrix(paper, placement)
            found.append((placement, onto, moved(paper, onto)))
    return found


def judge_one(table: Table, placement: Placement, others: list[Laid]) -> Judged:
    """Judge one piece where it lies against ``others`` (itself left out of them by its key)."""
    item = table.item(placement.item)
    if item is None:
        raise KeyError(placement.item)
    paper = table.regions[item.key]
    onto = matrix(paper, placement)
    here = moved(paper, onto)
    rest = [other for other in others if other[0].item != placement.item]
    findings = [
        *_inside(table, item, here),
        *_direction(table, item, here, onto),
        *_hand(table, item, placement, rest),
        *_neighbours(table, item, here, rest),
        *_nap(table, item, placement, rest),
    ]
    return Judged(
        placement=placement,
        matrix=onto,
        box=here.bounds,
        numbers=ruler_numbers(table, placement, onto),
        findings=gravest_first(findings),
    )


def judge_lay(table: Table, placements: tuple[Placement, ...]) -> tuple[Judged, ...]:
    """Judge every placed piece of the table."""
    all_laid = laid(table, placements)
    return tuple(judge_one(table, placement, all_laid) for placement, _, _ in all_laid)


def who(item: LayItem) -> str:
    """How a piece is named in a sentence."""
    extra = {"left": ", left", "right": ", right"}.get(item.hands, "")
    return f"{item.name} ({item.piece}{extra})"


def _where(table: Table, item: LayItem, outline: tuple[Point, ...] = (), other: str = "") -> Where:
    return Where(piece=item.key, other=other, cloth=table.role, outline=outline)


def _inside(table: Table, item: LayItem, here: Region) -> list[Finding]:
    x0, y0, x1, y1 = here.bounds
    far = table.length if table.length is not None else max(x1, 0.0) + 1
    room = rectangle(0, 0, far, table.width)
    beyond, outline = outside(here, room)
    if beyond <= SLIVER:
        return []
    edges = [
        ("the cut end", -x0),
        ("the fold" if table.fold == "lengthwise" else "the near selvedge", -y0),
        ("the selvedges" if table.fold == "lengthwise" else "the far selvedge", y1 - table.width),
        ("the end of the cloth you own", x1 - far if table.length is not None else 0.0),
    ]
    edge, by = max(edges, key=lambda each: each[1])
    return [
        Finding(
            weight="fault",
            what=f"{who(item)} hangs {length(by)} over {edge}.",
            because="That part would be missing from the piece.",
            mend="Move it in.",
            fix="move in",
            where=_where(table, item, outline),
        )
    ]


def _direction(table: Table, item: LayItem, here: Region, onto: Affine) -> list[Finding]:
    """Grain and fold edge."""
    (ax, ay), (bx, by) = item.grain
    a, b, c, d, _, shift = onto
    along = a * (bx - ax) + b * (by - ay)
    across = c * (bx - ax) + d * (by - ay)
    found = []
    if abs(across) > abs(along) * OFF_GRAIN + 1e-6:
        if abs(across) > abs(along):
            what = f"{who(item)} lies across the grain."
        else:
            what = f"{who(item)} is off grain: its grain ends differ by {length(abs(across))}."
        found.append(
            Finding(
                weight="fault",
                what=what,
                because="It would hang twisted and stretch where it should not.",
                mend="Make both ends of the grain line equally far from the selvedge.",
                fix="straighten",
                where=_where(table, item),
            )
        )
    elif item.on_fold and item.fold_x is not None:
        at = c * item.fold_x + d * ay + shift
        if abs(at) > ON_THE_FOLD:
            low, high = here.bounds[1], here.bounds[3]
            points_away = abs(at - high) < abs(at - low)
            found.append(
                Finding(
                    weight="fault",
                    what=f"{who(item)}: its fold edge lies {length(abs(at))} off the fold.",
                    because="The piece would come out too wide, in two halves, or too narrow.",
                    mend="Turn it over, then set it on the fold."
                    if points_away
                    else "Move it onto the fold.",
                    fix="turn over" if points_away else "move in",
                    where=_where(table, item),
                )
            )
    return found


def _hand(table: Table, item: LayItem, placement: Placement, others: list[Laid]) -> list[Finding]:
    """Two of a pair in a single layer: one printed side up, one printed side down."""
    if item.hands not in ("left", "right") or placement.over == (item.hands == "right"):
        return []
    for other, _, _ in others:
        twin = table.item(other.item)
        if (
            twin is not None
            and twin.piece == item.piece
            and twin.hands != item.hands
            and (twin.copy_number + 1) // 2 == (item.copy_number + 1) // 2
            and other.over == placement.over
        ):
            side = "right" if placement.over else "left"
            return [
                Finding(
                    weight="fault",
                    what=f"Turn this over: both copies of {item.name} ({item.piece}) would be "
                    f"{side} sides.",
                    because="In a single layer one of a pair lies printed side up, the other down.",
                    mend="Turn it over about the grain line.",
                    fix="turn over",
                    where=_where(table, item),
                )
            ]
    return []


def _neighbours(table: Table, item: LayItem, here: Region, others: list[Laid]) -> list[Finding]:
    found: list[Finding] = []
    regions = [region for _, _, region in others]
    if not regions:
        return found
    for at in index(regions).query(here, predicate="dwithin", distance=table.gap - 1e-6):
        other = table.item(others[at][0].item)
        if other is None:
            continue
        shared, outline = overlap(here, regions[at])
        if shared > SLIVER:
            found.append(
                Finding(
                    weight="fault",
                    what=f"{who(item)} overlaps {who(other)} by {area(shared)}.",
                    because="The same cloth cannot be cut twice.",
                    mend="Move one of them.",
                    fix="lay again",
                    where=_where(table, item, outline, other.key),
                )
            )
        elif here.distance(regions[at]) < table.gap - 0.05:
            found.append(
                Finding(
                    weight="doubt",
                    what=f"{who(item)} and {who(other)} are {length(here.distance(regions[at]))} apart.",
                    because=f"The shears want {length(table.gap)} between pieces.",
                    where=_where(table, item, (), other.key),
                )
            )
    return found


def _nap(table: Table, item: LayItem, placement: Placement, others: list[Laid]) -> list[Finding]:
    """With nap all tops point the same way; the first piece of the table sets it."""
    if not table.nap or not others:
        return []

    def up(each: Placement) -> bool:
        return 90 < each.turn % 360 < 270

    ways = [up(other) for other, _, _ in others]
    usual = ways.count(True) > len(ways) / 2
    if up(placement) == usual or ways.count(up(placement)) * 2 == len(ways):
        return []
    return [
        Finding(
            weight="fault",
            what=f"{who(item)} lies against the nap.",
            because="All tops must point the same way, or this piece looks lighter or darker.",
            mend="Turn it end for end.",
            fix="turn end for end",
            where=_where(table, item),
        )
    ]
