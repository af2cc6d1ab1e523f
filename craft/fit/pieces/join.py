"""Two pieces made one along the edges sewn together.

Source of the rule: a seam may be left out only where both edges have one shape: a seam that shapes the
garment lies open when its pieces are laid together.
"""

from dataclasses import replace
from math import atan2, degrees
from typing import ClassVar, Literal, NamedTuple

from craft.errors import CraftError
from craft.fit.change import Named, Number, PieceChange
from craft.fit.draft import ChangeMade, Done, Draft
from craft.fit.pieces.counts import counted
from craft.fit.pieces.laid_together import Side, apart, around, laid_to, on_one_fold
from craft.fit.pieces.mirror import mirrored
from craft.fit.tolerances import Tolerances
from craft.measure import Finding, Where, length_text
from craft.pattern.counts import JoinedCuts, cuts_joined, has_fold
from craft.pattern.pattern import EdgeRef, Seam
from craft.pattern.piece import Cut, Shape
from craft.shape.affine import Affine
from craft.shape.region import is_simple

# A piece that lies so little off its grain hangs as before (degrees).
OFF_GRAIN = 1.0
# Edges that lie further apart than this when they are laid together cannot become one line (mm).
ONE_LINE = 2.0


class JoinChange(PieceChange):
    """Two pieces made one along the edges that are sewn together: the second is laid to the first."""

    another_piece: ClassVar[bool] = True
    kind: Literal["join"]
    piece: Number
    edge: Named
    other: Number
    other_edge: Named

    def heading(self) -> str:
        """What the change is of."""
        return f"pieces {self.piece} and {self.other} joined"

    def apply(self, draft: Draft, index: int, tolerances: Tolerances) -> Done:
        """The rule itself."""
        return join(draft, self, index)


def join(draft: Draft, change: JoinChange, index: int) -> Done:
    """The pieces with the second laid to the first, and one outline round both. Raises CraftError where the
    edges have not one shape, the pieces would lie on each other or on two folds, or are not sewn one to
    one."""
    if change.piece == change.other:
        raise CraftError("A piece cannot be joined to itself.")
    one, edge = draft.edge_of(change.piece, change.edge)
    two, theirs = draft.edge_of(change.other, change.other_edge)
    if {edge.kind, theirs.kind} & {"fold", "dart"}:
        raise CraftError("A fold or a dart is not a seam that can be left out.")
    before = draft
    if _face_to_face(draft, change):
        draft = _turned_over(draft, change.other)
        two = draft.shapes[change.other]
        theirs = two.edge(change.other_edge)
    kept, gone = change.piece, change.other
    taken = {each.name for each in one.edges}
    names = {
        each.name: each.name if each.name not in taken else f"{each.name} of {gone}"
        for each in two.edges
    }
    base = Side(kept, one, edge, {each: each for each in taken})
    laid = Side(gone, two, theirs, names)
    if has_fold(two) and not has_fold(one):
        base, laid = laid, base  # a fold keeps its line, and so its grain
    by = laid_to(base.edge, laid.edge)
    off = apart(base.edge, laid.edge, by)
    if off > ONE_LINE:
        raise CraftError(
            f"Laid together, {edge.name} and {theirs.name} lie {length_text(off)} apart: that seam shapes "
            "the garment."
        )
    shape, one_fold = on_one_fold(around(base, laid, by))
    if not is_simple(shape.outline):
        raise CraftError("Joined there, the pieces would lie on each other.")
    cuts = cuts_joined(draft.cuts[kept], draft.cuts[gone], fold=has_fold(shape),
                       who=(draft.who(kept), draft.who(gone)))  # fmt: skip
    after = replace(
        draft.with_shapes({kept: shape}),
        cuts={**draft.cuts, kept: cuts.joined},
        printed={**draft.printed, kept: draft.printed.get(kept) or draft.printed.get(gone)},
        seams=_joined_seams(draft.seams, change, names, one_fold),
    )
    alone = _cut_alone(before, change, cuts)
    numbers = (kept,) if alone is None else (kept, gone)
    after = after.without(gone) if alone is None else alone.under(gone, after)
    both = (*draft.cuts[kept], *draft.cuts[gone])
    made = ChangeMade(
        index=index, name=f"Joined: {draft.who(kept)} and {draft.who(gone).lower()}",
        pieces=numbers,
        instruction=f"{_turning(before, draft, gone)}Lay the stitching lines of {edge.name} and "
        f"{theirs.name} on each other and tape the pieces together; there is no seam and no allowance "
        "there any more.",
        figures=(counted(both, {n: after.cuts[n] for n in numbers},
                         tuple(after.names[n] for n in numbers)),),
        facts=(("", f"{gone} joined to {kept}"),),
    )  # fmt: skip
    return Done(after, made, tuple(_off_its_grain(draft, base, laid, by)))


