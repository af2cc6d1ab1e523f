"""What a piece is and where its edges lie: grain, names, kinds and seams go by one table."""

from math import atan2, degrees

import pytest
from hypothesis import given
from hypothesis import strategies as st

from craft.digitise.digitised import digitise
from craft.digitise.level_proposals import propose_levels
from craft.digitise.proposals import kinds_for, names_for
from craft.digitise.seaming import propose
from craft.pattern.parts import may_be_sewn, part_of, place_of
from craft.shape import path as paths
from tests.craft.entering import EMPTY, MAIN, done, measured, shape_of, sum_of, what

PAIR = [{"role": "main", "count": 2, "pair": True}]


@pytest.mark.parametrize(
    ("name", "part"),
    [
        ("Front band", "band"), ("Waistband", "band"), ("Front facing", "facing"), ("Back yoke", "yoke"),
        ("Front pocket", "pocket"), ("Sleeve cuff", "band"), ("Upper sleeve", "sleeve"),
        ("Left front", "body"), ("Back lining", "body"), ("Trouser leg", "trousers"), ("Gore", "other"),
        ("Tabard", "body"), ("Legend", "other"), ("Stable tie", "band"), ("Skirt front", "skirt"),
    ],
)  # fmt: skip
def test_a_piece_is_what_its_name_says_first(name, part):
    assert part_of(name) == part


def grain_of(inputs) -> float:
    """How far the grain lies from upright (degrees), and whether it is asked about."""
    (ax, ay), (bx, by) = next(m.points for m in shape_of(inputs).marks if m.kind == "grain")
    return abs((degrees(atan2(bx - ax, by - ay)) + 90) % 180 - 90)


def asked(inputs) -> str:
    return next(f.weight for f in digitise(inputs).findings if "the grain is taken along" in f.what)


@pytest.mark.parametrize(
    ("name", "points", "upright", "weight"),
    [
        # Wider than high, its longest straight edge the hem: upright all the same.
        ("Skirt", ((0, 0), (300, 0), (380, 250), (0, 250)), 0, "note"),
        ("Back", ((0, 10), (90, 0), (240, 40), (230, 90), (400, 300), (0, 300)), 0, "note"),
        ("Yoke", ((0, 0), (500, 0), (500, 120), (0, 120)), 0, "note"),
        # Nothing stands: it is asked.
        ("Godet", ((100, 0), (200, 300), (0, 300)), 0, "doubt"),
        # A band lies on its paper: most want it along.
        ("Waistband", ((0, 0), (700, 0), (700, 80), (0, 80)), 0, "doubt"),
    ],
)
def test_grain_as_drawn_and_asked_where_nothing_shows_it(name, points, upright, weight):
    inputs = measured(*points, name=name)
    assert grain_of(inputs) == pytest.approx(upright, abs=0.01)
    assert asked(inputs) == weight


def test_a_fold_or_a_centre_goes_before_the_upright():
    aslant = ((40, 0), (300, 0), (300, 500), (0, 500))
    inputs = measured(*aslant, name="Front")
    centre = inputs.pieces[0].drawn.nodes[3].id
    for says in ({"name": "centre front"}, {"kind": "fold"}):
        made = done(inputs, "edge", piece=1, edge=centre, says=says)
        assert grain_of(made) == pytest.approx(degrees(atan2(40, 500)), abs=0.01)
        assert asked(made) == "note"


@given(st.floats(150, 500), st.floats(150, 500), st.floats(-60, 60))
def test_no_hem_decides_the_grain(wide, high, slant):
    shape = measured((0, 0), (wide, 0), (wide + slant, high), (0, high), name="Panel")
    assert grain_of(shape) == pytest.approx(0, abs=1e-6)


