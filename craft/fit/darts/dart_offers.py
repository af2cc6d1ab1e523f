"""The darts there are: how long, how wide, what can be changed of them, how near the bust point they come.

Source of the rule: the point of a bust dart stays 2 to 3 cm short of the bust point.
"""

from craft.fit.change import within_bounds
from craft.fit.darts.dart_change import DartChange
from craft.fit.darts.dart_settings import DOUBLE, SINGLE, DartAmount
from craft.frozen import Frozen
from craft.measure import Figure, Finding, Where, length_text
from craft.pattern.marks import DARTS, Mark
from craft.pattern.piece import Shape
from craft.shape.curve import Point, between, distance

BUST_POINT = "bust point"
# A dart whose point lies further from the bust point than this has nothing to do with it (mm).
ITS_BUST = 90.0
# The point is where it should be within this (mm).
NEAR_ENOUGH = 5.0


class DartOffer(Frozen):
    """A dart as it is now. ``pieces``: all that have it, a lining's with the front's; ``double``: it has
    two points; ``longs``: from its mouth or widest place to its point, or to the upper and the lower one;
    ``intake``: how much cloth it takes up (mm); ``figures``: the same with their working; ``asks``: what
    can be changed of it; ``short``: the change that sets its point the right distance short of the bust
    point, where it is not; ``seam_runs_down``: its mouth lies in a seam that runs down, not across."""

    piece: int
    dart: str
    name: str
    pieces: tuple[int, ...]
    double: bool
    longs: tuple[float, ...]
    intake: float
    figures: tuple[Figure, ...]
    asks: dict[DartAmount, str]
    short: DartChange | None = None
    seam_runs_down: bool = False


def darts_of(shapes: dict[int, Shape], short_of: float) -> tuple[DartOffer, ...]:
    """Every dart of every piece. ``short_of``: how far from the bust point a dart ends (mm)."""
    found = [
        (number, mark) for number, shape in shapes.items() for mark in shape.marks
        if mark.kind in DARTS
    ]  # fmt: skip
    together: dict[tuple[str, str], list[int]] = {}
    for number, mark in found:
        together.setdefault((mark.id, mark.name), []).append(number)
    return tuple(
        _seen(n, shapes[n], mark, tuple(together[mark.id, mark.name]), short_of)
        for n, mark in found
    )


def _seen(
    number: int, shape: Shape, mark: Mark, pieces: tuple[int, ...], short_of: float
) -> DartOffer:
    if mark.kind == "dart":
        a, point, b = mark.points
        ends, sides, start = {"long": point}, (a, b), "the middle of its mouth"
    else:
        upper, one, lower, other = mark.points
        ends, sides = {"upper part long": upper, "lower part long": lower}, (one, other)
        start = "its widest place"
    middle, intake = between(*sides), distance(*sides)
    longs = {name: distance(middle, end) for name, end in ends.items()}
    figures = [
        Figure(name=name, value=mm, text=length_text(mm), working=(f"from {start} to its point",))
        for name, mm in longs.items()
    ]
    wide = Figure(name="wide", value=intake, text=length_text(intake),
                  working=(f"across {start}: so much cloth it takes up",))  # fmt: skip
    double = mark.kind == "double dart"
    bust = bust_point(shape, mark)
    if bust is not None:
        gap = distance(bust, mark.points[1])
        figures.append(
            Figure(name="to the bust point", value=gap, text=length_text(gap),
                   working=(f"its point is to end {length_text(short_of)} short of it",))
        )  # fmt: skip
    return DartOffer(
        piece=number, dart=mark.id, name=mark.name, pieces=pieces, double=double,
        longs=tuple(longs.values()), intake=intake, figures=(*figures, wide),
        asks=DOUBLE if double else SINGLE,
        short=_short(mark, pieces, bust, short_of) if bust else None,
        seam_runs_down=not double and _upright(mark.points[0], mark.points[2]),
    )  # fmt: skip


def _upright(a: Point, b: Point) -> bool:
    return abs(b[1] - a[1]) >= abs(b[0] - a[0])


def bust_point(shape: Shape, mark: Mark) -> Point | None:
    """The bust point a dart at a seam runs to; None where none is marked near its point."""
    if mark.kind != "dart":
        return None
    dots = [m.points[0] for m in shape.marks if m.name.lower() == BUST_POINT]
    near = min(dots, key=lambda dot: distance(dot, mark.points[1]), default=None)
    return near if near and distance(near, mark.points[1]) <= ITS_BUST else None


def _short(mark: Mark, pieces: tuple[int, ...], bust: Point, short_of: float) -> DartChange | None:
    a, point, b = mark.points
    middle = between(a, b)
    far = distance(middle, bust)
    if far <= short_of:
        return None
    wanted = between(bust, middle, short_of / far)
    if distance(wanted, point) <= NEAR_ENOUGH:
        return None
    dx, dy = (round(w - p, 2) + 0.0 for w, p in zip(wanted, point, strict=True))
    return within_bounds(DartChange, kind="dart", pieces=pieces, dart=mark.id, dx=dx, dy=dy)


def too_near(shapes: dict[int, Shape], names: dict[int, str], short_of: float) -> list[Finding]:
    """Darts that end nearer to the bust point than they should."""
    found = []
    for number, shape in shapes.items():
        for mark in shape.marks:
            bust = bust_point(shape, mark)
            gap = distance(bust, mark.points[1]) if bust else short_of
            if gap < short_of - NEAR_ENOUGH:
                found.append(
                    Finding(
                        weight="note",
                        what=f"{names[number]} ({number}): the {mark.name} ends {length_text(gap)} from "
                        "the bust point.",
                        because=f"A bust dart ends {length_text(short_of)} short of it, so that the "
                        "cloth rounds over the bust instead of standing off in a tip.",
                        mend="Set its point back.",
                        where=Where(piece=str(number), mark=mark.name),
                    )
                )
    return found
