"""What is true of this cloth and this layer: tacks by length, what each role gets, hems on the border, dart
cards, what changed, and the piece drawn as it lies."""

from itertools import combinations, pairwise, product
from math import hypot
from types import SimpleNamespace

import pytest
from hypothesis import example, given
from hypothesis import strategies as st

from craft.again import again
from craft.cloth import Cloth, ClothInputs, cloths_of, spread
from craft.cloth.yardage import washed_width
from craft.cut import CuttingInputs, cut
from craft.cut.letters import letters_of
from craft.cut.paper_ends import paper_ends
from craft.formats.older import cloth_brought_up
from craft.lay import LayInputs, lay
from craft.lay.cloth_map import cloth_map
from craft.lay.judge import judge_one
from craft.lay.permissions import Permission
from craft.lay.pieces_to_lay import pieces_to_lay
from craft.lay.spreading import spread_out
from craft.making import derive
from craft.mark.counting import tacks
from craft.mark.dart_cards import dart_cards
from craft.mark.for_role import not_for
from craft.mark.inputs import MarkingInputs
from craft.mark.marking_jobs import _runs
from craft.mark.marks_carried_over import carry_over, made_on
from craft.pattern import Cut, Mark
from craft.pattern.piece import Edge
from craft.sheets.apart import apart, reach_of, scale_of
from craft.sheets.drawn_lists import cut_drawings, list_drawings
from craft.sheets.sketch import SketchWords
from craft.thread import Thread
from craft.trace import TraceInputs
from tests.craft.made_pieces import line
from tests.craft.marking import made
from tests.craft.shapes import SINGLE, box, cloth, fitted_of, like, put, working
from tests.craft.test_cutting_answers import EXACT
from tests.craft.test_mark_schedule import CLOTHS, PATTERNS
from tests.craft.test_mark_schedule import made as a_making

LINE = Mark(id="m", kind="stitching line", name="m", points=((0, 0), (9, 0)))


@pytest.mark.parametrize(
    ("points", "notches", "count"),
    # 5 cm: both ends. 12.6: 2 between them. 40 with a notch at 12: 12 in 3 gaps, 28 in 6. A corner at
    # 10 cm: 2 gaps and 2 more.
    [(((0, 0), (50, 0)), (), 2), (((0, 0), (126, 0)), (), 4), (((0, 0), (400, 0)), (120,), 10),
     (((0, 0), (100, 0), (100, 100)), (), 5)],
)  # fmt: skip
def test_tacks_along_a_seam_go_by_its_length(points, notches, count):
    edge = Edge(name="e", kind="seam", path=line(*points), allowance=15)
    marks = tuple(Mark(id=f"n{x}", kind="notch", name="n", points=((x, 0),), edge="e") for x in notches)
    runs = _runs(edge, box(10, 10).model_copy(update={"marks": marks}))
    assert sum(runs) == pytest.approx(sum(hypot(b[0] - a[0], b[1] - a[1]) for a, b in pairwise(points)))
    assert tacks(made(LINE, 1)._replace(runs=runs), MarkingInputs()).value == count
    # The same line drawn through many points has no more corners.
    fine = LINE.model_copy(update={"points": tuple((126 * k / 12, 0) for k in range(13))})
    assert tacks(made(fine, 1), MarkingInputs()).value == 4


MAIN, LINING = Cut(role="main", count=2, pair=True), Cut(role="lining", count=2, pair=True)


@pytest.mark.parametrize(
    ("role", "kind", "cuts", "gets"),
    [
        ("lining", "buttonhole", (MAIN, LINING), False), ("lining", "placement", (MAIN, LINING), False),
        ("lining", "placement", (LINING,), True),  # a pocket of its own
        ("lining", "dart", (MAIN, LINING), True), ("lining", "pleat", (MAIN, LINING), True),
        ("main", "buttonhole", (MAIN, LINING), True), ("main", "grain", (MAIN,), False),
        ("toile", "buttonhole", (MAIN,), False), ("toile", "placement", (MAIN,), False),
        ("toile", "grain", (MAIN,), True), ("toile", "body level", (MAIN,), True),
        ("toile", "centre line", (MAIN,), True), ("toile", "dart", (MAIN,), True),
        ("interfacing", "buttonhole", (MAIN,), False), ("interfacing", "dot", (MAIN,), True),
    ],
)  # fmt: skip
def test_each_role_gets_what_it_is_sewn_with(role, kind, cuts, gets):
    mark = Mark(
        id="m", kind=kind, name=kind, points=((10, 10), (20, 20), (30, 10))[: 3 if kind == "dart" else 2]
    )
    assert (not not_for(role, mark, working(1, "Front", box(100, 100), *cuts))) == gets


