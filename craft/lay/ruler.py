"""Ruler numbers: what to measure so that the lay can be rebuilt with a tape alone."""

from craft.frozen import Frozen
from craft.lay.placing import Placement, matrix
from craft.lay.table import Table
from craft.measure import Figure, length
from craft.shape.affine import Affine, move_point


class RulerNumbers(Frozen):
    """For one placed piece: both grain ends to the nearer long edge, one point to the cut end.

    ``edge`` names the long edge both ends are measured to (fold or selvedge), so that the two
    numbers can be compared: equal numbers mean straight grain.
    """

    item: str
    edge: str
    upper: Figure
    lower: Figure
    to_end: Figure
    face: str
    direction: str


def ruler_numbers(table: Table, placement: Placement, by: Affine | None = None) -> RulerNumbers:
    """Reckon the numbers of one placement. Raises KeyError for an unknown item."""
    item = table.item(placement.item)
    if item is None:
        raise KeyError(placement.item)
    onto = by or matrix(table.regions[item.key], placement)
    upper, lower = move_point(item.grain[0], onto), move_point(item.grain[1], onto)
    near = (upper[1] + lower[1]) / 2 <= table.width / 2
    if table.fold == "lengthwise":
        edge = "fold" if near else "selvedges"
    else:
        edge = "near selvedge" if near else "far selvedge"

    def across(point: tuple[float, float], end: str) -> Figure:
        inside = point[1] - placement.y
        sums = [
            f"piece {length(placement.y)} up + grain end {length(inside)} into it = {length(point[1])}"
        ]
        value = point[1]
        if not near:
            value = table.width - point[1]
            sums.append(f"width {length(table.width)} − {length(point[1])} = {length(value)}")
        return Figure(
            name=f"{end} grain end to the {edge}",
            value=value,
            text=length(value),
            working=tuple(sums),
        )

    turn = placement.turn % 360
    if turn < 45 or turn > 315:
        direction = "top towards the cut end"
    elif 135 < turn < 225:
        direction = "top away from the cut end"
    else:
        direction = "across the cloth"
    return RulerNumbers(
        item=item.key,
        edge=edge,
        upper=across(upper, "upper"),
        lower=across(lower, "lower"),
        to_end=Figure(
            name="upper grain end to the cut end",
            value=upper[0],
            text=length(upper[0]),
            working=(
                f"piece {length(placement.x)} from the cut end + grain end "
                f"{length(upper[0] - placement.x)} into it = {length(upper[0])}",
            ),
        ),
        face="printed side down" if placement.over else "printed side up",
        direction=direction,
    )
