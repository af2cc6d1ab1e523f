"""A projector over the table: what it shows lies where it says, and every piece comes into its light."""

from itertools import pairwise

import numpy as np
import pytest
from hypothesis import assume, example, given
from hypothesis import strategies as st

from craft.cloth import ClothInputs, cloths_of
from craft.errors import CraftError
from craft.lay import LayInputs, Placement, lay
from craft.lay.projecting import LAP, ROOM, projected, projected_alone
from craft.measure import render
from craft.sight.projector import COARSE, MeasuredRectangle, projection
from tests.craft.shapes import SINGLE, box, cloth, fitted_of, working

SCREEN = (1280, 800)
coordinate = st.floats(-0.9, 0.9)


def through(matrix, places):
    """Places (mm) as pixels."""
    flat = np.c_[np.asarray(places, dtype=float), np.ones(len(places))] @ np.asarray(matrix).reshape(3, 3).T
    return flat[:, :2] / flat[:, 2:]


def slanted(wide, high, tilt):
    """The pixels of a rectangle's corners as a projector that hangs aslant has them, and its matrix."""
    matrix = np.array([[1.1, 0.1, 260.0], [0.06, -1.05, 620.0], [0.0003 * tilt[0], 0.0003 * tilt[1], 1.0]])
    places = [(0, high), (wide, high), (wide, 0), (0, 0)]
    return matrix, tuple(map(tuple, through(matrix, places).tolist()))


@example(200.0, 199.0, (0.20367106842479343, 0.0))  # goes on along an edge
@given(st.floats(200, 600), st.floats(150, 400), st.tuples(coordinate, coordinate))
def test_a_slant_is_taken_out(wide, high, tilt):
    true, corners = slanted(wide, high, tilt)
    middle = tuple(through(true, [(wide / 2, high / 2)])[0].tolist())
    found = projection(
        MeasuredRectangle(corners=corners, width=wide, height=high, middle=middle, screen=SCREEN)
    )
    places = [(10.0, 20.0), (wide * 0.7, high * 0.4), (wide * 1.1, high * 1.1)]
    assert through(found.matrix, places) == pytest.approx(through(true, places), abs=1e-3)
    # A pixel is what the light moves by: a place that far off is no more than a pixel away.
    step = found.error.value
    for x, y in [(0, 0), (wide, 0), (wide, high), (0, high)]:
        inside = 1 if x == 0 else -1
        moved = through(true, [(x, y), (x + inside * step, y)])
        assert np.hypot(*(moved[1] - moved[0])) >= 0.9
    left, near, right, far = found.light
    lit = through(true, [(left, near), (right, near), (right, far), (left, far)])
    if (np.array(corners) >= 0).all() and (np.array(corners) <= SCREEN).all():
        assert ((lit >= -1) & (lit <= np.array(SCREEN) + 1)).all()
        assert max(left, near, wide - right, high - far) <= 0.1
        # It is as large as it can be: pushed out further on any side it leaves the screen.
        for side, way in enumerate((-2, -2, 2, 2)):
            pushed = [left, near, right, far]
            pushed[side] += way
            a, b, c, d = pushed
            # Light is told in tenths of a millimetre, so that along an edge of the screen it may go on.
            both = through(
                true, [[(a, b), (a, d)], [(a, b), (c, b)], [(c, b), (c, d)], [(a, d), (c, d)]][side]
            )
            assert (both < 0.15).any() or (both > np.array(SCREEN) - 0.15).any()


def test_by_hand():
    """Half a millimetre to the pixel, seen straight: 600 by 400 mm in the middle of 1280 by 800 pixels."""
    corners = ((40.0, 0.0), (1240.0, 0.0), (1240.0, 800.0), (40.0, 800.0))
    measured = MeasuredRectangle(corners=corners, width=600, height=400, screen=SCREEN)
    found = projection(measured)
    assert through(found.matrix, [(0, 0), (100, 100)]).tolist() == [
        pytest.approx([40, 800]), pytest.approx([240, 600]),
    ]  # fmt: skip
    assert found.light == pytest.approx((-20, 0, 620, 400), abs=0.2)
    assert (found.error.value, found.findings) == (pytest.approx(0.5), ())
    off = projection(measured.model_copy(update={"middle": (650.0, 400.0)}))
    assert off.error.value == pytest.approx(5.0)
    assert "middle lies [[5]] from" in off.findings[0].what
    coarse = projection(MeasuredRectangle(
        corners=((40, 0), (240, 0), (240, 800), (40, 800)), width=600, height=400, screen=SCREEN
    ))  # fmt: skip
    assert coarse.error.value == pytest.approx(3.0)
    assert coarse.error.value > COARSE
    assert coarse.findings[0].mend


