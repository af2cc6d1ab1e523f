"""Pages of PDF files put together: by lines that go on, by hand, and which of them have to be printed."""

import re
from collections import Counter
from dataclasses import replace
from functools import cache

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.digitise.digitised import digitise
from craft.digitise.edits.taken import TakePieces
from craft.digitise.inputs import PatternInputs
from craft.drawing import DrawnPage, DrawnText
from craft.formats.drawings import read_drawing
from craft.pick.pages import page_map
from craft.recognise.doubts import file_findings
from craft.recognise.offering import offer_of
from craft.recognise.page_kinds import page_kinds
from craft.recognise.page_place import PagePlace, corner_of, put_at
from craft.recognise.placing import place_pages
from craft.recognise.placing.by_hand import by_hand
from craft.recognise.recognised import recognise
from craft.shape import path as paths
from craft.shape.affine import inverse, move_point, then, translation
from tests.craft.test_recognised_rules import line
from tools.files_bench.judge import furthest, made
from tools.files_bench.pdf_files import Kind, pdf_of
from tools.files_bench.sheet import sheet_of
from workroom.demo.apron import tower_apron
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat

# Some sizes do where lines enough hold the pages; ./bench files has them all.
FEW = 3


@cache
def overlapping():
    return made("waistcoat", first=FEW, pages="cut", decimals=2, overlap=15.0, page=(297.0, 420.0))


@pytest.mark.parametrize(("name", "kind"), [
    ("breeches", {"decimals": 2}), ("breeches", {"decimals": 2, "upside_down": True, "rotate": 90}),
    ("blouse", {"decimals": 3, "told": "colour", "page": (594.0, 420.0), "first": FEW}),
    ("breeches", {"decimals": 2, "hidden": ("2", "3")}),
])  # fmt: skip
def test_pages_that_were_cut_are_joined_and_what_is_missing_is_said(name, kind):
    file, drawing, found = made(name, pages="cut", **kind)
    assert found.placed.how == "nodes"
    off = furthest(file, found)
    assert max(off.values()) < 0.02
    assert found.placed.worst < 0.02
    missing = {(p.number, s) for p in file.sheet.pattern.pieces for s in p.shapes} - set(off)
    doubted = {(r.words.number, size) for r in found.pieces for size, _ in r.piece.doubts}
    sizes = dict(zip((each.name for each in found.sizes), file.sheet.sizes, strict=True))
    if missing:
        assert any("long line" in each.what for each in offer_of(drawing, found).findings)
    assert found.placed.loose or missing <= {(number, sizes.get(size, size)) for number, size in doubted}


@pytest.mark.parametrize(("name", "kind"), [
    ("breeches", {"overlap": 12.0}),
    ("waistcoat", {"overlap": 15.0, "page": (297.0, 420.0), "first": FEW}),
    ("breeches", {"overlap": 10.0, "upside_down": True, "first": FEW}), ("blouse", {"first": FEW}),
])  # fmt: skip
def test_cut_pages_that_show_a_strip_twice_are_joined_with_every_mark(name, kind):
    file, _, found = made(name, pages="cut", decimals=2, **kind)
    off = furthest(file, found)
    assert set(off) == {(p.number, s) for p in file.sheet.pattern.pieces for s in p.shapes}
    assert max(off.values()) < 0.02
    assert found.placed.worst < 0.02
    assert found.placed.loose == ()
    # A line that was cut in two is one again, or it would be no mark.
    _, _, whole = made(name, pages="one", first=kind.get("first", 40))
    marks = {
        read.words.number: Counter(m.kind for size in read.marks.values() for m in size)
        for read in whole.pieces
    }
    for read in found.pieces:
        own = Counter(m.kind for size in read.marks.values() for m in size)
        assert own == marks[read.words.number], read.words.name


@given(st.randoms(use_true_random=False))
@settings(max_examples=4)
def test_pages_put_roughly_in_place_are_drawn_to_where_they_belong(lot):
    file, drawing, _ = overlapping()
    pages = [page for page, kind in enumerate(page_kinds(drawing)) if kind == "pattern"]
    true = {each.page: each.at for each in file.placed}
    rough = {page: then(true[page], translation(lot.uniform(-6, 6), lot.uniform(-6, 6))) for page in pages}
    placed = by_hand(drawing, rough, pages)
    moved = np.array([np.subtract(placed.at[page], true[page])[4:] for page in pages])
    assert np.abs(moved - np.median(moved, axis=0)).max() < 0.02
    assert (placed.put, placed.loose) == ((), ())


