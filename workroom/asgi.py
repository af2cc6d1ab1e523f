"""The entry point for the server.

Django runs as a WSGI application on a pool of lasting threads: a request costs no new thread and no
new database connection, which under Django's own ASGI handler were most of a short request's time.
Uvicorn stays the server, so that a streaming address can stand beside it.
"""

import os
from typing import Any

from a2wsgi import WSGIMiddleware
from django.core.wsgi import get_wsgi_application

THREADS = 8

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "workroom.settings")
# The two packages describe one protocol with types of their own.
django: Any = get_wsgi_application()
application = WSGIMiddleware(django, workers=THREADS)
