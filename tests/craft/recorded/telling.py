"""A result of the craft as text: whole, or as a line of short sums, one a part.

Numbers are put into steps before they are summed, and no step begins where people choose their numbers: the
last digits of another processor change nothing.
"""

from collections.abc import Iterable, Iterator
from dataclasses import fields, is_dataclass
from hashlib import sha256
from math import floor

from pydantic import BaseModel

STEP, BEGINS = 0.01, 0.3718
# A result by the names of its parts, as a model is read.
Parts = Iterable[tuple[str, object]]


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


def summed(name: str, parts: Parts) -> str:
    """A result as one line: a short sum over each part of it."""
    sums = (f"{part} {sha256('|'.join(whole(value)).encode()).hexdigest()[:8]}" for part, value in parts)
    return f"{name}: {', '.join(sums)}"
