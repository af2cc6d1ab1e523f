"""A job's own process: begun, held up, let go on, heard, ended.

It is forked from the worker, which has compiled everything already. Held up it costs nothing but memory;
a job that crashes, hangs or eats memory takes nobody with it. Its clock counts what its own turns got of a
processor, so that a busy machine gives the same answer later, not a worse one.
"""

import ctypes
import gc
import json
import logging
import mmap
import os
import resource
import signal
import struct
import sys
import time
from contextlib import suppress

from workroom.jobs.execution import Order, execute
from workroom.jobs.messages import FAILED, HOLD, SHARED, encoded, sentence_of
from workroom.jobs.scheduling import STARVING, OpenJob

MEMORY = 2_000_000_000  # bytes of address space beyond what the worker has already
NICE = 10  # whoever reads a page goes before
SLOWEST = (
    0.5  # of a turn counts at least, whatever came of it: nothing takes more than twice as long
)
ENDING = 0.2  # how long one that was asked to end may take (s)
ARCHIVES = ("export", "import")
DIES_WITH_PARENT = 1  # PR_SET_PDEATHSIG
TICKS = os.sysconf("SC_CLK_TCK")  # a second
_CLOCK, _STOP = slice(0, 8), 8  # where; see SHARED

log = logging.getLogger(__name__)


class Child:
    """One open job with its process."""

    def __init__(self, order: Order) -> None:
        self.order = order
        self.found = order.found
        self.share = 0.0
        self.used = self._worked = 0.0
        self.served = self.begun = time.monotonic()
        self.since: float | None = self.begun
        self.ends_by: float | None = None
        self.why = ""
        self.end: dict[str, object] | None = None
        self.closed = False
        self._unread = b""
        self._free = self.begun
        # What writes an archive becomes another program, and finds it by its number.
        file = os.memfd_create("shared")
        os.ftruncate(file, SHARED)
        self._shared = mmap.mmap(file, SHARED)
        self.pipe, theirs = os.pipe()
        self.pid = os.fork()
        if self.pid == 0:
            os.close(self.pipe)
            _live(order, theirs, self._shared, file)
        os.close(file)
        _in_a_group_of_its_own(self.pid)
        os.close(theirs)
        os.set_blocking(self.pipe, False)

    @property
    def fresh(self) -> bool:
        """Whether it has nothing to show yet."""
        return not self.found

    @property
    def archives(self) -> bool:
        """Whether it works in the database. It is never stopped: what it has locked everybody waits for."""
        return self.order.kind in ARCHIVES

    def standing(self) -> OpenJob:
        """How it stands among the others."""
        left = self.order.seconds - self.order.spent - self.used
        return OpenJob(
            self.order.pk, self.order.owner, self.fresh, self.used, left, self.served, self.since
        )

    def count(self, now: float, passed: float) -> None:
        """Let its clock go on, where it is at work."""
        if self.since is not None:
            before, self._worked = self._worked, self._processor()
            self.used += max(self._worked - before, SLOWEST * passed)
            self.served = now
            self._shared[_CLOCK] = struct.pack("d", self.used)

    def work(self, on: bool, now: float) -> None:
        """Let it go on, or hold it up."""
        if on and self.since is None:
            self.since = now
            self._send(signal.SIGCONT)
        elif not on and self.since is not None:
            self.since = None
            self._send(signal.SIGSTOP)

    def ask_to_wait(self, on: bool, now: float) -> None:
        """Ask what writes an archive to wait, where it has locked nothing, while anybody waits."""
        if not on:
            self._free = now
        self._shared[HOLD] = on and now - self._free < STARVING

    def ask_to_end(self, why: str, now: float) -> None:
        """Ask it to end soon; ``why``: what its row says then."""
        if self.ends_by is None:
            self.why, self.ends_by = why, now + ENDING
            self._shared[_STOP] = 1
            self.work(True, now)

    def hear(self) -> bool:
        """Take in what it has said; whether that was anything."""
        heard = False
        while not self.closed:
            try:
                data = os.read(self.pipe, 1 << 16)
            except BlockingIOError:
                break
            if not data:
                self.closed = True
                break
            self._unread += data
        while len(self._unread) >= 8:
            size = int.from_bytes(self._unread[:8], "big")
            if len(self._unread) < 8 + size:
                break
            message = json.loads(self._unread[8 : 8 + size])
            self._unread = self._unread[8 + size :]
            heard = True
            self.found = message.get("found", self.found)
            self.share = message.get("share", self.share)
            if "end" in message:
                self.end = message
        return heard

    def memory(self) -> int:
        """What it holds (bytes)."""
        with suppress(OSError), open(f"/proc/{self.pid}/statm") as file:
            return int(file.read().split()[1]) * resource.getpagesize()
        return 0

    def _processor(self) -> float:
        """What it has had of processors (s)."""
        with suppress(OSError), open(f"/proc/{self.pid}/stat") as file:
            words = file.read().rpartition(")")[2].split()
            return (int(words[11]) + int(words[12])) / TICKS
        return self._worked

    def kill(self) -> None:
        """End it at once, and let go of what belongs to it."""
        self._send(signal.SIGKILL)
        with suppress(ChildProcessError):
            os.waitpid(self.pid, 0)
        with suppress(OSError):
            os.close(self.pipe)
        self._shared.close()

    def _send(self, what: signal.Signals) -> None:
        with suppress(ProcessLookupError):
            os.kill(self.pid, what)


def _in_a_group_of_its_own(pid: int) -> None:
    """The kernel hangs up a whole group that has lost its parent while one of it is held up."""
    with suppress(OSError):  # it has ended, or has become another program
        os.setpgid(pid, pid)


def _live(order: Order, pipe: int, shared: mmap.mmap, fd: int) -> None:
    """The whole life of the process; never returns."""
    try:
        ctypes.CDLL(None).prctl(DIES_WITH_PARENT, signal.SIGKILL)
        _in_a_group_of_its_own(0)
        for each in (signal.SIGTERM, signal.SIGINT):
            signal.signal(each, signal.SIG_DFL)
        signal.set_wakeup_fd(-1)
        gc.freeze()
        os.nice(NICE)
        with open("/proc/self/statm") as file:
            size = int(file.read().split()[0]) * resource.getpagesize()
        resource.setrlimit(resource.RLIMIT_AS, (size + MEMORY, size + MEMORY))

        def say(message: dict[str, object]) -> None:
            data = encoded(message)
            while data:
                data = data[os.write(pipe, data) :]

        try:
            if order.kind in ARCHIVES:
                # What needs the database must not use a connection that was forked.
                for number in (pipe, fd):
                    os.set_inheritable(number, True)
                archives = [
                    "-m",
                    "workroom.jobs.archive_process",
                    str(order.pk),
                    str(pipe),
                    str(fd),
                ]
                os.execv(sys.executable, [sys.executable, *archives])
            execute(
                order, say, lambda: not shared[_STOP],
                lambda: float(struct.unpack("d", shared[_CLOCK])[0]),
            )  # fmt: skip
        except BaseException as error:
            sentence = sentence_of(error, order.kind)
            if sentence.startswith(FAILED):
                log.exception("job %s failed", order.pk)
            say({"end": "failed", "sentence": sentence})
    finally:
        os._exit(0)
