"""Is this lay allowed? One piece against the cloth and its neighbours, or the whole table."""

from collections.abc import Iterable
from dataclasses import replace

from craft.cloth import Zone
from craft.frozen import Frozen
from craft.lay.hands import as_they_lie, too_many
from craft.lay.items import LayItem
from craft.lay.permissions import grain_turn
from craft.lay.placing import Laid, Placement, matrix
from craft.lay.ruler import RulerNumbers, ruler_numbers
from craft.lay.rules.cloth import border, fold_edge, layers, no_cloth
from craft.lay.rules.grain import grain, stretch
from craft.lay.rules.lace import cut_motifs, motifs
from craft.lay.rules.matching import same_place
from craft.lay.rules.wording import SLIVER, edge_name, where, who
from craft.lay.table import Table
from craft.measure import Finding, area_text, length_text
from craft.measure.finding import gravest_first
from craft.pattern.hands import Hand
from craft.shape.affine import Affine
from craft.shape.curve import Point
from craft.shape.region import Region, index, moved, outside, overlap, rectangle

# The pieces that lie as one of a hand there are too many of: that hand, how many lie, how many are wanted.
TooMany = dict[str, tuple[Hand, int, int]]
# So many neighbours that are too near are named; of more it is said how many there are.
MOST_NAMED = 4


class Judged(Frozen):
    """One placed piece: its move from paper to cloth, its numbers, and what is wrong with it. ``double``:
    it lies on two layers.
    ``motifs``: the middles of those its seams cut, on lace (mm on the table)."""

    placement: Placement
    matrix: Affine
    box: tuple[float, float, float, float]
    numbers: RulerNumbers
    motifs: tuple[Point, ...] = ()
    double: bool = False
    findings: tuple[Finding, ...]


class Near:
    """Who lies near whom, looked up in one tree for all; and which way the tops of all point."""

    def __init__(self, table: Table, laid: list[Laid]) -> None:
        self._laid = laid
        self._upward: dict[str, bool] = {}
        for placement, _, _ in laid if table.nap else ():
            item = table.item(placement.item)
            if item is not None and not table.liberty(item).either:
                self._upward[item.key] = _upward(item, placement)
        self._tree = index([region for _, _, region in laid]) if laid else None

    def to(self, here: Region, but: str, within: float) -> list[Laid]:
        """Those within a distance (mm) of a region, without the piece of that key."""
        if self._tree is None:
            return []
        near = self._tree.query(here, predicate="dwithin", distance=within)
        return [self._laid[at] for at in sorted(near) if self._laid[at][0].item != but]

    def against(self, item: LayItem, upward: bool) -> bool:
        """Whether more of the others' tops point the other way than this one's."""
        ways = [way for key, way in self._upward.items() if key != item.key]
        return 2 * sum(way != upward for way in ways) > len(ways)


def laid(table: Table, placements: Iterable[Placement]) -> list[Laid]:
    """The placements of items that are still wanted, with their moves and regions on the cloth."""
    found = []
    for placement in placements:
        paper = table.regions.get(placement.item)
        if paper is not None:
            onto = matrix(paper, placement)
            found.append((placement, onto, moved(paper, onto)))
    return found


def judge_one(
    table: Table, placement: Placement, others: list[Laid], near: Near | None = None
) -> Judged:
    """Judge one piece where it lies against ``others`` (itself left out of them by its key).
    ``near``: who is near whom among them, where more than one piece is judged."""
    rest = [other for other in others if other[0].item != placement.item]
    lying = (*(other[0] for other in rest), placement)
    return _judged(table_lying(table, lying), placement, rest, near or Near(table, others),
                   too_many(table.items, lying, out=table.out))  # fmt: skip


def table_lying(table: Table, placements: Iterable[Placement]) -> Table:
    """The table with its items named by the hand each has where it lies."""
    return replace(table, items=as_they_lie(table.items, placements, out=table.out))


