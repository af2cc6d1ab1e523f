"""Stripes and checks: which points must lie on the same place of the repeat.

The *place* of a point is how far it lies past a bar, read in the direction the piece's own paper runs
(from its top down, and towards its right): so that turned and mirrored copies are compared as they
will be sewn. Points that meet on the stitching line have the same place; along for bars that run
across, both ways for checks. A piece keeps the same place all over, so each needs one number a way:
its *offset*, the place its paper's origin has.

Stripes along the length may also meet as in a mirror: where both edges of a seam flare, the stripes of one
piece run into those of the other at an angle, and what lies past a stripe on the one lies before it on the
other, all along the seam. Of two pieces the way is taken that brings more of their points together.
"""

from typing import Literal

from craft.cloth import Repeat
from craft.fit import Meeting, WorkingPiece
from craft.frozen import Frozen, Mm
from craft.lay.items import LayItem
from craft.shape import path as paths
from craft.shape.affine import Affine, move_point
from craft.shape.curve import Point

# Points that meet may be this far from the same place of the repeat (mm).
SAME_PLACE = 0.5
Axis = Literal["along", "across"]


class MatchInputs(Frozen):
    """What shall be matched. ``seams`` None: as many as can be, in the pattern's order.
    ``centre``: what lies on the centre line: the middle of a stripe, midway between two, or anything.
    ``hem``: how far the hem line lies past the middle of a bar (mm), None for anywhere. ``mirrored``:
    stripes may meet as in a mirror."""

    seams: tuple[str, ...] | None = None
    centre: Literal["stripe", "between", "any"] = "any"
    hem: Mm | None = None
    off: bool = False
    mirrored: bool = True


class Matching(Frozen):
    """``along`` and ``across``: per piece number its offset (mm) within its group; ``group_*``: the
    group it belongs to, by the number of its first piece; ``fixed_*``: groups whose place is settled (by
    a centre or a hem). ``mirror``: -1 for a piece that shows the mirrored place of its group across, so
    that its place is ``mirror`` times the group's, and its offset. ``kept``: points that are matched;
    ``apart``: points that cannot be, as others of the same pieces are, with how far they are off along
    (mm)."""

    along: dict[int, float] = {}
    across: dict[int, float] = {}
    mirror: dict[int, int] = {}
    group_along: dict[int, int] = {}
    group_across: dict[int, int] = {}
    fixed_along: dict[int, float] = {}
    fixed_across: dict[int, float] = {}
    kept: tuple[Meeting, ...] = ()
    apart: tuple[tuple[Meeting, float], ...] = ()


def plan_matching(
    pieces: tuple[WorkingPiece, ...],
    meetings: tuple[Meeting, ...],
    items: tuple[LayItem, ...],
    repeat: Repeat,
    wanted: MatchInputs,
) -> Matching | None:
    """The offsets under which as many meeting points as possible share a place; None for plain cloth."""
    if wanted.off or not (repeat.along or repeat.across):
        return None
    here = {item.piece for item in items}
    points = [
        m
        for m in meetings
        if m.a in here and m.b in here and m.a != m.b
        and (wanted.seams is None or m.seam in wanted.seams)
    ]  # fmt: skip
    offsets: dict[Axis, dict[int, float]] = {}
    groups: dict[Axis, dict[int, int]] = {}
    kept: list[Meeting] = []
    apart: list[tuple[Meeting, float]] = []
    for way in ("along", "across"):
        step = repeat.along if way == "along" else repeat.across
        offset, group = dict.fromkeys(here, 0.0), {number: number for number in here}
        sign = dict.fromkeys(here, 1)
        like_a_mirror = way == "across" and wanted.mirrored and not repeat.uneven_across
        for met in points if step else []:
            axis = 1 if way == "along" else 0
            if group[met.a] != group[met.b]:
                mirrored = like_a_mirror and _mirrored(points, met, step)
                shift = _wanted(met, axis, offset, mirrored=mirrored) - offset[met.b]
                old, was = group[met.b], sign[met.b]
                turn = sign[met.a] * was * (-1 if mirrored else 1)
                for number in here:
                    if group[number] == old:
                        group[number] = group[met.a]
                        offset[number] += sign[number] * was * shift
                        sign[number] *= turn
            mirrored = sign[met.a] != sign[met.b]
            off = _wrapped(_wanted(met, axis, offset, mirrored=mirrored) - offset[met.b], step)
            if abs(off) > SAME_PLACE:
                apart.append((met, off))
            elif met not in kept:
                kept.append(met)
        offsets[way], groups[way] = offset, group
        signs = sign
    matching = Matching(
        along=offsets["along"], across=offsets["across"], mirror=signs,
        group_along=groups["along"], group_across=groups["across"],
        kept=tuple(m for m in kept if m not in [a for a, _ in apart]), apart=tuple(apart),
    )  # fmt: skip
    return _anchored(matching, pieces, items, repeat, wanted)


