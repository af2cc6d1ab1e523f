"""A class at work: ``./bench class``, or ``python -m tools.hold_bench.school ADDRESS`` against a
workroom that is served already (no figures of memory then).

Thirty people read stages, edit and print, with pauses; ten of them search at the same time, and three more
move in: archive after archive, with pictures in between. Then the thirty again without any pause.
"""

import random
import sys
import threading
import time
from collections.abc import Callable
from functools import partial
from statistics import median
from urllib.parse import urlsplit

from tools.hold_bench.making import laid_file
from tools.hold_bench.moving import Mover, archive_of, full_account, lost
from tools.hold_bench.processes import children, memory, named
from tools.hold_bench.visitor import Failed, Visitor, share
from tools.reference import Speed
from tools.served import launched
from tools.verdict import met

PEOPLE, SEARCHING, MOVING, PAUSE, LASTS, RUSH = 30, 10, 3, 5.0, 60.0, 25.0
SECONDS = 5.0
STAGES = ("pick", "trace", "fit", "cloth", "lay", "cut", "mark", "keep", "sheets", "")


def act(one: Visitor, chance: random.Random) -> None:
    """Do one thing, as people do it: mostly look, now and then change something, seldom print."""
    what = chance.random()
    try:
        if what < 0.70:
            one.read(chance.choice(STAGES))
        elif what < 0.80:
            one.rename(f"Waistcoat {chance.randrange(1000)}")
        elif what < 0.88:
            one.edit("lay/gap", gap=float(chance.randrange(0, 12)))
        elif what < 0.96:
            keys = [f"trace/{n}" for n in range(1, 9)]
            one.edit("ticks/given", ticks={chance.choice(keys): chance.random() < 0.7})
        else:
            one.paper(chance.choice(("sheets.pdf?page=A4", "papers.pdf?parts=labels")))
    except Failed:
        pass  # noted already


def search(one: Visitor, told: dict[str, list[float]]) -> None:
    """One search of five seconds, looked at as the browser does."""
    path = f"/makings/{one.making}/lay/searches"
    begun, first = time.monotonic(), None
    seen = one.call("search", "POST", path, {"role": "main", "seconds": SECONDS})
    if "refused" in seen:
        one.failures.append(str(seen))
        return
    while seen["state"] in ("waiting", "running"):
        time.sleep(0.25 * (min(4, 1 + seen["ahead"] / 3) if seen["best"] else 1))
        now = one.call("look", "GET", f"{path}/{seen['id']}/standing")
        if now["better"] == seen["better"] and now["state"] in ("waiting", "running"):
            continue
        seen = one.call("look", "GET", f"{path}/{seen['id']}")
        if first is None and any(each["takes"] for each in seen["found"]["tried"]):
            first = time.monotonic() - begun
    told["first"].append(first if first is not None else float("inf"))
    told["whole"].append(time.monotonic() - begun)
    if seen["state"] != "done":
        one.failures.append(f"search {seen['state']}: {seen['sentence']}")


def together(tasks: list[Callable[[], None]]) -> None:
    """Run them all at once, to the end."""
    threads = [threading.Thread(target=each) for each in tasks]
    for each in threads:
        each.start()
    for each in threads:
        each.join()


def played(
    people: list[Visitor], seconds: float, pause: float, searching: int, look: Callable[[], None]
) -> dict[str, list[float]]:
    """Let them work so long; what the searches took."""
    told: dict[str, list[float]] = {"first": [], "whole": []}
    end = time.monotonic() + seconds
    gate = threading.Barrier(max(1, searching))

    def person(number: int, one: Visitor) -> Callable[[], None]:
        chance = random.Random(number)

        def life() -> None:
            time.sleep(chance.uniform(0, pause))
            while time.monotonic() < end:
                act(one, chance)
                if pause:
                    time.sleep(chance.uniform(0.6, 1.4) * pause)

        return life

    def seeker(one: Visitor) -> Callable[[], None]:
        def life() -> None:
            time.sleep(pause)
            gate.wait()
            search(one, told)

        return life

    watching = threading.Event()

    def watch() -> None:
        while not watching.wait(1.0):
            look()

    watcher = threading.Thread(target=watch)
    watcher.start()
    tasks = [person(number, one) for number, one in enumerate(people)]
    # Who searches has a second window open.
    for one in people[:searching]:
        tasks.append(seeker(one.second_window()))
    together(tasks)
    watching.set()
    watcher.join()
    return told


def bench_class() -> None:
    """Play the class in a workroom of its own."""
    with launched(demo=False) as made:
        time.sleep(4)  # the worker is there as well
        play_class(made.address, laid_file(), made.launcher.pid)


