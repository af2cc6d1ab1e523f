"""Which way for which mark: a table of cloths, marks and kits with the first choice and the excluded
ways."""

from itertools import product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from craft.cloth import Cloth
from craft.cloth.cloth import FIBRES, TRAITS, WEAVES
from craft.cloth.folds import CLOTH, FUSIBLE
from craft.mark.advise import best, judged, ranked, setting_of, stands
from craft.mark.amounts import amounts, minutes
from craft.mark.case import Case, of_layers
from craft.mark.colours import CARBON, CHALK, CLEAR, contrast
from craft.mark.inputs import MarkingInputs, ScrapTest
from craft.mark.tools import HUES, TOOLS, USUAL_TOOLS, MarkingKit
from craft.mark.ways import EDGE_CODES, WAYS
from craft.pattern.marks import POINTS, Mark
from tests.craft.answers import agree, facts, rows
from tests.craft.marking import made, ways

# Enough of every kind: a dart of 10 cm, a line of 20 cm, a dot.
SHAPES = {
    "dot": ((50, 50),), "circle": ((50, 50),), "dart": ((0, 0), (100, 12), (0, 24)),
    "double dart": ((0, 0), (9, 90), (0, 180), (-9, 90)), "buttonhole": ((0, 0), (18, 0)),
    "placement": ((0, 0), (200, 0)), "stitching line": ((0, 0), (200, 0)),
    "casing": ((0, 0), (200, 0)), "centre line": ((0, 0), (0, 400)), "slit": ((0, 0), (0, 90)),
    "pleat": ((0, 0), (0, 90)), "tuck": ((10, 40), (10, 160)), "gathers": ((0, 0), (150, 0)),
    "notch": ((0, 0),),
}  # fmt: skip


def a_mark(kind: str) -> Mark:
    return Mark(id="m", kind=kind, name=kind, points=SHAPES[kind])


def a_cloth(words: str) -> Cloth:
    return Cloth.model_validate(facts(words))


def a_kit(words: str) -> MarkingInputs:
    """“+ tool, tool” adds to the usual kit, “- tool” takes away; “today”, “weeks”, “soft”, “polished”."""
    tools, more = list(USUAL_TOOLS), {}
    for part in filter(None, (each.strip() for each in words.removeprefix("-;").split(";"))):
        if part == "-":
            continue
        if part[0] == "+":
            tools += [tool.strip() for tool in part[1:].split(",")]
        elif part[0] == "-":
            tools = [tool for tool in tools if tool not in part[1:]]
        elif part in ("today", "weeks"):
            more["handled"] = part
        else:
            more["surface"] = part
    surface = more.pop("surface", "firm")
    return MarkingInputs(kit=MarkingKit(tools=tuple(tools), surface=surface), **more)


# How it lies: layers under the paper, which of them is marked, right side out, after fusing.
LIES = {
    "folded": {}, "folded out": {"out": True}, "single": {"lie": 1}, "single up": {"lie": 1, "out": True},
    "upper": {"which": "upper layer"}, "lower": {"which": "lower layer"},
    "fused": {"lie": 1, "fused": True, "pieces": 2, "faces": FUSIBLE},
}  # fmt: skip


@pytest.mark.parametrize(
    ("kind", "cloth", "kit", "lies", "first", "excluded", "said", "because"), rows("marking")
)
def test_a_careful_cutter_marks_it_so(kind, cloth, kit, lies, first, excluded, said, because):
    case = LIES[lies]
    layers = 1 if case.get("lie") == 1 or "which" in case else 2
    found = ways(a_mark(kind), a_cloth(cloth), inputs=a_kit(kit), layers=layers, **{"lie": 2, **case})
    assert found[0].way.code == first, because
    by_code = {one.way.code: one for one in found}
    for code in excluded.split() if excluded != "-" else ():
        assert by_code[code].bars or by_code[code].doubts, code
    one = made(a_mark(kind), layers, **{"lie": 2, **case})
    told = judged(one, found[0], setting_of(a_cloth(cloth), "main", a_kit(kit)))
    text = " ".join((told.how, told.because, *told.good, *told.mind, *told.against))
    assert agree(text, said) == [], text


def test_there_are_enough_answers():
    assert len(rows("marking")) >= 80
    assert {row[3] for row in rows("marking")} == set(LIES)


