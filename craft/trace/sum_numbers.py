"""The numbers that a piece from a sum asks for: one table for tracing and for patterns of one's own."""

from craft.frozen import Frozen


class NumberAsked(Frozen):
    """``words``: the plain question. ``usual``: taken when nothing is typed; ``length``: mm, else a
    number of times; ``choices``: all that is allowed, by their words."""

    name: str
    words: str
    usual: float | None = None
    length: bool = True
    choices: dict[str, float] = {}


def asked(name: str, words: str, usual: float | None = None, **more: object) -> NumberAsked:
    """A number asked for, in short.

    >>> asked("long", "The length").usual is None
    True
    """
    return NumberAsked.model_validate({"name": name, "words": words, "usual": usual, **more})


FINISHED = asked("finished", "Its length, as finished")
WIDTH = asked("width", "Its width, as finished")
FULLNESS = asked("fullness", "How many times as long as its seam", 1.0, length=False)
STRIP = (
    asked("allowance", "The seam allowance all round", 10.0),
    asked("strip", "The longest strip the cloth gives (0: as long as needed)", 0.0),
    asked("count", "How many of them", 1.0, length=False),
)
# By the names of craft.trace.sums.SumPiece; the first may come from the edges it is sewn to.
SUM_NUMBERS: tuple[NumberAsked, ...] = (FINISHED, WIDTH, FULLNESS, *STRIP)
