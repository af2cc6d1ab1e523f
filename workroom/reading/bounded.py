"""Work in the web process that is given up after so much processor time of its own thread.

How much a pattern asks for is counted when it comes in (craft.pattern.effort); what a person then decides
about it can still come to more than anybody may be kept waiting for. One watching thread looks at the
clocks of the others and interrupts what takes too long; nothing is written meanwhile, so nothing is half
done.
"""

import ctypes
import threading
import time
from collections.abc import Callable
from contextlib import suppress
from typing import Literal, TypeVar

from craft.errors import CraftError

Result = TypeVar("Result")
# Processor seconds, nothing remembered. Each is well beyond the one before, so that what was taken in on a
# good day can be read on a bad one.
SECONDS = {"edit": 10.0, "file": 20.0, "stored": 40.0}
LOOK = 0.25  # how often the clocks are looked at (s)
Why = Literal["edit", "file", "stored"]
TOO_LONG = "This takes longer to work out than one garment may: there is too much in it."


class _Over(BaseException):
    """Raised in the thread whose time is up; no clause for errors may take it for one."""


class _Clock:
    def __init__(self, seconds: float) -> None:
        self.thread = threading.get_ident()
        self.clock = time.pthread_getcpuclockid(self.thread)
        self.until = time.clock_gettime(self.clock) + seconds
        self.interrupted = False


_running: set[_Clock] = set()
_changed = threading.Condition()
_watch: threading.Thread | None = None
_here = threading.local()


def bounded(work: Callable[[], Result], why: Why = "stored") -> Result:
    """What ``work`` comes to. Raises CraftError where it took more processor time than it may. Inside other
    bounded work the outer bound holds."""
    if getattr(_here, "clock", None) is not None:
        return work()
    clock = _here.clock = _Clock(SECONDS[why])
    try:
        try:
            _begin(clock)
            return work()
        finally:
            _end(clock)
    except _Over:
        _end(clock)
        raise CraftError(TOO_LONG) from None
    finally:
        _here.clock = None


def _begin(clock: _Clock) -> None:
    global _watch
    with _changed:
        _running.add(clock)
        if _watch is None or not _watch.is_alive():  # also in a process that was forked
            _watch = threading.Thread(target=_look, name="bounded work", daemon=True)
            _watch.start()
        _changed.notify()


def _end(clock: _Clock) -> None:
    with _changed:
        _running.discard(clock)
        # What was raised and has not come through yet must not come through later.
        if clock.interrupted:
            _let_through(clock.thread)


def _let_through(thread: int) -> None:
    """Raise in this thread once more and catch it: there is room for one, so nothing is left behind. To
    raise nothing instead would leave the interpreter looking for it for ever, without an end where lines
    are watched."""
    try:
        _interrupt(thread, _Over)
        while True:
            pass
    except _Over:
        return


def _look() -> None:
    while True:
        with _changed:
            while not _running:
                _changed.wait()
            for clock in _running:
                with suppress(OSError):  # a thread that has ended
                    if time.clock_gettime(clock.clock) > clock.until:
                        clock.until += 4 * LOOK
                        clock.interrupted = True
                        _interrupt(clock.thread, _Over)
        time.sleep(LOOK)


def _interrupt(thread: int, what: type[BaseException]) -> None:
    ctypes.pythonapi.PyThreadState_SetAsyncExc(ctypes.c_ulong(thread), ctypes.py_object(what))
