"""What changes are made on: the pieces and seams as the changes before left them."""

from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import NamedTuple

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.measure import Figure, Finding
from craft.pattern.caps import capped
from craft.pattern.hands import Hand
from craft.pattern.pattern import Pattern, Seam
from craft.pattern.piece import Cut, Edge, Shape

# What was changed, by how much (mm); or in words, with no place.
Facts = tuple[tuple[str, float | str], ...]


class ChangeMade(Frozen):
    """A change as carried out: which of the changes entered it is, its ``name`` as a heading, on which
    pieces, what is done on paper, the numbers with their working, and what of it ticks rest on (mm)."""

    index: int
    name: str
    pieces: tuple[int, ...]
    instruction: str
    figures: tuple[Figure, ...] = ()
    facts: Facts = ()


@dataclass(frozen=True)
class Draft:
    """The state between two changes. ``drawn``: the pattern as it was drawn, for its table and its levels;
    ``seams``: those there are by now; ``size``: the size that was traced; ``parents``: which piece a part
    was cut off."""

    drawn: Pattern
    seams: tuple[Seam, ...]
    shapes: dict[int, Shape]
    names: dict[int, str]
    cuts: dict[int, tuple[Cut, ...]]
    printed: dict[int, Hand | None]
    size: str
    parents: dict[int, int] = field(default_factory=dict)

    @cached_property
    def pattern(self) -> Pattern:
        """The pattern with the seams there are by now."""
        if self.seams is self.drawn.seams:
            return self.drawn
        return self.drawn.model_copy(update={"seams": self.seams})

    def having(self, number: int, shape: Shape) -> "Draft":
        """With another shape of one piece; wherever an allowance changed the caps of darts go along."""
        return self.with_shapes({number: shape})

    def with_shapes(self, shapes: dict[int, Shape]) -> "Draft":
        """With these shapes of some pieces, the caps of their darts as wide as the seams beside them."""
        return replace(self, shapes={**self.shapes, **{n: capped(s) for n, s in shapes.items()}})

    def without(self, number: int) -> "Draft":
        """Without a piece that went into another one."""
        return replace(
            self,
            shapes={n: shape for n, shape in self.shapes.items() if n != number},
            names={n: name for n, name in self.names.items() if n != number},
            cuts={n: cuts for n, cuts in self.cuts.items() if n != number},
            printed={n: hand for n, hand in self.printed.items() if n != number},
        )

    def root(self, number: int) -> int:
        """The piece of the pattern a part was cut off, however often it was cut."""
        while number in self.parents:
            number = self.parents[number]
        return number

    def edge_of(self, piece: int, name: str) -> tuple[Shape, Edge]:
        """The edge of a piece, with its piece. Raises CraftError where it is not there."""
        shape = self.shapes.get(piece)
        edge = next((e for e in shape.edges if e.name == name), None) if shape else None
        if shape is None or edge is None:
            raise CraftError(f"There is no edge “{name}” on piece {piece} in this size and view.")
        return shape, edge

    def who(self, number: int) -> str:
        """A piece as it is named in a sentence."""
        return f"{self.names[number]} ({number})"


class Done(NamedTuple):
    """What came of one change: the draft after it, what was made (None: nothing), what is to be said."""

    draft: Draft
    made: ChangeMade | None = None
    findings: tuple[Finding, ...] = ()
