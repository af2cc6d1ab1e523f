"""Whatever is cut in two, joined, opened, mirrored or given other allowances: the sewn garment has the same
cloth as before, every piece of it comes out of every way of folding, and every paper of it is there."""

from dataclasses import replace
from itertools import pairwise

import pytest
from hypothesis import HealthCheck, assume, given, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.fit import FitInputs
from craft.fit.draft import Draft
from craft.fit.pieces.allowance import AllowanceChange, allowance_set
from craft.fit.pieces.counts import all_counted
from craft.fit.pieces.join import JoinChange, join
from craft.fit.pieces.mirror import MirrorChange, mirror
from craft.fit.pieces.open_half import OpenChange, open_half
from craft.fit.pieces.split import SplitChange, split
from craft.fit.result import WorkingPiece
from craft.inputs import Inputs
from craft.lay import LayInputs, items_for
from craft.lay.joined import joined_in_two
from craft.lay.pieces_to_lay import pieces_to_lay
from craft.making import derive
from craft.pattern import Cut, EdgeRef, Mark, Seam
from craft.pattern.counts import copies, has_fold
from craft.pattern.cutting import cutting_line
from craft.pattern.piece import Edge, Shape
from craft.pick import PickInputs
from craft.shape import path as paths
from craft.shape.affine import move, move_point, rotation
from craft.shape.region import inside, is_simple, reach
from craft.sheets import out_pieces
from craft.trace import TraceInputs
from craft.trace.opened import opened
from tests.craft.made_pieces import line, made_pieces
from tests.craft.shapes import FOLD, PAIR, SINGLE, box, fitted_of, work, working
from tests.craft.test_darts import panel
from workroom.demo.waistcoat import ringing_waistcoat

DO = {
    SplitChange: split, JoinChange: join, OpenChange: open_half, MirrorChange: mirror,
    AllowanceChange: allowance_set,
}  # fmt: skip


def sewn(now: Draft) -> dict[str, float]:
    """The cloth of the sewn garment by role (mm²): every outline as often as it comes out."""
    found: dict[str, float] = {}
    for number, cuts in now.cuts.items():
        for cut in cuts:
            area = paths.area(now.shapes[number].outline)
            found[cut.role] = found.get(cut.role, 0.0) + copies(cut) * area
    return found


def sound(now: Draft) -> None:
    assert now.shapes.keys() == now.names.keys() == now.cuts.keys() == now.printed.keys()
    for number, shape in now.shapes.items():
        assert is_simple(shape.outline)
        for cut in now.cuts[number]:
            assert not (cut.pair and cut.on_fold)
            assert not cut.pair or cut.count % 2 == 0
            assert cut.on_fold == has_fold(shape)
        folds = [e for e in shape.edges if e.kind == "fold"]
        assert len(folds) <= 1
        assert all(e.allowance == 0 for e in folds)
        for k, edge in enumerate(shape.edges):
            if edge.kind == "dart":
                beside = (shape.edges[k - 1], shape.edges[(k + 1) % len(shape.edges)])
                assert edge.allowance == max(e.allowance for e in beside)
    for seam in now.seams:
        for ref in (*seam.a, *seam.b):
            assert ref.edge in {e.name for e in now.shapes[ref.piece].edges}


def all_laid(now: Draft) -> None:
    """On any fold as many pieces of cloth come out as the count says."""
    for number, shape in now.shapes.items():
        grain = next((m for m in shape.marks if m.kind == "grain"), None)
        assert grain is not None
        piece = WorkingPiece.model_construct(
            number=number, name="P", cuts=now.cuts[number], shape=shape, printed=now.printed[number],
            cutting=cutting_line(shape), lengthened=0.0,
        )  # fmt: skip
        for fold in ("single", "lengthwise", "crosswise"):
            for cut in piece.cuts:
                items = items_for((piece,), cut.role, fold)
                assert sum(item.gives for item in items) == cut.count


@st.composite
def a_change(draw, now: Draft, step: int):
    """Something that can be asked for of the pieces there are."""
    number = draw(st.sampled_from(sorted(now.shapes)))
    shape = now.shapes[number]
    kind = draw(st.sampled_from(["split", "split", "join", "join", "open", "mirror", "allowance"]))
    if kind == "split":
        x0, y0, x1, y1 = paths.control_bounds(shape.outline)
        points = st.tuples(st.floats(x0, x1), st.floats(y0, y1))
        ends = tuple(draw(st.lists(points, min_size=2, max_size=2, unique=True)))
        return SplitChange(kind="split", piece=number, line=ends, new=100 + step,
                           names=(now.names[number], f"Part {step}"), seam=f"style {step}")  # fmt: skip
    if kind == "join" and now.seams:
        seam = draw(st.sampled_from(now.seams))
        one, two = draw(st.permutations([seam.a[0], seam.b[0]]))
        return JoinChange(kind="join", piece=one.piece, edge=one.edge, other=two.piece,
                          other_edge=two.edge)  # fmt: skip
    if kind == "open":
        return OpenChange(kind="open", piece=number)
    if kind == "mirror":
        return MirrorChange(kind="mirror", piece=number)
    edge = draw(st.sampled_from(shape.edges)).name
    return AllowanceChange(kind="allowance", piece=number, edge=edge, width=draw(st.floats(0, 40)))


