"""A piece cut in two along a style line: allowances and matching notches at the new edges, names, left and
right, and how many pieces of cloth come of it.

Source of the rule: new edges get allowances and matching notches; what was cut on the fold and does not
reach it any more is cut as a pair; both parts keep the direction of the grain.
"""

from collections.abc import Iterable
from dataclasses import replace
from typing import Annotated, ClassVar, Literal

from pydantic import Field

from craft.errors import CraftError
from craft.fit.change import Drawn, FitChange, Number, PieceChange
from craft.fit.draft import ChangeMade, Done, Draft
from craft.fit.pieces.counts import counted
from craft.fit.pieces.divided import Part, divided
from craft.fit.pieces.shared_out import shared_out
from craft.fit.tolerances import Tolerances
from craft.frozen import Name
from craft.measure import Finding, Where, length_text
from craft.pattern.counts import cuts_of_part
from craft.pattern.marks import Mark
from craft.pattern.pattern import EdgeRef, Seam
from craft.shape import path as paths
from craft.shape.crossings import smooth_line
from craft.shape.path import Path, polyline


class SplitChange(PieceChange):
    """A piece cut in two along a style ``line`` from edge to edge (``curved``: one smooth line through its
    points). The part on the line's left keeps the number, the other gets ``new``."""

    another_piece: ClassVar[bool] = True
    kind: Literal["split"]
    piece: Number
    line: Annotated[tuple[Drawn, ...], Field(min_length=2, max_length=20)]
    curved: bool = False
    new: Annotated[int, Field(ge=1, le=999)]
    names: tuple[Name, Name]
    seam: Name = "style line"
    allowance: Annotated[float, Field(ge=0, le=100)] = 15.0
    notches: Annotated[int, Field(ge=0, le=3)] = 2

    def heading(self) -> str:
        """What the change is of."""
        return f"piece {self.piece} cut in two"

    def apply(self, draft: Draft, index: int, tolerances: Tolerances) -> Done:
        """The rule itself."""
        return split(draft, self, index)


def split(draft: Draft, change: SplitChange, index: int) -> Done:
    """The pieces with one cut in two. Raises CraftError where the line does not cross it from edge to edge,
    runs through a dart, or the new number is taken."""
    shape = draft.shapes.get(change.piece)
    if shape is None:
        raise CraftError(f"There is no piece {change.piece} in this view.")
    if change.new in draft.shapes:
        raise CraftError(f"There is a piece {change.new} already.")
    line = smooth_line(change.line) if change.curved else polyline(*change.line)
    kept, new = divided(shape, line, change.seam, change.allowance)
    numbers = (change.piece, change.new)
    along = kept.edges[-1].path
    parts, doubts = shared_out(shape, (kept, new), tuple(_notches(along, change)))
    shapes = dict(zip(numbers, parts, strict=True))
    cuts = {n: cuts_of_part(draft.cuts[change.piece], shapes[n]) for n in numbers}
    after = replace(
        draft.with_shapes(shapes),
        names={**draft.names, **dict(zip(numbers, change.names, strict=True))},
        cuts={**draft.cuts, **cuts},
        printed={**draft.printed, change.new: draft.printed.get(change.piece)},
        parents={**draft.parents, change.new: change.piece},
        seams=(*_divided_seams(draft.seams, numbers, (kept, new)), _new_seam(change)),
    )
    size = paths.length(along)
    made = ChangeMade(
        index=index, name=f"Cut in two: {draft.who(change.piece).lower()}", pieces=numbers,
        instruction=f"Draw the {change.seam}, {length_text(size)} long, with its notches across it and the "
        f"grain line on both sides. Cut along it; tape paper to both edges and draw "
        f"{length_text(change.allowance)} of allowance.",
        figures=(counted(draft.cuts[change.piece], cuts, change.names),),
        facts=((f"{change.seam} on {change.piece}", round(size, 1)),),
    )  # fmt: skip
    return Done(after, made, tuple(_doubted(draft, change, doubts)))


def free_number(numbers: Iterable[int], changes: tuple[FitChange, ...]) -> int:
    """A number for a new part that no piece has, nor a part that is switched off.

    >>> free_number([1, 2, 7], ())
    8
    """
    parts = [change.new for change in changes if isinstance(change, SplitChange)]
    return max((*numbers, *parts), default=0) + 1


def _doubted(draft: Draft, change: SplitChange, names: list[str]) -> list[Finding]:
    if not names:
        return []
    return [
        Finding(
            weight="doubt",
            what=f"{draft.who(change.piece)}: the {change.seam} runs across "
            f"{', '.join(dict.fromkeys(names))}.",
            because="It lies on the part that has more of it.",
            mend="Look where it belongs; move the line if it must stay whole.",
            where=Where(piece=str(change.piece)),
        )
    ]  # fmt: skip


def _notches(along: Path, change: SplitChange) -> list[Mark]:
    size = paths.length(along)
    return [
        Mark(id=f"{change.seam}-{k}", kind="notch", name=f"{change.seam} notch {k}", edge=change.seam,
             points=(paths.point_along(along, size * k / (change.notches + 1)),))
        for k in range(1, change.notches + 1)
    ]  # fmt: skip


def _divided_seams(
    seams: tuple[Seam, ...], numbers: tuple[int, int], parts: tuple[Part, Part]
) -> tuple[Seam, ...]:
    """Every seam with the stretches of a divided edge in their order."""
    found: dict[str, list[tuple[float, int, str]]] = {}
    for number, part in zip(numbers, parts, strict=True):
        for stretch in part.stretches:
            found.setdefault(stretch.edge, []).append((stretch.begins, number, stretch.name))

    def side(refs: tuple[EdgeRef, ...]) -> tuple[EdgeRef, ...]:
        made: list[EdgeRef] = []
        for ref in refs:
            if ref.piece != numbers[0] or ref.edge not in found:
                made.append(ref)
                continue
            new = [
                ref.model_copy(update={"piece": number, "edge": name})
                for _, number, name in sorted(found[ref.edge])
            ]
            made += reversed(new) if ref.backwards else new
        return tuple(made)

    return tuple(seam.model_copy(update={"a": side(seam.a), "b": side(seam.b)}) for seam in seams)


def _new_seam(change: SplitChange) -> Seam:
    return Seam(
        name=change.seam,
        a=(EdgeRef(piece=change.piece, edge=change.seam),),
        b=(EdgeRef(piece=change.new, edge=change.seam, backwards=True),),
    )
