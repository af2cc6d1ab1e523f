"""How pieces, edges and places are named in the sentences of the rules."""

from craft.lay.items import LayItem
from craft.lay.table import Table
from craft.measure import Where
from craft.shape.curve import Point

# An overlap smaller than this is the flattening's, not the person's (mm²).
SLIVER = 2.0


def who(item: LayItem) -> str:
    """How a piece is named in a sentence."""
    extra = {"left": ", left", "right": ", right"}.get(item.hands, "")
    return f"{item.name} ({item.piece}{extra})"


def where(table: Table, item: LayItem, outline: tuple[Point, ...] = (), other: str = "") -> Where:
    """The piece on this cloth, and the spot itself."""
    return Where(piece=item.key, other=other, cloth=table.role, outline=outline)


def edge_name(table: Table, *, near: bool) -> str:
    """What the long edge of the table nearest the person, or the far one, is."""
    if table.fold in ("lengthwise", "part") and near:
        return "the fold"
    if table.fold == "middle":
        return "the near fold" if near else "the far fold"
    if table.fold == "lengthwise":
        return "the selvedges"
    if table.fold == "part":
        return "the selvedge"
    return "the near selvedge" if near else "the far selvedge"
