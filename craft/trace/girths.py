"""What a mistake with the allowances does to the girths: as sewn, forgotten, or added twice."""

from craft.frozen import Frozen
from craft.measure import Figure, length_text
from craft.pattern.parts import Part, Place, part_of, place_of, runs_to_the_hem
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Edge, Piece, Shape
from craft.pattern.sewn import copies_of
from craft.pick import Picked
from craft.shape import path as paths
from craft.shape.curve import Point, distance, point_at

# Measured on one limb: a pair of pieces goes round two of them.
LIMBS = ("upper arm", "elbow", "wrist", "thigh", "knee", "calf", "ankle")
# The girths of the body itself, and which of them a part goes round.
GIRTHS = ("bust", "chest", "waist", "hip")
ROUND: dict[Part, tuple[str, ...]] = {
    "body": GIRTHS, "skirt": ("waist", "hip"), "trousers": ("waist", "hip"),
}  # fmt: skip
# The seams that those run through, wherever they lie.
DOWN: tuple[Place, ...] = ("side", "outside leg", "centre", "crotch")
# An edge that ends this near to the girth line is met by it (mm).
AT_THE_LINE = 2.0
# Where two edges meet on the line, it leaves the piece through one of them only (mm).
ONE_PLACE = 8.0


class WhatIf(Frozen):
    """A finished measurement as sewn, and with every allowance forgotten or added twice."""

    measurement: str
    finished: Figure
    forgotten: Figure
    doubled: Figure


def what_if(pattern: Pattern, picked: Picked, shapes: dict[int, Shape]) -> tuple[WhatIf, ...]:
    """For each girth that pieces go round: what a mistake with the allowances would do to it.

    A piece goes round what its ``around`` names: a measurement, or the level of a measurement of the
    body itself (never that of a limb, whose pieces must name it). Of a piece that names nothing its part
    says so: bodies go round the bust, skirts and trousers round waist and hip.
    """
    made = []
    for row in picked.comparisons:
        if row.finished is None:
            continue
        limb = row.measurement in LIMBS
        terms = []
        for piece in pattern.pieces:
            if piece.number not in shapes:
                continue
            shape = shapes[piece.number]
            if row.measurement in piece.around or (not limb and row.level in piece.around):
                level = row.level if row.level in shape.levels else row.measurement
                terms += _crossed(piece, shape, level, limb)
            elif not limb and row.level in GIRTHS and _goes_round(piece, row.level):
                terms += _crossed(piece, shape, row.level, limb) or _down_the_sides(piece, shape)
        if not terms:
            continue
        total = sum(mm for _, mm in terms)
        text = " + ".join(f"{what} {length_text(mm)}" for what, mm in terms)
        sewn = row.finished.value
        made.append(
            WhatIf(
                measurement=row.measurement,
                finished=row.finished,
                forgotten=_mistake("forgotten", sewn, -total, text),
                doubled=_mistake("doubled", sewn, total, text),
            )
        )
    return tuple(made)


def _goes_round(piece: Piece, level: str) -> bool:
    """Whether a piece that does not say what it goes round does so by its part."""
    of_the_body = any(cut.role == "main" for cut in piece.cuts) and not piece.guide
    return of_the_body and not piece.around and level in ROUND.get(part_of(piece.name), ())


def _down_the_sides(piece: Piece, shape: Shape) -> list[tuple[str, float]]:
    """The allowances of the seams that run down a piece whose levels are not known."""
    names = [edge.name for edge in shape.edges]
    copies = copies_of(piece.cuts)
    times = f"{copies} × " if copies > 1 else ""
    return [
        (f"{times}{piece.name.lower()} {edge.name}", copies * edge.allowance)
        for edge in shape.edges
        if edge.kind in ("seam", "finish") and edge.allowance
        and _runs_down(edge.name, names)
    ]  # fmt: skip


def _runs_down(edge: str, names: list[str]) -> bool:
    """Whether a girth of the body goes through an edge: a side, a centre, or a style line no name tells."""
    place = place_of(edge, names)
    return place in DOWN or (place is None and runs_to_the_hem(edge, names))


def _mistake(name: str, sewn: float, change: float, said: str) -> Figure:
    sign = "−" if change < 0 else "+"
    return Figure(
        name=f"with allowances {name}",
        value=sewn + change,
        text=length_text(sewn + change),
        working=(
            f"allowances across: {said} = {length_text(abs(change))}",
            f"{length_text(sewn)} {sign} {length_text(abs(change))} = {length_text(sewn + change)}",
        ),
    )


def _crossed(piece: Piece, shape: Shape, level: str, limb: bool) -> list[tuple[str, float]]:
    """The allowances met on the way round at a level, each with its words, all copies counted."""
    if level not in shape.levels or not piece.cuts:
        return []
    cut = piece.cuts[0]
    copies = 2 if cut.on_fold else cut.count
    if limb:  # each of a pair goes round a limb of its own; one on the fold is met on both sides
        copies = 2 if cut.on_fold else max(1, cut.count // (2 if cut.pair else cut.count))
    times = f"{copies} × " if copies > 1 else ""
    return [
        (f"{times}{piece.name.lower()} {edge.name}", copies * edge.allowance)
        for edge in met(shape, shape.levels[level])
        if edge.allowance
    ]


def met(shape: Shape, y: float) -> list[Edge]:
    """The seams through which the girth line at ``y`` leaves the piece, one for each place: edges
    that run more along the piece than across it. Hems run across and are no part of a girth."""
    places: list[tuple[Point, int, Edge]] = []
    for edge in shape.edges:
        if edge.kind not in ("seam", "finish") or not _lengthwise(edge):
            continue
        ends = [paths.start(edge.path), paths.end(edge.path)]
        crossings = [point_at(edge.path[i], t) for i, t in paths.at_level(edge.path, y)]
        low, high = min(p[1] for p in ends), max(p[1] for p in ends)
        # Through the middle of an edge, where one begins below the line, where one ends above it.
        rank = (
            0
            if low < y - AT_THE_LINE and high > y + AT_THE_LINE
            else 1
            if high > y + AT_THE_LINE
            else 2
        )
        near = crossings or [p for p in ends if abs(p[1] - y) <= AT_THE_LINE]
        places += [(point, rank, edge) for point in near]
    found: list[tuple[Point, Edge]] = []
    for point, _, edge in sorted(places, key=lambda place: place[1]):
        if all(distance(point, other) > ONE_PLACE for other, _ in found):
            found.append((point, edge))
    return [edge for edge in shape.edges for _, each in found if each is edge]


def _lengthwise(edge: Edge) -> bool:
    """Whether the edge runs more along the piece than across it."""
    (ax, ay), (bx, by) = paths.start(edge.path), paths.end(edge.path)
    return abs(by - ay) > abs(bx - ax)
