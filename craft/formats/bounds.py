"""Reading JSON that nobody vouches for: bounded before it is looked into.

Depth, counts and the length of numbers are checked first; then the document is held against its
model part by part, until it has shown as many faults as are told at once. So a file of a million
wrong entries costs no more than one of twenty.
"""

import json
from functools import cache
from types import UnionType
from typing import Annotated, Any, NamedTuple, Union, get_args, get_origin

from pydantic import BaseModel, TypeAdapter, ValidationError
from pydantic.fields import FieldInfo

from craft.errors import TOLD, CraftError, Fault
from craft.formats.sentences import deepest_of_each, said

DEEPEST = 24
# Entries of all lists and objects together; a full pattern of eighty pieces has a third of it.
MOST_ENTRIES = 3_000_000
LONGEST_NUMBER = 40  # digits


class _Twice(ValueError):
    """An object names something twice."""


def parsed(text: str) -> Any:
    """The document. Raises CraftError for broken JSON, names given twice, endless numbers, and what is
    nested too deeply or has too many entries."""
    try:
        raw = json.loads(text, object_pairs_hook=_once, parse_int=_whole, parse_float=_number)
    except _Twice as error:
        raise CraftError(f"This file names “{error}” twice in one place.", "file") from error
    except json.JSONDecodeError as error:
        raise CraftError(
            f"This file cannot be read: it is broken at line {error.lineno}, column {error.colno}.",
            "file",
        ) from error
    except RecursionError as error:
        raise CraftError(
            "This is not a Dove Tack file: it is nested too deeply.", "file"
        ) from error
    _count(raw)
    return raw


