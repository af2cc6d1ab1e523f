"""Rows that cannot be read any more: they never hide the others, and can be saved or removed."""

import logging
from collections.abc import Callable, Iterable
from typing import TypeVar

from craft.frozen import Frozen
from workroom.records.models import Owned

log = logging.getLogger(__name__)
Row = TypeVar("Row", bound=Owned)
Card = TypeVar("Card")


class DamagedRow(Frozen):
    """What is known of a row that cannot be shown. ``file``: where its raw document can be had."""

    id: int
    name: str
    sentence: str
    file: str


def cards(
    rows: Iterable[Row], card: Callable[[Row], Card], name: Callable[[Row], str], file: str
) -> tuple[tuple[Card, ...], tuple[DamagedRow, ...]]:
    """The cards of all rows that can be read, and the others. ``file``: the address of a raw document,
    with {} for the row's id."""
    found: list[Card] = []
    damaged: list[DamagedRow] = []
    for row in rows:
        try:
            found.append(card(row))
        except Exception:  # whatever is wrong with it, the rest is shown
            log.exception("%s %s cannot be read", type(row).__name__, row.pk)
            damaged.append(
                DamagedRow(
                    id=row.pk,
                    name=name(row),
                    sentence="This cannot be read any more. Save it to a file, or remove it.",
                    file=file.format(row.pk),
                )
            )
    return tuple(found), tuple(damaged)
