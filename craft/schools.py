"""Schools: where practitioners disagree. Each is a named choice, and each of its sides says why.

What is usual, or what the cloth asks for, is proposed; whoever belongs to another school chooses it.
"""

from craft.frozen import Frozen


class SchoolSide(Frozen):
    """One side of a disagreement: its code, its words, and why."""

    code: str
    words: str
    because: str


class School(Frozen):
    """A disagreement: ``name``: the field of the inputs it is; what it asks, and its sides. ``proposed``:
    the code of the usual side; "": the cloth decides, as ``by_cloth`` says."""

    name: str
    asks: str
    sides: tuple[SchoolSide, ...]
    proposed: str = ""
    by_cloth: str = ""


def school(
    name: str, asks: str, proposed: str, *sides: tuple[str, str, str], by_cloth: str = ""
) -> School:
    """A school from its sides: code, words, because."""
    return School(
        name=name, asks=asks, proposed=proposed, by_cloth=by_cloth,
        sides=tuple(SchoolSide(code=c, words=w, because=b) for c, w, b in sides),
    )  # fmt: skip
