"""How the workroom is, for the curious and for supervisors: ``/health``."""

import time
from contextlib import suppress

from django.conf import settings
from django.db import DatabaseError, connection
from django.http import HttpRequest, JsonResponse
from django.views.decorators.http import require_safe

from workroom.keeping.backup import SUFFIX
from workroom.keeping.places import COPIES
from workroom.records.models import Job

# A worker that has not shown itself for so long is not there (s).
SILENT = 30.0


@require_safe
def health(_: HttpRequest) -> JsonResponse:
    """200 with what is well, 503 where something is not. Says nothing of anybody’s work."""
    rows, waiting = "answers", None
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT 1")
        waiting = Job.objects.filter(state="waiting").count()
    except DatabaseError:
        rows = "does not answer"
    worker = "at work" if _beat() < SILENT else "not there"
    well = (rows, worker) == ("answers", "at work")
    said = {
        "well": well,
        "database": rows,
        "worker": worker,
        "waiting": waiting,
        "copied": _copied(),
        "version": settings.VERSION,
    }
    response = JsonResponse(said, status=200 if well else 503)
    response["Cache-Control"] = "no-store"
    return response


def _beat() -> float:
    """How long ago a worker showed itself (s); a clock that jumped counts as just now only once."""
    with suppress(OSError):
        return abs(time.time() - (settings.DATA / "worker.beat").stat().st_mtime)
    return float("inf")


def _copied() -> str | None:
    """The day of the newest copy beside the data."""
    names = sorted((settings.DATA / COPIES).glob(f"*{SUFFIX}"))
    return names[-1].name.removesuffix(SUFFIX) if names else None
