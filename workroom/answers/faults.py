"""What is said when something fails that nobody is to blame for: a full disk, a database that does not
answer, a fault of ours. Nothing was changed then: every change is written whole or not at all."""

import errno
import sys

from django.db import DatabaseError, OperationalError
from django.http import HttpRequest, HttpResponse, JsonResponse

FULL = (
    "The disk is full, so nothing was changed. Make room on it; then everything goes on as before."
)
NO_WRITING = (
    "Nothing can be written to the workroom’s folder, so nothing was changed. See docs/running.md."
)
BUSY = (
    "The workroom’s database does not answer just now. Nothing was changed; try again in a moment."
)
OURS = "Something went wrong here. Nothing was changed; try again."


def sentence_of(error: BaseException | None) -> tuple[str, int]:
    """What is said of an error, and the status it goes with."""
    text = str(error).lower()
    number = getattr(error, "errno", None)
    if number in (errno.ENOSPC, errno.EDQUOT) or "disk is full" in text or "no space left" in text:
        return FULL, 507
    if number in (errno.EROFS, errno.EACCES) or "readonly database" in text:
        return NO_WRITING, 507
    if isinstance(error, OperationalError) or (
        isinstance(error, DatabaseError) and "malformed" in text
    ):
        return BUSY, 503
    return OURS, 500


def failed(request: HttpRequest) -> HttpResponse:
    """The answer to a request that failed."""
    sentence, status = sentence_of(sys.exc_info()[1])
    if request.path.startswith("/api"):
        response: HttpResponse = JsonResponse({"sentence": sentence, "field": ""}, status=status)
    else:
        response = HttpResponse(sentence, status=status, content_type="text/plain; charset=utf-8")
    if status == 503:
        response["Retry-After"] = "1"
    return response
