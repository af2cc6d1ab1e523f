"""Archives that somebody else wrote: ``python -m tools.hold_bench.archives [ROUNDS] [--seed N]``.

Each brings in something that no file may, or points elsewhere; others are cut off or have bits flipped.
Three people send them, one after the other, while each takes in pictures and takes cloths out in another
window, and somebody else works. Nobody waits long; nothing that was acknowledged is lost; what is refused
leaves nothing; afterwards the data is sound, with nothing to mend.
"""

import argparse
import json
import random
import subprocess
import sys
import threading
import time
from collections.abc import Callable
from io import BytesIO
from itertools import pairwise
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any
from zipfile import ZipFile

from tools.hold_bench.kills import noise
from tools.hold_bench.making import laid_file
from tools.hold_bench.school import share
from tools.hold_bench.visitor import Failed, Visitor
from tools.served import ROOT, launched
from tools.verdict import MISSED, met
from workroom.keeping.archive import Writing
from workroom.records.belongings import WHAT

Members = dict[str, Any]
PIECE = 4_000_000
LONGEST, USUAL = 5.0, 0.5  # what anybody else waits at most, and nineteen times of twenty (s)


def changed(data: bytes, folder: Path, change: Callable[[Members], None]) -> bytes:
    """An archive as somebody else would have written it: ``change`` sees the members as JSON or bytes."""
    with ZipFile(BytesIO(data)) as zipped:
        members = {name: zipped.read(name) for name in zipped.namelist() if name != "manifest.json"}
    read = {
        name: json.loads(each) if name.endswith(".json") else each for name, each in members.items()
    }
    change(read)
    archive = Writing(folder / "changed", WHAT, {})
    for name, each in read.items():
        archive.write(name, each if isinstance(each, bytes) else json.dumps(each).encode())
    archive.close()
    return (folder / "changed").read_bytes()


def parts(read: Members, folder: str) -> list[Any]:
    """The documents of one folder."""
    return [
        each
        for name, each in sorted(read.items())
        if name.startswith(folder) and name.endswith(".json")
    ]


def editions(read: Members) -> list[Any]:
    """Every edition of every pattern."""
    return [edition for each in parts(read, "patterns/") for edition in each.get("editions", ())]


def star(read: Members) -> None:
    """An outline of 1,500 points that no file brings in, in every size of a piece."""
    for edition in editions(read)[:1]:
        for shape in edition["pattern"]["pieces"][0]["shapes"].values():
            for edge in shape["edges"]:
                (x, y), (u, v) = edge["path"][0][0], edge["path"][-1][-1]
                at = [[x + (u - x) * k / 199 + k % 2, y + (v - y) * k / 199] for k in range(199)]
                at += [[u, v]]
                edge["path"] = [[a, b] for a, b in pairwise(at)]


def crossing(read: Members) -> None:
    """An outline that runs across itself."""
    for shape in editions(read)[-1]["pattern"]["pieces"][0]["shapes"].values():
        shape["edges"][0]["path"] = [[shape["edges"][0]["path"][0][0], [9_000, 9_000]],
                                     [[9_000, 9_000], shape["edges"][0]["path"][-1][-1]]]  # fmt: skip


def off_its_pages(read: Members) -> None:
    """A home print that lies beside its pages."""
    home = {"page": "A4", "step_x": 190, "step_y": 270, "at": {"1": [19_000, 9_000]}}
    for edition in editions(read):
        edition["pattern"]["home_print"] = home


def two_of_a_number(read: Members) -> None:
    """Every pattern has the same number."""
    for each in parts(read, "patterns/"):
        each["id"] = 5


def another_patterns_edition(read: Members) -> None:
    """A making of one pattern names an edition of another."""
    first, second, *_ = parts(read, "patterns/")
    for making in parts(read, "makings/"):
        if making["pattern"] == first["id"]:
            making["pattern"] = second["id"]


def a_step_twice(read: Members) -> None:
    """A journal has one step twice."""
    making = parts(read, "makings/")[0]
    making["journal"] += making["journal"][-1:]


def one_picture_for_two(read: Members) -> None:
    """Two cloths show one picture."""
    number = int(next(each for each in read if each.startswith("pictures/"))[9:-4])
    photo = {"picture": number, "width": 400, "height": 300}
    for cloth in parts(read, "cloths/")[:2]:
        cloth.update(picture=number, photo=photo)


