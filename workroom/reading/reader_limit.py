"""The gate before children that read what people send: few at once, few waiting, the others told to come
back, so that threads are left for everybody else."""

import threading
from collections.abc import Iterator
from contextlib import contextmanager

AT_ONCE, WAITING = 2, 2
PATIENCE = 30.0  # s
NICE = 5  # of those children: whoever reads a page goes before, and searches come after


class Busy(Exception):
    """Too many are at it just now: ask again in a moment."""


_places = threading.BoundedSemaphore(AT_ONCE + WAITING)
_turn = threading.BoundedSemaphore(AT_ONCE)


@contextmanager
def through_the_gate() -> Iterator[None]:
    """Have a turn. Raises Busy where too many wait already."""
    if not _places.acquire(blocking=False):
        raise Busy
    try:
        if not _turn.acquire(timeout=PATIENCE):
            raise Busy
        try:
            yield
        finally:
            _turn.release()
    finally:
        _places.release()
