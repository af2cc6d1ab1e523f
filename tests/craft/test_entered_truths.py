"""What is entered is taken for what it is: a grading, a printed dart, a photo's scale, no paper to cut."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.digitise.digitised import digitise, without_paper
from craft.digitise.drawn_darts import drawn_darts
from craft.digitise.entered import refs_of
from craft.digitise.inputs import SeamSide
from craft.digitise.sheets import trusted
from craft.errors import CraftError
from craft.pick import PickInputs, pick
from craft.shape import path as paths
from craft.shape.curve import distance
from craft.sight.plane import plane
from craft.sight.trust import AT_MOST, TAPPED, TOO_FAR_OFF, least_trusted
from craft.trace.girths import what_if
from craft.trace.treatment import advise
from tests.craft.entering import done, measured, shape_of
from tests.craft.test_levels import bodice, drawn_once
from tests.craft.test_parts import PAIR, named, princess
from tests.craft.test_sight import camera
from tests.craft.test_sight import pairs as known_to

STRIP = {"way": "sum", "kind": "strip", "numbers": {"long": 400.0, "wide": 60.0}}
SQUARE = ((0, 0), (100, 0), (100, 90), (0, 90))


def graded(*sizes: str):
    inputs = measured(*SQUARE)
    for size in sizes:
        inputs = done(inputs, "add size", name=size)
    return inputs, [node.id for node in inputs.pieces[0].drawn.nodes]


def corners(inputs, size: str) -> list[tuple[float, float]]:
    return [paths.start(edge.path) for edge in shape_of(inputs, size=size).edges]


@settings(max_examples=25)
@given(st.sampled_from(range(4)), st.floats(1, 30), st.floats(-20, 20))
def test_one_point_shifted_moves_its_neighbourhood_alone(k, dx, dy):
    inputs, ids = graded("A", "B")
    for how in ({"do": "shift points", "size": "B", "shifts": {ids[k]: (dx, dy)}},
                {"do": "move points", "size": "B", "ids": [ids[k]], "by": (dx, dy)}):  # fmt: skip
        made = corners(done(inputs, how.pop("do"), piece=1, **how), "B")
        for i, ((x, y), was) in enumerate(zip(made, SQUARE, strict=True)):
            assert (x, y) == pytest.approx((was[0] + dx, was[1] + dy) if i == k else was)


@settings(max_examples=25)
@given(st.sampled_from(range(4)), st.floats(1, 12))
def test_a_size_goes_on_from_the_grading_that_is_known(k, by):
    """B is 10 wider and 4 longer than A: C, two sizes on, 20 and 8, but for the point that is shifted."""
    inputs, ids = graded("A", "B", "C")
    grown = {ids[1]: (10, 0), ids[2]: (10, 4), ids[3]: (0, 4), ids[0]: (0, 0)}
    inputs = done(inputs, "shift points", piece=1, size="B", shifts=grown)
    inputs = done(inputs, "shift points", piece=1, size="C", shifts={ids[k]: (25 + by, by)})
    wanted = [(0, 0), (120, 0), (120, 98), (0, 98)]
    wanted[k] = (SQUARE[k][0] + 25 + by, SQUARE[k][1] + by)
    for made, want in zip(corners(inputs, "C"), wanted, strict=True):
        assert made == pytest.approx(want)


def darted(wide: float, deep: float, *, clockwise: bool = True, name: str = "Panel"):
    """A panel whose top edge has a dart traced as it is printed, in A and B (its mouth 6 wider in B)."""
    points = [
        (0, 0), (100 - wide / 2, 0), (100, deep), (100 + wide / 2, 0), (200, 0), (200, 300),
        (0, 300),
    ]  # fmt: skip
    inputs = measured(*(points if clockwise else points[::-1]), name=name)
    for size in "AB":
        inputs = done(inputs, "add size", name=size)
    nodes = inputs.pieces[0].drawn.nodes
    at = {node.id: p for node, p in zip(nodes, points if clockwise else points[::-1], strict=True)}
    shifts = {id: (3.0 if x > 100 else -3.0 if x == 100 - wide / 2 else 0.0, 0.0)
              for id, (x, _) in at.items()}  # fmt: skip
    return done(inputs, "shift points", piece=1, size="B", shifts=shifts)


@settings(max_examples=25)
@given(st.floats(14, 40), st.floats(90, 160), st.booleans())
def test_a_dart_traced_as_printed_becomes_one_in_every_size(wide, deep, clockwise):
    inputs = darted(wide, deep, clockwise=clockwise)
    (found,) = drawn_darts(inputs.pieces[0])
    assert found.points[1] == pytest.approx((100, deep))
    assert any("looks like a dart" in f.what for f in digitise(inputs).findings)
    made = done(inputs, "make dart", piece=1, node=found.node)
    assert drawn_darts(made.pieces[0]) == ()
    for size, more in (("A", 0.0), ("B", 6.0)):
        shape = shape_of(made, size=size)
        (dart,) = (mark for mark in shape.marks if mark.kind == "dart")
        assert distance(dart.points[0], dart.points[2]) == pytest.approx(wide + more, abs=0.1)
        assert abs(paths.area(shape.outline)) == pytest.approx((200 + more / 2) * 300, rel=0.01)


def test_an_edge_with_a_dart_in_it_is_sewn_from_either_end_part_by_part():
    traced = darted(20, 120)
    made = done(traced, "make dart", piece=1, node=drawn_darts(traced.pieces[0])[0].node)
    (piece,) = digitise(made).pieces
    ids = piece.shaped.edge_ids
    (edge,) = {id for id in ids if ids.count(id) > 1}
    names = [e.name for e, id in zip(next(iter(piece.shaped.shapes.values())).edges, ids, strict=True)
             if id == edge]  # fmt: skip
    there, back = (
        refs_of(SeamSide(piece=1, edge=edge, backwards=way), {1: piece}) for way in (False, True)
    )
    assert [ref.edge for ref in there] == names
    assert [ref.edge for ref in back] == names[::-1]
    assert [ref.backwards for ref in (there[0], back[0])] == [False, True]


def test_what_is_no_dart_is_not_made_one():
    """A notch in a neckline, a wide corner, a spike to the outside."""
    flat, blunt = darted(20, 20), darted(110, 60)
    spike = measured((0, 0), (90, 0), (100, -120), (110, 0), (200, 0), (200, 300), (0, 300))
    for inputs in (flat, blunt, spike):
        assert drawn_darts(inputs.pieces[0]) == ()
        node = inputs.pieces[0].drawn.nodes[2].id
        with pytest.raises(CraftError, match="Nothing that looks like a dart"):
            done(inputs, "make dart", piece=1, node=node)


PLACES = ((0.0, 0.0), (800.0, 0.0), (800.0, 600.0), (0.0, 600.0))


def square(side: float, x: float = 300.0, y: float = 200.0):
    return [(x, y), (x + side, y), (x + side, y + side), (x, y + side)]


@settings(max_examples=25)
@given(st.floats(60, 500), st.sampled_from((2, 3, 4, 9)), st.floats(-25, 25), st.floats(0, 360))
def test_the_expected_error_is_what_half_a_pixel_does(side, count, slant, turn):
    """Each known point moved by half a pixel either way, one after another, and the plane found anew."""
    grid = [(x, y) for x in (100, 350, 600) for y in (50, 300, 550)]
    spots = grid if count == 9 else square(side)[:count]
    seen_by = camera(slant if count > 3 else 0.0, turn, 0.0)
    pairs = known_to(seen_by, np.asarray(spots))
    true = plane(pairs, 2000, 1500)
    seen = true.pixels(np.asarray(PLACES))
    total = np.zeros(4)
    for k, ((u, v), mm) in enumerate(pairs):
        for du, dv in ((TAPPED, 0), (0, TAPPED)):
            moved = (*pairs[:k], ((u + du / 50, v + dv / 50), mm), *pairs[k + 1 :])
            total += (((plane(moved, 2000, 1500).mm(seen) - PLACES) * 50) ** 2).sum(1)
    trust = least_trusted(pairs, 2000, 1500, PLACES)
    assert trust.error == pytest.approx(min(float(np.sqrt(total).max()), AT_MOST), rel=0.05)


@pytest.mark.parametrize(("side", "weight"), [(50.0, "fault"), (560.0, "note")])
def test_a_small_square_is_a_fault_that_says_where_to_look_further(side, weight):
    inputs = measured(*((x + 20, y + 20) for x, y in ((0, 0), (700, 0), (700, 500), (0, 500))))
    seen = known_to(camera(12, 0, 0), np.asarray(square(side, 20, 20)))
    known = [{"pixel": pixel, "mm": mm} for pixel, mm in seen]
    picture = {"picture": 1, "width": 2000, "height": 1500, "known": known}
    sheet = type(inputs).model_validate({"name": "x", "sheets": [{"id": 1, "pictures": [picture]}]})
    piece = inputs.pieces[0].model_copy(update={"sheet": 1})
    (finding,) = trusted(sheet.sheets[0], (piece,))[1]
    assert finding.weight == weight
    if weight == "fault":
        assert "below and to the right" in finding.mend
    whole = inputs.model_copy(update={"sheets": sheet.sheets, "pieces": (piece,)})
    assert finding.what in [each.what for each in digitise(whole).findings]
    worst = least_trusted(tuple((tuple(k["pixel"]), tuple(k["mm"])) for k in known), 2000, 1500,
                          ((720.0, 520.0),))  # fmt: skip
    assert (worst.error > TOO_FAR_OFF) == (weight == "fault")


def test_what_has_no_paper_is_traced_or_printed_never_cut():
    own = digitise(bodice()).pattern
    for no_paper in (True, False):
        piece = own.pieces[0].model_copy(update={"no_paper": no_paper})
        shape = piece.shapes["L"]
        advice = advise(("M", "L"), piece, shape, "L", keep=("L",), included=True)
        assert (advice.treatment == "trace", advice.proposed == "trace") == (no_paper, no_paper)
    assert not any(piece.no_paper for piece in own.pieces)  # by measure: perhaps from one's own paper
    assert without_paper(done(bodice(), "add piece", drawn=STRIP).pieces[-1], set())
    # Over a photo of a sheet; what was read from a file can be printed again.
    over = bodice().pieces[0].model_copy(update={"sheet": 1})
    assert (without_paper(over, {1}), without_paper(over, {2})) == (True, False)


@pytest.mark.parametrize("levels", [False, True])
def test_what_a_forgotten_allowance_does_is_shown_for_own_patterns(levels):
    """Front and back on the fold, 15 mm at each side edge: 4 x 15 all round the bust."""
    inputs = bodice()
    if levels:
        inputs = drawn_once(drawn_once(inputs, "bust", 200), "waist", 270)
    pattern = digitise(inputs).pattern
    picked = pick(pattern, PickInputs(size="M"))
    shapes = {piece.number: piece.shapes["M"] for piece in pattern.pieces}
    bust = next(each for each in what_if(pattern, picked, shapes) if "bust" in each.model_dump_json())
    sides = 2 * sum(e.allowance for s in shapes.values() for e in s.edges if e.name == "side")
    assert sides == 60
    assert bust.forgotten.value == pytest.approx(bust.finished.value - sides)
    assert bust.doubled.value == pytest.approx(bust.finished.value + sides)


WAIST = [{"measurement": "waist", "level": "waist", "body": {"one size": 720}, "ease": 40, "leads": True}]
TROUSERS = ("waist", "outside leg", "hem", "inside leg", "crotch")


def trousers():
    front = ((10, 0), (275, 0), (260, 950), (60, 950), (-60, 260))
    back = ((0, 0), (230, 0), (215, 950), (15, 950), (-105, 260))
    inputs = measured(*front, name="Trouser front", cuts=PAIR)
    inputs = measured(*back, inputs=inputs, name="Trouser back", cuts=PAIR)
    for piece in (1, 2):
        inputs = named(inputs, piece, *TROUSERS)
    return inputs


@pytest.mark.parametrize(
    ("entered", "lines", "across"),
    [
        # Crotch and outside leg on two fronts and two backs: 8 edges of 15. No inside leg reaches a waist.
        (trousers(), ((1, 40), (2, 40)), 120),
        # Both edges of four panels, each cut twice: 16 of 15, a style line as well as a side.
        (princess(), ((1, 270), (2, 270), (3, 270), (4, 270)), 240),
    ],
    ids=["trousers", "princess"],
)
def test_a_forgotten_allowance_is_the_same_whether_the_level_is_known_or_not(entered, lines, across):
    inputs = done(entered, "table", rows=WAIST)
    if len(lines) == 4:  # named by the person: nothing but its place shows where it runs
        inputs = done(inputs, "edge", piece=1, edge=3, says={"name": "style line"})
    drawn = done(inputs, "levels", levels=[
        {"piece": piece, "level": "waist", "points": [(0, y), (200, y)]} for piece, y in lines
    ])  # fmt: skip
    for each in (drawn, inputs):
        pattern = digitise(each).pattern
        shapes = {piece.number: piece.shapes["one size"] for piece in pattern.pieces}
        (waist,) = what_if(pattern, pick(pattern, PickInputs(size="one size")), shapes)
        assert waist.finished.value - waist.forgotten.value == across
