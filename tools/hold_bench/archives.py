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
import time
from collections.abc import Callable
from io import BytesIO
from itertools import pairwise
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any
from zipfile import ZipFile

from tools.hold_bench.making import laid_file
from tools.hold_bench.moving import Mover, archive_of, full_account, lost
from tools.hold_bench.visitor import Visitor, share
from tools.served import ROOT, launched
from tools.verdict import MISSED, met
from workroom.keeping.archive import Writing
from workroom.records.belongings import WHAT

Members = dict[str, Any]
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


def spoilt(sound: bytes, chance: random.Random) -> bytes:
    """One that is to be refused, six times of seven; cut off or with bits flipped, one in four of them."""
    if chance.random() > 0.85:
        return sound
    if chance.random() < 0.75:
        with TemporaryDirectory() as folder:
            return changed(sound, Path(folder), chance.choice(HOSTILE)[0])
    data = bytearray(sound)
    if chance.random() < 0.5:
        return bytes(data[: chance.randrange(len(data))])
    for _ in range(20):
        data[chance.randrange(len(data))] ^= 1 << chance.randrange(8)
    return bytes(data)


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
            movers.append(Mover(one, sound, given.rounds.__gt__, given.seed + number, spoilt))
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
        gone = lost(movers)
        waits = beside.times["read"] + beside.times["edit"]
        said = subprocess.run(
            [sys.executable, "-m", "workroom.keeping.looking", "--full"],
            cwd=ROOT, env=made.env, capture_output=True, text=True, check=False,
        )  # fmt: skip
    sent = sum(each.refused + each.taken for each in movers)
    print(f"{'archives sent':<34} {sent:6d}, {sum(e.taken for e in movers)} sound ones taken in")
    print(f"{'pictures taken in and kept':<34} {sum(len(e.pictures) for e in movers):6d}, "
          f"{len(gone)} lost  {met('pictures', not gone)}")  # fmt: skip
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
