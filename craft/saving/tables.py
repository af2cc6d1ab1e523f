"""Lists as tables for other programs: rows of cells, and as CSV."""

import csv
import io
from collections.abc import Iterable, Sequence

from craft.cut.result import CutList
from craft.measure import MM_PER_INCH, Unit, render
from craft.pattern import Pattern
from craft.shopping import ShoppingList
from craft.tabular.reader import SUMS
from craft.tabular.rows import RegisteredMaking

Cell = str | float | None
Rows = list[list[Cell]]


def as_csv(rows: Iterable[Sequence[Cell]]) -> bytes:
    """Rows as CSV, UTF-8 with a mark by which spreadsheets know it. Words that would be taken for a sum get
    an apostrophe before them.

    >>> as_csv([["name", "width (cm)"], ["=1+1", 140.0]]).decode("utf-8-sig")
    "name,width (cm)\\r\\n'=1+1,140\\r\\n"
    """
    out = io.StringIO()
    csv.writer(out).writerows([_cell(each) for each in row] for row in rows)
    return out.getvalue().encode("utf-8-sig")


def length(mm: float | None, unit: Unit) -> float | None:
    """A length as a number in the unit of its column.

    >>> length(1405.0, "cm"), length(254.0, "in")
    (140.5, 10.0)
    """
    if mm is None:
        return None
    return round(mm / 10, 2) if unit == "cm" else round(mm / MM_PER_INCH, 3)


def size_rows(pattern: Pattern, unit: Unit) -> Rows:
    """The size table: a row for each measurement, a column for each size."""
    sizes = pattern.table.sizes
    rows: Rows = [[f"measurement ({unit})", *sizes, f"ease ({unit})"]]
    rows += [
        [row.measurement, *(length(row.body.get(size), unit) for size in sizes), length(row.ease, unit)]
        for row in pattern.table.rows
    ]  # fmt: skip
    return rows


def cutting_rows(lists: Iterable[CutList], unit: Unit) -> Rows:
    """What is cut, cloth by cloth, in the order of the work."""
    rows: Rows = [["cloth", "role", "piece", "name", "how", "gives", "where it lies"]]
    for each in lists:
        rows += [
            [each.cloth, each.role, item.piece, item.title, *(
                render(text, unit) for text in (item.how, item.gives, item.lies)
            )]
            for item in each.items
        ]  # fmt: skip
    return rows


def shopping_rows(shopping: ShoppingList, unit: Unit, bought: Sequence[str] = ()) -> Rows:
    """What is to be got, and why."""
    rows: Rows = [["what", "kind", "times", f"length ({unit})", "why", "done"]]
    rows += [
        [
            render(line.what, unit), line.kind, line.times,
            length(line.amount.value, unit) if line.amount else None,
            render(line.because, unit), "yes" if line.enough or line.key in bought else "",
        ]
        for line in shopping.lines
    ]  # fmt: skip
    return rows


def register_rows(makings: Iterable[RegisteredMaking]) -> Rows:
    """The register, in the columns that it is taken in by again."""
    names = tuple(RegisteredMaking.model_fields)
    rows: Rows = [list(names)]
    for each in makings:
        values = each.model_dump(mode="json")
        rows.append([values[name] for name in names])
    return rows


def _cell(value: Cell) -> str:
    if value is None:
        return ""
    if isinstance(value, str):
        return f"'{value}" if value.startswith(SUMS) else value
    return f"{value:g}" if abs(value) < 1e6 else str(value)
