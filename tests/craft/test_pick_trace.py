"""Which size and why; what to do with each piece's paper; nothing forgotten."""

from unittest.mock import patch

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.making import wants_of
from craft.measure import render
from craft.pattern import Mark, TableRow
from craft.pick import PickInputs, nest, pick
from craft.pick.compare import nearest_size
from craft.shape import path as paths
from craft.shape.pen import bounds
from craft.shape.region import contains, outside, rectangle, region
from craft.trace import Ahead, TraceInputs, trace
from craft.trace.label_place import READABLE, SEPARATOR, place_label
from craft.trace.treatment import advise
from tests.craft.made_pieces import made_pieces
from tests.craft.shapes import box
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat

# Properties are tried on one pattern made once, not on a fixture that would be printed whole.
WAISTCOAT = ringing_waistcoat()
PATTERNS = (WAISTCOAT, ringing_breeches(), yoke_blouse())


def test_the_bust_leads(waistcoat, orla):
    picked = pick(waistcoat, orla)
    # 91.5 lies 3.5 above C (88) and 0.5 below D (92).
    assert picked.proposed == picked.size == "D"
    assert "bust leads" in picked.why
    assert render(picked.why, "cm").endswith("91.5 cm is nearest to size D (92 cm).")


def test_halfway_between_two_sizes_the_larger_is_proposed():
    row = TableRow(measurement="bust", body={"A": 800.0, "B": 840.0})
    assert nearest_size(row, ("A", "B"), 820.0) == "B"
    assert nearest_size(row, ("A", "B"), 819.0) == "A"


def test_the_finished_garment_is_body_plus_ease(waistcoat, orla):
    bust = pick(waistcoat, orla).comparisons[0]
    # Size D: 92.0 + 9.0 = 101.0; room for Orla: 101.0 − 91.5 = 9.5
    assert bust.finished.value == 1010
    assert bust.room.value == 95
    assert render(bust.finished.working[0], "cm") == ("body 92 cm (size D) + ease 9 cm = 101 cm")


def test_an_override_stands_and_is_said(waistcoat, orla):
    picked = pick(waistcoat, orla.model_copy(update={"size": "F"}))
    assert (picked.size, picked.proposed) == ("F", "D")
    assert any("You chose size F" in finding.what for finding in picked.findings)


def test_a_waist_two_sizes_off_is_a_doubt(waistcoat):
    # Waist 82.5 is nearest to F (85.0); by the bust it is D: two sizes apart, 8.3 cm more than 74.2.
    picked = pick(waistcoat, PickInputs(measurements={"bust": 920, "waist": 825}))
    waist = next(f for f in picked.findings if f.where.mark == "waist")
    assert "nearest to size F" in waist.what
    assert "[[83]] more" in waist.what


def test_a_garment_smaller_than_the_body_is_a_fault(waistcoat):
    picked = pick(waistcoat, PickInputs(measurements={"bust": 800, "waist": 720}))
    # Size A finished waist: 62 + 9 = 71.0, the body has 72.0
    fault = next(f for f in picked.findings if f.weight == "fault")
    assert fault.what == "The finished waist would be [[10]] smaller than the body."


def test_a_knit_is_asked_how_far_it_stretches(waistcoat):
    knit = waistcoat.model_copy(update={"knit": True})
    picked = pick(knit, PickInputs(size="A", measurements={"waist": 781}))
    # Size A finished waist: 62 + 9 = 71; 78.1 / 71 − 1 = 10 %
    waist = next(row for row in picked.comparisons if row.measurement == "waist")
    assert waist.stretch.value == pytest.approx(0.1)
    said = next(f for f in picked.findings if f.where.mark == "waist")
    assert (said.weight, said.what) == ("note", "The waist needs a cloth that stretches by 10 %.")


def test_where_nobody_measured_the_body_of_the_size_counts(waistcoat):
    rows = tuple(
        row.model_copy(update={"ease": -60.0 if row.measurement in ("bust", "waist") else row.ease})
        for row in waistcoat.table.rows
    )
    table = waistcoat.table.model_copy(update={"rows": rows})
    knit = waistcoat.model_copy(update={"knit": True, "table": table})
    picked = pick(knit, PickInputs(size="A", measurements={"bust": 800}))
    # Size A: bust 80 − 6 = 74, 80 ÷ 74 − 1 = 8.1 %; waist 62 − 6 = 56, 62 ÷ 56 − 1 = 10.7 %.
    shares = {row.measurement: row.stretch.value for row in picked.comparisons if row.stretch}
    assert shares["bust"] == pytest.approx(6 / 74)
    assert shares["waist"] == pytest.approx(6 / 56)
    wants = wants_of(knit, picked)
    assert wants.stretch.text == "10.7 %"
    assert "nobody measured yours" in wants.stretch.working[0]


