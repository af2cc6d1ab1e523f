"""Length changes in order, replayed on the traced pieces; then the cutting lines and the walk."""

from typing import Annotated, Literal, NamedTuple

from pydantic import Field

from craft.errors import CraftError
from craft.fit.follow import Follower, follow
from craft.fit.heights import MEASURE, by_height, by_measure, part_of
from craft.fit.lengthen import lengthen, taken_out
from craft.fit.walk import Meeting, SeamWalk, meetings, walk
from craft.frozen import Frozen
from craft.measure import Figure, Finding, Where, length_text
from craft.measure.finding import gravest_first
from craft.pattern.cutting import cutting_line, tight_bends
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Cut, Shape
from craft.pick import Picked, PickInputs
from craft.shape.curve import Curve, Point
from craft.trace import Traced, TracedPiece
from craft.trace.notches import outward
from craft.trace.sums import reckon

# More than this at one line spoils the shaping; split it (mm).
MUCH_AT_ONE_LINE = 50.0
MOST_AT_ONE_LINE = 150.0


By = Literal["amount", "height", "measure"]


class LengthChange(Frozen):
    """Lengthen (or shorten, negative) at the pattern's line of ``level``.

    ``by`` amount: ``amount`` mm as typed. ``by`` height: the line's share of the height difference to
    the pattern's base height; ``by`` measure: the person's own measure of that part against the
    table's. With either of these ``amount`` is not used.
    """

    level: Annotated[str, Field(min_length=1, max_length=60)]
    by: By = "amount"
    amount: Annotated[float, Field(ge=-MOST_AT_ONE_LINE, le=MOST_AT_ONE_LINE)] = 0.0


class FitInputs(Frozen):
    """Changes in the order they are made."""

    changes: Annotated[tuple[LengthChange, ...], Field(max_length=20)] = ()


class MadeChange(Frozen):
    """A change as carried out: which of the changes entered it is, the amount with its working, the
    pieces it touched and, of these, the ``followers`` that have no line of their own."""

    index: int
    level: str
    by: By
    amount: Figure
    pieces: tuple[int, ...]
    followers: tuple[int, ...] = ()
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
    printed: Literal["left", "right"] | None = None


class Fitted(Frozen):
    """The working pieces, what was changed, and how the seams came out.

    ``before`` holds the outlines as traced, for the pieces that changed. ``levels`` are the lines
    this pattern can be changed at; ``by_height`` and ``by_measure``: what the height and the body's
    own measures would give at each of them, where they are known and apply.
    """

    pieces: tuple[WorkingPiece, ...]
    before: dict[int, tuple[Curve, ...]]
    changes: tuple[MadeChange, ...]
    levels: tuple[str, ...]
    by_height: dict[str, Figure]
    by_measure: dict[str, Figure] = {}
    seams: tuple[SeamWalk, ...]
    meetings: tuple[Meeting, ...] = ()
    findings: tuple[Finding, ...]


def fit(
    pattern: Pattern, traced: Traced, picked: Picked, person: PickInputs, inputs: FitInputs
) -> Fitted:
    """Replay the changes on the traced pieces.

    A change that cannot be made here (no height known, too little below the line) is left out with
    a fault, since the size may change long after it was entered. Raises CraftError for a level no
    piece has.
    """
    shapes = {piece.number: piece.shape for piece in traced.pieces}
    names = {piece.number: piece.name for piece in traced.pieces}
    before = {number: shape.outline for number, shape in shapes.items()}
    levels = tuple(
        sorted({m.level for s in shapes.values() for m in s.marks if m.kind == "length line"})
    )
    height = person.measurements.get("height")
    offered = Offered(
        height=height,
        by_height={} if height is None else by_height(pattern, levels, shapes, height),
        by_measure=by_measure(pattern, levels, picked, person),
    )
    replayed = _replay(pattern, shapes, names, inputs.changes, offered)
    shapes = replayed.shapes
    cuts = {piece.number: piece.cuts for piece in traced.pieces}
    for each in traced.sums:  # what is sewn to a changed edge changes with it
        reckoned = reckon(each, shapes)
        shapes[each.number], cuts[each.number] = reckoned.shape, reckoned.cuts
    walks, off = walk(pattern, shapes, names)
    pieces = tuple(
        _working(piece, shapes[piece.number], cuts[piece.number], replayed.gained[piece.number])
        for piece in traced.pieces
        if not piece.guide
    )
    return Fitted(
        pieces=pieces,
        before={n: line for n, line in before.items() if replayed.gained[n]},
        changes=tuple(replayed.changes),
        levels=levels,
        by_height=offered.by_height,
        by_measure=offered.by_measure,
        seams=walks,
        meetings=meetings(pattern, shapes),
        findings=gravest_first(replayed.findings + off + _tight(pieces)),
    )


