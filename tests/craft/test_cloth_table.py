"""What every property of a cloth leads to, row by row, and the sums of cloth worked by hand."""

import pytest

from craft.cloth import Cloth, ClothInputs, Repeat, Square, Wants, fold_of, lies_out
from craft.cloth.answering import answered, answers_of
from craft.cloth.changed import differences
from craft.cloth.cloth import Strip
from craft.cloth.findings import findings_of
from craft.cloth.folds import spread
from craft.cloth.handling import QUESTIONS
from craft.cloth.shared_cloth import as_one, leads
from craft.cloth.sums import price_of, remnant_area, squared_width, stretch_of
from craft.cloth.yardage import cloths_of, usable_width, washed_width
from craft.errors import CraftError
from craft.fit import Fitted
from craft.lay import items_for
from craft.measure import Figure
from craft.pattern import Cut
from tests.craft.shapes import box, fitted_of, like, working

PLAIN = Wants()
NOTHING = Fitted.model_construct(pieces=(), meetings=(), findings=())
STRIP = Strip(rest=100, pulled=130)


def cloth(**facts: object) -> Cloth:
    return Cloth.model_validate({"name": "A cloth", "width": 1400, "fibre": "cotton", **facts})


def asked(share: float) -> Wants:
    said = Figure(name="asked", value=share, text="", working=("the body asks",))
    return Wants(knit=True, stretch=said)


# How a cloth lies that nobody chose a fold for: fold, and whether its right side lies out.
@pytest.mark.parametrize(
    ("facts", "school", "fold", "out"),
    [
        ({}, "by cloth", "lengthwise", False),
        (like("sheer"), "by cloth", "single", False),
        (like("slippery"), "by cloth", "single", False),
        (like("thick"), "by cloth", "single", False),
        (like("lace"), "by cloth", "single", True),
        ({"repeat": Repeat(across=24)}, "by cloth", "single", False),
        ({"repeat": Repeat(along=60)}, "by cloth", "single", False),
        ({"unsure": ("slippery",)}, "by cloth", "single", False),
        ({"unsure": ("frays",)}, "by cloth", "lengthwise", False),
        ({"nap": True}, "by cloth", "lengthwise", False),
        (like("knit"), "by cloth", "lengthwise", False),
        (like("sheer"), "folded", "lengthwise", False),
        (like("lace"), "folded", "lengthwise", False),
        ({"repeat": Repeat(across=24)}, "folded", "lengthwise", False),
    ],
)
def test_how_a_cloth_lies_to_begin_with(facts, school, fold, out):
    inputs = ClothInputs(cloths={"main": cloth(**facts)}, school=school)
    assert (fold_of("main", inputs), lies_out("main", inputs)) == (fold, out)


def said(facts: dict, fold: str = "lengthwise", wants: Wants = PLAIN) -> list[str]:
    found = findings_of("main", cloth(**facts), fold, NOTHING, spread(1380, fold), wants)
    assert all(each.where.cloth == "main" for each in found)
    return [f"{each.weight}: {each.what} {each.because} {each.mend}" for each in found]


SHRINKS = {"shrink_length": 0.05}


@pytest.mark.parametrize(
    ("facts", "fold", "wants", "expected"),
    [
        ({"nap": True}, "lengthwise", Wants(), "note: Nap or one-way"),
        ({"nap_unsure": True}, "lengthwise", Wants(), "Lay says what that costs"),
        ({"nap": True}, "crosswise", Wants(), "fault: Folded crosswise"),
        (like("slippery"), "lengthwise", Wants(), "is slippery: a single layer is safer"),
        (like("sheer"), "middle", Wants(), "is sheer"),
        (like("thick"), "part", Wants(), "two layers cannot be cut true"),
        (like("lace"), "lengthwise", Wants(), "its motifs must be seen"),
        ({"repeat": Repeat(across=40)}, "lengthwise", Wants(), "stripes or checks to match"),
        ({"unsure": ("slippery",)}, "lengthwise", Wants(), "Unsure: does it slide?"),
        ({"unsure": ("frays",)}, "single", Wants(), "costs a little cloth along every seam"),
        ({"unsure": ("stretch",)}, "single", Wants(), "taken to give more across"),
        (like("fusible"), "single", Wants(), "glue side up"),
        (like("lace"), "single", Wants(), "note: Lace: lay it right side up"),
        ({"border": "both"}, "single", Wants(), "Its border can be a hem"),
        (like("spots"), "single", Wants(), "Water leaves marks"),
        (like("sides alike"), "single", Wants(), "chalk an X"),
        ({"repeat": Repeat(along=60, uneven_along=True)}, "single", Wants(), "Its bars are uneven"),
        ({"repeat": Repeat(across=60, uneven_across=True)}, "single", Wants(), "Its stripes are uneven"),
        (SHRINKS, "lengthwise", Wants(), "Wash it before cutting"),
        ({"shrink_by": "table"}, "lengthwise", Wants(), "Wash it before cutting"),
        ({**SHRINKS, "prepared": ("wash",)}, "single", Wants(), "doubt: It was washed, but"),
        ({}, "lengthwise", Wants(knit=True), "doubt: The pattern was drawn for a cloth that stretches"),
        (like("knit"), "lengthwise", Wants(knit=True), "nobody said which way this knit gives"),
        ({"stretch": "across"}, "single", asked(0.2), "It must stretch by ; nobody tried how far it does."),
        ({"stretch": "across", "strip": STRIP}, "single", asked(0.35), "fault: It stretches by"),
        ({"stretch": "across", "strip": STRIP}, "single", asked(0.28), "it would fit tightly"),
        ({"stretch": "across", "strip": STRIP}, "single", asked(0.20), "note: It stretches by"),
    ],
)  # fmt: skip
def test_what_a_property_leads_to(facts, fold, wants, expected):
    assert any(expected in each for each in said(facts, fold, wants)), said(facts, fold, wants)


