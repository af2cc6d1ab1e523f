"""Grading between sizes: one size above, another below, smooth between, seams still matching."""

from itertools import pairwise
from math import degrees

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import Point

from craft.fit.seams.walk import walk
from craft.pattern import Edge, Mark, Shape
from craft.pattern.natures import boxes_of, sits_on
from craft.pick import PickInputs, pick, shape_of
from craft.pick.grade import grade, turn
from craft.shape import path as paths
from craft.shape.curve import distance
from craft.shape.region import region
from tests.craft.shapes import box
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat

# Properties are tried by name, so that no whole pattern is ever printed.
PATTERNS = {p.name: p for p in (ringing_waistcoat(), ringing_breeches(), yoke_blouse())}
# Body levels of each pattern, the leading one among them.
LEVELS = {
    "Ringing waistcoat": ("bust", "waist", "hip"),
    "Ringing breeches": ("waist", "hip", "knee"),
    "Yoke blouse": ("bust", "waist", "hip"),
}


def side_panel(width_top: float, width_bottom: float) -> Shape:
    """A panel 300 high, its right side straight; bust at 100, hip at 250."""
    corners = [(0.0, 0.0), (width_top, 0.0), (width_bottom, 300.0), (0.0, 300.0)]
    names = ("top", "side", "hem", "centre")
    edges = tuple(
        Edge(name=name, kind="seam", path=((corners[i], corners[(i + 1) % 4]),))
        for i, name in enumerate(names)
    )
    mark = Mark(id="grain", kind="grain", name="grain", points=((10.0, 20.0), (10.0, 280.0)))
    return Shape(edges=edges, marks=(mark,), levels={"bust": 100.0, "hip": 250.0})


PANEL = {"B": side_panel(200, 200), "D": side_panel(240, 240)}


def width_at(shape: Shape, y: float) -> float:
    index, t = paths.at_level(shape.edge("side").path, y)[0]
    from craft.shape.curve import point_at

    return point_at(shape.edge("side").path[index], t)[0]


def test_b_above_d_below_and_half_way_between():
    graded = grade(PANEL, "B", {"bust": "B", "hip": "D"})
    assert width_at(graded, 40) == pytest.approx(200)
    assert width_at(graded, 100) == pytest.approx(200)
    # 3u² − 2u³ at u = ½ is ½: 200 + 40 / 2
    assert width_at(graded, 175) == pytest.approx(220, abs=0.05)
    # at u = ¼: 3/16 − 2/64 = 0.15625, so 200 + 40 × 0.15625 = 206.25
    assert width_at(graded, 137.5) == pytest.approx(206.25, abs=0.1)
    assert width_at(graded, 260) == pytest.approx(240)


def test_a_straight_side_has_no_corner_where_the_blend_begins():
    path = grade(PANEL, "B", {"bust": "B", "hip": "D"}).edge("side").path
    assert max(degrees(turn(a, b)) for a, b in pairwise(path)) < 0.1


def test_one_size_throughout_is_that_size_point_for_point():
    assert grade(PANEL, "B", {"bust": "D", "hip": "D"}) == PANEL["D"]


def test_a_piece_without_levels_keeps_the_leading_size():
    plain = {"B": box(50, 80), "D": box(60, 90)}
    assert grade(plain, "D", {"bust": "B", "hip": "B"}) == plain["D"]


def test_lengths_are_taken_from_another_size():
    # D's bust and hip lie 170 apart instead of 150: what lies at the hip moves down by 20.
    long = side_panel(240, 240).model_copy(update={"levels": {"bust": 100.0, "hip": 270.0}})
    graded = grade({"B": PANEL["B"], "D": long}, "B", {"bust": "B", "hip": "B"}, "D")
    assert graded.levels == {"bust": 100, "hip": 270}
    assert paths.end(graded.edge("side").path) == pytest.approx((200, 320))
    assert paths.end(graded.edge("top").path) == pytest.approx((200, 0))


