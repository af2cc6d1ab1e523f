"""A finished length as the aim: measured along a straight line that the change runs through.

Source of the rule: lengths are compared along a straight line (centre, fold, straight edge), never along
a curved hem.
"""

from math import sqrt
from typing import Literal, get_args

from craft.errors import CraftError
from craft.fit.length.length_change import Target
from craft.frozen import Frozen
from craft.measure import Figure, length_text
from craft.pattern.piece import Shape
from craft.shape import path as paths
from craft.shape.curve import Point, distance
from craft.shape.region import run_on

# What is shorter says little about a garment's length (mm).
LEAST = 60.0
# A line may lean so far (across over along) and still be called a length.
LEAN = 0.6


LineKind = Literal["fold", "centre", "edge", "grain"]
KINDS: tuple[LineKind, ...] = get_args(LineKind)


class StraightLine(Frozen):
    """A straight line of a piece, along which its finished length is measured (mm)."""

    piece: int
    line: str
    kind: LineKind
    name: str
    ends: tuple[Point, Point]
    length: float


def straight_lines(shapes: dict[int, Shape], names: dict[int, str]) -> tuple[StraightLine, ...]:
    """Every straight line that runs down a piece: folds first, then centre lines, then edges."""
    found = [
        StraightLine(
            piece=number, line=key, kind=kind, name=f"{names[number]} ({number}), {said}",
            ends=_downward(ends), length=distance(*ends),
        )
        for number, shape in shapes.items() for key, kind, said, ends in _of(shape)
        if _runs_down(*ends)
    ]  # fmt: skip
    return tuple(sorted(found, key=lambda each: (KINDS.index(each.kind), each.piece)))


def _of(shape: Shape) -> list[tuple[str, LineKind, str, tuple[Point, Point]]]:
    found: list[tuple[str, LineKind, str, tuple[Point, Point]]] = []
    for edge in shape.edges:
        if edge.kind != "dart" and paths.is_straight(edge.path):
            kind: LineKind = "fold" if edge.kind == "fold" else "edge"
            found.append(
                (edge.name, kind, edge.name, (paths.start(edge.path), paths.end(edge.path)))
            )
    for mark in shape.marks:
        if mark.kind == "centre line" and len(mark.points) == 2:
            found.append((f"mark {mark.id}", "centre", mark.name, (mark.points[0], mark.points[1])))
    if not any(_runs_down(*ends) for *_, ends in found):
        found += _along_the_grain(shape)
    return found


def _along_the_grain(shape: Shape) -> list[tuple[str, LineKind, str, tuple[Point, Point]]]:
    """A piece without a straight line, a sleeve for one, is measured along its grain line run on."""
    grain = next((mark for mark in shape.marks if mark.kind == "grain"), None)
    if grain is None or not _runs_down(*grain.points):
        return []
    ends = run_on(shape.outline, (grain.points[0], grain.points[1]))
    return [("grain", "grain", "along the grain", ends)] if ends else []


def _downward(ends: tuple[Point, Point]) -> tuple[Point, Point]:
    return ends if ends[0][1] <= ends[1][1] else (ends[1], ends[0])


def _runs_down(a: Point, b: Point) -> bool:
    across, along = abs(b[0] - a[0]), abs(b[1] - a[1])
    return distance(a, b) >= LEAST and across <= LEAN * along


def lacking(
    target: Target, shapes: dict[int, Shape], names: dict[int, str], heights: dict[int, float]
) -> Figure:
    """By how much the piece must be slid apart at its line so that the target is met (mm).

    Raises CraftError where the line is not there any more, or does not cross what is changed.
    """
    line = next(
        (each for each in straight_lines(shapes, names)
         if (each.piece, each.line) == (target.piece, target.line)), None,
    )  # fmt: skip
    if line is None:
        raise CraftError(
            "The line along which the target is measured is not straight, or not there."
        )
    (ax, ay), (bx, by) = line.ends
    y = heights.get(target.piece)
    if y is None or not ay < y < by:
        raise CraftError(f"{line.name} does not run across the line that is changed.")
    across = bx - ax
    if target.length <= abs(across):
        raise CraftError("So short the line cannot become.")
    amount = round(sqrt(target.length**2 - across**2) - (by - ay), 2)
    wanted, now = length_text(target.length), length_text(line.length)
    working = [f"wanted along {line.name} {wanted} − now {now} = "
               f"{length_text(target.length - line.length)}"]  # fmt: skip
    if abs(across) > 0.5:
        working.append(
            f"the line leans by {length_text(abs(across))}: √({wanted}² − {length_text(abs(across))}²) − "
            f"{length_text(by - ay)} = {length_text(amount)} down the grain"
        )
    return Figure(
        name="to the target", value=amount, text=length_text(amount), working=tuple(working)
    )
