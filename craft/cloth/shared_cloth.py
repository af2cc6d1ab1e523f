"""One cloth that serves several roles: main and contrast from one length, or all of a toile."""

from craft.cloth.inputs import ClothInputs
from craft.fit import Fitted
from craft.pattern.piece import ROLES, Role


def leads(inputs: ClothInputs) -> dict[Role, Role]:
    """For every joined role the one whose cloth it is cut from. A role that leads others is not joined
    itself, and one that would be cut from its own cloth is not joined at all."""
    return {
        role: lead
        for role, lead in inputs.joined.items()
        if role != lead and lead not in inputs.joined
    }


def as_one(fitted: Fitted, inputs: ClothInputs) -> Fitted:
    """The pieces with the cuts of joined roles counted to the cloth they are cut from, so that they are one
    lay with it; the same object where nothing is joined."""
    lead = leads(inputs)
    if not lead:
        return fitted
    pieces = tuple(
        piece.model_copy(
            update={
                "cuts": tuple(
                    cut.model_copy(update={"role": lead.get(cut.role, cut.role)})
                    for cut in piece.cuts
                )
            }
        )
        for piece in fitted.pieces
    )
    return fitted.model_copy(update={"pieces": pieces})


def roles_of(fitted: Fitted) -> tuple[Role, ...]:
    """Every role the pieces are cut from, in the usual order."""
    needed = {cut.role for piece in fitted.pieces for cut in piece.cuts}
    return tuple(role for role in ROLES if role in needed)
