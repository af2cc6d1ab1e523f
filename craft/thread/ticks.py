"""Ticks that know what they were made for.

A tick is stored with the few facts it rests on (size, cloth, length change...). When one of them
changes later, the tick no longer holds: it is shown as needing another look, and says why.
"""

from typing import Annotated, Literal

from pydantic import Field

from craft.frozen import Frozen

Facts = dict[str, str]
Ticks = Annotated[
    dict[Annotated[str, Field(max_length=400)], dict[str, Annotated[str, Field(max_length=200)]]],
    Field(max_length=2_000),
]
TickState = Literal["open", "done", "look"]


class Tick(Frozen):
    """A thing to tick: its key, the facts a tick would rest on today, and how it stands."""

    key: str
    facts: Facts
    state: TickState
    why: str


NOTHING = "nothing"


def changed(then: Facts, now: Facts) -> str:
    """What differs between the facts of a tick and those of today, as a sentence; "" if nothing."""
    parts = [
        f"{name} was {then.get(name, NOTHING)}, now {now.get(name, NOTHING)}"
        for name in dict.fromkeys([*now, *then])
        if then.get(name) != now.get(name)
    ]
    if not parts:
        return ""
    said = "; ".join(parts)
    return f"{said[0].upper()}{said[1:]}."


def state_of(ticks: dict[str, Facts], key: str, now: Facts) -> tuple[TickState, str]:
    """Whether the tick is open, holds, or needs another look (with the reason)."""
    then = ticks.get(key)
    if then is None:
        return "open", ""
    why = changed(then, now)
    return ("look", why) if why else ("done", "")
