"""What a person enters becomes the pattern a careful person would draw: numbers by hand, and properties."""

from itertools import pairwise
from math import cos, hypot, pi, radians, sin

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.digitise.arcs import arc
from craft.digitise.corner_detection import find_corners
from craft.digitise.curve_fit import through
from craft.digitise.digitised import digitise
from craft.digitise.from_pattern import entered
from craft.digitise.inputs import Outline, OutlineNode, SizeLine
from craft.digitise.line import edges_of
from craft.digitise.seaming import propose
from craft.digitise.sizes import handles_in
from craft.errors import CraftError
from craft.pattern.checks import check_pattern
from craft.pattern.cutting import cutting_line, printed
from craft.pattern.inset import inset
from craft.shape import path as paths
from craft.shape.curve import distance
from craft.shape.pen import bounds
from tests.craft.entering import (
    EMPTY,
    done,
    furthest,
    lengths,
    measured,
    sampled,
    shape_of,
    sum_of,
    what,
)
from tests.craft.examples import examples
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat

PATTERNS = [ringing_waistcoat(), ringing_breeches(), yoke_blouse()]
BODY = {
    "half neck width": (80, 82), "neck depth": (90, None), "shoulder": (125, 125),
    "shoulder drop": (35, 35), "half across": (175, 175), "underarm drop": (200, 200),
    "half width": (240, 240), "side": (400, 400), "half hem": (240, 240), "centre": (560, None),
}  # fmt: skip


# --- sums ---


@pytest.mark.parametrize(
    ("share", "pieces", "radius"),
    # 72 cm of waist: 72 / 2π = 11.459 cm for a whole circle; half a circle has twice the radius.
    [(1.0, 2, 114.59), (0.75, 1, 152.79), (0.5, 1, 229.18), (0.25, 1, 458.37)],
)
def test_radius_of_a_circle_skirt_from_the_waist(share, pieces, radius):
    piece = sum_of("circle", waist=720, depth=600, circle=share, pieces=pieces, fold=1)
    assert piece.working[0].value == pytest.approx(radius, abs=0.01)
    shape = piece.shaped.shapes["one size"]
    # On the fold half of the waist is drawn; 0.03 % is what cubics make of an arc.
    assert lengths(shape)["inner edge"] == pytest.approx(360 / pieces, rel=3e-4)
    assert lengths(shape)["outer edge"] == pytest.approx(360 / pieces * (radius + 600) / radius, rel=3e-4)
    assert shape.edge("centre").kind == "fold"


def test_ring_for_a_flounce_in_two_pieces():
    # 60 cm of seam: radius 9.549 cm; each half ring has half of it inside, and 2π(9.549 + 12) / 2 outside.
    piece = sum_of("ring", seam=600, depth=120)
    shape = piece.shaped.shapes["one size"]
    assert lengths(shape)["inner edge"] == pytest.approx(300, rel=3e-4)
    assert lengths(shape)["outer edge"] == pytest.approx(pi * (95.493 + 120), rel=3e-4)
    assert piece.cuts[0].count == 2


def test_a_whole_ring_from_one_piece_is_refused_in_a_sentence():
    assert not sum_of("ring", seam=600, depth=120, pieces=1).usable


def test_binding_with_joins():
    # 3 m, strips of 1.4 m with 2 × 1 cm: 3000 / 1380 = 2.2, so 3 strips of 1000 + 20; 4 × 1 cm wide.
    piece = sum_of("binding", seam=3000, wide=10, strip=1400, allowance=10)
    assert [figure.value for figure in piece.working] == [1020, 40, 3]
    grain = next(m for m in piece.shaped.shapes["one size"].marks if m.kind == "grain")
    (ax, ay), (bx, by) = grain.points
    assert bx - ax == pytest.approx(by - ay)  # on the bias: 45 degrees to its length
    assert piece.usable


def test_known_handles_grow_with_their_stretch_unless_a_size_has_its_own():
    # The stretch from the first node is 100 long, 150 in B: its handles by half more; in C they are given.
    known = {1: ((30.0, 10.0), (-20.0, 40.0))}
    outline = Outline(
        nodes=tuple(OutlineNode(id=k) for k in (1, 2, 3)),
        lines={
            "A": SizeLine(points=((0, 0), (100, 0), (60, 80)), handles=known),
            "B": SizeLine(points=((0, 0), (150, 0), (60, 80))),
            "C": SizeLine(points=((0, 0), (90, 0), (60, 80)), handles={1: ((9, 9), (8, 8))}),
        },
    )  # fmt: skip
    assert handles_in(outline, "A") == known
    assert handles_in(outline, "B") == {1: (pytest.approx((45, 15)), pytest.approx((-30, 60)))}
    assert handles_in(outline, "C") == {1: ((9, 9), (8, 8))}


