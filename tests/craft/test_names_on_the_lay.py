"""Where the names of pieces go: inside the piece, where it is roomiest, whatever its shape."""

import pytest
from hypothesis import given, settings

from craft.lay.names import LETTERS, _place
from craft.pattern.cutting import cutting_line
from craft.shape.path import polyline
from craft.shape.pen import bounds
from craft.shape.region import chord_inside, reach, roomiest
from tests.craft.made_pieces import made_pieces


def ring(*points):
    return polyline(*points, points[0])


def test_a_band_has_its_name_along_its_length():
    # 6 by 48 cm: the letters keep 9 mm from every edge.
    place = _place(ring((0.0, 0.0), (60.0, 0.0), (60.0, 480.0), (0.0, 480.0)))
    assert sorted(y for _, y in place.along) == pytest.approx([9, 471], abs=0.2)
    assert sorted(x for x, _ in place.across) == pytest.approx([9, 51], abs=0.2)
    assert {round(x) for x, _ in place.along} == {30}
    assert place.high == 16.0


def test_an_l_shape_is_named_in_its_wide_arm():
    path = ring((0.0, 0.0), (300.0, 0.0), (300.0, 40.0), (120.0, 40.0), (120.0, 400.0), (0.0, 400.0))
    (x, y), radius = roomiest(path)
    assert radius >= 60 - 1
    assert x < 120 or y < 40


@settings(max_examples=60)
@given(shape=made_pieces())
def test_every_name_lies_in_its_piece(shape):
    cutting = cutting_line(shape)
    place = _place(cutting)
    room = reach(cutting).buffer(0.5)
    x0, y0, x1, y1 = bounds(cutting)
    for ends in (place.along, place.across):
        for x, y in ends:
            assert room.contains(type(room.centroid)(x, y))
            assert x0 - 0.5 <= x <= x1 + 0.5
            assert y0 - 0.5 <= y <= y1 + 0.5
    assert 0 < place.high <= 16.0
    # Along the whole chord the outline keeps as far away as letters are high, where it is wide enough.
    (ax, ay), (bx, by) = place.across
    middle = ((ax + bx) / 2, (ay + by) / 2)
    if place.high >= LETTERS:
        assert reach(cutting).exterior.distance(type(room.centroid)(*middle)) >= LETTERS - 0.6


def test_a_sliver_has_no_chord():
    sliver = ring((0.0, 0.0), (100.0, 0.0), (100.0, 4.0), (0.0, 4.0))
    assert chord_inside(sliver, (-10.0, 2.0), (110.0, 2.0), 3.0) is None
