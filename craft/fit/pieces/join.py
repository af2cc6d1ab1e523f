"""Two pieces made one along the edges sewn together; a half opened out; a piece for the other hand.

Source of the rule: a seam may be left out only where both edges have one shape: a seam that shapes the
garment lies open when its pieces are laid together.
"""

from dataclasses import replace
from math import atan2, degrees

from craft.errors import CraftError
from craft.fit.inputs import JoinChange, MirrorChange, OpenChange
from craft.fit.pieces.counts import counted
from craft.fit.pieces.hand import edge_of
from craft.fit.work import Done, Made, Work
from craft.measure import length_text
from craft.pattern.hands import opposite
from craft.pattern.marks import Mark
from craft.pattern.pattern import EdgeRef, Seam
from craft.pattern.piece import Edge, Shape
from craft.pattern.turned import other_way
from craft.shape import path as paths
from craft.shape.affine import Affine, move, move_point, rotation, then, translation
from craft.shape.curve import distance
from craft.shape.deform import tied
from craft.shape.region import is_simple
from craft.trace.opened import opened, opened_cuts

# Edges that lie further apart than this when they are laid together cannot become one line (mm).
ONE_LINE = 2.0


def join(work: Work, change: JoinChange, index: int) -> Done:
    """The pieces with the second laid to the first, and one outline round both. Raises CraftError where the
    edges have not one shape, or the pieces would lie on each other."""
    if change.piece == change.other:
        raise CraftError("A piece cannot be joined to itself.")
    one, edge = edge_of(work, change.piece, change.edge)
    two, theirs = edge_of(work, change.other, change.other_edge)
    if {edge.kind, theirs.kind} & {"fold", "dart"}:
        raise CraftError("A fold or a dart is not a seam that can be left out.")
    by = _laid_to(edge, theirs)
    off = _apart(edge, theirs, by)
    if off > ONE_LINE:
        raise CraftError(
            f"Laid together, {edge.name} and {theirs.name} lie {length_text(off)} apart: that seam shapes "
            "the garment."
        )
    taken = {each.name for each in one.edges}
    names = {
        each.name: each.name if each.name not in taken else f"{each.name} of {change.other}"
        for each in two.edges
    }
    shape = _around(one, two, edge, theirs, by, names)
    if not is_simple(shape.outline):
        raise CraftError("Joined there, the pieces would lie on each other.")
    cuts = {change.piece: work.cuts[change.piece]}
    gone = change.other
    after = replace(
        work,
        shapes={n: shape if n == change.piece else s for n, s in work.shapes.items() if n != gone},
        names={n: name for n, name in work.names.items() if n != gone},
        cuts={n: each for n, each in work.cuts.items() if n != gone},
        printed={n: hand for n, hand in work.printed.items() if n != gone},
        seams=_joined_seams(work.seams, change, names),
    )
    both = (*work.cuts[change.piece], *work.cuts[gone])
    made = Made(
        index=index, name=f"Joined: {work.who(change.piece)} and {work.who(gone).lower()}",
        pieces=(change.piece,),
        instruction=f"Lay the stitching lines of {edge.name} and {theirs.name} on each other and tape the "
        "pieces together; there is no seam and no allowance there any more.",
        figures=(counted(both, cuts, (work.names[change.piece],)),),
        facts=(("", f"{gone} joined to {change.piece}"),),
    )  # fmt: skip
    return Done(after, made)


def _laid_to(edge: Edge, theirs: Edge) -> Affine:
    """The move that lays their edge, walked the other way, on this one: middle on middle."""
    (ax, ay), (bx, by) = paths.start(edge.path), paths.end(edge.path)
    (cx, cy), (dx, dy) = paths.end(theirs.path), paths.start(theirs.path)
    angle = degrees(atan2(by - ay, bx - ax) - atan2(dy - cy, dx - cx))
    turn = rotation(angle)
    mx, my = move_point(((cx + dx) / 2, (cy + dy) / 2), turn)
    return then(turn, translation((ax + bx) / 2 - mx, (ay + by) / 2 - my))


def _apart(edge: Edge, theirs: Edge, by: Affine) -> float:
    laid = paths.reverse(move(theirs.path, by))
    one, two = paths.length(edge.path), paths.length(laid)
    return max(
        distance(paths.point_along(edge.path, one * k / 12), paths.point_along(laid, two * k / 12))
        for k in range(13)
    )


