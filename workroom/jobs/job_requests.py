"""What the server does with jobs: hand one in, look at it, stop it. Nothing here searches or draws."""

import secrets

from django.contrib.auth.models import User
from django.db import transaction

from craft.errors import CraftError
from craft.lay.inputs import MOST_PLACED
from craft.seek.task import LayTask
from workroom.jobs.wake_up import ring
from workroom.records import derived
from workroom.records.models import Job, Making

OPEN = ("waiting", "running")
# Finished jobs beyond these are let go.
KEPT = 20
# Searches that one person may have open, and things that one may lay.
MOST_OPEN, MOST_THINGS = 4, MOST_PLACED


def hand_in(making: Making, task: LayTask, things: int) -> Job:
    """A new search for the worker; whatever is still searching for the same cloth is replaced.
    ``things``: how much there is to lay. Raises CraftError where it is too much, or too many are open."""
    if things > MOST_THINGS:
        raise CraftError(
            f"There are {things} things to lay; a search takes {MOST_THINGS} at most. "
            "Cut the cloth in two goes, or lay by hand.", "role",
        )  # fmt: skip
    with transaction.atomic():
        User.objects.select_for_update().get(pk=making.owner_id)  # one at a time for each
        same = making.jobs.filter(kind="lay", role=task.role, state__in=OPEN)
        same.filter(state="waiting").update(state="stopped", stop=True)
        same.update(stop=True)
        mine = Job.objects.filter(owner_id=making.owner_id, kind="lay", state__in=OPEN, stop=False)
        if mine.count() >= MOST_OPEN:
            raise CraftError(
                f"{MOST_OPEN} of your searches are open already. Stop one, or wait until it has ended.",
                "role",
            )
        job = Job.objects.create(
            owner_id=making.owner_id,
            making=making,
            edition_id=making.edition_id,
            role=task.role,
            at=making.pointer,
            task=task.model_dump_json(),
            inputs=derived.current(making),
        )
        _let_go(making)
    ring()
    return job


def ask_to_stop(job: Job) -> None:
    """Ask the worker to end it with the best so far; one not begun is over at once."""
    Job.objects.filter(pk=job.pk, state="waiting").update(state="stopped", stop=True)
    Job.objects.filter(pk=job.pk, state="running").update(stop=True)
    ring()
    job.refresh_from_db()


def ahead_of(pk: int, kind: str, state: str) -> int:
    """How many others are open: those that a job takes turns with, or that come before it."""
    if state not in OPEN:
        return 0
    others = Job.objects.filter(state__in=OPEN, kind=kind).exclude(pk=pk)
    return others.filter(pk__lt=pk).count() if state == "waiting" else others.count()


def draw(making: Making, key: str, task: str) -> Job:
    """The job that draws a paper: the one under way, or a new one."""
    with transaction.atomic():
        User.objects.select_for_update().get(pk=making.owner_id)
        job = Job.objects.filter(owner_id=making.owner_id, key=key, state__in=OPEN).first()
        if job is None:
            job = Job.objects.create(
                owner_id=making.owner_id, making=making, edition_id=making.edition_id,
                kind="paper", key=key, at=making.pointer, task=task,
                inputs=derived.current(making),
            )  # fmt: skip
            _let_go(making)
    ring()
    return job


def of_account(user: User, kind: str) -> Job:
    """The job that takes everything of an account out or in: the one under way, or a new one."""
    with transaction.atomic():
        User.objects.select_for_update().get(pk=user.pk)
        mine = Job.objects.filter(owner=user, kind=kind)
        job = mine.filter(state__in=OPEN).first()
        if job is None:
            mine.delete()
            job = Job.objects.create(
                owner=user, kind=kind, key=secrets.token_hex(32), at=0, task="", inputs=""
            )
    ring()
    return job


def _let_go(making: Making) -> None:
    old = making.jobs.exclude(state__in=OPEN).order_by("-id")[KEPT:]
    Job.objects.filter(pk__in=[each.pk for each in old]).delete()
