"""Patterns that come as PDF files: pages put together, sizes told apart, pieces, words and marks found."""

from collections import Counter
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from craft.digitise.digitised import digitise
from craft.digitise.edits.facts import renamed
from craft.digitise.edits.taken import TakePieces
from craft.digitise.inputs import PatternInputs
from craft.drawing import DrawnText, Ink
from craft.errors import CraftError
from craft.formats.drawings import read_drawing
from craft.pattern.pattern import ONLY
from craft.pattern.piece import Cut
from craft.recognise.chains import Chain
from craft.recognise.corrections import PieceCorrections, corrected
from craft.recognise.offering import offer_of
from craft.recognise.recognised import recognise
from craft.recognise.square import find_square
from craft.recognise.words import cut_of
from craft.shape import path as paths
from craft.shape import region
from craft.trace.label import cut_words
from tools.files_bench.hostile import ROOMS
from tools.files_bench.judge import counted, furthest, made, sheet
from tools.files_bench.other_files import dxf_of, svg_of
from tools.files_bench.pdf_files import Kind, Made, Placed, pdf_of

WHOLE = [
    ("blouse", {"pages": "one"}),
    ("breeches", {"pages": "form", "upside_down": True}),
    ("waistcoat", {"pages": "nested", "rotate": 90, "told": "nested layers"}),
    ("breeches", {"pages": "form", "told": "nested layers"}),
    ("blouse", {"pages": "form", "user_unit": 2.0, "overlap": 10, "told": "same names", "objects": True}),
    ("breeches", {"pages": "form", "told": "members", "rotate": 180, "instructions": 2}),
    ("blouse", {"pages": "one", "told": "colour", "rotate": 270}),
    ("waistcoat", {"pages": "form", "told": "dash"}),
    ("breeches", {"pages": "form", "told": "width", "shift": 0.8}),
    ("waistcoat", {"pages": "direct", "page": (420.0, 594.0), "upside_down": True}),
    ("blouse", {"pages": "form", "hidden": ("34", "36"), "first": 6}),
]
# Some sizes do where it is not the number of them that counts; ./bench files has them all.
FEW = 3


# Lines that are no lines in the file: strokes each drawn by itself, and the thin areas that lines cover.
BROKEN = [
    ("breeches", {"strokes": "dashes", "pages": "one"}),
    ("waistcoat", {"strokes": "dashes", "pages": "form", "told": "colour"}),
    ("breeches", {"strokes": "areas", "pages": "form"}),
]


@pytest.mark.parametrize(("name", "kind"), BROKEN, ids=lambda each: str(each)[:60])
def test_lines_drawn_in_strokes_or_as_areas_are_put_together_and_gaps_are_said(name, kind):
    file, drawing, found = made(name, **{"first": FEW} | kind)
    pattern = file.sheet.pattern
    off = furthest(file, found)
    assert set(off) == {(p.number, size) for p in pattern.pieces for size in p.shapes}
    assert max(off.values()) < (0.02 if kind["strokes"] == "dashes" else 0.15)
    told = {f.what for each in offer_of(drawing, found).pieces for f in each.findings}
    assert any("gaps of up to [[2]] are bridged" in each for each in told) == (kind["strokes"] == "dashes")


@pytest.mark.parametrize(("name", "kind"), WHOLE, ids=lambda each: str(each)[:60])
def test_every_outline_of_every_size_is_where_it_was_drawn(name, kind):
    file, _, found = made(name, **{"first": FEW} | kind)
    pattern = file.sheet.pattern
    assert found.placed.loose == ()
    numbers = sorted(each.words.number for each in found.pieces)
    assert numbers == sorted(each.number for each in pattern.pieces)
    off = furthest(file, found)
    assert set(off) == {(p.number, size) for p in pattern.pieces for size in p.shapes}
    assert max(off.values()) < 0.005
    assert sum(each == "words" for each in found.kinds) == kind.get("instructions", 0)
    for read in found.pieces:
        piece = pattern.piece(read.words.number)
        assert read.words.name == piece.name
        assert counted(read.words.cuts) == counted(piece.cuts)
        assert {cut.role for cut in piece.cuts if cut.pair} <= {c.role for c in read.words.cuts if c.pair}
        assert not read.piece.doubts
    if all(each.told for each in found.sizes):
        assert tuple(each.name for each in found.sizes) == file.sheet.sizes
    else:
        assert kind["told"] in ("colour", "dash", "width")
        assert not any(each.told for each in found.sizes)


