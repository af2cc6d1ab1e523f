"""Lines and cubics: measure, move, split, offset, flatten. The only room that knows shapely."""

from craft.shape.affine import Affine, move, move_point, rotation, then, translation
from craft.shape.curve import Curve, Point
from craft.shape.path import Path

__all__ = [
    "Affine", "Curve", "Path", "Point", "move", "move_point", "rotation", "then", "translation",
]  # fmt: skip
