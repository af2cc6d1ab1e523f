"""What is kept: patterns, people, cloths, makings with their journal. Every row has an owner."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from workroom.records.packed import PackedText


class Owned(models.Model):
    """A row that belongs to one user; nobody else ever sees it."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        abstract = True


class Preferences(models.Model):
    """How one user likes to see things."""

    owner = models.OneToOneField(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="preferences"
    )
    unit = models.CharField(max_length=2, default="cm")
    theme = models.CharField(max_length=8, default="dove")
    kit = models.JSONField(default=list)


class StoredPattern(Owned):
    """An original. ``document`` is the craft's Pattern as JSON; it is never altered. ``card``: how it is
    shown on the shelf, worked out once."""

    name = models.CharField(max_length=120)
    document = models.TextField()
    card = models.TextField(blank=True, default="")

    class Meta:
        ordering = ("name", "id")


class Person(Owned):
    """Somebody who is sewn for. ``measurements``: name -> mm, the newest value of each, repeated
    from the sittings. ``adjustments``: standing length changes, as the craft's Change documents."""

    name = models.CharField(max_length=120)
    measurements = models.JSONField(default=dict)
    adjustments = models.JSONField(default=list)

    class Meta:
        ordering = ("name", "id")


class Sitting(models.Model):
    """What was measured on one day: name -> mm."""

    person = models.ForeignKey(Person, on_delete=models.CASCADE, related_name="sittings")
    day = models.DateField()
    measurements = models.JSONField(default=dict)

    class Meta:
        ordering = ("-day",)
        constraints = (models.UniqueConstraint(fields=("person", "day"), name="one_sitting_a_day"),)


class Group(Owned):
    """Several people who get the same garment, each in a making of their own."""

    name = models.CharField(max_length=120)
    pattern = models.ForeignKey("StoredPattern", on_delete=models.PROTECT)

    class Meta:
        ordering = ("name", "id")


class StoredCloth(Owned):
    """A cloth in the cupboard; ``document`` is the craft's Cloth as JSON."""

    name = models.CharField(max_length=120)
    document = models.TextField()

    class Meta:
        ordering = ("name", "id")


class Making(Owned):
    """One garment being made. ``pointer`` is the number of the journal entry in force.

    The last columns repeat what the register searches; they are written with every entry.
    """

    title = models.CharField(max_length=120)
    pattern = models.ForeignKey(StoredPattern, on_delete=models.PROTECT)
    group = models.ForeignKey(
        Group, on_delete=models.SET_NULL, null=True, blank=True, related_name="makings"
    )
    pointer = models.PositiveIntegerField(default=0)
    changed = models.DateTimeField(auto_now=True)
    person = models.CharField(max_length=120, blank=True, default="")
    size = models.CharField(max_length=120, blank=True, default="")
    cloths = models.CharField(max_length=500, blank=True, default="")
    box = models.CharField(max_length=40, blank=True, default="")
    envelope = models.CharField(max_length=40, blank=True, default="")
    filed = models.BooleanField(default=False)

    class Meta:
        ordering = ("-changed", "-id")


class Entry(models.Model):
    """One row of a making's journal: what was done, when, and the inputs after it. ``card`` and ``needs``:
    what lists and groups show of that state, so that they derive nothing."""

    making = models.ForeignKey(Making, on_delete=models.CASCADE, related_name="entries")
    number = models.PositiveIntegerField()
    what = models.CharField(max_length=300)
    when = models.DateTimeField(auto_now_add=True)
    inputs = PackedText()
    card = PackedText(blank=True, default=str)
    needs = PackedText(blank=True, default=str)

    class Meta:
        ordering = ("number",)
        constraints = (
            models.UniqueConstraint(fields=("making", "number"), name="one_entry_a_number"),
        )


class Job(Owned):
    """Heavy work for the worker process. The table is all that ties it to the server: the server
    writes ``task`` and ``stop``, the worker writes the rest. ``found``: the best so far, kept whatever
    happens. ``taken_up``: how often it was taken up again after the worker went away."""

    STATES = ("waiting", "running", "done", "stopped", "failed")
    making = models.ForeignKey(Making, on_delete=models.CASCADE, related_name="jobs")
    role = models.CharField(max_length=20)
    at = models.PositiveIntegerField()
    task = models.TextField()
    inputs = PackedText()
    state = models.CharField(max_length=8, default="waiting", db_index=True)
    stop = models.BooleanField(default=False)
    share = models.FloatField(default=0.0)
    found = models.TextField(blank=True, default="")
    sentence = models.CharField(max_length=400, blank=True, default="")
    taken_up = models.PositiveIntegerField(default=0)

    class Meta:
        ordering = ("id",)
