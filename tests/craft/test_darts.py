"""Darts changed: worked by hand on a plain panel, and on the demo pieces in every size."""

from math import atan, degrees

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.fit import DartChange, FitInputs, LengthChange, fit
from craft.fit.darts.dart_offers import darts_of, too_near
from craft.fit.darts.redrawn_dart import bend_when_closed, dart_changed
from craft.fit.length.lengthen import _still_a_dart
from craft.fit.limits import crowded
from craft.fit.pieces.edge_by_hand import HandChange, drawn_by_hand
from craft.pattern import Edge, Mark, Shape
from craft.pattern.natures import kept_inside
from craft.pick import PickInputs, pick
from craft.shape import path as paths
from craft.shape.affine import move_point, rotation
from craft.shape.curve import distance, tangent_at
from craft.shape.dart import cap_peak
from craft.trace import TraceInputs, trace
from tests.craft.made_pieces import line
from tests.craft.shapes import work
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat

WAISTCOAT, BREECHES = ringing_waistcoat(), ringing_breeches()


def panel(tip: float = 90.0) -> Shape:
    """A panel 20 by 50 cm with a dart of 3.2 cm in its right side, its point 9 cm from the left, and a
    double-pointed one 12 cm high and 2 wide about (50, 300)."""
    a, b, point = (200.0, 184.0), (200.0, 216.0), (tip, 200.0)
    peak = cap_peak(a, point, b, (0.0, 1.0))
    edges = (
        Edge(name="top", kind="seam", path=line((0, 0), (200, 0))),
        Edge(name="side upper", kind="seam", path=line((200, 0), a)),
        Edge(name="dart", kind="dart", path=line(a, peak, b)),
        Edge(name="side lower", kind="seam", path=line(b, (200, 500))),
        Edge(name="hem", kind="hem", path=line((200, 500), (0, 500))),
        Edge(name="centre", kind="fold", path=line((0, 500), (0, 0))),
    )
    marks = (
        Mark(id="dart", kind="dart", name="side dart", points=(a, point, b), edge="dart"),
        Mark(id="two", kind="double dart", name="waist dart",
             points=((50, 240), (40, 300), (50, 360), (60, 300))),
    )  # fmt: skip
    return Shape(edges=edges, marks=marks, levels={})


def changed(**how: object) -> DartChange:
    dart = "two" if how.keys() & {"upper", "intake", "dx", "dy"} else "dart"  # unless it is said
    return DartChange(kind="dart", pieces=(1,), dart=str(how.pop("dart", dart)), **how)


def points(shape: Shape, dart: str = "dart"):
    return next(mark.points for mark in shape.marks if mark.id == dart)


@pytest.mark.parametrize(("lower", "tip"), [(-20.0, 110.0), (35.0, 55.0)])
def test_the_point_moves_along_the_centre_line_and_the_cap_is_folded_anew(lower, tip):
    # From the mouth (200, 200) to the point 11 cm; 2 shorter: the point at 20 − 9 = 11 cm.
    made = dart_changed(panel(), changed(lower=lower))
    assert points(made) == ((200, 184), (pytest.approx(tip), 200), (200, 216))
    peak = made.edge("dart").path[0][1]
    # Pressed down, the cap's half beyond the lower leg lies on the side seam run on: mirrored in that leg
    # the peak has the side's 20 cm.
    leg = degrees(atan(16 / (200 - tip)))
    upright = move_point(peak, rotation(-leg, about=(tip, 200)))
    mirrored = move_point((upright[0], 400 - upright[1]), rotation(leg, about=(tip, 200)))
    assert mirrored[0] == pytest.approx(200, abs=1e-6)
    assert mirrored[1] > 216
    assert peak == cap_peak((200, 184), (tip, 200), (200, 216), (0.0, 1.0))
    assert distance(made.edge("dart").path[0][0], points(made)[1]) == pytest.approx(
        distance(made.edge("dart").path[1][1], points(made)[1])
    )


