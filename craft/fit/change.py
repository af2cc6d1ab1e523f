"""What every change in Fit is: a model of what is asked for that carries its own rule and words."""

from abc import ABC, abstractmethod
from typing import Annotated, Any, ClassVar, TypeVar

from pydantic import AfterValidator, Field, ValidationError

from craft.fit.draft import Done, Draft
from craft.fit.tolerances import Tolerances
from craft.frozen import Frozen
from craft.measure import capital
from craft.shape.curve import Point

Number = Annotated[int, Field(ge=1, le=100_000)]
Named = Annotated[str, Field(min_length=1, max_length=200)]
# Nobody draws finer than a hundredth of a millimetre; what is less would be a line without a direction.
Shift = Annotated[float, Field(ge=-300, le=300), AfterValidator(lambda mm: round(mm, 2))]
Drawn = Annotated[Point, AfterValidator(lambda at: (round(at[0], 2), round(at[1], 2)))]


class FitChange(Frozen, ABC):
    """A change that was asked for. ``on`` False: kept, but not carried out. ``another_piece``: what it
    makes is a piece of its own, not the old one with another line."""

    another_piece: ClassVar[bool] = False
    kind: str
    on: bool = True

    @property
    def not_kept(self) -> str:
        """Why it cannot be kept for the person's other patterns; "" where it can."""
        return "This change suits this pattern alone."

    @abstractmethod
    def heading(self) -> str:
        """What the change is of, as a name in the middle of a sentence."""

    def told(self) -> str:
        """What was done, for the history."""
        return capital(self.heading())


class PieceChange(FitChange):
    """A change that asks the draft alone; one of length asks the body as well."""

    @abstractmethod
    def apply(self, draft: Draft, index: int, tolerances: Tolerances) -> Done:
        """Made on what the changes before it left; ``index``: its place among them. Raises CraftError
        where it cannot be made."""


Kind = TypeVar("Kind", bound=Frozen)


def within_bounds(model: type[Kind], /, **asked: Any) -> Kind | None:
    """A change as it would be asked for, or None where its own bounds refuse it: what is offered may always
    be taken.

    >>> within_bounds(Tolerances, seam=900.0) is None
    True
    """
    try:
        return model(**asked)
    except ValidationError:
        return None
