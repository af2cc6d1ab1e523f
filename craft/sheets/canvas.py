"""A page of a PDF in millimetres, y downwards: lines and words, for everything that is printed."""

from collections.abc import Iterator
from contextlib import contextmanager
from io import BytesIO

from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

from craft.measure.units import MM_PER_INCH
from craft.shape.curve import Point
from craft.shape.path import Path
from craft.shape.pen import Box, draw

POINT = MM_PER_INCH / 72  # mm
FONT, BOLD = "Vera", "VeraBd"
INK = (0.09, 0.12, 0.16)


def new_document(out: BytesIO, title: str, *, full_size: bool = False) -> Canvas:
    """A PDF that is written to ``out`` when it is saved. ``full_size``: readers are told not to fit it to
    the paper."""
    _fonts()
    canvas = Canvas(out, pageCompression=1)
    canvas.setTitle(title)
    canvas.setCreator("Dove Tack")
    if full_size:
        canvas.setViewerPreference("PrintScaling", "None")
    return canvas


def _fonts() -> None:
    """The fonts, once."""
    if FONT not in pdfmetrics.getRegisteredFontNames():
        pdfmetrics.registerFont(TTFont(FONT, "Vera.ttf"))
        pdfmetrics.registerFont(TTFont(BOLD, "VeraBd.ttf"))


def begin_page(canvas: Canvas, width: float, height: float) -> None:
    """A page in millimetres with y downwards, text the right way up."""
    canvas.setPageSize((width / POINT, height / POINT))
    canvas.translate(0, height / POINT)
    canvas.scale(1 / POINT, -1 / POINT)
    canvas.setLineCap(1)
    canvas.setLineJoin(1)


@contextmanager
def window(canvas: Canvas, shown: Box, corner: Point) -> Iterator[None]:
    """Draw in mm of a large sheet; no more of it is seen than ``shown``, from ``corner`` of the page on."""
    left, top, right, low = shown
    canvas.saveState()
    clip = canvas.beginPath()
    clip.rect(*corner, right - left, low - top)
    canvas.clipPath(clip, stroke=0, fill=0)
    canvas.translate(corner[0] - left, corner[1] - top)
    yield
    canvas.restoreState()


def text(
    canvas: Canvas, x: float, y: float, words: str, size: float, font: str = FONT,
    turn: float = 0.0, centred: bool = False,
) -> None:  # fmt: skip
    """Words at (x, y), ``size`` mm high, turned clockwise by ``turn`` degrees."""
    canvas.saveState()
    canvas.translate(x, y)
    canvas.rotate(turn)
    canvas.scale(1, -1)
    canvas.setFont(font, size)
    (canvas.drawCentredString if centred else canvas.drawString)(0, 0, words)
    canvas.restoreState()


class _CanvasPen:
    """A pen onto a path of a PDF page."""

    def __init__(self, canvas: Canvas) -> None:
        self.line = canvas.beginPath()

    def moveTo(self, pt: Point) -> None:
        self.line.moveTo(*pt)

    def lineTo(self, pt: Point) -> None:
        self.line.lineTo(*pt)

    def curveTo(self, *points: Point) -> None:
        self.line.curveTo(*(number for point in points for number in point))

    def closePath(self) -> None:
        self.line.close()

    def endPath(self) -> None:
        """An open line ends where it ends."""


def stroke(
    canvas: Canvas, path: Path, width: float, dash: tuple[float, ...] = (), closed: bool = False
) -> None:
    """A line of that width (mm), dashed or whole."""
    pen = _CanvasPen(canvas)
    draw(path, pen, closed=closed)
    canvas.setLineWidth(width)
    canvas.setDash(list(dash))
    canvas.drawPath(pen.line, stroke=1, fill=0)
