"""The search for lays under every rule, checked by geometry of its own and by the rehearsal."""

from dataclasses import replace
from itertools import count

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import Polygon

from craft.cloth import FOLDS, Repeat
from craft.errors import CraftError
from craft.fit import FitInputs, fit
from craft.lay import Permission, Placement, judge_lay
from craft.lay.placing import matrix
from craft.lay.rehearse import rehearse
from craft.lay.ruler import rebuild, ruler_numbers
from craft.lay.rules.cloth import nap_folded_crosswise
from craft.pick import PickInputs, pick
from craft.seek.case import Case, Effort
from craft.seek.compare import compare
from craft.seek.fits import does_it_fit
from craft.seek.search import Setting, lays
from craft.seek.search_result import SearchResult
from craft.seek.task import Variant, best_of
from craft.shape.region import coordinates, moved
from craft.trace import TraceInputs, trace
from tests.craft.shapes import FOLD, PAIR, SINGLE, box, cloth, fitted_of, put, search, table, working
from workroom.demo.blouse import yoke_blouse

PLAIN = cloth(width=1400)
CHECKED = cloth(width=1500, repeat=Repeat(along=60, across=40))
BARS_WITH_NAP = cloth(width=1500, nap=True, repeat=Repeat(along=80))
REMNANT = cloth(
    width=1400, owned=3000, flaws=(((300, 300), (380, 300), (380, 360), (300, 360)),),
    remnant=((0, 10), (3000, 10), (3000, 900), (1500, 1390), (0, 1390)),
)  # fmt: skip


@pytest.fixture(scope="module")
def blouse():
    pattern = yoke_blouse()
    chosen = PickInputs(size=pattern.table.sizes[2])
    picked = pick(pattern, chosen)
    return fit(pattern, trace(pattern, picked, TraceInputs()), picked, chosen, FitInputs())


def faults(spread, placements) -> list[str]:
    judged = judge_lay(spread, placements)
    return [f.what for each in judged for f in each.findings if f.weight == "fault"]


def laid_outlines(spread, placements) -> list[Polygon]:
    return [
        Polygon(coordinates(moved(spread.regions[p.item], matrix(spread.regions[p.item], p))))
        for p in placements
    ]


@pytest.mark.parametrize("owned", [PLAIN, CHECKED, BARS_WITH_NAP, REMNANT],
                         ids=["plain", "checked", "bars and nap", "remnant"])  # fmt: skip
@pytest.mark.parametrize("fold", ["single", "lengthwise", "crosswise"])
def test_every_lay_reported_holds_under_all_rules(blouse, owned, fold):
    spread = Case("main", owned, blouse).table(Variant(fold=fold))
    found = list(lays(spread, seed=2, rounds=1))
    assert found[-1].length <= min(found[0].length, spread.length or 9e9)
    for sought in (found[0], found[-1]):
        assert {p.item for p in sought.placements} == {item.key for item in spread.items}
        if spread.length is not None and sought.length > spread.length:
            continue  # longer than what is owned: said by how much, not laid
        assert faults(spread, sought.placements) == []
        findings = rehearse(spread, sought.placements).findings
        if fold == "crosswise" and owned.one_way:
            # The upper layer runs the other way, whatever the search does; the cloth's fault says so.
            assert {"nap" in finding.what for finding in findings} == {True}
            assert [f.weight for f in nap_folded_crosswise(spread)] == ["fault"]
            continue
        assert findings == ()
        outlines = laid_outlines(spread, sought.placements)
        grown = [outline.buffer(spread.gap / 2, quad_segs=64) for outline in outlines]
        for i, one in enumerate(grown):
            for other in grown[i + 1 :]:
                assert one.intersection(other).area <= 1e-4  # mm²: 1e-6 cm²
        assert max(o.bounds[2] for o in outlines) <= sought.length + 1e-6


@pytest.mark.parametrize("fold", FOLDS)
def test_the_lay_is_rebuilt_from_its_ruler_numbers_alone(waistcoat, orla, flannel, fold):
    traced = trace(waistcoat, pick(waistcoat, orla), TraceInputs())
    fitted = fit(waistcoat, traced, pick(waistcoat, orla), orla, FitInputs())
    plain = flannel.model_copy(update={"nap": False, "owned": None})
    variant = Variant(fold=fold, depth=400 if fold == "part" else None)
    spread = Case("main", plain, fitted).table(variant)
    sought = search(spread, seed=4, rounds=1)
    again = tuple(rebuild(spread, ruler_numbers(spread, p)) for p in sought.placements)
    for before, after in zip(
        laid_outlines(spread, sought.placements), laid_outlines(spread, again), strict=True
    ):
        assert before.hausdorff_distance(after) < 2.0


