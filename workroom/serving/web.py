"""The web process: ``python -m workroom.serving.web SOCKET...`` serves at sockets that the launcher
opened, given by their numbers, and shows the launcher now and then that it is alive."""

import os
import signal
import socket
import sys
import threading
import time

from waitress import wasyncore

from workroom.serving.alive import beat, watch_parent
from workroom.serving.application import Application
from workroom.serving.doors import THREADS, opened

EVERY = 2.0  # s
STUCK = 90.0  # every thread at one request for so long: nobody is answered any more (s)


def main(numbers: list[int]) -> None:
    """Serve until told to stop."""
    application = Application()
    behind = os.environ.get("DOVE_TACK_HTTPS")
    more = (
        {
            "trusted_proxy": "127.0.0.1",
            "trusted_proxy_headers": {"x-forwarded-for", "x-forwarded-proto", "x-forwarded-host"},
        }
        if behind
        else {}
    )
    sockets = [socket.socket(fileno=number) for number in numbers]
    server = opened(application, sockets, **more)
    over = threading.Event()
    for each in (signal.SIGTERM, signal.SIGINT):
        signal.signal(each, lambda *_: over.set())
    watch_parent(over.set)
    told = 0.0
    while not over.is_set():
        wasyncore.loop(timeout=1.0, use_poll=True, map=server.map, count=1)
        if time.monotonic() - told >= EVERY and not application.stuck(THREADS, STUCK):
            beat()
            told = time.monotonic()
    server.close()


if __name__ == "__main__":
    main([int(each) for each in sys.argv[1:]])
