"""Stripes and checks: do the points that meet lie on the same place of the repeat?"""

from craft.cloth import Zone
from craft.fit import Meeting
from craft.lay.items import LayItem
from craft.lay.matching import SAME_PLACE, apart_by, direction, places, with_the_grain
from craft.lay.placing import Laid
from craft.lay.rules.wording import where, who
from craft.lay.table import Table
from craft.measure import Finding, Where, length_text
from craft.shape.affine import Affine
from craft.shape.curve import Point

ORIGIN: Point = (0.0, 0.0)


def same_place(
    table: Table, item: LayItem, onto: Affine, zone: Zone | None, others: list[Laid]
) -> list[Finding]:
    """Matching points, copies of one piece, the centre and the hem against the repeat."""
    matching = table.matching
    if matching is None or zone is None or not with_the_grain(onto):
        return []
    found = _uneven(table, item, onto)
    repeat = table.repeat_in(zone)
    for other, other_onto, region in others:
        partner = table.item(other.item)
        over = table.zone_at(region.bounds[1], region.bounds[3])
        if partner is None or over is None or not with_the_grain(other_onto):
            continue
        met = met_by(matching.kept, item, partner)
        if met is None:
            continue
        mine, theirs = sides(met, item)
        here = places(mine, onto, repeat)
        there = places(theirs, other_onto, table.repeat_in(over))
        turn = matching.mirror.get(item.piece, 1) * matching.mirror.get(partner.piece, 1)
        for way, step, a, b, group in (
            ("along", repeat.along, here[0], there[0], matching.group_along),
            ("across", repeat.across, here[1], turn * there[1], matching.group_across),
        ):
            if group.get(item.piece) != group.get(partner.piece):
                continue  # cannot be had, which is said once for the cloth
            off = apart_by(a, b, step)
            if abs(off) > SAME_PLACE:
                point = f"at “{met.name}” on the {met.seam}" if met.name else "as two of one kind"
                found.append(
                    Finding(
                        weight="fault",
                        what=f"{who(item)} and {who(partner)} are {length_text(abs(off))} out of step "
                        f"{way} the cloth {point}.",
                        because="The stripes would jump where the two are sewn together."
                        if met.name
                        else "Left and right would not look like a pair.",
                        mend=f"Move one of them by {length_text(abs(off))}.",
                        where=where(table, item, (), partner.key),
                    )
                )
    return found + _settled(table, item, onto, zone)


def met_by(kept: tuple[Meeting, ...], one: LayItem, other: LayItem) -> Meeting | None:
    """The first point at which two pieces meet and are matched; two copies of one piece meet all over."""
    a, b = one.piece, other.piece
    if a != b:
        return next((m for m in kept if {m.a, m.b} == {a, b}), None)
    if one.key == other.key:
        return None
    return Meeting(seam="both copies", name="", a=a, b=a, at_a=ORIGIN, at_b=ORIGIN)


def sides(met: Meeting, item: LayItem) -> tuple[Point, Point]:
    """A meeting's point on this piece's paper, and on the other one's."""
    return (met.at_a, met.at_b) if met.a == item.piece else (met.at_b, met.at_a)


def _settled(table: Table, item: LayItem, onto: Affine, zone: Zone) -> list[Finding]:
    """A stripe on the centre line, a bar on the hem."""
    matching = table.matching
    assert matching is not None
    repeat = table.repeat_in(zone)
    here = places(ORIGIN, onto, repeat)
    found = []
    turn = matching.mirror.get(item.piece, 1)
    for way, step, at, fixed, group, offset, sign, what in (
        ("along", repeat.along, here[0], matching.fixed_along, matching.group_along,
         matching.along, 1, "hem line is {} off its bar"),
        ("across", repeat.across, here[1], matching.fixed_across, matching.group_across,
         matching.across, turn, "centre line is {} off its stripe"),
    ):  # fmt: skip
        place = fixed.get(group.get(item.piece, -1))
        if place is None or not step:
            continue
        off = apart_by(at, sign * place + offset[item.piece], step)
        if abs(off) > SAME_PLACE:
            found.append(
                Finding(
                    weight="fault",
                    what=f"{who(item)}: the {what.format(length_text(abs(off)))}.",
                    because="It was chosen where the repeat shall lie; this piece or its partners "
                    "would show another place.",
                    mend=f"Move it {way} the cloth by {length_text(abs(off))}.",
                    where=where(table, item),
                )
            )
    return found


def _uneven(table: Table, item: LayItem, onto: Affine) -> list[Finding]:
    """An uneven repeat has a direction of its own: no piece may lie against it."""
    down, right = direction(onto)
    if table.repeat.along and table.repeat.uneven_along and down < 0:
        return [
            Finding(
                weight="fault",
                what=f"{who(item)} lies against the uneven bars.",
                because="Their order would be reversed at every seam.",
                mend="Turn it end for end.",
                fix="turn end for end",
                where=where(table, item),
            )
        ]
    backwards = table.repeat.across and table.repeat.uneven_across and right < 0
    if backwards and item.hands in ("left", "right"):
        return [
            Finding(
                weight="note",
                what=f"{who(item)}: uneven stripes run round the body in one direction.",
                because="The mirrored piece cannot show them mirrored.",
                where=where(table, item),
            )
        ]
    return []


def fold_on_a_stripe(table: Table) -> list[Finding]:
    """Folded cloth: the stripes of both layers must lie on each other, so the fold is on a stripe."""
    if table.matching is None or not table.repeat.across or not table.folds:
        return []
    return [
        Finding(
            weight="note",
            what="Fold on the middle of a stripe, and lay the stripes of both layers on each other.",
            because="Only then left and right show the same stripes; pin along them before cutting.",
            where=Where(cloth=table.role),
        )
    ]


def crosswise_on_a_bar(table: Table, end: float) -> list[Finding]:
    """Folded crosswise, the upper layer's bars run back from the fold: where it lies for a lay that ends
    there (mm), so that both layers show the same bars."""
    if table.matching is None or table.fold != "crosswise" or not table.repeat.along:
        return []
    if table.repeat.uneven_along:
        return [
            Finding(
                weight="fault",
                what="Folded crosswise, the uneven bars of the two layers run opposite ways.",
                because="One of each pair would show them in the reversed order.",
                mend="Fold it lengthwise, or lay it in a single layer.",
                where=Where(cloth=table.role),
            )
        ]
    # A lay longer than the cloth has its fold beyond what is owned, as more is bought for it.
    fits = table.length is not None and end <= table.length
    at = table.length if fits and table.length is not None else table.folded_at(end)
    on_a_bar = abs(apart_by(at, table.repeat.from_end, table.repeat.along)) < SAME_PLACE / 2
    place = "on the middle of a bar" if on_a_bar else "half way between two bars"
    return [
        Finding(
            weight="note",
            what=f"Fold crosswise {length_text(at)} from the cut end, {place}.",
            because="The layer that runs back shows its bars mirrored in the fold.",
            mend="Lay the bars of both layers on each other, and pin them before cutting.",
            where=Where(cloth=table.role),
        )
    ]


def out_of_reach(table: Table) -> list[Finding]:
    """Points that cannot be matched because others of the same pieces are."""
    if table.matching is None:
        return []
    return [
        Finding(
            weight="note",
            what=f"“{met.name}” on the {met.seam} will be {length_text(abs(off))} out of step.",
            because="The same two pieces already match elsewhere; both cannot be had.",
            mend="Choose under matching which seam shall meet.",
            where=Where(piece=str(met.a), mark=met.name, cloth=table.role),
        )
        for met, off in table.matching.apart
    ]