@pytest.mark.parametrize(("name", "kind"), [
    ("waistcoat", {}), ("breeches", {"pages": "one", "told": "colour"}), ("breeches", {"pages": "cut"}),
])  # fmt: skip
def test_words_drawn_as_shapes_are_shown_on_their_piece_and_are_no_marks(name, kind):
    file, drawing, found = made(name, first=FEW, lettering=True, **kind)
    _, silent, without = made(name, first=FEW, letters=False, **kind)
    offer, bare = offer_of(drawing, found), offer_of(silent, without)
    # Where they lie tells which is which: nothing says their numbers.
    by_place = {each.origin: each for each in bare.pieces}
    assert {each.origin for each in offer.pieces} == set(by_place)
    heard = set()
    for piece in offer.pieces:
        assert piece.wordless
        kinds = [Counter(m.kind for m in each.inputs.marks) for each in (piece, by_place[piece.origin])]
        # A dot amid the words may be taken for a letter, which is said; no letter becomes a mark.
        assert kinds[0] <= kinds[1]
        assert kinds[1].total() - kinds[0].total() <= 1
        assert any("drawn, not written" in each.what for each in piece.findings)
        shapes = [line for block in piece.lettering for line in block]
        boxes = [paths.control_bounds(line) for line in shapes]
        left, top = min(box[0] for box in boxes), min(box[1] for box in boxes)
        right, low = max(box[2] for box in boxes), max(box[3] for box in boxes)
        at = found.placed.at and file_offset(file, found)
        words = [
            w for w in file.sheet.words
            if w.piece and left - 3 < w.at[0] + at[0] < right + 3 and top < w.at[1] + at[1] < low + 3
        ]  # fmt: skip
        # What is shown is the words of one piece: number and name, how many to cut.
        assert len({w.piece for w in words}) == 1
        drawn = sum(2 * len(w.text.replace(" ", "")) for w in words)
        least = 0.4 if kind.get("pages") == "cut" else 0.85  # what crosses a cut page's edge is not on it
        assert least * drawn <= len(shapes) <= drawn + 1
        heard |= {w.piece for w in words}
    assert len(heard) == len(offer.pieces)


def file_offset(file, found):
    """What brings a place of the drawn sheet to the sheet that was put together (mm)."""
    page = next(each for each in file.placed if each.page in found.placed.at)
    mine, theirs = found.placed.at[page.page], page.at
    return mine[4] - theirs[4], mine[5] - theirs[5]


@pytest.mark.parametrize(("name", "kind"), [
    ("breeches", {"pages": "one"}), ("waistcoat", {"pages": "one", "told": "colour"}),
    ("blouse", {"pages": "form", "told": "same names"}), ("waistcoat", {"pages": "direct"}),
])  # fmt: skip
def test_pieces_that_lie_over_each_other_are_told_apart(name, kind):
    file, _, found = made(name, crowded=True, first=FEW, **kind)
    pattern = file.sheet.pattern
    off = furthest(file, found)
    assert set(off) == {(p.number, size) for p in pattern.pieces for size in p.shapes}
    assert max(off.values()) < 0.005
    for read in found.pieces:
        piece = pattern.piece(read.words.number)
        assert (read.words.name, read.words.others) == (piece.name, ())
        assert counted(read.words.cuts) == counted(piece.cuts)


@pytest.mark.parametrize("name", ["breeches", "blouse", "waistcoat"])
def test_crowded_pages_that_were_cut_give_no_piece_that_is_wrong_without_a_word(name):
    file, drawing, found = made(name, crowded=True, first=FEW, pages="cut", decimals=3)
    off = furthest(file, found)
    wrong = {number for (number, _), each in off.items() if each > 0.05}
    offer = offer_of(drawing, found)
    doubted = {
        each.inputs.number for each in offer.pieces if any(f.weight == "doubt" for f in each.findings)
    }  # fmt: skip
    assert wrong <= doubted
    missing = {piece.number for piece in file.sheet.pattern.pieces} - {number for number, _ in off}
    said = any("do not close to an outline" in each.what for each in offer.findings)
    assert not missing or said


