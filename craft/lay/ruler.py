"""Ruler numbers: what to measure so that the lay can be rebuilt with a tape alone."""

from math import asin, atan2, degrees, hypot

from craft.cloth import Fold
from craft.frozen import Frozen
from craft.lay.items import LayItem
from craft.lay.placing import Placement, matrix, turning
from craft.lay.table import Table
from craft.measure import Figure, length_text
from craft.shape.affine import Affine, move_point
from craft.shape.curve import Point, distance
from craft.shape.region import run_on

# Grain ends that differ by no more than this are meant to be equal (mm).
SAME = 2.0
# A piece laid by hand this near to a whole eighth of a turn is meant to lie there (degrees).
NEARLY = 1.5


class RulerNumbers(Frozen):
    """For one placed piece: both grain ends to the nearer long edge, one point to the cut end.

    ``edge`` names the long edge both ends are measured to (fold or selvedge), so that the two
    numbers can be compared: equal numbers mean straight grain. ``far``: it is the edge away from the
    person. ``selvedge``: how much of both numbers is selvedge, since the tape is laid at its outer
    edge (mm). ``line``: the grain line run on as far as the piece reaches (on the paper),
    where a short one would not say the slant closely enough; its ends are measured instead.
    ``direction``: where the top points. ``order``: when it is laid, from 1.
    """

    item: str
    edge: str
    far: bool
    selvedge: float = 0.0
    line: tuple[Point, Point] | None = None
    upper: Figure
    lower: Figure
    to_end: Figure
    face: str
    direction: str
    order: int


def ruler_numbers(table: Table, placement: Placement, by: Affine | None = None) -> RulerNumbers:
    """Reckon the numbers of one placement. Raises KeyError for an unknown item."""
    item = table.item(placement.item)
    if item is None:
        raise KeyError(placement.item)
    onto = by or matrix(table.regions[item.key], placement)
    line, longer = measured_line(item, onto)
    upper, lower = move_point(line[0], onto), move_point(line[1], onto)
    near = (upper[1] + lower[1]) / 2 <= table.width / 2
    edge = long_edge(table, near=near)
    selvedge = table.selvedge if "selvedge" in edge else 0.0

    ends = "end of the grain line, run on," if longer else "grain end"

    def across(point: tuple[float, float], end: str) -> Figure:
        inside = point[1] - placement.y
        sums = [
            f"piece {length_text(placement.y)} up + grain end {length_text(inside)} into it "
            f"= {length_text(point[1])}"
        ]
        value = point[1]
        if not near:
            value = table.width - point[1]
            sums.append(
                f"width {length_text(table.width)} − {length_text(point[1])} = {length_text(value)}"
            )
        if selvedge:
            sums.append(
                f"{length_text(value)} + {length_text(selvedge)} = "
                f"{length_text(value + selvedge)}, of which selvedge "
                f"{length_text(selvedge)}"
            )
            value += selvedge
        return Figure(
            name=f"{end} {ends} to the {edge}",
            value=value,
            text=length_text(value),
            working=tuple(sums),
        )

    return RulerNumbers(
        item=item.key,
        edge=edge,
        far=not near,
        selvedge=selvedge,
        line=line if longer else None,
        upper=across(upper, "upper"),
        lower=across(lower, "lower"),
        to_end=Figure(
            name="upper grain end to the cut end",
            value=upper[0],
            text=length_text(upper[0]),
            working=(
                f"piece {length_text(placement.x)} from the cut end + grain end "
                f"{length_text(upper[0] - placement.x)} into it = {length_text(upper[0])}",
            ),
        ),
        face="printed side down" if placement.over else "printed side up",
        direction=_direction(upper, lower),
        order=table.order[item.key],
    )


def measured_line(item: LayItem, onto: Affine) -> tuple[tuple[Point, Point], bool]:
    """The line whose two ends are measured: the grain line; of a piece laid aslant the grain line run
    on, if that is longer."""
    (ax, ay), (bx, by) = (move_point(point, onto) for point in item.grain)
    aslant = min(abs(bx - ax), abs(by - ay)) > SAME
    longer = (run_on(item.cutting, item.grain) or item.grain) if aslant else item.grain
    return (longer, True) if distance(*longer) > distance(*item.grain) else (item.grain, False)


def long_edge(table: Table, *, near: bool) -> str:
    """What the tape is laid to: the fold or selvedge on that side of the table."""
    return edge_of(table.fold, near=near)


def edge_of(fold: Fold, *, near: bool) -> str:
    """What a long edge of the cloth is as it lies: towards the person, or away."""
    if fold == "lengthwise":
        return "fold" if near else "selvedges"
    if fold == "middle":
        return "near fold" if near else "far fold"
    if fold == "part":
        return "fold" if near else "selvedge"
    return "near selvedge" if near else "far selvedge"


def _direction(upper: tuple[float, float], lower: tuple[float, float]) -> str:
    """Where the top of the piece points, by the greater part of its grain line."""
    along, across = lower[0] - upper[0], lower[1] - upper[1]
    straight = abs(across) <= SAME
    if abs(along) <= SAME:
        return f"across the cloth, top {'towards' if across > 0 else 'away from'} you"
    top = "top towards the cut end" if along > 0 else "top away from the cut end"
    return top if straight else f"aslant, {top}"


def rebuild(table: Table, numbers: RulerNumbers) -> Placement:
    """The placement that somebody with a tape and nothing else makes of the numbers, each rounded to
    the millimetre. Raises KeyError for an unknown item."""
    item = table.item(numbers.item)
    if item is None:
        raise KeyError(numbers.item)
    up, low, end = (float(round(f.value)) for f in (numbers.upper, numbers.lower, numbers.to_end))
    up, low = up - numbers.selvedge, low - numbers.selvedge
    if numbers.far:
        up, low = table.width - up, table.width - low
    over = numbers.face == "printed side down"
    line = numbers.line or item.grain
    turn = _turn(line, up, low, numbers.direction, over)
    flat = turning(turn, over)
    at_end = move_point(line[0], flat)
    at_low = move_point(line[1], flat)
    # Both ends were measured: their mean leaves the smaller error across.
    rise = (up + low - at_end[1] - at_low[1]) / 2
    start = Placement(item=item.key, x=0.0, y=0.0, turn=turn, over=over)
    there = move_point(line[0], matrix(table.regions[item.key], start))
    return start.model_copy(update={"x": end - there[0], "y": at_end[1] + rise - there[1]})


def _turn(line: tuple[Point, Point], up: float, low: float, direction: str, over: bool) -> float:
    """The turn (degrees) the two grain ends and the words ask for."""
    (ax, ay), (bx, by) = line
    size = hypot(bx - ax, by - ay)
    across = max(-1.0, min(1.0, (low - up) / size))
    if abs(low - up) <= SAME:
        across = 0.0
    elif abs(abs(low - up) - size) <= SAME:
        across = 1.0 if low > up else -1.0
    angle = degrees(asin(across))  # of the way from the upper to the lower end
    if "away from the cut end" in direction:
        angle = 180.0 - angle
    sx, sy = (move_point(p, turning(0.0, over)) for p in line)
    drawn = _angle(sy[0] - sx[0], sy[1] - sx[1])
    turn = (angle - drawn) % 360
    eighth = round(turn / 45) * 45
    return float(eighth % 360) if abs(turn - eighth) <= NEARLY else turn


def _angle(x: float, y: float) -> float:
    return degrees(atan2(y, x))
