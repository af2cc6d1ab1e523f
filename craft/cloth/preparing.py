"""Getting a cloth ready: a short list by what is known of it, in the order that suits it.

Source of the rule: a cloth is washed or steamed before it is cut, just as the garment will be, its raw
ends neatened first; then dried, pressed, and squared at one end. The steps are rows of one table
(``preparation_table.py``); of the rows of one step the first is taken that suits the cloth and does
nothing to it that it does not bear.
"""

from craft.cloth.bears import Act, barred_acts
from craft.cloth.cloth import Cloth
from craft.cloth.preparation_table import RULES, Known, StepName
from craft.frozen import Frozen

__all__ = ["PreparationStep", "known_of", "preparation", "usual_care"]


class PreparationStep(Frozen):
    """``caution``: where it can hurt, or spoil the cloth."""

    name: StepName
    do: str
    because: str
    caution: str = ""


def preparation(cloth: Cloth) -> tuple[PreparationStep, ...]:
    """The steps for this cloth, in order. One that is washed already is only pressed and squared."""
    known, barred = known_of(cloth), barred_acts(cloth)
    steps: dict[StepName, PreparationStep] = {}
    for rule in RULES:
        if rule.name in steps or not _suits(rule.wants, known) or known & rule.unless:
            continue
        if barred & rule.does:
            continue
        steps[rule.name] = PreparationStep(
            name=rule.name, do=rule.do, because=rule.because, caution=rule.caution
        )
    return tuple(steps.values())


def known_of(cloth: Cloth) -> frozenset[Known]:
    """What the table goes by: what the cloth is like, its fibre, how it is cleaned, what is done."""
    care = cloth.care if cloth.care != "unsure" else usual_care(cloth)
    known: set[Known] = {*cloth.treated, cloth.fibre, care}
    if care != "dry" and barred_acts(cloth) & WASHED[care]:
        # What its label bears and the cloth does not: more gently, or not in water at all.
        gentler: Known = "dry" if "wet" in barred_acts(cloth) else "hand"
        known = (known - {care}) | {gentler}
    known.add("washed" if cloth.washed else "unwashed")
    if cloth.repeat.along:
        known.add("bars")
    return frozenset(known)


# What washing it so does to a cloth, by the care that asks for it.
WASHED: dict[Known, frozenset[Act]] = {
    care: rule.does
    for rule in RULES if rule.name == "wash"
    for group in rule.wants for care in group if care != "unwashed"
}  # fmt: skip


def _suits(wants: tuple[frozenset[Known], ...], known: frozenset[Known]) -> bool:
    """Whether one of each group of facts is there."""
    return all(known & group for group in wants)


def usual_care(cloth: Cloth) -> Known:
    """How a cloth is cleaned that nothing is known of: the careful way for its fibre.

    >>> usual_care(Cloth(name="Tweed", fibre="wool", width=1400))
    'dry'
    """
    if cloth.fibre in ("wool", "silk") or {"spots", "sequins", "beads"} & set(cloth.treated):
        return "dry"
    return "hand" if cloth.fibre == "viscose" or "lace" in cloth.treated else "warm"
