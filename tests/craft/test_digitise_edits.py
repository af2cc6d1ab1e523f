"""Whatever is done to a pattern, in whatever order: it can be worked out, written down, and read again."""

import pytest
from hypothesis import assume, example, given, settings
from hypothesis import strategies as st

from craft.digitise.digitised import digitise
from craft.digitise.edits.sheets import ScannedSheet
from craft.digitise.edits.taken import SheetUnder, TakePieces
from craft.digitise.from_pattern import entered
from craft.digitise.inputs import PatternInputs
from craft.digitise.seam_lengths import seam_lengths
from craft.digitise.seaming import propose
from craft.errors import CraftError
from craft.pattern.checks import check_pattern
from craft.pattern.marks import POINTS
from craft.pattern.piece import Cut
from craft.shape.affine import move_point, reflection
from craft.shape.curve import distance
from tests.craft.entering import EDIT, EMPTY, MAIN, done, measured, shape_of, what
from workroom.demo.blouse import yoke_blouse

GARMENT = {"length": (600, 600), "half width": (200, 200), "cap height": (130, 130),
           "underarm": (461, 461), "half hem": (140, 140)}  # fmt: skip
PLACES = st.tuples(st.integers(-20, 420), st.integers(-20, 420))
PIECES, NODES = st.integers(1, 5), st.integers(1, 9)
SIZES = st.sampled_from(["S", "M", "L"])


def begun() -> PatternInputs:
    """A pattern with a piece of every way, two sizes and a seam."""
    inputs = measured((0, 0), (300, 0), (280, 200), (140, 230), (0, 200), name="Front")
    inputs = measured((0, 0), (310, 0), (310, 200), (0, 200), inputs=inputs, name="Back")
    sleeve = {"way": "garment", "part": "sleeve", "measures": GARMENT}
    inputs = done(inputs, "add piece", drawn=sleeve)
    ruffle = {
        "way": "sum", "kind": "ruffle", "numbers": {"wide": 60},
        "along": [{"piece": 1, "edge": 1}],
    }  # fmt: skip
    inputs = done(inputs, "add piece", drawn=ruffle)
    for name in ("S", "M"):
        inputs = done(inputs, "add size", name=name)
    seam = {"name": "side", "a": [{"piece": 1, "edge": 2}], "b": [{"piece": 2, "edge": 2}]}
    return done(inputs, "add seams", seams=[seam])


BEGUN = begun()


@st.composite
def an_edit(draw):
    """Any edit, of things that may or may not be there."""
    piece = draw(PIECES)
    do = draw(st.sampled_from(sorted(MAKE)))
    return {"do": do, **MAKE[do](draw, piece)}


def _new_mark(draw, piece):
    kind = draw(st.sampled_from(sorted(POINTS)))
    points = draw(st.just([]) | st.lists(PLACES, min_size=POINTS[kind][0], max_size=POINTS[kind][0]))
    return {"piece": piece, "kind": kind, "points": points, "size": draw(st.none() | SIZES)}


def _mark(draw, piece):
    kind = draw(st.sampled_from(sorted(POINTS)))
    least, most, _ = POINTS[kind]
    points = draw(st.lists(PLACES, min_size=least, max_size=min(most, 5)))
    return {"piece": piece, "mark": {
        "id": draw(st.sampled_from("abc")), "kind": kind, "points": points,
        "edge": draw(st.none() | NODES), "count": draw(st.integers(1, 3))}}  # fmt: skip


def _side(draw):
    return {"piece": draw(PIECES), "edge": draw(NODES), "backwards": draw(st.booleans())}


