"""Two processes for one task: the first loads everything once and forks the one that works, so that another
is there at once when that one dies; what both hold is held once. When the first dies, the one that works
goes on until the launcher has another pair at work and ends its standard input.
"""

import gc
import os
import select
import signal
import sys
import time
import traceback
from collections.abc import Callable

from workroom.serving.alive import EVERY, READY, beat, watch_parent

# One that dies sooner did not die of what it was asked (s); so often in a row the launcher is to look
# at it.
SHORT, HOPELESS = 2.0, 5


def keep_at_work(work: Callable[[], None]) -> int:
    """Keep one process at work until the launcher ends or we are told to; the exit code. What has been
    loaded must have left no threads and no open database."""
    gc.collect()
    gc.freeze()
    told = False

    def tell(*_: object) -> None:
        nonlocal told
        told = True

    signal.signal(signal.SIGTERM, tell)
    signal.signal(signal.SIGINT, signal.SIG_IGN)  # who works hears it as well, and ends by itself
    short = 0
    while short < HOPELESS:
        begun = time.monotonic()
        pid = os.fork()
        if pid == 0:
            _live(work)
        if _over(pid, lambda: told):
            return 0
        short = short + 1 if time.monotonic() - begun < SHORT else 0
    return 1


def when_told(end: Callable[[], object]) -> None:
    """Call ``end`` when the one that works is to end: by a signal, or because the launcher has."""
    for each in (signal.SIGTERM, signal.SIGINT):
        signal.signal(each, lambda *_: end())
    watch_parent(end)


def _over(pid: int, told: Callable[[], bool]) -> bool:
    """Wait until the process that works has ended; whether it was to end."""
    ended = os.pidfd_open(pid)
    asked = False
    try:
        while True:
            ready, _, _ = select.select(
                [ended] if asked else [ended, sys.stdin.fileno()], [], [], EVERY
            )
            beat(READY)
            if ended in ready:
                _, status = os.waitpid(pid, 0)
                return asked or os.waitstatus_to_exitcode(status) == 0
            if not asked:
                asked = told() or bool(ready and not os.read(sys.stdin.fileno(), 1))
            if asked:  # again and again: one that has just begun does not hear it yet
                os.kill(pid, signal.SIGTERM)
    finally:
        os.close(ended)


def _live(work: Callable[[], None]) -> None:
    """The whole life of the one that works; never returns."""
    try:
        work()
        os._exit(0)
    except BaseException:
        traceback.print_exc()
    finally:
        os._exit(1)
