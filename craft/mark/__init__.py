"""Mark: each mark of each cut piece, one way proposed, with its reason."""

from craft.mark.inputs import MarkingInputs
from craft.mark.knot import mark_knot
from craft.mark.marking_list import mark
from craft.mark.result import Marking, MarkItem, MarkList

__all__ = ["MarkItem", "MarkList", "Marking", "MarkingInputs", "mark", "mark_knot"]
