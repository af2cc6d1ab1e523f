"""Left and right are the wearer's, however a piece is drawn and however the cloth lies."""

from itertools import product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from craft.cloth import Cloth, ClothInputs, cloths_of, spread
from craft.cut import cut as cut_plan
from craft.cut.inputs import CuttingInputs
from craft.cut.notching import notching, notching_words
from craft.fit import FitInputs, fit
from craft.inputs import Inputs
from craft.lay import LayInputs, items_for, judge_lay, lay
from craft.lay.rehearse import rehearse
from craft.lay.spreading import spread_out
from craft.making import derive
from craft.mark.marks_carried_over import carry_over, shape_on
from craft.measure import Figure
from craft.pattern import Cut, Edge, Mark, Piece, Shape
from craft.pattern.hands import hand_of, opposite, printed_hand
from craft.pick import PickInputs, pick
from craft.seek.search import lays_for_the_rest
from craft.thread import Thread
from craft.trace import TraceInputs, trace
from craft.trace.opened import opened
from tests.craft.made_pieces import line
from tests.craft.marking import ways
from tests.craft.shapes import FOLD, PAIR, box, cloth, fitted_of, like, put, search, table, working
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches

EXACT = Figure(name="exact", value=1, text="[[1]]", working=())
BLOUSE, BREECHES = yoke_blouse(), ringing_breeches()


def drawn(left: str, right: str) -> Shape:
    names = {"left": left, "right": right}
    shape = box(200, 300, allowance=15)
    edges = tuple(edge.model_copy(update={"name": names.get(edge.name, edge.name)}) for edge in shape.edges)
    return shape.model_copy(update={"edges": edges})


@pytest.mark.parametrize(
    ("name", "left", "right", "hand"),
    [
        ("Front", "centre front", "side", "left"),
        ("Front", "side", "front edge", "right"),
        ("Back", "centre back", "side", "right"),
        ("Back", "side", "centre back", "left"),
        ("Sleeve", "front underarm", "back underarm", "left"),
        ("Sleeve", "back underarm", "front underarm", "right"),
        ("Pocket", "one", "other", None),
    ],
)
def test_the_drawing_shows_the_hand(name, left, right, hand):
    shape = drawn(left, right)
    piece = Piece(number=1, name=name, cuts=(PAIR,), shapes={})
    assert printed_hand(piece, shape) == hand
    stated = piece.model_copy(update={"printed": "left"})
    assert printed_hand(stated, shape) == "left"


@given(printed=st.sampled_from(["left", "right"]), out=st.booleans(), over=st.booleans())
def test_each_turning_over_changes_the_hand(printed, out, over):
    # Printed side up on the right side of the cloth it is as printed.
    assert hand_of(printed, over=False, out=True) == printed
    assert hand_of(printed, over=over, out=out) == opposite(hand_of(printed, over=not over, out=out))
    assert hand_of(printed, over=over, out=out) == opposite(hand_of(printed, over=over, out=not out))


@pytest.mark.parametrize("out", [False, True])
@pytest.mark.parametrize("printed", ["left", "right", None])
@pytest.mark.parametrize("fold", ["single", "lengthwise", "crosswise", "middle", "part"])
def test_what_is_searched_is_what_comes_out(printed, out, fold):
    piece = working(1, "Front", box(200, 300, allowance=15), PAIR).model_copy(update={"printed": printed})
    made = spread_out("main", cloth(), spread(1400, fold, out=out), None, fitted_of(piece), LayInputs())
    placements = search(made, rounds=1).placements
    assert all(not f for j in judge_lay(made, placements) for f in [j.findings])
    seen = rehearse(made, placements)
    assert sorted(p.hand for p in seen.pieces) == ["left", "right"]
    for cut in seen.pieces if fold == "single" else ():
        assert cut.hand == next(i.hands for i in made.items if i.key == cut.item)


