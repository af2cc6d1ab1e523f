"""Edits of the pattern as a whole: what it is, its sizes and table, its views."""

from typing import Annotated, Literal, TypeVar

from pydantic import Field

from craft.digitise.edits.base import PatternEdit
from craft.digitise.inputs import (
    HemMm,
    Notions,
    Outline,
    PatternInputs,
    PieceInputs,
    Reference,
    SeamMm,
    Share,
    Short,
)
from craft.digitise.sizes import base_of, handles_in, points_in
from craft.errors import CraftError
from craft.frozen import Name, Note
from craft.pattern.pattern import ONLY, BodyMm, TableRow, View


class SetFacts(PatternEdit):
    """What the pattern is; what is not given stays as it is."""

    do: Literal["facts"]
    name: Name | None = None
    garment: Short | None = None
    publication: Short | None = None
    issue: Reference | None = None
    number: Reference | None = None
    base_height: BodyMm | None = None
    length_share: Share | None = None
    allowance_included: bool | None = None
    knit: bool | None = None
    seam: SeamMm | None = None
    hem: HemMm | None = None
    notions: Notions | None = None
    notes: Note | None = None

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        given = {name: getattr(self, name) for name in self.model_fields_set if name != "do"}
        if given.get("name", "") is None:
            del given["name"]
        return inputs.model_copy(
            update={
                name: value for name, value in given.items()
                if value is not None or name == "base_height"
            }
        )  # fmt: skip

    def said(self, before: PatternInputs) -> str:
        if self.name and self.name != before.name:
            return f"Named it {self.name}"
        names = sorted(self.model_fields_set - {"do"})
        return (
            f"Changed the {names[0].replace('_', ' ')}" if len(names) == 1 else "Changed the facts"
        )


class SetViews(PatternEdit):
    """The views; pieces and marks keep only those that are there."""

    do: Literal["views"]
    views: Annotated[tuple[View, ...], Field(max_length=12)]

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        known = {view.id for view in self.views}
        if len(known) != len(self.views):
            raise CraftError("Two views have the same letter.", "views")
        pieces = tuple(_in_views(piece, known) for piece in inputs.pieces)
        return inputs.model_copy(update={"views": self.views, "pieces": pieces})

    def said(self, before: PatternInputs) -> str:
        return "Changed the views"


def _in_views(piece: PieceInputs, known: set[str]) -> PieceInputs:
    marks = tuple(
        mark.model_copy(update={"views": tuple(v for v in mark.views if v in known)})
        for mark in piece.marks
    )
    views = tuple(view for view in piece.views if view in known)
    return piece.model_copy(update={"views": views, "marks": marks})


class AddSize(PatternEdit):
    """One more size, before the one named or last; pieces are as in the base until pulled. The first one
    names what was the only size."""

    do: Literal["add size"]
    name: Name
    before: Name | None = None

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        if self.name in inputs.sizes:
            raise CraftError(f"There is a size {self.name} already.", "name")
        if len(inputs.sizes) >= 40:
            raise CraftError("A pattern takes 40 sizes at most.", "name")
        if not inputs.sizes:
            return renamed(inputs, ONLY, self.name).model_copy(update={"sizes": (self.name,)})
        sizes = list(inputs.sizes)
        at = sizes.index(self.before) if self.before in sizes else len(sizes)
        sizes.insert(at, self.name)
        return inputs.model_copy(update={"sizes": tuple(sizes)})

    def said(self, before: PatternInputs) -> str:
        return f"Added size {self.name}" if before.sizes else f"Named the size {self.name}"


class RenameSize(PatternEdit):
    """Another name for a size."""

    do: Literal["rename size"]
    old: Name
    name: Name

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        if self.old not in inputs.sizes:
            raise CraftError(f"There is no size {self.old}.", "old")
        if self.name != self.old and self.name in inputs.sizes:
            raise CraftError(f"There is a size {self.name} already.", "name")
        sizes = tuple(self.name if size == self.old else size for size in inputs.sizes)
        return renamed(inputs, self.old, self.name).model_copy(update={"sizes": sizes})

    def said(self, before: PatternInputs) -> str:
        return f"Size {self.old} is now {self.name}"


