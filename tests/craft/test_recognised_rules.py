"""What lines, words and layers of a small drawing come to, each rule by itself."""

from math import pi

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from craft.digitise.digitised import digitise
from craft.digitise.edits.taken import TakePieces
from craft.digitise.inputs import PatternInputs
from craft.drawing import Drawing, DrawnPage, DrawnPath, DrawnText, Ink
from craft.drawing.curves import as_arrays
from craft.inputs import Inputs
from craft.making import derive
from craft.recognise.offering import offer_of
from craft.recognise.recognised import recognise
from craft.shape import path as paths
from craft.shape.affine import move_point, rotation, then, translation
from craft.shape.curve import signed_area
from tools.files_bench.drawn_lines import as_dashes

BODY = [(0.0, 0.0), (180.0, 0.0), (200.0, 140.0), (150.0, 300.0), (0.0, 300.0)]


def line(*points, layers=(), colour="#000000", dash=(), closed=False, width=0.3):
    ring = (*points, points[0]) if closed else points
    curves, straight = as_arrays(paths.polyline(*ring))
    return DrawnPath(curves, straight, closed, Ink(tuple(layers), colour, width, tuple(dash)), 0)


def body(by=0.0, at=(100.0, 100.0), corners=BODY, backwards=False, **ink):
    """An outline grown by so much, at a place."""
    share = 1 + by / 100
    points = [(at[0] + x * share, at[1] + y * share) for x, y in corners]
    return line(*(points[::-1] if backwards else points), closed=True, **ink)


def words(text, x, y, height=6.0, angle=0.0):
    return DrawnText(text, (x, y), height, 0.6 * height * len(text), angle, 0)


def read(*drawn):
    lines = tuple(each for each in drawn if isinstance(each, DrawnPath))
    texts = tuple(each for each in drawn if isinstance(each, DrawnText))
    return recognise(Drawing((DrawnPage(1200.0, 900.0),), lines, texts))


def only(found):
    (piece,) = found.pieces
    return piece


@pytest.mark.parametrize("backwards", [True, False])
def test_a_line_drawn_either_way_round_is_one_piece_walked_clockwise(backwards):
    outline = only(read(body(backwards=backwards))).piece.outlines
    areas = [sum(signed_area(curve) for curve in each) for each in outline.values()]
    assert [area > 0 for area in areas] == [True]


def test_a_frame_round_everything_is_no_piece():
    frame = line((20, 20), (1100, 20), (1100, 800), (20, 800), closed=True)
    two = [body(), body(at=(500.0, 100.0))]
    assert len(read(frame, *two).pieces) == 2
    assert len(read(frame, two[0]).pieces) == 2  # round a single one it may be a piece


def test_a_legend_names_sizes_by_the_line_beside_the_word():
    inks = {"8": "#aa0000", "10": "#00aa00", "12": "#0000aa"}
    drawn = [body(5 * at, colour=ink) for at, ink in enumerate(inks.values())]
    legend = [
        part
        for at, (name, ink) in enumerate(inks.items())
        for part in (line((600, 700 + 12 * at), (640, 700 + 12 * at), colour=ink),
                     words(name, 646, 702 + 12 * at))
    ]  # fmt: skip
    found = read(*drawn, *legend)
    assert [(kind.name, kind.told) for kind in found.sizes] == [(name, True) for name in inks]
    assert list(only(found).piece.outlines) == ["8", "10", "12"]
    # A bow beside a word is no sample of a line.
    bow = as_arrays((((600.0, 700.0), (610.0, 660.0), (630.0, 660.0), (640.0, 700.0)),))
    bowed = legend[0]._replace(curves=bow[0], straight=bow[1])
    assert [kind.told for kind in read(*drawn, bowed, *legend[1:]).sizes] == [False, True, True]
    far = [
        each._replace(at=(760.0, each.at[1])) if isinstance(each, DrawnText) else each for each in legend
    ]
    assert [kind.told for kind in read(*drawn, *far).sizes] == [False] * 3


def test_a_piece_that_lacks_a_size_says_so():
    both = [body(layers=("38",)), body(5, layers=("40",))]
    alone = body(at=(600.0, 100.0), layers=("38",))

    def told(*drawn):
        return [text for piece in read(*drawn).pieces for _, text in piece.piece.doubts]

    assert told(*both, alone) == []  # a piece in one size alone is a piece for that size
    more = body(5, at=(600.0, 100.0), layers=("40",))
    assert told(*both, body(10, layers=("42",)), alone, more) == ["Size 42 was not found here."]


