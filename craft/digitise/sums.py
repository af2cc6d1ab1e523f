"""Parts from sums: rectangles, rings, ruffles, bindings and boxes, each drawn from a few numbers.

Lengths that are sewn to something may be taken from the edges of other pieces, in every size.
"""

from collections.abc import Callable
from math import cos, pi, radians, sin

from pydantic import ValidationError

from craft.digitise.arcs import arc
from craft.digitise.built import Built, Pen, offsets
from craft.digitise.inputs import MarkInputs, Outline, SeamSide, SumPart
from craft.digitise.sum_kinds import BY_NAME, SumPlan
from craft.errors import CraftError
from craft.measure import Figure, Finding, Where, length_text
from craft.pattern.piece import Cut, Shape
from craft.shape import path as paths
from craft.shape.curve import Point
from craft.trace.sums import SumPiece, reckon

Lengths = Callable[[SeamSide], dict[str, float]]
# A sector wider than this would touch itself when it is cut from one piece (degrees).
WIDEST = 350.0
# A narrow hem, stitched, trimmed and turned again (mm).
NARROW_HEM = 10.0


def draw(part: SumPart, number: int, lengths: Lengths, sizes: tuple[str, ...]) -> Built:
    """The part in all sizes; an empty one with a finding while a number is missing."""
    plan = BY_NAME.get(part.kind)
    if plan is None:
        return _nothing(number, f"There is no part called “{part.kind}”.", "Choose another kind.")
    by_size: dict[str, float] = {}
    if part.along:
        by_size = _sewn(part, lengths, sizes)
        if not by_size:
            return _nothing(number, "The edge this part is sewn to has no length yet.",
                            "Name another edge, or type the length.")  # fmt: skip
    made: Built | None = None
    for size in dict.fromkeys(sizes if len(set(by_size.values())) > 1 else sizes[:1]):
        numbers = {each.name: each.usual for each in plan.numbers if each.usual is not None}
        numbers |= part.numbers
        if size in by_size:
            numbers[plan.sewn] = by_size[size]
        missing = [each for each in plan.numbers if each.name not in numbers]
        if missing:
            said = missing[0].words[:1].lower() + missing[0].words[1:]
            return _nothing(number, f"Its {missing[0].name} is missing.", f"Give {said}.")
        try:
            drawn = _draw(plan, numbers, size)
        except CraftError as error:
            return _nothing(number, error.sentence, "Change the numbers.")
        if made is None:
            made = drawn
        else:
            lines = {**made.outline.lines, **drawn.outline.lines}
            made.outline = made.outline.model_copy(update={"lines": lines})
    assert made is not None
    return made


def _sewn(part: SumPart, lengths: Lengths, sizes: tuple[str, ...]) -> dict[str, float]:
    times = part.numbers.get("times", 1.0)
    found = [lengths(side) for side in part.along]
    return {
        size: sum(each[size] for each in found) * times
        for size in sizes
        if all(size in each for each in found)
    }


def _draw(plan: SumPlan, numbers: dict[str, float], size: str) -> Built:
    if plan.name in ("circle", "ring"):
        return _sector(plan, numbers, size)
    if plan.name in ("rectangle", "box", "trapezium", "strip"):
        return _flat(plan, numbers, size)
    return _strip(plan, numbers, size)


def _nothing(number: int, what: str, mend: str) -> Built:
    finding = Finding(weight="doubt", what=f"Piece {number}: {what}", mend=mend,
                      where=Where(piece=str(number)))  # fmt: skip
    return Built(Outline(), {}, findings=[finding])


def _flat(plan: SumPlan, n: dict[str, float], size: str) -> Built:
    """Four straight sides, the grain along the length."""
    if plan.name == "trapezium":
        top, bottom, long = n["top"], n["bottom"], n["long"]
    else:
        top = bottom = n["wide"]
        long = n["long"]
    if min(top, bottom, long) <= 0:
        raise CraftError("A side of no length encloses no cloth.")
    box = plan.name == "box"
    none = 0.0 if box else None
    x = (bottom - top) / 2
    left = min(0.0, x)
    pen = Pen(x - left, 0.0, "upper edge")
    if box:
        pen.edges[1] = pen.edges[1].model_copy(update={"allowance": 0.0})
    pen.corner(x + top - left, 0.0, "right edge", allowance=none)
    pen.corner(bottom - left, long, "lower edge", allowance=none)
    pen.corner(-left, long, "left edge", allowance=none)
    grain = _grain((max(top, bottom) / 2, long * 0.15), (max(top, bottom) / 2, long * 0.85))
    area = (top + bottom) / 2 * long
    working = (
        Figure(name="size", value=area, text=f"{length_text(bottom)} × {length_text(long)}",
               working=("allowances are part of it: the longest × the widest of what was cut out; "
                        "cloth beside it is wasted",) if box else
               ("finished size; allowances are added outside",)),
    )  # fmt: skip
    return Built(pen.outline(size), pen.edges, plan.title, (Cut(role="main"),), (grain,), working)


