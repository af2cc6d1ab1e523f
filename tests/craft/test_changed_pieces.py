"""Seams taken in and let out, pieces divided and joined, edges drawn by hand: worked by hand on plain
boxes, and on pieces nobody drew."""

import pytest
from hypothesis import HealthCheck, assume, given, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.fit.draft import Draft
from craft.fit.mends import allowances, length_mends, notch_mend
from craft.fit.pieces.allowance import AllowanceChange, allowance_set
from craft.fit.pieces.edge_by_hand import HandChange, drawn_by_hand
from craft.fit.pieces.join import JoinChange, join
from craft.fit.pieces.mirror import MirrorChange, mirror
from craft.fit.pieces.notch import NotchMove, notch_moved
from craft.fit.pieces.open_half import OpenChange, open_half
from craft.fit.pieces.split import SplitChange, free_number, split
from craft.fit.seams.walk import walk
from craft.fit.seams.width import Pin, WidthChange, take_in
from craft.fit.tolerances import Tolerances
from craft.pattern import Cut, EdgeRef, Mark, Seam, Shape
from craft.shape import path as paths
from craft.shape.apart import furthest
from craft.shape.bends import tightest_inward
from craft.shape.curve import distance
from craft.shape.region import is_simple
from tests.craft.made_pieces import made_pieces
from tests.craft.shapes import FOLD, PAIR, box, work
from tests.craft.test_darts import panel

LIMITS = Tolerances()


def seam(one: tuple[int, str], two: tuple[int, str], *, backwards: bool = True, **more: float) -> Seam:
    a, b = (EdgeRef(piece=n, edge=edge) for n, edge in (one, two))
    return Seam(name="side", a=(a,), b=(b.model_copy(update={"backwards": backwards}),), **more)


def at_level(shape: Shape, edge: str, y: float) -> float:
    path = shape.edge(edge).path
    return paths.point_along(path, paths.along_at_level(path, y))[0]


# Two boxes 20 by 40 cm sewn together, the right side of the first to the left side of the second.
def pair() -> Draft:
    return work(box(200, 400), box(200, 400), seams=(seam((1, "right"), (2, "left")),))


def taken(before: Draft, **how: object) -> Draft:
    change = WidthChange(**{"kind": "width", "piece": 1, "edge": "right", **how})
    return take_in(before, change, 0, LIMITS).draft


def test_a_pinch_is_shared_by_both_pieces():
    # 2 cm pinched 20 cm down: 1 cm on each; 8 cm above and below the line is the old one, half way smooth.
    made = taken(pair(), pins=(Pin(at=200, by=20),))
    one, two = made.shapes[1], made.shapes[2]
    assert (at_level(one, "right", 200), at_level(two, "left", 200)) == (
        pytest.approx(190), pytest.approx(10),
    )  # fmt: skip
    for y in (60, 120, 280, 350):
        assert at_level(one, "right", y) == pytest.approx(200, abs=1e-6)
    assert at_level(one, "right", 160) == pytest.approx(195, abs=0.1)
    assert at_level(one, "right", 240) == pytest.approx(at_level(one, "right", 160), abs=1e-6)


def test_a_distance_from_the_seam_is_each_pieces_own():
    made = taken(pair(), pins=(Pin(at=200, by=20),), measured="side", partner=False)
    assert at_level(made.shapes[1], "right", 200) == pytest.approx(180)
    assert made.shapes[2] == pair().shapes[2]
    let_out = taken(pair(), pins=(Pin(at=200, by=-15),), measured="side")
    assert at_level(let_out.shapes[1], "right", 200) == pytest.approx(215)
    assert at_level(let_out.shapes[2], "left", 200) == pytest.approx(-15)


def test_a_pinned_line_is_pricked_through_as_points():
    made = taken(pair(), points=((192, 150), (188, 250)))
    assert at_level(made.shapes[1], "right", 150) == pytest.approx(192)
    assert at_level(made.shapes[2], "left", 250) == pytest.approx(12)


