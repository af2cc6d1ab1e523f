"""The table of one cloth of a making, as the Lay screen works on it."""

from django.http import HttpRequest
from ninja.errors import HttpError

from craft.errors import CraftError
from craft.inputs import Inputs
from craft.lay import Table
from craft.lay.placing import Laid
from craft.pattern.piece import Role
from workroom.api.who import user_of
from workroom.records import derived


def spread_of(
    request: HttpRequest, making_id: int, role: Role
) -> tuple[Inputs, Table, tuple[Laid, ...]]:
    """The making's inputs, the table of one cloth and the pieces that lie on it, with one look at the
    records."""
    found = derived.in_force(user_of(request).pk, making_id)
    if found is None:
        raise HttpError(404, "There is no such making in your workroom.")
    pattern, inputs = found
    table = derived.table(pattern, inputs, role)
    if table is None:
        raise CraftError(f"Choose a cloth for the {role} first.", "role")
    return derived.parsed_inputs(inputs), table, derived.lying(pattern, inputs, role)
