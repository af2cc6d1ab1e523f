"""A drawing as plain data: lines and words in millimetres of the thing drawn, for the screen and for
paper alike.

Whoever shows it scales it; widths of lines and heights of letters are those on paper, so that it reads
the same at any scale. What belongs to a mark carries its id, so that the one in hand can be brought
forward.
"""

from typing import Literal

from craft.fit import WorkingPiece
from craft.frozen import Frozen
from craft.pattern.drawn_marks import outward
from craft.pattern.marks import DARTS, Mark
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths
from craft.shape.curve import Curve, Point, between
from craft.shape.pen import bounds
from craft.sheets.strokes import CUTTING, FOLD, STITCHING, strokes

ON_PAPER_ONLY = ("stretch", "length line", "body level")
NUMBER = 3.6
LETTERED = 4.0  # how far inside its edge a letter stands (mm on paper)
LETTERS = 2.9


class SketchLine(Frozen):
    """``width`` and ``dash`` in mm on paper; ``look``: what it is, for the colours of a screen."""

    path: tuple[Curve, ...]
    width: float
    dash: tuple[float, ...] = ()
    closed: bool = False
    look: Literal["cutting", "stitching", "fold", "mark", "other", "grain", "measure"] = "mark"
    mark: str = ""


class SketchWords(Frozen):
    """Words centred on a place, ``off`` it by so much on paper (mm) and ``high`` mm on paper; a phrase, so
    lengths are in the reader’s unit. ``ringed``: a number in a ring."""

    at: Point
    off: Point = (0.0, 0.0)
    words: str
    high: float = LETTERS
    ringed: bool = False
    mark: str = ""


class Sketch(Frozen):
    """``box``: least x, least y, greatest x, greatest y (mm of the thing drawn). Of a piece on the cloth:
    ``face_down``: the paper’s printed side lies down; ``double``: on two layers."""

    box: tuple[float, float, float, float]
    lines: tuple[SketchLine, ...]
    words: tuple[SketchWords, ...] = ()
    face_down: bool = False
    double: bool = False


def piece_sketch(
    shape: Shape, cutting: tuple[Curve, ...], numbers: dict[str, int], letters: dict[str, str], *,
    listed: bool = True,
) -> Sketch:  # fmt: skip
    """A piece with its marks; ``numbers``: what stands beside each mark (or edge), as its list counts, and
    ``letters`` beside its edges. ``listed``: marks without a number are not made here, and grey.
    Lines are made unchecked: round a mark at the bound of what can be entered they reach beyond it."""
    lines = [SketchLine.model_construct(path=cutting, width=CUTTING, closed=True, look="cutting")]
    for edge in shape.edges:
        fold = edge.kind == "fold"
        lines.append(
            SketchLine.model_construct(
                path=edge.path, width=FOLD if fold else STITCHING, dash=() if fold else (2.0, 1.2),
                look="fold" if fold else "stitching", mark=f"edge/{edge.name}",
            )
        )  # fmt: skip
    words, out = [], outward(shape)
    edges = {edge.name: edge for edge in shape.edges}
    for mark in shape.marks:
        if mark.kind in ON_PAPER_ONLY:
            continue
        for line in strokes(mark, out.get(mark.id)):
            lines.append(
                SketchLine.model_construct(
                    path=paths.polyline(*line.points), width=line.width, dash=line.dash, mark=mark.id,
                    look=_look(mark, numbers, listed=listed),
                )
            )  # fmt: skip
        if mark.id in numbers:
            at, off = _beside(mark, out.get(mark.id))
            words.append(
                SketchWords.model_construct(
                    at=at,
                    off=off,
                    words=str(numbers[mark.id]),
                    high=NUMBER,
                    ringed=True,
                    mark=mark.id,
                )
            )
    for key, number in numbers.items():
        named = edges.get(key.removeprefix("edge/")) if key.startswith("edge/") else None
        if named is not None:
            words.append(
                SketchWords.model_construct(
                    at=_middle(named), words=str(number), high=NUMBER, ringed=True, mark=key
                )
            )
    words += [_lettered(edges[name], letter) for name, letter in letters.items() if name in edges]
    return Sketch(box=bounds(cutting), lines=tuple(lines), words=tuple(words))


def _look(
    mark: Mark, numbers: dict[str, int], *, listed: bool
) -> Literal["grain", "mark", "other"]:
    if mark.kind == "grain":
        return "grain"
    return "other" if listed and mark.id not in numbers else "mark"


def _lettered(edge: Edge, letter: str) -> SketchWords:
    """The letter of an edge, inside it by its middle."""
    half = paths.length(edge.path) / 2
    at, ahead = (paths.point_along(edge.path, half + step) for step in (0.0, min(half, 1.0)))
    dx, dy = ahead[0] - at[0], ahead[1] - at[1]
    size = max((dx * dx + dy * dy) ** 0.5, 1e-9)
    # The outline runs clockwise (y down): to its right lies the piece.
    off = (-dy / size * LETTERED, dx / size * LETTERED)
    return SketchWords.model_construct(
        at=at, off=off, words=letter, high=LETTERS, mark=f"letter/{edge.name}"
    )


def dart_sketch(points: tuple[Point, ...], piece: WorkingPiece, name: str) -> Sketch:
    """A dart to scale with the edge it sits on, its fold line and its numbers."""
    double = len(points) == 4
    ring = (*points, points[0]) if double else points
    lines = [
        SketchLine.model_construct(
            path=paths.polyline(*ring), width=0.5, dash=(3.0, 1.4), mark=name
        )
    ]
    tips: tuple[Point, ...]
    if double:
        middle, tips = between(points[1], points[3]), (points[0], points[2])
        ends = (points[1], points[3])
    else:
        middle, tips = between(points[0], points[2]), (points[1],)
        ends = (points[0], points[2])
    for tip in tips:
        lines.append(
            SketchLine.model_construct(
                path=((middle, tip),), width=0.3, dash=(5.0, 1.2, 1.0, 1.2), look="fold"
            )
        )
    lines.append(SketchLine.model_construct(path=(ends,), width=0.2, look="measure"))
    xs, ys = [x for x, _ in points], [y for _, y in points]
    room = 0.16 * max(max(xs) - min(xs), max(ys) - min(ys)) + 8.0
    box = (min(xs) - room, min(ys) - room, max(xs) + room, max(ys) + room)
    for edge in piece.shape.edges:
        for curve in edge.path:
            x0, y0, x1, y1 = paths.control_bounds((curve,))
            if x1 >= box[0] and x0 <= box[2] and y1 >= box[1] and y0 <= box[3]:
                lines.append(
                    SketchLine.model_construct(
                        path=(curve,), width=STITCHING, dash=(2.0, 1.2), look="stitching"
                    )
                )
    return Sketch(box=box, lines=tuple(lines))


def _beside(mark: Mark, outward: Point | None) -> tuple[Point, Point]:
    """Where a mark’s number stands, and how far off: inside the piece beside a notch, by the middle of
    anything else."""
    if mark.kind == "notch":
        nx, ny = outward or (0.0, -1.0)
        return mark.points[0], (-5.5 * nx, -5.5 * ny)
    if mark.kind in ("dot", "circle"):
        return mark.points[0], (4.2, -3.0)
    xs, ys = [x for x, _ in mark.points], [y for _, y in mark.points]
    middle = (sum(xs) / len(xs), sum(ys) / len(ys))
    return middle, (4.4, 0.0) if mark.kind in DARTS else (3.4, 3.4)


def _middle(edge: Edge) -> Point:
    return paths.point_along(edge.path, paths.length(edge.path) / 2)
