"""Signs, bounds, orders and words of single rules, each worked out by hand where it is small."""

import re
from io import BytesIO

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError
from pypdf import PdfReader

from craft.changes import describe
from craft.cloth import Cloth, ClothInputs
from craft.cut.edge_notches import edge_rows
from craft.cut.notching import Notching
from craft.digitise.garment import averaged
from craft.digitise.garment_plans import BY_PART, PLANS
from craft.digitise.inputs import GarmentPart, PatternInputs
from craft.digitise.sum_kinds import KINDS
from craft.errors import CraftError
from craft.fit import FitInputs
from craft.fit.length.target import straight_lines
from craft.fit.pieces.edge_by_hand import HandChange
from craft.fit.pieces.mirror import MirrorChange
from craft.fit.pieces.open_half import OpenChange
from craft.fit.pieces.split import SplitChange
from craft.inputs import Inputs
from craft.lay import LayInputs
from craft.making import derive
from craft.mark.amounts import figures_of
from craft.mark.colours import CHALK, INK
from craft.mark.counting import by_line, by_points, tacks
from craft.mark.dart_cards import _figures
from craft.mark.inputs import MarkingInputs
from craft.mark.tools import MarkingKit
from craft.mark.ways import BY_CODE
from craft.pattern import Mark
from craft.pattern.natures import _moved_in
from craft.pick import PickInputs
from craft.seek.take_over import _changed
from craft.seek.task import Change
from craft.shape.convex import covering
from craft.shape.region import inside, region, run_on
from craft.sheets import SheetChoice, out_pieces, plan_sheets
from craft.sheets.pdf import write_pdf
from craft.trace.inputs import SumPiece, TraceInputs
from tests.craft.entering import EDIT, EMPTY
from tests.craft.marking import made
from tests.craft.shapes import box


def mark(kind: str, *points: tuple[float, float], **more: object) -> Mark:
    return Mark(id="m", kind=kind, name=kind, points=points, **more)


def test_a_line_is_run_on_in_its_own_direction():
    # 30 across and 40 down, from (50, 50): back to the top edge at 12.5, on to the right side at 250.
    ends = run_on(box(200, 400).outline, ((50, 50), (80, 90)))
    assert [c for point in ends for c in point] == pytest.approx([12.5, 0, 200, 250])


def test_a_shallow_hollow_is_filled_and_a_deep_one_stays():
    ring = np.array([[0.0, 0.0], [50.0, 1.0], [100.0, 0.0], [100.0, 100.0], [0.0, 100.0]])
    assert len(covering(ring, 2.0)) == 4
    assert len(covering(ring, 0.5)) == 5


@given(out=st.floats(1, 60), down=st.floats(20, 150))
def test_a_mark_beyond_its_piece_comes_in_as_it_is(out, down):
    shape = box(100, 400)
    grain = mark("grain", (100 + out, down), (100 + out, down + 200))
    room = region(shape.outline, 0.01)
    held = _moved_in(grain, (0, 1), shape.outline, room)
    assert inside(room, list(held.points), 1e-6).all()
    (ax, ay), (bx, by) = held.points
    assert (bx - ax, by - ay) == pytest.approx((0, 200))
    assert (ax, ay) == pytest.approx((100, down), abs=0.5)


def test_a_centre_line_is_measured_along_and_what_is_cut_at_no_edge_comes_first():
    shape = box(100, 400, marks=(mark("centre line", (50, 0), (50, 400)),))
    kinds = {each.line: each.kind for each in straight_lines({1: shape}, {1: "Front"})}
    assert kinds["mark m"] == "centre"
    inside_it, at_top = Notching("mark", "inside"), Notching("snip", "", "top", 4)
    ruled = ((mark("notch", (9, 0)), at_top), (mark("tuck", (9, 9), (9, 20)), inside_it))
    assert [row.edge for row in edge_rows(shape, ruled)] == ["", "top"]


def test_what_a_dart_and_a_tack_come_to_in_words():
    figures = {each.name: each.value for each in _figures(mark("dart", (0, -15), (90, 0), (0, 15)))}
    assert (figures["intake"], figures["length"]) == (30, 90)
    dot, dart = mark("dot", (0, 0)), mark("dart", (0, -15), (90, 0), (0, 15))
    dots = MarkingInputs(joined="dots")
    assert [tacks(made(each), dots).text for each in (dot, dart)] == ["1 tack", "3 tacks"]
    joined = MarkingInputs(joined="joined")
    assert [by_points(made(dart), how).cm for how in (dots, joined)] == [0, pytest.approx(18.2483)]
    line = made(mark("placement", (0, 0), (150, 0)))._replace(runs=(100.0, 50.0))
    assert (by_line(line, joined).points, by_line(line, joined).cm) == (3, 15)


