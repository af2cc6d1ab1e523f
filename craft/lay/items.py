"""From working pieces to what is laid on one cloth: copies, hands, fold edges, whole pieces.

On cloth folded lengthwise a pair is laid once and gives both hands, and a piece on the fold is
laid with its fold edge on the fold. In a single layer a pair is laid twice, once turned over, and
a piece on the fold is opened out into a whole one.
"""

from typing import Literal

from craft.cloth import Fold
from craft.fit import WorkingPiece
from craft.frozen import Frozen
from craft.pattern.piece import Cut, Role, Shape
from craft.shape import path as paths
from craft.shape.curve import Curve, Point
from craft.trace.cutting import cutting_line
from craft.trace.opened import opened

Hands = Literal["both", "left", "right", "whole", "one", "twice"]


class LayItem(Frozen):
    """One thing to lay: paper coordinates, y along the grain, printed face up.

    ``gives``: cloth pieces that come out of it. ``hands``: both (a pair from double cloth), left or
    right (one of a pair: the left lies face up), whole (opened out or on the fold), one (single).
    """

    key: str
    piece: int
    copy_number: int
    name: str
    hands: Hands
    on_fold: bool
    gives: int
    cutting: tuple[Curve, ...]
    stitching: tuple[Curve, ...]
    grain: tuple[Point, Point]
    fold_x: float | None


def piece_of(key: str) -> int:
    """The number of the piece an item's key belongs to; 0 for a key that is none."""
    number = key.partition(".")[0]
    return int(number) if number.isascii() and number.isdigit() else 0


def items_for(pieces: tuple[WorkingPiece, ...], role: Role, fold: Fold) -> tuple[LayItem, ...]:
    """Everything to lay on the cloth of that role, in piece order."""
    found: list[LayItem] = []
    for piece in pieces:
        copies = 0
        for cut in piece.cuts:
            if cut.role == role:
                made = _items(piece, cut, fold, copies)
                found += made
                copies += len(made)
    return tuple(found)


def _items(piece: WorkingPiece, cut: Cut, fold: Fold, copies: int) -> list[LayItem]:
    folded = fold == "lengthwise"
    if cut.on_fold:
        kinds: list[tuple[Hands, int]] = [("whole", 1)] * cut.count
    elif folded:
        kinds = [("both" if cut.pair else "twice", 2)] * (cut.count // 2)
        if cut.count % 2:
            kinds.append(("one", 1))
    elif cut.pair:
        kinds = [("left" if i % 2 == 0 else "right", 1) for i in range(cut.count)]
    else:
        kinds = [("one", 1)] * cut.count
    return [
        _item(piece, hands, gives, copies + i, on_fold=cut.on_fold and folded, whole=cut.on_fold)
        for i, (hands, gives) in enumerate(kinds, 1)
    ]


def _item(
    piece: WorkingPiece, hands: Hands, gives: int, copy: int, *, on_fold: bool, whole: bool
) -> LayItem:
    cutting, stitching = piece.cutting, piece.shape.outline
    fold_x = _fold_x(piece.shape) if whole else None
    if whole and not on_fold and fold_x is not None:
        open_shape = opened(piece.shape)
        cutting, stitching = cutting_line(open_shape), open_shape.outline
    grain = next(mark for mark in piece.shape.marks if mark.kind == "grain")
    return LayItem(
        key=f"{piece.number}.{copy}",
        piece=piece.number,
        copy_number=copy,
        name=piece.name,
        hands=hands,
        on_fold=on_fold,
        gives=gives,
        cutting=cutting,
        stitching=stitching,
        grain=(grain.points[0], grain.points[1]),
        fold_x=fold_x if on_fold else None,
    )


def _fold_x(shape: Shape) -> float:
    """Where the fold edge lies. A fold edge is parallel to the grain, so x is the same all along."""
    edge = next(edge for edge in shape.edges if edge.kind == "fold")
    return (paths.start(edge.path)[0] + paths.end(edge.path)[0]) / 2
