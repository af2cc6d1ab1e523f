"""Notches that are cut outward need room on the cloth; what lies on a fold is cut along it."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.cloth import ClothInputs, cloths_of
from craft.cut.notching import notching
from craft.cut.room import crowded, on_a_fold
from craft.lay import LayInputs, lay
from craft.pattern import Mark
from tests.craft.shapes import PAIR, SINGLE, box, cloth, fitted_of, put, working


def notched(number, name, *edges, cut=SINGLE):
    """20 × 30 cm with 1 cm of allowance, a notch in the middle of each of these edges."""
    at = {"top": (100, 0), "right": (200, 150), "bottom": (100, 300), "left": (0, 150)}
    marks = tuple(
        Mark(id=f"n-{edge}", kind="notch", name=edge, points=(at[edge],), edge=edge) for edge in edges
    )
    return working(number, name, box(200, 300, allowance=10, marks=marks), cut)


def laid(*pieces, placements, fold="single", width=1020, **facts):
    owned = cloth(width=width, selvedge=10, traits=("frays",), **facts)
    inputs = ClothInputs(cloths={"main": owned}, folds={"main": fold})
    fitted = fitted_of(*pieces)
    lays = lay(fitted, cloths_of(fitted, inputs), LayInputs(placements={"main": placements}), "10 cm")
    return fitted, lays


def why(*pieces, **more):
    return crowded(*laid(*pieces, **more), "snip")


@pytest.mark.parametrize(("apart", "room"), [(3.5, False), (5.5, False), (6.1, True), (20, True)])
def test_six_millimetres_outward_need_six_millimetres(apart, room):
    # The front's right edge lies at 22 cm across, the notch stands out to 22.6.
    pieces = (notched(1, "Front", "right"), notched(2, "Back"))
    found = why(*pieces, placements=(put("1.1", 50, 50), put("2.1", 50, 270 + apart)))
    said = f"2 Back lies [[{apart:g}]] beside it"
    assert found == ({} if room else {("main", 1): {"n-right": said}})


def test_over_the_edges_and_against_another_notch():
    pieces = (notched(1, "Front", "top", "left", "right"), notched(2, "Back", "left"))
    found = why(*pieces, placements=(put("1.1", 5, 5), put("2.1", 5, 225 + 10)))
    # 5 mm from the cut end and the selvedge; 10 apart, two notches of 6 meet.
    assert found[("main", 1)] == {
        "n-top": "the edge of the cloth lies beside it",
        "n-left": "the edge of the cloth lies beside it",
        "n-right": "a notch of 2 Back stands out against it",
    }
    assert set(found[("main", 2)]) == {"n-left"}
    # Behind the end of the cloth owned there is nothing to cut into either.
    end = why(notched(1, "Front", "bottom"), placements=(put("1.1", 5, 50),), owned=328)
    assert end == {("main", 1): {"n-bottom": "the edge of the cloth lies beside it"}}


def test_cutting_and_marking_go_by_the_same_rule():
    piece = notched(1, "Front", "right")
    mark = next(each for each in piece.shape.marks if each.kind == "notch")
    frays = cloth(traits=("frays",))
    assert notching(mark, piece.shape, frays).way == "outward"
    rule = notching(mark, piece.shape, frays, crowded={"n-right": "Back lies [[3]] beside it"})
    assert (rule.way, rule.depth) == ("mark", 0)
    assert rule.because == "Back lies [[3]] beside it: no room to cut it outward"
    # A snip goes inward: it asks for no room.
    assert notching(mark, piece.shape, cloth(), crowded={"n-right": "x"}).way == "snip"


def test_a_seam_on_the_fold_is_cut_open():
    pair = notched(1, "Front", "left", cut=PAIR)
    for y, on in ((0, True), (3, False)):
        fitted, lays = laid(pair, placements=(put("1.1", 50, y),), fold="lengthwise")
        assert on_a_fold(lays[0], lays[0].placed[0], lays[0].items[0]) == on
        assert crowded(fitted, lays, "snip")[("main", 1)]["n-left"] == "the fold lies beside it"
    # Both selvedges to the middle: the far fold lies 50 from the near one.
    for y, on in ((500 - 220, True), (500 - 223, False)):
        _, lays = laid(pair, placements=(put("1.1", 50, y),), fold="middle")
        assert on_a_fold(lays[0], lays[0].placed[0], lays[0].items[0]) == on
    _, lays = laid(notched(1, "Front"), placements=(put("1.1", 50, 0),))
    assert not on_a_fold(lays[0], lays[0].placed[0], lays[0].items[0])


@settings(max_examples=60)
@given(
    x=st.floats(0, 400), y=st.floats(0, 400), turn=st.sampled_from((0, 180)), over=st.booleans(),
    edge=st.sampled_from(("top", "right", "bottom", "left")),
)  # fmt: skip
def test_what_has_room_cuts_into_nothing(x, y, turn, over, edge):
    """Held against the boxes themselves: a notch of 6 square to the middle of a side."""
    pieces = (notched(1, "Front", edge), notched(2, "Back"))
    mine, other = (
        put("1.1", 450, 450, turn=turn, over=over),
        put("2.1", 450 + x - 400, 450 + y - 400),
    )
    found = why(*pieces, placements=(mine, other), width=2020)
    _, lays = laid(*pieces, placements=(mine, other), width=2020)
    a, b, c, d, e, f = lays[0].placed[0].matrix
    px, py = {"top": (100, -10), "right": (210, 150), "bottom": (100, 310), "left": (-10, 150)}[edge]
    ox, oy = {"top": (0, -6), "right": (6, 0), "bottom": (0, 6), "left": (-6, 0)}[edge]
    mx, my = a * px + b * py + e, c * px + d * py + f
    tip = (a * (px + ox) + b * (py + oy) + e, c * (px + ox) + d * (py + oy) + f)
    x0, y0, x1, y1 = lays[0].placed[1].box
    deep = min(tip[0] - x0, x1 - tip[0], tip[1] - y0, y1 - tip[1])
    near = min(mx - x0, x1 - mx, my - y0, y1 - my)
    if deep > 1 and near <= 0:
        assert found
    if max(x0 - tip[0], tip[0] - x1, y0 - tip[1], tip[1] - y1) > 4 and near < -4:
        assert not found
