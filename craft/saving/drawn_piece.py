"""A piece as lines and words in mm, each on the layer that says what it is.

Of a mark the bare line is drawn that it is known by: a place as a small ring, a notch as strokes across its
edge, a dart as its legs. So it comes back as it was, whatever program read it.
"""

from collections.abc import Iterable
from math import atan2, cos, pi, sin

from craft.drawing import DrawnPath, DrawnText, Ink
from craft.drawing.curves import as_arrays
from craft.pattern.drawn_marks import APART, outward
from craft.pattern.layer_names import LINES, layer_of
from craft.pattern.marks import Mark
from craft.pattern.piece import Shape
from craft.shape import path as paths
from craft.shape.affine import Affine, move, move_point
from craft.shape.curve import Curve, Point
from craft.shape.path import Path
from craft.trace.label_place import FIRST, LINE, LabelPlace

BLACK = "#172028"
WIDTH = {"cutting": 0.5, "stitching": 0.35, "fold": 0.7, "mark": 0.3}  # mm
INWARDS = 4.0  # mm: a notch's stroke, from its edge into the piece
DOT, CIRCLE = 1.0, 3.5  # mm: radius of what stands for a place
LETTER = 0.6  # a letter is so much as wide as high
LARGEST_LETTERS = 8.0  # mm


class PiecePen:
    """Draws a piece. ``layers``: the layers that all of it lies on (size, piece); ``by``: from its
    paper to where it is drawn."""

    def __init__(self, layers: tuple[str, ...], by: Affine, colour: str = BLACK) -> None:
        self.layers, self.by, self.colour = layers, by, colour
        self.paths: list[DrawnPath] = []
        self.texts: list[DrawnText] = []

    def line(
        self, path: Path, layer: str, width: float, *, closed: bool = False,
        dash: tuple[float, ...] = (),
    ) -> None:  # fmt: skip
        """A line of the piece."""
        curves, straight = as_arrays(move(path, self.by))
        ink = Ink((*self.layers, layer), self.colour, width, dash)
        self.paths.append(DrawnPath(curves, straight, closed, ink, 0))

    def outline(self, shape: Shape, cutting: Path | None) -> None:
        """The stitching line as one, its folds, and the cutting line where it has one."""
        if cutting is not None:
            self.line(cutting, LINES["cutting"], WIDTH["cutting"], closed=True)
        self.line(
            shape.outline, LINES["stitching"], WIDTH["stitching"], closed=True, dash=(4.0, 2.0)
        )
        for edge in shape.edges:
            if edge.kind == "fold":
                self.line(edge.path, LINES["fold"], WIDTH["fold"])

    def marks(self, shape: Shape, marks: Iterable[Mark]) -> None:
        """Its marks, each by the line it is known by."""
        out = outward(shape)
        for mark in marks:
            for path, closed in _lines(mark, out.get(mark.id)):
                self.line(path, layer_of(mark), WIDTH["mark"], closed=closed)

    def words(self, place: LabelPlace) -> None:
        """Its label where it covers no mark; what has no room there is written below it all the same."""
        lines = (*place.lines, *place.left_out)
        size = min(LARGEST_LETTERS, place.size)
        middle = move_point(place.at, self.by)
        a, b, c, d, *_ = self.by
        along = (a, b) if not place.turned else (c, d)
        angle = atan2(along[1], along[0])
        ux, uy = cos(angle), sin(angle)
        for index, words in enumerate(lines):
            down = (index - (len(lines) - 1) / 2) * size * LINE + size * 0.35
            high = size * (FIRST if not index else 1.0)
            long = LETTER * high * len(words)
            x = middle[0] - ux * long / 2 - uy * down
            y = middle[1] - uy * long / 2 + ux * down
            self.texts.append(DrawnText(words, (x, y), high, long, angle, 0))


def _lines(mark: Mark, out: Point | None) -> list[tuple[Path, bool]]:
    """The lines of a mark on paper, each with whether it is closed."""
    if mark.kind == "notch":
        return [(path, False) for path in _strokes(mark, out or (0.0, -1.0))]
    if mark.kind in ("dot", "circle"):
        return [(_ring(mark.points[0], DOT if mark.kind == "dot" else CIRCLE), True)]
    line = paths.polyline(*mark.points)
    if mark.kind == "double dart":
        return [((*line, (mark.points[-1], mark.points[0])), True)]
    return [(line, False)]


def _strokes(mark: Mark, out: Point) -> list[Path]:
    (x, y), (ux, uy) = mark.points[0], out
    shifts = [(at - (mark.count - 1) / 2) * APART for at in range(mark.count)]
    return [
        (((x - uy * by, y + ux * by), (x - uy * by - ux * INWARDS, y + ux * by - uy * INWARDS)),)
        for by in shifts
    ]


def _ring(middle: Point, radius: float) -> Path:
    """A circle of four cubics, as near to it as any drawing program's (0.03 %)."""
    k = 0.5522847498 * radius
    x, y = middle
    turned: list[Curve] = []
    for quarter in range(4):
        a = quarter * pi / 2
        ca, sa = round(cos(a)), round(sin(a))

        def at(dx: float, dy: float, ca: int = ca, sa: int = sa) -> Point:
            return x + dx * ca - dy * sa, y + dx * sa + dy * ca

        turned.append((at(radius, 0), at(radius, k), at(k, radius), at(0, radius)))
    return tuple(turned)
