"""Signing in and out, the demo, and preferences."""

from io import BytesIO
from typing import Annotated, Literal
from urllib.parse import urlsplit

import segno
from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.http import HttpRequest, HttpResponse
from ninja import Router
from ninja.errors import HttpError
from ninja.utils import check_csrf
from pydantic import Field, computed_field

from craft.errors import CraftError
from craft.formats.readers import offered
from craft.frozen import Frozen
from craft.measure import Unit
from craft.saving.task import USUAL_PAPER, Paper
from workroom.accounts.rate_limit import arrived, check_arrivals, check_tries, forget_tries
from workroom.api.answers import answer
from workroom.api.files import sent
from workroom.api.who import user_of
from workroom.demo.names import DEMO_USER
from workroom.demo.world import restore_demo
from workroom.records import accounts
from workroom.records.models import Preferences
from workroom.records.names import cleaned, name_key

router = Router(tags=["session"])
BACKEND = "workroom.accounts.passwords.ByName"


class Session(Frozen):
    """Who is signed in (None: nobody), how they like to see things, and whether there is a demo workroom
    to look at (``in_demo``: this is it). ``opens``: endings and media types of the files that can be
    opened."""

    user: str | None
    demo: bool
    in_demo: bool = False
    unit: Unit
    theme: Literal["dove", "lamp"]
    version: str = settings.VERSION
    opens: tuple[str, ...] = offered()

    @computed_field
    def paper(self) -> Paper:
        """What their pages are printed on."""
        return USUAL_PAPER[self.unit]


Password = Annotated[str, Field(min_length=1, max_length=200)]


class Credentials(Frozen):
    """A name and a password."""

    name: Annotated[str, Field(min_length=1, max_length=100)]
    password: Password


class Likes(Frozen):
    """Preferences to keep; what is left out stays as it is."""

    unit: Unit | None = None
    theme: Literal["dove", "lamp"] | None = None


def _guard(request: HttpRequest) -> None:
    """ninja leaves addresses without sign-in unprotected against forged requests."""
    if check_csrf(request) is not None:
        raise HttpError(403, "This page is too old. Load it again.")


def shown(request: HttpRequest) -> HttpResponse:
    """Who is here now."""
    user = request.user
    if not isinstance(user, User):
        return answer(Session(user=None, demo=settings.DEMO, unit="cm", theme="dove"))
    likes, _ = Preferences.objects.get_or_create(owner=user)
    return answer(
        Session.model_validate(
            {
                "user": user.username,
                "demo": settings.DEMO,
                "unit": likes.unit,
                "theme": likes.theme,
                "in_demo": settings.DEMO and user.username == DEMO_USER,
            }
        )
    )


@router.get("", response=Session, auth=None)
def session(request: HttpRequest) -> HttpResponse:
    """Who is here."""
    return shown(request)


class Tablet(Frozen):
    """Where another device in the home network opens this workroom; "" while it is not shared."""

    address: str


@router.get("/tablet", response=Tablet)
def tablet(request: HttpRequest) -> HttpResponse:
    """Where a tablet on the table opens this workroom."""
    return answer(Tablet(address=_shared(request)))


@router.get("/tablet.svg")
def tablet_code(
    request: HttpRequest, path: Annotated[str, Field(pattern=r"^/making/\d+/(cut|mark)/table$")]
) -> HttpResponse:
    """The same for its camera: the page of one making, as a QR code."""
    address = _shared(request)
    if not address:
        raise HttpError(404, "This workroom is not shared on the home network.")
    out = BytesIO()
    segno.make(address + path, micro=False).save(
        out, kind="svg", scale=6, border=3, light="#ffffff"
    )
    return sent(out.getvalue(), "image/svg+xml", "tablet.svg")


def _shared(request: HttpRequest) -> str:
    if not settings.SHARED:
        return ""
    port = urlsplit(request.build_absolute_uri("/")).port or 80
    return f"http://{settings.SHARED[0]}:{port}"


@router.post("/enter", response=Session, auth=None)
def enter(request: HttpRequest, credentials: Credentials) -> HttpResponse:
    """Sign in."""
    _guard(request)
    key = name_key(credentials.name)
    check_tries(request, key)
    known = accounts.named(credentials.name)
    # Tries are counted by how the name looks, whether anybody has it or not.
    user = authenticate(
        request, username=key, password=credentials.password, known=known.username if known else ""
    )
    if user is None:
        raise CraftError("This name and password do not belong together.", "password")
    forget_tries(request, key)
    login(request, user)
    return shown(request)


@router.post("/join", response=Session, auth=None)
def join(request: HttpRequest, credentials: Credentials) -> HttpResponse:
    """Make an account and sign in."""
    _guard(request)
    check_arrivals(request)
    name = cleaned(credentials.name)
    check_password(credentials.password, name)
    user = accounts.make_account(name, credentials.password)
    arrived(request)
    login(request, user, backend=BACKEND)
    return shown(request)


def check_password(password: str, name: str) -> None:
    """Raises CraftError with what is wrong with a new password."""
    if not password.strip():
        raise CraftError("A password of blanks only is none. Choose another.", "password")
    try:
        validate_password(password, User(username=name))
    except ValidationError as error:
        raise CraftError(" ".join(error.messages), "password") from error


@router.post("/demo", response=Session, auth=None)
def demo(request: HttpRequest) -> HttpResponse:
    """Open the demo workroom, where the server was started with one."""
    _guard(request)
    user = User.objects.filter(username=DEMO_USER).first() if settings.DEMO else None
    if user is None:
        raise CraftError("This server was started without the demo workroom.")
    login(request, user, backend=BACKEND)
    return shown(request)


@router.post("/demo/restore", response=Session)
def restore(request: HttpRequest) -> HttpResponse:
    """Put the demo workroom back as it was."""
    user = user_of(request)
    if not settings.DEMO or user.username != DEMO_USER:
        raise CraftError("Only the demo workroom can be put back as it was.")
    restore_demo(user)
    return shown(request)


@router.post("/leave", response=Session)
def leave(request: HttpRequest) -> HttpResponse:
    """Sign out."""
    logout(request)
    return shown(request)


@router.put("/likes", response=Session)
def likes(request: HttpRequest, likes: Likes) -> HttpResponse:
    """Keep the unit and the theme."""
    Preferences.objects.update_or_create(
        owner=user_of(request), defaults=likes.model_dump(exclude_none=True)
    )
    return shown(request)
