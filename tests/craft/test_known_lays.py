"""Who asks less never takes more cloth, and the changes that are tried together."""

import itertools
from dataclasses import replace

import pytest
from hypothesis import Phase, assume, given, settings
from hypothesis import strategies as st

from craft.cloth import ClothInputs, Repeat
from craft.lay import LayInputs
from craft.lay.matching import MatchInputs
from craft.pattern import Cut
from craft.seek.attempts import Attempt, pairs
from craft.seek.case import Case, Effort
from craft.seek.compare import compare
from craft.seek.fits import does_it_fit
from craft.seek.known_lays import KnownLays
from craft.seek.take_over import take_option
from craft.seek.task import Change, Variant
from tests.craft.examples import examples
from tests.craft.shapes import FOLD, PAIR, SINGLE, box, cloth, fitted_of, put, table, working

LONG = Effort(600)


def garments():
    """Pieces of all kinds: pairs, on the fold, singles; large and small."""
    sizes = st.tuples(st.integers(60, 240), st.integers(80, 420), st.sampled_from((PAIR, FOLD, SINGLE)))
    return st.lists(sizes, min_size=3, max_size=5).map(
        lambda found: [
            working(n, f"Piece {n}", box(wide, long, fold=cut is FOLD), cut)
            for n, (wide, long, cut) in enumerate(found, 1)
        ]
    )


@settings(max_examples=examples(12), phases=(Phase.generate,))
@given(
    pieces=garments(),
    repeat=st.sampled_from((Repeat(), Repeat(along=60), Repeat(across=45), Repeat(along=60, across=45))),
    nap=st.booleans(),
    fold=st.sampled_from(("single", "lengthwise", "middle", "crosswise")),
    order=st.permutations(range(5)),
    rounds=st.sampled_from((0, 0, 0, 1)),
)
def test_fewer_demands_never_take_more_cloth(pieces, repeat, nap, fold, order, rounds):
    """Nap, matching, width and pieces, in whatever order they are tried."""
    owned = cloth(width=1000, selvedge=10, nap=nap, repeat=repeat)
    case = Case("main", owned, fitted_of(*pieces), LayInputs(), Variant(fold=fold))
    smallest = min(pieces, key=lambda piece: piece.number)
    all_of_it = Variant(fold=fold)
    fewer = [
        all_of_it,
        Variant(fold=fold, without=("nap",)),
        Variant(fold=fold, without=("matching",)),
        Variant(fold=fold, without=("nap", "matching")),
        Variant(fold=fold, allowing=((smallest.number, "other cloth"),)),
    ]
    *_, tried = compare(case, tuple(fewer[at] for at in order), LONG, rounds=rounds)
    takes = {each.variant: each.takes for each in tried}
    refused = {each.variant for each in tried if each.takes is None}
    if takes[all_of_it] is None:
        return
    assert not refused
    for each in fewer[1:]:
        assert takes[each] <= takes[all_of_it] + 1e-6, each
    assert takes[fewer[3]] <= min(takes[fewer[1]], takes[fewer[2]]) + 1e-6


@settings(max_examples=examples(6))
@given(pieces=garments(), fold=st.sampled_from(("single", "lengthwise", "middle")), first=st.booleans())
def test_wider_cloth_never_takes_more(pieces, fold, first):
    case = Case("main", cloth(width=1000, selvedge=10), fitted_of(*pieces), now=Variant(fold=fold))
    widths = (1000.0, 1120.0, 1400.0)
    asked = [Variant(fold=fold, width=width) for width in (widths if first else reversed(widths))]
    *_, tried = compare(case, tuple(asked), LONG, rounds=0)
    takes = {each.variant.width: each.takes for each in tried}
    for narrow, wide in itertools.pairwise(widths):
        if takes[narrow] is not None:
            assert takes[wide] <= takes[narrow] + 1e-6


@settings(max_examples=examples(5), phases=(Phase.generate,))
@given(
    pieces=garments(),
    nap=st.booleans(),
    repeat=st.sampled_from((Repeat(), Repeat(along=60))),
    fold=st.sampled_from(("single", "lengthwise", "middle", "crosswise")),
    short=st.floats(0.6, 0.99),
    longer=st.floats(0, 900),
)
def test_no_offer_lacks_more_than_the_lay_and_more_cloth_is_never_less(
    pieces, nap, repeat, fold, short, longer
):
    """Turned, across, with narrow hems, or with a piece less it takes no more; and longer cloth serves as
    well."""
    names = ("Front", "Front facing", "Waistband", "Skirt", "Pocket", "Collar band", "Side", "Back")
    called = [p.model_copy(update={"name": n}) for p, n in zip(pieces, names, strict=False)]
    owned = cloth(width=1000, selvedge=10, nap=nap, repeat=repeat)
    case = Case("main", owned, fitted_of(*called), now=Variant(fold=fold))
    *_, (laid,) = compare(case, (case.now,), LONG, rounds=0)
    assume(laid.takes is not None)

    def answer(length):
        there = replace(case, owned=owned.model_copy(update={"owned": length}))
        *_, found = does_it_fit(there, LONG, rounds=0)
        return found

    found = answer(max(50.0, laid.takes * short))
    for option in found.options:
        if not {option.kind, *(each.kind for each in option.besides)} & {"fold", "join"}:
            assert option.short <= found.short + 1e-6, option.what
        if option.fits:
            assert option.short <= 0
    more = answer(max(50.0, laid.takes * short) + longer)
    assert more.takes.value <= found.takes.value + 1e-6
    assert more.fits or more.short == pytest.approx(found.short - longer, abs=1e-3)


