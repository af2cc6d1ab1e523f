"""Pairing the curves of paths that are the same line drawn in several sizes."""

from craft.shape import curve as one
from craft.shape import path as paths
from craft.shape.curve import Cubic, Curve
from craft.shape.path import Path

# Joins nearer to each other than this share of the path are one join.
_SAME = 1e-4


def cubic(curve: Curve) -> Cubic:
    """A line as a cubic with its handles at the thirds; a cubic as it is."""
    if len(curve) == 4:
        return curve
    a, b = curve
    return (a, one.between(a, b, 1 / 3), one.between(a, b, 2 / 3), b)


def matched(drawn: list[Path]) -> list[list[Cubic]]:
    """The same number of cubics for each path, the k-th of one belonging to the k-th of another.

    Paths with equally many curves are paired curve by curve. Otherwise every path is divided at
    the shares of its length at which any of them has a join.
    """
    if len({len(path) for path in drawn}) == 1:
        return [[cubic(curve) for curve in path] for path in drawn]
    shares: list[float] = []
    for path in drawn:
        whole, walked = paths.length(path), 0.0
        for curve in path[:-1]:
            walked += one.length(curve)
            shares.append(walked / whole if whole else 0.0)
    joins: list[float] = []
    for share in sorted(shares):
        if share > _SAME and share < 1 - _SAME and (not joins or share - joins[-1] > _SAME):
            joins.append(share)
    return [[cubic(curve) for curve in _divided(path, joins)] for path in drawn]


def _divided(path: Path, shares: list[float]) -> list[Curve]:
    """One curve for each stretch between the shares; a join of the path that lies within a hair of
    a share is taken for it, so stretches of several curves are refitted by their ends."""
    whole = paths.length(path)
    parts: list[Curve] = []
    rest, gone = path, 0.0
    for share in shares:
        first, rest = paths.split_at(rest, share * whole - gone)
        gone = share * whole
        parts.append(_as_one(first))
    parts.append(_as_one(rest))
    return parts


def _as_one(path: Path) -> Curve:
    """The stretch as one curve: its longest curve stretched over hairs left at its ends."""
    if len(path) == 1:
        return path[0]
    longest = cubic(max(path, key=one.length))
    a, b = paths.start(path), paths.end(path)
    return (a, longest[1], longest[2], b)
