"""Django as a WSGI application, with a note of which requests are being answered just now."""

import os
import threading
import time
from collections.abc import Callable, Iterable
from importlib import import_module
from typing import Any

from django.conf import settings
from django.core.wsgi import get_wsgi_application

Answering = Callable[[dict[str, Any], Callable[..., Any]], Iterable[bytes]]

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "workroom.settings")


class Application:
    """The application as the server calls it, thread by thread."""

    def __init__(self) -> None:
        self._django: Answering = get_wsgi_application()
        import_module(settings.ROOT_URLCONF)  # else the first one who comes waits for it
        self._since: dict[int, float] = {}

    def __call__(
        self, environ: dict[str, Any], start_response: Callable[..., Any]
    ) -> Iterable[bytes]:
        """Answer one request."""
        me = threading.get_ident()
        self._since[me] = time.monotonic()
        try:
            return self._django(environ, start_response)
        finally:
            self._since.pop(me, None)

    def stuck(self, threads: int, longest: float) -> bool:
        """Whether every thread has been at its request for longer than that (s)."""
        since = list(self._since.values())
        return len(since) >= threads and max(since) < time.monotonic() - longest
