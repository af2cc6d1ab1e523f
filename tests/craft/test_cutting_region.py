"""The cutting line of pieces nobody drew, measured by plain polygons that know nothing of the rules."""

from itertools import pairwise
from math import cos, hypot, radians, sin

import numpy as np
import pytest
import shapely
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from shapely.geometry import LineString, Polygon

from craft.pattern import Edge, Shape
from craft.pattern.corners import MITRE_LIMIT
from craft.pattern.cutting import cutting_line, tight_bends
from craft.shape import path as paths
from craft.shape.curve import distance, point_at
from tests.craft.made_pieces import bow, line, made_pieces, scooped, star

FINE = 0.005


def polygon(path) -> Polygon:
    return Polygon(paths.flatten(path, FINE))


def drawn(edge: Edge) -> LineString:
    return LineString(paths.flatten(edge.path, FINE))


def piece(*edges: tuple) -> Shape:
    return Shape(
        edges=tuple(
            Edge(name=f"edge {i}", kind=kind, path=path, allowance=width)
            for i, (path, width, kind) in enumerate(edges)
        )
    )


def settled_by_corners(shape: Shape, points: np.ndarray) -> np.ndarray:
    """Points where a named rule of corners may give less than the nearest edge's own allowance: near
    corners of unequal allowances, and on the line of a fold."""
    near = np.zeros(len(points), bool)
    for edge, following in zip(shape.edges, [*shape.edges[1:], shape.edges[0]], strict=True):
        widths = (edge.allowance, following.allowance)
        if widths[0] != widths[1]:
            x, y = paths.end(edge.path)
            far = np.hypot(points[:, 0] - x, points[:, 1] - y)
            near |= far <= MITRE_LIMIT * max(widths) + 0.01
        if edge.kind == "fold":
            (ax, ay), (bx, by) = paths.start(edge.path), paths.end(edge.path)
            off = (points[:, 0] - ax) * (by - ay) - (points[:, 1] - ay) * (bx - ax)
            near |= np.abs(off) / hypot(bx - ax, by - ay) < 0.02
    return near


@settings(max_examples=150)
@given(shape=made_pieces())
def test_the_cutting_line_keeps_its_distance_and_never_crosses_itself(shape):
    inner = polygon(shape.outline)
    assume(inner.is_valid and inner.exterior.is_ccw)
    fold = next((edge for edge in shape.edges if edge.kind == "fold"), None)
    if fold is not None:
        assume(reach_beyond(fold, shape.outline) < 1e-6)
    cutting = cutting_line(shape)
    outer = polygon(cutting)
    assert outer.is_valid
    assert outer.exterior.is_ccw
    assert paths.is_joined((*cutting, cutting[0]))
    assert inner.difference(outer).area < 0.2
    if fold is not None:
        assert reach_beyond(fold, cutting) < 0.01
    points = np.asarray(outer.exterior.segmentize(2.0).coords)
    at = shapely.points(points)
    apart = np.array([shapely.distance(at, drawn(edge)) for edge in shape.edges])
    widths = np.array([edge.allowance for edge in shape.edges])
    nearest = apart.min(axis=0)
    # Where two edges are equally near, the narrower allowance is enough.
    wanted = np.where(apart < nearest + 0.05, widths[:, None], np.inf).min(axis=0)
    short = (wanted - nearest)[~settled_by_corners(shape, points)]
    assert short.max(initial=0) < 0.1
    assert shapely.distance(at, inner).max() < (MITRE_LIMIT + 0.2) * widths.max() + 0.1


def reach_beyond(fold: Edge, path) -> float:
    (ax, ay), (bx, by) = paths.start(fold.path), paths.end(fold.path)
    points = np.asarray(paths.flatten(path, 0.05))
    left = (points[:, 0] - ax) * (by - ay) - (points[:, 1] - ay) * (bx - ax)
    return float(left.max() / hypot(bx - ax, by - ay))


@settings(max_examples=80)
@given(shape=made_pieces(), share=st.floats(0.1, 0.9))
def test_away_from_corners_it_is_the_parallel(shape, share):
    inner = polygon(shape.outline)
    assume(inner.is_valid and inner.exterior.is_ccw)
    cutting = polygon(cutting_line(shape)).exterior
    for edge in shape.edges:
        index, t = paths.place_at(edge.path, paths.length(edge.path) * share)
        x, y = point_at(edge.path[index], t)
        before = point_at(edge.path[index], max(0.0, t - 1e-4))
        after = point_at(edge.path[index], min(1.0, t + 1e-4))
        size = distance(before, after)
        ux, uy = (after[0] - before[0]) / size, (after[1] - before[1]) / size
        out = (x + uy * edge.allowance, y - ux * edge.allowance)
        others = [e for e in shape.edges if e.name != edge.name]
        room = max(e.allowance for e in shape.edges) * MITRE_LIMIT + edge.allowance
        clear = all(drawn(e).distance(shapely.Point(out)) > room for e in others)
        bent = drawn(edge).distance(shapely.Point(out)) < edge.allowance - 0.01
        if clear and not bent:
            assert cutting.distance(shapely.Point(out)) < 0.1


