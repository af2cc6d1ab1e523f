"""A drawing on pages that a printer at home takes, at full size: the first page to be measured, then the
pages with something on them, to be taped together."""

from collections import defaultdict
from io import BytesIO
from math import ceil

import numpy as np

from craft.drawing import Drawing, DrawnPath
from craft.drawing.curves import path_of, points_at
from craft.formats.pdf_writer import draw_content
from craft.shape.curve import Floats
from craft.shape.grid import Cell, Grid, code, reading_order
from craft.shape.pen import Box, boxes_meet
from craft.sheets.canvas import begin_page, new_document, window
from craft.sheets.on_a_page import code_spot
from craft.sheets.pdf import first_page, page_frame
from craft.sheets.pdf_layers import with_layers
from craft.sheets.plan import SIZES, SheetChoice, SheetPlan, page_step, plan_of

CLOSE = 20.0  # mm: how close the places of a line are that tell which pages it lies on


def write_pdf_pages(drawing: Drawing, title: str, choice: SheetChoice) -> bytes:
    """The first page of a drawing on pages of ``choice`` (one of SIZES); the second layer of a line names
    its piece."""
    dots = [_dots(path) for path in drawing.paths]
    plan, on = _plan(drawing, dots, choice)
    out = BytesIO()
    canvas = new_document(out, title, full_size=True)
    first_page(canvas, plan, [f"{name}: {', '.join(pages)}" for name, pages in on.items()], title)
    names: dict[str, str] = {}
    lines = np.concatenate(dots)
    for tile in plan.tiles:
        begin_page(canvas, plan.page_width, plan.page_height)
        page_frame(canvas, plan, tile, code_spot(plan, tile, lines))
        shown = plan.shown(tile)
        with window(canvas, shown, (choice.margin, choice.margin)):
            draw_content(canvas, _within(drawing, shown), names)
        canvas.showPage()
    canvas.save()
    return with_layers(out.getvalue(), {key: name for name, key in names.items()}, first=1)


def _plan(
    drawing: Drawing, dots: list[Floats], choice: SheetChoice
) -> tuple[SheetPlan, dict[str, list[str]]]:
    """The pages that show something of a drawing, or lie within a closed line of it; and by piece the codes
    of its pages."""
    step = page_step(choice)
    grid = Grid(step_x=step[0], step_y=step[1], overlap=choice.overlap)
    found: dict[str, set[Cell]] = defaultdict(set)
    for path, places in zip(drawing.paths, dots, strict=True):
        cells = {(int(x), int(y)) for x, y in np.floor(places / step)}
        if path.closed:
            cells |= grid.covered(path_of(path.curves, path.straight))
        found[path.ink.layers[1] if len(path.ink.layers) > 1 else ""] |= cells
    everywhere: dict[Cell, tuple[int, ...]] = {cell: () for mine in found.values() for cell in mine}
    plan = plan_of(everywhere, choice, SIZES[choice.page], step)
    by_piece = {
        name: [code(cell) for cell in sorted(mine, key=reading_order)]
        for name, mine in found.items()
    }
    return plan, {name: pages for name, pages in by_piece.items() if name}


def _dots(path: DrawnPath) -> Floats:
    """Places along a line (n, 2), mm."""
    p = path.curves
    longest = float(np.hypot(*(p[:, 1:] - p[:, :-1]).reshape(-1, 2).T).max())
    t = np.linspace(0, 1, max(9, ceil(3 * longest / CLOSE)))
    return points_at(p, t).reshape(-1, 2)


def _within(drawing: Drawing, reach: Box) -> Drawing:
    """What may be seen in a window of a drawing."""
    left, top, right, low = reach
    paths = [each for each in drawing.paths if boxes_meet(each.box, reach)]
    texts = [
        each for each in drawing.texts
        if left - each.length <= each.at[0] <= right + each.length
        and top - each.length <= each.at[1] <= low + each.length
    ]  # fmt: skip
    return Drawing(drawing.pages, tuple(paths), tuple(texts))
