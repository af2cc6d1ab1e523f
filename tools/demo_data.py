"""Data folders with the demo in them, copied from one that is made once for each state of the code."""

import fcntl
import os
import shutil
import subprocess
import sys
from pathlib import Path

from workroom.demo.kept import ROOT, checksum

KEPT = ROOT / ".stamps" / "demo"
MAKE = """
import django
django.setup()
from django.core.management import call_command
call_command("migrate", verbosity=0)
call_command("load_demo")
"""


def demo_data(to: Path) -> None:
    """Fill an empty folder with the data of a workroom that has the demo in it and nothing else."""
    KEPT.mkdir(parents=True, exist_ok=True)
    pristine = KEPT / f"world-{checksum()}"
    with (KEPT / "lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        if not pristine.exists():
            for old in KEPT.glob("world-*"):
                shutil.rmtree(old)
            _make(KEPT / "world-half")
            (KEPT / "world-half").rename(pristine)
    shutil.copytree(pristine, to, dirs_exist_ok=True)


def _make(folder: Path) -> None:
    folder.mkdir()
    env = {k: v for k, v in os.environ.items() if k != "DOVE_TACK_DATABASE"} | {
        "DOVE_TACK_DATA": str(folder), "DJANGO_SETTINGS_MODULE": "workroom.settings",
        "DOVE_TACK_DEMO_FILES": str(KEPT),
    }  # fmt: skip
    subprocess.run([sys.executable, "-c", MAKE], cwd=ROOT, env=env, check=True)
