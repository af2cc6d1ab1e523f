"""Places and lengths that were a little off: crossings, divided darts, marks in a strip, what a seam
counts, corners between points far apart, standing pinches, what is offered."""

from math import asin, degrees, hypot

import pytest
from hypothesis import example, given, settings
from hypothesis import strategies as st

from craft.digitise.corner_detection import find_corners
from craft.digitise.digitised import digitise
from craft.digitise.seam_lengths import seam_lengths
from craft.errors import CraftError
from craft.fit.change import within_bounds
from craft.fit.darts.dart_change import DartChange
from craft.fit.darts.dart_findings import dart_instruction
from craft.fit.darts.split_dart import two_of_it
from craft.fit.length.lengthen import taken_out
from craft.fit.mends import notch_mend
from craft.fit.offers import EdgeOffer, SeamPlace
from craft.fit.pieces.notch import NotchMove
from craft.fit.seams.walk import walk
from craft.fit.seams.width import Pin, WidthChange, take_in
from craft.fit.standing import StandingWidth, _place, told
from craft.fit.tolerances import Tolerances
from craft.pattern import Cut, Edge, EdgeRef, Mark, Seam, Shape
from craft.pattern.caps import bend_when_closed, cap, cap_at
from craft.pattern.checks import faults_of
from craft.shape import path as paths
from craft.shape.affine import move, rotation
from craft.shape.crossings import crossings
from craft.shape.curve import distance, point_at, tangent_at
from tests.craft.entering import done, measured
from tests.craft.shapes import FOLD, PAIR, SINGLE, box, work

SPOT = st.tuples(st.floats(-200, 200), st.floats(-200, 200))


@settings(max_examples=60)
@given(st.tuples(*[SPOT] * 4), st.tuples(*[SPOT] * 4))
@example(  # handles of length zero where they cross
    ((0.0, 0.0), (0.0, 0.0), (0.0, 0.0), (0.0, 1.0)), ((-1.0, 0.0), (0.0, 0.0), (0.0, 0.0), (2.0, 0.0))
)
def test_curves_cross_where_they_really_meet(a, b):
    for (_, t), (_, u), point in crossings((a,), (b,)):
        gap = hypot(*(p - q for p, q in zip(point_at(a, t), point_at(b, u), strict=True)))
        ax, ay = tangent_at(a, t)
        bx, by = tangent_at(b, u)
        if abs(ax * by - ay * bx) > 0.05:  # where they hardly cross there is no one place
            assert gap < 0.01
            assert distance(point, point_at(b, u)) < 0.01


def darted(slant: float, bow: float, angle: float, deep: float) -> Shape:
    """A piece whose slanting, bowed side has a dart in its middle: smooth with the dart folded shut."""
    side = (((0.0, 0.0), (slant / 3 + bow, 130.0), (slant * 2 / 3 + bow, 270.0), (slant, 400.0)),)
    before, after = paths.split_at(side, 200.0)
    a, (ux, uy) = paths.end(before), tangent_at(before[-1], 1)
    tip = (a[0] - uy * deep, a[1] + ux * deep)
    after = move(after, rotation(angle, tip))
    b, low = paths.start(after), paths.end(after)
    edges = [
        Edge(name="upper", kind="seam", path=before, allowance=15),
        Edge(name="dart", kind="dart", path=((a, b),), allowance=15),
        Edge(name="lower", kind="seam", path=after, allowance=15),
        Edge(name="hem", kind="seam", path=((low, (low[0] - 400, low[1] + 50)),)),
        Edge(name="back", kind="seam", path=(((low[0] - 400, low[1] + 50), (-400.0, -50.0)),)),
        Edge(name="top", kind="seam", path=(((-400.0, -50.0), (0.0, 0.0)),)),
    ]
    edges[1] = edges[1].model_copy(update={"path": cap(edges, 1, tip, back=False)})
    dart = Mark(id="d", kind="dart", name="d", points=(a, tip, b), edge="dart")
    return Shape(edges=tuple(edges), marks=(dart,))


@settings(max_examples=60)
@given(
    st.floats(-120, 120),
    st.floats(-30, 30),
    st.floats(6, 18),
    st.floats(80, 140),
    st.floats(15, 40),
)
def test_a_dart_divided_in_a_slanting_seam_takes_up_what_it_took_up(slant, bow, angle, deep, apart):
    shape = darted(slant, bow, angle, deep)
    made = two_of_it(shape, shape.marks[0], apart)
    darts = [mark for mark in made.marks if mark.kind == "dart"]
    wide = [distance(mark.points[0], mark.points[2]) for mark in darts]
    turn = [
        2 * degrees(asin(w / 2 / distance(*mark.points[:2]))) for w, mark in zip(wide, darts, strict=True)
    ]
    a, tip, b = shape.marks[0].points
    # Two shorter darts cannot keep both quite: within half a millimetre and a quarter degree.
    assert sum(wide) == pytest.approx(distance(a, b), abs=0.5)
    assert sum(turn) == pytest.approx(2 * degrees(asin(distance(a, b) / 2 / distance(a, tip))), abs=0.25)
    assert wide[0] == pytest.approx(wide[1], abs=0.01)
    for mark in darts:
        assert distance(mark.points[0], mark.points[1]) == pytest.approx(distance(*mark.points[1:]))
        at = cap_at(made.edges, mark.edge)
        assert bend_when_closed(made.edges, at, mark.points[1]) < 0.2
    long = sum(paths.length(made.edge(name).path) for name in ("upper", "dart before 2", "lower"))
    assert long == pytest.approx(
        sum(paths.length(shape.edge(n).path) for n in ("upper", "lower")), abs=0.01
    )


