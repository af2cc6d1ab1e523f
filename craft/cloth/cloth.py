"""A cloth as it lies in the cupboard."""

from typing import Annotated, Literal, get_args

from pydantic import Field, ValidationInfo, field_validator

from craft.frozen import Frozen, Mm, Name, Note

Fibre = Literal["wool", "cotton", "linen", "silk", "viscose", "polyester", "mixed"]
Trait = Literal[
    "dark", "light", "busy", "striped", "slippery", "sheer", "frays", "thick", "knit", "lace", "fusible",
]  # fmt: skip
FIBRES: tuple[Fibre, ...] = get_args(Fibre)
TRAITS: tuple[Trait, ...] = get_args(Trait)
Share = Annotated[float, Field(ge=0, le=0.3)]
Outline = Annotated[tuple[tuple[Mm, Mm], ...], Field(min_length=3, max_length=200)]


class Square(Frozen):
    """A test square: ``before`` mm each way, washed as the garment will be, measured again."""

    before: Annotated[float, Field(ge=50, le=2_000)]
    after_length: Annotated[float, Field(ge=30, le=2_100)]
    after_width: Annotated[float, Field(ge=30, le=2_100)]


class Repeat(Frozen):
    """Stripes, checks or a printed motif that comes again and again.

    ``along``: mm from one to the next along the length (bars run across), 0 for none; ``across``:
    over the width (stripes run lengthwise). An uneven one has a direction: its two sides differ.
    ``from_end`` and ``from_edge``: where the middle of the first bar lies from the squared cut end
    and that of the first stripe from the lower selvedge (mm).
    """

    along: Annotated[float, Field(ge=0, le=2_000)] = 0.0
    across: Annotated[float, Field(ge=0, le=2_000)] = 0.0
    uneven_along: bool = False
    uneven_across: bool = False
    from_end: Annotated[float, Field(ge=0, le=2_000)] = 0.0
    from_edge: Annotated[float, Field(ge=0, le=2_000)] = 0.0

    @field_validator("along", "across")
    @classmethod
    def wide_enough(cls, repeat: float) -> float:
        """Finer than this nobody matches by hand."""
        if 0 < repeat < 3:
            raise ValueError("a repeat below 3 mm cannot be matched; leave it at 0.")
        return repeat


class Cloth(Frozen):
    """Lengths in mm as bought, before washing, unless it is ``washed`` already.

    ``shrink_*``: shares of length and width lost in the first wash, from the label; ``shrink_by``:
    whether the label, the table of fibres or a washed test ``square`` is believed. ``nap``: pile,
    sheen or print that runs one way; ``nap_unsure``: hard to tell, so it is laid as if it had one.
    ``stretch``: the way it gives more. ``owned`` None: not bought yet. ``flaws`` and ``remnant``: rings on
    the cloth as it lies now, x along from the squared cut end, y across from the lower selvedge; a
    remnant with an outline is only that. ``border``: a border or scalloped edge along a selvedge.
    ``colour``: for drawing it, as #rrggbb.
    """

    name: Name
    fibre: Fibre = "mixed"
    width: Annotated[float, Field(ge=100, le=4_000)]
    selvedge: Annotated[float, Field(ge=0, le=100)] = 10.0
    owned: Annotated[float, Field(ge=0, le=20_000)] | None = None
    shrink_length: Share = 0.0
    shrink_width: Share = 0.0
    shrink_by: Literal["label", "table", "square"] = "label"
    square: Square | None = None
    washed: bool = False
    nap: bool = False
    nap_unsure: bool = False
    stretch: Literal["none", "across", "along", "both"] = "none"
    repeat: Repeat = Repeat()
    border: Literal["none", "lower", "upper", "both"] = "none"
    flaws: Annotated[tuple[Outline, ...], Field(max_length=40)] = ()
    remnant: Outline | None = None
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

    @property
    def one_way(self) -> bool:
        """Whether all pieces must point the same way."""
        return self.nap or self.nap_unsure


class ClothChoices(Frozen):
    """What can be said of a cloth, and one that nothing is said of yet: it has no name, so it cannot be
    kept as it is."""

    fibres: tuple[Fibre, ...] = FIBRES
    traits: tuple[Trait, ...] = TRAITS
    fresh: Cloth = Cloth.model_construct(name="", fibre="cotton", width=1_400.0)
