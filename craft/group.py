"""What several makings need together of paper to trace on."""

from craft.making import Making
from craft.measure import Figure, buy_text, cloth_text
from craft.sheets import out_pieces
from craft.trace.paper import PaperInputs, plan_paper


def paper_needed(made: Making, paper: PaperInputs) -> Figure:
    """The length of roll to trace every piece of a making (mm)."""
    roll = paper.model_copy(update={"kind": "roll"})
    pieces = tuple(piece.on_paper for piece in out_pieces(made.traced, made.fitted, None))
    return plan_paper(pieces, roll).needed


def together(name: str, parts: tuple[Figure, ...]) -> Figure:
    """Lengths of paper added up (mm)."""
    total = sum(part.value for part in parts)
    terms = " + ".join(cloth_text(part.value) for part in parts) or "nothing yet"
    said = buy_text(total)
    return Figure(name=name, value=total, text=said, working=(f"{terms} = {cloth_text(total)}",))
