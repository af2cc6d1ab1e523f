"""Files on their way out."""

from django.http import HttpResponse
from django.utils.text import slugify


def slug(name: str) -> str:
    """A file name from a title."""
    return slugify(name) or "dove-tack"


def download(text: str, name: str) -> HttpResponse:
    """JSON text as a file to keep."""
    return saved(text.encode(), "application/json", name)


def saved(data: bytes, kind: str, name: str) -> HttpResponse:
    """A file to keep."""
    response = HttpResponse(data, content_type=kind)
    response["Content-Disposition"] = f'attachment; filename="{name}"'
    return response


def sent(data: bytes, kind: str, name: str) -> HttpResponse:
    """A file that the browser may show itself."""
    response = HttpResponse(data, content_type=kind)
    response["Content-Disposition"] = f'inline; filename="{name}"'
    return response
