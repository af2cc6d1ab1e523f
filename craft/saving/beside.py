"""Pieces beside each other on a sheet, in rows."""

from collections.abc import Sequence
from math import sqrt

from craft.shape.affine import Affine, translation
from craft.shape.pen import Box

ROOM = 30.0  # mm between two pieces


def beside_each_other(boxes: Sequence[Box]) -> list[Affine]:
    """Where each of the boxes (left, top, right, bottom) is moved to: from left to right in rows of about
    the width that makes the whole a square.

    >>> beside_each_other([(0, 0, 100, 100), (50, 50, 150, 150)])
    [(1.0, 0.0, 0.0, 1.0, 0.0, 0.0), (1.0, 0.0, 0.0, 1.0, -50.0, 80.0)]
    """
    area = sum((r - a + ROOM) * (b - t + ROOM) for a, t, r, b in boxes)
    wide = max([1.2 * sqrt(area), *(r - a + ROOM for a, _, r, _ in boxes)])
    moves = []
    x = y = deep = 0.0
    for left, top, right, low in boxes:
        if x and x + right - left > wide:
            x, y, deep = 0.0, y + deep + ROOM, 0.0
        moves.append(translation(x - left, y - top))
        x += right - left + ROOM
        deep = max(deep, low - top)
    return moves
