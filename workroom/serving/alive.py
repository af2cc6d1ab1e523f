"""What a child does for its launcher: show that it is alive, and end when the launcher does.

The launcher holds the other end of standard input; it ends with the launcher, however that ends.
"""

import os
import sys
import threading
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress

BEAT = "DOVE_TACK_BEAT"  # names the pipe that a child's beats go through
AT_WORK, READY = b".", b"+"  # the one that works, and the one that stands ready to fork another
EVERY = 2.0  # how often one shows that it is alive (s)
GRACE = 5.0  # a child that was told and does not end by itself is ended after so long (s)


def beat(who: bytes = AT_WORK) -> None:
    """Say "still alive" to the launcher, where one listens. ``who``: AT_WORK or READY."""
    pipe = os.environ.get(BEAT)
    if pipe:
        with suppress(OSError):
            os.write(int(pipe), who)


@contextmanager
def loading() -> Iterator[None]:
    """Show now and then that one who is still loading everything is not frozen. No thread is left."""
    done = threading.Event()

    def show() -> None:
        beat(READY)
        while not done.wait(EVERY):
            beat(READY)

    thread = threading.Thread(target=show, daemon=True)
    thread.start()
    try:
        yield
    finally:
        done.set()
        thread.join()


def watch_parent(gone: Callable[[], object]) -> None:
    """Call ``gone`` once the launcher has ended; whoever is still here some seconds later is ended."""

    def watch() -> None:
        with suppress(OSError):
            while os.read(sys.stdin.fileno(), 1):
                pass
        gone()
        threading.Event().wait(GRACE)
        os._exit(0)

    threading.Thread(target=watch, daemon=True).start()
