"""Pulling overlapping things apart in a strip of fixed length: guided local search on the tables.

One thing after another that overlaps others is set down where it overlaps least. The overlap of
every pair has a weight, which grows as long as the pair overlaps, so that the search does not stay
where it is stuck. For one thing the overlap at every place of the strip (on the tables' grid) is
summed up at once from the tables of all others; the lowest places are then refined.
"""

import numba as nb
import numpy as np

from craft.nest.tables import UNIT

KEPT = 5  # lowest places of the grid that are refined
SETTLED = 0.6  # pairs overlapping less than this (mm) count as parted: compaction parts them


@nb.njit(cache=True, nogil=True)
def rand(state):
    """A number in [0, 1) from a state of one unsigned integer (xorshift)."""
    s = state[0]
    s ^= s << np.uint64(13)
    s ^= s >> np.uint64(7)
    s ^= s << np.uint64(17)
    state[0] = s
    return (s >> np.uint64(11)) * (1.0 / 9007199254740992.0)


@nb.njit(cache=True, nogil=True, fastmath=True)
def depth(t, wa, wb, dx, dy):
    """How deep way wb lies in way wa when its middle is (dx, dy) away (mm, 0 when apart)."""
    nx = t.nx[wa, wb]
    u = t.sx[wa, wb] * dx / t.cell + nx
    if u <= 0 or u >= 2 * nx:
        return 0.0
    ny = t.ny[wa, wb]
    v = t.sy[wa, wb] * dy / t.cell + ny
    if v <= 0 or v >= 2 * ny:
        return 0.0
    i, j = int(u), int(v)
    fu, fv = u - i, v - j
    at = t.start[wa, wb] + j * (2 * nx + 1) + i
    d = t.data
    low = d[at] + fu * (d[at + 1] - d[at])
    at += 2 * nx + 1
    high = d[at] + fu * (d[at + 1] - d[at])
    return max(0.0, low + fv * (high - low))


@nb.njit(cache=True, nogil=True, fastmath=True)
def _cost_near(t, way, x, y, near, count, at, ways, weight, thing, limit):
    """The same against chosen others only; stops where the sum passes ``limit``."""
    total = 0.0
    for k in range(count):
        o = near[k]
        total += weight[thing, o] * depth(t, ways[o], way, x - at[o, 0], y - at[o, 1])
        if total >= limit:
            break
    return total


@nb.njit(cache=True, nogil=True, fastmath=True)
def _add(t, field, wide, high, x0, y0, wa, wb, ox, oy, weight):
    """Add one neighbour's weighted depth to the field of a thing's places (two cells apart)."""
    nx, ny = np.int64(t.nx[wa, wb]), np.int64(t.ny[wa, wb])
    sy = np.int64(t.sy[wa, wb])
    cell = t.cell
    iu = np.int64(np.floor((x0 - ox) / cell + nx + 0.5))  # of column 0
    px = iu & 1
    shift = (iu - px) >> 1
    if shift + wide < 0 or shift > nx:
        return
    iv = np.int64(np.floor(sy * (y0 - oy) / cell + ny + 0.5))  # of row 0
    py = iv & 1
    base = (iv - py) >> 1
    if sy > 0:
        r0, r1 = max(0, -base), min(high - 1, ny - base)
    else:
        r0, r1 = max(0, base - ny), min(high - 1, base)
    phase = 2 * py + px
    start = t.start[wa, wb] + phase * (nx + 1) * (ny + 1)
    rows = t.rows[wa, wb] + phase * (ny + 1)
    w = np.float32(weight * UNIT)
    d, spans = t.data, t.spans
    for r in range(r0, r1 + 1):
        v = base + sy * r
        c0 = max(0, np.int64(spans[rows + v, 0]) - shift)
        c1 = min(wide - 1, np.int64(spans[rows + v, 1]) - shift)
        if c0 <= c1:
            low = start + v * (nx + 1) + shift + c0
            _add_row(field, r * wide + c0, d, low, c1 - c0 + 1, w)


@nb.njit(cache=True, nogil=True, fastmath=True)
def _add_row(field, at, d, low, count, w):
    out = field[at : at + count]
    a = d[low : low + count]
    for k in range(count):
        out[k] += w * np.float32(a[k])


