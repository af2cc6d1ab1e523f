"""How exactly to cut: by how closely the garment fits.

Source of the rule: a close fit shows every millimetre, a loose one forgives; a seam is sewn twice as
far off as one piece was cut, since both pieces may err.
"""

from craft.measure import Figure, length_text
from craft.pick import Picked

# Ease up to here (mm) is a close fit, an easy one, and beyond that a loose one; and what may then be
# off (mm).
FITS: tuple[tuple[float, str, float], ...] = (
    (60.0, "a close fit", 1.0),
    (140.0, "an easy fit", 2.0),
    (float("inf"), "a loose fit", 3.0),
)


def exactness(picked: Picked) -> Figure:
    """How far a cut may be off the line (mm), with the ease it follows from."""
    eases = [
        (row.finished.value - row.body, row.measurement)
        for row in picked.comparisons
        if row.finished is not None and row.level != "length"
    ]
    if not eases:
        return Figure(
            name="how exact", value=2.0, text=length_text(2.0),
            working=(f"nothing is known of its ease: cut to {length_text(2.0)}, as for an easy fit",),
        )  # fmt: skip
    ease, at = min(eases)
    fit, off = next((fit, off) for most, fit, off in FITS if ease <= most)
    return Figure(
        name="how exact", value=off, text=length_text(off),
        working=(
            f"least ease {length_text(ease)}, at the {at}: {fit}",
            f"cut to within {length_text(off)} of the line; both pieces of a seam may err, so it can come "
            f"to 2 × {length_text(off)} = {length_text(2 * off)}",
        ),
    )  # fmt: skip
