"""Doors: listening sockets, and the patience we have with those who come in.

Waitress reads whole requests in one loop and only then hands them to a thread, so that whoever sends
slowly holds a connection and nothing else. What is ours: how long a request may take to arrive, and who
makes room when there are too many connections.
"""

import socket
import time
from collections import Counter
from typing import Any

from waitress import wasyncore
from waitress.adjustments import Adjustments
from waitress.channel import HTTPChannel
from waitress.server import MultiSocketServer, TcpWSGIServer
from waitress.task import ThreadedTaskDispatcher

from workroom.serving.turns import Turns, Who

THREADS = 8
MOST = 400  # connections at one door
# A request may take so long to arrive (s), and longer the more of it comes (bytes a second).
PATIENCE, SLOWEST = 20.0, 16_000
LEAVING = 3.0  # how long whoever is inside may take when it is shut (s)
HESITATION = 0.5  # so long after coming in one may ask (s)
LOOK = 2  # how often that is looked at (s)
SETTINGS = {
    "threads": THREADS,
    "connection_limit": 4 * MOST,  # we make room before that
    "cleanup_interval": LOOK,
    "channel_timeout": 75,
    "max_request_header_size": 32_000,
    # More than anything that belongs here, so that what is too long is answered with its sentence (limits).
    "max_request_body_size": 64_000_000,
    "outbuf_high_watermark": 256_000_000,  # what is sent waits in a file, never in a thread
    "asyncore_use_poll": True,
    "log_socket_errors": False,
    "ident": None,
}


def listening(address: str, port: int) -> socket.socket:
    """A socket that listens at an address of this machine. Raises OSError where it cannot."""
    family = socket.AF_INET6 if ":" in address else socket.AF_INET
    made = socket.socket(family, socket.SOCK_STREAM)
    made.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        made.bind((address, port))
        made.listen(1024)
    except OSError:
        made.close()
        raise
    return made


class Caller(HTTPChannel):
    """One connection, and since when the request that it is sending has been under way."""

    begun = 0.0
    answered = False
    belongs_to: Who = ("", "")

    def received(self, data: bytes) -> bool:
        """Take in what has come."""
        under_way = self.request
        taken = bool(super().received(data))
        if self.request is not under_way:
            self.begun = time.monotonic()
        return taken

    def service(self) -> None:
        """Answer one request, then let another one of the same person be answered."""
        dispatcher, whose = self.server.task_dispatcher, self.belongs_to
        try:
            super().service()
        finally:
            self.answered = True
            with dispatcher.lock:
                dispatcher.queue.done(whose)
                dispatcher.queue_cv.notify()

    @property
    def late(self) -> bool:
        """Whether the request that it is sending has had time enough."""
        if self.request is None:
            return False
        sent = self.request.body_bytes_received if self.request.headers_finished else 0
        return time.monotonic() - self.begun > PATIENCE + float(sent) / SLOWEST

    @property
    def idle(self) -> bool:
        """Whether nothing of it is being answered or sent."""
        return not (self.requests or self.total_outbufs_len)

    @property
    def resting(self) -> bool:
        """Whether nothing of it is under way at all; who has just come in is about to ask."""
        asked = self.answered or time.time() - self.creation_time > HESITATION
        return self.idle and self.request is None and asked


class Door(TcpWSGIServer):
    """One listening socket."""

    channel_class = Caller

    def handle_accept(self) -> None:
        """Let somebody in; when it is full, whoever holds most connections gives up the oldest."""
        if len(self.active_channels) >= MOST:
            idle = [each for each in self.active_channels.values() if each.idle]
            held = Counter(each.addr[0] for each in idle)
            if idle:
                most = max(held.values())
                crowd = (each for each in idle if held[each.addr[0]] == most)
                min(crowd, key=lambda each: each.last_activity).handle_close()
        super().handle_accept()

    def maintenance(self, now: float) -> None:
        """Shut out who has been silent for long, or takes too long to send a request."""
        super().maintenance(now)
        for each in self.active_channels.values():
            if each.late:
                each.will_close = True


def opened(application: Any, sockets: list[socket.socket], **more: Any) -> MultiSocketServer:
    """A server at these sockets. ``more``: settings of the server besides ours."""
    settings = Adjustments(sockets=sockets, **SETTINGS, **more)
    dispatcher = ThreadedTaskDispatcher()
    dispatcher.queue = Turns()
    dispatcher.queue_logger.disabled = True  # a full queue is no news
    dispatcher.set_thread_count(THREADS)
    connections: dict[int, Any] = {}
    for each in sockets:
        where = (each.family, each.type, each.proto, each.getsockname())
        Door(
            application, connections, True, each, dispatcher=dispatcher, adj=settings,
            bind_socket=False, sockinfo=where,
        )  # fmt: skip
    return MultiSocketServer(connections, settings, [], dispatcher, None)


def shut(server: MultiSocketServer, within: float = LEAVING) -> None:
    """Let nobody in any more, answer whoever is inside, and close; ``within``: how long that may take (s).
    Others may listen at the same sockets: whoever comes from now on is theirs."""
    for door in [each for each in server.map.values() if isinstance(each, Door)]:
        door.del_channel(server.map)
        door.socket.close()
    until = time.monotonic() + within
    while time.monotonic() < until:
        inside = [each for each in server.map.values() if isinstance(each, Caller)]
        if all(each.resting for each in inside):
            break
        wasyncore.loop(timeout=0.05, use_poll=True, map=server.map, count=1)
    server.close()
