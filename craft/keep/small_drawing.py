"""The small drawing on a label: the pieces side by side, true to each other's size."""

from craft.frozen import Frozen
from craft.shape import path as paths
from craft.shape.affine import move, translation
from craft.shape.curve import Curve

ROOM = 40.0  # between pieces (mm at full size)
FINE = 0.8  # no corner shows at a label's size (mm at full size)


class Drawing(Frozen):
    """Rings of points in a box of ``width`` x ``height`` (mm at full size)."""

    width: float
    height: float
    rings: tuple[tuple[tuple[float, float], ...], ...]


def drawing(outlines: list[tuple[Curve, ...]], shape: float = 2.0) -> Drawing:
    """Set the outlines in rows, tallest first, in a box about ``shape`` times as wide as high."""
    boxes = []
    for outline in outlines:
        x0, y0, x1, y1 = paths.control_bounds(outline)
        boxes.append((y1 - y0, x1 - x0, move(outline, translation(-x0, -y0))))
    boxes.sort(key=lambda box: -box[0])
    total = sum((h + ROOM) * (w + ROOM) for h, w, _ in boxes)
    limit = max([(total * shape) ** 0.5, *(w + ROOM for _, w, _ in boxes)], default=1.0)
    rings, x, y, row, widest = [], 0.0, 0.0, 0.0, 0.0
    for high, wide, outline in boxes:
        if x > 0 and x + wide > limit:
            x, y, row = 0.0, y + row + ROOM, 0.0
        points = paths.flatten(move(outline, translation(x, y)), FINE)
        rings.append(tuple((round(px), round(py)) for px, py in points))
        x += wide + ROOM
        row = max(row, high)
        widest = max(widest, x - ROOM)
    return Drawing.model_construct(width=round(widest), height=round(y + row), rings=tuple(rings))
