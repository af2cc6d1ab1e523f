"""What the paper of every piece ends at, and which papers are the originals themselves."""

from collections.abc import Iterable, Mapping
from typing import NamedTuple

from craft.fit import WorkingPiece
from craft.trace import Traced
from craft.trace.inputs import Line


class PaperEnd(NamedTuple):
    """The line a paper ends at, edges whose allowance is not on it in any case, and edges that are the
    cloth’s own and not cut."""

    line: Line = "cutting"
    on_cloth: tuple[str, ...] = ()
    uncut: tuple[str, ...] = ()


PaperEnds = Mapping[int, PaperEnd]


def paper_ends(pieces: Iterable[WorkingPiece]) -> PaperEnds:
    """For every piece by its number."""
    return {piece.number: PaperEnd(piece.line, piece.on_cloth, piece.uncut) for piece in pieces}


def originals_of(traced: Traced) -> frozenset[int]:
    """Pieces that are cut from the original paper: nobody slits it for a dart."""
    return frozenset(
        piece.number
        for piece in traced.pieces
        if piece.advice is not None and piece.advice.treatment != "trace"
    )
