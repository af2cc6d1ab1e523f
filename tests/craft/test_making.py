"""The whole chain: ticks that know what they rest on, cutting and marking lists, the label."""

import pytest

from craft.changes import describe
from craft.cloth import ClothInputs
from craft.cut.cutting_list import CAUTIONS
from craft.fit import FitInputs, LengthChange
from craft.inputs import Inputs
from craft.keep import KeepInputs
from craft.lay import LayInputs, table_for
from craft.making import derive, lay_facts_of
from craft.pattern import Mark
from craft.pick import PickInputs
from craft.thread import STAGES, changed
from craft.trace import TraceInputs
from tests.craft.shapes import cloth, search
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat


def laid_inputs(waistcoat, inputs: Inputs, main) -> Inputs:
    """Inputs with a lay for every cloth and the ticks that go with it."""
    chosen = {"main": main, "lining": cloth(name="Lining"), "interfacing": cloth(name="Fusible")}
    inputs = inputs.model_copy(update={"cloth": ClothInputs(cloths=chosen)})
    made = derive(waistcoat, inputs)
    placements, ticks = {}, dict(inputs.ticks)
    for known in made.cloths:
        spread = table_for(known, made.fitted, inputs.lay)
        placements[known.role] = search(spread, rounds=0).placements
        ticks[f"lay/{known.role}"] = lay_facts_of(made, known.role)
    return inputs.model_copy(update={"lay": LayInputs(placements=placements), "ticks": ticks})


@pytest.fixture
def laid(waistcoat, inputs, flannel):
    return laid_inputs(waistcoat, inputs, flannel.model_copy(update={"owned": None}))


def states(made) -> dict[str, str]:
    return {knot.stage: knot.state for knot in made.knots}


def test_a_new_making_has_eight_knots_and_nothing_breaks(waistcoat):
    made = derive(waistcoat, Inputs())
    assert tuple(knot.stage for knot in made.knots) == STAGES
    assert set(states(made).values()) == {"open"}


def test_a_laid_making_is_done_up_to_the_lay(waistcoat, laid):
    made = derive(waistcoat, laid)
    assert states(made)["cloth"] == states(made)["lay"] == "done"
    assert all(lay.complete for lay in made.lays)


def test_changing_the_size_late_flags_the_lay_and_crashes_nothing(waistcoat, laid):
    made = derive(waistcoat, laid)
    ticks = {**laid.ticks, "trace/1": made.trace_ticks[1].piece.facts}
    ticks |= {item.tick.key: item.tick.facts for item in made.cuts[0].items[:2]}
    ticks |= {item.tick.key: item.tick.facts for item in made.marks.lists[0].items[:1]}
    later = laid.model_copy(update={"ticks": ticks, "pick": laid.pick.model_copy(update={"size": "F"})})
    after = derive(waistcoat, later)
    assert after.picked.size == "F"
    for stage in ("trace", "lay", "cut", "mark"):
        assert states(after)[stage] == "look", stage
    assert "Size was D, now F." in after.trace_ticks[1].piece.why
    # Back to D, everything holds again.
    again = derive(waistcoat, later.model_copy(update={"pick": laid.pick}))
    assert states(again)["lay"] == "done"
    assert again.trace_ticks[1].piece.state == "done"


def test_every_size_and_view_can_follow_a_finished_lay(waistcoat, laid):
    for size in waistcoat.table.sizes:
        for view in ("A", "B"):
            chosen = laid.pick.model_copy(update={"size": size, "view": view})
            made = derive(waistcoat, laid.model_copy(update={"pick": chosen}))
            wanted = {item.key for item in made.lays[0].items}
            assert {judged.placement.item for judged in made.lays[0].placed} <= wanted


def test_a_longer_piece_on_an_old_lay_is_judged_anew(waistcoat, laid):
    longer = FitInputs(changes=(LengthChange(level="waist", amount=60),))
    made = derive(waistcoat, laid.model_copy(update={"fit": longer}))
    assert states(made)["lay"] == "look"
    assert "6 cm" not in made.lays[0].used.text  # still mm; written out only by the reader
    before = derive(waistcoat, laid)
    assert made.lays[0].used.value > before.lays[0].used.value


def test_the_fold_is_cut_first_then_large_before_small(waistcoat, laid):
    titles = [item.title for item in derive(waistcoat, laid).cuts[0].items]
    assert titles[:4] == ["2 Back", "8 Back neck facing", "1 Front", "3 Front facing"]


def test_nothing_is_cut_before_the_lay_is_complete(waistcoat, inputs):
    cuts = derive(waistcoat, inputs).cuts
    assert not any(listed.ready for listed in cuts)
    assert "Nothing is cut until" in cuts[0].findings[0].because


def test_usual_cautions_are_there():
    assert any("blades" in caution for caution in CAUTIONS)
    assert any("maker’s instructions" in caution for caution in CAUTIONS)


def test_every_mark_of_every_cut_piece_is_listed(waistcoat, laid):
    made = derive(waistcoat, laid)
    front = next(listed for listed in made.marks.lists if listed.title == "1 Front")
    names = {item.mark for item in front.items}
    carried = {m.id for m in made.fitted.pieces[0].shape.marks if m.kind not in ("grain", "length line")}
    assert names == carried
    assert front.minutes == pytest.approx(sum(item.minutes for item in front.items))


def test_the_label_tells_what_was_done(waistcoat, inputs):
    change = LengthChange(level="waist", by="height")
    made = derive(waistcoat, inputs.model_copy(update={"fit": FitInputs(changes=(change,))}))
    lines = {line.name: line.text for line in made.kept.lines}
    assert lines["size"] == "D"
    assert lines["made for"] == "Orla"
    assert lines["changes"] == "[[15]] longer at the waist"
    assert len(made.kept.drawing.rings) == 8