@pytest.mark.parametrize(("pattern", "overlap", "page", "upside_down", "sure"), [
    # Without an overlap gaps are between such pages: lines go on in the next one, or too few do.
    (tower_apron(), 0.0, (210.0, 297.0), False, 0.6),
    (ringing_waistcoat(), 0.0, (297.0, 420.0), False, None),
    (tower_apron(), 12.0, (210.0, 297.0), False, 0.02),
    (ringing_breeches(), 12.0, (297.0, 420.0), True, 0.02),
])  # fmt: skip
def test_pages_cut_a_little_off_their_grid_lie_near_it_where_nothing_holds_them(
    pattern, overlap, page, upside_down, sure
):
    kind = Kind(pages="cut", decimals=3, shift=0.1, overlap=overlap, page=page, upside_down=upside_down)
    file = pdf_of(sheet_of(pattern, 900.0, pattern.table.sizes[:2]), kind)
    drawing = read_drawing(file.data)
    pages = [number for number, kind in enumerate(page_kinds(drawing)) if kind == "pattern"]
    true = {each.page: each.at for each in file.placed}
    rough = {}
    for number in pages:  # laid out edge to edge, margins and all
        corner = corner_of(true[number], *page)
        x, y = (round(corner[k] / (page[k] - 20 - overlap)) * page[k] for k in (0, 1))
        rough[number] = put_at(x, y, *page, turned=true[number][0] < 0)
    placed = by_hand(drawing, rough, pages)
    moved = {number: np.subtract(placed.at[number], true[number])[4:] for number in pages}
    held = [number for number in pages if number not in placed.put]
    assert placed.put
    assert bool(held) == (sure is not None)
    for numbers, most in ((pages, 2.0), (held, sure)):
        off = np.array([moved[number] for number in numbers]).reshape(-1, 2)
        assert (np.abs(off - np.median(off, axis=0)) < most).all() if numbers else not sure


def test_a_page_that_somebody_moved_lies_where_they_put_it():
    _, drawing, found = made("breeches", first=FEW, pages="form")
    pages = sorted(found.placed.at)
    place = PagePlace(page=pages[3] + 1, x=900.0, y=50.0, width=210.0, height=297.0, turned=True)
    placed = place_pages(drawing, pages, {pages[3]: place.at})
    assert corner_of(placed.at[pages[3]], 210.0, 297.0) == pytest.approx((900.0, 50.0))
    assert placed.at[pages[3]][0] == -1.0
    assert {page: placed.at[page] for page in pages if page != pages[3]} == {
        page: pytest.approx(at) for page, at in found.placed.at.items() if page != pages[3]
    }
    assert placed.put == (pages[3],)


@pytest.mark.parametrize("pages", ["form", "cut"])
def test_the_page_that_shows_the_test_square_is_known(pages):
    file, drawing, found = made("waistcoat", first=FEW, pages=pages, decimals=2, page=(297.0, 420.0))
    grid = {each.page + 1: each.at for each in file.placed}
    shown = offer_of(drawing, found).home_print.square_pages
    for page in shown:  # it begins 45 mm from both edges of the sheet
        x, y = move_point((45.0, 45.0), inverse(grid[page]))
        assert -100 < x < 297
        assert -100 < y < 420
    assert len(shown) >= 1
    # The same without it, and one page more for it alone.
    plain = replace(file.sheet, lines=file.sheet.lines[1:], words=file.sheet.words[1:])
    drawing = read_drawing(pdf_of(plain, Kind(pages=pages, decimals=2, page=(297.0, 420.0))).data)
    assert offer_of(drawing, recognise(drawing)).home_print.square_pages == ()
    last = len(drawing.pages)
    square = [(50.0, 60.0), (150.0, 60.0), (150.0, 160.0), (50.0, 160.0), (50.0, 60.0)]
    alone = line(*square)._replace(page=last, closed=True)
    said = DrawnText("Test square 10 cm x 10 cm", (58.0, 110.0), 5.0, 60.0, 0.0, last)
    drawing = replace(
        drawing, pages=(*drawing.pages, DrawnPage(210.0, 297.0)), paths=(*drawing.paths, alone),
        texts=(*drawing.texts, said),
    )  # fmt: skip
    assert offer_of(drawing, recognise(drawing)).home_print.square_pages == (last + 1,)


