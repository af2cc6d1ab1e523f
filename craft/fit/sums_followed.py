"""Pieces by sum after the changes: they follow the edges they are sewn to, unless they were changed
themselves."""

from dataclasses import replace

from craft.fit.draft import Draft
from craft.measure import Finding, Where
from craft.trace import Traced
from craft.trace.sums import SumPiece, reckon


def sums_followed(draft: Draft, traced: Traced) -> tuple[Draft, list[Finding]]:
    """The draft with every sum worked out anew on the edges as they are now. One that was changed by
    itself stays as it was made, which is said where its sum comes to another length by now; where an edge
    is gone, its sum stays as it was."""
    before = {piece.number: piece.shape for piece in traced.pieces}
    shapes, cuts = dict(draft.shapes), dict(draft.cuts)
    left: list[Finding] = []
    for each in traced.sums:
        if each.number not in shapes or not _edges_are_there(each, draft):
            continue
        now = reckon(each, shapes)
        if draft.shapes[each.number] == before[each.number]:
            shapes[each.number], cuts[each.number] = now.shape, now.cuts
        elif now.long.text != (old := reckon(each, before).long.text):
            left.append(
                Finding(
                    weight="doubt",
                    what=f"{draft.who(each.number)} does not follow the edges it is sewn to any more.",
                    because=f"It was changed by itself, on a cut length of {old}; by its sum it would be "
                    f"{now.long.text} long by now.",
                    mend="Change its length as well, or switch the change of it off.",
                    where=Where(piece=str(each.number)),
                )
            )
    return replace(draft, shapes=shapes, cuts=cuts), left


def _edges_are_there(piece: SumPiece, draft: Draft) -> bool:
    return all(
        ref.piece in draft.shapes
        and any(edge.name == ref.edge for edge in draft.shapes[ref.piece].edges)
        for ref in piece.along
    )