def play_class(address: str, file: str, launcher: int = 0) -> None:
    """Play the class and print its figures."""
    people = [
        Visitor(address, f"Pupil {number} {random.randrange(10**6)}") for number in range(PEOPLE)
    ]
    together([partial(one.join, file) for one in people])
    over = threading.Event()
    movers = moving_in(address, file, lambda _: not over.is_set())
    held = {"web": 0.0, "worker": 0.0}

    def look() -> None:
        if launcher:
            for name, module in (
                ("web", "gunicorn"),
                ("worker", "workroom.jobs"),
            ):
                pid = named(launcher, module)
                held[name] = max(held[name], memory(children(pid)) if pid else 0.0)

    for each in movers:
        each.start()
    with Speed() as speed:
        told = played(people, LASTS, PAUSE, SEARCHING, look)
        over.set()
        for each in movers:
            each.join()
    slow = speed.slowness
    print(f"{'the machine, times a quiet one':<38} {slow:8.2f}")
    rows = {
        kind: [t for one in people for t in one.times[kind]] for kind in ("read", "edit", "paper")
    }
    failures = [each for one in people for each in one.failures]
    _row("reading a stage, p95", share(rows["read"], 0.95), 0.250, len(rows["read"]), slow=slow)
    _row("an edit, p95", share(rows["edit"], 0.95), 0.400, len(rows["edit"]), slow=slow)
    print(
        f"{'a paper, median':<38} {median(rows['paper'] or [0]):8.3f} s   of {len(rows['paper'])}"
    )
    _row("first lay, the last of ten", max(told["first"]), 2.0, len(told["first"]), slow=slow)
    _row("five seconds of search: last/first", max(told["whole"]) / min(told["whole"]), 1.5,
         len(told["whole"]), "")  # fmt: skip
    print(f"{'  which took':<38} {min(told['whole']):8.2f} to {max(told['whole']):.2f} s")
    _row_of_movers(movers)
    for one in people:
        one.times.clear()
    with Speed() as speed:
        played(people, RUSH, 0.0, 0, look)
    rush = [t for one in people for kind in ("read", "edit") for t in one.times[kind]]
    failures = [each for one in people for each in one.failures]
    _row("without pauses, p99", share(rush, 0.99), 3.0, len(rush), slow=speed.slowness)
    print(f"{'  requests a second':<38} {len(rush) / RUSH:8.1f}")
    print(f"{'failures':<38} {len(failures):8d}     = 0  {met('failures', not failures)}")
    for each in failures[:5]:
        print("   ", each)
    if launcher:
        _row("memory of the web process, most", held["web"], 300, 1, "MB")
        _row("memory of the worker, most", held["worker"], 600, 1, "MB")


def moving_in(address: str, file: str, goes_on: Callable[[int], bool]) -> list[Mover]:
    """Three people with everything that a fourth has."""
    writer = Visitor(address, f"Writer {random.randrange(10**6)}")
    writer.join(file)
    full_account(writer)
    sound = archive_of(writer)
    movers = []
    for number in range(MOVING):
        one = Visitor(address, f"Mover {number} {random.randrange(10**6)}")
        one.join(file)
        movers.append(Mover(one, sound, goes_on, number, pause=PAUSE))
    return movers


def _row_of_movers(movers: list[Mover]) -> None:
    taken, kept = sum(each.taken for each in movers), sum(len(each.pictures) for each in movers)
    wrong, gone = [one for each in movers for one in each.wrong], lost(movers)
    fine = bool(taken and kept) and not wrong and not gone
    print(f"{'archives and pictures taken in':<38} {taken:4d} {kept:4d}, {len(gone)} lost, "
          f"{len(wrong)} gone wrong  {met('moving in', fine)}")  # fmt: skip
    for sentence in wrong[:5]:
        print("   ", sentence[:300])


def _row(name: str, value: float, bar: float, of: int, unit: str = "s", slow: float = 1.0) -> None:
    """``bar``: on a quiet machine; on one that is ``slow`` by so much it is as much higher."""
    verdict = met(name, value < bar * slow)
    quiet = f" ({bar:g} on a quiet machine)" if slow != 1.0 else ""
    print(f"{name:<38} {value:8.3f} {unit:<3} < {bar * slow:.3g}{quiet}  {verdict}   of {of}")


if __name__ == "__main__":
    if len(sys.argv) != 2 or urlsplit(sys.argv[1]).hostname not in ("127.0.0.1", "localhost"):
        sys.exit("school: name the address of a workroom of this machine, as http://127.0.0.1:8000")
    play_class(sys.argv[1], laid_file())
