"""Lengthening pieces nobody drew: darts stay whole, marks keep their nature, partners follow."""

from math import atan2, degrees

import pytest
from hypothesis import assume, given, reject, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.fit import FitInputs, LengthChange, fit
from craft.fit.length.heights import by_height
from craft.fit.length.lengthen import _cut, _parallel, lengthen, taken_out
from craft.pattern import Edge, Mark, Pattern, Shape
from craft.pick import PickInputs, pick
from craft.shape import path as paths
from craft.shape.curve import distance
from craft.shape.region import is_simple
from craft.trace import TraceInputs, trace
from tests.craft.made_pieces import bow, line
from tests.craft.shapes import box
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches

BLOUSE, BREECHES = yoke_blouse(), ringing_breeches()


def fitted(pattern: Pattern, chosen: PickInputs, *changes: LengthChange):
    picked = pick(pattern, chosen)
    traced = trace(pattern, picked, TraceInputs())
    return fit(pattern, traced, picked, chosen, FitInputs(changes=changes))


def panel(dart_at: float, lean: float = 20.0, bend: float = 0.0) -> Shape:
    """A front 200 wide and 500 high with a side dart of 32 at the right, level or slanting."""
    a, b = (200.0 + lean * 0.4, dart_at), (200.0 + lean * 0.5, dart_at + 32)
    point, peak = (110.0, dart_at + 22), (a[0] + 9, dart_at + 20)
    edges = (
        Edge(name="top", kind="seam", path=line((0, 0), (200, 0))),
        Edge(name="side upper", kind="seam", path=bow((200, 0), a, bend) if bend else line((200, 0), a)),
        Edge(name="dart", kind="dart", path=line(a, peak, b)),
        Edge(name="side lower", kind="seam", path=line(b, (200 + lean, 500))),
        Edge(name="hem", kind="hem", path=line((200 + lean, 500), (0, 500)), allowance=30),
        Edge(name="centre", kind="fold", path=line((0, 500), (0, 0))),
    )  # fmt: skip
    marks = (
        Mark(id="grain", kind="grain", name="grain line", points=((40, 100), (40, 400))),
        Mark(id="dart", kind="dart", name="side dart", points=(a, point, b), edge="dart"),
    )
    return Shape(edges=edges, marks=marks, levels={"bust": dart_at + 16, "hip": 460.0})


@settings(max_examples=60)
@given(
    at=st.floats(80, 380), lean=st.floats(-60, 60), bend=st.floats(-15, 15),
    share=st.floats(0.02, 0.98), amount=st.floats(-60, 100),
)  # fmt: skip
def test_a_dart_the_line_runs_through_stays_whole_and_the_seam_takes_it(at, lean, bend, share, amount):
    shape = panel(at, lean, bend)
    try:
        made = lengthen(shape, at + 32 * share, amount)
    except CraftError:
        assert amount < 0  # only what is taken out can be more than an edge has
        reject()
    was, now = (next(m for m in s.marks if m.id == "dart").points for s in (shape, made))
    assert distance(now[0], now[2]) == pytest.approx(distance(was[0], was[2]))
    for k in (0, 2):
        assert distance(now[k], now[1]) == pytest.approx(distance(was[k], was[1]))
    assert now[0] == paths.start(made.edge("dart").path)
    assert now[2] == paths.end(made.edge("dart").path)
    upright = [
        paths.end(s.edge("side lower").path)[1] - s.edge("dart").path[-1][-1][1]
        + s.edge("dart").path[0][0][1] - paths.start(s.edge("side upper").path)[1]
        for s in (shape, made)
    ]  # fmt: skip
    assert upright[1] - upright[0] == pytest.approx(amount)
    assert made.levels["hip"] == pytest.approx(460 + amount)
    assert is_simple(made.outline)


def test_a_corner_on_the_line_belongs_to_what_stays():
    made = lengthen(panel(150.0), 150.0, 20)  # the upper leg ends just on the line
    assert paths.length(made.edge("centre").path) == pytest.approx(520)
    steps = lengthen(box(100, 200), 200, 20)  # the whole box lies above the line
    assert steps.edge("bottom").path == box(100, 200).edge("bottom").path


def test_an_edge_too_short_to_give_as_much_is_refused():
    shape = Shape(
        edges=(
            Edge(name="top", kind="seam", path=line((0, 0), (200, 0))),
            Edge(name="side", kind="seam", path=line((200, 0), (200, 110))),
            Edge(name="step", kind="seam", path=bow((200, 110), (240, 134), 4)),
            Edge(name="lower side", kind="seam", path=line((240, 134), (240, 500))),
            Edge(name="hem", kind="seam", path=line((240, 500), (0, 500))),
            Edge(name="centre", kind="seam", path=line((0, 500), (0, 0))),
        )
    )
    with pytest.raises(CraftError, match="step” runs only"):
        lengthen(shape, 120, -60)
    assert is_simple(lengthen(shape, 120, 60).outline)