def test_a_line_that_turns_back_on_the_spot_is_doubted():
    spike = [*BODY[:3], (190.0, 200.0), (196.0, 203.0), (190.2, 200.4), *BODY[3:]]
    told = [text for _, text in only(read(body(corners=spike))).piece.doubts]
    assert len(told) == 1
    assert "turns back on the spot" in told[0]


def test_words_belong_to_the_smaller_of_two_pieces_and_say_the_fold_in_their_own_line():
    small = line((150, 150), (210, 150), (210, 210), (150, 220), closed=True, layers=("M",))
    found = read(
        body(layers=("M",)), small, words("2 Pocket", 155, 170), words("Cut 1", 155, 182),
        words("place on fold", 155, 206, 3.0), words("1 Front", 150, 300), words("Cut 2", 150, 312),
    )  # fmt: skip
    named = {each.words.name: each.words for each in found.pieces}
    assert set(named) == {"Front", "Pocket"}
    (pocket,), (front,) = named["Pocket"].cuts, named["Front"].cuts
    assert (pocket.count, pocket.on_fold, pocket.pair) == (1, True, False)
    assert (front.count, front.on_fold, front.pair) == (2, False, True)


@pytest.mark.parametrize("angle", [0.0, pi / 2, -pi / 2, 0.4])
def test_words_are_read_in_their_order_whichever_way_they_run(angle):
    lines = ["7 Sleeve", "Cut 2 in", "main, cut 1 on the", "fold · lining: cut 4"]
    by = then(rotation(angle * 180 / pi), translation(220, 250))
    places = [move_point((0.0, 9.0 * at), by) for at in range(len(lines))]
    texts = [words(text, *place, 5.0, angle) for text, place in zip(lines, places, strict=True)]
    said = only(read(body(), *texts[::-1])).words
    assert (said.number, said.name, said.unused) == (7, "Sleeve", ())
    assert [(cut.role, cut.count) for cut in said.cuts] == [("main", 2), ("lining", 4)]


def test_a_template_is_not_cut():
    found = read(body(), words("9 Guide", 150, 200), words("template: not cut in cloth", 150, 212))
    piece = offer_of(Drawing((DrawnPage(900, 900),), ()), found).pieces[0]
    assert (piece.inputs.guide, piece.inputs.cuts) == (True, ())
    assert not any("how many" in each.what for each in piece.findings)


# --- marks ---

NOTCH = ((280.0, 100.0), (280.0, 106.0))  # on the upper edge


@pytest.mark.parametrize(
    ("strokes", "times"),
    [([0], 1), ([0, 5], 2), ([0, 5, 10], 3), ([0, 5, 10, 15], None), ([0, 30], None)],
)
@pytest.mark.parametrize("layers", [(), ("Notches",)])
def test_strokes_side_by_side_are_one_notch(strokes, times, layers):
    drawn = [line(*((x - 60 - by, y) for x, y in NOTCH), layers=layers) for by in strokes]
    marks = [m for found in only(read(body(), *drawn)).marks.values() for m in found]
    got = {(m.points[0], m.times) for m in marks if m.kind == "notch"}
    if times is None:
        assert len(got) == 2
    else:
        ((place, many),) = got
        assert place == pytest.approx((220 - sum(strokes) / len(strokes), 100))
        assert many == times


@pytest.mark.parametrize("form", ["inwards", "outwards", "across", "triangle", "closed triangle"])
def test_a_notch_is_where_its_line_meets_the_edge(form):
    drawn = {
        "inwards": line((200, 100), (200, 106)), "outwards": line((200, 94), (200, 100)),
        "across": line((200, 94), (200, 104)),
        "triangle": line((195, 100), (200, 108), (205, 100)),
        "closed triangle": line((195, 100), (200, 108), (205, 100), closed=True),
    }[form]  # fmt: skip
    for layers in ((), ("notch",)):
        inked = drawn._replace(ink=drawn.ink._replace(layers=layers))
        found = only(read(body(layers=()), inked))
        places = {m.points for marks in found.marks.values() for m in marks if m.kind == "notch"}
        assert len(places) == 1, layers
        assert places.pop()[0] == pytest.approx((200, 100), abs=0.6)


