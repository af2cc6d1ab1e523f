"""The worker: takes jobs from the table one after another and does them.

One at a time, since a search uses both cores; a long one makes room now and then for what another person
waits for. A file lock keeps a second worker away. What was
running when a worker went away is taken up again by the next one, its best lay kept.
"""

import fcntl
import logging
import os
import sys
import threading
import time
from collections.abc import Callable
from typing import IO

from django.conf import settings
from django.db import connection

from craft.errors import CraftError
from craft.nest.warm import warm
from craft.seek.perform import perform
from craft.seek.task import Found, LayTask, merged
from workroom.records import derived
from workroom.records.models import Job

LOOK = 0.1  # how often the table is looked at (s)
WRITE = 0.2  # how often what was found is written at most (s)
TURN = 8.0  # how long a search may keep another person waiting (s)
TAKEN_UP = 3  # how often a job is taken up again before it is given up

log = logging.getLogger(__name__)


def run_for_ever() -> None:
    """Do jobs until the parent goes away; while another worker is at work, wait for its place."""
    gone = threading.Event()
    threading.Thread(target=_watch_parent, args=(gone,), daemon=True).start()
    with (settings.DATA / "worker.lock").open("w") as lock:
        while not gone.is_set() and not _locked(lock):
            gone.wait(1.0)
        if gone.is_set():
            return
        take_up_again()
        warm()
        while not gone.is_set():
            if not work_once(gone.is_set):
                gone.wait(LOOK)


def _locked(lock: IO[str]) -> bool:
    try:
        fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except OSError:
        return False
    return True


def take_up_again() -> None:
    """Put back what a worker left behind; what was left too often is given up with a sentence."""
    left = Job.objects.filter(state="running")
    left.filter(taken_up__gte=TAKEN_UP).update(
        state="failed",
        sentence="The search was interrupted again and again and has been given up. "
        "The best lay found is kept.",
    )
    for job in left.filter(state="running"):
        Job.objects.filter(pk=job.pk).update(state="waiting", taken_up=job.taken_up + 1)


def work_once(gone: Callable[[], bool] = lambda: False) -> bool:
    """Do the next waiting job, if there is one."""
    waiting = Job.objects.filter(state="waiting").select_related("making__edition")
    job = waiting.order_by("spent", "id").first()
    if job is None:
        return False
    if not Job.objects.filter(pk=job.pk, state="waiting").update(state="running"):
        return True  # stopped in between
    _do(job, gone)
    return True


def _do(job: Job, gone: Callable[[], bool]) -> None:
    task = LayTask.model_validate_json(job.task)
    before = Found.model_validate_json(job.found) if job.found else Found()
    # What was searched for already counts, and is not searched for again from the same seed.
    left = max(0.2, task.seconds - job.spent)
    watch = _Watch(job, gone, task.seconds)
    task = task.model_copy(update={"seconds": left, "seed": task.seed + round(job.spent)})
    best = before
    try:
        making = derived.made(job.making.edition.document, job.inputs)
        inputs = derived.parsed_inputs(job.inputs)
        written = 0.0
        for after in perform(task, making.for_cloth, inputs.cloth, inputs.lay, watch.keep_going):
            best = merged(before, after)
            if time.monotonic() - written > WRITE:
                _write(job, best, share=watch.share())
                written = time.monotonic()
    except CraftError as error:
        _write(job, best, state="failed", sentence=error.sentence[:400])
    except Exception:
        log.exception("job %s failed", job.pk)
        _write(
            job, best, state="failed", sentence="The search failed. The best lay so far is kept."
        )
    else:
        if gone():
            _write(job, best, state="running")  # the next worker takes it up
        elif watch.made_room:
            _write(job, best, state="waiting", spent=job.spent + watch.spent())
        else:
            state = "stopped" if watch.stopped else "done"
            _write(job, best, state=state, share=1.0)


def _write(job: Job, found: Found, **more: object) -> None:
    Job.objects.filter(pk=job.pk).update(found=found.model_dump_json(), **more)


class _Watch:
    """Whether to go on: asks the table for a stop, now and then, and whether another person waits."""

    def __init__(self, job: Job, gone: Callable[[], bool], seconds: float) -> None:
        self.pk, self.owner, self.before = job.pk, job.owner_id, job.spent
        self.gone, self.seconds = gone, seconds
        self.begun = self.asked = time.monotonic()
        self.stopped = self.made_room = False

    def spent(self) -> float:
        """How long it was searched for this time (s)."""
        return time.monotonic() - self.begun

    def share(self) -> float:
        """How much of the time is over (0 to 1)."""
        return min(0.99, (self.before + self.spent()) / self.seconds)

    def keep_going(self) -> bool:
        """False once somebody asked to stop, or the parent went away."""
        now = time.monotonic()
        if now - self.asked >= LOOK and not self.stopped:
            self.asked = now
            row = Job.objects.filter(pk=self.pk).values_list("stop", flat=True).first()
            self.stopped = row is None or row
            if not self.stopped and self.spent() > TURN:
                others = Job.objects.filter(state="waiting").exclude(owner_id=self.owner)
                self.made_room = others.filter(spent__lte=self.before + self.spent()).exists()
            if not self.stopped:
                Job.objects.filter(pk=self.pk).update(share=self.share())
        return not self.stopped and not self.made_room and not self.gone()


def _watch_parent(gone: threading.Event) -> None:
    """The parent holds the other end of standard input; when it ends, so do we."""
    while os.read(sys.stdin.fileno(), 1):
        pass
    gone.set()
    time.sleep(5)
    connection.close()
    os._exit(0)
