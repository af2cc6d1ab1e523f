"""The journal of a document: each change is a row, undo and redo move a pointer.

An edit names the entry it was made against. If another tab has moved on since, it is refused
with a sentence, and nothing is overwritten. Makings and patterns keep their journals here; what is
theirs alone is in ``makings.py`` and ``patterns.py``.
"""

from abc import ABC, abstractmethod
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, Generic, TypeVar

from django.db import transaction

from craft.errors import CraftError
from craft.frozen import Frozen
from workroom.records.cards import Derived
from workroom.records.models import Journalled, JournalRow

# Older entries are let go beyond this many, so that a long journal does not grow for ever.
KEPT = 2_000

Row = TypeVar("Row", bound=Journalled)
Step = TypeVar("Step", bound=JournalRow)
Document = TypeVar("Document", bound=Frozen)
Shown = TypeVar("Shown", bound=Derived)


class Moved(CraftError):
    """The document has changed since the sender last saw it."""


@dataclass(frozen=True)
class State(Generic[Document, Shown]):
    """One state of a document, ready to be written: what was done, the inputs after it, their text, and
    the card that lists show of it. ``edition``: the edition of a pattern it goes by, or is."""

    what: str
    inputs: Document
    document: str
    card: Shown
    edition: int | None = None


class Journal(ABC, Generic[Row, Step, Document, Shown]):
    """The journals of one kind of document."""

    # What a window is told when another one was quicker, and what an entry changes on its row.
    moved = ""
    written: tuple[str, ...] = ("pointer", "changed")

    @abstractmethod
    def rows(self) -> Any:
        """All rows, with what deriving needs."""

    @abstractmethod
    def steps(self, row: Row) -> Any:
        """The row's entries, as a manager."""

    @abstractmethod
    def parsed(self, document: str) -> Document:
        """The inputs in an entry."""

    @abstractmethod
    def after(
        self, row: Row, entry: Step, change: Callable[[Document], Document], before: Document
    ) -> State[Document, Shown] | None:
        """The state after a change, worked out; None where nothing changed. Raises CraftError."""

    @abstractmethod
    def read(self, row: Row, entry: Step) -> Shown:
        """The card of one of its states."""

    @abstractmethod
    def repeat(self, row: Row, inputs: Document, card: Shown, edition: int | None) -> None:
        """Copy what lists search from the inputs and their result onto the row."""

    def entry(self, row: Row) -> Step:
        """The entry in force."""
        entry: Step = self.steps(row).get(number=row.pointer)
        return entry

    def edit(self, row_id: int, against: int, change: Callable[[Document], Document]) -> Row:
        """Apply ``change`` to the inputs in force and write the entry after it.

        Raises Moved when ``against`` is not the entry in force, and CraftError when nothing can be derived
        from the changed inputs; in both cases nothing is written. The result is worked out before
        the write lock is taken.
        """
        row = self.at(row_id, against)
        entry = self.entry(row)
        new = self.after(row, entry, change, self.parsed(entry.inputs))
        if new is None:
            return row
        with transaction.atomic():
            row = self.held(row_id, against)
            self.steps(row).filter(number__gt=row.pointer).delete()
            self.write(row, row.pointer + 1, new)
        return row

    def undo(self, row_id: int, against: int) -> Row:
        """Move the pointer one entry back."""
        return self._step(row_id, against, -1, "There is nothing left to undo.")

    def redo(self, row_id: int, against: int) -> Row:
        """Move the pointer one entry forward."""
        return self._step(row_id, against, +1, "There is nothing to redo.")

    def neighbours(self, row: Row) -> tuple[str | None, str | None]:
        """What undo would take back and redo would bring again, in the journal's words."""
        steps = self.steps(row)
        near = dict(
            steps.filter(number__in=(row.pointer, row.pointer + 1)).values_list("number", "what")
        )
        earlier = steps.filter(number__lt=row.pointer).exists()
        return (near.get(row.pointer) if earlier else None), near.get(row.pointer + 1)

    def row(self, row_id: int) -> Row:
        """One row."""
        row: Row = self.rows().get(pk=row_id)
        return row

    def at(self, row_id: int, against: int) -> Row:
        """The row, if it still stands at that entry."""
        return self._standing(self.row(row_id), against)

    def held(self, row_id: int, against: int) -> Row:
        """The same inside a transaction, where nobody can move it until the end: the row is locked on a
        server; on a file IMMEDIATE transactions hold the write lock from the first statement on."""
        return self._standing(self.rows().select_for_update(of=("self",)).get(pk=row_id), against)

    def _standing(self, row: Row, against: int) -> Row:
        if row.pointer != against:
            raise Moved(self.moved)
        return row

    def write(self, row: Row, number: int, new: State[Document, Shown]) -> None:
        """Write an entry and let the row stand at it."""
        edition = {} if new.edition is None else {"edition_id": new.edition}
        self.steps(row).create(
            number=number, what=new.what[:300], inputs=new.document,
            card=new.card.model_dump_json(), **edition,
        )  # fmt: skip
        self.steps(row).filter(number__lt=number - KEPT).delete()
        row.pointer = number
        self.repeat(row, new.inputs, new.card, new.edition)
        row.save(update_fields=self.written)

    def _step(self, row_id: int, against: int, by: int, none_left: str) -> Row:
        row = self.at(row_id, against)
        entry = self.steps(row).filter(number=row.pointer + by).first()
        if entry is None:
            raise CraftError(none_left)
        card = self.read(row, entry)
        with transaction.atomic():
            row = self.held(row_id, against)
            row.pointer = entry.number
            self.repeat(row, self.parsed(entry.inputs), card, entry.edition_id)
            row.save(update_fields=self.written)
        return row
