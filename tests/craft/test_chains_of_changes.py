"""Several changes of any kind one after the other, on the demo patterns in every size, and what the later
stages make of them."""

from itertools import pairwise

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.fit import FitInputs, Fitted, LengthChange, fit
from craft.fit.darts.dart_change import DartChange
from craft.fit.inputs import Change
from craft.fit.knot import length_fact
from craft.fit.offers import edges_of
from craft.fit.pieces.edge_by_hand import HandChange
from craft.fit.pieces.mirror import MirrorChange
from craft.fit.pieces.open_half import OpenChange
from craft.fit.pieces.split import SplitChange
from craft.fit.seams.width import Pin, WidthChange
from craft.inputs import Inputs
from craft.making import derive
from craft.pattern import Pattern, Shape
from craft.pattern.caps import cap, cap_at, pressed_back
from craft.pick import PickInputs, pick
from craft.shape import path as paths
from craft.shape.bends import turn
from craft.shape.curve import distance, tangent_at
from craft.shape.region import is_simple
from craft.thread.facts import in_words
from craft.trace import TraceInputs, trace
from tests.craft.shapes import without_lines
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat


def bare(pattern: Pattern) -> Pattern:
    """The same pieces of which nothing is known but their outlines, marks and grain."""
    return without_lines(pattern, levels={}).model_copy(update={"seams": ()})


PATTERNS = [ringing_waistcoat(), ringing_breeches(), yoke_blouse(), bare(ringing_waistcoat())]


def fitted(pattern, chosen: PickInputs, *changes: Change) -> Fitted:
    picked = pick(pattern, chosen)
    traced = trace(pattern, picked, TraceInputs())
    return fit(pattern, traced, picked, chosen, FitInputs(changes=changes))


@st.composite
def a_change(draw, now: Fitted, new: int) -> Change:
    """Any change that is offered on these pieces, by any amount."""
    kinds = ["width", "hand", "split", "length", "mirror", *(["dart"] * 3 if now.darts else [])]
    kind = draw(st.sampled_from(kinds))
    amount = st.floats(-25, 25)
    if kind == "length" and now.lines:
        level = draw(st.sampled_from([line.level for line in now.lines]))
        return LengthChange(level=level, amount=draw(st.floats(-60, 80)))
    if kind == "dart":
        dart = draw(st.sampled_from(now.darts))
        how = draw(st.lists(st.sampled_from(sorted(dart.asks)), min_size=1, max_size=2, unique=True))
        becomes = draw(st.sampled_from(["one", "one", "one", "two"]))
        return DartChange(kind="dart", pieces=dart.pieces, dart=dart.dart, becomes=becomes,
                          **{each: draw(amount) for each in how})  # fmt: skip
    piece = draw(st.sampled_from(now.pieces))
    if kind in ("mirror", "length"):
        return MirrorChange(kind="mirror", piece=piece.number)
    if kind == "split":
        x0, y0, x1, y1 = paths.control_bounds(piece.shape.outline)
        ends = [draw(st.tuples(st.floats(x0, x1), st.floats(y0, y1))) for _ in range(2)]
        return SplitChange(kind="split", piece=piece.number, line=tuple(ends), new=new,
                           names=(piece.name, "Part"), seam=f"style {new}")  # fmt: skip
    edge = draw(st.sampled_from([each for each in edges_of(now) if each.piece == piece.number]))
    if kind == "hand":
        part = draw(st.sampled_from(["start", "end", "point", "whole"]))
        return HandChange(kind="hand", piece=edge.piece, edge=edge.edge, part=part, along=draw(amount),
                          out=draw(amount))  # fmt: skip
    pins = tuple(Pin(at=draw(st.floats(0, 1)) * edge.seam_long, by=draw(amount)) for _ in range(2))
    return WidthChange(kind="width", piece=edge.piece, edge=edge.edge, pins=pins)


def corners(shape: Shape, edge: str) -> list[float]:
    """By how much an edge bends at each of its joins (radians)."""
    path = shape.edge(edge).path
    return [abs(turn(tangent_at(a, 1), tangent_at(b, 0))) for a, b in pairwise(path)]


def sound(piece) -> None:
    shape = piece.shape
    assert is_simple(shape.outline)
    assert all(paths.length(each.path) > 0 for each in shape.edges)
    for one, two in pairwise((*shape.edges, shape.edges[0])):
        assert distance(paths.end(one.path), paths.start(two.path)) < 1e-6
    for mark in shape.marks:
        if mark.kind == "notch":
            assert paths.nearest(shape.edge(mark.edge).path, mark.points[0])[0] < 0.05
        if mark.kind == "dart":
            a, tip, b = mark.points
            assert abs(distance(a, tip) - distance(b, tip)) < 0.1
            at = cap_at(shape.edges, mark.edge)
            if at is not None:  # folded, the cap lies on the seam line
                back = pressed_back(shape.edges, at, tip)
                peak = cap(shape.edges, at, tip, back=back)[0][1]
                assert distance(peak, shape.edges[at].path[0][1]) < 0.2
    assert paths.is_joined((*piece.cutting, piece.cutting[0]))


