"""The whole api: one router a stage, under /api."""

from ninja import NinjaAPI
from ninja.security import django_auth

from workroom.api import (
    cloth,
    cupboard,
    cut,
    fit,
    keep,
    lay,
    makings,
    mark,
    measure,
    pick,
    session,
    trace,
)
from workroom.api.answers import speak_of_errors

api = NinjaAPI(title="Dove Tack", version="1", docs_url=None, auth=django_auth)
speak_of_errors(api)
api.add_router("/session", session.router)
api.add_router("/measure", measure.router)
api.add_router("/cupboard", cupboard.router)
api.add_router("/makings", makings.router)
for stage in (pick, trace, fit, cloth, lay, cut, mark, keep):
    api.add_router("/makings", stage.router)
