"""Files nobody vouches for: bounded, every fault named, and never read halfway."""

import json
import re
from copy import deepcopy
from itertools import pairwise

import pytest
from hypothesis import assume, given, reject, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.formats.bounds import _widest
from craft.formats.bundle import LARGEST, read_bundle, write_pattern
from craft.pattern import Cut, Edge, Mark, Shape
from craft.pattern.cutting import cutting_line
from craft.pattern.effort import MOST, MOST_NUMBERS, effort_faults, effort_of
from craft.pattern.piece import Piece
from craft.shape import path as paths
from craft.shape.region import outside, region
from tests.craft.made_pieces import made_pieces, the_other_way_round
from workroom.demo.blouse import yoke_blouse
from workroom.demo.waistcoat import ringing_waistcoat

PLAIN = json.loads(write_pattern(ringing_waistcoat()))
PAGES = json.loads(write_pattern(yoke_blouse()))


def refused(change, base=PLAIN) -> CraftError:
    data = deepcopy(base)
    change(data["pattern"])
    with pytest.raises(CraftError) as error:
        read_bundle(json.dumps(data).encode())
    return error.value


def front(pattern, size="A"):
    return pattern["pieces"][0]["shapes"][size]


def crossed(p):
    edge = next(e for e in front(p)["edges"] if e["name"] == "front edge")
    (x, y), (u, v) = edge["path"][0]
    edge["path"] = [[[x, y], [x + 500, (y + v) / 2]], [[x + 500, (y + v) / 2], [u, v]]]


