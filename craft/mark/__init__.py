"""Mark: each mark of each cut piece, one way proposed, with its reason."""

from craft.mark.inputs import MarkingInputs
from craft.mark.marking_list import mark, mark_knot
from craft.mark.rows import Marking, MarkItem, MarkList

__all__ = ["MarkItem", "MarkList", "Marking", "MarkingInputs", "mark", "mark_knot"]