def _once(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    made = dict(pairs)
    if len(made) != len(pairs):
        names = [name for name, _ in pairs]
        raise _Twice(next(name for name in names if names.count(name) > 1)[:40])
    return made


def _whole(digits: str) -> int:
    if len(digits) > LONGEST_NUMBER:
        raise CraftError("This file has a number that is too long to be one.", "file")
    return int(digits)


def _number(digits: str) -> float:
    if len(digits) > LONGEST_NUMBER:
        digits = digits[:LONGEST_NUMBER] + (
            digits[digits.lower().index("e") :] if "e" in digits.lower() else ""
        )
    return float(digits)


def _count(raw: Any) -> None:
    entries, level = 0, [raw]
    for _ in range(DEEPEST):
        below: list[Any] = []
        for each in level:
            if isinstance(each, dict):
                below += each.values()
            elif isinstance(each, list):
                below += each
        entries += len(below)
        if entries > MOST_ENTRIES:
            raise CraftError("This file has more entries than any pattern needs.", "file")
        if not below:
            return
        level = [each for each in below if isinstance(each, dict | list)]
    raise CraftError("This is not a Dove Tack file: it is nested too deeply.", "file")


class _Field(NamedTuple):
    """What is known of a field of a model, looked up once: a file asks for it thousands of times."""

    parts: tuple[str, type[BaseModel]] | None
    required: bool
    may_be_none: bool
    most: int
    least: int


@cache
def _fields(model: type[BaseModel]) -> dict[str, _Field]:
    return {
        name: _Field(
            parts=_parts(field),
            required=field.is_required(),
            may_be_none=type(None) in get_args(field.annotation),
            most=next(
                (m.max_length for m in field.metadata if getattr(m, "max_length", None)), 10_000
            ),
            least=next((m.min_length for m in field.metadata if getattr(m, "min_length", None)), 0),
        )
        for name, field in model.model_fields.items()
    }


def faults_against(model: type[BaseModel], raw: Any, place: str = "") -> list[Fault]:
    """What is wrong with a document that should be a ``model``; one more than are told, at most."""
    found: list[Fault] = []
    _model(model, raw, place, found)
    return found[: TOLD + 1]


def _model(model: type[BaseModel], raw: Any, place: str, found: list[Fault]) -> None:
    if len(found) > TOLD:
        return
    if not isinstance(raw, dict):
        found.append(("named entries are expected here.", place))
        return
    fields = _fields(model)
    if not any(field.parts for field in fields.values()):
        _leaf(_whole_model(model), raw, place, found)
        return
    unknown = [name for name in raw if name not in fields]
    for name in unknown[:TOLD]:
        found.append(("there is something here that does not belong.", _under(place, name[:60])))
    for name, field in fields.items():
        here = _under(place, name)
        if name not in raw:
            if field.required:
                found.append(("something is missing here.", here))
            continue
        if field.parts is None:
            _leaf(_adapter(model, name), raw[name], here, found)
        elif raw[name] is None and field.may_be_none:
            continue
        else:
            _each(field.parts, raw[name], field, here, found)
        if len(found) > TOLD:
            return


def _each(
    parts: tuple[str, type[BaseModel]], raw: Any, field: _Field, place: str, found: list[Fault]
) -> None:
    kind, model = parts
    if kind == "one":
        _model(model, raw, place, found)
        return
    if not isinstance(raw, list if kind == "list" else dict):
        wanted = (
            "a list is expected here." if kind == "list" else "named entries are expected here."
        )
        found.append((wanted, place))
        return
    if len(raw) > field.most:
        found.append((f"there are {len(raw)} entries here; {field.most} is the most.", place))
        return
    if len(raw) < field.least:
        found.append(("there are too few entries here.", place))
    for name, item in raw.items() if isinstance(raw, dict) else enumerate(raw):
        _model(model, item, _under(place, str(name)[:60]), found)


def _leaf(adapter: TypeAdapter[Any], raw: Any, place: str, found: list[Fault]) -> None:
    if _widest(raw) > 2_000:
        found.append(("there are too many entries here.", place))
        return
    try:
        adapter.validate_json(json.dumps(raw), strict=True)
    except ValidationError as error:
        for entry in deepest_of_each(error)[:TOLD]:
            where, sentence = said(entry)
            found.append((sentence, _under(place, "" if where == "the top" else where)))


def _widest(raw: Any) -> int:
    """The longest list or object inside; a leaf has none that is long."""
    if isinstance(raw, dict):
        return max([len(raw), *map(_widest, raw.values())])
    if isinstance(raw, list):
        return max([len(raw), *map(_widest, raw)]) if len(raw) <= 2_000 else len(raw)
    return 0


def _under(place: str, name: str) -> str:
    return f"{place}.{name}".strip(".")


@cache
def _whole_model(model: type[BaseModel]) -> TypeAdapter[Any]:
    return TypeAdapter(model)


@cache
def _adapter(model: type[BaseModel], name: str) -> TypeAdapter[Any]:
    """What one field of a model has to be."""
    field = model.model_fields[name]
    kind: Any = field.annotation
    for each in field.metadata:
        kind = Annotated[kind, each]
    return TypeAdapter(kind, config=None if _is_model(kind) else model.model_config)


def _is_model(kind: Any) -> bool:
    return isinstance(kind, type) and issubclass(kind, BaseModel)


def _parts(field: FieldInfo) -> tuple[str, type[BaseModel]] | None:
    """Whether a field holds models one by one: a list or a dictionary of them, or a model that holds
    others; None where it is looked at as a whole."""
    kind: Any = field.annotation
    if get_origin(kind) in (Union, UnionType):
        rest = [each for each in get_args(kind) if each is not type(None)]
        kind = rest[0] if len(rest) == 1 else None
    if _is_model(kind):
        return ("one", kind)
    origin, inner = get_origin(kind), get_args(kind)
    if origin is tuple and len(inner) == 2 and inner[1] is Ellipsis and _is_model(inner[0]):
        return ("list", inner[0])
    if origin is dict and _is_model(inner[1]):
        return ("dict", inner[1])
    return None