@settings(max_examples=60)
@given(
    level=st.floats(60, 380),
    amount=st.floats(-50, 80).filter(lambda a: abs(a) > 0.01),
    angle=st.sampled_from([0, 30, 45, 90, 135]),
)
def test_marks_keep_their_nature(level, amount, angle):
    reach = {0: (0, 60), 30: (30, 52), 45: (50, 50), 90: (60, 0), 135: (-50, 50)}[angle]
    side = bow((300, 0), (340, 500), 18)
    on_side = [paths.point_along(side, paths.length(side) * u) for u in (0.3, 0.62)]
    marks = (
        Mark(id="grain", kind="grain", name="grain", points=((150, 200), (150 + reach[0], 200 + reach[1]))),
        Mark(id="hole", kind="buttonhole", name="hole", points=((20, 215), (20, 233))),
        Mark(id="patch", kind="placement", name="patch",
             points=((60, 180), (60, 280), (140, 280), (140, 180))),
        Mark(id="pocket", kind="placement", name="pocket", points=tuple(on_side)),
        Mark(id="dot", kind="dot", name="dot", points=(on_side[0],)),
        Mark(id="level", kind="body level", name="level",
             points=((0, 250), paths.point_along(side, paths.length(side) / 2))),
        Mark(id="waist", kind="double dart", name="waist dart",
             points=((200, 130), (188, 240), (200, 360), (212, 240))),
    )  # fmt: skip
    shape = Shape(
        edges=(
            Edge(name="top", kind="seam", path=line((0, 0), (300, 0))),
            Edge(name="side", kind="seam", path=side),
            Edge(name="hem", kind="seam", path=line((340, 500), (0, 500))),
            Edge(name="centre", kind="seam", path=line((0, 500), (0, 0))),
        ),
        marks=marks,
    )
    try:
        made = lengthen(shape, level, amount)
    except CraftError:
        assume(False)
    was, now = ({m.id: m.points for m in s.marks} for s in (shape, made))

    def way(points):
        return degrees(atan2(points[1][1] - points[0][1], points[1][0] - points[0][0]))

    assert way(now["grain"]) == pytest.approx(way(was["grain"]), abs=0.01)
    for whole in ("hole", "patch"):
        for a, b in zip(now[whole], now[whole][1:], strict=False):
            k = now[whole].index(a)
            assert distance(a, b) == pytest.approx(distance(was[whole][k], was[whole][k + 1]))
    path = made.edge("side").path
    for point in (*now["pocket"], now["dot"][0], now["level"][1]):
        assert paths.nearest(path, point)[0] < 0.05
    upper, one, lower, other = now["waist"]
    assert distance(upper, one) == pytest.approx(distance(upper, other), abs=1e-6)
    assert distance(lower, one) == pytest.approx(distance(lower, other), abs=1e-6)


def test_what_lies_in_a_strip_taken_out_is_named():
    dots = tuple(
        Mark(id=f"dot{y}", kind="dot", name=f"dot at {y}", points=((50.0, float(y)),))
        for y in (110, 130, 145, 160)
    )
    assert taken_out(box(100, 300, marks=dots), 120, -30) == ("dot at 130", "dot at 145")
    assert taken_out(box(100, 300, marks=dots), 120, 30) == ()


def test_a_band_without_a_line_of_its_own_follows_the_front():
    chosen = PickInputs(size="40")
    for amount in (20, -20):
        made = fitted(BLOUSE, chosen, LengthChange(level="waist", amount=amount))
        assert made.changes[0].followers == (7,)
        band = next(p for p in made.pieces if p.number == 7)
        assert band.lengthened == amount
        assert all(seam.agrees for seam in made.seams if seam.name == "front to band")
        assert not [f for f in made.findings if f.weight == "fault"]
        assert any("Front band (7) follows" in f.what for f in made.findings)


@settings(max_examples=20)
@given(quarter=st.sampled_from([0, 90, 180, 270]), flipped=st.booleans(), amount=st.floats(-40, 60))
def test_a_follower_may_lie_any_way_on_its_paper(quarter, flipped, amount):
    from craft.fit.length.follow import _moved
    from craft.shape.affine import rotation

    band = BLOUSE.piece(7)
    turned = {size: _moved(shape, rotation(quarter)) for size, shape in band.shapes.items()}
    pieces = tuple(p if p.number != 7 else p.model_copy(update={"shapes": turned}) for p in BLOUSE.pieces)
    seams = tuple(
        s if not flipped or s.name != "front to band" else s.model_copy(update={"a": s.b, "b": s.a})
        for s in BLOUSE.seams
    )
    pattern = BLOUSE.model_copy(update={"pieces": pieces, "seams": seams})
    made = fitted(pattern, PickInputs(size="40"), LengthChange(level="waist", amount=amount))
    seam = next(s for s in made.seams if s.name == "front to band")
    assert seam.agrees
    assert made.changes[0].followers == ((7,) if abs(amount) > 0.5 else ())


