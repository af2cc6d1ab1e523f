"""The entry point for the server."""

import os
import warnings

from django.core.asgi import get_asgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "workroom.settings")
# Static files are small and read at once; that their iterator is synchronous costs nothing.
warnings.filterwarnings("ignore", message="StreamingHttpResponse must consume synchronous")
application = get_asgi_application()
