"""The web process: ``python -m workroom.serving.web SOCKET...`` serves at sockets that the launcher
opened, given by their numbers. The one that answers shows the launcher now and then that it is alive.
"""

import os
import socket
import sys
import threading
import time

from waitress import wasyncore

from workroom.serving.alive import EVERY, beat, loading
from workroom.serving.application import Application
from workroom.serving.doors import THREADS, opened, shut
from workroom.serving.pair import keep_at_work, when_told

STUCK = 90.0  # every thread at one request for so long: nobody is answered any more (s)


def main(sockets: list[int]) -> int:
    """Keep one process answering until the launcher ends; the exit code."""
    with loading():
        application = Application()
    return keep_at_work(lambda: answer(application, sockets))


def answer(application: Application, numbers: list[int]) -> None:
    """Answer whoever comes, until told to end."""
    over = threading.Event()
    when_told(over.set)
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
    told = 0.0
    while not over.is_set():
        wasyncore.loop(timeout=1.0, use_poll=True, map=server.map, count=1)
        if time.monotonic() - told >= EVERY and not application.stuck(THREADS, STUCK):
            beat()
            told = time.monotonic()
    shut(server)


if __name__ == "__main__":
    sys.exit(main([int(each) for each in sys.argv[1:]]))
