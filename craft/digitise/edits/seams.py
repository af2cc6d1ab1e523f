"""Edits of seams: what is sewn to what."""

from typing import Annotated, Literal

from pydantic import Field

from craft.digitise.digitised import digitise
from craft.digitise.edits.base import PatternEdit
from craft.digitise.inputs import PatternInputs, SeamInputs
from craft.errors import CraftError
from craft.pattern.sewn import copies_of, too_often

MOST_SEAMS = 200


class AddSeams(PatternEdit):
    """Seams added: proposals taken, or one said."""

    do: Literal["add seams"]
    seams: Annotated[tuple[SeamInputs, ...], Field(min_length=1, max_length=80)]

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        for seam in self.seams:
            check_seam(seam, inputs)
        if len(inputs.seams) + len(self.seams) > MOST_SEAMS:
            raise CraftError(f"A pattern takes {MOST_SEAMS} seams at most.", "seams")
        return inputs.model_copy(update={"seams": (*inputs.seams, *self.seams)})

    def said(self, before: PatternInputs) -> str:
        first = self.seams[0].name or "a seam"
        more = len(self.seams) - 1
        return f"Named {first}{f' and {more} more' if more else ''}"


class SetSeam(PatternEdit):
    """A seam changed; ``at``: which one, counted from 0."""

    do: Literal["seam"]
    at: Annotated[int, Field(ge=0)]
    seam: SeamInputs

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        check_seam(self.seam, inputs)
        seams = list(inputs.seams)
        if self.at >= len(seams):
            raise CraftError("That seam is not in this pattern any more.", "seams")
        seams[self.at] = self.seam
        return inputs.model_copy(update={"seams": tuple(seams)})

    def said(self, before: PatternInputs) -> str:
        return f"Changed the {self.seam.name or 'seam'}"


class RemoveSeam(PatternEdit):
    """A seam taken out."""

    do: Literal["remove seam"]
    at: Annotated[int, Field(ge=0)]

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        if self.at >= len(inputs.seams):
            raise CraftError("That seam is not in this pattern any more.", "seams")
        seams = (*inputs.seams[: self.at], *inputs.seams[self.at + 1 :])
        return inputs.model_copy(update={"seams": seams})

    def said(self, before: PatternInputs) -> str:
        if self.at >= len(before.seams):
            return "Took out a seam"
        return f"Took out the {before.seams[self.at].name or 'seam'}"


def check_seam(seam: SeamInputs, inputs: PatternInputs) -> None:
    """Raise CraftError where an edge would be sewn to itself: named more often than its piece is cut. Of a
    pair the one is sewn to its twin."""
    sides = [[(side.piece, str(side.edge)) for side in each] for each in (seam.a, seam.b)]
    # A part whose count nobody has said yet may be a pair.
    often = {p.id: copies_of(p.cuts) if p.cuts else 2 for p in inputs.pieces}

    def name(edge: tuple[int, str]) -> str:
        made = next((m for m in digitise(inputs).pieces if m.id == edge[0]), None)
        known = {str(each.id): each.name for each in made.shaped.edges} if made else {}
        return known.get(edge[1], "")

    if len({*sides[0], *sides[1]}) < len(sides[0]) + len(sides[1]) and too_often(
        sides[0], sides[1], often, name
    ):
        raise CraftError(
            "Nothing is sewn to itself: an edge is named twice. Only a pair is sewn to its twin, at its "
            "centre.",
            "seams",
        )