def test_what_is_said_of_a_piece_goes_before_what_the_file_says():
    _, drawing, found = made("breeches", pages="one")
    piece = offer_of(drawing, found).pieces[0].inputs
    first, *others = piece.marks
    said = PieceCorrections(name=" Shield ", cut="fold", left=(first.id,))
    after = corrected(piece, said)
    assert (after.name, after.marks) == ("Shield", tuple(others))
    assert [(c.count, c.on_fold, c.pair) for c in after.cuts] == [(1, True, False)]
    assert [(c.count, c.pair) for c in corrected(piece, PieceCorrections(cut="pair")).cuts] == [(2, True)]
    assert corrected(piece, PieceCorrections()) == piece


def test_marks_are_drawn_where_they_lie_on_the_sheet_and_notches_point_out():
    _, drawing, found = made("breeches", pages="one")
    offer = offer_of(drawing, found)
    for piece in offer.pieces:
        assert set(piece.drawn) == {mark.id for mark in piece.inputs.marks}
        outline = region.polygon(paths.flatten(next(iter(piece.lines.values())), 0.1))
        for mark in piece.inputs.marks:
            if mark.kind == "notch":
                inner, outer = piece.drawn[mark.id].lines[0].points
                assert region.contains(outline, np.array([inner, outer])).tolist() == [True, False]


def test_the_square_says_at_which_scale_a_file_is_drawn():
    _, drawing, found = made("breeches", pages="one", scale=0.97)
    assert found.square.nominal == pytest.approx(100)
    assert found.square.scale == pytest.approx(1 / 0.97, rel=1e-4)
    assert found.square._replace(width=99.84, height=99.84).scale == 1  # rounded to points
    offer = offer_of(drawing, found)
    assert "103.1 % as large" in offer.findings[0].what
    inputs = TakePieces(pieces=(offer.pieces[0].inputs,), sizes={"1": "1"}, scale=offer.scale).apply(
        PatternInputs(name="x")
    )
    true = sheet("breeches").pattern.piece(inputs.pieces[0].number).shapes["1"].outline
    got = digitise(inputs).pattern.pieces[0].shapes["1"].outline
    assert paths.area(got) == pytest.approx(paths.area(true), rel=1e-4)
    _, drawing, found = made("breeches", pages="one", letters=False)
    assert (found.square.nominal, found.square.scale) == (100, 1)  # by its size alone
    assert all(not each.words.name for each in found.pieces)
    _, drawing, found = made("breeches", pages="one", letters=False, scale=0.98)
    assert found.square.scale == 1  # what is guessed enlarges nothing
    assert "[[98]] may be the test square" in offer_of(drawing, found).findings[0].what


def test_a_pocket_that_is_square_is_no_test_square():
    ring = np.array([((0, 0), (45, 0)), ((45, 0), (45, 45)), ((45, 45), (0, 45)), ((0, 45), (0, 0))], float)
    a, b = ring[:, 0], ring[:, 1]
    chain = Chain(np.stack((a, a + (b - a) / 3, b - (b - a) / 3, b), axis=1), np.ones(4, bool), True, Ink())
    words = DrawnText("hem 4 cm", (10, 20), 4, 20, 0, 0)
    assert find_square([chain], [words]) is None
    assert find_square([chain], [words._replace(text="This square should be 4 cm")]).scale == pytest.approx(
        40 / 45
    )


def test_marks_keep_their_kind_their_place_and_their_fellows_in_other_sizes():
    file, drawing, found = made("breeches", pages="one")
    offer = offer_of(drawing, found)
    for each in offer.pieces:
        true = file.sheet.pattern.piece(each.inputs.number).shapes
        first = each.taken_sizes[0]
        for kind in ("notch", "dart"):
            wanted = [m for m in true[first].marks if m.kind == kind]
            got = [m for m in each.inputs.marks if m.kind == kind]
            assert sorted(m.count for m in got) == sorted(m.count for m in wanted)
            assert all(set(m.at) == set(each.taken_sizes[1:]) for m in got)
        assert sum(mark.kind == "grain" for mark in each.inputs.marks) <= 1
    assert sum("1 dart" in each.marks for each in offer.pieces) == 1


