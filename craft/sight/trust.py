"""How far off a place seen in a picture may be: from how exactly its known points can be tapped.

Source of the rule: a point is tapped half a pixel beside its place, either way; known points that lie
close together tell little of what is far away. The expected error at a place is what all of them do there.
"""

from functools import lru_cache

import numpy as np

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.measure import Finding, length_text
from craft.shape.curve import Point
from craft.sight.plane import Pairs, plane, slopes

# How far beside its place a point is tapped (pixels), and what error is too much to cut by (mm).
TAPPED, TOO_FAR_OFF = 0.5, 3.0
# What is said of a picture that its points hardly hold (mm).
AT_MOST = 1_000.0


class Trust(Frozen):
    """The place (mm) at which a picture is trusted least, and the error to be expected there (mm)."""

    place: Point
    error: float


@lru_cache(maxsize=256)
def least_trusted(pairs: Pairs, width: int, height: int, places: tuple[Point, ...]) -> Trust | None:
    """Of some places (mm) the one whose error may be largest; None where nothing is known or asked."""
    if len(pairs) < 2 or not places:
        return None
    try:
        true = plane(pairs, width, height)
    except CraftError:
        return None
    tapped = np.asarray([pixel for pixel, _ in pairs], dtype=float)
    seen = true.pixels(np.asarray(places, dtype=float))
    # What each tapped point does to the numbers of the plane, and these to each place: to first order.
    known, asked = slopes(true, tapped), slopes(true, seen)
    scale = np.maximum(np.linalg.norm(known, axis=0), 1e-30)
    found = np.linalg.pinv(known / scale, rcond=1e-9)
    total = np.zeros(len(places))
    for k, pixel in enumerate(tapped):
        for by in ((TAPPED, 0.0), (0.0, TAPPED)):
            moved = (true.mm(pixel[None] + by) - true.mm(pixel[None]))[0]
            numbers = found[:, 2 * k : 2 * k + 2] @ moved
            off = ((asked / scale) @ numbers).reshape(-1, 2)
            total += (off**2).sum(1)
    errors = np.minimum(np.sqrt(total), AT_MOST)
    worst = int(errors.argmax())
    return Trust(place=places[worst], error=float(errors[worst]))


def trust_findings(trust: Trust | None, pairs: Pairs, what: str) -> list[Finding]:
    """What is to be said of it. ``what``: what is traced, in a sentence (“piece 1”)."""
    if trust is None:
        return []
    x, y = trust.place
    xs, ys = [mm[0] for _, mm in pairs], [mm[1] for _, mm in pairs]
    beyond = _towards(x - (min(xs) + max(xs)) / 2, y - (min(ys) + max(ys)) / 2)
    if trust.error <= TOO_FAR_OFF:
        return [
            Finding(
                weight="note",
                what=f"The far corner of {what} is known to {length_text(trust.error)}.",
                because="That is what half a pixel at each known point comes to there.",
            )
        ]
    return [
        Finding(
            weight="fault",
            what=f"The far corner of {what} may be {length_text(trust.error)} off.",
            because="Its scale comes from points close together: half a pixel beside each grows to that "
            "out there.",
            mend=f"Mark further known points {beyond}, near {length_text(x)} across and {length_text(y)} "
            "down: a ruler laid there, or the sheet’s own corner.",
        )
    ]


def _towards(dx: float, dy: float) -> str:
    """Which way a place lies, as the sheet is looked at."""
    ways = []
    if abs(dy) > abs(dx) / 2:
        ways.append("below" if dy > 0 else "above")
    if abs(dx) > abs(dy) / 2:
        ways.append("to the right" if dx > 0 else "to the left")
    return " and ".join(ways)
