"""The way proposed for a mark, as the tests ask for it."""

from craft.cut.notching import AT_THE_EDGE, notching
from craft.mark.advise import best, ranked, setting_of
from craft.mark.case import Case
from craft.mark.inputs import MarkingInputs
from craft.mark.mark_on_cloth import Made


def made(mark, layers=2, **case):
    """The mark as it is made on so many layers."""
    case = Case(**{"kind": mark.kind, "lie": layers, "bent": len(mark.points) > 2, **case})
    return Made(mark, mark.name, layers, layers, case)


def ways(mark, cloth, shape=None, inputs=None, layers=2, role="main", **case):
    """Every way for a mark on a cloth, the best first."""
    setting = setting_of(cloth, role, inputs or MarkingInputs())
    rule = notching(mark, shape, cloth) if shape and mark.kind in AT_THE_EDGE else None
    one = made(mark, layers, **case)
    found = ranked(one, setting, rule)
    assert found[0] == best(one, setting, rule)
    return found