def test_a_piece_whose_outline_is_open_is_missed_aloud():
    file = sheet("breeches")
    cut_open = tuple(
        each._replace(path=each.path[:-1], closed=False)
        if each.piece == 2 and each.what == "outline"
        else each
        for each in file.lines
    )
    drawing = read_drawing(pdf_of(replace(file, lines=cut_open), Kind(pages="one")).data)
    offer = offer_of(drawing, recognise(drawing))
    assert [each.inputs.number for each in offer.pieces] == [1, 3, 4, 5, 6, 7, 8, 9]
    told = [each.what for each in offer.findings]
    assert "The words “cut 2” lie on no piece that was found." in told
    # The outlines, the darts, the grain line and the double length lines on them.
    assert "17 long lines do not close to an outline." in told


COUNTS = st.builds(
    Cut, role=st.sampled_from(["main", "lining", "interfacing", "contrast"]), count=st.integers(1, 20),
    pair=st.booleans(), on_fold=st.booleans(),
).filter(lambda cut: cut.pair == (cut.count % 2 == 0 and not cut.on_fold))  # fmt: skip


@given(COUNTS)
def test_how_many_to_cut_is_read_as_labels_write_it(cut):
    (words,) = cut_words((cut,))
    assert cut_of(words) == cut


def offered(**kind):
    _, drawing, found = made("blouse", **kind)
    return offer_of(drawing, found)


def test_what_is_taken_is_a_pattern_like_any_other():
    offer = offered(pages="form", told="colour")
    pieces = tuple(each.inputs for each in offer.pieces)
    wanted = {"size 2": "36", "size 4": "40"}
    begun = PatternInputs(name="Bought")
    inputs = TakePieces(pieces=pieces, sizes=wanted, traced="cutting").apply(begun)
    assert inputs.sizes == ("36", "40")
    assert [each.number for each in inputs.pieces] == [each.number for each in pieces]
    made_ = digitise(inputs)
    faults = {f.what.split(":")[0] for f in made_.findings if f.weight == "fault"}
    # So narrow that nothing would be left of it inside its allowance.
    assert faults == {f"Piece 8 (Slit binding) in size {size}" for size in ("36", "40")}
    true = sheet("blouse").pattern
    for piece in made_.pattern.pieces:
        for size in ("36", "40"):
            # The line of the file is the cutting line: what is sewn lies inside of it.
            inside = paths.area(true.piece(piece.number).shapes[size].outline) - paths.area(
                piece.shapes[size].outline
            )
            assert inside > 100
    again = TakePieces(pieces=pieces[:2], sizes={"size 1": "34", "size 3": "38"}).apply(inputs)
    assert again.sizes == ("34", "36", "38", "40")
    assert len({each.number for each in again.pieces}) == len({each.id for each in again.pieces}) == 11
    alone = pieces[0].model_copy(update={"drawn": pieces[0].drawn.model_copy(update={
        "lines": {"size 1": pieces[0].drawn.lines["size 1"]},
    })})  # fmt: skip
    assert TakePieces(pieces=(alone, pieces[1]), sizes=wanted).said(begun) == "Took 1 piece from a file"
    # What was there in its only size is in the first of those that come.
    own = PatternInputs(name="Mine", pieces=(renamed(inputs, "36", ONLY).pieces[0],))
    more = TakePieces(pieces=pieces[1:2], sizes={"size 1": "34", "size 2": "36"}).apply(own)
    assert more.sizes == ("34", "36")
    assert "34" in more.pieces[0].drawn.lines
    assert ONLY not in more.pieces[0].drawn.lines
    assert TakePieces(pieces=pieces[:1], sizes=wanted).said(begun) == "Took 1 piece from a file"
    with pytest.raises(CraftError, match="same name"):
        TakePieces(pieces=pieces, sizes={"size 1": "A", "size 2": "A"}).apply(begun)
    with pytest.raises(CraftError, match="in the sizes chosen"):
        TakePieces(pieces=pieces, sizes={"size 9": "A"}).apply(begun)
    with pytest.raises(ValidationError):
        TakePieces(pieces=(), sizes=wanted)


