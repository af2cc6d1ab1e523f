"""What a tick rests on: codes and millimetres, never sentences, so that rewording unticks nothing.

A code is a word of the program's own (a size, a fold, a way of marking), a name somebody gave, or pairs:
lengths and allowances by the place they belong to, in mm. Words are made of them only when a person is
told what has changed.
"""

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field

FactName = Literal[
    "size",
    "allowance",
    "length",
    "line",
    "cloth",
    "fold",
    "place",
    "way",
    "view",
    "made for",
    "pattern",
]
Short = Annotated[str, Field(max_length=200)]
Pair = tuple[Short, Short | float]
Pairs = Annotated[tuple[Pair, ...], Field(max_length=400)]
Code = Short | Pairs
Facts = dict[FactName, Code]
# Words for the codes of a fact.
Words = Mapping[str, Mapping[str, str]]

NOTHING = "nothing"
# What a fact was before there was anything to say.
BEFORE: dict[str, str] = {"pattern": "as begun"}
# How pairs are said: with the place, without one, and when there is none at all.
SAID: dict[str, tuple[str, str, str]] = {
    "size": ("{value} at the {place}", "{value}", NOTHING),
    "allowance": ("{place} {value}", "{value}", "the pattern’s own"),
    "place": ("{place} {value}", "{value}", NOTHING),
    "length": ("{value} at the {place}", "{value}", "as drawn"),
}


def in_words(name: str, code: Code | None, words: Words) -> str:
    """A fact as a person reads it; lengths as a phrase."""
    if code is None:
        return BEFORE.get(name, NOTHING)
    if isinstance(code, str):
        return words.get(name, {}).get(code, code) or NOTHING
    placed, bare, none = SAID.get(name, SAID["size"])
    parts = [
        (placed if place else bare).format(place=place, value=_value(value))
        for place, value in code
    ]
    return (", " if name == "size" else "; ").join(parts) or none


def _value(value: str | float) -> str:
    return value if isinstance(value, str) else f"[[{value:g}]]"
