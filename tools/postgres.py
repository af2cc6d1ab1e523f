"""A PostgreSQL server of Debian's package on a throw-away folder: ``python -m tools.postgres COMMAND...``
runs a command with its address in DOVE_TACK_DATABASE."""

import os
import pwd
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

# What an acknowledged change must survive is the server's death, not a power cut of this machine.
QUICK = ("-c", "fsync=off", "-c", "full_page_writes=off")


def programs() -> Path:
    """Where the newest server is. Raises SystemExit where none is installed."""
    found = sorted(
        Path("/usr/lib/postgresql").glob("*/bin/initdb"), key=lambda p: float(p.parts[4])
    )
    if not found:
        raise SystemExit("PostgreSQL is not installed: apt-get install postgresql")
    return found[-1].parent


def _as_its_user(command: list[str]) -> list[str]:
    """The server refuses to be root."""
    return ["runuser", "-u", "postgres", "--", *command] if os.geteuid() == 0 else command


@contextmanager
def postgres() -> Iterator[str]:
    """The address of an empty database."""
    folder = Path(tempfile.mkdtemp(prefix="dove-tack-pg-"))
    try:
        if os.geteuid() == 0:
            user = pwd.getpwnam("postgres")
            os.chown(folder, user.pw_uid, user.pw_gid)
        data, bin_ = folder / "data", programs()
        quiet = {"stdout": subprocess.DEVNULL, "check": True, "cwd": folder}
        subprocess.run(
            _as_its_user([str(bin_ / "initdb"), "-D", str(data), "-A", "trust", "-U", "dove",
                          "-E", "UTF8", "--locale=C.UTF-8", "--no-sync"]), **quiet,
        )  # fmt: skip
        options = " ".join(["-c listen_addresses=", f"-c unix_socket_directories={folder}", *QUICK])
        control = [str(bin_ / "pg_ctl"), "-D", str(data), "-w", "-l", str(folder / "log")]
        subprocess.run(_as_its_user([*control, "-o", options, "start"]), **quiet)
        try:
            made = [str(bin_ / "createdb"), "-h", str(folder), "-U", "dove", "dove"]
            subprocess.run(_as_its_user(made), **quiet)
            yield f"postgres://dove@/dove?host={folder}"
        finally:
            subprocess.run(_as_its_user([*control, "-m", "immediate", "stop"]), **quiet)
    finally:
        shutil.rmtree(folder, ignore_errors=True)


if __name__ == "__main__":
    with postgres() as address:
        env = {**os.environ, "DOVE_TACK_DATABASE": address}
        sys.exit(subprocess.run(sys.argv[1:], env=env, check=False).returncode)