def test_what_hangs_ends_in_a_hem_however_many_edges_it_has():
    skirt = [paths.polyline(a, b) for a, b in (
        ((0, 0), (100, 5)), ((100, 5), (200, 0)), ((200, 0), (300, 600)), ((300, 600), (150, 610)),
        ((150, 610), (150, 560)), ((150, 560), (0, 560)), ((0, 560), (0, 0)),
    )]  # fmt: skip
    names = names_for("Skirt", skirt, False)
    assert names[3] == "hem"
    assert kinds_for(names, skirt, False)[3] == "hem"
    assert "hem" not in names_for("Pocket bag", skirt, False)
    band = [paths.polyline(a, b) for a, b in (((0, 0), (400, 0)), ((400, 0), (400, 80)),
                                              ((400, 80), (0, 80)), ((0, 80), (0, 0)))]  # fmt: skip
    assert names_for("Front band", band, False) == ["upper edge", "end", "lower edge", "other end"]


def test_the_fold_is_an_edge_along_the_grain():
    # A collar, its centre back at the left or at the right; the other end leans.
    for flip in (1, -1):
        corners = [(flip * x, y) for x, y in ((0, 0), (220, -20), (210, 60), (0, 80))][::flip]
        lines = [paths.polyline(a, b) for a, b in zip(corners, corners[1:] + corners[:1], strict=True)]
        upright = ((flip * 100.0, 10.0), (flip * 100.0, 50.0))
        names = names_for("Collar", lines, True, upright)
        kinds = kinds_for(names, lines, True, upright)
        assert [k for k, kind in enumerate(kinds) if kind == "fold"] == [3]
        assert names[3] == "centre back"
        assert kinds_for(names, lines, True, ((0, 0), (50, 50))).count("fold") == 1


def test_the_edge_of_a_ring_is_no_deep_hem():
    for kind, numbers in (("ring", {"seam": 600}), ("circle", {"waist": 720, "pieces": 2})):
        shape = sum_of(kind, depth=300, **numbers).shaped.shapes["one size"]
        assert (shape.edge("outer edge").kind, shape.edge("outer edge").allowance) == ("hem", 10)


def named(inputs, piece: int, *names: str):
    """The piece's edges called so, in their order."""
    for node, name in zip(inputs.pieces[piece - 1].drawn.nodes, names, strict=True):
        inputs = done(inputs, "edge", piece=piece, edge=node.id, says={"name": name})
    return inputs


def test_by_length_a_hem_is_offered_to_nothing_and_a_style_line_to_no_side():
    box = ((0, 0), (200, 0), (200, 400), (0, 400))
    inputs = measured(*box, name="Front middle", cuts=PAIR)
    inputs = measured(*box, inputs=inputs, name="Front side panel", cuts=PAIR)
    inputs = measured(*box, inputs=inputs, name="Back", cuts=PAIR)
    inputs = named(inputs, 1, "neckline", "princess line", "hem", "centre front")
    inputs = named(inputs, 2, "armhole", "side", "hem", "princess line")
    inputs = named(inputs, 3, "neckline", "side", "hem", "centre back")
    offered = {
        frozenset((s.seam.a[0].piece, s.seam.b[0].piece)): s.seam.name
        for s in propose(inputs, digitise(inputs).pieces)
    }
    assert offered == {
        frozenset((1, 2)): "front middle princess line to front side panel princess line",
        frozenset((2, 3)): "side seam",
        frozenset((3,)): "centre back seam",  # left to right
    }


PLACES = st.sampled_from([
    "neckline", "shoulder", "armhole", "side", "hem", "centre front", "waist", "cap", "underarm",
    "inside leg", "outside leg", "crotch", "style line", "upper edge",
])  # fmt: skip


@given(PLACES, PLACES)
def test_what_may_be_sewn_does_not_depend_on_the_order(one, two):
    a, b = place_of(one), place_of(two)
    assert may_be_sewn(a, b) == may_be_sewn(b, a)
    if "hem" in (one, two) and "upper edge" not in (one, two):
        assert not may_be_sewn(a, b)


def test_unsure_grain_is_not_asked_of_a_guide_or_where_it_was_set():
    godet = measured((100, 0), (200, 300), (0, 300), name="Godet", cuts=MAIN)
    told = done(godet, "describe piece", piece=1, guide=True)
    assert not any("grain" in said for said in what(told))


