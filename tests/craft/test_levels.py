"""One level line on one piece: all sizes, the partners, blending, lengths and standing pinches go by it."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.digitise.digitised import digitise
from craft.digitise.level_proposals import propose_levels, unseen_levels
from craft.digitise.levels import known_levels
from craft.digitise.seaming import propose
from craft.errors import CraftError
from craft.fit import FitInputs, fit
from craft.fit.length.lines import lines_of
from craft.pick import PickInputs, pick, shape_of
from craft.shape import path as paths
from craft.trace import TraceInputs, trace
from tests.craft.entering import EMPTY, done, measured
from tests.craft.entering import shape_of as entered_shape

FOLD = [{"role": "main", "on_fold": True}]
# Half a front and back, 40 cm long: in at the waist (27 cm down), out to the hem; y down, centre at x = 0.
HALF = ((0, 60), (70, 0), (180, 30), (200, 200), (180, 270), (220, 400), (0, 400))
BACK = ((0, 20), (70, 0), (180, 30), (205, 200), (187, 270), (225, 400), (0, 400))
EDGES = ("neckline", "shoulder", "armhole", "side", "side 2", "hem", "centre")


def bodice(grow: float = 20.0, drop: float = 0.0):
    """Front and back in M and L (``grow`` mm wider, its waist ``drop`` mm lower), sewn together."""
    inputs = EMPTY
    for name in ("M", "L"):
        inputs = done(inputs, "add size", name=name)
    rows = [
        {
            "measurement": m, "level": m, "body": {"M": mm, "L": mm + 40}, "ease": 40,
            "leads": m == "bust",
        }
        for m, mm in (("bust", 880), ("waist", 720))
    ]  # fmt: skip
    inputs = done(inputs, "table", rows=rows)
    for name, points in (("Front", HALF), ("Back", BACK)):
        inputs = measured(*points, inputs=inputs, name=name, cuts=FOLD)
        piece = inputs.pieces[-1]
        ids = [node.id for node in piece.drawn.nodes]
        for id, edge in zip(ids, EDGES, strict=True):
            inputs = done(inputs, "edge", piece=piece.id, edge=id, says={"name": edge})
        inputs = done(inputs, "set points", piece=piece.id, ids=[ids[4]], turn="smooth")
        shifts = {id: (grow if k in (3, 4, 5) else 0.0, drop if k == 4 else 0.0)
                  for k, id in enumerate(ids)}  # fmt: skip
        inputs = done(inputs, "shift points", piece=piece.id, size="L", shifts=shifts)
    seams = propose(inputs, digitise(inputs).pieces)
    assert {s.seam.name for s in seams} >= {"side seam", "shoulder seam"}
    sewn = [s.seam.model_dump() for s in seams if s.seam.name in ("side seam", "shoulder seam")]
    return done(inputs, "add seams", seams=sewn)


def drawn_once(inputs, level: str, y: float):
    return done(inputs, "levels", levels=[{"piece": 1, "level": level, "points": [(0, y), (200, y)]}])


def test_without_levels_blending_is_refused_with_the_way_to_mend_it():
    pattern = digitise(bodice()).pattern
    picked = pick(pattern, PickInputs(size="M", at={"waist": "L"}))
    assert picked.at["waist"] == "M"
    assert (picked.graded, picked.sizes_said) == (False, "M")
    (fault,) = [f for f in picked.findings if f.weight == "fault"]
    assert "Size L at the waist cannot be drawn" in fault.what
    assert "level lines" in fault.mend


def test_one_line_on_one_piece_blends_front_and_back():
    inputs = drawn_once(drawn_once(bodice(), "bust", 200), "waist", 270)
    pattern = digitise(inputs).pattern
    picked = pick(pattern, PickInputs(size="M", at={"waist": "L"}))
    assert picked.sizes_said == "M at the bust, L at the waist"
    half = []
    for number in (1, 2):
        levels = pattern.piece(number).shapes["M"].levels
        assert levels == {"bust": pytest.approx(200, abs=2), "waist": pytest.approx(270, abs=2)}
        side = shape_of(pattern, pattern.piece(number), picked).edge("side").path
        half.append(paths.point_along(side, paths.along_at_level(side, levels["waist"]))[0])
        bust = paths.start(side)[0]
        assert bust == pytest.approx(200 if number == 1 else 205, abs=0.5)
    # 18.0 + 18.7 in M; L is 2 cm wider on each: two sides more than without.
    assert sum(half) == pytest.approx(180 + 187 + 40, abs=1.0)


@settings(max_examples=40)
@given(st.floats(0, 60), st.floats(-40, 40), st.floats(205, 380))
def test_a_level_line_stays_level_in_every_size(grow, drop, y):
    pattern = digitise(drawn_once(bodice(grow, drop), "waist", y)).pattern
    for piece in pattern.pieces:
        for shape in piece.shapes.values():
            assert "waist" in shape.levels
            for mark in shape.marks:
                if mark.kind == "body level":
                    assert mark.points[0][1] == pytest.approx(mark.points[1][1], abs=1e-9)
                    assert mark.points[0][1] == pytest.approx(shape.levels["waist"])
    # Along the seam they share both pieces have it at the same place.
    for size in ("M", "L"):
        places = []
        for number in (1, 2):
            shape = pattern.piece(number).shapes[size]
            side = [e for e in shape.edges if e.name.startswith("side")]
            before = 0.0
            for edge in side:
                along = paths.along_at_level(edge.path, shape.levels["waist"])
                if along is not None:
                    places.append(before + along)
                    break
                before += paths.length(edge.path)
        assert places[0] == pytest.approx(places[1], abs=2.0)


def test_levels_are_proposed_where_the_shaping_shows_them():
    inputs = bodice()
    found = {p.level: p for p in propose_levels(inputs, digitise(inputs).pieces)}
    assert {name: p.piece for name, p in found.items()} == {"bust": 1, "waist": 1}
    assert found["bust"].y == 200
    assert found["waist"].y == pytest.approx(270, abs=6)  # the curve turns a little below its point
    assert found["waist"].why == "its side is narrowest there"
    taken = done(inputs, "levels", levels=[
        {"piece": p.piece, "level": p.level, "points": p.points} for p in found.values()
    ])  # fmt: skip
    assert propose_levels(taken, digitise(taken).pieces) == ()
    able = {a.name: a for a in digitise(taken).abilities}
    assert able["Blend sizes"].can
    assert not {a.name: a for a in digitise(inputs).abilities}["Blend sizes"].can


def test_lengths_and_traced_levels_go_by_them_or_say_why_not():
    for inputs, has in (
        (bodice(), False),
        (drawn_once(drawn_once(bodice(), "bust", 200), "waist", 270), True),
    ):
        pattern = digitise(inputs).pattern
        chosen = PickInputs(size="M")
        picked = pick(pattern, chosen)
        traced = trace(pattern, picked, TraceInputs(offered=("body levels",)))
        shown = [m.name for p in traced.pieces for m in p.shape.marks if m.kind == "body level"]
        said = [f.what for f in traced.findings if "Body levels are not drawn" in f.what]
        assert ("waist level" in shown) == has
        assert bool(said) == (not has)
        assert not has or shown.count("waist level") == 2
        fitted = fit(pattern, traced, picked, chosen, FitInputs())
        lines = {
            line.level: line.pieces
            for line in lines_of(pattern, {p.number: p.shape for p in fitted.pieces})
        }
        assert (lines.get("above the waist") == (1, 2)) == has


CHILD = {"100": 1000, "104": 1040, "110": 1100, "116": 1160, "122": 1220}


def child_dress(sizes=CHILD):
    """A child's dress with sleeves in five sizes, the height leading."""
    inputs = EMPTY
    for name in sizes:
        inputs = done(inputs, "add size", name=name)
    rows = [
        {"measurement": "height", "level": "length", "body": sizes, "leads": True},
        {"measurement": "chest", "level": "chest",
         "body": {name: 400 + mm / 6 for name, mm in sizes.items()}, "ease": 80},
    ]  # fmt: skip
    inputs = done(inputs, "table", rows=rows)
    inputs = done(inputs, "facts", base_height=1040)
    for name, points in (("Front", HALF), ("Back", BACK)):
        inputs = measured(*points, inputs=inputs, name=name, cuts=FOLD)
        piece = inputs.pieces[-1]
        for node, edge in zip(piece.drawn.nodes, EDGES, strict=True):
            inputs = done(inputs, "edge", piece=piece.id, edge=node.id, says={"name": edge})
    sleeve = ((0, 90), (130, 0), (260, 90), (220, 300), (40, 300))
    return measured(*sleeve, inputs=inputs, name="Sleeve",
                    cuts=[{"role": "main", "count": 2, "pair": True}])  # fmt: skip


