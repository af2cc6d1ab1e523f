"""Lay: the pieces on the cloth, judged, and told in ruler numbers.

Finding a lay (craft.lay.search) is heavy work for a process of its own and is not imported here.
"""

from craft.lay.items import LayItem, items_for
from craft.lay.judge import Judged, judge_lay, judge_one
from craft.lay.lay import LayInputs, RoleLay, lay, table_for
from craft.lay.liberties import Liberty
from craft.lay.placing import Placement
from craft.lay.ruler import RulerNumbers
from craft.lay.sought import Sought
from craft.lay.table import Table

__all__ = [
    "Judged", "LayInputs", "LayItem", "Liberty", "Placement", "RoleLay", "RulerNumbers", "Sought",
    "Table", "items_for", "judge_lay", "judge_one", "lay", "table_for",
]  # fmt: skip
