"""Lengthening, the height rule, truing, and the walk of the seams, with numbers worked by hand."""

from itertools import pairwise
from math import hypot

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.fit import FitInputs, LengthChange, fit
from craft.fit.length.heights import by_height
from craft.fit.length.lengthen import lengthen
from craft.measure import render
from craft.pattern import Edge, Mark, Shape
from craft.pick import PickInputs, pick
from craft.shape import path as paths
from craft.shape.curve import tangent_at
from craft.trace import TraceInputs, trace
from tests.craft.shapes import box
from workroom.demo.waistcoat import ringing_waistcoat

# Properties are tried on one pattern made once, not on a fixture that would be printed whole.
WAISTCOAT = ringing_waistcoat()


def fitted(waistcoat, orla, *changes: LengthChange):
    picked = pick(waistcoat, orla)
    traced = trace(waistcoat, picked, TraceInputs())
    return fit(waistcoat, traced, picked, orla, FitInputs(changes=changes))


def by_number(result):
    return {piece.number: piece for piece in result.pieces}


def test_half_of_the_height_difference_belongs_above_the_hip(waistcoat):
    # 171.0 − 168.0 = 3.0; half of it: 1.5 cm
    figure = by_height(waistcoat, {"waist": ()}, {}, 1710)["waist"]
    assert figure.value == 15
    assert render(figure.working[0], "cm") == ("your height 171 cm − drawn for 168 cm = 3 cm")


def test_a_shorter_person_takes_it_out(waistcoat):
    # 162.0 − 168.0 = −6.0; half: −3.0 cm
    assert by_height(waistcoat, {"waist": ()}, {}, 1620)["waist"].value == -30


def test_a_box_grows_by_just_the_amount():
    made = lengthen(box(100, 200), 120, 20)
    assert paths.area(made.outline) == pytest.approx(100 * 220)
    assert paths.length(made.edge("right").path) == pytest.approx(220)
    assert paths.length(made.edge("bottom").path) == pytest.approx(100)


def test_what_lies_below_the_line_moves_and_what_lies_above_stays():
    dots = tuple(Mark(id=f"dot{y}", kind="dot", name="dot", points=((50.0, float(y)),)) for y in (110, 130))
    made = lengthen(box(100, 200, marks=dots), 120, 20)
    where = {mark.id: mark.points[0] for mark in made.marks}
    assert where["dot110"] == (50.0, 110.0)
    assert where["dot130"] == (50.0, 150.0)


def test_a_slanted_edge_is_ruled_again_from_end_to_end():
    # From (100, 0) to (140, 200), line at 100: slid apart by 50 it would step sideways by nothing and
    # down by 50; ruled again it runs straight to (140, 250): length √(40² + 250²) = 253.18
    shape = Shape(
        edges=(
            Edge(name="top", kind="seam", path=(((0.0, 0.0), (100.0, 0.0)),)),
            Edge(name="side", kind="seam", path=(((100.0, 0.0), (140.0, 200.0)),)),
            Edge(name="hem", kind="seam", path=(((140.0, 200.0), (0.0, 200.0)),)),
            Edge(name="centre", kind="seam", path=(((0.0, 200.0), (0.0, 0.0)),)),
        )
    )
    side = lengthen(shape, 100, 50).edge("side").path
    assert len(side) == 1
    assert paths.length(side) == pytest.approx(hypot(40, 250))


def test_a_trued_curve_has_no_step_and_no_corner(waistcoat):
    front = waistcoat.piece(1).shapes["D"]
    line = next(m.points[0][1] for m in front.marks if m.kind == "length line")
    for amount in (30, -30):
        side = lengthen(front, line, amount).edge("side").path
        assert paths.is_joined(side)
        assert all(len(curve) == 4 for curve in side)  # no polyline
        for before, after in pairwise(side):
            (ax, ay), (bx, by) = tangent_at(before, 1), tangent_at(after, 0)
            assert abs(ax * by - ay * bx) < 0.01


def test_seam_lengths_after_a_change(waistcoat, orla):
    before = fitted(waistcoat, orla)
    after = fitted(waistcoat, orla, LengthChange(level="waist", amount=20))
    walked = {seam.name: seam for seam in after.seams}
    was = {seam.name: seam for seam in before.seams}
    # The front edge is straight and upright: exactly 2 cm longer.
    edge = paths.length(by_number(after)[1].shape.edge("front edge").path)
    assert edge == pytest.approx(paths.length(by_number(before)[1].shape.edge("front edge").path) + 20)
    # The side leans, so it gains a little less than 2 cm; front and back gain the same.
    gained = walked["side seam"].a.value - was["side seam"].a.value
    assert 19 < gained < 20.5
    assert walked["side seam"].a.value == pytest.approx(walked["side seam"].b.value, abs=0.01)
    # Above the line nothing changes.
    assert walked["shoulder seam"].a.value == was["shoulder seam"].a.value
    assert all(seam.agrees for seam in after.seams)