@nb.njit(cache=True, nogil=True, fastmath=True)
def _refine(t, thing, way, x, y, x0, x1, y0, y1, step, finest, at, ways, weight, near, limit):
    """Walk downhill in ever shorter steps; returns the cost and the place.

    Given up when after the long steps the cost is far above ``limit``.
    """
    reach = 2.5 * step
    count = 0
    for o in range(len(ways)):
        if o != thing:
            wx = (t.nx[ways[o], way] - 1) * t.cell + reach
            wy = (t.ny[ways[o], way] - 1) * t.cell + reach
            if abs(x - at[o, 0]) < wx and abs(y - at[o, 1]) < wy:
                near[count] = o
                count += 1
    best = _cost_near(t, way, x, y, near, count, at, ways, weight, thing, 1e30)
    sx, sy = x, y
    k = 0
    misses = 0
    while step > finest and best > 0:
        if k < 4:
            ax, ay = (1, 0, -1, 0)[k], (0, 1, 0, -1)[k]
        else:
            ax, ay = (1, -1, -1, 1)[k - 4], (1, 1, -1, -1)[k - 4]
        tx = min(max(x + ax * step, max(x0, sx - reach)), min(x1, sx + reach))
        ty = min(max(y + ay * step, max(y0, sy - reach)), min(y1, sy + reach))
        c = best
        if tx != x or ty != y:
            c = _cost_near(t, way, tx, ty, near, count, at, ways, weight, thing, best)
        if c < best - 1e-6:
            x, y, best = tx, ty, c
            misses = 0  # and go on in the same direction
        else:
            k = (k + 1) % 8
            misses += 1
            if misses >= 8:
                step *= 0.4
                misses = 0
                if best > limit + 4.0 * step:
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


@nb.njit(cache=True, nogil=True, fastmath=True)
def best_place(t, far, p, rest, thing, length, at, ways, weight, room, state):
    """Where a thing overlaps least of all: cost, way, x, y."""
    lows = np.empty(KEPT, np.float32)
    spots = np.empty((KEPT, 2))
    which = np.empty(KEPT, np.int64)
    near = np.empty(len(ways), np.int64)
    cell = 2 * far.cell
    field, xs, ys, columns = room
    for k in range(KEPT):
        lows[k] = 1e30
    worst = 0
    for way in range(p.first[thing], p.first[thing + 1]):
        hx = p.half[way, 0]
        x0, x1 = hx, max(hx, length - hx)
        y0, y1 = p.low[way], p.high[way]
        nx = _spots(x0, x1, cell, p.step[way, 0], rest[way, 0], rand(state), xs)
        ny = _spots(y0, y1, cell, p.step[way, 1], rest[way, 1], rand(state), ys)
        if nx == 0 or ny == 0:
            continue
        gx, gy = xs[0], ys[0]
        free_x, free_y = p.step[way, 0] == 0, p.step[way, 1] == 0
        if free_x and nx > 1:
            gx = xs[1] - cell
        if free_y and ny > 1:
            gy = ys[1] - cell
        wide = int((xs[nx - 1] - gx) / cell + 0.999) + 1
        high = int((ys[ny - 1] - gy) / cell + 0.999) + 1
        field[: wide * high] = 0
        for o in range(len(ways)):
            if o != thing:
                _add(far, field, wide, high, gx, gy, ways[o], way, at[o, 0], at[o, 1],
                     weight[thing, o])  # fmt: skip
        for c in range(nx):
            columns[c] = c if free_x else min(wide - 1, int((xs[c] - gx) / cell + 0.5))
        for r in range(ny):
            row = r if free_y else min(high - 1, int((ys[r] - gy) / cell + 0.5))
            up = (
                row + 1
                if free_y
                else min(high - 1, int((ys[min(ny - 1, r + 1)] - gy) / cell + 0.5))
            )
            down = row - 1 if free_y else int((ys[max(0, r - 1)] - gy) / cell + 0.5)
            for c in range(nx):
                k = columns[c]
                value = field[row * wide + k]
                if value >= lows[worst]:
                    continue
                if (
                    (c > 0 and field[row * wide + columns[c - 1]] < value)
                    or (c + 1 < nx and field[row * wide + columns[c + 1]] < value)
                    or (r > 0 and field[down * wide + k] < value)
                    or (r + 1 < ny and field[up * wide + k] < value)
                ):
                    continue
                lows[worst] = value
                spots[worst, 0] = xs[c]
                spots[worst, 1] = ys[r]
                which[worst] = way
                worst = 0
                for q in range(1, KEPT):
                    if lows[q] > lows[worst]:
                        worst = q
    bc, bw, bx, by = 1e30, ways[thing], at[thing, 0], at[thing, 1]
    for _ in range(KEPT):
        k = 0
        for q in range(1, KEPT):
            if lows[q] < lows[k]:
                k = q
        if lows[k] > 1e29:
            break
        lows[k] = 1e30
        way = which[k]
        c, x, y = _refined(
            t, p, thing, way, spots[k, 0], spots[k, 1], length, cell * 0.4, 1.5, at, ways, weight,
            near, bc,
        )  # fmt: skip
        if c < bc:
            bc, bw, bx, by = c, way, x, y
        if bc <= 0:
            break
    if bc > 0 and bc < 1e29:
        bc, bx, by = _refined(
            t, p, thing, bw, bx, by, length, 1.2, 0.2, at, ways, weight, near, 1e30
        )
    return bc, bw, bx, by


