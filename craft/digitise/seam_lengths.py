"""How the seams entered stand: both sides' lengths in one size, and whether they agree."""

from craft.digitise.entered import EnteredPiece, folded_in, lengths_of
from craft.digitise.inputs import PatternInputs
from craft.fit.seams.walk import TOLERANCE
from craft.frozen import Frozen
from craft.measure import length_text
from craft.pattern.sewn import compared, copies_of


class SeamLengths(Frozen):
    """A seam entered. ``a``, ``b``: lengths (mm), None where an edge is gone; ``off``: what is left
    after the ease."""

    name: str
    a: float | None
    b: float | None
    off: float | None
    agrees: bool
    sentence: str


def seam_lengths(
    inputs: PatternInputs, pieces: tuple[EnteredPiece, ...], size: str
) -> tuple[SeamLengths, ...]:
    """Every seam, in the order entered."""
    by_id = {made.id: made for made in pieces}
    found = []
    for number, seam in enumerate(inputs.seams, 1):
        parts = [
            [
                (mm, copies_of(by_id[ref.piece].cuts)) for ref in side
                if (mm := lengths_of(ref, by_id).get(size)) is not None
            ]
            for side in (seam.a, seam.b)
        ]  # fmt: skip
        folded = [sum(folded_in(ref, by_id, size) for ref in side) for side in (seam.a, seam.b)]
        sums = compared(parts[0], parts[1], seam.ease, folded[0] - folded[1])
        a, b = (
            total if len(known) == len(side) else None
            for total, known, side in zip(sums, parts, (seam.a, seam.b), strict=False)
        )
        name = seam.name.strip() or f"seam {number}"
        if a is None or b is None:
            found.append(SeamLengths(name=name, a=a, b=b, off=None, agrees=False,
                                      sentence="One of its edges is not there any more."))  # fmt: skip
            continue
        off = a - b - seam.ease
        ease = f", {length_text(seam.ease)} of it ease" if seam.ease else ""
        agrees = abs(off) <= TOLERANCE
        text = f"{length_text(a)} to {length_text(b)}{ease}"
        text += ": they fit." if agrees else f": {length_text(abs(off))} apart."
        found.append(SeamLengths(name=name, a=a, b=b, off=off, agrees=agrees, sentence=text))
    return tuple(found)
