"""A judgement: what was found, why it matters, where, and how to mend it."""

from typing import Literal

from craft.frozen import Frozen

Weight = Literal["note", "doubt", "fault"]
GRAVEST_FIRST: dict[Weight, int] = {"fault": 0, "doubt": 1, "note": 2}


class Where(Frozen):
    """What a finding is about: a piece, one of its edges or marks, a cloth, and the spot itself.

    ``other``: the second piece, where a finding is about two.

    ``outline`` is a drawn place (closed ring, mm, in the coordinates of the stage's drawing),
    so that a fault shows where it happens.
    """

    piece: str = ""
    other: str = ""
    edge: str = ""
    mark: str = ""
    cloth: str = ""
    outline: tuple[tuple[float, float], ...] = ()


# What the screen can offer to do about a finding, and what the offer says.
Fix = Literal["turn over", "turn end for end", "straighten", "move in", "lay again"]
OFFERS: dict[Fix, str] = {
    "turn over": "Turn it over",
    "turn end for end": "Turn it end for end",
    "straighten": "Straighten it",
    "move in": "Move it in",
    "lay again": "Lay again",
}


class Finding(Frozen):
    """One sentence and its reason. ``fix`` names a change the screen can offer to make."""

    weight: Weight
    what: str
    because: str = ""
    mend: str = ""
    fix: Literal[""] | Fix = ""
    where: Where = Where()


def gravest_first(findings: list[Finding]) -> tuple[Finding, ...]:
    """Faults, then doubts, then notes; otherwise in the order found."""
    return tuple(sorted(findings, key=lambda finding: GRAVEST_FIRST[finding.weight]))