CASES = [
    Case(kind=kind, lie=lie, which=which, out=out, faces=faces, fused=fused, pieces=2 if fused else 1,
         bent=len(SHAPES[kind]) > 2)
    for kind, faces, out, (lie, which, fused) in product(
        SHAPES, (CLOTH, FUSIBLE), (False, True),
        ((1, "", False), (1, "", True), (2, "", False), (2, "upper layer", False),
         (2, "lower layer", False), (2, "left piece", False)),
    )
]  # fmt: skip


def said_of(way, case) -> str:
    """Everything a way could say in a case, whatever the cloth."""
    tables = (way.good, way.bars, way.doubts)
    reasons = [reason for table in tables for reason in table.values()]
    every = (way.because, *way.mind, *reasons)
    return " ".join((way.told(case), *(of_layers(each, both=case.both) for each in every))).lower()


@pytest.mark.parametrize("way", WAYS, ids=lambda way: way.code)
def test_nothing_is_named_that_is_not_there_and_what_differs_is_said(way):
    """Over all kinds, layers, folds and sides; the words are written here, beside the program."""
    for case in (each for each in CASES if each.kind in way.kinds):
        text, done = said_of(way, case), way.told(case).lower()
        done = done.replace("the cutting line", "it").replace("end of each leg", "legs")
        layers = ("both layers", "each layer", "part the layers", "upper", "lower", "between the layers")
        if case.lie == 1:
            assert not any(words in text for words in layers), (case, text)
        if case.which:
            assert case.which in done
            assert not any(w in done for w in ("both layers at once", "each layer", "each on", "of each"))
            other = {"upper layer": "lower", "lower layer": ""}.get(case.which, "")
            assert not other or other not in done
        if case.fused:
            assert done.startswith("after fusing, on each piece by itself")
        wrong = {"right side": "wrong side", "wrong side": "right side", "plain side": "glue side",
                 "glue side": "plain side"}[case.side]  # fmt: skip
        assert wrong not in done, (case, done)
        if case.kind in ("dot", "circle", "notch"):
            assert not any(w in done for w in (" line", "leg", "ruler", "corner", "four sides"))
        elif case.kind == "dart":
            assert "four sides" not in done
            assert "the line" not in done
        elif case.kind != "double dart":
            assert " leg" not in done
    # One layer, both, the upper and the lower: each is told otherwise; so are the folds, by what draws.
    for kind, faces in product(way.kinds, (CLOTH, FUSIBLE)):
        if kind not in SHAPES:
            continue
        ways_of_lying = ((1, ""), (2, ""), (2, "upper layer"), (2, "lower layer"))
        told = {way.told(Case(kind, lie, which, faces=faces)) for lie, which in ways_of_lying}
        assert len(told) == 4
        if way.code in ("chalk", "water", "air", "heat", "carbon"):
            for lie in (1, 2):
                one, other = (way.told(Case(kind, lie, out=out, faces=faces)) for out in (False, True))
                assert one != other


def test_the_rank_says_why():
    setting = setting_of(a_cloth("cotton pile"), "main", MarkingInputs())
    mark = a_mark("dart")
    one = made(mark)
    said = {each.way.code: judged(one, each, setting) for each in ranked(one, setting)}
    assert said["carbon"].stands == "unfit"
    assert said["carbon"].against == ("it rubs off a pile",)
    assert said["chalk"].stands == "doubtful"
    assert said["spiked"].stands == "not at hand"
    assert said["tacks"].stands == "good"
    placed = made(a_mark("placement"), 1)
    setting = setting_of(a_cloth("cotton"), "main", MarkingInputs())
    said = {one.way.code: judged(placed, one, setting) for one in ranked(placed, setting)}
    # Made three times over it takes three times as long, and its sum comes to the same.
    for way in WAYS:
        thrice, inputs = one._replace(times=3), setting.inputs
        taken = amounts(thrice, way, inputs)
        assert taken.minutes == minutes(thrice, way, inputs).value
        assert taken.minutes == pytest.approx(3 * amounts(one, way, inputs).minutes, abs=0.02)
    # Carbon costs its own time and that of the thread which has to follow it.
    assert said["carbon"].traced
    assert said["carbon"].minutes == pytest.approx(0.2 + 0.6 + 0.5 + said["thread"].minutes)


@pytest.mark.parametrize(("kit", "unfit"), [("- spare copy", True), ("+ spare copy", False)])
def test_nobody_slits_the_original_where_there_is_no_copy(kit, unfit):
    setting = setting_of(a_cloth("cotton"), "main", a_kit(kit), original=True)
    slit = next(one for one in ranked(made(a_mark("dart")), setting) if one.way.code == "slit")
    assert ("it would slit the original" in slit.bars) == unfit


