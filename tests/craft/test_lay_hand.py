"""What helps the hand at the table: snapping, the tape, two pieces at once, what single ones may do."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.cloth import ClothInputs, Repeat, spread
from craft.cloth.sums import remnant_area
from craft.cloth.yardage import washed_width
from craft.errors import CraftError
from craft.lay import LayInputs, Permission, judge_one
from craft.lay.arranging import arranged
from craft.lay.judge import laid
from craft.lay.pieces_to_lay import check_joins, pieces_to_lay
from craft.lay.rehearse import rehearse
from craft.lay.remnant import remnant_of
from craft.lay.ruler import ruler_numbers
from craft.lay.snapping import REACH, snapped
from craft.lay.spreading import spread_out
from craft.lay.tape_input import TapeInput, checked, placed_by_tape
from craft.measure import render
from craft.seek.search_result import SearchResult
from craft.seek.take_over import take_option, take_over
from craft.seek.task import FitOption, Tried, Variant
from tests.craft.shapes import FOLD, PAIR, SINGLE, box, cloth, fitted_of, put, table, working

FRONT = working(1, "Front", box(200, 400, allowance=0), PAIR)
BACK = working(2, "Back", box(150, 450, allowance=0, fold=True), FOLD)
POCKET = working(3, "Pocket", box(80, 100, allowance=0), PAIR)


@pytest.mark.parametrize(
    ("at", "wanted"),
    [
        ((4, 3), (0, 0)),  # into the corner of cut end and fold
        ((60, 295), (60, 300)),  # 200 high: its upper edge to the selvedges at 500
        ((60, 40), (60, 40)),  # far from everything
        ((-3, 150), (0, 150)),
    ],
)
def test_the_last_millimetres_to_the_edges_are_taken(at, wanted):
    after = snapped(table(FRONT), put("1.1", *at), [])
    assert (after.x, after.y) == pytest.approx(wanted)


def test_a_fold_piece_finds_the_fold_and_a_neighbour_leaves_room_for_the_shears():
    spread_ = table(FRONT, BACK, POCKET)
    after = snapped(spread_, put("2.1", 200, 6), [])
    assert (after.x, after.y) == pytest.approx((200, 0))
    # The front ends at x 400; the pocket at 408 is moved to 403, and stays on its height.
    others = laid(spread_, (put("1.1", 0, 100),))
    after = snapped(spread_, put("3.1", 408, 150), others)
    assert (after.x, after.y) == pytest.approx((403, 150))
    assert judge_one(spread_, after, others).findings == ()


def test_a_stripe_is_found_before_an_edge():
    # Stripes every 40 mm from 10 mm up in a single layer; a centre line on a stripe: the front is 200 wide,
    # its centre line (x = 0 of the paper) lies at its lower edge.
    owned = cloth(width=1020, selvedge=10, repeat=Repeat(across=40, from_edge=20))
    fitted = fitted_of(working(1, "Front", box(200, 400, allowance=0), SINGLE))
    spread_ = spread_out("main", owned, spread(1000, "single"), None, fitted, LayInputs())
    first = put("1.1", 0, 300)
    assert snapped(spread_, first, []).y == 300  # nothing to match with, no edge near


@settings(max_examples=60)
@given(st.floats(0, 900), st.floats(0, 300), st.sampled_from([0.0, 180.0]), st.booleans())
def test_snapping_moves_by_little_and_does_not_go_on(x, y, turn, over):
    spread_ = table(FRONT, POCKET)
    others = laid(spread_, (put("3.1", 500, 200),))
    before = put("1.1", x, y, turn, over)
    after = snapped(spread_, before, others)
    assert abs(after.x - before.x) <= 2 * REACH + 1e-6
    assert abs(after.y - before.y) <= 2 * REACH + 1e-6
    assert (after.turn, after.over) == (turn, over)
    again = snapped(spread_, after, others)
    assert (again.x, again.y) == pytest.approx((after.x, after.y), abs=1e-6)


def test_a_place_is_typed_by_its_ruler_numbers():
    # Grain ends 10 cm into the piece across and 8 along: 15 from the fold is y 50, 20 from the end x 120.
    after = placed_by_tape(table(FRONT), put("1.1", 0, 0), TapeInput(upper=150, lower=150, to_end=200))
    assert (after.x, after.y) == pytest.approx((120, 50))
    aslant = placed_by_tape(table(FRONT), put("1.1", 0, 50), TapeInput(lower=160))
    numbers = ruler_numbers(table(FRONT), aslant)
    # 10 mm over the drawn 24 cm; aslant the whole 40 cm of the piece are measured: 16.7 mm.
    assert numbers.lower.value - numbers.upper.value == pytest.approx(10 * 400 / 240, abs=0.1)
    with pytest.raises(CraftError, match="cannot lie so far apart"):
        placed_by_tape(table(FRONT), put("1.1", 0, 0), TapeInput(upper=100, lower=400))


@pytest.mark.parametrize(
    ("upper", "lower", "said"),
    [
        (130, 130.2, "Both ends are alike: the grain is straight."),
        (130, 134, "Turn the lower end 4 mm toward the fold."),
        (134, 130, "Turn the lower end 4 mm toward the other side, away from the fold."),
    ],
)
def test_what_the_tape_reads_says_what_to_do(upper, lower, said):
    numbers = ruler_numbers(table(FRONT), put("1.1", 50, 30))
    assert render(checked(numbers, upper, lower), "cm") == said


def test_two_pieces_change_places_and_a_small_one_is_laid_along_a_grain():
    spread_ = table(FRONT, POCKET)
    front, pocket = put("1.1", 0, 0), put("3.1", 500, 300)
    # Middles at (200, 100) and (550, 340): each goes where the other's was.
    a, b = arranged(spread_, front, pocket, "swap")
    assert (a.x, a.y, b.x, b.y) == pytest.approx((350, 240, 150, 60))
    # The front's grain lies at y 100, the pocket's 40 mm up in it.
    _, b = arranged(spread_, front, put("3.1", 500, 300, turn=7), "align")
    assert (b.y, b.turn) == pytest.approx((60, 0))
    with pytest.raises(CraftError, match="not on this cloth"):
        arranged(spread_, front, put("9.1", 0, 0), "swap")


def test_a_joined_band_a_piece_from_elsewhere_and_narrow_hems():
    band = working(4, "Waistband", box(60, 800, allowance=0), SINGLE)
    fitted = fitted_of(FRONT, band)
    same = pieces_to_lay(fitted, LayInputs())
    assert same is fitted
    joined = pieces_to_lay(fitted, LayInputs(joins=(4,)))
    assert [piece.name for piece in joined.pieces] == [
        "Front", "Waistband, first length", "Waistband, second length",
    ]  # fmt: skip
    gone = pieces_to_lay(fitted, LayInputs(elsewhere={"main": (4,)}))
    assert [len(piece.cuts) for piece in gone.pieces] == [1, 0]


def test_what_cannot_be_joined_is_said_and_a_fold_by_itself_stays_so():
    with pytest.raises(CraftError, match="Piece 2 cannot be joined"):
        check_joins(fitted_of(FRONT, BACK), (1, 2))
    tried = Tried(
        variant=Variant(fold="part", depth=220),
        sought=SearchResult(placements=(put("1.1", 0, 0),), length=400, rounds=1),
    )
    cloths, inputs = take_over("main", tried, ClothInputs(folds={"main": "part"}), LayInputs())
    assert (cloths.depths, inputs.placements["main"]) == ({"main": 220}, tried.sought.placements)
    by_itself = ClothInputs(cloths={"main": cloth()})
    plain = tried.model_copy(update={"variant": Variant(fold="lengthwise")})
    assert take_over("main", plain, by_itself, LayInputs())[0].folds == {}


@pytest.mark.parametrize(
    ("kind", "fold", "check"),
    [
        ("fold", "single", lambda c, i: c.folds == {"main": "single"}),
        ("half turn", "lengthwise", lambda c, i: not c.cloths["main"].one_way),
        ("across", "lengthwise", lambda c, i: i.liberties[4].across),
        ("join", "lengthwise", lambda c, i: i.joins == (4,)),
        ("other cloth", "lengthwise", lambda c, i: i.elsewhere == {"main": (4,)}),
        ("hem", "lengthwise", lambda c, i: i.narrow == ("main",)),
    ],
)
def test_an_offer_that_is_taken_is_in_force_with_its_lay(kind, fold, check):
    sought = SearchResult(placements=(put("1.1", 0, 0),), length=400, rounds=1)
    option = FitOption(
        kind=kind, what="", because="", piece=4, fold=fold, fits=True, short=-1, sought=sought
    )
    before = ClothInputs(cloths={"main": cloth(nap=True)})
    pinned = LayInputs(pins={"main": ("1.1", "9.1")})
    cloths, inputs = take_option("main", option, before, pinned)
    assert check(cloths, inputs)
    assert inputs.placements["main"] == sought.placements
    assert inputs.pins["main"] == ("1.1",)


def test_what_is_cut_is_drawn_where_it_lies_on_the_open_cloth():
    # Folded at 50 cm: the front at 3 cm from the fold comes out at 47 − 20 = 27 to 47 and at 53 to 73.
    seen = rehearse(table(FRONT), (put("1.1", 0, 30),))
    spans = sorted((min(y for _, y in p.outline), max(y for _, y in p.outline)) for p in seen.pieces)
    assert spans == [pytest.approx((270, 470)), pytest.approx((530, 730))]
    assert (seen.width, seen.folds) == (1000, (500.0,))


def left_of(owned, placements, *keys, squared=False):
    fitted = fitted_of(working(1, "Front", box(200, 400, allowance=0), SINGLE))
    on_table = spread(washed_width(owned).value, "single")
    inputs = LayInputs(cut={"main": keys})
    table_ = spread_out("main", owned, on_table, owned.owned, fitted, inputs)
    return remnant_of(owned, table_, placements, squared=squared)


def test_what_is_left_of_a_cloth_has_its_shape():
    # 100 × 100 cm with selvedges of 1 cm, washed; the front 40 × 20 is cut from the corner at the cut end.
    owned = cloth(width=1000, selvedge=10, owned=1000, washed=True)
    left = left_of(owned, (put("1.1", 0, 0),), "1.1")
    assert remnant_area(left.remnant).value == pytest.approx(1000 * 1000 - 400 * 200 - 1, abs=60)
    assert (left.washed, left.flaws, left.name) == (True, (), f"{owned.name}, what is left")
    # Cut from the middle it leaves a hole; cut straight across behind it, an even length.
    hole = left_of(owned, (put("1.1", 300, 400),), "1.1")
    assert [remnant_area(flaw).value for flaw in hole.flaws] == [pytest.approx(80_000, abs=60)]
    even = left_of(owned, (put("1.1", 100, 0),), "1.1", squared=True)
    assert (even.owned, even.remnant, even.flaws) == (500, None, ())
    # Motifs before the new cut end are gone, the others are counted from it.
    lace = owned.model_copy(update={"motifs": ((100, 50), (700, 90))})
    assert left_of(lace, (put("1.1", 100, 0),), "1.1", squared=True).motifs == ((200, 90),)


def test_what_cannot_be_known_of_the_rest_is_said():
    owned = cloth(width=1000, selvedge=10, owned=1000)
    with pytest.raises(CraftError, match="Nothing is cut"):
        left_of(owned, (put("1.1", 0, 0),))
    with pytest.raises(CraftError, match="Nothing is cut"):  # what was cut belongs to another cloth now
        left_of(owned, (put("9.1", 0, 0),), "9.1", squared=True)
    endless = owned.model_copy(update={"owned": None})
    with pytest.raises(CraftError, match="how long the cloth is"):
        left_of(endless, (put("1.1", 0, 0),), "1.1")


LACE = cloth(width=1020, selvedge=10, weave="lace", repeat=Repeat(along=100, from_end=50, from_edge=60))


def on_lace(*pieces, owned=LACE):
    inputs = LayInputs()
    on_table = spread(washed_width(owned).value, "single", out=True)
    return spread_out("main", owned, on_table, None, fitted_of(*pieces), inputs)


def test_motifs_that_a_seam_cuts_are_counted():
    # Motifs every 100 mm both ways, at 50, 150 …, reaching 30 mm: a piece of 200 × 400 from 0, 0 holds
    # them all whole; 40 mm further its rim runs through those 10 mm away.
    piece = working(1, "Front", box(200, 400, allowance=0), SINGLE)
    whole = judge_one(on_lace(piece), put("1.1", 0, 0), [])
    assert [f.what for f in whole.findings if "motif" in f.what] == []
    cut = judge_one(on_lace(piece), put("1.1", 40, 0), [])
    said = [f.what for f in cut.findings if "cut by its seams" in f.what]
    assert len(said) == 1
    assert "4 motifs" in said[0]  # two at each end, 50 − 40 and 450 − 440 from the rim


def test_motifs_beside_the_middle_want_to_balance():
    # The back is opened at its fold: 300 wide, its middle 150 up. At y 0 motifs lie at 150, on it; at y 25
    # the middle is at 175: 25 from one, 75 from the other.
    back = working(2, "Back", box(150, 450, allowance=0, fold=True), FOLD)
    on_it = judge_one(on_lace(back), put("2.1", 0, 0), []).findings
    assert not [f for f in on_it if "balance" in f.what]
    off = judge_one(on_lace(back), put("2.1", 0, 25), []).findings
    said = next(f for f in off if "balance" in f.what)
    assert "[[50]] out of balance" in said.what
    assert "[[25]] across" in said.mend
    by_hand = LACE.model_copy(update={"motifs": ((200, 110), (200, 260))})
    # Set by hand 100 and 250 mm up: the middle at 175 has 75 on either side.
    even = judge_one(on_lace(back, owned=by_hand), put("2.1", 0, 25), []).findings
    assert not [f for f in even if "balance" in f.what]


def test_a_hem_on_the_scallop_has_just_the_border_below_its_line():
    edges = box(200, 400, allowance=20).edges
    shape = box(200, 400).model_copy(
        update={"edges": tuple(e.model_copy(update={"kind": "hem"}) if e.name == "bottom" else e
                               for e in edges)}
    )  # fmt: skip
    inputs = LayInputs(liberties={1: Permission(border=True)}, scallop={"main": 35})
    piece = pieces_to_lay(fitted_of(working(1, "Skirt", shape, SINGLE)), inputs).pieces[0]
    assert max(y for curve in piece.cutting for _, y in curve) == pytest.approx(435)