class Offered(NamedTuple):
    """What the person's height (None: not known) and their own measures ask for at each level."""

    height: float | None
    by_height: dict[str, Figure]
    by_measure: dict[str, Figure]


class Replayed(NamedTuple):
    """The shapes after all changes, what was changed, by how much each piece grew (mm), and what is to
    be said of it."""

    shapes: dict[int, Shape]
    changes: list[MadeChange]
    gained: dict[int, float]
    findings: list[Finding]


def _replay(
    pattern: Pattern, shapes: dict[int, Shape], names: dict[int, str],
    wanted: tuple[LengthChange, ...], offered: Offered,
) -> Replayed:  # fmt: skip
    done = Replayed(shapes, [], dict.fromkeys(shapes, 0.0), [])
    for index, change in enumerate(wanted):
        lines = {n: y for n, s in shapes.items() if (y := _line(s, change.level)) is not None}
        if not lines:
            raise CraftError(
                f"No piece has a line at the {change.level}.", f"changes.{index}.level"
            )
        amount = _amount(change, offered.by_height, offered.by_measure)
        if amount is None:
            done.findings.append(_not_known(pattern, change, offered.height))
            continue
        shapes, touched, followers, said = _slide_all(
            pattern, shapes, names, lines, change.level, amount.value
        )
        done.findings.extend((*said, *_judge(change.level, amount.value)))
        for number in touched:
            done.gained[number] += amount.value
        done.changes.append(
            MadeChange(
                index=index,
                level=change.level,
                by=change.by,
                amount=amount,
                pieces=tuple(sorted(touched)),
                followers=followers,
                instruction=_instruction(change.level, amount.value),
            )
        )
    return done._replace(shapes=shapes)


def _working(
    piece: TracedPiece, shape: Shape, cuts: tuple[Cut, ...], gained: float
) -> WorkingPiece:
    # Made from what was checked before; checking every curve again would take as long as making it.
    return WorkingPiece.model_construct(
        number=piece.number,
        name=piece.name,
        cuts=cuts,
        shape=shape,
        cutting=cutting_line(shape),
        lengthened=round(gained, 2),
        outward=outward(shape),
        printed=piece.printed,
    )


def _line(shape: Shape, level: str) -> float | None:
    for mark in shape.marks:
        if mark.kind == "length line" and mark.level == level:
            return (mark.points[0][1] + mark.points[1][1]) / 2
    return None


def _slide_all(
    pattern: Pattern,
    shapes: dict[int, Shape],
    names: dict[int, str],
    lines: dict[int, float],
    level: str,
    amount: float,
) -> tuple[dict[int, Shape], set[int], tuple[int, ...], list[Finding]]:
    """One change on every piece that has its line, and on what is sewn to them: the shapes, who was
    touched, who of them followed without a line of their own, and what is to be said."""
    new, touched, findings = dict(shapes), set(), []
    for number, y in lines.items():
        try:
            new[number] = lengthen(shapes[number], y, amount)
        except CraftError as error:
            findings.append(_not_done(number, names[number], error.sentence))
            continue
        touched.add(number)
        findings += _taken_out(number, names[number], taken_out(shapes[number], y, amount), level)
    new, followed, failed = follow(pattern, shapes, new, lines, amount)
    findings += [_followed(each, names, amount) for each in followed if amount]
    findings += [_not_done(each.number, names[each.number], why) for each, why in failed]
    followers = tuple(sorted(each.number for each in followed))
    return new, touched | set(followers), followers, findings


