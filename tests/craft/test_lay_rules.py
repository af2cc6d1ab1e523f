"""The rules of the lay beyond grain and overlap, each with a case worked by hand."""

import pytest

from craft.cloth import Repeat, spread
from craft.fit import Meeting
from craft.lay import Permission, Table, items_for, judge_lay, judge_one
from craft.lay.inputs import LayInputs
from craft.lay.matching import MatchInputs, plan_matching
from craft.lay.mend import mend
from craft.lay.obstacles import obstacles_of
from craft.lay.permissions import granted
from craft.lay.remaining_cloth import squared_off, without_cut_pieces
from craft.lay.rules.matching import fold_on_a_stripe
from craft.lay.spreading import on_the_folds, spread_out
from craft.pattern import Mark
from craft.seek.search import lays
from craft.shape.region import area_of
from tests.craft.shapes import FOLD, PAIR, SINGLE, box, cloth, fitted_of, put, search, working

FRONT = working(1, "Front", box(200, 400, allowance=0), PAIR)
BACK = working(2, "Back", box(150, 450, fold=True), FOLD)
POCKET = working(3, "Pocket", box(80, 100), SINGLE)


def on(fold: str, *pieces, width: float = 1200, depth: float | None = None, **more) -> Table:
    """A table of a cloth that wide (flat), folded that way."""
    made = spread(width, fold, depth)
    return Table.spread(
        role="main", fold=fold, width=made.height, length=None, nap=more.pop("nap", False), gap=3.0,
        items=items_for(pieces, "main", fold), zones=made.zones, **more,
    )  # fmt: skip


def faults(judged) -> list[str]:
    return [f.what for f in judged.findings if f.weight == "fault"]


# --- layers and folds ---


def test_nothing_lies_across_where_the_selvedges_meet():
    spread_ = on("middle", FRONT)
    over = judge_one(spread_, put("1.1", 0, 200), [])  # 200 wide: from 20 to 40 cm, met at 30
    assert faults(over) == ["Front (1) lies half on one part of the folded cloth and half on another."]
    assert faults(judge_one(spread_, put("1.1", 0, 50), [])) == []
    assert faults(judge_one(spread_, put("1.1", 0, 350), [])) == []


def test_a_fold_piece_may_lie_on_either_of_two_folds():
    spread_ = on("middle", BACK)
    assert faults(judge_one(spread_, put("2.1", 0, 0), [])) == []
    # At the far fold (60 cm) it is turned over: its fold edge points away from the person.
    assert faults(judge_one(spread_, put("2.1", 0, 450, over=True), [])) == []
    off = judge_one(spread_, put("2.1", 0, 440, over=True), [])
    assert "off the fold" in faults(off)[0]
    assert faults(judge_one(spread_, mend(spread_, off.placement, "move in"), [])) == []


def test_a_pair_on_the_single_part_comes_out_only_once():
    spread_ = on("part", FRONT, POCKET, depth=250)
    assert faults(judge_one(spread_, put("1.1", 0, 20), [])) == []
    assert "come out only once" in faults(judge_one(spread_, put("1.1", 0, 400), []))[0]
    wasted = judge_one(spread_, put("3.1", 0, 20), [])
    assert [f.weight for f in wasted.findings] == ["doubt"]
    assert judge_one(spread_, put("3.1", 0, 400), []).findings == ()


def test_folded_crosswise_whole_pieces_are_opened_out():
    items = {item.key: item for item in items_for((FRONT, BACK, POCKET), "main", "crosswise")}
    assert (items["1.1"].hands, items["2.1"].hands, items["3.1"].hands) == ("both", "one", "one")
    assert not items["2.1"].on_fold
    xs = [x for curve in items["2.1"].cutting for x, _ in curve]
    assert max(xs) - min(xs) == pytest.approx(300)


# --- no cloth ---


def test_a_flaw_in_either_layer_spoils_both():
    # Cloth of 122 cm with selvedges of 1 cm: 120 between, folded 60. A flaw at 81 to 91 cm from the
    # lower selvedge's outer edge lies at 80 to 90 on the flat cloth, 20 to 30 from the fold.
    flaw = ((100.0, 810.0), (200.0, 810.0), (200.0, 910.0), (100.0, 910.0))
    owned = cloth(width=1220, flaws=(flaw,))
    (block,) = obstacles_of(owned, spread(1200, "lengthwise").zones, None)
    assert block.bounds == pytest.approx((100, 200, 200, 300))
    spread_ = on("lengthwise", FRONT, blocks=(block,))
    assert "over a flaw" in faults(judge_one(spread_, put("1.1", 0, 250), []))[0]
    assert faults(judge_one(spread_, put("1.1", 0, 310), [])) == []


