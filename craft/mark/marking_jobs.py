"""What is to be made on one laid item: its marks, what is drawn besides them, and the rule of the
cutting where a mark may be shown at the edge."""

from collections.abc import Mapping, Sequence
from itertools import pairwise
from typing import NamedTuple

from craft.cloth import Cloth
from craft.cut.drawn_cutting_line import open_edges
from craft.cut.inputs import NotchStyle
from craft.cut.notching import AT_THE_EDGE, Notching, notching
from craft.cut.paper_ends import PaperEnd
from craft.fit import WorkingPiece
from craft.lay import ClothLay, LayItem
from craft.mark.mark_on_cloth import Made
from craft.mark.marks_carried_over import COVERED, LeftOut, carry_over, is_later, made_on, shape_on
from craft.mark.tools import MarkTool
from craft.measure import length_text
from craft.pattern.marks import Mark
from craft.pattern.piece import Edge, Role, Shape
from craft.shape import path as paths
from craft.shape.bends import stretches

# What is drawn besides the marks of the pattern: an edge, the inner end of a fold.
EDGE, END = "edge/", "/end"
# An outline drawn on the cloth is looked at in so many runs when its length is reckoned (mm).
RUNS = 12
# Two places nearer than this are one (mm).
SHORTEST_RUN = 2.0


class MarkingJob(NamedTuple):
    """A mark to make with everything its row goes by. ``rule``: the cutting’s, where it may be shown at an
    edge; ``drawn``: no mark of the pattern; ``extra``: what is said besides."""

    one: Made
    rule: Notching | None = None
    drawn: bool = False
    extra: str = ""


def marking_jobs(
    lay: ClothLay,
    cloth: Cloth,
    item: LayItem,
    piece: WorkingPiece,
    end: PaperEnd,
    notch: NotchStyle,
    tools: Sequence[MarkTool],
    crowded: Mapping[str, str],
    *,
    fused: bool,
    joined: bool = True,
) -> tuple[list[MarkingJob], list[LeftOut]]:
    """What is made on one laid item, and what is left out; ``crowded``: notches without room to be cut
    outward."""
    shape = shape_on(item, piece.shape)
    made, left = carry_over(lay, item, piece, fused=fused, joined=joined)
    found: list[MarkingJob] = []
    for one in made:
        if one.mark.kind not in AT_THE_EDGE:
            found.append(MarkingJob(one))
            continue
        rule = notching(one.mark, shape, cloth, notch, crowded)
        if fused and rule.way == "mark":
            left.append(
                LeftOut(mark=one.mark.id, title=one.title, places=one.places, because=COVERED)
            )
            continue
        found.append(MarkingJob(one, rule))
        if rule.inside and rule.way != "mark" and not fused:
            found.append(MarkingJob(_inner_end(one), drawn=True))
    by = "spaced chalk wheel" if "spaced chalk wheel" in tools else "ruler"
    for name in open_edges(shape, end):
        edge = _edge(lay, item, shape, name, by)
        if fused:
            one = edge.one
            left.append(
                LeftOut(
                    mark=one.mark.id,
                    title=one.title,
                    places=one.places,
                    because=COVERED,
                    drawn=True,
                )
            )
        else:
            found.append(edge)
    return found, left


def _inner_end(one: Made) -> Made:
    """The end of a fold that lies inside the piece, where nothing can be cut."""
    end = one.mark.model_copy(
        update={"id": f"{one.mark.id}{END}", "kind": "dot", "points": one.mark.points[-1:]}
    )
    case = one.case._replace(kind="dot", bent=False)
    return one._replace(mark=end, title=f"{one.title}, its inner end", case=case)


def _edge(lay: ClothLay, item: LayItem, shape: Shape, name: str, by: str) -> MarkingJob:
    """The stitching line of an edge, drawn along the paper; the cutting line is drawn outside it. Corners
    and notches on it are marked in any case."""
    edge = shape.edge(name)
    size = paths.length(edge.path)
    points = tuple(paths.point_along(edge.path, size * k / RUNS) for k in range(RUNS + 1))
    mark = Mark.model_construct(
        id=f"{EDGE}{name}", kind="stitching line", name=name, points=points, edge=name, count=1,
        level="", width=0.0, side="both", views=(), feature="",
    )  # fmt: skip
    places = 2 if item.double else 1
    extra = (
        f" Along the paper’s edge; the cutting line {length_text(edge.allowance)} outside it, dashed, "
        f"by {by}."
    )
    made = made_on(
        lay, item, mark, f"stitching line of the {name}", places,
        later=is_later(mark, lay, fused=False), runs=_runs(edge, shape),
    )  # fmt: skip
    return MarkingJob(made, None, True, extra)


def _runs(edge: Edge, shape: Shape) -> tuple[float, ...]:
    """The lengths of an edge between its corners and the notches on it (mm)."""
    stops = {0.0}
    for stretch in stretches(edge.path):
        stops.add(max(stops) + paths.length(stretch))
    whole = max(stops)
    for mark in shape.marks:
        if mark.kind == "notch" and mark.edge == edge.name:
            stops.add(paths.nearest(edge.path, mark.points[0])[1])
    at = sorted(stops)
    runs = [b - a for a, b in pairwise(at) if b - a > SHORTEST_RUN]
    return tuple(runs) or (whole,)


def fused_items(lays: Sequence[ClothLay]) -> frozenset[tuple[Role, str]]:
    """The items of the garment’s own cloth that get a fusible interfacing, as far as there are pieces
    of it: those of the main cloth first."""
    glue = next((lay for lay in lays if lay.role == "interfacing"), None)
    if glue is None or glue.cloth is None or "fusible" not in glue.cloth.treated:
        return frozenset()
    there: dict[int, int] = {}
    for item in glue.items:
        there[item.piece] = there.get(item.piece, 0) + item.gives
    found = set()
    for lay in lays:
        if lay.role not in ("main", "contrast"):
            continue
        for item in lay.items:
            if 0 < item.gives <= there.get(item.piece, 0):
                there[item.piece] -= item.gives
                found.add((lay.role, item.key))
    return frozenset(found)