def fitted(inputs, size, changes=(), **measures):
    pattern = digitise(inputs).pattern
    chosen = PickInputs(size=size, measurements=measures)
    picked = pick(pattern, chosen)
    traced = trace(pattern, picked, TraceInputs())
    return picked, fit(pattern, traced, picked, chosen, FitInputs(changes=changes))


def test_a_child_takes_the_difference_to_its_own_size_once():
    inputs = drawn_once(drawn_once(child_dress(), "chest", 200), "waist", 270)
    picked, made = fitted(inputs, "110", height=1120)
    assert picked.drawn_for == 1100
    # (112 - 110) x 0.5 = 1, not (112 - 104) x 0.5 = 4.
    assert made.by_height["above the waist"].value == 10
    assert "[[1120]] − drawn for [[1100]] = [[20]]" in made.by_height["above the waist"].working[0]
    _, same = fitted(inputs, "116", height=1160)
    assert {f.value for f in same.by_height.values()} == {0}
    _, plain = fitted(inputs, "110", height=1120)
    assert any("no hip level is known" in w for f in plain.by_height.values() for w in f.working)


def test_a_level_line_drawn_at_a_point_goes_with_it_and_not_with_the_long_edge_opposite():
    """The waist lies 8 lower in L; the fold, whose ends stay, tells nothing: the mean would be 4."""
    pattern = digitise(drawn_once(bodice(drop=8.0), "waist", 268)).pattern
    assert [pattern.piece(n).shapes["L"].levels["waist"] for n in (1, 2)] == pytest.approx(
        [276, 276], abs=0.2
    )


