"""Staystitching, exactness, dart cards and the papers, on pieces nobody drew and on the demo's."""

import re
import subprocess
from io import BytesIO
from math import cos, pi, sin

import pytest
from hypothesis import example, given, settings
from hypothesis import strategies as st
from pypdf import PdfReader

from craft.cloth import Cloth, ClothInputs, cloths_of
from craft.cut import CuttingInputs
from craft.cut import cut as cut_all
from craft.cut.cutting_list import A_NOTCH
from craft.cut.exact import exactness
from craft.cut.staystitch import bend, staystitched
from craft.inputs import Inputs
from craft.lay import LayInputs, lay
from craft.making import derive
from craft.mark import MarkingInputs
from craft.mark import mark as mark_all
from craft.mark.dart_cards import dart_cards
from craft.pattern.marks import POINTS as PATTERN_POINTS
from craft.pattern.marks import Mark
from craft.pattern.piece import Edge, Shape
from craft.pick import PickInputs, pick
from craft.shape.affine import move
from craft.sheets.papers import PARTS, write_papers
from craft.sheets.papers.flow import Flow
from craft.sheets.sketch import dart_sketch, piece_sketch
from craft.thread import Thread
from tests.craft.made_pieces import line
from tests.craft.shapes import FOLD, PAIR, SINGLE, box, cloth, fitted_of, put, working
from workroom.demo.waistcoat import ringing_waistcoat

WAISTCOAT = ringing_waistcoat()
CURVE = ((0.0, 60.0), (50.0, 60.0), (90.0, 40.0), (90.0, 0.0))


def yoke(names=("neckline", "shoulder", "side", "hem", "centre back"), kinds=None, turned=0.0) -> Shape:
    """A back neck: its neckline curves in from the centre to the shoulder."""
    kinds = kinds or ("seam", "seam", "seam", "hem", "fold")
    sides = ((CURVE,), line((90, 0), (180, 20)), line((180, 20), (180, 200)),
             line((180, 200), (0, 200)), line((0, 200), (0, 60)))  # fmt: skip
    c, s = cos(turned), sin(turned)
    by = (c, -s, s, c, 0.0, 0.0)
    return Shape(
        edges=tuple(
            Edge(name=n, kind=k, path=move(p, by), allowance=0 if k == "fold" else 15)
            for n, k, p in zip(names, kinds, sides, strict=True)
        ),
        marks=(Mark(id="g", kind="grain", name="grain", points=move(line((90, 80), (90, 160)), by)[0]),),
    )  # fmt: skip


@given(turned=st.floats(-pi, pi))
def test_necklines_are_staystitched_from_the_shoulder_to_the_centre(turned):
    shape = yoke(turned=turned)
    assert bend(shape.edge("neckline")) == pytest.approx(-pi / 2, abs=0.05)
    found = staystitched(shape, cloth())
    assert [(s.edge, s.words) for s in found] == [("neckline", "from the shoulder to the centre back")]
    assert staystitched(shape, cloth(weave="knit")) == ()


def test_only_curves_that_bend_in_at_the_centre_are_staystitched():
    assert staystitched(box(200, 300, fold=True), cloth()) == ()
    armhole = yoke(("armhole", "shoulder", "side", "hem", "strap edge"), ("seam",) * 5)
    assert staystitched(armhole, cloth()) == ()
    named = yoke(("neck edge", "shoulder", "side", "hem", "strap edge"), ("seam",) * 5)
    assert staystitched(named, cloth())[0].words == "from both ends to its middle"
    crotch = yoke(("crotch", "waist", "side", "hem", "centre front"), ("seam",) * 5)
    assert staystitched(crotch, cloth()) == ()


def test_how_exact_follows_from_the_least_ease():
    picked = pick(WAISTCOAT, PickInputs(size="D"))
    eases = [r.finished.value - r.body for r in picked.comparisons if r.finished and r.level != "length"]
    figure = exactness(picked)
    assert figure.value == (1 if min(eases) <= 60 else 2 if min(eases) <= 140 else 3)
    assert f"[[{min(eases):g}]]" in figure.working[0]


def result(fold="lengthwise", mark=None, **traits):
    owned = Cloth(name="Flannel", width=1400, **traits)
    inputs = Inputs(
        pick=PickInputs(size="D"), mark=mark or MarkingInputs(),
        cloth=ClothInputs(cloths={"main": owned, "lining": owned}, folds={"main": fold, "lining": fold}),
    )  # fmt: skip
    made = derive(WAISTCOAT, inputs)
    return made, dart_cards(made.for_cloth, made.lays, inputs.mark)


