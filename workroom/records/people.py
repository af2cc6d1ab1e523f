"""What people measured when. The newest value of every measurement is repeated on the person.

Everything is read again once the write lock is held, and only what changed is saved, so that two
windows never undo each other.
"""

from datetime import date, timedelta

from django.db import transaction
from django.db.models import Max
from django.utils import timezone

from craft.errors import CraftError
from craft.measure.phrase import listed
from workroom.records.journal import Moved
from workroom.records.merging import merged, one_of_two
from workroom.records.models import Making, Person

Measurements = dict[str, float]
A_DAY = timedelta(days=1)


def day_for(owner: int, person: Person | None, asked: date | None) -> date:
    """The day that is noted for what is measured now. ``asked``: the day the person named, who has a clock
    of their own; without one it is today, or the newest day that is known where our clock was put
    back: what is measured now is newer than anything before. Raises CraftError for a day that is still
    to come."""
    today = timezone.localdate()
    newest = person.sittings.aggregate(day=Max("day"))["day"] if person else None
    if asked is None:
        return max(today, newest) if newest else today
    seen = Making.objects.filter(owner=owner).aggregate(when=Max("changed"))["when"]
    latest = max(today, timezone.localdate(seen) if seen else today)
    if asked > latest + A_DAY:  # elsewhere it may be tomorrow already
        raise CraftError(
            "Nobody can be measured on a day that is still to come "
            f"(this workroom’s clock says {today:%d.%m.%Y}).", "day",
        )  # fmt: skip
    return asked


def known_as(owner: int, name: str, before: int | None = None) -> Person | None:
    """Who is meant by a name: whoever it was ``before``, if that is still their name; else the only one
    who is called so."""
    named = Person.objects.filter(owner=owner, name=name)
    found = list(named[:2]) if name else []
    same = named.filter(pk=before).first() if before is not None and name else None
    return same or (found[0] if len(found) == 1 else None)


@transaction.atomic
def redate(person_id: int, day: date) -> None:
    """Days that are still to come by our clock and by that of whoever measures now were noted by a clock
    that was wrong: they become today, so that they hide nothing newer."""
    now = max(timezone.localdate(), day)
    person = Person.objects.select_for_update().get(pk=person_id)
    for sitting in person.sittings.filter(day__gt=now + A_DAY).order_by("day"):
        there, _ = person.sittings.get_or_create(day=now)
        there.measurements = {**there.measurements, **sitting.measurements}
        there.save(update_fields=["measurements"])
        sitting.delete()


@transaction.atomic
def measured(person_id: int, day: date, values: Measurements) -> Person:
    """Set what was measured on a day, instead of what was noted for it before."""
    person = Person.objects.select_for_update().get(pk=person_id)
    if values:
        person.sittings.update_or_create(day=day, defaults={"measurements": values})
    return repeat(person)


@transaction.atomic
def changed(
    person_id: int, name: str, day: date, values: Measurements, seen: Measurements | None = None,
    seen_name: str | None = None,
) -> Person:  # fmt: skip
    """The name, and what differs from the values ``seen`` (None: the newest ones): that is noted for
    the day; what is no longer named is forgotten. Raises Moved where another window said something else of
    the same meanwhile."""
    person = Person.objects.select_for_update().get(pk=person_id)
    before = person.measurements if seen is None else seen
    name = one_of_two(seen_name, name, person.name, "name")
    _, clashes = merged(before, {**dict.fromkeys(before), **values}, person.measurements)
    if clashes:
        raise Moved(
            f"In another window something else was entered for {listed(clashes)}. It is shown now.",
            clashes[0],
        )
    new = {each: mm for each, mm in values.items() if before.get(each) != mm}
    gone = before.keys() - values.keys()
    if gone:
        for sitting in person.sittings.all():
            kept = {each: mm for each, mm in sitting.measurements.items() if each not in gone}
            if kept != sitting.measurements:
                sitting.measurements = kept
                sitting.save(update_fields=["measurements"])
    if new:
        sitting, _ = person.sittings.get_or_create(day=day)
        sitting.measurements = {**sitting.measurements, **new}
        sitting.save(update_fields=["measurements"])
    if name != person.name:
        person.name = name
        person.save(update_fields=["name"])
    return repeat(person)


@transaction.atomic
def forget(person_id: int, day: date) -> Person:
    """Take out one day."""
    person = Person.objects.select_for_update().get(pk=person_id)
    person.sittings.filter(day=day).delete()
    return repeat(person)


def repeat(person: Person) -> Person:
    """Repeat the newest value of every measurement on the person."""
    person.sittings.filter(measurements={}).delete()
    newest: Measurements = {}
    for sitting in person.sittings.order_by("day"):
        newest |= sitting.measurements
    person.measurements = newest
    person.save(update_fields=["measurements"])
    return person
