"""Keeping a process alive: started anew when it dies or shows no sign of life, ended when we end."""

import contextlib
import os
import signal
import subprocess
import sys
import time
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from typing import Literal

from workroom.serving.alive import AT_WORK, BEAT, GRACE, READY

# A child that has shown no sign of life for so long is frozen; until a new one is at work it may take
# longer, above all where the search is still to be compiled (s).
SILENT, STARTING = 8.0, 240.0
# A child that died is started again after so long (s); one that never showed a sign of life after longer
# and longer, up to LONGEST; one that lived for less than SETTLED after longer too, up to SOON.
FIRST, SOON, LONGEST, SETTLED = 0.05, 0.3, 30.0, 10.0
LEAVING = GRACE + 1.0  # one that is no longer needed has ended by itself then, if it can (s)
# So often in a row without a sign of life: something is wrong that starting does not mend.
HOPELESS = 5


def tell(sentence: str) -> None:
    """A line for whoever started us."""
    print(f"{time.strftime('%H:%M:%S')} {sentence}", file=sys.stderr, flush=True)


@dataclass
class Child:
    """One process that is kept alive. ``command``: its arguments; ``sockets``: open files it is given;
    ``needed``: nothing goes on without it."""

    name: str
    command: Sequence[str]
    sockets: Sequence[int] = ()
    needed: bool = False
    tell: Callable[[str], None] = tell
    process: "subprocess.Popen[bytes] | None" = None
    began: float = 0.0
    seen: dict[bytes, float] = field(default_factory=dict)
    alive: bool = False
    failures: int = 0
    stillborn: int = 0
    again: float = 0.0
    pipe: int = field(default=-1)
    former: "subprocess.Popen[bytes] | None" = None
    leaves: float = 0.0

    @property
    def wait(self) -> float:
        """How soon it wants to be looked at again (s)."""
        return max(0.01, self.again - time.monotonic()) if self.process is None else SILENT

    def start(self, now: float) -> None:
        """Start it."""
        self.pipe, theirs = os.pipe()
        os.set_blocking(self.pipe, False)
        # Few heaps: with one for every thread, what was let go of is seldom given back.
        # And no threads of a library's own: what forks must have none.
        quiet = {"MALLOC_ARENA_MAX": "2", "OPENBLAS_NUM_THREADS": "1"}
        env = {**quiet, **os.environ, BEAT: str(theirs)}
        self.process = subprocess.Popen(
            self.command,
            stdin=subprocess.PIPE,
            env=env,
            pass_fds=(theirs, *self.sockets),
            preexec_fn=_hears_signals,
            process_group=0,  # what is typed at the terminal is the launcher's to hear
        )
        os.close(theirs)
        self.began, self.seen, self.alive = now, {}, False

    def listen(self, now: float) -> None:
        """Take in its signs of life."""
        with contextlib.suppress(BlockingIOError, OSError):
            heard = os.read(self.pipe, 4096)
            self.seen |= {who: now for who in (AT_WORK, READY) if who in heard}
            if not self.alive and AT_WORK in self.seen:
                self.alive, self.leaves = True, now + LEAVING
                _end(self.former)

    def silent(self, now: float) -> bytes:
        """Who of it shows no sign of life any more; nobody: b""."""
        if not self.alive and now - self.began > STARTING:
            return AT_WORK
        return next((who for who, when in self.seen.items() if now - when > SILENT), b"")

    def look(self, now: float) -> Literal["well", "gone", "hopeless"]:
        """Start it where it is not running, end it where it is frozen.

        One that was killed may have left another behind that still answers; that one goes on until the
        next is alive."""
        if self.former and self.alive and now > self.leaves:
            _kill(self.former)
            self.former = None
        if self.process is None:
            if now >= self.again:
                self.start(now)
            return "gone"
        self.listen(now)
        code = self.process.poll()
        if code is None:
            silent = self.silent(now)
            if not silent:
                return "well"
            self.tell(f"{self.name} shows no sign of life and is started anew.")
            if silent == AT_WORK:
                _kill(self.process)
            else:
                self.process.kill()
                self.process.wait()
            self._ended(now)
            return "gone"
        self.tell(f"{self.name} ended ({_how(code)}) and is started anew.")
        self.stillborn = 0 if self.alive or code == -signal.SIGKILL else self.stillborn + 1
        self._ended(now, code)
        return "hopeless" if self.stillborn >= HOPELESS else "gone"

    def _ended(self, now: float, code: int = 0) -> None:
        if self.alive:
            _kill(self.former)
            self.former = self.process
        else:
            _end(self.process)
        # One that was at work, or was killed by somebody, is wanted back at once; one that never came up is
        # tried less and less often.
        self.failures = 0 if self.alive and now - self.began > SETTLED else self.failures + 1
        longest = SOON if self.alive or code == -signal.SIGKILL else LONGEST
        self.again = now + min(longest, FIRST * 2 ** min(self.failures, 12))
        self._forget()

    def end(self) -> None:
        """Ask it to end: its standard input ends."""
        _end(self.process)
        _end(self.former)

    def ended(self, within: float) -> None:
        """Wait for that, and kill it where it takes too long."""
        if self.process is not None:
            with contextlib.suppress(subprocess.TimeoutExpired):
                self.process.wait(within)
        for each in (self.process, self.former):
            _kill(each)
        self.former = None
        self._forget()

    def _forget(self) -> None:
        self.process, self.alive = None, False
        with contextlib.suppress(OSError):
            os.close(self.pipe)
        self.pipe = -1


def _end(process: "subprocess.Popen[bytes] | None") -> None:
    """Ask what a process is or has left behind to end."""
    if process and process.stdin:
        with contextlib.suppress(OSError):
            process.stdin.close()


def _kill(process: "subprocess.Popen[bytes] | None") -> None:
    """End a process and whatever it has left behind."""
    if process is None:
        return
    _end(process)
    with contextlib.suppress(ProcessLookupError):
        os.killpg(process.pid, signal.SIGKILL)
    process.wait()


def _hears_signals() -> None:
    """A child begins without what its launcher waits for."""
    signal.pthread_sigmask(signal.SIG_SETMASK, [])


def _how(code: int) -> str:
    return f"signal {-code}" if code < 0 else f"exit code {code}"
