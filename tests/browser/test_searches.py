"""The worker as a process: killed in the middle of a search, it is started again and goes on."""

import os
import signal
import time
from pathlib import Path
from urllib.parse import urlparse

import pytest


def workers_of(address: str) -> dict[int, int]:
    """The processes of the served workroom's workers and what they forked, with their parents."""
    mark = f"DOVE_TACK_SERVED={urlparse(address).port}".encode()
    parents: dict[int, int] = {}
    for entry in Path("/proc").glob("[0-9]*"):
        try:
            if b"workroom.jobs" in (entry / "cmdline").read_bytes().split(b"\0") and (
                mark in (entry / "environ").read_bytes().split(b"\0")
            ):
                stat = (entry / "stat").read_text().rpartition(")")[2].split()
                parents[int(entry.name)] = int(stat[1])
        except OSError:
            continue
    return parents


def settled(address: str) -> int | None:
    """The worker, once its pair is the only one and has nothing open: after one was killed, what it left
    behind goes on beside the next until that one is at work."""
    found = workers_of(address)
    first = next((pid for pid, parent in found.items() if parent not in found), None)
    return first if sorted(found.values()).count(first) == 1 == len(found) - 1 else None


def until(done, seconds: float = 40.0):
    end = time.monotonic() + seconds
    while time.monotonic() < end:
        got = done()
        if got:
            return got
        time.sleep(0.05)
    raise AssertionError("waited in vain")


def kill_group(pid: int, how: int) -> None:
    """End a worker and whatever stands in for it when it is killed alone."""
    os.killpg(os.getpgid(pid), how)


@pytest.mark.parametrize(("kill", "taken_up"), [(os.kill, 0), (kill_group, 1)])
def test_when_a_worker_is_killed_the_search_goes_on(workshop, address, kill, taken_up):
    """Alone, or with the process that it forked for the work."""
    workshop.carry_through()
    path = f"/makings/{workshop.making}/lay/searches"
    before = until(lambda: settled(address))
    search = workshop.call("POST", path, {"role": "main", "seconds": 3})

    def look():
        return workshop.call("GET", f"{path}/{search['id']}")

    until(lambda: look()["state"] == "running")
    kill(before, signal.SIGKILL)
    done = until(lambda: look() if look()["state"] == "done" else None)
    assert done["best"]["sought"]["placements"]
    assert done["taken_up"] == taken_up
    assert before not in workers_of(address)


def test_stopping_answers_at_once(workshop):
    workshop.carry_through()
    path = f"/makings/{workshop.making}/lay/searches"
    search = workshop.call("POST", path, {"role": "main", "seconds": 60})

    def look():
        return workshop.call("GET", f"{path}/{search['id']}")

    until(lambda: look()["best"])
    workshop.call("POST", f"{path}/{search['id']}/stop", {})
    stopped = until(lambda: look() if look()["state"] == "stopped" else None, 5)
    assert stopped["best"]["sought"]["placements"]
