"""Which tests of the craft reach which lines, and how long each takes: found out once for a state of it."""

import json
import os
import subprocess
import sys
from collections import defaultdict
from hashlib import sha256
from pathlib import Path
from xml.etree import ElementTree

from coverage import CoverageData

TESTS = ("craft", "tests/craft")
STATE = ("craft", "tests/craft", "tests/conftest.py", "pyproject.toml")


class Reach:
    """``tests(file, line)``: the tests that run a line, the quickest first, each with its seconds."""

    def __init__(self, lines: dict[str, dict[str, list[str]]], seconds: dict[str, float]) -> None:
        self.lines, self.seconds = lines, seconds

    def tests(self, file: str, line: int) -> list[tuple[str, float]]:
        """A line that is reached while it is loaded only (a constant) is reached by all that run anything
        of its file; one of a table that is nothing but such lines, by all that run anything of its room."""
        names = self.lines.get(file, {}).get(str(line)) or self._all_of(file)
        names = names or self._all_of(
            *(f for f in self.lines if Path(f).parent == Path(file).parent)
        )
        return sorted(((name, self.seconds.get(name, 1.0)) for name in names), key=lambda t: t[1])

    def _all_of(self, *files: str) -> list[str]:
        """Every test that runs anything of these files."""
        return sorted(
            {n for file in files for names in self.lines.get(file, {}).values() for n in names}
        )


def reach_of(root: Path, kept: Path) -> Reach:
    """From ``kept`` where nothing has changed since, else by running the tests once (some minutes)."""
    state = state_of(root)
    file = kept / "reach.json"
    if file.exists():
        read = json.loads(file.read_text())
        if read["state"] == state:
            return Reach(read["lines"], read["seconds"])
    kept.mkdir(parents=True, exist_ok=True)
    print(
        "Running the tests of the craft once, to see which lines each of them reaches…", flush=True
    )
    report, data = kept / "junit.xml", kept / "coverage"
    subprocess.run(
        [sys.executable, "-m", "pytest", "-n", "2", "--dist", "worksteal", *TESTS, "--cov=craft",
         "--cov-context=test", "--cov-report=", f"--junitxml={report}"],
        cwd=root, check=True, stdout=subprocess.DEVNULL,
        env=environment(COVERAGE_FILE=str(data)),
    )  # fmt: skip
    reach = Reach(lines_of(data, root), seconds_of(report))
    file.write_text(json.dumps({"state": state, "lines": reach.lines, "seconds": reach.seconds}))
    return reach


def environment(**more: str) -> dict[str, str]:
    """Ours, and more."""
    return {**os.environ, **more}


def state_of(root: Path) -> str:
    """A sum over everything that could change what reaches what."""
    total = sha256()
    for each in STATE:
        path = root / each
        for one in sorted(path.rglob("*.py")) if path.is_dir() else [path]:
            total.update(str(one.relative_to(root)).encode() + one.read_bytes())
    return total.hexdigest()


def lines_of(data: Path, root: Path) -> dict[str, dict[str, list[str]]]:
    """By file and line the tests that ran it."""
    read = CoverageData(str(data))
    read.read()
    found: dict[str, dict[str, list[str]]] = {}
    for name in read.measured_files():
        by_line: dict[str, list[str]] = defaultdict(list)
        for line, contexts in read.contexts_by_lineno(name).items():
            by_line[str(line)] = sorted({each.split("|")[0] for each in contexts if each})
        found[str(Path(name).relative_to(root))] = by_line
    return found


def seconds_of(report: Path) -> dict[str, float]:
    """How long each test took, by the name it is asked for with."""
    found = {}
    for case in ElementTree.parse(report).getroot().iter("testcase"):
        module, name = case.get("classname", ""), case.get("name", "")
        found[f"{module.replace('.', '/')}.py::{name}"] = float(case.get("time", 1.0))
    return found
