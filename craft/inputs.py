"""Everything a person decided in a making. Small, and the only thing that is stored."""

from craft.cloth import ClothInputs
from craft.fit import FitInputs
from craft.frozen import Frozen
from craft.keep import KeepInputs
from craft.lay import LayInputs
from craft.pick import PickInputs
from craft.thread import Ticks
from craft.trace import TraceInputs


class Inputs(Frozen):
    """The inputs of a making, stage by stage, and the ticks with the facts they rest on."""

    pick: PickInputs = PickInputs()
    trace: TraceInputs = TraceInputs()
    fit: FitInputs = FitInputs()
    cloth: ClothInputs = ClothInputs()
    lay: LayInputs = LayInputs()
    keep: KeepInputs = KeepInputs()
    ticks: Ticks = {}
