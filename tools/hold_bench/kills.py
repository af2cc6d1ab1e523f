"""Kills over edits, uploads, backups and searches: ``python -m tools.hold_bench.kills [COUNT] [--server]``.

One process after another of a served workroom is ended with SIGKILL at a moment that chance chooses, while
people work. Afterwards every change that was acknowledged must be there, and no job stuck; each time
it must be back by itself within five seconds. ``--server``: on PostgreSQL.
"""

import argparse
import json
import os
import random
import signal
import subprocess
import sys
import tempfile
import threading
import time
from contextlib import nullcontext
from pathlib import Path
from statistics import median

from tools.hold_bench.making import laid_file
from tools.hold_bench.processes import children, named
from tools.hold_bench.visitor import Failed, Visitor
from tools.postgres import postgres
from tools.served import ROOT, Launched, launched
from tools.verdict import MISSED, met

BACK = 5.0  # s
WEB, WORKER = "gunicorn", "workroom.jobs"
LEFT = """
import json
from workroom.records.models import Entry, Job, StoredPicture
print(json.dumps({
    "entries": list(Entry.objects.values_list("making", "number", "inputs")),
    "pictures": list(StoredPicture.objects.filter(width__gt=0).values_list("pk", flat=True)),
    "stuck": list(Job.objects.filter(state__in=("waiting", "running")).values_list("pk", "state")),
}))
"""


class Working(threading.Thread):
    """Somebody who edits, searches and sends pictures, whatever happens meanwhile. ``edits``: making,
    journal number and gap of what was acknowledged."""

    def __init__(self, one: Visitor, picture: bytes, over: threading.Event) -> None:
        super().__init__()
        self.one, self.picture, self.over = one, picture, over
        self.edits: list[tuple[int, int, float]] = []
        self.pictures: list[int] = []
        self.odd: list[str] = []
        self.chance = random.Random(one.name)

    def run(self) -> None:
        """Work until it is over."""
        while not self.over.is_set():
            try:
                self._act()
            except (OSError, Failed, ValueError) as error:
                # Nobody answered, or not to the end; what that was about is not counted.
                if isinstance(error, Failed) and " 50" not in f" {error}":
                    self.odd.append(str(error))
                time.sleep(0.05)
                self._look()

    def _look(self) -> None:
        try:
            self.one.at = self.one.call("read", "GET", f"/makings/{self.one.making}")["at"]
        except (OSError, Failed, ValueError):
            return

    def _act(self) -> None:
        what = self.chance.random()
        path = f"/makings/{self.one.making}/lay"
        if what < 0.75:
            gap = round(self.chance.uniform(0, 40), 3)
            body = {"against": self.one.at, "gap": gap}
            head = self.one.call("edit", "PUT", f"{path}/gap", body)
            if "refused" in head:
                self._look()
            else:
                self.one.at = head["at"]
                self.edits.append((self.one.making, head["at"], gap))
        elif what < 0.85:
            status, data = self.one.raw(
                "POST", f"/api/pictures/makings/{self.one.making}", self.picture
            )
            taken = json.loads(data) if status == 200 else {}
            if "id" in taken:
                self.pictures.append(taken["id"])
        else:
            self.one.call("search", "POST", f"{path}/searches", {"role": "main", "seconds": 1})


def victim(made: Launched, chance: random.Random) -> int:
    """A process of the workroom: the web server, the one of its that answers, the worker, or one that a
    job has. 0 while there is none."""
    kind = chance.choice((WEB, "answering", WORKER, "job"))
    if kind in (WEB, WORKER):
        return named(made.launcher.pid, kind)
    parent = named(made.launcher.pid, WEB if kind == "answering" else WORKER)
    below = [pid for pid in children(parent) if pid != parent] if parent else []
    return chance.choice(below) if below else parent


