"""Pieces with their fold at any side, drawn at any slant; stripes under every fold; bands of any edge."""

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from craft.cloth import Repeat, spread
from craft.cloth.findings import across_the_grain
from craft.cloth.yardage import cloths_of
from craft.fit.length.follow import _moved
from craft.inputs import Inputs
from craft.lay import LayInputs, Permission, judge_lay
from craft.lay.joined import joined_in_two
from craft.lay.matching import MatchInputs, apart_by
from craft.lay.mend import mend
from craft.lay.rehearse import rehearse
from craft.lay.ruler import rebuild, ruler_numbers
from craft.lay.rules.matching import crosswise_on_a_bar
from craft.lay.spreading import folded_on_a_stripe, spread_out
from craft.pattern import Edge, Mark, Shape
from craft.shape.affine import rotation
from tests.craft.made_pieces import bow, line
from tests.craft.shapes import FOLD, PAIR, SINGLE, box, cloth, fitted_of, put, search, table, working


def half(turn: float, flipped: bool, grain: float = 60.0) -> Shape:
    """A half piece with a bowed side, its fold at the left (or the right), turned by ``turn`` degrees."""
    x = -1.0 if flipped else 1.0
    corners = [(0.0, 0.0), (180.0 * x, 30.0), (210.0 * x, 480.0), (0.0, 500.0)]
    parts = [line(corners[0], corners[1]), bow(corners[1], corners[2], 12 * x),
             line(corners[2], corners[3]), line(corners[3], corners[0])]  # fmt: skip
    if flipped:  # still clockwise
        parts = [tuple(tuple(reversed(c)) for c in reversed(p)) for p in reversed(parts)]
    kinds = ["fold" if p[0][0][0] == p[-1][-1][0] == 0.0 else "seam" for p in parts]
    edges = tuple(
        Edge(name=f"e{i}", kind=k, path=p, allowance=0 if k == "fold" else 15)
        for i, (p, k) in enumerate(zip(parts, kinds, strict=True))
    )
    mark = Mark(id="g", kind="grain", name="grain", points=((60 * x, 100), (60 * x, 100 + grain)))
    return _moved(Shape(edges=edges, marks=(mark,)), rotation(turn))


@settings(max_examples=25)
@given(
    turn=st.one_of(st.sampled_from([0.0, 90.0, 180.0, 270.0, 0.2, 3.0, 45.0]), st.floats(0, 360)),
    flipped=st.booleans(), fold=st.sampled_from(["lengthwise", "middle", "part", "single"]),
    width=st.floats(1000, 1600),
)  # fmt: skip
def test_a_fold_at_any_side_and_slant_lies_on_the_fold(turn, flipped, fold, width):
    piece = working(1, "Back", half(turn, flipped), FOLD)
    made = spread_out("main", cloth(), spread(width, fold), None, fitted_of(piece), LayInputs())
    placements = search(made, rounds=1).placements
    assert [f.what for j in judge_lay(made, placements) for f in j.findings] == []
    seen = rehearse(made, placements)
    assert seen.complete, seen.findings
    assert [p.hand for p in seen.pieces] == ["whole"]


@settings(max_examples=40)
@given(
    off=st.floats(-1.5, 1.5),
    width=st.floats(950, 1500),
    fold=st.sampled_from(["lengthwise", "middle"]),
)
def test_rules_and_rehearsal_share_one_tolerance_at_the_fold(off, width, fold):
    piece = working(1, "Back", half(0, False), FOLD)
    made = spread_out("main", cloth(), spread(width, fold), None, fitted_of(piece), LayInputs())
    (lies,) = search(made, rounds=1).placements
    moved = lies.model_copy(update={"y": lies.y + off})
    faults = [f for j in judge_lay(made, (moved,)) for f in j.findings if f.weight == "fault"]
    if abs(abs(off) - 0.5) > 0.02 and (abs(off) < 0.5 or off > 0):
        assert bool(faults) == (not rehearse(made, (moved,)).complete)
    assert judge_lay(made, (mend(made, moved, "move in"),))[0].findings == ()


