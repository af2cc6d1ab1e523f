"""A drawing on pages that a printer at home takes, at full size: the first page to be measured, then the
pages with something on them, to be taped together."""

from collections import defaultdict
from io import BytesIO
from math import ceil

import numpy as np
from reportlab.pdfgen.canvas import Canvas

from craft.drawing import Drawing, DrawnPath
from craft.drawing.curves import path_of
from craft.formats.pdf_writer import draw_content
from craft.shape.curve import Floats
from craft.shape.grid import Grid, code
from craft.shape.pen import Box
from craft.sheets.canvas import begin_page, fonts
from craft.sheets.on_a_page import code_spot
from craft.sheets.pdf import first_page, page_frame
from craft.sheets.pdf_layers import with_layers
from craft.sheets.plan import SIZES, SheetChoice, SheetPlan, Tile

CLOSE = 20.0  # mm: how close the places of a line are that tell which pages it lies on
Cell = tuple[int, int]


def write_pdf_pages(drawing: Drawing, title: str, choice: SheetChoice) -> bytes:
    """The first page of a drawing on pages of ``choice`` (one of SIZES); the second layer of a line names
    its piece."""
    fonts()
    dots = [_dots(path) for path in drawing.paths]
    plan, on = _plan(drawing, dots, choice)
    out = BytesIO()
    canvas = Canvas(out, pageCompression=1)
    canvas.setTitle(title)
    canvas.setCreator("Dove Tack")
    canvas.setViewerPreference("PrintScaling", "None")
    first_page(canvas, plan, [f"{name}: {', '.join(pages)}" for name, pages in on.items()], title)
    names: dict[str, str] = {}
    lines = np.concatenate(dots)
    shown = (plan.step_x + choice.overlap, plan.step_y + choice.overlap)
    for tile in plan.tiles:
        begin_page(canvas, plan.page_width, plan.page_height)
        page_frame(canvas, plan, tile, code_spot(plan, tile, lines))
        canvas.saveState()
        clip = canvas.beginPath()
        clip.rect(choice.margin, choice.margin, *shown)
        canvas.clipPath(clip, stroke=0, fill=0)
        x, y = plan.corner(tile)
        canvas.translate(choice.margin - x, choice.margin - y)
        draw_content(canvas, _within(drawing, (x, y, x + shown[0], y + shown[1])), names)
        canvas.restoreState()
        canvas.showPage()
    canvas.save()
    return with_layers(out.getvalue(), {key: name for name, key in names.items()}, first=1)


def _plan(
    drawing: Drawing, dots: list[Floats], choice: SheetChoice
) -> tuple[SheetPlan, dict[str, list[str]]]:
    """The pages that show something of a drawing, or lie within a closed line of it; and by piece the codes
    of its pages."""
    wide, high = SIZES[choice.page]
    step = (
        wide - 2 * choice.margin - choice.overlap,
        high - 2 * choice.margin - choice.overlap,
    )
    grid = Grid(step_x=step[0], step_y=step[1], overlap=choice.overlap)
    found: dict[str, set[Cell]] = defaultdict(set)
    for path, places in zip(drawing.paths, dots, strict=True):
        cells = {(int(x), int(y)) for x, y in np.floor(places / step)}
        if path.closed:
            cells |= grid.covered(path_of(path.curves, path.straight))
        found[path.ink.layers[1] if len(path.ink.layers) > 1 else ""] |= cells
    cells = {cell for mine in found.values() for cell in mine}
    tiles = tuple(
        Tile(code=code(cell), column=cell[0], row=cell[1], pieces=())
        for cell in sorted(cells, key=_reading)
    )
    plan = SheetPlan(
        choice=choice, page_width=wide, page_height=high, step_x=step[0], step_y=step[1],
        columns=max(each.column for each in tiles) + 1, rows=max(each.row for each in tiles) + 1,
        tiles=tiles, laid=(), pages=1 + len(tiles),
    )  # fmt: skip
    by_piece = {
        name: [code(cell) for cell in sorted(mine, key=_reading)] for name, mine in found.items()
    }
    return plan, {name: pages for name, pages in by_piece.items() if name}


def _reading(cell: Cell) -> Cell:
    return cell[1], cell[0]


def _dots(path: DrawnPath) -> Floats:
    """Places along a line (n, 2), mm."""
    p = path.curves
    longest = float(np.hypot(*(p[:, 1:] - p[:, :-1]).reshape(-1, 2).T).max())
    t = np.linspace(0, 1, max(9, ceil(3 * longest / CLOSE)))[:, None, None]
    u = 1 - t
    along = u**3 * p[:, 0] + 3 * u * u * t * p[:, 1] + 3 * u * t * t * p[:, 2] + t**3 * p[:, 3]
    return np.asarray(along.reshape(-1, 2))


def _within(drawing: Drawing, reach: Box) -> Drawing:
    """What may be seen in a window of a drawing."""
    left, top, right, low = reach
    paths = [
        path for path, (a, b, c, d) in ((each, each.box) for each in drawing.paths)
        if a <= right and c >= left and b <= low and d >= top
    ]  # fmt: skip
    texts = [
        each for each in drawing.texts
        if left - each.length <= each.at[0] <= right + each.length
        and top - each.length <= each.at[1] <= low + each.length
    ]  # fmt: skip
    return Drawing(drawing.pages, tuple(paths), tuple(texts))
