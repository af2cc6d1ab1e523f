"""A dart divided into two of half its intake, and a dart left out.

Source of the rule: two smaller darts side by side take up what the one took up, and round softer; a dart
that is not sewn leaves its intake in the seam as ease.
"""

from math import cos, degrees, radians

from craft.errors import CraftError
from craft.fit.darts.dart_opening import LEAST_BESIDE, LEAST_WIDE, DartOpening, closing, opening_of
from craft.measure import length_text
from craft.pattern.caps import cap, cap_at, pressed_back
from craft.pattern.marks import Mark
from craft.pattern.pattern import EdgeRef, Seam
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths
from craft.shape.affine import Affine, move, move_point, rotation, then, translation
from craft.shape.bends import turn
from craft.shape.curve import Point, between, distance, tangent_at
from craft.shape.region import is_simple


def _next(shape: Shape, mark: Mark) -> int:
    """The number of the second dart: 2, or the next one where the dart was divided before."""
    ids = {each.id for each in shape.marks}
    names = {edge.name for edge in shape.edges}
    return next(
        k for k in range(2, 99)
        if f"{mark.id}-{k}" not in ids and f"{mark.edge} {k}" not in names
    )  # fmt: skip


def between_of(before: Shape, after: Shape) -> str | None:
    """The stretch of seam between the two darts, where one was divided."""
    names = {edge.name for edge in before.edges}
    return next((e.name for e in after.edges if e.kind != "dart" and e.name not in names), None)


def two_of_it(shape: Shape, mark: Mark, apart: float) -> Shape:
    """Two darts in the seam where there was one, ``apart`` mm from each other along it. Raises CraftError
    where there is no room for them."""
    at = cap_at(shape.edges, mark.edge)
    if at is None:
        raise CraftError("Its cap is not drawn; it cannot be divided.")
    if distance(mark.points[0], mark.points[2]) < 2 * LEAST_WIDE:
        raise CraftError("It is too narrow to be divided.")
    back = pressed_back(shape.edges, at, mark.points[1])
    opening = opening_of(shape.edges, mark)
    assert opening is not None
    for edge in (opening.before, opening.after):
        if paths.length(edge.path) - apart / 2 < LEAST_BESIDE:
            raise CraftError(f"The “{edge.name}” is too short for two darts.")
    before, tail = paths.split_at(
        opening.before.path, paths.length(opening.before.path) - apart / 2
    )
    head, after = paths.split_at(opening.after.path, apart / 2)
    turned, section = _turn(opening), (*tail, *move(head, closing(opening)))
    # Closed, the seam is what it was; open, the section between the two lies half way between what is
    # before and what is behind, and each mouth is as wide as the other.
    a, d = paths.end(before), paths.start(after)
    lies = rotation(turned / 2, a)
    (mx, my), (nx, ny) = (move_point(at(section), lies) for at in (paths.start, paths.end))
    gx, gy = d[0] - a[0] - (nx - mx), d[1] - a[1] - (ny - my)
    wide = 0.5 / cos(radians(turned / 4))
    ox, oy = move_point((gx * wide, gy * wide), rotation(-turned / 4))
    opened = then(lies, translation(a[0] + ox - mx, a[1] + oy - my))
    over, middle = then(closing(opening), opened), move(section, opened)
    legs = ((a, paths.start(middle)), (paths.end(middle), d))
    tips = tuple(_tip(opening, *leg) for leg in legs)
    seam, k = opening.after.kind, _next(shape, mark)
    names = (mark.edge, f"{mark.edge} {k}")
    edges = list(shape.edges)
    edges[at - 1] = opening.before.model_copy(update={"path": before})
    edges[(at + 1) % len(edges)] = opening.after.model_copy(update={"path": after})
    edges[at : at + 1] = [
        Edge(name=names[0], kind="dart", path=(legs[0],), allowance=edges[at].allowance),
        Edge(
            name=f"{mark.edge} before {k}",
            kind=seam,
            path=middle,
            allowance=opening.after.allowance,
        ),
        Edge(name=names[1], kind="dart", path=(legs[1],), allowance=edges[at].allowance),
    ]
    for where, tip in ((at, tips[0]), (at + 2, tips[1])):
        folded = cap(edges, where, tip, back=back)
        edges[where] = edges[where].model_copy(update={"path": folded})
    new = [
        mark.model_copy(update={"id": ident, "name": name, "edge": edge, "points": (a, tip, b)})
        for ident, name, edge, tip, (a, b) in zip(
            (mark.id, f"{mark.id}-{k}"),
            (mark.name, f"{mark.name} {k}"),
            names,
            tips,
            legs,
            strict=True,
        )
    ]
    marks: list[Mark] = []
    for each in shape.marks:
        if each is mark:
            marks += new
        else:
            marks.append(_gone_between(each, opening, apart / 2, edges[at + 1].name, opened, over))
    made = shape.model_copy(update={"edges": tuple(edges), "marks": tuple(marks)})
    if not is_simple(made.outline):
        raise CraftError(f"Two darts {length_text(apart)} apart would cross each other.")
    return made


