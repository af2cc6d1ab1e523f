"""A process that is kept alive: started anew when it dies or shows no sign of life, ended when we end."""

import contextlib
import os
import signal
import subprocess
import sys
import time
from collections.abc import Callable, Sequence
from dataclasses import dataclass

# One that has shown no sign of life for so long is frozen; until it is at work it may take longer, above
# all where the search is still to be compiled (s).
SILENT, STARTING = 7.0, 240.0
EVERY = 2.0  # how often a sign of life is looked for (s)
ALIVE = "/alive"  # where the web server is asked for one; any thread that is free answers
# One that was at work, or was killed by somebody, is started again at once; one that never came up later
# and later, up to LONGEST (s). So often in a row: something is wrong that starting does not mend.
SOON, LONGEST, HOPELESS = 0.05, 30.0, 5
# Few heaps: with one for every thread, what was let go of is seldom given back. No threads of a library:
# what forks must have none.
QUIET = {"MALLOC_ARENA_MAX": "2", "OPENBLAS_NUM_THREADS": "1"}
WITH_US = ("setpriv", "--pdeathsig", "KILL", "--")  # ended by the system when we are


def tell(sentence: str) -> None:
    """A line for whoever started us."""
    print(f"{time.strftime('%H:%M:%S')} {sentence}", file=sys.stderr, flush=True)


@dataclass
class Kept:
    """``command``: its arguments; ``lives``: whether it has shown a sign of life since it was started (s of
    the clock), and since that was last asked; ``sockets``: open files it is given; ``silent``: how long it
    may show none (s); ``needed``: nothing goes on without it."""

    name: str
    command: Sequence[str]
    lives: Callable[[float], bool]
    sockets: Sequence[int] = ()
    silent: float = SILENT
    needed: bool = False
    tell: Callable[[str], None] = tell
    process: "subprocess.Popen[bytes] | None" = None
    at_work: bool = False
    stillborn: int = 0
    _started = _again = _heard = _looked = 0.0

    @property
    def hopeless(self) -> bool:
        """Whether it ended again and again before it was at work."""
        return self.stillborn >= HOPELESS

    def look(self, now: float) -> None:
        """Start it where it is not running, end it where it is frozen. ``now``: a monotonic clock (s)."""
        if self.process is None:
            if now >= self._again:
                self._start(now)
        elif (code := self.process.poll()) is not None:
            how = f"signal {-code}" if code < 0 else f"exit code {code}"
            self.tell(f"{self.name} ended ({how}) and is started anew.")
            self._over(now, died=code != -signal.SIGKILL)
        elif not self.at_work or now - self._looked >= EVERY:
            self._looked = now
            if self.lives(self._started):
                self.at_work, self._heard, self.stillborn = True, now, 0
            elif now - self._heard > (self.silent if self.at_work else STARTING):
                self.tell(f"{self.name} shows no sign of life and is started anew.")
                self._over(now, died=True)

    def ask_to_end(self) -> None:
        """Pass a signal to end on to it."""
        if self.process is not None:
            self.process.terminate()

    def end(self, within: float) -> None:
        """Wait until it has ended, and kill it where that takes too long (s)."""
        if self.process is not None:
            with contextlib.suppress(subprocess.TimeoutExpired):
                self.process.wait(within)
            self._kill()

    def _start(self, now: float) -> None:
        self._started, self._heard, self._looked = time.time(), now, now
        self.process = subprocess.Popen(
            [*WITH_US, *self.command], stdin=subprocess.DEVNULL, env={**QUIET, **os.environ},
            pass_fds=self.sockets, process_group=0,  # what is typed at the terminal is ours to hear
        )  # fmt: skip

    def _over(self, now: float, *, died: bool) -> None:
        if died and not self.at_work:
            self.stillborn += 1
        self._again = now + (
            SOON if self.at_work or not died else min(LONGEST, SOON * 4**self.stillborn)
        )
        self._kill()

    def _kill(self) -> None:
        """End it with whatever it has begun."""
        if self.process is not None:
            with contextlib.suppress(ProcessLookupError):
                os.killpg(self.process.pid, signal.SIGKILL)
            self.process.wait()
        self.process, self.at_work = None, False