def test_a_toile_is_marked_the_quickest_way_and_never_traced():
    pattern = PATTERNS["Ringing waistcoat"]
    cloths = {"main": CLOTHS["main"], "toile": cloth(colour="#e8e0cc", **like("frays"))}
    inputs, _ = a_making(pattern, cloths=cloths)
    tested = inputs.fit.model_copy(update={"toile": (1, 2)})
    lists = derive(pattern, inputs.model_copy(update={"fit": tested})).marks.lists
    rows = [row for each in lists if each.role == "toile" for row in each.items]
    assert {"grain line", "centre front"} <= {row.title for row in rows}
    assert not {"buttonhole", "placement line"} & {row.kind for row in rows}
    assert not any("baste" in row.how.lower() for row in rows)
    centre = next(row for row in rows if row.title == "centre front")
    assert centre.minutes < 4


def test_a_line_on_the_fold_is_made_once():
    pattern = PATTERNS["Yoke blouse"]
    _, result = a_making(pattern, "lengthwise")
    lay = next(lay for lay in result.lays if lay.role == "main")
    item = next(each for each in lay.items if each.on_fold)
    piece = next(p for p in result.for_cloth.pieces if p.number == item.piece)
    centre = Mark(id="c", kind="centre line", name="centre", points=item.fold)
    beside = centre.model_copy(update={"id": "b", "points": tuple((x + 20, y) for x, y in item.fold)})
    both = piece.model_copy(update={"shape": piece.shape.model_copy(update={"marks": (centre, beside)})})
    rows, _ = carry_over(lay, item, both, fused=False)
    told = {row.mark.id: (row.layers, row.places, row.where, row.case.lie) for row in rows}
    assert told == {"c": (1, 1, "once, along the fold", 1), "b": (2, 2, "", 2)}


@pytest.mark.parametrize(
    ("hands", "side", "upper", "which"),
    # Of a pair the hand asked for lies above or below. Wanted once from doubled cloth, what comes out as
    # drawn is the right one, as it is printed.
    [("both", "left", "left", "upper layer"), ("both", "left", "right", "lower layer"),
     ("both", "right", None, "right piece"), ("one", None, "right", "upper layer"),
     ("one", None, "left", "lower layer"), ("one", None, None, "upper layer")],
)  # fmt: skip
def test_a_mark_for_one_hand_names_its_layer(hands, side, upper, which):
    _, result = a_making(PATTERNS["Yoke blouse"], "lengthwise")
    lay = next(lay for lay in result.lays if lay.role == "main")
    facts = {"hands": hands, "on_fold": False, "upper": upper, "printed": None, "handed": True}
    item = lay.items[0].model_copy(update=facts)
    doubled = SimpleNamespace(double=True, placement=put(item.key, 0, 0))
    lay = lay.model_copy(update={"placed": (doubled,)})
    one = made_on(lay, item, LINE, "m", 1, side, later=False)
    assert one.case.which == which
    assert one.where.startswith(f"the {which}")
    assert not made_on(lay, item, LINE, "m", 1, side, later=True).case.which


def hemmed(allowance=20.0):
    edges = box(200, 400, allowance=allowance).edges
    kinds = tuple(e.model_copy(update={"kind": "hem"}) if e.name == "bottom" else e for e in edges)
    return working(1, "Skirt", box(200, 400).model_copy(update={"edges": kinds}), SINGLE)


BORDER = cloth(width=1000, selvedge=0, weave="lace", border="lower", border_depth=60)


def border_table(**more):
    inputs = LayInputs(**{"liberties": {1: Permission(border=True)}, "scallop": {"main": 35}, **more})
    lengths = spread(washed_width(BORDER).value, "single", out=True)
    return spread_out("main", BORDER, lengths, None, pieces_to_lay(fitted_of(hemmed()), inputs), inputs)


