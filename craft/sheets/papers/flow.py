"""A page filled from the top: headings, wrapped words, rows with a box to tick, drawings; a new page
when full."""

from io import BytesIO

from reportlab.pdfbase.pdfmetrics import stringWidth

from craft.measure import Unit, render
from craft.shape.affine import Affine, move, move_point
from craft.sheets.canvas import BOLD, FONT, INK, begin_page, new_document, stroke, text
from craft.sheets.sketch import Sketch

PAGE = (210.0, 297.0)
EDGE, FOOT = 15.0, 14.0
WIDTH = PAGE[0] - 2 * EDGE
LINE = 1.36
BODY, SMALL = 3.4, 2.9
BOX = 4.0


class Flow:
    """Pages in the making; lengths in mm, ``y`` counts down the page."""

    def __init__(self, title: str, unit: Unit) -> None:
        self.out = BytesIO()
        self.canvas = new_document(self.out, title)
        self.title, self.unit = title, unit
        self.y = EDGE
        self.pages = 0
        self.foot = ""

    def page(self, foot: str | None = None) -> None:
        """Begin a new page. ``foot``: what stands at its foot from here on."""
        if self.pages:
            self.canvas.showPage()
        self.pages += 1
        self.foot = self.foot if foot is None else foot
        begin_page(self.canvas, *PAGE)
        self.canvas.setFillColorRGB(*INK)
        self.canvas.setStrokeColorRGB(*INK)
        self._foot()
        self.y = EDGE

    def need(self, height: float) -> bool:
        """Go to a new page where so much does not fit on this one; whether it did."""
        if self.y + height <= PAGE[1] - FOOT - 4:
            return False
        self.page()
        return True

    def heading(self, words: str, size: float = 6.0) -> None:
        """A heading, with room for what follows it."""
        self.need(size * LINE + 14)
        self.y += size
        text(self.canvas, EDGE, self.y, self.said(words), size, BOLD)
        self.y += size * 0.55

    def words(
        self,
        phrase: str,
        size: float = BODY,
        font: str = FONT,
        x: float = EDGE,
        width: float = WIDTH,
    ) -> None:
        """A phrase, wrapped."""
        for line in self.wrapped(phrase, width - (x - EDGE), size, font):
            self.need(size * LINE)
            self.y += size * LINE
            text(self.canvas, x, self.y, line, size, font)

    def row(
        self, number: str, head: str, right: str, lines: tuple[str, ...], width: float = WIDTH
    ) -> None:
        """A box to tick with its number, a bold head, something at the far end, and small lines below."""
        x = EDGE + BOX + 9.0
        rest = [
            part
            for line in lines
            for part in self.wrapped(line, width - (x + 3 - EDGE), SMALL, FONT)
        ]
        aside = stringWidth(self.said(right), FONT, SMALL)
        heads = self.wrapped(head, width - (x - EDGE) - aside - 3, BODY, BOLD)
        self.need(min(60.0, len(heads) * BODY * LINE + len(rest) * SMALL * LINE + 3))
        top = self.y + 1.2
        self.canvas.setDash([])
        self.canvas.setLineWidth(0.3)
        self.canvas.rect(EDGE, top, BOX, BOX)
        wide = stringWidth(number, FONT, BODY)
        text(self.canvas, EDGE + BOX + 8.4 - wide, top + 3.3, number, BODY)
        text(self.canvas, EDGE + width - aside, top + 3.3, self.said(right), SMALL)
        self.y = top - BODY * LINE + 3.3
        for line in heads:
            self.y += BODY * LINE
            text(self.canvas, x + 3, self.y, line, BODY, BOLD)
        for line in rest:
            self.need(SMALL * LINE)
            self.y += SMALL * LINE
            text(self.canvas, x + 3, self.y, line, SMALL)
        self.y += 1.6
        self.canvas.setLineWidth(0.1)
        self.canvas.line(EDGE, self.y, EDGE + width, self.y)

    def sketch(self, drawn: Sketch, x: float, y: float, width: float, height: float,
               scale: float | None = None) -> None:  # fmt: skip
        """A drawing in a box of the page, as large as it fits or at that scale."""
        x0, y0, x1, y1 = drawn.box
        fit = scale or min(width / max(x1 - x0, 1e-6), height / max(y1 - y0, 1e-6))
        left = x + (width - (x1 - x0) * fit) / 2
        onto: Affine = (fit, 0.0, 0.0, fit, left - x0 * fit, y - y0 * fit)
        self.canvas.saveState()
        frame = self.canvas.beginPath()
        frame.rect(left - 1, y - 1, (x1 - x0) * fit + 2, (y1 - y0) * fit + 2)
        self.canvas.clipPath(frame, stroke=0, fill=0)
        for line in drawn.lines:
            stroke(self.canvas, move(line.path, onto), line.width, line.dash, line.closed)
        self.canvas.restoreState()
        self.canvas.setDash([])
        for word in drawn.words:
            a, b = move_point(word.at, onto)
            a, b = a + word.off[0], b + word.off[1]
            if word.ringed:
                self.canvas.setFillColorRGB(1, 1, 1)
                self.canvas.setLineWidth(0.25)
                self.canvas.circle(a, b, word.high * 0.86, stroke=1, fill=1)
                self.canvas.setFillColorRGB(*INK)
            text(
                self.canvas,
                a,
                b + word.high * 0.35,
                self.said(word.words),
                word.high,
                BOLD,
                centred=True,
            )

    def wrapped(self, phrase: str, width: float, size: float, font: str) -> list[str]:
        """A phrase in lines no wider than ``width``."""
        lines: list[str] = []
        for word in self.said(phrase).split():
            longer = f"{lines[-1]} {word}" if lines else word
            if lines and stringWidth(longer, font, size) <= width:
                lines[-1] = longer
            else:
                lines.append(word)
        return lines

    def said(self, phrase: str) -> str:
        """A phrase in the reader’s unit."""
        return render(phrase, self.unit)

    def close(self) -> bytes:
        """The pages."""
        if not self.pages:
            self.page()
        self.canvas.showPage()
        self.canvas.save()
        return self.out.getvalue()

    def _foot(self) -> None:
        y = PAGE[1] - 9.0
        text(self.canvas, EDGE, y, f"{self.title}{f', {self.foot}' if self.foot else ''}", 2.7)
        number = f"page {self.pages}"
        wide = stringWidth(number, FONT, 2.7)
        text(self.canvas, PAGE[0] - EDGE - wide, y, number, 2.7)
