"""What is cut into or beyond the edges of a piece besides its outline: notches, ends of darts, centres."""

from collections.abc import Mapping
from itertools import pairwise

from craft.cloth import Cloth
from craft.cut.inputs import NotchStyle
from craft.cut.notching import (
    AT_THE_EDGE,
    NOWHERE,
    Notching,
    at_edge,
    dart_end,
    edge_at,
    notching,
)
from craft.frozen import Frozen
from craft.pattern.marks import Mark
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths

WORDS: dict[NotchStyle, str] = {
    "snip": "snip in", "outward": "cut outward", "wedge": "cut a wedge in", "mark": "only mark",
}  # fmt: skip


class EdgeCut(Frozen):
    """What is cut at one edge: ``marks``: which; ``depth``: into the allowance, or beyond the cutting
    line for notches cut outward (mm); 0 where nothing is cut."""

    edge: str
    style: NotchStyle
    words: str
    depth: float
    marks: tuple[str, ...]
    because: str


def notchings(
    shape: Shape, cloth: Cloth | None, style: NotchStyle, crowded: Mapping[str, str] = NOWHERE
) -> tuple[tuple[Mark, Notching], ...]:
    """Every mark that can be shown at an edge, with the rule for it; ``crowded``: why there is no room."""
    return tuple(
        (mark, notching(mark, shape, cloth, style, crowded))
        for mark in shape.marks
        if mark.kind in AT_THE_EDGE
    )


def edge_rows(shape: Shape, ruled: tuple[tuple[Mark, Notching], ...]) -> tuple[EdgeCut, ...]:
    """The same gathered edge by edge."""
    found: dict[tuple[str, NotchStyle], tuple[Notching, list[str]]] = {}
    for mark, cut in ruled:
        found.setdefault((cut.edge, cut.way), (cut, []))[1].append(mark.name)
    order = [edge.name for edge in shape.edges]
    rows = sorted(found.values(), key=lambda row: order.index(row[0].edge) if row[0].edge else -1)
    return tuple(
        EdgeCut(
            edge=cut.edge, style=cut.way, words=WORDS[cut.way], depth=cut.depth, marks=tuple(names),
            because=cut.because,
        )
        for cut, names in rows
    )  # fmt: skip


class Snips(Frozen):
    """Small snips besides the notches: at the ends of a dart’s legs, or at a centre. ``depth`` 0: the edge
    bears none, and ``because`` says why."""

    what: str
    edge: str
    depth: float
    because: str = ""


def dart_snips(shape: Shape, cloth: Cloth | None) -> tuple[Snips, ...]:
    """At both legs of every dart that ends in a seam."""
    found = []
    for mark in shape.marks:
        edge = _seam_of(mark, shape) if mark.kind == "dart" else None
        if edge is not None:
            depth = dart_end(edge, cloth)
            because = "" if depth else at_edge(edge, cloth).because
            found.append(Snips(what=mark.name, edge=edge.name, depth=depth, because=because))
    return tuple(found)


def centre_snips(shape: Shape, cloth: Cloth | None) -> tuple[Snips, ...]:
    """Where a fold ends at an edge that bears a snip: the centre, found again when it is opened."""
    found = []
    ring = (*shape.edges, shape.edges[0])
    for before, after in pairwise(ring):
        edge = after if before.kind == "fold" else before if after.kind == "fold" else None
        if edge is not None and edge.kind != "fold":
            depth = dart_end(edge, cloth)
            if depth:
                found.append(Snips(what="centre", edge=edge.name, depth=depth))
    return tuple(found)


def _seam_of(mark: Mark, shape: Shape) -> Edge | None:
    """The edge a dart’s legs end at: its cap, or the seam itself where none is drawn."""
    named = next((edge for edge in shape.edges if edge.name == mark.edge), None)
    return named or edge_at(shape, mark.points[0])


def label_edge(shape: Shape) -> str:
    """Where the label is written: the longest edge with the widest allowance, hems left out if they
    can be."""
    sides = [edge for edge in shape.edges if edge.allowance and edge.kind not in ("dart", "fold")]
    seams = [edge for edge in sides if edge.kind != "hem"] or sides
    if not seams:
        return ""
    wide = max(edge.allowance for edge in seams)
    return max(
        (edge for edge in seams if edge.allowance == wide), key=lambda edge: paths.length(edge.path)
    ).name
