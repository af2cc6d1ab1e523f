"""What several makings need together of paper to trace on."""

from craft.making import DerivedMaking
from craft.measure import Figure
from craft.sheets import out_pieces
from craft.trace.paper import PaperInputs, plan_paper


def paper_needed(made: DerivedMaking, paper: PaperInputs) -> Figure:
    """The length of roll to trace every piece of a making (mm)."""
    roll = paper.model_copy(update={"kind": "roll"})
    pieces = tuple(piece.on_paper for piece in out_pieces(made.traced, made.fitted, None))
    return plan_paper(pieces, roll).needed