@given(st.floats(-180, 180), st.floats(-359, 359).filter(lambda turn: abs(turn) > 1), st.floats(5, 900))
def test_an_arc_keeps_its_radius_from_where_it_starts_to_where_it_ends(start, turn, radius):
    made = arc((5.0, -3.0), radius, start, turn)

    def at(angle):
        return pytest.approx(
            (5 + radius * cos(radians(angle)), -3 + radius * sin(radians(angle))), abs=1e-6
        )

    assert (made[0][0], made[-1][-1]) == (at(start), at(start + turn))
    assert all(one[-1] == pytest.approx(two[0], abs=1e-9) for one, two in pairwise(made))
    for place in paths.flatten(made, 0.01):
        assert distance(place, (5.0, -3.0)) == pytest.approx(radius, rel=5e-4, abs=0.02)


def test_ruffle_takes_the_length_of_an_edge_in_every_size():
    inputs = done(measured((0, 0), (400, 0), (400, 300), (0, 300)), "add size", name="S")
    inputs = done(inputs, "add size", name="L")
    ids = [node.id for node in inputs.pieces[0].drawn.nodes]
    shifts = {ids[1]: (50, 0), ids[2]: (50, 0), ids[0]: (0, 0), ids[3]: (0, 0)}
    inputs = done(inputs, "shift points", piece=1, size="L", shifts=shifts)
    piece = sum_of("ruffle", inputs, wide=60, fullness=2, along=[{"piece": 1, "edge": ids[2]}])
    long = {size: lengths(shape)["left side"] for size, shape in piece.shaped.shapes.items()}
    assert long == pytest.approx({"S": 800, "L": 900})


def test_tie_band_casing_and_box():
    tie = sum_of("tie", long=800, wide=25, allowance=10).working
    assert [figure.value for figure in tie] == [820, 70, 1]  # 80 + 2, 2 × 2.5 + 2 cm
    assert sum_of("band", seam=720, wide=40, allowance=10).working[1].value == 100
    assert sum_of("casing", seam=900, wide=30, allowance=10).working[1].value == 50
    box = sum_of("box", long=620, wide=410)
    assert bounds(cutting_line(box.shaped.shapes["one size"])) == pytest.approx((0, 0, 410, 620))


def test_trapezium_stands_evenly_about_its_middle():
    shape = sum_of("trapezium", top=60, bottom=100, long=300).shaped.shapes["one size"]
    assert lengths(shape)["left edge"] == pytest.approx(hypot(20, 300))
    assert lengths(shape)["right edge"] == pytest.approx(hypot(20, 300))


# --- a garment ---


def garment(part: str, measures: dict, inputs=EMPTY, **more):
    return done(inputs, "add piece", drawn={"way": "garment", "part": part, "measures": measures, **more})


def test_halves_are_averaged_and_their_difference_told():
    inputs = garment("body front", BODY | {"half neck width": (80, 88), "half across": (175, 180)})
    made = digitise(inputs)
    neck = next(f for f in made.pieces[0].working if f.name == "half neck width")
    assert neck.value == 84
    assert neck.working[0] == "([[80]] + [[88]]) ÷ 2 = [[84]]; they differ by [[8]]"
    assert "Piece 1: left and right differ by [[8]] at the half neck width." in what(inputs)
    assert not any("half across" in said for said in what(inputs))  # 5 mm is no difference


def test_front_of_a_garment_by_hand():
    shape = shape_of(garment("body front", BODY))
    # Neck 8.1 cm wide; shoulder 12.5 long and 3.5 down: its end 12 cm further out.
    assert paths.end(shape.edge("shoulder").path) == pytest.approx((201, 35))
    # Underarm 20 cm below that; 24 cm of hem were measured along its curve, which falls 1.5 cm.
    assert paths.start(shape.edge("side").path) == pytest.approx((240, 235))
    assert lengths(shape)["hem"] == pytest.approx(240, abs=0.01)
    assert paths.end(shape.edge("side").path) == pytest.approx((239.4, 635), abs=0.1)
    assert lengths(shape)["centre"] == pytest.approx(560)
    # Square at the fold.
    assert shape.edge("neckline").path[0][1][1] == pytest.approx(90)


