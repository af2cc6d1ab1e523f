"""How the end of a mark is shown at the cut edge: one rule, edge by edge, for cutting and for marking.

Source of the rule: a snip takes at most half of the allowance, wants a stable cloth and 1 cm of
allowance or more; where either is missing the notch is cut outward; nothing is cut where the marked
end lies inside the stitching line, nor on a fold or an edge without allowance.
"""

from typing import Literal, NamedTuple

from craft.cloth import Cloth
from craft.pattern.marks import Mark, MarkKind
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths

# Marks that can be shown at the edge.
AT_THE_EDGE: tuple[MarkKind, ...] = ("notch", "pleat", "tuck", "gathers")
# Less allowance than this is too narrow for a snip (mm).
SNIP_WANTS = 10.0
# An end this near to the stitching line lies on it (mm).
ON_THE_LINE = 2.0
FRAGILE = {
    "frays": "a snip runs in cloth that frays",
    "sheer": "a snip shows through sheer cloth",
    "lace": "lace has no edge to snip",
}


class Notching(NamedTuple):
    """``way``: snip inward, cut outward, or cut nothing and only mark; ``because``: why no snip."""

    way: Literal["snip", "outward", "mark"]
    because: str
    edge: str = ""


def notching(mark: Mark, shape: Shape, cloth: Cloth | None) -> Notching:
    """The rule for one mark on one cloth."""
    edge = _edge(mark, shape)
    if edge is None:
        return Notching(
            "mark", "its ends lie inside the stitching line: a snip would not reach them"
        )
    if edge.kind == "fold":
        return Notching("mark", "the fold is not cut", edge.name)
    if not edge.allowance:
        return Notching("mark", "the edge has no allowance to cut into", edge.name)
    fragile = next((why for trait, why in FRAGILE.items() if cloth and trait in cloth.treated), "")
    if fragile:
        return Notching("outward", fragile, edge.name)
    if edge.allowance < SNIP_WANTS:
        return Notching(
            "outward", f"the allowance of the {edge.name} is too narrow for a snip", edge.name
        )
    return Notching("snip", "", edge.name)


def _edge(mark: Mark, shape: Shape) -> Edge | None:
    """The edge on which the mark, or one of its ends, lies."""
    named = next((edge for edge in shape.edges if edge.name == mark.edge), None)
    if named is not None:
        return named
    for point in mark.points:
        for edge in shape.edges:
            x0, y0, x1, y1 = paths.control_bounds(edge.path)
            near = x0 - ON_THE_LINE <= point[0] <= x1 + ON_THE_LINE
            if not near or not y0 - ON_THE_LINE <= point[1] <= y1 + ON_THE_LINE:
                continue
            if paths.nearest_place(edge.path, point)[0] <= ON_THE_LINE:
                return edge
    return None


def notching_words(marks: list[Notching]) -> str:
    """One sentence for everything that is cut from a cloth."""
    snips = any(each.way == "snip" for each in marks)
    outward = [each for each in marks if each.way == "outward"]
    if not outward:
        return (
            "Snip notches into the allowance, at most half of its width."
            if snips
            else "There is nothing to notch."
        )
    why = dict.fromkeys(each.because for each in outward)
    if not snips:
        return f"Cut notches outward: {'; '.join(why)}."
    edges = ", ".join(dict.fromkeys(each.edge for each in outward))
    return (
        "Snip notches into the allowance, at most half of its width; cut them outward at "
        f"{edges}: the allowance is too narrow there."
    )