def test_a_filed_label_that_no_longer_tells_the_truth_is_flagged(waistcoat, inputs):
    facts = derive(waistcoat, inputs).kept.tick.facts
    kept = KeepInputs(box="1", envelope="2", filed=True)
    filed = inputs.model_copy(update={"keep": kept, "ticks": {"keep/filed": facts}})
    assert states(derive(waistcoat, filed))["keep"] == "done"
    smaller = filed.model_copy(update={"pick": filed.pick.model_copy(update={"size": "C"})})
    assert states(derive(waistcoat, smaller))["keep"] == "look"


def test_what_changed_is_one_sentence():
    assert changed({"size": "C"}, {"size": "D"}) == "Size was C, now D."
    assert changed({"size": "C"}, {"size": "C"}) == ""
    assert changed({}, {"cloth": "Tweed"}) == "Cloth was nothing, now Tweed."


@pytest.mark.parametrize(
    ("change", "said"),
    [
        ({"pick": PickInputs(size="E")}, "Chose size E"),
        ({"pick": PickInputs(view="B")}, "Chose view B"),
        ({"pick": PickInputs(person="Tamsin")}, "Measurements of Tamsin"),
        ({"pick": PickInputs(measurements={"bust": 900})}, "Bust [[900]]"),
        ({"trace": TraceInputs(allowance=12)}, "Seam allowance [[12]]"),
        (
            {"fit": FitInputs(changes=(LengthChange(level="waist", amount=-10),))},
            "Shortened at the waist by [[10]]",
        ),
        ({"cloth": ClothInputs(cloths={"main": cloth()})}, "Calico for the main"),
        ({"cloth": ClothInputs(folds={"main": "single"})}, "The main in a single layer"),
        ({"keep": KeepInputs(box="2", envelope="3", filed=True)}, "Filed in box 2, envelope 3"),
        ({"ticks": {"trace/1": {}}}, "Ticked trace: 1"),
        ({"ticks": {"trace/1": {}, "trace/2": {}}}, "2 ticked"),
    ],
)
def test_the_journal_says_what_was_done(change, said):
    assert describe(Inputs(), Inputs().model_copy(update=change)) == said


def test_only_what_alone_is_known_is_said_to_be_alone(waistcoat):
    def why(**measurements):
        return derive(waistcoat, Inputs(pick=PickInputs(measurements=measurements))).picked.why

    assert "Only the waist is known so far" in why(waist=752)
    assert "Only" not in why(waist=752, hip=990)
    assert "bust leads but is not known yet, so the waist decides" in why(waist=752, hip=990)
    assert "The bust leads" in why(bust=915, waist=752)


def test_a_piece_by_sum_is_no_paper_on_the_label(waistcoat):
    tie = {"number": 60, "name": "Tie", "kind": "tie", "finished": 700, "width": 30}
    inputs = Inputs.model_validate({"pick": {"size": "D"}, "trace": {"sums": [tie]}})
    lines = {line.name: line.text for line in derive(waistcoat, inputs).kept.lines}
    assert lines["pieces"] == "8 of paper, 1 by sum"


@pytest.mark.parametrize("number", range(3))
def test_every_extra_notch_has_a_partner_that_meets_it(number):
    pattern = (ringing_waistcoat(), ringing_breeches(), yoke_blouse())[number]
    size = pattern.table.sizes[2]
    inputs = Inputs.model_validate({"pick": {"size": size}, "trace": {"offered": ["extra notches"]}})
    made = derive(pattern, inputs)
    extra = {}
    for piece in made.traced.pieces:
        for mark in piece.shape.marks:
            if mark.name.startswith("extra"):
                extra.setdefault(mark.name, []).append((piece.number, mark.edge))
    sewn = {(ref.piece, ref.edge) for seam in pattern.seams for ref in (*seam.a, *seam.b)}
    numbers = {piece.number for piece in made.traced.pieces}
    whole = {
        (ref.piece, ref.edge)
        for seam in pattern.seams
        if all(r.piece in numbers for r in (*seam.a, *seam.b))
        for ref in (*seam.a, *seam.b)
    }
    assert extra or number == 1
    for name, where in extra.items():
        assert len(where) == (2 if set(where) & whole & sewn else 1), name
    apart = [f for f in made.fitted.findings if "extra" in f.what]
    assert apart == []


def test_marks_with_long_names_can_be_ticked(waistcoat):
    long = [f"{'a mark with a very long name ' * 4}{k}"[-118:] for k in range(2)]
    front = waistcoat.pieces[0]
    shapes = {
        size: shape.model_copy(
            update={"marks": (*shape.marks, *(
                Mark(id=name, kind="dot", name=name, points=((100.0, 300.0 + k),))
                for k, name in enumerate(long)
            ))}
        )
        for size, shape in front.shapes.items()
    }  # fmt: skip
    pattern = waistcoat.model_copy(
        update={"pieces": (front.model_copy(update={"shapes": shapes}), *waistcoat.pieces[1:])}
    )
    made = derive(pattern, Inputs(pick=PickInputs(size="D")))
    ticks = {tick.key: tick.facts for tick in made.trace_ticks[1].things.values()}
    assert len(ticks) == len(made.traced.pieces[0].todo)
    again = derive(pattern, Inputs(pick=PickInputs(size="D"), ticks=ticks))
    assert again.trace_ticks[1].piece.state == "done"
