"""Who works next: jobs take turns, so that everybody soon sees something and nobody waits for long.

What shows nothing yet comes first, in the order it was handed in. Then people go round, whoever has waited
longest first, each with the job that is nearest to its end; a turn is short.
"""

from collections.abc import Sequence
from dataclasses import dataclass

TURN = 0.5  # s
# A job that shows nothing after so long takes turns like the others (s).
PATIENT = 1.5
# Even while new jobs come and come, nobody waits longer than this for a turn (s).
STARVING = 3.0


@dataclass(frozen=True)
class OpenJob:
    """A job that is open: ``fresh``: it shows nothing yet; ``used``: how long it has worked (s), ``left``:
    how long it may still; ``served``: when it last worked; ``since``: since when it works now."""

    pk: int
    owner: int
    fresh: bool
    used: float
    left: float
    served: float
    since: float | None = None


def shows_nothing_yet(one: OpenJob) -> bool:
    """Whether somebody waits for the first that it shows."""
    return one.fresh and one.used < PATIENT


def chosen(open_jobs: Sequence[OpenJob], now: float, cores: int) -> set[int]:
    """The jobs that work now. A fresh one takes one core, any other two."""
    fresh = [each for each in open_jobs if shows_nothing_yet(each)][:cores]
    names = {each.pk for each in fresh}
    rest = [each for each in open_jobs if each.pk not in names]
    starving = [each for each in rest if now - each.served > STARVING and each.since is None]
    room = max(0, (cores - len(fresh) + 1) // 2)
    if starving and not room:
        fresh, room = fresh[:-1], 1
    at_work = [each for each in rest if each.since is not None and now - each.since < TURN]
    waiting = _in_turn([each for each in rest if each not in at_work], {e.owner for e in at_work})
    return {each.pk for each in (*fresh, *(*at_work, *waiting)[:room])}


def _in_turn(jobs: Sequence[OpenJob], busy: set[int]) -> list[OpenJob]:
    """One job of each person at a time; whoever was served longest ago first."""
    served: dict[int, float] = {}
    for each in jobs:
        served[each.owner] = max(served.get(each.owner, float("-inf")), each.served)
    return sorted(jobs, key=lambda each: (each.owner in busy, served[each.owner], each.left))


def to_make_room(open_jobs: Sequence[OpenJob]) -> OpenJob | None:
    """Whose place goes to somebody who waits outside: of those with something to show, who has had most."""
    shown = [each for each in open_jobs if not each.fresh]
    return max(shown, key=lambda each: each.used, default=None)
