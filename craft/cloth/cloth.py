"""A cloth as it lies in the cupboard."""

from functools import lru_cache
from typing import Annotated, Literal, get_args

from pydantic import Field, ValidationInfo, field_validator

from craft.cloth.handling import HANDLING, QUESTIONS, Handling, Question
from craft.frozen import Frozen, Mm, Name, Note

Fibre = Literal["wool", "cotton", "linen", "silk", "viscose", "polyester", "mixed"]
Trait = Literal[
    "dark", "light", "busy", "striped", "slippery", "sheer", "frays", "thick", "pile", "fusible",
    "spots", "sides alike", "sequins", "beads", "fringe",
]  # fmt: skip
FIBRES: tuple[Fibre, ...] = get_args(Fibre)
TRAITS: tuple[Trait, ...] = get_args(Trait)
# Lace and net are one: a ground without a firm edge.
Weave = Literal["plain", "twill", "satin", "knit", "lace"]
WEAVES: tuple[Weave, ...] = get_args(Weave)
# Below about 150 g a square metre, up to about 280, and more.
Weight = Literal["unknown", "light", "medium", "heavy"]
WEIGHTS: tuple[Weight, ...] = get_args(Weight)
# What is asked of a cloth: a trait, or what follows from its weave and weight.
Like = Trait | Literal["twill", "satin", "knit", "lace", "lightweight", "heavy"]
# How it is cleaned: at 60, at 30 or 40 degrees, by hand, dry.
Care = Literal["unsure", "hot", "warm", "hand", "dry"]
CARES: tuple[Care, ...] = get_args(Care)
# What is measured of a cloth, each once, before the first wash or after it. The selvedge is of the width.
Measure = Literal["width", "owned", "repeat", "flaws", "remnant", "motifs", "border"]
MEASURES: tuple[Measure, ...] = get_args(Measure)
When = Literal["before", "after"]
Share = Annotated[float, Field(ge=0, le=0.3)]
Outline = Annotated[tuple[tuple[Mm, Mm], ...], Field(min_length=3, max_length=200)]


class Square(Frozen):
    """A test square: ``before`` mm each way, washed as the garment will be, measured again."""

    before: Annotated[float, Field(ge=50, le=2_000)]
    after_length: Annotated[float, Field(ge=30, le=2_100)]
    after_width: Annotated[float, Field(ge=30, le=2_100)]


class Strip(Frozen):
    """A strip of the cloth the way it gives more: its length at ``rest``, and ``pulled`` as far as it goes
    without effort (mm)."""

    rest: Annotated[float, Field(ge=20, le=2_000)]
    pulled: Annotated[float, Field(ge=20, le=8_000)]

    @field_validator("pulled")
    @classmethod
    def longer(cls, pulled: float, info: ValidationInfo) -> float:
        """Nothing is shorter pulled than at rest."""
        if pulled < info.data.get("rest", 0):
            raise ValueError("a strip is at least as long pulled as at rest.")
        return pulled