MAKE = {
    "add point": lambda d, p: {"piece": p, "at": d(PLACES), "after": d(st.none() | NODES)},
    "move points": lambda d, p: {"piece": p, "ids": [d(NODES)], "by": d(PLACES), "size": d(SIZES),
                                 "every": d(st.booleans())},
    "shift points": lambda d, p: {"piece": p, "size": d(SIZES), "shifts": {d(NODES): d(PLACES)}},
    "remove points": lambda d, p: {"piece": p, "ids": d(st.lists(NODES, min_size=1, max_size=3))},
    "set points": lambda d, p: {"piece": p, "ids": [d(NODES)],
                                "turn": d(st.sampled_from(["auto", "corner", "smooth"])),
                                "then": d(st.sampled_from([None, "auto", "straight", "curve"]))},
    "close line": lambda d, p: {"piece": p, "closed": d(st.booleans())},
    "points by measure": lambda d, p: {
        "piece": p, "rows": [{"at": at} for at in d(st.lists(PLACES, min_size=1, max_size=7))]},
    "mark": _mark,
    "new mark": _new_mark,
    "move mark": lambda d, p: {"piece": p, "mark": d(st.sampled_from("abc")), "to": d(PLACES),
                               "point": d(st.none() | st.integers(0, 3)), "size": d(SIZES)},
    "remove mark": lambda d, p: {"piece": p, "mark": d(st.sampled_from("abc"))},
    "notches": lambda d, p: {"a": _side(d), "b": _side(d), "along": d(st.integers(0, 300))},
    "edge": lambda d, p: {"piece": p, "edge": d(NODES), "says": {
        "kind": d(st.sampled_from(["seam", "fold", "hem", "dart"])), "allowance": d(st.integers(0, 60)),
        "name": d(st.sampled_from(["", "side", "hem"]))}},
    "describe piece": lambda d, p: {
        "piece": p, "number": d(st.integers(1, 4)), "traced": d(st.sampled_from(["cutting", "stitching"])),
        "cuts": [{"role": "main", "on_fold": d(st.booleans())}]},
    "transform": lambda d, p: {"piece": p, "how": d(st.sampled_from(
        ["mirror", "to the grain", "quarter turn", "open", "close", "to the corner"]))},
    "as points": lambda d, p: {"piece": p},
    "double piece": lambda d, p: {"piece": p},
    "remove piece": lambda d, p: {"piece": p},
    "add piece": lambda d, p: {"name": "More", "drawn": {"way": "line"}, "cuts": MAIN},
    "add size": lambda d, p: {"name": d(SIZES)},
    "remove size": lambda d, p: {"name": d(SIZES)},
    "rename size": lambda d, p: {"old": d(SIZES), "name": d(SIZES)},
    "add seams": lambda d, p: {"seams": [{"a": [_side(d)], "b": [_side(d)]}]},
    "remove seam": lambda d, p: {"at": d(st.integers(0, 2))},
}  # fmt: skip


def applied(inputs: PatternInputs, edit: dict) -> PatternInputs:
    try:
        return EDIT.validate_python(edit).apply(inputs)
    except CraftError:
        return inputs


def test_the_file_goes_under_the_board_beside_the_sheets_that_are_there():
    page = ScannedSheet(picture=7, width=800, height=600, wide=400.0, high=300.0)
    before = done(done(BEGUN, "add sheet", name="One"), "add sheet", name="Two")
    under = SheetUnder(page=page, left=-20.0, top=5.0, origins={})
    taken = TakePieces(pieces=(entered(yoke_blouse()).pieces[0],), sizes={"38": "M"}, under=under)
    after = taken.apply(before)
    assert after.sheets[:2] == before.sheets
    (file,) = after.sheets[2:]
    assert (file.name, file.drawn, file.pictures[0].known[0].mm) == ("The file", True, (-20.0, 5.0))


def test_a_table_is_of_the_sizes_there_are_and_names_each_measurement_once():
    def table(*rows):
        return done(BEGUN, "table", rows=[{"measurement": m, "body": body} for m, body in rows])

    held = table(("bust", {"S": 860, "M": 900}), ("waist", {"S": 660}))
    assert [row.measurement for row in held.rows] == ["bust", "waist"]
    with pytest.raises(CraftError, match=r"There is no size L\."):
        table(("bust", {"S": 860}), ("waist", {"M": 700, "L": 740}))
    with pytest.raises(CraftError, match=r"The bust is in the table twice\."):
        table(("bust", {"S": 860}), ("bust", {"M": 900}))