def test_pages_that_only_a_person_can_place_are_asked_for_and_doubted():
    # Every page is off its grid, and hardly any line has a node where both of two pages show it.
    sheet = sheet_of(tower_apron(), 700.0, tower_apron().table.sizes[:2])
    kind = Kind(pages="cut", decimals=2, overlap=20.0, shift=3.0, page=(297.0, 420.0))
    file = pdf_of(sheet, kind)
    drawing = read_drawing(file.data)
    offer = offer_of(drawing, recognise(drawing))
    assert offer.pieces == ()
    assert offer.told.startswith("The 12 pages of this file do not say how they lie.")
    shoved = {page: put_at(297.0 * (page % 3), 420.0 * (page // 3), 297.0, 420.0, turned=False)
              for page, kind in enumerate(page_kinds(drawing)) if kind == "pattern"}  # fmt: skip
    told = offer_of(drawing, recognise(drawing, hand=shoved)).told  # a wrong number of columns
    assert told.startswith("12 pages of 16 laid as you put them. Its test square")
    assert {each.number for each in offer.pages if each.strokes} == {
        each.number for each in offer.pages if each.kind == "pattern"
    }
    at = {each.page: each.at for each in file.placed}
    rough = {page: (1.0, 0.0, 0.0, 1.0, round(x / 247) * 297.0, round(y / 370) * 420.0)
             for page, (_, _, _, _, x, y) in at.items()}  # fmt: skip
    found = recognise(drawing, hand=rough)
    offer = offer_of(drawing, found)
    assert {each.inputs.number for each in offer.pieces} == {p.number for p in sheet.pattern.pieces}
    put = len(found.placed.put)
    assert offer.told.startswith(f"12 pages of 16 put together, {put} of them where you put them.")
    wrong = {number for (number, _), off in furthest(file, found).items() if off > 0.05}
    doubted = {p.inputs.number for p in offer.pieces if any("as you put" in f.what for f in p.findings)}
    assert wrong
    assert wrong <= doubted
    (doubt,) = [each.what for each in offer.findings if "where you put them" in each.what]
    assert len(re.findall(r"\d+", doubt)) == put  # as many as are told of


@pytest.mark.parametrize(
    "kind",
    [{"pages": "form", "instructions": 1}, {"pages": "form", "overlap": 10, "upside_down": True},
     {"pages": "form", "page": (297.0, 420.0)}, {"pages": "form", "rotate": 90}],
    ids=str,
)  # fmt: skip
def test_the_pages_that_are_needed_are_those_that_show_a_piece(kind):
    file, drawing, found = made("blouse", first=4, **kind)
    offer = offer_of(drawing, found)
    sleeve = next(each for each in offer.pieces if each.inputs.number == 4)
    true = file.sheet.pattern.piece(4).shapes["38"].outline
    x, y = file.sheet.origins[4]
    inside = [(px + x, py + y) for px, py in paths.flatten(true, 1.0)]
    wide, high = drawing.pages[-1].width, drawing.pages[-1].height
    on = set()
    for each in file.placed:
        back = inverse(each.at)
        shown = [move_point(place, back) for place in inside]
        margin = 10.0 + kind.get("overlap", 0) / 2
        if any(margin < px < wide - margin and margin < py < high - margin for px, py in shown):
            on.add(each.page + 1)
    assert on <= set(sleeve.pages["38"])
    assert offer.home_print.layered
    # What the first page shows begins at its margin: so far from there the piece lies.
    corners = [move_point((10.0, 10.0), each.at) for each in file.placed if each.at[0] > 0.5]
    if not kind.get("overlap") and corners:
        first = min(px for px, _ in corners), min(py for _, py in corners)
        line = paths.control_bounds(sleeve.lines["38"])
        own = paths.control_bounds(true)
        at, on_sheet = offer.home_print.at[4], sleeve.origin
        for k, begun in enumerate(first):
            assert line[k] - on_sheet[k] + at[k] == pytest.approx(own[k] + (x, y)[k] - begun, abs=0.05)
    edit = TakePieces(
        pieces=(sleeve.inputs,), sizes={"38": "38"}, home_print=offer.home_print, scale=offer.scale,
    )  # fmt: skip
    pages = page_map(digitise(edit.apply(PatternInputs(name="Sleeve"))).pattern, (4,))
    needed = {each.number for each in pages.pages if each.needed and each.pieces}
    assert needed == set(sleeve.pages["38"])
    upside = {page for each in file.placed if each.at[0] < 0 for page in (each.page + 1,)}
    assert {each.number for each in pages.pages if each.upside_down} == upside
    # Every page of the sheet is on the map, whatever lies on it, and the square is printed as well.
    assert {each.number for each in pages.pages} == {each.page + 1 for each in file.placed}
    assert pages.needed == len(needed | set(offer.home_print.square_pages))
    if not upside:
        assert offer.home_print.upside_down == ()
    again = TakePieces(
        pieces=(sleeve.inputs,), sizes={"38": "40"}, home_print=offer.home_print,
    ).apply(edit.apply(PatternInputs(name="Two")))  # fmt: skip
    assert again.home_print.at == {4: offer.home_print.at[4]}
    scaled = edit.model_copy(update={"scale": 0.5}).apply(PatternInputs(name="Small"))
    assert scaled.home_print is None


@pytest.mark.parametrize(("loose", "said", "mend"), [
    ((3,), "Page 4 could not be put in place.", "Put it in place by hand."),
    ((3, 7), "Pages 4, 8 could not be put in place.", "Put them in place by hand."),
])  # fmt: skip
def test_pages_that_found_no_place_are_named(loose, said, mend):
    _, drawing, found = made("breeches", pages="form", first=1)
    lost = replace(found, placed=replace(found.placed, loose=loose))
    (finding,) = [each for each in file_findings(drawing, lost) if "could not be put" in each.what]
    assert (finding.what, finding.mend) == (said, mend)
