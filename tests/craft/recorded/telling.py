"""A result of the craft as lines of text: its sentences whole, all the rest of it in one short sum a part.

Numbers are put into steps before they are summed, and no step begins where people choose their numbers: the
last digits of another processor change nothing.
"""

from collections.abc import Iterable, Iterator
from dataclasses import fields, is_dataclass
from hashlib import sha256
from math import floor

from pydantic import BaseModel

STEP, BEGINS = 0.01, 0.3718


def whole(value: object, path: str = "") -> Iterator[str]:
    """Everything in a result, a line a value: “.pieces.0.name Front”."""
    if isinstance(value, BaseModel):
        for name in type(value).model_fields:
            yield from whole(getattr(value, name), f"{path}.{name}")
    elif isinstance(value, dict):
        for key, each in value.items():
            yield from whole(each, f"{path}.{key}")
    elif is_dataclass(value):
        for each in fields(value):
            yield from whole(getattr(value, each.name), f"{path}.{each.name}")
    elif isinstance(value, tuple | list):
        for at, each in enumerate(value):
            yield from whole(each, f"{path}.{at}")
    elif isinstance(value, float):
        yield f"{path} {floor(value / STEP + BEGINS) * STEP:.2f}"
    else:
        yield f"{path} {value}"


def sentences(lines: Iterable[str]) -> Iterator[str]:
    """What was found, each once."""
    said = (line.partition(" ") for line in lines)
    return iter(
        dict.fromkeys(words for path, _, words in said if path.endswith(".what") and words.endswith("."))
    )


def told(name: str, parts: Iterable[tuple[str, object]]) -> Iterator[str]:
    """A result, part by part: a sum over the part, and what it says."""
    yield f"== {name}"
    for part, value in parts:
        lines = list(whole(value))
        total = sha256("\n".join(lines).encode()).hexdigest()
        yield f"{part} {total[:12]}"
        yield from (f"    {words}" for words in sentences(lines))