@settings(max_examples=120)
@given(st.lists(an_edit(), max_size=12))
def test_any_edits_give_a_pattern_that_holds_or_findings_that_say_why_not(edits):
    inputs = BEGUN
    for edit in edits:
        inputs = applied(inputs, edit)
    again = PatternInputs.model_validate_json(inputs.model_dump_json())
    assert again == inputs
    made = digitise(again)
    if made.pattern is None:
        assert made.findings or not inputs.pieces
    else:
        check_pattern(made.pattern)
    left_out = [piece for piece in made.pieces if not piece.usable]
    told = {finding.where.piece for finding in made.findings}
    assert all(str(piece.number) in told for piece in left_out)
    propose(inputs, made.pieces)
    assert len(seam_lengths(inputs, made.pieces, inputs.all_sizes[0])) == len(inputs.seams)


# A seam across the body, whose level line would come out above one that lies higher on a body.
ACROSS = {
    "a": [{"piece": 3, "edge": 1, "backwards": False}],
    "b": [{"piece": 1, "edge": 3, "backwards": False}],
}


@settings(max_examples=25)
@example([{"do": "add seams", "seams": [ACROSS]}])
@given(st.lists(an_edit(), min_size=1, max_size=6))
def test_mending_a_finished_pattern_never_loses_the_rest_of_it(edits):
    before = entered(yoke_blouse())
    inputs = before
    for edit in edits:
        inputs = applied(inputs, edit)
    touched = {edit.get("piece") for edit in edits} | {6}
    kept = [piece for piece in before.pieces if piece.id not in touched and piece.id > 5]
    assert all(piece in inputs.pieces or inputs.sizes != before.sizes for piece in kept)
    made = digitise(inputs).pattern
    if made is not None:
        check_pattern(made)


@pytest.mark.parametrize("kind", ["body level", "buttonhole", "notch", "grain"])
def test_a_mark_set_in_another_size_before_anything_is_drawn_stays_where_it_is(kind):
    inputs = applied(begun(), {"do": "add piece", "name": "More", "drawn": {"way": "line"}})
    piece = inputs.pieces[-1].id
    points = [(10.0, 20.0), (60.0, 20.0)][: POINTS[kind][0]]
    new = {"do": "new mark", "piece": piece, "kind": kind, "points": points, "size": "S"}
    mark = EDIT.validate_python(new).apply(inputs).pieces[-1].marks[0]
    assert mark.points == tuple(points)


def test_a_point_in_a_known_curve_changes_nothing_of_its_shape():
    before = entered(yoke_blouse())
    piece = next(p for p in before.pieces if p.name == "Sleeve")
    line = next(iter(piece.drawn.lines.values()))
    k = next(k for k, node in enumerate(piece.drawn.nodes) if node.id in line.handles)
    a, b = line.points[k], line.points[k + 1]
    after = done(before, "add point", piece=piece.id, at=((a[0] + b[0]) / 2, (a[1] + b[1]) / 2))
    moved = after.pieces[piece.id - 1]
    assert len(moved.drawn.nodes) == len(piece.drawn.nodes) + 1
    assert all(len(each.points) == len(moved.drawn.nodes) for each in moved.drawn.lines.values())


def in_two_sizes() -> PatternInputs:
    one = done(measured((0, 0), (100, 0), (100, 90), (0, 90)), "add size", name="A")
    return done(one, "add size", name="B")