MARKS = {
    "grain": [(180, 150), (180, 320)], "dart": [(160, 100), (170, 180), (180, 100)],
    "buttonhole": [(150, 200), (165, 200)], "placement line": [(150, 220), (190, 220), (190, 260)],
    "lengthen or shorten line (hip)": [(90, 250), (320, 250)], "pleat": [(200, 100), (200, 260)],
}  # fmt: skip


@pytest.mark.parametrize("name", MARKS)
def test_a_layer_says_what_mark_a_line_is(name):
    found = only(read(body(), line(*MARKS[name], layers=(name,))))
    (mark,) = {(m.kind, m.points, m.level) for marks in found.marks.values() for m in marks}
    assert mark[1] in (tuple(MARKS[name]), tuple(MARKS[name][::-1]))
    assert mark[2] == ("hip" if "hip" in name else "")
    # What it is, is said by the layer it lies on itself, not by one round that.
    inner = only(read(body(), line(*MARKS[name], layers=("words", name))))
    assert {m.kind for marks in inner.marks.values() for m in marks} == {mark[0]}
    elsewhere = line(*((x + 500, y) for x, y in MARKS[name]), layers=(name,))
    assert not any(only(read(body(), elsewhere)).marks.values())


def test_both_lines_of_a_piece_say_its_allowances_and_its_fold():
    sewn = [(0.0, 0.0), (180.0, 0.0), (180.0, 300.0), (0.0, 300.0)]
    cut = [(0.0, -15.0), (195.0, -15.0), (195.0, 340.0), (0.0, 340.0)]
    drawn = [
        body(corners=sewn, layers=("38", "sew")), body(corners=cut, layers=("38", "cut")),
        line((100, 100), (100, 400), layers=("38", "fold line")),
        line((150, 100), (180, 100), layers=("38", "fold line")),  # along a little of an edge
    ]  # fmt: skip
    found = read(*drawn)
    assert [kind.name for kind in found.sizes] == ["38"]
    (piece,) = offer_of(Drawing((DrawnPage(900, 900),), ()), found).pieces
    said = piece.inputs.edges
    by_side = {}
    for id, edge in said.items():
        (ax, ay), (bx, by) = (piece.lines["38"][(id - 1 + k) % 4][0] for k in (0, 1))
        side = "left" if ax == bx == 100 else "right" if ax == bx else "top" if ay == by == 100 else "low"
        by_side[side] = (edge.kind, edge.allowance)
    assert by_side == {"left": ("fold", None), "right": (None, 15), "top": (None, 15), "low": (None, 40)}
    # The cutting line of one size is not taken for that of another.
    apart = [drawn[0], body(corners=cut, layers=("40", "cut"))]
    assert {size for each in read(*apart).pieces for size in each.piece.outlines} == {"38", "40"}


def test_layers_of_pieces_are_no_sizes():
    found = read(body(layers=("Front",)), body(at=(600.0, 100.0), layers=("Back",)))
    assert (len(found.sizes), len(found.pieces)) == (1, 2)
    one = read(body(layers=("38",)), body(at=(600.0, 100.0), layers=("pocket",)))
    assert len(one.pieces) == 2
    nested = read(body(layers=("first",)), body(6, layers=("second",)))
    assert ([kind.name for kind in nested.sizes], len(nested.pieces)) == (["first", "second"], 1)


def test_numbered_layers_of_interchange_are_what_the_standard_says():
    drawn = [
        body(layers=("Front 38", "1")), line(*MARKS["grain"], layers=("Front 38", "7")),
        line(*((x - 80, y) for x, y in NOTCH), layers=("Front 38", "4")),
    ]  # fmt: skip
    piece = only(read(*drawn))
    assert {m.kind for marks in piece.marks.values() for m in marks} == {"grain", "notch"}
    sizes = read(*(body(3 * at, layers=("Sizes", f"{at}")) for at in range(1, 8)))
    assert [kind.name for kind in sizes.sizes] == list("1234567")


# --- sizes made to answer to each other ---

TURNS = st.lists(st.integers(0, 4), min_size=3, max_size=3)


@given(TURNS, st.lists(st.booleans(), min_size=3, max_size=3))
def test_sizes_correspond_wherever_each_begins_and_whichever_way_it_goes(starts, backwards):
    drawn = []
    for at, (start, back) in enumerate(zip(starts, backwards, strict=True)):
        corners = [*BODY[start:], *BODY[:start]]
        drawn.append(body(4 * at, corners=corners, backwards=back, layers=(f"{38 + 2 * at}",)))
    alike = only(read(*drawn)).piece.alike
    assert alike.left_out == ()
    assert alike.corners == (True,) * 5
    nodes = {size: np.array([curve[0] for curve in path]) for size, path in alike.outlines.items()}
    for at, size in enumerate(("38", "40", "42")):
        assert nodes[size] - 100 == pytest.approx((nodes["38"] - 100) * (1 + 4 * at / 100))