def _sector(plan: SumPlan, n: dict[str, float], size: str) -> Built:
    """A part of a ring: its inner edge has the wanted length, its straight edges the depth."""
    inner, depth = n[plan.sewn], n["depth"]
    share, pieces, fold = n["circle"], max(1, round(n["pieces"])), n["fold"] > 0
    if inner <= 0 or depth <= 0 or share <= 0:
        raise CraftError("A ring needs a length, a depth and a part of a circle.")
    radius = inner / (2 * pi * share)
    angle = 360 * share / pieces / (2 if fold else 1)
    if angle > WIDEST / (2 if fold else 1):
        raise CraftError(
            "A whole ring from one piece would touch itself; cut it as two pieces, or leave a slit."
        )
    start = 90 - angle if fold else 90 - angle / 2
    outer = radius + depth

    def at(r: float, degrees: float) -> Point:
        return (r * cos(radians(degrees)), r * sin(radians(degrees)))

    # Clockwise on paper with the ring's middle at the top: inner edge from left to right.
    left, right = start + angle, start
    pen = Pen(*at(radius, left), "inner edge")
    _run(pen, arc((0.0, 0.0), radius, left, -angle))
    pen.corner(*at(radius, right), "side")
    # Round its ring a deep hem does not lie flat: it is turned narrow.
    pen.corner(*at(outer, right), "outer edge", "hem", allowance=NARROW_HEM)
    _run(pen, arc((0.0, 0.0), outer, right, angle))
    pen.corner(*at(outer, left), "centre" if fold else "other side", "fold" if fold else "seam")
    whole = 2 * pi * radius * share
    working = (
        Figure(name="radius", value=radius, text=length_text(radius),
               working=(f"{length_text(inner)} ÷ (2 × π × {share:g}) = {length_text(radius)}",)),
        Figure(name="outer radius", value=outer, text=length_text(outer),
               working=(f"{length_text(radius)} + {length_text(depth)} = {length_text(outer)}",)),
        Figure(name="outer edge", value=whole * outer / radius,
               text=length_text(whole * outer / radius),
               working=(
                    f"2 × π × {length_text(outer)} × {share:g} = "
                    f"{length_text(whole * outer / radius)}",
                )),
    )  # fmt: skip
    # The middle of the sector (or its fold) runs straight down, and the grain beside it.
    x = min(40.0, inner / pieces / 8 + 8, depth / 4 + 4) if fold else 0.0
    a, b = (x, radius + depth * 0.15), (x, radius + depth * 0.85)
    cut = Cut(role="main", count=pieces, on_fold=fold)
    return Built(pen.outline(size), pen.edges, plan.title, (cut,), (_grain(a, b),), working)


def _run(pen: Pen, curves: tuple[tuple[Point, Point, Point, Point], ...]) -> None:
    for k, curve in enumerate(curves):
        pen.bend(*offsets(curve))
        if k < len(curves) - 1:
            pen.through(*curve[3])


def _strip(plan: SumPlan, n: dict[str, float], size: str) -> Built:
    """A strip by the sums that tracing knows: ruffle, binding, casing, tie, band."""
    bias = n.get("bias", 0.0) > 0
    try:
        piece = _sum_piece(plan, n)
    except ValidationError as error:
        raise CraftError("A strip so short, narrow or large cannot be cut.") from error
    made = reckon(piece, {})
    pen = _pen_of(made.shape)
    marks = tuple(
        MarkInputs(id=mark.id, kind=mark.kind, name=mark.name, points=mark.points)
        for mark in made.shape.marks
        if not (bias and mark.kind == "grain")
    )
    if bias:
        x0, y0, x1, y1 = paths.control_bounds(made.shape.outline)
        half = min(x1 - x0, y1 - y0) * 0.45
        x, y = (x0 + x1) / 2, (y0 + y1) / 2
        marks = (_grain((x - half, y - half), (x + half, y + half)), *marks)
    return Built(pen.outline(size), pen.edges, plan.title, made.cuts, marks,
                 (made.long, made.wide, made.strips))  # fmt: skip


def _sum_piece(plan: SumPlan, n: dict[str, float]) -> SumPiece:
    return SumPiece.model_validate(
        {
            "number": 1, "name": plan.title, "kind": plan.reckoned,
            "finished": n[plan.sewn], "fullness": n.get("fullness", 1.0), "width": n["wide"],
            "allowance": n.get("allowance", 10.0), "strip": n.get("strip") or None,
            "count": max(1, round(n.get("count", 1))),
        }
    )  # fmt: skip


def _pen_of(shape: Shape) -> Pen:
    first, *rest = shape.edges
    pen = Pen(*paths.start(first.path), first.name)
    pen.edges[1] = pen.edges[1].model_copy(update={"allowance": first.allowance})
    for edge in rest:
        pen.corner(*paths.start(edge.path), edge.name, "seam", edge.allowance)
    return pen


def _grain(a: Point, b: Point) -> MarkInputs:
    return MarkInputs(id="grain", kind="grain", name="grain line", points=(a, b))