def test_side_seams_of_front_and_back_get_one_length():
    inputs = garment("body front", BODY | {"side": (400, 404)})
    inputs = garment(
        "body back",
        BODY | {"side": (408, 408), "neck depth": (25, None), "centre": (620, None)},
        inputs,
    )
    front, back = shape_of(inputs, 0), shape_of(inputs, 1)
    assert lengths(front)["side"] == pytest.approx(405)  # (40.0 + 40.4 + 40.8 + 40.8) / 4
    assert lengths(back)["side"] == pytest.approx(405)


def test_sleeve_seams_are_as_measured_and_ease_is_added():
    sleeve = {"length": (600, 600), "half width": (200, 200), "cap height": (130, 130),
              "underarm": (461, 461), "half hem": (140, 140)}  # fmt: skip
    shape = shape_of(garment("sleeve", sleeve, longer=20, wider=10))
    assert lengths(shape)["underarm"] == pytest.approx(481)
    x0, y0, x1, y1 = bounds(shape.outline)
    assert (x1 - x0, y1 - y0) == pytest.approx((410, 620), abs=0.5)
    assert cutting_line(shape) != shape.outline  # a sewn garment has no allowances; they are added


def test_measures_that_cannot_be_are_refused_in_a_sentence_and_kept():
    inputs = garment("body front", BODY | {"shoulder": (30, 30)})
    assert (
        "Piece 1: The shoulder and its drop do not fit together: [[30]] along, but [[35]] straight across."
        in what(inputs)
    )
    assert inputs.pieces[0].drawn.measures["side"] == (400, 400)


def test_the_next_measure_is_asked_for():
    said = what(garment("body front", {"half neck width": (80, None)}))
    assert "Piece 1: 1 of 10 measures are known; the neck depth is next." in said


# --- points ---


def test_a_square_by_measure():
    shape = shape_of(measured((0, 0), (300, 0), (300, 200), (0, 200)))
    assert lengths(shape) == {"top": 300, "right side": 200, "bottom": 300, "left side": 200}
    # Upright as drawn, though its longest edges lie.
    (ax, ay), (bx, by) = next(mark for mark in shape.marks if mark.kind == "grain").points
    assert ax == pytest.approx(bx)
    assert by > ay


def test_what_runs_the_wrong_way_is_turned_round():
    there = shape_of(measured((0, 0), (300, 0), (250, 200), (0, 200)))
    back = shape_of(measured((0, 200), (250, 200), (300, 0), (0, 0)))
    assert lengths(there) == pytest.approx(lengths(back))
    assert paths.area(there.outline) == pytest.approx(paths.area(back.outline))


def test_allowance_is_taken_off_a_traced_cutting_line_at_its_corners():
    inputs = measured((0, 0), (100, 0), (100, 100), (0, 100), traced="cutting")
    ids = [node.id for node in inputs.pieces[0].drawn.nodes]
    for id, wide in zip(ids, (10, 20, 10, 0), strict=True):
        inputs = done(inputs, "edge", piece=1, edge=id, says={"allowance": wide})
    corners = [paths.start(edge.path) for edge in shape_of(inputs).edges]
    for corner, wanted in zip(corners, [(0, 10), (80, 10), (80, 90), (0, 90)], strict=True):
        assert corner == pytest.approx(wanted)


@pytest.mark.parametrize("pattern", PATTERNS, ids=lambda p: p.name)
def test_the_stitching_line_is_found_back_from_every_cutting_line(pattern):
    looked = 0
    for piece in pattern.pieces:
        for shape in piece.shapes.values():
            paper = printed(shape, True)
            steps = [e for k, e in enumerate(shape.edges)
                     if paths.is_straight((*shape.edges[k - 1].path, *e.path))]  # fmt: skip
            if steps:
                continue  # allowances that change on a straight line leave a step of their own
            back = inset([e.path for e in paper.edges], [e.allowance for e in shape.edges])
            assert furthest(shape, tuple(c for path in back for c in path)) < 0.05
            looked += 1
    assert looked > 20


