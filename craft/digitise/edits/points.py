"""Edits of a line: points set, moved, taken out; corners and curves; the lines of other sizes."""

from typing import Annotated, Literal

from pydantic import Field

from craft.digitise.corner_detection import find_corners
from craft.digitise.edits.base import (
    PieceEdit,
    index_of,
    line_with,
    next_id,
    outline_of,
    with_outline,
)
from craft.digitise.inputs import (
    MOST_NODES,
    Id,
    Outline,
    OutlineNode,
    PatternInputs,
    PieceInputs,
    SizeLine,
    Then,
    Turn,
)
from craft.digitise.sizes import base_of, base_points, begun, handles_in, points_in
from craft.errors import CraftError
from craft.frozen import Frozen, Name
from craft.measure import length_text
from craft.shape import curve as one
from craft.shape import path as paths
from craft.shape.curve import Point

Ids = Annotated[tuple[Id, ...], Field(min_length=1, max_length=MOST_NODES)]


class AddPoint(PieceEdit):
    """A point at a place (mm), after the node named; None: at the end of the line, or in the stretch of a
    closed one that it is nearest to."""

    do: Literal["add point"]
    at: Point
    after: Id | None = None
    turn: Turn = "auto"
    then: Then = "auto"

    def on(self, piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
        outline = outline_of(piece)
        id = next_id([node.id for node in outline.nodes] + list(piece.edges))
        node = OutlineNode(id=id, turn=self.turn, then=self.then)
        if not outline.lines:
            size = inputs.all_sizes[0]
            lines = {size: SizeLine(points=(self.at,))}
            return with_outline(
                piece, outline.model_copy(update={"nodes": (node,), "lines": lines})
            )
        if self.after is not None:
            index = index_of(outline, self.after)
        else:
            index = _nearest(outline, self.at) if outline.closed else len(outline.nodes) - 1
        if (
            outline.nodes
            and outline.closed
            and outline.nodes[index].id in handles_in(outline, base_of(outline))
        ):
            return with_outline(piece, _split(outline, index, self.at, node))
        nodes = (*outline.nodes[: index + 1], node, *outline.nodes[index + 1 :])
        base = base_of(outline)
        lines = {
            size: line.model_copy(
                update={
                    "points": (
                        *line.points[: index + 1], self.at if size == base else None,
                        *line.points[index + 1 :],
                    )
                }
            )
            for size, line in outline.lines.items()
        }  # fmt: skip
        return with_outline(piece, outline.model_copy(update={"nodes": nodes, "lines": lines}))

    def said(self, before: PatternInputs) -> str:
        return f"Set a point on {self.who(before)}"


def _nearest(outline: Outline, at: Point) -> int:
    """The stretch of a closed line nearest to a point, by the node it begins at."""
    base = base_of(outline)
    points, handles = base_points(outline), handles_in(outline, base)
    gaps = []
    for k, node in enumerate(outline.nodes):
        a, b = points[k], points[(k + 1) % len(points)]
        curve: one.Curve = (a, b)
        if node.id in handles:
            (px, py), (qx, qy) = handles[node.id]
            curve = (a, (a[0] + px, a[1] + py), (b[0] + qx, b[1] + qy), b)
        gaps.append(paths.nearest_place((curve,), at)[0])
    return gaps.index(min(gaps))


def _split(outline: Outline, index: int, at: Point, node: OutlineNode) -> Outline:
    """A known curve cut where the point lies nearest, in every size at the same share; nothing of its
    shape changes but that it goes through the point."""
    begins = outline.nodes[index].id
    share: float | None = None
    lines: dict[str, SizeLine] = {}
    for size, line in outline.lines.items():
        points, handles = points_in(outline, size), handles_in(outline, size)
        a, b = points[index], points[(index + 1) % len(points)]
        (px, py), (qx, qy) = handles[begins]
        curve = (a, (a[0] + px, a[1] + py), (b[0] + qx, b[1] + qy), b)
        if share is None:
            share = min(0.98, max(0.02, paths.nearest_place((curve,), at)[2]))
        first, second = one.split(curve, share)
        place = at if not lines else first[-1]
        kept = {key: value for key, value in line.handles.items() if key != begins}
        if begins in line.handles or not lines:
            for id, part in ((begins, first), (node.id, second)):
                kept[id] = ((part[1][0] - part[0][0], part[1][1] - part[0][1]),
                            (part[-2][0] - part[-1][0], part[-2][1] - part[-1][1]))  # fmt: skip
        own = (*line.points[: index + 1], place, *line.points[index + 1 :])
        lines[size] = SizeLine(points=own, handles=kept)
    kept_node = node.model_copy(update={"turn": "smooth" if node.turn == "auto" else node.turn})
    nodes = (*outline.nodes[: index + 1], kept_node, *outline.nodes[index + 1 :])
    return outline.model_copy(update={"nodes": nodes, "lines": lines})


class MovePoints(PieceEdit):
    """Points moved by (dx, dy) mm in one size, or in ``every`` size alike."""

    do: Literal["move points"]
    ids: Ids
    by: Point
    size: Name | None = None
    every: bool = False

    def on(self, piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
        outline = outline_of(piece)
        indices = [index_of(outline, id) for id in self.ids]
        base = base_of(outline)
        size = self.size or base
        if size not in inputs.all_sizes:
            raise CraftError(f"There is no size {size}.", "size")
        lines = dict(outline.lines)
        if size != base and not self.every:
            lines[size] = begun(outline, size, inputs.all_sizes, _corners(outline))
            outline = outline.model_copy(update={"lines": lines})
            lines = dict(lines)
        if size not in lines:
            lines[size] = SizeLine(points=(None,) * len(outline.nodes))
        dx, dy = self.by
        places = points_in(outline, size)
        moved = [size] if not self.every else list(lines)
        for each in moved:
            for k in indices:
                own = lines[each].points[k]
                if each == size:
                    own = places[k]
                if own is not None:
                    lines[each] = line_with(lines[each], k, (own[0] + dx, own[1] + dy))
        if size == base and not self.every:
            # What follows the base would move along; it stays where it was.
            for each in lines:
                if each != base:
                    before = points_in(outline, each)
                    for k in indices:
                        lines[each] = line_with(lines[each], k, before[k])
        return with_outline(piece, outline.model_copy(update={"lines": lines}))

    def said(self, before: PatternInputs) -> str:
        what = "a point" if len(self.ids) == 1 else f"{len(self.ids)} points"
        return f"Moved {what} of {self.who(before)}"


class ShiftPoints(PieceEdit):
    """Grading: how far points of a size lie from the base size (mm)."""

    do: Literal["shift points"]
    size: Name
    shifts: Annotated[dict[Id, Point], Field(min_length=1, max_length=MOST_NODES)]

    def on(self, piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
        outline = outline_of(piece)
        if self.size not in inputs.all_sizes:
            raise CraftError(f"There is no size {self.size}.", "size")
        if self.size == base_of(outline):
            raise CraftError(f"Size {self.size} is the one the others are shifted from.", "size")
        base = base_points(outline)
        lines = dict(outline.lines)
        line = begun(outline, self.size, inputs.all_sizes, _corners(outline))
        for id, (dx, dy) in self.shifts.items():
            k = index_of(outline, id)
            line = line_with(line, k, (base[k][0] + dx, base[k][1] + dy))
        lines[self.size] = line
        return with_outline(piece, outline.model_copy(update={"lines": lines}))

    def said(self, before: PatternInputs) -> str:
        (dx, dy) = next(iter(self.shifts.values()))
        return (
            f"Shifted {self.who(before)} in size {self.size} by "
            f"{length_text(dx)} and {length_text(dy)}"
        )


def _corners(outline: Outline) -> tuple[bool, ...]:
    """Which points of the base line are corners."""
    base = base_points(outline)
    if len(base) < 3:
        return (True,) * len(base)
    return find_corners(outline.nodes, base, clicked=not outline.through).corners


class RemovePoints(PieceEdit):
    """Points taken out; the line goes on from the one before to the one after."""

    do: Literal["remove points"]
    ids: Ids

    def on(self, piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
        outline = outline_of(piece)
        gone = {index_of(outline, id) for id in self.ids}
        count = len(outline.nodes)
        # A known curve that ended or began at a point that is gone is one through its points again.
        lost = {outline.nodes[k].id for k in gone} | {outline.nodes[k - 1].id for k in gone}
        if len(gone) == count:
            return with_outline(piece, Outline(through=outline.through))
        lines = {
            size: SizeLine(
                points=tuple(p for k, p in enumerate(line.points) if k not in gone),
                handles={id: each for id, each in line.handles.items() if id not in lost},
            )
            for size, line in outline.lines.items()
        }
        lines = _held(outline, lines, gone)
        nodes = tuple(
            _curved(node) if node.id in lost and node.id in handles_in(outline, base_of(outline))
            else node
            for k, node in enumerate(outline.nodes) if k not in gone
        )  # fmt: skip
        closed = outline.closed and len(nodes) >= 3
        return with_outline(
            piece, outline.model_copy(update={"nodes": nodes, "lines": lines, "closed": closed})
        )

    def said(self, before: PatternInputs) -> str:
        what = "a point" if len(self.ids) == 1 else f"{len(self.ids)} points"
        return f"Took {what} off {self.who(before)}"


def _held(outline: Outline, lines: dict[str, SizeLine], gone: set[int]) -> dict[str, SizeLine]:
    """Points that followed one that is gone stay where they were."""
    base = base_of(outline)
    for size, line in lines.items():
        if size == base or all(point is None for point in outline.lines[size].points):
            continue
        if any(outline.lines[size].points[k] is not None for k in gone):
            before = [p for k, p in enumerate(points_in(outline, size)) if k not in gone]
            lines[size] = line.model_copy(update={"points": tuple(before)})
    return lines


def _curved(node: OutlineNode) -> OutlineNode:
    return node.model_copy(update={"then": "curve"})


class SetNodes(PieceEdit):
    """Whether there is a corner at points, and how the line goes on from them."""

    do: Literal["set points"]
    ids: Ids
    turn: Turn | None = None
    then: Then | None = None

    def on(self, piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
        outline = outline_of(piece)
        for id in self.ids:
            index_of(outline, id)
        nodes = tuple(
            node.model_copy(
                update={"turn": self.turn or node.turn, "then": self.then or node.then}
            )
            if node.id in self.ids else node
            for node in outline.nodes
        )  # fmt: skip
        lines = outline.lines
        if self.then is not None:
            lines = {
                size: line.model_copy(
                    update={"handles": {k: v for k, v in line.handles.items() if k not in self.ids}}
                )
                for size, line in lines.items()
            }
        return with_outline(piece, outline.model_copy(update={"nodes": nodes, "lines": lines}))

    def said(self, before: PatternInputs) -> str:
        how = {
            "corner": "A corner",
            "smooth": "No corner",
            "straight": "Straight on",
            "curve": "A curve",
        }
        return f"{how.get(self.turn or self.then or '', 'As it comes')} on {self.who(before)}"


class CloseLine(PieceEdit):
    """The line closed into an outline, or opened again to go on."""

    do: Literal["close line"]
    closed: bool = True

    def on(self, piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
        outline = outline_of(piece)
        if self.closed and len(outline.nodes) < 3:
            raise CraftError("Three points enclose cloth; there are fewer yet.", "points")
        return with_outline(piece, outline.model_copy(update={"closed": self.closed}))

    def said(self, before: PatternInputs) -> str:
        return f"{'Closed' if self.closed else 'Opened'} the line of {self.who(before)}"


class MeasuredPoint(Frozen):
    """A row of the table: x from the fold or grain line, y down from the top (mm)."""

    at: Point
    turn: Turn = "auto"
    then: Then = "auto"


class SetPoints(PieceEdit):
    """The whole line by measure, in the base size: the rows of a table. Rows keep the points they were."""

    do: Literal["points by measure"]
    rows: Annotated[tuple[MeasuredPoint, ...], Field(min_length=1, max_length=MOST_NODES)]
    closed: bool = True

    def on(self, piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
        outline = outline_of(piece)
        ids = [node.id for node in outline.nodes]
        while len(ids) < len(self.rows):
            ids.append(next_id(ids + list(piece.edges)))
        nodes = tuple(
            OutlineNode(id=id, turn=row.turn, then=row.then)
            for id, row in zip(ids, self.rows, strict=False)
        )
        size = base_of(outline) or inputs.all_sizes[0]
        kept = outline.lines if len(self.rows) == len(outline.nodes) else {}
        lines = {size: SizeLine(points=tuple(row.at for row in self.rows))}
        lines |= {
            name: line.model_copy(update={"handles": {}})
            for name, line in kept.items()
            if name != size
        }
        closed = self.closed and len(nodes) >= 3
        return with_outline(piece, Outline(nodes=nodes, lines=lines, closed=closed, through=True))

    def said(self, before: PatternInputs) -> str:
        return f"Measured {self.who(before)}: {len(self.rows)} points"