def _turn(opening: DartOpening) -> float:
    """How the seam turns from before the dart to behind it (degrees)."""
    return degrees(
        turn(tangent_at(opening.before.path[-1], 1), tangent_at(opening.after.path[0], 0))
    )


def _tip(opening: DartOpening, a: Point, b: Point) -> Point:
    """The point of a dart with that mouth, as far from it as the one dart's, its legs equal."""
    middle, size = between(a, b), distance(a, b)
    deep = distance(between(opening.a, opening.b), opening.tip)
    nx, ny = -(b[1] - a[1]) / size * deep, (b[0] - a[0]) / size * deep
    one, other = (middle[0] + nx, middle[1] + ny), (middle[0] - nx, middle[1] - ny)
    return min(one, other, key=lambda tip: distance(tip, opening.tip))


def _gone_between(
    mark: Mark, opening: DartOpening, reach: float, name: str, opened: Affine, over: Affine
) -> Mark:
    """A notch that comes to lie on the stretch between the two darts goes there with it."""
    if mark.kind not in ("notch", "gathers"):
        return mark
    for edge, by, from_end in ((opening.before, opened, True), (opening.after, over, False)):
        if mark.edge != edge.name:
            continue
        whole = paths.length(edge.path)
        at = [paths.nearest(edge.path, point)[1] for point in mark.points]
        if all((whole - each if from_end else each) < reach for each in at):
            points = tuple(move_point(point, by) for point in mark.points)
            return mark.model_copy(update={"edge": name, "points": points})
    return mark


def with_stretch_between(
    seams: tuple[Seam, ...], piece: int, after: str, new: str
) -> tuple[Seam, ...]:
    """The seams with the stretch between two darts before the edge that follows it."""

    def side(refs: tuple[EdgeRef, ...]) -> tuple[EdgeRef, ...]:
        made: list[EdgeRef] = []
        for ref in refs:
            if (ref.piece, ref.edge) != (piece, after):
                made.append(ref)
                continue
            between = ref.model_copy(update={"edge": new})
            made += [ref, between] if ref.backwards else [between, ref]
        return tuple(made)

    return tuple(seam.model_copy(update={"a": side(seam.a), "b": side(seam.b)}) for seam in seams)


def two_inside(shape: Shape, mark: Mark, apart: float) -> Shape:
    """Two double-pointed darts of half the intake side by side."""
    upper, one, lower, other = mark.points
    width = distance(one, other)
    if width < 2 * LEAST_WIDE:
        raise CraftError("It is too narrow to be divided.")
    ux, uy = (other[0] - one[0]) / width, (other[1] - one[1]) / width
    made = []
    for way, tail in ((-1, ""), (1, f"{_next(shape, mark)}")):
        by = way * (apart / 2 + width / 4)
        shift = (ux * by, uy * by)
        points = [(x + shift[0], y + shift[1]) for x, y in (upper, one, lower, other)]
        narrow = width / 4  # on each side as much narrower
        points[1] = (points[1][0] + ux * narrow, points[1][1] + uy * narrow)
        points[3] = (points[3][0] - ux * narrow, points[3][1] - uy * narrow)
        made.append(
            mark.model_copy(
                update={
                    "points": tuple(points),
                    "id": f"{mark.id}-{tail}" if tail else mark.id,
                    "name": f"{mark.name} {tail}".strip(),
                }
            )
        )
    marks = [new for each in shape.marks for new in (made if each is mark else [each])]
    return shape.model_copy(update={"marks": tuple(marks)})


def left_out(shape: Shape, mark: Mark) -> Shape:
    """The piece without the dart; its seam runs on over the mouth in one smooth line."""
    marks = tuple(each for each in shape.marks if each is not mark)
    at = cap_at(shape.edges, mark.edge) if mark.kind == "dart" else None
    if at is None:
        return shape.model_copy(update={"marks": marks})
    edges = list(shape.edges)
    before, after = edges[at - 1].path, edges[(at + 1) % len(edges)].path
    a, b = paths.end(before), paths.start(after)
    (ux, uy), (vx, vy) = tangent_at(before[-1], 1), tangent_at(after[0], 0)
    reach = distance(a, b) / 3
    over = (a, (a[0] + ux * reach, a[1] + uy * reach), (b[0] - vx * reach, b[1] - vy * reach), b)
    edges[at - 1] = edges[at - 1].model_copy(update={"path": (*before, over)})
    del edges[at]
    return shape.model_copy(update={"edges": tuple(edges), "marks": marks})
