"""Nothing is forgotten: marks on the list = marks on the pieces x cloth pieces - those left out by a
rule."""

from itertools import product

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.cloth import Cloth, ClothInputs
from craft.cloth.cloth import TRAITS, WEAVES
from craft.cut.cutting_list import barred
from craft.cut.inputs import CuttingInputs
from craft.inputs import Inputs
from craft.making import derive
from craft.mark import MarkingInputs
from craft.mark.by_tool import tool_name
from craft.mark.kept_paper import _names
from craft.mark.marking_jobs import fused_items
from craft.mark.marking_list import advised
from craft.mark.result import ORDER
from craft.mark.tools import MarkingKit
from craft.pattern import Pattern
from craft.pick import PickInputs
from craft.trace import TraceInputs
from craft.trace.opened import opened
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat
from workroom.demo.world import journals, patterns

PATTERNS = {p.name: p for p in (ringing_waistcoat(), ringing_breeches(), yoke_blouse())}
FUSIBLE = Cloth(name="Fuse", width=900, selvedge=0, traits=("fusible", "light"), colour="#dddddd")
CLOTHS = {
    "main": Cloth(name="Wool", width=1500, fibre="wool", colour="#5d6b78"),
    "lining": Cloth(name="Lining", width=1500, traits=("slippery", "frays"), colour="#b3714f"),
    "interfacing": FUSIBLE,
    "contrast": Cloth(name="Print", width=1120, fibre="cotton", traits=("busy",)),
}


def made(pattern, fold="lengthwise", view="", cloths=CLOTHS, **more):
    inputs = Inputs(
        pick=PickInputs(size=pattern.table.sizes[2], view=view or pattern.views[0].id),
        cloth=ClothInputs(cloths=cloths, folds=dict.fromkeys(cloths, fold)),
        **more,
    )
    return inputs, derive(pattern, inputs)


def there_are(item, shape) -> int:
    """Marks of a piece, once for every piece of cloth that comes out; both halves of a whole one."""
    if item.hands == "whole":
        whole = opened(shape, item.printed)
        return sum(mark.id != "opened-centre" for mark in whole.marks)
    return len(shape.marks) * (2 if item.hands in ("both", "twice") else 1)


VIEWS = [(p.name, view.id) for p in PATTERNS.values() for view in p.views]


def nothing_is_forgotten(result):
    """Every mark, counted for every cloth piece, is on a list or left out with a reason."""
    shapes = {piece.number: piece.shape for piece in result.for_cloth.pieces}
    listed = {(each.role, each.item): each for each in result.marks.lists}
    for lay in result.lays:
        for item in lay.items if lay.cloth else ():
            each = listed.get((lay.role, item.key))
            if each is None:
                # Only pieces all of whose marks guide the laying, or stay on another cloth, have no list.
                kinds = {m.kind for m in shapes[item.piece].marks}
                guides = {"grain", "stretch", "length line", "body level"}
                assert not kinds - guides or lay.role == "interfacing"
                continue
            rows = [row for row in each.items if not row.drawn]
            counted = sum(row.places for row in rows) + sum(
                out.places for out in each.left_out if not out.drawn
            )
            assert counted == there_are(item, shapes[item.piece]), (lay.role, item.title)
            assert all(out.because for out in each.left_out)
            order = [ORDER.index(row.when) for row in each.items]
            assert order == sorted(order)
    marks, rows = result.marks, [row for each in listed.values() for row in each.items]
    assert marks.marks == sum(row.places for row in rows)
    # By tool they are the same marks, and take as long.
    assert sorted(key for tool in marks.by_tool for key in tool.keys) == sorted(r.tick.key for r in rows)
    assert sum(t.minutes.value for t in marks.by_tool) == pytest.approx(marks.minutes.value, abs=0.5)
    first = [min(ORDER.index(r.when) for r in rows if tool_name(r) == tool.name) for tool in marks.by_tool]
    assert first == sorted(first)
    return result.marks


@pytest.mark.parametrize("fold", ["lengthwise", "single", "crosswise", "middle"])
@pytest.mark.parametrize(("name", "view"), VIEWS)
def test_every_mark_is_on_the_list_or_left_out_with_a_reason(name, view, fold):
    _, result = made(PATTERNS[name], fold, view)
    marks = nothing_is_forgotten(result)
    assert marks.left == marks.marks > 0


def test_nothing_is_forgotten_in_any_making_of_the_demo():
    lists = 0
    for making, states in journals():
        pattern = Pattern.model_validate_json(patterns()[making.pattern])
        lists += len(nothing_is_forgotten(derive(pattern, states[-1].inputs)).lists)
    assert lists > 40


