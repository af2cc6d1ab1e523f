"""Allowances, corners, forgetting, tick lists and opened halves."""

from itertools import pairwise

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.inputs import Inputs
from craft.making import derive
from craft.measure import render
from craft.pattern import Cut, Edge, Shape
from craft.pattern.counts import opened_cuts
from craft.pattern.cutting import cutting_line, paper_line
from craft.pick import Original, PickInputs, pick
from craft.pick.grade import turn
from craft.shape import path as paths
from craft.shape.apart import tightest
from craft.shape.curve import distance, point_at, tangent_at
from craft.shape.offset import parallel
from craft.trace import Ahead, TraceInputs, trace
from craft.trace.opened import opened
from craft.trace.seam_kinds import KINDS, proposed
from craft.trace.todo import todo
from tests.craft.shapes import box
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat

BLOUSE, BREECHES, WAISTCOAT = yoke_blouse(), ringing_breeches(), ringing_waistcoat()
CURVED = [
    edge.path
    for pattern in (BLOUSE, BREECHES, WAISTCOAT)
    for piece in pattern.pieces
    for edge in piece.shapes[pattern.table.sizes[2]].edges
    if not paths.is_straight(edge.path)
    and all(turn(before, after) < 0.01 for before, after in pairwise(edge.path))
]


def panel(*kinds: str, allowance: float = 10.0, hem: float = 30.0) -> Shape:
    """A flared panel: 100 wide above, 140 below, 200 high; kinds of top, right, hem, left."""
    corners = [(20.0, 0.0), (120.0, 0.0), (140.0, 200.0), (0.0, 200.0)]
    names = ("top", "right", "hem", "left")
    return Shape(
        edges=tuple(
            Edge(
                name=name, kind=kind, path=((corners[i], corners[(i + 1) % 4]),),
                allowance=hem if kind == "hem" else allowance,
            )
            for i, (name, kind) in enumerate(zip(names, kinds, strict=True))
        )
    )  # fmt: skip


def corners(shape: Shape) -> list[tuple[float, float]]:
    return [(round(c[0][0], 2), round(c[0][1], 2)) for c in cutting_line(shape)]


def test_a_turned_up_hem_mirrors_the_sides_above_it():
    found = corners(panel("seam", "seam", "hem", "seam"))
    # The side's cutting line is at x = 150.05 on the hem line and 3 less 30 above it; so it is
    # 3 less 30 below it too, and folded up it lies just on the side.
    assert (150.05, 200.0) in found
    assert (147.05, 230.0) in found
    assert (-7.05, 230.0) in found


def test_two_hems_meet_in_a_mitre():
    plain = box(100, 100, allowance=10)
    edges = tuple(
        edge.model_copy(update={"kind": "hem", "allowance": 20})
        if edge.name in ("right", "bottom")
        else edge
        for edge in plain.edges
    )
    found = corners(Shape(edges=edges))
    # 6 beyond the corner, square to the diagonal: 100 + 6√2 − 20 = 88.49 on both cutting lines.
    assert (120.0, 88.49) in found
    assert (88.49, 120.0) in found
    assert (120.0, 120.0) not in found


def test_a_fold_carries_none_and_plain_corners_are_square():
    found = corners(box(100, 200, allowance=15, fold=True))
    assert (115.0, -15.0) in found
    assert (0.0, -15.0) in found
    assert (-15.0, -15.0) not in found


@settings(max_examples=60)
@given(path=st.sampled_from(CURVED), by=st.floats(3, 20))
def test_the_cutting_line_is_parallel_and_leads_back_to_the_stitching_line(path, by):
    assume(by < tightest(path) * 0.8)  # no line runs parallel inside a bend tighter than that
    out = parallel(path, by)
    for curve in out:
        for t in (0.1, 0.35, 0.5, 0.8):
            assert paths.nearest(path, point_at(curve, t))[0] == pytest.approx(by, abs=0.1)
    there = parallel(parallel(out, -by), by)
    for curve in out:
        assert paths.nearest(there, point_at(curve, 0.5))[0] < 0.2


@settings(max_examples=60)
@given(path=st.sampled_from(CURVED), by=st.floats(3, 20), at=st.floats(0.05, 0.95))
def test_every_point_of_a_curve_has_its_partner_straight_across(path, by, at):
    assume(by < tightest(path) * 0.8)
    point = paths.point_along(path, paths.length(path) * at)
    _, index, t = paths.nearest_place(path, point)
    dx, dy = tangent_at(path[index], t)
    across = (point[0] + dy * by, point[1] - dx * by)
    assert paths.nearest(parallel(path, by), across)[0] < 0.1


