"""How marks are drawn: worked by hand on lines across and down."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from craft.pattern import Mark
from craft.pattern.drawn_marks import drawn_mark, drawn_marks, outward
from craft.pattern.marks import POINTS
from craft.sheets.strokes import strokes
from tests.craft.shapes import box


def mark(kind: str, *points: tuple[float, float], **more: object) -> Mark:
    return Mark(id="m", kind=kind, name=kind, points=points, **more)


def near(*points: tuple[float, float]) -> list:
    return [pytest.approx(point) for point in points]


def test_a_notch_stands_square_to_its_edge_two_of_it_side_by_side():
    drawn = drawn_mark(mark("notch", (100, 90), count=2), (1, 0))
    assert [line.points for line in drawn.lines] == [
        ((97, 87.5), (108, 87.5)), ((97, 92.5), (108, 92.5)),
    ]  # fmt: skip
    down = drawn_mark(mark("notch", (50, 400), count=1), (0, 1)).lines[0]
    assert down.points == ((50, 397), (50, 408))
    # 3 across, 4 down: 2.5 to its side is 2 and 1.5, 3 inwards 1.8 and 2.4, 8 outwards 4.8 and 6.4.
    aslant = drawn_mark(mark("notch", (0, 0), count=2), (0.6, 0.8)).lines
    assert list(aslant[0].points) == near((0.2, -3.9), (6.8, 4.9))
    assert list(aslant[1].points) == near((-3.8, -0.9), (2.8, 7.9))
    shape = box(100, 400, marks=tuple(
        mark("notch", at, edge=edge).model_copy(update={"id": edge})
        for edge, at in (("top", (50, 0)), ("right", (100, 90)), ("bottom", (50, 400)), ("left", (0, 90)))
    ))  # fmt: skip
    assert outward(shape) == {"top": (0, -1), "right": (1, 0), "bottom": (0, 1), "left": (-1, 0)}
    assert drawn_marks(shape)["left"].lines[0].points == ((3, 90), (-8, 90))


def test_what_stands_at_the_ends_points_its_own_way():
    grain = drawn_mark(mark("grain", (50, 40), (50, 160)))
    assert [(tip.at, tip.form, tip.towards) for tip in grain.tips] == [
        ((50, 160), "arrow", (0, 1)), ((50, 40), "arrow", (0, -1)),
    ]  # fmt: skip
    dart = drawn_mark(mark("double dart", (50, 40), (45, 90), (50, 150), (55, 90)))
    assert [(tip.at, tip.form) for tip in dart.tips] == [((50, 40), "disc"), ((50, 150), "disc")]
    assert dart.lines[0].points[-1] == dart.lines[0].points[0]
    hole = drawn_mark(mark("buttonhole", (5, 60), (20, 60)))
    assert [(tip.form, tip.towards) for tip in hole.tips] == [("bar", (1, 0)), ("bar", (-1, 0))]


def test_what_is_wide_has_a_second_line_to_its_right_as_it_runs():
    # Down the piece its right hand is on the left: x falls. Along to the right it lies below.
    down = drawn_mark(mark("casing", (50, 0), (50, 100), width=20))
    assert [line.points for line in down.lines] == [((50, 0), (50, 100)), ((30, 0), (30, 100))]
    across = drawn_mark(mark("pleat", (0, 50), (100, 50), width=30))
    assert across.lines[1].points == ((0, 80), (100, 80))
    assert len(drawn_mark(mark("tuck", (0, 50), (100, 50))).lines) == 1
    double = drawn_mark(mark("length line", (0, 50), (100, 50)))
    assert [line.aside for line in double.lines] == [(0, 0), (0, 2)]


def test_on_paper_all_of_it_is_lines():
    bar = strokes(mark("buttonhole", (5, 60), (20, 60)), None)[1]
    assert list(bar.points) == near((5, 63), (5, 57))
    arrow = strokes(mark("grain", (50, 40), (50, 160)), None)[2]
    assert list(arrow.points) == near((52.1, 46), (50, 40), (47.9, 46))
    (one, other) = strokes(mark("length line", (0, 50), (100, 50)), None)
    assert (one.points, other.points) == (((0, 50), (100, 50)), ((0, 52), (100, 52)))


@given(
    st.sampled_from(sorted(POINTS)),
    st.lists(st.tuples(st.floats(0, 500), st.floats(0, 500)), min_size=4, max_size=4),
)
def test_every_kind_is_drawn_and_reaches_all_its_points(kind, points):
    one = mark(kind, *points[: max(POINTS[kind][0], min(POINTS[kind][1], 2))])
    there = [point for line in strokes(one, None) for point in line.points]
    assert there
    reach = 9.0  # of a notch, outside
    for x, y in one.points:
        assert min(max(abs(x - a), abs(y - b)) for a, b in there) <= reach
