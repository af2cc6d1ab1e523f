"""Length changes in order, replayed on the traced pieces; then the cutting lines and the walk."""

from typing import Annotated, Literal

from pydantic import Field

from craft.errors import CraftError
from craft.fit.lengthen import lengthen
from craft.fit.walk import Meeting, SeamWalk, meetings, walk
from craft.frozen import Frozen
from craft.measure import Figure, Finding, Where, length
from craft.measure.finding import gravest_first
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Cut, Shape
from craft.pick import PickInputs
from craft.shape.curve import Curve, Point
from craft.trace import Traced
from craft.trace.cutting import cutting_line
from craft.trace.notches import outward
from craft.trace.sums import reckon

# More than this at one line spoils the shaping; split it (mm).
MUCH_AT_ONE_LINE = 50.0
MOST_AT_ONE_LINE = 150.0


class Change(Frozen):
    """Lengthen (or shorten, negative) at the pattern's line of ``level``.

    ``by`` amount: ``amount`` mm as typed. ``by`` height: half of the height difference to the
    pattern's base height, reckoned from the person's height; ``amount`` is not used.
    """

    level: Annotated[str, Field(min_length=1, max_length=60)]
    by: Literal["amount", "height"] = "amount"
    amount: Annotated[float, Field(ge=-MOST_AT_ONE_LINE, le=MOST_AT_ONE_LINE)] = 0.0


class FitInputs(Frozen):
    """Changes in the order they are made."""

    changes: Annotated[tuple[Change, ...], Field(max_length=20)] = ()


class MadeChange(Frozen):
    """A change as carried out: the amount with its working, and the pieces it touched."""

    level: str
    by: Literal["amount", "height"]
    amount: Figure
    pieces: tuple[int, ...]
    instruction: str


class WorkingPiece(Frozen):
    """A piece ready to be laid: stitching lines with marks, and the closed cutting line."""

    number: int
    name: str
    cuts: tuple[Cut, ...]
    shape: Shape
    cutting: tuple[Curve, ...]
    lengthened: float
    outward: dict[str, Point]


class Fitted(Frozen):
    """The working pieces, what was changed, and how the seams came out.

    ``before`` holds the outlines as traced, for the pieces that changed. ``levels`` are the lines
    this pattern can be changed at; ``by_height`` is what the height rule would give, if known.
    """

    pieces: tuple[WorkingPiece, ...]
    before: dict[int, tuple[Curve, ...]]
    changes: tuple[MadeChange, ...]
    levels: tuple[str, ...]
    by_height: Figure | None
    seams: tuple[SeamWalk, ...]
    meetings: tuple[Meeting, ...] = ()
    findings: tuple[Finding, ...]


def height_rule(pattern: Pattern, height: float) -> Figure:
    """The part of the height difference that belongs at this garment's body line (mm).

    Half of the difference belongs above the hip, half to the legs; ``pattern.length_share`` says
    how much of it this garment takes.
    """
    difference = height - pattern.base_height
    amount = round(difference * pattern.length_share, 1)
    return Figure(
        name="by height",
        value=amount,
        text=length(amount),
        working=(
            f"your height {length(height)} − drawn for {length(pattern.base_height)} "
            f"= {length(difference)}",
            f"{length(difference)} × {pattern.length_share:g} = {length(amount)}: "
            "the half that belongs above the hip",
        ),
    )


