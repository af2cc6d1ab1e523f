"""The pages of a file that cannot be read here, as somebody enters them."""

from typing import Annotated, Literal

from pydantic import Field

from craft.digitise.edits.base import PatternEdit
from craft.digitise.inputs import PatternInputs
from craft.errors import CraftError
from craft.frozen import Frozen, Line
from craft.measure import length_text
from craft.pattern.home_print import HomePrint
from craft.shape.grid import cells_of, code

Codes = Annotated[Line, Field(max_length=400)]


class PagesEntered(Frozen):
    """Columns and rows of pages; what each shows (mm) that no other does, and what two neighbours share;
    the test square; pages by their codes (A1, B2–C3): those that are missing, those printed upside down,
    those each piece lies on, by its number ("" where nobody knows)."""

    columns: Annotated[int, Field(ge=1, le=40)]
    rows: Annotated[int, Field(ge=1, le=50)]
    step_x: Annotated[float, Field(ge=50, le=2_000)] = 190.0
    step_y: Annotated[float, Field(ge=50, le=2_000)] = 277.0
    overlap: Annotated[float, Field(ge=0, le=50)] = 10.0
    square: Annotated[float, Field(ge=10, le=200)] = 100.0
    gaps: Codes = ""
    upside_down: Codes = ""
    pieces: Annotated[dict[int, Codes], Field(max_length=80)] = {}


class EnterPages(PatternEdit):
    """How the pages of a file lie; None: the pattern does not come as pages."""

    do: Literal["pages"]
    pages: PagesEntered | None

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        made = None if self.pages is None else _home_print(self.pages)
        return inputs.model_copy(update={"home_print": made})

    def said(self, before: PatternInputs) -> str:
        return "Entered its pages" if self.pages else "It comes on no pages"


def _home_print(pages: PagesEntered) -> HomePrint:
    return HomePrint(
        page=f"{length_text(pages.step_x)} × {length_text(pages.step_y)} of the sheet",
        step_x=pages.step_x, step_y=pages.step_y, overlap=pages.overlap, square=pages.square, at={},
        upside_down=_codes(pages, pages.upside_down), layered=False,
        columns=pages.columns, rows=pages.rows, gaps=_codes(pages, pages.gaps),
        on_pages={number: _codes(pages, told) for number, told in pages.pieces.items() if told.strip()},
    )  # fmt: skip


def _codes(pages: PagesEntered, words: str) -> tuple[str, ...]:
    try:
        return tuple(code(cell) for cell in cells_of(words, pages.columns, pages.rows))
    except ValueError as error:
        last = code((pages.columns - 1, pages.rows - 1))
        raise CraftError(
            f"“{error}” is no page: they are called A1 to {last}, several A1, B2 or A1–{last}.",
            "pages",
        ) from error
