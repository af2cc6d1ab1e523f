"""Cloth: what it is, how wide it is after washing, how much to buy."""

from craft.cloth.cloth import Cloth, Fold, Trait
from craft.cloth.know import ClothInputs, KnownCloth, Step, know, to_buy

__all__ = ["Cloth", "ClothInputs", "Fold", "KnownCloth", "Step", "Trait", "know", "to_buy"]