def test_a_strap_in_the_strip_that_is_taken_out_is_named():
    # 40 taken out below 200: a placement of three points 13 below the line would land 27 above it.
    strap = Mark(id="s", kind="placement", name="strap", points=((40, 213), (60, 213), (60, 225)))
    seam = Mark(id="t", kind="stitching line", name="flap line", points=((10, 260), (50, 262), (90, 260)))
    shape = box(100, 400, marks=(strap, seam))
    assert taken_out(shape, 200, -40) == ("strap",)
    assert taken_out(shape, 230, -40) == ("flap line",)
    assert taken_out(shape, 200, 40) == ()


@pytest.mark.parametrize(
    ("points", "corners"),
    [
        # A gable: 45 degrees at the eaves, long stretches on both sides.
        (((0, 0), (100, 100), (100, 300), (-100, 300), (-100, 100)), (True,) * 5),
        # A shoulder, an underarm and a side, each set by its ends alone.
        (((0, 0), (120, 45), (210, 200), (180, 420), (0, 420)), (True,) * 5),
    ],
)
def test_corners_between_points_far_apart_are_found(points, corners):
    nodes = digitise(measured(*points)).pieces[0].outline.nodes
    assert find_corners(nodes, points, clicked=False).corners == corners


def test_a_circle_of_many_points_has_no_corner():
    from math import cos, pi, sin

    ring = tuple((200 * cos(2 * pi * k / 24), 200 * sin(2 * pi * k / 24)) for k in range(24))
    nodes = digitise(measured(*ring)).pieces[0].outline.nodes
    assert not any(find_corners(nodes, ring, clicked=True).corners)


def seam_of(a, b, ease=0.0) -> Seam:
    sides = [tuple(EdgeRef(piece=n, edge=e) for n, e in side) for side in (a, b)]
    return Seam(name="waist seam", a=sides[0], b=sides[1], ease=ease)


def walked(cuts, *shapes, seam):
    made = work(*shapes, seams=(seam,))
    names = {n: f"piece {n}" for n in made.shapes}
    (one,), off = walk(made.pattern, made.shapes, names, cuts=dict(enumerate(cuts, 1)))
    return one, off


@given(st.lists(st.floats(10, 60), max_size=3), st.booleans())
def test_pleats_and_tucks_count_off_the_edge_they_are_folded_in(widths, said_as_ease):
    pleats = tuple(
        Mark(id=f"p{k}", kind="pleat" if k % 2 else "tuck", name=f"pleat {k}", width=mm,
             points=((40.0 + 60 * k, 0.0), (40.0 + 60 * k, 90.0)))
        for k, mm in enumerate(widths)
    )  # fmt: skip
    notch = Mark(id="n", kind="notch", name="end", points=((390.0, 0.0),), edge="top")
    band = Mark(id="m", kind="notch", name="end", points=((390.0 - sum(widths), 0.0),), edge="top")
    skirt = box(400, 600, marks=(*pleats, notch))
    ease = sum(widths) if said_as_ease else 0.0
    one, off = walked(
        [(PAIR,), (PAIR,)], skirt, box(400 - sum(widths), 60, marks=(band,)),
        seam=seam_of([(1, "top")], [(2, "top")], ease),
    )  # fmt: skip
    assert off == []
    assert one.a.value == pytest.approx(400 - sum(widths))
    assert one.notches == ("end",)
    assert all(f"pleat {k}" in one.a.working[0] for k in range(len(widths)))


@pytest.mark.parametrize(("front", "back"), [((FOLD,), (PAIR,)), ((PAIR,), (FOLD,)), ((PAIR,), (PAIR,))])
def test_a_band_drawn_whole_is_walked_against_both_halves(front, back):
    # Half fronts of 200 and half backs of 190; the band goes round all four: 780.
    seam = seam_of([(3, "top")], [(1, "top"), (2, "top")])
    one, off = walked([front, back, (SINGLE,)], box(200, 300), box(190, 300), box(780, 60), seam=seam)
    assert off == []
    assert one.whole
    assert "2 × piece 1 top [[200]] + 2 × piece 2 top [[190]] = [[780]]" in one.b.working[0]
    half, off = walked([front, back, (FOLD,)], box(200, 300), box(190, 300), box(390, 60), seam=seam)
    assert (off, half.whole) == ([], False)
    _, off = walked([front, back, (SINGLE,)], box(200, 300), box(190, 300), box(800, 60), seam=seam)
    assert "[[20]] longer" in off[0].what


