"""Tracing paper, home-printed pages, and the test square."""

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from craft.digitise.digitised import digitise
from craft.errors import CraftError
from craft.measure import render
from craft.pattern import Mark
from craft.pick import PickInputs, PrintCheck, check_print, page_map, pick
from craft.shape import path as paths
from craft.shape.affine import move
from craft.shape.grid import Grid, cells_of, code, column_name
from craft.shape.packing import Box, pack
from craft.shape.region import overlap, region
from craft.trace.paper import OnPaper, PaperInputs, plan_paper
from tests.craft.entering import done, measured
from tests.craft.shapes import box
from workroom.demo.blouse import yoke_blouse
from workroom.demo.waistcoat import ringing_waistcoat

BLOUSE, WAISTCOAT = yoke_blouse(), ringing_waistcoat()


def rectangle(number, width, height, *marks):
    return OnPaper(number=number, name="P", outline=box(width, height).outline, marks=marks)


def dot(name, x, y):
    return Mark(id=name, kind="dot", name=name, points=((x, y),))


# --- packing ---


@given(
    sizes=st.lists(st.tuples(st.floats(5, 400), st.floats(5, 400)), min_size=1, max_size=20),
    high=st.one_of(st.none(), st.floats(400, 900)),
)
def test_boxes_are_packed_inside_and_never_on_each_other(sizes, high):
    bins = pack([Box(i, w, h) for i, (w, h) in enumerate(sizes)], 400, high)
    assert sorted(spot.key for spots in bins for spot in spots) == list(range(len(sizes)))
    for spots in bins:
        for i, a in enumerate(spots):
            assert a.x >= -1e-6
            assert a.x + a.width <= 400 + 1e-5
            assert high is None or a.y + a.height <= high + 1e-5
            for b in spots[:i]:
                apart = (
                    a.x + a.width <= b.x + 1e-6 or b.x + b.width <= a.x + 1e-6
                    or a.y + a.height <= b.y + 1e-6 or b.y + b.height <= a.y + 1e-6
                )  # fmt: skip
                assert apart


def test_a_box_that_cannot_fit_is_refused():
    with pytest.raises(ValueError, match="does not fit"):
        pack([Box(1, 500, 600)], 400)


# --- tracing paper ---


def test_a_roll_takes_the_length_the_pieces_need():
    # With 20 room: one on its side is 520 wide and 220 long, the other upright 320 wide and 420
    # long; side by side they take 840 of 900, and the longer counts.
    plan = plan_paper((rectangle(1, 200, 500), rectangle(2, 300, 400)), PaperInputs(width=900))
    assert plan.needed.value == pytest.approx(420)
    widths = {put.number for sheet in plan.sheets for put in sheet.put}
    assert widths == {1, 2}
    assert plan.joins == ""


def test_a_piece_larger_than_a_sheet_gets_joined_sheets():
    # 700 + 20 room over sheets of 500 with 25 overlap: 500 + 475 = 975, two sheets across.
    plan = plan_paper((rectangle(1, 700, 300),), PaperInputs(kind="sheets", width=500, height=400))
    (sheet,) = plan.sheets
    assert {sheet.columns, sheet.rows} == {1, 2}
    assert plan.needed.value == 2
    assert max(sheet.width, sheet.height) >= 720
    assert "Lap the sheets by [[25]]" in plan.joins


@pytest.mark.parametrize(("high", "sheets"), [(379, 1), (381, 2)])
def test_a_piece_needs_its_room_on_the_sheet_as_well(high, sheets):
    # 20 of room: 379 and 20 lie on 400, 381 and 20 do not; and the same across.
    paper = PaperInputs(kind="sheets", width=500, height=400)
    assert plan_paper((rectangle(1, 450, high),), paper).needed.value == sheets
    turned = PaperInputs(kind="sheets", width=400, height=500)
    assert plan_paper((rectangle(1, high, 450),), turned).needed.value == sheets