def test_two_of_a_hand_are_named_by_the_wearers_side():
    piece = working(1, "Front", box(200, 300, allowance=15), PAIR).model_copy(update={"printed": "left"})
    made = table(piece, fold="single", width=1200)
    # Both printed side up on the wrong side of the cloth: two right fronts.
    judged = judge_lay(made, (put("1.1", 0, 0), put("1.2", 0, 400)))
    said = [f.what for each in judged for f in each.findings]
    assert said == ["Turn this over: both copies of Front (1) would be right sides."]
    assert {i.key: i.over for i in made.items} == {"1.1": True, "1.2": False}


# What comes of each layer, the upper first, written by hand: a left front cut out of a magazine and held to
# cloth. Printed hand, printed side down, cloth right side up (folded: wrong sides together).
COMES_OUT = {
    ("left", False, True): ("left", "right"), ("left", False, False): ("right", "left"),
    ("left", True, True): ("right", "left"), ("left", True, False): ("left", "right"),
    ("right", False, True): ("right", "left"), ("right", False, False): ("left", "right"),
    ("right", True, True): ("left", "right"), ("right", True, False): ("right", "left"),
}  # fmt: skip
POCKET = Mark(id="pocket", kind="placement", name="pocket", points=((60, 60), (120, 60)), side="left")


def front(printed, count=2):
    pair = Cut(role="main", count=count, pair=True)
    piece = working(1, "Front", box(200, 300, allowance=15, marks=(POCKET,)), pair)
    return piece.model_copy(update={"printed": printed})


def lay_of(piece, fold, out, *placements, width=4000):
    """The lay of one piece on plain cloth, the table it lies on, and its cut plan."""
    owned, role = cloth(width=width), piece.cuts[0].role
    cloths = ClothInputs(cloths={role: owned}, folds={role: fold}, out=(role,) if out else ())
    fitted, inputs = fitted_of(piece), LayInputs(placements={role: placements})
    (seen,) = lay(fitted, cloths_of(fitted, cloths), inputs, "10 cm")
    made = spread_out(role, owned, spread(width, fold, out=out), None, fitted, inputs)
    plan = cut_plan(fitted, (seen,), Thread(), {}, CuttingInputs(), EXACT, {}, {})[0]
    return seen, made, plan.items


def pocket_on(seen, item, piece):
    return [c for c in carry_over(seen, item, piece, fused=False)[0] if c.mark.id == "pocket"]


@given(
    printed=st.sampled_from(["left", "right"]), out=st.booleans(), pairs=st.integers(1, 2),
    overs=st.lists(st.booleans(), min_size=1, max_size=4),
)  # fmt: skip
def test_every_placement_of_a_pair_in_a_single_layer_is_what_it_lies_as(printed, out, pairs, overs):
    piece, overs = front(printed, 2 * pairs), overs[: 2 * pairs]
    placements = tuple(put(f"1.{k}", 0, 400 * k, over=over) for k, over in enumerate(overs, 1))
    seen, made, plan = lay_of(piece, "single", out, *placements)
    hands = [COMES_OUT[printed, over, out][0] for over in overs]
    assert [item.hands for item in seen.items[: len(hands)]] == hands
    surplus = max(0, hands.count("left") - pairs, hands.count("right") - pairs)
    turn = [f for each in seen.placed for f in each.findings if f.fix == "turn over"]
    assert len(turn) == surplus
    assert all(f"{max(set(hands), key=hands.count)} sides" in finding.what for finding in turn)
    if not surplus:  # what does not lie yet is what is still lacking
        assert sorted(item.hands for item in seen.items) == sorted(["left", "right"] * pairs)
    cut = rehearse(made, placements)
    assert [each.hand for each in cut.pieces] == hands
    if len(hands) == 2 * pairs:
        assert cut.complete == seen.complete == (not surplus)
    for item, each in ((i, c) for i in seen.items for c in plan if c.item == i.key):
        # The pocket for the left is marked on the ones that are left ones, however they are called.
        assert bool(pocket_on(seen, item, piece)) == (item.hands == "left")
        assert each.gives == f"{item.hands} piece"
        assert f", {item.hands}" in each.title
        assert all(f", {item.hands}" in label for label in each.labels)
        for judged in seen.placed:
            if judged.placement.item == item.key:
                assert judged.numbers.face in each.how
    titles = [item.title for item in seen.items]
    assert len(set(titles)) == len(titles)


