"""Lengths read and written, fractions of an inch, phrases."""

import json
from fractions import Fraction
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.measure import (
    MM_PER_YARD,
    buy_text,
    format_cloth,
    format_length,
    length_text,
    parse_length,
    render,
)
from craft.measure.units import nearest

EXAMPLES = json.loads((Path(__file__).parent.parent / "lengths.json").read_text())


@pytest.mark.parametrize(("mm", "cm", "inch"), EXAMPLES["lengths"])
def test_a_length_is_written_in_both_units(mm, cm, inch):
    assert format_length(mm, "cm") == cm
    assert format_length(mm, "in") == inch


@pytest.mark.parametrize(("mm", "metres", "yards"), EXAMPLES["cloths"])
def test_cloth_is_written_in_metres_or_yards(mm, metres, yards):
    assert (format_cloth(mm, "cm"), format_cloth(mm, "in")) == (metres, yards)


@pytest.mark.parametrize(("phrase", "cm", "inch"), EXAMPLES["phrases"])
def test_lengths_inside_a_sentence_follow_the_reader(phrase, cm, inch):
    assert (render(phrase, "cm"), render(phrase, "in")) == (cm, inch)


@pytest.mark.parametrize(
    ("text", "unit", "mm"),
    [
        ("5/8", "in", 15.875),
        ('1 1/2"', "cm", 38.1),
        ("1.5cm", "in", 15.0),
        ("15 mm", "cm", 15.0),
        ("1½", "in", 38.1),
        ("1,5", "cm", 15.0),
        ("1-1/2 in", "cm", 38.1),
        (".5", "cm", 5.0),
        ("5' 4\"", "cm", 1625.6),
        ("2 m", "cm", 2000.0),
        ("1 m 20 cm", "cm", 1200.0),
        ("1 1/4 yd", "cm", 1143.0),
        ("92", "cm", 920.0),
    ],
)
def test_people_write_lengths_in_many_ways(text, unit, mm):
    assert parse_length(text, unit) == pytest.approx(mm)


@pytest.mark.parametrize(
    "text", ["", "abc", "1/0", "1 2 3", "12 5", "5/8/2", "--3", "1e9", "cm", "x" * 99, "∞"]
)
def test_what_is_no_length_is_refused_with_an_example(text):
    with pytest.raises(CraftError, match="is not a length") as refused:
        parse_length(text, "cm", field="bust")
    assert refused.value.field == "bust"
    assert "12.5 cm" in refused.value.sentence


def test_a_negative_length_only_where_it_makes_sense():
    assert parse_length("-1.5", "cm", least=-100) == -15.0
    with pytest.raises(CraftError, match="negative"):
        parse_length("-1.5", "cm")


def test_a_length_beyond_the_workroom_is_a_wrong_unit():
    with pytest.raises(CraftError, match="20 m"):
        parse_length("300 yd", "cm")


@given(st.integers(min_value=-20_000, max_value=20_000))
def test_what_is_written_in_cm_reads_back_to_the_millimetre(mm):
    assert parse_length(format_length(mm, "cm"), "cm", least=-30_000) == pytest.approx(mm)


@given(st.integers(min_value=0, max_value=6_000))
def test_an_eighth_of_an_inch_reads_back_exactly(eighths):
    mm = eighths * 25.4 / 8
    assert parse_length(format_length(mm, "in"), "in") == pytest.approx(mm)


@given(st.floats(min_value=-1e4, max_value=1e4))
def test_rounding_is_to_the_nearest_and_even_handed(value):
    assert abs(nearest(value) - value) <= 0.5
    assert nearest(-value) == -nearest(value)


def test_there_is_no_minus_zero():
    assert length_text(-0.0001) == "[[0]]"


@given(mm=st.floats(1, 20_000), needed=st.floats(1, 20_000))
def test_what_is_to_be_bought_is_never_less_than_what_is_needed(mm, needed):
    assert float(render(buy_text(mm), "cm").removesuffix(" m")) * 1000 >= round(mm, 1) - 1e-6
    yards = render(buy_text(mm), "in").removesuffix(" yd").split(" ")
    assert float(sum(map(Fraction, yards))) * MM_PER_YARD >= round(mm, 1) - 1e-6


@given(a=st.integers(10, 90_000), b=st.integers(10, 90_000), unit=st.sampled_from(["cm", "in"]))
def test_a_sum_is_true_as_written(a, b, unit):
    a, b = a / 10, b / 10

    def number(text):
        value, of = text.rsplit(" ", 1)
        total = float(sum(map(Fraction, value.split(" "))))
        return total / 10 if of == "mm" else total

    left, right = render(f"{length_text(a)} + {length_text(b)} = {length_text(a + b)}", unit).split(" = ")
    one, other = left.split(" + ")
    off = 0.0011 if unit == "in" else 0.006
    assert number(one) + number(other) == pytest.approx(number(right), abs=off)


@pytest.mark.parametrize(
    ("least", "said"), [(10.0, "at least 1 cm"), (25.0, "at least 2.5 cm"), (0.0, "negative")]
)
def test_what_is_too_short_is_told_how_long_it_must_be(least, said):
    with pytest.raises(CraftError, match=said):
        parse_length("-1 mm" if not least else "1 mm", "cm", least=least)
