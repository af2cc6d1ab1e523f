"""The child that draws the pages of a PDF that are pictures of paper: the file on standard input, the pages
on standard output."""

from base64 import b64encode
from io import BytesIO

import pypdfium2

from craft.digitise.edits.sheets import MOST_PICTURES
from craft.errors import CraftError
from craft.formats.drawings import read_drawing
from craft.frozen import Frozen
from craft.measure import MM_PER_INCH
from craft.recognise.page_kinds import page_kinds, without_furniture
from workroom.reading.answering import answer

MEMORY = 2_500_000_000
PROCESSOR = 60
DPI, MOST_PIXELS = 200.0, 24_000_000


class ScannedPage(Frozen):
    """A page that is a picture: how large it is (mm), and the picture (JPEG, base64)."""

    number: int
    width: float
    height: float
    data: str


class ScannedPages(Frozen):
    """All of them, in their order."""

    pages: tuple[ScannedPage, ...]


def read(data: bytes) -> ScannedPages:
    """The pages of a file that are pictures. Raises CraftError where there are none, or too many."""
    drawing = without_furniture(read_drawing(data, None))
    wanted = [at for at, kind in enumerate(page_kinds(drawing)) if kind == "picture"]
    if not wanted:
        raise CraftError("No page of this file is a picture of paper.", "file")
    if len(wanted) > MOST_PICTURES:
        raise CraftError(
            f"{len(wanted)} pages of this file are pictures; a sheet takes {MOST_PICTURES}. "
            "Divide the file.", "file",
        )  # fmt: skip
    file = pypdfium2.PdfDocument(data)
    pages = []
    for at in wanted:
        page = drawing.pages[at]
        inches = page.width * page.height / MM_PER_INCH**2
        scale = min(DPI, (MOST_PIXELS / inches) ** 0.5) / 72
        picture = file[at].render(scale=scale).to_pil().convert("RGB")
        out = BytesIO()
        picture.save(out, "JPEG", quality=88)
        pages.append(ScannedPage(
            number=at + 1, width=page.width, height=page.height, data=b64encode(out.getvalue()).decode()
        ))  # fmt: skip
    return ScannedPages(pages=tuple(pages))


if __name__ == "__main__":
    answer(read, MEMORY, PROCESSOR)
