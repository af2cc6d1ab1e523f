"""Derived results, remembered for as long as their inputs are the same.

Pattern and inputs are immutable documents, so their text is the whole key.
"""

from datetime import datetime
from functools import lru_cache
from typing import NamedTuple

from django.db.models import F

from craft.digitise.digitised import Digitised, digitise
from craft.digitise.inputs import PatternInputs
from craft.errors import CraftError
from craft.inputs import Inputs
from craft.lay import Table, table_for
from craft.lay.judge import Judged, judge_lay, laid
from craft.lay.placing import Laid
from craft.making import DerivedMaking as Made
from craft.making import derive
from craft.pattern import Pattern
from craft.pattern.effort import effort_faults
from craft.pattern.piece import Role
from craft.pick import Original, PageMap, Picked, page_map
from craft.pick.pages import Order
from craft.seek.case import case_of
from craft.seek.task import Found, Tried, best_of
from craft.seek.variant_pictures import VariantPicture, variant_pictures
from craft.sheets import OutPiece, SheetChoice, SheetPlan, out_pieces, plan_sheets
from workroom.records.models import Edition, Entry, Making
from workroom.records.remembering import remembered

# A class at work has about so many makings in hand; each takes some megabytes.
MADE = 40


@remembered(16)
def parsed_pattern(document: str) -> Pattern:
    """The pattern of a stored document. Raises CraftError where there is more in it than can be worked out
    while others wait."""
    pattern = Pattern.model_validate_json(document)
    for sentence, field in effort_faults(pattern):
        raise CraftError(sentence, field)
    return pattern


@remembered(64)
def parsed_inputs(document: str) -> Inputs:
    """The inputs of a journal entry."""
    return Inputs.model_validate_json(document)


@remembered(MADE)
def made(pattern: str, inputs: str) -> Made:
    """The whole chain for two documents."""
    return derive(parsed_pattern(pattern), parsed_inputs(inputs))


@remembered(MADE)
def table(pattern: str, inputs: str, role: str) -> Table | None:
    """The table of one role's cloth, with its regions worked out."""
    result = made(pattern, inputs)
    cloth = next((cloth for cloth in result.cloths if cloth.role == role), None)
    if cloth is None:
        return None
    return table_for(cloth, result.for_cloth, parsed_inputs(inputs).lay)


@remembered(32)
def lying(pattern: str, inputs: str, role: Role) -> tuple[Laid, ...]:
    """The pieces of one cloth where they lie now, with their regions."""
    on = table(pattern, inputs, role)
    placements = parsed_inputs(inputs).lay.placements.get(role, ())
    return tuple(laid(on, placements)) if on else ()


class Looked(NamedTuple):
    """What a search has found so far, for looking at. ``pictures``: every variant; ``placed``: the best lay
    judged, where the cloth lies that way."""

    found: Found
    best: Tried | None
    best_at: int | None
    pictures: tuple[VariantPicture, ...]
    placed: tuple[Judged, ...]


@remembered(16)
def looked(pattern: str, inputs: str, role: Role, document: str) -> Looked:
    """The findings of a search for one cloth, as the worker wrote them."""
    if not document:
        return Looked(Found(), None, None, (), ())
    found, now = Found.model_validate_json(document), parsed_inputs(inputs)
    shop = all(each.variant.width is not None for each in found.tried)
    for_cloth = made(pattern, inputs).for_cloth
    case = case_of(role, for_cloth, now.cloth, now.lay, any_width=shop)
    best = best_of(found.tried)
    sought = best.sought if best else found.fits.sought if found.fits else None
    # A lay is drawn on the table only where the cloth lies now as it did for it.
    on = table(pattern, inputs, role)
    lies = (case.now.fold, case.now.depth)
    as_now = best is None or (best.variant.fold, best.variant.depth) == lies
    return Looked(
        found, best, found.tried.index(best) if best else None, variant_pictures(case, found.tried),
        judge_lay(on, sought.placements) if on and sought and as_now else (),
    )  # fmt: skip


def pages(pattern: str, picked: Picked, order: Order) -> PageMap | None:
    """The page map of a home-printed pattern, for the pieces that are needed."""
    needed = tuple(p.number for p in picked.pieces if p.state not in ("left", "missing"))
    return _pages(pattern, needed, order, picked.original.included)


@remembered(32)
def _pages(
    pattern: str, needed: tuple[int, ...], order: Order, included: bool | None
) -> PageMap | None:
    return page_map(parsed_pattern(pattern), needed, order, Original(included=included))


@remembered(16)
def sheets(pattern: str, inputs: str, choice: str) -> tuple[tuple[OutPiece, ...], SheetPlan]:
    """The pieces put on paper and the pages they take, for a choice written as JSON."""
    result = made(pattern, inputs)
    chosen = SheetChoice.model_validate_json(choice)
    pieces = out_pieces(result.traced, result.fitted, chosen.pieces)
    return pieces, plan_sheets(pieces, chosen)


def pattern_of(edition: Edition) -> Pattern:
    """The craft's pattern of an edition."""
    return parsed_pattern(edition.document)


@remembered(32)
def parsed_pattern_inputs(document: str) -> PatternInputs:
    """What was entered of a pattern."""
    return PatternInputs.model_validate_json(document)


@remembered(32)
def digitised(document: str) -> Digitised:
    """A pattern worked out from what was entered."""
    return digitise(parsed_pattern_inputs(document))


def in_force(owner_id: int, making_id: int) -> tuple[str, str] | None:
    """The documents of somebody's making, pattern and inputs; None where there is no such making. For
    what is asked many times a second: one small query while nothing has changed."""
    now = Entry.objects.filter(
        making_id=making_id, making__owner_id=owner_id, number=F("making__pointer")
    ).values_list("pk", "when", "edition_id", "edition__made")
    row = now.first()
    return _texts(*row) if row else None


@lru_cache(maxsize=32)
def _texts(entry: int, when: datetime, edition: int, made_at: datetime) -> tuple[str, str]:
    # Rows of a journal and editions are never altered; the times tell apart ids that are used again.
    pattern = Edition.objects.values_list("document", flat=True).get(pk=edition, made=made_at)
    inputs = Entry.objects.values_list("inputs", flat=True).get(pk=entry, when=when)
    return pattern, inputs


def current(making: Making) -> str:
    """The document of the inputs in force."""
    return entry_of(making).inputs


def entry_of(making: Making) -> Entry:
    """The journal's entry in force."""
    return making.entries.get(number=making.pointer)
