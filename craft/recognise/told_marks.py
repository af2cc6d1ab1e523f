"""Marks whose layer says what they are: only their places have to be read off."""

from collections.abc import Sequence

from craft.drawing.curves import path_of
from craft.pattern.layer_names import LayerMeaning
from craft.pattern.marks import POINTS, MarkKind
from craft.recognise.chains import Chain
from craft.recognise.found_mark import TOUCH, FoundMark, gap, points_of
from craft.recognise.outlines import OutlineFound, sampled
from craft.shape import path as path_
from craft.shape.crossings import crossings
from craft.shape.curve import Point, between, distance

ROUND: tuple[MarkKind, ...] = ("dot", "circle")
HEAD = 12.0  # mm: what is shorter on a grain line's layer is its arrow
MOST_NODES = 40


def told_mark(
    piece: OutlineFound, number: int, line: Chain, meaning: LayerMeaning
) -> FoundMark | None:
    """The mark that a line is, where it lies on the piece; None where it is only drawn along with one (an
    arrow's head)."""
    kind = meaning.mark
    if kind is None:
        return None
    points = notch_place(piece, line) if kind == "notch" else _points(kind, line)
    if not points or not _on(piece, points):
        return None
    return FoundMark(kind, points, (number,), level=meaning.level)


def _points(kind: MarkKind, line: Chain) -> tuple[Point, ...]:
    """The places of a mark, as its kind has them; none where the line is of another form."""
    if kind in ROUND:
        ring = sampled(line.curves, line.straight)
        (left, top), (right, low) = ring.min(axis=0), ring.max(axis=0)
        return ((float(left + right) / 2, float(top + low) / 2),)
    nodes = points_of((*line.curves[:, 0], line.curves[-1, 3]))
    if line.closed:
        nodes.pop()
    least, most, _ = POINTS[kind]
    if not least <= len(nodes) <= min(most, MOST_NODES):
        return ()
    if kind == "grain" and distance(nodes[0], nodes[-1]) < HEAD:
        return ()
    if kind == "double dart":  # its upper point first
        top = min(range(len(nodes)), key=lambda at: nodes[at][1])
        nodes = nodes[top:] + nodes[:top]
    return tuple(nodes)


def notch_place(piece: OutlineFound, line: Chain) -> tuple[Point, ...]:
    """Where a notch sits on the outline: where its line crosses it, or the middle of what lies on it."""
    points = points_of(
        (*line.curves[:, 0], *line.curves[:, 3], *sampled(line.curves, line.straight))
    )
    whole = path_.length(piece.path)
    if not any(gap(piece, each) < TOUCH for each in points):
        points = [place for *_, place in crossings(path_of(line.curves, line.straight), piece.path)]
    along = [at for off, at in (path_.nearest(piece.path, each) for each in points) if off < TOUCH]
    if not along:
        return ()
    # Round the place where the outline begins, one side of it is the nearer.
    apart = [(at - along[0] + whole / 2) % whole - whole / 2 for at in along]
    middle = along[0] + (min(apart) + max(apart)) / 2
    return (path_.point_along(piece.path, middle % whole),)


def _on(piece: OutlineFound, points: Sequence[Point]) -> bool:
    """Whether a mark lies on the piece: most of its points, or the middle of a line that runs across and
    beyond its edges."""
    inside = [piece.contains(each) or gap(piece, each) < TOUCH for each in points]
    return 2 * sum(inside) >= len(inside) or piece.contains(between(points[0], points[-1]))
