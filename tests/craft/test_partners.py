"""Allowances along seams and round girths, on the demo patterns and on pieces made up for it."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.measure import render
from craft.pattern import Edge, EdgeRef, Seam, Shape
from craft.pick import PickInputs, pick
from craft.shape.curve import distance
from craft.trace import TraceInputs, trace
from craft.trace.allowances import judge_partners, kept_narrow, with_allowances
from craft.trace.girths import met
from tests.craft.made_pieces import bow, line
from tests.craft.shapes import box
from workroom.demo.blouse import yoke_blouse
from workroom.demo.waistcoat import ringing_waistcoat

BLOUSE, WAISTCOAT = yoke_blouse(), ringing_waistcoat()


def traced(pattern, size, **more):
    return trace(pattern, pick(pattern, PickInputs(size=size)), TraceInputs(**more))


def test_the_upper_arm_goes_by_the_sleeve_and_the_hip_by_what_ends_there():
    made = {row.measurement: row for row in traced(BLOUSE, "40").what_if}
    # Upper arm 40.2: one sleeve, both underarm edges, 2 × 1.5. Hip 111: sides and front edges.
    assert made["upper arm"].finished.value - made["upper arm"].forgotten.value == 30
    assert made["hip"].finished.value - made["hip"].forgotten.value == 90
    hip = next(r for r in traced(WAISTCOAT, "D").what_if if r.measurement == "hip")
    assert "hem" not in hip.forgotten.working[0]
    assert "point" not in hip.forgotten.working[0]
    assert hip.finished.value - hip.forgotten.value == 80


@settings(max_examples=60)
@given(at=st.floats(0, 400), slant=st.floats(-60, 60), ends=st.booleans())
def test_a_girth_leaves_a_panel_through_its_sides_only(at, slant, ends):
    low = 400.0 if ends else 480.0
    shape = Shape(
        edges=(
            Edge(name="armhole", kind="seam", path=bow((150, -180), (200, 0), -20), allowance=10),
            Edge(name="side", kind="seam", path=bow((200, 0), (210, low), -8), allowance=15),
            Edge(name="hem", kind="seam", path=line((210, low), (0, low + slant)), allowance=20),
            Edge(name="front edge", kind="seam", path=line((0, low + slant), (0, -180)), allowance=12),
            Edge(name="shoulder", kind="seam", path=line((0, -180), (150, -180)), allowance=9),
        )
    )
    assert {edge.name for edge in met(shape, at)} - {"side"} <= {"front edge"}
    if at <= 400 + min(0.0, slant):
        assert [edge.name for edge in met(shape, at)] == ["side", "front edge"]


def test_what_is_sewn_together_keeps_one_allowance_and_bindings_stay_narrow():
    for wanted in (20, 8, 5):
        made = {p.number: p.shape for p in traced(BLOUSE, "40", allowance=wanted).pieces}
        assert not [f for f in traced(BLOUSE, "40", allowance=wanted).findings if "differ" in f.what]
        assert made[1].edge("side").allowance == made[2].edge("side").allowance == wanted
        narrow = min(10, wanted)
        assert made[6].edge("neck edge").allowance == made[1].edge("neckline").allowance == narrow
        assert {edge.allowance for edge in made[8].edges} == {min(6, wanted)}


def test_an_edge_told_otherwise_is_said_as_a_doubt():
    made = traced(BLOUSE, "40", edges={"1/side": 22.0})
    said = next(f for f in made.findings if "Side seam" in f.what)
    assert said.weight == "doubt"
    assert render(said.what, "cm") == (
        "Side seam: the allowances differ (front side 2.2 cm, back side 1.5 cm)."
    )
    changed = traced(BLOUSE, "40", edges={"8/long edge": 12.0})
    assert changed.pieces[7].shape.edge("long edge").allowance == 12


@settings(max_examples=40)
@given(widths=st.lists(st.sampled_from([6.0, 10.0, 15.0]), min_size=8, max_size=8),
       wanted=st.floats(3, 40), chain=st.booleans())  # fmt: skip
def test_no_wish_for_plain_seams_sets_partners_apart(widths, wanted, chain):
    shapes = {}
    for number in (1, 2):
        edges = [
            e.model_copy(update={"allowance": widths[4 * (number - 1) + k]})
            for k, e in enumerate(box(300, 400).edges)
        ]
        shapes[number] = Shape(edges=tuple(edges))
    seams = [Seam(name="s", a=(EdgeRef(piece=1, edge="right"),), b=(EdgeRef(piece=2, edge="left"),))]
    if chain:
        seams.append(
            Seam(name="t", a=(EdgeRef(piece=1, edge="right"), EdgeRef(piece=1, edge="top")),
                 b=(EdgeRef(piece=2, edge="top"),))
        )  # fmt: skip
    before = {f.what[:1] for f in judge_partners(tuple(seams), shapes, {1: "A", 2: "B"})}
    narrow = kept_narrow(tuple(seams), shapes)
    made = {n: with_allowances(s, n, wanted, None, {}, narrow) for n, s in shapes.items()}
    after = {f.what[:1] for f in judge_partners(tuple(seams), made, {1: "A", 2: "B"})}
    assert after <= before
    for seam in seams:
        group = {(ref.piece, ref.edge) for ref in (*seam.a, *seam.b)}
        assert group <= narrow or not group & narrow


@pytest.mark.parametrize("wanted", [5.0, 25.0])
def test_the_cap_of_a_dart_takes_the_allowance_of_the_edge_it_interrupts(wanted):
    made = {p.number: p.shape for p in traced(WAISTCOAT, "D", edges={"1/armhole upper": wanted,
            "1/armhole lower": wanted}).pieces}  # fmt: skip
    assert made[1].edge("armhole dart").allowance == wanted
    from craft.pattern.cutting import cutting_line

    cap = made[1].edge("armhole dart").path
    line_ = cutting_line(made[1])
    peak = cap[0][-1]
    nearest = min(distance(peak, p) for curve in line_ for p in (curve[0], curve[-1]))
    assert nearest >= wanted - 0.01
