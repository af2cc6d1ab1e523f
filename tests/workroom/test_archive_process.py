"""What works in the database waits politely, and is told of in words of its own."""

import json
import mmap
import os
import time
from types import SimpleNamespace

import pytest
from django.contrib.auth.models import User

from workroom.jobs import archive_process, messages
from workroom.jobs.child import ARCHIVES, Child
from workroom.jobs.execution import LONGEST, Order
from workroom.jobs.messages import HOLD, SHARED
from workroom.jobs.scheduling import STARVING
from workroom.jobs.worker import TAKEN_UP, Worker, new_name
from workroom.records.models import Job

KINDS = ("lay", *LONGEST)


def order(kind: str, taken_up: int = 0) -> Order:
    return Order(pk=1, owner=1, kind=kind, task="", pattern="", inputs="", key="", found="", spent=0,
                 taken_up=taken_up)  # fmt: skip


def test_every_kind_of_job_has_its_words():
    assert set(messages.LEFT) == set(messages.LESS) == set(KINDS) >= set(ARCHIVES)


@pytest.mark.parametrize(
    ("kind", "left"),
    [("lay", "What was found so far is kept."), ("import", "Nothing was changed."),
     ("export", "Nothing was written; ask for it once more."),
     ("paper", "Nothing was drawn; ask for it once more.")],
)  # fmt: skip
def test_what_is_left_is_said_by_what_it_was(db, kind, left):
    assert messages.sentence_of(ValueError(), kind) == f"This failed. {left}"
    fewer = "memory than one job may have. "
    assert messages.sentence_of(MemoryError(), kind).partition(fewer)[2] == messages.LESS[kind]
    owner = User.objects.create_user("Orla")
    Job.objects.create(owner=owner, kind=kind, at=0, state="running", taken_up=TAKEN_UP)
    Worker().take_up_again()
    job = Job.objects.get()
    assert (job.state, job.sentence.partition("given up. ")[2]) == ("failed", left)


@pytest.mark.parametrize("kind", [kind for kind in KINDS if kind != "lay"])
def test_what_took_too_long_is_told_from_what_ended_again_and_again(db, kind):
    row = SimpleNamespace(order=order(kind, taken_up=TAKEN_UP), used=0.0, why="", end=None)
    said = [Worker()._outcome(row, overtime=late)["sentence"] for late in (True, False)]
    assert [each.partition("given up. ")[2] for each in said] == [messages.LESS[kind], messages.LEFT[kind]]


def test_an_archive_alone_waits_for_nobody(db, monkeypatch):
    monkeypatch.setattr("workroom.jobs.child.os.execv", lambda *_: time.sleep(60))
    Job.objects.create(owner=User.objects.create_user("Orla"), kind="export", at=0)
    worker = Worker()
    try:
        worker.step()
        assert [bool(each._shared[HOLD]) for each in worker.children.values()] == [False]
    finally:
        worker.leave()


def test_a_jobs_time_is_what_it_got_of_a_processor_and_no_less_than_half_of_its_turns(monkeypatch):
    monkeypatch.setattr("workroom.jobs.child.os.execv", lambda *_: time.sleep(60))
    one, got = Child(order("import")), [0.9, 1.3, 1.3]
    monkeypatch.setattr(one, "_processor", lambda: got.pop(0))
    used = []
    try:
        for _ in range(3):
            one.count(one.begun, 1.0)
            used.append(round(one.used, 2))
        one.work(False, one.begun)
        one.count(one.begun, 1.0)
    finally:
        one.kill()
    assert used == [0.9, 1.4, 1.9]
    assert one.used == pytest.approx(1.9)  # held up it costs nothing


def test_what_a_process_got_is_its_own_and_the_systems_time_for_it():
    one = Child.__new__(Child)
    one.pid, one._worked = os.getpid(), 0.0
    user, system, *_ = os.times()
    assert system > 0.05
    assert one._processor() == pytest.approx(user + system, abs=0.04)


def test_whoever_follows_a_worker_that_died_has_its_name(monkeypatch):
    monkeypatch.setenv("DOVE_TACK_WORKER", "one")
    assert new_name() == new_name()
    monkeypatch.delenv("DOVE_TACK_WORKER")
    assert new_name() != new_name()


def test_an_archive_is_asked_to_wait_but_not_for_ever(monkeypatch):
    monkeypatch.setattr("workroom.jobs.child.os.execv", lambda *_: time.sleep(60))
    one = Child(order("import"))
    try:
        asked = []
        for on, after in [
            (True, 0.5), (True, STARVING - 0.1), (True, STARVING + 0.1), (False, 5), (True, 6),
            (True, 5 + STARVING + 0.1),
        ]:  # fmt: skip
            one.ask_to_wait(on, one.begun + after)
            asked.append(bool(one._shared[HOLD]))
    finally:
        one.kill()
    assert asked == [True, True, False, False, True, False]


def test_an_archive_waits_before_it_begins_and_between_its_parts(db, monkeypatch):
    file = os.memfd_create("shared")
    os.ftruncate(file, SHARED)
    shared, (read, write) = mmap.mmap(file, SHARED), os.pipe()
    shared[HOLD], waited = 1, []

    def let_go(_: float) -> None:
        waited.append(shared[HOLD])
        shared[HOLD] = 0

    def work(job, told) -> str:
        waited.append("at work")
        shared[HOLD] = 1
        told(0.5)
        return "{}"

    monkeypatch.setattr("workroom.jobs.archive_process.time.sleep", let_go)
    monkeypatch.setattr("workroom.jobs.archive_process.archive_work", work)
    job = Job.objects.create(owner=User.objects.create_user("Orla"), kind="export", at=0)
    archive_process.main(job.pk, write, file)
    assert waited == [1, "at work", 1]
    said, texts = os.read(read, 1000), []
    while said:
        size = int.from_bytes(said[:8], "big")
        texts.append(json.loads(said[8 : 8 + size]))
        said = said[8 + size :]
    assert texts == [{"share": 0.5}, {"found": "{}"}, {"end": "done"}]
    for each in (read, write, file):
        os.close(each)
