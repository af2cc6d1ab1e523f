"""What lists show of a making and of a pattern, worked out once and kept beside the document.

A card belongs to one state of the journal, so it is written with the entry and never goes stale. It
names the document it was made from by its checksum: where the document was damaged the card is no longer
believed. VERSION is raised when cards are to look otherwise; older ones are made anew as they are read.
"""

import zlib
from typing import TypeVar

from pydantic import ValidationError

from craft.frozen import Frozen
from craft.group import Need, cloth_needed, paper_needed
from craft.keep import Drawing, drawing
from craft.making import Making as Made
from craft.measure import Figure
from craft.thread import Knot
from workroom.records import derived
from workroom.records.models import Entry, Making, StoredPattern

VERSION = 1


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
    """The paper and cloth a making takes, for the sheet of a group."""

    view: str
    paper: Figure
    cloths: tuple[Need, ...]


class ShelfCard(Derived):
    """A pattern as it stands on the shelf, drawn in its middle size."""

    garment: str
    source: str
    sizes: tuple[str, ...]
    pieces: int
    drawing: Drawing


def card_of(inputs: str, made: Made) -> Card:
    """The card of a making derived from the document of its inputs."""
    return Card(
        of=checksum(inputs),
        size=made.picked.sizes_said,
        knots=made.knots,
        drawing=made.kept.drawing,
    )


def shelf_card(document: str) -> ShelfCard:
    """The card of a pattern's document."""
    pattern = derived.parsed_pattern(document)
    size = pattern.table.sizes[len(pattern.table.sizes) // 2]
    source = pattern.source
    parts = (source.publication, source.issue, source.number and f"number {source.number}")
    return ShelfCard(
        of=checksum(document),
        garment=pattern.garment,
        source=", ".join(part for part in parts if part),
        sizes=pattern.table.sizes,
        pieces=len(pattern.pieces),
        drawing=drawing([piece.shapes[size].outline for piece in pattern.pieces]),
    )


def read_card(making: Making, entry: Entry) -> Card:
    """The card of one state of a making, made and kept if it is not there."""
    card = _read(Card, entry.card, entry.inputs)
    if card is None:
        card = card_of(entry.inputs, derived.made(making.pattern.document, entry.inputs))
        Entry.objects.filter(pk=entry.pk).update(card=card.model_dump_json())
    return card


def read_needs(making: Making, entry: Entry) -> Needs:
    """What that state of a making needs, reckoned and kept if it is not there."""
    needs = _read(Needs, entry.needs, entry.inputs)
    if needs is None:
        made = derived.made(making.pattern.document, entry.inputs)
        paper = paper_needed(made, derived.parsed_inputs(entry.inputs).trace.paper)
        needs = Needs(
            of=checksum(entry.inputs), view=made.picked.view, paper=paper, cloths=cloth_needed(made)
        )
        Entry.objects.filter(pk=entry.pk).update(needs=needs.model_dump_json())
    return needs


def read_shelf_card(stored: StoredPattern) -> ShelfCard:
    """The card of a stored pattern, made and kept if it is not there."""
    card = _read(ShelfCard, stored.card, stored.document)
    if card is None:
        card = shelf_card(stored.document)
        StoredPattern.objects.filter(pk=stored.pk).update(card=card.model_dump_json())
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
