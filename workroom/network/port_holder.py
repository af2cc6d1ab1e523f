"""Who holds a port: for the sentence that says so."""

import os
from pathlib import Path

LISTENING = "0A"


def holder(port: int, proc: Path = Path("/proc")) -> str:
    """The process that listens at a port, as “NAME, process 123”; "" where that cannot be seen."""
    sockets = {f"socket:[{inode}]" for inode in _inodes(port, proc)}
    if not sockets:
        return ""
    for each in sorted(proc.glob("[0-9]*"), key=lambda each: int(each.name)):
        try:
            if any(os.readlink(file) in sockets for file in (each / "fd").iterdir()):
                words = (each / "cmdline").read_bytes().split(b"\0")
                return f"“{b' '.join(words).decode(errors='replace').strip()[:90]}”, process {each.name}"
        except OSError:  # gone in between, or somebody else's
            continue
    return "a process of another user"


def _inodes(port: int, proc: Path) -> set[str]:
    found = set()
    for table in ("tcp", "tcp6"):
        try:
            lines = (proc / "net" / table).read_text().splitlines()[1:]
        except OSError:
            continue
        for words in map(str.split, lines):
            if words[3] == LISTENING and int(words[1].rsplit(":", 1)[1], 16) == port:
                found.add(words[9])
    return found


def used(port: int, error: Exception) -> str:
    """Why a port cannot be used, and what to do."""
    who = holder(port) if isinstance(error, OSError) else ""
    why = f"it is held by {who}" if who else str(error)
    return f"port {port} cannot be used: {why}. Choose another: ./run --port 8001"
