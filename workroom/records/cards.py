"""What lists show of a making and of a pattern, worked out once and kept beside the document.

A card belongs to one state of the journal, so it is written with the entry and never goes stale. It
names the document it was made from by its checksum: where the document was damaged the card is no longer
believed. VERSION is raised when cards are to look otherwise; older ones are made anew as they are read.
"""

import zlib
from typing import TypeVar

from pydantic import ValidationError

from craft.digitise.digitised import Digitised
from craft.digitise.inputs import PatternInputs
from craft.frozen import Frozen
from craft.group import paper_needed
from craft.keep import Drawing, drawing
from craft.making import DerivedMaking as Made
from craft.measure import Figure
from craft.pattern import Pattern, Source
from craft.pick.doubts import size_doubts
from craft.sharing import Need, needs_of
from craft.thread import Knot
from workroom.records import derived
from workroom.records.models import Edition, Entry, Making, PatternEntry, StoredPattern

VERSION = 2


class Derived(Frozen):
    """Something worked out of a document; ``of``: the document's checksum."""

    version: int = VERSION
    of: int


Kept = TypeVar("Kept", bound=Derived)


class Card(Derived):
    """How far a making has come, in which size, and its small drawing."""

    size: str
    knots: tuple[Knot, ...]
    drawing: Drawing


class Needs(Derived):
    """The paper and cloth a making takes, for the sheet of a group. ``doubts``: why the size is not
    settled."""

    view: str
    paper: Figure
    cloths: tuple[Need, ...]
    doubts: tuple[str, ...] = ()


class ShelfCard(Derived):
    """A pattern as it stands on the shelf, drawn in its middle size. ``usable``: something can be begun
    from it; ``waiting``: pieces that are entered but not in it yet."""

    garment: str
    source: str
    sizes: tuple[str, ...]
    pieces: int
    drawing: Drawing
    usable: bool = True
    waiting: int = 0


def card_of(inputs: str, made: Made) -> Card:
    """The card of a making derived from the document of its inputs."""
    return Card(
        of=checksum(inputs),
        size=made.picked.sizes_said,
        knots=made.knots,
        drawing=made.kept.drawing,
    )


def edition_card(document: str) -> ShelfCard:
    """The card of a pattern's document."""
    pattern = derived.parsed_pattern(document)
    return ShelfCard(
        of=checksum(document), garment=pattern.garment, source=_from(pattern.source),
        sizes=pattern.table.sizes, pieces=len(pattern.pieces), drawing=_drawn(pattern),
    )  # fmt: skip


def shelf_card(document: str, made: Digitised, inputs: PatternInputs) -> ShelfCard:
    """The card of a pattern that is entered here, from the document of its inputs."""
    pattern = made.pattern
    source = Source(publication=inputs.publication, issue=inputs.issue, number=inputs.number)
    outlines = [
        next(iter(p.shaped.shapes.values())).outline for p in made.pieces if p.shaped.shapes
    ]
    return ShelfCard(
        of=checksum(document), garment=inputs.garment or "pattern", source=_from(source),
        sizes=inputs.all_sizes, pieces=len(made.pieces),
        drawing=_drawn(pattern) if pattern else drawing(outlines),
        usable=pattern is not None,
        waiting=len(made.pieces) - (len(pattern.pieces) if pattern else 0),
    )  # fmt: skip


def _from(source: Source) -> str:
    parts = (source.publication, source.issue, source.number and f"number {source.number}")
    return ", ".join(part for part in parts if part)


def _drawn(pattern: Pattern) -> Drawing:
    size = pattern.table.sizes[len(pattern.table.sizes) // 2]
    return drawing([piece.shapes[size].outline for piece in pattern.pieces])


def read_card(making: Making, entry: Entry) -> Card:
    """The card of one state of a making, made and kept if it is not there."""
    card = _read(Card, entry.card, entry.inputs)
    if card is None:
        card = card_of(entry.inputs, derived.made(entry.edition.document, entry.inputs))
        Entry.objects.filter(pk=entry.pk).update(card=card.model_dump_json())
    return card


def read_needs(making: Making, entry: Entry) -> Needs:
    """What that state of a making needs, reckoned and kept if it is not there."""
    needs = _read(Needs, entry.needs, entry.inputs)
    if needs is None:
        made = derived.made(entry.edition.document, entry.inputs)
        inputs = derived.parsed_inputs(entry.inputs)
        needs = Needs(
            of=checksum(entry.inputs), view=made.picked.view,
            paper=paper_needed(made, inputs.trace.paper), cloths=needs_of(made, inputs.cloth),
            doubts=size_doubts(made.picked),
        )  # fmt: skip
        Entry.objects.filter(pk=entry.pk).update(needs=needs.model_dump_json())
    return needs


def read_shelf_card(
    row: StoredPattern, entry: PatternEntry | None, edition: Edition | None
) -> ShelfCard:
    """The card of a pattern as it stands (its entry in force, or its only edition), made and kept if it is
    not there."""
    if entry is not None:
        card = _read(ShelfCard, entry.card, entry.inputs)
        if card is None:
            inputs = derived.parsed_pattern_inputs(entry.inputs)
            card = shelf_card(entry.inputs, derived.digitised(entry.inputs), inputs)
            PatternEntry.objects.filter(pk=entry.pk).update(card=card.model_dump_json())
        return card
    if edition is None:
        raise ValueError("a pattern without a journal has an edition")
    card = _read(ShelfCard, row.card, edition.document)
    if card is None:
        card = edition_card(edition.document)
        StoredPattern.objects.filter(pk=row.pk).update(card=card.model_dump_json())
    return card


def checksum(document: str) -> int:
    """Tells a document from a damaged one."""
    return zlib.crc32(document.encode())


def _read(kind: type[Kept], text: str, document: str) -> Kept | None:
    try:
        kept = kind.model_validate_json(text) if text else None
    except ValidationError:
        return None
    if kept is None or kept.version != VERSION or kept.of != checksum(document):
        return None
    return kept
