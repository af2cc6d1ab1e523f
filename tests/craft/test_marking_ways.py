"""Which way for which mark: a table of cloths, marks and kits with the first choice and the excluded
ways."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from craft.cloth import Cloth
from craft.cloth.cloth import FIBRES, TRAITS, WEAVES
from craft.mark.advise import best, judged, ranked, setting_of, stands
from craft.mark.colours import CLEAR, contrast
from craft.mark.inputs import MarkingInputs, ScrapTest
from craft.mark.tools import HUES, TOOLS, USUAL_TOOLS, MarkingKit
from craft.mark.ways import EDGE_CODES, WAYS
from craft.pattern.marks import POINTS, Mark
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
PENS = "water-erasable pen, air-erasable pen, heat-erasable pen"


def a_mark(kind: str) -> Mark:
    return Mark(id="m", kind=kind, name=kind, points=SHAPES[kind])


def a_cloth(words: str) -> Cloth:
    """A cloth from its fibre, weave and traits; a colour in between unless it is dark or light."""
    said = words.split()
    traits = [word for word in said if word in TRAITS]
    if "sides" in said:
        traits.append("sides alike")
    weave = next((word for word in said if word in WEAVES), "plain")
    fibre = next((word for word in said if word in FIBRES), "mixed")
    colour = {"dark": "#20242c", "light": "#f2efe6"}.get(
        next((w for w in said if w in ("dark", "light")), ""), "#8a8f94"
    )
    return Cloth(name=words, width=1400, fibre=fibre, weave=weave, traits=tuple(traits), colour=colour)


def a_kit(words: str) -> MarkingInputs:
    """“+ tool, tool” adds to the usual kit, “- tool” takes away; “today”, “weeks”, “soft”, “polished”."""
    tools, more = list(USUAL_TOOLS), {}
    for part in filter(None, (each.strip() for each in words.split(";"))):
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


# mark, cloth, kit, first choice, ways that are not used or used with doubt
CASES = [
    # plain cloth: a pin and chalk for dots, carbon for whole lines on cotton and linen
    ("dot", "mixed", "", "chalk", ""),
    ("dot", "cotton", "", "chalk", ""),
    ("circle", "polyester", "", "chalk", ""),
    ("dart", "cotton", "", "carbon", ""),
    ("dart", "linen", "", "carbon", ""),
    ("dart", "mixed", "", "carbon", ""),
    ("double dart", "linen", "", "carbon", ""),
    ("stitching line", "cotton", "", "carbon", ""),
    ("casing", "cotton light", "", "carbon", ""),
    ("slit", "linen", "", "carbon", ""),
    ("tuck", "cotton", "", "carbon", ""),
    ("gathers", "polyester", "", "chalk", ""),
    # wool and pile: carbon rubs off, chalk wears off
    ("dart", "wool", "", "tacks", "carbon chalk slit"),
    ("dot", "wool", "", "tacks", "carbon chalk"),
    ("double dart", "wool dark", "", "tacks", "carbon chalk"),
    ("dart", "cotton pile", "", "tacks", "carbon chalk"),
    ("stitching line", "polyester pile", "", "tacks", "carbon chalk"),
    ("dart", "wool thick", "", "tacks", "carbon"),
    ("dart", "cotton thick", "", "tacks", "carbon"),
    # sheer: what shows through is out
    ("dart", "cotton sheer", "", "tacks", "carbon chalk"),
    ("dot", "polyester sheer", "", "tacks", "carbon chalk awl"),
    ("stitching line", "silk sheer", "", "tacks", "carbon chalk"),
    # dark: threads show
    ("dart", "cotton dark", "", "tacks", "carbon"),
    ("dot", "linen dark", "", "chalk", "carbon"),
    # busy prints: one stitch for dots, tacks for lines, no chalk, no carbon
    ("dot", "cotton busy", "", "stitch", "chalk carbon"),
    ("circle", "viscose busy", "", "stitch", "chalk carbon"),
    ("dart", "cotton busy", "", "tacks", "chalk carbon slit"),
    ("stitching line", "mixed busy", "", "tacks", "chalk carbon spiked"),
    # lace: nothing to draw on
    ("dot", "cotton lace", "", "stitch", "chalk carbon awl"),
    ("dart", "cotton lace", "", "tacks", "chalk carbon"),
    ("dot", "polyester lace sheer", "", "stitch", "chalk carbon awl"),
    # slippery and silk
    ("dart", "viscose slippery frays", "", "tacks", "carbon chalk"),
    ("dot", "polyester slippery", "", "tacks", "carbon chalk"),
    ("dart", "silk", "", "tacks", "carbon chalk"),
    ("dot", "silk", "+ awl", "tacks", "awl carbon chalk"),
    ("dart", "silk slippery", "+ spiked wheel", "tacks", "spiked carbon chalk"),
    ("dart", "polyester satin", "", "tacks", ""),
    # knits
    ("dot", "cotton knit", "", "tacks", "chalk carbon"),
    ("dot", "mixed knit", "+ awl", "tacks", "awl chalk"),
    ("dart", "viscose knit", "", "tacks", "chalk"),
    # awl and spiked wheel where somebody has them
    ("dot", "mixed", "+ awl", "awl", ""),
    ("dot", "cotton frays", "+ awl", "chalk", "awl"),
    ("dot", "cotton lace", "+ awl", "stitch", "awl"),
    ("dart", "mixed", "+ spiked wheel", "carbon", ""),
    ("dart", "mixed", "+ spiked wheel; - carbon paper", "chalk", ""),
    ("dart", "linen", "+ spiked wheel; soft", "chalk", "carbon"),
    ("dart", "cotton busy", "+ spiked wheel", "tacks", "spiked"),
    ("dart", "silk", "+ spiked wheel", "tacks", "spiked"),
    ("dart", "wool", "+ spiked wheel", "tacks", "spiked"),
    # what is not at hand gives way
    ("dart", "cotton", "- carbon paper", "chalk", ""),
    ("dart", "cotton", "- tracing wheel", "chalk", ""),
    ("dart", "cotton", "- carbon paper; - chalk", "tacks", ""),
    ("dot", "mixed", "- chalk", "carbon", ""),
    ("dart", "wool", "- basting thread", "chalk", "carbon"),
    ("dot", "cotton busy", "- basting thread", "stitch", "chalk carbon"),
    # pens: water never where it spots; air fades; heat is not for what shows
    ("dot", "mixed", f"+ {PENS}", "water", ""),
    ("dot", "mixed spots", f"+ {PENS}", "chalk", "water"),
    ("dot", "silk", f"+ {PENS}", "tacks", "water air heat"),
    ("dot", "cotton busy", f"+ {PENS}", "stitch", "water air heat"),
    ("dot", "polyester dark", f"+ {PENS}", "chalk", "water air heat"),
    ("buttonhole", "cotton light", f"+ {PENS}", "thread", "heat air"),
    ("buttonhole", "cotton light", f"+ {PENS}; - basting thread", "water", "heat air"),
    ("buttonhole", "cotton spots", f"+ {PENS}", "thread", "water heat"),
    ("dot", "mixed", f"+ {PENS}; weeks", "tacks", "water air chalk"),
    ("dot", "mixed", "+ air-erasable pen; today; - chalk", "carbon", ""),
    ("dot", "polyester", "+ air-erasable pen; today; - chalk; - carbon paper", "air", ""),
    ("dot", "polyester", "+ air-erasable pen; - chalk; - carbon paper", "stitch", "air"),
    # what must show on the right side is thread traced, at once or afterwards
    ("buttonhole", "cotton", "", "thread", ""),
    ("buttonhole", "wool", "", "tacks", ""),
    ("buttonhole", "silk", "", "tacks", "thread"),
    ("placement", "cotton", "", "thread", ""),
    ("placement", "linen", "", "thread", ""),
    ("placement", "wool", "", "tacks", "carbon chalk"),
    ("centre line", "cotton", "", "thread", ""),
    ("centre line", "silk", "", "tacks", "thread carbon"),
    ("placement", "cotton busy", "", "tacks", "carbon chalk"),
    # long handling: threads stay
    ("dart", "cotton", "weeks", "tacks", "carbon chalk"),
    ("dot", "mixed", "weeks", "tacks", "chalk"),
    ("placement", "cotton", "weeks", "tacks", "carbon chalk"),
    # the ground: a wheel wants a firm one
    ("dart", "cotton", "soft", "chalk", "carbon"),
    ("dart", "cotton", "polished", "chalk", "carbon"),
    ("dot", "mixed", "+ awl; soft", "chalk", "awl"),
    # interfacing: glue holds threads fast, and heat plays with ink
    ("dot", "cotton fusible light", "", "chalk", "tacks stitch"),
    ("dart", "mixed fusible", "", "carbon", "tacks"),
    ("dot", "mixed fusible", f"+ {PENS}", "chalk", "tacks stitch water air heat"),
    ("stitching line", "cotton fusible", "- carbon paper", "chalk", "tacks thread"),
]  # fmt: skip


@pytest.mark.parametrize(("kind", "cloth", "kit", "first", "excluded"), CASES)
def test_the_first_choice_and_what_is_excluded(kind, cloth, kit, first, excluded):
    found = ways(a_mark(kind), a_cloth(cloth), inputs=a_kit(kit))
    assert found[0].way.code == first
    by_code = {one.way.code: one for one in found}
    for code in excluded.split():
        assert by_code[code].bars or by_code[code].doubts, code


def test_there_are_enough_cases():
    assert len(CASES) >= 80
    assert {case[0] for case in CASES} >= {"dot", "dart", "double dart", "placement", "buttonhole"}


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
    # Carbon costs its own time and that of the thread which has to follow it.
    assert said["carbon"].traced
    assert said["carbon"].minutes == pytest.approx(0.2 + 0.6 + 0.5 + said["thread"].minutes)


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
        if told.colour and one.way.colour in ("chalk", "carbon"):
            assert contrast(HUES[told.colour], cloth.colour) >= CLEAR
    # Nothing that is barred comes before what is free.
    bad = [bool(one.bars) for one in found]
    assert bad == sorted(bad)
