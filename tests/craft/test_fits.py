"""Does it fit? Every answer is a lay; the sums are worked by hand."""

import pytest

from craft.cloth import ClothInputs
from craft.errors import CraftError
from craft.lay import LayInputs, judge_lay
from craft.lay.joined import joined_in_two
from craft.lay.rehearse import rehearse
from craft.pattern import Cut
from craft.seek.attempts import _is_band
from craft.seek.case import Case, Effort
from craft.seek.compare import compare
from craft.seek.fits import does_it_fit
from craft.seek.perform import perform
from craft.seek.search import lays_for_the_rest
from craft.seek.search_result import SearchResult
from craft.seek.task import Found, LayTask, Tried, Variant, merged
from craft.shape import path as paths
from craft.shape.affine import move, translation
from tests.craft.shapes import FOLD, PAIR, SINGLE, box, cloth, fitted_of, put, table, working

# Folded, 50 cm between selvedges lie 25 wide: nothing fits beside the front.
NARROW = cloth(width=520, selvedge=10)


def last(*pieces, owned, now=None, seconds=3.0):
    now = now or Variant(fold="lengthwise")
    *_, answer = does_it_fit(Case("main", owned, fitted_of(*pieces), now=now), Effort(seconds, pace=1))
    return answer


def test_yes_with_the_lay_and_what_is_left():
    owned = NARROW.model_copy(update={"owned": 500})
    answer = last(working(1, "Front", box(200, 400), PAIR), owned=owned)
    assert answer.fits
    assert answer.short == pytest.approx(-100, abs=0.1)
    assert "will be left" in answer.sentence
    older = answer.model_dump_json().replace('"sentence":', '"said":')
    assert type(answer).model_validate_json(older) == answer
    assert len(answer.sought.placements) == 1
    assert answer.of == 0


def test_no_by_how_much_and_a_single_layer_would_do():
    # A back of 48 cm whole width beside nothing: folded, the two pieces lie one behind the other,
    # 40 + 0.3 + 30 = 70.3. In a single layer of 50 cm the pockets lie beside each other.
    pieces = (
        working(1, "Front", box(240, 400), Cut(role="main", count=1)),
        working(2, "Side", box(240, 300), Cut(role="main", count=1)),
    )
    owned = NARROW.model_copy(update={"owned": 450})
    answer = last(*pieces, owned=owned)
    assert not answer.fits
    assert answer.short == pytest.approx(703 - 450, abs=0.5)
    best = answer.options[0]
    assert (best.kind, best.fold, best.fits) == ("fold", "single", True)
    # Side by side 40 long: 5 of 45 left.
    assert best.short == pytest.approx(400 - 450, abs=0.5)
    assert answer.tried == answer.of


def test_a_facing_from_another_cloth_makes_it_fit():
    pieces = (
        working(1, "Front", box(240, 400), PAIR),
        working(2, "Front facing", box(240, 100), PAIR),
    )
    owned = NARROW.model_copy(update={"owned": 410, "nap": True})
    answer = last(*pieces, owned=owned)
    change = next(c for c in answer.options if c.kind == "other cloth")
    assert (change.piece, change.fits) == (2, True)
    assert {p.item for p in change.sought.placements} == {"1.1"}


def test_a_waistband_across_or_joined():
    pieces = (
        working(1, "Front", box(150, 300), PAIR),
        working(2, "Waistband", box(60, 480), SINGLE),
    )
    owned = NARROW.model_copy(update={"owned": 440})
    answer = last(*pieces, owned=owned, now=Variant(fold="single"))
    kinds = {change.kind: change for change in answer.options}
    assert not answer.fits
    assert answer.short == pytest.approx(40, abs=0.5)
    assert kinds["across"].fits
    assert kinds["join"].fits
    assert len(kinds["join"].sought.placements) == 4
    # What fits is named before what does not.
    assert [c.fits for c in answer.options] == sorted((c.fits for c in answer.options), reverse=True)


def test_narrow_hems():
    shape = box(200, 400, allowance=15)
    edges = tuple(
        e.model_copy(update={"kind": "hem", "allowance": 40.0}) if e.name == "bottom" else e
        for e in shape.edges
    )
    piece = working(1, "Skirt", shape.model_copy(update={"edges": edges}), PAIR)
    # 15 + 400 + 40 = 455; with a hem of 1 cm 425.
    owned = NARROW.model_copy(update={"owned": 430})
    answer = last(piece, owned=owned)
    hem = next(c for c in answer.options if c.kind == "hem")
    assert answer.short == pytest.approx(25, abs=0.5)
    assert hem.fits
    assert hem.short == pytest.approx(-5, abs=0.5)


def test_the_half_turn_is_offered_only_where_nap_forbids_it():
    piece = working(1, "Front", box(200, 400), PAIR)
    for nap in (False, True):
        owned = NARROW.model_copy(update={"owned": 300, "nap": nap})
        kinds = {change.kind for change in last(piece, owned=owned, seconds=2).options}
        assert ("half turn" in kinds) == nap


def test_cloth_without_a_length_has_no_answer():
    with pytest.raises(CraftError, match="how much of it"):
        last(working(1, "Front", box(200, 400), PAIR), owned=NARROW)


