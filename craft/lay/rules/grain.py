"""Grain and stretch: which way the threads run in the sewn piece."""

from math import hypot

from craft.lay.items import LayItem
from craft.lay.rules.wording import where, who
from craft.lay.table import Table
from craft.measure import Finding, length_text
from craft.shape.affine import Affine
from craft.shape.curve import Point

# The length that ``off_grain`` is measured on (mm).
BETWEEN = 500.0


def grain(table: Table, item: LayItem, onto: Affine) -> list[Finding]:
    """The grain line runs along the cloth, or across or aslant where the piece may."""
    along, across = _onto(onto, item.grain)
    liberty, share = table.liberty(item), table.off_grain / BETWEEN
    if (table.lace and table.motifs_rule) or abs(across) <= abs(along) * share + 1e-6:
        return []
    lies_across = abs(along) <= abs(across) * share + 1e-6
    lies_aslant = abs(abs(along) - abs(across)) <= max(abs(along), abs(across)) * share + 1e-6
    if (lies_across and (liberty.across or liberty.border)) or (lies_aslant and liberty.bias):
        return []
    if abs(across) > abs(along):
        what = f"{who(item)} lies across the grain."
        because = "It would hang stiff the one way and stretch where it should not."
        if table.repeat.along or table.repeat.across:
            because = "It would hang twisted, and the stripes would run the other way."
    else:
        what = f"{who(item)} is off grain: its grain ends differ by {length_text(abs(across))}."
        because = "It would hang twisted and stretch where it should not."
        if table.repeat.along or table.repeat.across:
            drift = abs(across) / max(hypot(along, across), 1e-9) * 100
            because = (
                f"It would hang twisted, and the stripes would drift by {length_text(drift)} "
                f"in every {length_text(100)}."
            )
    return [
        Finding(
            weight="fault",
            what=what,
            because=because,
            mend="Make both ends of the grain line equally far from the selvedge.",
            fix="straighten",
            where=where(table, item),
        )
    ]


def stretch(table: Table, item: LayItem, onto: Affine) -> list[Finding]:
    """The arrow of the greater stretch runs the way the cloth gives more. A piece without an arrow, of a
    cloth that has to stretch, is taken to go round the body square to its grain."""
    arrow = item.stretch or (_round_the_body(item) if table.stretches else None)
    if arrow is None or table.stretch == "both" or table.liberty(item).other_way:
        return []
    along, across = _onto(onto, arrow)
    if table.stretch == "none":
        if item.stretch is None:
            return []  # said once for the cloth
        return [
            Finding(
                weight="doubt",
                what=f"{who(item)} asks for stretch; this cloth is not known to give.",
                because="Cut from firm cloth it may be too tight to put on.",
                mend="Stretch a scrap both ways, and write under Cloth which way gives more.",
                where=where(table, item),
            )
        ]
    if (abs(across) > abs(along)) == (table.stretch == "across"):
        return []
    runs = "across" if abs(across) > abs(along) else "along"
    return [
        Finding(
            weight="fault",
            what=f"{who(item)}: its stretch runs {runs} the cloth, which gives more {table.stretch}.",
            because="The greater give goes round the body."
            if item.stretch is not None
            else "The greater give goes round the body; without an arrow that is square to the grain.",
            mend="Turn the piece by a quarter, or allow it to lie this way.",
            where=where(table, item),
        )
    ]


def _round_the_body(item: LayItem) -> tuple[Point, Point]:
    """A line on the paper square to the grain."""
    (ax, ay), (bx, by) = item.grain
    return (ax, ay), (ax + by - ay, ay - (bx - ax))


def _onto(onto: Affine, line: tuple[Point, Point]) -> tuple[float, float]:
    """How far a paper line runs along and across the cloth (mm)."""
    (ax, ay), (bx, by) = line
    a, b, c, d, _, _ = onto
    return a * (bx - ax) + b * (by - ay), c * (bx - ax) + d * (by - ay)