def test_what_fits_a_sheet_neither_way_is_joined():
    # 450 on 500 by 400 one way only; 450 by 420 lies on it neither way, whichever is its width.
    paper = PaperInputs(kind="sheets", width=500, height=400)
    for wide, high in ((450, 420), (420, 450)):
        assert plan_paper((rectangle(1, wide, high),), paper).needed.value == 2
    assert plan_paper((rectangle(1, 350, 450),), paper).needed.value == 1


def test_a_join_is_moved_past_a_mark():
    # One join across: it lies 475 to 500 from the sheet's edge; a dot at 470 (+10 room) is 480.
    inputs = PaperInputs(kind="sheets", width=500, height=400)
    plan = plan_paper((rectangle(1, 700, 300, dot("button", 470, 150)),), inputs)
    assert plan.findings == ()
    (sheet,) = plan.sheets
    ((x0, y0, x1, y1),) = sheet.joins
    a, b, c, d, e, f = sheet.put[0].move
    x, y = a * 470 + b * 150 + e, c * 470 + d * 150 + f
    assert not (x0 <= x <= x1 and y0 <= y <= y1)


def test_a_mark_that_cannot_be_spared_is_reported():
    marks = tuple(dot(f"dot {i}", 12.0 * i, 150) for i in range(1, 58))
    inputs = PaperInputs(kind="sheets", width=500, height=400)
    plan = plan_paper((rectangle(1, 700, 300, *marks),), inputs)
    assert "A join of the paper runs through dot" in plan.findings[0].what


def test_pieces_on_a_sheet_keep_their_room():
    pieces = tuple(
        OnPaper(number=p.number, name=p.name, outline=p.shapes["D"].outline) for p in WAISTCOAT.pieces
    )
    plan = plan_paper(pieces, PaperInputs(kind="sheets", width=700, height=1000, room=20))
    by_number = {piece.number: piece.outline for piece in pieces}
    for sheet in plan.sheets:
        regions = [region(move(by_number[put.number], put.move), 0.5) for put in sheet.put]
        for i, a in enumerate(regions):
            x0, y0, x1, y1 = a.bounds
            assert x0 >= 9
            assert y0 >= 9
            assert x1 <= sheet.width - 9
            assert y1 <= sheet.height - 9
            assert all(overlap(a, b)[0] == 0 for b in regions[:i])


# --- the test square ---


def test_a_square_of_97_is_caught_and_corrected():
    verdict = check_print(PrintCheck(width=97, height=97))
    # 100 % × 100 ÷ 97 = 103.09 %
    assert (verdict.state, verdict.new_setting.value) == ("mend", 103.1)
    assert verdict.across.value == pytest.approx(0.97)
    assert "100 % × [[100]] ÷ [[97]] = 103.1 % across" in verdict.new_setting.working


def test_the_setting_in_use_counts():
    # At 90 % a square of 100 came out as 92.7: 90 × 100 ÷ 92.7 = 97.1
    verdict = check_print(PrintCheck(width=92.7, height=92.7, setting=90))
    assert verdict.new_setting.value == 97.1


def test_what_no_single_setting_can_mend():
    verdict = check_print(PrintCheck(width=97, height=100))
    assert verdict.state == "uneven"
    assert verdict.new_setting is None
    assert "103.1 %" in verdict.because


def test_a_true_print_is_let_be():
    assert check_print(PrintCheck(width=100.2, height=99.8)).state == "true"


def test_a_small_square_says_what_it_may_hide():
    # Read to a quarter of a millimetre: 0.25 ÷ 25 = 1 %, 6 mm on 60 cm; 0.25 ÷ 50 = 0.5 %, 3 mm.
    small = check_print(PrintCheck(nominal=25, width=25.2, height=25))
    assert (small.state, "[[6]] on a piece of [[600]]" in small.because) == ("unsure", True)
    five = check_print(PrintCheck(nominal=50, width=50, height=50))
    assert (five.state, five.verdict) == ("true", "This print is true to size, to 0.5 %.")
    assert "[[3]] on a piece" in five.because
    # One that is plainly off is off however small it is.
    assert check_print(PrintCheck(nominal=25, width=24, height=24)).new_setting.value == 104.2
    ten = check_print(PrintCheck(width=100, height=100))
    assert render(ten.because, "cm").startswith("Both sides of the square are within 0.30 mm of 10 cm")


