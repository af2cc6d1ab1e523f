"""The changes in their order, each made on what the ones before it left."""

from typing import NamedTuple

from craft.errors import CraftError
from craft.fit.change import PieceChange
from craft.fit.draft import ChangeMade, Draft
from craft.fit.length import length_findings
from craft.fit.length.apply_length import LengthApplied, Offered, lengthen_at
from craft.fit.length.length_change import LengthChange
from craft.fit.length.made_change import MadeChange
from craft.fit.tolerances import Tolerances
from craft.measure import Finding


class Applied(NamedTuple):
    """The draft after all changes, what was changed, by how much each piece grew (mm), and what is to be
    said of it."""

    draft: Draft
    lengths: list[MadeChange]
    made: list[ChangeMade]
    gained: dict[int, float]
    findings: list[Finding]


def apply_changes(
    draft: Draft,
    changes: tuple[LengthChange | PieceChange, ...],
    offered: Offered,
    tolerances: Tolerances,
) -> Applied:
    """Every change that is switched on. One that cannot be made here is left out with a fault, since the
    size may change long after it was entered. Raises CraftError for a level no piece has."""
    done = Applied(draft, [], [], {}, [])
    for index, change in enumerate(changes):
        if not change.on:
            continue
        if isinstance(change, LengthChange):
            applied = lengthen_at(done.draft, change, index, offered, tolerances)
            done = _with_length(done, applied)
            continue
        try:
            one = change.apply(done.draft, index, tolerances)
        except CraftError as error:
            done.findings.append(length_findings.left_out(change, index, error.sentence))
            continue
        done.findings.extend(one.findings)
        if one.made is not None:
            done.made.append(one.made)
        done = done._replace(draft=one.draft)
    return done


def _with_length(done: Applied, applied: LengthApplied) -> Applied:
    done.findings.extend(applied.findings)
    if applied.made is None:
        return done
    for number in applied.made.pieces:
        done.gained[number] = done.gained.get(number, 0.0) + applied.made.amount.value
    done.lengths.append(applied.made)
    return done._replace(draft=applied.draft)