@pytest.mark.parametrize(
    ("ease", "size", "mine", "mend"),
    [
        # G, the largest, is drawn for 108 with 9 of ease: 129 is 21 more.
        (90, "G", 1290, "The largest is G, [[210]] less than the body"),
        (90, "B", 1290, "The largest is G, [[210]] less than the body"),
        (90, "A", 960, "Choose a larger size; "),
        # A body that meets its size: no larger one is meant.
        (-60, "A", 800, "The pattern was drawn smaller than its own body of [[800]]"),
    ],
)
def test_what_helps_where_it_would_be_too_small(waistcoat, ease, size, mine, mend):
    rows = tuple(
        row.model_copy(update={"ease": float(ease)}) if row.measurement == "bust" else row
        for row in waistcoat.table.rows
    )
    table = waistcoat.table.model_copy(update={"rows": rows})
    drawn = waistcoat.model_copy(update={"table": table})
    picked = pick(drawn, PickInputs(size=size, measurements={"bust": mine}))
    fault = next(f for f in picked.findings if f.weight == "fault" and f.where.mark == "bust")
    assert fault.mend.startswith(mend)
    if "Choose" in fault.mend:
        assert fault.mend != f"Choose a larger size; {size} is nearest."


def test_beyond_the_table_means_outside_it_not_merely_off_its_end(waistcoat):
    # 105.5 lies 2.5 below G (108), the largest, and within the table.
    inside = pick(waistcoat, PickInputs(measurements={"bust": 1055}))
    assert inside.size == "G"
    assert not [f for f in inside.findings if "beyond" in f.what]
    outside = pick(waistcoat, PickInputs(measurements={"bust": 1110}))
    assert "[[30]] beyond the largest size" in outside.findings[0].what
    small = pick(waistcoat, PickInputs(measurements={"bust": 770}))
    assert "[[30]] beyond the smallest size" in small.findings[0].what


def test_without_measurements_nothing_is_proposed_but_nothing_breaks(waistcoat):
    picked = pick(waistcoat, PickInputs())
    assert picked.proposed is None
    assert not picked.chosen
    assert picked.findings[0].weight == "doubt"


@pytest.mark.parametrize(("field", "value"), [("size", "Q"), ("view", "Z")])
def test_an_unknown_choice_is_refused_at_its_field(waistcoat, field, value):
    with pytest.raises(CraftError) as refused:
        pick(waistcoat, PickInputs.model_validate({field: value}))
    assert refused.value.field == field


@given(bust=st.floats(500, 1500))
def test_the_proposal_is_never_further_than_any_other_size(bust):
    row = WAISTCOAT.table.rows[0]
    picked = pick(WAISTCOAT, PickInputs(measurements={"bust": bust}))
    gaps = [abs(body - bust) for body in row.body.values()]
    assert abs(row.body[picked.size] - bust) == pytest.approx(min(gaps), abs=1e-3)


def test_the_nest_shows_every_size_and_what_the_view_needs(waistcoat):
    nests = nest(waistcoat, "B")
    assert len(nests) == 8
    assert {n.number for n in nests if not n.needed} == {6, 7}
    assert all(set(n.outlines) == set("ABCDEFG") for n in nests)


@pytest.mark.parametrize(
    ("number", "treatment", "reason"),
    [
        (1, "trace", "dart"),
        (2, "trace", "Curved edges differ"),
        (6, "use as it is", "all sizes lie on one another"),
        (7, "cut and fold back", "loose end"),
    ],
)
def test_the_treatment_follows_from_how_the_sizes_differ(waistcoat, number, treatment, reason):
    advice = advise(
        waistcoat.table.sizes, waistcoat.piece(number), waistcoat.piece(number).shapes["D"], "D"
    )
    assert advice.treatment == treatment
    assert reason in advice.because


@pytest.mark.parametrize("view", ["A", "B"])
def test_no_mark_is_forgotten(waistcoat, orla, view):
    picked = pick(waistcoat, orla.model_copy(update={"view": view}))
    for piece in trace(waistcoat, picked, TraceInputs()).pieces:
        original = {mark.id for mark in waistcoat.piece(piece.number).shapes["D"].marks}
        traced = {mark.id for mark in piece.shape.marks}
        left_out = {mark.id for mark in piece.left_out}
        assert traced | left_out == original
        assert not traced & left_out


def test_marks_of_the_other_view_are_left_out_and_said(waistcoat, orla):
    traced = trace(waistcoat, pick(waistcoat, orla.model_copy(update={"view": "B"})), TraceInputs())
    assert [piece.number for piece in traced.pieces] == [1, 2, 3, 4, 5, 8]
    said = next(f for f in traced.findings if f.where.piece == "1")
    assert "welt placement" in said.what


def test_the_label_says_what_to_cut(waistcoat, orla):
    ahead = Ahead(person="Orla")
    front, back = trace(waistcoat, pick(waistcoat, orla), TraceInputs(), ahead).pieces[:2]
    assert front.label == (
        "1 Front", "Ringing waistcoat", "size D, view A", "for Orla",
        "main: cut a pair", "allowance [[10]] and [[15]] (included)",
    )  # fmt: skip
    assert "main: cut 1 on the fold" in back.label