def test_taken_in_to_the_very_end_the_hem_ends_there_too():
    # From 8 cm above the hem to 2 cm inside at the hem.
    made = taken(pair(), pins=(Pin(at=400, by=20),), measured="side").shapes[1]
    assert paths.end(made.edge("right").path) == pytest.approx((180, 400))
    assert paths.start(made.edge("bottom").path) == pytest.approx((180, 400))
    out = taken(pair(), pins=(Pin(at=0, by=-20),), measured="side").shapes[1]
    assert paths.end(out.edge("top").path) == pytest.approx((220, 0))


def test_a_seam_with_a_dart_in_it_is_measured_with_the_dart_closed():
    # 18.4 above the dart, which takes 3.2: 23.4 along the closed seam lies 5 below the dart, 26.6 down.
    before = work(panel(), seams=(
        Seam(name="side", a=(EdgeRef(piece=1, edge="side upper"), EdgeRef(piece=1, edge="side lower")),
             b=(EdgeRef(piece=1, edge="top"),)),
    ))  # fmt: skip
    change = WidthChange(kind="width", piece=1, edge="side lower", pins=(Pin(at=234, by=10),),
                         measured="side", partner=False)  # fmt: skip
    made = take_in(before, change, 0, LIMITS).draft.shapes[1]
    assert at_level(made, "side lower", 266) == pytest.approx(190)
    a, tip, b = next(m.points for m in made.marks if m.id == "dart")
    assert distance(a, tip) == pytest.approx(distance(b, tip))
    assert a[0] == pytest.approx(b[0], abs=0.01)
    assert a[0] < 200


@pytest.mark.parametrize(
    ("how", "said"),
    [
        ({"edge": "none", "pins": (Pin(at=1, by=1),)}, "no such edge"),
        ({}, "Nothing is pinned"),
        ({"pins": (Pin(at=450, by=1),)}, "only [[400]] long"),
    ],
)
def test_what_cannot_be_taken_in_is_said(how, said):
    with pytest.raises(CraftError) as told:
        taken(pair(), **how)
    assert said in told.value.sentence


def cut_box(line: tuple, **more: object) -> tuple[Draft, object]:
    """A box 20 by 30 cm on the fold at its left, its bottom sewn to another's top, cut in two."""
    notch = Mark(id="n", kind="notch", name="side notch", points=((200, 240),), edge="right")
    before = work(box(200, 300, fold=True, marks=(notch,)), box(200, 50),
                  seams=(seam((1, "bottom"), (2, "top")),), cuts=(FOLD,))  # fmt: skip
    change = SplitChange(
        kind="split", piece=1, line=line, new=9, names=("Middle", "Side"), seam="style", **more
    )
    done = split(before, change, 0)
    return done.draft, done.made


def test_cut_down_its_length_the_part_off_the_fold_becomes_a_pair():
    made, told = cut_box(((120, -10), (120, 310)))
    middle, side = made.shapes[1], made.shapes[9]
    assert paths.area(middle.outline) == pytest.approx(120 * 300)
    assert paths.area(side.outline) == pytest.approx(80 * 300)
    assert (made.cuts[1], made.cuts[9]) == ((FOLD,), (PAIR,))
    assert told.figures[0].value == 3  # one on the fold and a pair
    assert made.names == {1: "Middle", 2: "Piece 2", 9: "Side"}
    # Two notches at thirds of the 30 cm, on both, and the side's own stays the side's.
    for shape in (middle, side):
        assert sorted(m.points[0][1] for m in shape.marks if m.name.startswith("style")) == [
            pytest.approx(100), pytest.approx(200),
        ]  # fmt: skip
        assert shape.edge("style").allowance == 15
        assert [m.kind for m in shape.marks].count("grain") == 1
    assert [m.name for m in side.marks if m.edge == "right"] == ["side notch"]
    # The bottom of both together is still as long as what it is sewn to; the new seam agrees.
    walks, off = walk(made.pattern, made.shapes, made.names)
    assert [(w.name, w.a.value, w.agrees) for w in walks] == [
        ("side", pytest.approx(200), True), ("style", pytest.approx(300), True),
    ]  # fmt: skip
    assert off == []
    assert [ref.piece for ref in made.seams[0].a] == [9, 1]


def test_cut_across_both_parts_keep_the_fold():
    made, told = cut_box(((-10, 100), (210, 100)), notches=1)
    assert (made.cuts[1], made.cuts[9], told.figures[0].value) == ((FOLD,), (FOLD,), 2)
    assert paths.area(made.shapes[9].outline) == pytest.approx(200 * 100)
    assert [m.name for m in made.shapes[1].marks if m.edge == "right"] == ["side notch"]