def kill(count: int, made: Launched) -> None:
    """Play it and print what came of it."""
    over, chance = threading.Event(), random.Random(7)
    back: list[float] = []
    whole: list[float] = []
    again: list[float] = []
    picture = noise()
    people = []
    for number in range(4):
        one = Visitor(made.address, f"Pupil {number}")
        one.join(laid_file())
        people.append(Working(one, picture, over))
    for each in people:
        each.start()
    backups = threading.Thread(target=_back_up, args=(made, over))
    backups.start()
    while len(back) < count:
        time.sleep(chance.uniform(0.2, 1.6))
        pid = victim(made, chance)
        if not pid:
            continue
        os.kill(pid, signal.SIGKILL)
        begun = time.time()
        back.append(made.up())
        # One is killed while all are there, then two soon after each other, so that the second hits what
        # is just starting.
        after = {1: whole, 0: again}.get(len(back) % 3)
        if after is not None:
            after.append(_whole(made, begun))
    time.sleep(3)
    over.set()
    for each in (*people, backups):
        each.join()
    end = time.monotonic() + 120
    left = _left(made)
    while (
        left["stuck"] and time.monotonic() < end
    ):  # searches that wait are done one after the other
        time.sleep(1)
        left = _left(made)
    there = {
        (making, number): json.loads(text)["lay"]["gap"] for making, number, text in left["entries"]
    }
    edits = [edit for each in people for edit in each.edits]
    lost = [edit for edit in edits if there.get(edit[:2]) != edit[2]]
    taken = [pk for each in people for pk in each.pictures]
    files = [pk for pk in taken if not (made.data / "pictures" / str(pk) / "whole.jpg").exists()]
    gone = [pk for pk in taken if pk not in left["pictures"]]
    print(f"kills {len(back)}, acknowledged edits {len(edits)}, pictures {len(taken)}")
    for name, wrong in (
        ("edits lost", lost), ("pictures lost", [*files, *gone]), ("jobs stuck", left["stuck"]),
        ("odd answers", [odd for each in people for odd in each.odd]),
    ):  # fmt: skip
        print(f"{name:<24} {len(wrong):5d}   = 0  {met(name, not wrong)}  {wrong[:2] or ''}")
    for name, values in (("answers after", back), ("whole after one kill", whole)):
        figures = f"{median(values):.2f} s, the slowest {max(values):.2f} s"
        print(f"{name:<24} {figures} < {BACK:g}  {met(name, max(values) < BACK)}")
    print(f"{'whole after two':<24} {median(again):.2f} s, the slowest {max(again):.2f} s")


def _whole(made: Launched, since: float, within: float = 40.0) -> float:
    """Wait until there are a web process and a worker that has shown itself since; how long after (s)."""
    launcher, shown = made.launcher.pid, made.data / "worker.beat"
    while time.time() - since < within:
        if all(named(launcher, each) for each in (WEB, WORKER)) and shown.stat().st_mtime > since:
            return time.time() - since
        time.sleep(0.05)
    raise TimeoutError(made.address)


def _left(made: Launched) -> dict[str, list]:
    done = subprocess.run(
        [sys.executable, "manage.py", "shell", "-v0", "-c", LEFT], cwd=ROOT, env=made.env,
        capture_output=True, text=True, check=True,
    )  # fmt: skip
    return json.loads(done.stdout)


def _back_up(made: Launched, over: threading.Event) -> None:
    """Backups, half of them killed as well."""
    chance = random.Random(3)
    with tempfile.TemporaryDirectory() as folder:
        while not over.wait(2.0):
            archive = Path(folder) / "backup"
            command = [sys.executable, "-m", "workroom.keeping", "backup", str(archive)]
            going = subprocess.Popen(command, cwd=ROOT, env=made.env, stdout=subprocess.DEVNULL)
            try:
                going.wait(chance.uniform(0.05, 1.0))
            except subprocess.TimeoutExpired:
                going.kill()
                going.wait()


def noise() -> bytes:
    """A picture of nothing."""
    from io import BytesIO

    from PIL import Image

    out = BytesIO()
    Image.effect_noise((400, 300), 60).convert("RGB").save(out, "JPEG")
    return out.getvalue()


def main() -> int:
    """Run it. Returns 1 when something was lost."""
    parser = argparse.ArgumentParser(prog="kills", description=__doc__)
    parser.add_argument("count", nargs="?", type=int, default=200)
    parser.add_argument("--server", action="store_true")
    asked = parser.parse_args()
    with postgres() if asked.server else nullcontext("") as address, \
            launched(demo=False, DOVE_TACK_DATABASE=address) as made:  # fmt: skip
        time.sleep(4)
        kill(asked.count, made)
    return 1 if MISSED else 0


if __name__ == "__main__":
    sys.exit(main())
