"""Edges drawn by hand, said from the edge as it lies then.

A hand edit is kept relative to the edge it belongs to, so that it goes along with a change of size; since
another size has another edge under it, it is then to be looked at again.
"""

from typing import Annotated, Literal

from pydantic import Field

from craft.errors import CraftError
from craft.fit.change import Named, Number, PieceChange, Shift
from craft.fit.draft import ChangeMade, Done, Draft
from craft.fit.seams.shift_edge import LEAST_EDGE, Pushing, corner_moved, shift_edge, smooth_through
from craft.fit.tolerances import Tolerances
from craft.measure import Figure, Finding, Where, length_text
from craft.pattern.pattern import size_words
from craft.shape import path as paths

NEAR_END = LEAST_EDGE / 2  # a point is pulled no nearer to an end of its edge (mm)


class HandChange(PieceChange):
    """An edge drawn by hand, from where it lies then: its ``start`` or ``end`` set elsewhere, a ``point``
    at that ``share`` of its length pulled out, or the ``whole`` of it. ``along``: as the outline is walked,
    ``out``: to the outside (mm). ``size``: the size it was drawn on."""

    kind: Literal["hand"]
    piece: Number
    edge: Named
    part: Literal["start", "end", "point", "whole"]
    share: Annotated[float, Field(ge=0, le=1)] = 0.5
    along: Shift = 0.0
    out: Shift = 0.0
    size: Annotated[str, Field(max_length=120)] = ""

    @property
    def not_kept(self) -> str:
        """What speaks against keeping it for other patterns."""
        return ""

    def heading(self) -> str:
        """What the change is of."""
        return f"the {self.edge} of piece {self.piece}, by hand"

    def apply(self, draft: Draft, index: int, tolerances: Tolerances) -> Done:
        """The rule itself."""
        return drawn_by_hand(draft, self, index)


def drawn_by_hand(draft: Draft, change: HandChange, index: int) -> Done:
    """The piece with its edge drawn otherwise. Raises CraftError where the piece has no such edge, a fold
    would leave its line, or the outline would cross itself."""
    shape, edge = draft.edge_of(change.piece, change.edge)
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
        new = shift_edge(
            shape, {change.edge: Pushing(smooth_through(nodes), [place for place, _ in nodes])}
        )
    findings = []
    if change.size and change.size != draft.size:
        findings.append(
            Finding(
                weight="doubt",
                what=f"{draft.who(change.piece)}: the {change.edge} was drawn by hand on "
                f"{size_words(change.size)}; the piece is in {size_words(draft.size)} now.",
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
    made = ChangeMade(
        index=index, name=f"By hand: {change.edge}", pieces=(change.piece,),
        instruction=_instruction(change), figures=(figure,),
        facts=tuple(
            (f"{change.part} of the {change.edge} {way}", by)
            for way, by in (("along", change.along), ("out", change.out)) if by
        ),
    )  # fmt: skip
    return Done(draft.having(change.piece, new), made, tuple(findings))


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
