"""Everything a person decided in a making. Small, and the only thing that is stored."""

from typing import Annotated

from pydantic import Field

from craft.cloth import ClothInputs
from craft.cut import CuttingInputs
from craft.fit import FitInputs
from craft.frozen import Frozen
from craft.keep import KeepInputs
from craft.lay import LayInputs
from craft.mark import MarkingInputs
from craft.pick import PickInputs
from craft.thread import Ticks
from craft.trace import TraceInputs


class Inputs(Frozen):
    """The inputs of a making, stage by stage, and the ticks with the facts they rest on. ``redrawn``: how
    often a piece was another one when a newer pattern was taken over, by its number; ``bought``: lines of
    the shopping list that are done."""

    pick: PickInputs = PickInputs()
    trace: TraceInputs = TraceInputs()
    fit: FitInputs = FitInputs()
    cloth: ClothInputs = ClothInputs()
    lay: LayInputs = LayInputs()
    cut: CuttingInputs = CuttingInputs()
    mark: MarkingInputs = MarkingInputs()
    keep: KeepInputs = KeepInputs()
    ticks: Ticks = {}
    bought: Annotated[
        tuple[Annotated[str, Field(min_length=1, max_length=200)], ...], Field(max_length=200)
    ] = ()
    redrawn: Annotated[
        dict[Annotated[int, Field(ge=1, le=999)], Annotated[int, Field(ge=1, le=10_000)]],
        Field(max_length=80),
    ] = {}


def renamed(inputs: Inputs, before: str, now: str) -> Inputs:
    """The inputs with the person called by their new name, also in what was ticked for them."""
    if inputs.pick.person != before:
        return inputs
    ticks = {
        key: {**facts, "made for": now} if facts.get("made for") == before else facts
        for key, facts in inputs.ticks.items()
    }
    pick = inputs.pick.model_copy(update={"person": now})
    return inputs.model_copy(update={"pick": pick, "ticks": ticks})