def on_the_border(y, turn, **more):
    return judge_one(border_table(**more), put("1.1", 0, y, turn=turn), []).findings


def test_a_hem_on_the_border_lies_there_the_right_way_round_and_no_deeper_than_it():
    said = {turn: [f for f in on_the_border(0, turn) if "hem" in f.what] for turn in (90, 270)}
    right = next(turn for turn, found in said.items() if not any("away" in f.what for f in found))
    (wrong,) = (found[0] for turn, found in said.items() if turn != right)
    assert (wrong.mend, wrong.fix) == ("Turn it round, end for end.", "turn end for end")
    deep = [f for f in on_the_border(0, right, scallop={"main": 80}) if "beyond the border" in f.what]
    assert "[[20]] beyond" in deep[0].what  # 80 in a border of 60
    assert not [f for f in on_the_border(0, right, scallop={"main": 60}) if "beyond" in f.what]


def test_a_hem_that_is_the_borders_edge_is_neither_drawn_nor_cut():
    inputs = LayInputs(liberties={1: Permission(border=True)}, scallop={"main": 35})
    piece = pieces_to_lay(fitted_of(hemmed()), inputs).pieces[0]
    assert piece.uncut == ("bottom",)
    plain = pieces_to_lay(fitted_of(hemmed()), LayInputs(scallop={"main": 35})).pieces[0]
    assert plain.uncut == ()


@pytest.mark.parametrize(
    ("more", "turn", "faults"),
    [({}, 0.3, 1), ({"off_grain": 5}, 0.3, 0), ({}, 30, 1), ({"motifs_rule": True}, 30, 0), ({}, 0, 0)],
)  # fmt: skip
def test_how_far_off_grain_is_a_setting_and_motifs_may_rule(more, turn, faults):
    # 0.3 degrees are 2.6 mm in 50 cm.
    found = on_the_border(300, turn, liberties={}, scallop={}, **more)
    assert len([f for f in found if "grain" in f.what]) == faults


@pytest.mark.parametrize("rule", [False, True])
def test_where_motifs_rule_every_piece_may_lie_any_way(rule):
    free = border_table(motifs_rule=rule).liberties[1]
    assert (free.border, free.across, free.bias) == (True, rule, rule)


@pytest.mark.parametrize(
    ("facts", "press", "sew"),
    [
        ({"fibre": "cotton"}, "Flat, as far as", "back-tack"),
        ({"fibre": "polyester", **like("satin")}, "Flat through a thin cloth", "long tails"),
        ({"fibre": "silk"}, "Dry, without steam", "long tails"),
        ({"fibre": "cotton", **like("pile")}, "Never flat", "back-tack"),
        ({"fibre": "silk", **like("pile")}, "No iron", "long tails"),
        ({"fibre": "cotton", **like("sequins")}, "No iron", "back-tack"),
        ({"fibre": "wool", **like("spots")}, "Dry, without steam", "back-tack"),
    ],
)  # fmt: skip
def test_a_dart_card_heeds_what_the_cloth_bears(facts, press, sew):
    _, result = a_making(PATTERNS["Ringing waistcoat"], cloths={**CLOTHS, "main": cloth(**facts)})
    for held in ("pins", "crease"):
        cards = dart_cards(result.for_cloth, result.lays, MarkingInputs(held=held))
        words = {
            step.name: step.words
            for step in next(c for c in cards if c.role == "main" and not c.double).steps
        }
        assert words["Press"].startswith(press)
        assert sew in words["Sew"]
        assert "Crease" not in words or ("Pinch" in words["Crease"]) == (press in ("Never flat", "No iron"))


