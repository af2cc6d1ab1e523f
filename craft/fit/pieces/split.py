"""A piece cut in two along a style line: allowances and matching notches at the new edges, names, left and
right, and how many pieces of cloth come of it.

Source of the rule: new edges get allowances and matching notches; what was cut on the fold and does not
reach it any more is cut as a pair; both parts keep the direction of the grain.
"""

from collections.abc import Iterable
from dataclasses import replace
from math import hypot

from craft.errors import CraftError
from craft.fit.inputs import Change, SplitChange
from craft.fit.pieces.counts import counted
from craft.fit.pieces.divided import Part, divided
from craft.fit.work import Done, Made, Work
from craft.measure import Finding, Where, length_text
from craft.pattern.marks import Mark
from craft.pattern.pattern import EdgeRef, Seam
from craft.pattern.piece import Cut, Shape
from craft.shape import path as paths
from craft.shape.crossings import smooth_line
from craft.shape.curve import Point
from craft.shape.path import Path, polyline
from craft.shape.region import Region, chord, inside, reach, roomiest
from craft.shape.tolerance import SAME_POINT

# A mark's point this far outside a part still belongs to it (mm).
BESIDE = 0.5
# A clipped line shorter than this says nothing (mm).
LEAST_LINE = 20.0
# Straight lines of two ends that are cut with the piece.
CLIPPED = ("stretch", "length line", "centre line", "body level", "casing", "gathers", "stitching line",
           "placement")  # fmt: skip


def split(work: Work, change: SplitChange, index: int) -> Done:
    """The pieces with one cut in two. Raises CraftError where the line does not cross it from edge to edge,
    runs through a dart, or the new number is taken."""
    shape = work.shapes.get(change.piece)
    if shape is None:
        raise CraftError(f"There is no piece {change.piece} in this view.")
    if change.new in work.shapes:
        raise CraftError(f"There is a piece {change.new} already.")
    line = smooth_line(change.line) if change.curved else polyline(*change.line)
    kept, new = divided(shape, line, change.seam, change.allowance)
    numbers = (change.piece, change.new)
    doubts: list[str] = []
    along = kept.edges[-1].path
    shapes = {
        number: _with_marks(part, shape, doubts, _notches(along, change))
        for number, part in zip(numbers, (kept, new), strict=True)
    }
    cuts = {n: _cuts(work.cuts[change.piece], shapes[n]) for n in numbers}
    after = replace(
        work,
        shapes={**work.shapes, **shapes},
        names={**work.names, **dict(zip(numbers, change.names, strict=True))},
        cuts={**work.cuts, **cuts},
        printed={**work.printed, change.new: work.printed.get(change.piece)},
        seams=(*_divided_seams(work.seams, numbers, (kept, new)), _new_seam(change)),
    )
    size = paths.length(along)
    made = Made(
        index=index, name=f"Cut in two: {work.who(change.piece).lower()}", pieces=numbers,
        instruction=f"Draw the {change.seam}, {length_text(size)} long, with its notches across it and the "
        f"grain line on both sides. Cut along it; tape paper to both edges and draw "
        f"{length_text(change.allowance)} of allowance.",
        figures=(counted(work.cuts[change.piece], cuts, change.names),),
        facts=((f"{change.seam} on {change.piece}", round(size, 1)),),
    )  # fmt: skip
    return Done(after, made, tuple(_doubted(work, change, doubts)))


def free_number(numbers: Iterable[int], changes: tuple[Change, ...]) -> int:
    """A number for a new part that no piece has, nor a part that is switched off."""
    parts = [change.new for change in changes if isinstance(change, SplitChange)]
    return max((*numbers, *parts), default=0) + 1


def _doubted(work: Work, change: SplitChange, names: list[str]) -> list[Finding]:
    if not names:
        return []
    return [
        Finding(
            weight="doubt",
            what=f"{work.who(change.piece)}: the {change.seam} runs across "
            f"{', '.join(dict.fromkeys(names))}.",
            because="It lies on the part that has more of it.",
            mend="Look where it belongs; move the line if it must stay whole.",
            where=Where(piece=str(change.piece)),
        )
    ]  # fmt: skip


def _notches(along: Path, change: SplitChange) -> list[Mark]:
    size = paths.length(along)
    return [
        Mark(id=f"{change.seam}-{k}", kind="notch", name=f"{change.seam} notch {k}", edge=change.seam,
             points=(paths.point_along(along, size * k / (change.notches + 1)),))
        for k in range(1, change.notches + 1)
    ]  # fmt: skip


def _cuts(cuts: tuple[Cut, ...], part: Shape) -> tuple[Cut, ...]:
    """A part that does not reach the fold any more is cut as a pair."""
    if any(edge.kind == "fold" for edge in part.edges):
        return cuts
    return tuple(
        cut.model_copy(update={"on_fold": False, "pair": True}) if cut.on_fold else cut
        for cut in cuts
    )