def test_a_remnant_lacks_what_is_beyond_its_outline():
    # A right-angled remnant, 100 cm along and 122 across, its upper far corner cut off.
    corner = ((0.0, 10.0), (1000.0, 10.0), (1000.0, 610.0), (500.0, 1210.0), (0.0, 1210.0))
    owned = cloth(width=1220, remnant=corner)
    blocks = obstacles_of(owned, spread(1200, "single").zones, 1000)
    assert sum(map(area_of, blocks)) == pytest.approx(500 * 600 / 2)
    spread_ = on("single", FRONT, blocks=blocks)
    assert faults(judge_one(spread_, put("1.1", 0, 900), [])) == []
    assert "no cloth" in faults(judge_one(spread_, put("1.1", 550, 900), []))[0]


def test_what_is_cut_already_takes_its_shape_out():
    spread_ = on("single", FRONT, POCKET, cut=("1.1",))
    lying = (put("1.1", 0, 0), put("1.2", 0, 300, over=True), put("3.1", 450, 0))
    rest = without_cut_pieces(spread_, lying)
    assert [item.key for item in rest.items] == ["1.2", "3.1"]
    assert area_of(rest.blocks[0]) == pytest.approx(200 * 400)
    assert "no cloth" in faults(judge_one(rest, put("3.1", 0, 0), []))[0]
    assert faults(judge_one(rest, put("3.1", 0, 250), [])) == []
    squared = squared_off(spread_, lying)
    assert faults(judge_one(squared, put("1.1", 0, 0), [])) == []  # it was there before
    assert "no cloth" in faults(judge_one(squared, put("3.1", 0, 250), []))[0]
    assert faults(judge_one(squared, put("3.1", 401, 250), [])) == []


# --- grain, nap, stretch ---


def test_across_and_bias_only_where_allowed():
    plain = on("single", POCKET)
    assert faults(judge_one(plain, put("3.1", 0, 0, 90), [])) == ["Pocket (3) lies across the grain."]
    free = on("single", POCKET, liberties={3: Permission(across=True)})
    assert faults(judge_one(free, put("3.1", 0, 0, 90), [])) == []
    assert "off grain" in faults(judge_one(free, put("3.1", 0, 0, 45), []))[0]
    aslant = on("single", POCKET, liberties={3: Permission(bias=True)})
    assert faults(judge_one(aslant, put("3.1", 0, 0, 45), [])) == []
    assert faults(judge_one(aslant, put("3.1", 0, 0, 225), [])) == []


def test_off_grain_on_stripes_says_how_far_they_drift():
    spread_ = on("single", POCKET, repeat=Repeat(along=50))
    fault = judge_one(spread_, put("3.1", 0, 0, 3), []).findings[0]
    # sin 3° = 0.0523: 5.2 mm in every 10 cm
    assert "drift by [[5.23]]" in fault.because


def test_a_piece_allowed_either_way_does_not_set_the_nap():
    spread_ = on("single", FRONT, POCKET, nap=True, liberties={3: Permission(either=True)})
    lying = (put("1.1", 0, 0), put("1.2", 0, 300, over=True), put("3.1", 450, 0, 180))
    assert [faults(each) for each in judge_lay(spread_, lying)] == [[], [], []]


def test_the_stretch_runs_round_the_body():
    arrow = Mark(id="s", kind="stretch", name="stretch", points=((20.0, 50.0), (60.0, 50.0)))
    piece = working(4, "Body", box(80, 100, marks=(arrow,)), SINGLE)
    assert faults(judge_one(on("single", piece, stretch="across"), put("4.1", 0, 0), [])) == []
    assert "which gives more along" in faults(
        judge_one(on("single", piece, stretch="along"), put("4.1", 0, 0), [])
    )[0]  # fmt: skip
    unknown = judge_one(on("single", piece), put("4.1", 0, 0), [])
    assert [f.weight for f in unknown.findings] == ["doubt"]


