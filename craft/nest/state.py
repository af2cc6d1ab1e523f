"""A lay while it is searched: what never changes, what is changed in place, chance, and how deep two parts
lie in each other."""

from typing import NamedTuple

import numba as nb
import numpy as np

from craft.nest.flat import Arrays
from craft.nest.penetration import FarTables, Tables


class Instance(NamedTuple):
    """What never changes while one problem is searched."""

    tables: Tables
    far: FarTables
    arrays: Arrays


class State(NamedTuple):
    """A lay being worked on; all arrays are changed in place. ``poses`` (n) and ``at`` (n, 2; middles, mm)
    say where each part lies, ``rest`` (poses, 2) where the steps of each pose begin (mm). ``weight``
    (n, n): what the overlap of each pair costs now, never less than ``base``. ``chance``: the state of
    the random numbers."""

    poses: np.ndarray
    at: np.ndarray
    rest: np.ndarray
    weight: np.ndarray
    base: np.ndarray
    chance: np.ndarray


class Limits(NamedTuple):
    """``length`` of the strip (mm); at most ``budget`` moves; ``patience`` sweeps without a new least
    overlap; stopped as soon as ``stop[0]`` is not 0."""

    length: float
    budget: int
    patience: int
    stop: np.ndarray


@nb.njit(cache=True, nogil=True)
def rand(chance):
    """A number in [0, 1) from a state of one unsigned integer (xorshift)."""
    s = chance[0]
    s ^= s << np.uint64(13)
    s ^= s >> np.uint64(7)
    s ^= s << np.uint64(17)
    chance[0] = s
    return (s >> np.uint64(11)) * (1.0 / 9007199254740992.0)


@nb.njit(cache=True, nogil=True, fastmath=True)
def penetration(t, pa, pb, dx, dy):
    """How deep pose pb lies in pose pa when its middle is (dx, dy) away (mm, 0 when apart)."""
    nx = t.nx[pa, pb]
    u = t.sx[pa, pb] * dx / t.cell + nx
    if u <= 0 or u >= 2 * nx:
        return 0.0
    ny = t.ny[pa, pb]
    v = t.sy[pa, pb] * dy / t.cell + ny
    if v <= 0 or v >= 2 * ny:
        return 0.0
    i, j = int(u), int(v)
    fu, fv = u - i, v - j
    at = t.start[pa, pb] + j * (2 * nx + 1) + i
    d = t.data
    low = d[at] + fu * (d[at + 1] - d[at])
    at += 2 * nx + 1
    high = d[at] + fu * (d[at + 1] - d[at])
    return max(0.0, low + fv * (high - low))
