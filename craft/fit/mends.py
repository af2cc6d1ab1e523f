"""What the walk of the seams offers to do: the piece to change, by how much, and the change that does it.

Source of the rule: where two edges do not agree, the one that is too short is lengthened at its free end
(in doubt longer), the notch of the second side moves to the first's, and a seam has one allowance.
"""

from typing import Literal

from craft.fit.change import within_bounds
from craft.fit.draft import Draft
from craft.fit.inputs import Change
from craft.fit.pieces.allowance import AllowanceChange
from craft.fit.pieces.edge_by_hand import HandChange
from craft.fit.pieces.notch import NotchMove
from craft.fit.seams.side import Side, side_of
from craft.frozen import Frozen
from craft.measure import Finding, Where, capital, length_text
from craft.pattern.pattern import EdgeRef
from craft.pattern.piece import Edge
from craft.shape import path as paths

# Allowances that differ by less are one (mm).
ONE_ALLOWANCE = 0.5
# The kinds of edge a side may be lengthened into (mm): what it ends at is free there.
FREE = ("hem", "finish")
# What must be left of an edge that is cut back (mm).
LEAST_LEFT = 10.0


class Mend(Frozen):
    """An offer: what it does, for which seam, and the changes to add."""

    seam: str
    sentence: str
    changes: tuple[Change, ...]


def length_mends(draft: Draft, seam: str, longer: int, off: float) -> list[Mend]:
    """The shorter side of a seam made as long as the other, or the longer one as short. ``longer``: 0 where
    side a is the longer one; ``off``: by how much (mm, positive)."""
    found = next(each for each in draft.seams if each.name == seam)
    sides = (found.b, found.a) if longer == 0 else (found.a, found.b)
    ways = (("Lengthen", off), ("Shorten", -off))
    made = [_ended(draft, seam, refs[0], *way) for refs, way in zip(sides, ways, strict=True)]
    return [mend for mend in made if mend is not None]


def _ended(draft: Draft, seam: str, ref: EdgeRef, verb: str, by: float) -> Mend | None:
    """A side run on, or cut back, at the end where nothing is sewn to it; else at its lower end."""
    side, _ = side_of(draft.seams, draft.shapes, ref.piece, ref.edge)
    at_lower = _free(draft, side, lower=True) or not _free(draft, side, lower=False)
    end = side.refs[-1] if at_lower else side.refs[0]
    edge = draft.shapes[end.piece].edge(end.edge)
    if edge.kind in ("fold", "dart") or paths.length(edge.path) + by < LEAST_LEFT:
        return None
    # Walked as the edge itself runs, its end lies below unless the side walks it backwards.
    part: Literal["start", "end"] = "end" if at_lower != end.backwards else "start"
    change = within_bounds(
        HandChange, kind="hand", piece=end.piece, edge=end.edge, part=part,
        along=by if part == "end" else -by, size=draft.size,
    )  # fmt: skip
    if change is None:
        return None
    return Mend(
        seam=seam, changes=(change,),
        sentence=f"{verb} {draft.who(end.piece)} by {length_text(abs(by))} at the "
        f"{'lower' if at_lower else 'upper'} end of its {end.edge}",
    )  # fmt: skip


def _free(draft: Draft, side: Side, *, lower: bool) -> bool:
    """Whether the side ends at an edge that nothing is sewn to."""
    ref = side.refs[-1] if lower else side.refs[0]
    edges = draft.shapes[ref.piece].edges
    at = next(i for i, edge in enumerate(edges) if edge.name == ref.edge)
    beside = edges[(at + 1) % len(edges)] if lower != ref.backwards else edges[at - 1]
    return beside.kind in FREE


def notch_mend(draft: Draft, seam: str, name: str) -> Mend | None:
    """The notch of side b moved to where side a has it."""
    found = next(each for each in draft.seams if each.name == seam)
    along = {}
    for key, refs in (("a", found.a), ("b", found.b)):
        begun = 0.0
        for ref in refs:
            path = draft.shapes[ref.piece].edge(ref.edge).path
            whole = paths.length(path)
            for mark in draft.shapes[ref.piece].marks:
                if mark.kind == "notch" and mark.edge == ref.edge and mark.name == name:
                    at = paths.nearest(path, mark.points[0])[1]
                    along[key] = (
                        begun + (whole - at if ref.backwards else at),
                        ref,
                        mark,
                        at,
                        whole,
                    )
            begun += whole
    if len(along) < 2:
        return None
    wanted, (has, ref, mark, at, whole) = along["a"][0], along["b"]
    by = (wanted - has) * (-1 if ref.backwards else 1)
    if not 0 <= at + by <= whole:
        return None
    change = within_bounds(
        NotchMove, kind="notch", piece=ref.piece, mark=mark.id, along=round(by, 2)
    )
    if change is None:
        return None
    return Mend(seam=seam, changes=(change,),
                sentence=f"Move “{name}” {length_text(abs(by))} on {draft.who(ref.piece)}")  # fmt: skip


def allowances(draft: Draft) -> tuple[list[Finding], list[Mend]]:
    """Seams whose two sides have unequal allowances, with the offer to take the first side's."""
    findings, mends = [], []
    for seam in draft.seams:
        refs = (*seam.a, *seam.b)
        if any(ref.piece not in draft.shapes for ref in refs):
            continue
        edges = [(ref, draft.shapes[ref.piece].edge(ref.edge)) for ref in refs]
        sewn = [(ref, edge) for ref, edge in edges if edge.kind == "seam"]
        wide = {round(edge.allowance, 1) for _, edge in sewn}
        if len(wide) < 2 or max(wide) - min(wide) < ONE_ALLOWANCE:
            continue
        first, kept = sewn[0]
        others = [(r, e) for r, e in sewn if abs(e.allowance - kept.allowance) >= ONE_ALLOWANCE]
        findings.append(_unequal(draft, seam.name, kept, first.piece, others[0]))
        mends.append(
            Mend(
                seam=seam.name,
                sentence=f"Give {' and '.join(draft.who(r.piece) for r, _ in others)} "
                f"{length_text(kept.allowance)} there too",
                changes=tuple(
                    AllowanceChange(
                        kind="allowance", piece=r.piece, edge=r.edge, width=kept.allowance
                    )
                    for r, _ in others
                ),
            )
        )
    return findings, mends


def _unequal(
    draft: Draft, seam: str, kept: Edge, piece: int, other: tuple[EdgeRef, Edge]
) -> Finding:
    ref, edge = other
    return Finding(
        weight="doubt",
        what=f"{capital(seam)}: {draft.who(piece)} has {length_text(kept.allowance)} of "
        f"allowance, {draft.who(ref.piece)} {length_text(edge.allowance)}.",
        because="Laid together raw edge on raw edge they are not sewn on both their stitching lines.",
        mend="Give both the same, or mark the stitching line on both.",
        where=Where(piece=str(ref.piece), edge=ref.edge),
    )  # fmt: skip
