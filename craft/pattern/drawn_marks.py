"""How every mark is drawn, on paper and on the screen: its lines, and what stands at their ends (mm)."""

from math import hypot
from typing import Literal

from craft.frozen import Frozen
from craft.pattern.marks import Mark
from craft.pattern.piece import Shape
from craft.shape import path as paths
from craft.shape.curve import Point, tangent_at
from craft.shape.path import Path

DASHES: dict[str, tuple[float, ...]] = {
    "stitching line": (4.0, 2.0), "dart": (6.0, 2.5), "double dart": (6.0, 2.5), "placement": (2.0, 2.0),
    "casing": (2.0, 2.0), "centre line": (9.0, 2.0, 1.5, 2.0), "body level": (1.0, 2.5),
    "pleat": (8.0, 2.0), "tuck": (8.0, 2.0),
}  # fmt: skip
THIN, FIRM, BOLD = 0.3, 0.4, 0.5  # lines (mm)
# Of a notch: how far it stands inside and outside its edge, and how far apart several stand (mm).
INSIDE, OUTSIDE, APART = 3.0, 8.0, 5.0
SLIM = 0.35  # an arrow is so much as wide to either side as it is long
# A length line is drawn double; gathers as a zigzag so high, turning so often (mm).
DOUBLE, HIGH, TURNS = 2.0, 1.6, 5.0


Form = Literal["ring", "disc", "arrow", "bar"]


class MarkLine(Frozen):
    """Straight lines through points, so far ``aside``; a screen may show it further aside, so that it is
    seen."""

    points: tuple[Point, ...]
    aside: Point = (0.0, 0.0)
    dash: tuple[float, ...] = ()
    width: float = THIN


class MarkTip(Frozen):
    """What stands at a point: a ring or a disc of that radius, an arrow of that length that points
    ``towards`` (a unit direction) and is ``slim`` of it wide to either side, or a bar so far to both sides,
    square to it. A screen may show it larger, so that it is seen."""

    at: Point
    form: Form
    size: float
    towards: Point = (0.0, -1.0)
    slim: float = SLIM


class DrawnMark(Frozen):
    """A mark as it is drawn, in its piece's coordinates."""

    lines: tuple[MarkLine, ...] = ()
    tips: tuple[MarkTip, ...] = ()


def drawn_marks(shape: Shape) -> dict[str, DrawnMark]:
    """Every mark of a piece, by its id."""
    out = outward(shape)
    return {mark.id: drawn_mark(mark, out.get(mark.id)) for mark in shape.marks}


def outward(shape: Shape) -> dict[str, Point]:
    """The unit direction out of the piece at every notch, square to its edge, by mark id."""
    found: dict[str, Point] = {}
    edges = {edge.name: edge.path for edge in shape.edges}
    for mark in shape.marks:
        if mark.kind == "notch" and mark.edge in edges:
            found[mark.id] = way_out(edges[mark.edge], mark.points[0])
    return found


def way_out(path: Path, place: Point) -> Point:
    """The unit direction out of a piece, where ``place`` is nearest to ``path``: this runs round it
    clockwise (y down).

    >>> way_out((((0.0, 0.0), (100.0, 0.0)),), (30.0, 1.0))
    (0.0, -1.0)
    """
    _, index, t = paths.nearest_place(path, place)
    dx, dy = tangent_at(path[index], t)
    return round(dy, 4), round(-dx, 4)


