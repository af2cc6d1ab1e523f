"""Pieces by sum: ties, ruffles, bindings, their strips, and what becomes of them in Fit."""

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.fit import FitInputs, fit
from craft.inputs import Inputs
from craft.making import derive
from craft.measure import length_text, render
from craft.pattern import EdgeRef
from craft.pattern.cutting import cutting_line
from craft.pick import Original, PickInputs
from craft.shape import path as paths
from craft.trace import TraceInputs
from craft.trace.sums import SumPiece, reckon
from tests.craft.shapes import box
from workroom.demo.waistcoat import ringing_waistcoat

WAISTCOAT = ringing_waistcoat()
SHAPES = {1: box(400, 600), 2: box(500, 600)}


def ref(piece, edge):
    return EdgeRef(piece=piece, edge=edge)


def test_a_tie_is_its_length_and_twice_its_width_with_allowances():
    made = reckon(SumPiece(number=9, name="Tie", kind="tie", finished=600, width=25), SHAPES)
    # 600 + 2 × 10; 25 × 2 + 2 × 10
    assert (made.long.value, made.wide.value, made.strips.value) == (620, 70, 1)
    x0, y0, x1, y1 = paths.control_bounds(cutting_line(made.shape))
    assert (x1 - x0, y1 - y0) == pytest.approx((70, 620))


def test_a_ruffle_is_seam_times_fullness_joined_where_the_cloth_is_short():
    made = reckon(
        SumPiece(
            number=9, name="Frill", kind="ruffle", along=(ref(1, "bottom"), ref(2, "bottom")),
            times=2, fullness=1.5, width=60, strip=1400,
        ),
        SHAPES,
    )  # fmt: skip
    # (400 + 500) × 2 = 1800; × 1.5 = 2700; strips of 1400 give 1380 each: 2 strips, 1350 + 20.
    assert made.strips.value == 2
    assert made.long.value == pytest.approx(1370)
    assert made.wide.value == 60 + 20
    said = " ".join(render(line, "cm") for line in made.long.working)
    assert "180 cm × 1.5 = 270 cm" in said
    assert "1 join" in said
    assert [mark.kind for mark in made.shape.marks].count("gathers") == 1


def test_a_binding_is_four_times_as_wide_and_has_no_allowance_beside_it():
    made = reckon(SumPiece(number=9, name="B", kind="binding", finished=500, width=8, allowance=5), SHAPES)
    assert (made.wide.value, made.long.value) == (32, 510)


@given(
    fullness=st.floats(1, 4), strip=st.floats(200, 400), allowance=st.floats(0, 20),
    more=st.floats(1.1, 5),
)  # fmt: skip
def test_more_strips_than_anybody_would_join_are_refused(fullness, strip, allowance, more):
    sewn = 20 * more * (strip - 2 * allowance) / fullness
    assume(sewn <= 20_000)
    piece = SumPiece(
        number=9, name="R", kind="ruffle", finished=sewn, fullness=fullness, strip=strip,
        allowance=allowance, width=50,
    )  # fmt: skip
    with pytest.raises(CraftError, match="strips"):
        reckon(piece, SHAPES)


@given(
    sewn=st.floats(50, 5000), fullness=st.floats(1, 4), strip=st.floats(200, 3000),
    allowance=st.floats(0, 20),
)  # fmt: skip
def test_the_strips_together_make_the_length(sewn, fullness, strip, allowance):
    piece = SumPiece(
        number=9, name="R", kind="ruffle", finished=sewn, fullness=fullness, strip=strip,
        allowance=allowance, width=50,
    )  # fmt: skip
    assume(sewn * fullness / (strip - 2 * allowance) <= 20)
    made = reckon(piece, SHAPES)
    count, each = made.strips.value, made.long.value
    assert each <= strip + 1e-6
    assert count * (each - 2 * allowance) == pytest.approx(sewn * fullness)


