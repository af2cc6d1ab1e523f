"""Rows that come from elsewhere keep the times they have."""

from collections.abc import Iterator
from contextlib import contextmanager

from django.db import models


@contextmanager
def times_as_they_were(model: type[models.Model]) -> Iterator[None]:
    """Times that are set by themselves when a row is written are left alone."""
    own = [
        field for field in model._meta.concrete_fields
        if getattr(field, "auto_now", False) or getattr(field, "auto_now_add", False)
    ]  # fmt: skip
    was = [
        (getattr(field, "auto_now", False), getattr(field, "auto_now_add", False)) for field in own
    ]
    for field in own:
        vars(field).update(auto_now=False, auto_now_add=False)
    try:
        yield
    finally:
        for field, (now, added) in zip(own, was, strict=True):
            vars(field).update(auto_now=now, auto_now_add=added)
