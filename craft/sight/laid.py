"""Where a picture lies on what it shows, how well that is known, and what would help."""

from collections.abc import Callable

import numpy as np

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.measure import Finding, fine_text, length_text
from craft.shape.curve import Point
from craft.sight.picture import KnownPoint, SheetPicture
from craft.sight.plane import BEND, SLANT, TOO_MUCH, Pairs, Plane, joined, odd_one, plane

# Without a known point a picture is shown so wide (mm).
UNKNOWN_WIDTH = 600.0
# What lies further from the known points than so many times their own extent is left out of the picture.
BEYOND = 2.5


class LaidPicture(Frozen):
    """A picture on its sheet. ``plane`` None: its scale is not known yet. ``box``: the stretch of the sheet
    that is shown (x, y, width, height in mm)."""

    picture: int
    plane: Plane | None
    box: tuple[float, float, float, float]
    findings: tuple[Finding, ...]


def _across_and_down(place: Point) -> str:
    return f"{length_text(place[0])} across and {length_text(place[1])} down"


def lay_picture(
    picture: SheetPicture, index: int = 0, place_text: Callable[[Point], str] = _across_and_down
) -> LaidPicture:
    """A picture where it lies. ``index``: how many lie before it; ``place_text`` says a place in words."""
    known, shared = _pairs(picture.known), _pairs(picture.shared)
    findings: list[Finding] = []
    found: Plane | None = None
    try:
        if len(known) >= 2:
            found = plane(known, picture.width, picture.height)
            findings += _about(found)
            if len(shared) >= 2:
                found, off = joined(found, shared)
                findings += _about_join(off)
        elif len(shared) >= 2:
            found = plane(shared, picture.width, picture.height)
            findings += _about(found)
    except CraftError as error:
        findings.append(Finding(weight="fault", what=error.sentence))
    if len(known) > SLANT and any(each.weight != "note" for each in findings):
        findings += _odd(known, picture, place_text)
    if found is None and not findings:
        missing = 2 - len(known)
        findings.append(
            Finding(
                weight="doubt",
                what=f"Its scale is not known yet: {missing} known "
                f"{'point is' if missing == 1 else 'points are'} missing.",
                because="A photo shows no size by itself.",
                mend="Mark a known distance, or the four corners of a rectangle you have measured.",
            )
        )
    if index and found is not None and len(shared) < 2:
        findings.append(
            Finding(
                weight="doubt",
                what="This picture is not joined to the ones before it.",
                because="Both would lie on one spot.",
                mend="Mark two points that both pictures show.",
            )
        )
    return LaidPicture(
        picture=picture.picture, plane=found, box=_box(picture, found), findings=tuple(findings)
    )


def _pairs(points: tuple[KnownPoint, ...]) -> Pairs:
    return tuple((each.pixel, each.mm) for each in points)


def _about(found: Plane) -> list[Finding]:
    if found.left is None:
        what = "Scale and turn are known" if found.points < SLANT else "Scale and slant are known"
        return [
            Finding(
                weight="note",
                what=f"{what} from {found.points} points, with nothing left over to check them by.",
                because="Taken from above, straight down, that is enough."
                if found.points < SLANT
                else "One point more shows how true it is.",
            )
        ]
    if found.left > TOO_MUCH:
        return [
            Finding(
                weight="fault" if found.left > 3 * TOO_MUCH else "doubt",
                what=f"The known points are up to {fine_text(found.left)} off.",
                because="It was not flat, a point was marked beside its place, or the lens bends.",
                mend="Look at the points; then photograph again from further away, all of it weighed flat."
                if found.points >= BEND
                else f"Look at the points, or mark {BEND} of them: then the lens’s bend is taken out too.",
            )
        ]
    return [
        Finding(
            weight="note",
            what=f"The known points agree to {fine_text(found.left)}.",
            because="That is as true as a tape." if found.left < 0.5 else "Good enough for cloth.",
        )
    ]


def _odd(known: Pairs, picture: SheetPicture, place_text: Callable[[Point], str]) -> list[Finding]:
    odd = odd_one(known, picture.width, picture.height)
    if odd is None:
        return []
    number, off = odd[0] + 1, odd[1]
    return [
        Finding(
            weight="doubt",
            what=f"Known point {number} lies {fine_text(off)} from where all the others have it.",
            because=f"It was said to lie {place_text(known[odd[0]][1])}; without it they agree.",
            mend="Mark them anew, and look at that one twice.",
        )
    ]


def _about_join(off: float) -> list[Finding]:
    weight = "note" if off <= TOO_MUCH else "doubt"
    return [
        Finding.model_validate(
            {
                "weight": weight,
                "what": f"Joined to the picture before; the shared points are up to {fine_text(off)} off.",
                "mend": "" if off <= TOO_MUCH else "Look at the shared points and the known ones.",
            }
        )
    ]


def _box(picture: SheetPicture, found: Plane | None) -> tuple[float, float, float, float]:
    if found is None:
        return (0.0, 0.0, UNKNOWN_WIDTH, UNKNOWN_WIDTH * picture.height / picture.width)
    w, h = picture.width, picture.height
    # Along all four sides: a corner may lie behind the horizon of a steep photo.
    steps = np.linspace(0, 1, 9)
    rim = np.concatenate(
        [
            np.column_stack((steps * w, np.zeros(9))), np.column_stack((steps * w, np.full(9, h))),
            np.column_stack((np.zeros(9), steps * h)), np.column_stack((np.full(9, w), steps * h)),
        ]
    )  # fmt: skip
    matrix = np.asarray(found.matrix).reshape(3, 3)
    depth = np.column_stack((rim, np.ones(len(rim)))) @ matrix[2]
    middle = matrix[2] @ np.array((w / 2, h / 2, 1.0))
    rim = rim[depth * np.sign(middle) > 0.05 * abs(middle)]
    places = found.mm(rim) if len(rim) else found.mm(np.array([[w / 2, h / 2]]))
    pixels = np.array([[w / 2, h / 2], [w / 2 + 1, h / 2], [w / 2, h / 2 + 1]])
    a, b, c = found.mm(pixels)
    mm_per_pixel = max(float(np.hypot(*(b - a))), float(np.hypot(*(c - a))))
    most = BEYOND * mm_per_pixel * max(w, h)
    low = np.maximum(places.min(0), a - most)
    high = np.minimum(places.max(0), a + most)
    x0, y0, x1, y1 = float(low[0]), float(low[1]), float(high[0]), float(high[1])
    return (x0, y0, max(x1 - x0, 1.0), max(y1 - y0, 1.0))
