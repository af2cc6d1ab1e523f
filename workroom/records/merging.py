"""What several windows say of one thing, put together: each sends what it saw and what it wants, and only
what it changed is changed. Where two changed the same otherwise, the later one is told."""

from collections.abc import Mapping, Sequence
from typing import Any, TypeVar

from workroom.records.journal import Moved

Each = TypeVar("Each")


def merged(
    seen: Mapping[str, Any], wanted: Mapping[str, Any], now: Mapping[str, Any]
) -> tuple[dict[str, Any], list[str]]:
    """Field by field: what was changed from ``seen`` to ``wanted``, made to what is there ``now``; and the
    fields that somebody else changed to something else meanwhile.

    >>> merged({"a": 1, "b": 1}, {"a": 2, "b": 1}, {"a": 1, "b": 3})
    ({'a': 2, 'b': 3}, [])
    >>> merged({"a": 1}, {"a": 2}, {"a": 3})
    ({'a': 3}, ['a'])
    """
    made, clashes = dict(now), []
    for field, value in wanted.items():
        if value == seen.get(field):
            continue
        if field in now and now[field] not in (seen.get(field), value):
            clashes.append(field)
        else:
            made[field] = value
    return made, clashes


def one_of_two(seen: Each | None, wanted: Each, now: Each, what: str) -> Each:
    """What a single thing is after a window asked for it: ``seen`` None where it does not say what it saw.
    Raises Moved where another window made it something else meanwhile; ``what``: how it is called."""
    if seen is None or wanted == now:
        return wanted
    if wanted == seen:
        return now
    if now != seen:
        raise Moved(
            f"In another window the {what} was changed to “{now}”. It is shown as it is now."
        )
    return wanted


def merged_list(seen: Sequence[Each], wanted: Sequence[Each], now: Sequence[Each]) -> list[Each]:
    """Entries taken out and put in by one window, made to the list that is there now.

    >>> merged_list(["a", "b"], ["b", "c"], ["a", "b", "d"])
    ['b', 'd', 'c']
    """
    kept = [each for each in now if each in wanted or each not in seen]
    return kept + [each for each in wanted if each not in seen and each not in kept]
