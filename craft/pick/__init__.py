"""Pick: the view and the size, from measurements, with the reason."""

from craft.pick.pick import Comparison, Picked, PickInputs, pick
from craft.pick.nest import Nest, nest

__all__ = ["Comparison", "Nest", "PickInputs", "Picked", "nest", "pick"]
