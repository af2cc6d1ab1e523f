"""How an outline turns from curve to curve."""

from craft.shape.bends import turn
from craft.shape.curve import tangent_at
from craft.shape.path import Path


def turns_of(path: Path) -> list[float]:
    """By how much a closed path turns where each of its curves begins (radians, signed)."""
    return [
        turn(tangent_at(path[at - 1], 1.0), tangent_at(path[at], 0.0)) for at in range(len(path))
    ]
