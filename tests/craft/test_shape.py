"""Curves and paths: lengths, areas, splits and parallels against values known exactly."""

import subprocess
import sys
from itertools import pairwise
from math import pi, sqrt

import numpy as np
import pytest
from hypothesis import example, given, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.shape import curve as curves
from craft.shape import path as paths
from craft.shape.affine import move, move_point, rotation, then, translation
from craft.shape.dart import cap_peak
from craft.shape.matched import matched
from craft.shape.offset import parallel
from craft.shape.region import overlap, rectangle, region, stretch_inside

# A parabola as a cubic: y = x²/100 from 0 to 100, whose length and area are known in closed form.
PARABOLA = ((0.0, 0.0), (100 / 3, 0.0), (200 / 3, 100 / 3), (100.0, 100.0))

points = st.tuples(st.floats(-500, 500), st.floats(-500, 500))
cubics = st.tuples(points, points, points, points)


def test_the_length_of_a_parabola_is_exact_to_a_thousandth():
    # ∫ sqrt(1 + (x/50)²) dx from 0 to 100, with u = x/50: 50 · (u/2·sqrt(1+u²) + asinh(u)/2) at 2
    exact = 50 * (sqrt(5) + 1.4436354751788103 / 2)
    assert curves.length(PARABOLA) == pytest.approx(exact, abs=1e-5)


@given(cubics)
@example(((0.0, 0.0), (300.0, 0.0), (0.0, 0.001), (300.0, 0.0)))  # there, back and there again
@example(((0.0, 0.0), (100.0, 100.0), (0.0, 100.0), (100.0, 0.0)))  # a cusp
# Where two rules agree by chance unless the legs that turn back are looked at: any, the outer, the last.
@example(((-13.0, 28.0), (-48.0, 10.0), (15.0, 39.0), (35.0, -1.0)))
@example(((-48.0, 47.0), (-13.0, -15.0), (-3.0, -10.0), (-14.0, 16.0)))
@example(((-40.0, -41.0), (0.0, 33.0), (41.0, 11.0), (24.0, 37.0)))
def test_the_length_of_any_cubic_is_that_of_very_many_chords(cubic):
    t = np.linspace(0, 1, 20_001)[:, None]
    a, b, c, d = np.array(cubic)
    places = (1 - t) ** 3 * a + 3 * (1 - t) ** 2 * t * b + 3 * (1 - t) * t**2 * c + t**3 * d
    chords = float(np.hypot(*np.diff(places, axis=0).T).sum())
    assert curves.length(cubic) == pytest.approx(chords, rel=4e-6, abs=1e-6)


@given(st.lists(cubics, min_size=20, max_size=40), st.lists(points, min_size=1, max_size=6))
@settings(max_examples=25)
def test_the_nearest_place_of_a_long_path_is_that_of_its_nearest_curve(drawn, asked):
    """However many curves: those that are looked at by their boxes, and those one by one."""
    joined = [c if n % 3 else (c[0], c[3]) for n, c in enumerate(drawn)]
    alone = [min(paths.nearest_place((c,), point)[0] for c in joined) for point in asked]
    assert paths.gaps(tuple(joined), asked) == pytest.approx(alone, abs=1e-6)
    for point, gap in zip(asked, alone, strict=True):
        found, index, t = paths.nearest_place(tuple(joined), point)
        assert found == pytest.approx(gap, abs=1e-6)
        assert curves.distance(curves.point_at(joined[index], t), point) == pytest.approx(found, abs=1e-9)


def test_paths_of_unequal_curves_are_divided_wherever_any_of_them_has_a_join():
    # Joins at a third and two thirds, at a half, and at 66.7 % (one with the second): three in all.
    cuts = ((), (30.0, 60.0), (45.0,), (60.005,))
    rows = matched([paths.polyline(*((x, 0.0) for x in (0.0, *at, 90.0))) for at in cuts])
    for row in rows:
        assert [curve[-1][0] for curve in row] == pytest.approx([30, 45, 60, 90], abs=0.05)


