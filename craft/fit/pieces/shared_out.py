"""The marks of a piece shared out between its two parts, by place.

Source of the rule: both parts keep the direction of the grain, each with a grain line of its own; a line
that is cut with the piece goes on in both parts, anything else lies whole on the part that has more of it.
"""

from math import hypot

from craft.errors import CraftError
from craft.fit.pieces.divided import Part
from craft.pattern.marks import Mark, MarkKind
from craft.pattern.piece import Shape
from craft.shape import path as paths
from craft.shape.curve import Point
from craft.shape.path import Path, polyline
from craft.shape.region import Region, chord, inside, reach, roomiest, stretch_inside
from craft.shape.tolerance import SAME_POINT

# A mark's point this far outside a part still belongs to it (mm).
BESIDE = 0.5
# A clipped line shorter than this says nothing (mm).
LEAST_LINE = 20.0
# Lines that are cut with the piece and go on in both parts.
CLIPPED: tuple[MarkKind, ...] = (
    "stretch", "length line", "centre line", "body level", "casing", "stitching line", "placement",
    "pleat", "tuck",
)  # fmt: skip


def shared_out(
    shape: Shape, parts: tuple[Part, Part], notches: tuple[Mark, ...] = ()
) -> tuple[tuple[Shape, Shape], list[str]]:
    """Both parts with their marks and the ``notches`` of the new edge, and the names of marks that the line
    runs across. Raises CraftError where it runs through a dart."""
    outlines = [tuple(curve for edge in part.edges for curve in edge.path) for part in parts]
    rooms = [reach(outline) for outline in outlines]
    marks: tuple[list[Mark], list[Mark]] = ([], [])
    doubts: list[str] = []
    for mark in shape.marks:
        if mark.kind in ("notch", "gathers", "dart") and mark.edge:
            for k, part in enumerate(parts):
                found = _on_its_edge(mark, part, shape, rooms[k])
                marks[k].extend(found)
                if found and mark.kind != "gathers":
                    break  # one that sits where the line ends belongs to one part
            continue
        held = [inside(room, list(mark.points), BESIDE) for room in rooms]
        whole = next((k for k in (0, 1) if held[k].all()), None)
        if whole is not None:
            marks[whole].append(_on_edge_of(mark, parts[whole]))
        elif mark.kind == "double dart":
            raise CraftError(f"The line runs through the {mark.name}; move the dart first.")
        elif mark.kind in CLIPPED:
            for k, part in enumerate(parts):
                points = stretch_inside(outlines[k], mark.points)
                if points and paths.length(polyline(*points)) >= LEAST_LINE:
                    clipped = mark.model_copy(update={"points": points})
                    marks[k].append(_on_edge_of(clipped, part))
        elif mark.kind != "grain" and any(each.any() for each in held):
            doubts.append(mark.name)
            most = _more_of(mark, outlines)
            marks[most].append(_on_edge_of(mark, parts[most]))
    made = []
    for k, part in enumerate(parts):
        mine = marks[k]
        if not any(mark.kind == "grain" for mark in mine):
            mine[:0] = _grain(outlines[k], shape)
        _, low, _, high = paths.control_bounds(outlines[k])
        levels = {name: y for name, y in shape.levels.items() if low - 1 <= y <= high + 1}
        made.append(Shape(edges=part.edges, marks=(*mine, *notches), levels=levels))
    return (made[0], made[1]), doubts


def _more_of(mark: Mark, outlines: list[Path]) -> int:
    """The part that has more of a mark, the first one where both have as much."""
    lengths = []
    for outline in outlines:
        points = stretch_inside(outline, mark.points)
        lengths.append(paths.length(polyline(*points)) if points else 0.0)
    return 1 if lengths[1] > lengths[0] + SAME_POINT else 0


def _on_edge_of(mark: Mark, part: Part) -> Mark:
    """The mark with the name its edge has in that part."""
    if not mark.edge:
        return mark
    name = next((each.name for each in part.stretches if each.edge == mark.edge), "")
    return mark if name == mark.edge else mark.model_copy(update={"edge": name})


def _on_its_edge(mark: Mark, part: Part, shape: Shape, room: Region) -> list[Mark]:
    """A mark that sits on an edge goes with the stretch it sits on, under the name that has now; gathers
    go on in every stretch they reach."""
    whole = shape.edge(mark.edge) if any(e.name == mark.edge for e in shape.edges) else None
    if whole is None:
        return []
    spots = mark.points if mark.kind != "dart" else (mark.points[0], mark.points[2])
    at = [paths.nearest(whole.path, point)[1] for point in spots]
    found = []
    for stretch in part.stretches:
        if stretch.edge != mark.edge:
            continue
        if all(stretch.begins - SAME_POINT <= a <= stretch.ends + SAME_POINT for a in at):
            if mark.kind == "dart" and not inside(room, [mark.points[1]], BESIDE).all():
                raise CraftError(f"The line runs through the {mark.name}; move the dart first.")
            return [mark.model_copy(update={"edge": stretch.name})]
        low, high = max(stretch.begins, min(at)), min(stretch.ends, max(at))
        if mark.kind == "gathers" and high - low >= LEAST_LINE:
            ends = [paths.point_along(whole.path, each) for each in (low, high)]
            points = tuple(ends if at[0] <= at[-1] else reversed(ends))
            found.append(mark.model_copy(update={"edge": stretch.name, "points": points}))
    return found


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