@settings(max_examples=120, suppress_health_check=list(HealthCheck))
@given(made_pieces(), st.sampled_from([PAIR, SINGLE, Cut(role="main", count=4, pair=True)]), st.data())
def test_chains_of_changes_keep_the_cloth_of_the_garment(shape, cut, data):
    assume(is_simple(shape.outline))
    main = FOLD if has_fold(shape) else cut
    lining = main.model_copy(update={"role": "lining"})
    now = work(shape, cuts=(main, lining))
    now = replace(now, printed={1: "left"})
    whole, done = sewn(now), 0
    for step in range(data.draw(st.integers(1, 5))):
        change = data.draw(a_change(now, step))
        try:
            now = DO[type(change)](now, change, step).draft
        except CraftError:
            continue  # said; nothing was changed
        done += 1
        sound(now)
        for role, area in sewn(now).items():
            assert area == pytest.approx(whole[role], rel=1e-3)
        assert all(hand in ("left", "right") for hand in now.printed.values())
    if done:
        all_laid(now)
        total = sum(c.count for cuts in now.cuts.values() for c in cuts)
        assert all_counted(now.cuts, now.names).value == total


@settings(max_examples=60)
@given(made_pieces())
def test_opened_out_the_halves_meet_to_the_last_digit(shape):
    assume(has_fold(shape))
    whole = opened(shape).edges
    for one, following in pairwise((*whole, whole[0])):
        assert paths.end(one.path) == paths.start(following.path)


def cut_off() -> Draft:
    """A back on the fold, 20 cm wide, cut in two 12 cm from its fold."""
    change = SplitChange(kind="split", piece=1, line=((120, -10), (120, 310)), new=9,
                         names=("Back", "Back side"), seam="style")  # fmt: skip
    return split(work(box(200, 300, fold=True), cuts=(FOLD,)), change, 0).draft


def joined(now: Draft, piece: int, edge: str, other: int, other_edge: str) -> Draft:
    change = JoinChange(kind="join", piece=piece, edge=edge, other=other, other_edge=other_edge)
    return join(now, change, 1).draft


@pytest.mark.parametrize(("piece", "other"), [(1, 9), (9, 1)])
def test_joined_again_from_either_part_it_lies_on_its_fold(piece, other):
    assert cut_off().cuts[9] == (PAIR,)
    again = joined(cut_off(), piece, "style", other, "style")
    assert again.cuts == {piece: (FOLD,)}
    assert sewn(again) == {"main": pytest.approx(2 * 200 * 300)}
    assert [e.kind for e in again.shapes[piece].edges].count("fold") == 1


def shoulders(front: Cut, back: Cut, *, printed=(None, None)) -> Draft:
    """A front and a back of 20 x 30 cm, both their middle at the left, sewn at the top from the neck."""
    made = work(
        box(200, 300, fold=front.on_fold), box(200, 300, fold=back.on_fold),
        seams=(Seam(name="shoulder", a=(EdgeRef(piece=1, edge="top"),),
                    b=(EdgeRef(piece=2, edge="top"),)),),
    )  # fmt: skip
    return replace(made, cuts={1: (front,), 2: (back,)}, printed=dict(zip((1, 2), printed, strict=True)))


@pytest.mark.parametrize(("piece", "other"), [(1, 2), (2, 1)])
def test_a_pair_joined_to_a_piece_on_the_fold_is_drawn_to_that_fold(piece, other):
    # Neck to neck, the second paper is turned over: the back's middle goes on in the front's.
    made = joined(shoulders(PAIR, FOLD), piece, "top", other, "top")
    assert made.cuts == {piece: (FOLD,)}
    shape = made.shapes[piece]
    fold = next(e for e in shape.edges if e.kind == "fold")
    assert (fold.allowance, paths.length(fold.path)) == (0, pytest.approx(300))
    x0, y0, x1, y1 = paths.control_bounds(shape.outline)
    assert (x1 - x0, y1 - y0) == (pytest.approx(200), pytest.approx(600))
    x = paths.start(fold.path)[0]
    assert x == pytest.approx(paths.end(fold.path)[0])
    assert min(abs(x - x0), abs(x - x1)) < 1e-6


