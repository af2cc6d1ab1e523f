"""A pattern through a file and back: what came of its lines and marks."""

from math import hypot
from typing import NamedTuple

from craft.digitise.digitised import digitise
from craft.digitise.edits.taken import TakePieces
from craft.digitise.inputs import PatternInputs
from craft.formats.drawings import read_drawing
from craft.pattern import Pattern
from craft.pattern.marks import Mark
from craft.pattern.piece import Shape
from craft.recognise.offering import offer_of
from craft.recognise.recognised import recognise
from craft.shape import path as paths
from craft.shape.pen import bounds


def read_back(data: bytes) -> Pattern:
    """The pattern in a file, everything taken that it offers."""
    drawing = read_drawing(data, None)
    offer = offer_of(drawing, recognise(drawing))
    edit = TakePieces(
        pieces=tuple(each.inputs for each in offer.pieces),
        sizes={each.name: each.name for each in offer.sizes}, traced="stitching",
    )  # fmt: skip
    found = digitise(edit.apply(PatternInputs(name="Read back"))).pattern
    assert found is not None
    return found


class Compared(NamedTuple):
    """How far outlines and marks are off (mm), and the marks that were not found."""

    outline: float
    marks: float
    missing: list[tuple[object, ...]]


def compared(before: Pattern, after: Pattern, sizes: tuple[str, ...]) -> Compared:
    """Every piece against its like, wherever on its paper it lies now."""
    outline = marks = 0.0
    missing: list[tuple[object, ...]] = []
    for piece in before.pieces:
        like = after.piece(piece.number)
        first, second = (bounds(each.shapes[sizes[0]].outline) for each in (piece, like))
        dx, dy = second[0] - first[0], second[1] - first[1]
        for size in sizes:
            was, now = piece.shapes[size], like.shapes[size]
            points = [(x + dx, y + dy) for x, y in paths.flatten(was.outline, 0.5)]
            outline = max(outline, *paths.gaps(now.outline, points))
            for mark in was.marks:
                off = _off(mark, now, (dx, dy))
                if off > 1.0:
                    missing.append((piece.number, size, mark.kind, mark.id, off))
                else:
                    marks = max(marks, off)
            assert len(now.marks) == len(was.marks), (piece.name, size)
    return Compared(outline, marks, missing)


def _off(mark: Mark, shape: Shape, by: tuple[float, float]) -> float:
    wanted = [(x + by[0], y + by[1]) for x, y in mark.points]
    return min(
        (
            max(hypot(a[0] - b[0], a[1] - b[1]) for a, b in zip(wanted, way, strict=True))
            for each in shape.marks
            if (each.kind, each.count, each.level) == (mark.kind, mark.count, mark.level)
            and len(each.points) == len(wanted)
            for way in (each.points, each.points[::-1])
        ),
        default=1e9,
    )
