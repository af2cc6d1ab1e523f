"""Slant, scale and a lens's bend, found from points whose places on the paper are known.

Two or three known points give scale and turn (a scan, or a photo taken straight from above). Four to
seven take out the slant as well. Eight or more also take out the bend of a lens: places are pushed from
the middle of the picture by a share that grows with the square of their distance from it.
"""

from functools import lru_cache

import numpy as np

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.shape.curve import Floats, Point

# Pairs of a pixel and its place (mm).
Pairs = tuple[tuple[Point, Point], ...]
# How many points it takes for the slant, and for the bend of the lens.
SLANT, BEND = 4, 8
# An error left over above this asks for another photo (mm).
TOO_MUCH = 1.0
Nine = tuple[float, float, float, float, float, float, float, float, float]


class Plane(Frozen):
    """From pixels to mm: bend taken out about ``middle`` (``bend`` at ``reach`` pixels from it), then a
    perspective ``matrix`` (three rows). ``left``: the largest error left over among the known points
    (mm), None where nothing is left over to check with."""

    matrix: Nine
    middle: Point
    reach: float
    bend: float
    points: int
    left: float | None

    def mm(self, pixels: Floats) -> Floats:
        """Places on the paper of pixels, both of shape (n, 2)."""
        return _through(self._matrix, _straight(pixels, self.middle, self.reach, self.bend))

    def pixels(self, mm: Floats) -> Floats:
        """Pixels at which places on the paper are seen."""
        flat = _through(np.asarray(np.linalg.inv(self._matrix), dtype=np.float64), mm)
        return _bent(flat, self.middle, self.reach, self.bend)

    @property
    def _matrix(self) -> Floats:
        return np.asarray(self.matrix).reshape(3, 3)


@lru_cache(maxsize=256)
def plane(pairs: Pairs, width: int, height: int) -> Plane:
    """The plane of a picture of that size (pixels) from its known points (at least two). Raises
    CraftError for points that give none: two on one spot, three of four in a line."""
    pixels = np.asarray([pixel for pixel, _ in pairs], dtype=float)
    places = np.asarray([mm for _, mm in pairs], dtype=float)
    if len(pairs) < 2:
        raise CraftError("Two known points at least give the scale.", "known")
    for each in (pixels, places):
        apart = np.hypot(*(each[:, None] - each[None]).transpose(2, 0, 1))
        np.fill_diagonal(apart, 1e9)
        if apart.min() < 1e-6:
            raise CraftError("Two of the known points lie on one spot.", "known")
    middle, reach = (width / 2, height / 2), float(np.hypot(width, height) / 2)
    bend = 0.0
    if len(pairs) < SLANT:
        matrix = _similar(pixels, places)
    else:
        matrix = _perspective(pixels, places)
        if len(pairs) >= BEND:
            matrix, bend = _refined(pixels, places, matrix, middle, reach, bent=True)
    freedom = 4 if len(pairs) < SLANT else 8 if len(pairs) < BEND else 9
    found = _through(matrix, _straight(pixels, middle, reach, bend))
    off = float(np.hypot(*(found - places).T).max())
    return Plane(
        matrix=nine(matrix), middle=middle, reach=reach, bend=bend, points=len(pairs),
        left=off if 2 * len(pairs) > freedom else None,
    )  # fmt: skip


def slopes(true: Plane, pixels: Floats) -> Floats:
    """How the places of pixels move with each number the plane was found by, of shape (2 n, numbers): four
    of scale, turn and move; eight of a perspective; nine with the bend."""
    state = np.append(np.asarray(true.matrix)[:8], true.bend)
    columns = []

    def at(values: Floats) -> Floats:
        full = np.append(values[:8], 1.0).reshape(3, 3)
        flat = _straight(pixels, true.middle, true.reach, float(values[8]))
        return np.asarray(_through(full, flat).ravel())

    here = at(state)
    for k in range(8 if true.points < BEND else 9):
        step = np.zeros(9)
        step[k] = max(abs(state[k]) * 1e-6, 1e-10 if k in (6, 7) else 1e-7)
        columns.append((at(state + step) - here) / step[k])
    if true.points < SLANT:
        # x' = a x − b y + c, y' = b x + a y + d
        return np.stack(
            (columns[0] + columns[4], columns[3] - columns[1], columns[2], columns[5]), axis=1
        )
    return np.stack(columns, axis=1)


def odd_one(pairs: Pairs, width: int, height: int) -> tuple[int, float] | None:
    """Of points that do not agree the one without which the others do, and how far it lies from where they
    have it (mm); None where no single one can be told (fewer than six points, or two of them off)."""
    found = []
    for k, (pixel, mm) in enumerate(pairs if len(pairs) > SLANT + 1 else ()):
        try:
            rest = plane((*pairs[:k], *pairs[k + 1 :]), width, height)
        except CraftError:
            continue
        if rest.left is not None and rest.left <= TOO_MUCH:
            off = float(np.hypot(*(rest.mm(np.array([pixel]))[0] - mm)))
            found.append((k, off))
    return found[0] if len(found) == 1 else None


