"""The worker: takes jobs from the table and lets their processes take turns.

It waits for a ring and costs nothing meanwhile. On one machine a file lock keeps a second worker away;
with a database for several machines each worker holds its own jobs and shows now and then that it is there.
What was held by a worker that went away is taken up again by another, its best lay kept.
"""

import fcntl
import logging
import os
import resource
import select
import signal
import socket
import time
import uuid
from contextlib import suppress
from datetime import timedelta
from typing import IO, Any

from django.conf import settings
from django.db import DatabaseError, close_old_connections, connection, transaction
from django.db.models import F, Q, QuerySet
from django.db.models.functions import Now

from craft.nest.warm import warm
from workroom.jobs.child import ARCHIVES, Child
from workroom.jobs.execution import Order
from workroom.jobs.housekeeping import Housekeeping
from workroom.jobs.messages import LEFT, given_up, too_large, too_long
from workroom.jobs.scheduling import OpenJob, chosen, shows_nothing_yet, to_make_room
from workroom.jobs.wake_up import WakeUp
from workroom.records.models import Job

EVERY = 2.0  # how often it shows that it is there (s)
TICK = 0.05  # how often turns are looked at while somebody works (s)
ASK = 0.2  # how often the table is asked for stops then, and what was found is written at most (s)
LOOK = 5.0  # how often it is looked at while nothing rings (s); where others may not be heard: FAR
FAR = 1.0
GONE = 15.0  # a worker that did not for so long is gone (s)
MOST = 12  # jobs that have a process at once
MEMORY = 1_200_000_000  # bytes one may hold
TAKEN_UP = 3  # how often a job is taken up again before it is given up
OVERTIME = 10.0  # a job that does not end by itself so long after its time is ended (s)


log = logging.getLogger(__name__)


def new_name() -> str:
    """A name that no other worker has, on this machine or another. Whoever the launcher starts after one
    that died has the same, so that it knows at once what was left behind."""
    return f"{socket.gethostname()}:{os.environ.get('DOVE_TACK_WORKER') or uuid.uuid4().hex[:8]}"[
        :80
    ]


