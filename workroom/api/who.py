"""Whose rows: every look-up goes through the signed-in user."""

from typing import TypeVar

from django.contrib.auth.models import User
from django.http import HttpRequest
from ninja.errors import HttpError

from craft.measure import Unit
from workroom.records.models import Making, Owned, Preferences

Row = TypeVar("Row", bound=Owned)


def user_of(request: HttpRequest) -> User:
    """The signed-in user; 401 without one."""
    if not isinstance(request.user, User):
        raise HttpError(401, "Please sign in first.")
    return request.user


def own(kind: type[Row], request: HttpRequest, row_id: int) -> Row:
    """The user's own row of that id; 404 for anybody else's, as if it did not exist."""
    row = kind._default_manager.filter(owner=user_of(request), pk=row_id).first()
    if row is None:
        raise HttpError(404, "There is no such thing in your workroom.")
    return row


def locked(row: Row) -> Row:
    """The same row as it is now, inside a transaction: nobody else writes it until that ends. 404 where it
    was taken away meanwhile."""
    now = type(row)._default_manager.select_for_update().filter(pk=row.pk).first()
    if now is None:
        raise HttpError(404, "There is no such thing in your workroom any more.")
    return now


def own_making(request: HttpRequest, making_id: int) -> Making:
    """The user's making with its pattern."""
    making = (
        Making.objects.select_related("pattern", "edition")
        .filter(owner=user_of(request), pk=making_id)
        .first()
    )
    if making is None:
        raise HttpError(404, "There is no such making in your workroom.")
    return making


def unit_of(request: HttpRequest) -> Unit:
    """The unit the user likes to read."""
    likes = Preferences.objects.filter(owner=user_of(request)).first()
    return "in" if likes and likes.unit == "in" else "cm"
