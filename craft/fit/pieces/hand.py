"""Edges drawn by hand, said from the edge as it lies then; notches moved, allowances set.

A hand edit is kept relative to the edge it belongs to, so that it goes along with a change of size; since
another size has another edge under it, it is then to be looked at again.
"""

from craft.errors import CraftError
from craft.fit.inputs import AllowanceChange, HandChange, NotchMove
from craft.fit.seams.shifted import LEAST_EDGE, Pushing, corner_moved, shifted, smooth_through
from craft.fit.work import Done, Made, Work
from craft.measure import Figure, Finding, Where, length_text
from craft.pattern.pattern import size_words
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths
from craft.shape.curve import point_at

NEAR_END = LEAST_EDGE / 2  # a point is pulled no nearer to an end of its edge (mm)


def drawn_by_hand(work: Work, change: HandChange, index: int) -> Done:
    """The piece with its edge drawn otherwise. Raises CraftError where the piece has no such edge, a fold
    would leave its line, or the outline would cross itself."""
    shape, edge = edge_of(work, change.piece, change.edge)
    if change.part in ("start", "end"):
        new = corner_moved(
            shape, change.edge, at_start=change.part == "start", along=change.along, out=change.out
        )
    else:
        whole = paths.length(edge.path)
        if change.part == "point" and whole < LEAST_EDGE:
            raise CraftError(
                f"The {change.edge} is only {length_text(whole)} long; move one of its corners instead.",
                "edge",
            )
        at = min(max(change.share * whole, NEAR_END), whole - NEAR_END)
        nodes = [(0.0, 0.0), (at, change.out), (whole, 0.0)]
        if change.part == "whole":
            nodes = [(0.0, change.out), (whole, change.out)]
        new = shifted(
            shape, {change.edge: Pushing(smooth_through(nodes), [place for place, _ in nodes])}
        )
    said = []
    if change.size and change.size != work.size:
        said.append(
            Finding(
                weight="doubt",
                what=f"{work.who(change.piece)}: the {change.edge} was drawn by hand on "
                f"{size_words(change.size)}; the piece is in {size_words(work.size)} now.",
                because="The same amounts lie on another edge.",
                mend="Look whether the line still runs as you want it, then draw it here once more.",
                where=Where(piece=str(change.piece), edge=change.edge),
            )
        )
    was, now = paths.length(edge.path), paths.length(new.edge(change.edge).path)
    figure = Figure(
        name="long now", value=now, text=length_text(now),
        working=(f"{length_text(was)} before, {length_text(now - was)} more = {length_text(now)}",),
    )  # fmt: skip
    made = Made(
        index=index, name=f"By hand: {change.edge}", pieces=(change.piece,),
        instruction=_instruction(change), figures=(figure,),
        facts=tuple(
            (f"{change.part} of the {change.edge} {way}", by)
            for way, by in (("along", change.along), ("out", change.out)) if by
        ),
    )  # fmt: skip
    return Done(work.having(change.piece, new), made, tuple(said))


def edge_of(work: Work, piece: int, name: str) -> tuple[Shape, Edge]:
    """The edge of a piece, with its piece. Raises CraftError where it is not there."""
    shape = work.shapes.get(piece)
    edge = next((e for e in shape.edges if e.name == name), None) if shape else None
    if shape is None or edge is None:
        raise CraftError(f"There is no edge “{name}” on piece {piece} in this size and view.")
    return shape, edge


def _instruction(change: HandChange) -> str:
    ways = [
        f"{length_text(abs(by))} {one if by > 0 else other}"
        for by, one, other in (
            (change.along, "on along it", "back along it"), (change.out, "out", "in"),
        ) if by
    ]  # fmt: skip
    if not ways:
        return "Nothing to change."
    what = {
        "start": f"the beginning of the {change.edge}",
        "end": f"the end of the {change.edge}",
        "point": f"the {change.edge}, at {change.share:.0%} of its length,",
        "whole": f"the whole {change.edge}",
    }[change.part]
    return f"Set {what} {' and '.join(ways)}; draw the edges beside it smooth to it."


def notch_moved(work: Work, change: NotchMove, index: int) -> Done:
    """The piece with a notch further along. Raises CraftError where there is none, or its edge ends."""
    shape = work.shapes.get(change.piece)
    mark = next(
        (m for m in shape.marks if m.id == change.mark and m.kind == "notch"), None
    ) if shape else None  # fmt: skip
    if shape is None or mark is None:
        raise CraftError(f"There is no such notch on piece {change.piece} in this size and view.")
    path = shape.edge(mark.edge).path
    at = paths.nearest(path, mark.points[0])[1] + change.along
    if not 0 <= at <= paths.length(path):
        raise CraftError(f"The “{mark.edge}” ends before that.")
    index_, t = paths.place_at(path, at)
    new = mark.model_copy(update={"points": (point_at(path[index_], t),)})
    marks = tuple(new if each is mark else each for each in shape.marks)
    made = Made(
        index=index, name=f"Notch: {mark.name}", pieces=(change.piece,),
        instruction=f"Move the {mark.name} {length_text(abs(change.along))} along the {mark.edge}.",
        facts=((f"{mark.name} on {change.piece}", change.along),),
    )  # fmt: skip
    return Done(work.having(change.piece, shape.model_copy(update={"marks": marks})), made)


def allowance_set(work: Work, change: AllowanceChange, index: int) -> Done:
    """The piece with another allowance at an edge. Raises CraftError at a fold or a dart's cap."""
    shape, edge = edge_of(work, change.piece, change.edge)
    if edge.kind in ("fold", "dart"):
        raise CraftError(f"A {edge.kind} has no allowance.")
    edges = tuple(
        e.model_copy(update={"allowance": change.width}) if e is edge else e for e in shape.edges
    )
    made = Made(
        index=index, name=f"Allowance: {change.edge}", pieces=(change.piece,),
        instruction=f"Draw the cutting line {length_text(change.width)} outside the {change.edge} of "
        f"{work.who(change.piece).lower()} instead of {length_text(edge.allowance)}.",
        facts=((f"allowance of the {change.edge} on {change.piece}", change.width),),
    )  # fmt: skip
    return Done(work.having(change.piece, shape.model_copy(update={"edges": edges})), made)
