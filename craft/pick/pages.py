"""The pages of a home-printed pattern: which are needed, how they go together, what comes next."""

from itertools import pairwise
from typing import Literal

from craft.frozen import Frozen
from craft.measure import length_text
from craft.measure.phrase import listed
from craft.pattern.cutting import cutting_line
from craft.pattern.home_print import HomePrint
from craft.pattern.pattern import Pattern
from craft.pick.original import Original, carries_allowances
from craft.shape.affine import move, translation
from craft.shape.grid import Cell, Grid, cell_of_code, code, reading_order

Order = Literal["columns", "pages"]


class Page(Frozen):
    """One page of the map. ``trim``: sides to cut off. ``under``: pages that lie on top of this
    one's edge. ``pieces``: what is on it; ``number``: of the page in its file, where it is known.
    ``square``: it has the test square."""

    code: str
    column: int
    row: int
    needed: bool
    pieces: tuple[int, ...]
    upside_down: bool
    trim: tuple[str, ...]
    under: tuple[str, ...]
    number: int | None = None
    square: bool = False


class PageMap(Frozen):
    """The map with the order of taping: each step is a sentence. ``count``: all pages of the pattern,
    ``needed`` of them; ``square``: which of them show the test square, in words."""

    columns: int
    rows: int
    pages: tuple[Page, ...]
    needed: int
    count: int
    square: str
    steps: tuple[str, ...]


def page_map(
    pattern: Pattern,
    needed: tuple[int, ...],
    order: Order = "columns",
    original: Original | None = None,
) -> PageMap | None:
    """The map of a pattern that comes as pages; None for one on sheets.

    Only pages that a needed piece touches (in any size) with its printed line, its allowance where that
    is included, are printed. The page with the test square is always among them: A1, where nothing says
    another.
    """
    known = pattern.home_print
    if known is None:
        return None
    grid = Grid(step_x=known.step_x, step_y=known.step_y, overlap=known.overlap)
    squares, alone = _squares(known)
    entered = _entered(known)
    in_file = {cell_of_code(name) for name in known.file_pages}
    on: dict[Cell, set[int]] = {cell: set() for cell in squares | entered | in_file}
    for piece in pattern.pieces:
        at = known.at.get(piece.number)
        if at is None:
            told = known.on_pages.get(piece.number)
            for cell in entered if told is None else _cells(known, told):
                on.setdefault(cell, set()).add(piece.number)
            continue
        included = carries_allowances(pattern, piece, original or Original())
        for shape in piece.shapes.values():
            line = cutting_line(shape) if included else shape.outline
            for cell in grid.covered(move(line, translation(*at))):
                on.setdefault(cell, set()).add(piece.number)
    wanted = {cell for cell, pieces in on.items() if pieces & set(needed)} | squares
    pages = tuple(
        _page(cell, tuple(sorted(on[cell])), wanted, squares, known)
        for cell in sorted(on, key=reading_order)
    )
    return PageMap(
        columns=max((cell[0] for cell in on), default=0) + 1,
        rows=max((cell[1] for cell in on), default=0) + 1,
        pages=pages,
        needed=len(wanted) + len(alone),
        count=len(pages) + len(alone),
        square=_square_words(squares, alone, known),
        steps=_steps(wanted, order, known.overlap),
    )


def _squares(known: HomePrint) -> tuple[set[Cell], tuple[int, ...]]:
    """The pages of the map that show the test square, and the numbers of those that are not on it."""
    if not known.square_pages:
        return {(0, 0)}, ()
    numbered = {number: cell_of_code(name) for name, number in known.file_pages.items()}
    on = {numbered[each] for each in known.square_pages if each in numbered}
    return on, tuple(each for each in known.square_pages if each not in numbered)


def _square_words(squares: set[Cell], alone: tuple[int, ...], known: HomePrint) -> str:
    """The pages that show the test square, as they are called."""
    named = [
        f"{code(cell)} (page {known.file_pages[code(cell)]} of the file)"
        if code(cell) in known.file_pages else code(cell)
        for cell in sorted(squares, key=reading_order)
    ]  # fmt: skip
    return listed([*named, *(f"page {number} of the file" for number in alone)])


def _entered(known: HomePrint) -> set[Cell]:
    """The pages of a map that somebody entered."""
    if known.columns is None or known.rows is None:
        return set()
    whole = {(x, y) for x in range(known.columns) for y in range(known.rows)}
    return whole - _cells(known, known.gaps)


def _cells(known: HomePrint, codes: tuple[str, ...]) -> set[Cell]:
    cells = {
        code((x, y)): (x, y) for x in range(known.columns or 0) for y in range(known.rows or 0)
    }
    return {cells[each] for each in codes if each in cells}


def _page(
    cell: Cell, pieces: tuple[int, ...], wanted: set[Cell], squares: set[Cell], known: HomePrint
) -> Page:
    column, row = cell
    left, above = (column - 1, row) in wanted, (column, row - 1) in wanted
    right, below = (column + 1, row), (column, row + 1)
    needed = cell in wanted
    return Page(
        code=code(cell),
        column=column,
        row=row,
        needed=needed,
        pieces=pieces,
        upside_down=code(cell) in known.upside_down,
        trim=tuple(side for side, joined in (("left", left), ("top", above)) if needed and joined),
        under=tuple(code(other) for other in (right, below) if needed and other in wanted),
        number=known.file_pages.get(code(cell)),
        square=cell in squares,
    )


def _steps(wanted: set[Cell], order: Order, overlap: float) -> tuple[str, ...]:
    """How to tape them: columns first and then the columns together, or page after page."""
    lap = f", lapping {length_text(overlap)}" if overlap else ""
    columns = sorted({column for column, _ in wanted})
    if order == "pages":
        run = sorted(wanted, key=reading_order)
        phrases = [f"Begin with {code(run[0])}."]
        for before, cell in pairwise(run):
            if (cell[0] - 1, cell[1]) == before:
                phrases.append(f"Lay {code(cell)} on the right edge of {code(before)}{lap}.")
            elif (cell[0], cell[1] - 1) in wanted:
                phrases.append(
                    f"Lay {code(cell)} on the lower edge of {code((cell[0], cell[1] - 1))}{lap}."
                )
            elif (cell[0] - 1, cell[1]) in wanted:
                phrases.append(
                    f"Lay {code(cell)} on the right edge of {code((cell[0] - 1, cell[1]))}{lap}."
                )
            else:
                phrases.append(f"{code(cell)} stands by itself: leave a gap before it.")
        return tuple(phrases)
    phrases = []
    for column in columns:
        rows = sorted(row for at, row in wanted if at == column)
        runs: list[list[int]] = [[rows[0]]]
        for row in rows[1:]:
            if row == runs[-1][-1] + 1:
                runs[-1].append(row)
            else:
                runs.append([row])
        for run_of in runs:
            names = [code((column, row)) for row in run_of]
            if len(names) > 1:
                phrases.append(
                    f"Column: {', '.join(names)}, each laid on the lower edge of the one before{lap}."
                )
            else:
                phrases.append(f"{names[0]} stands by itself in its column.")
    if len(columns) > 1:
        phrases.append(
            "Then join the columns from the left, each on the right edge of the one before."
        )
    return tuple(phrases)
