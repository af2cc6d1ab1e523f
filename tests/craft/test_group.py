"""What several makings need together, with every sum shown."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from craft.cloth import ClothInputs
from craft.group import paper_needed
from craft.inputs import Inputs, renamed
from craft.lay import LayInputs
from craft.making import derive
from craft.measure import Figure, buy_text, render
from craft.pick import PickInputs
from craft.pick.doubts import size_doubts
from craft.sharing import Need, added, needs_of, shared, totals
from craft.shopping import ShopLine, ShoppingList, as_text
from craft.shopping import together as shopped
from craft.trace.paper import PaperInputs
from tests.craft.shapes import cloth, put
from workroom.demo.breeches import ringing_breeches

BREECHES = ringing_breeches()


def made(size, **more):
    return derive(BREECHES, Inputs(pick=PickInputs(size=size), **more))


def figure(mm):
    return Figure(name="x", value=mm, text="", working=())


def need(mm, role="main", laid=True, owned=None, key="cupboard 1", known=None):
    there = None if owned is None else figure(owned)
    return Need(role=role, cloth="Tweed", key=key, takes=figure(mm), laid=laid, owned=there, known=known)


def test_lengths_are_added_with_their_working():
    sum_of = added("paper", (figure(880), figure(820)), buy_text)
    assert sum_of.value == 1700
    assert render(sum_of.working[0], "cm") == "0.88 m + 0.82 m = 1.70 m"
    assert added("paper", ()).value == 0


def test_what_is_laid_and_what_is_only_the_least_are_never_added():
    found = totals([need(700, laid=False), need(130, "lining", laid=False), need(900)])
    assert [(each.role, each.laid.value, each.least and each.least.value, each.open) for each in found] == [
        ("main", 900, 700, 1), ("lining", 0, 130, 1),
    ]  # fmt: skip


def test_one_cloth_for_two_is_held_against_both_lays():
    # 190 owned, washed already: 114.6 + 127.7 − 190 = 52.3 short; ÷ 0.95 = 55.05, so 60 to buy.
    known = cloth(owned=1900, washed=True, shrink_length=0.05)
    rows = [
        ("Orla", need(1146, owned=1900, known=known)),
        ("Bram", need(1277, owned=1900, known=known)),
    ]
    (one,) = shared(rows)
    assert (one.takes.value, one.short.value, one.buy.value) == pytest.approx((2423, 523, 600))
    assert one.whose == ("Orla", "Bram")
    assert render(one.short.working[0], "cm") == "242.3 cm − 190 cm owned = 52.3 cm"
    # Bram's lies on what is there; Orla's 114.6 ÷ 0.95 = 120.6 would need 130 of its own.
    assert render(one.because, "cm").endswith(
        "lay Orla anew over both, or buy 1.30 m for the lay as found."
    )
    # Four of 65 cm from 2.5 m: 10 short.
    four = [(name, need(650, owned=2500, known=cloth())) for name in "abcd"]
    assert shared(four)[0].short.value == 100
    assert shared(four[:3])[0].buy.value == 0
    # Copies of a cloth may differ until a correction is taken over: no more is there than the least says.
    assert shared([*rows, ("Pip", need(100, owned=1800, known=known))])[0].owned.value == 1800
    # Of two cloths each has its own; one not bought yet is bought for all at once.
    apart = shared([("a", need(650, known=cloth())), ("b", need(650, key="cupboard 2", known=cloth()))])
    assert [each.buy.value for each in apart] == [700, 700]
    assert shared([(name, need(650, known=cloth())) for name in "ab"])[0].buy.value == 1300


@given(
    lays=st.lists(st.tuples(st.integers(1, 3), st.integers(100, 3000), st.booleans()), max_size=8),
    owned=st.dictionaries(st.integers(1, 3), st.integers(0, 6000)),
    shrinks=st.integers(0, 30),
)
def test_sums_of_a_group_against_an_independent_count(lays, owned, shrinks):
    known = cloth(shrink_length=shrinks / 100)
    rows = [
        (f"p{i}", need(mm, laid=laid, owned=owned.get(which), key=str(which), known=known))
        for i, (which, mm, laid) in enumerate(lays)
    ]
    for each in shared(rows):
        mine = [mm for which, mm, _ in lays if str(which) == each.key]
        lacks = sum(mine) - owned.get(int(each.key), 0)
        steps = -(-Fraction(max(lacks, 0)) / (1 - Fraction(shrinks, 100)) // 100)
        assert each.buy.value == steps * 100
        assert each.open == sum(not laid for which, _, laid in lays if str(which) == each.key)
        assert (each.short is not None) == (int(each.key) in owned and lacks > 0)


def test_without_a_cloth_a_usual_width_is_taken_and_said():
    making = made("3")
    needs = {each.role: each for each in needs_of(making, ClothInputs())}
    area = next(known.area for known in making.cloths if known.role == "main")
    assert needs["main"].takes.value == pytest.approx(area / 1380)  # 140 cm less two selvedges of 1
    assert "no cloth is chosen yet" in needs["main"].takes.working[0]
    assert not needs["main"].laid
    # Half a lay is none: what it takes is still the least.
    cloths = ClothInputs(cloths={"main": cloth()}, folds={"main": "single"})
    begun = made("3", cloth=cloths, lay=LayInputs(placements={"main": (put("1.1", 0, 0),)}))
    main = needs_of(begun, cloths)[0]
    assert (main.laid, main.takes) == (False, begun.cloths[0].least)


def test_notions_are_asked_for_as_often_as_there_are_people():
    button = ShopLine(key="n", kind="notion", what="1 button, [[15]]", because="")
    mine = ShoppingList(lines=(button,))
    one = shopped([("Orla", mine), ("Bram", mine)], [])
    assert [(line.times, line.whose) for line in one.lines] == [(2, ("Orla", "Bram"))]
    assert "- 2 × 1 button, 1.5 cm\n" in as_text(one, "Tour", "cm")
    assert "Orla and Bram" in as_text(one, "Tour", "cm")


def test_a_size_in_doubt_says_why():
    assert "Nobody was measured" in size_doubts(made("3").picked)[0]
    sizes = BREECHES.table
    body = {row.measurement: row.body["3"] for row in sizes.rows}
    fits = derive(BREECHES, Inputs(pick=PickInputs(size="3", measurements=body)))
    assert size_doubts(fits.picked) == ()
    wider = {**body, "waist": body["waist"] + 65, "hip": body["hip"] + 110}
    doubts = size_doubts(derive(BREECHES, Inputs(pick=PickInputs(size="3", measurements=wider))).picked)
    assert any("waist" in each for each in doubts)
    assert any("hip" in each for each in doubts)


def test_a_new_name_is_taken_over_in_what_was_ticked():
    before = Inputs(pick=PickInputs(person="Orla"), ticks={"filed": {"made for": "Orla", "size": "D"}})
    now = renamed(before, "Orla", "Orla Q.")
    assert now.pick.person == "Orla Q."
    assert now.ticks == {"filed": {"made for": "Orla Q.", "size": "D"}}
    assert renamed(before, "Bram", "X") is before


def test_a_larger_size_needs_no_less_paper():
    lengths = [paper_needed(made(size), PaperInputs(kind="sheets")).value for size in "16"]
    assert lengths[0] <= lengths[1]
    # Whatever paper was planned, a group reckons by the roll.
    assert lengths[0] == paper_needed(made("1"), PaperInputs()).value


def test_growth_is_reckoned_from_the_last_day_a_measurement_was_taken():
    from craft.pick.measuring import growth

    days = ({"height": 1492, "bust": 768}, {"height": 1438, "waist": 604},
            {"height": 1395, "bust": 712, "waist": 604})  # fmt: skip
    # Bust: 768 − 712, two sittings back; the waist has not changed.
    assert growth(days) == ({"height": 54, "bust": 56}, {"height": 43}, {})
    assert growth(()) == ()