@given(st.lists(st.integers(0, 5), min_size=2, max_size=2), st.integers(0, 4), st.floats(0.3, 0.7))
def test_sizes_with_other_nodes_answer_corner_to_corner(starts, side, share):
    """One size has a node more, somewhere along a side."""
    (ax, ay), (bx, by) = BODY[side], BODY[(side + 1) % 5]
    more = [*BODY[: side + 1], (ax + (bx - ax) * share, ay + (by - ay) * share), *BODY[side + 1 :]]
    drawn = [
        body(4 * at, corners=[*corners[start % len(corners) :], *corners[: start % len(corners)]],
             layers=(f"{38 + 2 * at}",))
        for at, (corners, start) in enumerate(zip((BODY, more), starts, strict=True))
    ]  # fmt: skip
    alike = only(read(*drawn)).piece.alike
    assert alike.left_out == ()
    corners = [
        np.array([curve[0] for curve, corner in zip(path, alike.corners, strict=True) if corner])
        for path in alike.outlines.values()
    ]
    assert corners[1] - 100 == pytest.approx((corners[0] - 100) * 1.04)


def test_marks_find_their_fellows_by_where_they_lie():
    drawn = []
    for at, size in enumerate(("38", "40", "42")):
        share = 1 + 4 * at / 100
        drawn.append(body(4 * at, layers=(size,)))
        for x in (40, 60, 80):  # in another order in every size
            k = (x // 20 + at) % 3
            top = 40 + 20 * k
            drawn.append(line(
                (100 + top * share, 130), (100 + top * share, 250), layers=(size, "tuck")
            ))  # fmt: skip
    (piece,) = offer_of(Drawing((DrawnPage(900, 900),), ()), read(*drawn)).pieces
    for mark in piece.inputs.marks:
        first = mark.points[0][0] - 20
        for at, size in ((1, "40"), (2, "42")):
            assert mark.at[size][0][0] - 20 == pytest.approx(first * (1 + 4 * at / 100))


# --- marks that words name ---


def test_two_lines_with_words_across_a_piece_are_one_length_line_from_edge_to_edge():
    pair = [line((120, y), (260, y)) for y in (248, 252)]
    grain = line((150, 150), (150, 350))
    found = only(read(body(), *pair, grain, words("lengthen or shorten here", 140, 244, 4.0)))
    (mark, *_) = [m for marks in found.marks.values() for m in marks if m.kind == "length line"]
    # Halfway between the two lines, on to the slanted side: 200 - 50 * (250 - 240) / 160.
    assert sorted(mark.points) == [pytest.approx((100, 250)), pytest.approx((296.875, 250))]
    assert len(mark.used) == 2
    # Nothing says for which level it is: the usual one of such a piece.
    said = [words("lengthen or shorten here", 140, 244, 4.0), words("1 Sleeve", 150, 200)]
    (offered,) = offer_of(Drawing((DrawnPage(900, 900),), ()), read(body(), *pair, *said)).pieces
    edit = TakePieces(pieces=(offered.inputs,), sizes={"size 1": "38"})
    pattern = digitise(edit.apply(PatternInputs(name="Bought"))).pattern
    lines = derive(pattern, Inputs()).fitted.lines
    assert [line.level for line in lines if line.printed] == ["arm"]
    silent = only(read(body(), *pair))
    assert not any(m.kind == "length line" for marks in silent.marks.values() for m in marks)


def test_a_length_line_ends_at_the_edges_next_to_it():
    legs = [(0, 0), (200, 0), (200, 300), (140, 300), (140, 60), (60, 60), (60, 300), (0, 300)]
    across = line((110, 280), (150, 280))
    found = only(read(body(corners=legs), across, words("shorten here", 112, 276, 4.0)))
    marks = {m.points for each in found.marks.values() for m in each if m.kind == "length line"}
    (ends,) = marks
    assert sorted(ends) == [pytest.approx((100, 280)), pytest.approx((160, 280))]


def test_a_buttonhole_is_named_by_its_word():
    hole = only(read(body(), line((150, 200), (150, 218)), words("buttonhole", 154, 212, 4.0)))
    kinds = {m.kind for marks in hole.marks.values() for m in marks}
    assert kinds == {"buttonhole"}


# --- lines that are broken ---


@given(st.floats(0.2, 2.5), st.integers(0, 4), st.floats(0.15, 0.75))
def test_a_small_gap_in_an_outline_is_bridged_and_said(gap, side, share):
    (ax, ay), (bx, by) = BODY[side], BODY[(side + 1) % 5]
    long = np.hypot(bx - ax, by - ay)
    ends = [(ax + (bx - ax) * at + 100, ay + (by - ay) * at + 100) for at in (share, share + gap / long)]
    corners = [(x + 100, y + 100) for x, y in [*BODY[side + 1 :], *BODY[: side + 1]]]
    found = only(read(line(ends[1], *corners, ends[0])))
    (outline,) = found.piece.outlines.values()
    assert paths.area(outline) == pytest.approx(paths.area(only(read(body())).piece.outlines["size 1"]))
    told = [text for _, text in found.piece.doubts if "are bridged" in text]
    assert float(told[0].partition("[[")[2].partition("]]")[0]) == pytest.approx(gap, abs=0.006)


def test_a_wide_gap_is_no_line():
    corners = [(x + 100, y + 100) for x, y in BODY]
    assert read(line((150, 100), *corners[1:], corners[0], (110, 100)), body(at=(600.0, 100.0))).unused


@given(st.floats(3, 15), st.floats(0.8, 3), st.floats(0, 1))
def test_strokes_of_any_length_go_round_corners_and_past_a_notch(stroke, gap, begun):
    ring = paths.polyline(*[(x + 100, y + 100) for x, y in [*BODY, BODY[0]]])
    first, second = paths.split_at(ring, paths.length(ring) * begun) if 0.02 < begun < 0.98 else (ring, ())
    drawn = [
        DrawnPath(*as_arrays(each), False, Ink(), 0) for each in as_dashes((*second, *first), stroke, gap)
    ]
    tick = line((200, 100), (200, 107))
    found = only(read(*drawn, tick._replace(ink=Ink())))
    (outline,) = found.piece.outlines.values()
    for each in drawn:
        places = [tuple(place) for place in (each.curves[0, 0], each.curves[-1, 3])]
        assert max(paths.gaps(outline, places)) < 0.02
    assert paths.area(outline) == pytest.approx(paths.area(ring), rel=2e-3)


def test_sizes_are_ordered_by_the_pieces_that_both_have():
    """The largest size lacks the largest piece, so its outlines are small in all."""
    small = [(0, 0), (90, 0), (90, 120), (0, 120)]
    drawn = []
    for at, colour in enumerate(("#aa0000", "#00aa00", "#0000aa")):
        drawn.append(body(5 * at, corners=small, at=(600.0, 100.0), colour=colour))
        if at < 2:
            drawn.append(body(5 * at, colour=colour))
    assert [kind.sample.colour for kind in read(*drawn).sizes] == ["#aa0000", "#00aa00", "#0000aa"]


def test_a_mark_far_from_where_it_lay_is_another_mark():
    drawn = [body(layers=("38",)), body(4, layers=("40",)),
             line((120, 150), (120, 250), layers=("38", "tuck")),
             line((270, 150), (270, 250), layers=("40", "tuck"))]  # fmt: skip
    (piece,) = offer_of(Drawing((DrawnPage(900, 900),), ()), read(*drawn)).pieces
    assert [mark.at for mark in piece.inputs.marks] == [{}]


@pytest.mark.parametrize("shift", [-3.0, 0.0, 3.0])
def test_notches_find_each_other_round_the_place_where_the_outline_begins(shift):
    drawn = [body(layers=("38",)), body(layers=("40",), by=4)]
    for size, share, off in (("38", 1.0, 3.0), ("40", 1.04, shift)):
        at = (100 + off * share, 100.0) if off >= 0 else (100.0, 100 - off * share)
        end = (at[0], at[1] + 6) if off >= 0 else (at[0] + 6, at[1])
        drawn.append(line(at, end, layers=(size, "notch")))
    (piece,) = offer_of(Drawing((DrawnPage(900, 900),), ()), read(*drawn)).pieces
    (mark,) = piece.inputs.marks
    assert set(mark.at) == {"40"}
