"""A lay on one page, to pin on the wall: the cloth with its pieces in the order of laying, and a table of
the numbers a tape needs."""

from io import BytesIO
from typing import NamedTuple

from reportlab.pdfgen.canvas import Canvas

from craft.cloth.folds import AT_THE_EDGE
from craft.lay.items import LayItem
from craft.lay.judge import Judged
from craft.lay.result import ClothLay
from craft.measure import Unit, render
from craft.shape import path as paths
from craft.shape.affine import Affine, move, move_point, then
from craft.shape.curve import Point, distance
from craft.shape.path import Path
from craft.sheets.canvas import BOLD, FONT, INK, begin_page, new_document, stroke, text

PAGE = (297.0, 210.0)
EDGE, HEAD = 12.0, 26.0
ROW, SMALL = 4.3, 2.9
ROWS_A_COLUMN = 13
BELOW = 4.5  # for the words under the picture (mm)
ARROW = 14.0  # how long the head of the arrow is that points to a piece's top (mm of the cloth)
# So many pieces have their numbers on the page; more are drawn, and listed on the screen (two columns).
NAME = 35  # letters of a name with its face
LISTED = 2 * ROWS_A_COLUMN


class Line(NamedTuple):
    """A line of the drawing, ``width`` mm on paper."""

    path: Path
    width: float
    dash: tuple[float, ...] = ()
    closed: bool = False


class Words(NamedTuple):
    """Words centred on a place, or only the first of them, its number, where there is no ``room`` (mm)."""

    at: Point
    number: str
    words: str
    room: float

    def fitting(self, width: float) -> str:
        """What has room, if all of it is so wide (mm of the cloth)."""
        return f"{self.number}: {self.words}" if width <= self.room else self.number


def drawn(lay: ClothLay) -> tuple[list[Line], list[Words]]:
    """The cloth and its pieces in mm of the cloth, y downwards from the far edge."""
    length = _length(lay)
    up: Affine = (1.0, 0.0, 0.0, -1.0, 0.0, lay.width)
    lines = [
        Line(paths.polyline((0, 0), (length, 0), (length, lay.width), (0, lay.width)), 0.35,
             closed=True),
        *(Line(paths.polyline(*(move_point(p, up) for p in block)), 0.25, (1.0, 1.0), True)
          for block in lay.blocks),
    ]  # fmt: skip
    words = []
    items = {item.key: item for item in lay.items}
    for judged in _in_order(lay):
        item = items[judged.placement.item]
        onto = then(judged.matrix, up)
        a, b = (move_point(end, onto) for end in judged.numbers.line or item.grain)
        lines += [
            Line(move(item.cutting, onto), 0.3, closed=True),
            Line(((a, b),), 0.2, (2.0, 0.8)),
            *_arrow(b, a),
        ]
        x0, y0, x1, y1 = judged.box
        at = ((x0 + x1) / 2, lay.width - (y0 + y1) / 2)
        order = str(judged.numbers.order)
        words.append(Words(at, order, f"{item.piece} {item.name}", 0.9 * (x1 - x0)))
    return lines, words


def _arrow(lower: Point, upper: Point) -> list[Line]:
    """The head of an arrow at the upper end of a grain line: where the top of the piece points."""
    size = distance(lower, upper) or 1.0
    ux, uy = (upper[0] - lower[0]) / size, (upper[1] - lower[1]) / size
    wings = [
        (
            upper[0] - ARROW * ux + side * ARROW / 3 * -uy,
            upper[1] - ARROW * uy + side * ARROW / 3 * ux,
        )
        for side in (1.0, -1.0)
    ]
    return [Line(paths.polyline(wings[0], upper, wings[1]), 0.3)]


