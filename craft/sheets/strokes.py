"""Marks on paper: everything that is drawn of one as lines, with a dash and a width in millimetres."""

from math import cos, pi, sin

from craft.pattern.drawn_marks import FIRM, MarkLine, MarkTip, drawn_mark
from craft.pattern.marks import Mark
from craft.shape.curve import Point

CUTTING, STITCHING, FOLD = 0.5, 0.35, 0.7
ROUND = 24  # corners of a ring


def strokes(mark: Mark, outward: Point | None) -> list[MarkLine]:
    """The lines of one mark, in the piece's coordinates."""
    drawn = drawn_mark(mark, outward)
    return [*map(_line, drawn.lines), *map(_tip, drawn.tips)]


def _line(line: MarkLine) -> MarkLine:
    dx, dy = line.aside
    moved = tuple((x + dx, y + dy) for x, y in line.points)
    return MarkLine.model_construct(points=moved, dash=line.dash, width=line.width)


def _tip(tip: MarkTip) -> MarkLine:
    (x, y), (dx, dy), size = tip.at, tip.towards, tip.size
    if tip.form == "bar":
        ends = (x - dy * size, y + dx * size), (x + dy * size, y - dx * size)
        return MarkLine.model_construct(points=ends, width=FIRM)
    if tip.form == "arrow":
        back, wide = (x - dx * size, y - dy * size), size * tip.slim
        one, other = (
            (back[0] - dy * wide, back[1] + dx * wide),
            (back[0] + dy * wide, back[1] - dx * wide),
        )
        return MarkLine.model_construct(points=(one, tip.at, other))
    corners = (2 * pi * i / ROUND for i in range(ROUND + 1))
    return MarkLine.model_construct(
        points=tuple((x + size * cos(a), y + size * sin(a)) for a in corners)
    )