def test_a_corner_cut_off_may_begin_and_end_on_neighbours_or_on_one_edge():
    made, _ = cut_box(((150, -5), (205, 50)))  # through (155, 0) and (200, 45)
    assert paths.area(made.shapes[9].outline) == pytest.approx(45 * 45 / 2)
    made, _ = cut_box(((210, 80), (150, 130), (210, 180)), curved=True)
    assert [edge.name for edge in made.shapes[1].edges].count("right 2") == 1
    whole = paths.area(made.shapes[1].outline) + paths.area(made.shapes[9].outline)
    assert whole == pytest.approx(200 * 300)


def test_what_was_cut_apart_is_joined_again():
    made, _ = cut_box(((120, -10), (140, 310)))
    change = JoinChange(kind="join", piece=1, edge="style", other=9, other_edge="style")
    again = join(made, change, 1).draft
    assert paths.area(again.shapes[1].outline) == pytest.approx(200 * 300)
    assert set(again.shapes) == {1, 2}
    assert [s.name for s in again.seams] == ["side"]
    assert {ref.piece for ref in again.seams[0].a} == {1}
    assert walk(again.pattern, again.shapes, again.names)[1] == []


def test_a_seam_that_shapes_the_garment_cannot_be_left_out():
    before = taken(pair(), pins=(Pin(at=200, by=20),))
    with pytest.raises(CraftError) as told:
        join(before, JoinChange(kind="join", piece=1, edge="right", other=2, other_edge="left"), 1)
    assert "shapes the garment" in told.value.sentence  # 1 cm on either side: 2 apart
    assert "[[20]]" in told.value.sentence


def test_a_half_is_opened_and_a_piece_mirrored():
    half = work(box(200, 300, fold=True), cuts=(FOLD,))
    whole = open_half(half, OpenChange(kind="open", piece=1), 0).draft
    assert paths.area(whole.shapes[1].outline) == pytest.approx(400 * 300)
    assert whole.cuts[1] == (Cut(role="main"),)
    with pytest.raises(CraftError):
        open_half(whole, OpenChange(kind="open", piece=1), 0)
    lopsided = work(panel())
    turned = mirror(lopsided, MirrorChange(kind="mirror", piece=1), 0).draft
    dart = next(m.points for m in turned.shapes[1].marks if m.id == "dart")
    width = sum(paths.control_bounds(panel().outline)[::2])
    back = [(width - x, y) for x, y in reversed(dart)]
    assert back == [pytest.approx(point) for point in ((200, 184), (90, 200), (200, 216))]
    assert mirror(turned, MirrorChange(kind="mirror", piece=1), 1).draft.shapes == lopsided.shapes


def by_hand(shape: Shape, **how: object) -> Shape:
    change = HandChange(**{"kind": "hand", "piece": 1, "edge": "right", **how})
    return drawn_by_hand(work(shape), change, 0).draft.shapes[1]


def test_an_edge_is_drawn_by_hand_from_where_it_lies():
    # The right side is walked down: along is down, out is to the right.
    made = by_hand(box(200, 400), part="end", along=10, out=5)
    assert paths.end(made.edge("right").path) == (205, 410)
    assert paths.start(made.edge("bottom").path) == (205, 410)
    made = by_hand(box(200, 400), part="point", share=0.5, out=8)
    assert at_level(made, "right", 200) == pytest.approx(208)
    assert len(made.edge("right").path[0]) == 4
    made = by_hand(box(200, 400), part="whole", out=-12)
    assert paths.area(made.outline) == pytest.approx(188 * 400)
    with pytest.raises(CraftError):
        by_hand(box(200, 400, fold=True), edge="bottom", part="end", out=5, along=3)


def test_a_hand_edit_asks_for_a_look_when_the_size_changes():
    change = HandChange(kind="hand", piece=1, edge="right", part="end", out=5, size="S")
    (doubt,) = drawn_by_hand(work(box(200, 400)), change, 0).findings
    assert (doubt.weight, "size S" in doubt.what) == ("doubt", True)


