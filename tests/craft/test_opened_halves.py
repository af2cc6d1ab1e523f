"""A half opened where patterns are entered is the half that tracing opens: one rule for both."""

from collections import Counter

import pytest

from craft.digitise.digitised import digitise
from craft.digitise.edits.halves import _right_of
from craft.digitise.from_pattern import entered
from craft.pattern.hands import printed_hand
from craft.pattern.marks import Mark
from craft.pattern.piece import Shape
from craft.shape import path as paths
from craft.trace.opened import opened
from tests.craft.entering import done
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat

HALVES = [
    (pattern, piece)
    for pattern in (yoke_blouse(), ringing_breeches(), ringing_waistcoat())
    for piece in pattern.pieces
    if any(edge.kind == "fold" for edge in piece.shapes[pattern.table.sizes[0]].edges)
]


def _marks(shape: Shape) -> Counter:
    """Every mark by what it is, the edge it sits on and where its points lie, to a hundredth of a mm."""
    near = [sorted((round(x, 2) + 0.0, round(y, 2) + 0.0) for x, y in m.points) for m in shape.marks]
    return Counter((m.kind, m.edge, tuple(at)) for m, at in zip(shape.marks, near, strict=True))


@pytest.mark.parametrize(("pattern", "piece"), HALVES, ids=lambda each: each.name)
def test_both_ways_of_opening_a_half_give_the_same_whole(pattern, piece):
    same_whole(pattern, piece)


@pytest.mark.parametrize("printed", ["left", "right", None])
def test_a_mark_for_one_side_stays_on_the_wearers_side(printed):
    """Hand-worked: the fold at the left, x = 0; a dot 50 mm from it belongs to the left side only."""
    half = next(piece for _, piece in HALVES if piece.name == "Back")
    shapes = {}
    for size, shape in half.shapes.items():
        x, y = paths.point_along(shape.edge("centre back").path, 100)
        dot = Mark(id="left", kind="dot", name="dot", points=((x + 50, y),), side="left")
        shapes[size] = shape.model_copy(update={"marks": (*shape.marks, dot)})
    half = half.model_copy(update={"shapes": shapes, "printed": printed})
    pattern = yoke_blouse()
    others = tuple(half if piece.number == half.number else piece for piece in pattern.pieces)
    whole = same_whole(pattern.model_copy(update={"pieces": others}), half)
    dots = [mark.points[0][0] for mark in whole.marks if mark.id.startswith("left")]
    centre = next(mark.points[0][0] for mark in whole.marks if mark.id == "opened-centre")
    # Seen from outside, a back drawn right of its centre is the wearer's right one.
    assert [round(x - centre, 6) for x in dots] == [50.0 if printed == "left" else -50.0]


def same_whole(pattern, piece) -> Shape:
    inputs = entered(pattern)
    id = next(each.id for each in inputs.pieces if each.number == piece.number)
    made = digitise(done(inputs, "transform", piece=id, how="open"))
    shapes = next(each for each in made.pieces if each.id == id).shaped.shapes
    for size, half in piece.shapes.items():
        whole, ours = opened(half, printed_hand(piece, half)), shapes[size]
        assert paths.area(ours.outline) == pytest.approx(paths.area(whole.outline), abs=1.0)
        assert {e.name: round(paths.length(e.path), 2) for e in ours.edges} == {
            e.name: round(paths.length(e.path), 2) for e in whole.edges
        }
        assert _marks(ours) == _marks(whole)
        assert sum(mark.kind == "grain" for mark in ours.marks) <= 1  # it is one arrow on the whole, too
    return ours


@pytest.mark.parametrize(
    ("pattern", "piece"), [each for each in HALVES if each[1].name in ("Back", "Yoke", "Collar")],
    ids=lambda each: each.name,
)  # fmt: skip
def test_a_whole_closed_again_is_the_half_with_all_its_marks(pattern, piece):
    inputs = entered(pattern)
    id = next(each.id for each in inputs.pieces if each.number == piece.number)
    opened_out = done(inputs, "transform", piece=id, how="open")
    made = digitise(done(opened_out, "transform", piece=id, how="close"))
    shapes = next(each for each in made.pieces if each.id == id).shaped.shapes
    for size, half in piece.shapes.items():
        assert paths.area(shapes[size].outline) == pytest.approx(paths.area(half.outline), abs=1.0)
        assert _marks(shapes[size]) == _marks(half)


def test_a_line_that_runs_over_the_middle_ends_where_it_meets_it():
    # Hand-worked: from (-10, 0) to (30, 40) it meets x = 0 a quarter of the way along, at y = 10.
    assert _right_of(((-10.0, 0.0), (30.0, 40.0)), 0.0) == ((0.0, 10.0), (30.0, 40.0))
    assert _right_of(((30.0, 40.0), (-10.0, 0.0)), 0.0) == ((30.0, 40.0), (0.0, 10.0))
