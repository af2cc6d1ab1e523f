"""How a cloth is laid to begin with: single or folded, which side out. Schools differ."""

from typing import Literal

from craft.cloth.cloth import Cloth, Like
from craft.cloth.folds import CLOTH, FUSIBLE, Depth, Faces, Fold
from craft.frozen import Frozen
from craft.pattern.piece import Role

Step = Literal["10 cm", "1/8 yd"]
ClothSchool = Literal["by cloth", "folded"]


class ClothInputs(Frozen):
    """Which cloth each role is cut from and how it is folded; the step the shop cuts in. ``depths``:
    how deep a part fold reaches (mm). ``out``: folded wrong sides together. ``school``: how a cloth lies
    whose fold nobody chose. ``taken``: which cloth of the cupboard a role's was taken from;
    ``joined``: roles cut from the cloth of another one, in one lay with it."""

    cloths: dict[Role, Cloth] = {}
    folds: dict[Role, Fold] = {}
    depths: dict[Role, Depth] = {}
    out: tuple[Role, ...] = ()
    step: Step = "10 cm"
    school: ClothSchool = "by cloth"
    taken: dict[Role, int] = {}
    joined: dict[Role, Role] = {}


# Cloth that is laid in a single layer to begin with, and why.
SINGLE: dict[Like, str] = {
    "slippery": "the lower layer shifts unseen",
    "sheer": "the lower layer shifts unseen",
    "lace": "its motifs must be seen and chosen, right side up",
    "thick": "two layers cannot be cut true",
}
MATCHED = "the lower layer’s stripes cannot be seen while the upper one’s are matched"


def why_single(cloth: Cloth) -> tuple[str, str] | None:
    """What about a cloth asks for a single layer, and why; None where folding is safe."""
    for trait, why in SINGLE.items():
        if trait in cloth.treated:
            return trait, why
    if cloth.repeat.along or cloth.repeat.across:
        return "matched", MATCHED
    return None


def fold_of(role: Role, inputs: ClothInputs) -> Fold:
    """How the role's cloth lies: as chosen, or as the school asks to begin with."""
    chosen = inputs.folds.get(role)
    if chosen is not None:
        return chosen
    owned = inputs.cloths.get(role)
    alone = owned is not None and inputs.school == "by cloth" and why_single(owned) is not None
    return "single" if alone else "lengthwise"


def lies_out(role: Role, inputs: ClothInputs) -> bool:
    """Whether the right side of the role's cloth lies out (single: up)."""
    return shows_right_side(inputs.cloths.get(role), fold_of(role, inputs), role in inputs.out)


# What lies right side up wherever it is single, whatever was chosen: the motifs of lace must be seen; glue
# side up and printed side up a fusible gives the hand that the cloth's right side up gives.
SHOWN: tuple[Like, ...] = ("lace", "fusible")


def shows_right_side(owned: Cloth | None, fold: Fold, chosen: bool) -> bool:
    """Whether a cloth folded so lies right side out (single: up; a fusible: its glue side)."""
    shown = owned is not None and any(trait in owned.treated for trait in SHOWN)
    return chosen or (shown and fold == "single")


def faces_of(owned: Cloth | None) -> Faces:
    """What the sides of a cloth are called."""
    return FUSIBLE if owned is not None and "fusible" in owned.treated else CLOTH