def test_dart_cap_is_folded_and_its_legs_made_equal():
    inputs = measured((0, 0), (300, 0), (300, 200), (0, 200))
    # A dart in the top edge, 2 cm wide, 10 cm deep, one leg clicked 1 mm too far out.
    mark = {"id": "d", "kind": "dart", "name": "dart", "points": [(140, 0), (150, 100), (160, -1)]}
    shape = shape_of(done(inputs, "mark", piece=1, mark=mark))
    assert [edge.name for edge in shape.edges[:3]] == ["top left", "dart", "top right"]
    cap = shape.edge("dart").path
    leg_a, leg_b = cap[0][0], cap[1][1]
    assert distance(leg_a, (150, 100)) == pytest.approx(distance(leg_b, (150, 100)))
    # Pressed to the right: the top edge mirrored in the leg meets the fold. The leg leans 10 in 100, the
    # mirrored edge rises from it by tan(2 · 5.71°) · 1 cm = 2.02 mm over its 1 cm to the fold.
    assert cap[0][1][0] == pytest.approx(150, abs=0.2)
    assert cap[0][1][1] == pytest.approx(-2.02, abs=0.15)
    assert done(inputs, "mark", piece=1, mark=mark).pieces[0].marks[0].points[2] == (160, -1)


def test_a_drawn_peak_between_the_legs_becomes_the_cap():
    inputs = measured((0, 0), (140, 0), (150, -2.02), (160, 0), (300, 0), (300, 200), (0, 200))
    ids = [node.id for node in inputs.pieces[0].drawn.nodes]
    inputs = done(inputs, "set points", piece=1, ids=ids[1:4], turn="corner")
    mark = {"id": "d", "kind": "dart", "name": "dart", "points": [(140, 0), (150, 100), (160, 0)]}
    shape = shape_of(done(inputs, "mark", piece=1, mark=mark))
    assert [edge.kind for edge in shape.edges].count("dart") == 1
    assert len(shape.edges) == 6  # two halves of the top, the cap, three other sides


def test_notches_in_pairs_lie_equally_far_from_the_common_end():
    inputs = measured((0, 0), (300, 0), (300, 200), (0, 200), name="Front")
    inputs = measured((0, 0), (250, 0), (250, 210), (0, 200), inputs=inputs, name="Back")
    a, b = (piece.drawn.nodes[1].id for piece in inputs.pieces)
    inputs = done(inputs, "notches", a={"piece": 1, "edge": a}, b={"piece": 2, "edge": b}, along=60)
    for index, x in ((0, 300), (1, 250)):
        notch = next(m for m in shape_of(inputs, index).marks if m.kind == "notch")
        assert notch.points[0] == pytest.approx((x, 60))
    again = done(inputs, "notches", a={"piece": 1, "edge": a}, b={"piece": 2, "edge": b}, along=120)
    assert [mark.name for mark in again.pieces[0].marks] == ["notch", "notch 2"]
    with pytest.raises(CraftError, match="only"):
        done(inputs, "notches", a={"piece": 1, "edge": a}, b={"piece": 2, "edge": b}, along=205)


def test_a_new_mark_hangs_on_the_nearest_edge_and_is_set_in_the_size_that_is_shown():
    panel = measured((0, 0), (300, 0), (300, 200), (0, 200))
    for name in ("S", "M"):
        panel = done(panel, "add size", name=name)
    panel = done(panel, "shift points", piece=1, size="M", shifts={2: (20, 0), 3: (20, 0)})
    panel = done(panel, "new mark", piece=1, kind="notch", points=[(318, 90)], size="M")
    notch = panel.pieces[0].marks[0]
    assert (notch.edge, notch.at) == (2, {"M": ((318.0, 90.0),)})
    assert [shape_of(panel, size=size).marks[-1].points[0] for size in "SM"] == [
        pytest.approx((300, 90)), pytest.approx((320, 90)),
    ]  # fmt: skip
    panel = done(panel, "new mark", piece=1, kind="notch")
    panel = done(panel, "new mark", piece=1, kind="dart")
    assert [mark.id for mark in panel.pieces[0].marks] == ["notch", "notch 2", "dart"]
    # Without a place: down the middle of 300 x 200 mm, 20 mm apart.
    assert panel.pieces[0].marks[-1].points == ((150, 100), (150, 120), (150, 140))


