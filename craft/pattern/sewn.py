"""How long an edge is when it is sewn: what pleats and tucks take up counts off; and which lengths of two
sides are compared, where one is drawn whole and the other one half.

Source of the rule: a pleat or a tuck is folded before the seam is sewn, so the edge is shorter by what it
takes up; a band drawn whole is sewn to both halves of a front drawn once.
"""

from collections import Counter
from collections.abc import Callable, Mapping, Sequence
from typing import NamedTuple

from craft.pattern.counts import copies
from craft.pattern.parts import TWINS, place_of
from craft.pattern.piece import Cut, Edge, Shape
from craft.shape import path as paths

# A folded line that ends this near to an edge is folded in it (mm).
AT_THE_EDGE = 3.0


class TakenUp(NamedTuple):
    """A pleat or tuck in an edge: its name, how far along the edge it lies, what it takes up (mm)."""

    name: str
    along: float
    width: float


def taken_up(shape: Shape, edge: Edge) -> tuple[TakenUp, ...]:
    """The pleats and tucks folded into an edge."""
    found = []
    for mark in shape.marks:
        if mark.kind not in ("pleat", "tuck") or not mark.width:
            continue
        gap, along = min(paths.nearest(edge.path, point) for point in mark.points)
        if gap <= AT_THE_EDGE and (not mark.edge or mark.edge == edge.name):
            found.append(TakenUp(mark.name, along, mark.width))
    return tuple(found)


def sewn_length(shape: Shape, edge: Edge) -> float:
    """How long an edge is with its pleats and tucks folded (mm)."""
    whole = paths.length(edge.path)
    if not any(mark.kind in ("pleat", "tuck") for mark in shape.marks):
        return whole
    return whole - sum(each.width for each in taken_up(shape, edge))


def sewn_along(shape: Shape, edge: Edge, along: float) -> float:
    """How far along the folded edge a place of it lies (mm)."""
    if not any(mark.kind in ("pleat", "tuck") for mark in shape.marks):
        return along
    return along - sum(each.width for each in taken_up(shape, edge) if each.along < along)


def copies_of(cuts: Sequence[Cut]) -> int:
    """How often an outline comes out in the garment's own cloth; 0 where nothing is said.

    >>> from craft.pattern.piece import Cut
    >>> copies_of((Cut(role="main", count=2, pair=True), Cut(role="interfacing", count=1)))
    2
    """
    own = [cut for cut in cuts if cut.role == "main"] or list(cuts[:1])
    return sum(copies(cut) for cut in own)


def too_often(
    a: Sequence[tuple[int, str]], b: Sequence[tuple[int, str]], often: Mapping[int, int],
    names: Callable[[tuple[int, str]], str],
) -> list[tuple[int, str]]:  # fmt: skip
    """The edges of a seam that would be sewn to themselves: named more often than their piece comes out
    (``often``: by piece; at least once), or on both sides where no pair is sewn to its twin. An edge is its
    piece and a key; ``names`` says what it is called."""
    found = []
    for edge, times in Counter((*a, *b)).items():
        twin = edge in a and edge in b
        here = place_of(names(edge))
        if times > max(1, often.get(edge[0], 1)) or (
            twin and here is not None and here not in TWINS
        ):
            found.append(edge)
    return found


class Compared(NamedTuple):
    """Both sides of a seam as they are compared (mm), and the ease that is left between them. ``whole``:
    counted for the whole garment, each part as often as it comes out."""

    a: float
    b: float
    ease: float
    whole: bool

    @property
    def off(self) -> float:
        """How much longer side a is than it should be (mm)."""
        return self.a - self.b - self.ease


# A length with how often it comes out in the garment (0: not known).
Part = tuple[float, int]


def compared(
    a: Sequence[Part], b: Sequence[Part], ease: float = 0.0, folded: float = 0.0
) -> Compared:
    """The sewn lengths of both sides. As drawn, unless parts come out unequally often and the whole
    garment's lengths agree better: then one side is drawn whole and the other one half. ``ease``: as the
    seam says; ``folded``: how much more of side a lies in pleats and tucks than of b. A seam may have said
    a pleat as ease: it is counted once, whichever way agrees.

    >>> compared([(210.0, 2)], [(200.0, 2)], ease=10.0)
    Compared(a=210.0, b=200.0, ease=10.0, whole=False)
    """
    ways = [Compared(sum(mm for mm, _ in a), sum(mm for mm, _ in b), ease, False)]
    often = {count for _, count in (*a, *b)}
    if len(often) > 1 and 0 not in often:
        least = min(often)
        one, two = (sum(mm * count for mm, count in side) / least for side in (a, b))
        ways.append(Compared(one, two, ease, True))
    if folded and ease:
        ways += [way._replace(ease=ease - folded) for way in ways]
    return min(ways, key=lambda way: round(abs(way.off), 3))
