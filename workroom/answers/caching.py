"""What browsers and those between may keep of an answer: of the api nothing, unless it says so itself."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse


class NothingKept:
    """Middleware: an answer of the api is for whoever asked, and is true now."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Say so in the answer."""
        response = self.get_response(request)
        if request.path.startswith("/api/"):
            response.headers.setdefault("Cache-Control", "no-store")
        return response