def test_a_hem_belongs_on_the_border():
    skirt = box(300, 200)
    edges = tuple(
        edge.model_copy(update={"kind": "hem"}) if edge.name == "bottom" else edge for edge in skirt.edges
    )
    piece = working(5, "Skirt", skirt.model_copy(update={"edges": edges}), SINGLE)
    spread_ = on("single", piece, border=("low",), liberties={5: Permission(across=True)})
    along = judge_one(spread_, put("5.1", 0, 0), [])
    assert [f.weight for f in along.findings] == ["doubt"]
    # A quarter turn brings the hem to the near selvedge, or to the far one.
    on_it = [turn for turn in (90, 270)
             if not judge_one(spread_, put("5.1", 0, 0, turn), []).findings]  # fmt: skip
    assert len(on_it) == 1
    # Where it must, the search sets it there.
    bound = on("single", piece, border=("low",), liberties={5: Permission(border=True)})
    (placed,) = search(bound, rounds=1).placements
    assert (placed.turn, placed.y) == (on_it[0], 0)
    assert [f.weight for f in judge_one(bound, put("5.1", 0, 0), []).findings] == ["fault"]


# --- stripes and checks ---

SIDE = working(6, "Side", box(120, 400), PAIR)
# The front's notch 10 cm below its top meets the side's notch 16 cm below its own.
MEET = Meeting(seam="side seam", name="waist", a=1, b=6, at_a=(200.0, 100.0), at_b=(0.0, 160.0))


def striped(repeat: Repeat, meets=(MEET,), **more) -> Table:
    spread_ = on("single", FRONT, SIDE, repeat=repeat, **more)
    matching = plan_matching((FRONT, SIDE), meets, spread_.items, repeat, MatchInputs())
    return Table.spread(
        role="main", fold="single", width=spread_.width, length=None, nap=spread_.nap, gap=3.0,
        items=spread_.items, zones=spread_.zones, repeat=repeat, matching=matching,
    )  # fmt: skip


def test_notches_that_meet_lie_on_the_same_bar():
    spread_ = striped(Repeat(along=50))
    # Front at x 0: its notch at 100, a whole number of bars. The side's notch must lie on one too:
    # x + 160 = 0 (mod 50), so x = 40.
    lying = [put("1.1", 0, 0), put("6.1", 40, 300)]
    assert [faults(each) for each in judge_lay(spread_, tuple(lying))] == [[], []]
    off = judge_lay(spread_, (lying[0], put("6.1", 52, 300)))
    assert faults(off[1]) == [
        "Side (6, left) and Front (1, left) are [[12]] out of step along the cloth at “waist” on the "
        "side seam."
    ]


def test_an_even_bar_lets_a_piece_turn_end_for_end():
    spread_ = striped(Repeat(along=50))
    # Turned, the side's notch lies 400 − 160 = 240 above its near end: x + 240 = 0 (mod 50), x = 10.
    lying = (put("1.1", 0, 0), put("6.1", 10, 300, 180))
    assert [faults(each) for each in judge_lay(spread_, lying)] == [[], []]
    uneven = striped(Repeat(along=50, uneven_along=True))
    assert "against the uneven bars" in faults(judge_lay(uneven, lying)[1])[0]


def test_checks_match_both_ways_and_pairs_mirror():
    spread_ = striped(Repeat(along=50, across=40))
    # Across: the front's notch at y 200 lies on a stripe; the side's, at its own left edge, needs
    # y = 0 (mod 40).
    good = (put("1.1", 0, 0), put("6.1", 40, 320))
    assert [faults(each) for each in judge_lay(spread_, good)] == [[], []]
    assert "across the cloth" in faults(judge_lay(spread_, (good[0], put("6.1", 40, 330)))[1])[0]
    # The right front is turned over: its notch lies at its lower edge.
    right = put("1.2", 0, 400, over=True)
    both = judge_lay(spread_, (good[0], right))
    assert [faults(each) for each in both] == [[], []]
    crooked = judge_lay(spread_, (good[0], put("1.2", 7, 400, over=True)))
    assert "as two of one kind" in faults(crooked[1])[0]


def test_a_second_meeting_that_contradicts_the_first_is_said():
    other = Meeting(seam="yoke", name="shoulder", a=1, b=6, at_a=(0.0, 0.0), at_b=(0.0, 30.0))
    spread_ = striped(Repeat(along=50), meets=(MEET, other))
    assert [m.name for m in spread_.matching.kept] == ["waist"]
    ((met, off),) = spread_.matching.apart
    # waist: b lies 60 lower; shoulder: 30 lower. They differ by 30 = −20 (mod 50).
    assert (met.name, abs(off)) == ("shoulder", pytest.approx(20))


