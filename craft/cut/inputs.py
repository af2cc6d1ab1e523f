"""What a person decides about the cutting."""

from typing import Literal

from craft.frozen import Frozen
from craft.pattern.piece import Role

Cutter = Literal["shears", "rotary"]
Holding = Literal["weights", "pins"]
NotchStyle = Literal["snip", "outward", "wedge", "mark"]


class CuttingInputs(Frozen):
    """``tool`` None: as the cloth asks. ``aware``: cloths the person cuts although their lay is not ready,
    knowing it."""

    tool: Cutter | None = None
    holding: Holding = "weights"
    notch: NotchStyle = "snip"
    aware: tuple[Role, ...] = ()
