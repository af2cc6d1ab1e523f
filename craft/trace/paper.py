"""The tracing paper: which pieces share a sheet, where sheets are joined, how much roll it takes."""

from math import ceil
from typing import Annotated, Literal

from pydantic import Field

from craft.frozen import Frozen
from craft.measure import Figure, Finding, Where, buy_text, cloth_text, length_text
from craft.pattern.marks import Mark
from craft.shape.affine import Affine, move_point
from craft.shape.curve import Curve, Point
from craft.shape.packing import Box, Spot, onto, pack
from craft.shape.pen import bounds

Joins = Literal["taped all along", "tacked", "removable"]
# Straight lines that a ruler carries over a join without harm.
RULED = ("grain", "stretch", "length line", "body level", "centre line")
# A mark this near to a join is in its way (mm).
CLEAR = 4.0
# Places tried for a join, this far apart (mm).
STEP = 5.0


class PaperInputs(Frozen):
    """Lengths in mm. ``height`` counts for sheets only. ``overlap``: of joined sheets. ``room``:
    left round every piece, for the scissors and for changes."""

    kind: Literal["roll", "sheets"] = "roll"
    width: Annotated[float, Field(ge=150, le=3_000)] = 900.0
    height: Annotated[float, Field(ge=150, le=3_000)] = 1_000.0
    overlap: Annotated[float, Field(ge=0, le=100)] = 25.0
    room: Annotated[float, Field(ge=0, le=200)] = 20.0
    joins: Joins = "taped all along"


class OnPaper(Frozen):
    """A piece to be put on paper: its outermost line and its marks, in its own coordinates."""

    number: int
    name: str
    outline: tuple[Curve, ...]
    marks: tuple[Mark, ...] = ()


class Put(Frozen):
    """A piece on a sheet: the move from its own coordinates to the sheet's."""

    number: int
    name: str
    move: Affine


class Sheet(Frozen):
    """One paper, joined or not. ``joins`` are the overlaps as rectangles x0, y0, x1, y1 (mm)."""

    width: float
    height: float
    columns: int
    rows: int
    joins: tuple[tuple[float, float, float, float], ...]
    put: tuple[Put, ...]


class PaperPlan(Frozen):
    """All the paper of a making. ``needed``: sheets (number) or length of roll (mm)."""

    kind: Literal["roll", "sheets"]
    sheets: tuple[Sheet, ...]
    needed: Figure
    joins: str
    findings: tuple[Finding, ...]


def plan_paper(pieces: tuple[OnPaper, ...], inputs: PaperInputs) -> PaperPlan:
    """Put every piece on paper: those that fit share sheets, larger ones get joined sheets.

    Joins are moved until they run through as few marks as they can; a mark that cannot be spared is
    reported.
    """
    room = inputs.room
    tall = inputs.height if inputs.kind == "sheets" else float("inf")
    small: list[OnPaper] = []
    large: list[OnPaper] = []
    for piece in pieces:
        wide, high = _size(piece)
        fits = _fits(wide + room, high + room, inputs.width, tall)
        (small if fits else large).append(piece)
    sheets, findings = [], []
    for piece in large:
        sheet, cut = _joined(piece, inputs, tall)
        sheets.append(sheet)
        if cut:
            findings.append(_through(piece, cut))
    sheets += _shared(small, inputs)
    return PaperPlan(
        kind=inputs.kind,
        sheets=tuple(sheets),
        needed=_needed(sheets, inputs),
        joins=_how(inputs) if any(sheet.joins for sheet in sheets) else "",
        findings=tuple(findings),
    )


def _size(piece: OnPaper) -> tuple[float, float]:
    """Width and height."""
    x0, y0, x1, y1 = bounds(piece.outline)
    return (x1 - x0, y1 - y0)


def _fits(wide: float, high: float, width: float, height: float) -> bool:
    return (wide <= width and high <= height) or (high <= width and wide <= height)


def _shared(pieces: list[OnPaper], inputs: PaperInputs) -> list[Sheet]:
    """The pieces that need no join, several to a sheet, or one after another on the roll."""
    if not pieces:
        return []
    by_number = {piece.number: piece for piece in pieces}
    boxes = []
    for piece in pieces:
        wide, high = _size(piece)
        boxes.append(Box(piece.number, wide + inputs.room, high + inputs.room))
    bins = pack(boxes, inputs.width, inputs.height if inputs.kind == "sheets" else None)
    made = []
    for spots in bins:
        high = inputs.height
        if inputs.kind == "roll":
            high = max(spot.y + spot.height for spot in spots)
        put = tuple(_put(by_number[spot.key], spot, inputs.room / 2) for spot in spots)
        made.append(Sheet(width=inputs.width, height=high, columns=1, rows=1, joins=(), put=put))
    return made


def _put(piece: OnPaper, spot: Spot, room: float) -> Put:
    box = bounds(piece.outline)
    return Put(number=piece.number, name=piece.name, move=onto(spot, box, room))