def test_a_band_joined_from_two_lengths():
    # 6 by 48 cm in two: each 24 and 1.5 for the seam.
    band = working(2, "Waistband", box(60, 480), Cut(role="main", count=2))
    first, second = joined_in_two(band, 15)
    for half in (first, second):
        x0, y0, x1, y1 = paths.control_bounds(half.cutting)
        assert (x1 - x0, y1 - y0) == (pytest.approx(60), pytest.approx(255))
        assert paths.area(half.cutting) == pytest.approx(60 * 255)
        assert half.cuts == band.cuts
    assert first.number != second.number
    assert joined_in_two(working(2, "Band", box(60, 480, fold=True), FOLD), 15) is None


def test_what_is_left_after_some_pieces_were_cut_is_laid_anew():
    front = working(1, "Front", box(240, 300), SINGLE)
    side = working(2, "Side", box(240, 300), SINGLE)
    inputs = LayInputs(placements={"main": (put("1.1", 0, 0),)}, cut={"main": ("1.1",)})
    owned = cloth(width=520, owned=700)
    spread = Case("main", owned, fitted_of(front, side), inputs).table(Variant(fold="single"))
    before = inputs.placements["main"]
    *_, sought = lays_for_the_rest(spread, before, seed=1, rounds=2, keep_going=lambda: True)
    # The rest of the width beside the cut piece is enough for the side; what is cut stays.
    assert sought.placements[0] == before[0]
    assert [p.item for p in sought.placements] == ["1.1", "2.1"]
    assert sought.length == pytest.approx(300, abs=0.1)
    squared = inputs.model_copy(update={"squared": ("main",)})
    spread = Case("main", owned, fitted_of(front, side), squared).table(Variant(fold="single"))
    *_, sought = lays_for_the_rest(spread, before, seed=1, rounds=2, keep_going=lambda: True)
    assert sought.length == pytest.approx(600, abs=0.1)
    assert rehearse(spread, sought.placements).complete


def test_a_task_without_a_cloth_is_a_sentence():
    task = LayTask(role="main", seconds=1)
    with pytest.raises(CraftError, match="Choose a cloth for the main"):
        next(perform(task, fitted_of(), ClothInputs(), LayInputs()))


def test_taken_up_again_the_shorter_lay_is_kept():
    def found(*takes):
        return Found(tried=tuple(
            Tried(variant=Variant(fold=fold), takes=value, sought=None if value is None else
                  SearchResult(placements=(), length=value, rounds=1))
            for fold, value in zip(("single", "lengthwise"), takes, strict=True)
        ))  # fmt: skip

    kept = merged(found(900.0, 700.0), found(850.0, None))
    assert [each.takes for each in kept.tried] == [850.0, 700.0]
    assert merged(Found(), found(1.0, 2.0)) == found(1.0, 2.0)


def test_the_rehearsal_says_what_would_be_missing():
    pieces = (
        working(1, "Front", box(200, 300), PAIR),
        working(2, "Back", box(150, 320, fold=True), FOLD),
    )
    spread = table(*pieces, width=500)
    good = (put("2.1", 0, 0), put("1.1", 0, 200))
    done = rehearse(spread, good)
    assert done.complete
    assert [(p.piece, p.hand) for p in done.pieces] == [(2, "whole"), (1, "left"), (1, "right")]
    # A finger's breadth off the fold the back comes out in two halves.
    off = rehearse(spread, (put("2.1", 0, 12), good[1]))
    assert [p.hand for p in off.pieces if p.piece == 2] == ["half", "half"]
    assert off.findings[0].what == "1 Back (2) would be missing."
    # Two fronts face up in a single layer are two left ones.
    flat = table(*pieces, width=1000, fold="single")
    lefts = rehearse(flat, (put("1.1", 0, 0), put("1.2", 0, 300), put("2.1", 0, 600)))
    assert "1 right Front (1) would be missing." in [f.what for f in lefts.findings]
    assert any(f.weight == "fault" for j in judge_lay(
        flat, (put("1.1", 0, 0), put("1.2", 0, 300))) for f in j.findings)  # fmt: skip


def test_with_some_pieces_cut_the_cloth_stays_folded_as_it_is():
    front = working(1, "Front", box(240, 300), SINGLE)
    side = working(2, "Side", box(240, 300), SINGLE)
    inputs = LayInputs(placements={"main": (put("1.1", 0, 0),)}, cut={"main": ("1.1",)})
    now = Variant(fold="single")
    case = Case("main", cloth(width=520), fitted_of(front, side), inputs, now=now)
    *_, (as_it_is, folded) = compare(case, (now, Variant(fold="lengthwise")), Effort(1, pace=4))
    assert as_it_is.takes == pytest.approx(300, abs=0.1)
    assert folded.refused == "Some pieces are cut already, so the cloth stays folded as it is."


@pytest.mark.parametrize(
    ("name", "wide", "high", "band"),
    [("Waistband", 100, 260, True), ("Waistband", 260, 100, True), ("Waistband", 100, 240, False),
     ("Front", 100, 900, False), ("Hem band", 60, 700, True)],
)  # fmt: skip
def test_a_band_is_much_longer_than_it_is_wide(name, wide, high, band):
    piece = working(1, name, box(wide, high), SINGLE)
    elsewhere = piece.model_copy(update={"cutting": move(piece.cutting, translation(-700, 2_000))})
    assert (_is_band(piece), _is_band(elsewhere)) == (band, band)