@pytest.mark.parametrize("order", [(1, 0, 2, 3), (3, 2, 1, 0), (0, 2, 1, 3)])
def test_corners_that_cross_are_no_rectangle(order):
    corners = ((100.0, 100.0), (900.0, 100.0), (900.0, 700.0), (100.0, 700.0))
    with pytest.raises(CraftError, match="each to its own corner"):
        projection(MeasuredRectangle(
            corners=tuple(corners[k] for k in order), width=600, height=400, screen=SCREEN
        ))  # fmt: skip


def laid(places, fold="single"):
    pieces = [working(k + 1, f"Box {k + 1}", box(w, h), SINGLE) for k, (_, _, w, h) in enumerate(places)]
    fitted = fitted_of(*pieces)
    placed = tuple(Placement(item=f"{k + 1}.1", x=x, y=y) for k, (x, y, _, _) in enumerate(places))
    wide = cloth().model_copy(update={"width": 3000.0})
    inputs = ClothInputs(cloths={"main": wide}, folds={"main": fold})
    return lay(fitted, cloths_of(fitted, inputs), LayInputs(placements={"main": placed}), "10 cm")[0]


sizes = st.floats(40, 900)
places = st.lists(st.tuples(st.floats(0, 4000), st.floats(0, 1900), sizes, sizes), min_size=1, max_size=5)


@given(places, st.floats(150, 1500), st.floats(150, 1500))
def test_every_piece_has_been_in_the_light_whole(places, width, height):
    made = laid(places)
    assume(len(made.placed) == len(places))
    steps = projected(made, width, height)
    by_item = {judged.placement.item: judged for judged in made.placed}
    assert {step.item for step in steps} == set(by_item)
    assert steps[0].move.startswith("Lay the cloth")
    for before, after in pairwise(steps):
        assert (after.move == "") == (after.window == before.window)
    for key, judged in by_item.items():
        own = [step for step in steps if step.item == key]
        assert [(step.part, step.parts) for step in own] == [(k + 1, len(own)) for k in range(len(own))]
        left, low, right, top = judged.box
        for x in np.linspace(left, right, 7):
            for y in np.linspace(low, top, 7):
                assert any(
                    -1e-6 <= x - step.window[0] <= width + 1e-6
                    and -1e-6 <= y - step.window[1] <= height + 1e-6
                    for step in own
                )  # fmt: skip
        assert all(min(step.window) >= 0 for step in own)


def test_the_cloth_is_moved_as_seldom_as_can_be():
    four = laid([(0, 0, 200, 300), (320, 0, 200, 300), (700, 0, 200, 300), (700, 900, 200, 300)])
    steps = projected(four, 700, 600)
    assert [step.window for step in steps[:2]] == [(0.0, 0.0)] * 2
    said = [render(step.move, "cm") for step in steps]
    edges = "with its cut end on the left line and its near selvedge on the near line."
    assert said[:2] == [f"Lay the cloth {edges}", ""]
    # 300 long from 700 on, and 10 of room, within 700: 310 out; 200 across from 900 on within 600: 510.
    assert said[2:] == [
        "Move the cloth so that it lies with its cut end 31 cm left of the left line.",
        "Move the cloth so that it lies with its near selvedge 51 cm nearer to you than the near line.",
    ]
    assert "cut end 31 cm left" in render(steps[3].lies, "cm")
    folded = projected(laid([(0, 0, 200, 300)], "lengthwise"), 700, 600)
    assert "its fold on the near line" in folded[0].move


@given(st.floats(100, 900), st.floats(100, 900), st.floats(300, 800), st.floats(300, 700))
def test_a_piece_alone_is_shown_whole_from_its_own_corner(wide, high, width, height):
    made = laid([(300, 40, wide, high)])
    steps = projected_alone(made, made.placed[0].placement.item, width, height)
    left, low, right, top = made.placed[0].box
    assert steps[0].window == pytest.approx((left - ROOM, low - ROOM))
    assert [step.part for step in steps] == list(range(1, len(steps) + 1))
    assert (steps[0].move, all(step.move for step in steps[1:])) == ("", True)
    for k, reach, begin, end in ((0, width, left, right), (1, height, low, top)):
        starts = sorted({step.window[k] for step in steps})
        assert starts[-1] + reach >= end + ROOM - 1e-6
        # What two parts share is enough to lay one beside the other.
        assert all(b <= a + reach - LAP + 1e-6 for a, b in pairwise(starts))
        if end - begin + 2 * ROOM <= reach:
            assert len(starts) == 1
    with pytest.raises(CraftError, match="does not lie"):
        projected_alone(made, "nothing", width, height)


def test_what_lies_under_the_light_is_moved_the_other_way():
    made = laid([(300, 40, 200, 700)])
    first, second = projected_alone(made, made.placed[0].placement.item, 400, 400)
    by = second.window[0] - first.window[0]
    assert by > 0
    assert render(second.move, "cm") == render(f"Move what you draw or cut on [[{by}]] to the left.", "cm")
