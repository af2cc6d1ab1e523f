"""Whom the workroom answers: requests that name one of its announced addresses, whatever they ask for."""

from collections.abc import Callable

from django.core.exceptions import DisallowedHost
from django.http import HttpRequest, HttpResponse

SENTENCE = (
    "This workroom is not served at this address. Open it as it was announced when it was started."
)


class Hosts:
    """Middleware, before all others: Django alone looks at the address only where somebody asks for it."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Refuse what names another host."""
        try:
            request.get_host()
        except DisallowedHost:
            return HttpResponse(SENTENCE, status=421, content_type="text/plain; charset=utf-8")
        return self.get_response(request)