def offer_in(data: bytes):
    drawing = read_drawing(data)
    return offer_of(drawing, recognise(drawing))


# What a reader has to do before it can know costs some of them seconds: ./bench files has them all.
SOME = "closed outline|hardly any lines|Nothing is drawn|damaged|larger than|numbers that are none"
QUICK = [
    (name, sentence) for name, sentence in {
        "any: empty": "empty", "any: text": "no PDF, SVG or DXF", "any: a picture": "no PDF, SVG or DXF",
        "pdf: locked": "password", "pdf: cut off": "closed outline|damaged|pages|words",
        "pdf: headless": "damaged|no PDF", "pdf: circle of forms": "closed outline|hardly any lines",
        "pdf: forms by forms": "lines", "pdf: page tree in a circle": SOME, "pdf: acts by itself": SOME,
        "pdf: layers of themselves": SOME, "pdf: huge": "larger than any sheet",
        "pdf: huge matrix": SOME, "pdf: no numbers": "hardly any lines",
        "pdf: half a million operators": "operators", "pdf: never closed": "hardly any lines",
        "pdf: blank": "hardly any lines", "pdf: nine kilometres": "20 m", "pdf: no pages": "no pages",
        "pdf: inside out": SOME, "pdf: turned by 45": SOME, "pdf: unit of a mile": "20 m",
        "svg: cut off": "damaged", "svg: nothing": "Nothing is drawn",
        "svg: a billion laughs": "entities|damaged",
        "svg: from outside": "entities", "svg: deep": "times|deep|damaged", "svg: uses itself": "more than",
        "svg: uses by uses": "times", "svg: huge": "20 m|none", "svg: nonsense": "Nothing|contradicts",
        "svg: a script": "closed outline", "svg: pictures from elsewhere": "Nothing is drawn",
        "svg: no size": SOME, "dxf: cut off": "damaged|Nothing", "dxf: nothing": "Nothing",
        "dxf: blocks too deep": "too deep", "dxf: block in itself": "too deep|Nothing|damaged",
        "dxf: huge": SOME, "dxf: no numbers": SOME, "dxf: binary, cut off": "damaged|Nothing",
    }.items()
]  # fmt: skip
MAKERS = {f"{room}: {name}": make for room, each in ROOMS.items() for name, make in each.items()}


@pytest.mark.parametrize(("name", "sentence"), QUICK)
def test_what_is_no_pattern_is_refused_with_a_sentence(name, sentence):
    with pytest.raises(CraftError, match=sentence):
        offer_in(MAKERS[name]())


SVG: list[str] = ["groups", "classes", "uses", "pixels"]
DXF = [
    ("splines", "R2000"),
    ("splines", "R2018"),
    ("polylines", "R12"),
    ("blocks", "R2010"),
    ("no unit", "R2000"),
]


@pytest.mark.parametrize("kind", [*SVG, *DXF], ids=str)
def test_drawings_of_other_kinds_come_to_the_same_pieces(kind):
    file = sheet("waistcoat", first=FEW)
    data = svg_of(file, kind) if isinstance(kind, str) else dxf_of(file, *kind)
    drawing = read_drawing(data)
    found = recognise(drawing)
    assert (drawing.unit is None) == (kind not in ("pixels", ("polylines", "R12"), ("no unit", "R2000")))
    off = furthest(Made(data, file, (Placed(0, _corner(found, file)),), Kind()), found)
    assert set(off) == {(p.number, size) for p in file.pattern.pieces for size in p.shapes}
    assert max(off.values()) < (0.03 if "polylines" in kind else 0.005)
    assert all(read.words.cuts and not read.piece.doubts for read in found.pieces if read.words.number != 9)
    assert all(len(read.piece.alike.corners) < 60 for read in found.pieces)
    assert found.square.width == pytest.approx(100, abs=0.01)


def _corner(found, file):
    """Such a page begins at its own corner: where the square is tells where that lies on the sheet."""
    (x, y), line = found.square.at, file.lines[0]
    return (1.0, 0.0, 0.0, 1.0, line.path[0][0][0] - x, line.path[0][0][1] - y)