@given(count=st.integers(1, 4), turned=st.integers(0, 8))
def test_rules_and_rehearsal_agree_on_the_nap(count, turned):
    pieces = [working(n, f"P{n}", box(80, 120), SINGLE) for n in range(1, 2 * count + 1)]
    made = table(*pieces, fold="single", nap=True, width=900)
    placements = tuple(
        put(f"{n}.1", 200 * n, 0, turn=180 if n <= turned else 0) for n in range(1, 2 * count + 1)
    )
    faulted = any(f.weight == "fault" for j in judge_lay(made, placements) for f in j.findings)
    assert faulted == (not rehearse(made, placements).complete)


@settings(max_examples=60)
@given(width=st.floats(600, 1600), step=st.floats(8, 120), first=st.floats(0, 100),
       fold=st.sampled_from(["lengthwise", "part", "middle"]), depth=st.floats(100, 300))  # fmt: skip
def test_every_lengthwise_fold_lies_on_a_stripe(width, step, first, fold, depth):
    repeat = Repeat(across=step, from_edge=first)
    plain = spread(width, fold, depth)
    made = folded_on_a_stripe(plain, repeat, MatchInputs())
    # Where the repeat is so large that no stripe leaves a flap the cloth stays as it was.
    assume(fold != "middle" or made != plain or step <= width / 4 - 20)
    assert any(zone.folds for zone in made.zones)
    for zone in made.zones:
        assert zone.high > zone.low
        for at in zone.folds:
            layer = zone.layers[0]
            assert abs(apart_by(layer.sign * at + layer.shift, first, step)) < 1e-6
        for layer in zone.layers:  # every layer is cloth
            for y in (zone.low, zone.high):
                assert -1e-6 <= layer.sign * y + layer.shift <= width + 1e-6
        if zone.double:  # and both show the same stripe
            y = (zone.low + zone.high) / 2
            a, b = (layer.sign * y + layer.shift - first for layer in zone.layers)
            assert abs(apart_by(a, -b, step)) < 1e-6
    lows = [zone.low for zone in made.zones]
    assert lows == sorted(lows)
    for before, after in zip(made.zones, made.zones[1:], strict=False):
        assert before.high <= after.low + 1e-6


def test_bars_folded_crosswise_are_told():
    piece = working(1, "Front", box(200, 300), PAIR)
    bars = cloth(repeat=Repeat(along=100, from_end=20))
    unknown = spread_out("main", bars, spread(1480, "crosswise"), None, fitted_of(piece), LayInputs())
    # Bars at 20, 120, 220 …, half ways at 70, 170 …: a lay of 33 cm is folded at 37, one of 40 at 42.
    for end, at, place in (
        (330, 370, "half way"),
        (400, 420, "middle of a bar"),
        (420, 420, "middle"),
    ):
        (said,) = crosswise_on_a_bar(unknown, end)
        assert f"[[{at}]] from the cut end" in said.what
        assert place in said.what
        assert unknown.takes(end) == 2 * at
    # Of 200.3 cm half is 100.15: the last place before it is half way between two bars, at 97.
    owned = spread_out("main", bars, spread(1480, "crosswise"), 2003.0, fitted_of(piece), LayInputs())
    assert owned.length == 970
    assert "[[970]] from the cut end, half way" in crosswise_on_a_bar(owned, 400)[0].what
    off = LayInputs(match=MatchInputs(off=True))
    plain = spread_out("main", bars, spread(1480, "crosswise"), 2003.0, fitted_of(piece), off)
    assert (plain.length, plain.takes(330)) == (1001.5, 660)
    uneven = cloth(repeat=Repeat(along=100, uneven_along=True))
    wrong = spread_out("main", uneven, spread(1480, "crosswise"), None, fitted_of(piece), LayInputs())
    assert [f.weight for f in crosswise_on_a_bar(wrong, 400)] == ["fault"]


