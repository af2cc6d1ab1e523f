"""A PDF as a drawing, in mm: every line with its ink and layers, every word with its place."""

from collections import defaultdict
from io import BytesIO
from typing import Any

import pikepdf
import pypdfium2
from pikepdf import Dictionary, Pdf

from craft.drawing import Drawing, DrawnPage, DrawnPath, DrawnText
from craft.errors import CraftError
from craft.formats.pdf.content import MOST_PATHS, Reader, State
from craft.formats.pdf.layers import Layers
from craft.formats.pdf.numbers import moved_box, rectangle
from craft.formats.pdf.recorded import Recorded, called, drawn, spread
from craft.formats.pdf.texts import MOST_LETTERS, texts_of
from craft.measure.units import MM_PER_INCH
from craft.shape.affine import Affine, growth, inverse, then

MOST_UNPACKED = 32_000_000
MOST_PAGES = 300
PER_UNIT = MM_PER_INCH / 72
FLAT = 1e-4  # what grows less shows nothing
# A form is a drawing that pages share, not a sign on it, if it has at least so many paths.
SHARED = 12


def knows(head: bytes) -> bool:
    """Whether a file begins as a PDF does: its mark may stand a little way in."""
    return b"%PDF-" in head


def read(data: bytes, unit: float | None = None) -> Drawing:
    """The drawing in a PDF, which says itself how long a ``unit`` is. Raises CraftError: what is wrong
    with it."""
    with _opened(data) as pdf:
        pages = list(pdf.pages[: MOST_PAGES + 1])
        if not pages:
            raise CraftError("This PDF has no pages.", "file")
        if len(pages) > MOST_PAGES:
            raise CraftError(f"This PDF has more than {MOST_PAGES} pages.", "file")
        return _Pages(pdf, pages).drawing(data)


def _opened(data: bytes) -> Pdf:
    pikepdf.settings.set_qpdf_limits(flate_max_memory=MOST_UNPACKED)
    try:
        return Pdf.open(BytesIO(data))
    except pikepdf.PasswordError as error:
        raise CraftError(
            "This PDF is locked with a password. Save it without one where you can open it.", "file"
        ) from error
    except pikepdf.PdfError as error:
        raise CraftError(
            "This PDF is damaged or was cut off while it was fetched.", "file"
        ) from error


class _Pages:
    """The pages of a file that is open."""

    def __init__(self, pdf: Pdf, pages: list[pikepdf.Page]) -> None:
        self.pdf, self.pages = pdf, pages
        self.layers = Layers(pdf)
        self.reader = Reader(self.layers)
        self.sized = [_size_of(page.obj) for page in pages]

    def drawing(self, data: bytes) -> Drawing:
        recorded = [
            self.reader.read(page.obj, _inherited(page.obj, "/Resources"), State())
            for page in self.pages
        ]
        apart = self._shared(recorded)
        numbers = {form: at for at, form in enumerate(apart)}
        pages: list[DrawnPage] = []
        paths: list[DrawnPath] = []
        for number, (each, (to_page, width, height)) in enumerate(
            zip(recorded, self.sized, strict=True)
        ):
            shown = tuple(
                (numbers[form], then(inverse(apart[form]), there))
                for form, there in self._calls(each, to_page) if form in apart
            )  # fmt: skip
            pages.append(DrawnPage(width, height, shown, _covered(each, to_page, width, height)))
            for block in spread(each, self.reader.forms, frozenset(apart)):
                paths += drawn(block, to_page, number, (0.0, 0.0, width, height))
            if len(paths) > MOST_PATHS:
                raise CraftError(f"This file draws more than {MOST_PATHS:,} lines.", "file")
        forms = tuple(
            tuple(
                path
                for block in spread(self.reader.forms[form], self.reader.forms)
                for path in drawn(block, linear, -1, None)
            )
            for form, linear in apart.items()
        )
        texts = self._texts(data)
        return Drawing(
            pages=tuple(pages), paths=tuple(paths), texts=tuple(texts), forms=forms,
            warnings=tuple(dict.fromkeys(str(each)[:200] for each in self.pdf.get_warnings()))[:20],
        )  # fmt: skip

    def _shared(self, recorded: list[Recorded]) -> dict[int, Affine]:
        """The forms that several pages show, each with how the first of them scales and turns it."""
        seen: dict[int, set[int]] = defaultdict(set)
        first: dict[int, Affine] = {}
        for number, (each, (to_page, _, _)) in enumerate(zip(recorded, self.sized, strict=True)):
            for form, there in self._calls(each, to_page):
                if self.reader.forms[form].size >= SHARED and growth(there) > FLAT:
                    seen[form].add(number)
                    first.setdefault(form, (*there[:4], 0.0, 0.0))
        often = [form for form, pages in seen.items() if len(pages) > 1]
        inner = {
            form
            for outer in often
            for form, _ in called(self.reader.forms[outer], self.reader.forms)
        }
        return {form: first[form] for form in often if form not in inner}

    def _calls(self, page: Recorded, to_page: Affine) -> list[tuple[int, Affine]]:
        return [(form, then(at, to_page)) for form, at in called(page, self.reader.forms)]

    def _texts(self, data: bytes) -> list[DrawnText]:
        texts: list[DrawnText] = []
        left = MOST_LETTERS
        try:
            document = pypdfium2.PdfDocument(data)
        except pypdfium2.PdfiumError:
            return texts
        for number, (to_page, _, _) in enumerate(self.sized[: len(document)]):
            texts += texts_of(document, number, to_page, left)
            left = MOST_LETTERS - sum(len(each.text) for each in texts)
        document.close()
        return texts