def test_nobody_is_too_tall_for_a_garment():
    """A height is no girth: what is missing there is a length to change, never a size too small."""
    inputs = child_dress()
    rows = [row.model_copy(update={"ease": 0.0}) for row in inputs.rows]
    inputs = done(inputs, "table", rows=[row.model_dump() for row in rows])
    picked, _ = fitted(inputs, "110", height=1120, chest=400 + 1100 / 6)
    assert [row.room for row in picked.comparisons if row.level == "length"] == [None]
    assert [f.what for f in picked.findings if f.weight == "fault"] == []
    tight, _ = fitted(inputs, "110", height=1120, chest=600)
    assert [f.weight for f in tight.findings] == ["fault"]


def test_a_chest_is_compared_as_a_chest():
    picked, _ = fitted(child_dress(), "110", chest=620)
    (row,) = [r for r in picked.comparisons if r.measurement == "chest"]
    assert row.mine == 620
    assert row.body == pytest.approx(400 + 1100 / 6)
    from craft.digitise.table import read_table

    (read,) = read_table("size\t104\t110\nchest\t57\t59", "cm").rows
    assert read.row.measurement == "chest"


@pytest.mark.parametrize("named", [True, False])
def test_a_longer_hem_leaves_the_sleeves_alone(named):
    from craft.fit import LengthChange

    inputs = child_dress()
    if not named:  # what nothing is known of but its outline counts to the body
        inputs = done(inputs, "describe piece", piece=1, name="Piece a")
        inputs = done(inputs, "describe piece", piece=2, name="Piece b")
    _, before = fitted(inputs, "110")
    _, after = fitted(inputs, "110", (LengthChange(level="hem", amount=40.0),))
    grown = {
        new.number: round(paths.control_bounds(new.shape.outline)[3]
                          - paths.control_bounds(old.shape.outline)[3], 1)
        for old, new in zip(before.pieces, after.pieces, strict=True)
    }  # fmt: skip
    assert grown == {1: 40, 2: 40, 3: 0}
    lines = {line.level: line.pieces for line in before.lines}
    assert (lines["hem"], lines["sleeve hem"]) == ((1, 2), (3,))


def test_two_lines_of_one_part_share_what_the_height_asks():
    from craft.fit.length.heights import by_height

    pattern = digitise(drawn_once(child_dress(), "waist", 270)).pattern
    pattern = pattern.model_copy(update={"base_height": 1100.0})
    shapes = {p.number: p.shapes["110"] for p in pattern.pieces}
    one = by_height(pattern, {"above the waist": (1, 2)}, shapes, 1180)
    two = by_height(
        pattern, {"above the waist": (1, 2), "under the arm hole": (1, 2), "back": (2,)}, shapes,
        1180,
    )  # fmt: skip
    assert one["above the waist"].value == 40
    body = [f.value for level, f in two.items() if level in ("above the waist", "back")]
    assert body == [20, 20]


def test_a_line_offered_after_a_split_can_be_taken():
    from craft.fit import LengthChange
    from craft.fit.pieces.split import SplitChange

    inputs = drawn_once(drawn_once(child_dress(), "chest", 200), "waist", 270)
    cut = SplitChange(kind="split", piece=1, line=((-20, 240), (300, 240)), new=20,
                      names=("Front skirt", "Front top"), seam="high waist")  # fmt: skip
    _, made = fitted(inputs, "110", (cut,))
    assert made.lines
    for line in made.lines:
        _, again = fitted(inputs, "110", (cut, LengthChange(level=line.level, amount=10.0)))
        assert [c.level for c in again.changes] == [line.level], line.level
    gone = LengthChange(level="above the waist", amount=10.0)
    _, late = fitted(inputs, "110", (cut, gone))
    if not late.changes:
        assert any(f.weight == "fault" for f in late.findings)


