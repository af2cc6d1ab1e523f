"""Text that repeats itself, kept compressed: a journal's inputs differ little from entry to entry."""

import zlib
from typing import TYPE_CHECKING, Any

from django.db import models

LEVEL = 6
# What cannot be unpacked any more; it is no JSON, so the row is shown as damaged where it is read.
DAMAGED = "(damaged)"


if TYPE_CHECKING:
    Binary = models.BinaryField[str, str]
else:
    Binary = models.BinaryField


class PackedText(Binary):
    """A text, compressed in the database. Equal texts are equal there too; parts cannot be looked for."""

    def get_prep_value(self, value: Any) -> Any:
        """Compress."""
        if isinstance(value, str):
            value = zlib.compress(value.encode(), LEVEL) if value else b""
        return super().get_prep_value(value)

    def from_db_value(self, value: Any, *_: object) -> Any:
        """Unpack; never fails, so that one damaged row does not hide the others."""
        if not value:
            return ""
        try:
            return zlib.decompress(value).decode()
        except (zlib.error, UnicodeDecodeError):
            return DAMAGED
