"""Lay: the pieces on the cloth, judged, and told in ruler numbers.

Finding a lay is the room next door (craft.seek).
"""

from craft.lay.cloth_lay import lay
from craft.lay.inputs import LayInputs
from craft.lay.items import LayItem, items_for
from craft.lay.judge import Judged, judge_lay, judge_one
from craft.lay.permissions import Permission
from craft.lay.placing import Placement
from craft.lay.result import ClothLay
from craft.lay.ruler import RulerNumbers
from craft.lay.spreading import table_for
from craft.lay.table import Table

__all__ = [
    "ClothLay",
    "Judged",
    "LayInputs",
    "LayItem",
    "Permission",
    "Placement",
    "RulerNumbers",
    "Table",
    "items_for",
    "judge_lay",
    "judge_one",
    "lay",
    "table_for",
]  # fmt: skip