@given(
    printed=st.sampled_from(["left", "right"]), out=st.booleans(), over=st.booleans(),
    fold=st.sampled_from(["lengthwise", "crosswise", "middle", "part"]), far=st.booleans(),
)  # fmt: skip
def test_on_folded_cloth_every_layer_gives_its_hand(printed, out, over, fold, far):
    piece = front(printed)
    at = put("1.1", 0, 600 if far and fold == "middle" else 0, over=over)
    seen, made, plan = lay_of(piece, fold, out, at, width=2000)
    upper, lower = COMES_OUT[printed, over, out]
    assert {c.layer: c.hand for c in rehearse(made, (at,)).pieces} == {0: upper, 1: lower}
    (one,) = pocket_on(seen, seen.items[0], piece)
    assert one.where == f"the {'upper' if upper == 'left' else 'lower'} layer only, the left one"
    assert plan[0].gives == f"{upper} above, {lower} below"


def test_glue_up_a_fusible_gives_the_hand_of_the_right_side():
    cut = Cut(role="interfacing", count=2, pair=True)
    piece = working(1, "Front", box(200, 300), cut).model_copy(update={"printed": "left"})
    owned = {"interfacing": Cloth(name="F", width=900, traits=("fusible",))}
    for chosen in ((), ("interfacing",)):
        asked = ClothInputs(cloths=owned, folds={"interfacing": "single"}, out=chosen)
        (known,) = cloths_of(fitted_of(piece), asked)
        assert known.how == "Single layer, glue side up"
        assert not known.other_side
        (seen,) = lay(fitted_of(piece), (known,), LayInputs(), "10 cm")
        assert [(i.hands, i.over) for i in seen.items] == [("left", False), ("right", True)]
    (known,) = cloths_of(fitted_of(piece), ClothInputs(cloths=owned))
    assert known.how.endswith("glue sides together")
    assert not any("printed side up" in f.what for f in known.findings)


def wrap(printed):
    """A front whose one side is lower than the other: it has no pair and is no image of itself."""
    shape = box(200, 300)
    cut_off = {"top": ((0, 0), (200, 90)), "right": ((200, 90), (200, 300))}
    edges = tuple(
        e.model_copy(update={"path": (cut_off[e.name],)}) if e.name in cut_off else e for e in shape.edges
    )
    piece = working(1, "Wrap", shape.model_copy(update={"edges": edges}), Cut(role="main"))
    return piece.model_copy(update={"printed": printed})


@pytest.mark.parametrize("out", [False, True])
@pytest.mark.parametrize("printed", ["left", "right", None])
@pytest.mark.parametrize("fold", ["single", "lengthwise"])
def test_what_is_wanted_once_as_drawn_does_not_come_out_mirrored(fold, printed, out):
    for over in (False, True):
        at = put("1.1", 0, 0, over=over)
        judged, made, plan = lay_of(wrap(printed), fold, out, at)
        mirrored = fold == "single" and over == out
        assert [f.fix for f in judged.placed[0].findings] == (["turn over"] if mirrored else [])
        cut = rehearse(made, (at,))
        assert cut.complete == (not mirrored)
        assert [each.hand for each in cut.pieces].count("one") == (0 if mirrored else 1)
        if fold != "single":
            # Printed side up it comes from the layer whose right side is up, else from the other.
            layer = 0 if out != over else 1
            assert next(each.layer for each in cut.pieces if each.hand == "one") == layer
            assert f"the {('upper', 'lower')[layer]} layer gives it" in plan[0].how
    assert judge_lay(made, search(made, rounds=1).placements)[0].findings == ()


