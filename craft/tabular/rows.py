"""Rows of a table as what they are to be: each with what was read in it, or why nothing was."""

import re
from collections.abc import Mapping, Sequence
from datetime import date
from typing import Annotated, TypeVar, get_args

from pydantic import Field, ValidationError

from craft.cloth import Cloth
from craft.cloth.cloth import FIBRES, Weave
from craft.digitise.inputs import PatternInputs
from craft.errors import CraftError
from craft.frozen import Frozen, Line, Name, Note
from craft.measure import Unit, length_text, parse_length
from craft.measure.phrase import listed
from craft.pattern.pattern import BodyMm, Measurement
from craft.tabular.columns import FIELDS, ColumnField, TableKind, column_unit
from craft.tabular.reader import Table

YES = ("yes", "y", "true", "1", "x", "✓", "done")
NO = ("", "no", "n", "false", "0", "-")
_DAYS = (
    re.compile(r"^(?P<y>\d{4})-(?P<m>\d{1,2})-(?P<d>\d{1,2})$"),
    re.compile(r"^(?P<d>\d{1,2})\.\s*(?P<m>\d{1,2})\.\s*(?P<y>\d{4})$"),
)


Kind = TypeVar("Kind", bound=Frozen)


class MeasuredPerson(Frozen):
    """Somebody with what was measured, and when."""

    name: Name
    day: date | None = None
    measurements: dict[Measurement, BodyMm] = {}


class RegisteredMaking(Frozen):
    """A garment somebody wrote down: from which pattern, for whom, when, where its paper lies."""

    pattern: Name
    title: Annotated[Line, Field(max_length=120)] = ""
    person: Annotated[Line, Field(max_length=120)] = ""
    size: Annotated[Line, Field(max_length=120)] = ""
    day: date | None = None
    cloth: Annotated[Line, Field(max_length=500)] = ""
    box: Annotated[Line, Field(max_length=40)] = ""
    envelope: Annotated[Line, Field(max_length=40)] = ""
    note: Note = ""

    @property
    def told(self) -> str:
        """Everything of it that has no place of its own, for its note."""
        parts = (
            f"Made on {self.day:%d.%m.%Y}." if self.day else "",
            f"Cloth: {self.cloth}." if self.cloth else "",
            self.note,
        )
        return " ".join(part for part in parts if part)


class RowRead(Frozen):
    """A row of the table, its number from 2 as spreadsheets count. ``told``: what it comes to, in words;
    ``sentence``: why it comes to nothing."""

    number: int
    told: str = ""
    sentence: str = ""


Read = Cloth | MeasuredPerson | PatternInputs | RegisteredMaking


def rows_read(
    kind: TableKind, table: Table, columns: Sequence[str], unit: Unit
) -> list[tuple[RowRead, Read | None]]:
    """Every row with what it comes to. ``columns``: what each holds, "" for nothing. Raises CraftError
    where columns are missing or said twice."""
    fields = {each.key: each for each in FIELDS[kind]}
    if len(columns) != len(table.headers) or any(each and each not in fields for each in columns):
        raise CraftError(
            "These columns are not those of the table. Choose the file once more.", "columns"
        )
    known = [each for each in columns if each]
    for each in known:
        if known.count(each) > 1:
            raise CraftError(f"Two columns are said to hold the {fields[each].name}.", "columns")
    missing = [each.name for each in FIELDS[kind] if each.needed and each.key not in known]
    if missing:
        raise CraftError(f"Say which column holds the {listed(missing)}.", "columns")
    found: list[tuple[RowRead, Read | None]] = []
    for number, row in enumerate(table.rows, 2):
        try:
            read = _row(kind, table.headers, columns, row, fields, unit)
        except CraftError as error:
            found.append((RowRead(number=number, sentence=error.sentence), None))
        else:
            found.append((RowRead(number=number, told=_told(read)), read))
    return found


