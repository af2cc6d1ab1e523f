"""Addresses: the api, and one page for everything else (the browser routes within it)."""

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render
from django.urls import path, re_path
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_GET

from workroom.api.all import api


@require_GET
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """The application's one page."""
    return render(request, "page.html")


def no_such_address(_: HttpRequest) -> JsonResponse:
    """An address under /api that does not exist."""
    return JsonResponse({"sentence": "There is nothing at this address.", "field": ""}, status=404)


urlpatterns = [
    path("api/", api.urls),
    re_path(r"^api(?:/.*)?$", no_such_address),
    re_path(r"^(?!static/).*$", page),
]