def a_picture_by_two_names(read: Members) -> None:
    """One number, written in two ways."""
    name = next(each for each in read if each.startswith("pictures/"))
    read[name.replace("pictures/", "pictures/0")] = read[name]


def nobodys_making(read: Members) -> None:
    """A making is for somebody who is not in it."""
    parts(read, "makings/")[0]["whom"] = 12_345


# Each with a word of the sentence that it is refused with.
HOSTILE: tuple[tuple[Callable[[Members], None], str], ...] = (
    (star, "as can be worked out"),
    (crossing, "crosses or touches"),
    (off_its_pages, "thousands of pages"),
    (two_of_a_number, "two things have the number 5"),
    (another_patterns_edition, "points at"),
    (a_step_twice, "points at a step"),
    (one_picture_for_two, "points at"),
    (a_picture_by_two_names, "does not belong"),
    (nobodys_making, "points at"),
)


class Mover(threading.Thread):
    """Somebody who sends archives. ``pictures``: by cloth, what was acknowledged of it."""

    def __init__(self, one: Visitor, sound: bytes, rounds: int, seed: int) -> None:
        super().__init__()
        self.one, self.sound, self.rounds = one, sound, rounds
        self.chance = random.Random(seed)
        self.pictures: dict[int, int] = {}
        self.wrong: list[str] = []
        self.refused = self.taken = 0

    def run(self) -> None:
        """Send one after the other; in between pictures come and cloths go."""
        other = Visitor(f"{self.one.url.scheme}://{self.one.url.netloc}", self.one.name)
        other.cookies = dict(self.one.cookies)
        over = threading.Event()
        beside = threading.Thread(target=self._beside, args=(other, over))
        beside.start()
        for _ in range(self.rounds):
            try:
                self._one_archive()
            except (Failed, OSError, KeyError) as error:
                self.wrong.append(f"{type(error).__name__}: {error}")
        over.set()
        beside.join()

    def _one_archive(self) -> None:
        hostile = self.chance.random() < 0.85
        data = self._spoilt() if hostile else self.sound
        before = self._counts()
        state = send_archive(self.one, data)
        if state["state"] == "done" and not hostile:
            self.taken += 1
        elif state["state"] == "failed" and hostile:
            self.refused += 1
            if self._counts() != before:
                self.wrong.append(f"refused, and yet something came in: {state['sentence']}")
            if not state["sentence"].endswith("Nothing was changed."):
                self.wrong.append(f"not a sentence for people: {state['sentence']}")
        else:
            self.wrong.append(f"{'hostile' if hostile else 'sound'}: {state}")

    def _spoilt(self) -> bytes:
        if self.chance.random() < 0.75:
            with TemporaryDirectory() as folder:
                return changed(self.sound, Path(folder), self.chance.choice(HOSTILE)[0])
        data = bytearray(self.sound)
        if self.chance.random() < 0.5:
            return bytes(data[: self.chance.randrange(len(data))])
        for _ in range(20):
            data[self.chance.randrange(len(data))] ^= 1 << self.chance.randrange(8)
        return bytes(data)

    def _counts(self) -> list[int]:
        stand = self.one.call("look", "GET", "/cupboard")
        return [
            self.one.call("look", "GET", "/makings")["total"],
            len(stand["people"]),
            stand["matching"],
        ]

    def _beside(self, other: Visitor, over: threading.Event) -> None:
        """Take in a picture of a new cloth; take one in three out again."""
        while not over.wait(0.3):
            try:
                cloth = other.call(
                    "edit", "POST", "/cupboard/cloths", {"name": "Calico", "width": 1400}
                )
                status, data = other.raw("POST", f"/api/pictures/cloths/{cloth['id']}", noise())
                if status != 200:
                    continue  # others send pictures as well: asked to come back
                self.pictures[cloth["id"]] = json.loads(data)["picture"]
                if self.chance.random() < 0.33:
                    gone = self.chance.choice(list(self.pictures))
                    other.call("edit", "DELETE", f"/cupboard/cloths/{gone}")
                    del self.pictures[gone]
            except (Failed, OSError) as error:
                self.wrong.append(str(error))


