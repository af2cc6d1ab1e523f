"""Pick: the view and the size, from measurements, with the reason."""

from craft.pick.nest import Nest, nest
from craft.pick.pick import Comparison, Picked, PickInputs, pick

__all__ = ["Comparison", "Nest", "PickInputs", "Picked", "nest", "pick"]