def test_the_fold_settles_the_stripe_of_its_group():
    repeat = Repeat(across=40)
    spread_ = on("lengthwise", FRONT, BACK, repeat=repeat)
    meet = Meeting(seam="side", name="n", a=1, b=2, at_a=(0.0, 0.0), at_b=(150.0, 0.0))
    matching = plan_matching((FRONT, BACK), (meet,), spread_.items, repeat, MatchInputs())
    settled = on_the_folds(
        Table.spread(role="main", fold="lengthwise", width=600, length=None, nap=False, gap=3.0,
                     items=spread_.items, zones=spread_.zones, repeat=repeat, matching=matching)
    )  # fmt: skip
    # The fold lies at 60 cm of the flat cloth, on the middle of a stripe: 600 = 15 · 40.
    # The back's side, 15 cm from the fold, is 30 past a stripe; so must be the front's left edge.
    back = put("2.1", 0, 0)
    good, bad = put("1.1", 460, 150), put("1.1", 460, 160)
    assert [faults(e) for e in judge_lay(settled, (back, good))] == [[], []]
    assert "out of step across" in faults(judge_lay(settled, (back, bad))[1])[0]


def test_a_stripe_on_the_centre_line():
    fronts = working(
        1, "Front",
        box(200, 400, marks=(Mark(id="c", kind="centre line", name="c",
                                  points=((30.0, 0.0), (30.0, 400.0))),)), PAIR,
    )  # fmt: skip
    repeat = Repeat(across=40)
    spread_ = on("single", fronts, repeat=repeat)
    matching = plan_matching((fronts,), (), spread_.items, repeat, MatchInputs(centre="stripe"))
    spread_ = Table.spread(role="main", fold="single", width=1200, length=None, nap=False, gap=3.0,
                           items=spread_.items, zones=spread_.zones, repeat=repeat,
                           matching=matching)  # fmt: skip
    assert faults(judge_one(spread_, put("1.1", 0, 10), [])) == []  # 10 + 30 = 40
    assert "centre line is [[5]] off its stripe" in faults(judge_one(spread_, put("1.1", 0, 15), []))[0]


@pytest.mark.parametrize(("past", "x"), [(0.0, 40.0), (15.0, 55.0), (-10.0, 30.0)])
def test_a_hem_line_on_a_bar_or_so_far_past_it(past, x):
    # 40 cm from top to hem; bars at 2, 8, 14 ... 44 cm: with its top at 4 cm the hem line lies on one.
    shape = box(200, 400)
    edges = tuple(
        edge.model_copy(update={"kind": "hem"}) if edge.name == "bottom" else edge for edge in shape.edges
    )
    skirt = working(1, "Skirt", shape.model_copy(update={"edges": edges}), SINGLE)
    repeat = Repeat(along=60, from_end=20)
    items = on("single", skirt, repeat=repeat).items
    matching = plan_matching((skirt,), (), items, repeat, MatchInputs(hem=past))
    spread_ = Table.spread(role="main", fold="single", width=1200, length=None, nap=False, gap=3.0,
                           items=items, zones=on("single", skirt).zones, repeat=repeat,
                           matching=matching)  # fmt: skip
    assert faults(judge_one(spread_, put("1.1", x, 10), [])) == []
    assert "hem line is [[7]] off its bar" in faults(judge_one(spread_, put("1.1", x + 7, 10), []))[0]


def test_striped_cloth_is_folded_on_the_stripe_nearest_its_middle():
    # 120 cm between selvedges, stripes at 1, 5, 9 ... 57, 61 cm: the middle (60) is 1 off the stripe
    # at 61, so one layer reaches 59 from the fold and the other 61.
    owned = cloth(width=1220, repeat=Repeat(across=40, from_edge=20))
    made = spread_out("main", owned, spread(1200, "lengthwise"), None, fitted_of(FRONT), LayInputs())
    assert made.width == 590
    assert [layer.shift for layer in made.zones[0].layers] == [610, 610]
    assert fold_on_a_stripe(made)[0].what.startswith("Fold on the middle of a stripe")
    plain = LayInputs(match=MatchInputs(off=True))
    made = spread_out("main", owned, spread(1200, "lengthwise"), None, fitted_of(FRONT), plain)
    assert (made.width, fold_on_a_stripe(made)) == (600, [])


def test_straightening_a_bias_piece_keeps_it_on_the_bias():
    spread_ = on("single", POCKET, liberties={3: Permission(bias=True)})
    assert mend(spread_, put("3.1", 0, 0, 40), "straighten").turn == 45
    assert mend(on("single", POCKET), put("3.1", 0, 0, 40), "straighten").turn == 0


