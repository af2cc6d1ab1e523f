"""The cutting line: exact beside every edge, closed, and never inside the stitching line."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.keep import drawing
from craft.pattern import Shape
from craft.pattern.cutting import cutting_line
from craft.pattern.drawn_marks import outward
from craft.shape import curve as curves
from craft.shape import path as paths
from craft.shape.offset import parallel
from craft.shape.region import outside, region
from craft.trace.allowances import kept_narrow, with_allowances
from tests.craft.shapes import box
from workroom.demo.waistcoat import ringing_waistcoat
from workroom.demo.waistcoat_draft import SIZES

PATTERN = ringing_waistcoat()


def same_allowance(shape: Shape, width: float) -> Shape:
    edges = tuple(
        edge.model_copy(update={"allowance": 0 if edge.kind == "fold" else width}) for edge in shape.edges
    )
    return shape.model_copy(update={"edges": edges})


def test_a_box_grows_by_its_allowance_on_every_side():
    # (100 + 30) x (60 + 30)
    assert paths.area(cutting_line(box(100, 60, allowance=15))) == pytest.approx(130 * 90)


def test_a_fold_edge_gets_nothing():
    # (100 + 15) x (60 + 30), and the fold stays at x = 0
    line = cutting_line(box(100, 60, allowance=15, fold=True))
    assert paths.area(line) == pytest.approx(115 * 90)
    assert min(x for curve in line for x, _ in curve) == 0


@pytest.mark.parametrize("size", SIZES)
def test_every_piece_is_inside_its_cutting_line(size):
    for piece in PATTERN.pieces:
        shape = piece.shapes[size]
        inner = region(shape.outline, 0.05)
        outer = region(cutting_line(shape), 0.05)
        assert outside(inner, outer)[0] < 1.0, piece.name
        perimeter = sum(paths.length(e.path) for e in shape.edges if e.kind != "fold")
        band = outer.area - inner.area
        assert perimeter * 9 < band < perimeter * 17, piece.name


@settings(max_examples=40)
@given(
    number=st.sampled_from([1, 2, 3, 4, 5, 8]),
    size=st.sampled_from(SIZES),
    # Up to the tightest bend of the neckline: beyond it no line lies that far from every part of it.
    width=st.floats(3, 12),
)
def test_any_allowance_lies_exactly_beside_every_curve(number, size, width):
    for edge in PATTERN.piece(number).shapes[size].edges:
        if edge.kind in ("fold", "dart"):
            continue
        for piece in parallel(edge.path, width):
            for t in (0.13, 0.5, 0.87):
                point = curves.point_at(piece, t)
                gap, _ = paths.nearest(edge.path, point)
                assert abs(gap - width) < 0.1, (edge.name, t)


@settings(max_examples=25)
@given(number=st.sampled_from([1, 2, 3, 4, 5, 6, 7, 8]), width=st.floats(0, 40))
def test_any_allowance_gives_one_closed_line(number, width):
    line = cutting_line(same_allowance(PATTERN.piece(number).shapes["D"], width))
    assert paths.is_joined((*line, line[0]))
    assert region(line, 0.1).is_valid


def test_an_allowance_of_ones_own_changes_wide_edges_only():
    shapes = {piece.number: piece.shapes["D"] for piece in PATTERN.pieces}
    narrow = kept_narrow(PATTERN.seams, shapes)

    def given_to(number, plain):
        made = with_allowances(shapes[number], number, plain, None, {}, narrow)
        return {edge.name: edge.allowance for edge in made.edges}

    assert given_to(1, 20)["side"] == given_to(1, 20)["shoulder"] == 20
    assert given_to(1, 20)["neckline"] == 10
    assert {width for name, width in given_to(1, 6).items() if name != "fold"} == {6}
    assert with_allowances(shapes[1], 1, None, None, {}) is shapes[1]


@pytest.mark.parametrize("size", SIZES)
def test_notches_point_out_of_the_piece(size):
    for piece in PATTERN.pieces:
        shape = piece.shapes[size]
        inside = region(shape.outline, 0.1)
        marks = {mark.id: mark for mark in shape.marks}
        for name, (nx, ny) in outward(shape).items():
            x, y = marks[name].points[0]
            assert nx * nx + ny * ny == pytest.approx(1, abs=1e-3)
            out = region(_dot(x + 3 * nx, y + 3 * ny), 0.1)
            assert not inside.intersects(out), (piece.name, name)
            back = region(_dot(x - 3 * nx, y - 3 * ny), 0.1)
            assert inside.covers(back), (piece.name, name)


def _dot(x: float, y: float) -> paths.Path:
    corners = ((x - 0.5, y - 0.5), (x + 0.5, y - 0.5), (x + 0.5, y + 0.5), (x - 0.5, y + 0.5))
    return paths.polyline(*corners, corners[0])


def test_the_label_drawing_keeps_sizes_true_and_pieces_apart():
    outlines = [piece.shapes["D"].outline for piece in PATTERN.pieces]
    made = drawing(outlines)
    assert len(made.rings) == 8
    boxes = []
    for ring in made.rings:
        xs, ys = [x for x, _ in ring], [y for _, y in ring]
        boxes.append((min(xs), min(ys), max(xs), max(ys)))
        assert min(xs) >= 0
        assert min(ys) >= 0
        assert max(xs) <= made.width + 1
        assert max(ys) <= made.height + 1
    for i, (ax0, ay0, ax1, ay1) in enumerate(boxes):
        for bx0, by0, bx1, by1 in boxes[i + 1 :]:
            assert ax1 < bx0 or bx1 < ax0 or ay1 < by0 or by1 < ay0
    heights = sorted(round(y1 - y0) for _, y0, _, y1 in boxes)
    true = []
    for outline in outlines:
        ys = [y for _, y in paths.flatten(outline, 0.1)]
        true.append(round(max(ys) - min(ys)))
    assert all(abs(a - b) <= 1 for a, b in zip(heights, sorted(true), strict=True))
