"""Taking over what a search found: the cloth laid that way, the pieces where they were found, and the
change that made it fit."""

from typing import Literal

from craft.cloth import ClothInputs, fold_of
from craft.errors import CraftError
from craft.lay.inputs import LayInputs
from craft.lay.permissions import PermissionName, granted
from craft.pattern.piece import Role
from craft.seek.search_result import SearchResult
from craft.seek.task import Change, FitOption, Tried, Variant

Both = tuple[ClothInputs, LayInputs]


def take_over(role: Role, tried: Tried, cloths: ClothInputs, inputs: LayInputs) -> Both:
    """The inputs with that variant in force. Raises CraftError for one that cannot be had with this cloth:
    another width, or what was only asked as if."""
    variant = tried.variant
    if tried.sought is None:
        raise CraftError("Nothing could be laid that way.", "at")
    if variant.width is not None:
        raise CraftError("This cloth is not so wide; choose one that is under Cloth.", "at")
    if variant.without:
        raise CraftError("That was only to see what it costs; the cloth stays as it is.", "at")
    cloths = _lying(role, variant, cloths)
    for number, name in variant.allowing:
        if name == "join" or name == "other cloth":
            inputs = _other(role, inputs, number, name)
        else:
            inputs = _allowed(inputs, number, name)
    return cloths, _laid(role, tried.sought, inputs)


def take_option(role: Role, option: FitOption, cloths: ClothInputs, inputs: LayInputs) -> Both:
    """The inputs with that change, and another besides, made and its lay in force."""
    first = Change(kind=option.kind, piece=option.piece, fold=option.fold, depth=option.depth)
    for change in (first, *option.besides):
        cloths, inputs = _changed(role, change, cloths, inputs)
    return cloths, _laid(role, option.sought, inputs)


def _changed(role: Role, change: Change, cloths: ClothInputs, inputs: LayInputs) -> Both:
    """The inputs with one change made."""
    if change.kind == "fold" and change.fold is not None:
        cloths = _lying(role, Variant(fold=change.fold, depth=change.depth), cloths)
    elif change.kind == "half turn":
        owned = cloths.cloths[role].model_copy(update={"nap": False, "nap_unsure": False})
        cloths = cloths.model_copy(update={"cloths": {**cloths.cloths, role: owned}})
        inputs = inputs.model_copy(update={"one_way": False})
    elif change.kind == "across":
        inputs = _allowed(inputs, change.piece, "across")
    elif change.kind == "join" or change.kind == "other cloth":
        inputs = _other(role, inputs, change.piece, change.kind)
    elif change.kind == "hem":
        inputs = inputs.model_copy(update={"narrow": (*inputs.narrow, role)})
    return cloths, inputs


def _lying(role: Role, variant: Variant, cloths: ClothInputs) -> ClothInputs:
    depths = {each: deep for each, deep in cloths.depths.items() if each != role}
    if variant.depth is not None:
        depths[role] = variant.depth
    # A fold nobody chose stays the school's as long as the cloth lies so by itself.
    by_itself = fold_of(role, cloths) == variant.fold
    folds = cloths.folds if by_itself else {**cloths.folds, role: variant.fold}
    return cloths.model_copy(update={"folds": folds, "depths": depths})


def _other(
    role: Role, inputs: LayInputs, number: int, how: Literal["join", "other cloth"]
) -> LayInputs:
    if how == "join":
        return inputs.model_copy(update={"joins": (*inputs.joins, number)})
    more = (*inputs.elsewhere.get(role, ()), number)
    return inputs.model_copy(update={"elsewhere": {**inputs.elsewhere, role: more}})


def _allowed(inputs: LayInputs, number: int, name: PermissionName) -> LayInputs:
    return inputs.model_copy(update={"liberties": granted(inputs.liberties, number, name)})


def _laid(role: Role, sought: SearchResult, inputs: LayInputs) -> LayInputs:
    """The lay in force; what was pinned stays so as far as it is still there."""
    there = {placement.item for placement in sought.placements}
    pins = tuple(key for key in inputs.pins.get(role, ()) if key in there)
    return inputs.model_copy(
        update={
            "placements": {**inputs.placements, role: sought.placements},
            "pins": {**inputs.pins, role: pins},
        }
    )