def test_two_on_the_fold_make_one_long_fold_or_are_refused():
    made = joined(shoulders(FOLD, FOLD), 1, "top", 2, "top")
    (fold,) = [e for e in made.shapes[1].edges if e.kind == "fold"]
    assert paths.length(fold.path) == pytest.approx(600)
    assert sewn(made) == {"main": pytest.approx(2 * 200 * 600)}
    aside = work(box(200, 300, fold=True), box(200, 300, fold=True), cuts=(FOLD,), seams=(
        Seam(name="side", a=(EdgeRef(piece=1, edge="right"),), b=(EdgeRef(piece=2, edge="right"),)),
    ))  # fmt: skip
    with pytest.raises(CraftError) as told:
        joined(aside, 1, "right", 2, "right")
    assert "cloth is folded once" in told.value.sentence


def test_what_is_not_sewn_one_to_one_is_not_joined():
    with pytest.raises(CraftError) as told:
        joined(shoulders(PAIR, SINGLE, printed=("left", "left")), 1, "top", 2, "top")
    assert "turned over" in told.value.sentence
    with pytest.raises(CraftError) as told:
        joined(shoulders(FOLD, Cut(role="main", count=4, pair=True)), 1, "top", 2, "top")
    assert "comes out twice from the main and Piece 2 (2) 4 times" in told.value.sentence


def test_a_cloth_of_its_own_goes_on_alone_under_the_free_number():
    glue = Cut(role="interfacing", count=2, pair=True)
    before = shoulders(PAIR, PAIR)
    for with_glue in (1, 2):
        cuts = {n: (PAIR, glue) if n == with_glue else (PAIR,) for n in (1, 2)}
        made = joined(replace(before, cuts=cuts), 1, "top", 2, "top")
        assert made.cuts == {1: (PAIR,), 2: (glue,)}
        assert made.names[2] == f"Piece {with_glue}, interfacing only"
        assert sewn(made) == {"main": pytest.approx(240_000), "interfacing": pytest.approx(120_000)}


def test_the_hands_say_that_the_other_paper_is_turned_over_where_no_seam_does():
    bare = shoulders(PAIR, PAIR, printed=("left", "right"))
    made = joined(replace(bare, seams=()), 1, "top", 2, "top")
    left = [e.name for e in made.shapes[1].edges if paths.start(e.path)[0] == paths.end(e.path)[0] == 0]
    assert left == ["left of 2", "left"]


def test_a_dart_keeps_its_cap_when_the_allowance_beside_it_changes():
    dart = panel()
    beside = next(k for k, e in enumerate(dart.edges) if e.kind == "dart")
    before, after = dart.edges[beside - 1].name, dart.edges[(beside + 1) % len(dart.edges)].name
    now = work(dart)
    for width in (25.0, 8.0):
        for name in (before, after):
            change = AllowanceChange(kind="allowance", piece=1, edge=name, width=width)
            now = allowance_set(now, change, 0).draft
        assert now.shapes[1].edges[beside].allowance == width


def test_marks_of_two_pieces_keep_names_of_their_own_however_often_they_are_joined():
    dot = Mark(id="d", kind="dot", name="dot", points=((50, 50),))
    shape = box(200, 300, marks=(dot,))
    now = work(shape, shape, shape)
    now = joined(now, 1, "right", 2, "left")
    now = joined(now, 1, "right of 2", 3, "left")
    ids = [mark.id for mark in now.shapes[1].marks]
    assert len([i for i in ids if i.startswith("d")]) == 3
    assert len(set(ids)) == len(ids)


def test_a_half_cut_twice_as_it_is_becomes_one_whole():
    edges = (Edge(name="a", kind="seam", path=line((0, 0), (90, 0), (90, 90))),
             Edge(name="b", kind="fold", path=line((90, 90), (0, 0))))  # fmt: skip
    now = work(Shape(edges=edges), cuts=(FOLD, Cut(role="interfacing", count=2)))
    made = open_half(now, OpenChange(kind="open", piece=1), 0).draft
    assert made.cuts[1] == (SINGLE, Cut(role="interfacing"))
    assert sewn(made) == {role: pytest.approx(area) for role, area in sewn(now).items()}


@st.composite
def a_band(draw):
    """A band any way round with buttonholes, a folding line along it, notches and gathers."""
    wide, long = draw(st.floats(40, 120)), draw(st.floats(400, 1500))
    holes = draw(st.lists(st.floats(0.03, 0.97), max_size=5))
    marks = [
        *(Mark(id=f"b{k}", kind="buttonhole", name=f"buttonhole {k}",
               points=((wide / 2, at * long - 8), (wide / 2, at * long + 8)))
          for k, at in enumerate(holes)),
        Mark(id="f", kind="placement", name="folding line", points=((wide / 2, 0), (wide / 2, long))),
        Mark(id="n", kind="notch", name="notch", edge="right",
             points=((wide, draw(st.floats(0.02, 0.98)) * long),)),
        Mark(id="g", kind="gathers", name="gathers", edge="left",
             points=((0, long * draw(st.floats(0.7, 0.9))), (0, long * draw(st.floats(0.1, 0.3))))),
    ]  # fmt: skip
    shape = box(wide, long, allowance=draw(st.sampled_from([0.0, 10.0, 15.0])), marks=tuple(marks))
    turn = draw(st.sampled_from([0.0, 90.0, 180.0, 270.0]))
    return turned_all(shape, turn)