def test_shifted_corners_grade_what_lies_between():
    inputs = done(measured((0, 0), (100, 0), (200, 0), (200, 300), (0, 300)), "add size", name="A")
    inputs = done(inputs, "add size", name="B")
    ids = [node.id for node in inputs.pieces[0].drawn.nodes]
    shifts = {ids[0]: (0, -4), ids[2]: (10, -8), ids[3]: (10, 0), ids[4]: (0, 0)}
    shape = shape_of(done(inputs, "shift points", piece=1, size="B", shifts=shifts), size="B")
    path = tuple(curve for edge in shape.edges for curve in edge.path)
    # Half way along the top: half way between both shifts.
    assert paths.nearest(path, (105, -6))[0] == pytest.approx(0, abs=0.01)


def test_a_half_is_opened_and_closed_again():
    half = measured(
        (0, 20), (60, 0), (200, 40), (220, 300), (0, 310), cuts=[{"role": "main", "on_fold": True}]
    )
    id = half.pieces[0].drawn.nodes[-1].id
    half = done(half, "edge", piece=1, edge=id, says={"name": "centre", "kind": "fold"})
    area = paths.area(shape_of(half).outline)
    whole = done(half, "transform", piece=1, how="open")
    assert paths.area(shape_of(whole).outline) == pytest.approx(2 * area)
    assert not any(edge.kind == "fold" for edge in shape_of(whole).edges)
    again = done(whole, "transform", piece=1, how="close")
    assert paths.area(shape_of(again).outline) == pytest.approx(area)
    check_pattern(digitise(again).pattern)


def test_a_piece_is_turned_to_its_grain():
    inputs = measured((0, 0), (300, 0), (300, 200), (0, 200))
    mark = {"id": "g", "kind": "grain", "points": [(50, 100), (250, 100)]}
    turned = done(done(inputs, "mark", piece=1, mark=mark), "transform", piece=1, how="to the grain")
    shape = shape_of(turned)
    assert bounds(shape.outline) == pytest.approx((0, 0, 200, 300))
    (ax, _), (bx, _) = next(m for m in shape.marks if m.kind == "grain").points
    assert ax == pytest.approx(bx)


# --- what is said, and what is proposed ---


def test_everything_wrong_is_said_at_once_and_nothing_is_lost():
    inputs = measured((0, 0), (300, 200), (300, 50), (0, 200), name="Bow")
    inputs = measured((0, 0), (100, 0), (100, 50), (0, 50), inputs=inputs, name="Flap")
    inputs = measured((0, 0), (100, 0), (100, 50), (0, 50), inputs=inputs, name="Flap too")
    inputs = done(
        inputs, "mark", piece=2, mark={"id": "g", "kind": "grain", "points": [(500, 0), (500, 90)]}
    )
    inputs = done(inputs, "describe piece", piece=3, number=2)
    said = what(inputs)
    assert "Piece 1 (Bow): its outline crosses or touches itself." in said
    assert "Piece 2 (Flap): the grain line lies outside the piece." in said
    assert "Two pieces have the number 2." in said
    assert "Pieces 2 and 2 have the same outline." in said
    assert len(inputs.pieces) == 3


def test_one_broken_piece_keeps_no_other_from_the_pattern():
    inputs = measured((0, 0), (300, 200), (300, 50), (0, 200), name="Bow")
    inputs = measured((0, 0), (100, 0), (100, 50), (0, 50), inputs=inputs, name="Flap")
    made = digitise(inputs)
    assert [piece.name for piece in made.pattern.pieces] == ["Flap"]
    check_pattern(made.pattern)


def test_a_fact_opens_the_next_ability():
    inputs = measured((0, 0), (100, 0), (100, 500), (0, 500))
    able = {each.name: each.can for each in digitise(inputs).abilities}
    assert able["Lay and cut"]
    assert not able["Propose a size"]
    inputs = done(inputs, "add size", name="A")
    rows = [{"measurement": "waist", "body": {"A": 700}, "ease": 20, "leads": True}]
    able = {each.name: each.can for each in digitise(done(inputs, "table", rows=rows)).abilities}
    assert able["Propose a size"]