def _not_known(pattern: Pattern, change: LengthChange, height: float | None) -> Finding:
    part = part_of(pattern, change.level)
    goes = f"The change at the {change.level} goes by the"
    if change.by == "height" and part in ("rise", "arm"):
        what = f"The {change.level} does not go by the height."
        because = {
            "rise": "The rise goes by its own measure, half of the height difference lies in the legs.",
            "arm": "Sleeves go by the arm’s length: tall people may have short arms.",
        }[part]
        mend = f"Change it by the {MEASURE[part]}, or give an amount."
    elif change.by == "height" and height is None:
        what = f"{goes} height, and no height is known."
        because = "The rule takes half of the height difference."
        mend = "Enter the height under Pick, or give an amount here."
    else:
        what = f"{goes} {MEASURE[part]}, which is not known."
        because = "It takes yours less the one in the pattern’s table."
        mend = "Enter it under Pick, or give an amount here."
    return Finding(
        weight="fault", what=what, because=because, mend=mend, where=Where(edge=change.level)
    )


def _taken_out(number: int, name: str, marks: tuple[str, ...], level: str) -> list[Finding]:
    if not marks:
        return []
    return [
        Finding(
            weight="doubt",
            what=f"In the strip that is folded away at the {level} of {name.lower()} ({number}) lie: "
            f"{', '.join(marks)}.",
            because="They keep their distance from what lies below and now stand above the line, with "
            "their partners.",
            mend="Look where each of them lies now; where one should stay, draw it there again.",
            where=Where(piece=str(number)),
        )
    ]


def _followed(each: Follower, names: dict[int, str], amount: float) -> Finding:
    done = "slid apart" if amount > 0 else "folded over"
    return Finding(
        weight="note",
        what=f"{names[each.number]} ({each.number}) follows: {done} by {length_text(abs(amount))}, "
        f"{length_text(each.along)} along its {each.edge}.",
        because=f"It is sewn to what was changed ({each.seam}) and has no line of its own there.",
        where=Where(piece=str(each.number), edge=each.edge),
    )


def _tight(pieces: tuple[WorkingPiece, ...]) -> list[Finding]:
    """Bends tighter than their allowance: the cutting line is trimmed there."""
    found = []
    for piece in pieces:
        for name in tight_bends(piece.shape):
            width = piece.shape.edge(name).allowance
            found.append(
                Finding(
                    weight="note",
                    what=f"{piece.name} ({piece.number}): the {name} bends more tightly than its "
                    f"allowance of {length_text(width)}.",
                    because="The cutting line is trimmed there, since no line lies that far from both "
                    "sides of the bend.",
                    mend="Clip the allowance almost to the stitching line there, or take a narrower one.",
                    where=Where(piece=str(piece.number), edge=name),
                )
            )
    return found


def _not_done(number: int, name: str, sentence: str) -> Finding:
    return Finding(
        weight="fault",
        what=f"Piece {number} ({name}) could not be changed.",
        because=sentence,
        mend="Take out less, or split the change over two lines.",
        where=Where(piece=str(number)),
    )


def _amount(
    change: LengthChange, heights: dict[str, Figure], measures: dict[str, Figure]
) -> Figure | None:
    if change.by == "height":
        return heights.get(change.level)
    if change.by == "measure":
        return measures.get(change.level)
    return Figure(
        name="amount",
        value=change.amount,
        text=length_text(change.amount),
        working=(f"{length_text(change.amount)}, as entered",),
    )


def _instruction(level: str, amount: float) -> str:
    if amount == 0:
        return "Nothing to change."
    if amount > 0:
        return (
            f"Cut along the {level} line, put paper under it and slide the lower part down "
            f"{length_text(amount)}, equally at both ends; keep the grain line straight."
        )
    return (
        f"Draw a line {length_text(-amount)} below the {level} line, fold the paper so that the two "
        "meet, equally at both ends; keep the grain line straight."
    )


def _judge(level: str, amount: float) -> list[Finding]:
    if abs(amount) <= MUCH_AT_ONE_LINE:
        return []
    return [
        Finding(
            weight="doubt",
            what=f"{length_text(abs(amount))} is much for one line.",
            because="The shaping at the side is stretched or eaten up.",
            mend="Split it over two lines, or choose another size for the length.",
            where=Where(edge=level),
        )
    ]
