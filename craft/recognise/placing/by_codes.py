"""Pages that nothing joins to the others, put where their codes say: A1, 2B, row 3 column 2."""

import re
from collections.abc import Sequence
from dataclasses import replace

from craft.drawing import Drawing
from craft.recognise.placing.grid import at_cell, grid_fit, middle, on_top, turned_in
from craft.recognise.placing.placed import Placed
from craft.shape.grid import Cell

FEWEST = 4  # pages whose places are known must agree with their codes
_LETTER_FIRST = re.compile(r"^([A-Z])\s?[-.]?\s?(\d{1,2})$")
_NUMBER_FIRST = re.compile(r"^(\d{1,2})\s?[-.]?\s?([A-Z])$")
_IN_WORDS = re.compile(r"\brow\W*(\d{1,2})\W+col(?:umn)?\W*(\d{1,2})\b", re.IGNORECASE)


def with_codes(placed: Placed, drawing: Drawing, numbers: Sequence[int]) -> Placed:
    """The same with the loose pages whose code tells their place, if the codes of all others do."""
    if not placed.loose or len(placed.at) < FEWEST:
        return placed
    codes = {page: code for page in numbers if (code := _code(drawing, page)) is not None}
    sizes = {
        (round(drawing.pages[page].width), round(drawing.pages[page].height)) for page in codes
    }
    if len(sizes) != 1:
        return placed
    first = drawing.pages[next(iter(codes))]
    wide, tall = first.width, first.height
    middles = {page: middle(at, wide, tall) for page, at in placed.at.items() if page in codes}
    if len(middles) < FEWEST:
        return placed
    at = dict(placed.at)
    for by_rows in (False, True):  # letters may name columns or rows
        cells = {page: (y, x) if by_rows else (x, y) for page, (x, y) in codes.items()}
        fit = grid_fit(middles, cells, wide, tall)
        if fit is None:
            continue
        turned = {cells[page]: placed.at[page][0] for page in middles}
        for page in placed.loose:
            if page not in cells:
                continue
            sign = turned_in(turned, cells[page])
            if sign is None:
                continue
            there = at_cell(fit, cells[page], sign, wide, tall)
            if not any(on_top(there, other, wide, tall) for other in at.values()):
                at[page] = there
        break
    return replace(placed, at=at, loose=tuple(each for each in placed.loose if each not in at))


def _code(drawing: Drawing, page: int) -> Cell | None:
    """The column and row that a page says of itself, from 0; of several codes the one in the largest
    letters, since pages name their neighbours too."""
    found = [
        (text.height, cell)
        for text in drawing.texts
        if text.page == page and (cell := cell_of(text.text)) is not None
    ]
    largest = {cell for height, cell in found if height > max(each for each, _ in found) - 0.1}
    return largest.pop() if len(largest) == 1 else None


def cell_of(words: str) -> Cell | None:
    """The column and row in a code, from 0.

    >>> cell_of("B1"), cell_of("3 C"), cell_of("Row 2, column 5"), cell_of("A 4 paper")
    ((1, 0), (2, 2), (4, 1), None)
    """
    words = words.strip()
    if found := _LETTER_FIRST.match(words):
        return ord(found[1]) - 65, int(found[2]) - 1
    if found := _NUMBER_FIRST.match(words):
        return ord(found[2]) - 65, int(found[1]) - 1
    if found := _IN_WORDS.search(words):
        return int(found[2]) - 1, int(found[1]) - 1
    return None