def write_wall_pdf(lay: ClothLay, title: str, unit: Unit) -> bytes:
    """One page with the picture and the numbers."""
    out = BytesIO()
    canvas = new_document(out, title)
    begin_page(canvas, *PAGE)
    canvas.setFillColorRGB(*INK)
    canvas.setStrokeColorRGB(*INK)
    text(canvas, EDGE, EDGE + 3, title, 5.5, BOLD)
    text(canvas, EDGE, EDGE + 9.5, _said(lay, unit), 3.3)
    rows = _rows(lay, unit)
    table = min(len(rows), ROWS_A_COLUMN) * ROW + 11
    lay_picture(canvas, lay, EDGE, HEAD, PAGE[0] - 2 * EDGE, PAGE[1] - HEAD - EDGE - table)
    top = PAGE[1] - EDGE - table + 11
    for k, row in enumerate(rows[:LISTED]):
        column, line = divmod(k, ROWS_A_COLUMN)
        x, y = EDGE + column * (PAGE[0] - 2 * EDGE) / 2, top + line * ROW
        for width, cell in zip((0, 7, 61, 109), row, strict=True):
            text(canvas, x + width, y, cell, SMALL, BOLD if not width else FONT)
    if len(rows) > LISTED:
        text(canvas, EDGE, PAGE[1] - 6, f"and {len(rows) - LISTED} more on the screen", SMALL)
    canvas.save()
    return out.getvalue()


def lay_picture(
    canvas: Canvas, lay: ClothLay, x: float, y: float, width: float, height: float
) -> float:
    """The lay drawn from there on into so much room (mm of paper); how high it came out."""
    lines, words = drawn(lay)
    scale = min(width / _length(lay), (height - BELOW) / lay.width)
    onto: Affine = (scale, 0.0, 0.0, scale, x, y)
    for line in lines:
        stroke(canvas, move(line.path, onto), line.width, line.dash, line.closed)
    canvas.setDash([])
    for each in words:
        at_x, at_y = move_point(each.at, onto)
        wide = canvas.stringWidth(f"{each.number}: {each.words}", BOLD, SMALL)
        text(canvas, at_x, at_y, each.fitting(wide / scale), SMALL, BOLD, centred=True)
    text(canvas, x, y + lay.width * scale + 3.6, AT_THE_EDGE[lay.fold], SMALL)
    return lay.width * scale + BELOW


def _length(lay: ClothLay) -> float:
    return max([judged.box[2] for judged in lay.placed], default=300.0) + 20.0


def _in_order(lay: ClothLay) -> list[Judged]:
    return sorted(lay.placed, key=lambda judged: judged.numbers.order)


def _said(lay: ClothLay, unit: Unit) -> str:
    used = f", the lay takes {render(lay.used.text, unit)}" if lay.used else ""
    name = lay.cloth.name if lay.cloth else "no cloth"
    return f"{lay.role}: {name}. {lay.how}{used}. All numbers from the cloth’s outer edges."


def _top(judged: Judged, item: LayItem) -> str:
    """Where the top of a piece points on the page: the cut end is to the left."""
    upper, lower = (move_point(end, judged.matrix) for end in judged.numbers.line or item.grain)
    dx, dy = upper[0] - lower[0], upper[1] - lower[1]
    if abs(dx) >= abs(dy):
        return "left" if dx < 0 else "right"
    return "up" if dy > 0 else "down"


def _rows(lay: ClothLay, unit: Unit) -> list[tuple[str, str, str, str]]:
    names = {item.key: f"{item.piece} {item.name}" for item in lay.items}
    items = {item.key: item for item in lay.items}
    found = []
    for judged in _in_order(lay):
        n = judged.numbers
        ends = f"{n.edge}: {render(n.upper.text, unit)} / {render(n.lower.text, unit)}"
        along = f"cut end: {render(n.to_end.text, unit)}"
        face = "down" if judged.placement.over else "up"
        lies = f", face {face}, top {_top(judged, items[judged.placement.item])}"
        name = f"{names[judged.placement.item]}"[: NAME - len(lies)]
        found.append((str(n.order), f"{name}{lies}", ends, along))
    return found