@pytest.mark.parametrize("part", ["facing", "pocket", "band"])
def test_the_side_ends_of_what_is_set_on_are_no_side_seam(part):
    """Their edge is called a side too, but they have ends and are sewn to what they are set on."""
    inputs = EMPTY
    strip = ((0, 0), (300, 0), (300, 60), (0, 60))
    for name in (f"Front {part}", f"Back {part}"):
        inputs = measured(*strip, inputs=inputs, name=name)
        piece = inputs.pieces[-1]
        for node, edge in zip(piece.drawn.nodes, ("neckline", "side end", "hem", "centre"), strict=True):
            inputs = done(inputs, "edge", piece=piece.id, edge=node.id, says={"name": edge})
    made = propose(inputs, digitise(inputs).pieces)
    assert all("side end" not in each.sentence for each in made)


# A princess bodice as it is measured, its edges named by nobody; y down, x from the centre of each panel.
CENTRE = ((0, 70), (65, 0), (110, 14), (100, 190), (80, 270), (105, 400), (0, 400))
BESIDE = ((0, 14), (75, 37), (140, 190), (122, 270), (150, 400), (5, 400), (30, 270), (10, 190))


def princess():
    inputs = EMPTY
    for name, points in (("Centre front", CENTRE), ("Side front", BESIDE), ("Centre back", CENTRE),
                         ("Side back", BESIDE)):  # fmt: skip
        inputs = measured(*points, inputs=inputs, name=name, cuts=PAIR)
        piece = inputs.pieces[-1]
        curved = [node.id for node, (_, y) in zip(piece.drawn.nodes, points, strict=True) if
                  y in (190, 270) and points[2] != points[piece.drawn.nodes.index(node)]]  # fmt: skip
        inputs = done(inputs, "set points", piece=piece.id, ids=curved, turn="smooth")
    return inputs


def test_a_princess_seam_is_offered_within_the_front_and_a_side_between_the_side_panels():
    inputs = princess()
    found = propose(inputs, digitise(inputs).pieces)
    offered = {frozenset((s.seam.a[0].piece, s.seam.b[0].piece)) for s in found}
    assert offered == {frozenset((1, 2)), frozenset((3, 4)), frozenset((2, 4))}
    side = next(s for s in found if s.seam.a[0].piece + s.seam.b[0].piece == 6)
    # √(18² + 80²) + √(28² + 130²) = 82.0 + 133.0, a little more where it curves.
    assert 215.0 < side.a.value < 218.0


def test_the_waist_is_where_the_side_goes_in_not_where_a_neckline_begins():
    rows = [{"measurement": "waist", "level": "waist", "body": {"one size": 692}, "leads": True}]
    inputs = done(princess(), "table", rows=rows)
    (level,) = propose_levels(inputs, digitise(inputs).pieces)
    # Through its point at 270 the curve goes in a little further below; it is meant at the point.
    assert (level.piece, level.y) == (2, pytest.approx(270))


@pytest.mark.parametrize(("cuts", "offered"), [(PAIR, True), (MAIN, False)])
def test_a_crotch_is_sewn_left_to_right_and_never_front_to_back(cuts, offered):
    front = ((10, 0), (275, 0), (260, 950), (60, 950), (-60, 260))
    back = ((0, -20), (230, 0), (215, 950), (15, 950), (-105, 260))
    inputs = measured(*front, name="Trouser front", cuts=cuts)
    inputs = measured(*back, inputs=inputs, name="Trouser back", cuts=cuts)
    for piece in (1, 2):
        inputs = named(inputs, piece, "waist", "outside leg", "hem", "inside leg", "crotch")
    found = propose(inputs, digitise(inputs).pieces)
    crotches = [(s.seam.a[0].piece, s.seam.b[0].piece, s.off) for s in found if "crotch" in s.seam.name]
    assert crotches == ([(1, 1, 0.0), (2, 2, 0.0)] if offered else [])
    taken = done(inputs, "add seams", seams=[s.seam.model_dump() for s in found if s.fits])
    assert [s.name for s in taken.seams] == [s.seam.name for s in found if s.fits]