class RemoveSize(PatternEdit):
    """A size taken out, with its lines; the last one stays as the only size."""

    do: Literal["remove size"]
    name: Name

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        if self.name not in inputs.sizes:
            raise CraftError(f"There is no size {self.name}.", "name")
        sizes = tuple(size for size in inputs.sizes if size != self.name)
        if not sizes:
            return renamed(inputs, self.name, ONLY).model_copy(update={"sizes": (), "rows": ()})
        rows = tuple(
            row.model_copy(update={"body": {k: v for k, v in row.body.items() if k != self.name}})
            for row in inputs.rows
        )
        pieces = tuple(_without(piece, self.name) for piece in inputs.pieces)
        return inputs.model_copy(update={"sizes": sizes, "rows": rows, "pieces": pieces})

    def said(self, before: PatternInputs) -> str:
        return f"Took out size {self.name}"


class SetTable(PatternEdit):
    """The body measurements of every size (mm)."""

    do: Literal["table"]
    rows: Annotated[tuple[TableRow, ...], Field(max_length=12)]

    def apply(self, inputs: PatternInputs) -> PatternInputs:
        for row in self.rows:
            unknown = [size for size in row.body if size not in inputs.all_sizes]
            if unknown:
                raise CraftError(f"There is no size {unknown[0]}.", "rows")
        names = [row.measurement for row in self.rows]
        twice = next((name for name in names if names.count(name) > 1), None)
        if twice:
            raise CraftError(f"The {twice} is in the table twice.", "rows")
        return inputs.model_copy(update={"rows": self.rows})

    def said(self, before: PatternInputs) -> str:
        return "Changed the size table"


V = TypeVar("V")


def renamed(inputs: PatternInputs, old: str, new: str) -> PatternInputs:
    """The same under another size's name, wherever it is named."""

    def keys(named: dict[str, V]) -> dict[str, V]:
        return {new if key == old else key: value for key, value in named.items()}

    pieces = tuple(
        piece.model_copy(
            update={
                "drawn": piece.drawn.model_copy(update={"lines": keys(piece.drawn.lines)})
                if isinstance(piece.drawn, Outline) else piece.drawn,
                "levels": keys(piece.levels),
                "marks": tuple(m.model_copy(update={"at": keys(m.at)}) for m in piece.marks),
            }
        )
        for piece in inputs.pieces
    )  # fmt: skip
    rows = tuple(row.model_copy(update={"body": keys(row.body)}) for row in inputs.rows)
    return inputs.model_copy(update={"pieces": pieces, "rows": rows})


def _without(piece: PieceInputs, size: str) -> PieceInputs:
    """The piece without a size; when it was the base the next one becomes it, its points set firmly."""
    update: dict[str, object] = {
        "levels": {k: v for k, v in piece.levels.items() if k != size},
        "marks": tuple(
            mark.model_copy(update={"at": {k: v for k, v in mark.at.items() if k != size}})
            for mark in piece.marks
        ),
    }
    if isinstance(piece.drawn, Outline):
        outline = piece.drawn
        rest = {k: v for k, v in outline.lines.items() if k != size}
        if base_of(outline) == size and rest:
            first = next(iter(rest))
            rest[first] = rest[first].model_copy(
                update={"points": points_in(outline, first), "handles": handles_in(outline, first)}
            )
            update["marks"] = tuple(
                mark.model_copy(
                    update={
                        "points": mark.at.get(first, mark.points),
                        "at": {k: v for k, v in mark.at.items() if k not in (size, first)},
                    }
                )
                for mark in piece.marks
            )
        if rest:
            update["drawn"] = outline.model_copy(update={"lines": rest})
    return piece.model_copy(update=update)
