"""The demo world: the Saltmarsh Ringers with their patterns, people, cloths and makings.

Everything is worked out before the write lock is taken, so that putting the demo back as it was keeps
nobody waiting.
"""

import json
from collections.abc import Callable
from functools import cache

from django.contrib.auth.models import User
from django.db import transaction

from craft.inputs import Inputs
from craft.making import DerivedMaking as Made
from craft.pattern import Pattern
from craft.pick import PickInputs
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches
from workroom.demo.cloths import CLOTHS
from workroom.demo.entered import apron, photo, put_tabard, sash, smock
from workroom.demo.kept import kept
from workroom.demo.makings import MAKINGS, DemoMaking
from workroom.demo.names import DEMO_USER
from workroom.demo.people import ADJUSTMENTS, PEOPLE
from workroom.demo.waistcoat import ringing_waistcoat
from workroom.records import derived
from workroom.records import makings as journal
from workroom.records.accounts import make_account
from workroom.records.cards import Card
from workroom.records.makings import MakingState
from workroom.records.models import (
    Group,
    Making,
    Person,
    Preferences,
    StoredCloth,
    StoredPattern,
)
from workroom.records.patterns import NewPattern, enter, store
from workroom.records.people import measured
from workroom.records.pictures import sweep


@cache
def patterns() -> dict[str, str]:
    """The documents of the demo's patterns, by name."""
    written: dict[str, str] = json.loads(kept("patterns.json", _drawn))
    return written


def _drawn() -> bytes:
    made: tuple[Pattern, ...] = (ringing_waistcoat(), ringing_breeches(), yoke_blouse())
    return json.dumps({pattern.name: pattern.model_dump_json() for pattern in made}).encode()


@cache
def journals() -> tuple[tuple[DemoMaking, tuple[MakingState, ...]], ...]:
    """Every making of the demo with its journal, worked out."""
    written: list[list[list[str]]] = json.loads(kept("journals.json", _worked_out))
    return tuple(
        (making, tuple(_read(*step) for step in steps))
        for making, steps in zip(MAKINGS, written, strict=True)
    )


def _worked_out() -> bytes:
    written = [
        [[step.what, step.document, step.card.model_dump_json()] for step in _journal(making)]
        for making in MAKINGS
    ]
    return json.dumps(written).encode()


def _read(what: str, document: str, card: str) -> MakingState:
    return MakingState(
        what, derived.parsed_inputs(document), document, Card.model_validate_json(card)
    )


@cache
def entered() -> tuple[tuple[NewPattern, ...], ...]:
    """The patterns that are still being entered, with their journals."""
    return smock(), sash(), apron()


def load_demo(*, makings: bool = True) -> User:
    """Make the demo user's workroom, once. What is there already stays as it is. Without ``makings``:
    a waistcoat just begun, for tests to work on."""
    user = User.objects.filter(username=DEMO_USER).first()
    if user is not None:
        return user
    prepared = journals() if makings else (_just_begun(),)
    entered_ = entered() if makings else ()
    with transaction.atomic():
        user = make_account(DEMO_USER, None)
        Preferences.objects.create(owner=user)
        _fill(user, prepared)
        for states in entered_:
            enter(user.pk, states)
    if makings:
        put_tabard(user.pk)
    return user


def restore_demo(user: User) -> None:
    """Put the demo back as it was: everything in it is taken away and made anew. How the user likes to
    see things stays."""
    prepared, entered_ = journals(), entered()
    photo()  # drawn before the lock is taken
    with transaction.atomic():
        for kind in (Making, Group, StoredPattern, Person, StoredCloth):
            kind._default_manager.filter(owner=user).delete()
        Preferences.objects.filter(owner=user).update(kit=[])
        _fill(user, prepared)
        for states in entered_:
            enter(user.pk, states)
    sweep(user.pk)
    put_tabard(user.pk)


def _fill(user: User, prepared: tuple[tuple[DemoMaking, tuple[MakingState, ...]], ...]) -> None:
    stored = {
        name: store(user.pk, derived.parsed_pattern(document)).editions.get()
        for name, document in patterns().items()
    }
    for name, days in PEOPLE.items():
        changes = [change.model_dump() for change in ADJUSTMENTS.get(name, ())]
        person = Person.objects.create(owner=user, name=name, adjustments=changes)
        for day, values in days.items():
            measured(person.pk, day, values)
    for cloth in CLOTHS:
        StoredCloth.objects.create(owner=user, name=cloth.name, document=cloth.model_dump_json())
    for demo, states in prepared:
        edition = stored[demo.pattern]
        making = journal.begin_with(user.pk, demo.title, edition, states)
        if demo.group:
            making.group, _ = Group.objects.get_or_create(
                owner=user, name=demo.group, pattern=edition.pattern
            )
            making.save(update_fields=["group"])


def _journal(making: DemoMaking) -> tuple[MakingState, ...]:
    document = patterns()[making.pattern]
    states: list[MakingState] = []
    for inputs in making.states(_chain(document)):
        states.append(journal.state_of(document, inputs, states[-1].inputs if states else None))
    return tuple(states)


def _chain(pattern: str) -> Callable[[Inputs], Made]:
    return lambda inputs: derived.made(pattern, inputs.model_dump_json())


@cache
def _just_begun() -> tuple[DemoMaking, tuple[MakingState, ...]]:
    making = DemoMaking("Orla’s ringing waistcoat", "Ringing waistcoat", Inputs(pick=PickInputs()))
    return making, _journal(making)
