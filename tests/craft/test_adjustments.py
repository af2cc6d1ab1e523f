"""Changes of length by hand: constructed lines, target lengths, switches; and the demo in all sizes."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.fit import FitInputs, LengthChange, Target, fit
from craft.fit.length.lines import heights_of, lines_of
from craft.fit.length.strips import strip_of
from craft.fit.length.target import lacking, straight_lines
from craft.fit.limits import eaten_up
from craft.pattern import Edge, Mark, Pattern, Shape
from craft.pattern.pattern import EdgeRef, Seam
from craft.pick import PickInputs, pick
from craft.shape import path as paths
from craft.trace import TraceInputs, trace
from tests.craft.made_pieces import bow, line
from tests.craft.shapes import box, without_lines, work
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat

WAISTCOAT, BREECHES, BLOUSE = ringing_waistcoat(), ringing_breeches(), yoke_blouse()


def fitted(pattern: Pattern, *changes: LengthChange, size: str | None = None):
    chosen = PickInputs(size=size)
    picked = pick(pattern, chosen)
    return fit(pattern, trace(pattern, picked, TraceInputs()), picked, chosen,
               FitInputs(changes=changes))  # fmt: skip


def made(shape: Shape, **levels: float) -> Shape:
    return shape.model_copy(update={"levels": levels})


def seamed(*seams: tuple[tuple[int, str], tuple[int, str]]) -> Pattern:
    """A pattern that is only its seams."""
    return BLOUSE.model_copy(
        update={
            "seams": tuple(
                Seam(name=f"seam {k}", a=(EdgeRef(piece=a[0], edge=a[1]),),
                     b=(EdgeRef(piece=b[0], edge=b[1]),))
                for k, (a, b) in enumerate(seams)
            )
        }
    )  # fmt: skip


TORSO = {"bust": 200.0, "waist": 400.0, "hip": 600.0}


@pytest.mark.parametrize(
    ("level", "levels", "height", "y"),
    [
        # 2 cm above a waist at 40 cm; 6 cm above and below an elbow midway between 10 and 45 cm.
        ("above the waist", TORSO, 800, 380),
        ("above the elbow", {"bust": 100.0, "wrist": 450.0}, 500, 215),
        ("below the elbow", {"bust": 100.0, "wrist": 450.0}, 500, 335),
        ("below the elbow", {"bust": 100.0, "elbow": 260.0, "wrist": 450.0}, 500, 320),
        # Midway between a waist at 0 and a hip at 20; 5 above a knee at 58; midway from 20 to a hem at 100.
        ("rise", {"waist": 0.0, "hip": 200.0}, 1000, 100),
        ("leg", {"waist": 0.0, "hip": 200.0, "knee": 580.0}, 1000, 530),
        ("leg", {"waist": 0.0, "hip": 200.0}, 1000, 600),
        ("hip", TORSO, 800, 600),
        # The piece ends at its hip: no line there would leave anything below it.
        ("hip", TORSO, 605, None),
        ("rise", TORSO, 800, None),
    ],
)
def test_where_a_line_is_constructed(level, levels, height, y):
    found = heights_of(seamed(), {1: made(box(200, height), **levels)}, level)
    assert found == ({} if y is None else {1: pytest.approx(y)})


@pytest.mark.parametrize(("point", "y"), [(350.0, 380.0), (384.0, 370.0), (372.0, 360.0)])
def test_a_constructed_line_keeps_clear_of_the_point_of_a_dart(point, y):
    # 38 cm is at least 1 cm from the point, or the line gives way upward by steps of 5 mm.
    dart = Mark(id="d", kind="dart", name="dart", edge="right",
                points=((200.0, 300.0), (110.0, point), (200.0, 330.0)))  # fmt: skip
    shape = made(box(200, 800, marks=(dart,)), **TORSO)
    assert heights_of(seamed(), {1: shape}, "above the waist") == {1: pytest.approx(y)}


def test_the_partners_line_meets_it_on_the_seam_they_share():
    # The back's paper begins 3 cm lower; its waist level was written 5 mm off. The seam decides: 38 cm
    # from the top of the front's side are 38 from the top of the back's.
    back = box(180, 800)
    moved = tuple(
        edge.model_copy(update={"path": tuple(tuple((x, y + 30) for x, y in c) for c in edge.path)})
        for edge in back.edges
    )
    shapes = {
        1: made(box(200, 800), **TORSO),
        2: back.model_copy(update={"edges": moved, "levels": {"bust": 230.0, "waist": 435.0}}),
    }
    pattern = seamed(((1, "right"), (2, "right")))
    assert heights_of(pattern, shapes, "above the waist") == {
        1: pytest.approx(380), 2: pytest.approx(410),
    }  # fmt: skip


def test_lines_are_offered_where_the_pattern_has_none():
    lines = {line.level: line for line in lines_of(BLOUSE, fitted_shapes(BLOUSE))}
    assert (lines["waist"].printed, lines["below the elbow"].printed) == (True, False)
    assert (lines["waist"].purpose, lines["hem"].purpose) == ("fit", "style")
    # The sleeve's own line lies about where one above the elbow would; so does the rise of the breeches.
    assert "above the elbow" not in lines
    assert [(line.level, line.purpose) for line in lines_of(BREECHES, fitted_shapes(BREECHES))] == [
        ("hip", "fit"), ("knee", "fit"), ("leg", "fit"),
    ]  # fmt: skip


def fitted_shapes(pattern: Pattern) -> dict[int, Shape]:
    picked = pick(pattern, PickInputs())
    return {p.number: p.shape for p in trace(pattern, picked, TraceInputs()).pieces}


def slanted(lean: float) -> Shape:
    """A panel 500 high whose side leans, with a bowed hem and a fold at its left."""
    edges = (
        Edge(name="top", kind="seam", path=line((0, 0), (200, 0))),
        Edge(name="side", kind="seam", path=line((200, 0), (200 + lean, 500))),
        Edge(name="hem", kind="hem", path=bow((200 + lean, 500), (0, 500), 20.0)),
        Edge(name="centre", kind="fold", path=line((0, 500), (0, 0))),
    )
    return Shape(edges=edges, marks=(), levels=TORSO)


def test_a_target_along_the_fold_and_along_a_side_that_leans():
    shapes, names = {1: slanted(30)}, {1: "Skirt"}
    assert [each.line for each in straight_lines(shapes, names)] == [
        "centre",
        "side",
    ]  # never the hem
    fold = lacking(Target(piece=1, line="centre", length=523), shapes, names, {1: 380.0})
    assert fold.value == pytest.approx(23)
    # √(500² + 30²) = 500.9; wanted 530.9: √(530.9² − 30²) − 500 = 30.05.
    side = lacking(Target(piece=1, line="side", length=530.9), shapes, names, {1: 380.0})
    assert side.value == pytest.approx(30.05, abs=0.01)
    assert "leans by" in side.working[1]


@pytest.mark.parametrize(
    ("target", "y", "said"),
    [
        (Target(piece=1, line="hem", length=300), 380.0, "not straight, or not there"),
        (Target(piece=2, line="centre", length=300), 380.0, "not straight, or not there"),
        (Target(piece=1, line="centre", length=300), 600.0, "does not run across"),
        (Target(piece=1, line="side", length=20), 380.0, "So short"),
    ],
)
def test_a_target_that_cannot_be_is_said(target, y, said):
    with pytest.raises(CraftError, match=said):
        lacking(target, {1: slanted(30)}, {1: "Skirt"}, {1: y})


@pytest.mark.parametrize("size", BLOUSE.table.sizes)
def test_the_back_comes_out_as_long_as_was_wanted_in_every_size(size):
    before = next(s for s in fitted(BLOUSE, size=size).straight if s.piece == 2)
    for level, more in (("waist", 35.0), ("hem", -22.0), ("above the waist", 12.5)):
        target = Target(piece=2, line=before.line, length=before.length + more)
        done = fitted(BLOUSE, LengthChange(level=level, by="target", target=target), size=size)
        after = next(s for s in done.straight if (s.piece, s.line) == (2, before.line))
        assert after.length == pytest.approx(before.length + more, abs=0.02)
        assert [f.what for f in done.findings if f.weight == "fault"] == []
        assert 7 in done.changes[0].pieces  # the front band goes along


def test_a_target_is_met_anew_whatever_was_changed_before_it():
    # 2 cm by hand and then the target: the target takes only what is still lacking.
    line_ = next(s for s in fitted(BLOUSE).straight if s.piece == 2)
    target = Target(piece=2, line=line_.line, length=line_.length + 30)
    done = fitted(BLOUSE, LengthChange(level="waist", amount=20),
                  LengthChange(level="hem", by="target", target=target))  # fmt: skip
    assert done.changes[1].amount.value == pytest.approx(10, abs=0.02)


@pytest.mark.parametrize(
    ("pattern", "at"),
    [
        # Drawn for 168; 174 is 6 cm more, half of it above the hip; the hem reaches 0 below the hip.
        (WAISTCOAT, {"above the waist": 30.0}),
        # Trousers take the other half in the leg; the rise never goes by the height.
        (BREECHES, {"leg": 30.0}),
    ],
)
def test_a_pattern_without_lines_takes_the_height_at_constructed_ones(pattern, at):
    bare = without_lines(pattern)
    chosen = PickInputs(measurements={"height": pattern.base_height + 60})
    picked = pick(bare, chosen)
    traced = trace(bare, picked, TraceInputs())
    (level,) = at
    done = fit(bare, traced, picked, chosen,
               FitInputs(changes=(LengthChange(level=level, by="height"),)))  # fmt: skip
    assert {k: f.value for k, f in done.by_height.items() if f.value} == at
    assert [change.amount.value for change in done.changes] == list(at.values())
    assert [f.what for f in done.findings if f.weight == "fault"] == []


def test_a_change_that_is_switched_off_changes_nothing_and_stays():
    change = LengthChange(level="waist", amount=20, on=False)
    assert fitted(WAISTCOAT, change).pieces == fitted(WAISTCOAT).pieces
    both = fitted(WAISTCOAT, change, LengthChange(level="waist", amount=10))
    assert [(c.index, c.amount.value) for c in both.changes] == [(1, 10)]


def test_length_for_the_look_at_a_body_line_is_hinted_at():
    line_ = next(s for s in fitted(BLOUSE).straight if s.piece == 2)
    target = Target(piece=2, line=line_.line, length=line_.length + 30)
    at_the_waist, at_the_hem = (
        [f.what for f in fitted(BLOUSE, LengthChange(level=level, by="target", target=target)).findings
         if "finished length" in f.what]
        for level in ("waist", "hem")
    )  # fmt: skip
    assert at_the_waist == ["A finished length is wanted, and it is changed at the waist."]
    assert at_the_hem == []


def test_the_strip_on_paper_with_its_ruler_numbers():
    # The side leans 3 in 50: the line at 38 cm lies 38 · √(1 + 0.06²) = 38.07 along it.
    strip = strip_of(1, slanted(30), 380.0, 25.0)
    assert [(s.edge, round(s.at.value, 1), s.trued) for s in strip.sides] == [
        ("side", 380.7, "rule it anew from end to end"),
        ("centre", 380.0, "rule it anew from end to end"),
    ]
    bowed = slanted(30)
    side = Edge(name="side", kind="seam", path=bow((200, 0), (230, 500), 12.0))
    edges = tuple(side if edge.name == "side" else edge for edge in bowed.edges)
    (curved, _) = strip_of(1, bowed.model_copy(update={"edges": edges}), 460.0, -20.0).sides
    # 4 cm are left below the line, 2 of them are folded away.
    assert curved.trued.startswith("blend it from [[60]] above the line to [[2")


@settings(max_examples=40)
@given(
    pattern=st.sampled_from([WAISTCOAT, BREECHES, BLOUSE]), data=st.data(),
    amount=st.floats(-60, 80),
)  # fmt: skip
def test_seams_still_meet_at_every_line_or_a_fault_says_why(pattern, data, amount):
    plain = fitted(pattern)
    level = data.draw(st.sampled_from([each.level for each in plain.lines]))
    size = data.draw(st.sampled_from(pattern.table.sizes))
    done = fitted(pattern, LengthChange(level=level, amount=amount), size=size)
    faults = [f for f in done.findings if f.weight == "fault"]
    if faults:
        return
    off = {walk.name: walk.difference.value for walk in fitted(pattern, size=size).seams}
    for walk in done.seams:
        assert abs(walk.difference.value - off[walk.name]) < 1.0, (level, walk.name)
    assert all(paths.area(piece.cutting) > 0 for piece in done.pieces)


def test_a_piece_of_which_only_the_outline_is_known_is_changed_in_its_middle():
    bare = {3: made(slanted(0.0)).model_copy(update={"levels": {}, "marks": ()})}
    bare[3] = bare[3].model_copy(
        update={"edges": tuple(e.model_copy(update={"kind": "seam"}) for e in bare[3].edges)}
    )
    (line,) = lines_of(seamed(), bare)
    _, top, _, low = paths.control_bounds(bare[3].outline)
    assert (line.level, line.pieces) == ("middle of piece 3", (3,))
    assert heights_of(seamed(), bare, line.level) == {3: (top + low) / 2}


def test_a_length_is_measured_along_the_fold_never_along_a_curved_hem():
    # The hem dips 4 cm towards the side; the centre fold is 40 cm: 43 wanted are 3 more, whatever the hem.
    shape = slanted(0.0)
    hem = next(edge for edge in shape.edges if edge.kind == "hem")
    (ax, ay), (bx, by) = paths.start(hem.path), paths.end(hem.path)
    dip = ((ax, ay), (ax - (ax - bx) / 3, ay + 40), (bx + (ax - bx) / 3, by + 40), (bx, by))
    curved = shape.model_copy(
        update={"edges": tuple(
            e.model_copy(update={"path": (dip,)}) if e is hem else e for e in shape.edges)}
    )  # fmt: skip
    lines = straight_lines({1: curved}, {1: "Skirt"})
    assert hem.name not in {line.line for line in lines}
    first = lines[0]
    wanted = Target(piece=1, line=first.line, length=first.length + 30)
    assert lacking(wanted, {1: curved}, {1: "Skirt"}, {1: 200.0}).value == pytest.approx(30)


def test_a_strip_that_eats_up_the_shaping_is_warned_about():
    shape = slanted(0.0).model_copy(update={"levels": {"bust": 100.0, "waist": 260.0}})
    before = work(shape)
    assert eaten_up(before, {1: 200.0}, "waist", -40.0) == []  # a quarter of the 16 cm
    (doubt,) = eaten_up(before, {1: 200.0}, "waist", -60.0)
    assert "[[60]] of the [[160]] between bust and waist" in doubt.what
    assert eaten_up(before, {1: 200.0}, "waist", 60.0) == []
