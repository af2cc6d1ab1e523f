"""A whole piece moved, turned or mirrored: its line in every size, handles and marks alike."""

from craft.digitise.inputs import Outline, PieceInputs, SizeLine
from craft.shape.affine import Affine, move_point
from craft.shape.curve import Point


def moved_piece(piece: PieceInputs, by: Affine) -> PieceInputs:
    """The piece after the move; body levels go with it only where the move keeps them level."""
    assert isinstance(piece.drawn, Outline)
    turn: Affine = (*by[:4], 0.0, 0.0)
    lines = {
        size: SizeLine(
            points=tuple(None if p is None else move_point(p, by) for p in line.points),
            handles={
                id: (move_point(a, turn), move_point(b, turn))
                for id, (a, b) in line.handles.items()
            },
        )
        for size, line in piece.drawn.lines.items()
    }

    def points(places: tuple[Point, ...]) -> tuple[Point, ...]:
        return tuple(move_point(place, by) for place in places)

    marks = tuple(
        mark.model_copy(
            update={
                "points": points(mark.points),
                "at": {size: points(at) for size, at in mark.at.items()},
            }
        )
        for mark in piece.marks
    )
    level = by[2] == 0.0 and by[3] > 0
    levels = {
        size: {name: y + by[5] for name, y in own.items()} for size, own in piece.levels.items()
    }
    return piece.model_copy(
        update={
            "drawn": piece.drawn.model_copy(update={"lines": lines}), "marks": marks,
            "levels": levels if level else {},
        }
    )  # fmt: skip
