"""What works in the database waits politely, and is told of in words of its own."""

import json
import mmap
import os
import time

import pytest
from django.contrib.auth.models import User

from workroom.jobs import clerk, telling
from workroom.jobs.child import CLERKS, Child
from workroom.jobs.labour import LONGEST, Order
from workroom.jobs.telling import HOLD, SHARED
from workroom.jobs.turns import STARVING
from workroom.jobs.worker import TAKEN_UP, Worker
from workroom.records.models import Job

KINDS = ("lay", *LONGEST)


def test_every_kind_of_job_has_its_words():
    assert set(telling.LEFT) == set(telling.LESS) == set(KINDS) >= set(CLERKS)


@pytest.mark.parametrize(
    ("kind", "left"),
    [("lay", "What was found so far is kept."), ("import", "Nothing was changed."),
     ("export", "Nothing was written; ask for it once more."),
     ("paper", "Nothing was drawn; ask for it once more.")],
)  # fmt: skip
def test_what_is_left_is_said_by_what_it_was(db, kind, left):
    assert telling.sentence_of(ValueError(), kind) == f"This failed. {left}"
    fewer = "memory than one job may have. "
    assert telling.sentence_of(MemoryError(), kind).partition(fewer)[2] == telling.LESS[kind]
    owner = User.objects.create_user("Orla")
    Job.objects.create(owner=owner, kind=kind, at=0, state="running", taken_up=TAKEN_UP)
    Worker().take_up_again()
    job = Job.objects.get()
    assert (job.state, job.sentence.partition("given up. ")[2]) == ("failed", left)


def test_a_clerk_is_asked_to_wait_but_not_for_ever(monkeypatch):
    monkeypatch.setattr("workroom.jobs.child.os.execv", lambda *_: time.sleep(60))
    one = Child(Order(pk=1, owner=1, kind="import", task="", pattern="", inputs="", key="", found="",
                      spent=0, taken_up=0))  # fmt: skip
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


def test_a_clerk_waits_before_it_begins_and_between_its_parts(db, monkeypatch):
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

    monkeypatch.setattr("workroom.jobs.clerk.time.sleep", let_go)
    monkeypatch.setattr("workroom.jobs.clerk.clerks_work", work)
    job = Job.objects.create(owner=User.objects.create_user("Orla"), kind="export", at=0)
    clerk.main(job.pk, write, file)
    assert waited == [1, "at work", 1]
    said, texts = os.read(read, 1000), []
    while said:
        size = int.from_bytes(said[:8], "big")
        texts.append(json.loads(said[8 : 8 + size]))
        said = said[8 + size :]
    assert texts == [{"share": 0.5}, {"found": "{}"}, {"end": "done"}]
    for each in (read, write, file):
        os.close(each)
