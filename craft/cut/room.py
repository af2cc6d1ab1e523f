"""Where a notch cut outward finds no room on the cloth: a neighbour or an edge lies nearer than it
stands out.

Such a notch is only marked, on every copy of its piece, so that left and right are alike.
"""

from collections.abc import Iterator
from typing import NamedTuple

from craft.cut.edge_notches import notchings
from craft.cut.inputs import NotchStyle
from craft.cut.notching import STANDS_OUT
from craft.fit import Fitted, WorkingPiece
from craft.lay import ClothLay, Judged, LayItem
from craft.measure import length_text
from craft.pattern.piece import Edge, Role, Shape
from craft.shape import path as paths
from craft.shape.affine import move_point
from craft.shape.curve import Point, point_at, tangent_at
from craft.shape.region import Region, from_rim, moved, overlap, polygon, region
from craft.shape.tolerance import MEASURING
from craft.trace.opened import opened

# Why a notch is not cut outward, by the cloth, the piece's number and the mark's id.
Crowded = dict[tuple[Role, int], dict[str, str]]
HALF_BASE = 3.0  # half of what a notch is wide at the cutting line (mm)
TOUCHING = 0.05  # overlaps up to this are the drawing's (mm²; mm at an edge)


class _Notch(NamedTuple):
    """A notch that stands out: its triangle on the cloth, its middle on the cutting line."""

    item: LayItem
    mark: str
    at: Point
    triangle: Region


def crowded(fitted: Fitted, lays: tuple[ClothLay, ...], style: NotchStyle) -> Crowded:
    """Every notch that would be cut outward and has no room where its piece lies."""
    pieces = {piece.number: piece for piece in fitted.pieces}
    found: Crowded = {}
    for lay in lays:
        items = {item.key: item for item in lay.items}
        notches = [
            notch
            for judged in lay.placed
            if (item := items.get(judged.placement.item)) is not None
            for notch in _standing_out(lay, judged, item, pieces[item.piece], style)
        ]
        others = _Others(lay, items)
        for notch in notches:
            why = _over_an_edge(lay, notch) or others.in_the_way(notch) or _meets(notch, notches)
            if why:
                found.setdefault((lay.role, notch.item.piece), {}).setdefault(notch.mark, why)
    return found


def on_a_fold(lay: ClothLay, judged: Judged | None, item: LayItem) -> bool:
    """Whether a piece that is not cut on the fold lies so near to one that the fold is cut open along
    it."""
    if judged is None or item.on_fold or not judged.double:
        return False
    _, low, _, high = judged.box
    return any(min(abs(low - fold), abs(high - fold)) < TOUCHING for fold in lay.folds)


def _standing_out(
    lay: ClothLay, judged: Judged, item: LayItem, piece: WorkingPiece, style: NotchStyle
) -> Iterator[_Notch]:
    whole = item.hands == "whole" and not item.on_fold
    shape = opened(piece.shape, piece.printed) if whole else piece.shape
    for mark, rule in notchings(shape, lay.cloth, style):
        edge = next((each for each in shape.edges if each.name == rule.edge), None)
        if rule.way != "outward" or edge is None:
            continue
        for point in dict.fromkeys((mark.points[0], mark.points[-1])):
            if paths.nearest_place(edge.path, point)[0] > STANDS_OUT:
                continue  # the end of a fold inside the piece
            at, triangle = _triangle(shape, edge, item, point)
            onto = judged.matrix
            yield _Notch(
                item, mark.id.removesuffix("~"), move_point(at, onto),
                polygon([move_point(corner, onto) for corner in triangle]),
            )  # fmt: skip


def _triangle(shape: Shape, edge: Edge, item: LayItem, point: Point) -> tuple[Point, list[Point]]:
    """The middle of a notch on the cutting line, and its triangle beyond it (paper, mm)."""
    _, index, t = paths.nearest_place(edge.path, point)
    dx, dy = tangent_at(edge.path[index], t)
    out = (dy, -dx)
    beyond = (point[0] + out[0] * edge.allowance, point[1] + out[1] * edge.allowance)
    _, index, t = paths.nearest_place(item.cutting, beyond)
    x, y = point_at(item.cutting[index], t)
    return (x, y), [
        (x - dx * HALF_BASE, y - dy * HALF_BASE),
        (x + dx * HALF_BASE, y + dy * HALF_BASE),
        (x + out[0] * STANDS_OUT, y + out[1] * STANDS_OUT),
    ]


class _Others:
    """The pieces that lie on a cloth, each as a region once it is looked at."""

    def __init__(self, lay: ClothLay, items: dict[str, LayItem]) -> None:
        self.placed = [(each, items[each.placement.item]) for each in lay.placed
                       if each.placement.item in items]  # fmt: skip
        self.regions: dict[str, Region] = {}

    def in_the_way(self, notch: _Notch) -> str:
        """The first other piece that a notch would be cut into, in a sentence."""
        x0, y0, x1, y1 = notch.triangle.bounds
        for judged, item in self.placed:
            u0, v0, u1, v1 = judged.box
            if item.key == notch.item.key or u0 > x1 or u1 < x0 or v0 > y1 or v1 < y0:
                continue
            if item.key not in self.regions:
                paper = region(item.cutting, MEASURING)
                self.regions[item.key] = moved(paper, judged.matrix)
            there = self.regions[item.key]
            if overlap(notch.triangle, there)[0] > TOUCHING:
                away = from_rim(there, [notch.at])[0]
                return f"{item.title} lies {length_text(abs(away))} beside it"
        return ""


def _over_an_edge(lay: ClothLay, notch: _Notch) -> str:
    x0, y0, x1, y1 = notch.triangle.bounds
    sides = [(-y0, 0.0), (y1 - lay.width, lay.width)]
    if any(over > TOUCHING and at in lay.folds for over, at in sides):
        return "the fold lies beside it"
    ends = [-x0, x1 - lay.owned if lay.owned is not None else 0.0]
    over_any = max(*ends, *(over for over, _ in sides)) > TOUCHING
    return "the edge of the cloth lies beside it" if over_any else ""


def _meets(notch: _Notch, notches: list[_Notch]) -> str:
    """Whether two notches that stand out towards each other would be cut into one another."""
    for other in notches:
        if other is not notch and other.item.key != notch.item.key:
            x0, y0, x1, y1 = notch.triangle.bounds
            u0, v0, u1, v1 = other.triangle.bounds
            apart = u0 > x1 or u1 < x0 or v0 > y1 or v1 < y0
            if not apart and overlap(notch.triangle, other.triangle)[0] > TOUCHING:
                return f"a notch of {other.item.title} stands out against it"
    return ""
