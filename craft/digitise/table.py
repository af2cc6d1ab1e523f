"""A size table pasted from a spreadsheet: rows of text become measurements, each looked at by itself."""

import re

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.measure import Unit, parse_length
from craft.pattern.pattern import TableRow

MOST_LINES, MOST_CELLS, LONGEST = 60, 60, 20_000
# What is called otherwise elsewhere.
OTHER_NAMES = {
    "breast": "bust",
    "hips": "hip",
    "stature": "height",
    "body height": "height",
}
# The levels that measurements decide the size at.
LEVELS = {
    "bust": "bust",
    "chest": "chest",
    "waist": "waist",
    "hip": "hip",
    "back waist length": "length",
}
EASE = ("ease", "room")
NOTE = re.compile(r"[(\[].*?[)\]]")


class ReadRow(Frozen):
    """A line of the text: the row it gives, or what is wrong with it."""

    line: int
    text: str
    row: TableRow | None
    sentence: str = ""


class ReadTable(Frozen):
    """The sizes named in the first line, and every other line."""

    sizes: tuple[str, ...]
    rows: tuple[ReadRow, ...]


def read_table(text: str, unit: Unit, known: tuple[str, ...] = ()) -> ReadTable:
    """The table in a pasted text: sizes across, measurements down (or the other way round). Cells are
    parted by tabs, semicolons, or commas. ``known``: the sizes there are, for a text that names none.
    Raises CraftError for a text that is no table."""
    if len(text) > LONGEST:
        raise CraftError("That is longer than any size table.", "text")
    lines = [
        line for line in text.replace("\r\n", "\n").replace("\r", "\n").split("\n") if line.strip()
    ]
    if not lines:
        raise CraftError("There is nothing to read yet. Paste the rows of a table.", "text")
    cells = [_cells(line, _mark(lines)) for line in lines[:MOST_LINES]]
    unit = _unit(lines[0], unit)
    first, rest = cells[0], cells[1:]
    if _is_head(first, unit):
        sizes = tuple(_name(cell) for cell in first[1:] if _name(cell))
        if sizes and all(_measurement(size) in _KNOWN for size in sizes) and rest:
            return _sideways(cells, lines, unit)
        ease = [k for k, size in enumerate(sizes) if size.lower() in EASE]
        return ReadTable(
            sizes=tuple(size for k, size in enumerate(sizes) if k not in ease),
            rows=tuple(_row(k, lines[k - 1], own, sizes, unit) for k, own in enumerate(rest, 2)),
        )
    if not known:
        raise CraftError("The first line should name the sizes: size, A, B, C and so on.", "text")
    return ReadTable(
        sizes=known,
        rows=tuple(_row(k, lines[k - 1], own, known, unit) for k, own in enumerate(cells, 1)),
    )


_KNOWN = {"bust", "chest", "waist", "hip", "height", "back waist length", "arm length", "inside leg",
          "rise", "neck", "shoulder", "back width", "head", "wrist", "thigh"}  # fmt: skip


def _mark(lines: list[str]) -> str:
    """What parts the cells: a tab, else a semicolon, else a comma that is no decimal point."""
    for mark in ("\t", ";"):
        if any(mark in line for line in lines):
            return mark
    return ","


def _cells(line: str, mark: str) -> list[str]:
    return [cell.strip().strip('"').strip() for cell in line.split(mark)][:MOST_CELLS]


def _unit(head: str, unit: Unit) -> Unit:
    """The unit named in the first line goes before the reader's own."""
    text = head.lower()
    if re.search(r"\b(inch|inches|in)\b|\"", text):
        return "in"
    return "cm" if re.search(r"\b(cm|centimetres?)\b", text) else unit


def _is_head(cells: list[str], unit: Unit) -> bool:
    """Whether the first line names sizes: its first cell is no measurement, or its others no lengths a
    body has."""
    if _measurement(cells[0]) in _KNOWN:
        return False
    return len(cells) > 1


def _name(cell: str) -> str:
    return NOTE.sub("", cell).strip()[:120]


def _measurement(cell: str) -> str:
    text = re.sub(r"\b(cm|in|inch|inches|mm)\b", "", NOTE.sub("", cell).lower()).strip(" :.,")
    return OTHER_NAMES.get(text, text)[:60]


def _row(line: int, text: str, cells: list[str], sizes: tuple[str, ...], unit: Unit) -> ReadRow:
    name = _measurement(cells[0]) if cells else ""
    shown = text.strip()[:200]
    if not name:
        return ReadRow(
            line=line, text=shown, row=None, sentence="The first cell names no measurement."
        )
    values, ease = dict(zip(sizes, cells[1:], strict=False)), None
    body: dict[str, float] = {}
    for size in sizes:
        cell = values.get(size, "")
        if not cell:
            if size.lower() in EASE:
                continue
            return ReadRow(
                line=line, text=shown, row=None, sentence=f"There is no {name} for size {size}."
            )
        try:
            mm = parse_length(cell, unit)
        except CraftError as error:
            return ReadRow(line=line, text=shown, row=None, sentence=error.sentence)
        if size.lower() in EASE:
            ease = mm
            continue
        if not 20 <= mm <= 2_500:
            wording = f"“{cell}” is no {name} of a body. Check the unit."
            return ReadRow(line=line, text=shown, row=None, sentence=wording)
        body[size] = mm
    ordered = [body[size] for size in sizes if size in body]
    if ordered != sorted(ordered):
        at = next(k for k in range(1, len(ordered)) if ordered[k] < ordered[k - 1])
        names = [size for size in sizes if size in body]
        wording = f"The {name} falls from {names[at - 1]} to {names[at]}; sizes ascend."
        return ReadRow(line=line, text=shown, row=None, sentence=wording)
    row = TableRow(measurement=name, body=body, ease=ease, level=LEVELS.get(name, ""))
    return ReadRow(line=line, text=shown, row=row)


def _sideways(cells: list[list[str]], lines: list[str], unit: Unit) -> ReadTable:
    """A table with a size in every line and a measurement in every column, turned."""
    sizes = tuple(name for own in cells[1:] if (name := _name(own[0])))
    turned = [
        [cell, *(own[k] if k < len(own) else "" for own in cells[1:])]
        for k, cell in enumerate(cells[0]) if k and cell
    ]  # fmt: skip
    texts = ["\t".join(own) for own in turned]
    return ReadTable(
        sizes=sizes,
        rows=tuple(_row(k, texts[k - 1], own, sizes, unit) for k, own in enumerate(turned, 1)),
    )
