"""Layers of a PDF that its reader can show or hide (optional content)."""

from collections.abc import Mapping
from io import BytesIO

from pypdf import PdfReader, PdfWriter
from pypdf.generic import ArrayObject, DictionaryObject, NameObject, TextStringObject
from reportlab.pdfgen.canvas import Canvas


def begin_layer(canvas: Canvas, key: str) -> None:
    """What is drawn from here on belongs to the layer of that key."""
    canvas._code.append(f"/OC /{key} BDC")


def end_layer(canvas: Canvas) -> None:
    """The layer begun last ends here."""
    canvas._code.append("EMC")


def with_layers(data: bytes, names: Mapping[str, str], first: int = 0) -> bytes:
    """The same pages with a name for each layer, by its key; ``first``: the first page that has any."""
    writer = PdfWriter(clone_from=PdfReader(BytesIO(data)))
    groups = {key: writer._add_object(_group(name)) for key, name in names.items()}
    order = ArrayObject(groups.values())
    writer._root_object[NameObject("/OCProperties")] = DictionaryObject(
        {
            NameObject("/OCGs"): order,
            NameObject("/D"): DictionaryObject(
                {NameObject("/Order"): order, NameObject("/ON"): order}
            ),
        }
    )
    named = writer._add_object(
        DictionaryObject({NameObject(f"/{key}"): group for key, group in groups.items()})
    )
    for page in writer.pages[first:]:
        resources = page[NameObject("/Resources")].get_object()
        if isinstance(resources, DictionaryObject):
            resources[NameObject("/Properties")] = named
    out = BytesIO()
    writer.write(out)
    return out.getvalue()


def _group(name: str) -> DictionaryObject:
    return DictionaryObject(
        {NameObject("/Type"): NameObject("/OCG"), NameObject("/Name"): TextStringObject(name)}
    )
