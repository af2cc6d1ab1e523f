"""Another allowance at one edge."""

from typing import Annotated, Literal

from pydantic import Field

from craft.errors import CraftError
from craft.fit.change import Named, Number, PieceChange
from craft.fit.draft import ChangeMade, Done, Draft
from craft.fit.tolerances import Tolerances
from craft.measure import length_text


class AllowanceChange(PieceChange):
    """Another allowance at one edge (mm)."""

    kind: Literal["allowance"]
    piece: Number
    edge: Named
    width: Annotated[float, Field(ge=0, le=200)]

    def heading(self) -> str:
        """What the change is of."""
        return f"the allowance of the {self.edge} of piece {self.piece}"

    def apply(self, draft: Draft, index: int, tolerances: Tolerances) -> Done:
        """The rule itself."""
        return allowance_set(draft, self, index)


def allowance_set(draft: Draft, change: AllowanceChange, index: int) -> Done:
    """The piece with another allowance at an edge. Raises CraftError at a fold or a dart's cap."""
    shape, edge = draft.edge_of(change.piece, change.edge)
    if edge.kind in ("fold", "dart"):
        raise CraftError(f"A {edge.kind} has no allowance.")
    edges = tuple(
        e.model_copy(update={"allowance": change.width}) if e is edge else e for e in shape.edges
    )
    made = ChangeMade(
        index=index, name=f"Allowance: {change.edge}", pieces=(change.piece,),
        instruction=f"Draw the cutting line {length_text(change.width)} outside the {change.edge} of "
        f"{draft.who(change.piece).lower()} instead of {length_text(edge.allowance)}.",
        facts=((f"allowance of the {change.edge} on {change.piece}", change.width),),
    )  # fmt: skip
    return Done(draft.having(change.piece, shape.model_copy(update={"edges": edges})), made)
