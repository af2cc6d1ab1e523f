"""Which edges are staystitched soon after cutting, and in which direction.

Source of the rule: curved necklines stretch when they are handled; they are stitched just inside the
seam line, from the shoulder to the centre on each side, with the grain and not against it.
"""

from math import pi

from craft.cloth import Cloth
from craft.frozen import Frozen
from craft.pattern.parts import Place, place_of
from craft.pattern.piece import Edge, Shape
from craft.shape.bends import turn
from craft.shape.curve import tangent_at

# An edge that bends inward by less than this holds by itself.
BENDS = pi / 6
# Bends that end at the centre and are no opening: they are sewn before they can stretch.
NO_OPENING: tuple[Place, ...] = ("crotch", "inside leg", "outside leg")


class Staystitch(Frozen):
    """An edge to staystitch, and the edges it runs from and to."""

    edge: str
    words: str


def staystitched(shape: Shape, cloth: Cloth | None) -> tuple[Staystitch, ...]:
    """The necklines of a piece: edges that bend inward and end at the centre, or are named so. None on
    knits, which must go on giving there."""
    if cloth is not None and "knit" in cloth.treated:
        return ()
    sides = [edge for edge in shape.edges if edge.kind != "dart"]
    found = []
    for k, edge in enumerate(sides):
        if edge.kind in ("fold", "hem"):
            continue
        place = place_of(edge.name)
        if place in NO_OPENING:
            continue
        before, after = sides[k - 1], sides[(k + 1) % len(sides)]
        starts, ends = _central(before), _central(after)
        if (starts == ends and place != "neck") or bend(edge) > -BENDS:
            continue
        if starts == ends:
            words = "from both ends to its middle"
        else:
            one, other = (after, before) if starts else (before, after)
            words = f"from the {one.name} to the {other.name}"
        found.append(Staystitch(edge=edge.name, words=words))
    return tuple(found)


def bend(edge: Edge) -> float:
    """How far an edge turns in all as the outline is walked (radians): below 0 it bends into the piece."""
    total = 0.0
    last = None
    for curve in edge.path:
        for t in (0.0, 0.25, 0.5, 0.75, 1.0) if len(curve) > 2 else (0.0,):
            now = tangent_at(curve, t)
            if last is not None:
                total += turn(last, now)
            last = now
    return total


def _central(edge: Edge) -> bool:
    """Whether an edge is the centre of the body."""
    return edge.kind == "fold" or place_of(edge.name) == "centre"