def test_a_cuff_cut_twice_for_its_lining_is_no_whole_one():
    one, off = walked([(PAIR,), (Cut(role="main", count=4, pair=True),)], box(240, 500), box(240, 80),
                      seam=seam_of([(1, "top")], [(2, "top")]))  # fmt: skip
    assert (off, one.whole) == ([], False)


def test_a_pair_is_sewn_to_its_twin_at_the_centre_and_nowhere_else():
    half = ((0, 0), (200, 0), (200, 400), (0, 400))
    cuts = [{"role": "main", "count": 2, "pair": True}]
    inputs = measured(*half, name="Back", cuts=cuts)
    ids = [node.id for node in inputs.pieces[0].drawn.nodes]
    for id, name in ((ids[1], "side"), (ids[3], "centre back")):
        inputs = done(inputs, "edge", piece=1, edge=id, says={"name": name})

    def sewn(id, inputs=inputs):
        ref = [{"piece": 1, "edge": id}]
        return done(inputs, "add seams", seams=[{"name": "seam", "a": ref, "b": ref}])

    made = sewn(ids[3])
    assert faults_of(digitise(made).pattern) == []
    (state,) = seam_lengths(made, digitise(made).pieces, "one size")
    assert state.agrees
    with pytest.raises(CraftError, match="sewn to itself"):
        sewn(ids[1])
    once = done(inputs, "describe piece", piece=1, cuts=[{"role": "main"}])
    with pytest.raises(CraftError, match="sewn to itself"):
        sewn(ids[3], once)
    # Taken in at its own twin, the piece is changed once.
    twin = work(box(200, 400), seams=(seam_of([(1, "left")], [(1, "left")]),))
    change = WidthChange(kind="width", piece=1, edge="left", pins=(Pin(at=200, by=20),))
    path = take_in(twin, change, 0, Tolerances()).draft.shapes[1].edge("left").path
    assert paths.point_along(path, paths.along_at_level(path, 200))[0] == pytest.approx(10)


def test_what_is_said_of_a_dart_left_out_goes_by_its_kind_and_says_how_much():
    change = DartChange(kind="dart", pieces=(1,), dart="d", becomes="none")
    assert "mouth" in dart_instruction(change, double=False, intake=32)
    double = dart_instruction(change, double=True, intake=24)
    assert "mouth" not in double
    assert "[[24]] wider" in double


def test_the_places_of_a_seam_taken_in_all_count_from_its_top():
    made = work(box(200, 400))
    change = WidthChange(kind="width", piece=1, edge="right", pins=(Pin(at=180, by=12),), partner=False)
    said = take_in(made, change, 0, Tolerances()).made.instruction
    assert "leaves the old one [[100]] from its top and comes back to it [[260]] from its top" in said
    ends = change.model_copy(update={"pins": (Pin(at=0, by=8), Pin(at=400, by=12))})
    assert "from end to end" in take_in(made, ends, 0, Tolerances()).made.instruction


@pytest.mark.parametrize("below", [-100.0, 0.0, 120.0])
def test_a_standing_pinch_keeps_its_distance_from_its_level(below):
    # Learned on a seam whose waist lies 250 down, put to one where it lies 310 down.
    kept = StandingWidth(
        kind="width", part="front", edge="side", level="waist", below=below, share=0.5, by=10
    )
    there = EdgeOffer.model_construct(places=(SeamPlace(name="waist", at=310.0),), seam_long=600.0)
    assert _place(there, kept) == 310 + below
    unknown = EdgeOffer.model_construct(places=(), seam_long=600.0)
    assert _place(unknown, kept) == 300
    words = {
        -100.0: "[[100]] above the waist", 0.0: "at the waist", 120.0: "[[120]] below the waist",
    }  # fmt: skip
    assert words[below] in told(kept)


def test_nothing_is_offered_that_would_be_refused():
    assert within_bounds(NotchMove, kind="notch", piece=1, mark="n", along=301.0) is None
    # Two notches of one name 70 cm apart: no offer, and no error.
    marks = [
        Mark(id="n", kind="notch", name="n", points=((200.0, y),), edge="right") for y in (50.0, 750.0)
    ]
    off = work(
        box(200, 800, marks=(marks[0],)), box(200, 800, marks=(marks[1],)),
        seams=(Seam(name="s", a=(EdgeRef(piece=1, edge="right"),), b=(EdgeRef(piece=2, edge="right"),)),),
    )  # fmt: skip
    assert notch_mend(off, "s", "n") is None
