"""Mark: each mark of each cut piece, one way proposed, with its reason."""

from craft.mark.inputs import MarkingInputs
from craft.mark.marking_list import mark, mark_knot
from craft.mark.rows import MarkItem, MarkList
from craft.mark.schedule import Marking

__all__ = ["MarkItem", "MarkList", "Marking", "MarkingInputs", "mark", "mark_knot"]
