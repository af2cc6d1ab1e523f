"""The launcher: ``python -m workroom.serving PORT [ADDRESS]``, where ADDRESS is this machine's in the
home network if it is shared there.

It opens the sockets, so that whoever comes while the web process is started anew waits a moment and is
answered; it keeps the web process and the worker alive, and ends both when it ends. Exit codes: 0 when it
was told to end, 1 when it could not begin, 3 when the web process cannot be kept alive.
"""

import fcntl
import os
import signal
import socket
import sys
import time
from collections.abc import Callable

from workroom.keeping.places import data_folder
from workroom.serving.doors import listening
from workroom.serving.holder import holder
from workroom.serving.keeper import Child, tell
from workroom.serving.sharing import said

LOOK, SOON = 1.0, 0.05  # how often the children are looked at (s)
PATIENCE = 8.0  # how long a web process is waited for whose launcher is gone (s)
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
        sockets = opened(addresses, port)
    except (OSError, OverflowError) as error:
        print(f"run: {used(port, error)}", file=sys.stderr)
        return 1
    os.environ["DOVE_TACK_SHARED"] = f"[{shared}]" if ":" in shared else shared
    return keep(children([each.fileno() for each in sockets]), lambda: say_ready(port, shared))


def children(sockets: list[int]) -> list[Child]:
    """What is kept alive: one web process or several at the same sockets, and a worker."""
    python = [sys.executable, "-m"]
    web = [*python, "workroom.serving.web", *map(str, sockets)]
    many = max(1, int(os.environ.get("DOVE_TACK_WEB") or 1))
    names = ["The web process", *(f"Web process {number}" for number in range(2, many + 1))]
    return [
        *(Child(name, web, sockets, needed=True) for name in names),
        Child("The worker", [*python, "workroom.jobs"]),
    ]


def keep(kept: list[Child], ready: Callable[[], None]) -> int:
    """Keep them alive until we are told to end; the exit code. ``ready`` is called when the first is."""
    told, code, said_so = Told(), 0, False
    while not (told.to_end or code):
        for child in kept:
            if child.look(time.monotonic()) == "hopeless":
                if child.needed:
                    tell(f"{child.name} cannot be kept alive; see what it said above.")
                    code = 3
                child.stillborn = 0
        if kept[0].alive and not said_so:
            said_so = True
            ready()
        told.wait(min(LOOK, *(child.wait for child in kept)) if said_so else SOON)
    for child in kept:
        child.end()
    for child in kept:
        child.ended(ENDING)
    return code


def say_ready(port: int, shared: str) -> None:
    """Said once whoever opens the address is answered."""
    print(f"Dove Tack is ready at http://127.0.0.1:{port}  (Ctrl C stops it)", flush=True)
    if shared:
        demo = os.environ.get("DOVE_TACK_DEMO") == "1"
        print(said(shared, port, demo=demo, coloured=sys.stdout.isatty()), flush=True)


class Told:
    """Whether somebody asked us to end. Signals are waited for, so that a child that ended is seen at once
    and nothing is done meanwhile."""

    ENDS = (signal.SIGTERM, signal.SIGINT, signal.SIGHUP)

    def __init__(self) -> None:
        self.to_end = False
        signal.pthread_sigmask(signal.SIG_BLOCK, [*self.ENDS, signal.SIGCHLD])

    def wait(self, seconds: float) -> None:
        """Wait for a signal, so long at most."""
        heard = signal.sigtimedwait([*self.ENDS, signal.SIGCHLD], seconds)
        if heard is not None and heard.si_signo in self.ENDS:
            self.to_end = True


def opened(addresses: list[str], port: int) -> list[socket.socket]:
    """The sockets; a web process that outlives its launcher for a moment is waited for."""
    until = time.monotonic() + PATIENCE
    while True:
        sockets: list[socket.socket] = []
        try:
            for address in addresses:
                sockets.append(listening(address, port))
            return sockets
        except OSError:
            for each in sockets:
                each.close()
            if "workroom.serving.web" not in holder(port) or time.monotonic() > until:
                raise
            time.sleep(SOON)


def used(port: int, error: Exception) -> str:
    """Why a port cannot be used, and what to do."""
    who = holder(port) if isinstance(error, OSError) else ""
    why = f"it is held by {who}" if who else str(error)
    return f"port {port} cannot be used: {why}. Choose another: ./run --port 8001"


if __name__ == "__main__":
    sys.exit(main(int(sys.argv[1]), *sys.argv[2:]))
