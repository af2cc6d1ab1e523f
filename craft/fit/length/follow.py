"""Pieces without a line of their own that are sewn to a changed edge: they follow by the same amount.

Source of the rule: what is sewn to a lengthened edge (bands, facings, linings) is lengthened at the
place that meets the line, whatever way it lies on its paper.
"""

from typing import NamedTuple

from craft.errors import CraftError
from craft.fit.length.lengthen import lengthen
from craft.pattern.along import at_share, share_of
from craft.pattern.pattern import EdgeRef, Pattern
from craft.pattern.piece import Shape
from craft.shape import curve as one
from craft.shape import path as paths
from craft.shape.affine import Affine, move, move_point, rotation
from craft.shape.path import Path

# A seam that gained less than this has not been changed (mm).
CHANGED = 0.5


class Follower(NamedTuple):
    """Piece ``number`` follows at ``along`` mm from the beginning of its ``edge``, because of ``seam``."""

    number: int
    seam: str
    edge: str
    along: float


def follow(
    pattern: Pattern,
    before: dict[int, Shape],
    after: dict[int, Shape],
    level: dict[int, float],
    amount: float,
) -> tuple[dict[int, Shape], list[Follower], list[tuple[Follower, str]]]:
    """All shapes with the followers changed, who followed, and who could not (with the reason).

    ``before`` and ``after``: shapes before and after the change; ``level``: the height of the line on
    each piece that has one (y, mm).
    """
    shapes = dict(after)
    done, failed = [], []
    reached = dict(level)
    waiting = True
    while waiting:
        waiting = False
        for seam in pattern.seams:
            if any(ref.piece not in before for ref in (*seam.a, *seam.b)):
                continue
            for mine, theirs in ((seam.a, seam.b), (seam.b, seam.a)):
                at = _changed_at(mine, before, shapes, reached)
                if at is None or any(ref.piece in reached for ref in theirs):
                    continue
                ref, along = at_share(theirs, at, before)
                found = Follower(ref.piece, seam.name, ref.edge, along)
                try:
                    shapes[found.number], y = _slid(before[found.number], found, amount)
                except CraftError as error:
                    failed.append((found, error.sentence))
                    y = 0.0
                else:
                    done.append(found)
                reached[found.number] = y
                waiting = True
    return shapes, done, failed


def _changed_at(
    refs: tuple[EdgeRef, ...],
    before: dict[int, Shape],
    after: dict[int, Shape],
    level: dict[int, float],
) -> float | None:
    """How far along the side of a seam its length was changed (share of it), or None."""
    if all(ref.piece not in level for ref in refs) or all(
        before[ref.piece].edge(ref.edge).path is after[ref.piece].edge(ref.edge).path
        for ref in refs
    ):
        return None
    for ref in refs:
        old = before[ref.piece].edge(ref.edge).path
        new = after[ref.piece].edge(ref.edge).path
        if ref.piece not in level or _only_moved(old, new):
            continue
        size = paths.length(old)
        if abs(paths.length(new) - size) > CHANGED:
            on = paths.along_at_level(old, level[ref.piece])
            return share_of(refs, ref, size / 2 if on is None else on, before)
    return None


def _only_moved(old: Path, new: Path) -> bool:
    """Whether a path lies elsewhere, but is the same: told without measuring it."""
    if old is new or len(old) != len(new):
        return old is new
    dx, dy = new[0][0][0] - old[0][0][0], new[0][0][1] - old[0][0][1]
    return all(
        len(a) == len(b)
        and all(abs(q[0] - p[0] - dx) < 1e-9 and abs(q[1] - p[1] - dy) < 1e-9
                for p, q in zip(a, b, strict=True))
        for a, b in zip(old, new, strict=True)
    )  # fmt: skip


def _slid(shape: Shape, at: Follower, amount: float) -> tuple[Shape, float]:
    """The piece slid apart square to its edge there, and the height of that line where it lies with
    the edge upright (y, mm); a piece that lies across its paper is turned for it."""
    path = shape.edge(at.edge).path
    index, t = paths.place_at(path, at.along)
    point, (dx, dy) = one.point_at(path[index], t), one.tangent_at(path[index], t)
    if abs(dy) >= abs(dx):
        return lengthen(shape, point[1], amount), point[1]
    # Turned by a quarter so that the edge runs down the paper, and back again.
    turn, back = rotation(90), rotation(-90)
    turned = lengthen(_moved(shape, turn), move_point(point, turn)[1], amount)
    made = _moved(turned, back)
    return made.model_copy(update={"levels": shape.levels}), float("inf")


def _moved(shape: Shape, by: Affine) -> Shape:
    edges = tuple(edge.model_copy(update={"path": move(edge.path, by)}) for edge in shape.edges)
    marks = tuple(
        mark.model_copy(update={"points": tuple(move_point(p, by) for p in mark.points)})
        for mark in shape.marks
    )
    return shape.model_copy(update={"edges": edges, "marks": marks, "levels": {}})
