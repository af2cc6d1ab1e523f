"""Whether one shape of a piece makes sense: its outline, its fold, what sits on it."""

from collections.abc import Iterator, Mapping
from itertools import pairwise
from math import atan2, degrees

from craft.errors import Fault
from craft.measure import length_text
from craft.pattern.marks import POINTS, WORDS, Mark
from craft.pattern.piece import Edge, Piece, Shape
from craft.shape import path as paths
from craft.shape.curve import distance
from craft.shape.region import beyond_line, inside, is_simple, reach

# Ends of neighbouring edges further apart than this leave a hole in the outline (mm).
HOLE = 0.01
# An edge shorter than this is none (mm).
NO_LENGTH = 0.01
# A notch or a dart's end drawn further off its edge than this does not sit on it (mm).
OFF_ITS_EDGE = 3.0
# A grain line shorter than this has no direction; its ends may lie this far outside (mm).
NO_DIRECTION, BESIDE = 5.0, 2.0
# A fold edge may run this far aslant to the grain line (degrees): 2 mm in 50 cm.
ASLANT = 0.23
# An outline may reach this far over its own fold: the drawing's, not the cloth's (mm).
OVER_THE_FOLD = 0.5
# Levels of the body nearer to each other than this are one (mm).
APART = 1.0
# How the body's levels follow each other, from the top.
BODY = (
    "neck", "shoulder", "bust", "chest", "waist", "hip", "seat", "thigh", "knee", "calf", "ankle",
)  # fmt: skip


def shape_faults(
    piece: Piece, shape: Shape, size: str, views: set[str], place: str
) -> Iterator[Fault]:
    """Everything that contradicts itself in a shape."""
    who = f"Piece {piece.number} ({piece.name}) in size {size}"
    yield from _edges(piece, shape, who, place)
    yield from _fold_and_grain(shape, who, place)
    yield from _levels(shape, who, place)
    yield from _marks(shape, who, views, place)


def _edges(piece: Piece, shape: Shape, who: str, place: str) -> Iterator[Fault]:
    names = [edge.name for edge in shape.edges]
    if len(set(names)) != len(names):
        yield f"{who} has two edges of the same name.", f"{place}.edges"
    closed = True
    for index, edge in enumerate(shape.edges):
        following = shape.edges[(index + 1) % len(shape.edges)]
        here = f"{place}.edges.{index}"
        if not paths.is_joined(edge.path):
            closed = False
            yield f"{who}: the edge “{edge.name}” has a gap in it.", f"{here}.path"
        if distance(paths.end(edge.path), paths.start(following.path)) > HOLE:
            closed = False
            yield (
                f"{who}: “{following.name}” does not begin where “{edge.name}” ends.",
                f"{here}.path",
            )
        if paths.length(edge.path) < NO_LENGTH:
            yield f"{who}: the edge “{edge.name}” has no length.", f"{here}.path"
    folds = [(index, edge) for index, edge in enumerate(shape.edges) if edge.kind == "fold"]
    for index, edge in folds:
        yield from _fold(edge, who, f"{place}.edges.{index}")
    if len(folds) > 1:
        yield (
            f"{who} has two fold edges; cloth is folded once.",
            f"{place}.edges.{folds[1][0]}.kind",
        )
    if any(cut.on_fold for cut in piece.cuts) and not folds:
        yield f"{who} is cut on the fold but has no fold edge.", f"{place}.edges"
    if paths.area(shape.outline) < 1.0:
        yield f"{who} encloses no cloth.", f"{place}.edges"
    elif closed and not is_simple(shape.outline):
        yield f"{who}: its outline crosses or touches itself.", f"{place}.edges"
    elif closed:
        for index, edge in folds:
            line = (paths.start(edge.path), paths.end(edge.path))
            if paths.is_straight(edge.path) and beyond_line(shape.outline, line) > OVER_THE_FOLD:
                yield (
                    f"{who} reaches over its own fold “{edge.name}”; unfolded it would lie twice there.",
                    f"{place}.edges.{index}.path",
                )