def test_seams_are_proposed_with_how_well_they_fit():
    inputs = garment("body front", BODY)
    inputs = garment("body back", BODY | {"neck depth": (25, None), "centre": (625, None)}, inputs)
    found = {each.seam.name: each for each in propose(inputs, digitise(inputs).pieces)}
    assert found["side seam"].fits
    assert found["shoulder seam"].off == pytest.approx(0)
    inputs = done(inputs, "add seams", seams=[each.seam.model_dump() for each in found.values()])
    assert propose(inputs, digitise(inputs).pieces) == ()
    assert not [said for said in what(inputs) if "longer" in said]


# --- curves and corners ---


@settings(max_examples=examples(40))
@given(
    st.floats(40, 400), st.floats(20, 150), st.integers(5, 14), st.floats(0, 360), st.floats(0.0, 0.3),
    st.randoms(use_true_random=False),
)  # fmt: skip
def test_an_arc_comes_out_of_clicked_points(radius, turn, count, start, off, random):
    def at(degrees):
        return (radius * cos(radians(degrees)), radius * sin(radians(degrees)))

    true = [at(start + turn * k / count) for k in range(count + 1)]
    clicked = tuple((x + off * cos(a), y + off * sin(a)) for x, y in true for a in [random.uniform(0, 7)])
    if min(distance(a, b) for a, b in pairwise(clicked)) < 4:
        return  # nobody clicks so near
    path = through(clicked, within=0.35)
    assert len(path) < count
    # A smooth line through points of an arc leaves it by a share of the fourth power of their distance.
    drawn = 0.02 + 0.005 * radius * radians(turn / count) ** 4
    assert all(len(curve) == 4 for curve in path)
    for k in range(81):
        gap = paths.nearest_place(path, at(start + turn * k / 80))[0]
        assert gap < drawn + 0.35 + 1.6 * off


def test_a_curve_leaves_a_straight_neighbour_in_its_direction():
    points = ((0.0, 0.0), (20.0, 2.0), (38.0, 9.0), (50.0, 20.0))
    path = through(points, first=(1.0, 0.0))
    (_, (hx, hy)) = path[0][0], path[0][1]
    assert hy == pytest.approx(0, abs=1e-9)
    assert hx > 0


@pytest.mark.parametrize("pattern", PATTERNS, ids=lambda p: p.name)
def test_its_own_points_give_the_demo_pattern_back_in_small_and_large_sizes(pattern):
    sizes = pattern.table.sizes
    for piece in pattern.pieces:
        for size in (sizes[0], sizes[len(sizes) // 2], sizes[-1]):
            shape = piece.shapes[size]
            points, corners = sampled(shape, 9.0)
            nodes = tuple(
                OutlineNode(id=k, turn="corner" if corner else "smooth")
                for k, corner in enumerate(corners, 1)
            )
            line = Outline(nodes=nodes, lines={size: SizeLine(points=tuple(points))}, closed=True)
            made = edges_of(line, size)
            assert furthest(shape, tuple(c for edge in made for c in edge.path)) < 0.2


@pytest.mark.parametrize("pattern", PATTERNS, ids=lambda p: p.name)
def test_a_pattern_read_as_entered_is_the_same_pattern(pattern):
    made = digitise(entered(pattern)).pattern
    check_pattern(made)
    for own, given_ in zip(made.pieces, pattern.pieces, strict=True):
        assert own.model_copy(update={"shapes": {}}) == given_.model_copy(update={"shapes": {}})
        for size, shape in given_.shapes.items():
            other = own.shapes[size]
            assert [(e.name, e.kind, e.allowance) for e in shape.edges] == [
                (e.name, e.kind, e.allowance) for e in other.edges
            ]
            assert furthest(shape, other.outline) < 1e-6
            assert [m.points for m in other.marks] == [m.points for m in shape.marks]
    assert made.model_copy(update={"pieces": ()}) == pattern.model_copy(update={"pieces": ()})


@settings(max_examples=40)
@given(st.floats(0, 360), st.integers(6, 20), st.floats(30, 200))
def test_corners_are_found_whichever_way_a_piece_lies(turned, count, radius):
    """Half a disc: its curve has no corner, its two ends do."""
    spread = [180 * k / count for k in range(count + 1)]
    points = tuple((radius * cos(radians(a + turned)), radius * sin(radians(a + turned))) for a in spread)
    nodes = tuple(OutlineNode(id=k + 1) for k in range(len(points)))
    found = find_corners(nodes, points, clicked=False).corners
    assert [k for k, corner in enumerate(found) if corner] == [0, count]
