"""The whole api: one router a stage, under /api."""

from functools import wraps
from typing import Any

from django.http import HttpRequest, HttpResponse, JsonResponse
from ninja import NinjaAPI
from ninja.security import django_auth

from workroom.api import (
    account,
    cloth,
    cloth_photos,
    cloths,
    cupboard,
    cut,
    drawn_files,
    fit,
    groups,
    keep,
    lay,
    makings,
    mark,
    measure,
    patterns,
    people,
    pick,
    pictures,
    saving,
    searches,
    session,
    sheets,
    shopping,
    tables,
    ticks,
    trace,
)
from workroom.api.answers import speak_of_errors


def _signed_in(view: Any) -> Any:
    """What the api can do is nobody else's business."""

    @wraps(view)
    def guarded(request: HttpRequest, *args: Any, **more: Any) -> HttpResponse:
        if not request.user.is_authenticated:
            return JsonResponse({"sentence": "Please sign in first.", "field": ""}, status=401)
        response: HttpResponse = view(request, *args, **more)
        return response

    return guarded


api = NinjaAPI(
    title="Dove Tack", version="1", docs_url=None, auth=django_auth, docs_decorator=_signed_in
)
speak_of_errors(api)
api.add_router("/session", session.router)
api.add_router("/account", account.router)
api.add_router("/measure", measure.router)
api.add_router("/cupboard", cupboard.router)
api.add_router("/cupboard", people.router)
api.add_router("/cupboard/cloths", cloths.router)
api.add_router("/cupboard/cloths", cloth_photos.router)
api.add_router("/patterns", patterns.router)
api.add_router("/patterns", drawn_files.router)
api.add_router("/drawn-files", drawn_files.sent)
api.add_router("/pictures/cloths", cloth_photos.sent)  # bodies may be long there
api.add_router("/pictures/makings", mark.sent)
api.add_router("/pictures", pictures.router)
api.add_router("/groups", groups.router)
api.add_router("/groups", sheets.group_router)
api.add_router("/makings", makings.router)
api.add_router("", shopping.router)
api.add_router("", saving.router)
api.add_router("/tables", tables.router)
for stage in (ticks, pick, trace, sheets, fit, cloth, lay, searches, cut, mark, keep):
    api.add_router("/makings", stage.router)
