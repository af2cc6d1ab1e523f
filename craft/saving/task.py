"""A drawing that somebody wants as a file, as data: for ``craft.saving.make``."""

from typing import Annotated, Literal

from pydantic import Base64Bytes, Field

from craft.frozen import Frozen, Line, Name
from craft.inputs import Inputs
from craft.measure import Unit
from craft.pattern import Pattern
from craft.pattern.piece import Role

# What curves are written as in a DXF.
Curved = Literal["splines", "polylines"]
Paper = Literal["one sheet", "A4", "A3", "Letter"]
# What people print on where they measure so.
USUAL_PAPER: dict[Unit, Paper] = {"cm": "A4", "in": "Letter"}
Form = Literal["svg", "dxf", "pdf"]
FORMS: dict[Form, str] = {
    "svg": "image/svg+xml", "dxf": "image/vnd.dxf", "pdf": "application/pdf",
}  # fmt: skip


class SaveTask(Frozen):
    """``what``: the original pattern (all sizes, or one), the pieces of a making as they are cut, or the
    lay of its ``role``; ``only``: these pieces; ``paper``: what a PDF is printed on; ``unit``: of lengths
    on labels."""

    what: Literal["pattern", "pieces", "lay"]
    form: Form
    curved: Curved = "splines"
    paper: Paper = "one sheet"
    title: Line
    unit: Unit = "cm"
    pattern: Pattern
    inputs: Inputs | None = None
    size: Name | None = None
    only: Annotated[tuple[int, ...], Field(max_length=80)] = ()
    role: Role = "main"


class Saved(Frozen):
    """The file."""

    data: Base64Bytes
