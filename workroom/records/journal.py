"""The journal of a making: each change is a row, undo and redo move a pointer.

An edit names the entry it was made against. If another tab has moved on since, it is refused
with a sentence, and nothing is overwritten.
"""

from collections.abc import Callable, Iterable
from dataclasses import dataclass

from django.db import transaction
from django.db.models import F

from craft.changes import describe
from craft.errors import CraftError
from craft.inputs import Inputs
from workroom.records import derived
from workroom.records.cards import Card, card_of, read_card
from workroom.records.models import Entry, Making, StoredPattern

# Older entries are let go beyond this many, so that a long making does not grow for ever.
KEPT = 2_000
# What an entry changes on its making: never the title, which has no part in the journal.
WRITTEN = ("pointer", "changed", "person", "size", "cloths", "box", "envelope", "filed")


class Moved(CraftError):
    """The making has changed since the sender last saw it."""


@dataclass(frozen=True)
class State:
    """One state of a making, ready to be written: what was done, the inputs after it, their document,
    and the card that lists show of it."""

    what: str
    inputs: Inputs
    document: str
    card: Card


def state(pattern: str, inputs: Inputs, before: Inputs | None = None) -> State:
    """A state worked out from the pattern's document. Raises CraftError when the chain cannot be
    derived. ``before``: the inputs it follows, None at the beginning."""
    document = inputs.model_dump_json()
    card = card_of(document, derived.made(pattern, document))
    what = "Began" if before is None else describe(before, inputs)
    return State(what[:300], inputs, document, card)


def begin(owner_id: int, title: str, pattern: StoredPattern, inputs: Inputs) -> Making:
    """A new making with its first entry."""
    return begin_with(owner_id, title, pattern, (state(pattern.document, inputs),))


@transaction.atomic
def begin_with(
    owner_id: int, title: str, pattern: StoredPattern, states: tuple[State, ...]
) -> Making:
    """A new making with a journal that was worked out before."""
    making = Making.objects.create(owner_id=owner_id, title=title, pattern=pattern)
    for number, each in enumerate(states):
        _write(making, number, each)
    return making


def edit(making_id: int, against: int, change: Callable[[Inputs], Inputs]) -> Making:
    """Apply ``change`` to the inputs in force and write the entry after it.

    Raises Moved when ``against`` is not the entry in force, and CraftError when the chain cannot
    be derived from the changed inputs; in both cases nothing is written. The chain is worked out
    before the write lock is taken.
    """
    making = _at(making_id, against)
    before = derived.parsed_inputs(derived.current(making))
    after = change(before)
    if after == before:
        return making
    new = state(making.pattern.document, after, before)
    with transaction.atomic():
        making = _at(making_id, against)
        making.entries.filter(number__gt=making.pointer).delete()
        _write(making, making.pointer + 1, new)
    return making


def rename(making_id: int, title: str) -> Making:
    """Give a making another title; everything else stays as whoever else may just be writing it."""
    with transaction.atomic():
        making = Making.objects.select_related("pattern").get(pk=making_id)
        making.title = title
        making.save(update_fields=["title", "changed"])
    return making


def undo(making_id: int, against: int) -> Making:
    """Move the pointer one entry back."""
    return _step(making_id, against, -1, "There is nothing left to undo.")


def redo(making_id: int, against: int) -> Making:
    """Move the pointer one entry forward."""
    return _step(making_id, against, +1, "There is nothing to redo.")


def neighbours(making: Making) -> tuple[str | None, str | None]:
    """What undo would take back and redo would bring again, in the journal's words."""
    near = dict(
        making.entries.filter(number__in=(making.pointer, making.pointer + 1)).values_list(
            "number", "what"
        )
    )
    earlier = making.entries.filter(number__lt=making.pointer).exists()
    return (near.get(making.pointer) if earlier else None), near.get(making.pointer + 1)


def in_force(makings: Iterable[Making]) -> dict[int, Entry]:
    """The entries in force of several makings, by the makings' ids."""
    entries = Entry.objects.filter(making__in=makings, number=F("making__pointer"))
    return {entry.making_id: entry for entry in entries}


def _step(making_id: int, against: int, by: int, none_left: str) -> Making:
    making = _at(making_id, against)
    entry = making.entries.filter(number=making.pointer + by).first()
    if entry is None:
        raise CraftError(none_left)
    card = read_card(making, entry)
    with transaction.atomic():
        making = _at(making_id, against)
        making.pointer = entry.number
        _repeat(making, derived.parsed_inputs(entry.inputs), card)
        making.save(update_fields=WRITTEN)
    return making


def _at(making_id: int, against: int) -> Making:
    """The making, if it still stands at that entry. Inside a transaction nobody can move it then:
    IMMEDIATE transactions hold the write lock from the first statement on."""
    making = Making.objects.select_related("pattern").get(pk=making_id)
    if making.pointer != against:
        raise Moved(
            "This making was changed in another window. Your last change was not made; "
            "the newest state is shown now."
        )
    return making


def _write(making: Making, number: int, new: State) -> None:
    Entry.objects.create(
        making=making, number=number, what=new.what, inputs=new.document,
        card=new.card.model_dump_json(),
    )  # fmt: skip
    making.entries.filter(number__lt=number - KEPT).delete()
    making.pointer = number
    _repeat(making, new.inputs, new.card)
    making.save(update_fields=WRITTEN)


def _repeat(making: Making, inputs: Inputs, card: Card) -> None:
    """Copy what the register searches from the inputs and their result."""
    making.person = inputs.pick.person
    making.size = card.size[:120]
    making.cloths = "; ".join(dict.fromkeys(c.name for c in inputs.cloth.cloths.values()))[:500]
    making.box = inputs.keep.box
    making.envelope = inputs.keep.envelope
    making.filed = inputs.keep.filed
