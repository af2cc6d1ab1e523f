"""The worker as a process: killed in the middle of a search, it is started again and goes on."""

import os
import signal
import time
from pathlib import Path
from urllib.parse import urlparse

from tools.hold_bench.processes import named


def worker_of(address: str) -> int:
    """The worker of the served workroom; 0 while there is none."""
    mark = f"DOVE_TACK_SERVED={urlparse(address).port}".encode()
    for entry in Path("/proc").glob("[0-9]*"):
        try:
            launcher = b"workroom.serving" in (entry / "cmdline").read_bytes().split(b"\0")
            if launcher and mark in (entry / "environ").read_bytes().split(b"\0"):
                return named(int(entry.name), "workroom.jobs")
        except OSError:
            continue
    return 0


def until(done, seconds: float = 40.0):
    end = time.monotonic() + seconds
    while time.monotonic() < end:
        got = done()
        if got:
            return got
        time.sleep(0.05)
    raise AssertionError("waited in vain")


def test_when_a_worker_is_killed_the_search_goes_on(workshop, address):
    workshop.carry_through()
    path = f"/makings/{workshop.making}/lay/searches"
    before = until(lambda: worker_of(address))
    search = workshop.call("POST", path, {"role": "main", "seconds": 12})

    def look():
        return workshop.call("GET", f"{path}/{search['id']}")

    until(lambda: look()["state"] == "running")
    os.kill(before, signal.SIGKILL)
    done = until(lambda: look() if look()["state"] == "done" else None)
    assert done["best"]["sought"]["placements"]
    assert worker_of(address) not in (0, before)


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