def test_a_dart_between_the_levels_stays_a_dart():
    def darted(width: float, out: float) -> Shape:
        a, b, point = (width, 160.0), (width + out, 190.0), (width - 90.0, 170.0)
        peak = (width + out / 2 + 4, 176.0)
        edges = (
            Edge(name="top", kind="seam", path=(((0.0, 0.0), (width, 0.0)),)),
            Edge(name="upper", kind="seam", path=(((width, 0.0), a),)),
            Edge(name="dart", kind="dart", path=((a, peak), (peak, b))),
            Edge(name="lower", kind="seam", path=((b, (width + out, 300.0)),)),
            Edge(name="hem", kind="seam", path=(((width + out, 300.0), (0.0, 300.0)),)),
            Edge(name="centre", kind="seam", path=(((0.0, 300.0), (0.0, 0.0)),)),
        )
        mark = Mark(id="d", kind="dart", name="dart", points=(a, point, b), edge="dart")
        return Shape(edges=edges, marks=(mark,), levels={"bust": 100.0, "hip": 250.0})

    graded = grade(
        {"B": darted(200, 0), "D": darted(240, 6)}, "B", {"bust": "B", "hip": "D"}
    )  # fmt: skip
    a, point, b = graded.marks[0].points
    assert distance(point, a) == pytest.approx(distance(point, b), abs=1e-6)
    assert a == paths.start(graded.edge("dart").path)
    assert b == paths.end(graded.edge("dart").path)


def test_the_sizes_said_name_every_level(waistcoat, orla):
    at = {"bust": "B", "hip": "D", "length": "E"}
    picked = pick(waistcoat, orla.model_copy(update={"size": "C", "at": at}))
    assert picked.graded
    assert picked.sizes_said == "B at the bust, C at the waist, D at the hip, lengths of E"


def test_every_level_proposes_by_its_own_measurement(waistcoat):
    # bust 84 is B; waist 79.6 is E; hip 107 lies 4 below F (107.4) and is F.
    measured = {"bust": 840, "waist": 796, "hip": 1070}
    picked = pick(waistcoat, PickInputs(measurements=measured))
    assert picked.proposed_at == {"bust": "B", "waist": "E", "hip": "F"}


choices = st.sampled_from(sorted(PATTERNS)).flatmap(
    lambda name: st.tuples(
        st.just(name),
        st.fixed_dictionaries(
            {level: st.sampled_from(PATTERNS[name].table.sizes) for level in LEVELS[name]}
        ),
        st.sampled_from((None, *PATTERNS[name].table.sizes)),
    )
)


def graded_pieces(choice):
    name, at, long = choice
    pattern = PATTERNS[name]
    lead = next(row.level for row in pattern.table.rows if row.leads)
    more = {"length": long} if long else {}
    picked = pick(pattern, PickInputs(size=at[lead], at={**at, **more}))
    return pattern, {piece.number: shape_of(pattern, piece, picked) for piece in pattern.pieces}


@settings(max_examples=120)
@given(choice=choices)
def test_matching_seams_still_match_in_every_blend(choice):
    pattern, shapes = graded_pieces(choice)
    walks, _ = walk(pattern, shapes, {piece.number: piece.name for piece in pattern.pieces})
    for walked in walks:
        assert abs(walked.difference.value) < 1.0, (walked.name, choice)


def sharpest(shape: Shape) -> dict[str, float]:
    """The sharpest turn inside each edge, in degrees."""
    found = {}
    for edge in shape.edges:
        if edge.kind != "dart":
            pairs = pairwise(edge.path)
            found[edge.name] = max((degrees(turn(a, b)) for a, b in pairs), default=0.0)
    return found


@settings(max_examples=80)
@given(choice=choices)
def test_no_corner_is_sharper_than_the_originals(choice):
    pattern, shapes = graded_pieces(choice)
    for piece in pattern.pieces:
        drawn = [sharpest(shape) for shape in piece.shapes.values()]
        for name, sharp in sharpest(shapes[piece.number]).items():
            assert sharp <= max(each[name] for each in drawn) + 0.2, (piece.name, name)


