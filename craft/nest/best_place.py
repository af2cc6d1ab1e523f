"""Where in the strip a part overlaps least: all places at once on the tables' grid, then the lowest of them
refined by walking downhill.

Handles badly: a place between two nodes of the grid whose overlap is far lower than at both (a slot
hardly wider than the part): only the random beginning of the grid finds it.
"""

from typing import NamedTuple

import numba as nb
import numpy as np

from craft.nest.penetration import UNIT
from craft.nest.state import penetration, rand

KEPT = 5  # lowest places of the grid that are refined


class Room(NamedTuple):
    """Scratch memory of one search: the field of a part's places, their x and y, and which column of
    the field each x reads."""

    field: np.ndarray
    xs: np.ndarray
    ys: np.ndarray
    columns: np.ndarray


class Lowest(NamedTuple):
    """The KEPT lowest places found: their cost, place and pose."""

    cost: np.ndarray
    at: np.ndarray
    pose: np.ndarray


class Grid(NamedTuple):
    """Places looked at for one pose: the field's first column and row (mm), how many columns and rows it
    has, how many x and y are looked at, and whether these lie on every cell or on steps."""

    x: float
    y: float
    wide: int
    high: int
    nx: int
    ny: int
    free_x: bool
    free_y: bool


class Box(NamedTuple):
    """Where a middle may lie (mm)."""

    x0: float
    x1: float
    y0: float
    y1: float


class Descent(NamedTuple):
    """How a place is refined: from steps of ``step`` mm down to ``finest``, given up when after the long
    steps the cost is far above ``limit``."""

    step: float
    finest: float
    limit: float


@nb.njit(cache=True, nogil=True, fastmath=True, inline="always")
def _cost(t, state, part, pose, x, y, near, limit):
    """What a part's overlap with its neighbours costs at one place; stops where it passes ``limit``.
    ``near``: their number, and which they are."""
    total = 0.0
    poses, at, weight = state.poses, state.at, state.weight
    count, others = near
    for k in range(count):
        o = others[k]
        total += weight[part, o] * penetration(t, poses[o], pose, x - at[o, 0], y - at[o, 1])
        if total >= limit:
            break
    return total


@nb.njit(cache=True, nogil=True, fastmath=True, inline="always")
def _add(far, field, grid, pa, pb, ox, oy, weight):
    """Add one neighbour's weighted depth to the field of a part's places (two cells apart)."""
    nx, ny = np.int64(far.nx[pa, pb]), np.int64(far.ny[pa, pb])
    sy = np.int64(far.sy[pa, pb])
    cell = far.cell
    iu = np.int64(np.floor((grid.x - ox) / cell + nx + 0.5))  # of column 0
    px = iu & 1
    shift = (iu - px) >> 1
    if shift + grid.wide < 0 or shift > nx:
        return
    iv = np.int64(np.floor(sy * (grid.y - oy) / cell + ny + 0.5))  # of row 0
    py = iv & 1
    base = (iv - py) >> 1
    if sy > 0:
        r0, r1 = max(0, -base), min(grid.high - 1, ny - base)
    else:
        r0, r1 = max(0, base - ny), min(grid.high - 1, base)
    phase = 2 * py + px
    start = far.start[pa, pb] + phase * (nx + 1) * (ny + 1)
    rows = far.rows[pa, pb] + phase * (ny + 1)
    w = np.float32(weight * UNIT)
    for r in range(r0, r1 + 1):
        v = base + sy * r
        c0 = max(0, np.int64(far.spans[rows + v, 0]) - shift)
        c1 = min(grid.wide - 1, np.int64(far.spans[rows + v, 1]) - shift)
        if c0 <= c1:
            low = start + v * (nx + 1) + shift + c0
            _add_row(field, r * grid.wide + c0, far.data, low, c1 - c0 + 1, w)


@nb.njit(cache=True, nogil=True, fastmath=True)
def _add_row(field, at, d, low, count, w):
    out = field[at : at + count]
    a = d[low : low + count]
    for k in range(count):
        out[k] += w * np.float32(a[k])


