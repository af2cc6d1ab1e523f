"""The drawing of a piece as it lies on the cloth: turned and mirrored as it was laid, seen from the near
edge, the paper’s back hatched where it lies face down."""

from math import hypot

from craft.lay import Judged
from craft.shape.affine import Affine, move, move_point
from craft.shape.curve import Point
from craft.shape.pen import bounds
from craft.sheets.apart import SHOWN, apart
from craft.sheets.sketch import Sketch


def as_it_lies(sketch: Sketch, judged: Judged | None, shown: tuple[float, float] = SHOWN) -> Sketch:
    """The sketch of a piece on paper as its placement lies; one that does not lie yet as it is printed.
    ``shown``: how large it is drawn (mm of paper), so that its numbers stand apart there."""
    if judged is None:
        return sketch.model_copy(update={"words": apart(sketch.words, sketch.box, shown)})
    onto = _seen(judged.matrix)
    lines = tuple(line.model_copy(update={"path": move(line.path, onto)}) for line in sketch.lines)
    box = bounds(lines[0].path)
    words = tuple(
        word.model_copy(update={"at": move_point(word.at, onto), "off": _turned(word.off, onto)})
        for word in sketch.words
    )
    return Sketch.model_construct(
        box=box, lines=lines, words=apart(words, box, shown), face_down=judged.placement.over,
        double=judged.double,
    )  # fmt: skip


def _seen(matrix: Affine) -> Affine:
    """From paper to the drawing: the cloth’s y runs away from the near edge, that of a drawing down."""
    a, b, c, d, e, f = matrix
    return (a, b, -c, -d, e, -f)


def _turned(off: Point, onto: Affine) -> Point:
    """An offset on paper (mm) turned with the piece, as long as before."""
    a, b, c, d, _, _ = onto
    x, y = a * off[0] + b * off[1], c * off[0] + d * off[1]
    size, was = hypot(x, y), hypot(*off)
    return (x / size * was, y / size * was) if size > 1e-9 else off
