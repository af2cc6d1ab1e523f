"""The changes in their order, each made on what the ones before it left."""

from typing import NamedTuple

from craft.errors import CraftError
from craft.fit.change import FitChange
from craft.fit.length import length_findings
from craft.fit.length.length_change import LengthChange
from craft.fit.length.made_change import MadeChange
from craft.fit.length.replayed import Offered, Slid, lengthened
from craft.fit.tolerances import Tolerances
from craft.fit.work import Made, Work
from craft.measure import Finding


class Replayed(NamedTuple):
    """The work after all changes, what was changed, by how much each piece grew (mm), and what is to be
    said of it."""

    work: Work
    lengths: list[MadeChange]
    made: list[Made]
    gained: dict[int, float]
    findings: list[Finding]


def replay(
    work: Work, changes: tuple[FitChange, ...], offered: Offered, tolerances: Tolerances
) -> Replayed:
    """Every change that is switched on. One that cannot be made here is left out with a fault, since the
    size may change long after it was entered. Raises CraftError for a level no piece has."""
    done = Replayed(work, [], [], {}, [])
    for index, change in enumerate(changes):
        if not change.on:
            continue
        if isinstance(change, LengthChange):
            slid = lengthened(done.work, change, index, offered, tolerances)
            done = _with_length(done, slid)
            continue
        try:
            one = change.apply(done.work, index, tolerances)
        except CraftError as error:
            done.findings.append(length_findings.left_out(change, index, error.sentence))
            continue
        done.findings.extend(one.findings)
        if one.made is not None:
            done.made.append(one.made)
        done = done._replace(work=one.work)
    return done


def _with_length(done: Replayed, slid: Slid) -> Replayed:
    done.findings.extend(slid.findings)
    if slid.made is None:
        return done
    for number in slid.made.pieces:
        done.gained[number] = done.gained.get(number, 0.0) + slid.made.amount.value
    done.lengths.append(slid.made)
    return done._replace(work=slid.work)