def _row(
    kind: TableKind, headers: Sequence[str], columns: Sequence[str], row: Sequence[str],
    fields: Mapping[str, ColumnField], unit: Unit,
) -> Read:  # fmt: skip
    values: dict[str, object] = {}
    for header, key, cell in zip(headers, columns, row, strict=True):
        if key and (cell.strip() or fields[key].needed):
            values[key] = _value(fields[key], cell.strip(), column_unit(header, unit), unit)
    if kind == "cloths":
        return _cloth(values)
    if kind == "people":
        measured = {key: value for key, value in values.items() if key not in ("name", "day")}
        return _made(MeasuredPerson, {
            "name": values["name"], "day": values.get("day"), "measurements": measured,
        })  # fmt: skip
    if kind == "makings":
        return _made(RegisteredMaking, values)
    return _made(PatternInputs, values)


def _cloth(values: dict[str, object]) -> Cloth:
    said = {key: value for key, value in values.items() if key not in ("fibre", "weave")}
    notes = [str(values["note"])] if "note" in values else []
    for key, known in (("fibre", FIBRES), ("weave", get_args(Weave))):
        words = str(values.get(key, "")).lower()
        fits = [each for each in known if re.search(rf"\b{each}\b", words)]
        if len(fits) == 1:
            said[key] = fits[0]
        if words and (len(fits) != 1 or words != fits[0]):
            notes.append(f"{key}: {values[key]}")  # nothing that was written is lost
    if notes:
        said["note"] = "; ".join(notes)
    return _made(Cloth, said)


def _value(field: ColumnField, cell: str, written: str, unit: Unit) -> object:
    if not cell:
        raise CraftError(f"The {field.name} is missing.")
    if field.kind == "length":
        bare = re.fullmatch(r"[\d.,/ ½¼¾]+", cell)
        return parse_length(cell.replace(",", ".") + (written if bare else ""), unit)
    if field.kind == "share":
        return _number(field, cell.rstrip("% ")) / 100
    if field.kind == "money":
        return _number(field, re.sub(r"[^\d.,]", "", cell))
    if field.kind == "yes":
        if cell.lower() in YES or cell.lower() in NO:
            return cell.lower() in YES
        raise CraftError(f"“{cell[:30]}” is neither yes nor no ({field.name}).")
    if field.kind == "day":
        return _day(cell)
    return cell


def _number(field: ColumnField, cell: str) -> float:
    try:
        return float(cell.replace(",", "."))
    except ValueError as error:
        raise CraftError(f"“{cell[:30]}” is no number ({field.name}).") from error


def _day(cell: str) -> date:
    for pattern in _DAYS:
        found = pattern.match(cell)
        if found:
            try:
                return date(int(found["y"]), int(found["m"]), int(found["d"]))
            except ValueError:
                break
    raise CraftError(f"“{cell[:30]}” is no day. Write it like 2026-11-30 or 30.11.2026.")


def _made(kind: type[Kind], values: Mapping[str, object]) -> Kind:
    try:
        return kind.model_validate(values)
    except ValidationError as error:
        fault = error.errors()[0]
        field = " ".join(str(each) for each in fault["loc"] if isinstance(each, str)) or "row"
        said = fault["msg"].removeprefix("Value error, ").rstrip(".")
        raise CraftError(
            f"The {field.replace('_', ' ')} will not do: {said[:1].lower()}{said[1:]}."
        ) from error


def _told(read: Read) -> str:
    if isinstance(read, Cloth):
        owned = "not bought yet" if read.owned is None else f"[[{read.owned:g}|cloth]] owned"
        return f"{read.name}: {read.fibre}, {length_text(read.width)} wide, {owned}"
    if isinstance(read, MeasuredPerson):
        told = [f"{name} {length_text(mm)}" for name, mm in read.measurements.items()]
        when = f", measured {read.day:%d.%m.%Y}" if read.day else ""
        return f"{read.name}{when}: {listed(told) or 'no measurement'}"
    if isinstance(read, RegisteredMaking):
        facts = (
            f"size {read.size}" if read.size else "",
            f"for {read.person}" if read.person else "",
            f"made on {read.day:%d.%m.%Y}" if read.day else "",
            read.cloth,
            f"box {read.box}" if read.box else "",
        )
        told = [part for part in facts if part]
        return f"{read.title or read.pattern}, from “{read.pattern}”{': ' if told else ''}{listed(told)}"
    where = " ".join(part for part in (read.publication, read.issue, read.number) if part)
    return (
        f"{read.name}{f', {read.garment}' if read.garment else ''}{f' ({where})' if where else ''}"
    )