@nb.njit(cache=True, nogil=True, fastmath=True, inline="always")
def _neighbours(t, state, part, pose, x, y, reach, near):
    """The parts that could be met within ``reach`` of a place."""
    count = 0
    for o in range(len(state.poses)):
        if o != part:
            wx = (t.nx[state.poses[o], pose] - 1) * t.cell + reach
            wy = (t.ny[state.poses[o], pose] - 1) * t.cell + reach
            if abs(x - state.at[o, 0]) < wx and abs(y - state.at[o, 1]) < wy:
                near[count] = o
                count += 1
    return count


@nb.njit(cache=True, nogil=True, fastmath=True)
def _refine(t, state, part, pose, x, y, box, descent, others):
    """Walk downhill in ever shorter steps, never far from (x, y); returns the cost and the place."""
    step = descent.step
    reach = 2.5 * step
    near = (_neighbours(t, state, part, pose, x, y, reach, others), others)
    best = _cost(t, state, part, pose, x, y, near, 1e30)
    x0, x1 = max(box.x0, x - reach), min(box.x1, x + reach)
    y0, y1 = max(box.y0, y - reach), min(box.y1, y + reach)
    k = 0
    misses = 0
    while step > descent.finest and best > 0:
        if k < 4:
            ax, ay = (1, 0, -1, 0)[k], (0, 1, 0, -1)[k]
        else:
            ax, ay = (1, -1, -1, 1)[k - 4], (1, 1, -1, -1)[k - 4]
        tx = min(max(x + ax * step, x0), x1)
        ty = min(max(y + ay * step, y0), y1)
        c = best
        if tx != x or ty != y:
            c = _cost(t, state, part, pose, tx, ty, near, best)
        if c < best - 1e-6:
            x, y, best = tx, ty, c
            misses = 0  # and go on in the same direction
        else:
            k = (k + 1) % 8
            misses += 1
            if misses >= 8:
                step *= 0.4
                misses = 0
                if best > descent.limit + 4.0 * step:
                    break
    return best, x, y


@nb.njit(cache=True, nogil=True)
def _spots(low, high, cell, step, rest, shift, out):
    """Where a middle may lie from low to high: every cell, or every step; returns their number."""
    if step > 0:
        first = rest + step * np.ceil((low - rest) / step - 1e-9)
        count = max(0, int(np.floor((high - first) / step + 1e-9)) + 1)
        for k in range(count):
            out[k] = first + k * step
        return count
    if high - low < 1e-9:
        out[0] = low
        return 1
    # The grid begins at a random fraction of a cell, so that no place is always missed.
    begin = low - cell * shift
    count = int(np.ceil((high - begin) / cell - 1e-9)) + 1
    for k in range(count):
        out[k] = min(max(begin + k * cell, low), high)
    return count


@nb.njit(cache=True, nogil=True)
def _grid(instance, state, pose, length, room):
    """The places to look at for one pose; their x and y are written into the room."""
    p, cell = instance.arrays, 2 * instance.far.cell
    hx = p.half[pose, 0]
    step_x, step_y = p.step[pose, 0], p.step[pose, 1]
    nx = _spots(hx, max(hx, length - hx), cell, step_x, state.rest[pose, 0],
                rand(state.chance), room.xs)  # fmt: skip
    ny = _spots(p.low[pose], p.high[pose], cell, step_y, state.rest[pose, 1],
                rand(state.chance), room.ys)  # fmt: skip
    if nx == 0 or ny == 0:
        return Grid(0.0, 0.0, 0, 0, 0, 0, True, True)
    gx = room.xs[1] - cell if step_x == 0 and nx > 1 else room.xs[0]
    gy = room.ys[1] - cell if step_y == 0 and ny > 1 else room.ys[0]
    # On cells each place has a column and a row of its own; steps read the nearest one.
    wide = nx if step_x == 0 else int((room.xs[nx - 1] - gx) / cell + 0.999) + 1
    high = ny if step_y == 0 else int((room.ys[ny - 1] - gy) / cell + 0.999) + 1
    return Grid(gx, gy, wide, high, nx, ny, step_x == 0, step_y == 0)


@nb.njit(cache=True, nogil=True)
def _row(grid, ys, r, cell):
    """The field's row that a place's y reads."""
    if grid.free_y:
        return r
    return min(grid.high - 1, int((ys[min(grid.ny - 1, max(0, r))] - grid.y) / cell + 0.5))


