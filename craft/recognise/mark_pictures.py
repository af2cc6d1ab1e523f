"""The marks of an offered piece, as they are drawn on the sheet."""

from craft.digitise.inputs import PieceInputs
from craft.pattern.drawn_marks import DrawnMark, drawn_mark, way_out
from craft.pattern.marks import WORDS, Mark
from craft.shape.affine import move_point, translation
from craft.shape.curve import Point
from craft.shape.path import Path


def mark_pictures(piece: PieceInputs, outline: Path, origin: Point) -> dict[str, DrawnMark]:
    """Every mark by its id, in the piece's base size. ``outline``: of that size, on the sheet,
    clockwise; ``origin``:
    where on the sheet the piece's own coordinates begin (mm)."""
    at = translation(*origin)
    return {
        mark.id: drawn_mark(
            Mark(
                id=mark.id, kind=mark.kind, name=mark.name or WORDS[mark.kind], count=mark.count,
                points=(points := tuple(move_point(each, at) for each in mark.points)),
            ),
            way_out(outline, points[0]) if mark.kind == "notch" else None,
        )
        for mark in piece.marks
        if mark.points
    }  # fmt: skip