def _wanted(met: Meeting, axis: int, offset: dict[int, float], *, mirrored: bool) -> float:
    """The offset of piece b under which both points show the same place, or mirrored ones (mm)."""
    at_a = offset[met.a] + met.at_a[axis]
    return (-at_a if mirrored else at_a) - met.at_b[axis]


def _mirrored(points: list[Meeting], first: Meeting, step: float) -> bool:
    """Whether more points of the same two pieces meet with mirrored places than with the same ones, the
    first of them brought together."""
    between = [each for each in points if {each.a, each.b} == {first.a, first.b}]

    def met(way: int) -> int:
        across = [each.at_a[0] - way * each.at_b[0] for each in between]
        return sum(abs(_wrapped(each - across[0], step)) <= SAME_PLACE for each in across)

    return met(-1) > met(1)


def _anchored(
    matching: Matching,
    pieces: tuple[WorkingPiece, ...],
    items: tuple[LayItem, ...],
    repeat: Repeat,
    wanted: MatchInputs,
) -> Matching:
    """The groups settled by a stripe on the centre line or a bar on the hem: the first piece that
    has the line decides for its group."""
    fixed_along: dict[int, float] = {}
    fixed_across: dict[int, float] = {}
    here = {item.piece for item in items}
    for piece in pieces:
        if piece.number not in here:
            continue
        centre = centre_x(piece)
        if repeat.across and wanted.centre != "any" and centre is not None:
            place = 0.0 if wanted.centre == "stripe" else repeat.across / 2
            group = matching.group_across[piece.number]
            # place of the centre = mirror * fixed + offset + centre
            at = place - matching.across[piece.number] - centre
            fixed_across.setdefault(group, matching.mirror[piece.number] * at)
        hem = hem_y(piece)
        if repeat.along and wanted.hem is not None and hem is not None:
            group = matching.group_along[piece.number]
            fixed_along.setdefault(group, wanted.hem - matching.along[piece.number] - hem)
    return matching.model_copy(update={"fixed_along": fixed_along, "fixed_across": fixed_across})


def centre_x(piece: WorkingPiece) -> float | None:
    """Where the centre line lies on the paper (x, mm): drawn, or the fold edge."""
    for mark in piece.shape.marks:
        if mark.kind == "centre line":
            return (mark.points[0][0] + mark.points[-1][0]) / 2
    for edge in piece.shape.edges:
        if edge.kind == "fold":
            return (paths.start(edge.path)[0] + paths.end(edge.path)[0]) / 2
    return None


def hem_y(piece: WorkingPiece) -> float | None:
    """Where the hem line lies on the paper: its lowest point on the stitching line (y, mm)."""
    lowest = [
        point[1] for edge in piece.shape.edges if edge.kind == "hem"
        for curve in edge.path for point in (curve[0], curve[-1])
    ]  # fmt: skip
    return max(lowest, default=None)


def places(point: Point, onto: Affine, repeat: Repeat) -> tuple[float, float]:
    """The place of a paper point as it lies on the table: along and across (mm past a bar, past a
    stripe), read the way the piece's paper runs. 0 where the cloth has no such repeat."""
    x, y = move_point(point, onto)
    down, right = direction(onto)
    return (
        down * (x - repeat.from_end) % repeat.along if repeat.along else 0.0,
        right * (y - repeat.from_edge) % repeat.across if repeat.across else 0.0,
    )


def direction(onto: Affine) -> tuple[int, int]:
    """Whether the paper's downward way runs along the cloth (1) or against it (-1), and the same of
    its rightward way and the cloth's y."""
    _, b, c, _, _, _ = onto
    return (1 if b >= 0 else -1, 1 if c >= 0 else -1)


def with_the_grain(onto: Affine) -> bool:
    """Whether the paper lies along the cloth. A piece laid across or aslant on purpose shows the
    stripes another way, and nothing on it can be matched."""
    a, b, _, _, _, _ = onto
    return abs(b) > 0.99 and abs(a) < 0.02


def _wrapped(value: float, step: float) -> float:
    """The same place nearest to 0."""
    return (value + step / 2) % step - step / 2


def apart_by(a: float, b: float, step: float) -> float:
    """How far two places are from being the same (mm, signed)."""
    return _wrapped(a - b, step) if step else 0.0
