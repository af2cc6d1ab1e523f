"""Passwords: made hard to guess for whoever steals the database, without letting many who try at once eat
the machine's memory."""

import threading
from typing import Any

from django.conf import settings
from django.contrib.auth.backends import ModelBackend
from django.contrib.auth.hashers import Argon2PasswordHasher
from django.contrib.auth.models import User
from django.http import HttpRequest

from workroom.demo.names import DEMO_USER

# At most so many are reckoned at the same time.
_turn = threading.BoundedSemaphore(2)


class Argon2(Argon2PasswordHasher):
    """Argon2id with 19 MiB, two rounds and one lane, as OWASP's Password Storage Cheat Sheet asks for;
    what was hashed otherwise is hashed anew when somebody signs in."""

    memory_cost = 19_456
    time_cost = 2
    parallelism = 1

    def encode(self, password: str, salt: str) -> str:
        """The hash."""
        with _turn:
            return str(super().encode(password, salt))

    def verify(self, password: str, encoded: str) -> bool:
        """Whether it is that password's."""
        with _turn:
            return bool(super().verify(password, encoded))


class ByName(ModelBackend):
    """Signs in ``known``, whose name looks like the ``username`` that was entered (see records.names)."""

    def authenticate(
        self, request: HttpRequest | None, username: str | None = None,
        password: str | None = None, **more: Any,
    ) -> User | None:  # fmt: skip
        """The user, if the password is theirs. Takes as long for a name nobody has."""
        user = super().authenticate(request, username=more.get("known", ""), password=password)
        return user if isinstance(user, User) else None

    def get_user(self, user_id: int) -> User | None:
        """Who is signed in. Where the demo is switched off, whoever had it open is nobody from then on."""
        user = super().get_user(user_id)
        if not isinstance(user, User) or (is_demo(user) and not settings.DEMO):
            return None
        return user


def is_demo(user: User) -> bool:
    """Whether that is the demo, which has no password, and not somebody who took its name."""
    return user.username == DEMO_USER and not user.has_usable_password()