@pytest.mark.parametrize(
    ("more", "field"),
    [
        ({}, "finished"),
        ({"along": (ref(1, "sleeve"),)}, "along"),
        ({"along": (ref(7, "top"),)}, "along"),
    ],
)
def test_a_sum_without_a_length_is_refused_at_its_field(more, field):
    with pytest.raises(CraftError) as refused:
        reckon(SumPiece(number=9, name="Tie", kind="tie", width=25, **more), SHAPES)
    assert refused.value.field == field


def test_a_piece_by_sum_goes_on_to_the_cloth_and_follows_the_fit():
    frill = SumPiece(
        number=30, name="Frill", kind="ruffle", along=(ref(1, "side"),), times=2, fullness=2,
        width=40,
    )  # fmt: skip
    inputs = Inputs(pick=PickInputs(size="D"), trace=TraceInputs(sums=(frill,)))
    made = derive(WAISTCOAT, inputs)
    side = paths.length(made.fitted.pieces[0].shape.edge("side").path)
    by_number = {piece.number: piece for piece in made.fitted.pieces}
    assert paths.length(by_number[30].shape.edge("left side").path) == pytest.approx(side * 4)
    assert any(item.piece == 30 for lay in made.lays for item in lay.items)
    longer = FitInputs.model_validate({"changes": [{"level": "waist", "amount": 20}]})
    refit = fit(WAISTCOAT, made.traced, made.picked, inputs.pick, longer)
    grown = next(p for p in refit.pieces if p.number == 30).shape.edge("left side").path
    assert paths.length(grown) > side * 4 + 70


def test_a_piece_by_sum_that_was_changed_itself_stays_so_and_says_when_its_sum_is_another():
    frill = SumPiece(
        number=30, name="Frill", kind="ruffle", along=(ref(1, "side"),), fullness=2, width=40,
    )  # fmt: skip
    made = derive(WAISTCOAT, Inputs(pick=PickInputs(size="D"), trace=TraceInputs(sums=(frill,))))
    long = next(p for p in made.fitted.pieces if p.number == 30).shape.edge("left side").path
    across = [(-5, paths.length(long) / 2), (95, paths.length(long) / 2)]
    halved = {"kind": "split", "piece": 30, "line": across, "new": 31, "names": ["Frill", "Other"]}

    def refit(*changes):
        asked = FitInputs.model_validate({"changes": changes})
        return fit(WAISTCOAT, made.traced, made.picked, PickInputs(size="D"), asked)

    alone = refit(halved)
    parts = {p.number: p for p in alone.pieces}
    for number in (30, 31):  # both halves have the line, and are half as long
        assert parts[number].shape.edge("style line").allowance == 15
        assert paths.length(parts[number].shape.edge("left side").path) == pytest.approx(
            paths.length(long) / 2, abs=0.1
        )
    assert not any("does not follow" in finding.what for finding in alone.findings)
    (said,) = (f for f in refit(halved, {"level": "waist", "amount": 20}).findings
               if "does not follow" in f.what)  # fmt: skip
    assert said.what.startswith("Frill (30)")
    assert said.where.piece == "30"
    grown = refit({"level": "waist", "amount": 20})  # what it would be long by now
    now = next(p for p in grown.pieces if p.number == 30).shape.edge("left side").path
    assert said.because.endswith(f"{length_text(paths.length(now) + 20)} long by now.")


def test_a_number_that_is_taken_is_refused():
    tie = SumPiece(number=1, name="Tie", kind="tie", finished=500, width=20)
    with pytest.raises(CraftError) as refused:
        derive(WAISTCOAT, Inputs(trace=TraceInputs(sums=(tie,))))
    assert refused.value.field == "trace.sums.0.number"
    gone = PickInputs(original=Original(missing=(1,)))  # missing pieces keep their numbers
    with pytest.raises(CraftError):
        derive(WAISTCOAT, Inputs(pick=gone, trace=TraceInputs(sums=(tie,))))
