"""A cloth of the width that is usual for what it is used for, where none is chosen yet."""

from craft.cloth.cloth import Cloth
from craft.cloth.result import KnownCloth
from craft.cloth.yardage import least_of, washed_width
from craft.measure import Figure
from craft.pattern.piece import Role

# Widths with both selvedges (mm), as shops mostly have them.
USUAL_WIDTHS: dict[Role, float] = {
    "main": 1_400.0,
    "lining": 1_400.0,
    "interfacing": 900.0,
    "contrast": 1_400.0,
}


def usual_cloth(role: Role) -> Cloth:
    """A plain cloth without a name, so wide; what it would lose in the wash nobody knows yet."""
    return Cloth.model_construct(name="", width=USUAL_WIDTHS.get(role, 1_400.0), fibre="mixed")


def least_without_cloth(known: KnownCloth) -> Figure:
    """The least that the bare area of a role's pieces needs of a cloth of the usual width (mm)."""
    width = washed_width(usual_cloth(known.role)).value
    return least_of(
        known.area, width, "(a usual width without its selvedges, as no cloth is chosen yet)"
    )