@settings(max_examples=60)
@given(
    x=st.floats(0, 2_000), y=st.floats(0, 350), over=st.booleans(),
    turn=st.sampled_from([0.0, 45.0, 90.0, 135.0, 180.0, 225.0, 270.0, 315.0]),
)  # fmt: skip
def test_any_allowed_turn_is_rebuilt(x, y, over, turn):
    spread = table(working(1, "Piece", box(140, 220), SINGLE), fold="single", width=700)
    again = rebuild(spread, ruler_numbers(spread, put("1.1", x, y, turn, over)))
    assert (again.turn, again.over) == (turn, over)
    assert max(abs(again.x - x), abs(again.y - y)) < 1.01


def test_a_piece_off_grain_by_hand_is_rebuilt_off_grain():
    spread = table(working(1, "Piece", box(140, 600), SINGLE), fold="single", width=700)
    again = rebuild(spread, ruler_numbers(spread, put("1.1", 50, 80, 4.0)))
    assert again.turn == pytest.approx(4.0, abs=0.3)


def test_pinned_pieces_stay_where_they_are():
    pieces = [working(n, f"Piece {n}", box(100 + 20 * n, 200), PAIR) for n in (1, 2, 3)]
    spread = table(*pieces, width=500)
    pin = put("2.1", 333.25, 71.5, 180.0, True)
    sought = search(spread, rounds=1, pinned=(pin,))
    assert next(p for p in sought.placements if p.item == "2.1") == pin
    assert faults(spread, sought.placements) == []


def test_pieces_that_may_lie_across_do_so_where_it_helps():
    band = working(1, "Band", box(60, 480), SINGLE)
    narrow = table(band, width=500, fold="single")
    assert search(narrow, rounds=1).length == pytest.approx(480, abs=0.1)
    free = table(band, width=500, fold="single", liberties={1: Permission(across=True)})
    assert search(free, rounds=1).length == pytest.approx(60, abs=0.1)


def test_on_double_cloth_a_pair_may_lie_either_face_up_nap_or_not():
    fronts = working(1, "Front", box(200, 300), PAIR)
    for fold, faces in (("lengthwise", [{False, True}]), ("single", [{False}, {True}])):
        setting = Setting(table(fronts, width=500, fold=fold, nap=True))
        assert [{over for _, over in lying} for lying in setting.lying] == faces
        assert {turn for lying in setting.lying for turn, _ in lying} == {0.0}


def test_same_seed_and_rounds_give_the_same_lay(blouse):
    spread = Case("main", PLAIN, blouse).table(Variant(fold="lengthwise"))
    assert search(spread, seed=5, rounds=2) == search(spread, seed=5, rounds=2)


def test_no_more_rounds_than_the_pace_allows_and_no_more_time_than_there_is(blouse):
    case = Case("main", PLAIN, blouse, now=Variant(fold="lengthwise"))
    looks = count(0, 1_000)  # a quarter of an hour passes at every look
    paced = Effort(2, now=lambda: 0.0, pace=0.5)  # no time passes: rounds alone end it
    by_rounds, by_clock = (
        list(compare(case, (case.now,), each)) for each in (paced, replace(paced, now=lambda: next(looks)))
    )
    *_, (lengthwise,) = by_rounds
    assert lengthwise.sought.placements == search(case.table(), rounds=1).placements
    assert len(by_clock) < len(by_rounds)
    boxes = fitted_of(working(1, "Front", box(300, 500), PAIR), working(2, "Back", box(280, 520), PAIR))
    short = Case("main", cloth(width=1240, owned=500), boxes, now=case.now)
    *_, answer = does_it_fit(short, paced)
    assert answer.tried == answer.of


def test_a_rule_that_cannot_be_kept_is_said_with_the_piece():
    block = Polygon([(0, 0), (900, 0), (900, 500), (0, 500)])
    spread = table(working(1, "Cape", box(520, 400), PAIR), width=500, blocks=(block,))
    with pytest.raises(CraftError, match="Cape \\(1\\) is wider"):
        search(spread, rounds=0)