def test_only_what_changed_is_said():
    pattern = PATTERNS["Ringing waistcoat"]
    inputs, result = a_making(pattern, "single")
    items = [i.key for i in next(x for x in result.lays if x.role == "main").items][:2]
    laid = tuple(put(key, 0, 700 * k) for k, key in enumerate(items))
    inputs = inputs.model_copy(update={"lay": LayInputs(placements={"main": laid})})
    result = derive(pattern, inputs)
    row = next(r for each in result.marks.lists if each.item == items[1] for r in each.items)
    floor = {tick.key: tick.facts for tick in result.floor["main"].values()}
    ticked = inputs.model_copy(update={"ticks": {**floor, row.tick.key: row.tick.facts}})
    assert again(derive(pattern, ticked), ticked.ticks) == ()
    over = ticked.model_copy(update={"lay": LayInputs(placements={"main": (laid[0].model_copy(
        update={"over": True}), laid[1])})})  # fmt: skip
    (turned,) = again(derive(pattern, over), over.ticks)
    assert turned.sentence.startswith("Turn over 2 Back") or turned.sentence.startswith("Turn over 1 Front")
    dyed = {**inputs.cloth.cloths, "main": CLOTHS["main"].model_copy(update={"name": "Another"})}
    other = ticked.model_copy(update={"cloth": inputs.cloth.model_copy(update={"cloths": dyed})})
    found = again(derive(pattern, other), other.ticks)
    assert [each.stage for each in found] == ["lay", "mark"]
    assert row.title in found[1].sentence
    assert found[1].why.startswith("Cloth was Wool")


def test_every_edge_has_a_letter_of_its_own_however_many_there_are():
    sides = [Edge(name=f"e{k}", kind="seam", path=line((k, 0), (k + 1, 0))) for k in range(60)]
    letters = letters_of(box(10, 10).model_copy(update={"edges": tuple(sides)}))
    assert len(set(letters.values())) == 60
    assert [letters[f"e{k}"] for k in (0, 25, 26, 51, 52)] == ["A", "Z", "AA", "AZ", "BA"]


WORDS = st.builds(
    SketchWords, at=st.tuples(st.floats(0, 400), st.floats(0, 300)),
    words=st.sampled_from(["1", "12", "A"]),
    high=st.sampled_from([2.9, 3.6]), ringed=st.booleans(),
)  # fmt: skip


# The third is pushed towards the fourth, and may not be pushed past it.
IN_A_ROW = [
    SketchWords(at=(x, 0.0), words=words, high=high)
    for x, words, high in ((0.0, "1", 2.9), (339.0, "12", 3.6), (353.0, "12", 3.6), (355.0, "1", 2.9))
]


@given(st.lists(WORDS, max_size=9), st.sampled_from([1.0, 1.5, 2.5]))
@example(IN_A_ROW, 2.5)
def test_no_two_numbers_of_a_drawing_overlap_beside_a_list_or_larger(words, larger):
    box_ = (0.0, 0.0, 400.0, 300.0)
    scale = scale_of(box_) * larger
    # Beside a list a drawing is 420 pixels wide, of which 3.4 come to a millimetre on paper.
    assert 400 * scale_of(box_) <= 420 / 3.4
    there = [
        (w.at[0] * scale + w.off[0], w.at[1] * scale + w.off[1], reach_of(w)) for w in apart(words, box_)
    ]
    for (ax, ay, a), (bx, by, b) in combinations(there, 2):
        assert hypot(ax - bx, ay - by) >= a + b - 0.1


def test_two_numbers_are_pushed_no_further_than_they_must():
    one, other = IN_A_ROW[1], IN_A_ROW[2].model_copy(update={"at": (345.0, 0.0)})
    first, second = apart([one, other], (0.0, 0.0, 400.0, 300.0))
    scale = scale_of((0.0, 0.0, 400.0, 300.0))
    gap = 6 * scale + second.off[0] - first.off[0]
    assert gap == pytest.approx(reach_of(one) + reach_of(other) + 0.5)
    assert first.off[0] == pytest.approx(-second.off[0])