@nb.njit(cache=True, nogil=True, fastmath=True)
def _refined(t, p, thing, way, x, y, length, step, finest, at, ways, weight, near, limit):
    """The lowest place near (x, y) that the way may take; what keeps to steps stays on its step."""
    hx = p.half[way, 0]
    x0, x1 = hx, max(hx, length - hx)
    y0, y1 = p.low[way], p.high[way]
    if p.step[way, 0] > 0:
        x0 = x1 = x
    if p.step[way, 1] > 0:
        y0 = y1 = y
    return _refine(t, thing, way, x, y, x0, x1, y0, y1, step, finest, at, ways, weight, near, limit)


@nb.njit(cache=True, nogil=True, fastmath=True)
def _depths_of(t, thing, at, ways, deep):
    """Bring the depths between one thing and all others up to date."""
    way, x, y = ways[thing], at[thing, 0], at[thing, 1]
    for o in range(len(ways)):
        if o != thing:
            d = depth(t, ways[o], way, x - at[o, 0], y - at[o, 1])
            deep[thing, o] = d
            deep[o, thing] = d


@nb.njit(cache=True, nogil=True, fastmath=True)
def _totals(deep):
    """Sum and greatest of the depths of all pairs."""
    total, most = 0.0, 0.0
    n = len(deep)
    for a in range(n):
        for b in range(a):
            d = deep[a, b]
            total += d
            most = max(most, d)
    return total, most


@nb.njit(cache=True, nogil=True, fastmath=True)
def separate(t, far, p, rest, length, at, ways, weight, base, state, budget, patience, stop):
    """Move things until no pair overlaps by SETTLED mm or more.

    Stops after ``budget`` moves, or ``patience`` sweeps without a new least overlap, or as soon as
    stop[0] is not 0. ``weight``: what the overlap of each pair costs now, grown as long as it
    lasts and falling back to ``base``. ``at`` and ``ways`` end as the best state seen. Returns (sum
    of depths, greatest depth, moves used).
    """
    n = len(ways)
    deep = np.zeros((n, n), np.float32)
    cell = 2 * far.cell
    finest = cell
    for way in range(len(p.half)):
        for axis in range(2):
            if p.step[way, axis] > 0:
                finest = min(finest, p.step[way, axis])
    room = (
        np.empty((int(length / cell) + 4) * (int(p.height / cell) + 4), np.float32),
        np.empty(int(length / finest) + 8),
        np.empty(int(p.height / finest) + 8),
        np.empty(int(length / finest) + 8, np.int64),
    )
    order = np.arange(n)
    for thing in range(n):
        _depths_of(t, thing, at, ways, deep)
    for a in range(n):
        for b in range(n):
            if p.block[a] and p.block[b]:
                deep[a, b] = 0.0
    total, most = _totals(deep)
    best, best_most = total, most
    best_at, best_ways = at.copy(), ways.copy()
    moves = 0
    since = 0
    while most >= SETTLED and moves < budget and since < patience and stop[0] == 0:
        for k in range(n - 1, 0, -1):
            m = int(rand(state) * (k + 1))
            order[k], order[m] = order[m], order[k]
        for k in range(n):
            thing = order[k]
            if p.pinned[thing]:
                continue
            over, before = 0.0, 0.0
            for o in range(n):
                d = deep[thing, o]
                over = max(over, d)
                before += weight[thing, o] * d
            if over <= SETTLED * 0.5:
                continue
            c, w, x, y = best_place(t, far, p, rest, thing, length, at, ways, weight, room, state)
            moves += 1
            if c < before:
                ways[thing], at[thing, 0], at[thing, 1] = w, x, y
                _depths_of(t, thing, at, ways, deep)
            if stop[0] != 0:
                break
        total, most = _totals(deep)
        if total < best * 0.999:
            if total < best * 0.98:
                since = 0
            best, best_most = total, most
            best_at[:] = at
            best_ways[:] = ways
        since += 1
        if most > 0:
            for a in range(n):
                for b in range(n):
                    if deep[a, b] > 0.05:
                        weight[a, b] *= 1.2 + 0.8 * deep[a, b] / most
                    else:
                        weight[a, b] = max(base[a, b], weight[a, b] * 0.95)
    at[:] = best_at
    ways[:] = best_ways
    return best, best_most, moves