# --- kinds of seams ---


def test_a_french_seam_is_summed_and_sheer_cloth_asks_for_it():
    kind, trait = proposed("seam", ("silk", "sheer"))
    # 4 + 3 + 8 = 15
    assert (kind.name, trait, kind.allowance.value) == ("French seam", "sheer", 15)
    assert render(kind.allowance.working[0], "cm").endswith("= 1.5 cm")
    assert proposed("hem", ("silk", "sheer"))[0].name == "hand-rolled hem"
    assert proposed("hem", ("sheer",))[0].allowance.value == 10
    assert proposed("hem", ("silk",)) is None
    assert proposed("seam", ("knit",))[0].allowance.value == 8
    assert proposed("seam", ("sheer", "knit"))[0].name == "narrow seam"
    assert proposed("seam", ("cotton",)) is None


def test_the_kinds_are_sums_of_their_parts():
    for kind in KINDS:
        assert kind.allowance.value == sum(mm for _, mm in kind.parts) > 0


def blouse(size="38", traits=(), original=None, **inputs):
    picked = pick(BLOUSE, PickInputs(size=size, original=original or Original()))
    return trace(BLOUSE, picked, TraceInputs(**inputs), Ahead(traits={"main": traits}))


def test_chosen_kinds_set_the_allowances_of_seams_and_hems():
    made = blouse(kinds={"seam": "wide seam, neatened", "hem": "turned-up hem"})
    front = made.pieces[0].shape
    assert front.edge("side").allowance == 20
    assert front.edge("hem").allowance == 40
    assert front.edge("neckline").allowance == 10  # faced edges stay narrow


def test_the_cloth_proposes_and_the_pattern_stands_until_it_is_taken():
    made = blouse(traits=("silk", "sheer"))
    seams, hems = made.rules
    assert (seams.chosen, seams.proposal) == ("", "French seam")
    assert hems.proposal == "hand-rolled hem"
    assert made.pieces[0].shape.edge("side").allowance == 15
    assert made.pieces[0].shape.edge("hem").allowance == 25


def test_one_edge_can_have_its_own():
    made = blouse(edges={"1/side": 22.0})
    assert made.pieces[0].shape.edge("side").allowance == 22
    assert made.pieces[1].shape.edge("side").allowance == 15


def test_forgetting_and_doubling_in_finished_measurements():
    made = trace(WAISTCOAT, pick(WAISTCOAT, PickInputs(size="D")), TraceInputs())
    waist = next(row for row in made.what_if if row.measurement == "waist")
    # Across the waist: front edge 10 and side 15 on two fronts, side 15 twice on the back: 80.
    # Finished 74.2 + 9 = 83.2; forgotten 75.2, twice 91.2.
    assert waist.finished.value == 832
    assert waist.forgotten.value == 752
    assert waist.doubled.value == 912


def test_a_mixed_set_is_caught():
    made = blouse(lines={1: "stitching"})
    mixed = next(f for f in made.findings if "mixed set" in f.what)
    assert "on your paper, piece 1 ends at the stitching line, the others at" in mixed.what
    # Drawn anew throughout, all pieces can end at the stitching line.
    spared = blouse(line="stitching", original=Original(precious=True))
    assert not [f for f in spared.findings if "mixed set" in f.what]
    assert "stitching line: add" in spared.pieces[0].label[-1]
    # The original's own paper carries its allowances: using it for some pieces mixes the set.
    kept = blouse(line="stitching")
    assert [f for f in kept.findings if "mixed set" in f.what]
    assert {p.number: p.line for p in kept.pieces}[5] == "cutting"


def test_one_edge_can_end_at_the_stitching_line_and_says_so():
    made = blouse(on_cloth=("1/hem",))
    front = made.pieces[0]
    assert front.on_cloth == ("hem",)
    assert front.label[-1] == "allowance [[10]] and [[15]] (included); add on the cloth: hem [[25]]"
    whole, paper = cutting_line(front.shape), paper_line(front.shape, "cutting", front.on_cloth)
    # 25 less at the lower edge, nothing anywhere else; the cutting line is known all the same.
    boxes = [paths.control_bounds(line) for line in (whole, paper)]
    assert boxes[0][3] - boxes[1][3] == pytest.approx(25, abs=0.5)
    assert boxes[0][:2] == pytest.approx(boxes[1][:2])