@pytest.mark.parametrize("turn", [0, 180])
def test_the_one_way_school_asks_it_without_nap(turn):
    inputs = LayInputs(one_way=True)
    made = spread_out("main", cloth(), spread(1480, "single"), None, fitted_of(FRONT, POCKET), inputs)
    lying = (put("1.1", 0, 0), put("1.2", 0, 300, over=True), put("3.1", 450, 0, turn))
    assert bool(faults(judge_lay(made, lying)[2])) == (turn == 180)


def test_a_grain_line_drawn_across_the_paper_runs_along_the_cloth_on_either_face():
    # Drawn from left to right, the paper's left is the top: laid at 270 degrees face up, at 90 face
    # down. Turned over about its grain a piece stays straight and its top where it was.
    shape = box(160, 40)
    grain = Mark(id="g", kind="grain", name="grain", points=((20.0, 20.0), (140.0, 20.0)))
    band = working(7, "Band", shape.model_copy(update={"marks": (grain,)}), SINGLE)
    spread_ = on("single", FRONT, band, nap=True)
    fronts = (put("1.1", 0, 0), put("1.2", 0, 300, over=True))
    up = put("7.1", 450, 0, 270)
    down = mend(spread_, up, "turn over")
    assert (down.turn, down.over) == (90, True)
    for each in (up, down):
        assert faults(judge_lay(spread_, (*fronts, each))[2]) == []
    for each in (put("7.1", 450, 0, 90), put("7.1", 450, 0, 270, over=True)):
        assert "against the nap" in faults(judge_lay(spread_, (*fronts, each))[2])[0]


def test_two_pieces_on_the_fold_cannot_both_choose_their_stripe():
    # Fronts of 20 and backs of 15 cm from the fold to the side seam: on stripes 4 cm apart their
    # sides lie 20 = 0 and 15 = 3 past a stripe. It is said once, as a note, and stands in no way.
    front = working(8, "Front", box(200, 400, fold=True), FOLD)
    meet = Meeting(seam="side", name="n", a=2, b=8, at_a=(150.0, 10.0), at_b=(200.0, 10.0))
    owned = cloth(width=1220, repeat=Repeat(across=40))
    made = spread_out("main", owned, spread(1200, "lengthwise"), None,
                      fitted_of(BACK, front, meetings=(meet,)), LayInputs())  # fmt: skip
    lying = (put("2.1", 0, 0), put("8.1", 460, 0))
    assert [faults(each) for each in judge_lay(made, lying)] == [[], []]
    ((met, off),) = made.matching.apart
    assert (met.name, abs(off)) == ("n", pytest.approx(10))


def test_a_piece_that_may_turn_does_not_shift_with_its_group():
    repeat = Repeat(along=50)
    liberties = {6: Permission(either=True)}
    owned = cloth(width=1220, nap=True, repeat=repeat)
    made = spread_out("main", owned, spread(1200, "single"), None,
                      fitted_of(FRONT, SIDE, meetings=(MEET,)),
                      LayInputs(liberties=liberties))  # fmt: skip
    for sought in lays(made, seed=3, rounds=1):
        assert [f for each in judge_lay(made, sought.placements) for f in faults(each)] == []


def test_pieces_on_the_fold_are_laid_first_then_large_ones():
    spread_ = on("lengthwise", POCKET, FRONT, BACK)
    lying = (put("3.1", 0, 400), put("1.1", 0, 160), put("2.1", 0, 0))
    order = {j.placement.item: j.numbers.order for j in judge_lay(spread_, lying)}
    assert order == {"2.1": 1, "1.1": 2, "3.1": 3}


@pytest.mark.parametrize(
    ("gives", "turn", "found"),
    [
        ("across", 0, []), ("both", 0, []), ("none", 0, []),
        ("along", 0, ["fault"]), ("along", 90, []), ("across", 90, ["fault"]),
    ],
)  # fmt: skip
def test_without_an_arrow_the_give_goes_round_the_body(gives, turn, found):
    piece = working(1, "Front", box(200, 300), SINGLE)
    knit = fitted_of(piece).model_copy(update={"knit": True})
    owned = cloth(width=1000, stretch=gives)
    lay = LayInputs(liberties=granted({}, 1, "across"))
    made = spread_out("main", owned, spread(980, "single"), None, knit, lay)
    judged = judge_one(made, put("1.1", 0, 0, turn=turn), [])
    assert [f.weight for f in judged.findings if "stretch runs" in f.what] == found
    # Of a woven cloth nothing is asked, nor of another role's.
    plain = spread_out("main", owned, spread(980, "single"), None, fitted_of(piece), lay)
    assert not [
        f for f in judge_one(plain, put("1.1", 0, 0, turn=turn), []).findings if "stretch" in f.what
    ]