def test_a_partner_keeps_the_level_it_says_itself():
    said = {"M": {"waist": 300.0}, "L": {"waist": 306.0}}
    inputs = done(drawn_once(bodice(), "waist", 270), "describe piece", piece=2, levels=said)
    back = digitise(inputs).pattern.piece(2)
    assert {size: shape.levels for size, shape in back.shapes.items()} == said
    with pytest.raises(CraftError, match="no size XL"):
        done(inputs, "describe piece", piece=2, levels={"XL": {"waist": 300.0}})


def proposed(*points, **more) -> dict[str, float]:
    """The levels offered for a front of these points, a row of the table for each."""
    inputs = measured(*points, name="Front", cuts=FOLD)
    rows = [{"measurement": m, "level": m, "body": {"one size": mm}, "leads": m == "bust"}
            for m, mm in (("bust", 880), ("waist", 720))]  # fmt: skip
    inputs = done(inputs, "table", rows=rows)
    for dart in more.get("darts", ()):
        inputs = done(inputs, "new mark", piece=1, kind="dart", points=dart)
    return {p.level: p.y for p in propose_levels(inputs, digitise(inputs).pieces)}


def test_every_level_of_the_table_is_known_proposed_or_said_to_be_unseen():
    rows = [{"measurement": m, "level": level, "body": {"M": mm, "L": mm + 40}, "leads": m == "bust"}
            for m, level, mm in (("bust", "bust", 880), ("waist", "waist", 720), ("hip", "hip", 960),
                                 ("height", "length", 1700))]  # fmt: skip
    inputs = done(drawn_once(bodice(), "bust", 200), "table", rows=rows)
    made = digitise(inputs)
    proposed = propose_levels(inputs, made.pieces)
    unseen = unseen_levels(inputs, made.pattern, proposed)
    # The front ends at 400, above where a hip would be.
    assert known_levels(made.pattern) == ("bust",)
    assert [each.level for each in proposed] == ["waist"]
    assert unseen == ("hip",)
    said = next(each.sentence for each in made.abilities if each.name == "Blend sizes")
    assert "at the bust." in said
    assert "Draw a level line at the waist and the hip" in said
    both = digitise(drawn_once(drawn_once(bodice(), "waist", 270), "bust", 200)).pattern
    assert known_levels(both) == ("bust", "waist")  # from the top, whichever was drawn first
    nothing = done(EMPTY, "add size", name="M")
    assert unseen_levels(nothing, digitise(nothing).pattern, ()) == ()


def test_a_side_that_only_flares_shows_no_waist():
    assert proposed((0, 60), (70, 0), (180, 30), (215, 200), (260, 500), (0, 500)) == {}


def test_the_waist_is_at_the_point_nearest_to_where_the_side_is_narrowest():
    # In from 200 to 180.5 and out again: narrowest at 272, where a point is; another one lies 7 above.
    points = (
        (0, 60), (70, 0), (180, 30), (200, 200), (180.5, 265), (180, 272), (220, 400), (0, 400),
    )  # fmt: skip
    assert proposed(*points)["waist"] == 272


def test_of_two_darts_the_higher_one_points_to_the_bust():
    # A side dart at the bust, 195 down, and a waist dart that ends 2 cm below it.
    darts = (((197, 210), (100, 195), (194, 226)), ((80, 400), (95, 215), (110, 400)))
    assert proposed(*HALF, darts=darts)["bust"] == 195


@pytest.mark.parametrize(("share", "out"), [(0.25, 10.0), (0.75, 30.0)])
def test_an_end_in_the_midst_of_a_stretch_goes_along_by_its_share_of_it(share, out):
    # The lower right corner goes 40 to the right in M: a level at a quarter of that side goes out by 10.
    inputs = measured((0, 0), (300, 0), (300, 200), (0, 200))
    for size in ("S", "M"):
        inputs = done(inputs, "add size", name=size)
    corner = inputs.pieces[0].drawn.nodes[2].id
    inputs = done(inputs, "shift points", piece=1, size="M", shifts={corner: (40.0, 0.0)})
    y = 200 * share
    inputs = done(inputs, "new mark", piece=1, kind="body level", points=[(0, y), (300, y)], size="S")
    (level,) = [mark for mark in entered_shape(inputs, size="M").marks if mark.kind == "body level"]
    assert sorted(level.points) == [pytest.approx((0, y)), pytest.approx((300 + out, y))]
