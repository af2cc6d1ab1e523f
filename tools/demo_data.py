"""Data folders, with the demo or empty, copied from ones that are made once for each state of the code."""

import fcntl
import os
import shutil
import subprocess
import sys
from pathlib import Path

from workroom.demo.kept import ROOT, checksum

KEPT = ROOT / ".stamps" / "demo"
MAKE = """
import sys, django
django.setup()
from django.core.management import call_command
for command in sys.argv[1:]:
    call_command(command, verbosity=0)
"""
COMMANDS = {"world": ("migrate", "load_demo"), "empty": ("migrate",)}


def demo_data(to: Path) -> None:
    """Fill an empty folder with the data of a workroom that has the demo in it and nothing else."""
    _copied("world", to)


def empty_data(to: Path) -> None:
    """Fill an empty folder with the data of a workroom that nobody has an account in."""
    _copied("empty", to)


def _copied(name: str, to: Path) -> None:
    KEPT.mkdir(parents=True, exist_ok=True)
    pristine = KEPT / f"{name}-{checksum()}"
    with (KEPT / "lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        if not pristine.exists():
            for old in KEPT.glob(f"{name}-*"):
                shutil.rmtree(old)
            _make(KEPT / f"{name}-half", COMMANDS[name])
            (KEPT / f"{name}-half").rename(pristine)
    shutil.copytree(pristine, to, dirs_exist_ok=True)


def _make(folder: Path, commands: tuple[str, ...]) -> None:
    folder.mkdir()
    env = {k: v for k, v in os.environ.items() if k != "DOVE_TACK_DATABASE"} | {
        "DOVE_TACK_DATA": str(folder), "DJANGO_SETTINGS_MODULE": "workroom.settings",
        "DOVE_TACK_DEMO_FILES": str(KEPT),
    }  # fmt: skip
    subprocess.run([sys.executable, "-c", MAKE, *commands], cwd=ROOT, env=env, check=True)
