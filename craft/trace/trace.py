"""The traced pieces: one size brought forward, nothing forgotten."""

from typing import Annotated

from pydantic import Field

from craft.frozen import Frozen
from craft.measure import Finding, Where
from craft.pattern.marks import Mark
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Cut, Shape
from craft.pick import Picked
from craft.shape.curve import Point
from craft.trace.label import allowance_words, clear_place, label
from craft.trace.notches import outward
from craft.trace.treatment import Advice, advise


class TraceInputs(Frozen):
    """``allowance``: the width for plain seams where the pattern's own is not wanted (mm)."""

    allowance: Annotated[float, Field(ge=0, le=100)] | None = None


class TracedPiece(Frozen):
    """A piece in the chosen size. ``left_out``: marks of the original this view does not need."""

    number: int
    name: str
    cuts: tuple[Cut, ...]
    shape: Shape
    advice: Advice
    label: tuple[str, ...]
    label_at: Point
    label_room: float
    left_out: tuple[Mark, ...]
    outward: dict[str, Point]


class Traced(Frozen):
    """Every piece of the view, traced."""

    size: str
    view: str
    pieces: tuple[TracedPiece, ...]
    findings: tuple[Finding, ...]


def with_allowance(shape: Shape, wanted: float | None) -> Shape:
    """The shape with its widest plain-seam allowance replaced; narrow ones never grow past it."""
    if wanted is None:
        return shape
    widest = max((edge.allowance for edge in shape.edges if edge.kind == "seam"), default=0.0)
    edges = tuple(
        edge.model_copy(update={"allowance": wanted})
        if edge.kind == "seam" and (edge.allowance == widest or edge.allowance > wanted)
        else edge
        for edge in shape.edges
    )
    return shape.model_copy(update={"edges": edges})


def trace(pattern: Pattern, picked: Picked, inputs: TraceInputs) -> Traced:
    """Trace the view's pieces in the picked size."""
    pieces, findings = [], []
    for piece in pattern.in_view(picked.view):
        original = piece.shapes[picked.size]
        shape = with_allowance(
            pattern.shape(piece.number, picked.size, picked.view), inputs.allowance
        )
        kept = {mark.id for mark in shape.marks}
        left_out = tuple(mark for mark in original.marks if mark.id not in kept)
        at, room = clear_place(shape)
        allowance = allowance_words(shape, pattern.allowance_included)
        pieces.append(
            TracedPiece(
                number=piece.number,
                name=piece.name,
                cuts=piece.cuts,
                shape=shape,
                advice=advise(piece, pattern.table.sizes, picked.size),
                label=label(pattern, piece, picked.size, picked.view, allowance),
                label_at=at,
                label_room=room,
                left_out=left_out,
                outward=outward(shape),
            )
        )
        if left_out:
            names = ", ".join(mark.name for mark in left_out)
            findings.append(
                Finding(
                    weight="note",
                    what=f"Left out on piece {piece.number}: {names}.",
                    because=f"They belong to another view than {picked.view}.",
                    where=Where(piece=str(piece.number)),
                )
            )
    return Traced(
        size=picked.size, view=picked.view, pieces=tuple(pieces), findings=tuple(findings)
    )