def test_paper_without_allowances_ends_at_the_stitching_line():
    bare = BLOUSE.model_copy(update={"allowance_included": False})
    made = trace(bare, pick(bare, PickInputs(size="38")), TraceInputs())
    lines = {piece.number: (piece.advice.treatment, piece.line) for piece in made.pieces}
    assert lines[8] == ("use as it is", "stitching")
    assert lines[1] == ("trace", "cutting")
    assert any("mixed set" in finding.what for finding in made.findings)


def test_other_allowances_than_the_printed_ones_have_to_be_traced():
    made = blouse(kinds={"seam": "wide seam, neatened"})
    cuff = next(piece for piece in made.pieces if piece.number == 5)
    assert cuff.advice.treatment == "trace"
    assert "not the printed ones" in cuff.advice.because


def test_an_original_with_and_without_allowances_is_a_mixed_set():
    pieces = tuple(
        piece.model_copy(update={"allowance_included": piece.number != 3}) for piece in BLOUSE.pieces
    )
    pattern = BLOUSE.model_copy(update={"pieces": pieces})
    made = trace(pattern, pick(pattern, PickInputs(size="38")), TraceInputs())
    assert any("on the original, piece 3 ends" in f.what for f in made.findings)


# --- nothing forgotten ---


@pytest.mark.parametrize("pattern", [BLOUSE, BREECHES, WAISTCOAT], ids=lambda p: p.name)
@pytest.mark.parametrize("view", ["A", "B"])
def test_every_mark_is_traced_or_left_out_by_choice_and_is_on_the_list(pattern, view):
    size = pattern.table.sizes[1]
    made = trace(pattern, pick(pattern, PickInputs(size=size, view=view)), TraceInputs())
    for piece in made.pieces:
        original = {mark.id for mark in pattern.piece(piece.number).shapes[size].marks}
        there = {mark.id for mark in piece.shape.marks}
        assert there | {mark.id for mark in piece.left_out} == original
        listed = {thing.mark for thing in piece.todo} - {""}
        assert listed == there
        assert {thing.edge for thing in piece.todo} - {""} == {e.name for e in piece.shape.edges}
        assert len({thing.key for thing in piece.todo}) == len(piece.todo)


def test_the_list_goes_once_round_and_then_inside():
    shape = WAISTCOAT.piece(1).shapes["D"]
    listed = [thing.what for thing in todo(shape, False)]
    assert listed[0] == "grain line"
    assert listed[-1].startswith("the label")
    assert listed.index("neckline") < listed.index("neckline notch") < listed.index("shoulder")
    assert listed.index("front edge") < listed.index("buttonhole 1") < listed.index("buttonhole 5")


def test_face_down_pieces_are_marked_on_the_back():
    made = blouse(face_down=(1,))
    backs = [thing.what for thing in made.pieces[0].todo if thing.key.startswith("b/")]
    assert "grain line, on the back too" in backs
    assert any("wrong side up" in line for line in made.pieces[0].label)
    assert not [thing for thing in made.pieces[1].todo if thing.key.startswith("b/")]


def test_a_piece_whose_things_are_all_ticked_is_traced():
    made = derive(WAISTCOAT, Inputs(pick=PickInputs(size="D")))
    things = made.trace_ticks[1].things
    ticks = {tick.key: tick.facts for tick in things.values()}
    again = derive(WAISTCOAT, Inputs(pick=PickInputs(size="D"), ticks=ticks))
    assert again.trace_ticks[1].piece.state == "done"
    del ticks[next(iter(ticks))]
    again = derive(WAISTCOAT, Inputs(pick=PickInputs(size="D"), ticks=ticks))
    assert again.trace_ticks[1].piece.state == "open"