def test_notches_are_marked_as_they_are_cut():
    for pattern in PATTERNS.values():
        _, result = made(pattern, "single")
        for listed in result.cuts:
            for item in listed.items:
                wanted = {name: e.style for e in item.edges for name in e.marks if e.style != "mark"}
                rows = next((m.items for m in result.marks.lists
                             if (m.role, m.item) == (listed.role, item.item)), ())  # fmt: skip
                for row in rows:
                    style = wanted.get(row.title.removesuffix(", left half").removesuffix(", right half"))
                    assert style is None or row.code == style, (item.title, row.title)


def test_folded_and_single_cloth_come_to_the_same_marks():
    for pattern in PATTERNS.values():
        sums = set()
        for fold in ("lengthwise", "single"):
            _, result = made(pattern, fold)
            main = [each for each in result.marks.lists if each.role == "main"]
            sums.add(sum(row.places for each in main for row in each.items if not row.drawn))
        assert len(sums) == 1, pattern.name


def test_what_fusing_covers_is_marked_on_the_interfacing():
    pattern = PATTERNS["Ringing breeches"]
    _, result = made(pattern)
    fused = fused_items(result.lays)
    assert fused
    for each in result.marks.lists:
        if (each.role, each.item) in fused:
            wrong = [r for r in each.items if r.side == "wrong side" and r.when != "fused"]
            assert wrong == []
        if each.role == "interfacing":
            assert all(row.when == "fused" or row.side == "edge" for row in each.items)
            assert not any("thread" in " ".join(row.tools) for row in each.items)
    band = {each.role: each for each in result.marks.lists if each.title.startswith("6 ")}
    assert "button" in {row.title for row in band["interfacing"].items}
    assert any(out.title == "button" for out in band["main"].left_out)
    # Where the interfacing is sewn in, the cloth keeps its own marks too.
    sewn = {**CLOTHS, "interfacing": FUSIBLE.model_copy(update={"traits": ("light",)})}
    _, result = made(pattern, cloths=sewn)
    assert fused_items(result.lays) == frozenset()
    band = {each.role: each for each in result.marks.lists if each.title.startswith("6 ")}
    assert "button" in {row.title for row in band["main"].items}


def test_edges_whose_paper_ends_at_the_stitching_line_are_drawn_on_both_layers():
    pattern = PATTERNS["Ringing waistcoat"]
    _, plain = made(pattern)
    _, result = made(pattern, trace=TraceInputs(line="stitching"))
    assert not any(row.drawn and "stitching" in row.title for e in plain.marks.lists for row in e.items)
    shapes = {piece.number: piece.shape for piece in result.for_cloth.pieces}
    # A piece whose original is used as it is ends where it was printed to end.
    ends = {p.number for p in result.traced.pieces if p.line == "stitching"}
    assert len(ends) >= 5
    for each in result.marks.lists:
        if each.piece not in ends:
            continue
        drawn = [row for row in each.items if row.mark.startswith("edge/")]
        wide = [edge for edge in shapes[each.piece].edges if edge.allowance]
        if (each.role, each.item) in fused_items(result.lays):  # covered: on the interfacing, once
            assert drawn == []
            assert len([out for out in each.left_out if out.drawn]) >= len(wide)
            continue
        assert len(drawn) >= len(wide), each.title
        for row in drawn:
            assert "outside it, dashed" in row.how
    for listed in result.cuts:
        for item in listed.items:
            assert ("draw" in [step.act for step in item.steps]) == (item.piece in ends)


def test_a_worse_way_can_be_chosen_and_is_judged():
    pattern = PATTERNS["Ringing waistcoat"]
    _, before = made(pattern)
    row = next(r for r in before.marks.lists[0].items if r.kind == "dart")
    assert row.code == "tacks"
    chosen = MarkingInputs(ways={row.key: "carbon"}, again={row.key: 1})
    inputs, after = made(pattern, mark=chosen)
    now = next(r for r in after.marks.lists[0].items if r.mark == row.mark)
    assert (now.code, now.proposed, now.chosen) == ("carbon", "tacks", True)
    found = [f for each in after.marks.lists for f in each.findings if f.where.mark == row.mark]
    assert found
    assert "it rubs off wool" in found[0].what
    # A tick given for the other way asks for another look.
    ticked = inputs.model_copy(update={"ticks": {row.tick.key: row.tick.facts}})
    look = next(r for r in derive(pattern, ticked).marks.lists[0].items if r.mark == row.mark)
    assert look.tick.state == "look"
    assert "tailor’s tacks" in look.tick.why
    # After a slip the next colour is another one.
    first = made(pattern, mark=MarkingInputs(ways={row.key: "carbon"}))[1]
    before_slip = next(r for r in first.marks.lists[0].items if r.mark == row.mark)
    assert now.colour != before_slip.colour


