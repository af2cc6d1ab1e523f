"""One's own account: another password, signed out everywhere, removed with everything."""

from datetime import UTC, datetime
from typing import Annotated, Literal

from django.contrib.auth import logout, update_session_auth_hash
from django.contrib.auth.models import User
from django.http import FileResponse, HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router
from ninja.errors import HttpError
from pydantic import Field

from craft.errors import CraftError
from craft.frozen import Frozen
from workroom.accounts.passwords import is_demo
from workroom.accounts.rate_limit import check_tries, forget_tries, wrong_try
from workroom.api.answers import answer
from workroom.api.files import slug
from workroom.api.session import Password, Session, check_password, shown
from workroom.api.who import user_of
from workroom.data_files import arriving, papers
from workroom.data_files.arriving import MOST_BYTES
from workroom.jobs import job_requests
from workroom.records import accounts
from workroom.records.belongings.shapes import TakenIn
from workroom.records.models import Job
from workroom.records.names import name_key

router = Router(tags=["account"])


class NewPassword(Frozen):
    """The password so far, and the one from now on."""

    old: Password
    new: Password


class Confirmed(Frozen):
    """The password, where something cannot be taken back."""

    password: Password


@router.put("/password", response=accounts.Devices)
def change_password(request: HttpRequest, body: NewPassword) -> HttpResponse:
    """Take another password; every other device is signed out."""
    user = _confirmed(request, body.old, "old")
    check_password(body.new, user.username)
    user.set_password(body.new)
    user.save(update_fields=["password"])
    accounts.sign_out_everywhere(user, request.session.session_key)
    update_session_auth_hash(request, user)
    return answer(accounts.Devices(count=1))


@router.get("/devices", response=accounts.Devices)
def devices(request: HttpRequest) -> HttpResponse:
    """On how many devices one is signed in."""
    return answer(accounts.devices(user_of(request)))


@router.post("/leave-everywhere", response=accounts.Devices)
def leave_everywhere(request: HttpRequest) -> HttpResponse:
    """Sign out on every other device."""
    user = user_of(request)
    accounts.sign_out_everywhere(user, request.session.session_key)
    return answer(accounts.Devices(count=1))


@router.post("/remove", response=Session)
def remove(request: HttpRequest, body: Confirmed) -> HttpResponse:
    """Take the account away with everything in it; this cannot be undone."""
    user = _confirmed(request, body.password, "password")
    logout(request)
    accounts.remove(user)
    return shown(request)


def own_account(request: HttpRequest) -> User:
    """The signed-in user; not the demo, which belongs to everybody. Raises CraftError."""
    user = user_of(request)
    if is_demo(user):
        raise CraftError("The demo workroom is everybody’s. Make a workroom of your own for that.")
    return user


def _confirmed(request: HttpRequest, password: str, field: str) -> User:
    user = own_account(request)
    key = name_key(user.username)
    check_tries(request, key)
    if not user.check_password(password):
        wrong_try(request, key)
        raise CraftError("This is not your password.", field)
    forget_tries(request, key)
    return user


class ArchiveStanding(Frozen):
    """Everything of one's own going out, or coming in. ``share``: how much is done (0 to 1); ``taken``:
    what came in. ``most``: what an archive may have (bytes); ``unfinished``: how much of one lies here
    that was never sent to its end (bytes), and ``until`` when it does."""

    state: Literal["none", "waiting", "running", "done", "stopped", "failed"]
    share: float = 0.0
    sentence: str = ""
    taken: TakenIn | None = None
    most: int = MOST_BYTES
    unfinished: int = 0
    until: datetime | None = None


@router.post("/archive", response=ArchiveStanding)
def make_archive(request: HttpRequest) -> HttpResponse:
    """Have everything of one's own put into one file."""
    job_requests.of_account(user_of(request), "export")
    return answer(_underway(request, "export"))


@router.get("/archive", response=ArchiveStanding)
def look_at_archive(request: HttpRequest) -> HttpResponse:
    """How far it is."""
    return answer(_underway(request, "export"))


@router.get("/archive/file")
def archive_file(request: HttpRequest) -> FileResponse:
    """The file, once it is done."""
    user = user_of(request)
    job = Job.objects.filter(owner=user, kind="export", state="done").last()
    path = papers.kept_paper(f"{job.key}.zip") if job else None
    if path is None:
        raise HttpError(404, "There is no archive yet, or it was made too long ago. Make one.")
    name = f"{slug(user.username)}-{timezone.localdate():%Y-%m-%d}.dovetack"
    return FileResponse(
        path.open("rb"), as_attachment=True, filename=name, content_type="application/zip"
    )


@router.post("/open", response=ArchiveStanding)
def open_archive(
    request: HttpRequest, at: Annotated[int, Field(ge=0, le=MOST_BYTES)] = 0, last: bool = False
) -> HttpResponse:
    """Take in a piece of an archive that begins at that byte of it; with the ``last`` one all of it is
    read, and put beside what is there."""
    user = own_account(request)
    if Job.objects.filter(owner=user, kind="import", state__in=job_requests.OPEN).exists():
        raise CraftError("An archive is being read already. Wait until it is done.", "file")
    arriving.take_in(user.pk, at, request.body)
    if last:
        job_requests.of_account(user, "import")
    return answer(_underway(request, "import"))


@router.get("/open", response=ArchiveStanding)
def look_at_opening(request: HttpRequest) -> HttpResponse:
    """How far the reading is, and what came of it."""
    return answer(_underway(request, "import"))


@router.delete("/open", response=ArchiveStanding)
def let_go_of_archive(request: HttpRequest) -> HttpResponse:
    """Throw away what was sent of an archive and never finished."""
    user = own_account(request)
    if Job.objects.filter(owner=user, kind="import", state__in=job_requests.OPEN).exists():
        raise CraftError("The archive is being read already.", "file")
    arriving.let_go(user.pk)
    return answer(_underway(request, "import"))


def _underway(request: HttpRequest, kind: str) -> ArchiveStanding:
    user = user_of(request)
    job = Job.objects.filter(owner=user, kind=kind).last()
    found: dict[str, object] = {"state": "none"}
    if job is not None:
        found = {"state": job.state, "share": job.share, "sentence": job.sentence}
        if kind == "import" and job.found:
            found["taken"] = TakenIn.model_validate_json(job.found)
    if kind == "import" and (job is None or job.state not in job_requests.OPEN):
        size, until = arriving.unfinished(user.pk)
        found["unfinished"] = size
        found["until"] = datetime.fromtimestamp(until, UTC) if size else None
    return ArchiveStanding.model_validate(found)