def _judged(
    table: Table, placement: Placement, rest: list[Laid], near: Near, mirrored: TooMany
) -> Judged:
    item = table.item(placement.item)
    if item is None:
        raise KeyError(placement.item)
    paper = table.regions[item.key]
    onto = matrix(paper, placement)
    here = moved(paper, onto)
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
        *_hand(table, item, mirrored),
        *_mirrored(table, item, placement, zone),
        *_neighbours(table, item, here, near.to(here, placement.item, table.gap - 1e-6)),
        *_nap(table, item, placement, near),
        *same_place(table, item, onto, zone, rest),
        *motifs(table, item, here, onto, over),
    ]
    return Judged(
        placement=placement,
        matrix=onto,
        box=here.bounds,
        numbers=ruler_numbers(table, placement, onto),
        motifs=over,
        double=zone is not None and zone.double,
        findings=gravest_first(findings),
    )


def judge_lay(table: Table, placements: tuple[Placement, ...]) -> tuple[Judged, ...]:
    """Judge every placed piece of the table."""
    mirrored = too_many(table.items, placements, out=table.out)
    table = table_lying(table, placements)
    all_laid = laid(table, placements)
    near = Near(table, all_laid)
    return tuple(
        _judged(table, one[0], [each for each in all_laid if each is not one], near, mirrored)
        for one in all_laid
    )


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


def _hand(table: Table, item: LayItem, mirrored: TooMany) -> list[Finding]:
    """Of a pair in a single layer as many lie as left as lie as right ones: one printed side up, one
    printed side down."""
    if item.key not in mirrored:
        return []
    hand, count, wanted = mirrored[item.key]
    copies = "both copies" if count == 2 else f"{count} copies"
    enough = "" if wanted == 1 else f"; {wanted} are wanted"
    would = f"{copies} of {item.name} ({item.piece}) would be {hand} sides{enough}"
    return _to_turn(
        table, item, would, "In a single layer one of a pair lies printed side up, the other down."
    )


def _mirrored(
    table: Table, item: LayItem, placement: Placement, zone: Zone | None
) -> list[Finding]:
    """What is wanted as drawn and lies in a single layer so that it would come out the other way about."""
    if not item.handed or zone is None or zone.double or placement.over == item.over:
        return []
    up, wanted = table.faces.up(out=table.out), "down" if item.over else "up"
    because = f"It is wanted as drawn; with the {up} up that is printed side {wanted}."
    return _to_turn(table, item, f"{who(item)} would come out mirrored", because)


def _to_turn(table: Table, item: LayItem, would: str, because: str) -> list[Finding]:
    return [
        Finding(
            weight="fault", what=f"Turn this over: {would}.", because=because,
            mend="Turn it over about the grain line.", fix="turn over", where=where(table, item),
        )
    ]  # fmt: skip


def _neighbours(table: Table, item: LayItem, here: Region, others: list[Laid]) -> list[Finding]:
    found: list[Finding] = []
    for placement, _, region in others:
        other = table.item(placement.item)
        if other is None:
            continue
        if len(found) == MOST_NAMED:
            # A heap says nothing more by naming every pair in it.
            found.append(
                Finding(
                    weight="fault",
                    what=f"{who(item)} lies in a heap of {len(others) + 1} pieces.",
                    because="The same cloth cannot be cut twice.",
                    mend="Spread them out, or lay them again.",
                    fix="lay again",
                    where=where(table, item),
                )
            )
            break
        shared, outline = overlap(here, region)
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
            here.distance(region) < table.gap - 0.05
        ):
            found.append(
                Finding(
                    weight="doubt",
                    what=f"{who(item)} and {who(other)} are "
                    f"{length_text(here.distance(region))} apart.",
                    because=f"The shears want {length_text(table.gap)} between pieces.",
                    where=where(table, item, (), other.key),
                )
            )
    return found


def _nap(table: Table, item: LayItem, placement: Placement, near: Near) -> list[Finding]:
    """With nap all tops point the same way; most of the pieces on the table set it."""
    if not table.nap or table.liberty(item).either:
        return []
    if not near.against(item, _upward(item, placement)):
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
