"""Thread, passes, minutes and depths of snips against sums worked by hand."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from craft.cloth.cloth import WEAVES
from craft.cut.edge_notches import centre_snips, dart_snips, edge_rows, notchings
from craft.cut.holding import corners, held
from craft.cut.notching import at_edge, dart_end
from craft.mark.amounts import amounts, figures_of
from craft.mark.counting import extent, passes, placings, tack_thread, tacks, trace_thread
from craft.mark.inputs import MarkingInputs
from craft.mark.tools import MarkingKit
from craft.mark.ways import BY_CODE
from craft.pattern.cutting import cutting_line
from craft.pattern.marks import Mark
from craft.pattern.piece import Edge
from craft.shape import path as paths
from tests.craft.made_pieces import line
from tests.craft.marking import made
from tests.craft.shapes import box, cloth

INPUTS = MarkingInputs()


def mark(kind, *points, **more):
    return Mark(id="m", kind=kind, name=kind, points=points, **more)


DOT = mark("dot", (0, 0))
# Legs of 100 mm each: 96² + 28² = 100².
DART = mark("dart", (0, 0), (96, 28), (0, 56))
# Four sides of 50 mm: 48² + 14² = 50².
DOUBLE = mark("double dart", (0, 0), (14, 48), (0, 96), (-14, 48))
LINE = mark("placement", (0, 0), (200, 0))
LONG = mark("stitching line", (0, 0), (1460, 0))


def edge(allowance, kind="seam"):
    return Edge(name="e", kind=kind, path=line((0, 0), (100, 0)), allowance=allowance)


# What is reckoned, and what a pencil makes of it.
SUMS = [
    # placings of a carbon of 500 mm, lapping 20: 1 + (1460 - 500) / 480 = 3
    (placings(480, 500), 1), (placings(501, 500), 2), (placings(1460, 500), 3),
    # a line of 1460 mm: three along, one across
    (passes(LONG, INPUTS).value, 3),
    # a small carbon of 80 x 50: the dart is 100 long (leg) and 53.76 wide: 2 x 2
    (passes(DART, MarkingInputs(kit=MarkingKit(sheet_long=80, sheet_wide=50))).value, 4),
    # tacks 15 mm apart: 100 / 15 -> 7 gaps on each leg, and one at the end: 7 + 7 + 1
    (tacks(made(DART), INPUTS).value, 15),
    # four sides of 50: 4 gaps each, a ring has no end of its own
    (tacks(made(DOUBLE), INPUTS).value, 16),
    # 200 mm at 50: 4 gaps and the end
    (tacks(made(LINE), INPUTS).value, 5),
    (tacks(made(DART), MarkingInputs(joined="dots")).value, 3),
    # one single tack on one layer: 2 x (30 loop + 2 x 5 cloth + 2 x 25 tails)
    (tack_thread(made(DOT, 1), INPUTS).value, 180),
    # on two layers the loop is twice as long: 2 x (60 + 10 + 50)
    (tack_thread(made(DOT), INPUTS).value, 240),
    # 5 tacks x 40 + 200 of line = 400, one needleful: 2 x (400 + 50)
    (tack_thread(made(LINE, 1), INPUTS).value, 900),
    # 15 x 70 + 200 = 1250; needlefuls of 550: 3; 2 x (1250 + 3 x 50)
    (tack_thread(made(DART), INPUTS).value, 2800),
    # thread tracing: 200 x 1.1 + 2 x 50 on each of two layers
    (trace_thread(made(LINE)).value, 640),
    # minutes: three points at .35 and 20 cm at .04, on two layers
    (amounts(made(DART), BY_CODE["chalk"], INPUTS).minutes, 2 * (3 * 0.35 + 20 * 0.04)),
    # carbon: .2 + 20 cm at .03 + one placing at .5, both layers at once
    (amounts(made(DART), BY_CODE["carbon"], INPUTS).minutes, 0.2 + 0.6 + 0.5),
    # tacks: .5 + 15 at .2
    (amounts(made(DART), BY_CODE["tacks"], INPUTS).minutes, 3.5),
    # tracing: .5 + 2 layers x 20 cm x .12
    (amounts(made(LINE), BY_CODE["thread"], INPUTS).minutes, 5.3),
    # a triple notch is three snips
    (amounts(made(mark("notch", (0, 0), count=3)), BY_CODE["snip"], INPUTS).minutes, 0.6),
    # snips: half of 10, half of 11, never deeper than 6; outward stands out by 6
    (at_edge(edge(10), cloth()).depth, 5), (at_edge(edge(11), cloth()).depth, 5.5),
    (at_edge(edge(40), cloth()).depth, 6), (at_edge(edge(6), cloth()).depth, 6),
    # at the ends of darts 4 mm at most, none where no snip may be
    (dart_end(edge(15), cloth()), 4), (dart_end(edge(6), cloth()), 0),
    (dart_end(edge(15), cloth(traits=("frays",))), 0),
]  # fmt: skip


def test_sums_worked_by_hand():
    assert len(SUMS) >= 20
    for number, (reckoned, by_hand) in enumerate(SUMS):
        assert reckoned == pytest.approx(by_hand), number


def test_the_working_adds_up():
    told = {figure.name: figure.working for figure in figures_of(
        made(LINE), BY_CODE["carbon"], INPUTS, traced=True
    )}  # fmt: skip
    assert told["minutes, carbon and wheel"] == (
        "0.2 to begin + [[200]] at 0.03 for [[10]] + placings 1 × 0.5",
    )
    assert told["minutes, thread tracing"] == ("0.5 to begin + 2 layers × [[200]] at 0.12 for [[10]]",)
    said = tack_thread(made(DART), INPUTS).working
    assert said[0] == "15 tacks × ([[60]] loop + 2 × [[5]] in the cloth)"
    assert said[-1] == "+ 3 × 2 tails of [[25]]; doubled: [[2800]]"
    assert "1 + ([[1460]] − [[500]]) ÷ [[480]], rounded up" in passes(LONG, INPUTS).working[1]


@given(long=st.floats(1, 5_000), sheet=st.floats(50, 2_000), spacing=st.floats(5, 50))
def test_placings_cover_the_line_and_no_gap_is_too_wide(long, sheet, spacing):
    count = placings(long, sheet)
    assert count * sheet - (count - 1) * 20 >= long - 1e-6
    assert count == 1 or (count - 1) * sheet - (count - 2) * 20 < long + 1e-6
    inputs = MarkingInputs(dart_spacing=spacing, line_spacing=max(10, spacing))
    one = mark("placement", (0, 0), (long, 0))
    assert long / (tacks(made(one), inputs).value - 1) <= inputs.line_spacing + 1e-6
    assert extent(one) == pytest.approx((long, 0))


@pytest.mark.parametrize(
    ("style", "trait", "allowance", "way"),
    [
        ("snip", "", 15, "snip"), ("wedge", "", 15, "wedge"), ("outward", "", 15, "outward"),
        ("mark", "", 15, "mark"), ("wedge", "", 8, "outward"), ("wedge", "frays", 15, "outward"),
        ("snip", "knit", 15, "outward"), ("snip", "lace", 15, "mark"), ("mark", "frays", 8, "mark"),
        ("snip", "", 0, "mark"), ("outward", "", 0, "mark"),
    ],
)  # fmt: skip
def test_a_school_never_cuts_where_the_rule_forbids(style, trait, allowance, way):
    owned = cloth(weave=trait) if trait in WEAVES else cloth(traits=(trait,) if trait else ())
    cut = at_edge(edge(allowance), owned, style)
    assert cut.way == way
    assert (cut.depth > 0) == (way != "mark")
    assert cut.way in ("snip", "wedge") or cut.because
    assert cut.way not in ("snip", "wedge") or cut.depth <= allowance / 2
    assert at_edge(edge(allowance, "fold"), owned, style).way == "mark"


def test_a_pleat_is_cut_at_its_edge_and_marked_at_its_inner_end():
    shape = box(
        200, 300, allowance=15,
        marks=(
            mark("pleat", (60, 0), (60, 90)), mark("tuck", (100, 40), (100, 200)),
            mark("gathers", (20, 300), (180, 300)),
        ),
    )  # fmt: skip
    cuts = {each.marks[0]: each for each in edge_rows(shape, notchings(shape, cloth(), "snip"))}
    assert cuts["pleat"].style == cuts["gathers"].style == "snip"
    assert cuts["tuck"].style == "mark"
    assert "inside the stitching line" in cuts["tuck"].because


def test_more_weights_on_large_and_odd_pieces():
    small, large = box(80, 60), box(600, 700)
    by = [
        held(corners(s), paths.length(cutting_line(s)), cloth(), "weights", on_fold=False)
        for s in (small, large)
    ]
    # 280 mm round: two at least; 2600 mm round: 2600 / 300 -> 9
    assert [each.count for each in by] == [2, 9]
    assert corners(small) == 4
    assert "inside the allowance" in held(4, 280, cloth(weave="lace"), "pins", on_fold=False).sentence


def test_darts_and_centres_are_snipped_where_their_edge_bears_it():
    dart = mark("dart", (60, 0), (75, 90), (90, 0), edge="top")
    shape = box(200, 300, allowance=15, fold=True, marks=(dart,))
    assert [(s.edge, s.depth) for s in dart_snips(shape, cloth())] == [("top", 4)]
    assert {s.depth for s in centre_snips(shape, cloth())} == {4}
    frayed = dart_snips(shape, cloth(traits=("frays",)))[0]
    assert frayed.depth == 0
    assert "frays" in frayed.because
    assert centre_snips(shape, cloth(traits=("frays",))) == ()
