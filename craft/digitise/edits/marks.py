"""Edits of marks: set, moved, taken away; notches in pairs on partner edges."""

from typing import Annotated, Literal

from pydantic import Field

from craft.digitise.digitised import digitise
from craft.digitise.drawn_darts import made_a_dart
from craft.digitise.edits.base import PatternEdit, PieceEdit, changed, outline_of, the_piece
from craft.digitise.entered import lengths_of
from craft.digitise.inputs import (
    MOST_MARKS,
    Id,
    MarkInputs,
    Outline,
    PatternInputs,
    PieceInputs,
    SeamSide,
    Short,
)
from craft.digitise.levels import level_named
from craft.digitise.marks import followed_back
from craft.digitise.sizes import base_of, points_in
from craft.errors import CraftError
from craft.frozen import Frozen, Line, Name
from craft.measure import capital, length_text
from craft.pattern.marks import POINTS, WORDS, MarkKind
from craft.pattern.natures import NATURES
from craft.pattern.piece import Shape
from craft.shape import path as paths
from craft.shape.curve import Point

# How far apart the points of a mark lie that was set without saying where (mm).
APART = 20.0


class NewMark(PieceEdit):
    """A new mark of a kind at points of a size (mm; ``size`` None: the base); with none it comes to lie in
    the middle of the piece, one point below the other, to be moved from there by measure. What keeps to an
    edge hangs on the one it is nearest to."""

    do: Literal["new mark"]
    kind: MarkKind
    points: Annotated[tuple[Point, ...], Field(max_length=40)] = ()
    size: Name | None = None

    def on(self, piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
        made = next(each for each in digitise(inputs).pieces if each.id == self.piece)
        outline = piece.drawn if isinstance(piece.drawn, Outline) else None
        base = base_of(outline) if outline else inputs.all_sizes[0]
        size = self.size or base
        if size not in inputs.all_sizes:
            raise CraftError(f"There is no size {size}.", "size")
        shape = made.shaped.shapes.get(size)
        line = points_in(outline, size) if outline else ()
        points = self.points or self._in_the_middle(line or _corners(shape))
        edge = None
        if NATURES[self.kind] == "edge" and shape:
            own = zip(made.shaped.edge_ids, shape.edges, strict=True)
            gaps = [(paths.nearest_place(e.path, points[0])[0], id) for id, e in own if id]
            edge = min(gaps, default=(0.0, None))[1]
        taken = {mark.id for mark in piece.marks}
        tries = (f"{self.kind} {k}" if k > 1 else str(self.kind) for k in range(1, MOST_MARKS + 2))
        id = next(each for each in tries if each not in taken)
        name = WORDS[self.kind] if self.kind not in taken else id
        mark = MarkInputs(id=id, kind=self.kind, name=name, points=points, edge=edge)
        if outline and size != base:
            mark = mark.model_copy(
                update={"at": {size: points}, "points": followed_back(mark, outline, size)}
            )
        return SetMark(do="mark", piece=self.piece, mark=mark).on(piece, inputs)

    def _in_the_middle(self, line: tuple[Point, ...]) -> tuple[Point, ...]:
        if not line:
            raise CraftError("The piece has no line yet to set a mark in.", "points")
        x, y = ((min(each) + max(each)) / 2 for each in zip(*line, strict=True))
        return tuple((x, y + APART * k) for k in range(POINTS[self.kind][0]))

    def said(self, before: PatternInputs) -> str:
        words = WORDS[self.kind]
        return f"{capital(words)} on {self.who(before)}"


class MakeDart(PieceEdit):
    """A dart that was traced as it is printed becomes one: its point leaves the outline."""

    do: Literal["make dart"]
    node: Id

    def on(self, piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
        return made_a_dart(piece, self.node)

    def said(self, before: PatternInputs) -> str:
        return f"Made a dart of what was traced on {self.who(before)}"


class LevelLine(Frozen):
    """A level of the body as a line across a piece, in its base size (mm)."""

    piece: Id
    level: Annotated[Line, Field(min_length=1, max_length=60)]
    points: tuple[Point, Point]


class AddLevels(PatternEdit):
    """Level lines of the body, each on one piece: all sizes and the partners along the seams take them
    over. A line of that level that the piece has already moves."""

    do: Literal["levels"]
    levels: Annotated[tuple[LevelLine, ...], Field(min_length=1, max_length=24)]

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        for each in self.levels:
            piece = the_piece(inputs, each.piece)
            own = next((m for m in piece.marks if level_named(m) == each.level.lower()), None)
            id = own.id if own else f"level {each.level}"
            mark = MarkInputs(
                id=id,
                kind="body level",
                name=f"{each.level} level",
                level=each.level,
                points=each.points,
            )
            inputs = SetMark(do="mark", piece=each.piece, mark=mark).apply(inputs)
        return inputs

    def said(self, before: PatternInputs) -> str:
        names = list(dict.fromkeys(each.level for each in self.levels))
        return f"Level lines: {', '.join(names)}"


class SetMark(PieceEdit):
    """A mark added, or the one of its id changed. The number of its points is its kind's."""

    do: Literal["mark"]
    mark: MarkInputs

    def on(self, piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
        least, most, meaning = POINTS[self.mark.kind]
        for points in (self.mark.points, *self.mark.at.values()):
            if not least <= len(points) <= most:
                raise CraftError(
                    f"A {WORDS[self.mark.kind]} has {least} points: {meaning}.", "points"
                )
        known = {view.id for view in inputs.views}
        if any(view not in known for view in self.mark.views):
            raise CraftError("There is no such view.", "views")
        if self.mark.kind == "grain":
            other = next(
                (m for m in piece.marks if m.kind == "grain" and m.id != self.mark.id), None
            )
            if other is not None:
                raise CraftError("This piece has a grain line; move that one.", "mark")
        ids = [mark.id for mark in piece.marks]
        if self.mark.id in ids:
            marks = tuple(self.mark if m.id == self.mark.id else m for m in piece.marks)
        else:
            marks = (*piece.marks, self.mark)
        if len(marks) > MOST_MARKS:
            raise CraftError(f"A piece takes {MOST_MARKS} marks at most.", "mark")
        return piece.model_copy(update={"marks": marks})

    def said(self, before: PatternInputs) -> str:
        name = self.mark.name or WORDS[self.mark.kind]
        return f"{capital(name)} on {self.who(before)}"


class MoveMark(PieceEdit):
    """A point of a mark moved to a place in one size; ``point`` None: the whole mark by that much."""

    do: Literal["move mark"]
    mark: Name
    point: Annotated[int, Field(ge=0, le=39)] | None = None
    to: Point
    size: Name | None = None

    def on(self, piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
        mark = next((each for each in piece.marks if each.id == self.mark), None)
        if mark is None:
            raise CraftError("That mark is not on the piece any more.", "mark")
        base = base_of(outline_of(piece)) if piece.drawn.way == "line" else inputs.all_sizes[0]
        in_base = self.size is None or self.size == base
        if not in_base and self.size not in inputs.all_sizes:
            raise CraftError(f"There is no size {self.size}.", "size")
        places = mark.points if in_base else mark.at.get(self.size or "", ())
        if not places:
            made = next(each for each in digitise(inputs).pieces if each.id == self.piece)
            shape = made.shaped.shapes.get(self.size or "")
            known = next((m for m in shape.marks if m.id == mark.id), None) if shape else None
            places = known.points if known else mark.points
        x, y = self.to
        if self.point is None:
            after = tuple((px + x, py + y) for px, py in places)
        elif self.point < len(places):
            after = (*places[: self.point], self.to, *places[self.point + 1 :])
        else:
            raise CraftError("That mark has fewer points.", "point")
        at = {**mark.at, self.size or base: after}
        update: dict[str, object] = {"points": after} if in_base else {"at": at}
        moved = mark.model_copy(update=update)
        marks = tuple(moved if each.id == mark.id else each for each in piece.marks)
        return piece.model_copy(update={"marks": marks})

    def said(self, before: PatternInputs) -> str:
        return f"Moved a mark of {self.who(before)}"


class RemoveMark(PieceEdit):
    """A mark taken off."""

    do: Literal["remove mark"]
    mark: Name

    def on(self, piece: PieceInputs, inputs: PatternInputs) -> PieceInputs:
        marks = tuple(each for each in piece.marks if each.id != self.mark)
        if len(marks) == len(piece.marks):
            raise CraftError("That mark is not on the piece any more.", "mark")
        return piece.model_copy(update={"marks": marks})

    def said(self, before: PatternInputs) -> str:
        return f"Took a mark off {self.who(before)}"


class PairNotches(PatternEdit):
    """The same notch on two edges that are sewn together, equally far from the end they share (mm)."""

    do: Literal["notches"]
    a: SeamSide
    b: SeamSide
    along: Annotated[float, Field(ge=0, le=20_000)]
    count: Annotated[int, Field(ge=1, le=3)] = 1
    name: Short = "notch"

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        name = _free_name(inputs, self.name or "notch", (self.a.piece, self.b.piece))
        for side in (self.a, self.b):
            inputs = self._set(inputs, side, name)
        return inputs

    def _set(self, inputs: PatternInputs, side: SeamSide, name: str) -> PatternInputs:
        piece = the_piece(inputs, side.piece)
        done = {each.id: each for each in digitise(inputs).pieces}
        lengths = lengths_of(side, done)
        shapes = done[piece.id].shaped
        if not lengths:
            raise CraftError("That edge is not on the piece any more.", "edge")
        base = next(iter(shapes.shapes))
        if self.along > min(lengths.values()) + 1e-6:
            raise CraftError(
                f"The edge is only {length_text(min(lengths.values()))} long.", "along"
            )
        at: dict[str, tuple[Point, ...]] = {}
        for size, shape in shapes.shapes.items():
            parts = [edge.path for edge, id in zip(shape.edges, shapes.edge_ids, strict=True)
                     if id == side.edge]  # fmt: skip
            at[size] = (_along(parts, self.along, side.backwards),)
        ids = {mark.id for mark in piece.marks}
        id = next(f"{name}{f' {k}' if k else ''}" for k in range(len(ids) + 1)
                  if f"{name}{f' {k}' if k else ''}" not in ids)  # fmt: skip
        mark = MarkInputs(
            id=id, kind="notch", name=name, edge=side.edge, count=self.count, points=at[base],
            at={size: points for size, points in at.items() if size != base},
        )  # fmt: skip
        return changed(
            inputs, piece.id, lambda own: own.model_copy(update={"marks": (*own.marks, mark)})
        )

    def said(self, before: PatternInputs) -> str:
        return f"A pair of notches, {length_text(self.along)} from the end"


def _corners(shape: Shape | None) -> tuple[Point, ...]:
    return tuple(paths.start(edge.path) for edge in shape.edges) if shape else ()


def _along(parts: list[paths.Path], along: float, backwards: bool) -> Point:
    if backwards:
        parts = [paths.reverse(part) for part in reversed(parts)]
    for part in parts[:-1]:
        size = paths.length(part)
        if along <= size:
            return paths.point_along(part, along)
        along -= size
    return paths.point_along(parts[-1], along)


def _free_name(inputs: PatternInputs, name: str, pieces: tuple[int, ...]) -> str:
    """Partner notches are known by their common name, so it is one that no other mark there has."""
    taken = {mark.name for piece in inputs.pieces if piece.id in pieces for mark in piece.marks}
    return next(
        said for k in range(1, 400) if (said := name if k == 1 else f"{name} {k}") not in taken
    )
