"""Derived results, remembered for as long as their inputs are the same.

Pattern and inputs are immutable documents, so their text is the whole key.
"""

from functools import lru_cache

from craft.inputs import Inputs
from craft.lay import Table, table_for
from craft.making import Making as Made
from craft.making import derive
from craft.pattern import Pattern
from craft.pick import Original, PageMap, Picked, page_map
from craft.pick.pages import Order
from craft.sheets import OutPiece, SheetChoice, SheetPlan, out_pieces, plan_sheets
from workroom.records.models import Entry, Making, StoredPattern


@lru_cache(maxsize=16)
def parsed_pattern(document: str) -> Pattern:
    """The pattern of a stored document."""
    return Pattern.model_validate_json(document)


@lru_cache(maxsize=64)
def parsed_inputs(document: str) -> Inputs:
    """The inputs of a journal entry."""
    return Inputs.model_validate_json(document)


@lru_cache(maxsize=64)
def made(pattern: str, inputs: str) -> Made:
    """The whole chain for two documents."""
    return derive(parsed_pattern(pattern), parsed_inputs(inputs))


@lru_cache(maxsize=64)
def table(pattern: str, inputs: str, role: str) -> Table | None:
    """The table of one role's cloth, with its regions worked out."""
    result = made(pattern, inputs)
    cloth = next((cloth for cloth in result.cloths if cloth.role == role), None)
    if cloth is None:
        return None
    return table_for(cloth, result.fitted, parsed_inputs(inputs).lay)


def pages(pattern: str, picked: Picked, order: Order) -> PageMap | None:
    """The page map of a home-printed pattern, for the pieces that are needed."""
    needed = tuple(p.number for p in picked.pieces if p.state not in ("left", "missing"))
    return _pages(pattern, needed, order, picked.original.included)


@lru_cache(maxsize=32)
def _pages(
    pattern: str, needed: tuple[int, ...], order: Order, included: bool | None
) -> PageMap | None:
    return page_map(parsed_pattern(pattern), needed, order, Original(included=included))


@lru_cache(maxsize=16)
def sheets(pattern: str, inputs: str, choice: str) -> tuple[tuple[OutPiece, ...], SheetPlan]:
    """The pieces put on paper and the pages they take, for a choice written as JSON."""
    result = made(pattern, inputs)
    chosen = SheetChoice.model_validate_json(choice)
    pieces = out_pieces(result.traced, result.fitted, chosen.pieces)
    return pieces, plan_sheets(pieces, chosen)


def pattern_of(stored: StoredPattern) -> Pattern:
    """The craft's pattern of a stored one."""
    return parsed_pattern(stored.document)


def current(making: Making) -> str:
    """The document of the inputs in force."""
    return entry_of(making).inputs


def entry_of(making: Making) -> Entry:
    """The journal's entry in force."""
    return making.entries.get(number=making.pointer)
