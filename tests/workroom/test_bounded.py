"""Work that is given up after so much processor time, and only then."""

import subprocess
import sys
import threading
import time
from contextlib import suppress
from pathlib import Path

import pytest

from craft.errors import CraftError
from workroom.reading import bounded as room
from workroom.reading.bounded import bounded

ROOT = Path(__file__).parents[2]


@pytest.fixture(autouse=True)
def short(monkeypatch):
    monkeypatch.setattr(room, "SECONDS", {"edit": 0.2, "file": 0.4, "stored": 0.6})
    monkeypatch.setattr(room, "LOOK", 0.01)


def busy(seconds: float = 60.0) -> float:
    end = time.thread_time() + seconds
    while time.thread_time() < end:
        sum(range(100))
    return seconds


def test_what_takes_too_long_is_given_up_by_its_own_time():
    for why in ("edit", "file", "stored"):
        begun = time.thread_time()
        with pytest.raises(CraftError, match="longer to work out"):
            bounded(busy, why)
        assert room.SECONDS[why] <= time.thread_time() - begun < 5
    # Waiting is not working, and the work of others is not one's own.
    others = [threading.Thread(target=busy, args=(0.5,)) for _ in range(3)]
    for each in others:
        each.start()
    bounded(lambda: time.sleep(0.7), "edit")
    for each in others:
        each.join()


def test_nothing_comes_through_later_and_errors_cannot_take_it_for_one():
    def stubborn():
        for _ in range(3):
            with suppress(Exception):
                busy()

    with pytest.raises(CraftError):
        bounded(stubborn, "edit")
    for _ in range(15):  # near the bound: either its result or given up, and then nothing
        with suppress(CraftError):
            assert bounded(lambda: busy(0.2), "edit") == 0.2
        busy(0.02)
    assert not room._running


def test_only_who_was_interrupted_is_told_that_it_is_over(monkeypatch):
    told: list[int] = []
    interrupt = room._interrupt

    def telling(thread: int, what: type[BaseException]) -> None:
        told.append(thread)
        interrupt(thread, what)

    monkeypatch.setattr(room, "_interrupt", telling)
    assert bounded(lambda: busy(0.05), "edit") == 0.05
    assert told == []
    with pytest.raises(CraftError):
        bounded(busy, "edit")
    assert len(told) > 1
    assert set(told) == {threading.get_ident()}


def test_the_outer_bound_holds_and_the_next_work_has_its_own_time():
    assert bounded(lambda: bounded(lambda: busy(0.4), "edit"), "stored") == 0.4
    assert bounded(lambda: busy(0.05), "edit") == 0.05
    with pytest.raises(ZeroDivisionError):
        bounded(lambda: 1 / 0, "edit")
    assert bounded(lambda: busy(0.1), "edit") == 0.1


WATCHED = """
import sys, time
from workroom.reading import bounded as room
room.SECONDS = {"stored": 0.2}
def busy():
    while True:
        sum(range(100))
try:
    room.bounded(busy)
except room.CraftError:
    pass
sys.settrace(lambda *_: None)
print(sum(map(lambda each: each, range(10))))
"""


def test_after_it_lines_can_be_watched_without_end():
    done = subprocess.run(
        [sys.executable, "-c", WATCHED], capture_output=True, text=True, timeout=60, check=True, cwd=ROOT
    )
    assert done.stdout == "45\n"