@pytest.mark.parametrize("over", [False, True])
@pytest.mark.parametrize("turn", [0, 180])
def test_a_piece_is_drawn_as_it_lies(turn, over):
    pattern = PATTERNS["Ringing waistcoat"]
    inputs, _ = a_making(pattern, "single", trace=TraceInputs(line="stitching"))
    lay = LayInputs(placements={"main": (put("1.1", 40, 90, turn=turn, over=over),)})
    result = derive(pattern, inputs.model_copy(update={"lay": lay}))
    main = result.lays[0]
    x0, y0, x1, y1 = main.placed[0].box
    for drawing in (cut_drawings(result)["main/1.1"], list_drawings(result)["main/1.1"]):
        assert drawing.box == pytest.approx((x0, -y1, x1, -y0), abs=0.01)
        assert drawing.face_down == over
    item = next(each for each in result.cuts[0].items if each.item == "1.1")
    shape = next(p.shape for p in result.for_cloth.pieces if p.number == 1)
    assert item.letters == letters_of(shape)
    lettered = {w.words for w in cut_drawings(result)["main/1.1"].words if not w.ringed}
    assert lettered == set(item.letters.values())
    said = " ".join(words for step in item.steps for words in step.words)
    assert all(f"{letter} {name}" in said for name, letter in item.letters.items())
    (piece,) = cloth_map(main).pieces
    across, along = piece.measured
    numbers = main.placed[0].numbers
    assert (across.text, along.text) == (numbers.upper.text, numbers.to_end.text)
    (x, y), (end, level) = along.line
    assert (end, level) == (0, y)
    assert x == pytest.approx(numbers.to_end.value, abs=0.6)


@pytest.mark.parametrize(
    ("old", "weave", "traits", "unsure"),
    [
        ({"traits": ["knit", "light"]}, "knit", ["light"], []),
        ({"traits": ["lace"], "weave": "plain"}, "lace", [], []),
        ({"weave": "net"}, "lace", [], []),
        ({"weave": "pile", "nap": True}, "plain", ["pile"], []),
        ({"nap": True}, "plain", [], ["pile"]),  # it was handled as if it had one
        ({"nap_unsure": True, "weave": "satin"}, "satin", [], []),
    ],
)
def test_an_older_cloths_facts_are_told_apart(old, weave, traits, unsure):
    brought = cloth_brought_up({"name": "C", "width": 1400, **old})
    read = Cloth.model_validate(brought)
    assert (read.weave, list(read.traits), list(read.unsure)) == (weave, traits, unsure)
    assert cloth_brought_up(brought) == brought


def test_cutting_and_marking_agree_on_what_is_ticked_and_how_long_it_takes():
    for name, fold in product(PATTERNS, ("lengthwise", "single")):
        _, result = a_making(PATTERNS[name], fold)
        rows = {(each.role, each.item): each.items for each in result.marks.lists}
        for cuts in result.cuts:
            for item in cuts.items:
                acts = {step.act: step for step in item.steps}
                assert item.minutes == pytest.approx(sum(step.minutes for step in item.steps), abs=0.06)
                assert acts["cut"].ticks == (item.tick,)
                at_edges = [row.tick for row in rows.get((cuts.role, item.item), ()) if row.side == "edge"]
                snipped = any(each.depth for each in (*item.darts, *item.centres))
                own = [f"cut/{cuts.role}/{item.item}/notch"] if snipped else []
                ticked = [tick.key for tick in acts["notch"].ticks] if "notch" in acts else []
                assert ticked == [tick.key for tick in at_edges] + own


def minutes_to_cut(fitted, **facts):
    lays = lay(
        fitted, cloths_of(fitted, ClothInputs(cloths={"main": cloth(**facts)})), LayInputs(), "10 cm"
    )
    (plan,) = cut(fitted, lays, Thread(), {}, CuttingInputs(), EXACT, paper_ends(fitted.pieces), {})
    return next(step.minutes for step in plan.items[0].steps if step.act == "cut")


def test_what_is_not_cut_takes_no_time_and_what_is_hard_takes_more():
    # 200 × 400 with 20 round it is 240 × 440: 1360 mm at 1.5 minutes a metre; its hem of 200 on the border.
    inputs = LayInputs(liberties={1: Permission(border=True)}, scallop={"main": 20})
    plain = minutes_to_cut(fitted_of(hemmed()))
    assert plain == pytest.approx(1.36 * 1.5, abs=0.01)
    uncut = minutes_to_cut(pieces_to_lay(fitted_of(hemmed()), inputs))
    assert uncut == pytest.approx((1.36 - 0.2) * 1.5, abs=0.01)
    assert minutes_to_cut(fitted_of(hemmed()), **like("sequins")) == pytest.approx(1.5 * plain)
