"""Whose request is answered next: everybody in turn, however many one of them has sent.

Who has least at work goes first: among the devices, and on each device among those who are signed in
there. Nobody has more than a few requests answered at once.
"""

import threading
from collections import Counter
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from typing import NamedTuple

from django.conf import settings
from django.http import HttpRequest, HttpResponse, JsonResponse

AT_ONCE = 8  # are at work
EACH = 3  # of one person
WAITING = 60  # requests of one person wait at most


class Busy(Exception):
    """Too many requests of one person wait."""


class Who(NamedTuple):
    """Who has sent a request: the device's address, and the session that its cookie names."""

    address: str
    session: str


class Turns:
    """Who is at work, and who waits, in the order they came."""

    def __init__(self) -> None:
        self._changed = threading.Condition()
        self._waiting: list[tuple[object, Who]] = []
        self._at_work: Counter[Who] = Counter()

    @contextmanager
    def turn(self, who: Who) -> Iterator[None]:
        """Wait for a turn and have it. Raises Busy."""
        mine = (object(), who)
        with self._changed:
            if sum(each == who for _, each in self._waiting) >= WAITING:
                raise Busy
            self._waiting.append(mine)
            self._changed.wait_for(lambda: self.next() == mine)
            self._waiting.remove(mine)
            self._at_work[who] += 1
            self._changed.notify_all()  # there may be room for one more
        try:
            yield
        finally:
            with self._changed:
                self._at_work -= Counter([who])
                self._changed.notify_all()

    def next(self) -> tuple[object, Who] | None:
        """Whose turn it is; nobody's while all places are taken."""
        if self._at_work.total() >= AT_ONCE:
            return None
        here = Counter(who.address for who in self._at_work.elements())
        return min(
            (each for each in self._waiting if self._at_work[each[1]] < EACH),
            key=lambda each: (here[each[1].address], self._at_work[each[1]]),
            default=None,
        )


class FairQueue:
    """Middleware: everybody's requests have their turn."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response
        self.turns = Turns()

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer it when its turn has come."""
        session = request.COOKIES.get(settings.SESSION_COOKIE_NAME, "")[:80]
        try:
            with self.turns.turn(Who(str(request.META.get("REMOTE_ADDR", "")), session)):
                return self.get_response(request)
        except Busy:
            busy = {
                "sentence": "Too many of your requests wait. Try again in a moment.",
                "field": "",
            }
            return JsonResponse(busy, status=503, headers={"Retry-After": "1"})