def test_a_cap_pressed_upward_stays_pressed_upward():
    up = cap_peak((200.0, 216.0), (90.0, 200.0), (200.0, 184.0), (0.0, -1.0))
    shape = panel()
    edges = tuple(
        each.model_copy(update={"path": line((200, 184), up, (200, 216))}) if each.name == "dart" else each
        for each in shape.edges
    )  # fmt: skip
    made = dart_changed(shape.model_copy(update={"edges": edges}), changed(lower=-30))
    expected = cap_peak((200.0, 216.0), (120.0, 200.0), (200.0, 184.0), (0.0, -1.0))
    assert made.edge("dart").path[0][1] == (pytest.approx(expected[0]), pytest.approx(expected[1]))


@pytest.mark.parametrize(
    ("how", "expected"),
    [
        ({"upper": 15}, ((50, 225), (40, 300), (50, 360), (60, 300))),
        ({"lower": -20, "dart": "two"}, ((50, 240), (40, 300), (50, 340), (60, 300))),
        ({"intake": 8}, ((50, 240), (36, 300), (50, 360), (64, 300))),
        ({"dx": 10, "dy": -5}, ((60, 235), (50, 295), (60, 355), (70, 295))),
        ({"dy": 20, "intake": -4, "upper": 5}, ((50, 255), (42, 320), (50, 380), (58, 320))),
    ],
)
def test_a_double_pointed_dart_stays_alike_on_both_sides(how, expected):
    made = points(dart_changed(panel(), changed(**how)), "two")
    assert [tuple(map(float, p)) for p in made] == [
        (pytest.approx(x), pytest.approx(y)) for x, y in expected
    ]


@pytest.mark.parametrize(
    ("how", "expected"),
    [  # The mouth about (200, 200), 3.2 cm wide, the point 11 cm to its left.
        ({"along": 20}, ((200, 204), (90, 220), (200, 236))),
        ({"along": -30}, ((200, 154), (90, 170), (200, 186))),
        ({"along": 20, "lower": -10}, ((200, 204), (100, 220), (200, 236))),
        ({"intake": 8}, ((200, 180), (90, 200), (200, 220))),
        ({"intake": -8}, ((200, 188), (90, 200), (200, 212))),
        # Turned by 10 down over 110: the mouth turns about its middle by as much, 16/110.45 · (10, 110).
        ({"dy": 10}, ((198.551, 184.066), (90, 210), (201.449, 215.934))),
        # Towards a place further up and nearer: 3 to 4 to 5.
        ({"dx": 30, "dy": -60}, ((209.6, 187.2), (120, 140), (190.4, 212.8))),
    ],
)
def test_a_side_dart_is_moved_turned_and_opened_otherwise(how, expected):
    made = dart_changed(panel(), changed(dart="dart", **how))
    for point, wanted in zip(points(made), expected, strict=True):
        assert point == pytest.approx(wanted, abs=1e-3)
    a, tip, b = points(made)
    assert distance(a, tip) == pytest.approx(distance(b, tip), abs=1e-9)
    assert made.edge("dart").path[0][1] == pytest.approx(
        cap_peak(a, tip, b, tangent_at(made.edge("side lower").path[0], 0))
    )
    ends = paths.end(made.edge("side upper").path), paths.start(made.edge("side lower").path)
    assert ends == (a, b)


def test_a_dart_is_pressed_to_the_other_side_and_back_again():
    over = dart_changed(panel(), changed(dart="dart", other_way=True))
    a, tip, b = points(over)
    assert over.edge("dart").path[0][1] == pytest.approx(cap_peak(b, tip, a, (0.0, -1.0)))
    assert dart_changed(over, changed(dart="dart", other_way=True)) == panel()