@pytest.mark.parametrize(
    ("facts", "fold"),
    [
        ({}, "lengthwise"),
        (like("slippery"), "single"),
        ({"repeat": Repeat(across=40)}, "single"),
        ({**SHRINKS, "washed": True}, "lengthwise"),
        ({"stretch": "none"}, "lengthwise"),
    ],
)
def test_where_there_is_nothing_to_say_nothing_is_said(facts, fold):
    assert said(facts, fold) == []


# --- sums, by hand ---


@pytest.mark.parametrize(
    ("figure", "value"),
    [
        (squared_width(1450, 0), 1450),
        (squared_width(1450, 400), 1393.736),  # √(1450² − 400²) = √1942500
        (squared_width(1300, 500), 1200),  # 5, 12, 13
        (stretch_of(Strip(rest=100, pulled=135)), 0.35),
        (stretch_of(Strip(rest=80, pulled=80)), 0.0),
        (price_of(1500, 18.4), 27.6),
        (price_of(0, 18.4), 0.0),
        (remnant_area(((0, 0), (600, 0), (600, 400), (0, 400))), 240_000),
        # 640 × 1380 less the corner: ½ (185 + 210) × 370 + ½ × 185 × 80 = 73075 + 7400
        (remnant_area(((0, 0), (640, 0), (640, 930), (455, 1010), (430, 1380), (0, 1380))), 802_725),
    ],
)  # fmt: skip
def test_sums_of_cloth(figure, value):
    assert figure.value == pytest.approx(value, abs=1e-3)
    assert figure.working


def test_an_askew_tape_takes_its_share_off_the_width_to_lay_on():
    # √(1300² − 500²) = 1200; − 2 × 20 = 1160; × 0.95 = 1102; folded 551
    askew = cloth(width=1300, askew=500, selvedge=20, shrink_width=0.05)
    assert washed_width(askew).value == pytest.approx(1102)
    assert usable_width(askew, "lengthwise").value == pytest.approx(551)


def test_a_tape_along_the_cloth_is_refused():
    with pytest.raises(CraftError, match="along the cloth"):
        squared_width(900, 900)
    with pytest.raises(ValueError, match="along the cloth"):
        cloth(askew=1300)
    with pytest.raises(ValueError, match="at least as long"):
        Strip(rest=100, pulled=90)


def test_a_correction_is_said_in_words():
    before = cloth(owned=1500)
    square = Square(before=300, after_length=290, after_width=295)
    after = cloth(owned=1200, nap=True, traits=("slippery",), repeat=Repeat(across=24),
                  shrink_by="square", square=square)  # fmt: skip
    assert differences(before, before) == ()
    assert differences(before, after.model_copy(update={"colour": "#123456"})) == (
        "owned: [[1500]] → [[1200]]", "shrinkage by: label → square", "nap or one-way: no → yes",
        "the test square changed", "the repeat changed", "now slippery",
    )  # fmt: skip


def test_roles_that_share_a_cloth_are_one_lay():
    front = working(1, "Front", box(200, 400), Cut(role="main", count=2, pair=True))
    collar = working(2, "Collar", box(60, 300), Cut(role="main"), Cut(role="contrast"))
    fitted = fitted_of(front, collar)
    inputs = ClothInputs(cloths={"main": cloth()}, joined={"contrast": "main"})
    assert as_one(fitted, ClothInputs()) is fitted
    known = cloths_of(as_one(fitted, inputs), inputs)
    assert [(each.role, each.pieces) for each in known] == [("main", 4)]
    items = items_for(as_one(fitted, inputs).pieces, "main", "single")
    assert [item.key for item in items] == ["1.1", "1.2", "2.1", "2.2"]


@pytest.mark.parametrize(
    "joined",
    [{"main": "main"}, {"main": "contrast", "contrast": "main"}],
)
def test_a_role_is_never_cut_from_nowhere(joined):
    assert leads(ClothInputs(joined=joined)) == {}


@pytest.mark.parametrize(("question", "value"), [(q.name, a.value) for q in QUESTIONS for a in q.answers])
def test_an_answer_is_told_back_and_touches_no_other(question, value):
    before = cloth(traits=("frays", "dark"), unsure=("thick",), stretch="along", nap=True)
    after = answered(before, question, value)
    others = answers_of(before).items() - {(question, answers_of(before)[question])}
    assert answers_of(after) == {**dict(others), question: value}
    assert "dark" in after.traits


def test_unsure_is_the_careful_case_and_neither_yes_nor_no():
    after = answered(cloth(traits=("slippery",)), "slippery", "unsure")
    assert (after.traits, "slippery" in after.treated) == ((), True)
    assert answered(cloth(nap=True), "nap", "unsure").nap is False
    with pytest.raises(CraftError, match="no such answer"):
        answered(cloth(), "frays", "across")
