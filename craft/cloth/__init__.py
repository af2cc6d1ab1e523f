"""Cloth: what it is, how it is folded, how wide it is after washing, how much to buy."""

from craft.cloth.cloth import Cloth, Repeat, Square, Trait
from craft.cloth.findings import Wants
from craft.cloth.folds import FOLDS, WORDS, Fold, Layer, Spread, Zone, spread
from craft.cloth.known import KnownCloth, know, to_buy
from craft.cloth.lying import ClothInputs, Step, fold_of, lies_out
from craft.cloth.shrinking import shrinkage

__all__ = [
    "FOLDS", "WORDS", "Cloth", "ClothInputs", "Fold", "KnownCloth", "Layer", "Repeat", "Spread",
    "Square", "Step", "Trait", "Wants", "Zone", "fold_of", "know", "lies_out", "shrinkage", "spread",
    "to_buy",
]  # fmt: skip