@pytest.mark.parametrize(
    ("angle", "a", "b", "corners"),
    [
        # 15 along the second edge, nothing along the first: on its line, 15 / sin 70° from the corner.
        (110, 0, 15, [(15 / sin(radians(70)), 0.0)]),
        (135, 0, 40, [(40 / sin(radians(45)), 0.0)]),
        # Equal ones: on the halving line, 10 / cos 22.5° from the corner.
        (135, 10, 10, [(10 * np.tan(radians(22.5)), -10.0)]),
        # An inner corner: the wide one steps down at its own end, to the line 6 beside the other.
        (240, 25, 6, [(0.0, -25.0), (0.0, -6 / cos(radians(60)))]),
        # Hardly a corner: the lines would meet 150 mm away.
        (178, 15, 10, [(0.0, -15.0)]),
    ],
)
def test_corners_worked_by_hand(angle, a, b, corners):
    found = [p for curve in cutting_line(star(angle, a, b)) for p in (curve[0], curve[-1])]
    for corner in corners:
        assert min(distance(corner, p) for p in found) < 0.01, corner


@pytest.mark.parametrize("angle", [5, 12, 25, 38])
def test_sharp_tips_are_cut_off_square(angle):
    far = max(hypot(*p) for c in cutting_line(star(angle, 15, 15)) for p in c if p[0] > 0)
    assert MITRE_LIMIT * 15 <= far <= hypot(MITRE_LIMIT, 1.1) * 15


@pytest.mark.parametrize("angle", [92, 110, 135, 160])
def test_an_edge_that_leaves_the_fold_at_any_angle_ends_on_it(angle):
    rise = 200 / np.tan(radians(angle)) if angle != 90 else 0.0
    top = line((0.0, 500.0), (200.0, 500.0 + rise))
    shape = piece(
        (top, 10, "seam"), (line((200.0, 500.0 + rise), (200.0, 1200.0)), 15, "seam"),
        (line((200.0, 1200.0), (0.0, 1200.0)), 30, "seam"), (line((0.0, 1200.0), (0.0, 500.0)), 0, "fold"),
    )  # fmt: skip
    points = [p for curve in cutting_line(shape) for p in (curve[0], curve[-1])]
    # The parallel meets the fold's line 10 / sin(angle) above the neckline's end.
    assert min(distance(p, (0.0, 500.0 - 10 / sin(radians(angle)))) for p in points) < 0.01
    assert min(x for x, _ in points) == pytest.approx(0.0, abs=1e-6)


def test_a_scoop_tighter_than_its_allowance_is_trimmed_and_said():
    top = [line((0, 0), (90, 0)), scooped(90, 114, 0, 40), line((114, 0), (200, 0))]
    rest = [line((200, 0), (200, 300)), line((200, 300), (0, 300)), line((0, 300), (0, 0))]
    shape = piece(*[(path, 15, "seam") for path in (*top, *rest)])
    # Both sides' allowances cover the scoop whole, so the line runs straight over it.
    assert paths.area(cutting_line(shape)) == pytest.approx(230 * 330)
    assert tight_bends(shape) == ("edge 1",)
    wider = piece(*[(path, 11.5, "seam") for path in (*top, *rest)])
    assert tight_bends(wider) == ()
    assert paths.area(cutting_line(wider)) < 223 * 323


def test_slots_steps_and_cusps_keep_one_closed_line():
    slot = [(0, 0), (90, 0), (90, 80), (110, 80), (110, 0), (200, 0), (200, 300), (0, 300), (0, 0)]
    shape = piece(*[(line(a, b), 15, "seam") for a, b in pairwise(slot)])
    assert paths.area(cutting_line(shape)) == pytest.approx(230 * 330)
    assert {"edge 1", "edge 3"} <= set(tight_bends(shape))
    for way in (1, -1):  # a cusp into the piece, and one out of it
        tip = (((100, 0), (100, 40 * way), (110, 60 * way), (110, 100 * way)),
               ((110, 100 * way), (110, 60 * way), (120, 40 * way), (120, 0)))  # fmt: skip
        sides = [line((0, 0), (100, 0)), tip, line((120, 0), (200, 0)), line((200, 0), (200, 300)),
                 line((200, 300), (0, 300)), line((0, 300), (0, 0))]  # fmt: skip
        cutting = cutting_line(piece(*[(path, 15, "seam") for path in sides]))
        assert polygon(cutting).is_valid
        top = min(y for _, y in polygon(cutting).exterior.coords)
        assert top == pytest.approx(-15 if way == 1 else -100 - MITRE_LIMIT * 15, abs=0.01)


def test_a_gentle_curve_is_still_drawn_with_few_curves():
    shape = piece((bow((0, 0), (300, 0), 40), 15, "seam"), (line((300, 0), (150, 200)), 15, "seam"),
                  (line((150, 200), (0, 0)), 15, "seam"))  # fmt: skip
    assert len(cutting_line(shape)) < 20