def test_every_piece_that_shares_the_seam_follows(waistcoat, orla):
    made = fitted(waistcoat, orla, LengthChange(level="waist", amount=20))
    assert made.changes[0].pieces == (1, 2, 3, 4, 5)
    assert {p.number: p.lengthened for p in made.pieces if p.lengthened} == dict.fromkeys(
        (1, 2, 3, 4, 5), 20
    )
    assert set(made.before) == {1, 2, 3, 4, 5}


def test_a_dart_across_the_line_gets_new_legs(waistcoat, orla):
    def dart(result):
        marks = by_number(result)[1].shape.marks
        return next(mark.points for mark in marks if mark.id == "waist-dart")

    top, left, bottom, right = dart(fitted(waistcoat, orla))
    new_top, new_left, new_bottom, new_right = dart(
        fitted(waistcoat, orla, LengthChange(level="waist", amount=20))
    )
    assert new_top == top  # above the line
    for old, new in ((left, new_left), (bottom, new_bottom), (right, new_right)):
        assert new == (old[0], old[1] + 20)


def test_notches_still_meet_and_lie_on_their_edge(waistcoat, orla):
    made = fitted(waistcoat, orla, LengthChange(level="waist", amount=-25))
    side = next(seam for seam in made.seams if seam.name == "side seam")
    assert side.notches == ("side notch",)
    for piece in made.pieces:
        for mark in piece.shape.marks:
            if mark.kind == "notch":
                gap, _ = paths.nearest(piece.shape.edge(mark.edge).path, mark.points[0])
                assert gap < 0.01, (piece.name, mark.name)


def test_two_changes_at_one_line_add_up(waistcoat, orla):
    once = fitted(waistcoat, orla, LengthChange(level="waist", amount=20))
    twice = fitted(
        waistcoat, orla, LengthChange(level="waist", amount=15),
        LengthChange(level="waist", amount=5),
    )  # fmt: skip
    a, b = by_number(once)[2].shape, by_number(twice)[2].shape
    assert paths.length(b.edge("centre back").path) == pytest.approx(
        paths.length(a.edge("centre back").path)
    )


def test_the_height_rule_without_a_height_is_a_fault_not_a_crash(waistcoat, orla):
    nobody = orla.model_copy(update={"measurements": {"bust": 915}})
    made = fitted(waistcoat, nobody, LengthChange(level="waist", by="height"))
    assert made.findings[0].weight == "fault"
    assert "no height is known" in made.findings[0].what
    assert not any(piece.lengthened for piece in made.pieces)


def test_more_than_five_centimetres_at_one_line_is_doubted(waistcoat, orla):
    made = fitted(waistcoat, orla, LengthChange(level="waist", amount=51))
    assert "[[51]] is much for one line." in [finding.what for finding in made.findings]


def test_a_level_no_piece_has_is_refused(waistcoat, orla):
    with pytest.raises(CraftError, match="knee"):
        fitted(waistcoat, orla, LengthChange(level="knee", amount=10))


def test_a_partner_left_behind_is_a_fault(waistcoat, orla):
    """The walk finds what lengthening one piece only would do."""
    from craft.fit.seams.walk import walk

    pieces = by_number(fitted(waistcoat, orla))
    shapes = {number: piece.shape for number, piece in pieces.items()}
    names = {number: piece.name for number, piece in pieces.items()}
    line = next(m.points[0][1] for m in shapes[1].marks if m.kind == "length line")
    shapes[1] = lengthen(shapes[1], line, 20)
    walks, findings = walk(waistcoat, shapes, names)
    side = next(seam for seam in walks if seam.name == "side seam")
    assert not side.agrees
    assert any(f.what.startswith("Side seam: front is ") for f in findings)


@settings(max_examples=25)
@given(amount=st.floats(-60, 100), size=st.sampled_from("ABCDEFG"))
def test_any_amount_in_any_size_keeps_seams_equal_and_outlines_closed(amount, size):
    chosen = PickInputs(size=size)
    made = fitted(WAISTCOAT, chosen, LengthChange(level="waist", amount=amount))
    off = {seam.name: round(seam.difference.value, 2) for seam in made.seams}
    assert {name: value for name, value in off.items() if abs(value) > 1.0} == {}
    for piece in made.pieces:
        outline = piece.shape.outline
        assert paths.is_joined((*outline, outline[0]))
        assert paths.is_joined((*piece.cutting, piece.cutting[0]))