def test_the_area_under_a_parabola_is_exact():
    closed = (PARABOLA, ((100.0, 100.0), (0.0, 100.0)), ((0.0, 100.0), (0.0, 0.0)))
    # Above the curve up to y = 100: 100·100 − 100³/300
    assert paths.area(closed) == pytest.approx(10_000 - 10_000 / 3, abs=1e-6)


def test_a_quarter_circle_drawn_as_a_cubic():
    k = 0.5522847498
    arc = ((100.0, 0.0), (100.0, 100 * k), (100 * k, 100.0), (0.0, 100.0))
    assert curves.length(arc) == pytest.approx(50 * pi, abs=0.03)


@settings(max_examples=60)
@given(cubics, st.floats(0.05, 0.95))
def test_splitting_keeps_length_and_shape(cubic, t):
    first, second = curves.split(cubic, t)
    whole = curves.length(cubic)
    assert curves.length(first) + curves.length(second) == pytest.approx(whole, rel=1e-5, abs=1e-2)
    middle = curves.point_at(cubic, t * 0.5)
    assert curves.distance(curves.point_at(first, 0.5), middle) < 1e-6 * (1 + whole)


@settings(max_examples=60)
@given(cubics, st.floats(-360, 360), points)
def test_moving_changes_no_length_and_no_area(cubic, angle, to):
    path = (cubic, (cubic[3], cubic[0]))
    by = then(rotation(angle), translation(*to))
    assert paths.length(move(path, by)) == pytest.approx(paths.length(path), rel=1e-6, abs=1e-3)
    assert paths.area(move(path, by)) == pytest.approx(paths.area(path), rel=1e-6, abs=1e-2)


def test_a_quarter_turn_leaves_no_dust():
    assert move_point((3.0, 4.0), rotation(90)) == (-4.0, 3.0)
    assert move_point((3.0, 4.0), rotation(180, about=(1.0, 1.0))) == (-1.0, -2.0)


@settings(max_examples=60)
@given(cubics, st.floats(0.0, 1.0))
@example(((0.0, 0.0), (0.0, 38.0), (0.0, 2.0), (1.0, -2.0)), 0.46875)  # a bend in a hair's width
@example(((0.5, 1.7e-119), (0.0, 0.0), (0.0, 0.0), (0.5, 0.0)), 0.5)  # there and back
def test_a_point_along_a_path_is_found_again(cubic, share):
    path = (cubic,)
    whole = paths.length(path)
    point = paths.point_along(path, whole * share)
    gap, _ = paths.nearest(path, point)
    assert gap < 0.01 + whole * 1e-4


@settings(max_examples=40)
@given(cubics, st.sampled_from([0.1, 0.5, 2.0]))
def test_flattening_stays_within_its_tolerance(cubic, tolerance):
    flat = paths.flatten((cubic,), tolerance)
    polyline = paths.polyline(*flat)
    for i in range(21):
        gap, _ = paths.nearest(polyline, curves.point_at(cubic, i / 20))
        assert gap <= tolerance * 1.01 + 1e-9


def test_the_allowance_of_a_straight_edge_lies_square_beside_it():
    # Walked to the right with y down, outside is up.
    edge = (((0.0, 0.0), (100.0, 0.0)),)
    assert parallel(edge, 15) == (((0.0, -15.0), (100.0, -15.0)),)


def test_the_allowance_of_an_armhole_is_the_true_parallel():
    # Hand value: the parallel of a circle of radius 100 at 15 outside is a circle of radius 115.
    k = 0.5522847498
    arc = ((0.0, -100.0), (100 * k, -100.0), (100.0, -100 * k), (100.0, 0.0))
    made = parallel((arc,), 15)
    assert all(len(piece) == 4 for piece in made)  # still curves
    for piece in made:
        for i in range(11):
            x, y = curves.point_at(piece, i / 10)
            assert abs(sqrt(x * x + y * y) - 115) < 0.06
    assert paths.length(made) == pytest.approx(115 * pi / 2, abs=0.05)


