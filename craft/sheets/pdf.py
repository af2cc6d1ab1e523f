"""The pages as PDF at full size, every line a vector, each layer one that a reader can switch off."""

from collections.abc import Callable, Iterable
from io import BytesIO
from textwrap import wrap

from reportlab.pdfgen.canvas import Canvas

from craft.measure import Unit, render
from craft.measure.units import MM_PER_INCH
from craft.shape import path as paths
from craft.shape.affine import Affine, move, move_point
from craft.shape.curve import Point
from craft.shape.pen import Box, bounds, boxes_meet
from craft.sheets.canvas import BOLD, FONT, INK, begin_page, new_document, stroke, text, window
from craft.sheets.on_a_page import code_spot, labels_on_pages, lines_of, quarter_turned
from craft.sheets.pdf_layers import begin_layer, end_layer, with_layers
from craft.sheets.pieces import OutPiece
from craft.sheets.plan import SIZES, Laid, Layer, SheetPlan, Tile
from craft.sheets.strokes import CUTTING, FOLD, STITCHING, strokes
from craft.trace.label_place import FIRST, LINE, LabelPlace

SOFT = (0.45, 0.5, 0.55)
SQUARE_CM, SQUARE_IN = 100.0, 4 * MM_PER_INCH
FIRST_PAGE = (210.0, 297.0)
"""The page with the map where the pages themselves are large (mm)."""
LARGEST_LETTERS = 6.0


def write_pdf(
    plan: SheetPlan, pieces: tuple[OutPiece, ...], title: str, unit: Unit, *,
    only: int | None = None, told: Callable[[float], None] = lambda _: None,
) -> bytes:  # fmt: skip
    """The map with both test squares first, then every page of the plan. ``only``: one page alone, counted
    from 0; ``told`` hears how much is done (0 to 1)."""
    out = BytesIO()
    canvas = new_document(out, title, full_size=True)
    if only in (None, 0):
        first_page(canvas, plan, [_pages_of(plan, each) for each in pieces], title)
    by_number = {piece.number: piece for piece in pieces}
    boxes = {
        each.number: bounds(move(by_number[each.number].outermost, each.move)) for each in plan.laid
    }
    places = labels_on_pages(plan, pieces)
    lines = lines_of(plan, pieces)
    tiles = plan.tiles if only is None else plan.tiles[only - 1 : only] if only else ()
    for done, tile in enumerate(tiles):
        told(done / len(tiles))
        _page(canvas, plan, tile, by_number, boxes, unit, places, code_spot(plan, tile, lines))
    canvas.save()
    names: dict[str, str] = {
        each: f"{each} line" if each in ("cutting", "stitching") else each
        for each in plan.choice.layers
    }
    return with_layers(out.getvalue(), names, first=1)


def _pages_of(plan: SheetPlan, piece: OutPiece) -> str:
    pages = ", ".join(tile.code for tile in plan.tiles if piece.number in tile.pieces)
    return f"{piece.number} {piece.name}: {pages}"


def first_page(canvas: Canvas, plan: SheetPlan, told: Iterable[str], title: str) -> None:
    """The page that is printed alone first: both test squares, the map of the pages, and which pages each
    piece lies on, in words."""
    # A roll or a sheet of its own may be smaller than the test squares, or too large to try.
    small = plan.choice.page in SIZES and plan.page_width <= 300
    width, height = (plan.page_width, plan.page_height) if small else FIRST_PAGE
    begin_page(canvas, width, height)
    canvas.setFillColorRGB(*INK)
    canvas.setStrokeColorRGB(*INK)
    text(canvas, 15, 20, title, 6, BOLD)
    text(canvas, 15, 27, f"Print at 100 %, without “fit to page”. {plan.pages} pages.", 3.6)
    text(canvas, 15, 33, "Print this page alone first and measure both squares.", 3.6)
    canvas.setLineWidth(0.25)
    for y, side, words in ((40.0, SQUARE_CM, "10 cm"), (150.0, SQUARE_IN, "4 in")):
        canvas.rect(15, y, side, side)
        text(canvas, 19, y + 7, f"test square: {words} on every side", 3.2)
    _map(canvas, plan, 128, 40, width - 128 - 12, 104)
    text(canvas, 128, 153, "Pieces", 4.4, BOLD)
    y = 160.0
    for words in told:
        lines = wrap(words, 36)
        if y + 4.6 * len(lines) > height - 12:
            text(canvas, 128, y, "…", 3.3)
            break
        for line in lines:
            text(canvas, 128, y, line, 3.3)
            y += 4.6
    canvas.showPage()


