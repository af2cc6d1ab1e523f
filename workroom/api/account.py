"""One's own account: another password, signed out everywhere, removed with everything."""

from django.contrib.auth import login, logout
from django.contrib.auth.models import User
from django.http import HttpRequest, HttpResponse
from ninja import Router

from craft.errors import CraftError
from craft.frozen import Frozen
from workroom.api.answers import answer
from workroom.api.session import BACKEND, Password, check_password, shown
from workroom.api.who import user_of
from workroom.demo.names import DEMO_USER
from workroom.records import accounts
from workroom.records.names import name_key
from workroom.serving.tries import check_tries, forget_tries, wrong_try

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
    accounts.sign_out_everywhere(user)
    login(request, user, backend=BACKEND)
    return answer(accounts.Devices(count=1))


@router.get("/devices", response=accounts.Devices)
def devices(request: HttpRequest) -> HttpResponse:
    """On how many devices one is signed in."""
    return answer(accounts.devices(user_of(request)))


@router.post("/leave-everywhere", response=accounts.Devices)
def leave_everywhere(request: HttpRequest) -> HttpResponse:
    """Sign out on every other device."""
    user = user_of(request)
    accounts.sign_out_everywhere(user)
    login(request, user, backend=BACKEND)
    return answer(accounts.Devices(count=1))


@router.post("/remove", response=None)
def remove(request: HttpRequest, body: Confirmed) -> HttpResponse:
    """Take the account away with everything in it; this cannot be undone."""
    user = _confirmed(request, body.password, "password")
    logout(request)
    accounts.remove(user)
    return shown(request)


def own_account(request: HttpRequest) -> User:
    """The signed-in user; not the demo, which belongs to everybody. Raises CraftError."""
    user = user_of(request)
    if user.username == DEMO_USER and not user.has_usable_password():
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
