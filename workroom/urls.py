"""Addresses: the api, and one page for everything else (the browser routes within it)."""

from django.conf import settings
from django.http import FileResponse, HttpRequest, HttpResponse, HttpResponseNotFound, JsonResponse
from django.http.response import HttpResponseBase
from django.shortcuts import render
from django.urls import path, re_path
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_GET

from workroom.answers.health import health
from workroom.api.all import api


@require_GET
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """The application's one page."""
    return render(request, "page.html")


def no_such_address(_: HttpRequest) -> JsonResponse:
    """An address under /api that does not exist."""
    return JsonResponse({"sentence": "There is nothing at this address.", "field": ""}, status=404)


@require_GET
def service_worker(_: HttpRequest) -> HttpResponseBase:
    """The browser's own keeper of the page, at the root so that it may look after all of it."""
    try:
        response = FileResponse(
            (settings.WEB_DIST / "sw.js").open("rb"), content_type="text/javascript"
        )
    except FileNotFoundError:
        return HttpResponseNotFound("The browser side is not built.")
    response["Cache-Control"] = "no-cache"
    return response


handler500 = "workroom.answers.faults.failed"
urlpatterns = [
    path("sw.js", service_worker),
    path("health", health),
    path("api/", api.urls),
    re_path(r"^api(?:/.*)?$", no_such_address),
    re_path(r"^(?!static/).*$", page),
]
