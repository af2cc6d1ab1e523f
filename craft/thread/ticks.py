"""Ticks that know what they were made for.

A tick is stored with the few facts it rests on (size, cloth, length change...). When one of them
changes later, the tick no longer holds: it is shown as needing another look, and says why.
"""

from dataclasses import dataclass, field
from typing import Annotated, Literal

from pydantic import Field

from craft.frozen import Frozen
from craft.thread.facts import Facts, Words, in_words
from craft.thread.keys import read

Ticks = Annotated[
    dict[Annotated[str, Field(max_length=400)], Facts],
    Field(max_length=2_000),
]
TickState = Literal["open", "done", "look"]


class Tick(Frozen):
    """A thing to tick: its key, the facts a tick would rest on today, and how it stands."""

    key: str
    facts: Facts
    state: TickState
    why: str


def changed(then: Facts, now: Facts, words: Words | None = None) -> str:
    """What differs between the facts of a tick and those of today, as a sentence; "" if nothing."""
    if then == now:
        return ""
    words = words or {}
    parts = [
        f"{name} was {in_words(name, then.get(name), words)}, now "
        f"{in_words(name, now.get(name), words)}"
        for name in dict.fromkeys([*now, *then])
        if then.get(name) != now.get(name)
    ]
    text = "; ".join(parts)
    return f"{text[0].upper()}{text[1:]}."


@dataclass(frozen=True)
class Thread:
    """The tacking thread through a making: its ticks, the words for the codes of their facts, and how
    often each piece was redrawn since (a newer pattern taken over)."""

    ticks: Ticks = field(default_factory=dict)
    words: Words = field(default_factory=dict)
    redrawn: dict[int, int] = field(default_factory=dict)

    def tick(self, key: str, now: Facts) -> Tick:
        """Whether the tick is open, holds, or needs another look (with the reason)."""
        times = self._redrawn(key) if self.redrawn else 0
        if times:
            now = {**now, "pattern": f"mended {times} {'time' if times == 1 else 'times'} since"}
        then = self.ticks.get(key)
        state: TickState = "open"
        why = ""
        if then is not None:
            why = changed(then, now, self.words)
            state = "look" if why else "done"
        return Tick(key=key, facts=now, state=state, why=why)

    def _redrawn(self, key: str) -> int:
        """How often what a tick is about was redrawn: its piece, or any where it is about all."""
        what = read(key)
        item, _, _ = (what.item if what else "").partition(".")
        number = what.piece or (int(item) if item.isdigit() else 0) if what else 0
        return self.redrawn.get(number, 0) if number else sum(self.redrawn.values())
