"""Words and numbers of a drawing moved apart, so that none stands on another.

They are looked at as small as the drawing is shown: beside a list, fitted into ``SHOWN`` millimetres of
paper. Where it is shown larger they have more room.
"""

from collections.abc import Sequence
from math import hypot

from craft.shape.curve import Point
from craft.sheets.sketch import SketchWords

SHOWN = (120.0, 90.0)
# A ring reaches so far from the middle of its number, as a share of its height; letters by their width.
RING, LETTER = 0.86, 0.36
ROOM = 0.5  # between two of them (mm on paper)
ROUNDS = 200


def scale_of(box: tuple[float, float, float, float], shown: tuple[float, float] = SHOWN) -> float:
    """Paper millimetres for a millimetre of the thing drawn, fitted into ``shown`` (mm)."""
    x0, y0, x1, y1 = box
    return min(shown[0] / max(x1 - x0, 1.0), shown[1] / max(y1 - y0, 1.0))


def apart(
    words: Sequence[SketchWords],
    box: tuple[float, float, float, float],
    shown: tuple[float, float] = SHOWN,
) -> tuple[SketchWords, ...]:
    """The same words, each moved no further than it must."""
    scale = scale_of(box, shown)
    at = [(w.at[0] * scale + w.off[0], w.at[1] * scale + w.off[1]) for w in words]
    home, reach = tuple(at), [reach_of(word) for word in words]
    for _ in range(ROUNDS):
        if not _pushed(at, home, reach):
            break
    return tuple(
        word.model_copy(update={"off": (x - word.at[0] * scale, y - word.at[1] * scale)})
        for word, (x, y) in zip(words, at, strict=True)
    )


def reach_of(word: SketchWords) -> float:
    """How far a word reaches from its middle on paper (mm)."""
    return word.high * max(RING if word.ringed else 0.5, LETTER * len(word.words))


def _pushed(at: list[Point], home: Sequence[Point], reach: list[float]) -> bool:
    """Push every two that are too near apart by half each; whether any were. None is pushed past another:
    shown larger, each comes nearer to its own place, and would meet it."""
    any_near = False
    for i in range(len(at)):
        for k in range(i):
            dx, dy = at[i][0] - at[k][0], at[i][1] - at[k][1]
            hx, hy = home[i][0] - home[k][0], home[i][1] - home[k][1]
            wanted, passed = reach[i] + reach[k] + ROOM, dx * hx + dy * hy < -1e-9
            far = hypot(dx, dy)
            if far >= wanted - 1e-9 and not passed:
                continue
            any_near = True
            if passed:
                ux, uy, far = *_unit(hx, hy), (dx * hx + dy * hy) / hypot(hx, hy)
            elif far > 1e-6:
                ux, uy = dx / far, dy / far
            else:  # on one spot they part along the line, each pair another way
                ux, uy = _unit(1.0, 0.3 * (i + k))
            by = (wanted - far) / 2
            at[i] = (at[i][0] + ux * by, at[i][1] + uy * by)
            at[k] = (at[k][0] - ux * by, at[k][1] - uy * by)
    return any_near


def _unit(x: float, y: float) -> Point:
    size = hypot(x, y)
    return x / size, y / size