def _map(canvas: Canvas, plan: SheetPlan, x: float, y: float, width: float, height: float) -> None:
    """The pages as they are laid together, with their codes."""
    scale = min(width / (plan.columns * plan.step_x), height / (plan.rows * plan.step_y))
    text(canvas, x, y - 3, "How the pages lie", 3.6, BOLD)
    canvas.setLineWidth(0.2)
    for tile in plan.tiles:
        a, b = x + tile.column * plan.step_x * scale, y + tile.row * plan.step_y * scale
        w, h = plan.step_x * scale, plan.step_y * scale
        canvas.rect(a, b, w, h)
        text(
            canvas, a + w / 2, b + h / 2 + 1, tile.code, max(1.6, min(4.0, w * 0.28)), centred=True
        )


def _page(
    canvas: Canvas, plan: SheetPlan, tile: Tile, by_number: dict[int, OutPiece],
    boxes: dict[int, Box], unit: Unit, places: dict[int, LabelPlace],
    spot: Point,
) -> None:  # fmt: skip
    margin = plan.choice.margin
    begin_page(canvas, plan.page_width, plan.page_height)
    page_frame(canvas, plan, tile, spot)
    shown = plan.shown(tile)
    with window(canvas, shown, (margin, margin)):
        for layer in plan.choice.layers:
            begin_layer(canvas, layer)
            for each in plan.laid:
                piece = by_number[each.number]
                if boxes_meet(boxes[each.number], shown):
                    _draw(canvas, piece, each, layer, unit, places[each.number])
            end_layer(canvas)
    canvas.showPage()


def page_frame(canvas: Canvas, plan: SheetPlan, tile: Tile, spot: Point) -> None:
    """The page's edge to join at, crosses at its corners, and its code at ``spot``."""
    margin = plan.choice.margin
    codes = {(each.column, each.row) for each in plan.tiles}
    canvas.setStrokeColorRGB(*SOFT)
    canvas.setFillColorRGB(*SOFT)
    canvas.setLineWidth(0.15)
    x1, y1 = margin + plan.step_x, margin + plan.step_y
    canvas.setDash([1.2, 1.2])
    if (tile.column + 1, tile.row) in codes:
        canvas.line(x1, margin, x1, y1)
    if (tile.column, tile.row + 1) in codes:
        canvas.line(margin, y1, x1, y1)
    canvas.setDash([])
    for x in (margin, x1):
        for y in (margin, y1):
            canvas.line(x - 4, y, x + 4, y)
            canvas.line(x, y - 4, x, y + 4)
            canvas.circle(x, y, 2, stroke=1, fill=0)
    text(canvas, margin + spot[0], margin + spot[1] + 1.8, tile.code, 5, BOLD, centred=True)
    canvas.setFillColorRGB(*INK)
    canvas.setStrokeColorRGB(*INK)


def _draw(
    canvas: Canvas, piece: OutPiece, laid: Laid, layer: Layer, unit: Unit, place: LabelPlace
) -> None:
    by = laid.move
    if layer == "cutting" and piece.line == "cutting":
        stroke(canvas, move(piece.outermost, by), CUTTING, closed=True)
    if layer == "stitching":
        for edge in piece.shape.edges:
            dash = () if edge.kind == "fold" or piece.line == "stitching" else (4.0, 2.0)
            width = FOLD if edge.kind == "fold" else STITCHING
            stroke(canvas, move(edge.path, by), width, dash)
    if layer == "marks":
        for mark in piece.marks:
            for line in strokes(mark, piece.outward.get(mark.id)):
                points = [move_point(point, by) for point in line.points]
                stroke(canvas, paths.polyline(*points), line.width, line.dash)
    if layer == "label":
        _label(canvas, place, by, unit)


def _label(canvas: Canvas, place: LabelPlace, by: Affine, unit: Unit) -> None:
    """The label where it covers no mark: upright on the page, or turned where only that has room."""
    size = min(LARGEST_LETTERS, place.size)
    level = place.turned == quarter_turned(by)
    x, y = move_point(place.at, by)
    for index, line in enumerate(place.lines):
        down = (index - (len(place.lines) - 1) / 2) * size * LINE + size * 0.35
        at = (x, y + down) if level else (x - down, y)
        high, font = (size * FIRST, BOLD) if not index else (size, FONT)
        text(canvas, *at, render(line, unit), high, font, 0.0 if level else 90.0, centred=True)
