"""A stand-in for a printer: takes a PDF and gives back what would come out, faults and all.

It scales, shears nothing, turns the sheet a little if the paper was fed askew, and prints nothing
in its margins. What comes out is a PDF again, or a picture of a page.
"""

from io import BytesIO
from math import cos, radians, sin, sqrt
from typing import Annotated

import pypdfium2
from pydantic import Field
from pypdf import PageObject, PdfReader, PdfWriter, Transformation
from pypdf.generic import RectangleObject

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.measure.units import MM_PER_INCH

POINT = MM_PER_INCH / 72
MOST_DOTS = 12_000_000


class Printer(Frozen):
    """How this printer errs. ``scale_x``, ``scale_y``: 0.97 prints everything 3 % too small.
    ``margin``: the border it cannot print (mm). ``skew``: degrees the sheet is fed askew.
    ``setting``: the print setting chosen by the person, in per cent."""

    scale_x: Annotated[float, Field(ge=0.5, le=1.5)] = 1.0
    scale_y: Annotated[float, Field(ge=0.5, le=1.5)] = 1.0
    margin: Annotated[float, Field(ge=0, le=30)] = 4.0
    skew: Annotated[float, Field(ge=-5, le=5)] = 0.0
    setting: Annotated[float, Field(ge=20, le=400)] = 100.0


def print_pdf(data: bytes, printer: Printer, only: int | None = None) -> bytes:
    """The sheets (or the one numbered ``only``, from 0) as this printer would give them out, each
    of the size it was sent. Raises CraftError for a sheet that is not there."""
    reader, writer = PdfReader(BytesIO(data)), PdfWriter()
    if only is not None and only >= len(reader.pages):
        raise CraftError(f"There are only {len(reader.pages)} sheets.", "sheet")
    for page in reader.pages if only is None else [reader.pages[only]]:
        wide, high = float(page.mediabox.width), float(page.mediabox.height)
        sx = printer.scale_x * printer.setting / 100
        sy = printer.scale_y * printer.setting / 100
        c, s = cos(radians(printer.skew)), sin(radians(printer.skew))
        # Scaled and turned about the middle of the sheet.
        a, b, d, e = sx * c, sx * s, -sy * s, sy * c
        x = wide / 2 - (a * wide / 2 + d * high / 2)
        y = high / 2 - (b * wide / 2 + e * high / 2)
        sheet = PageObject.create_blank_page(width=wide, height=high)
        sheet.merge_transformed_page(page, Transformation((a, b, d, e, x, y)), expand=False)
        rim = printer.margin / POINT
        sheet = _clipped(sheet, rim, wide, high)
        writer.add_page(sheet)
    out = BytesIO()
    writer.write(out)
    return out.getvalue()


def _clipped(sheet: PageObject, rim: float, wide: float, high: float) -> PageObject:
    """The sheet with nothing printed in its border."""
    if rim <= 0:
        return sheet
    inner = PageObject.create_blank_page(width=wide, height=high)
    sheet.cropbox = RectangleObject((rim, rim, wide - rim, high - rim))  # what merging keeps
    inner.merge_transformed_page(sheet, Transformation(), expand=False)
    return inner


def picture(data: bytes, page: int, dots_per_inch: float = 100.0) -> bytes:
    """One page (counted from 0) as PNG; a large one in fewer dots, so that it has MOST_DOTS at most."""
    document = pypdfium2.PdfDocument(data)
    try:
        sheet = document[page]
        wide, high = sheet.get_size()
        dots_per_inch = min(dots_per_inch, 72 * sqrt(MOST_DOTS / (wide * high)))
        image = sheet.render(scale=dots_per_inch / 72).to_pil()
    finally:
        document.close()
    out = BytesIO()
    image.save(out, "PNG", dpi=(dots_per_inch, dots_per_inch))
    return out.getvalue()