def test_borrowed_features_bring_pieces_marks_and_interfacing():
    plain = trace(WAISTCOAT, pick(WAISTCOAT, PickInputs(size="D", view="B")), TraceInputs())
    borrowed = PickInputs(size="D", view="B", borrowed=("welt pockets",))
    made = trace(WAISTCOAT, pick(WAISTCOAT, borrowed), TraceInputs())
    assert {p.number for p in made.pieces} - {p.number for p in plain.pieces} == {6}
    front = {mark.id for mark in made.pieces[0].shape.marks}
    assert {"welt", "welt-1", "welt-2"} <= front
    assert "strap" not in {mark.id for mark in made.pieces[1].shape.marks}
    welt = next(piece for piece in made.pieces if piece.number == 6)
    assert {cut.role for cut in welt.cuts} == {"main", "interfacing"}
    with pytest.raises(CraftError, match="No view"):
        pick(WAISTCOAT, PickInputs(borrowed=("hood",)))


def test_marks_offered_beyond_the_originals():
    made = trace(
        WAISTCOAT, pick(WAISTCOAT, PickInputs(size="D")),
        TraceInputs(offered=("body levels", "extra notches")),
    )  # fmt: skip
    names = {mark.name for mark in made.pieces[0].shape.marks}
    assert {"bust level", "waist level"} <= names
    assert any(name.startswith("extra") for p in made.pieces for name in
               (mark.name for mark in p.shape.marks))  # fmt: skip


def test_guides_are_traced_but_never_cut():
    made = derive(BREECHES, Inputs(pick=PickInputs(size="3")))
    assert 8 in {piece.number for piece in made.traced.pieces}
    assert 8 not in {piece.number for piece in made.fitted.pieces}


# --- opened out ---


def test_a_half_piece_opened_is_twice_as_large_and_true_to_it():
    half = BLOUSE.piece(2).shapes["38"]
    whole = opened(half)
    assert paths.area(whole.outline) == pytest.approx(2 * paths.area(half.outline))
    for before, after in zip(whole.outline, (*whole.outline[1:], whole.outline[0]), strict=True):
        assert distance(before[-1], after[0]) < 1e-6
    assert "fold" not in {edge.kind for edge in whole.edges}
    notches = [mark for mark in whole.marks if mark.kind == "notch"]
    assert len(notches) == 2 * len([m for m in half.marks if m.kind == "notch"])
    assert len([m for m in whole.marks if m.id.startswith("loop")]) == 1  # on the fold: once
    assert opened_cuts((Cut(role="main", count=2, on_fold=True),)) == (Cut(role="main", count=2),)


def test_marks_of_an_opened_piece_have_the_points_of_their_kind():
    from craft.pattern.marks import POINTS

    for pattern in (BLOUSE, BREECHES, WAISTCOAT):
        for piece in pattern.pieces:
            shape = piece.shapes[pattern.table.sizes[0]]
            for mark in opened(shape).marks:
                least, most, _ = POINTS[mark.kind]
                assert least <= len(mark.points) <= most, (piece.name, mark.name)
    level = next(m for m in opened(BLOUSE.piece(2).shapes["38"]).marks if m.id == "length")
    assert level.points[0][0] == -level.points[1][0]  # from one side right over to the other


def test_opening_a_piece_changes_no_seam_and_no_cloth():
    plain = derive(BLOUSE, Inputs(pick=PickInputs(size="38")))
    made = derive(
        BLOUSE, Inputs(pick=PickInputs(size="38"), trace=TraceInputs(opened=(2, 3, 6)))
    )  # fmt: skip
    assert all(seam.agrees for seam in made.fitted.seams)
    for before, after in zip(plain.cloths, made.cloths, strict=True):
        assert after.area == pytest.approx(before.area, rel=1e-6)


# --- pieces by sum ---


def test_the_demo_patterns_carry_every_kind_of_mark():
    from craft.pattern.marks import POINTS

    seen, sides = set(), set()
    for pattern in (BLOUSE, BREECHES, WAISTCOAT):
        assert len(pattern.views) >= 2
        for piece in pattern.pieces:
            for mark in piece.shapes[pattern.table.sizes[0]].marks:
                seen.add(mark.kind)
                sides.add(mark.side)
    assert seen == set(POINTS)
    assert sides == {"both", "left", "right"}


def test_the_original_is_never_harmed():
    before = WAISTCOAT.model_dump_json()
    derive(
        WAISTCOAT,
        Inputs(
            pick=PickInputs(size="D", at={"hip": "F"}, original=Original(cut_to={7: "D"})),
            trace=TraceInputs(opened=(2,), kinds={"seam": "French seam"}),
        ),
    )
    assert WAISTCOAT.model_dump_json() == before