def _joined(piece: OnPaper, inputs: PaperInputs, tall: float) -> tuple[Sheet, tuple[str, ...]]:
    """A piece too large for one sheet, with the names of marks that a join cannot spare."""
    wide, high = _size(piece)
    need_x, need_y = wide + inputs.room, high + inputs.room
    ways = []
    for turned in (False, True):
        x, y = (need_y, need_x) if turned else (need_x, need_y)
        columns, rows = _count(x, inputs.width, inputs), _count(y, tall, inputs)
        # On a roll the paper used is columns times length, on sheets it is their number.
        cost = columns * (y if inputs.kind == "roll" else rows)
        ways.append((cost, turned, columns, rows, x, y))
    _, turned, columns, rows, x, y = min(ways)
    across = _together(columns, inputs.width, inputs)
    down = _together(rows, tall, inputs) if inputs.kind == "sheets" else y
    spot = Spot(piece.number, 0.0, 0.0, turned, x, y)
    base = _put(piece, spot, inputs.room / 2)
    marks = [mark for mark in piece.marks if mark.kind not in RULED]
    lines = [[move_point(p, base.move) for p in mark.points] for mark in marks]
    names = [mark.name for mark in marks]
    dx, cut_x = _spared(lines, names, 0, columns, inputs.width, across - x, inputs)
    dy, cut_y = _spared(lines, names, 1, rows, tall, down - y, inputs)
    a, b, c, d, e, f = base.move
    put = base.model_copy(update={"move": (a, b, c, d, e + dx, f + dy)})
    joins = [(x, 0.0, x + inputs.overlap, down) for x in _bands(columns, inputs.width, inputs)] + [
        (0.0, y, across, y + inputs.overlap) for y in _bands(rows, tall, inputs)
    ]
    sheet = Sheet(
        width=across, height=down, columns=columns, rows=rows, joins=tuple(joins), put=(put,)
    )
    return sheet, tuple(dict.fromkeys((*cut_x, *cut_y)))


def _count(need: float, one: float, inputs: PaperInputs) -> int:
    if need <= one:
        return 1
    return ceil((need - inputs.overlap) / (one - inputs.overlap) - 1e-9)


def _together(count: int, one: float, inputs: PaperInputs) -> float:
    return count * one - (count - 1) * inputs.overlap


def _bands(count: int, one: float, inputs: PaperInputs) -> list[float]:
    """Where each overlap begins."""
    return [index * (one - inputs.overlap) for index in range(1, count)]


def _spared(
    lines: list[list[Point]],
    names: list[str],
    axis: int,
    count: int,
    one: float,
    slack: float,
    inputs: PaperInputs,
) -> tuple[float, tuple[str, ...]]:
    """How far to move the piece along an axis so that overlaps meet the fewest marks."""
    bands = _bands(count, one, inputs)
    if not bands:
        return 0.0, ()
    best: tuple[int, float, tuple[str, ...]] | None = None
    for step in range(int(slack / STEP) + 1):
        shift = step * STEP
        cut = tuple(
            name
            for name, line in zip(names, lines, strict=True)
            if _meets([point[axis] + shift for point in line], bands, inputs.overlap)
        )
        if best is None or len(cut) < best[0]:
            best = (len(cut), shift, cut)
        if not cut:
            break
    return (best[1], best[2]) if best else (0.0, ())


def _meets(places: list[float], bands: list[float], overlap: float) -> bool:
    low, high = min(places) - CLEAR, max(places) + CLEAR
    return any(low < band + overlap and high > band for band in bands)


def _needed(sheets: list[Sheet], inputs: PaperInputs) -> Figure:
    if inputs.kind == "sheets":
        count = sum(sheet.columns * sheet.rows for sheet in sheets)
        terms = " + ".join(str(sheet.columns * sheet.rows) for sheet in sheets) or "0"
        return Figure(
            name="sheets (number)", value=count, text=f"{count} sheets",
            working=(f"{terms} = {count}, each {length_text(inputs.width)} × "
            f"{length_text(inputs.height)}",),
        )  # fmt: skip
    total = sum(sheet.columns * sheet.height for sheet in sheets)
    terms = " + ".join(
        cloth_text(sheet.height)
        if sheet.columns == 1
        else f"{sheet.columns} × {cloth_text(sheet.height)}"
        for sheet in sheets
    )
    return Figure(
        name="length of roll", value=total, text=buy_text(total),
        working=(f"{terms or 0} = {cloth_text(total)}, {length_text(inputs.width)} wide",),
    )  # fmt: skip


def _through(piece: OnPaper, cut: tuple[str, ...]) -> Finding:
    return Finding(
        weight="doubt",
        what=f"A join of the paper runs through {', '.join(cut)} on piece {piece.number}.",
        because="The piece is too large to move the join past them.",
        mend="Join the paper before the marks are drawn, and draw them across the overlap.",
        where=Where(piece=str(piece.number), mark=cut[0]),
    )


def _how(inputs: PaperInputs) -> str:
    lap = f"Lap the sheets by {length_text(inputs.overlap)}"
    return {
        "taped all along": f"{lap} and tape them all along, on both sides.",
        "tacked": f"{lap} and tack them with small strips of tape, about a hand apart.",
        "removable": f"{lap} and hold them with removable tape while the change is on trial.",
    }[inputs.joins]
