"""What is drawn on paper on request, as data: so that a process of its own can draw it."""

from collections.abc import Callable
from typing import Annotated, Literal

from pydantic import Field

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.inputs import Inputs
from craft.making import derive, drawn
from craft.mark.dart_cards import dart_cards
from craft.measure import Unit
from craft.pattern import Pattern
from craft.sheets.for_everybody import Member, print_for_everybody
from craft.sheets.papers import Part, write_papers
from craft.sheets.pdf import write_pdf
from craft.sheets.pieces import out_pieces
from craft.sheets.plan import SheetChoice, plan_sheets
from craft.sheets.printer import Printer, picture, print_pdf

# How much of the drawing is done (0 to 1).
Told = Callable[[float], None]
SHOWN_DPI = 110.0


class PagesTask(Frozen):
    """The pieces at full size. ``printer``: as this stand-in would give them out; ``sheet``: of that, one
    page alone (from 0) as a picture."""

    kind: Literal["pages"] = "pages"
    choice: SheetChoice
    title: str
    unit: Unit
    printer: Printer | None = None
    sheet: int | None = None


class TableTask(Frozen):
    """Papers for the table."""

    kind: Literal["table"] = "table"
    parts: tuple[Part, ...]
    title: str
    unit: Unit


class InGroup(Frozen):
    """Somebody of a group: their making, and which of the patterns it goes by."""

    name: str
    title: str
    pattern: int
    inputs: Inputs


class GroupTask(Frozen):
    """Everybody's pieces at full size in one file."""

    kind: Literal["group"] = "group"
    choice: SheetChoice
    title: str
    unit: Unit
    patterns: tuple[Pattern, ...]
    members: tuple[InGroup, ...]


PaperTask = Annotated[PagesTask | TableTask | GroupTask, Field(discriminator="kind")]


def suffix(task: PaperTask) -> str:
    """What the drawn file is: "pdf" or "png"."""
    return "png" if isinstance(task, PagesTask) and task.sheet is not None else "pdf"


def draw(pattern: Pattern, inputs: Inputs, task: PaperTask, told: Told = lambda _: None) -> bytes:
    """Draw it. Raises CraftError for what cannot be drawn."""
    if isinstance(task, GroupTask):
        members = [_member(task.patterns[each.pattern], each, task.choice) for each in task.members]
        return print_for_everybody(members, task.choice, task.title, task.unit, told)
    if isinstance(task, TableTask):
        made = derive(pattern, inputs)
        cards = dart_cards(made.for_cloth, made.lays, inputs.mark)
        return write_papers(made, cards, task.title, task.unit, task.parts)
    paper = drawn(pattern, inputs)
    pieces = out_pieces(paper.traced, paper.fitted, task.choice.pieces)
    plan = plan_sheets(pieces, task.choice)
    if task.sheet is None:
        data = write_pdf(plan, pieces, task.title, task.unit, told=told)
        return data if task.printer is None else print_pdf(data, task.printer)
    if task.sheet >= plan.pages:
        raise CraftError(f"There are only {plan.pages} sheets.", "sheet")
    data = write_pdf(plan, pieces, task.title, task.unit, only=task.sheet)
    return picture(print_pdf(data, task.printer or Printer()), 0, SHOWN_DPI)


def _member(pattern: Pattern, each: InGroup, choice: SheetChoice) -> Member:
    paper = drawn(pattern, each.inputs)
    pieces = out_pieces(paper.traced, paper.fitted, choice.pieces)
    return Member(each.name, each.title, paper.picked.sizes_said, pieces)