def _fold_and_grain(shape: Shape, who: str, place: str) -> Iterator[Fault]:
    """Cloth is folded along its grain (or square to it), and so must the fold edge run."""
    fold = next((edge for edge in shape.edges if edge.kind == "fold"), None)
    grain = next((mark for mark in shape.marks if mark.kind == "grain"), None)
    if fold is None or grain is None or len(grain.points) != 2:
        return
    (ax, ay), (bx, by) = paths.start(fold.path), paths.end(fold.path)
    (gx, gy), (hx, hy) = grain.points
    if distance((ax, ay), (bx, by)) < NO_LENGTH or distance(*grain.points) < NO_DIRECTION:
        return
    aslant = degrees(atan2(by - ay, bx - ax) - atan2(hy - gy, hx - gx)) % 90
    aslant = min(aslant, 90 - aslant)
    if aslant > ASLANT:
        yield (
            f"{who}: the fold edge “{fold.name}” runs {aslant:.1f} degrees aslant to the grain line; cloth "
            "is folded along its grain.",
            f"{place}.edges.{shape.edges.index(fold)}.path",
        )


def _fold(edge: Edge, who: str, place: str) -> Iterator[Fault]:
    if edge.allowance:
        yield (
            f"{who}: “{edge.name}” lies on the fold and cannot carry an allowance.",
            f"{place}.allowance",
        )
    if not paths.is_straight(edge.path):
        yield f"{who}: “{edge.name}” lies on the fold and must be straight.", f"{place}.path"


def in_body_order(levels: Mapping[str, float]) -> bool:
    """Whether the levels of a piece (mm down) lie as on a body: no waist above the bust.

    >>> in_body_order({"waist": 100.0, "bust": 300.0}), in_body_order({"waist": 100.0, "elbow": 90.0})
    (False, True)
    """
    return not any(True for _ in _upside_down(levels))


def _upside_down(levels: Mapping[str, float]) -> Iterator[tuple[str, str]]:
    """The upper one of the body and the lower one, where they lie the other way round."""
    known = [name for name in BODY if name in levels]
    return ((one, other) for one, other in pairwise(known) if levels[other] < levels[one])


def _levels(shape: Shape, who: str, place: str) -> Iterator[Fault]:
    for upper, lower in _upside_down(shape.levels):
        yield f"{who}: the {lower} lies above the {upper}.", f"{place}.levels.{lower}"
    ordered = sorted(shape.levels, key=lambda name: shape.levels[name])
    for upper, lower in pairwise(ordered):
        if shape.levels[lower] - shape.levels[upper] < APART:
            yield (
                f"{who}: the {upper} and the {lower} lie at one height.",
                f"{place}.levels.{lower}",
            )


def _marks(shape: Shape, who: str, views: set[str], place: str) -> Iterator[Fault]:
    ids = [mark.id for mark in shape.marks]
    if len(set(ids)) != len(ids):
        yield f"{who} has two marks of the same id.", f"{place}.marks"
    if "grain" not in {mark.kind for mark in shape.marks}:
        yield f"{who} has no grain line.", f"{place}.marks"
    for index, mark in enumerate(shape.marks):
        yield from _mark(mark, shape, who, views, f"{place}.marks.{index}")


def _mark(mark: Mark, shape: Shape, who: str, views: set[str], place: str) -> Iterator[Fault]:
    if any(view not in views for view in mark.views):
        yield (
            f"{who}: “{mark.name}” belongs to a view the pattern does not have.",
            f"{place}.views",
        )
    least, most, meaning = POINTS[mark.kind]
    if not least <= len(mark.points) <= most:
        yield (
            f"{who}: a {WORDS[mark.kind]} needs {least} points ({meaning}); "
            f"“{mark.name}” has {len(mark.points)}.",
            f"{place}.points",
        )
        return
    edge = next((edge for edge in shape.edges if edge.name == mark.edge), None)
    if mark.edge and edge is None:
        yield (
            f"{who}: “{mark.name}” sits on the edge “{mark.edge}”, which is not there.",
            f"{place}.edge",
        )
    if mark.kind == "grain":
        if distance(*mark.points) < NO_DIRECTION:
            yield f"{who}: the grain line has no length.", f"{place}.points"
        elif (
            is_simple(shape.outline) and not inside(reach(shape.outline), mark.points, BESIDE).all()
        ):
            yield f"{who}: the grain line lies outside the piece.", f"{place}.points"
    if edge is None or mark.kind not in ("notch", "dart"):
        return
    on = mark.points if mark.kind == "notch" else (mark.points[0], mark.points[2])
    far = max(paths.nearest_place(edge.path, point)[0] for point in on)
    if far > OFF_ITS_EDGE:
        yield (
            f"{who}: “{mark.name}” lies {length_text(far)} off the edge “{edge.name}” that it sits on.",
            f"{place}.points",
        )