@pytest.mark.parametrize(
    ("came", "wins"),
    [("shows", True), ("faint", False), ("rubs off", False), ("stays", False), ("shows outside", False)],
)  # fmt: skip
def test_a_scrap_test_goes_into_the_advice(came, wins):
    owned = a_cloth("wool")
    tried = ScrapTest(role="main", cloth=owned.name, way="chalk", came=came)
    inputs = MarkingInputs(tests=(tried,))
    found = ways(a_mark("dart"), owned, inputs=inputs)
    by_code = {one.way.code: one for one in found}
    assert any("tried on a scrap" in said for one in found for said in (*one.good, *one.bars, *one.doubts))
    assert (stands(by_code["chalk"]) == "good") == wins
    # A test of another cloth says nothing about this one.
    other = ways(a_mark("dart"), a_cloth("wool dark"), inputs=inputs)
    assert not any("scrap" in said for one in other for said in (*one.good, *one.bars, *one.doubts))


def test_colours_stand_apart_from_the_cloth_and_from_each_other():
    assert contrast("#000000", "#ffffff") == pytest.approx(100, abs=0.1)
    # L*a*b* of pure red is (53.24, 80.09, 67.20): √((53.24-0)² + 80.09² + 67.20²) from black.
    assert contrast("#ff0000", "#000000") == pytest.approx(117.3, abs=0.2)
    kit = MarkingKit(chalks=("white", "blue"))
    for colour in ("#f7f6f0", "#2c5aa8", "#8a8f94", "#101010", "#ffffff"):
        owned = Cloth(name="C", width=1400, colour=colour)
        setting = setting_of(owned, "main", MarkingInputs(kit=kit))
        dot = made(a_mark("dot"), 1)
        one = next(o for o in ranked(dot, setting) if o.way.code == "chalk")
        first, second = (judged(dot, one, setting, again).colour for again in (0, 1))
        assert contrast(HUES[first], colour) >= CLEAR
        assert not second or contrast(HUES[second], HUES[first]) >= CLEAR
    white = Cloth(name="C", width=1400, fibre="cotton", colour="#fbfaf6")
    only_white = MarkingInputs(kit=MarkingKit(carbons=("white",), chalks=("white",)))
    found = ways(a_mark("dart"), white, inputs=only_white)
    assert found[0].way.code == "tacks"
    for code in ("carbon", "chalk"):
        assert "colour" in next(one for one in found if one.way.code == code).bars[0]


CLOTHS = st.builds(
    Cloth, name=st.just("C"), width=st.just(1400.0), fibre=st.sampled_from(FIBRES),
    weave=st.sampled_from(WEAVES),
    traits=st.lists(st.sampled_from(TRAITS), unique=True, max_size=5).map(tuple),
    colour=st.integers(0, 0xFFFFFF).map(lambda n: f"#{n:06x}"),
)  # fmt: skip
KITS = st.builds(
    MarkingKit, tools=st.lists(st.sampled_from(TOOLS), unique=True).map(tuple),
    chalks=st.lists(st.sampled_from(list(HUES)), unique=True).map(tuple),
    surface=st.sampled_from(["firm", "polished", "soft"]),
)  # fmt: skip


@given(
    cloth=CLOTHS,
    kit=KITS,
    kind=st.sampled_from([kind for kind in POINTS if kind in SHAPES]),
    handled=st.sampled_from(["today", "days", "weeks"]),
    layers=st.sampled_from([1, 2]),
)
def test_whatever_the_cloth_and_the_kit_the_ranking_keeps_its_word(cloth, kit, kind, handled, layers):
    inputs = MarkingInputs(kit=kit, handled=handled)
    setting = setting_of(cloth, "main", inputs)
    mark = made(a_mark(kind), layers)
    found = ranked(mark, setting)
    assert {one.way.code for one in found} == {
        way.code for way in WAYS if kind in way.kinds and way.code not in EDGE_CODES
    }
    assert found[0] == best(mark, setting)
    assert list(found) == sorted(found, key=lambda one: one.rank)
    said = [judged(mark, one, setting) for one in found]
    for one, told in zip(found, said, strict=True):
        assert told.minutes > 0
        assert bool(told.lacks) == bool(set(one.way.needs) - set(kit.tools))
        assert not (told.stands == "good" and told.against)
        if told.colour and one.way.pigment in (CHALK, CARBON):
            assert contrast(HUES[told.colour], cloth.colour) >= CLEAR
    # Nothing that is barred comes before what is free.
    bad = [bool(one.bars) for one in found]
    assert bad == sorted(bad)
