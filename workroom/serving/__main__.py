"""The launcher: ``python -m workroom.serving PORT [ADDRESS]``, where ADDRESS is this machine's in the
home network if it is shared there.

It opens the sockets, so that whoever comes while the web server is started anew waits a moment and is
answered; it keeps the web server and the worker alive, and ends both when it ends. Exit codes: 0 when it
was told to end, 1 when it could not begin, 3 when the web server cannot be kept alive.
"""

import fcntl
import os
import signal
import socket
import sys
import threading
import time
import uuid
from collections.abc import Callable
from http.client import HTTPConnection, HTTPException
from pathlib import Path

from workroom.keeping.places import data_folder
from workroom.network.home_network import said
from workroom.network.port_holder import used
from workroom.serving.kept import ALIVE, Kept, tell

LOOK = 0.1  # how often the processes are looked at (s)
ANSWER = 1.0  # an answer that takes longer is none (s)
DEAF = 20.0  # a web server that does not answer for so long does not mend itself (s)
ENDING = 8.0  # how long they may take to end (s)


def main(port: int, shared: str = "") -> int:
    """Serve until told to end."""
    addresses = ["127.0.0.1", *([shared] if shared else [])]
    lock = (data_folder() / "serving.lock").open("w")  # restoring waits until nobody serves
    try:
        fcntl.flock(lock, fcntl.LOCK_SH | fcntl.LOCK_NB)
    except OSError:
        print("run: a backup is being restored just now. Start again when it is done.",
              file=sys.stderr)  # fmt: skip
        return 1
    try:
        sockets = [listening(address, port) for address in addresses]
    except (OSError, OverflowError) as error:
        print(f"run: {used(port, error)}", file=sys.stderr)
        return 1
    os.environ["DOVE_TACK_SHARED"] = f"[{shared}]" if ":" in shared else shared
    os.environ["DOVE_TACK_WORKER"] = uuid.uuid4().hex[:8]  # whichever is at work for us
    return keep(processes(port, sockets), lambda: say_ready(port, shared))


def processes(port: int, sockets: list[socket.socket]) -> list[Kept]:
    """What is kept alive: the web server at these sockets, and the worker."""
    python, numbers = [sys.executable, "-m"], [each.fileno() for each in sockets]
    os.environ["DOVE_TACK_SOCKETS"] = " ".join(map(str, numbers))
    server = [*python, "gunicorn", "--config", "python:workroom.serving.http_server"]
    return [
        Kept("The web server", server, lambda _: answers(port), numbers, silent=DEAF, needed=True),
        Kept("The worker", [*python, "workroom.jobs"], touched(data_folder() / "worker.beat")),
    ]


def keep(kept: list[Kept], ready: Callable[[], None]) -> int:
    """Keep them alive until told to end; the exit code. ``ready``: called once the first is at work."""
    told, code, said_so = threading.Event(), 0, False
    for each in (signal.SIGTERM, signal.SIGINT, signal.SIGHUP):
        signal.signal(each, lambda *_: told.set())
    while not (told.wait(LOOK) or code):
        for one in kept:
            one.look(time.monotonic())
            if one.hopeless and one.needed:
                tell(f"{one.name} cannot be kept alive; see what it said above.")
                code = 3
        if kept[0].at_work and not said_so:
            said_so = True
            ready()
    for one in kept:
        one.ask_to_end()
    for one in kept:
        one.end(ENDING)
    return code


def say_ready(port: int, shared: str) -> None:
    """Said once whoever opens the address is answered."""
    print(f"Dove Tack is ready at http://127.0.0.1:{port}  (Ctrl C stops it)", flush=True)
    if shared:
        demo = os.environ.get("DOVE_TACK_DEMO") == "1"
        print(said(shared, port, demo=demo, coloured=sys.stdout.isatty()), flush=True)


def answers(port: int) -> bool:
    """Whether the web server answers."""
    asking = HTTPConnection("127.0.0.1", port, timeout=ANSWER)
    try:
        asking.request("GET", ALIVE)
        return asking.getresponse().status == 204
    except (OSError, HTTPException):
        return False
    finally:
        asking.close()


def touched(file: Path) -> Callable[[float], bool]:
    """Whether a file was touched since then, and since that was last asked."""

    last = 0.0

    def changed(since: float) -> bool:
        nonlocal last
        before, last = last, file.stat().st_mtime if file.exists() else 0.0
        return last != before and last > since

    return changed


def listening(address: str, port: int) -> socket.socket:
    """A socket that listens at an address of this machine. Raises OSError where it cannot."""
    family = socket.AF_INET6 if ":" in address else socket.AF_INET
    return socket.create_server((address, port), family=family, backlog=1024)


if __name__ == "__main__":
    sys.exit(main(int(sys.argv[1]), *sys.argv[2:]))