@nb.njit(cache=True, nogil=True, fastmath=True, inline="always")
def _keep_lowest(pose, grid, cell, room, lowest):
    """Keep the places of the field that are lower than their four neighbours and than what was kept."""
    field, xs, ys, columns = room.field, room.xs, room.ys, room.columns
    for c in range(grid.nx):
        columns[c] = c if grid.free_x else min(grid.wide - 1, int((xs[c] - grid.x) / cell + 0.5))
    worst = np.argmax(lowest.cost)
    for r in range(grid.ny):
        row = _row(grid, ys, r, cell) * grid.wide
        up = _row(grid, ys, r + 1, cell) * grid.wide
        down = _row(grid, ys, r - 1, cell) * grid.wide
        for c in range(grid.nx):
            k = columns[c]
            value = field[row + k]
            if value >= lowest.cost[worst]:
                continue
            if (
                (c > 0 and field[row + columns[c - 1]] < value)
                or (c + 1 < grid.nx and field[row + columns[c + 1]] < value)
                or (r > 0 and field[down + k] < value)
                or (r + 1 < grid.ny and field[up + k] < value)
            ):
                continue
            lowest.cost[worst] = value
            lowest.at[worst, 0], lowest.at[worst, 1] = xs[c], ys[r]
            lowest.pose[worst] = pose
            worst = np.argmax(lowest.cost)


@nb.njit(cache=True, nogil=True, fastmath=True)
def best_place(instance, state, part, length, room):
    """Where a part overlaps least of all: cost, pose, x, y."""
    t, far, p = instance
    field, poses, at, weight = room.field, state.poses, state.at, state.weight
    lowest = Lowest(np.full(KEPT, 1e30, np.float32), np.empty((KEPT, 2)), np.empty(KEPT, np.int64))
    cell = 2 * far.cell
    for pose in range(p.first[part], p.first[part + 1]):
        grid = _grid(instance, state, pose, length, room)
        if grid.nx == 0:
            continue
        field[: grid.wide * grid.high] = 0
        for o in range(len(poses)):
            if o != part:
                _add(far, field, grid, poses[o], pose, at[o, 0], at[o, 1], weight[part, o])
        _keep_lowest(pose, grid, cell, room, lowest)
    near = np.empty(len(state.poses), np.int64)
    bc, bw, bx, by = 1e30, state.poses[part], state.at[part, 0], state.at[part, 1]
    for _ in range(KEPT):
        k = np.argmin(lowest.cost)
        if lowest.cost[k] > 1e29:
            break
        lowest.cost[k] = 1e30
        pose, x, y = lowest.pose[k], lowest.at[k, 0], lowest.at[k, 1]
        box = _box(p, pose, x, y, length)
        c, x, y = _refine(t, state, part, pose, x, y, box, Descent(cell * 0.4, 1.5, bc), near)
        if c < bc:
            bc, bw, bx, by = c, pose, x, y
        if bc <= 0:
            break
    if bc > 0 and bc < 1e29:
        box = _box(p, bw, bx, by, length)
        bc, bx, by = _refine(t, state, part, bw, bx, by, box, Descent(1.2, 0.2, 1e30), near)
    return bc, bw, bx, by


@nb.njit(cache=True, nogil=True)
def _box(p, pose, x, y, length):
    """Where a pose may lie; what keeps to steps stays on its step."""
    hx = p.half[pose, 0]
    x0, x1 = hx, max(hx, length - hx)
    y0, y1 = p.low[pose], p.high[pose]
    if p.step[pose, 0] > 0:
        x0 = x1 = x
    if p.step[pose, 1] > 0:
        y0 = y1 = y
    return Box(x0, x1, y0, y1)


@nb.njit(cache=True, nogil=True)
def room_for(instance, length):
    """Scratch memory for a strip of that length."""
    p, cell = instance.arrays, 2 * instance.far.cell
    finest = cell
    for pose in range(len(p.half)):
        for axis in range(2):
            if p.step[pose, axis] > 0:
                finest = min(finest, p.step[pose, axis])
    return Room(
        np.empty((int(length / cell) + 4) * (int(p.height / cell) + 4), np.float32),
        np.empty(int(length / finest) + 8),
        np.empty(int(p.height / finest) + 8),
        np.empty(int(length / finest) + 8, np.int64),
    )