class Repeat(Frozen):
    """Stripes, checks or a printed motif that comes again and again.

    ``along``: mm from one to the next along the length (bars run across), 0 for none; ``across``:
    over the width (stripes run lengthwise). An uneven one has a direction: its two sides differ.
    ``from_end`` and ``from_edge``: where the middle of the first bar lies from the squared cut end, and
    that of the first stripe from the outer edge of the lower selvedge (mm), as flaws do.
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
    """Lengths in mm, each taken before or after the first wash: as ``measured`` says, else as the cloth
    lies now, ``washed`` or not.

    ``shrink_*``: shares of length and width lost in the first wash, from the label; ``shrink_by``:
    whether the label, the table of fibres or a washed test ``square`` is believed. ``nap``: pile,
    sheen or print that runs one way; ``nap_unsure``: hard to tell, so it is laid as if it had one.
    ``stretch``: the way it gives more. ``owned`` None: not bought yet. ``flaws`` and ``remnant``: rings on
    the cloth, x along from the squared cut end, y across from the outer edge of the lower selvedge; a
    remnant with an outline is only that. ``border``: a border or scalloped edge along a selvedge,
    ``border_depth`` mm deep. ``nap`` is how it looks, whatever makes it so; a pile (velvet, corduroy,
    fleece) is a trait, and can look alike both ways. ``motifs``: middles of motifs set by hand where they
    do not repeat, as flaws.
    ``askew``: how far along the far end of the tape lay when ``width`` was read. ``strip``: how far it
    stretches. ``unsure``: what nobody could tell by handling it; it is treated as the careful case.
    ``price``: of a metre. ``prepared``: steps of getting it ready that are done.
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
    measured: dict[Measure, When] = {}
    nap: bool = False
    nap_unsure: bool = False
    stretch: Literal["none", "across", "along", "both"] = "none"
    repeat: Repeat = Repeat()
    border: Literal["none", "lower", "upper", "both"] = "none"
    flaws: Annotated[tuple[Outline, ...], Field(max_length=40)] = ()
    remnant: Outline | None = None
    traits: tuple[Trait, ...] = ()
    weave: Weave = "plain"
    weight: Weight = "unknown"
    askew: Annotated[float, Field(ge=0, le=2_000)] = 0.0
    strip: Strip | None = None
    border_depth: Annotated[float, Field(ge=0, le=1_000)] = 0.0
    motifs: Annotated[tuple[tuple[Mm, Mm], ...], Field(max_length=400)] = ()
    unsure: Annotated[tuple[Handling, ...], Field(max_length=len(HANDLING))] = ()
    care: Care = "unsure"
    price: Annotated[float, Field(ge=0, le=100_000)] | None = None
    prepared: Annotated[tuple[str, ...], Field(max_length=20)] = ()
    colour: Annotated[str, Field(pattern=r"^#[0-9a-f]{6}$")] = "#9aa4ad"
    note: Note = ""

    @field_validator("selvedge")
    @classmethod
    def leaves_cloth(cls, selvedge: float, info: ValidationInfo) -> float:
        """Both selvedges together must leave cloth to lay on."""
        if 2 * selvedge >= info.data.get("width", 1e9):
            raise ValueError("the two selvedges leave no cloth between them.")
        return selvedge

    @field_validator("askew")
    @classmethod
    def across(cls, askew: float, info: ValidationInfo) -> float:
        """A tape that lies more along than across measures no width."""
        if askew > 0.7 * info.data.get("width", 1e9):
            raise ValueError("the tape would lie along the cloth; measure across it.")
        return askew

    @property
    def treated(self) -> tuple[Like, ...]:
        """What it is taken to be like: what is known, and the careful case of what nobody could tell."""
        return like(self.traits, self.unsure, self.weave, self.weight)

    @property
    def delicate(self) -> bool:
        """Whether pins, stitches sewn twice and whatever else is done to it show."""
        return self.fibre == "silk" or bool({"sheer", "lace", "satin"} & set(self.treated))

    @property
    def gives(self) -> Literal["none", "across", "along", "both"]:
        """The way it gives more; where nobody could tell, across, as most cloth does."""
        return "across" if "stretch" in self.unsure else self.stretch

    @property
    def one_way(self) -> bool:
        """Whether all pieces must point the same way."""
        return self.nap or self.nap_unsure


@lru_cache(maxsize=256)
def like(
    traits: tuple[Trait, ...], unsure: tuple[Handling, ...], weave: Weave, weight: Weight
) -> tuple[Like, ...]:
    """What a cloth of these facts is taken to be like, each once."""
    found: list[Like] = [*traits, *(each for each in TRAITS if each in unsure)]
    if weave != "plain":
        found.append(weave)
    if weight == "light":
        found.append("lightweight")
    elif weight == "heavy":
        found.append("heavy")
    return tuple(dict.fromkeys(found))


class ClothChoices(Frozen):
    """What can be said of a cloth, and one that nothing is said of yet: it has no name, so it cannot be
    kept as it is."""

    fibres: tuple[Fibre, ...] = FIBRES
    traits: tuple[Trait, ...] = tuple(trait for trait in TRAITS if trait not in HANDLING)
    weaves: tuple[Weave, ...] = WEAVES
    weights: tuple[Weight, ...] = WEIGHTS
    cares: tuple[Care, ...] = CARES
    questions: tuple[Question, ...] = QUESTIONS
    fresh: Cloth = Cloth.model_construct(name="", fibre="cotton", width=1_400.0)
