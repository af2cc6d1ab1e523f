"""Which pieces a view needs, which to leave, and which are easily mistaken for each other."""

from typing import Literal

from craft.frozen import Frozen
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Piece
from craft.shape import path as paths

# Pieces whose areas, heights, widths and outlines differ by less than this share look alike.
ALIKE = 0.05


class Listed(Frozen):
    """One piece of the original as this making sees it. ``why`` explains the state."""

    number: int
    name: str
    state: Literal["needed", "borrowed", "left", "missing", "guide"]
    why: str
    alike: tuple[int, ...]


def listed(
    pattern: Pattern, view: str, borrowed: tuple[str, ...], missing: tuple[int, ...], size: str
) -> tuple[Listed, ...]:
    """Every piece with what to do with it."""
    needed = {piece.number for piece in pattern.in_view(view, borrowed)}
    own = {piece.number for piece in pattern.in_view(view)}
    alike = look_alikes(pattern.pieces, size)
    made = []
    for piece in pattern.pieces:
        if piece.number not in needed:
            state, why = "left", f"for view {', '.join(piece.views)}: leave it folded"
        elif piece.number in missing:
            state, why = "missing", "not in the envelope"
        elif piece.guide:
            state, why = "guide", "a guide: traced, never cut in cloth"
        elif piece.number not in own:
            state, why = "borrowed", f"borrowed with the {piece.feature or piece.name.lower()}"
        else:
            state, why = "needed", "" if not piece.views else f"for view {', '.join(piece.views)}"
        made.append(
            Listed.model_validate(
                {
                    "number": piece.number, "name": piece.name, "state": state, "why": why,
                    "alike": alike.get(piece.number, ()),
                }
            )
        )  # fmt: skip
    return tuple(made)


def look_alikes(pieces: tuple[Piece, ...], size: str) -> dict[int, tuple[int, ...]]:
    """Pieces of nearly the same outline, by number: to be named before they are cut out."""
    seen = [(piece.number, _measures(piece, size)) for piece in pieces]
    found: dict[int, tuple[int, ...]] = {}
    for number, mine in seen:
        others = tuple(
            other
            for other, theirs in seen
            if other != number
            and all(abs(a - b) < ALIKE * max(a, b) for a, b in zip(mine, theirs, strict=True))
        )
        if others:
            found[number] = others
    return found


def _measures(piece: Piece, size: str) -> tuple[float, float, float, float]:
    outline = piece.shapes[size].outline
    x0, y0, x1, y1 = paths.control_bounds(outline)
    return paths.area(outline), x1 - x0, y1 - y0, paths.length(outline)
