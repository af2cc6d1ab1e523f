"""Weights or pins, how many and where: few on small simple pieces, more on large or odd ones."""

from math import ceil, pi

from craft.cloth import Cloth
from craft.cut.inputs import Holding
from craft.frozen import Frozen
from craft.pattern.piece import Shape
from craft.shape.bends import turn
from craft.shape.curve import tangent_at

# One for so much of the cutting line, and never fewer (mm).
EVERY: dict[Holding, float] = {"weights": 300.0, "pins": 200.0}
FEWEST: dict[Holding, int] = {"weights": 2, "pins": 3}
# A piece with more corners than a plain one has needs one more for each.
PLAIN_CORNERS = 4
CORNER = pi / 6


class Held(Frozen):
    """How a piece is held while it is cut: ``count`` weights or pins, and where they go; ``sentence``: all
    of it as a sentence."""

    by: Holding
    count: int
    sentence: str


def held(corners: int, round_it: float, cloth: Cloth | None, by: Holding, *, on_fold: bool) -> Held:
    """For one piece with so many corners, and so long a cutting line (mm)."""
    odd = max(0, corners - PLAIN_CORNERS)
    count = max(FEWEST[by], ceil(round_it / EVERY[by] - 1e-9)) + odd
    delicate = cloth is not None and wants_fine_pins(cloth)
    first = "along the fold first, then at the corners" if on_fold else "at the corners first"
    where = f"{first}, then along the long edges"
    if by == "pins":
        where += (
            "; fine pins, inside the allowance only"
            if delicate
            else "; square to the edge, points inward"
        )
    because = "a small simple piece" if count == FEWEST[by] else "its size"
    if odd:
        because += f" and {odd} corner{'s' if odd > 1 else ''} more than a plain piece has"
    return Held(by=by, count=count, sentence=f"{count} {by}, {where} ({because}).")


def wants_fine_pins(cloth: Cloth) -> bool:
    """Whether a usual pin would leave its hole, or push what is sewn on."""
    like = {"slippery", "lightweight", "sequins", "beads"}
    return cloth.delicate or bool(like & set(cloth.treated))


def corners(shape: Shape) -> int:
    """How many real corners the outline has, caps of darts left out."""
    sides = [edge for edge in shape.edges if edge.kind != "dart"]
    count = 0
    for before, after in zip(sides, (*sides[1:], sides[0]), strict=True):
        come, go = tangent_at(before.path[-1], 1), tangent_at(after.path[0], 0)
        count += abs(turn(come, go)) > CORNER
    return count
