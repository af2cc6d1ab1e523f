"""What is kept: patterns, people, cloths, makings with their journal. Every row has an owner."""

from __future__ import annotations

from django.conf import settings
from django.contrib.sessions.backends.base import SessionBase
from django.contrib.sessions.base_session import AbstractBaseSession
from django.db import models
from django.utils import timezone
from django.utils.module_loading import import_string

from workroom.records.packed import PackedText


class Owned(models.Model):
    """A row that belongs to one user; nobody else ever sees it."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        abstract = True


class Journalled(Owned):
    """A document with a journal. ``pointer`` is the number of the entry in force."""

    pointer = models.PositiveIntegerField(default=0)
    changed = models.DateTimeField(auto_now=True)

    class Meta:
        abstract = True


class JournalRow(models.Model):
    """One row of a journal: what was done, when, and the inputs after it. ``card``: what lists show of that
    state, so that they derive nothing."""

    number = models.PositiveIntegerField()
    what = models.CharField(max_length=300)
    when = models.DateTimeField(auto_now_add=True)
    inputs = PackedText()
    card = PackedText(blank=True, default=str)

    class Meta:
        abstract = True


class SignIn(AbstractBaseSession):
    """A session; ``owner``: the id of whoever is signed in with it."""

    owner = models.PositiveBigIntegerField(null=True, db_index=True)

    class Meta:
        verbose_name = "sign-in"

    @classmethod
    def get_session_store_class(cls) -> type[SessionBase]:
        store: type[SessionBase] = import_string(f"{settings.SESSION_ENGINE}.SessionStore")
        return store


class Account(models.Model):
    """What belongs to a user besides Django's own. ``key``: the name so that look-alikes are one."""

    user = models.OneToOneField(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="account"
    )
    key = models.CharField(max_length=200, unique=True)


class Arrival(models.Model):
    """A new account was made from an address."""

    address = models.CharField(max_length=64, db_index=True)
    when = models.DateTimeField(auto_now_add=True)


class Preferences(models.Model):
    """How one user likes to see things."""

    owner = models.OneToOneField(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="preferences"
    )
    unit = models.CharField(max_length=2, default="cm")
    theme = models.CharField(max_length=8, default="dove")
    kit = models.JSONField(default=list)


class StoredPattern(Journalled):
    """A pattern on the shelf. One that came as a file has an edition and no journal until it is mended; one
    that is entered here has a journal, and editions as makings are begun. ``card``: how it is shown."""

    name = models.CharField(max_length=120)
    card = models.TextField(blank=True, default="")

    class Meta:
        ordering = ("name", "id")


class Edition(models.Model):
    """A pattern as it was when something was begun from it. ``document`` is the craft's Pattern as JSON; it
    is never altered."""

    pattern = models.ForeignKey(StoredPattern, on_delete=models.CASCADE, related_name="editions")
    made = models.DateTimeField(auto_now_add=True)
    document = models.TextField()

    class Meta:
        ordering = ("id",)


class PatternEntry(JournalRow):
    """One row of a pattern's journal; ``inputs`` is the craft’s PatternInputs, ``edition`` the edition
    this state is, where there is one."""

    pattern = models.ForeignKey(StoredPattern, on_delete=models.CASCADE, related_name="entries")
    edition = models.ForeignKey(Edition, on_delete=models.SET_NULL, null=True, blank=True)

    class Meta:
        ordering = ("number",)
        constraints = (
            models.UniqueConstraint(
                fields=("pattern", "number"), name="one_pattern_entry_a_number"
            ),
        )


class StoredPicture(Owned):
    """A picture of a sheet, of a cloth or of a scrap (pixels), and when it was ``made``; its files lie in a
    folder of its own (see records.pictures)."""

    width = models.PositiveIntegerField(default=0)
    height = models.PositiveIntegerField(default=0)
    made = models.DateTimeField(default=timezone.now)
    patterns = models.ManyToManyField(StoredPattern, related_name="pictures")
    makings: models.ManyToManyField[Making, models.Model] = models.ManyToManyField(
        "Making", related_name="pictures"
    )


