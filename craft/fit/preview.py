"""The outlines alone, while a hand holds a handle: what the changes would make of the pieces."""

from collections.abc import Mapping

from craft.fit.fitting import changed_draft
from craft.fit.inputs import FitInputs
from craft.frozen import Frozen
from craft.measure import length_text
from craft.pattern.marks import DARTS
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Shape
from craft.pick import Picked, PickInputs
from craft.shape import path as paths
from craft.shape.curve import Curve, Point
from craft.trace import Traced


class GlimpsedPiece(Frozen):
    """One piece: its stitching line, the legs of its darts, and the length of every edge in words."""

    outline: tuple[Curve, ...]
    darts: tuple[tuple[Point, ...], ...]
    long: dict[str, str]


class Glimpse(Frozen):
    """The pieces that come out otherwise; ``sentence``: why the last change cannot be made."""

    pieces: dict[int, GlimpsedPiece]
    sentence: str = ""


def outlines(
    pattern: Pattern, traced: Traced, picked: Picked, person: PickInputs, inputs: FitInputs,
    seen: Mapping[int, Shape],
) -> Glimpse:  # fmt: skip
    """``seen``: the shapes on the screen. Raises CraftError for a level no piece has."""
    done = changed_draft(pattern, traced, picked, person, inputs)
    made = {each.index for each in done.lengths} | {each.index for each in done.made}
    last = len(inputs.changes) - 1
    text = ""
    if last >= 0 and inputs.changes[last].on and last not in made:
        text = next((f.because for f in reversed(done.findings) if f.weight == "fault"), "")
    return Glimpse(
        pieces={
            number: GlimpsedPiece(
                outline=shape.outline,
                darts=tuple(m.points for m in shape.marks if m.kind in DARTS),
                long={e.name: length_text(paths.length(e.path)) for e in shape.edges},
            )
            for number, shape in done.draft.shapes.items()
            if number not in seen
            or shape.outline != seen[number].outline
            or shape.marks != seen[number].marks
        },
        sentence=text,
    )
