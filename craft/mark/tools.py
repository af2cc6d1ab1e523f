"""What lies at hand for marking, and what it is done on."""

from typing import Annotated, Literal, get_args

from pydantic import Field

from craft.frozen import Frozen

MarkTool = Literal[
    "chalk", "water-erasable pen", "air-erasable pen", "heat-erasable pen", "carbon paper",
    "tracing wheel", "spiked wheel", "spaced chalk wheel", "basting thread", "beeswax", "awl",
    "spare copy",
]  # fmt: skip
TOOLS: tuple[MarkTool, ...] = get_args(MarkTool)
USUAL_TOOLS: tuple[MarkTool, ...] = (
    "chalk", "carbon paper", "tracing wheel", "basting thread", "spare copy",
)  # fmt: skip
# The colours chalk, carbon and thread come in (#rrggbb).
Hue = Literal["white", "yellow", "red", "blue", "grey"]
HUES: dict[Hue, str] = {
    "white": "#f7f6f0", "yellow": "#eecb3b", "red": "#c4343c", "blue": "#2c5aa8", "grey": "#4a4e54",
}  # fmt: skip
# What pens write in.
PEN: Hue = "blue"

Surface = Literal["firm", "polished", "soft"]
SURFACES: dict[Surface, str] = {
    "firm": "a firm table, mat or board",
    "polished": "a table that must not be scratched",
    "soft": "carpet or bed",
}
Handled = Literal["today", "days", "weeks"]
HANDLED: dict[Handled, str] = {
    "today": "sewn today",
    "days": "sewn within days",
    "weeks": "handled for weeks",
}


class MarkingKit(Frozen):
    """What there is to mark with. ``sheet_long``, ``sheet_wide``: the carbon paper (mm)."""

    tools: Annotated[tuple[MarkTool, ...], Field(max_length=len(TOOLS))] = USUAL_TOOLS
    chalks: Annotated[tuple[Hue, ...], Field(max_length=len(HUES))] = ("white", "blue", "red")
    carbons: Annotated[tuple[Hue, ...], Field(max_length=len(HUES))] = (
        "white",
        "yellow",
        "blue",
        "red",
    )
    sheet_long: Annotated[float, Field(ge=50, le=2_000)] = 500.0
    sheet_wide: Annotated[float, Field(ge=50, le=1_000)] = 250.0
    surface: Surface = "firm"
