"""A cloth as it lies in the cupboard."""

from typing import Annotated, Literal

from pydantic import Field, ValidationInfo, field_validator

from craft.frozen import Frozen, Name, Note

Fold = Literal["lengthwise", "single"]
Fibre = Literal["wool", "cotton", "linen", "silk", "viscose", "polyester", "mixed"]
Trait = Literal[
    "dark", "light", "busy", "striped", "slippery", "sheer", "frays", "thick", "knit", "lace", "fusible",
]  # fmt: skip
Share = Annotated[float, Field(ge=0, le=0.3)]


class Cloth(Frozen):
    """Lengths in mm as bought, before washing. ``shrink_*``: shares of length and width lost in the
    first wash. ``nap``: pile, sheen or print that runs one way. ``owned`` None: not bought yet.
    ``colour``: for drawing it, as #rrggbb."""

    name: Name
    fibre: Fibre = "mixed"
    width: Annotated[float, Field(ge=100, le=4_000)]
    selvedge: Annotated[float, Field(ge=0, le=100)] = 10.0
    owned: Annotated[float, Field(ge=0, le=20_000)] | None = None
    shrink_length: Share = 0.0
    shrink_width: Share = 0.0
    nap: bool = False
    traits: tuple[Trait, ...] = ()
    colour: Annotated[str, Field(pattern=r"^#[0-9a-f]{6}$")] = "#9aa4ad"
    note: Note = ""

    @field_validator("selvedge")
    @classmethod
    def leaves_cloth(cls, selvedge: float, info: ValidationInfo) -> float:
        """Both selvedges together must leave cloth to lay on."""
        if 2 * selvedge >= info.data.get("width", 1e9):
            raise ValueError("the two selvedges leave no cloth between them.")
        return selvedge