def test_a_dart_that_would_be_caught_in_a_seam_is_warned_about():
    # The double-pointed one's upper point lies 24 cm below the top: moved up by 23.6 it ends 4 mm from it.
    def crowd(shape):
        return [f.what for f in crowded(work(shape), {1})]

    assert crowd(panel()) == []
    assert crowd(dart_changed(panel(), changed(dart="two", dy=-236)))[0].endswith(
        "ends [[4]] from the top."
    )


def test_a_notch_the_dart_passes_belongs_to_the_other_part_of_the_seam():
    # It lies 10 below the mouth; the dart goes 20 down, so 184 + 10 along what is above it now.
    notch = Mark(id="n", kind="notch", name="hip notch", points=((200, 226),), edge="side lower")
    shape = panel().model_copy(update={"marks": (*panel().marks, notch)})
    made = dart_changed(shape, changed(dart="dart", along=20))
    mark = next(m for m in made.marks if m.id == "n")
    assert (mark.edge, mark.points[0]) == ("side upper", pytest.approx((200, 194)))


def test_one_dart_becomes_two_of_half_its_intake():
    # 20 of seam between them: mouths of 16 from 174 and from 210; the points keep their distance too.
    made = dart_changed(panel(), changed(dart="dart", becomes="two", apart=20))
    assert points(made) == ((200, 174), (90, 182), (200, 190))
    assert points(made, "dart-2") == ((200, 210), (90, 218), (200, 226))
    names = [edge.name for edge in made.edges]
    assert names[1:6] == ["side upper", "dart", "dart before 2", "dart 2", "side lower"]
    seam = sum(paths.length(made.edge(n).path) for n in ("side upper", "dart before 2", "side lower"))
    assert seam == pytest.approx(500 - 32)
    left, right = (
        points(dart_changed(panel(), changed(becomes="two", dart="two", apart=30)), "two"),
        (points(dart_changed(panel(), changed(becomes="two", dart="two", apart=30)), "two-2")),
    )
    # 20 wide about x = 50: two of 10, their inner sides 30 apart.
    assert (left[1][0], left[3][0], right[1][0], right[3][0]) == (25, 35, 65, 75)


def test_a_dart_left_out_leaves_its_intake_in_the_seam():
    made = dart_changed(panel(), changed(dart="dart", becomes="none"))
    assert [mark.id for mark in made.marks] == ["two"]
    assert sum(paths.length(made.edge(n).path) for n in ("side upper", "side lower")) == pytest.approx(500)


def test_a_dart_is_set_short_of_the_bust_point():
    # The bust point lies 10 beyond the dart's point and 20 lower: 120 and 20 from the mouth, 121.655 away.
    dot = Mark(id="b", kind="dot", name="bust point", points=((80, 220),))
    shape = panel().model_copy(update={"marks": (*panel().marks, dot)})
    seen = next(d for d in darts_of({1: shape}, 25.0) if d.dart == "dart")
    made = dart_changed(shape, seen.short)
    tip = points(made)[1]
    assert tip == pytest.approx((80 + 25 * 120 / 121.655, 220 - 25 * 20 / 121.655), abs=0.01)
    assert distance(tip, (80, 220)) == pytest.approx(25, abs=0.01)
    assert next(d for d in darts_of({1: made}, 25.0) if d.dart == "dart").short is None
    assert [f.weight for f in too_near({1: shape}, {1: "Front"}, 30.0)] == ["note"]
    assert too_near({1: made}, {1: "Front"}, 25.0) == []


def test_what_lies_outside_is_moved_in_but_a_dart_stays_at_its_cap():
    dot = Mark(id="dot", kind="dot", name="dot", points=((20, 250),))
    shape = panel().model_copy(update={"marks": (*panel().marks, dot)})
    narrow = line((100, 0), (200, 0), (200, 500), (100, 500), (100, 0))
    dart, two, moved = kept_inside(shape.marks, shape, narrow)
    assert dart == shape.marks[0]
    assert min(x for x, _ in two.points) == pytest.approx(100, abs=0.5)
    assert moved.points == (pytest.approx((100, 250)),)


