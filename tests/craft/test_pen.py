"""One pen: exact bounds, and paths that are read back as they were drawn."""

import pytest
from fontTools.pens.recordingPen import RecordingPen
from fontTools.svgLib.path import parse_path
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from craft.pattern.drawn_marks import _wave
from craft.shape import curve as curves
from craft.shape import path as paths
from craft.shape.curve import distance
from craft.shape.pen import bounds, draw, svg_path

points = st.tuples(st.floats(-900, 900), st.floats(-900, 900))
lines = st.tuples(points, points)
cubics = st.tuples(points, points, points, points)


@settings(max_examples=80)
@given(curve=st.one_of(lines, cubics))
def test_bounds_are_reached_and_never_left(curve):
    x0, y0, x1, y1 = bounds((curve,))
    on = [curves.point_at(curve, k / 400) for k in range(401)]
    assert min(x for x, _ in on) == pytest.approx(x0, abs=0.05)
    assert max(x for x, _ in on) == pytest.approx(x1, abs=0.05)
    assert min(y for _, y in on) == pytest.approx(y0, abs=0.05)
    assert max(y for _, y in on) == pytest.approx(y1, abs=0.05)
    around = paths.control_bounds((curve,))
    assert around[0] <= x0 + 1e-9
    assert around[3] >= y1 - 1e-9


@settings(max_examples=60)
@given(first=lines, second=cubics)
def test_what_is_written_is_read_back(first, second):
    assume(curves.distance(*first) > 0.001)  # what has no length is not written
    path = (first, (first[1], *second[1:]))
    drawn, read = RecordingPen(), RecordingPen()
    draw(path, drawn)
    parse_path(svg_path(path), read)
    assert [name for name, _ in read.value] == [name for name, _ in drawn.value]
    flat = [[xy for _, at in pen.value for point in at for xy in point] for pen in (drawn, read)]
    assert flat[0] == pytest.approx(flat[1], abs=1e-4)
    assert svg_path(path, closed=True) == svg_path(path) + "Z"


def test_a_path_without_a_curve_has_no_bounds():
    with pytest.raises(ValueError, match="no bounds"):
        bounds(())
    assert svg_path(()) == ""


@given(st.tuples(*[st.floats(-300, 300)] * 4))
def test_a_zigzag_runs_from_its_one_end_to_the_other_and_stays_beside_its_line(ends):
    a, b = ends[:2], ends[2:]
    size = distance(a, b)
    assume(size > 1)
    points = _wave(a, b)
    assert [c for at in (points[0], points[-1]) for c in at] == pytest.approx(ends, abs=1e-9)
    ways = [((x - a[0]) * (b[0] - a[0]) + (y - a[1]) * (b[1] - a[1])) / size for x, y in points]
    off = [((b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0])) / size for x, y in points]
    assert ways == pytest.approx([size * k / (len(points) - 1) for k in range(len(points))])
    assert off[1:-1] == pytest.approx([1.6 * (-1) ** k for k in range(1, len(points) - 1)])
