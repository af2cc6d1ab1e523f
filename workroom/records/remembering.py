"""Derived results kept in memory: bounded in processor time, and a refusal is kept like a result, so that
what cannot be worked out costs its time once and not at every look."""

from collections.abc import Callable
from functools import lru_cache, update_wrapper
from typing import Generic, TypeVar, TypeVarTuple

from craft.errors import CraftError
from workroom.reading.bounded import bounded

Documents = TypeVarTuple("Documents")
Result = TypeVar("Result")


class Remembered(Generic[*Documents, Result]):
    """A function of immutable documents with its last results."""

    def __init__(self, work: Callable[[*Documents], Result], maxsize: int) -> None:
        def tried(*documents: *Documents) -> Result | _Refusal:
            try:
                return bounded(lambda: work(*documents))
            except CraftError as error:
                return _Refusal(error)

        self._tried = lru_cache(maxsize=maxsize)(tried)
        self.cache_clear = self._tried.cache_clear
        update_wrapper(self, work)

    def __call__(self, *documents: *Documents) -> Result:
        """The result. Raises CraftError as the work did, and where it takes too long."""
        found = self._tried(*documents)
        if isinstance(found, _Refusal):
            raise CraftError(found.sentence, found.field)
        return found


class _Refusal:
    def __init__(self, error: CraftError) -> None:
        self.sentence, self.field = error.sentence, error.field


def remembered(
    maxsize: int,
) -> Callable[[Callable[[*Documents], Result]], Remembered[*Documents, Result]]:
    """Decorates a function so that it is bounded and its last ``maxsize`` results are kept."""
    return lambda work: Remembered(work, maxsize)
