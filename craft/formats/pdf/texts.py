"""The words on the pages of a PDF, line by line. pdfium knows the fonts; here letters become lines."""

from ctypes import c_double
from math import atan2, cos, hypot, sin

import pypdfium2
import pypdfium2.raw as pdfium

from craft.drawing import DrawnText
from craft.shape.affine import Affine, growth, move_point
from craft.shape.curve import Point
from craft.signs import readable

MOST_LETTERS = 400_000
# Letters of one line stand on one baseline, each where the one before it ended, give or take (of their
# height).
OFF_LINE, GAP, SPACE = 0.25, 1.6, 0.18


class _Line:
    """Letters of a line so far (points of the page, y up)."""

    def __init__(self, letter: str, at: Point, angle: float, size: float) -> None:
        self.letters, self.start, self.end, self.angle, self.size = [letter], at, at, angle, size

    def takes(self, at: Point, angle: float, size: float) -> float | None:
        """How far after the last letter's end a letter stands, where it goes on this line."""
        if abs(angle - self.angle) > 0.02 or not 0.6 < size / self.size < 1.7:
            return None
        dx, dy = at[0] - self.end[0], at[1] - self.end[1]
        c, s = cos(self.angle), sin(self.angle)
        along, off = dx * c + dy * s, -dx * s + dy * c
        if abs(off) > OFF_LINE * size or not -0.5 * size < along < GAP * size:
            return None
        return along


def texts_of(
    document: pypdfium2.PdfDocument, number: int, to_page: Affine, left: int
) -> list[DrawnText]:
    """The lines of text on a page; ``to_page``: from the file's units to mm of the page. At most ``left``
    letters are read."""
    page = document[number]
    read = page.get_textpage()
    try:
        lines = _lines(read.raw, min(pdfium.FPDFText_CountChars(read.raw), left))
        return [text for line in lines if (text := _text(line, to_page, number)) is not None]
    finally:
        read.close()
        page.close()


def _lines(raw: pdfium.FPDF_TEXTPAGE, count: int) -> list[_Line]:
    lines: list[_Line] = []
    spaced = False
    x, y = c_double(), c_double()
    box = pdfium.FS_RECTF()
    for at in range(count):
        letter = chr(pdfium.FPDFText_GetUnicode(raw, at))
        if letter.isspace() or letter == "\0" or pdfium.FPDFText_IsGenerated(raw, at) == 1:
            spaced = True
            continue
        if not pdfium.FPDFText_GetCharOrigin(raw, at, x, y):
            continue
        origin, angle = (x.value, y.value), -float(pdfium.FPDFText_GetCharAngle(raw, at))
        matrix = pdfium.FS_MATRIX()
        grown = hypot(matrix.c, matrix.d) if pdfium.FPDFText_GetMatrix(raw, at, matrix) else 1.0
        size = abs(pdfium.FPDFText_GetFontSize(raw, at)) * (grown or 1.0)
        if size <= 0:
            continue
        pdfium.FPDFText_GetLooseCharBox(raw, at, box)
        gap = lines[-1].takes(origin, angle, size) if lines else None
        if gap is None:
            lines.append(_Line(letter, origin, angle, size))
        else:
            if spaced or gap > SPACE * size:
                lines[-1].letters.append(" ")
            lines[-1].letters.append(letter)
        lines[-1].end = _end(origin, angle, box, size)
        spaced = False
    return lines


def _end(origin: Point, angle: float, box: pdfium.FS_RECTF, size: float) -> Point:
    """Where a letter ends on its baseline: as far as its box reaches that way."""
    c, s = cos(angle), sin(angle)
    corners = [
        (box.left, box.bottom),
        (box.right, box.bottom),
        (box.left, box.top),
        (box.right, box.top),
    ]
    wide = max(((x - origin[0]) * c + (y - origin[1]) * s for x, y in corners), default=0.0)
    wide = min(max(wide, 0.1 * size), 1.5 * size)
    return origin[0] + wide * c, origin[1] + wide * s


def _text(line: _Line, to_page: Affine, number: int) -> DrawnText | None:
    words = readable("".join(line.letters))
    if not words:
        return None
    start, end = move_point(line.start, to_page), move_point(line.end, to_page)
    dx, dy = end[0] - start[0], end[1] - start[1]
    return DrawnText(
        words[:400], start, line.size * growth(to_page), hypot(dx, dy), atan2(dy, dx), number
    )
