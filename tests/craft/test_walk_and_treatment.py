"""Walking seams and reading size lines, on shapes small enough to check in the head."""

import pytest

from craft.fit.seams.walk import walk
from craft.measure import render
from craft.pattern import (
    Edge,
    EdgeRef,
    Mark,
    Pattern,
    Piece,
    Seam,
    Shape,
    SizeTable,
    Source,
    TableRow,
    View,
)
from craft.shape import path as paths
from craft.trace.treatment import advise
from tests.craft.shapes import box


def pattern_of(*pieces: Piece, seams: tuple[Seam, ...] = (), sizes=("A", "B")) -> Pattern:
    return Pattern(
        name="Sample", garment="sample", source=Source(publication="The pattern box"),
        base_height=1680,
        table=SizeTable(
            sizes=sizes,
            rows=(TableRow(measurement="bust", body=dict.fromkeys(sizes, 900.0), leads=True),),
        ),
        views=(View(id="A", name="Only view"),), pieces=pieces, seams=seams,
    )  # fmt: skip


def piece(number: int, *shapes: Shape) -> Piece:
    names = "ABCDEFG"[: len(shapes)]
    return Piece(
        number=number, name=f"Piece {number}", cuts=(),
        shapes=dict(zip(names, shapes, strict=True)),
    )  # fmt: skip


def sewn(a: float, b: float, *, ease: float = 0.0, backwards: bool = False, notches=()):
    """Two boxes sewn along their right edges, ``a`` and ``b`` long, with notches along them."""
    shapes = {}
    for number, (high, at) in enumerate(((a, [n[0] for n in notches]), (b, [n[1] for n in notches])), 1):
        marks = tuple(
            Mark(id=f"n{i}", kind="notch", name=f"notch {i}", edge="right", points=((50.0, y),))
            for i, y in enumerate(at, 1)
        )
        shapes[number] = box(50, high, marks=marks)
    seam = Seam(
        name="side seam", a=(EdgeRef(piece=1, edge="right"),),
        b=(EdgeRef(piece=2, edge="right", backwards=backwards),), ease=ease,
    )  # fmt: skip
    pattern = pattern_of(*(piece(n, shape, shape) for n, shape in shapes.items()), seams=(seam,))
    return walk(pattern, shapes, {1: "Front", 2: "Back"})


def test_equal_edges_agree():
    (seam,), findings = sewn(300, 300)
    assert seam.agrees
    assert findings == []
    assert render(seam.difference.working[0], "cm") == "30 cm − 30 cm = 0 mm"


def test_two_millimetres_are_let_pass_and_three_are_not():
    assert sewn(302, 300)[0][0].agrees
    (seam,), findings = sewn(303, 300)
    assert not seam.agrees
    assert findings[0].what == "Side seam: front is [[3]] longer than back."
    assert findings[0].where.piece == "2"


def test_the_shorter_side_is_the_one_to_change():
    _, findings = sewn(300, 310)
    assert findings[0].what == "Side seam: back is [[10]] longer than front."
    assert findings[0].mend == "Change front by the same amount."
    assert findings[0].where.piece == "1"


def test_intended_ease_is_taken_off_first():
    # 31.5 − 30.0 − 1.5 = 0
    (seam,), findings = sewn(315, 300, ease=15)
    assert seam.difference.value == pytest.approx(0)
    assert findings == []
    assert render(seam.difference.working[0], "cm") == "31.5 cm − 30 cm − ease 1.5 cm = 0 mm"
    assert sewn(300, 300, ease=15)[1][0].weight == "fault"


def test_notches_are_compared_from_the_same_end():
    (seam,), findings = sewn(300, 300, notches=[(100, 100), (200, 201)])
    assert seam.notches == ("notch 1", "notch 2")
    assert findings == []


def test_a_notch_that_does_not_meet_its_partner_is_doubted():
    (seam,), findings = sewn(300, 300, notches=[(100, 109)])
    assert findings[0].weight == "doubt"
    assert "lie [[9]] apart" in findings[0].what
    assert not seam.agrees


def test_an_edge_walked_backwards_counts_from_its_other_end():
    # 100 from the start of one edge meets 200 from the start of the other, 300 long.
    (seam,), findings = sewn(300, 300, backwards=True, notches=[(100, 200)])
    assert seam.notches == ("notch 1",)
    assert findings == []


