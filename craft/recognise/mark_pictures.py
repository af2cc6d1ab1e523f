"""The marks of an offered piece, as they are drawn on the sheet."""

from craft.digitise.inputs import PieceInputs
from craft.pattern.drawn_marks import DrawnMark, drawn_mark
from craft.pattern.marks import WORDS, Mark
from craft.shape import path as paths
from craft.shape.affine import move_point, translation
from craft.shape.curve import Point, signed_area, tangent_at
from craft.shape.path import Path


def mark_pictures(piece: PieceInputs, outline: Path, origin: Point) -> dict[str, DrawnMark]:
    """Every mark by its id, in the piece's base size. ``outline``: of that size, on the sheet; ``origin``:
    where on the sheet the piece's own coordinates begin (mm)."""
    at = translation(*origin)
    return {
        mark.id: drawn_mark(
            Mark(
                id=mark.id, kind=mark.kind, name=mark.name or WORDS[mark.kind], count=mark.count,
                points=(points := tuple(move_point(each, at) for each in mark.points)),
            ),
            _outward(outline, points[0]) if mark.kind == "notch" else None,
        )
        for mark in piece.marks
        if mark.points
    }  # fmt: skip


def _outward(outline: Path, place: Point) -> Point:
    """The way out of the piece at a place of its outline, whichever way round that is walked."""
    _, index, t = paths.nearest_place(outline, place)
    dx, dy = tangent_at(outline[index], t)
    out = 1.0 if sum(signed_area(curve) for curve in outline) > 0 else -1.0
    return round(dy * out, 4), round(-dx * out, 4)