@pytest.mark.parametrize("pattern", PATTERNS, ids=lambda p: p.name)
@pytest.mark.parametrize("view", ["A", "B"])
def test_the_label_is_complete_inside_the_piece_and_covers_no_mark(pattern, view):
    size = pattern.table.sizes[2]
    ahead = Ahead(person="Wendeline Marrowgate-Applethwaite")
    made = trace(pattern, pick(pattern, PickInputs(size=size, view=view)), TraceInputs(), ahead)
    for piece in made.pieces:
        place = place_label(piece.shape, piece.label)
        said = SEPARATOR.join(place.lines).replace(SEPARATOR, " ")
        for word in " ".join(piece.label).split():
            assert word in said
        # The name is long and some pieces are two fingers wide: small print, but print.
        assert place.size > 1.6, (piece.name, place.size)
        wide = max(len(render(line, "cm")) for line in place.lines) * 0.5 * place.size
        high = len(place.lines) * 1.3 * place.size
        if place.turned:
            wide, high = high, wide
        (x, y), room = place.at, region(piece.shape.outline, 0.1)
        block = rectangle(x - wide / 2, y - high / 2, x + wide / 2, y + high / 2)
        assert outside(block, room)[0] < 1, piece.name
        for mark in piece.shape.marks:
            for share in range(41):
                line = paths.polyline(*mark.points)
                at = mark.points[0]
                if line:
                    at = paths.point_along(line, paths.length(line) * share / 40)
                assert not contains(block, np.array([at]))[0], (piece.name, mark.name)


def test_a_seam_allowance_of_ones_own_replaces_the_wide_one(waistcoat, orla):
    traced = trace(waistcoat, pick(waistcoat, orla), TraceInputs(allowance=12))
    front = traced.pieces[0].shape
    assert front.edge("side").allowance == 12
    assert front.edge("neckline").allowance == 10  # narrow ones stay
    assert traced.pieces[1].shape.edge("centre back").allowance == 0  # a fold carries none


@settings(max_examples=40)
@given(
    wide=st.floats(14, 200), high=st.floats(14, 160), x=st.floats(0.2, 0.8), y=st.floats(0.2, 0.8),
    kind=st.sampled_from(["dot", "circle"]), many=st.integers(1, 8),
)  # fmt: skip
def test_a_label_can_be_read_and_keeps_off_what_is_drawn(wide, high, x, y, kind, many):
    radius = {"dot": 2.0, "circle": 4.0}[kind]
    spot = Mark(id="d", kind=kind, name="spot", points=((wide * x, high * y),))
    label = ("12 Waistband facing, long name", *(f"phrase {k} of the label" for k in range(many)))
    place = place_label(box(wide, high, marks=(spot,)), label)
    assert place.size >= READABLE
    assert place.left_out == label or place.left_out == label[len(label) - len(place.left_out) :]
    assume(place.left_out != label)  # where nothing but the number has room nothing is asked of it
    tall = len(place.lines) * 1.2 * place.size
    long = max(len(render(each, "in")) for each in place.lines) * 0.55 * place.size
    half = (tall / 2, long / 2) if place.turned else (long / 2, tall / 2)
    across = abs(place.at[0] - wide * x) - half[0]
    down = abs(place.at[1] - high * y) - half[1]
    assert max(across, down) >= radius - 0.01
    assert half[0] <= place.at[0] <= wide - half[0]
    assert half[1] <= place.at[1] <= high - half[1]


SHARE = st.floats(0.1, 0.6)


@given(made_pieces(), st.floats(0, 0.6), st.floats(0, 0.6), SHARE, SHARE, st.integers(1, 4))
def test_a_label_keeps_to_its_part_whatever_lies_outside_of_it(shape, left, top, wide, high, many):
    x0, y0, x1, y1 = bounds(shape.outline)
    a, b = x0 + left * (x1 - x0), y0 + top * (y1 - y0)
    part = (a, b, a + wide * (x1 - x0), b + high * (y1 - y0))
    label = ("1 Front", "size C", "cut 2", "main")[:many]
    place = place_label(shape, label, part)
    # Lines beyond the part cannot be in its way: looking at all of them comes to the same.
    with patch("craft.trace.label_place._near", lambda dots, *_: dots):
        assert place_label(shape, label, part) == place
    if place.size < READABLE:
        return
    tall = len(place.lines) * 1.2 * place.size
    long = max(len(render(each, "in")) for each in place.lines) * 0.55 * place.size
    half = (tall / 2, long / 2) if place.turned else (long / 2, tall / 2)
    for at, least, most, reach in zip(place.at, part[:2], part[2:], half, strict=True):
        assert least + reach <= at <= most - reach
