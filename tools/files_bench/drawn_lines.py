"""Lines as programs leave them: cut at the edge of a page, drawn in dashes, or as the thin areas they
cover."""

from collections.abc import Iterable
from itertools import pairwise

import numpy as np
from fontTools.misc import bezierTools

from craft.shape import path as path_
from craft.shape.curve import Curve, Point, velocity_at
from tools.files_bench.sheet import Drawn, Path


def cut_to(line: Drawn, window: tuple[float, float, float, float]) -> list[Drawn]:
    """The stretches of a line within a window, as a program leaves them that cuts what it exports."""
    runs: list[list[Curve]] = [[]]
    for curve in line.path:
        for part in _parts(curve, window):
            (x, y) = path_.point_along((part,), path_.length((part,)) / 2)
            inside = window[0] <= x <= window[2] and window[1] <= y <= window[3]
            if inside:
                runs[-1].append(part)
            elif runs[-1]:
                runs.append([])
    runs = [each for each in runs if each]
    if not runs:
        return []
    whole = len(runs) == 1 and path_.length(tuple(runs[0])) > path_.length(line.path) - 1e-6
    if line.closed and not whole and len(runs) > 1 and runs[0][0][0] == runs[-1][-1][-1]:
        runs[0] = runs.pop() + runs[0]
    return [line._replace(path=tuple(each), closed=line.closed and whole) for each in runs]


def _parts(curve: Curve, window: tuple[float, float, float, float]) -> list[Curve]:
    """A curve divided wherever it crosses one of the lines of a window."""
    parts: list[Curve] = [curve]
    for where, level_ in (
        (window[0], False),
        (window[2], False),
        (window[1], True),
        (window[3], True),
    ):
        split: list[Curve] = []
        for part in parts:
            if len(part) == 2:
                split += bezierTools.splitLine(*part, where, level_)
            else:
                split += bezierTools.splitCubic(*part, where, level_)
        parts = [_curve(each) for each in split]
    return parts


def _curve(points: Iterable[Point]) -> Curve:
    a, *inner, b = ((float(x), float(y)) for x, y in points)
    return (a, inner[0], inner[1], b) if inner else (a, b)


def as_dashes(path: Path, stroke: float, gap: float) -> list[Path]:
    """The strokes of a dashed line, each a path of its own."""
    long = path_.length(path)
    cuts, found = [0.0], []
    while cuts[-1] < long:
        cuts += [cuts[-1] + stroke, cuts[-1] + stroke + gap]
    rest, before = path, 0.0
    for a, b in zip(cuts[::2], cuts[1::2], strict=False):
        if a >= long - 0.05:
            break
        if a > before:
            rest = path_.split_at(rest, a - before)[1]
        if b >= long:
            found.append(rest)
            break
        one, rest = path_.split_at(rest, b - a)
        found.append(one)
        before = b
    return found


def as_runs(path: Path) -> list[Path]:
    """A line in stretches without a corner."""
    runs: list[list[Curve]] = [[path[0]]]
    for before, after in pairwise(path):
        u, v = velocity_at(before, 1.0), velocity_at(after, 0.0)
        cross, dot = u[0] * v[1] - u[1] * v[0], u[0] * v[0] + u[1] * v[1]
        if abs(np.arctan2(cross, dot)) > 0.2:
            runs.append([])
        runs[-1].append(after)
    return [tuple(each) for each in runs]


def as_area(path: Path, wide: float = 0.3) -> Path:
    """The thin area that a line with some width covers, with blunt ends."""
    points = path_.flatten(path, 0.01)
    arr = np.array(points)
    way = np.gradient(arr, axis=0)
    normal = np.stack((-way[:, 1], way[:, 0]), axis=1)
    normal /= np.maximum(np.hypot(normal[:, 0], normal[:, 1]), 1e-9)[:, None]
    left, right = arr + normal * wide / 2, arr - normal * wide / 2
    ring = [(float(x), float(y)) for x, y in (*left, *right[::-1], left[0])]
    return path_.polyline(*ring)


def as_letters(text: str, at: Point, height: float) -> list[Path]:
    """Words as shapes: for every letter a bar and a round, each a ring of its own, as a program writes
    letters that it draws (``height`` of capitals is 0.7 of the letters' size)."""
    rings: list[Path] = []
    (x, y), tall, wide = at, 0.7 * height, 0.55 * height
    for letter in " ".join(text.split()):
        if letter != " ":
            lean = (ord(letter) % 5 - 2) * 0.05 * wide
            bar = (
                (x, y),
                (x + lean, y - tall),
                (x + lean + 0.2 * wide, y - tall),
                (x + 0.2 * wide, y),
                (x, y),
            )
            r = (0.2 + ord(letter) % 3 * 0.05) * tall
            cx, cy, k = x + 0.55 * wide, y - tall + r, 0.5523 * r
            rings.append(path_.polyline(*bar))
            rings.append((
                ((cx + r, cy), (cx + r, cy + k), (cx + k, cy + r), (cx, cy + r)),
                ((cx, cy + r), (cx - k, cy + r), (cx - r, cy + k), (cx - r, cy)),
                ((cx - r, cy), (cx - r, cy - k), (cx - k, cy - r), (cx, cy - r)),
                ((cx, cy - r), (cx + k, cy - r), (cx + r, cy - k), (cx + r, cy)),
            ))  # fmt: skip
        x += wide * 1.15
    return rings
