"""Letters for the edges of a piece, so that a short sentence and a drawing name the same one."""

from collections.abc import Mapping
from string import ascii_uppercase

from craft.pattern.piece import Shape


def letters_of(shape: Shape) -> dict[str, str]:
    """Edge by edge as the outline is walked, darts’ caps left out: A, B, … Z, AA, AB…

    The same edge of the other half of an opened piece has a letter of its own.
    """
    names = [edge.name for edge in shape.edges if edge.kind != "dart"]
    return {name: _letter(number) for number, name in enumerate(dict.fromkeys(names))}


def lettered(name: str, letters: Mapping[str, str]) -> str:
    """An edge as sentences name it: by its letter and its name."""
    return f"{letters[name]} {name}" if name in letters else name or "inside"


def _letter(number: int) -> str:
    if number < len(ascii_uppercase):
        return ascii_uppercase[number]
    before, last = divmod(number, len(ascii_uppercase))
    return _letter(before - 1) + ascii_uppercase[last]
