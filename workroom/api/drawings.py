"""Papers that the worker draws: an address is asked for until the file is there.

The first time it is asked for, the drawing is handed to the worker. Until it is done the answer is 202
with how far it is; a browser that opens the address itself gets a page that says so and asks again.
"""

from django.http import FileResponse, HttpRequest, HttpResponse
from django.http.response import HttpResponseBase
from django.shortcuts import render

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.sheets.printing import PaperTask, suffix
from workroom.api.makings import documents
from workroom.data_files import papers
from workroom.jobs import job_requests
from workroom.records.models import Job, Making

KINDS = {"pdf": "application/pdf", "png": "image/png"}
AGAIN = 1  # how soon to ask again (s)


class Underway(Frozen):
    """A paper that is being drawn. ``share``: how much of it is done (0 to 1); ``ahead``: how many
    drawings come before it."""

    share: float
    ahead: int


def drawn(request: HttpRequest, making: Making, task: PaperTask, name: str) -> HttpResponseBase:
    """The drawn file, or how far it is. Raises CraftError: why it cannot be drawn."""
    pattern, inputs = documents(making)
    text = task.model_dump_json()
    key = papers.key_of(making.owner_id, pattern, inputs, text)
    end = suffix(task)
    path = papers.kept_paper(f"{key}.{end}")
    if path is not None:
        response = FileResponse(path.open("rb"), content_type=KINDS[end])
        response["Content-Disposition"] = f'inline; filename="{name}.{end}"'
        response["Cache-Control"] = "no-store"
        return response
    failed = Job.objects.filter(owner_id=making.owner_id, key=key, state="failed").first()
    if failed is not None:
        sentence = failed.sentence
        failed.delete()  # who asks again gets another try
        raise CraftError(sentence)
    job = job_requests.draw(making, key, text)
    underway = Underway(share=job.share, ahead=job_requests.ahead_of(job.pk, job.kind, job.state))
    return _wait(request, underway)


def _wait(request: HttpRequest, underway: Underway) -> HttpResponse:
    if "text/html" in request.headers.get("Accept", ""):
        text = (
            f"Waiting for {underway.ahead} before it." if underway.ahead and not underway.share
            else f"{underway.share:.0%} is drawn."
        )  # fmt: skip
        response = render(request, "drawing.html", {"said": text, "share": underway.share})
        response["Refresh"] = str(AGAIN)
    else:
        response = HttpResponse(
            underway.model_dump_json(), content_type="application/json", status=202
        )
        response["Retry-After"] = str(AGAIN)
    response["Cache-Control"] = "no-store"
    return response