def test_moving_a_point_of_the_base_leaves_other_sizes_or_takes_them_along():
    inputs = in_two_sizes()
    ids = [node.id for node in inputs.pieces[0].drawn.nodes]
    inputs = done(inputs, "shift points", piece=1, size="B", shifts={ids[1]: (10, 0), ids[0]: (0, 0)})
    alone = done(inputs, "move points", piece=1, ids=[ids[1]], by=(5, 0), size="A")
    assert shape_of(alone, size="B").edges[0].path[-1][-1] == pytest.approx((110, 0))
    both = done(inputs, "move points", piece=1, ids=[ids[1]], by=(5, 0), size="A", every=True)
    assert shape_of(both, size="B").edges[0].path[-1][-1] == pytest.approx((115, 0))
    assert shape_of(both, size="A").edges[0].path[-1][-1] == pytest.approx((105, 0))


def test_sizes_out_of_order_are_said():
    inputs = in_two_sizes()
    ids = [node.id for node in inputs.pieces[0].drawn.nodes]
    shifts = {ids[1]: (-10, 0), ids[2]: (-10, 0), ids[0]: (0, 0), ids[3]: (0, 0)}
    inputs = done(inputs, "shift points", piece=1, size="B", shifts=shifts)
    assert "Piece 1 (Panel): size B is smaller than size A." in what(inputs)


def test_a_piece_from_numbers_goes_on_as_points_exactly_as_it_was():
    inputs = done(EMPTY, "add piece", drawn={"way": "garment", "part": "sleeve", "measures": GARMENT})
    before = shape_of(inputs)
    after = shape_of(done(inputs, "as points", piece=1))
    assert [edge.path for edge in after.edges] == [edge.path for edge in before.edges]
    assert [edge.name for edge in after.edges] == [edge.name for edge in before.edges]


def test_a_fold_edge_sets_on_the_fold_and_a_contradiction_is_a_fault_until_answered():
    half = measured((0, 0), (300, 0), (300, 500), (0, 500))
    middle = half.pieces[0].drawn.nodes[3].id
    on_fold = done(half, "edge", piece=1, edge=middle, says={"kind": "fold"})
    assert on_fold.pieces[0].cuts == (Cut(role="main", on_fold=True),)
    pairs = [
        {"role": "main", "count": 2, "pair": True},
        {"role": "lining", "count": 4, "pair": True},
    ]
    both = done(half, "describe piece", piece=1, cuts=pairs)
    both = done(both, "edge", piece=1, edge=middle, says={"kind": "fold"})
    assert [(c.role, c.count, c.on_fold, c.pair) for c in both.pieces[0].cuts] == [
        ("main", 1, True, False), ("lining", 2, True, False),
    ]  # fmt: skip
    as_it_is = done(on_fold, "describe piece", piece=1, cuts=MAIN)
    faults = [f for f in digitise(as_it_is).findings if f.weight == "fault"]
    assert [(f.where.edge, "not cut on the fold" in f.what) for f in faults] == [("left side", True)]
    assert digitise(as_it_is).pattern is None
    answered = done(as_it_is, "edge", piece=1, edge=middle, says={"kind": "seam"})
    assert not [f for f in digitise(answered).findings if f.weight == "fault"]
    assert done(on_fold, "transform", piece=1, how="open").pieces[0].cuts == (Cut(role="main"),)


COORDINATE = st.floats(-500, 500)


@given(*[COORDINATE] * 6)
def test_a_mirrored_point_lies_as_far_from_both_points_of_the_mirror(ax, ay, bx, by, x, y):
    assume(distance((ax, ay), (bx, by)) > 1)
    about = reflection((ax, ay), (bx, by))
    image = move_point((x, y), about)
    for end in ((ax, ay), (bx, by)):
        assert distance(end, image) == pytest.approx(distance(end, (x, y)), abs=1e-6)
    assert move_point(image, about) == pytest.approx((x, y), abs=1e-6)
    off = (bx - ax) * (y - ay) - (by - ay) * (x - ax)
    other = (bx - ax) * (image[1] - ay) - (by - ay) * (image[0] - ax)
    assert other == pytest.approx(-off, abs=1e-3)