@pytest.mark.parametrize(("out", "fits"), [(-80.0, True), (-120.0, False)])
def test_no_edge_is_drawn_past_the_point_of_a_dart(out, fits):
    # The point lies 9 cm from the left: the edge there may come 8 cm in, not 12; the legs keep to the cap.
    shape = panel()
    open_ = shape.edge("centre").model_copy(update={"kind": "seam"})
    draft = work(shape.model_copy(update={"edges": (*shape.edges[:-1], open_)}))
    pulled = HandChange(kind="hand", piece=1, edge="centre", part="point", share=0.6, out=out)
    if fits:
        assert points(drawn_by_hand(draft, pulled, 0).draft.shapes[1]) == points(shape)
    else:
        with pytest.raises(CraftError, match="The side dart would reach beyond the piece"):
            drawn_by_hand(draft, pulled, 0)


@pytest.mark.parametrize(
    ("how", "said"),
    [
        ({"lower": -100}, "only [[110]] long"),
        ({"lower": 150}, "beyond the piece"),
        ({"dx": -80}, "beyond the piece"),
        ({"intake": -18}, "Only [[20]] of cloth"),
        ({"upper": 5, "dart": "dart"}, "of this kind cannot be changed so"),
        ({"along": 285, "dart": "dart"}, "“side lower” is [[284]] long"),
        ({"intake": -30, "dart": "dart"}, "Only [[32]] of cloth"),
        ({"lower": 5, "dart": "none"}, "no such dart"),
    ],
)
def test_what_cannot_be_done_to_a_dart_is_said(how, said):
    with pytest.raises(CraftError) as told:
        dart_changed(panel(), changed(**how))
    assert said in told.value.sentence


def test_a_shorter_dart_bends_the_seam_where_it_is_closed():
    # 3.2 cm over 11 closes by 2 · atan(16/110) = 16.6°, over 5 by 35.5°: so much the straight side bends.
    assert bend_when_closed(panel(), "dart") == pytest.approx(16.55, abs=0.05)
    made = dart_changed(panel(), changed(lower=-60))
    assert bend_when_closed(made, "dart") == pytest.approx(35.49, abs=0.05)
    assert bend_when_closed(panel(), "two") is None


def fitted(pattern, size, *changes):
    chosen = PickInputs(size=size)
    picked = pick(pattern, chosen)
    traced = trace(pattern, picked, TraceInputs())
    return fit(pattern, traced, picked, chosen, FitInputs(changes=changes))


@pytest.mark.parametrize("size", WAISTCOAT.table.sizes)
def test_front_and_lining_change_together_and_the_seams_still_meet(size):
    plain = fitted(WAISTCOAT, size)
    change = DartChange(kind="dart", pieces=(1, 4), dart="armhole-dart", lower=-15)
    done = fitted(WAISTCOAT, size, change)
    (made,) = done.made
    assert (made.pieces, made.facts) == ((1, 4), (("point of the armhole dart", -15),))
    assert made.instruction.startswith("Set its point [[15]] back on its centre line")
    longs = [
        {d.piece: d.longs[0] for d in each.darts if d.dart == "armhole-dart"} for each in (plain, done)
    ]  # fmt: skip
    assert {n: longs[0][n] - longs[1][n] for n in (1, 4)} == {
        1: pytest.approx(15), 4: pytest.approx(15),
    }  # fmt: skip
    assert [walk.difference.value for walk in done.seams] == [
        pytest.approx(walk.difference.value) for walk in plain.seams
    ]
    assert set(done.before) == {1, 4}


@pytest.mark.parametrize(
    ("change", "mend"),
    [(DartChange(kind="dart", pieces=(1,), dart="waist-dart", intake=-200), "Change the dart by less"),
     (LengthChange(level="waist", amount=-150), "split the change over two lines")],
)  # fmt: skip
def test_what_cannot_be_changed_is_mended_as_its_kind_is(change, mend):
    faults = [f for f in fitted(WAISTCOAT, "A", change).findings if "could not be changed" in f.what]
    assert faults
    assert all(mend in fault.mend for fault in faults)


