"""The way proposed for a mark, as the tests ask for it."""

from craft.cut.notching import AT_THE_EDGE, notching
from craft.mark.advise import best, ranked, setting_of
from craft.mark.inputs import MarkingInputs


def ways(mark, cloth, shape=None, inputs=None, layers=2, role="main"):
    """Every way for a mark on a cloth, the best first."""
    setting = setting_of(cloth, role, inputs or MarkingInputs())
    rule = notching(mark, shape, cloth) if shape and mark.kind in AT_THE_EDGE else None
    found = ranked(mark, setting, layers, rule)
    assert found[0] == best(mark, setting, layers, rule)
    return found