def test_a_known_lay_is_judged_where_it_is_offered():
    known = KnownLays()
    before = table(working(1, "Front", box(200, 300), SINGLE), fold="single", width=500)
    known.add(before, (put("1.1", 0, 0, turn=180),))
    assert known.best_for(before).length == 300
    assert known.best_for(before, than=300) is None  # no shorter one
    napped = table(working(1, "Front", box(200, 300), SINGLE), fold="single", width=500, nap=True)
    assert known.best_for(napped).length == 300  # alone it may point either way
    narrow = table(working(1, "Front", box(200, 300), SINGLE), fold="single", width=150)
    assert known.best_for(narrow) is None
    more = table(*(working(n, "Front", box(200, 300), SINGLE) for n in (1, 2)), fold="single", width=500)
    assert known.best_for(more) is None
    # What is pinned elsewhere stays there.
    assert known.best_for(before, (put("1.1", 100, 0, turn=180),)) is None
    # A narrower hem leaves the piece's upper end where it was.
    shorter = table(working(1, "Front", box(200, 290), SINGLE), fold="single", width=500)
    assert known.best_for(shorter).placements[0].x == pytest.approx(10)


def test_pieces_at_the_far_fold_move_out_with_it():
    on_fold = working(
        1, "Back", box(150, 300, allowance=0, fold=True), Cut(role="main", count=2, on_fold=True)
    )
    narrow, wide = (table(on_fold, fold="middle", width=width) for width in (400, 500))
    known = KnownLays()
    near, far = put("1.1", 0, 0), put("1.2", 0, 250, turn=180)
    known.add(narrow, (near, far))
    found = known.best_for(wide)
    assert found is not None
    assert found.placements[1].y == 350


def test_two_changes_together_where_one_is_not_enough():
    # 50 cm between the selvedges, two layers of 25: front 40 long, then facing 10, band 48 long: 98.6 and
    # gaps. Each change alone leaves more than 41 cm; without facing and with the band across 40 do.
    pieces = (
        working(1, "Front", box(240, 400), PAIR),
        working(2, "Front facing", box(240, 100), PAIR),
        working(3, "Waistband", box(60, 240), PAIR),
    )
    owned = cloth(width=520, selvedge=10, owned=470)
    case = Case("main", owned, fitted_of(*pieces), now=Variant(fold="lengthwise"))
    *_, answer = does_it_fit(case, LONG, rounds=0)
    assert not answer.fits
    assert not [each for each in answer.options if each.fits and not each.besides]
    best = answer.options[0]
    assert best.fits
    assert {best.kind, best.besides[0].kind} == {"other cloth", "across"}
    assert answer.tried == answer.of
    _, lay = take_option("main", best, ClothInputs(cloths={"main": owned}), LayInputs())
    assert lay.elsewhere == {"main": (2,)}
    assert lay.liberties[3].across
    assert {each.item for each in lay.placements["main"]} == {"1.1", "3.1"}


def test_pairs_of_changes_come_cheapest_first_and_never_exclude_each_other():
    kinds = (
        ("half turn", 0),
        ("other cloth", 2),
        ("join", 3),
        ("across", 3),
        ("hem", 0),
        ("fold", 0),
        ("fold", 0),
    )
    singles = [Attempt(Change(kind=kind, piece=piece), "", "", lambda case: case) for kind, piece in kinds]
    both = [(each.change, each.besides[0]) for each in pairs(singles)]
    costs = [each.cost for each in pairs(singles)]
    assert costs == sorted(costs)
    assert {one.kind for one in both[0]} == {"fold", "hem"}
    # 21 pairs of seven, without the two folds together and without two changes of one piece.
    assert len(both) == 19


def test_a_part_fold_is_as_deep_as_what_must_lie_double():
    # A back of 20 cm on the fold and a front of 45 wanted once: folded 20.1 deep both lie side by side.
    pieces = (
        working(1, "Back", box(200, 400, allowance=0, fold=True), FOLD),
        working(2, "Front", box(450, 400), SINGLE),
    )
    owned = cloth(width=900, selvedge=10, owned=450)
    case = Case("main", owned, fitted_of(*pieces), now=Variant(fold="lengthwise"))
    *_, answer = does_it_fit(case, LONG, rounds=0)
    parts = [each for each in answer.options if each.fold == "part"]
    assert any(each.fits and each.depth == pytest.approx(201) for each in parts)
    taken = next(each for each in parts if each.depth == 201)
    assert "[[201]] deep" in taken.what
    cloths, _ = take_option("main", taken, ClothInputs(cloths={"main": owned}), LayInputs())
    assert (cloths.folds, cloths.depths) == ({"main": "part"}, {"main": 201})


def test_what_is_short_folded_crosswise_reaches_to_the_next_bar():
    # A front of 30 cm on both layers; bars every 10 from 2 and half ways: folded at 32, 64 taken.
    piece = working(1, "Front", box(400, 300), Cut(role="main", count=2, pair=True))
    owned = cloth(width=520, selvedge=10, owned=620, repeat=Repeat(along=100, from_end=20))
    for off, short in ((False, 20), (True, -20)):
        inputs = LayInputs(match=MatchInputs(off=off))
        case = Case("main", owned, fitted_of(piece), inputs, now=Variant(fold="crosswise"))
        answer = next(iter(does_it_fit(case, LONG, rounds=1)))
        assert answer.short == pytest.approx(short, abs=0.1)
