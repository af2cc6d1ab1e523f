"""What every measure of a cloth is after washing, whenever it was taken. Numbers worked by hand."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from craft.cloth import FOLDS, Repeat, spread
from craft.cloth.cloth import MEASURES
from craft.cloth.findings import Wants, findings_of
from craft.cloth.washing import as_it_lies, as_washed, from_the_shop, rewritten, when_measured
from craft.cloth.yardage import washed_width
from craft.fit import Fitted
from craft.lay.inputs import LayInputs
from craft.lay.spreading import spread_out
from tests.craft.shapes import cloth

FLAW = ((1000, 200), (1050, 200), (1050, 250), (1000, 250))
CORNERS = ((0, 0), (1200, 0), (1200, 800), (0, 800))
NO_PIECES = Fitted.model_construct(pieces=(), meetings=())
# 5 % along and 4 % across.
COTTON = cloth(
    width=1520, selvedge=10, owned=2000, shrink_length=0.05, shrink_width=0.04, flaws=(FLAW,),
    repeat=Repeat(along=100, across=50, from_end=20, from_edge=33), motifs=((300, 110),),
)  # fmt: skip


def on_the_table(owned, fold="single"):
    reach = as_washed(owned).owned
    return spread_out("main", owned, spread(washed_width(owned).value, fold), reach, NO_PIECES, LayInputs())


def test_flaws_stripes_and_outline_shrink_with_the_cloth():
    table = on_the_table(COTTON)
    # 100 to 105 cm along lies at 95 to 99.75; 20 to 25 across less the selvedge of 1, by 0.96.
    assert table.blocks[0].bounds == pytest.approx((950, 182.4, 997.5, 230.4))
    assert (table.repeat.along, table.repeat.across) == (95, 48)
    # The first stripe counts from the outer edge, as a flaw does: (33 − 10) × 0.96.
    assert (table.repeat.from_end, table.repeat.from_edge) == pytest.approx((19, 22.08))
    assert table.motifs == (pytest.approx((285, 96)),)
    assert (table.length, table.selvedge) == pytest.approx((1900, 9.6))
    edged = as_washed(
        COTTON.model_copy(update={"remnant": CORNERS, "border": "both", "border_depth": 50.0})
    )
    assert (*edged.remnant[2], edged.border_depth) == pytest.approx((1140, 768, 48))
    # More of a washed cloth comes from the shop unwashed: (100 − 2) × 0.96 between its selvedges.
    washed = COTTON.model_copy(update={"washed": True, "askew": 40.0})
    new = from_the_shop(washed, 1000)
    assert washed_width(new).value == pytest.approx(940.8)
    assert (new.askew, new.owned, new.remnant, new.flaws, new.motifs) == (0, None, None, (), ())


def test_what_was_measured_after_washing_shrinks_no_more():
    known = COTTON.model_copy(update={"measured": dict.fromkeys(MEASURES, "after")})
    table = on_the_table(known)
    assert table.blocks[0].bounds == pytest.approx((1000, 190, 1050, 240))
    assert (table.length, table.width, table.repeat.along) == (2000, 1500, 100)
    # A cloth that is not washed yet is drawn as it lies now: what was measured after is larger still.
    assert as_it_lies(known).owned == pytest.approx(2000 / 0.95)


def test_washing_changes_no_number_that_was_read_before():
    washed = rewritten(COTTON, COTTON.model_copy(update={"washed": True}))
    assert {when_measured(washed, each) for each in ("width", "owned", "repeat", "flaws")} == {"before"}
    assert washed_width(washed).value == pytest.approx(1440)
    # Measured anew it is what it is now, and a new flaw leaves the old one where it lies.
    again = rewritten(washed, washed.model_copy(update={"width": 1465.0}))
    assert (when_measured(again, "width"), washed_width(again).value) == ("after", 1445)
    new = ((100, 100), (120, 100), (120, 120))
    both = rewritten(again, again.model_copy(update={"flaws": (FLAW, new)}))
    assert when_measured(both, "flaws") == "after"
    assert both.flaws[0][1] == pytest.approx((997.5, 192))
    assert both.flaws[1] == new
    # Corrected by hand; and taken back, it is the cloth that was written down first.
    said = rewritten(both, both.model_copy(update={"measured": {**both.measured, "width": "before"}}))
    assert when_measured(said, "width") == "before"
    assert rewritten(washed, washed.model_copy(update={"washed": False})) == COTTON


def test_a_cloth_says_which_of_its_measures_are_old():
    def said(owned):
        found = findings_of("main", owned, "single", NO_PIECES, spread(1400, "single"), Wants())
        return [f"{each.weight}: {each.what}" for each in found if "easured" in each.what]

    washed = rewritten(COTTON, COTTON.model_copy(update={"washed": True}))
    assert said(washed) == [
        "doubt: Measured before it was washed: its width, length, repeat, flaws and motifs."
    ]
    assert said(COTTON) == []
    known = COTTON.model_copy(update={"measured": {"repeat": "after"}})
    assert said(known) == ["note: Measured after washing: its repeat."]


@given(
    shrink=st.tuples(st.floats(0, 0.3), st.floats(0, 0.3)),
    when=st.fixed_dictionaries({each: st.sampled_from(("before", "after")) for each in MEASURES}),
    fold=st.sampled_from(FOLDS),
)
def test_when_it_was_measured_changes_nothing_on_the_table(shrink, when, fold):
    """The same cloth, each measure taken on another day, is one table."""
    along, across = shrink
    known = COTTON.model_copy(update={"shrink_length": along, "shrink_width": across})
    washed = as_washed(known)
    days = {each: (known if day == "before" else washed) for each, day in when.items()}
    mixed = known.model_copy(
        update={"measured": when, "width": days["width"].width, "selvedge": days["width"].selvedge,
                **{each: getattr(days[each], each) for each in ("owned", "repeat", "flaws", "motifs")}}
    )  # fmt: skip
    one, other = on_the_table(known, fold), on_the_table(mixed, fold)
    assert (one.width, one.length) == pytest.approx((other.width, other.length))
    assert [each.bounds for each in one.blocks] == [pytest.approx(each.bounds) for each in other.blocks]
    for field in ("along", "across", "from_end", "from_edge"):
        assert getattr(one.repeat, field) == pytest.approx(getattr(other.repeat, field), abs=1e-6)
