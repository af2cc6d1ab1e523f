"""Ticks: given at the table, from several devices, and some of them while the connection was gone.

A tick rests on facts that are looked up here, never sent by the browser: on those of the state it was
given in. So one that comes late is not lost when the making has moved on: it is kept for what it was
given for, and asks for another look where that has changed since.
"""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import Field

from craft.cut.cutting_list import barred
from craft.frozen import Frozen
from craft.inputs import Inputs
from craft.making import DerivedMaking as Made
from craft.making import ticks_of
from craft.thread import Facts, Tick
from craft.thread.keys import read
from workroom.api.answers import answer
from workroom.api.makings import Against, Head, documents, head
from workroom.api.who import own_making
from workroom.records import derived
from workroom.records.journal import Moved
from workroom.records.makings import MAKINGS
from workroom.records.models import Making

router = Router(tags=["ticks"])
# So often a merged edit is made anew when another device was quicker.
TRIES = 8
Key = Annotated[str, Field(max_length=400)]


class GivenTicks(Against):
    """Ticks by their keys, as they were given on a device that had seen the entry ``against``."""

    ticks: Annotated[dict[Key, bool], Field(min_length=1, max_length=800)]


class Merged(Frozen):
    """The making with the ticks in it; ``sentences``: what could not be kept, or needs another look."""

    head: Head
    stage: None = None
    sentences: tuple[str, ...] = ()


class At(Frozen):
    """The entry of its journal a making stands at."""

    at: int


@router.get("/{making_id}/at", response=At)
def at(request: HttpRequest, making_id: int) -> HttpResponse:
    """Whether another device has moved on: for a page that lies open on the table."""
    return answer(At(at=own_making(request, making_id).pointer))


@router.post("/{making_id}/ticks/given", response=Merged)
def given(request: HttpRequest, making_id: int, body: GivenTicks) -> HttpResponse:
    """Merge ticks that were given on a device, whatever has been done elsewhere since."""
    making = own_making(request, making_id)
    seen = _seen(making, body.against)
    for _ in range(TRIES):
        now = _made(making)
        good, problems = _sorted(now, seen or now, body.ticks)
        try:
            making = MAKINGS.edit(making.pk, making.pointer, lambda inputs: _with(inputs, good))  # noqa: B023
        except Moved:
            making = own_making(request, making_id)
            continue
        told = [*problems, *_looks(_made(making), body.ticks)]
        return answer(Merged(head=head(making), sentences=tuple(told)))
    raise Moved(MAKINGS.moved)


def _made(making: Making) -> Made:
    return derived.made(*documents(making))


def _seen(making: Making, number: int) -> Made | None:
    """The making as the device had seen it; None where that entry is gone."""
    entry = making.entries.select_related("edition").filter(number=number).first()
    return derived.made(entry.edition.document, entry.inputs) if entry else None


def _sorted(
    now: Made, seen: Made, wanted: dict[str, bool]
) -> tuple[dict[str, Facts | None], list[str]]:
    """The ticks that can be kept, with the facts they were given for (None: taken back), and why others
    cannot."""
    there, then = ticks_of(now), ticks_of(seen)
    good: dict[str, Facts | None] = {}
    problems = []
    for key, on in wanted.items():
        if not on:
            good[key] = None
        elif key not in there:
            problems.append(f"That is not on any list of this making any more: {_words(key)}.")
        elif why := barred(now.cuts, key):
            problems.append(why)
        else:
            good[key] = then.get(key, there[key]).facts
    for on in (True, False):
        keys = tuple(key for key, facts in good.items() if (facts is not None) == on)
        for key in along_with(now, keys, on):
            if not on:
                good[key] = None
            elif key in there:
                good.setdefault(key, then.get(key, there[key]).facts)
    return good, problems


def _with(inputs: Inputs, good: dict[str, Facts | None]) -> Inputs:
    ticks = dict(inputs.ticks)
    for key, facts in good.items():
        if facts is None:
            ticks.pop(key, None)
        else:
            ticks[key] = facts
    return inputs.model_copy(update={"ticks": ticks})


def _looks(now: Made, wanted: dict[str, bool]) -> list[str]:
    there: dict[str, Tick] = ticks_of(now)
    return [
        f"{_words(key)} asks for another look: {there[key].why}"
        for key, on in wanted.items()
        if on and key in there and there[key].state == "look"
    ]


def _words(text: str) -> str:
    key = read(text)
    return key.words if key else text


def along_with(made: Made, keys: tuple[str, ...], on: bool) -> list[str]:
    """A traced piece is ticked with everything on it; one thing untouched and it is not traced."""
    more = []
    for ticks in made.trace_ticks.values():
        things = [tick.key for tick in ticks.things.values()]
        if ticks.piece.key in keys:
            more += things
        elif not on and set(things) & set(keys):
            more.append(ticks.piece.key)
    return more
