"""How the end of a mark is shown at the cut edge: one rule, edge by edge, for cutting and for marking.

Source of the rule: a snip takes at most half of the allowance, wants a stable cloth and 1 cm of
allowance or more; where either is missing the notch is cut outward; lace is marked with thread; nothing
is cut where the marked end lies inside the stitching line, nor on a fold or an edge without allowance. A
wedge inward asks for what a snip asks for.
"""

from collections.abc import Mapping
from typing import Literal, NamedTuple

from craft.cloth import Cloth
from craft.cloth.cloth import Like
from craft.cut.inputs import NotchStyle
from craft.pattern.marks import Mark, MarkKind
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths
from craft.shape.curve import Point

# Marks that can be shown at the edge.
AT_THE_EDGE: tuple[MarkKind, ...] = ("notch", "pleat", "tuck", "gathers")
# Less allowance than this is too narrow for a snip (mm).
SNIP_WANTS = 10.0
# Half of a wide allowance would be more than a snip has to be to be seen (mm).
DEEPEST = 6.0
# So far a notch stands out beyond the cutting line, and so small are snips at the ends of darts (mm).
STANDS_OUT, DART_SNIP = 6.0, 4.0
# An end this near to the stitching line lies on it (mm).
ON_THE_LINE = 2.0
FRAGILE: dict[Literal["frays", "sheer", "knit"], str] = {
    "frays": "a snip runs in cloth that frays",
    "sheer": "a snip shows through sheer cloth",
    "knit": "a snip may run in a knit",
}


NOWHERE: Mapping[str, str] = {}


class Notching(NamedTuple):
    """``way``: snip, wedge inward, cut outward, or cut nothing and only mark; ``because``: why no snip.
    ``depth``: into the allowance, or beyond the cutting line (mm). ``inside``: another end of the mark lies
    inside the piece, where nothing can be cut: that one is marked."""

    way: NotchStyle
    because: str
    edge: str = ""
    depth: float = 0.0
    inside: bool = False


def notching(
    mark: Mark, shape: Shape, cloth: Cloth | None, style: NotchStyle = "snip",
    crowded: Mapping[str, str] = NOWHERE,
) -> Notching:  # fmt: skip
    """The rule for one mark on one cloth, and the ``style`` of the person who cuts; ``crowded``: why marks
    have no room on the cloth to be cut outward, by their ids."""
    edge, inside = _ends(mark, shape)
    if edge is None:
        return Notching(
            "mark",
            "its ends lie inside the stitching line: a snip would not reach them",
            inside=True,
        )
    rule = at_edge(edge, cloth, style)._replace(inside=inside)
    why = crowded.get(mark.id.removesuffix("~")) if rule.way == "outward" else None
    if why is None:
        return rule
    return rule._replace(way="mark", because=f"{why}: no room to cut it outward", depth=0.0)


def at_edge(edge: Edge, cloth: Cloth | None, style: NotchStyle = "snip") -> Notching:
    """What is cut at an edge of a piece on that cloth."""
    if edge.kind == "fold":
        return Notching("mark", "the fold is not cut", edge.name)
    if not edge.allowance:
        return Notching("mark", "the edge has no allowance to cut into", edge.name)
    if style == "mark":
        return Notching("mark", "notches are only marked, as chosen", edge.name)
    if cloth is not None and "lace" in cloth.treated:
        return Notching("mark", "lace has no edge to cut into: a thread marks it", edge.name)
    fragile = _fragile(cloth.treated) if cloth else ""
    if fragile:
        return Notching("outward", fragile, edge.name, STANDS_OUT)
    if edge.allowance < SNIP_WANTS:
        return Notching(
            "outward",
            f"the allowance of the {edge.name} is too narrow for a snip",
            edge.name,
            STANDS_OUT,
        )
    if style == "outward":
        return Notching("outward", "notches are cut outward, as chosen", edge.name, STANDS_OUT)
    return Notching(style, "", edge.name, min(edge.allowance / 2, DEEPEST))


def dart_end(edge: Edge, cloth: Cloth | None) -> float:
    """How deep the snips at the ends of a dart’s legs are (mm); 0 where the edge bears none."""
    cut = at_edge(edge, cloth)
    return min(cut.depth, DART_SNIP) if cut.way == "snip" else 0.0


def edge_at(shape: Shape, point: Point) -> Edge | None:
    """The edge a point lies on."""
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
    cut = [each.way for each in marks if each.way in ("snip", "wedge")]
    outward = [each for each in marks if each.way == "outward"]
    inward = "Cut notches as wedges" if "wedge" in cut else "Snip notches"
    if not outward:
        return (
            f"{inward} into the allowance, at most half of its width."
            if cut
            else "There is nothing to notch."
        )
    why = dict.fromkeys(each.because for each in outward)
    if not cut:
        return f"Cut notches outward: {'; '.join(why)}."
    edges = ", ".join(dict.fromkeys(each.edge for each in outward))
    return (
        f"{inward} into the allowance, at most half of its width; cut them outward at "
        f"{edges}: the allowance is too narrow there."
    )


def _fragile(like: tuple[Like, ...]) -> str:
    """Why a cloth bears no snip; "" where it does. What nobody could tell counts as the careful case."""
    return next((why for trait, why in FRAGILE.items() if trait in like), "")


def _ends(mark: Mark, shape: Shape) -> tuple[Edge | None, bool]:
    """The edge on which the mark, or the first of its ends, lies; whether another end lies inside."""
    named = next((edge for edge in shape.edges if edge.name == mark.edge), None)
    if mark.kind == "notch" and named is not None:
        return named, False
    ends = (mark.points[0], mark.points[-1])
    on = [
        named
        if named and paths.nearest_place(named.path, end)[0] <= ON_THE_LINE
        else edge_at(shape, end)
        for end in ends
    ]
    first = next((edge for edge in on if edge is not None), None)
    return first, any(edge is None for edge in on)
