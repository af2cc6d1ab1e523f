"""The pieces as they are cut from cloth: a band joined from two lengths, a piece taken from another cloth,
hems taken narrow. What a person decided at the table, made to the fitted pieces before they are laid."""

from collections.abc import Callable

from craft.errors import CraftError
from craft.fit import Fitted, WorkingPiece
from craft.lay.inputs import LayInputs
from craft.lay.joined import joined_in_two
from craft.pattern.caps import capped
from craft.pattern.cutting import cutting_line
from craft.pattern.piece import Role

NARROW_HEM = 10.0  # what a narrow hem turned twice takes (mm)
JOIN = 15.0  # allowance at either side of a join (mm)


def pieces_to_lay(fitted: Fitted, inputs: LayInputs) -> Fitted:
    """The fitted pieces with every such decision carried out; the same object where there is none."""
    for number in inputs.joins:
        fitted = joined(fitted, number) or fitted
    for role, numbers in inputs.elsewhere.items():
        for number in numbers:
            fitted = without(fitted, number, role)
    for role in inputs.narrow:
        fitted = narrow_hems(fitted, role) or fitted
    for role, depth in inputs.scallop.items():
        on_it = {number for number, liberty in inputs.liberties.items() if liberty.border}
        fitted = on_the_scallop(fitted, role, on_it, depth)
    return fitted


def on_the_scallop(fitted: Fitted, role: Role, numbers: set[int], depth: float) -> Fitted:
    """Pieces whose hem lies on the border of the cloth: below their hem line there is just the border."""
    made = []
    for piece in fitted.pieces:
        if piece.number in numbers and any(cut.role == role for cut in piece.cuts):
            hems = tuple(edge.name for edge in piece.shape.edges if edge.kind == "hem")
            piece = _hemmed(piece, lambda _: depth).model_copy(update={"uncut": hems})
        made.append(piece)
    return fitted.model_copy(update={"pieces": tuple(made)})


def check_joins(fitted: Fitted, numbers: tuple[int, ...]) -> None:
    """Raises CraftError for a piece that cannot be joined from two lengths."""
    for number in numbers:
        if joined(fitted, number) is None:
            raise CraftError(
                f"Piece {number} cannot be joined from two lengths: it is cut on a fold, or would "
                "fall into more than two.",
                "joins",
            )


def joined(fitted: Fitted, number: int) -> Fitted | None:
    """One piece replaced by its two lengths; None for a piece that cannot be joined so."""
    piece = next((each for each in fitted.pieces if each.number == number), None)
    others = tuple(p for p in fitted.pieces if p.number != number)
    taken = {each.number for each in others}
    halves = joined_in_two(piece, JOIN, taken) if piece is not None else None
    if halves is None:
        return None
    return fitted.model_copy(update={"pieces": (*others, *halves)})


def without(fitted: Fitted, number: int, role: Role) -> Fitted:
    """The pieces with that one no longer cut from this role's cloth."""
    made = []
    for piece in fitted.pieces:
        if piece.number == number:
            cuts = tuple(cut for cut in piece.cuts if cut.role != role)
            piece = piece.model_copy(update={"cuts": cuts})
        made.append(piece)
    return fitted.model_copy(update={"pieces": tuple(made)})


def narrow_hems(fitted: Fitted, role: Role) -> Fitted | None:
    """The pieces with their hems taken narrow; None when no hem is wider."""
    made, changed = [], False
    for piece in fitted.pieces:
        if any(cut.role == role for cut in piece.cuts):
            narrowed = _narrowed(piece)
            changed = changed or narrowed is not piece
            piece = narrowed
        made.append(piece)
    return fitted.model_copy(update={"pieces": tuple(made)}) if changed else None


def _narrowed(piece: WorkingPiece) -> WorkingPiece:
    if not any(e.kind == "hem" and e.allowance > NARROW_HEM for e in piece.shape.edges):
        return piece
    return _hemmed(piece, lambda allowance: min(allowance, NARROW_HEM))


def _hemmed(piece: WorkingPiece, allowance: Callable[[float], float]) -> WorkingPiece:
    """The piece with another allowance at its hems."""
    edges = tuple(
        edge.model_copy(update={"allowance": allowance(edge.allowance)})
        if edge.kind == "hem" else edge
        for edge in piece.shape.edges
    )  # fmt: skip
    shape = capped(piece.shape.model_copy(update={"edges": edges}))
    return piece.model_copy(update={"shape": shape, "cutting": cutting_line(shape)})
