"""What people measured when. The newest value of every measurement is repeated on the person."""

from datetime import date

from django.db import transaction

from workroom.records.models import Person

Measurements = dict[str, float]


@transaction.atomic
def measured(person: Person, day: date, values: Measurements) -> None:
    """Set what was measured on a day, instead of what was noted for it before."""
    if values:
        person.sittings.update_or_create(day=day, defaults={"measurements": values})
    _repeat(person)


@transaction.atomic
def changed(person: Person, day: date, values: Measurements) -> None:
    """Note only what differs from the newest values; what is no longer named is forgotten."""
    new = {name: mm for name, mm in values.items() if person.measurements.get(name) != mm}
    gone = person.measurements.keys() - values.keys()
    if gone:
        for sitting in person.sittings.all():
            kept = {name: mm for name, mm in sitting.measurements.items() if name not in gone}
            if kept != sitting.measurements:
                sitting.measurements = kept
                sitting.save()
    if new:
        sitting, _ = person.sittings.get_or_create(day=day)
        sitting.measurements = {**sitting.measurements, **new}
        sitting.save()
    _repeat(person)


@transaction.atomic
def forget(person: Person, day: date) -> None:
    """Take out one day."""
    person.sittings.filter(day=day).delete()
    _repeat(person)


def _repeat(person: Person) -> None:
    person.sittings.filter(measurements={}).delete()
    newest: Measurements = {}
    for sitting in person.sittings.order_by("day"):
        newest |= sitting.measurements
    person.measurements = newest
    person.save()