def test_the_allowance_of_a_real_armhole_is_within_a_tenth_of_a_millimetre(waistcoat):
    for size in waistcoat.table.sizes:
        for name in ("armhole upper", "armhole lower", "neckline", "side", "hem"):
            path = waistcoat.piece(1).shapes[size].edge(name).path
            for piece in parallel(path, 15):
                for i in range(9):
                    gap, _ = paths.nearest(path, curves.point_at(piece, i / 8))
                    assert abs(gap - 15) < 0.1, (size, name)


def test_a_corner_inside_one_edge_is_mended_too():
    # The peak of a dart cap: two lines at a right angle, 10 outside; the outer corner at (-10, -10).
    peak = (((0.0, 50.0), (0.0, 0.0)), ((0.0, 0.0), (50.0, 0.0)))
    made = parallel(peak, 10)
    assert paths.is_joined(made)
    assert any(curves.distance(point, (-10, -10)) < 1e-9 for curve in made for point in curve)
    # Walked the other way it is an inner corner, cut at (10, 10).
    inner = parallel(paths.reverse(peak), 10)
    assert paths.is_joined(inner)
    assert any(curves.distance(point, (10, 10)) < 1e-9 for curve in inner for point in curve)


def test_the_cap_of_a_dart_square_to_its_seam():
    # Legs 10 either side, 100 deep, seam straight across; tan φ = 0.1 for half the dart's angle.
    # Folded, the cloth beyond the leg makes 90° + φ with it, so in the triangle point, leg end, peak
    # the fold is 100 · (1 + 0.1²) / (1 − 0.1²) = 102.0202 long: the peak lies 2.0202 beyond the seam.
    x, y = cap_peak((-10, 0), (0, -100), (10, 0), (1, 0))
    assert x == pytest.approx(0, abs=1e-9)
    assert y == pytest.approx(100 * 1.01 / 0.99 - 100, abs=1e-9)


def test_a_dart_with_uneven_legs_is_refused():
    with pytest.raises(CraftError, match="legs"):
        cap_peak((-10, 0), (0, -100), (10, 5), (1, 0))


def test_the_overlap_of_two_squares():
    area, ring = overlap(rectangle(0, 0, 10, 10), rectangle(6, 4, 16, 14))
    assert area == pytest.approx(4 * 6)
    assert len(ring) == 4
    assert overlap(rectangle(0, 0, 10, 10), rectangle(10, 0, 20, 10))[0] == 0


def test_areas_of_the_demo_pieces_agree_with_their_regions(waistcoat):
    for piece in waistcoat.pieces:
        outline = piece.shapes["D"].outline
        flat = region(outline, 0.01).area
        assert paths.area(outline) == pytest.approx(flat, rel=1e-4)


TOGETHER = """
import sys
from concurrent.futures import ThreadPoolExecutor
from math import cos, sin, tau
from craft.shape.path import polyline
from craft.shape.region import inside, reach
sys.setswitchinterval(1e-6)
points = [(cos(n) * n / 200, sin(n) * n / 200) for n in range(200)]
with ThreadPoolExecutor(8) as pool:
    for size in range(150):
        ring = [(cos(n * tau / 300) * (1 + size), sin(n * tau / 300) * (1 + size)) for n in range(301)]
        path = polyline(*ring[:300], ring[0])
        reach(path)
        found = list(pool.map(lambda _: inside(reach(path), points, 0.1).tolist(), range(16)))
        assert all(each == found[0] for each in found)
"""


def test_threads_may_look_into_one_region_at_once():
    done = subprocess.run([sys.executable, "-c", TOGETHER], capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stderr


@given(st.booleans(), st.floats(0.2, 0.8))
def test_a_stretch_inside_runs_as_its_line_does(back, at):
    square = tuple(pairwise(((0.0, 0.0), (100.0, 0.0), (100.0, 100.0), (0.0, 100.0), (0.0, 0.0))))
    across = ((-50.0, 100 * at), (150.0, 100 * at))
    line = across[::-1] if back else across
    found = stretch_inside(square, line)
    begin, end = (100.0, 0.0) if back else (0.0, 100.0)
    assert [c for point in found for c in point] == pytest.approx([begin, 100 * at, end, 100 * at])
