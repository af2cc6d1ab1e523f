"""The demo world: the Saltmarsh Ringers with their patterns, people, cloths and makings.

Everything is worked out before the write lock is taken, so that putting the demo back as it was keeps
nobody waiting.
"""

from collections.abc import Callable
from functools import cache

from django.contrib.auth.models import User
from django.db import transaction

from craft.inputs import Inputs
from craft.making import Making as Made
from craft.pattern import Pattern
from craft.pick import PickInputs
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches
from workroom.demo.cloths import CLOTHS
from workroom.demo.makings import MAKINGS, DemoMaking
from workroom.demo.people import ADJUSTMENTS, PEOPLE
from workroom.demo.waistcoat import ringing_waistcoat
from workroom.records import derived, journal
from workroom.records.models import Group, Making, Person, Preferences, StoredCloth, StoredPattern
from workroom.records.people import measured

DEMO_USER = "Saltmarsh Ringers"


@cache
def patterns() -> dict[str, str]:
    """The documents of the demo's patterns, by name."""
    made: tuple[Pattern, ...] = (ringing_waistcoat(), ringing_breeches(), yoke_blouse())
    return {pattern.name: pattern.model_dump_json() for pattern in made}


@cache
def journals() -> tuple[tuple[DemoMaking, tuple[journal.State, ...]], ...]:
    """Every making of the demo with its journal, worked out."""
    return tuple((making, _journal(making)) for making in MAKINGS)


def load_demo(*, makings: bool = True) -> User:
    """Make the demo user's workroom, once. What is there already stays as it is. Without ``makings``:
    a waistcoat just begun, for tests to work on."""
    user = User.objects.filter(username=DEMO_USER).first()
    if user is not None:
        return user
    prepared = journals() if makings else (_just_begun(),)
    with transaction.atomic():
        user = User.objects.create(username=DEMO_USER)
        user.set_unusable_password()
        user.save()
        Preferences.objects.create(owner=user)
        _fill(user, prepared)
    return user


def restore_demo(user: User) -> None:
    """Put the demo back as it was: everything in it is taken away and made anew. How the user likes to
    see things stays."""
    prepared = journals()
    with transaction.atomic():
        for kind in (Making, Group, StoredPattern, Person, StoredCloth):
            kind._default_manager.filter(owner=user).delete()
        Preferences.objects.filter(owner=user).update(kit=[])
        _fill(user, prepared)


def _fill(user: User, prepared: tuple[tuple[DemoMaking, tuple[journal.State, ...]], ...]) -> None:
    stored = {
        name: StoredPattern.objects.create(owner=user, name=name, document=document)
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
        pattern = stored[demo.pattern]
        making = journal.begin_with(user.pk, demo.title, pattern, states)
        if demo.group:
            making.group, _ = Group.objects.get_or_create(
                owner=user, name=demo.group, pattern=pattern
            )
            making.save(update_fields=["group"])


def _journal(making: DemoMaking) -> tuple[journal.State, ...]:
    document = patterns()[making.pattern]
    states: list[journal.State] = []
    for inputs in making.states(_chain(document)):
        states.append(journal.state(document, inputs, states[-1].inputs if states else None))
    return tuple(states)


def _chain(pattern: str) -> Callable[[Inputs], Made]:
    return lambda inputs: derived.made(pattern, inputs.model_dump_json())


@cache
def _just_begun() -> tuple[DemoMaking, tuple[journal.State, ...]]:
    making = DemoMaking("Orla’s ringing waistcoat", "Ringing waistcoat", Inputs(pick=PickInputs()))
    return making, _journal(making)
