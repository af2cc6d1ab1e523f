"""Whose request is answered next: everybody in turn, however many one of them has sent."""

from collections import deque
from typing import Any

COOKIE = "sessionid="


def who(channel: Any) -> str:
    """Who sent what waits on a connection: the session its cookie names, else the address."""
    sent = channel.requests[0].headers.get("COOKIE", "") if channel.requests else ""
    for part in sent.split(";"):
        if part.strip().startswith(COOKIE):
            return str(part.strip()[:80])
    return str(channel.addr[0])


class Turns:
    """A queue like a deque, as the server's threads use one, that goes round among those who wait."""

    def __init__(self) -> None:
        self._waiting: dict[str, deque[Any]] = {}

    def append(self, channel: Any) -> None:
        """Let a connection wait for its turn."""
        self._waiting.setdefault(who(channel), deque()).append(channel)

    def popleft(self) -> Any:
        """The next one; whoever it belongs to is last in the next round."""
        name = next(iter(self._waiting))
        own = self._waiting.pop(name)
        channel = own.popleft()
        if own:
            self._waiting[name] = own
        return channel

    def __len__(self) -> int:
        return sum(len(own) for own in self._waiting.values())
