"""The web process: gunicorn's settings (``gunicorn --config python:workroom.serving.http_server``), and the
application as it calls it.

The first process loads everything and forks the one that answers, at the sockets that the launcher opened;
when that one dies or freezes, another is there at once.
"""

import ctypes
import os
import signal
from collections.abc import Callable, Iterable
from importlib import import_module
from tempfile import SpooledTemporaryFile
from typing import Any

from django.conf import settings
from django.core.wsgi import get_wsgi_application

from workroom.serving.kept import ALIVE

HTTPS = os.environ.get("DOVE_TACK_HTTPS", "")  # behind a web server on this machine
bind = [f"fd://{number}" for number in os.environ.get("DOVE_TACK_SOCKETS", "").split()]
wsgi_app = "workroom.serving.http_server:application()"
preload_app = True
workers = max(1, int(os.environ.get("DOVE_TACK_WEB") or 1))
worker_class = "gthread"
# Whoever sends slowly holds a thread; how many of them are at work at once is the fair queue's.
threads, worker_connections = 256, 1_000
timeout, graceful_timeout, keepalive = 8, 5, 75  # s
limit_request_line, limit_request_field_size = 8_190, 32_000  # bytes
forwarded_allow_ips = "127.0.0.1" if HTTPS else ""
worker_tmp_dir = "/dev/shm" if os.path.isdir("/dev/shm") else None
control_socket_disable = True
loglevel = "error"

LARGEST = 64_000_000  # bytes of a body: more than anything that belongs here (limits)
IN_MEMORY = 512_000
DIES_WITH_PARENT = 1  # PR_SET_PDEATHSIG
Start = Callable[..., Any]
Application = Callable[[dict[str, Any], Start], Iterable[bytes]]


def post_fork(server: object, worker: object) -> None:
    """The one that answers ends with the one that could replace it."""
    ctypes.CDLL(None).prctl(DIES_WITH_PARENT, signal.SIGKILL)


def application() -> Application:
    """Django, with everything loaded, asked when a whole request is there."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "workroom.settings")
    django: Application = get_wsgi_application()
    import_module(settings.ROOT_URLCONF)  # else the first one who comes waits for it

    def answer(environ: dict[str, Any], start: Start) -> Iterable[bytes]:
        if environ["PATH_INFO"] == ALIVE:
            start("204 No Content", [])
            return []
        if HTTPS and environ["REMOTE_ADDR"] == "127.0.0.1":
            environ["REMOTE_ADDR"] = forwarded_for(environ)
        length = environ.get("CONTENT_LENGTH") or "0"
        if not length.isdecimal() or int(length) > LARGEST:
            start("413 Content Too Large", [("Connection", "close"), ("Content-Length", "0")])
            return []
        # A body is taken in whole, in a file where it is long: nobody’s turn waits for it.
        with SpooledTemporaryFile(IN_MEMORY) as body:
            left, sent = int(length), environ["wsgi.input"]
            while left and (part := sent.read(min(left, 1 << 16))):
                left -= body.write(part)
            body.seek(0)
            environ["wsgi.input"] = body
            return django(environ, start)

    return answer


def forwarded_for(environ: dict[str, Any]) -> str:
    """Whom the web server before us answers."""
    named = str(environ.get("HTTP_X_FORWARDED_FOR", "")).rpartition(",")[2].strip()
    return named or str(environ["REMOTE_ADDR"])
