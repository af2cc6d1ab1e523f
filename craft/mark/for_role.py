"""What each role gets of the marks of a piece: one table.

Source of the rule: what is seen outside belongs on the garment's own cloth; a lining gets what its own
sewing needs; a toile grain, centre and levels, darts and seams, by the quickest way.
"""

from craft.fit import WorkingPiece
from craft.pattern.marks import Mark, MarkKind
from craft.pattern.piece import Role

# What is sewn from the right side, or matched there, must be seen there.
MUST_SHOW: tuple[MarkKind, ...] = ("buttonhole", "placement", "centre line")
# These guide the laying and the fitting; they are not carried to the cloth.
ON_PAPER_ONLY: tuple[MarkKind, ...] = ("grain", "stretch", "length line", "body level")
# Of these a toile is read on the body.
READ_ON_THE_BODY: tuple[MarkKind, ...] = ("grain", "body level")
NOT_ON_A_TOILE: tuple[MarkKind, ...] = ("buttonhole", "placement", "casing", "circle")


def not_for(role: Role, mark: Mark, piece: WorkingPiece) -> str:
    """Why a role does not get a mark; "" where it does."""
    if role == "toile":
        if mark.kind in NOT_ON_A_TOILE or "pocket" in mark.feature.lower():
            return "a toile is tried without it"
        if mark.kind in READ_ON_THE_BODY:
            return ""
    if mark.kind in ON_PAPER_ONLY:
        return "it guides the laying and the fitting, not the sewing"
    if role == "interfacing" and mark.kind in MUST_SHOW:
        return "it belongs on the right side of the garment’s own cloth"
    if role == "lining" and _shared(piece):
        if mark.kind in MUST_SHOW:
            return "it belongs on the right side of the garment’s own cloth, not on its lining"
        if "pocket" in mark.feature.lower():
            return "its pocket is sewn to the garment’s own cloth, not to the lining"
    return ""


def _shared(piece: WorkingPiece) -> bool:
    """Whether the same paper is cut from the garment’s own cloth too: what is seen is marked there."""
    return any(cut.role in ("main", "contrast") for cut in piece.cuts)
