"""What is drawn on papers and into files: every stroke and letter, its numbers as numbers."""

import re
from collections.abc import Iterator
from io import BytesIO

from pypdf import PdfReader

from craft.errors import CraftError
from craft.inputs import Inputs
from craft.lay import LayInputs
from craft.pattern import Pattern
from craft.saving.make import save
from craft.saving.task import SaveTask
from craft.sheets import SheetChoice
from craft.sheets.papers import PARTS
from craft.sheets.printing import GroupTask, InGroup, PagesTask, TableTask, draw
from tests.craft.recorded.chance import Chance

NUMBER = re.compile(r"-?\d+\.?\d*(?:e-?\d+)?")


def tokens(text: str) -> list[object]:
    """A drawn text, number by number and word by word."""
    found: list[object] = []
    for word in re.split(r"([\s,;<>\"=()\[\]])", text):
        found.append(float(word) if NUMBER.fullmatch(word) else word)
    return found


def written(data: bytes) -> list[list[object]]:
    """What is drawn in a file, page by page."""
    if not data.startswith(b"%PDF"):
        return [tokens(data.decode("latin-1"))]
    return [
        tokens(page.get_contents().get_data().decode("latin-1")) for page in PdfReader(BytesIO(data)).pages
    ]


def papers(by: Chance, pattern: Pattern, inputs: Inputs) -> Iterator[tuple[str, object]]:
    """Everything that is drawn of a making."""
    unit = by.one(("cm", "in"))
    choice = SheetChoice(page=by.one(("A4", "A3", "Letter", "roll")), overlap=by.mm(0, 15))
    plain = inputs.model_copy(update={"lay": LayInputs()})
    member = InGroup(name="Pip", title="His", pattern=0, inputs=plain)
    tasks = {
        "pages": PagesTask(choice=choice, title="Drawn", unit=unit),
        "table": TableTask(parts=by.some(PARTS, 0.7) or PARTS, title="Drawn", unit=unit),
        "group": GroupTask(
            choice=choice, title="All", unit=unit, patterns=(pattern,),
            members=(InGroup(name="Orla", title="Hers", pattern=0, inputs=inputs), member),
        ),
    }  # fmt: skip
    for name, task in tasks.items():
        try:
            yield name, written(draw(pattern, inputs, task))
        except CraftError as error:
            yield name, error.sentence
    form = by.one(("svg", "pdf"))
    for what in ("pattern", "pieces", "lay"):
        task = SaveTask(what=what, form=form, title="Saved", unit=unit, pattern=pattern, inputs=inputs,
                        paper=by.one(("one sheet", "A4")))  # fmt: skip
        try:
            yield f"{what} as {form}", written(save(task))
        except CraftError as error:
            yield f"{what} as {form}", error.sentence