def test_what_is_measured_once_on_a_garment_and_what_follows_from_another():
    once = {(plan.name, each.name) for plan in PLANS for each in plan.measures if not each.both}
    assert {("yoke", "centre"), ("yoke", "neck depth"), ("band", "depth")} <= once
    plan = next(p for p in PLANS if any(m.name == "rise" and m.usual == ("depth", 0.2) for m in p.measures))
    part = GarmentPart(way="garment", part=plan.name, measures={"depth": (60.0, None)})
    assert averaged(BY_PART[plan.name], part, 1)[0]["rise"] == pytest.approx(12)
    answers = [number.choices for kind in KINDS for number in kind.numbers if number.name == "fold"]
    assert answers
    assert all(each == {"no": 0.0, "yes": 1.0} for each in answers)


def test_no_allowance_is_less_than_none():
    for field in ("seam", "hem"):
        assert PatternInputs(name="Bag", **{field: 0})
        with pytest.raises(ValidationError):
            PatternInputs(name="Bag", **{field: -0.5})


def test_known_points_are_of_a_picture_that_is_there():
    sheet = EDIT.validate_python({"do": "add sheet", "name": "One"}).apply(EMPTY)
    number = sheet.sheets[0].id
    add = {"do": "add picture", "sheet": number, "picture": 5, "width": 100, "height": 100}
    with_one = EDIT.validate_python(add).apply(sheet)
    assert EDIT.validate_python({"do": "known points", "sheet": number, "at": 0, "known": []}).apply(
        with_one
    )
    with pytest.raises(CraftError, match="not on the sheet"):
        EDIT.validate_python({"do": "known points", "sheet": number, "at": 1, "known": []}).apply(with_one)


def test_a_half_turn_that_is_taken_over_takes_away_the_nap():
    cloths = ClothInputs(cloths={"main": Cloth(name="C", width=1400, nap=True, nap_unsure=True)})
    cloths, lay = _changed("main", Change(kind="half turn"), cloths, LayInputs(one_way=True))
    owned = cloths.cloths["main"]
    assert (owned.nap, owned.nap_unsure, lay.one_way) == (False, False, False)


def test_a_sum_is_named_when_it_is_added_and_its_label_claims_no_printed_allowance(waistcoat):
    tie = SumPiece(number=20, name="Tie", kind="tie", finished=600, width=25, allowance=10)
    loop = tie.model_copy(update={"number": 21, "name": "Loop"})
    before, after = (
        Inputs(pick=PickInputs(size="D"), trace=TraceInputs(sums=s)) for s in ((tie,), (tie, loop))
    )
    assert describe(before, after) == "Added Loop by sum"
    label = next(p.label for p in derive(waistcoat, before).traced.pieces if p.number == 20)
    assert any("allowance [[10]]" in line for line in label)
    assert not any("included" in line for line in label)


def test_every_mark_is_in_the_pdf(waistcoat):
    making = derive(waistcoat, Inputs(pick=PickInputs(size="D")))
    pieces = out_pieces(making.traced, making.fitted, (1,))
    drawn = []
    for layers in (("marks",), ("label",)):
        plan = plan_sheets(pieces, SheetChoice(page="one sheet", layers=layers))
        pages = PdfReader(BytesIO(write_pdf(plan, pieces, "One", "cm"))).pages
        drawn.append(sum(len(re.findall(rb" l\b", page.get_contents().get_data())) for page in pages))
    assert drawn[0] - drawn[1] > 10 * len(pieces[0].marks)


def test_ink_has_one_colour_and_the_way_itself_is_reckoned_before_what_follows():
    assert INK.best(MarkingKit(), "#2c5aa8") == "blue"
    assert CHALK.best(MarkingKit(chalks=("blue",)), "#2c5aa8") is None
    line = made(mark("placement", (0, 0), (150, 0)))
    sums = figures_of(line, BY_CODE["carbon"], MarkingInputs(), traced=True)
    assert [each.name for each in sums] == [
        "minutes, carbon and wheel", "minutes, thread tracing", "placings of the carbon", "thread",
    ]  # fmt: skip


def test_what_is_another_piece_now_is_not_set_against_its_old_outline(waistcoat):
    across = ((-40.0, 300.0), (400.0, 300.0))
    parts = {"new": 30, "names": ("Back", "Back below")}
    asked = (
        HandChange(kind="hand", piece=4, edge="side", part="whole", out=5),
        MirrorChange(kind="mirror", piece=1), OpenChange(kind="open", piece=5),
        SplitChange(kind="split", piece=2, line=across, **parts),
    )  # fmt: skip
    made = derive(waistcoat, Inputs(pick=PickInputs(size="D"), fit=FitInputs(changes=asked))).fitted
    assert [sorted(each.pieces) for each in made.made] == [[4], [1], [5], [2, 30]]
    assert set(made.before) == {4}
