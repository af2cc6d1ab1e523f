"""The one kind of error the craft raises: a sentence for the person at the table."""

from collections.abc import Sequence

# More faults of one document than these are not told at once.
TOLD = 20
Fault = tuple[str, str]
"""A sentence, and the place it is about, with dots between levels."""


class CraftError(ValueError):
    """Something cannot be done with what was given.

    ``sentence`` says what happened and what to do; ``field`` names the input it is about,
    with dots between levels, or is empty when it is about the whole.
    """

    def __init__(self, sentence: str, field: str = "") -> None:
        super().__init__(sentence)
        self.sentence = sentence
        self.field = field


def all_of(faults: Sequence[Fault], opening: str, under: str = "") -> CraftError:
    """One error for every fault of a document (at least one), a line each. ``opening``: what the
    document is, before “at {place}: {fault}”; ``under``: what goes before the places."""
    placed = [(sentence, f"{under}{place}".strip(".")) for sentence, place in faults[:TOLD]]
    first, field = placed[0]
    if len(placed) == 1:
        return CraftError(f"{opening} at {field or 'the top'}: {first}", field)
    count = f"{TOLD} and more" if len(faults) > TOLD else str(len(placed))
    lines = [f"{opening} in {count} places:"]
    lines += [f"{place or 'the top'}: {sentence}" for sentence, place in placed]
    return CraftError("\n".join(lines), field)