def test_a_mark_for_one_side_lies_on_that_half_of_a_whole_piece_as_it_lies():
    # The drawn half of a back gives the right half on the right side of the cloth; a pocket on the left.
    shape = box(200, 300, fold=True, marks=(POCKET,))
    piece = working(1, "Back", shape, FOLD).model_copy(update={"printed": "right"})
    for out, over in product((False, True), repeat=2):
        seen, _, _ = lay_of(piece, "single", out, put("1.1", 0, 0, over=over))
        (pocket,) = [m for m in shape_on(seen.items[0], shape).marks if m.id == "pocket"]
        assert (pocket.points[0][0] > 0) == (COMES_OUT["right", over, out][0] == "left")


def test_the_one_that_is_cut_already_decides_what_the_other_must_be():
    # Printed up on the wrong side: what was called the left one was cut as the right one.
    lying = (put("1.1", 0, 0, over=False),)
    inputs = LayInputs(placements={"main": lying}, cut={"main": ("1.1",)})
    made = spread_out("main", cloth(), spread(1400, "single"), None, fitted_of(front("left")), inputs)
    rest = [*lays_for_the_rest(made, lying, seed=1, rounds=1, keep_going=lambda: True)][-1]
    pinned = search(made, rounds=1, pinned=lying)
    for sought in (rest, pinned):
        assert {p.item: p.over for p in sought.placements} == {"1.1": False, "1.2": True}


def made(pattern, fold, traits=()):
    owned = cloth(fibre="mixed", **like(*traits))
    inputs = Inputs(
        pick=PickInputs(size=pattern.table.sizes[2]),
        cloth=ClothInputs(cloths={"main": owned}, folds={"main": fold} if fold else {}),
    )
    return derive(pattern, inputs)


@pytest.mark.parametrize("fold", ["single", "lengthwise", "crosswise"])
def test_a_mark_for_one_side_is_listed_for_that_side_only(fold):
    lists = [each for each in made(BLOUSE, fold).marks.lists if each.item.startswith("1.")]
    pockets = [(each.title, m.layers) for each in lists for m in each.items if m.mark == "pocket"]
    assert len(pockets) == 1
    if fold == "single":
        assert pockets == [("1 Front, left", "one layer")]
    else:
        assert "left" in pockets[0][1]
        assert "both layers" not in pockets[0][1]
    for each in lists:
        for mark in each.items:
            other = {"left": "right", "right": "left"}.get(each.title.rpartition(", ")[2])
            assert other is None or f"{other} side only" not in mark.title


def test_the_layer_follows_from_how_the_piece_lies():
    base = made(BREECHES, "lengthwise")
    lay = next(each for each in base.lays if each.role == "main")
    back = next(item for item in lay.items if item.piece == 2)
    assert back.printed == "right"
    for over, layer in ((False, "lower"), (True, "upper")):
        # Printed up on the wrong side of the upper layer: the upper piece is a left one.
        inputs = Inputs(
            pick=PickInputs(size=BREECHES.table.sizes[2]),
            cloth=ClothInputs(cloths={"main": Cloth(name="C", width=1500)}),
            lay=LayInputs(placements={"main": (put(back.key, 0, 0, over=over),)}),
        )
        marks = next(m for m in derive(BREECHES, inputs).marks.lists if m.item == back.key)
        pocket = next(m for m in marks.items if m.mark == "back-pocket")
        assert pocket.layers == f"the {layer} layer only, the right one"


def test_opening_a_half_puts_a_one_sided_mark_on_its_own_side():
    spot = Mark(id="b", kind="dot", name="button", points=((150, 100),), side="right")
    shape = box(200, 300, fold=True, marks=(spot,))
    for printed, x in (("right", 150), ("left", -150), (None, 150)):
        (mark,) = [m for m in opened(shape, printed).marks if m.name == "button"]
        assert mark.points[0][0] == x