def _around(
    one: Shape, two: Shape, edge: Edge, theirs: Edge, by: Affine, names: dict[str, str]
) -> Shape:
    at = one.edges.index(edge)
    there = two.edges.index(theirs)
    others = [*two.edges[there + 1 :], *two.edges[:there]]
    added = [
        each.model_copy(update={"path": move(each.path, by), "name": names[each.name]})
        for each in others
    ]
    first, last = added[0], added[-1]
    a, b = paths.start(edge.path), paths.end(edge.path)
    added[0] = first.model_copy(update={"path": tied(first.path, a, paths.end(first.path))})
    last = added[-1]
    added[-1] = last.model_copy(update={"path": tied(last.path, paths.start(last.path), b)})
    ids = {mark.id for mark in one.marks}
    marks: list[Mark] = [
        mark for mark in one.marks if not (mark.kind == "notch" and mark.edge == edge.name)
    ]
    for mark in two.marks:
        if mark.kind == "grain" or (mark.kind == "notch" and mark.edge == theirs.name):
            continue
        points = tuple(move_point(point, by) for point in mark.points)
        ident = mark.id if mark.id not in ids else f"{mark.id} of the other"
        name = names.get(mark.edge, mark.edge)
        marks.append(mark.model_copy(update={"id": ident, "points": points, "edge": name}))
    levels = {
        **{name: move_point((0.0, y), by)[1] for name, y in two.levels.items()}, **one.levels,
    } if abs(by[1]) < 1e-6 else one.levels  # fmt: skip
    edges = (*one.edges[:at], *added, *one.edges[at + 1 :])
    return Shape(edges=edges, marks=tuple(marks), levels=levels)


def _joined_seams(
    seams: tuple[Seam, ...], change: JoinChange, names: dict[str, str]
) -> tuple[Seam, ...]:
    gone = {(change.piece, change.edge), (change.other, change.other_edge)}

    def side(refs: tuple[EdgeRef, ...]) -> tuple[EdgeRef, ...]:
        return tuple(
            ref.model_copy(update={"piece": change.piece, "edge": names[ref.edge]})
            if ref.piece == change.other else ref
            for ref in refs if (ref.piece, ref.edge) not in gone
        )  # fmt: skip

    made = [seam.model_copy(update={"a": side(seam.a), "b": side(seam.b)}) for seam in seams]
    return tuple(seam for seam in made if seam.a and seam.b)


def open_half(work: Work, change: OpenChange, index: int) -> Done:
    """The piece opened out at its fold. Raises CraftError where it has none, or several."""
    shape = work.shapes.get(change.piece)
    if shape is None or sum(edge.kind == "fold" for edge in shape.edges) != 1:
        raise CraftError("It has not exactly one fold to be opened out at.")
    made = Made(
        index=index, name=f"Opened out: {work.who(change.piece).lower()}", pieces=(change.piece,),
        instruction="Fold paper, lay the fold edge on the fold, trace, cut both layers and open it out.",
        facts=(("", f"{change.piece} opened out"),),
    )  # fmt: skip
    after = replace(
        work.having(change.piece, opened(shape, work.printed.get(change.piece))),
        cuts={**work.cuts, change.piece: opened_cuts(work.cuts[change.piece])},
    )
    return Done(after, made)


def mirror(work: Work, change: MirrorChange, index: int) -> Done:
    """The piece drawn for the other hand. Raises CraftError where it is not there."""
    shape = work.shapes.get(change.piece)
    if shape is None:
        raise CraftError(f"There is no piece {change.piece} in this view.")
    x0, _, x1, _ = paths.control_bounds(shape.outline)
    by: Affine = (-1.0, 0.0, 0.0, 1.0, x0 + x1, 0.0)
    flipped = shape.model_copy(
        update={
            "edges": tuple(e.model_copy(update={"path": move(e.path, by)}) for e in shape.edges),
            "marks": tuple(_other_side(mark, by) for mark in shape.marks),
        }
    )
    hand = work.printed.get(change.piece)
    after = replace(
        work.having(change.piece, other_way(flipped)),
        printed={**work.printed, change.piece: opposite(hand) if hand else None},
        seams=tuple(
            seam.model_copy(
                update={"a": _turned(seam.a, change.piece), "b": _turned(seam.b, change.piece)}
            )
            for seam in work.seams
        ),
    )
    made = Made(
        index=index, name=f"Mirrored: {work.who(change.piece).lower()}", pieces=(change.piece,),
        instruction="Turn the paper over and trace it through; the other side is printed now.",
        facts=(("", f"{change.piece} mirrored"),),
    )  # fmt: skip
    return Done(after, made)


def _other_side(mark: Mark, by: Affine) -> Mark:
    # A mark for one hand only stays that hand's, whichever is drawn.
    return mark.model_copy(update={"points": tuple(move_point(point, by) for point in mark.points)})


def _turned(refs: tuple[EdgeRef, ...], piece: int) -> tuple[EdgeRef, ...]:
    return tuple(
        ref.model_copy(update={"backwards": not ref.backwards}) if ref.piece == piece else ref
        for ref in refs
    )
