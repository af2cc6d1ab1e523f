"""Places along one side of a seam, which may run over several edges of several pieces."""

from craft.pattern.pattern import EdgeRef
from craft.pattern.piece import Shape
from craft.shape import path as paths


def share_of(
    refs: tuple[EdgeRef, ...], wanted: EdgeRef, along: float, shapes: dict[int, Shape]
) -> float:
    """Where a place ``along`` mm from the beginning of the ``wanted`` edge lies on its side of the seam
    (0 at the common end, 1 at the other). Raises ValueError for an edge that is not of that side."""
    sizes = [_size(ref, shapes) for ref in refs]
    at = refs.index(wanted)
    on = sizes[at] - along if wanted.backwards else along
    return (sum(sizes[:at]) + on) / (sum(sizes) or 1.0)


def at_share(
    refs: tuple[EdgeRef, ...], share: float, shapes: dict[int, Shape]
) -> tuple[EdgeRef, float]:
    """The edge at that share of a side of a seam, and how far along its own direction (mm)."""
    left = share * sum(_size(ref, shapes) for ref in refs)
    for ref in refs:
        size = _size(ref, shapes)
        if left <= size or ref is refs[-1]:
            left = min(left, size)
            return ref, size - left if ref.backwards else left
        left -= size
    raise AssertionError("a seam has at least one edge on either side")


def _size(ref: EdgeRef, shapes: dict[int, Shape]) -> float:
    return paths.length(shapes[ref.piece].edge(ref.edge).path)
