"""Lace: motifs are what is seen. Which ones a seam would cut, and whether they balance about the middle.

Source of the rule: motifs are chosen first, balanced left and right and at the neckline; those that a seam
cuts are cut round and lapped over the seam.
"""

from math import floor

from craft.lay.items import LayItem
from craft.lay.rules.wording import where, who
from craft.lay.table import Table
from craft.measure import Finding, length_text
from craft.shape.affine import Affine, move_point
from craft.shape.curve import Point, distance
from craft.shape.region import Region, from_rim, inside

# A motif reaches so far from its middle, as a share of the repeat; motifs set by hand, in mm.
REACH, OWN_REACH = 0.3, 14.0
# Out of balance by less than this nobody sees (mm).
BALANCED = 5.0
# More motifs than these are named in a sentence as "more".
MOST = 400


def motifs_over(table: Table, box: tuple[float, float, float, float]) -> list[Point]:
    """Middles of the motifs in a stretch of the table (mm): those set by hand, else by the repeat."""
    x0, y0, x1, y1 = box
    if table.motifs:
        return [(x, y) for x, y in table.motifs if x0 <= x <= x1 and y0 <= y <= y1]
    along, across = table.repeat.along, table.repeat.across or table.repeat.along
    if not along:
        return []
    columns = _steps(x0, x1, table.repeat.from_end, along)
    rows = _steps(y0, y1, table.repeat.from_edge, across)
    if len(columns) * len(rows) > MOST:
        return []
    found = [
        (table.repeat.from_end + column * along, table.repeat.from_edge + row * across)
        for column in columns for row in rows
    ]  # fmt: skip
    return [(x, y) for x, y in found if x0 <= x <= x1 and y0 <= y <= y1]


def _steps(low: float, high: float, first: float, step: float) -> range:
    return range(floor((low - first) / step), floor((high - first) / step) + 1)


def cut_motifs(table: Table, here: Region) -> tuple[Point, ...]:
    """The middles of the motifs that the seams of a piece lying there cut (mm on the table)."""
    near, reach = _near(table, here)
    if not near:
        return ()
    gaps = from_rim(here, near)
    return tuple(at for at, gap in zip(near, gaps, strict=True) if gap < reach)


def _near(table: Table, here: Region) -> tuple[list[Point], float]:
    """The motifs a piece could touch, and how far one reaches from its middle."""
    if not table.lace:
        return [], 0.0
    reach = OWN_REACH if table.motifs else REACH * table.repeat.along
    x0, y0, x1, y1 = here.bounds
    return motifs_over(table, (x0 - reach, y0 - reach, x1 + reach, y1 + reach)), reach


def motifs(
    table: Table, item: LayItem, here: Region, onto: Affine, cut: tuple[Point, ...]
) -> list[Finding]:
    """What the seams of a piece do to the motifs under it (``cut``), and how they lie about its middle."""
    near, _ = _near(table, here)
    if not near:
        return []
    found = []
    if cut:
        count = f"{len(cut)} motifs are" if len(cut) > 1 else "1 motif is"
        found.append(
            Finding(
                weight="note",
                what=f"{who(item)}: {count} cut by its seams.",
                because="A motif cut in two shows; cut round it instead and lap it over the seam.",
                mend="Slide the piece, or leave those motifs whole at its edge.",
                where=where(table, item),
            )
        )
    whole = [at for at, ok in zip(near, inside(here, near, 0.0), strict=True) if ok]
    return found + _balance(table, item, whole, onto)


def _balance(table: Table, item: LayItem, whole: list[Point], onto: Affine) -> list[Finding]:
    """Left and right of the middle the nearest motifs want to lie equally far."""
    if item.centre is None or item.on_fold:
        return []  # on the fold both sides are one cut
    (ax, ay), (bx, by) = (move_point(end, onto) for end in item.centre)
    size = distance((ax, ay), (bx, by))
    if size < 1e-6:
        return []
    ux, uy = (bx - ax) / size, (by - ay) / size
    sides = [(x - ax) * uy - (y - ay) * ux for x, y in whole]
    right = min((off for off in sides if off > 1e-6), default=None)
    left = min((-off for off in sides if off < -1e-6), default=None)
    on_it = any(abs(off) <= BALANCED for off in sides)
    if on_it or left is None or right is None or abs(left - right) <= BALANCED:
        return []
    by = abs(left - right)
    return [
        Finding(
            weight="doubt",
            what=f"{who(item)}: the motifs beside its middle lie {length_text(by)} out of balance.",
            because=f"The nearest ones are {length_text(left)} and {length_text(right)} from it.",
            mend=f"Slide the piece {length_text(by / 2)} across its middle.",
            where=where(table, item),
        )
    ]