def test_a_seam_of_a_piece_not_in_the_view_is_not_walked():
    shapes = {1: box(50, 300)}
    seam = Seam(name="s", a=(EdgeRef(piece=1, edge="right"),), b=(EdgeRef(piece=2, edge="right"),))
    pattern = pattern_of(
        piece(1, box(50, 300), box(50, 300)), piece(2, box(50, 200), box(50, 200)), seams=(seam,)
    )
    assert walk(pattern, shapes, {1: "Front"}) == ((), [])


def test_several_edges_on_one_side_add_up():
    # 10 + 20 against 30
    shapes = {1: box(100, 200), 2: box(50, 300)}
    seam = Seam(
        name="hem",
        a=(EdgeRef(piece=1, edge="top"), EdgeRef(piece=1, edge="right")),
        b=(EdgeRef(piece=2, edge="right"),),
    )
    pattern = pattern_of(*(piece(n, shape, shape) for n, shape in shapes.items()), seams=(seam,))
    (walked,), findings = walk(pattern, shapes, {1: "Cuff", 2: "Sleeve"})
    assert walked.a.value == 300
    assert "cuff top [[100]] + cuff right [[200]] = [[300]]" in walked.a.working[0]
    assert findings == []


# --- what the size lines say ---


def with_right(path: paths.Path) -> Shape:
    """A box 200 high whose right side follows ``path`` from (x, 0) to (x', 200)."""
    start, end = paths.start(path), paths.end(path)
    plain = box(100, 200)
    sides = {
        "top": (((0.0, 0.0), start),), "right": path, "bottom": ((end, (0.0, 200.0)),),
        "left": (((0.0, 200.0), (0.0, 0.0)),),
    }  # fmt: skip
    edges = tuple(Edge(name=name, kind="seam", path=each) for name, each in sides.items())
    return Shape(edges=edges, marks=plain.marks)


def straight(x: float, lower: float | None = None) -> paths.Path:
    return (((x, 0.0), (lower if lower is not None else x, 200.0)),)


def bent(x: float, out: float = 30.0) -> paths.Path:
    return (((x, 0.0), (x + out, 60.0), (x + out, 140.0), (x, 200.0)),)


@pytest.mark.parametrize(
    ("small", "large", "treatment"),
    [
        (straight(100), straight(100), "use as it is"),
        (straight(100), straight(100.1), "use as it is"),  # one line on paper
        (straight(100), straight(112), "cut and fold back"),
        (straight(100, 120), straight(112, 132), "cut and fold back"),
        (straight(100), straight(100, 120), "slit and fold back"),
        (bent(100), bent(112), "clip and fold back"),
        (bent(100, 140), bent(112, 140), "trace"),  # bends too tightly to fold
    ],
)
def test_the_treatment_of_a_simple_piece(small, large, treatment):
    sample = piece(1, with_right(small), with_right(large))
    assert advise(("A", "B"), sample, sample.shapes["A"], "A").treatment == treatment


def test_a_dart_inside_means_tracing_even_where_edges_are_straight():
    dart = Mark(
        id="d", kind="double dart", name="waist dart",
        points=((50.0, 40.0), (45.0, 100.0), (50.0, 160.0), (55.0, 100.0)),
    )  # fmt: skip

    def darted(x: float) -> Shape:
        shape = with_right(straight(x))
        return shape.model_copy(update={"marks": (*shape.marks, dart)})

    advice = advise(("A", "B"), piece(1, darted(100), darted(112)), darted(112), "B")
    assert advice.treatment == "trace"
    assert advice.because == "Waist dart inside: folding would not be exact."


def test_the_reason_names_the_edges_and_how_far_they_move():
    sample = piece(1, with_right(straight(100)), with_right(straight(118)))
    because = advise(("A", "B"), sample, sample.shapes["A"], "A").because
    assert "right" in because
    assert "[[18]]" in because


def test_another_construction_in_another_size_is_traced():
    two = (((100.0, 0.0), (100.0, 90.0)), ((100.0, 90.0), (112.0, 200.0)))
    sample = piece(1, with_right(straight(100)), with_right(two))
    assert advise(("A", "B"), sample, sample.shapes["A"], "A").treatment == "trace"