def test_no_setting_is_named_that_no_printer_takes():
    # 390 % × 100 ÷ 50.5 = 772 %
    verdict = check_print(PrintCheck(width=50.5, height=50.5, setting=390))
    assert (verdict.state, verdict.new_setting) == ("uneven", None)
    assert "772.3 %; printers take 20 to 400 %" in verdict.because


def test_a_misread_side_is_refused_at_its_field():
    with pytest.raises(CraftError) as refused:
        check_print(PrintCheck(width=97, height=390))
    assert refused.value.field == "height"


@given(scale=st.floats(0.6, 1.6), setting=st.floats(50, 150))
def test_printing_at_the_new_setting_gives_the_nominal_square(scale, setting):
    printed = 100 * scale * setting / 100
    assume(50 < printed < 200)
    verdict = check_print(PrintCheck(width=printed, height=printed, setting=setting))
    new = verdict.new_setting.value if verdict.new_setting else setting
    assert 100 * scale * new / 100 == pytest.approx(100, abs=0.5 if verdict.new_setting is None else 0.2)


# --- the page map ---


def test_pages_are_named_by_column_and_row():
    assert [code((c, r)) for c, r in ((0, 0), (2, 1), (26, 9))] == ["A1", "C2", "AA10"]
    assert column_name(51) == "AZ"


def test_a_piece_lies_on_the_pages_it_covers_and_no_others():
    grid = Grid(step_x=100, step_y=100, overlap=0)
    # 250 x 150 from the corner: three columns, two rows; the page in its middle counts.
    assert len(grid.covered(box(250, 150).outline)) == 6
    assert grid.covered(box(90, 90).outline) == {(0, 0)}


def test_a_view_needs_only_its_own_pages():
    def pages(view):
        picked = pick(BLOUSE, PickInputs(size="38", view=view))
        needed = tuple(piece.number for piece in picked.pieces if piece.state != "left")
        return page_map(BLOUSE, needed)

    a, b = pages("A"), pages("B")
    assert a.needed > b.needed
    assert len(a.pages) == len(b.pages)
    first = next(page for page in b.pages if page.code == "A1")
    assert first.needed  # the test square is there
    assert any(page.upside_down for page in a.pages)
    by_code = {page.code: page for page in a.pages}
    # The page to the right lies on this one's edge, and has its own left edge trimmed.
    for page in a.pages:
        for other in page.under:
            assert by_code[other].needed
            side = "left" if by_code[other].row == page.row else "top"
            assert page.needed
            assert side in by_code[other].trim
    assert all(page.needed or not (page.trim or page.under) for page in (*a.pages, *b.pages))


def test_the_order_of_taping_names_every_page_once():
    picked = pick(BLOUSE, PickInputs(size="38"))
    needed = tuple(piece.number for piece in picked.pieces if piece.state != "left")
    for order in ("columns", "pages"):
        found = page_map(BLOUSE, needed, order)
        said = " ".join(found.steps)
        for page in found.pages:
            assert (page.code in said) == page.needed
    assert page_map(WAISTCOAT, (1,)) is None


def test_home_prints_ask_for_their_square():
    asked = pick(BLOUSE, PickInputs(size="38"))
    assert any("not measured yet" in finding.what for finding in asked.findings)
    small = PickInputs(size="38", printed=PrintCheck(width=97, height=97))
    assert pick(BLOUSE, small).findings[0].weight == "fault"
    true = PickInputs(size="38", printed=PrintCheck(width=100, height=100))
    assert not [f for f in pick(BLOUSE, true).findings if f.where.mark == "test square"]


def test_flat_paths_have_no_area():
    assert paths.area(box(10, 20).outline) == 200