def _covered(page: Recorded, to_page: Affine, width: float, height: float) -> float:
    """The share of a page that its own pictures cover (0..1)."""
    area = 0.0
    for box in page.raster:
        x0, y0, x1, y1 = moved_box(box, to_page)
        area += max(0.0, min(x1, width) - max(x0, 0.0)) * max(0.0, min(y1, height) - max(y0, 0.0))
    return min(1.0, area / (width * height))


def _inherited(page: Any, name: str) -> Any:
    """What a page has from the tree above it."""
    for _ in range(50):
        if name in page:
            return page[name]
        page = page.get("/Parent")
        if not isinstance(page, Dictionary):
            return None
    return None


def _size_of(page: Any) -> tuple[Affine, float, float]:
    """From units of a page to mm of it as it is shown, and its width and height (mm). Raises CraftError."""
    media = rectangle(_inherited(page, "/MediaBox")) or (0.0, 0.0, 612.0, 792.0)
    crop = rectangle(_inherited(page, "/CropBox")) or media
    left, low, right, high = (
        max(media[0], crop[0]), max(media[1], crop[1]), min(media[2], crop[2]), min(media[3], crop[3]),
    )  # fmt: skip
    if right - left <= 0 or high - low <= 0:
        left, low, right, high = media
    scale = PER_UNIT * _number(page.get("/UserUnit"), 1.0)
    wide, tall = (right - left) * scale, (high - low) * scale
    if not (0 < wide <= 20_000 and 0 < tall <= 20_000):
        raise CraftError("This PDF has a page that is larger than 20 m.", "file")
    # mm with y down, then turned clockwise as the page asks.
    base: Affine = (scale, 0.0, 0.0, -scale, -left * scale, high * scale)
    turn = int(_number(_inherited(page, "/Rotate"), 0.0)) % 360
    if turn == 90:
        return then(base, (0.0, -1.0, 1.0, 0.0, tall, 0.0)), tall, wide
    if turn == 180:
        return then(base, (-1.0, 0.0, 0.0, -1.0, wide, tall)), wide, tall
    if turn == 270:
        return then(base, (0.0, 1.0, -1.0, 0.0, 0.0, wide)), tall, wide
    return base, wide, tall


def _number(value: Any, usual: float) -> float:
    try:
        return float(value) if value is not None else usual
    except (TypeError, ValueError):
        return usual
