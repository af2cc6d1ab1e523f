"""Pick: the view and the sizes, from measurements, with the reason."""

from craft.pick.choice import pick, shape_of
from craft.pick.compare import Comparison
from craft.pick.inputs import PickInputs
from craft.pick.nested_sizes import Nest, nest
from craft.pick.original import Original
from craft.pick.pages import PageMap, page_map
from craft.pick.print_check import PrintCheck, PrintVerdict, check_print
from craft.pick.result import Picked

__all__ = [
    "Comparison", "Nest", "Original", "PageMap", "PickInputs", "Picked", "PrintCheck",
    "PrintVerdict", "check_print", "nest", "page_map", "pick", "shape_of",
]  # fmt: skip
