"""A half piece opened at its fold, and a whole one closed to the half that is laid on a fold."""

from craft.digitise.corner_detection import find_corners
from craft.digitise.digitised import digitise
from craft.digitise.edits.base import next_id, outline_of, with_outline
from craft.digitise.inputs import (
    EdgeInputs,
    MarkInputs,
    Outline,
    OutlineNode,
    PatternInputs,
    PieceInputs,
    SizeLine,
)
from craft.digitise.sizes import base_of, base_points, handles_in, points_in
from craft.errors import CraftError
from craft.pattern.counts import opened_cuts
from craft.pattern.hands import Hand, printed_hand
from craft.shape.affine import Affine, move_point, reflection
from craft.shape.curve import Point, distance
from craft.trace.opened import OTHER, RUNNING_ON, across, halves_of, on_the_fold

# A point of a whole piece this near to its middle line lies on it; halves may differ by so much (mm).
ON_THE_MIDDLE, HALVES = 1.5, 3.0
# Two points nearer to each other are one (mm).
NO_LENGTH = 1e-6


def opened_whole(piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
    """The piece mirrored about its fold edge and joined to its own image; the fold is gone."""
    outline = outline_of(piece)
    made = next(each for each in digitise(inputs).pieces if each.id == piece.id)
    fold = next((edge for edge in made.shaped.edges if edge.kind == "fold"), None)
    if fold is None:
        raise CraftError("This piece has no fold edge to be opened at.", "piece")
    count = len(outline.nodes)
    begin = next(k for k, node in enumerate(outline.nodes) if node.id == fold.id)
    known_turns = find_corners(outline.nodes, base_points(outline), clicked=not outline.through)
    corners = known_turns.corners
    # What was read from the points is said now: beside its own image it would be read otherwise.
    outline = outline.model_copy(
        update={
            "nodes": tuple(
                node.model_copy(
                    update={
                        "turn": "corner" if corner else "smooth",
                        "then": "straight" if straight else "curve",
                    }
                )
                for node, corner, straight in zip(
                    outline.nodes, corners, known_turns.straight, strict=True
                )
            )
        }
    )
    end = next(k % count for k in range(begin + 1, begin + count + 1) if corners[k % count])
    # Round the piece from the fold's end to its beginning, then back along the image.
    there = [(end + k) % count for k in range((begin - end) % count + 1)]
    inner = there[1:-1]
    first_new = next_id([node.id for node in outline.nodes] + list(piece.edges))
    image = {k: first_new + n for n, k in enumerate(reversed(inner))}
    nodes = [outline.nodes[k] for k in there]
    edges = {id: said for id, said in piece.edges.items() if id != fold.id}
    known = {edge.id: edge for edge in made.shaped.edges}
    image_edges: dict[int, int] = {}
    ends = outline.nodes[begin]
    nodes[-1] = ends.model_copy(update={"then": outline.nodes[there[-2]].then})
    lines = {size: _mirrored(outline, size, there, image) for size in outline.lines}
    for k in reversed(inner):
        before = there[there.index(k) - 1]
        nodes.append(
            OutlineNode(id=image[k], turn=outline.nodes[k].turn, then=outline.nodes[before].then)
        )
    # The image of every edge, under the node it begins at when it is walked on.
    for at, k in enumerate(there[:-1]):
        own = known.get(outline.nodes[k].id)
        if own is None:
            continue
        last = next(
            j for j in range(at + 1, len(there)) if j == len(there) - 1 or corners[there[j]]
        )
        begins = ends.id if last == len(there) - 1 else image[there[last]]
        if begins == ends.id and at == 0 and len(there) == 2:
            continue
        image_edges[own.id] = begins
        edges[begins] = EdgeInputs(
            name=(own.name + OTHER)[:120], kind=own.kind, allowance=own.allowance
        )
        edges[own.id] = EdgeInputs(name=own.name, kind=own.kind, allowance=own.allowance)
    cuts = opened_cuts(piece.cuts)
    folds = {size: _fold_in(outline, size, there) for size in outline.lines}
    half = made.shaped.shapes.get(base_of(outline))
    marks = _opened_marks(
        [mark for mark in piece.marks if mark.edge != fold.id], folds, base_of(outline), image_edges,
        printed_hand(piece, half) if half else None,
    )  # fmt: skip
    a, b = folds[base_of(outline)]
    centre = MarkInputs(
        id=_free("opened-centre", [mark.id for mark in marks]), kind="centre line", name=fold.name,
        points=(b, a), at={size: (b, a) for size, (a, b) in folds.items() if size != base_of(outline)},
    )  # fmt: skip
    whole = outline.model_copy(update={"nodes": tuple(nodes), "lines": lines})
    return with_outline(
        piece.model_copy(update={"edges": edges, "cuts": cuts, "marks": (*marks, centre)}), whole
    )


def _mirrored(outline: Outline, size: str, there: list[int], image: dict[int, int]) -> SizeLine:
    """One size of the whole: the half's own points, then their images on the way back."""
    places, handles = points_in(outline, size), handles_in(outline, size)
    mirror = reflection(*_fold_in(outline, size, there))
    turn: Affine = (*mirror[:4], 0.0, 0.0)
    points = [places[k] for k in there]
    kept = {outline.nodes[k].id: handles[outline.nodes[k].id] for k in there[:-1]
            if outline.nodes[k].id in handles}  # fmt: skip
    back = [outline.nodes[there[-1]].id, *(image[k] for k in reversed(there[1:-1]))]
    for id, k in zip(back, reversed(there[:-1]), strict=True):
        own = handles.get(outline.nodes[k].id)
        if own is not None:  # walked the other way, its handles change places
            kept[id] = (move_point(own[1], turn), move_point(own[0], turn))
    points += [move_point(places[k], mirror) for k in reversed(there[1:-1])]
    return SizeLine(points=tuple(points), handles=kept)


def _fold_in(outline: Outline, size: str, there: list[int]) -> tuple[Point, Point]:
    """The ends of the fold in a size, in the order of the outline."""
    places = points_in(outline, size)
    ends = places[there[-1]], places[there[0]]
    if distance(*ends) < NO_LENGTH:
        raise CraftError("The fold edge has no length.", "piece")
    return ends


def _free(id: str, taken: list[str]) -> str:
    while id in taken:
        id += "~"
    return id


def _opened_marks(
    marks: list[MarkInputs], folds: dict[str, tuple[Point, Point]], base: str,
    image_edges: dict[int, int], printed: Hand | None,
) -> tuple[MarkInputs, ...]:  # fmt: skip
    """The marks of both halves, by the rule that tracing opens halves by."""

    def imaged(mark: MarkInputs, run_on: bool) -> MarkInputs:
        def there(points: tuple[Point, ...], size: str) -> tuple[Point, ...]:
            image = tuple(move_point(point, reflection(*folds[size])) for point in points)
            return across(points, image, on_the_fold((folds[size],), points)) if run_on else image

        at = {size: there(own, size) for size, own in mark.at.items() if size in folds}
        edge = mark.edge if run_on or mark.edge is None else image_edges.get(mark.edge)
        return mark.model_copy(update={"points": there(mark.points, base), "at": at, "edge": edge})

    found: list[MarkInputs] = []
    for mark in marks:
        if not mark.points:  # asked for, and not yet set
            found.append(mark)
            continue
        halves = halves_of(mark, on_the_fold((folds[base],), mark.points), printed)
        found.append(mark if halves in ("own", "both") else imaged(mark, halves == "across"))
        if halves == "both":
            id = _free(f"{mark.id}~", [each.id for each in (*marks, *found)])
            found.append(imaged(mark, run_on=False).model_copy(update={"id": id}))
    return tuple(found)


def closed_half(piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
    """The half of a whole piece right of its middle, with a fold there. Raises CraftError where its halves
    differ, or no two points lie on the middle."""
    outline = outline_of(piece)
    base = base_points(outline)
    if len(base) < 4 or not outline.closed:
        raise CraftError("Only a whole outline can be closed to a half.", "piece")
    middle = (min(x for x, _ in base) + max(x for x, _ in base)) / 2
    on = [k for k, (x, _) in enumerate(base) if abs(x - middle) <= ON_THE_MIDDLE]
    if len(on) < 2:
        raise CraftError(
            "There must be a point on the middle line at the top and at the bottom; set them first.",
            "piece",
        )
    top, low = min(on, key=lambda k: base[k][1]), max(on, key=lambda k: base[k][1])
    for x, y in base:
        other = (2 * middle - x, y)
        gap = min(distance(other, each) for each in base)
        if gap > HALVES:
            raise CraftError(
                "The two halves of this piece are not alike; it cannot lie on a fold.", "piece"
            )
    count = len(base)
    right = [(top + k) % count for k in range((low - top) % count + 1)]
    if sum(base[k][0] for k in right) < middle * len(right):
        right = [(low + k) % count for k in range((top - low) % count + 1)]
    fold_begins = outline.nodes[right[-1]].id
    nodes = [outline.nodes[k] for k in right]
    nodes[0] = nodes[0].model_copy(update={"turn": "corner"})
    nodes[-1] = nodes[-1].model_copy(update={"turn": "corner", "then": "straight"})
    lines = {}
    for size in outline.lines:
        places, handles = points_in(outline, size), handles_in(outline, size)
        ids = {outline.nodes[k].id for k in right[:-1]}
        points = [places[k] for k in right]
        x = (points[0][0] + points[-1][0]) / 2
        points[0], points[-1] = (x, points[0][1]), (x, points[-1][1])
        lines[size] = SizeLine(
            points=tuple(points), handles={id: each for id, each in handles.items() if id in ids}
        )
    kept = {node.id for node in nodes}
    edges = {id: said for id, said in piece.edges.items() if id in kept}
    edges[fold_begins] = EdgeInputs(name="centre", kind="fold")
    cuts = tuple(cut.model_copy(update={"on_fold": True, "pair": False}) for cut in piece.cuts)
    middles = {size: line.points[0] for size, line in lines.items()}
    at = {size: place[0] for size, place in middles.items() if place}
    marks = _closed_marks(piece.marks, at, base_of(outline), kept)
    half = piece.model_copy(update={"edges": edges, "cuts": cuts, "marks": marks})
    return with_outline(half, outline.model_copy(update={"nodes": tuple(nodes), "lines": lines}))


def _closed_marks(
    marks: tuple[MarkInputs, ...], middles: dict[str, float], size: str, kept: set[int]
) -> tuple[MarkInputs, ...]:
    """The marks of the half right of the middle (x by size, mm; ``size``: the base); a line that runs
    over it ends there, and a centre line is the fold now."""
    base = middles[size]
    found: list[MarkInputs] = []
    for mark in marks:
        on = [abs(x - base) <= ON_THE_MIDDLE for x, _ in mark.points]
        right = [x >= base - ON_THE_MIDDLE for x, _ in mark.points]
        if mark.kind == "centre line" and on and all(on):
            continue
        if mark.edge is not None and mark.edge not in kept:
            continue
        if all(right):
            found.append(mark)
        elif mark.kind in RUNNING_ON and any(right):
            at = {
                size: _right_of(own, middles[size])
                for size, own in mark.at.items()
                if size in middles
            }
            points = _right_of(mark.points, base)
            found.append(mark.model_copy(update={"points": points, "at": at}))
    return tuple(found)


def _right_of(points: tuple[Point, ...], middle: float) -> tuple[Point, ...]:
    """The part of a line right of the middle, from the middle on."""
    found: list[Point] = []
    for k, (x, y) in enumerate(points):
        if k and (points[k - 1][0] - middle) * (x - middle) < 0:
            u, v = points[k - 1]
            found.append((middle, v + (y - v) * (middle - u) / (x - u)))
        if x >= middle:
            found.append((x, y))
    return tuple(found)