class Person(Owned):
    """Somebody who is sewn for. ``measurements``: name -> mm, the newest value of each, repeated
    from the sittings. ``adjustments``: standing adjustments, as the craft's Standing documents."""

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
    """A cloth in the cupboard; ``document`` is the craft's Cloth as JSON, ``photo`` its SheetPicture."""

    name = models.CharField(max_length=120)
    document = models.TextField()
    picture = models.OneToOneField(StoredPicture, null=True, on_delete=models.SET_NULL)
    photo = models.TextField(default="", blank=True)

    class Meta:
        ordering = ("name", "id")


class Making(Journalled):
    """One garment being made, from one edition of a pattern (that of the entry in force), for somebody who
    is known, ``whom``, or only named.

    The last columns repeat what the register searches; they are written with every entry.
    """

    title = models.CharField(max_length=120)
    pattern = models.ForeignKey(StoredPattern, on_delete=models.PROTECT)
    edition = models.ForeignKey(Edition, on_delete=models.PROTECT)
    group = models.ForeignKey(
        Group, on_delete=models.SET_NULL, null=True, blank=True, related_name="makings"
    )
    whom = models.ForeignKey(
        Person, on_delete=models.SET_NULL, null=True, blank=True, related_name="makings"
    )
    person = models.CharField(max_length=120, blank=True, default="")
    size = models.CharField(max_length=120, blank=True, default="")
    cloths = models.CharField(max_length=500, blank=True, default="")
    box = models.CharField(max_length=40, blank=True, default="")
    envelope = models.CharField(max_length=40, blank=True, default="")
    filed = models.BooleanField(default=False)

    class Meta:
        ordering = ("-changed", "-id")


class Entry(JournalRow):
    """One row of a making's journal; ``inputs`` is the craft's Inputs, ``edition`` the pattern it goes by,
    ``needs`` what groups show of it."""

    making = models.ForeignKey(Making, on_delete=models.CASCADE, related_name="entries")
    edition = models.ForeignKey(Edition, on_delete=models.PROTECT)
    needs = PackedText(blank=True, default=str)

    class Meta:
        ordering = ("number",)
        constraints = (
            models.UniqueConstraint(fields=("making", "number"), name="one_entry_a_number"),
        )


class Job(Owned):
    """Heavy work for the worker process. The table is all that ties it to the server: the server
    writes ``task`` and ``stop``, the worker writes the rest. ``kind``: a search for a lay of the cloth
    ``role``, a paper that is drawn, whose file is named by ``key``, or everything of one account going
    out ("export") or coming in ("import"), which belong to no making. ``found``: the best so far, kept
    whatever happens, and ``better`` how often it changed. ``held_by``: the worker that has it, which
    showed at ``beat`` that it is there. ``taken_up``: how often it was taken up again after a worker
    went away; ``spent``: how long it was worked on already (s)."""

    STATES = ("waiting", "running", "done", "stopped", "failed")
    making = models.ForeignKey(Making, on_delete=models.CASCADE, null=True, related_name="jobs")
    edition = models.ForeignKey(Edition, on_delete=models.CASCADE, null=True)
    kind = models.CharField(max_length=8, default="lay")
    role = models.CharField(max_length=20, blank=True, default="")
    key = models.CharField(max_length=64, blank=True, default="", db_index=True)
    at = models.PositiveIntegerField()
    task = models.TextField()
    inputs = PackedText()
    state = models.CharField(max_length=8, default="waiting", db_index=True)
    stop = models.BooleanField(default=False)
    share = models.FloatField(default=0.0)
    found = models.TextField(blank=True, default="")
    better = models.PositiveIntegerField(default=0)
    sentence = models.CharField(max_length=400, blank=True, default="")
    held_by = models.CharField(max_length=80, blank=True, default="")
    beat = models.DateTimeField(null=True)
    taken_up = models.PositiveIntegerField(default=0)
    spent = models.FloatField(default=0.0)

    class Meta:
        ordering = ("id",)