def said(card):
    return {step.name: step.words for step in card.steps}


def test_a_card_for_every_dart_says_what_is_done():
    made, cards = result(fibre="cotton")
    darts = {
        (each.number, m.id) for each in made.for_cloth.pieces for m in each.shape.marks if "dart" in m.kind
    }
    assert {(card.piece, card.mark) for card in cards} == darts
    waist = next(card for card in cards if card.double)
    figures = {figure.name: figure.value for figure in waist.figures}
    assert figures["from the fold"] == pytest.approx(figures["intake"] / 2)
    assert "From the middle to one point" in said(waist)["Sew"]
    assert "fold to the centre" in said(waist)["Press"]
    assert (waist.runs, waist.count, waist.hands) == ("vertical", 2, "left and right")
    single = next(card for card in cards if not card.double)
    assert "back-tack there" in said(single)["Sew"]
    assert "knot it" in said(single)["End"]
    assert [step.name for step in single.steps][:3] == ["Fold", "Pin", "Turn the work"]


def test_schools_and_delicate_cloth_change_the_card():
    other = MarkingInputs(held="basting", dart_end="turned", tip="curved", pressed="side")
    _, cards = result(mark=other, fibre="silk")
    waist = next(card for card in cards if card.double)
    single = next(card for card in cards if not card.double)
    assert "Baste" in said(single)
    assert "ease toward the fold" in said(single)["Sew"]
    assert "long tails" in said(single)["Sew"]
    assert "back into the fold" in said(single)["End"]
    assert "to the side seam" in said(waist)["Press"]
    assert any("shows on this cloth" in f.what for f in single.findings)


def test_folded_and_single_cloth_sew_a_dart_equally_often():
    for fold in ("lengthwise", "single", "crosswise"):
        _, cards = result(fold)
        assert {card.count for card in cards} == {2}, fold


def test_legs_that_differ_are_doubted():
    from craft.mark.dart_cards import _findings, legs

    dart = Mark(id="d", kind="dart", name="dart", points=((0, 0), (40, 100), (60, 0)))
    assert legs(dart) == pytest.approx((107.703, 101.980), abs=0.001)
    made, _ = result()
    item = made.lays[0].items[0]
    (found,) = _findings(dart, item, cloth(), MarkingInputs())
    assert "differ by [[5.72]]" in found.what


@pytest.mark.parametrize("unit", ["cm", "in"])
def test_the_papers_are_read_back(tmp_path, unit):
    made, cards = result(fibre="wool")
    file = tmp_path / "papers.pdf"
    file.write_bytes(write_papers(made, cards, "A waistcoat", unit, PARTS))
    text = subprocess.run(
        ["pdftotext", "-layout", str(file), "-"], capture_output=True, text=True, check=True
    ).stdout
    for each in made.cuts:
        assert f"Cut: {each.role}" in text
        for item in each.items:
            for label in item.labels:
                assert label.split(",")[0] in text
    flat = re.sub(r"\s+", " ", text)
    for each in made.marks.lists:
        for row in each.items:
            assert row.title.split(",")[0] in flat, row.title
    # A card for every piece, several to a page, main and lining told apart.
    cards_of = PdfReader(BytesIO(write_papers(made, cards, "A waistcoat", unit, ("marking",))))
    items = sum(len(each.items) for each in made.cuts)
    assert len(cards_of.pages) <= (items + 1) // 2
    said = " ".join(page.extract_text() for page in cards_of.pages)
    for each in made.cuts:
        assert said.count(f"{each.role}: {each.cloth}") >= len(each.items)
    waist = next(card for card in cards if card.double)
    intake = next(f.value for f in waist.figures if f.name == "intake")
    card = text[text.index(f"{waist.title}: {waist.name}") :]
    assert "From the middle to one point" in re.sub(r"\s+", " ", card)
    shown = f"{intake / 10:.1f} cm" if unit == "cm" else "in"
    assert f"Intake {shown}" in card or (unit == "in" and re.search(r"Intake \d*\s?\d/\d in", card))
    assert "[[" not in text
    assert "Follow the maker’s instructions" in text
    only = tmp_path / "labels.pdf"
    only.write_bytes(write_papers(made, cards, "A waistcoat", unit, ("labels",)))
    assert only.stat().st_size < file.stat().st_size