def test_several_ways_and_widths_are_compared_in_one_run():
    pieces = fitted_of(
        working(1, "Front", box(300, 500), PAIR),
        working(2, "Back", box(280, 520, fold=True), FOLD),
        working(3, "Pocket", box(120, 150), SINGLE),
    )
    variants = (Variant(fold="single"), Variant(fold="lengthwise"), Variant(fold="part"),
            Variant(fold="lengthwise", width=900))  # fmt: skip
    *_, tried = compare(Case("main", cloth(width=1240), pieces), variants, Effort(3, pace=2))
    by_variant = {(each.variant.fold, each.variant.width): each for each in tried}
    # 90 cm folded is 44 wide: the front beside the back takes 58; one behind the other.
    assert by_variant["lengthwise", 900].takes > by_variant["lengthwise", None].takes
    assert all(each.variant.depth for each in tried if each.variant.fold == "part")
    assert best_of(tried).takes == min(e.takes for e in tried if e.variant.width is None)
    # Folded, the front and back lie side by side: no shorter than the back.
    assert by_variant["lengthwise", None].takes >= 520


@settings(max_examples=25)
@given(data=st.data())
def test_rehearsal_and_rules_find_the_same_lays_faulty(data):
    pieces = (
        working(1, "Front", box(200, 300), PAIR),
        working(2, "Back", box(150, 320, fold=True), FOLD),
        working(3, "Pocket", box(80, 100), SINGLE),
    )
    fold = data.draw(st.sampled_from(["single", "lengthwise"]))
    spread = table(*pieces, width=600 if fold == "single" else 500, fold=fold,
                   nap=data.draw(st.booleans()))  # fmt: skip
    good = search(spread, seed=1, rounds=0).placements
    moved_ = data.draw(st.sampled_from(good))
    change = data.draw(st.sampled_from(["none", "over", "end for end", "across", "shift", "out"]))
    changed: Placement = {
        "none": moved_,
        "over": moved_.model_copy(update={"over": not moved_.over}),
        "end for end": moved_.model_copy(update={"turn": (moved_.turn + 180) % 360}),
        "across": moved_.model_copy(update={"turn": 90.0}),
        "shift": moved_.model_copy(update={"x": moved_.x + 35}),
        "out": moved_.model_copy(update={"y": -60.0}),
    }[change]
    lay = tuple(changed if p is moved_ else p for p in good)
    by_rules = bool(faults(spread, lay))
    by_cutting = bool(rehearse(spread, lay).findings)
    assert by_rules == by_cutting, (change, faults(spread, lay), rehearse(spread, lay).findings)


def test_what_nap_and_matching_cost():
    # Two gores, 30 at the hem and 0 at the top, 40 long, on 31 cm: with nap one behind the other;
    # turned end for end they lie in each other.
    gore = working(1, "Gore", box(300, 400), PAIR)
    owned = cloth(width=1240, nap=True, repeat=Repeat(along=390))
    variants = tuple(Variant(fold="single", without=each) for each in ((), ("nap",), ("matching",)))
    *_, tried = compare(Case("main", owned, fitted_of(gore)), variants, Effort(1.5, pace=4))
    all_rules, no_nap, no_matching = (each.takes for each in tried)
    assert no_matching <= all_rules
    assert no_nap <= all_rules


@settings(max_examples=20)
@given(st.lists(st.sampled_from([0.0, 180.0]), min_size=3, max_size=3))
def test_a_lay_is_known_again_in_the_search_as_it_lies(turned):
    pieces = [working(n, f"Piece {n}", box(100, 200), SINGLE) for n in (1, 2, 3)]
    setting = Setting(table(*pieces, width=500, fold="single"))
    lies = [put(f"{n}.1", 220.0 * n, 40.0 * n, turn) for n, turn in enumerate(turned, 1)]
    again = setting.placements(setting.nested(SearchResult(placements=tuple(lies), length=900.0, rounds=0)))
    assert [(p.item, p.turn, p.over) for p in again] == [(p.item, p.turn, p.over) for p in lies]
    assert [c for p in again for c in (p.x, p.y)] == pytest.approx([c for p in lies for c in (p.x, p.y)])
    aslant = lies[0].model_copy(update={"turn": 45.0})
    assert setting.nested(SearchResult(placements=(aslant, *lies[1:]), length=900.0, rounds=0)) is None