def send_archive(one: Visitor, data: bytes) -> Any:
    """Send it in pieces, and wait until it was read; how that ended."""
    for at in range(0, max(1, len(data)), PIECE):
        last = "true" if at + PIECE >= len(data) else "false"
        path = f"/api/account/open?at={at}&last={last}"
        answer = json.loads(one.raw("POST", path, data[at : at + PIECE])[1])
        if "refused" in answer:
            return {"state": "failed", "sentence": answer["refused"]["sentence"]}
    while (state := one.call("look", "GET", "/account/open"))["state"] in ("waiting", "running"):
        time.sleep(0.2)
    return state


def archive_of(one: Visitor) -> bytes:
    """Everything of somebody's."""
    one.call("look", "POST", "/account/archive", {})
    while one.call("look", "GET", "/account/archive")["state"] in ("waiting", "running"):
        time.sleep(0.2)
    return one.raw("GET", "/api/account/archive/file")[1]


def full_account(one: Visitor) -> None:
    """People, cloths and pictures beside the making that came in a file."""
    for name in ("Orla", "Tamsin"):
        one.call("edit", "POST", "/cupboard/people", {"name": name, "measurements": {"bust": 900}})
    for name in ("Calico", "Linen"):
        cloth = one.call("edit", "POST", "/cupboard/cloths", {"name": name, "width": 1400})
        one.raw("POST", f"/api/pictures/cloths/{cloth['id']}", noise())
    bag = one.call("edit", "POST", "/patterns", {"name": "Bag"})["id"]
    one.call("edit", "POST", f"/patterns/{bag}/edit", {"against": 0, "edit": {"do": "add sheet"}})
    pattern = one.call("look", "GET", "/cupboard")["patterns"]
    usable = next(each["id"] for each in pattern if each["usable"])
    one.call("edit", "POST", f"/patterns/{usable}/copy", {})


def main() -> None:
    """Play it, and look the data over."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("rounds", type=int, nargs="?", default=25)
    parser.add_argument("--seed", type=int, default=1)
    given = parser.parse_args()
    file = laid_file()
    with launched(demo=False) as made:
        writer = Visitor(made.address, "Writer")
        writer.join(file)
        full_account(writer)
        sound = archive_of(writer)
        movers = []
        for number in range(3):
            one = Visitor(made.address, f"Mover {number}")
            one.join(file)
            movers.append(Mover(one, sound, given.rounds, given.seed + number))
        beside = Visitor(made.address, "Beside")
        beside.join(file)
        beside.times.clear()
        for each in movers:
            each.start()
        while any(each.is_alive() for each in movers):
            for stage in ("pick", "lay", "cut", "mark"):
                beside.read(stage)
            beside.edit("lay/gap", gap=float(len(beside.times["read"]) % 9))
            time.sleep(0.1)
        wrong = [sentence for each in movers for sentence in each.wrong]
        lost = [
            cloth
            for each in movers
            for cloth in each.pictures
            if each.one.raw("GET", f"/api/cupboard/cloths/{cloth}/photo/whole")[0] != 200
        ]
        waits = beside.times["read"] + beside.times["edit"]
        said = subprocess.run(
            [sys.executable, "-m", "workroom.keeping.looking", "--full"],
            cwd=ROOT, env=made.env, capture_output=True, text=True, check=False,
        )  # fmt: skip
    sent = sum(each.refused + each.taken for each in movers)
    print(f"{'archives sent':<34} {sent:6d}, {sum(e.taken for e in movers)} sound ones taken in")
    print(f"{'pictures taken in and kept':<34} {sum(len(e.pictures) for e in movers):6d}, "
          f"{len(lost)} lost  {met('pictures', not lost)}")  # fmt: skip
    print(f"{'gone wrong':<34} {len(wrong):6d}  {met('archives', not wrong)}")
    for sentence in wrong[:8]:
        print("   ", sentence[:300])
    print(f"{'somebody else waits, p95':<34} {share(waits, 0.95):6.3f} s  < {USUAL:g}  "
          f"{met('p95', share(waits, 0.95) < USUAL)}")  # fmt: skip
    print(f"{'somebody else waits, most':<34} {max(waits):6.3f} s  < {LONGEST:g}  "
          f"{met('most', max(waits) < LONGEST)}")  # fmt: skip
    whole = said.returncode == 0 and "Mended" not in said.stdout
    print(
        f"{'looked over':<34} {(said.stdout or said.stderr).strip()[:200]}  {met('sound', whole)}"
    )
    sys.exit(1 if MISSED else 0)


if __name__ == "__main__":
    main()
