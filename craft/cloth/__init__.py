"""Cloth: what it is, how it is folded, how wide it is after washing, how much to buy."""

from craft.cloth.cloth import Cloth, Repeat, Square, Trait
from craft.cloth.findings import Wants
from craft.cloth.folds import CLOTH, FOLDS, WORDS, Faces, Fold, Layer, Spread, Zone, spread
from craft.cloth.inputs import ClothInputs, Step, faces_of, fold_of, lies_out, shows_right_side
from craft.cloth.result import KnownCloth
from craft.cloth.shrinking import shrinkage
from craft.cloth.yardage import cloths_of, to_buy

__all__ = [
    "CLOTH",
    "FOLDS",
    "WORDS",
    "Cloth",
    "ClothInputs",
    "Faces",
    "Fold",
    "KnownCloth",
    "Layer",
    "Repeat",
    "Spread",
    "Square",
    "Step",
    "Trait",
    "Wants",
    "Zone",
    "cloths_of",
    "faces_of",
    "fold_of",
    "lies_out",
    "shows_right_side",
    "shrinkage",
    "spread",
    "to_buy",
]  # fmt: skip