def test_marks_for_one_side_of_an_unknown_hand_are_doubted():
    pocket = BREECHES.piece(2).model_copy(update={"name": "Panel"})
    pattern = BREECHES.model_copy(
        update={"pieces": tuple(pocket if p.number == 2 else p for p in BREECHES.pieces)}
    )
    found = trace(pattern, pick(pattern, PickInputs(size=pattern.table.sizes[1])), TraceInputs())
    assert [f.where.piece for f in found.findings if "not known whether" in f.what] == ["2"]


def test_delicate_cloth_starts_in_a_single_layer_and_lace_right_side_up():
    for trait in ("sheer", "slippery", "lace", "thick"):
        known = next(k for k in made(BLOUSE, None, (trait,)).cloths if k.role == "main")
        assert known.fold == "single"
        assert known.out == (trait == "lace")
        assert ("right side up" in known.how) == (trait == "lace")
    assert made(BLOUSE, None).cloths[0].fold == "lengthwise"
    assert made(BLOUSE, "lengthwise", ("lace",)).cloths[0].fold == "lengthwise"
    assert FOLD.on_fold
    traced = trace(BLOUSE, pick(BLOUSE, PickInputs(size="40")), TraceInputs())
    picked = pick(BLOUSE, PickInputs(size="40"))
    pieces = fit(BLOUSE, traced, picked, PickInputs(size="40"), FitInputs()).pieces
    fronts = [i for i in items_for(pieces, "main", "single", out=True) if i.piece == 1]
    assert [(i.hands, i.over) for i in fronts] == [("left", False), ("right", True)]


@pytest.mark.parametrize("allowance", [0.0, 4.0, 9.9, 10.0, 25.0])
@pytest.mark.parametrize("trait", ["", "frays", "sheer", "lace"])
def test_cutting_and_marking_ask_one_rule_edge_by_edge(allowance, trait):
    shape = Shape(
        edges=(
            Edge(name="top", kind="seam", path=line((0, 0), (200, 0)), allowance=allowance),
            Edge(name="right", kind="seam", path=line((200, 0), (200, 300)), allowance=20),
            Edge(name="bottom", kind="hem", path=line((200, 300), (0, 300)), allowance=30),
            Edge(name="left", kind="fold", path=line((0, 300), (0, 0))),
        ),
        marks=(
            Mark(id="a", kind="notch", name="a", points=((50, 0),), edge="top"),
            Mark(id="b", kind="notch", name="b", points=((200, 90),), edge="right", count=3),
            Mark(id="c", kind="tuck", name="c", points=((90, 40), (90, 200))),
            Mark(id="d", kind="pleat", name="d", points=((120, 0), (120, 80))),
            Mark(id="e", kind="notch", name="e", points=((0, 90),), edge="left"),
        ),
    )
    owned = cloth(**like(trait))
    asked = {mark.id: notching(mark, shape, owned) for mark in shape.marks}
    bare = not allowance or trait == "lace"  # a thread marks lace: it has no edge to cut into
    narrow = "mark" if bare else "outward" if trait or allowance < 10 else "snip"
    assert asked["a"].way == asked["d"].way == narrow
    assert asked["b"].way == ("mark" if trait == "lace" else "outward" if trait else "snip")
    assert asked["c"].way == asked["e"].way == "mark"
    for mark in shape.marks:
        cut = asked[mark.id].way
        for thread in ((), ("slippery", "dark")):
            code = ways(mark, cloth(**like(trait, *thread)), shape)[0].way.code
            assert code == cut if cut != "mark" else code not in ("snip", "outward", "wedge")
    said = notching_words(list(asked.values()))
    assert ("Snip" in said) == any(each.way == "snip" for each in asked.values())