@pytest.mark.parametrize("pattern", PATTERNS, ids=lambda each: each.name)
@settings(max_examples=18)
@given(data=st.data())
def test_whatever_is_changed_after_whatever_the_pieces_stay_sound(pattern, data):
    sizes = data.draw(st.sampled_from(pattern.table.sizes))
    view = data.draw(st.sampled_from(pattern.views)).id
    chosen = PickInputs(size=sizes, view=view)
    changes: tuple[Change, ...] = ()
    now = plain = fitted(pattern, chosen)
    for step in range(data.draw(st.integers(1, 4))):
        changes = (*changes, data.draw(a_change(now, 900 + step)))
        now = fitted(pattern, chosen, *changes)
        for piece in now.pieces:
            sound(piece)
        done = {each.index for each in (*now.changes, *now.made)}
        faults = [f for f in now.findings if f.weight == "fault"]
        assert done == set(range(len(changes))) or faults
    smooth = {
        (piece.number, edge.name) for piece in plain.pieces for edge in piece.shape.edges
        if max(corners(piece.shape, edge.name), default=0.0) < 0.02
    }  # fmt: skip
    if all(change.kind in ("length", "width") for change in changes):
        for piece in now.pieces:
            for edge in piece.shape.edges:
                if (piece.number, edge.name) in smooth:
                    assert max(corners(piece.shape, edge.name), default=0.0) < 0.05


@pytest.mark.parametrize("first", [-6, -8])
def test_a_dart_whose_point_would_leave_the_piece_is_refused(first):
    # Moved along the waist and its point 25 aside, three times: the third time it lies beyond the centre.
    changes = tuple(DartChange(kind="dart", pieces=(2,), dart="dart", along=by, dx=-25)
                    for by in (first, -11, -11))  # fmt: skip
    now = fitted(PATTERNS[1], PickInputs(size="1", view="A"), *changes)
    for piece in now.pieces:
        sound(piece)
    assert {each.index for each in now.made} == {0, 1}
    assert any("would reach beyond the piece" in finding.because for finding in now.findings)


@pytest.mark.parametrize("size", PATTERNS[0].table.sizes)
def test_a_waistcoat_with_a_dart_moved_a_split_and_a_toile_goes_through_every_stage(size):
    changes = (
        LengthChange(level="waist", amount=15),
        DartChange(kind="dart", pieces=(1, 4), dart="armhole-dart", along=12, lower=-8),
        WidthChange(kind="width", piece=1, edge="side", pins=(Pin(at=120, by=12),)),
        SplitChange(kind="split", piece=2, line=((-50, 250), (600, 250)), new=20,
                    names=("Lower back", "Upper back"), seam="back yoke"),
        OpenChange(kind="open", piece=5),
    )  # fmt: skip
    inputs = Inputs(pick=PickInputs(size=size), fit=FitInputs(changes=changes, toile=(1, 2, 20)))
    made = derive(PATTERNS[0], inputs)
    assert [each.index for each in made.fitted.made] == [1, 2, 3, 4]
    assert [f.what for f in made.fitted.findings if f.weight == "fault"] == []
    names = {piece.number: piece.name for piece in made.fitted.pieces}
    assert (names[2], names[20]) == ("Lower back", "Upper back")
    cuts = {piece.number: piece.cuts for piece in made.fitted.pieces}
    assert cuts[2][0].on_fold
    assert cuts[20][0].on_fold
    assert not any(cut.on_fold for cut in cuts[5])
    toile = next(lay for lay in made.lays if lay.role == "toile")
    assert {item.piece for item in toile.items} == {1, 2, 20}
    assert made.fitted.counts.value == sum(cut.count for piece in made.fitted.pieces for cut in piece.cuts)
    said = in_words("length", length_fact(made.fitted), {})
    assert "[[12]] at the place along its seam of the armhole dart" in said
    assert "[[6]] at the side seam, pin 1" in said
    assert said.endswith("5 opened out")
    main = next(lay for lay in made.lays if lay.role == "main")
    assert {2, 20} <= {item.piece for item in main.items}
    for piece in made.fitted.pieces:
        sound(piece)


@pytest.mark.parametrize("by", [0.4, 1.0, -2.0, 6.0])
@pytest.mark.parametrize("at", [0.0, 60.0])
def test_a_pin_at_the_end_of_a_seam_leaves_no_sliver_at_its_neighbour(at, by):
    """Its neighbour is a curve that ends square to it: they meet a ten-thousandth of a mm further out."""
    pattern = next(each for each in PATTERNS if each.name == "Ringing breeches")
    change = WidthChange(kind="width", piece=5, edge="waist", pins=(Pin(at=at, by=by),))
    now = fitted(pattern, PickInputs(size="1"), change)
    shape = next(piece for piece in now.pieces if piece.number == 5).shape
    for edge in shape.edges:
        assert min(paths.length((curve,)) for curve in edge.path) > 0.05
    assert max(corners(shape, "waist")) < 0.05
    sound(next(piece for piece in now.pieces if piece.number == 5))
