"""A dart that was traced as it is printed: its open mouth lies in the outline, leg, point, leg.

Source of the rule: a dart has two equal legs that meet in a point inside the piece; its mouth is narrower
than it is long. The outline of the piece runs over the mouth; what was drawn between is the dart.
"""

from math import atan2, degrees

from craft.digitise.inputs import MarkInputs, Outline, OutlineNode, PieceInputs, SizeLine
from craft.digitise.sizes import base_of, base_points, points_in
from craft.errors import CraftError
from craft.frozen import Frozen
from craft.measure import length_text
from craft.shape.curve import Point, distance, signed_area
from craft.shape.path import polyline

# What looks like a dart: as deep at least (mm), legs that differ by no more than this share, its angle at
# the point (degrees) and its mouth (mm) between these.
DEEP, ALIKE, SHARPEST, BLUNTEST, LEAST_WIDE, WIDEST = 25.0, 0.12, 2.0, 45.0, 5.0, 120.0


class DrawnDart(Frozen):
    """A dart found in an outline. ``node``: its point; ``sentence``: what it looks like, in a sentence."""

    piece: int
    node: int
    points: tuple[Point, Point, Point]
    sentence: str


def drawn_darts(piece: PieceInputs) -> tuple[DrawnDart, ...]:
    """Every place of a closed outline that looks like a dart drawn as it is printed."""
    outline = piece.drawn
    if not isinstance(outline, Outline) or not outline.closed or len(outline.nodes) < 5:
        return ()
    base = base_points(outline)
    clockwise = sum(signed_area(curve) for curve in polyline(*base, base[0])) > 0
    found = []
    for k, node in enumerate(outline.nodes):
        a, tip, b = base[k - 1], base[k], base[(k + 1) % len(base)]
        one, two, wide = distance(a, tip), distance(tip, b), distance(a, b)
        if min(one, two) < DEEP or not LEAST_WIDE <= wide <= WIDEST:
            continue
        if abs(one - two) > ALIKE * max(one, two) or not _inward(a, tip, b, clockwise=clockwise):
            continue
        angle = _angle(a, tip, b)
        if not SHARPEST <= angle <= BLUNTEST:
            continue
        text = (
            f"This looks like a dart: legs of {length_text(one)} and {length_text(two)}, "
            f"{length_text(wide)} across its mouth."
        )
        found.append(DrawnDart(piece=piece.id, node=node.id, points=(a, tip, b), sentence=text))
    return tuple(found)


def made_a_dart(piece: PieceInputs, node: int) -> PieceInputs:
    """The piece with the dart at that node as a mark, in every size, its outline running on over the mouth.
    Raises CraftError where no dart was drawn there."""
    outline = piece.drawn
    if not isinstance(outline, Outline) or all(d.node != node for d in drawn_darts(piece)):
        raise CraftError("Nothing that looks like a dart is drawn there.", "node")
    k = next(i for i, each in enumerate(outline.nodes) if each.id == node)
    count, base = len(outline.nodes), base_of(outline)
    before, after = (k - 1) % count, (k + 1) % count
    at = {
        size: tuple(points_in(outline, size)[i] for i in (before, k, after))
        for size in outline.lines
    }
    nodes = tuple(
        _on_the_seam(each) if i in (before, after) else each
        for i, each in enumerate(outline.nodes) if i != k
    )  # fmt: skip
    gone = {outline.nodes[i].id for i in (before, k)}
    lines = {
        size: SizeLine(
            points=tuple(p for i, p in enumerate(line.points) if i != k),
            handles={id: each for id, each in line.handles.items() if id not in gone},
        )
        for size, line in outline.lines.items()
    }
    taken = {mark.id for mark in piece.marks}
    id = next(f"dart {n}" if n > 1 else "dart" for n in range(1, 200)
              if (f"dart {n}" if n > 1 else "dart") not in taken)  # fmt: skip
    dart = MarkInputs(
        id=id, kind="dart", name=id, points=at[base],
        at={size: points for size, points in at.items() if size != base},
    )  # fmt: skip
    drawn = outline.model_copy(update={"nodes": nodes, "lines": lines})
    edges = {key: said for key, said in piece.edges.items() if key not in gone}
    return piece.model_copy(update={"drawn": drawn, "edges": edges, "marks": (*piece.marks, dart)})


def _on_the_seam(node: OutlineNode) -> OutlineNode:
    """The end of a leg: the seam goes on there, it has no corner."""
    return node.model_copy(update={"turn": "smooth", "then": "auto"})


def _inward(a: Point, tip: Point, b: Point, *, clockwise: bool) -> bool:
    turn = (tip[0] - a[0]) * (b[1] - tip[1]) - (tip[1] - a[1]) * (b[0] - tip[0])
    return (turn < 0) == clockwise


def _angle(a: Point, tip: Point, b: Point) -> float:
    turn = degrees(atan2(a[1] - tip[1], a[0] - tip[0]) - atan2(b[1] - tip[1], b[0] - tip[0]))
    return abs((turn + 180) % 360 - 180)
