"""Whose request is answered next: everybody in turn, however many one of them has sent.

It goes round among the devices, and on each device among those who are signed in there; nobody has more
than a few requests answered at once.
"""

from collections import Counter, deque
from typing import Any

COOKIE = "sessionid="
AT_ONCE = 3  # requests of one person
Who = tuple[str, str]


def who(channel: Any) -> Who:
    """Who sent what waits on a connection: the device's address, and the session that its cookie names."""
    sent = channel.requests[0].headers.get("COOKIE", "") if channel.requests else ""
    session = next(
        (each for each in map(str.strip, sent.split(";")) if each.startswith(COOKIE)), ""
    )
    return str(channel.addr[0]), session[:80]


class Turns:
    """A queue as the server's threads use one; its length is what may be answered now."""

    def __init__(self) -> None:
        self._waiting: dict[str, dict[str, deque[Any]]] = {}
        self._at_work: Counter[Who] = Counter()

    def append(self, channel: Any) -> None:
        """Let a connection wait for its turn."""
        address, session = who(channel)
        self._waiting.setdefault(address, {}).setdefault(session, deque()).append(channel)

    def popleft(self) -> Any:
        """The next one; whoever it belongs to is last in the next round."""
        for address, people in self._waiting.items():
            for session, own in people.items():
                if self._at_work[address, session] < AT_ONCE:
                    channel = own.popleft()
                    del people[session]
                    if own:
                        people[session] = own
                    del self._waiting[address]
                    if people:
                        self._waiting[address] = people
                    self._at_work[address, session] += 1
                    channel.belongs_to = (address, session)
                    return channel
        raise IndexError("nobody may be answered now")

    def done(self, whose: Who) -> None:
        """A request of theirs was answered."""
        self._at_work[whose] -= 1
        if not self._at_work[whose]:
            del self._at_work[whose]

    def __len__(self) -> int:
        return sum(
            min(len(own), max(0, AT_ONCE - self._at_work[address, session]))
            for address, people in self._waiting.items()
            for session, own in people.items()
        )