def turned_all(shape: Shape, degrees: float) -> Shape:
    """The shape turned with its marks."""
    by = rotation(degrees)
    marks = tuple(
        m.model_copy(update={"points": tuple(move_point(p, by) for p in m.points)}) for m in shape.marks
    )
    return shape.model_copy(
        update={"edges": tuple(e.model_copy(update={"path": move(e.path, by)}) for e in shape.edges),
                "marks": marks}
    )  # fmt: skip


@settings(max_examples=60)
@given(a_band(), st.integers(1, 120))
def test_a_band_joined_from_two_lengths_keeps_its_marks_by_place(shape, number):
    halves = joined_in_two(working(number, "Band", shape, SINGLE), 15, taken=(902, 905))
    assert halves is not None
    whole = reach(shape.outline)
    for half in halves:
        (grain,) = [m for m in half.shape.marks if m.kind == "grain"]
        assert inside(reach(half.shape.outline), list(grain.points), 0.5).all()
        (fold,) = [m for m in half.shape.marks if m.id == "f"]
        assert paths.length(line(*fold.points)) == pytest.approx(half_long(shape), abs=0.5)
        assert not {"902", "905"} & {str(half.number)}
        for mark in half.shape.marks:
            if mark.kind in ("notch", "gathers"):
                assert all(paths.nearest(half.shape.edge(mark.edge).path, p)[0] < 0.01 for p in mark.points)
    count = [m.id for half in halves for m in half.shape.marks]
    assert all(count.count(m.id) == 1 for m in shape.marks if m.kind in ("buttonhole", "notch"))
    assert count.count("g") == 2
    reach_of = sum(paths.area(half.shape.outline) for half in halves)
    assert reach_of == pytest.approx(whole.area, rel=1e-6)
    assert all(half.shape.edge("join").allowance == 15 for half in halves)


def half_long(shape: Shape) -> float:
    x0, y0, x1, y1 = paths.control_bounds(shape.outline)
    return max(x1 - x0, y1 - y0) / 2


def test_bands_joined_have_numbers_of_their_own():
    bands = [working(n, f"Band {n}", box(60, 700), SINGLE) for n in (1, 46, 91, 902)]
    made = pieces_to_lay(fitted_of(*bands), LayInputs(joins=(1, 46, 91)))
    numbers = [piece.number for piece in made.pieces]
    assert len(set(numbers)) == len(numbers) == 7


def test_every_paper_after_fit_is_that_of_a_working_piece():
    pattern = ringing_waistcoat()
    changes = (
        SplitChange(kind="split", piece=2, line=((-50, 250), (600, 250)), new=20,
                    names=("Lower back", "Upper back"), seam="back yoke"),
        SplitChange(kind="split", piece=20, line=((80, -100), (80, 600)), new=21,
                    names=("Yoke", "Yoke side"), seam="yoke seam"),
    )  # fmt: skip
    lines = TraceInputs(lines={2: "stitching"})
    made = derive(pattern, Inputs(pick=PickInputs(size="D"), trace=lines, fit=FitInputs(changes=changes)))
    names = {piece.number: piece.name for piece in made.fitted.pieces}
    out = out_pieces(made.traced, made.fitted, None)
    assert {(p.number, p.name) for p in out} == set(names.items())
    for piece in out:
        assert piece.label[0] == f"{piece.number} {names[piece.number]}"
        assert piece.shape == next(p for p in made.fitted.pieces if p.number == piece.number).shape
    by_number = {piece.number: piece for piece in out}
    # What was cut off ends where its own piece's paper ends, and says what to cut.
    assert [by_number[n].line for n in (2, 20, 21)] == ["stitching"] * 3
    assert "main: cut a pair" in by_number[20].label
    assert "main: cut 1 on the fold" in by_number[21].label  # the smaller part, at the fold
    assert {p.number for p in out_pieces(made.traced, made.fitted, (21,))} == {21}
    again = (
        *changes,
        JoinChange(kind="join", piece=21, edge="yoke seam", other=20, other_edge="yoke seam"),
    )
    made = derive(pattern, Inputs(pick=PickInputs(size="D"), fit=FitInputs(changes=again)))
    assert [f.what for f in made.fitted.findings if f.weight == "fault"] == []
    numbers = [p.number for p in out_pieces(made.traced, made.fitted, None)]
    assert 21 in numbers
    assert 20 not in numbers
