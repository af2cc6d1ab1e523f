"""What all edits have in common: each is data, does one thing to the inputs, and says what it did."""

from abc import ABC, abstractmethod
from collections.abc import Callable
from typing import Annotated

from pydantic import Field

from craft.digitise.inputs import (
    MOST_IDS,
    MOST_NODES,
    Outline,
    PatternInputs,
    PieceInputs,
    SizeLine,
)
from craft.errors import CraftError
from craft.frozen import Frozen
from craft.shape.curve import Point

FURTHEST = 20_000.0


class PatternEdit(Frozen, ABC):
    """One edit. ``apply`` gives the inputs after it, or raises CraftError and nothing is changed."""

    @abstractmethod
    def apply(self, inputs: PatternInputs) -> PatternInputs:
        """The inputs after the edit."""

    @abstractmethod
    def said(self, before: PatternInputs) -> str:
        """What it did, for the journal."""


class NamesPiece(PatternEdit):
    """An edit that is about a piece."""

    piece: Annotated[int, Field(ge=1)]

    def who(self, inputs: PatternInputs) -> str:
        """The piece in words."""
        piece = inputs.piece(self.piece)
        if piece is None:
            return "a piece"
        return f"{piece.number} {piece.name}".strip()


class PieceEdit(NamesPiece):
    """An edit that changes one piece and nothing else."""

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        """The inputs with this piece changed."""
        return changed(inputs, self.piece, lambda piece: self.on(piece, inputs))

    @abstractmethod
    def on(self, piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
        """The piece after the edit."""


def the_piece(inputs: PatternInputs, id: int) -> PieceInputs:
    """The piece of that id. Raises CraftError when it is gone."""
    piece = inputs.piece(id)
    if piece is None:
        raise CraftError("That piece is not in this pattern any more.", "piece")
    return piece


def changed(
    inputs: PatternInputs, id: int, how: Callable[[PieceInputs], PieceInputs]
) -> PatternInputs:
    """The inputs with one piece changed. Raises CraftError when it is gone."""
    after = how(the_piece(inputs, id))
    pieces = tuple(after if piece.id == id else piece for piece in inputs.pieces)
    return inputs.model_copy(update={"pieces": pieces})


def outline_of(piece: PieceInputs) -> Outline:
    """The piece's own line. Raises CraftError for a piece that follows from measures or sums."""
    if not isinstance(piece.drawn, Outline):
        raise CraftError(
            "This piece follows from its numbers. Take its outline over as points first.", "piece"
        )
    return piece.drawn


def with_outline(piece: PieceInputs, outline: Outline) -> PieceInputs:
    """The piece with another line. Raises CraftError where it has too many points or lies off the table."""
    if len(outline.nodes) > MOST_NODES:
        raise CraftError(f"A line takes {MOST_NODES} points at most.", "points")
    for line in outline.lines.values():
        for point in line.points:
            if point is not None and max(abs(point[0]), abs(point[1])) > FURTHEST:
                raise CraftError("That is further away than any paper reaches (20 m).", "points")
    return piece.model_copy(update={"drawn": outline})


def index_of(outline: Outline, id: int) -> int:
    """Where a node stands in the ring. Raises CraftError when it is gone."""
    for index, node in enumerate(outline.nodes):
        if node.id == id:
            return index
    raise CraftError("That point is not on the line any more.", "points")


def line_with(line: SizeLine, index: int, point: Point | None) -> SizeLine:
    """A size's line with one point elsewhere."""
    points = list(line.points)
    points[index] = point
    return line.model_copy(update={"points": tuple(points)})


def next_id(ids: list[int]) -> int:
    """An id that is not in use and was given to nothing later."""
    made = max(ids, default=0) + 1
    if made > MOST_IDS:
        raise CraftError("This pattern has had too many parts; begin a copy of it.", "piece")
    return made
