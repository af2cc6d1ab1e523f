"""Accounts: found by their name however it is written, made, ended everywhere, removed with everything."""

import shutil

from axes.models import AccessAttempt, AccessFailureLog, AccessLog
from django.contrib.auth.models import User
from django.db import IntegrityError, transaction
from django.utils import timezone

from craft.errors import CraftError
from craft.frozen import Frozen
from workroom.data_files import arriving, papers
from workroom.records import pictures
from workroom.records.models import (
    Account,
    Group,
    Job,
    Making,
    SignIn,
    StoredPattern,
    StoredPicture,
)
from workroom.records.names import cleaned, name_key

TAKEN = "Somebody has taken this name already, or one that looks like it. Choose another."


class Devices(Frozen):
    """On how many devices somebody is signed in."""

    count: int


def devices(user: User) -> Devices:
    """Sign-ins that have not run out."""
    now = timezone.now()
    return Devices(count=SignIn.objects.filter(owner=user.pk, expire_date__gt=now).count())


def named(name: str) -> User | None:
    """Whose name that is, letter by letter or by a name that looks like it."""
    exact = User.objects.filter(username=name).first()
    if exact is not None:
        return exact
    account = Account.objects.select_related("user").filter(key=name_key(name)).first()
    return account.user if account else None


def make_account(name: str, password: str | None) -> User:
    """A new account. Raises CraftError where the name is taken."""
    shown = cleaned(name)
    if not name_key(name):
        raise CraftError("Enter a name.", "name")
    try:
        with transaction.atomic():
            user = User.objects.create_user(shown, password=password)
            Account.objects.create(user=user, key=name_key(name))
    except IntegrityError as error:
        raise CraftError(TAKEN, "name") from error
    return user


def sign_out_everywhere(user: User, but: str | None = None) -> None:
    """End every sign-in of somebody, on every device; ``but``: the session that stays."""
    SignIn.objects.filter(owner=user.pk).exclude(session_key=but).delete()


def remove(user: User) -> None:
    """Take an account away with everything that belongs to it."""
    kept = list(StoredPicture.objects.filter(owner=user).values_list("pk", flat=True))
    drawn = list(Job.objects.filter(owner=user).exclude(key="").values_list("key", flat=True))
    number = user.pk
    with transaction.atomic():
        for kind in (Making, Group, StoredPattern):  # what others point at comes last
            kind._default_manager.filter(owner=user).delete()
        sign_out_everywhere(user)
        for log in (AccessAttempt, AccessLog, AccessFailureLog):
            log.objects.filter(username=name_key(user.username)).delete()
        user.delete()
    for pk in kept:
        shutil.rmtree(pictures.folder(pk), ignore_errors=True)
    arriving.let_go(number)
    for key in drawn:
        for end in ("pdf", "png", "zip"):
            (papers.folder() / f"{key}.{end}").unlink(missing_ok=True)