def test_the_walk_offers_what_makes_a_seam_agree():
    notch = {y: Mark(id="n", kind="notch", name="notch", points=((x, y),), edge=e)
             for x, y, e in ((200, 150, "right"), (0, 158, "left"))}  # fmt: skip
    off = work(
        box(200, 406, allowance=15, marks=(notch[150],)), box(200, 400, allowance=10, marks=(notch[158],)),
        seams=(seam((1, "right"), (2, "left")),),
    )  # fmt: skip
    (walked,), _ = walk(off.pattern, off.shapes, off.names)
    assert (walked.difference.value, walked.apart) == (pytest.approx(6), ("notch",))
    longer, shorter = length_mends(off, "side", 0, 6.0)
    assert (shorter.sentence.split()[0], longer.sentence.split()[0]) == ("Shorten", "Lengthen")
    back = drawn_by_hand(off, shorter.changes[0], 0).draft
    assert paths.length(back.shapes[1].edge("right").path) == pytest.approx(400)
    off = drawn_by_hand(off, longer.changes[0], 0).draft
    moved = notch_mend(off, "side", "notch").changes[0]
    assert (moved.piece, abs(moved.along)) == (2, pytest.approx(8, abs=0.01))
    off = notch_moved(off, moved, 1).draft
    (_,), (mend,) = allowances(off)
    assert mend.changes == (AllowanceChange(kind="allowance", piece=2, edge="left", width=15),)
    off = allowance_set(off, mend.changes[0], 2).draft
    (walked,), said = walk(off.pattern, off.shapes, off.names)
    assert (walked.agrees, said, allowances(off)) == (True, [], ([], []))


def test_ease_counts_only_where_it_is_gathered():
    # 3 cm of ease gathered between 10 and 20 cm: before it notches meet at once, after it 3 cm later.
    def side(edge: str, x: float, *ys: float, gathered: bool = False) -> tuple[Mark, ...]:
        marks = [Mark(id=f"n{k}", kind="notch", name=f"n{k}", points=((x, y),), edge=edge)
                 for k, y in enumerate(ys)]  # fmt: skip
        if gathered:
            marks.append(
                Mark(id="g", kind="gathers", name="gathers", points=((x, 100), (x, 200)), edge=edge)
            )
        return tuple(marks)

    apart = {}
    for gathered in (False, True):
        made = work(
            box(200, 430, marks=side("right", 200, 80, 330, gathered=gathered)),
            box(200, 400, marks=side("left", 0, 60, 300)),
            seams=(seam((1, "right"), (2, "left"), ease=30),),
        )
        (walked,), _ = walk(made.pattern, made.shapes, made.names)
        apart[gathered] = walked.apart
    assert apart == {False: (), True: ("n0",)}


@settings(max_examples=120, suppress_health_check=list(HealthCheck))
@given(made_pieces(), st.data())
def test_pieces_nobody_drew_are_changed_soundly_or_it_is_refused(shape, data):
    assume(is_simple(shape.outline))
    before = work(shape, cuts=(FOLD,) if any(e.kind == "fold" for e in shape.edges) else (PAIR,))
    edge = data.draw(st.sampled_from([e.name for e in shape.edges]))
    share, by, out = (data.draw(st.floats(*span)) for span in ((0, 1), (-30, 30), (-30, 30)))
    x0, y0, x1, y1 = paths.control_bounds(shape.outline)
    points = st.tuples(st.floats(x0, x1), st.floats(y0, y1))
    line = tuple(data.draw(st.lists(points, min_size=2, max_size=3, unique=True)))
    size = paths.length(shape.edge(edge).path)
    what = data.draw(st.sampled_from(["width", "start", "end", "point", "whole", "split", "mirror"]))
    try:
        if what == "width":
            pins = (Pin(at=share * size, by=by),)
            change = WidthChange(kind="width", piece=1, edge=edge, pins=pins, measured="side")
            made = take_in(before, change, 0, LIMITS).draft
        elif what == "split":
            change = SplitChange(kind="split", piece=1, line=line, new=2, names=("One", "Two"),
                                 curved=by > 0)  # fmt: skip
            made = split(before, change, 0).draft
        elif what == "mirror":
            made = mirror(before, MirrorChange(kind="mirror", piece=1), 0).draft
        else:
            change = HandChange(kind="hand", piece=1, edge=edge, part=what, share=share, along=by, out=out)
            made = drawn_by_hand(before, change, 0).draft
    except CraftError:
        return  # said; that sentences are whole is looked at elsewhere
    for each in made.shapes.values():
        assert is_simple(each.outline)
        for one, two in zip(each.edges, (*each.edges[1:], each.edges[0]), strict=True):
            assert distance(paths.end(one.path), paths.start(two.path)) < 1e-6
        for mark in each.marks:
            if mark.kind == "dart":
                a, tip, b = mark.points
                assert abs(distance(a, tip) - distance(b, tip)) < 0.1
            if mark.kind == "notch":
                assert paths.nearest(each.edge(mark.edge).path, mark.points[0])[0] < 0.05
    if what in ("split", "mirror"):
        areas = sum(paths.area(each.outline) for each in made.shapes.values())
        assert areas == pytest.approx(paths.area(shape.outline), rel=2e-4)  # a hair over the rim


