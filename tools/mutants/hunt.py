"""``python -m tools.mutants``: put faults into a copy of the craft, one at a time, and run the tests that
reach them.

The quickest tests go first; a fault is noticed as soon as one of them fails. What takes far longer than it
should hangs, and counts as noticed. Survivors are printed with the line as it is and as it was made.
"""

import argparse
import difflib
import os
import shutil
import subprocess
import sys
import tempfile
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from pathlib import Path
from queue import Queue

from tools.mutants.faults import Fault, sample
from tools.mutants.reach import Reach, environment, reach_of
from tools.served import ROOT
from tools.verdict import MISSED, met

COPIED = ("craft", "tests", "workroom", "tools", "kept", "pyproject.toml", "manage.py")
FIRST = 25  # so many of the quickest tests are run before all the others
BAR = 0.85
SLACK = 4.0  # times as long as the tests take on their own; and START besides (s)
START = 40.0
# What is compiled from a file is kept by those it was compiled into as well: a fault there must be seen.
COMPILED, COMPILING = "craft/nest/", 180.0


@dataclass(frozen=True)
class Outcome:
    """What became of a fault: "killed", "survived", "not reached"."""

    fault: Fault
    state: str
    tests: int


def copy_of(root: Path) -> Path:
    """What the tests of the craft need, in a folder of its own."""
    folder = Path(tempfile.mkdtemp(prefix="dove-tack-mutants-"))
    for each in COPIED:
        if (root / each).is_dir():
            shutil.copytree(root / each, folder / each)
        else:
            shutil.copy(root / each, folder / each)
    return folder


def tried(fault: Fault, folder: Path, reach: Reach) -> Outcome:
    """Put it in, run what reaches it, take it out again."""
    tests = reach.tests(fault.file, fault.line)
    if not tests:
        return Outcome(fault, "not reached", 0)
    path = folder / fault.file
    sound, times = path.read_text(), path.stat()
    path.write_text(fault.put_into(sound))
    try:
        for part in (tests[:FIRST], tests[FIRST:]):
            if part and not passes(folder, part, anew=fault.file.startswith(COMPILED)):
                return Outcome(fault, "killed", len(tests))
        return Outcome(fault, "survived", len(tests))
    finally:
        path.write_text(sound)
        # What is compiled from it holds on.
        os.utime(path, ns=(times.st_atime_ns, times.st_mtime_ns))


def passes(folder: Path, tests: list[tuple[str, float]], *, anew: bool = False) -> bool:
    """Whether all of them pass, in time. ``anew``: with everything compiled anew."""
    more = {"NUMBA_CACHE_DIR": tempfile.mkdtemp(dir=folder)} if anew else {}
    names = folder / "asked"
    names.write_text("\n".join(name for name, _ in tests))
    try:
        done = subprocess.run(
            [sys.executable, "-m", "pytest", "-x", "-p", "no:cacheprovider", f"@{names}"],
            cwd=folder, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL, check=False,
            timeout=START + anew * COMPILING + SLACK * sum(seconds for _, seconds in tests),
            env=environment(
                PYTHONDONTWRITEBYTECODE="1", DOVE_TACK_DEMO_FILES=str(ROOT / ".stamps/demo"), **more
            ),
        )  # fmt: skip
    except subprocess.TimeoutExpired:
        return False
    return done.returncode == 0


def hunt(faults: list[Fault], reach: Reach, copies: int = 2) -> list[Outcome]:
    """All of them, two at a time."""
    free: Queue[Path] = Queue()
    for _ in range(copies):
        free.put(copy_of(ROOT))

    def one(fault: Fault) -> Outcome:
        folder = free.get()
        try:
            outcome = tried(fault, folder, reach)
        finally:
            free.put(folder)
        if outcome.state != "killed":
            print(told(outcome), flush=True)
        return outcome

    try:
        with ThreadPoolExecutor(copies) as pool:
            return list(pool.map(one, faults))
    finally:
        while not free.empty():
            shutil.rmtree(free.get(), ignore_errors=True)


def told(outcome: Outcome) -> str:
    """A survivor, as a reader wants to see it."""
    fault = outcome.fault
    sound = (ROOT / fault.file).read_text()
    changed = difflib.unified_diff(
        sound.splitlines(), fault.put_into(sound).splitlines(), lineterm="", n=0
    )
    lines = [each for each in changed if each[:1] in "+-" and each[:3] not in ("+++", "---")]
    return "\n".join(
        [f"{outcome.state} ({outcome.tests} tests): {fault.file}:{fault.line} {fault.family}"]
        + [f"    {each}" for each in lines]
    )


def main() -> None:
    """Hunt a seeded sample, and say how many were noticed."""
    parser = argparse.ArgumentParser(prog="bench mutants", description=__doc__)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--count", type=int, default=200)
    parser.add_argument("--room", action="append", default=[], help="a folder of craft; all")
    asked = parser.parse_args()
    faults = sample(ROOT, asked.room, asked.count, asked.seed)
    outcomes = hunt(faults, reach_of(ROOT, ROOT / ".stamps" / "mutants"))
    killed = sum(each.state == "killed" for each in outcomes)
    share = killed / len(outcomes)
    print(f"{killed} of {len(outcomes)} faults noticed: {share:.1%}   >= {BAR:.0%}  "
          f"{met('mutants', share >= BAR)}")  # fmt: skip
    sys.exit(1 if MISSED else 0)
