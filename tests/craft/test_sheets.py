"""Printing at full size, read back by another program: squares, page counts, outlines laid together."""

import subprocess
from io import BytesIO

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from PIL import Image
from pypdf import PdfReader

from craft.errors import CraftError
from craft.fit import FitInputs
from craft.inputs import Inputs
from craft.making import derive
from craft.measure import render
from craft.pick import Original, PickInputs, PrintCheck, check_print
from craft.shape import path as paths
from craft.shape.affine import move, move_point
from craft.shape.curve import point_at, tangent_at
from craft.sheets import SheetChoice, out_pieces, plan_sheets
from craft.sheets.on_a_page import code_spot, labels_on_pages, lines_of
from craft.sheets.pdf import write_pdf
from craft.sheets.printer import Printer, picture, print_pdf
from craft.trace import TraceInputs
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat

DPI = 200


def pieces_of(pattern, **inputs):
    made = derive(pattern, Inputs(**inputs))
    return out_pieces(made.traced, made.fitted, None)


WAISTCOAT = pieces_of(ringing_waistcoat(), pick=PickInputs(size="D"))


def rendered(data: bytes, folder, page: int, dpi: int = DPI, only: tuple[str, ...] = ()) -> np.ndarray:
    """One page, or ``only`` a part of it, as poppler draws it: darkness 0..1 by pixel."""
    file = folder / "pages.pdf"
    file.write_bytes(data)
    subprocess.run(
        ["pdftoppm", "-r", str(dpi), "-gray", "-f", str(page), "-l", str(page), "-singlefile",
         *only, str(file), str(folder / "page")],
        check=True,
    )  # fmt: skip
    return 1 - np.asarray(Image.open(folder / "page.pgm"), dtype=np.float32) / 255


def info(data: bytes, folder) -> dict[str, str]:
    file = folder / "info.pdf"
    file.write_bytes(data)
    said = subprocess.run(["pdfinfo", str(file)], check=True, capture_output=True, text=True)
    return dict(line.split(":", 1) for line in said.stdout.splitlines() if ":" in line)


def dark_middles(line: np.ndarray, mm: float) -> list[float]:
    """The middles (mm) of the dark runs along a row or column of pixels."""
    dark = np.flatnonzero(line > 0.3)
    runs = np.split(dark, np.flatnonzero(np.diff(dark) > 1) + 1) if len(dark) else []
    return [float((run * line[run]).sum() / line[run].sum() + 0.5) * mm for run in runs]


def square(data: bytes, folder, y: float, x: float) -> tuple[float, float]:
    """Width and height of the square on the first page through (x, y) mm."""
    mm = 25.4 / 600

    def strip(left: float, top: float, right: float, bottom: float) -> np.ndarray:
        edges = [round(each / mm) for each in (left, top, right - left, bottom - top)]
        only = [part for pair in zip(("-x", "-y", "-W", "-H"), edges, strict=True) for part in pair]
        return rendered(data, folder, 1, 600, tuple(map(str, only)))

    across = dark_middles(strip(5, y, 123, y + 1)[0, :], mm)
    down = dark_middles(strip(x, y - 58, x + 1, y + 58)[:, 0], mm)
    return across[-1] - across[0], down[-1] - down[0]


def printed(choice: SheetChoice, pieces=WAISTCOAT):
    plan = plan_sheets(pieces, choice)
    return plan, write_pdf(plan, pieces, "A test", "cm")


@pytest.mark.parametrize("page", ["A4", "A3", "Letter"])
def test_both_test_squares_are_true(page, tmp_path):
    _, data = printed(SheetChoice(page=page))
    assert square(data, tmp_path, 90, 100) == pytest.approx((100, 100), abs=0.1)
    assert square(data, tmp_path, 200, 100) == pytest.approx((101.6, 101.6), abs=0.1)


@pytest.mark.parametrize(
    ("page", "paper"),
    [("A4", "595.276 x 841.89"), ("A3", "841.89 x 1190.55"), ("Letter", "612 x 792"),
     ("roll", ""), ("one sheet", "")],
)  # fmt: skip
def test_there_are_as_many_pages_as_announced(page, paper, tmp_path):
    plan, data = printed(SheetChoice(page=page))
    said = info(data, tmp_path)
    assert int(said["Pages"]) == plan.pages == 1 + len(plan.tiles)
    assert paper in said["Page size"]