def test_legs_take_their_half_at_the_knee_and_the_rise_goes_by_its_own_measure():
    # 178 − 168 = 10 cm; the half of the legs: 5 cm, at the knee only.
    size = BREECHES.table.sizes[3]
    rise = next(row for row in BREECHES.table.rows if row.measurement == "rise").body[size]
    tall = PickInputs(size=size, measurements={"height": 1780, "rise": rise + 12})
    made = fitted(BREECHES, tall)
    assert {level: f.value for level, f in made.by_height.items()} == {"knee": 50}
    assert {level: f.value for level, f in made.by_measure.items()} == {"hip": 12}
    both = fitted(
        BREECHES, tall, LengthChange(level="hip", by="height"),
        LengthChange(level="knee", by="height"),
    )  # fmt: skip
    assert [(c.index, c.level, c.amount.value) for c in both.changes] == [(1, "knee", 50)]
    assert any("hip does not go by the height" in f.what for f in both.findings)
    own = fitted(BREECHES, tall, LengthChange(level="hip", by="measure"))
    assert own.changes[0].amount.value == 12


def test_sleeves_never_take_the_height():
    tall = PickInputs(size="40", measurements={"height": 1780})
    made = fitted(BLOUSE, tall)
    # The blouse ends about its hip: of the half that belongs to the legs its hem takes nothing.
    assert {level: f.value for level, f in made.by_height.items()} == {"waist": 50, "hem": 0}
    late = fitted(BLOUSE, tall, LengthChange(level="arm", by="height"))
    assert late.findings[0].weight == "fault"
    assert not late.changes


def test_a_dress_takes_as_much_of_the_legs_half_as_its_hem_reaches():
    # Hip to hem 504, hip to floor 168 cm ÷ 2 = 840: 60 % of the legs' half, so 30 % of 10 cm.
    lines = tuple(
        Mark(id=f"l{y}", kind="length line", name=level, level=level, points=((0, y), (200, y)))
        for level, y in (("waist", 100), ("skirt", 500))
    )
    dress = box(200, 804, marks=lines).model_copy(update={"levels": {"hip": 300.0}})
    made = by_height(BLOUSE, {"waist": (1,), "skirt": (1,)}, {1: dress}, BLOUSE.base_height + 100)
    assert {level: f.value for level, f in made.items()} == {"waist": 50, "skirt": 30}
    assert "hip to hem [[504]] ÷ hip to floor [[840]] = 60 %" in made["skirt"].working
    unknown = dress.model_copy(update={"levels": {}})
    whole = by_height(BLOUSE, {"waist": (1,), "skirt": (1,)}, {1: unknown}, BLOUSE.base_height + 100)
    # Taken 34 % of 168 cm below its upper end: 571.2; 804 - 571.2 = 232.8, 28 % of 840.
    assert whole["skirt"].value == 14
    assert any("no hip level is known: taken [[571.2]] below" in each for each in whole["skirt"].working)
    waisted = box(200, 804, marks=lines).model_copy(update={"levels": {"waist": 250.0}})
    made = by_height(BLOUSE, {"waist": (1,), "skirt": (1,)}, {1: waisted}, BLOUSE.base_height + 100)
    assert "taken [[201.6]] below the waist, 12% of the height" in made["skirt"].working[1]


def test_a_mark_in_a_strip_taken_out_goes_along_or_keeps_its_place():
    # The strip from 300 to 330 is taken out; the dot at 310 goes up to 280 with what is below, or stays.
    dot = Mark(id="d", kind="dot", name="waist dot", points=((60, 310),))
    shape = panel(100).model_copy(update={"marks": (*panel(100).marks, dot)})
    for stay, y in (((), 280), (("waist dot",), 310)):
        made = lengthen(shape, 300, -30, stay)
        assert next(m for m in made.marks if m.id == "d").points == ((60, pytest.approx(y)),)


@given(st.floats(-400, 400), st.floats(-400, 400), st.floats(0.3, 3.0))
def test_a_line_made_longer_is_still_parallel_wherever_it_lies(x, y, times):
    before = ((x, y), (x + 30, y + 100))
    longer = [(x + 5, y - 7), (x + 5 + 30 * times, y - 7 + 100 * times)]
    turned = [(x, y), (x + 30 * times + 8, y + 100 * times)]
    assert _parallel(before, longer)
    assert not _parallel(before, turned)
    assert not _parallel(before, longer[::-1])


@pytest.mark.parametrize(
    ("y", "where"), [(0.0, None), (200.0, None), (100.0, (1, 0.0)), (50.0, (0, 0.5)), (-1, None)]
)
def test_a_path_is_cut_at_a_level_unless_it_only_ends_there(y, where):
    path = line((0, 0), (0, 100), (0, 200))
    found = _cut(path, y, last=False)
    assert (found is None) is (where is None)
    if where == (1, 0.0):  # the corner belongs to one of its two lines
        assert (found[0] + found[1]) == pytest.approx(1.0)
    elif where:
        assert found == pytest.approx(where)
