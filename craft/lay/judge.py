"""Is this lay allowed? One piece against the cloth and its neighbours, or the whole table."""

from collections.abc import Iterable

from craft.frozen import Frozen
from craft.lay.items import LayItem, hand_of
from craft.lay.liberties import grain_turn
from craft.lay.placing import Laid, Placement, matrix
from craft.lay.ruler import RulerNumbers, ruler_numbers
from craft.lay.rules.cloth import border, fold_edge, layers, no_cloth
from craft.lay.rules.grain import grain, stretch
from craft.lay.rules.lace import cut_motifs, motifs
from craft.lay.rules.matching import same_place
from craft.lay.rules.said import SLIVER, edge_name, where, who
from craft.lay.table import Table
from craft.measure import Finding, area_text, length_text
from craft.measure.finding import gravest_first
from craft.shape.affine import Affine
from craft.shape.curve import Point
from craft.shape.region import Region, index, moved, outside, overlap, rectangle


class Judged(Frozen):
    """One placed piece: its move from paper to cloth, its numbers, and what is wrong with it.
    ``motifs``: the middles of those its seams cut, on lace (mm on the table)."""

    placement: Placement
    matrix: Affine
    box: tuple[float, float, float, float]
    numbers: RulerNumbers
    motifs: tuple[Point, ...] = ()
    findings: tuple[Finding, ...]


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
    zone = table.zone_at(here.bounds[1], here.bounds[3])
    over = cut_motifs(table, here)
    findings = [
        *_inside(table, item, here),
        *no_cloth(table, item, here),
        *layers(table, item, here, zone),
        *grain(table, item, onto),
        *fold_edge(table, item, here, onto, zone),
        *stretch(table, item, onto),
        *border(table, item, here, onto),
        *_hand(table, item, placement, rest),
        *_neighbours(table, item, here, rest),
        *_nap(table, item, placement, rest),
        *same_place(table, item, onto, zone, rest),
        *motifs(table, item, here, onto, over),
    ]
    return Judged(
        placement=placement,
        matrix=onto,
        box=here.bounds,
        numbers=ruler_numbers(table, placement, onto),
        motifs=over,
        findings=gravest_first(findings),
    )


def judge_lay(table: Table, placements: tuple[Placement, ...]) -> tuple[Judged, ...]:
    """Judge every placed piece of the table."""
    all_laid = laid(table, placements)
    return tuple(judge_one(table, placement, all_laid) for placement, _, _ in all_laid)


def _inside(table: Table, item: LayItem, here: Region) -> list[Finding]:
    x0, y0, x1, y1 = here.bounds
    far = table.length if table.length is not None else max(x1, 0.0) + 1
    room = rectangle(0, 0, far, table.width)
    beyond, outline = outside(here, room)
    if beyond <= SLIVER:
        return []
    edges = [
        ("the cut end", -x0),
        (edge_name(table, near=True), -y0),
        (edge_name(table, near=False), y1 - table.width),
        ("the end of the cloth you own", x1 - far if table.length is not None else 0.0),
    ]
    edge, by = max(edges, key=lambda each: each[1])
    return [
        Finding(
            weight="fault",
            what=f"{who(item)} hangs {length_text(by)} over {edge}.",
            because="That part would be missing from the piece.",
            mend="Move it in.",
            fix="move in",
            where=where(table, item, outline),
        )
    ]


def _hand(table: Table, item: LayItem, placement: Placement, others: list[Laid]) -> list[Finding]:
    """Two of a pair in a single layer: one printed side up, one printed side down."""
    if item.hands not in ("left", "right") or placement.over == item.over:
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
            side = hand_of(item.printed, over=placement.over, out=table.out)
            return [
                Finding(
                    weight="fault",
                    what=f"Turn this over: both copies of {item.name} ({item.piece}) would be "
                    f"{side} sides.",
                    because="In a single layer one of a pair lies printed side up, the other down.",
                    mend="Turn it over about the grain line.",
                    fix="turn over",
                    where=where(table, item),
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
                    what=f"{who(item)} overlaps {who(other)} by {area_text(shared)}.",
                    because="The same cloth cannot be cut twice.",
                    mend="Move one of them.",
                    fix="lay again",
                    where=where(table, item, outline, other.key),
                )
            )
        # Beside what is cut already the shears need no room any more.
        elif {item.key, other.key}.isdisjoint(table.cut) and (
            here.distance(regions[at]) < table.gap - 0.05
        ):
            found.append(
                Finding(
                    weight="doubt",
                    what=f"{who(item)} and {who(other)} are "
                    f"{length_text(here.distance(regions[at]))} apart.",
                    because=f"The shears want {length_text(table.gap)} between pieces.",
                    where=where(table, item, (), other.key),
                )
            )
    return found


def _nap(table: Table, item: LayItem, placement: Placement, others: list[Laid]) -> list[Finding]:
    """With nap all tops point the same way; most of the pieces on the table set it."""
    if not table.nap or not others or table.liberty(item).either:
        return []
    ways = [
        _upward(other_item, other)
        for other, _, _ in others
        if (other_item := table.item(other.item)) and not table.liberty(other_item).either
    ]
    mine, against = _upward(item, placement), 0
    against = sum(1 for way in ways if way != mine)
    if against * 2 <= len(ways):
        return []
    return [
        Finding(
            weight="fault",
            what=f"{who(item)} lies against the nap.",
            because="All tops must point the same way, or this piece looks lighter or darker.",
            mend="Turn it end for end.",
            fix="turn end for end",
            where=where(table, item),
        )
    ]


def _upward(item: LayItem, placement: Placement) -> bool:
    """Whether the piece's top points away from the cut end."""
    return 90 < (placement.turn - grain_turn(item, placement.over)) % 360 < 270