def test_larger_pages_are_fewer():
    counts = [plan_sheets(WAISTCOAT, SheetChoice(page=page)).pages for page in ("A4", "A3")]
    assert counts[1] < counts[0]
    assert plan_sheets(WAISTCOAT, SheetChoice(page="roll")).pages == 2


def test_no_page_is_empty_and_none_is_missing():
    plan = plan_sheets(WAISTCOAT, SheetChoice())
    assert all(tile.pieces for tile in plan.tiles)
    there = {(tile.column, tile.row) for tile in plan.tiles}
    outlines = {piece.number: piece.outermost for piece in WAISTCOAT}
    for laid in plan.laid:
        for curve in move(outlines[laid.number], laid.move):
            x, y = point_at(curve, 0.5)
            assert (int(x // plan.step_x), int(y // plan.step_y)) in there


@pytest.mark.parametrize("page", ["A4", "Letter", "roll"])
def test_the_pages_laid_together_give_each_outline(page, tmp_path):
    plan, data = printed(SheetChoice(page=page, layers=("cutting",)))
    outlines = {piece.number: piece for piece in WAISTCOAT}
    seen = 0
    dpi = 150 if page == "roll" else DPI  # a roll is one very large picture
    for index, tile in enumerate(plan.tiles):
        dark = rendered(data, tmp_path, index + 2, dpi)
        x0, y0 = plan.corner(tile)
        for laid in plan.laid:
            if laid.number not in tile.pieces:
                continue
            for curve in move(outlines[laid.number].cutting, laid.move):
                for t in (0.2, 0.5, 0.8):
                    (x, y), (dx, dy) = point_at(curve, t), tangent_at(curve, t)
                    # Where it lies on this page, away from the page's own marks and corners.
                    px, py = x - x0, y - y0
                    if not (5 < px < plan.step_x - 5 and 12 < py < plan.step_y - 5):
                        continue
                    if min(np.hypot(px - a, py - b) for a, b in
                           (curve_end(curve, 0, x0, y0), curve_end(curve, 1, x0, y0))) < 4:  # fmt: skip
                        continue
                    off = stray(dark, px + 10, py + 10, dx, dy, 25.4 / dpi)
                    assert abs(off) < 0.2, (tile.code, laid.number, off)
                    seen += 1
    assert seen > 40


def curve_end(curve, t, x0, y0):
    x, y = point_at(curve, t)
    return x - x0, y - y0


def stray(dark: np.ndarray, x: float, y: float, dx: float, dy: float, mm: float) -> float:
    """How far the drawn line lies beside (x, y) mm, measured square to its direction (mm)."""
    steps = np.arange(-1.2, 1.2001, 0.02)
    columns = np.clip(((x + dy * steps) / mm).astype(int), 0, dark.shape[1] - 1)
    rows = np.clip(((y - dx * steps) / mm).astype(int), 0, dark.shape[0] - 1)
    weight = dark[rows, columns]
    assert weight.sum() > 0, "there is no line here"
    return float((weight * steps).sum() / weight.sum())


def test_layers_can_be_chosen_and_are_named(tmp_path):
    _, all_of_it = printed(SheetChoice())
    for name in (b"cutting line", b"stitching line", b"/OCG"):
        assert name in all_of_it or name.decode().encode("utf-16-be") in all_of_it
    plan, bare = printed(SheetChoice(layers=("stitching",)))
    _, cutting = printed(SheetChoice(layers=("cutting",)))
    page = 2 + next(i for i, tile in enumerate(plan.tiles) if len(tile.pieces) == 1)
    assert not np.allclose(rendered(bare, tmp_path, page), rendered(cutting, tmp_path, page))


def test_fitted_lengths_are_printed():
    longer = FitInputs.model_validate({"changes": [{"level": "waist", "amount": 30}]})
    fitted = pieces_of(ringing_waistcoat(), pick=PickInputs(size="D"), fit=longer)
    plain, changed = WAISTCOAT[1].shape.outline, fitted[1].shape.outline
    heights = [paths.control_bounds(outline) for outline in (plain, changed)]
    assert heights[1][3] - heights[0][3] == pytest.approx(30)


def test_paper_to_the_stitching_line_prints_no_cutting_line(tmp_path):
    pieces = pieces_of(
        ringing_waistcoat(), pick=PickInputs(size="D", original=Original(precious=True)),
        trace=TraceInputs(line="stitching"),
    )  # fmt: skip
    plan, data = printed(SheetChoice(page="one sheet", layers=("cutting",)), pieces)
    assert rendered(data, tmp_path, 2, 50)[40:-40, 40:-40].sum() == 0
    assert plan.pages == 2


def test_a_choice_that_cannot_be_printed_is_refused():
    with pytest.raises(CraftError, match="at least one piece"):
        plan_sheets((), SheetChoice())
    with pytest.raises(CraftError, match="wider than this roll"):
        plan_sheets(WAISTCOAT, SheetChoice(page="roll", roll_width=220))


# --- the stand-in printer ---


def test_a_printer_at_97_per_cent_is_caught_and_corrected(tmp_path):
    _, data = printed(SheetChoice())
    small = print_pdf(data, Printer(scale_x=0.97, scale_y=0.97))
    width, height = square(small, tmp_path, 90, 100)
    assert (width, height) == pytest.approx((97, 97), abs=0.1)
    verdict = check_print(PrintCheck(width=width, height=height))
    assert verdict.state == "mend"
    again = print_pdf(
        data, Printer(scale_x=0.97, scale_y=0.97, setting=verdict.new_setting.value)
    )  # fmt: skip
    width, height = square(again, tmp_path, 90, 100)
    assert (width, height) == pytest.approx((100, 100), abs=0.15)
    assert check_print(PrintCheck(width=width, height=height)).state == "true"


def test_a_printer_that_squeezes_one_way_cannot_be_mended(tmp_path):
    _, data = printed(SheetChoice())
    width, height = square(print_pdf(data, Printer(scale_x=0.97)), tmp_path, 90, 100)
    assert check_print(PrintCheck(width=width, height=height)).state == "uneven"


def test_a_skewed_sheet_keeps_its_scale(tmp_path):
    _, data = printed(SheetChoice())
    width, height = square(print_pdf(data, Printer(skew=1.0)), tmp_path, 90, 100)
    # Measured level across a square turned by one degree: 100 / cos 1° = 100.015.
    assert (width, height) == pytest.approx((100.015, 100.015), abs=0.1)


def test_nothing_is_printed_in_the_rim(tmp_path):
    _, data = printed(SheetChoice(margin=0))
    page = rendered(print_pdf(data, Printer(margin=12)), tmp_path, 2, 100)
    rim = round(12 / 25.4 * 100) - 1
    for border in (page[:rim], page[-rim:], page[:, :rim], page[:, -rim:]):
        assert border.sum() == 0
    assert page.sum() > 0


def test_a_sheet_of_the_printer_as_a_picture():
    _, data = printed(SheetChoice())
    from io import BytesIO

    image = Image.open(BytesIO(picture(data, 0, 100)))
    assert image.size == pytest.approx((827, 1169), abs=2)
    with pytest.raises(CraftError, match="only"):
        print_pdf(data, Printer(), only=500)


def test_a_large_garment_goes_on_a_roll():
    pieces = pieces_of(ringing_breeches(), pick=PickInputs(size="6"))
    plan = plan_sheets(pieces, SheetChoice(page="roll", roll_width=600))
    assert plan.pages == 2
    for laid in plan.laid:
        outline = next(p.outermost for p in pieces if p.number == laid.number)
        for curve in outline:
            x, y = move_point(curve[0], laid.move)
            assert 0 <= x <= 580
            assert 0 <= y <= plan.page_height


@given(
    width=st.floats(70, 130), off=st.floats(-0.55, 0.55), nominal=st.sampled_from([50.0, 100.0, 101.6]),
    setting=st.floats(80, 120),
)  # fmt: skip
def test_the_words_of_a_print_check_agree_with_its_setting(width, off, nominal, setting):
    wide = width * nominal / 100
    made = check_print(PrintCheck(nominal=nominal, width=wide, height=wide + off, setting=setting))
    assume(made.state == "mend")
    word = "too small" if made.new_setting.value > setting else "too large"
    assert word in made.verdict


def test_half_a_millimetre_on_one_side_is_too_small_not_too_large():
    made = check_print(PrintCheck(width=100, height=99.5))
    # 100 × 100 ÷ 100 = 100.0 and 100 × 100 ÷ 99.5 = 100.5: 100.3 between the two.
    assert (made.new_setting.value, made.verdict) == (
        100.3, "The print is too small. Print again at 100.3 %.",
    )  # fmt: skip
    inches = check_print(PrintCheck(width=97, height=97))
    assert render(inches.across.working[0], "in") == "3.819 in ÷ 3.937 in = 97.0 %"


def by_sum(*sums: dict) -> tuple:
    inputs = Inputs.model_validate({"pick": {"size": "D"}, "trace": {"sums": sums}})
    made = derive(ringing_waistcoat(), inputs)
    return out_pieces(made.traced, made.fitted, tuple(each["number"] for each in sums))


@pytest.mark.parametrize("page", ["one sheet", "roll", "A4"])
@pytest.mark.parametrize("long", [60.0, 900.0, 6_000.0, 14_000.0])
def test_no_page_is_longer_than_a_reader_opens_and_squares_lie_on_the_first(page, long):
    (piece,) = by_sum({"number": 60, "name": "Ruffle", "kind": "ruffle", "finished": long, "width": 40})
    plan = plan_sheets((piece,), SheetChoice(page=page))
    reader = PdfReader(BytesIO(write_pdf(plan, (piece,), "Ruffle", "cm")))
    for sheet in reader.pages:
        assert max(float(sheet.mediabox.width), float(sheet.mediabox.height)) <= 14_400
    first = reader.pages[0].mediabox
    mm = 25.4 / 72
    assert float(first.width) * mm >= 15 + 101.6
    assert float(first.height) * mm >= 150 + 101.6
    # Every stretch of the piece lies on some page.
    (laid,) = plan.laid
    x0, y0, x1, y1 = paths.control_bounds(move(piece.outermost, laid.move))
    assert x1 <= plan.columns * plan.step_x + 1e-6
    assert y1 <= plan.rows * plan.step_y + 1e-6
    assert {(t.column, t.row) for t in plan.tiles} >= {
        (int(x0 // plan.step_x), int(y0 // plan.step_y)),
        (int((x1 - 1) // plan.step_x), int((y1 - 1) // plan.step_y)),
    }


@pytest.mark.parametrize("page", ["A4", "A3", "Letter"])
@pytest.mark.parametrize("pattern", [ringing_waistcoat(), ringing_breeches()], ids=lambda p: p.name)
def test_a_label_stands_upright_on_one_page_and_page_letters_on_no_line(pattern, page):
    pieces = pieces_of(pattern)
    plan = plan_sheets(pieces, SheetChoice(page=page))
    places, by_number = labels_on_pages(plan, pieces), {piece.number: piece for piece in pieces}
    for laid in plan.laid:
        place, piece = places[laid.number], by_number[laid.number]
        if place == piece.place:
            continue  # no page has room for it alone
        assert place.turned == (abs(laid.move[0]) < 0.5)
        x, y = move_point(place.at, laid.move)
        size = min(6.0, place.size)
        wide = max(len(render(line, "cm")) for line in place.lines) * size * 0.31
        high = len(place.lines) * size * 0.6
        spots = [
            ((x + dx) // plan.step_x, (y + dy) // plan.step_y)
            for dx in (-wide, wide)
            for dy in (-high, high)
        ]
        assert len(set(spots)) == 1, piece.name
    moved = [place for place in places.values() if place not in [piece.place for piece in pieces]]
    assert moved
    lines = lines_of(plan, pieces)
    for laid in plan.laid:  # every corner is followed, where it lies on the sheet
        for curve in by_number[laid.number].outermost:
            assert np.hypot(*(lines - move_point(curve[0], laid.move)).T).min() < 1e-6
    for tile in plan.tiles:
        x, y = code_spot(plan, tile, lines)
        x0, y0 = plan.corner(tile)
        assert not [p for p in lines if abs(p[0] - x0 - x) < 5 and abs(p[1] - y0 - y) < 2.5], tile.code
