"""Marks that a word beside a line names: where to lengthen or shorten, buttonholes."""

import re
from collections.abc import Sequence
from math import atan2, cos, pi, sin

from craft.drawing import DrawnText
from craft.pattern.marks import MarkKind
from craft.recognise.chains import Chain
from craft.recognise.found_mark import FoundMark, points_of
from craft.recognise.outlines import OutlineFound
from craft.shape import path as path_
from craft.shape.crossings import crossings
from craft.shape.curve import Point, between, distance

# What the words say, and how long a line they name may be (mm).
_WORDS: tuple[tuple[re.Pattern[str], MarkKind, float, float], ...] = (
    (re.compile(r"\blengthen|\bshorten", re.IGNORECASE), "length line", 40.0, 3_000.0),
    (re.compile(r"\bbutton ?holes?\b", re.IGNORECASE), "buttonhole", 8.0, 45.0),
)
BESIDE = 14.0  # mm from a line to its words
DOUBLE = 12.0  # mm between the two lines that a length line is often drawn as
SKEW = 0.05  # radians: lines that run one way
FAR = 3_000.0  # mm: beyond any piece


def worded_marks(
    piece: OutlineFound, lines: Sequence[tuple[int, Chain]], texts: Sequence[DrawnText]
) -> list[FoundMark]:
    """The marks of a piece among straight lines (each with its number) that words stand beside."""
    found: list[FoundMark] = []
    for pattern, kind, least, most in _WORDS:
        said = [text for text in texts if pattern.search(text.text)]
        named = [
            (number, a, b) for number, line in lines
            if not line.closed and len(line.curves) == 1 and line.straight.all()
            for a, b in (points_of(line.ends),)
            if least <= distance(a, b) <= most and any(
                _beside(text, a, b) and (kind != "length line" or _runs_along(text, a, b)) for text in said
            )
        ]  # fmt: skip
        found += _length_lines(piece, named) if kind == "length line" else [
            FoundMark(kind, (a, b), (number,)) for number, a, b in named if piece.contains(between(a, b))
        ]  # fmt: skip
    return found


def _length_lines(
    piece: OutlineFound, named: Sequence[tuple[int, Point, Point]]
) -> list[FoundMark]:
    """Lines across the piece, from edge to edge; two beside each other are one."""
    groups: list[list[tuple[int, Point, Point]]] = []
    for each in named:
        near = (
            group for group in groups
            if abs(_turned(each, group[0])) < SKEW and _off(between(*each[1:]), group[0]) < DOUBLE
        )  # fmt: skip
        group = next(near, None)
        if group is None:
            groups.append([each])
        else:
            group.append(each)
    return [mark for group in groups if (mark := _across(piece, group)) is not None]


def _across(piece: OutlineFound, group: Sequence[tuple[int, Point, Point]]) -> FoundMark | None:
    """A line in the middle of some, run on to the edges on both sides."""
    _, a, b = group[0]
    middles = [between(one, other) for _, one, other in group]
    x, y = (sum(each[k] for each in middles) / len(middles) for k in (0, 1))
    angle = atan2(b[1] - a[1], b[0] - a[0])
    ux, uy = cos(angle), sin(angle)
    whole = (((x - ux * FAR, y - uy * FAR), (x + ux * FAR, y + uy * FAR)),)
    along = [(px - x) * ux + (py - y) * uy for *_, (px, py) in crossings(whole, piece.path)]
    before, after = [at for at in along if at < 0], [at for at in along if at > 0]
    if not before or not after or not piece.contains((x, y)):
        return None
    ends = [(x + ux * at, y + uy * at) for at in (max(before), min(after))]
    return FoundMark("length line", (ends[0], ends[1]), tuple(number for number, *_ in group))


def _beside(text: DrawnText, a: Point, b: Point) -> bool:
    """Whether words stand near to a line."""
    long = distance(a, b)
    ux, uy = (b[0] - a[0]) / long, (b[1] - a[1]) / long
    x = text.at[0] + cos(text.angle) * text.length / 2 - a[0]
    y = text.at[1] + sin(text.angle) * text.length / 2 - a[1]
    along, off = x * ux + y * uy, abs(x * uy - y * ux)
    return -BESIDE <= along <= long + BESIDE and off <= BESIDE + text.height


def _runs_along(text: DrawnText, a: Point, b: Point) -> bool:
    """Whether words run as a line does: those of a length line do, and a grain line crosses them."""
    return abs(_turned((0, a, b), (0, (0.0, 0.0), (cos(text.angle), sin(text.angle))))) < SKEW


def _turned(one: tuple[int, Point, Point], other: tuple[int, Point, Point]) -> float:
    """How far two lines are turned against each other, whichever way each is drawn (radians)."""
    angles = [atan2(b[1] - a[1], b[0] - a[0]) for _, a, b in (one, other)]
    return (angles[0] - angles[1] + pi / 2) % pi - pi / 2


def _off(point: Point, line: tuple[int, Point, Point]) -> float:
    """How far a point is from a line (mm)."""
    return path_.nearest(((line[1], line[2]),), point)[0]