@pytest.mark.parametrize("included", [True, False])
def test_the_page_map_goes_by_the_line_that_is_printed(included):
    """A box whose stitching line ends 6 mm before the page's edge, its allowance of 10 beyond it."""
    base = yoke_blouse()
    shape = base.pieces[8].shapes["40"]
    corners = [(0.0, 0.0), (100.0, 0.0), (100.0, 100.0), (0.0, 100.0)]
    edges = tuple(
        shape.edges[i].model_copy(update={"path": ((corners[i], corners[(i + 1) % 4]),), "allowance": 10})
        for i in range(4)
    )
    drawn = shape.model_copy(update={"edges": edges})
    piece = base.pieces[8].model_copy(
        update={"shapes": dict.fromkeys(base.table.sizes, drawn), "views": ()}
    )
    pages = base.home_print.model_copy(update={"at": {9: (190 - 106.0, 60.0)}})
    pattern = base.model_copy(
        update={
            "pieces": (piece,), "seams": (), "home_print": pages, "allowance_included": included,
        }
    )  # fmt: skip
    made = page_map(pattern, (9,))
    assert [page.code for page in made.pages if page.needed] == (["A1", "B1"] if included else ["A1"])


@pytest.mark.parametrize("alone", [False, True])
def test_the_page_with_the_test_square_is_printed_wherever_it_is(alone):
    """The file of a blouse with 5 columns and 6 rows shows its square on page 12, B3, or after them all."""
    cells = {code((x, y)): 1 + x + 5 * y for x in range(5) for y in range(6)}
    square = 31 if alone else 12
    pages = BLOUSE.home_print.model_copy(update={"file_pages": cells, "square_pages": (square,)})
    found = page_map(BLOUSE.model_copy(update={"home_print": pages}), (4,))
    usual = page_map(BLOUSE, (4,))
    own = {page.code for page in usual.pages if page.needed and 4 in page.pieces}
    on = {page.code for page in found.pages if page.square}
    assert on == (set() if alone else {"B3"})
    assert {page.code for page in found.pages if page.needed} == own | on
    assert found.needed == len(own | on) + alone
    assert found.count == len(found.pages) + alone
    assert found.square == ("page 31 of the file" if alone else "B3 (page 12 of the file)")
    assert usual.square == "A1"
    more = pages.model_copy(update={"square_pages": (22, *pages.square_pages)})
    said = page_map(BLOUSE.model_copy(update={"home_print": more}), (4,)).square
    assert said == (f"{'' if alone else 'B3 (page 12 of the file) and '}B5 (page 22 of the file)"
                    + " and page 31 of the file" * alone)  # fmt: skip
    assert [page.code for page in usual.pages if page.square] == ["A1"]


def test_pages_that_somebody_entered_give_the_map_and_what_is_needed():
    """Hand-worked: 3 columns, 2 rows, C2 missing; the back lies on B1 and B2, the front anywhere."""
    inputs = measured((0, 0), (300, 0), (300, 200), (0, 200), name="Front")
    inputs = measured((0, 0), (310, 0), (310, 200), (0, 200), inputs=inputs, name="Back")
    pages = {"columns": 3, "rows": 2, "gaps": "c2", "upside_down": "B1", "pieces": {2: "B1-B2", 1: ""}}
    done_ = done(inputs, "pages", pages=pages)
    pattern = digitise(done_).pattern
    found = page_map(pattern, (2,))
    assert (found.columns, found.rows) == (3, 2)
    assert {page.code: (page.pieces, page.needed) for page in found.pages} == {
        "A1": ((1,), True), "B1": ((1, 2), True), "C1": ((1,), False),
        "A2": ((1,), False), "B2": ((1, 2), True),
    }  # fmt: skip
    assert [page.code for page in found.pages if page.upside_down] == ["B1"]
    # The one without a page of its own may lie on any of them.
    assert page_map(pattern, (1,)).needed == 5
    assert digitise(done(done_, "pages", pages=None)).pattern.home_print is None
    for words in ("D1", "A3", "A", "1A", "A1-D2"):
        with pytest.raises(CraftError, match="is no page: they are called A1 to C2"):
            done(inputs, "pages", pages={**pages, "gaps": words})


@given(st.integers(1, 30), st.integers(1, 20), st.data())
def test_codes_of_pages_are_read_as_they_are_written(columns, rows, data):
    cells = data.draw(
        st.lists(st.tuples(st.integers(0, columns - 1), st.integers(0, rows - 1)), unique=True)
    )
    assert cells_of(", ".join(code(cell).lower() for cell in cells), columns, rows) == tuple(cells)
