"""Shrinkage, what to buy, what lies on the cloth, and every rule of the lay."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.cloth import ClothInputs, cloths_of, to_buy
from craft.cloth.yardage import usable_width
from craft.errors import CraftError
from craft.fit import FitInputs, fit
from craft.lay import LayInputs, items_for, judge_lay, judge_one, lay, table_for
from craft.lay.judge import laid
from craft.lay.mend import mend
from craft.lay.rehearse import rehearse
from craft.lay.ruler import ruler_numbers
from craft.measure import render
from craft.pick import pick
from craft.shape import path as paths
from craft.shape.region import overlap
from craft.trace import TraceInputs, trace
from tests.craft.shapes import FOLD, PAIR, SINGLE, box, cloth, put, search, table, working


def whats(judged) -> list[str]:
    return [finding.what for finding in judged.findings]


# --- cloth ---


def test_the_washed_width_of_folded_flannel(flannel):
    # (140.0 − 2 · 1.0) = 138.0; · 0.97 = 133.86; folded: 66.93 cm
    assert usable_width(flannel, "lengthwise").value == pytest.approx(669.3)
    assert usable_width(flannel, "single").value == pytest.approx(1338.6)


def test_shrinking_cloth_is_bought_longer(flannel):
    # 100.2 / 0.96 = 104.375 → 110 cm in steps of 10
    figure = to_buy(1002, flannel, "10 cm")
    assert figure.value == 1100
    assert render(figure.working[1], "cm") == ("100.2 cm ÷ (1 − 4 %) = 104.38 cm before washing")


def test_the_shop_sells_by_the_eighth_of_a_yard(flannel):
    # 104.375 cm = 1.1415 yd → 1 1/4 yd = 114.3 cm
    figure = to_buy(1002, flannel, "1/8 yd")
    assert figure.value == pytest.approx(1143)
    assert render(figure.text, "in") == "1 1/4 yd"


def test_an_exact_step_is_not_rounded_up():
    assert to_buy(1100, cloth(), "10 cm").value == 1100


@given(needed=st.floats(1, 15_000), shrink=st.floats(0, 0.3))
def test_what_is_bought_is_always_enough_after_washing(needed, shrink):
    bought = to_buy(needed, cloth(shrink_length=shrink), "10 cm").value
    assert bought * (1 - shrink) >= needed - 1e-3
    assert (bought - 100) * (1 - shrink) < needed + 1e-3


def test_the_least_length_is_the_area_over_the_width(waistcoat, orla, flannel):
    traced = trace(waistcoat, pick(waistcoat, orla), TraceInputs())
    fitted = fit(waistcoat, traced, pick(waistcoat, orla), orla, FitInputs())
    main = cloths_of(fitted, ClothInputs(cloths={"main": flannel}))[0]
    area = 0.0
    for piece in fitted.pieces:
        for cut in piece.cuts:
            if cut.role == "main":
                area += cut.count * (2 if cut.on_fold else 1) * paths.area(piece.cutting)
    assert main.pieces == 12  # 2 fronts, 1 back, 2 facings, 2 welts, 4 straps, 1 neck facing
    assert main.least.value == pytest.approx(area / 2 / 669.3)


def test_a_piece_wider_than_the_cloth_is_a_fault(waistcoat, orla):
    traced = trace(waistcoat, pick(waistcoat, orla), TraceInputs())
    fitted = fit(waistcoat, traced, pick(waistcoat, orla), orla, FitInputs())
    narrow = cloth(width=500)
    main = cloths_of(fitted, ClothInputs(cloths={"main": narrow}))[0]
    assert any("wider than the cloth" in f.what for f in main.findings if f.weight == "fault")


# --- what is laid ---


def test_on_folded_cloth_a_pair_is_laid_once():
    front = working(1, "Front", box(200, 400), PAIR)
    items = items_for((front,), "main", "lengthwise")
    assert [(item.hands, item.gives) for item in items] == [("both", 2)]


def test_in_a_single_layer_a_pair_is_laid_twice():
    front = working(1, "Front", box(200, 400), PAIR)
    assert [item.hands for item in items_for((front,), "main", "single")] == ["left", "right"]


def test_four_of_a_kind_are_laid_twice_on_folded_cloth(waistcoat, orla):
    traced = trace(waistcoat, pick(waistcoat, orla), TraceInputs())
    fitted = fit(waistcoat, traced, pick(waistcoat, orla), orla, FitInputs())
    items = items_for(fitted.pieces, "main", "lengthwise")
    assert [item.key for item in items if item.piece == 7] == ["7.1", "7.2"]


def test_a_fold_piece_is_opened_out_for_a_single_layer():
    back = working(2, "Back", box(200, 400, allowance=15, fold=True), FOLD)
    (item,) = items_for((back,), "main", "single")
    # Half with allowances: (200 + 15) x (400 + 30); opened: twice that, and no line along the fold.
    assert paths.area(item.cutting) == pytest.approx(2 * 215 * 430)
    assert not any(all(x == 0 for x, _ in curve) for curve in item.cutting)
    assert item.hands == "whole"


def test_a_single_piece_on_folded_cloth_is_one():
    pocket = working(3, "Pocket", box(100, 100), SINGLE)
    assert items_for((pocket,), "main", "lengthwise")[0].hands == "one"


# --- the rules, each broken once ---

FRONT = working(1, "Front", box(200, 400), PAIR)
BACK = working(2, "Back", box(150, 400, fold=True), FOLD)


def test_a_good_lay_has_no_findings():
    spread = table(FRONT, BACK)
    judged = judge_lay(spread, (put("2.1", 0, 0), put("1.1", 0, 160)))
    assert [whats(each) for each in judged] == [[], []]


def test_an_overlap_is_measured_and_drawn():
    spread = table(FRONT, BACK)
    # The back covers y 0..150, the front 140..340: they share 10 mm over 400 mm = 40 cm².
    judged = judge_lay(spread, (put("2.1", 0, 0), put("1.1", 0, 140)))[1]
    fault = judged.findings[0]
    assert fault.weight == "fault"
    assert "overlaps Back (2) by [[4000|area]]" in fault.what
    assert {y for _, y in fault.where.outline} == {140.0, 150.0}


def test_an_overlap_is_said_once_though_both_pieces_have_it(waistcoat, orla, flannel):
    _, known, fitted, sought = found(waistcoat, orla, flannel, "lengthwise")
    first = {p.item: p for p in sought.placements}
    heaped = (first["2.1"], first["1.1"].model_copy(update={"x": 0.0, "y": 100.0}))
    made = lay(fitted, known, LayInputs(placements={"main": heaped}), "10 cm")[0]
    assert [len([f for f in j.findings if "overlaps" in f.what]) for j in made.placed] == [1, 1]
    assert len([f for f in made.findings if "overlaps" in f.what]) == 1


def test_pieces_closer_than_the_gap_are_doubted():
    spread = table(FRONT, BACK, gap=5)
    judged = judge_lay(spread, (put("2.1", 0, 0), put("1.1", 0, 152)))[1]
    assert [finding.weight for finding in judged.findings] == ["doubt"]
    assert "[[2]] apart" in judged.findings[0].what


@pytest.mark.parametrize(
    ("x", "y", "said"),
    [
        (-20, 200, "hangs [[20]] over the cut end"),
        (0, 330, "hangs [[30]] over the selvedges"),
        (900, 200, "hangs [[300]] over the end of the cloth you own"),
    ],
)
def test_nothing_hangs_over_the_edge(x, y, said):
    spread = table(FRONT, length=1000)
    judged = judge_one(spread, put("1.1", x, y), [])
    assert said in judged.findings[0].what
    mended = mend(spread, judged.placement, judged.findings[0].fix)
    assert judge_one(spread, mended, []).findings == ()


def test_off_grain_is_two_millimetres_in_fifty_centimetres():
    spread = table(FRONT)
    # The grain line is 240 long: 0.96 mm are allowed; at 1° its ends differ by 4.2 mm.
    judged = judge_one(spread, put("1.1", 0, 100, turn=1), [])
    assert "its grain ends differ by [[4.19]]" in judged.findings[0].what
    assert judge_one(spread, put("1.1", 0, 100, turn=0.2), []).findings == ()
    straight = mend(spread, judged.placement, "straighten")
    assert judge_one(spread, straight, []).findings == ()


def test_across_the_grain_is_named():
    spread = table(FRONT)
    judged = judge_one(spread, put("1.1", 0, 50, turn=90), [])
    assert "lies across the grain" in judged.findings[0].what


def test_a_fold_edge_off_the_fold_is_a_fault():
    spread = table(BACK)
    judged = judge_one(spread, put("2.1", 0, 12), [])
    assert "its fold edge lies [[12]] off the fold" in judged.findings[0].what
    assert judge_one(spread, mend(spread, judged.placement, "move in"), []).findings == ()


def test_a_fold_piece_turned_away_from_the_fold_must_be_turned_over():
    spread = table(BACK)
    judged = judge_one(spread, put("2.1", 0, 0, over=True), [])
    fault = judged.findings[0]
    assert fault.fix == "turn over"
    assert judge_one(spread, mend(spread, judged.placement, fault.fix), []).findings == ()


def test_two_left_fronts_in_a_single_layer():
    spread = table(FRONT, fold="single", width=1000)
    judged = judge_lay(spread, (put("1.1", 0, 0), put("1.2", 0, 300)))
    assert whats(judged[0]) == []
    assert whats(judged[1]) == ["Turn this over: both copies of Front (1) would be left sides."]
    over = mend(spread, judged[1].placement, "turn over")
    assert [whats(each) for each in judge_lay(spread, (put("1.1", 0, 0), over))] == [[], []]


def test_both_turned_over_are_a_pair_as_well():
    spread = table(FRONT, fold="single", width=1000)
    judged = judge_lay(spread, (put("1.1", 0, 0, over=True), put("1.2", 0, 300)))
    assert [whats(each) for each in judged] == [[], []]


def test_against_the_nap():
    third = working(3, "Pocket", box(50, 80), PAIR)
    spread = table(FRONT, BACK, third, nap=True)
    lying = (put("2.1", 0, 0), put("1.1", 0, 160), put("3.1", 450, 0, turn=180))
    judged = judge_lay(spread, lying)
    assert whats(judged[2]) == ["Pocket (3) lies against the nap."]
    assert judged[2].findings[0].fix == "turn end for end"
    turned = mend(spread, judged[2].placement, "turn end for end")
    assert judge_one(spread, turned, laid(spread, lying)).findings == ()
    # Without nap it may lie either way.
    assert whats(judge_lay(table(FRONT, BACK, third), lying)[2]) == []


@pytest.mark.parametrize("ways", [(0, 180), (180, 0), (0, 180, 180), (180, 0, 180, 0)])
def test_of_as_many_ways_the_first_is_the_one_the_others_are_against(ways):
    pieces = [working(n, f"Piece {n}", box(100, 100), SINGLE) for n in range(1, 1 + len(ways))]
    spread = table(*pieces, fold="single", nap=True)
    lies = tuple(put(f"{n}.1", 110.0 * n, 10, turn) for n, turn in enumerate(ways, 1))
    usual = max(ways, key=ways.count)  # of as many, the first
    assert [finding.where.piece for finding in rehearse(spread, lies).findings] == [
        f"{n}.1" for n, turn in enumerate(ways, 1) if turn != usual
    ]


def test_turning_a_fold_piece_end_for_end_keeps_it_on_the_fold():
    spread = table(BACK)
    turned = mend(spread, put("2.1", 0, 0), "turn end for end")
    assert (turned.turn, turned.over) == (180, True)
    assert judge_one(spread, turned, []).findings == ()


def test_an_unknown_mend_is_refused():
    with pytest.raises(CraftError, match="magic"):
        mend(table(BACK), put("2.1", 0, 0), "magic")


# --- ruler numbers ---


def test_ruler_numbers_of_a_piece_near_the_fold():
    # Box 200 wide, 400 long, grain from (100, 80) to (100, 320); its corner at x 50, y 30:
    # both ends 30 + 100 = 13 cm from the fold, the upper end 50 + 80 = 13 cm from the cut end.
    numbers = ruler_numbers(table(FRONT), put("1.1", 50, 30))
    assert (numbers.edge, numbers.upper.value, numbers.lower.value) == ("fold", 130, 130)
    assert numbers.to_end.value == 130
    assert (numbers.face, numbers.direction) == ("printed side up", "top towards the cut end")


def test_ruler_numbers_go_to_the_nearer_edge():
    # At y 280 the grain lies at 380 of 500: 120 from the selvedges.
    numbers = ruler_numbers(table(FRONT), put("1.1", 50, 280))
    assert (numbers.edge, numbers.upper.value) == ("selvedges", 120)


def test_turned_end_for_end_the_upper_end_is_the_far_one():
    # Upper end at 50 + (400 − 80) = 37 cm
    numbers = ruler_numbers(table(FRONT), put("1.1", 50, 30, turn=180))
    assert numbers.to_end.value == pytest.approx(370)
    assert numbers.direction == "top away from the cut end"


def test_ruler_numbers_show_their_sum():
    # Corner at y 280: 28 + 10 = 38; 50 − 38 = 12 cm from the selvedges.
    numbers = ruler_numbers(table(FRONT), put("1.1", 50, 280))
    assert [render(line, "cm") for line in numbers.upper.working] == [
        "piece 28 cm up + grain end 10 cm into it = 38 cm",
        "width 50 cm − 38 cm = 12 cm",
    ]
    assert [render(line, "cm") for line in numbers.to_end.working] == [
        "piece 5 cm from the cut end + grain end 8 cm into it = 13 cm"
    ]


@settings(max_examples=60)
@given(
    x=st.floats(0, 2_000),
    y=st.floats(0, 290),
    turn=st.sampled_from([0.0, 180.0]),
    over=st.booleans(),
)
def test_a_piece_is_put_back_from_its_ruler_numbers_alone(x, y, turn, over):
    spread = table(FRONT)
    placement = put("1.1", x, y, turn, over)
    numbers = ruler_numbers(spread, placement)
    # What the tape says, to the millimetre.
    across, to_end = round(numbers.upper.value), round(numbers.to_end.value)
    up = across if numbers.edge == "fold" else spread.width - across
    away = numbers.direction == "top away from the cut end"
    down = numbers.face == "printed side down"
    # The grain's upper end laid at those numbers, turned and faced as said.
    start = put("1.1", 0, 0, 180.0 if away else 0.0, down)
    there = ruler_numbers(spread, start)
    near = there.upper.value if there.edge == "fold" else spread.width - there.upper.value
    again = put("1.1", to_end - there.to_end.value, up - near, start.turn, start.over)
    assert (again.turn, again.over) == (turn, over)
    assert abs(again.x - x) <= 0.51
    assert abs(again.y - y) <= 0.51


# --- the search ---


def found(waistcoat, orla, owned, fold, size="D"):
    chosen = orla.model_copy(update={"size": size})
    traced = trace(waistcoat, pick(waistcoat, chosen), TraceInputs())
    fitted = fit(waistcoat, traced, pick(waistcoat, chosen), chosen, FitInputs())
    known = cloths_of(fitted, ClothInputs(cloths={"main": owned}, folds={"main": fold}))
    spread = table_for(known[0], fitted, LayInputs())
    return spread, known, fitted, search(spread, seed=3, rounds=1)


@pytest.mark.parametrize("fold", ["lengthwise", "single"])
@pytest.mark.parametrize("size", ["A", "D", "G"])
def test_the_search_lays_every_piece_without_fault(waistcoat, orla, flannel, fold, size):
    owned = flannel.model_copy(update={"owned": None})
    spread, _, _, sought = found(waistcoat, orla, owned, fold, size)
    assert {p.item for p in sought.placements} == {item.key for item in spread.items}
    judged = judge_lay(spread, sought.placements)
    assert [whats(each) for each in judged if each.findings] == []
    assert max(each.box[2] for each in judged) == pytest.approx(sought.length)
    regions = [region for _, _, region in laid(spread, sought.placements)]
    for i, one in enumerate(regions):
        for other in regions[i + 1 :]:
            assert overlap(one, other)[0] < 1e-6
            assert one.distance(other) > spread.gap - 0.01


def test_the_same_seed_finds_the_same_lay(waistcoat, orla, flannel):
    _, _, _, first = found(waistcoat, orla, flannel, "lengthwise")
    _, _, _, second = found(waistcoat, orla, flannel, "lengthwise")
    assert first == second


def test_more_rounds_are_never_worse():
    pieces = [
        working(n, f"Piece {n}", box(60 + 37 * n % 90, 100 + 53 * n % 140), PAIR) for n in range(1, 8)
    ]
    spread = table(*pieces, width=300)
    assert search(spread, rounds=3).length <= search(spread, rounds=0).length


def test_the_search_can_be_stopped():
    spread = table(FRONT, BACK)
    assert search(spread, rounds=500, keep_going=lambda: False).rounds == 0


def test_a_piece_too_wide_is_said_at_once():
    wide = working(1, "Cape", box(900, 400), PAIR)
    with pytest.raises(CraftError, match="Cape \\(1\\) is wider"):
        search(table(wide, width=500))


def test_owning_too_little_is_a_fault_that_says_how_much(waistcoat, orla, flannel):
    short = flannel.model_copy(update={"owned": 600.0})
    _, known, fitted, sought = found(waistcoat, orla, short, "lengthwise")
    inputs = LayInputs(placements={"main": sought.placements})
    made = lay(fitted, known, inputs, "10 cm")[0]
    fault = next(f for f in made.findings if "too short for this lay" in f.what)
    # 60.0 · 0.96 = 57.6 after washing
    assert f"[[{round(sought.length - 576, 2):g}]] too short" in fault.what
    assert not made.complete
    assert made.buy.value >= sought.length / 0.96


def test_owning_enough_there_is_nothing_to_buy(waistcoat, orla, flannel):
    rich = flannel.model_copy(update={"owned": 4000.0})
    _, known, fitted, sought = found(waistcoat, orla, rich, "lengthwise")
    made = lay(fitted, known, LayInputs(placements={"main": sought.placements}), "10 cm")[0]
    assert made.complete
    assert made.buy.text == "nothing"


@settings(max_examples=8)
@given(st.lists(st.tuples(st.integers(30, 200), st.integers(40, 300)), min_size=1, max_size=7))
def test_any_boxes_are_laid_without_overlap(sizes):
    pieces = [working(n, f"Box {n}", box(w, h), SINGLE) for n, (w, h) in enumerate(sizes, 1)]
    spread = table(*pieces, width=320, fold="single")
    sought = search(spread, rounds=1)
    assert len(sought.placements) == len(sizes)
    for judged in judge_lay(spread, sought.placements):
        assert [f for f in judged.findings if f.weight == "fault"] == []
