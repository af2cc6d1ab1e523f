"""What was searched for of a making in widths that shops have, for the shopping list and for groups."""

from craft.cloth.usual import usual_cloth
from craft.inputs import Inputs
from craft.pattern.piece import Role
from craft.seek.task import Found, LayTask, Tried
from craft.sharing import Need, searched_for
from workroom.records import derived
from workroom.records.cards import read_needs
from workroom.records.models import Entry, Making


def searched_widths(making: Making, now: Inputs) -> dict[Role, tuple[Tried, ...]]:
    """The newest search over widths for every role, if nothing it rests on has changed since."""
    found: dict[Role, tuple[Tried, ...]] = {}
    for job in making.jobs.filter(kind="lay").exclude(found="").order_by("id"):
        task = LayTask.model_validate_json(job.task)
        if not any(each.width for each in task.variants):
            continue
        if _rests_on(derived.parsed_inputs(job.inputs)) != _rests_on(now):
            continue
        tried = Found.model_validate_json(job.found).tried
        found[task.role] = tuple(each for each in tried if each.variant.width)
    return found


def searched_needs(making: Making, entry: Entry) -> tuple[Need, ...]:
    """What a making needs; roles without a cloth as they were searched for on the usual width."""
    needs = read_needs(making, entry).cloths
    if all(need.known for need in needs):
        return needs
    searched = searched_widths(making, derived.parsed_inputs(entry.inputs))
    return tuple(need if need.known else _on_usual(need, searched) for need in needs)


def _on_usual(need: Need, searched: dict[Role, tuple[Tried, ...]]) -> Need:
    width = usual_cloth(need.role).width
    for each in searched.get(need.role, ()):
        if each.variant.width == width and each.takes is not None:
            return searched_for(need, each.takes)
    return need


def _rests_on(inputs: Inputs) -> Inputs:
    """What a search over widths rests on: not on where pieces lie now, nor on ticks."""
    lay = inputs.lay.model_copy(update={"placements": {}, "pins": {}, "cut": {}, "squared": ()})
    return inputs.model_copy(update={"lay": lay, "ticks": {}, "bought": (), "keep": Inputs().keep})
