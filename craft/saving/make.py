"""The file that somebody wants: what is in it drawn, and written in its form."""

from craft.drawing import Drawing
from craft.errors import CraftError
from craft.formats.dxf_writer import write_dxf
from craft.formats.pdf_pages_writer import write_pdf_pages
from craft.formats.pdf_writer import write_pdf_drawing
from craft.formats.svg_writer import write_svg_drawing
from craft.making import derive, drawn
from craft.saving.of_lay import lay_drawing
from craft.saving.of_pieces import making_drawing, pattern_drawing
from craft.saving.task import SaveTask
from craft.sheets.plan import SheetChoice


def save(task: SaveTask) -> bytes:
    """The file that was asked for. Raises CraftError: why there is none."""
    drawing = _drawing(task)
    if task.form == "svg":
        return write_svg_drawing(drawing, task.title)
    if task.form == "dxf":
        return write_dxf(drawing, task.title, polylines=task.curved == "polylines")
    if task.paper != "one sheet":
        return write_pdf_pages(drawing, task.title, SheetChoice(page=task.paper))
    return write_pdf_drawing(drawing, task.title)


def _drawing(task: SaveTask) -> Drawing:
    if task.what == "pattern" or task.inputs is None:
        return pattern_drawing(task.pattern, task.size, task.only)
    if task.what == "pieces":
        made = drawn(task.pattern, task.inputs)
        sizes = made.picked.sizes_said
        return making_drawing(made.traced, made.fitted, sizes, task.unit, task.only)
    lays = derive(task.pattern, task.inputs).lays
    lay = next((each for each in lays if each.role == task.role), None)
    if lay is None or lay.cloth is None:
        raise CraftError("There is no cloth for this yet.", "role")
    return lay_drawing(lay)
