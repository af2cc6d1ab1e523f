"""Lay: the pieces on the cloth, judged, found by search, and told in ruler numbers."""

from craft.lay.items import LayItem, items_for
from craft.lay.judge import Judged, judge_lay, judge_one
from craft.lay.lay import LayInputs, RoleLay, lay, table_for
from craft.lay.placing import Placement
from craft.lay.ruler import RulerNumbers
from craft.lay.search import Sought, search
from craft.lay.table import Table

__all__ = [
    "Judged", "LayInputs", "LayItem", "Placement", "RoleLay", "RulerNumbers", "Sought", "Table",
    "items_for", "judge_lay", "judge_one", "lay", "search", "table_for",
]  # fmt: skip
