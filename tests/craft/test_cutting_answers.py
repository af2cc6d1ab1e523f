"""What a careful cutter says of a cut, written before the program was asked; and what no sentence says."""

import pytest

from craft.cloth import Cloth, ClothInputs, cloths_of
from craft.cut.cutting_list import cut
from craft.cut.inputs import CuttingInputs
from craft.cut.paper_ends import PaperEnd
from craft.lay import LayInputs, lay
from craft.mark.inputs import MarkingInputs
from craft.mark.marking_list import crosses
from craft.measure import Figure, render
from craft.pattern import Mark
from craft.thread import Thread
from tests.craft.answers import agree, facts, rows
from tests.craft.shapes import FOLD, PAIR, SINGLE, box, fitted_of, put, working

EXACT = Figure(name="how exact", value=2, text="[[2]]", working=())
CUTS = {"pair": PAIR, "fold": FOLD, "one": SINGLE}


def told(words: str, how: str) -> str:
    """All that is said of cutting one piece with a notch at its side and a dart in its top."""
    said = how.split()
    marks = (
        Mark(id="n", kind="notch", name="side notch", points=((200, 150),), edge="right"),
        Mark(id="d", kind="dart", name="top dart", points=((60, 0), (75, 90), (90, 0)), edge="top"),
    )
    shape = box(200, 300, allowance=float(said[0]), fold="fold" in said, marks=marks)
    fitted = fitted_of(working(1, "Front", shape, CUTS[said[1]]))
    cloth = Cloth.model_validate({**facts(words), "width": 1500, "selvedge": 0})
    fold = "single" if "single" in said else "lengthwise"
    known = cloths_of(fitted, ClothInputs(cloths={"main": cloth}, folds={"main": fold}))
    placed = LayInputs(placements={"main": (put("1.1", 0, 0),)})
    lays = lay(fitted, known, placed, "10 cm")
    inputs = CuttingInputs(
        tool=next((each for each in ("shears", "rotary") if each in said), None),
        holding="pins" if "pins" in said else "weights",
        notch=next((each for each in ("outward", "wedge", "mark") if each in said), "snip"),
    )
    ends = {1: PaperEnd("stitching" if "stitching" in said else "cutting")}
    crossed = crosses(lays, MarkingInputs())
    (plan,) = cut(fitted, lays, Thread(), {}, inputs, EXACT, ends, {}, crosses=crossed)
    steps = [words for step in plan.items[0].steps for words in (step.title, *step.words)]
    findings = [finding.what for finding in plan.findings]
    return render(" ".join((plan.tool, plan.notches, plan.wrong_sides, *steps, *findings)), "cm")


@pytest.mark.parametrize(("cloth", "how", "said", "because"), rows("cutting"))
def test_a_careful_cutter_says_so(cloth, how, said, because):
    text = told(cloth, how)
    assert agree(text, said) == [], f"{because}: {text}"


def test_there_are_enough_answers():
    assert len(rows("cutting")) >= 30
