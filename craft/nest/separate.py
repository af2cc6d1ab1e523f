"""Pulling overlapping parts apart in a strip of fixed length: guided local search on the tables.

One part after another that overlaps others is set down where it overlaps least. The overlap of
every pair has a weight, which grows as long as the pair overlaps, so that the search does not stay
where it is stuck (guided local search, as Voudouris and Tsang describe it, on penetration depths, as
Egeblad, Nielsen and Odgaard use them for nesting). For one part the overlap at every place of the strip
(on the tables' grid) is summed up at once from the tables of all others; the lowest places are then
refined.

Handles badly: parts so thin that every place lies within a cell of an edge (their depth is always
small, so they are parted last), and strips shorter than a part (the caller keeps them longer).
"""

import numba as nb
import numpy as np

from craft.nest.best_place import best_place, room_for
from craft.nest.state import penetration, rand

SETTLED = 0.6  # pairs overlapping less than this (mm) count as parted: compaction parts them


@nb.njit(cache=True, nogil=True, fastmath=True)
def _depths_of(t, state, part, deep):
    """Bring the depths between one part and all others up to date."""
    pose, x, y = state.poses[part], state.at[part, 0], state.at[part, 1]
    for o in range(len(state.poses)):
        if o != part:
            d = penetration(t, state.poses[o], pose, x - state.at[o, 0], y - state.at[o, 1])
            deep[part, o] = d
            deep[o, part] = d


@nb.njit(cache=True, nogil=True, fastmath=True)
def _all_depths(instance, state):
    """The depths of all pairs (mm); two obstacles never count."""
    n = len(state.poses)
    deep = np.zeros((n, n), np.float32)
    for part in range(n):
        _depths_of(instance.tables, state, part, deep)
    obstacle = instance.arrays.obstacle
    for a in range(n):
        for b in range(n):
            if obstacle[a] and obstacle[b]:
                deep[a, b] = 0.0
    return deep


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
def _sweep(instance, state, limits, room, order, deep):
    """Every part that overlaps others, once, in a random order; returns the moves made."""
    n = len(order)
    for k in range(n - 1, 0, -1):
        m = int(rand(state.chance) * (k + 1))
        order[k], order[m] = order[m], order[k]
    moves = 0
    for k in range(n):
        part = order[k]
        if instance.arrays.pinned[part]:
            continue
        over, before = 0.0, 0.0
        for o in range(n):
            d = deep[part, o]
            over = max(over, d)
            before += state.weight[part, o] * d
        if over <= SETTLED * 0.5:
            continue
        c, pose, x, y = best_place(instance, state, part, limits.length, room)
        moves += 1
        if c < before:
            state.poses[part], state.at[part, 0], state.at[part, 1] = pose, x, y
            _depths_of(instance.tables, state, part, deep)
        if limits.stop[0] != 0:
            break
    return moves


@nb.njit(cache=True, nogil=True, fastmath=True)
def _weigh(state, deep, most):
    """What overlaps still costs more from now on; what is parted falls back to its base."""
    n = len(deep)
    for a in range(n):
        for b in range(n):
            if deep[a, b] > 0.05:
                state.weight[a, b] *= 1.2 + 0.8 * deep[a, b] / most
            else:
                state.weight[a, b] = max(state.base[a, b], state.weight[a, b] * 0.95)


@nb.njit(cache=True, nogil=True, fastmath=True)
def separate(instance, state, limits):
    """Move parts until no pair overlaps by SETTLED mm or more, or a limit is reached.

    ``state`` ends as the best lay seen. Returns (sum of depths in mm, greatest depth in mm, moves used).
    """
    room = room_for(instance, limits.length)
    order = np.arange(len(state.poses))
    deep = _all_depths(instance, state)
    total, most = _totals(deep)
    best, best_most = total, most
    best_at, best_poses = state.at.copy(), state.poses.copy()
    moves = 0
    since = 0
    while (
        most >= SETTLED
        and moves < limits.budget
        and since < limits.patience
        and limits.stop[0] == 0
    ):
        moves += _sweep(instance, state, limits, room, order, deep)
        total, most = _totals(deep)
        if total < best * 0.999:
            if total < best * 0.98:
                since = 0
            best, best_most = total, most
            best_at[:] = state.at
            best_poses[:] = state.poses
        since += 1
        if most > 0:
            _weigh(state, deep, most)
    state.at[:] = best_at
    state.poses[:] = best_poses
    return best, best_most, moves