def test_where_nothing_at_hand_suits_it_is_said():
    bare = MarkingInputs(kit=MarkingKit(tools=()))
    _, result = made(PATTERNS["Ringing waistcoat"], mark=bare)
    found = [f for each in result.marks.lists for f in each.findings]
    assert any("nothing at hand suits" in f.what and "basting thread" in f.because for f in found)


def test_every_row_can_be_asked_for_its_ways():
    pattern = PATTERNS["Yoke blouse"]
    inputs, result = made(pattern, "single", trace=TraceInputs(line="stitching"))
    from craft.cut.paper_ends import originals_of, paper_ends
    from craft.cut.room import crowded

    ends = paper_ends(result.for_cloth.pieces)
    narrow = crowded(result.for_cloth, result.lays, "snip")
    asked = [row for each in result.marks.lists for row in each.items]
    for row in asked:
        found = advised(
            result.for_cloth, result.lays, inputs.mark, "snip", ends,
            narrow, originals_of(result.traced),
            row.tick.key,
        )  # fmt: skip
        assert found, row.tick.key
        assert found[0].code == row.proposed
        assert next(w for w in found if w.code == row.code).minutes == pytest.approx(row.minutes, abs=0.06)
    assert (
        advised(result.for_cloth, result.lays, inputs.mark, "snip", ends, {}, frozenset(), "mark/x") == ()
    )


def test_nothing_is_cut_before_its_lay_is_ready_unless_somebody_knows():
    pattern = PATTERNS["Ringing waistcoat"]
    _, result = made(pattern)
    keys = [item.tick.key for each in result.cuts for item in each.items]
    assert all("not ready" in barred(result.cuts, key) for key in keys)
    _, knows = made(pattern, cut=CuttingInputs(aware=("main",)))
    for each in knows.cuts:
        for item in each.items:
            # Chalk and labels wait for the lay as blades do.
            own = [tick.key for step in item.steps for tick in step.ticks if tick.key[:4] == "cut/"]
            for key in (item.tick.key, *own):
                assert bool(barred(knows.cuts, key)) == (each.role != "main")
    assert barred(result.cuts, "mark/main/1.1/x") == ""


@settings(max_examples=25)
@given(
    name=st.sampled_from(sorted(PATTERNS)),
    fold=st.sampled_from(["lengthwise", "single", "crosswise", "middle", "part"]),
    line=st.sampled_from(["cutting", "stitching"]),
    notch=st.sampled_from(["snip", "outward", "wedge", "mark"]),
    joined=st.sampled_from(["joined", "dots"]),
    traits=st.lists(
        st.sampled_from(["busy", "sheer", "slippery", "thick", "dark", "lace", "knit", "spots"]),
        max_size=3,
    ),
)
def test_lists_hold_together_on_any_cloth(name, fold, line, notch, joined, traits):
    known = {
        "traits": tuple(t for t in traits if t in TRAITS),
        "weave": next((t for t in traits if t in WEAVES), "plain"),
    }
    cloths = {**CLOTHS, "main": CLOTHS["main"].model_copy(update=known)}
    _, result = made(
        PATTERNS[name], fold, cloths=cloths, trace=TraceInputs(line=line),
        cut=CuttingInputs(notch=notch), mark=MarkingInputs(joined=joined),
    )  # fmt: skip
    for each in result.marks.lists:
        assert len({row.tick.key for row in each.items}) == len(each.items)
        waits = {row.when == "fused" for row in each.items}
        assert ("Keep the paper pinned for" in each.keep) == (False in waits)
        assert ("after fusing" in each.keep) == (True in waits)
        assert each.minutes == pytest.approx(sum(row.minutes for row in each.items), abs=0.11)
        for row in each.items:
            assert row.because
            assert row.places >= 1
            if row.code in ("snip", "wedge"):
                assert (
                    not {*known["traits"], known["weave"]} & {"sheer", "lace", "knit"}
                    or each.role != "main"
                )
    cut = {(each.role, item.item) for each in result.cuts for item in each.items}
    assert cut == {(lay.role, item.key) for lay in result.lays for item in lay.items}
    for each, other in product(result.cuts, result.cuts):
        assert each is other or each.role != other.role


@pytest.mark.parametrize(
    ("count", "said"),
    [(1, "A 1."), (4, "A 1, A 2, A 3 and A 4."), (5, "A 1, A 2, A 3, A 4 and 1 more."),
     (9, "A 1, A 2, A 3, A 4 and 5 more.")],
)  # fmt: skip
def test_four_names_are_listed_and_more_are_counted(count, said):
    assert _names([f"A {n}" for n in range(1, count + 1)]) + "." == said