POINTS = st.tuples(st.floats(-20_000, 20_000), st.floats(-20_000, 20_000))


@settings(max_examples=60)
@example(kind="dot", points=[(0.0, 20_000.0)] * 40, allowance=0.0, hands="one", width=200.0)
@given(
    kind=st.sampled_from(sorted(PATTERN_POINTS)),
    points=st.lists(st.one_of(POINTS, st.just((10.0, 10.0))), min_size=40, max_size=40),
    allowance=st.sampled_from([0.0, 3.0, 10.0, 60.0]),
    hands=st.sampled_from(["pair", "fold", "one"]),
    width=st.sampled_from([6.0, 200.0, 9_000.0]),
)
def test_any_mark_anywhere_is_listed_drawn_and_printed(kind, points, allowance, hands, width):
    least, _, _ = PATTERN_POINTS[kind]
    mark = Mark(id="m", kind=kind, name="mark", points=tuple(points[:least]), edge="top", count=3)
    shape = box(width, 300, allowance=allowance, fold=hands == "fold", marks=(mark,))
    cut = {"pair": PAIR, "fold": FOLD, "one": SINGLE}[hands]
    piece = working(1, "Piece", shape, cut)
    owned = Cloth(name="C", width=1_400, fibre="cotton")
    known = cloths_of(fitted_of(piece), ClothInputs(cloths={"main": owned}))
    lays = lay(fitted_of(piece), known, LayInputs(), "10 cm")
    cuts = cut_all(fitted_of(piece), lays, Thread(), {}, CuttingInputs(),
                   exactness(pick(WAISTCOAT, PickInputs(size="D"))), {}, {})  # fmt: skip
    marking = mark_all(fitted_of(piece), lays, Thread(), {}, MarkingInputs(), "snip", {}, {})
    assert cuts[0].items[0].minutes > 0
    for each in marking.lists:
        for row in each.items:
            assert row.minutes >= 0
            assert row.thread >= 0
    numbers = {"m": 1, "edge/top": 2}
    drawn = piece_sketch(shape, piece.cutting, numbers, {})
    assert {word.words for word in drawn.words} >= {"2"}
    flow = Flow("A piece", "in")
    flow.page()
    flow.sketch(drawn, 15, 15, 180, 100)
    for card in dart_cards(fitted_of(piece), lays, MarkingInputs()):
        assert card.figures[0].value >= 0
        flow.sketch(dart_sketch(card.points, piece, card.mark), 15, 120, 60, 100)
    assert flow.close().startswith(b"%PDF")


def test_motifs_that_a_seam_cuts_are_cut_round():
    lace = Cloth(
        name="Lace", width=1_000, selvedge=0, owned=2_000, weave="lace",
        motifs=((100, 100), (200, 100), (100, 203)),
    )  # fmt: skip
    piece = working(1, "Yoke", box(200, 200), SINGLE)
    known = cloths_of(fitted_of(piece), ClothInputs(cloths={"main": lace}))
    put_at = LayInputs(placements={"main": (put("1.1", 0, 0),)})
    lays = lay(fitted_of(piece), known, put_at, "10 cm")
    # One motif lies whole inside; two lie across its edges at 200 mm.
    assert sorted(lays[0].placed[0].motifs) == [(100, 203), (200, 100)]
    listed = cut_all(fitted_of(piece), lays, Thread(), {}, CuttingInputs(tool="rotary"),
                     exactness(pick(WAISTCOAT, PickInputs(size="D"))), {}, {})[0]  # fmt: skip
    assert listed.items[0].motifs == 2
    cut = next(step for step in listed.items[0].steps if step.act == "cut")
    assert "2 motifs lie across its seams: cut round and lap over." in cut.words
    assert any("does not go round motifs" in finding.what for finding in listed.findings)
    scissors = cut_all(fitted_of(piece), lays, Thread(), {}, CuttingInputs(), listed.exact, {}, {})[0]
    assert "Small sharp scissors" in scissors.tool


def test_every_snip_takes_its_minute_whether_it_is_a_mark_a_dart_or_a_centre():
    made, _ = result()
    for cut in made.cuts:
        for item in cut.items:
            step = next((each for each in item.steps if each.act == "notch"), None)
            plan = next(p for p in made.for_cloth.pieces if p.number == item.piece)
            snipped = sum(mark.kind == "notch" for mark in plan.shape.marks)
            if step is not None and snipped:
                assert step.minutes >= snipped * A_NOTCH - 1e-9, item.key
