"""The whole api: one router a stage, under /api."""

from ninja import NinjaAPI
from ninja.security import django_auth

from workroom.api import (
    cloth,
    cupboard,
    cut,
    fit,
    groups,
    keep,
    lay,
    makings,
    mark,
    measure,
    people,
    pick,
    session,
    sheets,
    trace,
)
from workroom.api.answers import speak_of_errors

api = NinjaAPI(title="Dove Tack", version="1", docs_url=None, auth=django_auth)
speak_of_errors(api)
api.add_router("/session", session.router)
api.add_router("/measure", measure.router)
api.add_router("/cupboard", cupboard.router)
api.add_router("/cupboard", people.router)
api.add_router("/groups", groups.router)
api.add_router("/makings", makings.router)
for stage in (pick, trace, sheets, fit, cloth, lay, cut, mark, keep):
    api.add_router("/makings", stage.router)
