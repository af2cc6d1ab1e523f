"""Lines as many points at once: how far one lies from another, and how tightly it bends."""

from collections.abc import Sequence
from functools import lru_cache

import numpy as np

from craft.shape.curve import Floats, Point
from craft.shape.path import Path, flatten

_FINE = 0.03
_AT = np.array([0.0, 0.17, 0.34, 0.5, 0.67, 0.84, 1.0])
_U = 1 - _AT
# The cubic's weights, and those of its first and second derivative, at the places above.
_PLACE = np.stack((_U**3, 3 * _U**2 * _AT, 3 * _U * _AT**2, _AT**3), axis=1)
_SPEED = 3 * np.stack((-(_U**2), _U**2 - 2 * _U * _AT, 2 * _U * _AT - _AT**2, _AT**2), axis=1)
_BEND = 6 * np.stack((_U, _AT - 2 * _U, _U - 2 * _AT, _AT), axis=1)


def _controls(path: Path) -> Floats:
    """Control points of every curve, lines drawn as cubics: shape (n, 4, 2)."""
    made = np.empty((len(path), 4, 2))
    for index, curve in enumerate(path):
        if len(curve) == 4:
            made[index] = curve
        else:
            a, b = np.asarray(curve[0]), np.asarray(curve[1])
            made[index] = (a, a + (b - a) / 3, a + (b - a) * 2 / 3, b)
    return made


@lru_cache(maxsize=4096)
def _segments(path: Path) -> tuple[Floats, Floats, Floats, Floats, Floats]:
    """The straight pieces the path is drawn with: starts (x, y), directions (x, y), squared lengths."""
    points = np.asarray(flatten(path, _FINE))
    x, y = points[:, 0].copy(), points[:, 1].copy()
    dx, dy = x[1:] - x[:-1], y[1:] - y[:-1]
    squared = dx * dx + dy * dy
    squared[squared == 0] = 1.0
    return x[:-1], y[:-1], dx, dy, squared


@lru_cache(maxsize=4096)
def _places(path: Path) -> Floats:
    """Places along the path, x and y: shape (2, n)."""
    return np.ascontiguousarray((_PLACE @ _controls(path)).reshape(-1, 2).T)


def _ways(line: Path, places: Floats) -> tuple[Floats, Floats, Floats]:
    """For every place and every piece of the line: how far along the piece the foot is (a share, beyond
    0..1 off its ends), and the way from the nearest point of the piece to the place (x, y)."""
    x, y, dx, dy, squared = _segments(line)
    away_x, away_y = places[0][:, None] - x, places[1][:, None] - y
    on = (away_x * dx + away_y * dy) / squared
    held = np.minimum(np.maximum(on, 0.0), 1.0)
    return on, away_x - held * dx, away_y - held * dy


def apart(mine: Path, theirs: Path, one_line: float) -> tuple[float, float, float]:
    """The greatest distance of places along ``theirs`` from the nearest of ``mine`` (mm): of all places;
    of those that run beside it, not on beyond either of its ends; and how many do (a share). The latter
    two only where some of the places lie within ``one_line`` of it."""
    on, off_x, off_y = _ways(mine, _places(theirs))
    far = off_x * off_x + off_y * off_y
    nearest = far.argmin(axis=1)
    rows = np.arange(len(far))
    off = np.sqrt(far[rows, nearest])
    if off.min() > one_line:
        return float(off.max()), float(off.min()), 0.0
    # Beyond an end the nearest place is that end.
    where, last = on[rows, nearest], on.shape[1] - 1
    beside = ~(((nearest == 0) & (where < 0)) | ((nearest == last) & (where > 1)))
    return float(off.max()), float(off[beside].max(initial=0.0)), float(beside.mean())


def furthest(lines: Sequence[Path], theirs: Path) -> tuple[float, Point, Point]:
    """The place along ``theirs`` that is furthest from the nearest of some lines: how far (mm), the nearest
    place on them, and the place itself."""
    places = _places(theirs)
    best = np.full(places.shape[1], np.inf)
    feet = np.zeros_like(places)
    for line in lines:
        _, off_x, off_y = _ways(line, places)
        far = off_x * off_x + off_y * off_y
        at = far.argmin(axis=1)
        rows = np.arange(len(far))
        nearer = far[rows, at] < best
        best = np.where(nearer, far[rows, at], best)
        feet = np.where(nearer, places - (off_x[rows, at], off_y[rows, at]), feet)
    k = int(best.argmax())
    (fx, fy), (px, py) = feet[:, k].tolist(), places[:, k].tolist()
    return float(np.sqrt(best[k])), (fx, fy), (px, py)


@lru_cache(maxsize=4096)
def tightest(path: Path, out: float = 0.0) -> float:
    """The smallest radius of the path's curves (mm; straight lines are without end), of its parallel
    ``out`` mm to the left: there outward bends are wider and inward ones tighter by as much. 0 where
    the parallel turns back on itself."""
    controls = _controls(path)
    speed, bend = _SPEED @ controls, _BEND @ controls
    turn = speed[..., 0] * bend[..., 1] - speed[..., 1] * bend[..., 0]
    with np.errstate(divide="ignore", invalid="ignore"):
        radius = np.where(np.abs(turn) > 1e-6, (speed**2).sum(axis=2) ** 1.5 / turn, np.inf)
    beside = np.where(np.isinf(radius), np.inf, np.where(radius < 0, -radius - out, radius + out))
    return float(max(0.0, beside.min()))


def forget() -> None:
    """Empty the memories of this room, for measurements."""
    for remembered in (_segments, _places, tightest):
        remembered.cache_clear()