@settings(max_examples=60)
@given(choice=choices)
def test_a_blend_is_a_closed_outline_with_every_mark_and_true_darts(choice):
    pattern, shapes = graded_pieces(choice)
    for piece in pattern.pieces:
        shape = shapes[piece.number]
        ring = shape.outline
        for before, after in zip(ring, (*ring[1:], ring[0]), strict=True):
            assert distance(before[-1], after[0]) < 1e-6
        original = next(iter(piece.shapes.values()))
        assert [mark.id for mark in shape.marks] == [mark.id for mark in original.marks]
        for mark in shape.marks:
            if mark.kind == "dart":
                a, point, b = mark.points
                assert distance(point, a) == pytest.approx(distance(point, b), abs=0.01)
            if mark.kind == "notch":
                assert paths.nearest(shape.edge(mark.edge).path, mark.points[0])[0] < 0.01


@settings(max_examples=60)
@given(choice=choices)
def test_above_the_first_level_and_below_the_last_one_size_holds(choice):
    name, at, _ = choice
    names = LEVELS[name]
    first, last = at[names[0]], at[names[-1]]
    pattern, shapes = graded_pieces((name, at, None))
    for piece in pattern.pieces:
        levels = shapes[piece.number].levels
        if not set(names) <= set(levels):
            continue
        top, low = piece.shapes[first], piece.shapes[last]
        for edge in shapes[piece.number].edges:
            if edge.kind == "dart":  # the cap follows the dart, whose point may lie lower
                continue
            for curve in edge.path:
                x, y = curve[0]
                if y < top.levels[names[0]] - 0.01 and edge.name in {e.name for e in top.edges}:
                    assert paths.nearest(top.edge(edge.name).path, (x, y))[0] < 0.01
                if y > low.levels[names[-1]] + 0.01 and edge.name in {e.name for e in low.edges}:
                    assert paths.nearest(low.edge(edge.name).path, (x, y))[0] < 0.01


@settings(max_examples=40)
@given(
    name=st.sampled_from(sorted(PATTERNS)),
    chosen=st.lists(st.integers(0, 6), min_size=4, max_size=4),
    main=st.integers(0, 6),
)
def test_blended_marks_keep_their_nature_and_stay_in_the_piece(name, chosen, main):
    pattern = PATTERNS[name]
    sizes = pattern.table.sizes
    levels = list(dict.fromkeys(row.level for row in pattern.table.rows if row.level))
    at = {level: sizes[k % len(sizes)] for level, k in zip(levels, chosen, strict=False)}
    picked = pick(pattern, PickInputs(size=sizes[main % len(sizes)], at=at))
    for piece in pattern.pieces:
        made, drawn = shape_of(pattern, piece, picked), piece.shapes[picked.size]
        room = region(made.outline, 0.02)
        old = {mark.id: mark for mark in drawn.marks}
        on = {mark.id: sits_on(mark, drawn.edges, boxes_of(drawn.edges)) for mark in drawn.marks}
        for mark in made.marks:
            was, now = old[mark.id].points, mark.points
            if mark.kind == "grain":
                (ax, ay), (bx, by) = was
                (cx, cy), (dx, dy) = now
                assert (bx - ax) * (dy - cy) - (by - ay) * (dx - cx) == pytest.approx(0, abs=1e-6)
            if mark.kind == "double dart":
                for tip in (now[0], now[2]):
                    assert distance(tip, now[1]) == pytest.approx(distance(tip, now[3]), abs=1e-6)
            if mark.kind == "buttonhole":
                assert distance(*now) == pytest.approx(distance(*was), abs=0.01)
            if mark.kind in ("placement", "dot", "body level", "casing"):
                for k, (point, edge, own) in enumerate(zip(now, on[mark.id], was, strict=True)):
                    if edge:  # no further off than it was drawn in any size
                        drawn_off = max(
                            paths.nearest(shape.edge(edge).path, each.points[k])[0]
                            for shape in piece.shapes.values()
                            for each in shape.marks
                            if each.id == mark.id
                        )
                        assert paths.nearest(made.edge(edge).path, point)[0] < drawn_off + 0.05
                    elif region(drawn.outline, 0.02).covers(Point(own)):
                        assert room.distance(Point(point)) < 0.15
