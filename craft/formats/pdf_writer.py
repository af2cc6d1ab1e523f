"""A drawing as one page of a PDF at full size, its layers to be shown and hidden."""

from io import BytesIO
from math import ceil, degrees

from pypdf import PdfReader, PdfWriter
from pypdf.generic import FloatObject, NameObject
from reportlab.pdfgen.canvas import Canvas

from craft.drawing import Drawing, DrawnPath
from craft.drawing.curves import path_of
from craft.shape.affine import move
from craft.sheets.canvas import INK, begin_page, new_document, stroke, text
from craft.sheets.pdf_layers import begin_layer, end_layer, with_layers

LARGEST = 5_000.0  # mm: a page of plain units ends at 200 inches


def write_pdf_drawing(drawing: Drawing, title: str) -> bytes:
    """The first page of a drawing; one that is larger than a page may be has a larger unit of its own."""
    page = drawing.pages[0]
    grown = float(ceil(max(page.width, page.height) / LARGEST))
    out = BytesIO()
    canvas = new_document(out, title, full_size=True)
    begin_page(canvas, page.width / grown, page.height / grown)
    names: dict[str, str] = {}
    draw_content(canvas, drawing, names, 1 / grown)
    canvas.showPage()
    canvas.save()
    data = with_layers(out.getvalue(), {key: name for name, key in names.items()})
    return data if grown == 1.0 else _in_larger_units(data, grown)


def draw_content(canvas: Canvas, drawing: Drawing, names: dict[str, str], by: float = 1.0) -> None:
    """Everything of a drawing, ``by`` so much larger; ``names``: the keys of layers by their names, to
    which new ones are added."""
    for path in drawing.paths:
        layers = list(dict.fromkeys((*path.ink.layers[:1], *path.ink.layers[-1:])))
        for layer in layers:
            begin_layer(canvas, names.setdefault(layer, f"L{len(names)}"))
        _line(canvas, path, by)
        for _ in layers:
            end_layer(canvas)
    canvas.setFillColorRGB(*INK)
    for each in drawing.texts:
        x, y = each.at
        text(canvas, x * by, y * by, each.text, each.height * by, turn=degrees(each.angle))


def _line(canvas: Canvas, path: DrawnPath, by: float) -> None:
    red, green, blue = (int(path.ink.colour[at : at + 2], 16) / 255 for at in (1, 3, 5))
    canvas.setStrokeColorRGB(red, green, blue)
    curves = move(path_of(path.curves, path.straight), (by, 0.0, 0.0, by, 0.0, 0.0))
    dash = tuple(mm * by for mm in path.ink.dash)
    stroke(canvas, curves, path.ink.width * by, dash, closed=path.closed)


def _in_larger_units(data: bytes, grown: float) -> bytes:
    writer = PdfWriter(clone_from=PdfReader(BytesIO(data)))
    writer.pages[0][NameObject("/UserUnit")] = FloatObject(grown)
    out = BytesIO()
    writer.write(out)
    return out.getvalue()
