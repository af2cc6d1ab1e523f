"""Left and right are the wearer's: which hand a piece's printed side gives on the right side of the cloth.

It is stated per piece, or follows from how the piece is drawn. Seen from outside, a front with its
centre at the left and its side at the right is the wearer's left one; a back drawn so is the right
one. A sleeve (or any piece with a front and a back edge) belongs to the left arm when its front edge
is drawn at the left.
"""

from typing import Literal, Protocol

from craft.pattern.parts import Place, faces_of, place_of
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths

Hand = Literal["left", "right"]
# Edges away from the middle of the body; the inner edge of a facing is one.
SIDEWARDS: tuple[Place, ...] = ("side", "underarm", "armhole", "outside leg", "band edge")


def opposite(hand: Hand) -> Hand:
    """The other one.

    >>> opposite("left")
    'right'
    """
    return "right" if hand == "left" else "left"


def hand_of(printed: Hand | None, *, over: bool, out: bool, turned: bool = False) -> Hand:
    """The hand of a piece cut from one layer of cloth, the wearer's: the one rule that the lay, its
    rehearsal, the lists, labels, marks and papers go by.

    ``printed``: what the printed side gives on the right side of the cloth (unknown: the right one);
    ``over``: the paper lies printed side down; ``out``: the cloth lies right side up (folded: wrong
    sides together; fusible: glue side up, since the glue is laid against the cloth's wrong side);
    ``turned``: the layer is the one folded under, its other side up.

    >>> hand_of("left", over=False, out=True)
    'left'
    >>> hand_of("left", over=False, out=False)
    'right'
    >>> hand_of("left", over=True, out=False)
    'left'
    """
    hand = printed or "right"
    right_side_up = out != turned
    # Printed side up on the wrong side of the cloth gives the other hand, and so does turning it over.
    return hand if right_side_up != over else opposite(hand)


class Stated(Protocol):
    """What is asked of a piece, entered or finished."""

    @property
    def name(self) -> str:
        """What the piece is called."""

    @property
    def printed(self) -> Hand | None:
        """The hand its printed side gives, where that was said."""


def printed_hand(piece: Stated, shape: Shape) -> Hand | None:
    """The hand, or None where neither the piece says it nor its drawing shows it."""
    if piece.printed is not None:
        return piece.printed
    back, front = (face in faces_of(piece.name) for face in ("back", "front"))
    if back != front:
        centre, side = _centre(shape), _middle(shape, SIDEWARDS)
        if centre is None or side is None or abs(centre - side) < 1.0:
            return None
        centre_left = centre < side
        return "left" if centre_left == front else "right"
    front_x, back_x = _facing(shape, "front"), _facing(shape, "back")
    if front_x is None or back_x is None or abs(front_x - back_x) < 1.0:
        return None
    return "left" if front_x < back_x else "right"


def _centre(shape: Shape) -> float | None:
    """Where the centre of the body lies on the paper (x, mm): its fold, its line, or its edge."""
    for edge in shape.edges:
        if edge.kind == "fold":
            return _x(edge)
    for mark in shape.marks:
        if mark.kind == "centre line":
            return sum(x for x, _ in mark.points) / len(mark.points)
    return _middle(shape, ("centre",))


def _middle(shape: Shape, places: tuple[Place, ...]) -> float | None:
    """The middle of the edges that lie at one of these places."""
    among = [edge.name for edge in shape.edges]
    return _mean([_x(edge) for edge in shape.edges if place_of(edge.name, among) in places])


def _facing(shape: Shape, face: str) -> float | None:
    """The middle of the edges that are called front, or back."""
    return _mean([_x(edge) for edge in shape.edges if face in faces_of(edge.name)])


def _mean(found: list[float]) -> float | None:
    return sum(found) / len(found) if found else None


def _x(edge: Edge) -> float:
    return (paths.start(edge.path)[0] + paths.end(edge.path)[0]) / 2