def test_a_band_with_a_scalloped_edge_can_be_joined():
    scallops = []
    for k in range(60):
        a, b = (k * 10.0, 0.0), ((k + 1) * 10.0, 0.0)
        scallops.append((a, (a[0] + 2, -6), (b[0] - 2, -6), b))
    shape = Shape(
        edges=(
            Edge(name="scallops", kind="finish", path=tuple(scallops)),
            Edge(name="end", kind="seam", path=line((600, 0), (600, 60)), allowance=15),
            Edge(name="lower", kind="seam", path=line((600, 60), (0, 60)), allowance=15),
            Edge(name="other end", kind="seam", path=line((0, 60), (0, 0)), allowance=15),
        ),
        marks=(Mark(id="g", kind="grain", name="grain", points=((100, 30), (300, 30))),),
    )
    halves = joined_in_two(working(3, "Band", shape, SINGLE), 15)
    assert halves is not None
    assert {each.number for each in halves} == {906, 907}


@settings(max_examples=40)
@given(turn=st.sampled_from([0.0, 37.0, 90.0, 160.0]), wide=st.floats(100, 900), fold=st.sampled_from(
    ["single", "lengthwise"]), on_fold=st.booleans())  # fmt: skip
def test_the_width_is_measured_across_the_pieces_own_grain(turn, wide, fold, on_fold):
    shape = _moved(box(wide, 120, fold=on_fold), rotation(turn))
    piece = working(1, "Back", shape, FOLD if on_fold else PAIR)
    assert across_the_grain(piece) == pytest.approx(wide)
    inputs = Inputs.model_validate(
        {"cloth": {"cloths": {"main": cloth(width=1020)}, "folds": {"main": fold}}}
    )
    (known,) = cloths_of(fitted_of(piece), inputs.cloth)
    room = 1000 if fold == "single" else 500
    needed = wide * (2 if on_fold and fold == "single" else 1)
    if abs(needed - room) > 1:
        assert any("wider than the cloth" in f.what for f in known.findings) == (needed > room)


@settings(max_examples=60)
@given(
    x=st.floats(0, 900), y=st.floats(0, 500), turn=st.sampled_from([0, 45, 90, 135, 180, 225, 270, 315]),
    over=st.booleans(), selvedge=st.floats(0, 25), grain=st.floats(20, 140),
)  # fmt: skip
def test_the_lay_is_rebuilt_from_numbers_taken_at_the_cloths_edge(x, y, turn, over, selvedge, grain):
    mark = Mark(id="grain", kind="grain", name="g", points=((60.0, 50.0), (60.0, 50.0 + grain)))
    shape = box(180, 260).model_copy(update={"marks": (mark,)})
    made = table(
        working(1, "Front", shape, SINGLE), fold="single", width=1400, selvedge=selvedge,
        liberties={1: Permission(across=True, bias=True)},
    )  # fmt: skip
    placement = put("1.1", x, y, turn=float(turn), over=over)
    numbers = ruler_numbers(made, placement)
    assert numbers.selvedge == selvedge
    # The tape's number is the distance from the outer edge: the selvedge is in it.
    ends = judge_lay(made, (placement,))[0]
    assert ends.numbers.upper.value >= selvedge
    again = rebuild(made, numbers)
    here, there = (judge_lay(made, (p,))[0].matrix for p in (placement, again))
    for px, py in [(0, 0), (180, 0), (180, 260), (0, 260)]:
        a = (here[0] * px + here[1] * py + here[4], here[2] * px + here[3] * py + here[5])
        b = (there[0] * px + there[1] * py + there[4], there[2] * px + there[3] * py + there[5])
        assert ((a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2) ** 0.5 < 5.0
