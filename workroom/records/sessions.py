"""Sign-ins: sessions that know whose they are, so that all of one person's can be ended."""

from typing import Any, cast

from django.contrib.auth import SESSION_KEY
from django.contrib.sessions.backends.db import SessionStore as DBStore

from workroom.records.models import SignIn


class SessionStore(DBStore):
    """Sessions in the database."""

    @classmethod
    def get_model_class(cls) -> type[SignIn]:
        """Where they are kept."""
        return SignIn

    def create_model_instance(self, data: dict[str, Any]) -> SignIn:
        """A row for what is in the session."""
        row = cast(SignIn, super().create_model_instance(data))
        owner = data.get(SESSION_KEY)
        row.owner = int(owner) if owner else None
        return row