def fit(pattern: Pattern, traced: Traced, picked: PickInputs, inputs: FitInputs) -> Fitted:
    """Replay the changes on the traced pieces.

    A change that cannot be made here (no height known, too little below the line) is left out with
    a fault, since the size may change long after it was entered. Raises CraftError for a level no
    piece has.
    """
    shapes = {piece.number: piece.shape for piece in traced.pieces}
    names = {piece.number: piece.name for piece in traced.pieces}
    before = {number: shape.outline for number, shape in shapes.items()}
    gained: dict[int, float] = dict.fromkeys(shapes, 0.0)
    height = picked.measurements.get("height")
    by_height = None if height is None else height_rule(pattern, height)
    levels = tuple(
        sorted({m.level for s in shapes.values() for m in s.marks if m.kind == "length line"})
    )
    made, findings = [], []
    for index, change in enumerate(inputs.changes):
        place = f"changes.{index}"
        amount = _amount(change, by_height)
        if amount is None:
            findings.append(_no_height(change.level))
            continue
        touched = [n for n, shape in shapes.items() if _line(shape, change.level) is not None]
        if not touched:
            raise CraftError(f"No piece has a line at the {change.level}.", f"{place}.level")
        for number in touched:
            level = _line(shapes[number], change.level)
            try:
                shapes[number] = lengthen(shapes[number], level or 0.0, amount.value)
            except CraftError as error:
                findings.append(_not_done(number, names[number], error.sentence))
                continue
            gained[number] += amount.value
        made.append(
            MadeChange(
                level=change.level,
                by=change.by,
                amount=amount,
                pieces=tuple(touched),
                instruction=_instruction(change.level, amount.value),
            )
        )
        findings += _judge(change.level, amount.value)
    cuts = {piece.number: piece.cuts for piece in traced.pieces}
    for each in traced.sums:  # what is sewn to a changed edge changes with it
        reckoned = reckon(each, shapes)
        shapes[each.number], cuts[each.number] = reckoned.shape, reckoned.cuts
    walks, off = walk(pattern, shapes, names)
    pieces = tuple(
        WorkingPiece(
            number=piece.number,
            name=piece.name,
            cuts=cuts[piece.number],
            shape=shapes[piece.number],
            cutting=cutting_line(shapes[piece.number]),
            lengthened=round(gained[piece.number], 2),
            outward=outward(shapes[piece.number]),
        )
        for piece in traced.pieces
        if not piece.guide
    )
    return Fitted(
        pieces=pieces,
        before={n: line for n, line in before.items() if gained[n]},
        changes=tuple(made),
        levels=levels,
        by_height=by_height,
        seams=walks,
        meetings=meetings(pattern, shapes),
        findings=gravest_first(findings + off),
    )


def _line(shape: Shape, level: str) -> float | None:
    for mark in shape.marks:
        if mark.kind == "length line" and mark.level == level:
            return (mark.points[0][1] + mark.points[1][1]) / 2
    return None


def _no_height(level: str) -> Finding:
    return Finding(
        weight="fault",
        what=f"The change at the {level} goes by the height, and no height is known.",
        because="The rule takes half of the height difference.",
        mend="Enter the height under Pick, or give an amount here.",
        where=Where(edge=level),
    )


def _not_done(number: int, name: str, sentence: str) -> Finding:
    return Finding(
        weight="fault",
        what=f"Piece {number} ({name}) could not be changed.",
        because=sentence,
        mend="Take out less, or split the change over two lines.",
        where=Where(piece=str(number)),
    )


def _amount(change: Change, by_height: Figure | None) -> Figure | None:
    if change.by == "height":
        return by_height
    return Figure(
        name="amount",
        value=change.amount,
        text=length(change.amount),
        working=(f"{length(change.amount)}, as entered",),
    )


def _instruction(level: str, amount: float) -> str:
    if amount == 0:
        return "Nothing to change."
    if amount > 0:
        return (
            f"Cut along the {level} line, put paper under it and slide the lower part down "
            f"{length(amount)}, equally at both ends; keep the grain line straight."
        )
    return (
        f"Draw a line {length(-amount)} below the {level} line, fold the paper so that the two "
        "meet, equally at both ends; keep the grain line straight."
    )


def _judge(level: str, amount: float) -> list[Finding]:
    if abs(amount) <= MUCH_AT_ONE_LINE:
        return []
    return [
        Finding(
            weight="doubt",
            what=f"{length(abs(amount))} is much for one line.",
            because="The shaping at the side is stretched or eaten up.",
            mend="Split it over two lines, or choose another size for the length.",
            where=Where(edge=level),
        )
    ]