class Worker:
    """One worker with its open jobs."""

    def __init__(self, name: str = "") -> None:
        self.name = name or new_name()
        self.children: dict[int, Child] = {}
        self.over = False
        self.housekeeping = Housekeeping()
        self.cores = len(os.sched_getaffinity(0))
        self.several = connection.vendor != "sqlite"
        self._counted = time.monotonic()
        self._asked = self._shown = self._looked = self._cleared = 0.0
        self._written: dict[int, tuple[float, str, float]] = {}

    def step(self, *, rung: bool = True) -> None:
        """Look at everything once."""
        now = time.monotonic()
        passed, self._counted = now - self._counted, now
        for child in self.children.values():
            child.count(now, passed)
            child.hear()
        self._turns(now)  # before anything is written: nobody's turn waits for the disk
        if now - self._shown >= EVERY:
            self._shown = now
            self._show()
            self.housekeeping.look(now)
        if self.children and (rung or now - self._asked >= ASK):
            self._asked = now
            self._look_for_stops(now)
        self._write(now)
        self._end_those_over(now)
        if rung or now - self._looked >= (FAR if self.several else LOOK):
            self._looked = now
            self._take(now)
        self._turns(now)

    def rest(self) -> float:
        """How long nothing needs to be looked at (s)."""
        if not self._shown:
            return 0.0
        return TICK if self.children else min(EVERY, FAR if self.several else LOOK)

    def leave(self) -> None:
        """End every process; whoever comes next takes their jobs up again."""
        self.housekeeping.end()
        for child in self.children.values():
            child.kill()
        Job.objects.filter(held_by=self.name, state="running").update(state="waiting")
        self.children.clear()

    def _show(self) -> None:
        show_life()
        if self.children:
            Job.objects.filter(held_by=self.name, state="running").update(beat=Now())

    def _take(self, now: float) -> None:
        """Take up what was left behind, then what waits, as long as there is room."""
        if now - self._cleared >= GONE or not self._cleared:
            self._cleared = now
            self.take_up_again()
        # Asked to stop while the process that had it died.
        Job.objects.filter(state="waiting", stop=True).update(state="stopped", share=1.0)
        while len(self.children) < MOST:
            order = self._claim()
            if order is None:
                return
            self.children[order.pk] = Child(order)
        leaving = any(each.why == "waiting" for each in self.children.values())
        if not leaving and self._waiting().filter(found="").exists():
            leaves = to_make_room(self._standing())
            if leaves is not None:
                self.children[leaves.pk].ask_to_end("waiting", now)

    def _waiting(self) -> QuerySet[Job]:
        """What may be taken up now: one archive at a time is enough."""
        waiting = Job.objects.filter(state="waiting", stop=False)
        busy = any(each.archives for each in self.children.values())
        return waiting.exclude(kind__in=ARCHIVES) if busy else waiting

    def _standing(self) -> list[OpenJob]:
        return [each.standing() for each in self.children.values() if not each.archives]

    def _claim(self) -> Order | None:
        waiting = self._waiting().select_for_update(skip_locked=True, of=("self",))
        with transaction.atomic():
            job = waiting.order_by("spent", "id").first()
            if job is None:
                return None
            Job.objects.filter(pk=job.pk).update(state="running", held_by=self.name, beat=Now())
        edition = job.edition or (job.making.edition if job.making else None)
        pattern = edition.document if edition else ""
        return Order(
            pk=job.pk, owner=job.owner_id, kind=job.kind, task=job.task, pattern=pattern,
            inputs=job.inputs, key=job.key, found=job.found, spent=job.spent, taken_up=job.taken_up,
        )  # fmt: skip

    def take_up_again(self) -> None:
        """Put back what a worker left behind; what was left too often is given up with a sentence."""
        left = Job.objects.filter(state="running").exclude(pk__in=self.children)
        if self.several:
            silent = (
                Q(held_by=self.name) | Q(beat=None) | Q(beat__lt=Now() - timedelta(seconds=GONE))
            )
            left = left.filter(silent)
        for kind in LEFT:
            lost = left.filter(kind=kind, taken_up__gte=TAKEN_UP)
            lost.update(state="failed", sentence=given_up(kind))
        left.filter(taken_up__lt=TAKEN_UP).update(state="waiting", taken_up=F("taken_up") + 1)

    def _look_for_stops(self, now: float) -> None:
        held = Job.objects.filter(pk__in=self.children, state="running", held_by=self.name)
        known = dict(held.values_list("pk", "stop"))
        for pk, child in self.children.items():
            if pk not in known:  # taken away with its making, or by another worker
                child.ask_to_end("gone", now)
            elif known[pk]:
                child.ask_to_end("stopped", now)
            elif child.memory() > MEMORY:
                child.found = child.found or ""
                child.end = {"end": "failed", "sentence": too_large(child.order.kind)}

    def _write(self, now: float) -> None:
        """Write what is new, each job's at most so often."""
        for pk, child in self.children.items():
            when, found, share = self._written.get(pk, (0.0, child.order.found, 0.0))
            done = self._share(child)
            new = child.found != found
            if (new and now - when >= ASK) or done - share >= 0.05:
                self._save(child, share=done, **({"found": child.found} if new else {}))
                self._written[pk] = (now, child.found, done)

    def _share(self, child: Child) -> float:
        if child.order.kind != "lay":
            return min(0.99, child.share)
        return min(0.99, (child.order.spent + child.used) / child.order.seconds)

    def _save(self, child: Child, **what: object) -> None:
        if "found" in what:
            what["better"] = F("better") + 1
        Job.objects.filter(pk=child.order.pk, held_by=self.name, state="running").update(**what)

    def _end_those_over(self, now: float) -> None:
        for pk, child in list(self.children.items()):
            late = child.ends_by is not None and now > child.ends_by
            overtime = child.order.spent + child.used > child.order.seconds + OVERTIME
            if not (child.end or child.closed or late or overtime):
                continue
            child.hear()
            child.kill()
            del self.children[pk]
            self._looked = 0.0  # there is room for what waits
            self._written.pop(pk, None)
            # What it wrote into its row itself stays.
            new = {} if child.found == child.order.found else {"found": child.found}
            self._save(child, **new, **self._outcome(child, overtime=overtime))

    def _outcome(self, child: Child, *, overtime: bool) -> dict[str, object]:
        """What is written of a job whose process has ended."""
        spent = child.order.spent + child.used
        if child.why == "waiting" and (child.end is None or child.end["end"] != "failed"):
            return {"state": "waiting", "spent": spent}
        if child.why:
            return {"state": "stopped", "share": 1.0}
        if child.end and child.end["end"] == "failed":
            return {"state": "failed", "sentence": str(child.end["sentence"])[:400]}
        if child.end or (overtime and child.order.kind == "lay"):
            text = str(child.end.get("sentence", "")) if child.end else ""
            return {"state": "done", "share": 1.0, "sentence": text[:400]}
        if child.order.taken_up >= TAKEN_UP:
            sentence = too_long if overtime else given_up
            return {"state": "failed", "sentence": sentence(child.order.kind)}
        return {"state": "waiting", "spent": spent, "taken_up": child.order.taken_up + 1}

    def _turns(self, now: float) -> None:
        standing = self._standing()
        at_work = chosen(standing, now, self.cores)
        first = any(shows_nothing_yet(each) for each in standing)
        for pk, child in self.children.items():
            if child.archives:
                child.ask_to_wait(first, now)
            elif child.ends_by is None:
                child.work(pk in at_work, now)


def load() -> None:
    """Load everything that jobs need, once for all of them."""
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
    warm()


def show_life() -> None:
    """Show the launcher, and whoever asks how the workroom is, that a worker is there."""
    with suppress(OSError):  # a full disk is waited for
        (settings.DATA / "worker.beat").touch()


def main() -> None:
    """Do jobs until told to end; while another worker is at work, wait for its place."""
    worker, wake_up = Worker(), WakeUp()
    wake, waker = os.pipe()

    def end(*_: object) -> None:
        worker.over = True
        os.write(waker, b".")

    for each in (signal.SIGTERM, signal.SIGINT):
        signal.signal(each, end)
    lock = None if worker.several else (settings.DATA / "worker.lock").open("w")
    while lock is not None and not _locked(lock):
        if worker.over:
            return
        show_life()
        select.select([wake], [], [], 1.0)
    while not worker.over:
        files: list[Any] = [wake, wake_up, *(child.pipe for child in worker.children.values())]
        ready, _, _ = select.select(files, [], [], worker.rest())
        if wake_up in ready:
            wake_up.heard()
        try:
            close_old_connections()
            worker.step(rung=wake_up in ready)
        except (DatabaseError, OSError) as error:
            # A full disk, a database server that is started anew: what is open goes on when it is over.
            log.warning("the worker waits: %s", error)
            show_life()
            time.sleep(1.0)
    worker.leave()


def _locked(lock: IO[str]) -> bool:
    try:
        fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except OSError:
        return False
    return True
