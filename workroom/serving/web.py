"""The web process: ``python -m workroom.serving.web SOCKET...`` serves at sockets that the launcher
opened, given by their numbers.

It loads everything once and forks the process that answers, so that another one is there at once when that
one dies; what both hold is held once. The one that answers shows the launcher now and then that it is
alive; when the first dies, it goes on answering until the launcher has another pair at work and ends its
standard input.
"""

import gc
import os
import select
import signal
import socket
import sys
import threading
import time
import traceback
from collections.abc import Callable

from waitress import wasyncore

from workroom.serving.alive import beat, watch_parent
from workroom.serving.application import Application
from workroom.serving.doors import THREADS, opened, shut

EVERY = 2.0  # s
STUCK = 90.0  # every thread at one request for so long: nobody is answered any more (s)
# One that dies sooner did not die of what it was asked (s); so often in a row the launcher is to look
# at it.
SHORT, HOPELESS = 2.0, 5


def main(sockets: list[int]) -> int:
    """Keep one process answering until the launcher ends; the exit code."""
    application = Application()
    gc.collect()
    gc.freeze()
    told = False

    def tell(*_: object) -> None:
        nonlocal told
        told = True

    signal.signal(signal.SIGTERM, tell)
    signal.signal(signal.SIGINT, signal.SIG_IGN)  # who answers hears it as well, and ends by itself
    short = 0
    while short < HOPELESS:
        begun = time.monotonic()
        pid = os.fork()
        if pid == 0:
            answer(application, sockets)
        if _over(pid, lambda: told):
            return 0
        short = short + 1 if time.monotonic() - begun < SHORT else 0
    return 1


def _over(pid: int, told: Callable[[], bool]) -> bool:
    """Wait until the process that answers has ended; whether it was to end."""
    ended = os.pidfd_open(pid)
    asked = False
    try:
        while True:
            ready, _, _ = select.select(
                [ended] if asked else [ended, sys.stdin.fileno()], [], [], 1.0
            )
            if ended in ready:
                _, status = os.waitpid(pid, 0)
                return asked or os.waitstatus_to_exitcode(status) == 0
            if not asked and (told() or (ready and not os.read(sys.stdin.fileno(), 1))):
                asked = True
                os.kill(pid, signal.SIGTERM)
    finally:
        os.close(ended)


def answer(application: Application, sockets: list[int]) -> None:
    """Answer whoever comes, until told to end; never returns."""
    over = threading.Event()
    for each in (signal.SIGTERM, signal.SIGINT):
        signal.signal(each, lambda *_: over.set())
    try:
        _serve(application, sockets, over)
        os._exit(0)
    except BaseException:
        traceback.print_exc()
    finally:
        os._exit(1)


def _serve(application: Application, numbers: list[int], over: threading.Event) -> None:
    behind = os.environ.get("DOVE_TACK_HTTPS")
    more = (
        {
            "trusted_proxy": "127.0.0.1",
            "trusted_proxy_headers": {"x-forwarded-for", "x-forwarded-proto", "x-forwarded-host"},
        }
        if behind
        else {}
    )
    server = opened(application, [socket.socket(fileno=number) for number in numbers], **more)
    watch_parent(over.set)
    told = 0.0
    while not over.is_set():
        wasyncore.loop(timeout=1.0, use_poll=True, map=server.map, count=1)
        if time.monotonic() - told >= EVERY and not application.stuck(THREADS, STUCK):
            beat()
            told = time.monotonic()
    shut(server)


if __name__ == "__main__":
    sys.exit(main([int(each) for each in sys.argv[1:]]))