def test_changes_of_length_and_darts_are_replayed_in_their_order():
    # The waist line is slid apart by 4 cm below the dart's upper point: it grows; then 2 cm are taken off.
    longer = LengthChange(level="waist", amount=40)
    change = DartChange(kind="dart", pieces=(1,), dart="waist-dart", upper=-20)
    plain, done = fitted(WAISTCOAT, "C", longer), fitted(WAISTCOAT, "C", longer, change)
    was, now = (
        next(d for d in each.darts if (d.piece, d.dart) == (1, "waist-dart")) for each in (plain, done)
    )  # fmt: skip
    assert now.longs == (pytest.approx(was.longs[0] - 20), pytest.approx(was.longs[1]))
    off = DartChange(kind="dart", pieces=(1,), dart="waist-dart", upper=-20, on=False)
    assert fitted(WAISTCOAT, "C", longer, off).pieces == plain.pieces


@settings(max_examples=60)
@given(
    tip=st.floats(20, 170), lower=st.floats(-160, 160), upper=st.floats(-80, 80),
    intake=st.floats(-25, 60), dx=st.floats(-60, 160), dy=st.floats(-250, 200),
)  # fmt: skip
def test_whatever_is_asked_legs_are_equal_and_the_cap_folds_or_it_is_refused(
    tip, lower, upper, intake, dx, dy
):
    for change in (changed(lower=lower), changed(dart="two", lower=lower / 3, upper=upper,
                                                 intake=intake, dx=dx, dy=dy)):  # fmt: skip
        try:
            made = dart_changed(panel(tip), change)
        except CraftError:
            continue
        a, point, b = points(made)
        assert distance(a, point) == pytest.approx(distance(b, point), abs=0.1)
        peak = made.edge("dart").path[0][1]
        assert peak == (pytest.approx(cap_peak(a, point, b, (0, 1))[0]),
                        pytest.approx(cap_peak(a, point, b, (0, 1))[1]))  # fmt: skip
        up, one, low, other = points(made, "two")
        for end in (up, low):
            assert distance(one, end) == pytest.approx(distance(other, end), abs=0.1)
        assert paths.area(made.outline) != 0
        assert len(darts_of({1: made}, 25.0)) == 2


def test_a_dart_without_a_cap_is_opened_by_half_at_each_leg_and_keeps_to_its_edge():
    shape = panel()
    side = line((200, 0), (200, 500))
    edges = (shape.edges[0], Edge(name="side", kind="seam", path=side), *shape.edges[4:])
    opened = ((200, 184), (90, 200), (200, 216))
    mark = Mark(id="dart", kind="dart", name="side dart", points=opened, edge="side")
    plain = shape.model_copy(update={"edges": edges, "marks": (mark,)})
    a, _, b = points(dart_changed(plain, changed(dart="dart", intake=8.0)))
    assert (a, b) == (pytest.approx((200, 180)), pytest.approx((200, 220)))
    a, _, b = points(dart_changed(plain, changed(dart="dart", along=30.0)))
    assert (a, b) == (pytest.approx((200, 214)), pytest.approx((200, 246)))


@pytest.mark.parametrize(
    ("widest", "sound"), [(245, True), (244, False), (355, True), (356, False), (300, True)]
)
def test_a_double_dart_keeps_some_cloth_on_both_sides_of_its_widest_place(widest, sound):
    two = panel().marks[1]
    after = [(50.0, 240.0), (40.0, widest), (50.0, 360.0), (60.0, widest)]
    if sound:
        _still_a_dart(two, after)
    else:
        with pytest.raises(CraftError, match="nothing would be left"):
            _still_a_dart(two, after)