def joined(own: Plane, shared: Pairs) -> tuple[Plane, float]:
    """A plane turned and moved (never scaled) so that shared points lie where an earlier picture shows
    them, and how far off the worst of them stays (mm). ``shared``: at least two."""
    here = own.mm(np.asarray([pixel for pixel, _ in shared], dtype=float))
    there = np.asarray([mm for _, mm in shared], dtype=float)
    a, b = here.mean(0), there.mean(0)
    u, _, v = np.linalg.svd((here - a).T @ (there - b))
    turn = (u @ np.diag([1.0, np.sign(np.linalg.det(u @ v))]) @ v).T
    move = np.eye(3)
    move[:2, :2], move[:2, 2] = turn, b - turn @ a
    off = float(np.hypot(*(here @ turn.T + move[:2, 2] - there).T).max())
    matrix = move @ np.asarray(own.matrix).reshape(3, 3)
    return own.model_copy(update={"matrix": nine(matrix)}), off


def nine(matrix: Floats) -> Nine:
    """The rows of a matrix, one after another."""
    a, b, c, d, e, f, g, h, i = (float(value) for value in matrix.ravel())
    return (a, b, c, d, e, f, g, h, i)


def _through(matrix: Floats, points: Floats) -> Floats:
    made = np.column_stack((points, np.ones(len(points)))) @ matrix.T
    return np.asarray(made[:, :2] / made[:, 2:])


def _straight(pixels: Floats, middle: Point, reach: float, bend: float) -> Floats:
    if not bend:
        return pixels
    off = (pixels - middle) / reach
    far = (off**2).sum(1, keepdims=True)
    return np.asarray(middle + off * reach * (1 + bend * far))


def _bent(flat: Floats, middle: Point, reach: float, bend: float) -> Floats:
    if not bend:
        return flat
    wanted = (flat - middle) / reach
    off = wanted.copy()
    for _ in range(25):  # the bend is slight: what it pushes is taken back again and again
        off = wanted / (1 + bend * (off**2).sum(1, keepdims=True))
    return np.asarray(middle + off * reach)


def _similar(pixels: Floats, places: Floats) -> Floats:
    """Scale, turn and move alone: x' = a x − b y + c, y' = b x + a y + d."""
    x, y = pixels.T
    one, none = np.ones_like(x), np.zeros_like(x)
    left = np.vstack((np.column_stack((x, -y, one, none)), np.column_stack((y, x, none, one))))
    a, b, c, d = np.linalg.lstsq(left, places.T.ravel(), rcond=None)[0]
    return np.array(((a, -b, c), (b, a, d), (0.0, 0.0, 1.0)))


def _perspective(pixels: Floats, places: Floats) -> Floats:
    """The perspective that takes pixels to places, by least squares on both brought to a like size."""
    one, p = _even(pixels)
    two, q = _even(places)
    rows = []
    for (x, y), (u, v) in zip(p, q, strict=True):
        rows.append((x, y, 1, 0, 0, 0, -u * x, -u * y, -u))
        rows.append((0, 0, 0, x, y, 1, -v * x, -v * y, -v))
    _, sizes, vectors = np.linalg.svd(np.asarray(rows))
    if sizes[7] < 1e-7 * sizes[0]:
        raise CraftError("Three of the known points lie in one line; take corners.", "known")
    matrix = np.linalg.inv(two) @ vectors[-1].reshape(3, 3) @ one
    if abs(matrix[2, 2]) < 1e-12:
        raise CraftError("These points cannot lie on one sheet. Look at their places.", "known")
    matrix = matrix / matrix[2, 2]
    if len(pixels) > SLANT:
        matrix, _ = _refined(pixels, places, matrix, (0.0, 0.0), 1.0, bent=False)
    behind = np.column_stack((pixels, np.ones(len(pixels)))) @ matrix[2]
    if behind.min() * behind.max() <= 0:
        raise CraftError(
            "These points cannot lie on one sheet: look at their order and at their places.",
            "known",
        )
    return np.asarray(matrix)


def _refined(
    pixels: Floats, places: Floats, matrix: Floats, middle: Point, reach: float, *, bent: bool
) -> tuple[Floats, float]:
    """Steps of least squares on the errors in mm, from a first matrix; the bend begins at none."""
    state = np.append(matrix.ravel()[:8], 0.0)
    free = 9 if bent else 8

    def errors(values: Floats) -> Floats:
        full = np.append(values[:8], 1.0).reshape(3, 3)
        flat = _straight(pixels, middle, reach, float(values[8]))
        return np.asarray((_through(full, flat) - places).ravel())

    off = errors(state)
    damp = 1e-9
    for _ in range(40):
        columns = []
        for k in range(free):
            step = np.zeros(9)
            step[k] = max(abs(state[k]) * 1e-6, 1e-10 if k in (6, 7) else 1e-7)
            columns.append((errors(state + step) - off) / step[k])
        slope = np.stack(columns, axis=1)
        scale = np.maximum(np.linalg.norm(slope, axis=0), 1e-30)
        even = slope / scale
        found = np.linalg.solve(even.T @ even + damp * np.eye(free), -even.T @ off) / scale
        moved = state.copy()
        moved[:free] += found
        after = errors(moved)
        if (after**2).sum() > (off**2).sum():
            damp *= 100
            if damp > 1:
                break
            continue
        done = (off**2).sum() - (after**2).sum() < 1e-14
        state, off = moved, after
        if done:
            break
    return np.append(state[:8], 1.0).reshape(3, 3), float(state[8])


def _even(points: Floats) -> tuple[Floats, Floats]:
    """Points about their middle at an average distance of √2, and the matrix that brings them there."""
    middle = points.mean(0)
    size = np.hypot(*(points - middle).T).mean() / np.sqrt(2) or 1.0
    matrix = np.array(
        ((1 / size, 0, -middle[0] / size), (0, 1 / size, -middle[1] / size), (0, 0, 1))
    )
    return matrix, (points - middle) / size