def test_a_notch_does_not_leave_its_edge():
    notch = Mark(id="n", kind="notch", name="notch", points=((200, 150),), edge="right")
    with pytest.raises(CraftError):
        notch_moved(work(box(200, 400, marks=(notch,))),
                    NotchMove(kind="notch", piece=1, mark="n", along=260), 0)  # fmt: skip


def test_a_line_is_drawn_to_a_hundredth_of_a_millimetre():
    # A number that is hardly one would overflow where the roomiest place of a part is looked for.
    made, _ = cut_box(((5e-324, 100.0), (1.0, 100.004)))
    assert paths.end(made.shapes[9].edge("style").path) == (0.0, 100.0)
    assert paths.area(made.shapes[9].outline) == pytest.approx(200 * 100)


def test_a_new_part_gets_a_number_nobody_has():
    off = SplitChange(kind="split", piece=4, line=((0, 0), (1, 1)), new=12, names=("A", "B"), on=False)
    assert (free_number((4, 9), ()), free_number((4, 9), (off,))) == (10, 13)


def test_the_furthest_place_between_two_lines_is_found():
    square, bent = box(100, 100).outline, box(100, 130).outline
    assert furthest((square,), bent) == (pytest.approx(30), (100.0, 100.0), (100.0, 130.0))
    assert furthest((square, box(100, 131).outline), bent)[0] == pytest.approx(1)


@settings(max_examples=60)
@given(st.floats(-2, 2), st.floats(5, 25))
def test_a_pin_beside_a_join_of_two_curves_makes_no_tight_bend(beside, by):
    # The right side in two halves that meet smoothly at 20 cm, but bend otherwise: out, then in.
    side = (
        ((190, 0), (200, 60), (210, 140), (210, 200)), ((210, 200), (210, 240), (180, 300), (200, 400)),
    )  # fmt: skip
    shape = box(200, 400)
    edges = tuple(
        edge.model_copy(update={"path": {
            "right": side, "top": (((0, 0), (190, 0)),)}.get(edge.name, edge.path)})
        for edge in shape.edges
    )  # fmt: skip
    at = paths.one.length(side[0]) + beside
    before = work(shape.model_copy(update={"edges": edges}))
    made = taken(before, pins=(Pin(at=at, by=by),), measured="side").shapes[1]
    assert min(map(tightest_inward, made.edge("right").path)) > 20


@pytest.mark.parametrize("share", [0.0, 0.004, 0.5, 1.0])
@pytest.mark.parametrize("long", [1.0, 4.9, 5.0, 6.0, 200.0])
def test_a_point_is_pulled_as_far_as_asked_or_the_edge_is_too_short(share, long):
    # The right side pulled out by 3 reaches 3 out, wherever the point is taken; its ends stay.
    before = work(box(60, long))
    change = HandChange(kind="hand", piece=1, edge="right", part="point", share=share, along=0, out=3)
    if long < 5:
        with pytest.raises(CraftError, match="only"):
            drawn_by_hand(before, change, 0)
        return
    path = drawn_by_hand(before, change, 0).draft.shapes[1].edge("right").path
    assert (paths.start(path), paths.end(path)) == ((60, 0), (60, long))
    assert max(x for x, _ in paths.flatten(path, 0.02)) == pytest.approx(63, abs=0.05)
