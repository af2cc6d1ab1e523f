"""What to do with each piece's paper: all five treatments, what is lost, what is overruled."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.measure import render
from craft.pattern import Edge, Mark, Piece, Shape
from craft.pattern.cutting import printed
from craft.pick import Original, PickInputs, pick
from craft.pick.original import lost_sizes
from craft.shape import path as paths
from craft.shape.apart import tightest
from craft.trace import TraceInputs, trace
from craft.trace.lines import compare_edges
from craft.trace.treatment import advise
from craft.trace.ways import USUAL, WAYS, tracing_ways
from tests.craft.made_pieces import line
from tests.craft.shapes import box
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches

BLOUSE, BREECHES = yoke_blouse(), ringing_breeches()
GRAIN = Mark(id="g", kind="grain", name="grain line", points=((80.0, 60.0), (80.0, 200.0)))


def traced(pattern, size, *, original=None, **inputs):
    picked = pick(pattern, PickInputs(size=size, original=original or Original()))
    return trace(pattern, picked, TraceInputs(**inputs))


def advice(pattern, size, number, **more):
    pieces = traced(pattern, size, **more).pieces
    return next(piece.advice for piece in pieces if piece.number == number)


@pytest.mark.parametrize(
    ("pattern", "size", "number", "treatment", "reason"),
    [
        (BREECHES, "3", 5, "use as it is", "lie on one another"),
        (BREECHES, "3", 3, "cut and fold back", "front end), shifted parallel"),
        (BREECHES, "3", 4, "slit and fold back", "change direction (slanted side)"),
        (BLOUSE, "38", 6, "clip and fold back", "outer edge bows"),
        (BLOUSE, "38", 4, "trace", "Curved edges differ"),
        (BREECHES, "3", 2, "trace", "waist dart inside"),
    ],
)
def test_every_treatment_occurs_with_its_reason(pattern, size, number, treatment, reason):
    found = advice(pattern, size, number)
    assert found.treatment == found.proposed == treatment
    assert reason in found.because


def test_edges_are_set_against_each_other_as_lines():
    long, short = (((0.0, 0.0), (100.0, 0.0)),), (((0.0, 0.0), (80.0, 0.0)),)
    assert compare_edges(short, long).relation == "same"  # it merely ends further on
    aside = (((0.0, 6.0), (100.0, 6.0)),)
    assert (compare_edges(long, aside).relation, compare_edges(long, aside).apart) == ("shift", 6)
    slanted = (((0.0, 0.0), (100.0, 10.0)),)
    assert compare_edges(long, slanted).relation == "turn"
    bow = (((0.0, 0.0), (33.0, 8.0), (66.0, 8.0), (100.0, 0.0)),)
    deeper = (((0.0, 0.0), (33.0, 16.0), (66.0, 16.0), (100.0, 0.0)),)
    assert compare_edges(bow, deeper).relation == "gentle"
    assert compare_edges(bow, long).relation == "other"
    tight = (((0.0, 0.0), (10.0, 80.0), (20.0, 80.0), (30.0, 0.0)),)
    assert compare_edges(tight, bow).relation == "other"


def test_the_fold_lies_on_my_printed_line_and_the_slit_runs_to_the_turning_point():
    strokes = advice(BREECHES, "3", 4).strokes
    # The paper shows cutting lines, 10 outside: size 3's long side at 62 + 2 x 3 + 10.
    folds = [stroke.path for stroke in strokes if stroke.kind == "fold"]
    long_side = next(path for path in folds if paths.start(path)[0] == pytest.approx(78))
    assert paths.end(long_side)[0] == pytest.approx(78)
    assert len(folds) == 2
    (slit,) = [stroke.path[0] for stroke in strokes if stroke.kind == "slit"]
    # It turns level with my own corner; size 6, the outermost, lies at 62 + 5 x 3 + 10.
    assert slit[0][0] == pytest.approx(87)
    assert slit[1] == paths.end(long_side)


def test_clips_stand_between_the_largest_line_and_mine_and_the_error_is_reckoned():
    found = advice(BLOUSE, "38", 6)
    collar = BLOUSE.piece(6)
    mine = printed(collar.shapes["38"], True)
    clips = [stroke.path[0] for stroke in found.strokes if stroke.kind == "clip"]
    assert len(clips) > 8
    for far, near in clips:
        assert min(paths.nearest(edge.path, near)[0] for edge in mine.edges) < 0.01
        shown = [printed(shape, True) for shape in collar.shapes.values()]
        lines = [edge.path for shape in shown for edge in shape.edges]
        assert min(paths.nearest(path, far)[0] for path in lines) < 0.01
    # A chord of 15 mm across the tightest bend: 15² / 8R.
    radius = 15**2 / (8 * found.error.value)
    assert radius > 60


def test_only_sizes_that_are_not_kept_are_lost():
    assert advice(BREECHES, "3", 3).lost == ()
    # Keeping 2 to 4, the band is cut at 4: 5 and 6 are longer, 1 lies inside.
    kept = advice(BREECHES, "3", 3, keep=("2", "3", "4"))
    assert kept.lost == ("5", "6")
    assert kept.obtainable == ("1", "2", "3", "4")
    alone = advice(BREECHES, "3", 3, keep=("3",))
    assert (alone.treatment, alone.lost) == ("cut to size", ("4", "5", "6"))


def test_an_overruled_treatment_stands_and_says_what_it_loses():
    found = advice(BREECHES, "3", 1, treatments={1: "cut to size"})
    assert (found.treatment, found.proposed) == ("cut to size", "trace")
    assert "You chose this" in found.because
    assert {"4", "5", "6"} <= set(found.lost)
    assert advice(BREECHES, "3", 5, treatments={5: "trace"}).treatment == "trace"


@pytest.mark.parametrize(
    ("original", "why"),
    [
        (Original(precious=True), "precious"),
        (Original(borrowed=True), "borrowed"),
        (Original(two_sided=True), "both sides"),
        (Original(paper="tissue"), "tissue"),
    ],
)
def test_an_original_that_must_be_spared_is_traced_whatever_its_lines(original, why):
    for piece in traced(BREECHES, "3", original=original).pieces:
        assert piece.advice.treatment == "trace"
        assert why in piece.advice.because
        assert piece.advice.lost == ()


def test_a_blended_outline_has_to_be_traced():
    picked = pick(BREECHES, PickInputs(size="3", at={"waist": "5"}))
    pieces = {piece.number: piece for piece in trace(BREECHES, picked, TraceInputs()).pieces}
    assert "between the printed sizes" in pieces[1].advice.because
    assert pieces[5].advice.treatment == "use as it is"  # the pocket is the same in all sizes


def test_what_an_original_already_cut_has_lost():
    band = BREECHES.piece(3)
    assert lost_sizes(band, "4") == ("5", "6")
    picked = pick(BREECHES, PickInputs(size="5", original=Original(cut_to={3: "4"})))
    fault = next(f for f in picked.findings if f.where.piece == "3")
    assert fault.weight == "fault"
    assert "size 5 is lost" in fault.what
    small = pick(BREECHES, PickInputs(size="2", original=Original(cut_to={3: "4"})))
    assert not [f for f in small.findings if f.where.piece == "3"]


def test_a_missing_piece_is_a_fault_and_is_not_traced():
    inputs = PickInputs(size="3", original=Original(missing=(4,)))
    picked = pick(BREECHES, inputs)
    assert any("Piece 4 (Fly shield) is missing" in f.what for f in picked.findings)
    assert 4 not in {piece.number for piece in trace(BREECHES, picked, TraceInputs()).pieces}


# --- by hand ---


def ways(original=None, kit=USUAL, pattern=BREECHES, size="3"):
    original = original or Original()
    pieces = traced(pattern, size, original=original).pieces
    return {way.piece: way for way in tracing_ways(pieces, original, kit)}


def test_the_way_follows_from_paper_original_and_tools():
    assert ways()[1].way == "see-through paper on top"
    light = ("strong opaque paper", "window or lamp")
    assert ways(kit=light)[1].way == "paper at the light"
    wheel = ("strong opaque paper", "spiked wheel")
    assert ways(kit=wheel)[1].way == "spiked wheel"
    assert ways(Original(cut_to={1: "3"}))[1].way == "draw round it"


def test_a_precious_original_is_never_wheeled_nor_pricked():
    kit = ("strong opaque paper", "spiked wheel", "pins", "carbon paper")
    found = ways(Original(precious=True), kit)[1]
    assert found.way in {way.name for way in WAYS if not way.harms}
    assert any("spiked wheel: it wears the original" in passed for passed in found.passed)
    assert "Your kit lacks" in found.missing


def test_tissue_is_pressed_and_may_be_inked():
    kit = ("strong opaque paper", "felt pens")
    found = ways(Original(paper="tissue"), kit)[1]
    assert found.way == "ink through the tissue"
    assert found.preparation[0] == "Press the creased tissue first, dry and cool."


def test_pieces_that_need_no_tracing_need_no_way():
    assert 5 not in ways()


def test_look_alikes_are_pointed_out():
    from craft.pick.pieces import look_alikes
    from tests.craft.test_walk_and_treatment import piece

    pieces = (piece(1, box(100, 200), box(100, 200)), piece(2, box(102, 201), box(102, 201)),
              piece(3, box(60, 200), box(60, 200)))  # fmt: skip
    assert look_alikes(pieces, "A") == {1: (2,), 2: (1,)}


def sided(lower: float, bow_out: float = 12.0, hem: float | None = None) -> Shape:
    """A panel whose curved side is one and the same line, cut off at ``lower``."""
    whole = (((200.0, 0.0), (200.0 + bow_out, 150.0), (200.0 + bow_out, 350.0), (200.0, 600.0)),)
    path, along = whole, 0.0
    places = paths.at_level(whole, lower)
    if places:
        path = paths.split(whole, *places[-1])[0]
    low = hem if hem is not None else paths.end(path)[1]
    parts = {
        "top": line((0, 0), (200, 0)), "side": path, "hem": line(paths.end(path), (0, low)),
        "centre": line((0, low), (0, along)),
    }  # fmt: skip
    edges = tuple(Edge(name=n, kind="seam", path=p, allowance=15) for n, p in parts.items())
    return Shape(edges=edges, marks=(GRAIN,))


@pytest.mark.parametrize(("small", "large"), [(300, 340), (420, 560), (250, 290)])
def test_the_same_curve_only_longer_is_one_line(small, large):
    sample = Piece(number=1, name="P", cuts=(), shapes={"A": sided(small), "B": sided(large)})
    for size in "AB":
        made = advise(("A", "B"), sample, sample.shapes[size], size)
        assert made.treatment == "cut and fold back", made.because
        assert "side" not in made.because


@pytest.mark.parametrize(
    ("off", "relation"),
    [(0.15, "same"), (0.9, "shift"), (1.5, "turn"), (18.0, "turn"), (60.0, "turn")],
)
def test_a_line_that_turns_over_a_metre_is_no_parallel(off, relation):
    one, other = line((0, 0), (1000, 0)), line((0, 0), (1000, off))
    assert compare_edges(one, other).relation == relation
    assert compare_edges(line((0, 0), (1000, 0)), line((0, 30), (1000, 30 + off))).relation in (
        relation, "shift",
    )  # fmt: skip


@settings(max_examples=40)
@given(radius=st.floats(50, 120), out=st.floats(0, 25), inward=st.booleans())
def test_tightness_is_that_of_the_printed_curve(radius, out, inward):
    k = 0.5522847498 * radius
    quarter = (((radius, 0.0), (radius, k), (k, radius), (0.0, radius)),)  # bends to the right
    path = paths.reverse(quarter) if inward else quarter
    printed_radius = radius - out if inward else radius + out
    assert tightest(path, out) == pytest.approx(printed_radius, rel=0.03)
    larger = tuple(tuple((x * 1.06, y * 1.06) for x, y in curve) for curve in path)
    relation = compare_edges(path, larger, out).relation
    if abs(printed_radius - 60) > 3:
        assert relation == ("gentle" if printed_radius > 60 else "other")


def test_the_error_of_a_fold_is_reckoned_on_the_printed_curve():
    made = advice(BLOUSE, "38", 6)
    edge = BLOUSE.piece(6).shapes["38"].edge("outer edge")
    radius = tightest(edge.path, edge.allowance)
    assert made.error.value == pytest.approx(15**2 / (8 * radius))
    assert render(made.error.text, "cm") == f"{made.error.value:.2f} mm"
    assert render(made.error.text, "in").endswith(" in")