def _off_its_grain(draft: Draft, base: Side, laid: Side, by: Affine) -> list[Finding]:
    """The joined piece has one grain line, and the one laid to the other may lie aslant to it."""
    angle = degrees(atan2(by[1], by[0]))
    off = min(abs(angle), 180 - abs(angle))
    if off < OFF_GRAIN:
        return []
    return [
        Finding(
            weight="doubt",
            what=f"Joined so, {draft.who(laid.number).lower()} lies {off:.0f}° off its own grain.",
            because=f"The piece has one grain line, that of {draft.who(base.number).lower()}; cut aslant "
            "cloth stretches and hangs otherwise.",
            mend="Keep the seam, or see on a toile how it hangs.",
            where=Where(piece=str(base.number)),
        )
    ]


def _face_to_face(draft: Draft, change: JoinChange) -> bool:
    """Whether the second paper must be turned over: both edges are walked the same way from the end they
    share. Their seam says so, else their hands: what is drawn for the left meets what is drawn for it."""
    mine, other = (change.piece, change.edge), (change.other, change.other_edge)
    for seam in draft.seams:
        sides = [{(r.piece, r.edge): r.backwards for r in side} for side in (seam.a, seam.b)]
        for one, two in (sides, sides[::-1]):
            if mine in one and other in two:
                return one[mine] == two[other]
    hands = draft.printed.get(change.piece), draft.printed.get(change.other)
    return None not in hands and hands[0] != hands[1]


def _turned_over(draft: Draft, number: int) -> Draft:
    """The draft with one paper turned over. Raises CraftError where its other hand is not cut as well."""
    if any(not (cut.pair or cut.on_fold) for cut in draft.cuts[number]):
        raise CraftError(
            f"{draft.who(number)} would have to be turned over to meet it, and is cut as drawn only: "
            "mirror it first, if it may be."
        )
    return mirrored(draft, number)


def _turning(before: Draft, after: Draft, number: int) -> str:
    return "" if before is after else f"Turn {after.who(number).lower()} over. "


class Alone(NamedTuple):
    """What is still cut alone from a cloth the other piece is not cut from."""

    name: str
    shape: Shape
    cuts: tuple[Cut, ...]

    def under(self, number: int, draft: Draft) -> Draft:
        """The draft with it under that number; it is sewn to nothing by itself."""
        return replace(
            draft.having(number, self.shape),
            names={**draft.names, number: self.name},
            cuts={**draft.cuts, number: self.cuts},
        )


def _cut_alone(before: Draft, change: JoinChange, cuts: JoinedCuts) -> Alone | None:
    """What goes on under the number that became free. Raises CraftError where both pieces have such a cloth
    of their own."""
    if cuts.first and cuts.second:
        roles = " and ".join(dict.fromkeys(cut.role for cut in (*cuts.first, *cuts.second)))
        raise CraftError(
            f"Each of them is cut from a cloth the other one is not cut from ({roles}); cut one of these "
            "from a piece of its own first."
        )
    left = cuts.first or cuts.second
    if not left:
        return None
    number = change.piece if cuts.first else change.other
    only = " and ".join(dict.fromkeys(cut.role for cut in left))
    return Alone(f"{before.names[number]}, {only} only", before.shapes[number], left)


def _joined_seams(
    seams: tuple[Seam, ...], change: JoinChange, names: dict[str, str], gone_into: dict[str, str]
) -> tuple[Seam, ...]:
    gone = {(change.piece, change.edge), (change.other, change.other_edge)}

    def named(edge: str) -> str:
        return gone_into.get(names[edge], names[edge])

    def side(refs: tuple[EdgeRef, ...]) -> tuple[EdgeRef, ...]:
        return tuple(
            ref.model_copy(update={"piece": change.piece, "edge": named(ref.edge)})
            if ref.piece == change.other else ref
            for ref in refs if (ref.piece, ref.edge) not in gone
        )  # fmt: skip

    made = [seam.model_copy(update={"a": side(seam.a), "b": side(seam.b)}) for seam in seams]
    return tuple(seam for seam in made if seam.a and seam.b)