def spiked(count: int):
    """A piece whose outline has so many lines, in every size."""

    def change(p):
        for shape in p["pieces"][0]["shapes"].values():
            each = min(200, count // len(shape["edges"]))
            for edge in shape["edges"]:
                (x, y), (u, v) = edge["path"][0][0], edge["path"][-1][-1]
                steps = range(each)
                at = [[x + (u - x) * k / each, y + (v - y) * k / each] for k in steps] + [[u, v]]
                edge["path"] = [list(pair) for pair in pairwise(at)]

    return change


def twice_round(p):
    edges = front(p)["edges"]
    front(p)["edges"] = edges + [{**e, "name": e["name"] + " again"} for e in edges]


def notch_off(p):
    mark = next(m for m in front(p)["marks"] if m["kind"] == "notch")
    mark["points"][0][0] += 20


def two_folds(p):
    for piece in p["pieces"]:
        for shape in piece["shapes"].values():
            for edge in shape["edges"]:
                if edge["name"] == "front edge":
                    edge.update(kind="fold", allowance=0)
    p["pieces"][0]["shapes"]["A"]["edges"][1].update(kind="fold", allowance=0)


def grain_of(points):
    def change(p):
        mark = next(m for m in front(p)["marks"] if m["kind"] == "grain")
        mark["points"] = points

    return change


@pytest.mark.parametrize(
    ("change", "said"),
    [
        (crossed, "crosses or touches itself"),
        (twice_round, "crosses or touches itself"),
        (notch_off, "off the edge"),
        (two_folds, "two fold edges"),
        (
            lambda p: p["pieces"][1]["cuts"][0].update(pair=True, on_fold=True),
            "only be one of them",
        ),
        (lambda p: front(p)["levels"].update(hip=100.0), "hip lies above"),
        (lambda p: front(p)["levels"].update(hip=front(p)["levels"]["waist"]), "at one height"),
        (lambda p: front(p)["levels"].update(hip=1e308), "at most"),
        (lambda p: front(p)["edges"][0].update(name="collar"), "not those in size"),
        (lambda p: p["table"]["rows"][0]["body"].update(G=500.0), "Sizes must ascend"),
        (lambda p: p["views"].append({**p["views"][0]}), "Two views are called A"),
        (lambda p: p["seams"][0].update(b=p["seams"][0]["a"]), "sewn to itself"),
        (lambda p: p["seams"][0].update(ease=1e308), "at most"),
        (lambda p: p.update(base_height="1680"), "a number is expected"),
        (lambda p: p.update(name="  "), "blank"),
        (lambda p: p.update(name="a\x07b"), "control characters"),
        (lambda p: p["pieces"][0].update(name="a\nb"), "single line"),
        (grain_of([[50, 200], [50, 200]]), "no length"),
        (grain_of([[900, 200], [900, 400]]), "outside the piece"),
        (lambda p: front(p)["edges"][0].update(path=[]), "too few"),
    ],
)
def test_what_cannot_be_is_refused_with_its_sentence(change, said):
    assert said in refused(change).sentence


@given(st.integers(1, 40), st.sampled_from([1, 7, 30]))
@settings(max_examples=20)
def test_what_is_counted_is_the_pieces_effort_whatever_was_worked_out_before(pieces, most):
    """Lines, curves with and without cusps, marks and copies: sums by hand."""
    line, curve = ((0.0, 0.0), (9.0, 0.0)), ((0.0, 0.0), (3.0, 1.0), (6.0, 1.0), (9.0, 0.0))
    cusp = ((0.0, 0.0), (9.0, 9.0), (0.0, 9.0), (9.0, 0.0))
    kinds = {line: 1, curve: 2, cusp: 40}
    made = []
    for number in range(1, pieces + 1):
        path = tuple(c for c in kinds for _ in range(most))
        small = Shape(
            edges=(Edge(name="a", kind="seam", path=(line,)), Edge(name="b", kind="seam", path=(line,)))
        )
        big = small.model_copy(update={"edges": (*small.edges, Edge(name="c", kind="seam", path=path))})
        cut = Cut(role="main", count=(number + 1) // 2, pair=number % 2 == 0)
        made.append(Piece(number=number, name=f"P{number}", cuts=(cut,), shapes={"A": small, "B": big}))
    n = 2 + 3 * most
    copies = [(k + 1) // 2 * (2 - k % 2) for k in range(1, pieces + 1)]
    wanted = [2 + most * 43 + n * n / 400 + each / 6 for each in copies]
    assert [effort_of(piece) for piece in made] == pytest.approx(wanted)
    pattern = ringing_waistcoat().model_copy(update={"pieces": tuple(made)})
    said = [sentence for sentence, _ in effort_faults(pattern)]
    assert bool(said) == (sum(wanted) > MOST)
    if said:
        most_of_all = wanted.index(max(wanted)) + 1
        assert f"Piece {most_of_all} (P{most_of_all}) has most" in said[0]
        times = float(re.search(r"There is (\S+) times", said[0])[1])
        assert 0 <= times - sum(wanted) / MOST <= 0.1 + 1e-9


def test_more_than_can_be_worked_out_is_refused_with_the_piece_that_has_most():
    assert "as can be worked out. Piece 1" in refused(spiked(1_500)).sentence


@pytest.mark.parametrize("way", ["lines", "curves", "marks"])
def test_whatever_is_not_too_long_for_a_file_can_be_read_from_one(way):
    """All sizes together: just what is taken, written out, is no longer than a file that is read."""
    long, far = (0.12345678901234567,) * 2, (1234.5678901234567,) * 2
    line, curve = (long, far), (long, far, long, far)
    path = ((line if way == "lines" else curve),) * (200 if way != "marks" else 1)
    edges = tuple(Edge(name=f"edge {k}", kind="seam", path=path, allowance=15.5) for k in range(4))
    mark = Mark(id="a mark", kind="dot", name="a mark of some name", points=(far,))
    shape = Shape(edges=edges, marks=(mark,) * (200 if way == "marks" else 0))
    each = sum(2 * len(c) for c in shape.outline) + 14 * len(shape.marks) + 12 * 4
    most = MOST_NUMBERS // each
    for sizes, too_long in ((most, False), (most + 1, True)):
        shapes = [{f"S{k}": shape for k in range(p, sizes, 60)} for p in range(60)]
        pieces = tuple(Piece(number=k + 1, name="P", cuts=(), shapes=s) for k, s in enumerate(shapes) if s)
        pattern = ringing_waistcoat().model_copy(update={"pieces": pieces})
        said = [sentence for sentence, _ in effort_faults(pattern) if "as a file takes" in sentence]
        assert bool(said) == too_long
        assert too_long or len(write_pattern(pattern)) < LARGEST


def test_every_fault_of_a_file_is_named_at_once():
    def change(p):
        p["table"]["rows"][0]["body"].pop("E")
        p["pieces"][1]["number"] = 1
        notch_off(p)
        p["seams"][3]["a"][0]["piece"] = 77

    error = refused(change)
    lines = error.sentence.split("\n")
    assert error.field == "pattern.table.rows.0.body"
    assert any("size E" in line for line in lines)
    assert any("Two pieces have the number 1" in line for line in lines)
    assert any("off the edge" in line for line in lines)
    assert any("names piece 77" in line for line in lines)
    both = refused(lambda p: (p.update(knit="x"), front(p)["edges"][0].update(allowance=-1)))
    assert "yes or no" in both.sentence
    assert "at least 0" in both.sentence
    long = refused(lambda p: (p.update(name="x" * 121), p["pieces"][0].update(name="")))
    assert "longer than 120" in long.sentence
    assert "must not be empty" in long.sentence
    gone = refused(lambda p: (p.pop("name"), p.update(table=None), front(p)["edges"][0].pop("path")))
    assert gone.sentence.count("missing here") == 2
    assert "named entries are expected here" in gone.sentence


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ('{"format": "dove-tack", "version": true}', "another version"),
        ('{"format": "dove-tack", "version": ' + "1" * 5000 + "}", "too long"),
        ('{"format": "dove-tack", "format": "dove-tack", "version": 1}', "twice"),
        ('{"format": "dove-tack", "version": 1, "kind": "pattern", "title": "\\ud800"}', "title"),
        ('{"format": "dove-tack", "version": 1, "x": ' + "[" * 60 + "]" * 60 + "}", "nested"),
    ],
)
def test_strange_json_is_refused(text, said):
    with pytest.raises(CraftError, match=said):
        read_bundle(text.encode())


@pytest.mark.parametrize("where", ["pieces", "seams", "views", "edges", "marks", "path", "points"])
def test_a_million_wrong_entries_cost_no_more_than_twenty(where):
    def change(p):
        many = [{}] * 300_000
        if where in p:
            p[where] = many
        elif where in ("edges", "marks"):
            front(p)[where] = many
        elif where == "path":
            front(p)["edges"][0]["path"] = many
        else:
            front(p)["marks"][0]["points"] = many

    error = refused(change)
    assert "entries" in error.sentence
    assert len(error.sentence) < 5_000
    spread = refused(
        lambda p: [s.update(marks=[{"id": 1}] * 200) for s in p["pieces"][0]["shapes"].values()]
    )
    assert spread.sentence.count("\n") <= 20
    assert "20 and more places" in spread.sentence


@pytest.mark.parametrize("at", [[-600, 0], [0, -900], [19_999, 19_999], [0, 1e9]])
def test_print_positions_are_checked(at):
    error = refused(lambda p: p["home_print"]["at"].update({"1": at}), PAGES)
    assert "home_print.at.1" in error.field


@settings(max_examples=15)
@given(shape=made_pieces(), first=st.booleans())
def test_an_outline_given_the_other_way_round_is_turned(shape, first):
    outline = region(shape.outline, 0.01)
    assume(outline.is_valid and outline.exterior.is_ccw)
    size = "A" if first else "D"
    data = deepcopy(PLAIN)
    data["pattern"]["seams"] = []
    piece = data["pattern"]["pieces"][1]
    marks = json.loads(shape.model_dump_json())["marks"]
    room = region(shape.outline, 0.1)
    x, y = room.representative_point().coords[0]
    marks[0]["points"] = [[x, y - 3], [x, y + 3]]
    for name in piece["shapes"]:
        given_ = the_other_way_round(shape) if name == size else shape
        piece["shapes"][name] = {**json.loads(given_.model_dump_json()), "marks": marks}
    fold = any(edge.kind == "fold" for edge in shape.edges)
    piece["cuts"] = [{"role": "main", "on_fold": fold}]
    try:
        made = read_bundle(json.dumps(data).encode()).pattern.pieces[1].shapes[size]
    except CraftError as refused_:
        # Shapes that hold together badly are refused for what they are, whichever way they run.
        words = ("crosses", "over its own fold", "no length", "aslant")
        if not any(word in refused_.sentence for word in words):
            raise
        reject()
    assert {edge.name for edge in made.edges} == {edge.name for edge in shape.edges}
    assert paths.area(made.outline) == pytest.approx(paths.area(shape.outline))
    assert outside(region(made.outline, 0.02), region(cutting_line(made), 0.02))[0] < 0.5


def test_a_seam_of_a_turned_piece_is_walked_the_other_way():
    data = deepcopy(PLAIN)
    for shape in data["pattern"]["pieces"][0]["shapes"].values():
        shape["edges"] = [
            {**edge, "path": [curve[::-1] for curve in edge["path"][::-1]]} for edge in shape["edges"][::-1]
        ]
        for mark in shape["marks"]:
            if mark["kind"] == "dart":
                mark["points"] = mark["points"][::-1]
    for seam in data["pattern"]["seams"]:
        for ref in (*seam["a"], *seam["b"]):
            if ref["piece"] == 1:
                ref["backwards"] = not ref["backwards"]
    made = read_bundle(json.dumps(data).encode()).pattern
    same = ringing_waistcoat()
    assert made.seams == same.seams
    for size, shape in made.pieces[0].shapes.items():
        drawn = same.pieces[0].shapes[size]
        assert {e.name: e.path for e in shape.edges} == {e.name: e.path for e in drawn.edges}
        assert shape.marks == drawn.marks


@given(st.recursive(st.integers(), lambda inner: st.lists(inner, max_size=6)
                    | st.dictionaries(st.text(max_size=3), inner, max_size=6), max_leaves=30))  # fmt: skip
def test_the_longest_list_inside_is_found_wherever_it_lies(raw):
    def lengths(one):
        inside = list(one.values()) if isinstance(one, dict) else one if isinstance(one, list) else []
        return [len(inside), *(n for each in inside for n in lengths(each))]

    assert _widest(raw) == max(lengths(raw))
    assert _widest([[0] * 2_001, raw]) == 2_001
