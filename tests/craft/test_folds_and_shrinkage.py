"""Ways of folding, layer by layer, and what the first wash takes. Numbers worked by hand."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from craft.cloth import FOLDS, Repeat, Spread, Square, shrinkage, spread, to_buy
from craft.cloth.shrinking import TABLE
from craft.cloth.yardage import usable_width, washed_width
from craft.lay.spreading import _borders
from craft.measure import render
from tests.craft.shapes import cloth


def test_selvedges_to_the_middle_make_two_lanes():
    # 120 cm flat: two folds 60 cm apart, the selvedges meet at 30 cm.
    made = spread(1200, "middle")
    assert made.height == 600
    assert [(zone.low, zone.high, zone.folds) for zone in made.zones] == [
        (0, 300, (0.0,)), (300, 600, (600.0,)),
    ]  # fmt: skip


def test_a_part_fold_leaves_the_rest_single():
    # 140 cm flat, folded 30 cm deep: 30 double, then 140 − 60 = 80 single; 110 across.
    made = spread(1400, "part", 300)
    assert made.height == 1100
    double, single = made.zones
    assert (double.low, double.high, double.double) == (0, 300, True)
    assert (single.low, single.high, single.double) == (300, 1100, False)


def test_a_part_fold_as_deep_as_half_is_a_lengthwise_fold():
    assert spread(1400, "part", 900).zones[0].high == 700
    assert len(spread(1400, "part", 700).zones) == 1


def test_crosswise_needs_two_lengths():
    assert spread(1400, "crosswise").lengths == 2
    assert spread(1400, "single").lengths == 1


@given(
    width=st.floats(300, 1_800),
    fold=st.sampled_from(FOLDS),
    depth=st.floats(50, 800),
    at=st.floats(0.001, 0.999),
)
def test_the_layers_cover_the_flat_cloth_just_once(width, fold, depth, at):
    made = spread(width, fold, depth)
    flat = at * width
    hits = 0
    for zone in made.zones:
        for layer in {(layer.sign, layer.shift) for layer in zone.layers}:
            sign, shift = layer
            y = sign * (flat - shift)
            hits += zone.low < y < zone.high
    # A point exactly under a fold or seam of zones may be missed by rounding, never met twice.
    edges = [layer.sign * edge + layer.shift for zone in made.zones for layer in zone.layers
             for edge in (zone.low, zone.high)]  # fmt: skip
    if min(abs(flat - edge) for edge in edges) > 1e-6:
        assert hits == 1


@pytest.mark.parametrize("fold", FOLDS)
def test_the_width_to_lay_on_is_the_height_on_the_table(fold):
    # (150 − 2 · 1) = 148 cm; washed by 3 %: 143.56 cm.
    owned = cloth(shrink_width=0.03)
    expected = {
        "single": 1435.6, "crosswise": 1435.6, "lengthwise": 717.8, "middle": 717.8,
        "part": 1435.6 - 400,
    }[fold]  # fmt: skip
    figure = usable_width(owned, fold, 400)
    assert figure.value == pytest.approx(expected)
    assert "148 cm" in render(figure.working[0], "cm")


def test_shrinkage_from_a_square():
    # 30 cm became 28.5 and 29.4: 5 % and 2 %.
    square = Square(before=300, after_length=285, after_width=294)
    lost = shrinkage(cloth(shrink_by="square", square=square, shrink_length=0.2))
    assert (lost.along.value, lost.across.value) == (pytest.approx(0.05), pytest.approx(0.02))
    assert render(lost.along.working[0], "cm") == "test square: (30 cm − 28.5 cm) ÷ 30 cm = 5 %"


def test_a_square_that_grew_does_not_count_as_growing():
    square = Square(before=300, after_length=306, after_width=300)
    assert shrinkage(cloth(shrink_by="square", square=square)).along.value == 0


def test_shrinkage_from_the_table_says_why():
    lost = shrinkage(cloth(fibre="linen", shrink_by="table"))
    assert (lost.along.value, lost.across.value) == TABLE["linen"][:2]
    assert "hot wash" in lost.along.working[0]


def test_washed_cloth_shrinks_no_more_but_more_of_it_does():
    owned = cloth(width=1520, selvedge=10, shrink_length=0.1, shrink_width=0.1, washed=True)
    assert washed_width(owned).value == 1500
    # 90 ÷ (1 − 10 %) = 100 cm of cloth that comes from the shop unwashed.
    assert to_buy(900, owned, "10 cm").value == 1000


def test_a_repeat_finer_than_can_be_matched_is_refused():
    with pytest.raises(ValidationError, match="below 3 mm"):
        Repeat(along=2)


@pytest.mark.parametrize(
    ("fold", "border", "at"),
    [("lengthwise", "both", ("high",)), ("lengthwise", "upper", ()), ("single", "both", ("low", "high")),
     ("single", "lower", ("low",)), ("crosswise", "upper", ("high",)), ("part", "both", ("high",)),
     ("part", "upper", ("high",)), ("part", "lower", ()), ("middle", "both", ()), ("middle", "upper", ()),
     ("part", "none", ())],
)  # fmt: skip
def test_a_border_lies_along_the_edge_where_its_selvedge_comes_to_lie(fold, border, at):
    """With the selvedges in the middle of the table none lies along its edge; of a part fold the lower one
    is folded in."""
    assert _borders(cloth(border=border), Spread.model_construct(fold=fold)) == at