def drawn_mark(mark: Mark, out: Point | None = None) -> DrawnMark:
    """The lines and tips of one mark. ``out``: the way a notch points.

    >>> notch = Mark(id="n", kind="notch", name="notch", points=((100.0, 90.0),))
    >>> drawn_mark(notch, (1.0, 0.0)).lines[0].points
    ((97.0, 90.0), (108.0, 90.0))
    """
    at, dash = mark.points, DASHES.get(mark.kind, DASHES["placement"])
    match mark.kind:
        case "notch":
            return _drawn(_notch(at[0], out or (0.0, -1.0), mark.count))
        case "grain" | "stretch":
            return _drawn((_line(at),), tips=(_arrow(at[1], at[0]), _arrow(at[0], at[1])))
        case "dart":
            return _drawn((_line(at, dash=dash),), tips=(_disc(at[1]),))
        case "double dart":
            ring = _line((*at, at[0]), dash=dash)
            return _drawn((ring,), tips=(_disc(at[0]), _disc(at[2])))
        case "dot":
            return _drawn(tips=(_tip(at[0], "ring", size=2.0), _disc(at[0], 0.5)))
        case "circle":
            return _drawn(tips=(_tip(at[0], "ring", size=4.0),))
        case "buttonhole":
            ends = ((at[0], at[-1]), (at[-1], at[0]))
            bars = tuple(_tip(a, "bar", size=3.0, towards=_way(a, b)) for a, b in ends)
            return _drawn((_line(at, width=FIRM),), tips=bars)
        case "length line":
            return _drawn((_line(at), _line(at, aside=(0.0, DOUBLE))))
        case "slit":
            return _drawn((_line(at, width=BOLD),), tips=(_disc(at[-1], 1.0),))
        case "gathers":
            return _drawn((_line(_wave(at[0], at[-1])),))
        case "casing" | "pleat" | "tuck" if mark.width:
            lines = (at, _beside(at, mark.width))
            return _drawn(tuple(_line(each, dash=dash) for each in lines))
        case _:
            return _drawn((_line(at, dash=dash),))


# Made unchecked: round a mark at the bound of what can be entered they reach beyond it.
def _drawn(lines: tuple[MarkLine, ...] = (), tips: tuple[MarkTip, ...] = ()) -> DrawnMark:
    return DrawnMark.model_construct(lines=lines, tips=tips)


def _line(
    points: tuple[Point, ...],
    dash: tuple[float, ...] = (),
    width: float = THIN,
    aside: Point = (0.0, 0.0),
) -> MarkLine:
    return MarkLine.model_construct(points=points, dash=dash, width=width, aside=aside)


def _tip(at: Point, form: Form, size: float, towards: Point = (0.0, -1.0)) -> MarkTip:
    return MarkTip.model_construct(at=at, form=form, size=size, towards=towards)


def _notch(at: Point, out: Point, count: int) -> tuple[MarkLine, ...]:
    (x, y), (nx, ny) = at, out
    found = []
    for index in range(count):
        slide = (index - (count - 1) / 2) * APART
        a, b = x - ny * slide, y + nx * slide
        ends = ((a - nx * INSIDE, b - ny * INSIDE), (a + nx * OUTSIDE, b + ny * OUTSIDE))
        found.append(_line(ends, width=BOLD))
    return tuple(found)


def _disc(at: Point, size: float = 1.2) -> MarkTip:
    return _tip(at, "disc", size=size)


def _arrow(at: Point, tail: Point) -> MarkTip:
    return _tip(at, "arrow", size=6.0, towards=_way(tail, at))


def _way(a: Point, b: Point) -> Point:
    """The unit direction from one point to another; nowhere where they are one."""
    dx, dy = b[0] - a[0], b[1] - a[1]
    size = hypot(dx, dy) or 1.0
    return dx / size, dy / size


def _beside(at: tuple[Point, ...], by: float) -> tuple[Point, ...]:
    """The same line, as wide away as the mark takes up: a casing's other edge, a fold's partner."""
    dx, dy = _way(at[0], at[-1])
    return tuple((x - dy * by, y + dx * by) for x, y in at)


def _wave(a: Point, b: Point) -> tuple[Point, ...]:
    """A zigzag from here to there."""
    long, (dx, dy) = hypot(b[0] - a[0], b[1] - a[1]), _way(a, b)
    steps = max(2, int(long / TURNS))
    across = [0.0 if i in (0, steps) else HIGH * (-1) ** i for i in range(steps + 1)]
    return tuple(
        (a[0] + dx * long * i / steps - dy * off, a[1] + dy * long * i / steps + dx * off)
        for i, off in enumerate(across)
    )
