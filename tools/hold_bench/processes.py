"""The processes of a served workroom, and what memory they hold."""

from pathlib import Path


def children(pid: int) -> list[int]:
    """A process and everything below it."""
    found, left = [], [pid]
    while left:
        one = left.pop()
        found.append(one)
        for task in Path(f"/proc/{one}/task").glob("*/children"):
            try:
                left += [int(each) for each in task.read_text().split()]
            except OSError:
                continue
    return found


def memory(pids: list[int]) -> float:
    """What they hold together (MB); what they share counts once."""
    total = 0
    for pid in pids:
        try:
            text = Path(f"/proc/{pid}/smaps_rollup").read_text()
        except OSError:
            continue
        total += next(int(each.split()[1]) for each in text.splitlines() if each.startswith("Pss:"))
    return total / 1000


def named(launcher: int, module: str) -> int:
    """The child of a launcher that runs a module; 0 while there is none."""
    for task in Path(f"/proc/{launcher}/task").glob("*/children"):
        for pid in task.read_text().split():
            try:
                if module.encode() in Path(f"/proc/{pid}/cmdline").read_bytes().split(b"\0"):
                    return int(pid)
            except OSError:
                continue
    return 0
