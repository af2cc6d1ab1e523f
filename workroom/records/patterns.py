"""The journal of patterns, and their editions.

A pattern that came as a file is its first edition. Once somebody mends it, or enters one of their own, the
journal says what it is now; an edition is kept whenever something is begun from it.
"""

from collections.abc import Callable

from django.db import transaction

from craft.digitise.edits import PatternEdit
from craft.digitise.from_pattern import entered
from craft.digitise.inputs import PatternInputs
from craft.errors import CraftError
from craft.pattern import Pattern
from workroom.reading.bounded import bounded
from workroom.records import derived
from workroom.records.cards import ShelfCard, read_shelf_card, shelf_card
from workroom.records.journal import Journal, State
from workroom.records.models import Edition, PatternEntry, StoredPattern

NewPattern = State[PatternInputs, ShelfCard]


def state(inputs: PatternInputs, what: str, edition: int | None = None) -> NewPattern:
    """A state of a pattern worked out."""
    document = inputs.model_dump_json()
    return State(
        what, inputs, document, shelf_card(document, derived.digitised(document), inputs), edition
    )


class PatternJournal(Journal[StoredPattern, PatternEntry, PatternInputs, ShelfCard]):
    """Every edit says itself what it did."""

    moved = (
        "This pattern was changed in another window. Your last change was not made; "
        "the newest state is shown now."
    )
    written = ("pointer", "changed", "name", "card")

    def rows(self) -> "object":
        """The patterns."""
        return StoredPattern.objects

    def steps(self, row: StoredPattern) -> "object":
        """Its entries."""
        return row.entries

    def parsed(self, document: str) -> PatternInputs:
        """The inputs of an entry."""
        return derived.parsed_pattern_inputs(document)

    def after(
        self, row: StoredPattern, entry: PatternEntry,
        change: Callable[[PatternInputs], PatternInputs], before: PatternInputs,
    ) -> NewPattern | None:  # fmt: skip
        """The pattern after an edit; ``change`` is the edit's own ``apply``."""
        inputs = change(before)
        if inputs == before:
            return None
        edit = getattr(change, "__self__", None)
        what = edit.said(before) if isinstance(edit, PatternEdit) else "Changed it"
        return bounded(lambda: state(inputs, what), "edit")

    def read(self, row: StoredPattern, entry: PatternEntry) -> ShelfCard:
        """The card of an entry."""
        return read_shelf_card(row, entry, None)

    def repeat(
        self, row: StoredPattern, inputs: PatternInputs, card: ShelfCard, edition: int | None
    ) -> None:
        """What the shelf shows."""
        row.name = inputs.name
        row.card = card.model_dump_json()


PATTERNS = PatternJournal()


@transaction.atomic
def store(owner_id: int, pattern: Pattern) -> StoredPattern:
    """Put a finished pattern on the shelf."""
    row = StoredPattern.objects.create(owner_id=owner_id, name=pattern.name)
    Edition.objects.create(pattern=row, document=pattern.model_dump_json())
    return row


def enter(owner_id: int, states: tuple[NewPattern, ...]) -> StoredPattern:
    """Put a pattern on the shelf that is entered here, with a journal worked out before."""
    with transaction.atomic():
        row = StoredPattern.objects.create(owner_id=owner_id, name=states[0].inputs.name)
        for number, each in enumerate(states):
            PATTERNS.write(row, number, each)
    return row


def open_for_mending(row: StoredPattern) -> StoredPattern:
    """Give a pattern that came as a file a journal, so that it can be mended; its edition stays what
    was begun from it."""
    if row.entries.exists():
        return row
    edition = row.editions.latest("id")
    first = state(entered(derived.parsed_pattern(edition.document)), "As it was opened", edition.pk)
    with transaction.atomic():
        StoredPattern.objects.select_for_update().get(pk=row.pk)
        if not row.entries.exists():
            PATTERNS.write(row, 0, first)
    return PATTERNS.row(row.pk)


def copied(row: StoredPattern, name: str) -> StoredPattern:
    """A pattern of its own with the same contents, under another name."""
    inputs = inputs_of(row).model_copy(update={"name": name})
    made = enter(row.owner_id, (state(inputs, f"Copied from {row.name}"[:300]),))
    made.pictures.set(row.pictures.all())
    return made


def inputs_of(row: StoredPattern) -> PatternInputs:
    """What was entered of a pattern, as it stands."""
    entry = row.entries.filter(number=row.pointer).first()
    if entry is not None:
        return derived.parsed_pattern_inputs(entry.inputs)
    return entered(derived.parsed_pattern(row.editions.latest("id").document))


def newest(row: StoredPattern) -> str | None:
    """The document of the pattern as it is now; None while nothing can be begun from it."""
    entry = row.entries.select_related("edition").filter(number=row.pointer).first()
    if entry is None:
        return str(row.editions.latest("id").document)
    if entry.edition is not None:
        return str(entry.edition.document)
    pattern = derived.digitised(entry.inputs).pattern
    return None if pattern is None else pattern.model_dump_json()


def edition_now(row: StoredPattern) -> Edition:
    """The edition of the pattern as it is now, kept if it is not there yet. Raises CraftError while no
    piece of it can be used."""
    entry = row.entries.select_related("edition").filter(number=row.pointer).first()
    if entry is None:
        return row.editions.latest("id")
    if entry.edition is not None:
        return entry.edition
    document = newest(row)
    if document is None:
        raise CraftError(
            "Nothing can be begun from this pattern yet: no piece of it has an outline and a name. "
            "Go on entering it.",
            "pattern",
        )
    with transaction.atomic():
        StoredPattern.objects.select_for_update().get(pk=row.pk)
        edition = row.editions.filter(document=document).first()
        edition = edition or Edition.objects.create(pattern=row, document=document)
        row.entries.filter(pk=entry.pk).update(edition=edition)
    return edition