def _with_marks(part: Part, shape: Shape, doubts: list[str], notches: list[Mark]) -> Shape:
    outline = tuple(curve for edge in part.edges for curve in edge.path)
    room = reach(outline)
    marks: list[Mark] = []
    for mark in shape.marks:
        if mark.kind in ("notch", "gathers", "dart") and mark.edge:
            marks += _on_its_edge(mark, part, shape, room)
            continue
        held = inside(room, list(mark.points), BESIDE)
        if held.all():
            marks.append(mark)
        elif mark.kind in CLIPPED and len(mark.points) == 2:
            a, b = mark.points[0], mark.points[1]
            ends = chord(outline, a, b, (a, b))
            if ends and hypot(ends[1][0] - ends[0][0], ends[1][1] - ends[0][1]) >= LEAST_LINE:
                marks.append(mark.model_copy(update={"points": ends}))
        elif held.any() and mark.kind not in ("grain", "double dart"):
            doubts.append(mark.name)
            if held.sum() * 2 > len(mark.points):
                marks.append(mark)
        elif held.any() and mark.kind == "double dart":
            raise CraftError(f"The line runs through the {mark.name}; move the dart first.")
    if not any(mark.kind == "grain" for mark in marks):
        marks[:0] = _grain(outline, shape)
    levels = {
        name: y for name, y in shape.levels.items()
        if paths.control_bounds(outline)[1] - 1 <= y <= paths.control_bounds(outline)[3] + 1
    }  # fmt: skip
    return Shape(edges=part.edges, marks=(*marks, *notches), levels=levels)


def _on_its_edge(mark: Mark, part: Part, shape: Shape, room: Region) -> list[Mark]:
    """A mark that sits on an edge goes with the stretch it sits on, under the name that has now."""
    whole = shape.edge(mark.edge) if any(e.name == mark.edge for e in shape.edges) else None
    if whole is None:
        return []
    spots = mark.points if mark.kind != "dart" else (mark.points[0], mark.points[2])
    at = [paths.nearest(whole.path, point)[1] for point in spots]
    for stretch in part.stretches:
        if stretch.edge == mark.edge and all(
            stretch.begins - SAME_POINT <= a <= stretch.ends + SAME_POINT for a in at
        ):
            if mark.kind == "dart" and not inside(room, [mark.points[1]], BESIDE).all():
                raise CraftError(f"The line runs through the {mark.name}; move the dart first.")
            return [mark.model_copy(update={"edge": stretch.name})]
    return []


def _grain(outline: Path, shape: Shape) -> list[Mark]:
    """The grain of the whole, on a part that its line does not lie on: clipped, or drawn beside it."""
    grain = next((mark for mark in shape.marks if mark.kind == "grain"), None)
    if grain is None:
        return []
    ends = chord(outline, grain.points[0], grain.points[1], (grain.points[0], grain.points[1]))
    if ends is None or hypot(ends[1][0] - ends[0][0], ends[1][1] - ends[0][1]) < LEAST_LINE:
        (x, y), room = roomiest(outline)
        (ax, ay), (bx, by) = grain.points
        size = hypot(bx - ax, by - ay) or 1.0
        far: Point = ((bx - ax) / size * room * 0.8, (by - ay) / size * room * 0.8)
        ends = ((x - far[0], y - far[1]), (x + far[0], y + far[1]))
    else:
        ends = _within(ends)
    return [grain.model_copy(update={"points": ends})]


def _within(ends: tuple[Point, Point]) -> tuple[Point, Point]:
    """A line that stops short of the edges."""
    (ax, ay), (bx, by) = ends
    return (
        (ax + (bx - ax) * 0.1, ay + (by - ay) * 0.1), (ax + (bx - ax) * 0.9, ay + (by - ay) * 0.9),
    )  # fmt: skip


def _divided_seams(
    seams: tuple[Seam, ...], numbers: tuple[int, int], parts: tuple[Part, Part]
) -> tuple[Seam, ...]:
    """Every seam with the stretches of a divided edge in their order."""
    found: dict[str, list[tuple[float, int, str]]] = {}
    for number, part in zip(numbers, parts, strict=True):
        for stretch in part.stretches:
            found.setdefault(stretch.edge, []).append((stretch.begins, number, stretch.name))

    def side(refs: tuple[EdgeRef, ...]) -> tuple[EdgeRef, ...]:
        made: list[EdgeRef] = []
        for ref in refs:
            if ref.piece != numbers[0] or ref.edge not in found:
                made.append(ref)
                continue
            new = [
                ref.model_copy(update={"piece": number, "edge": name})
                for _, number, name in sorted(found[ref.edge])
            ]
            made += reversed(new) if ref.backwards else new
        return tuple(made)

    return tuple(seam.model_copy(update={"a": side(seam.a), "b": side(seam.b)}) for seam in seams)


def _new_seam(change: SplitChange) -> Seam:
    return Seam(
        name=change.seam,
        a=(EdgeRef(piece=change.piece, edge=change.seam),),
        b=(EdgeRef(piece=change.new, edge=change.seam, backwards=True),),
    )
