"""What is said about changes of length: what to do, what to look at, and why something was not done."""

from craft.fit.change import FitChange
from craft.fit.length.follow import Follower
from craft.fit.length.heights import MEASURE, part_of
from craft.fit.length.length_change import By, LengthChange
from craft.fit.length.lines import LengthLine, Purpose
from craft.fit.level_words import at
from craft.measure import Finding, Where, length_text
from craft.pattern.cutting import tight_bends
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Shape


def not_known(pattern: Pattern, change: LengthChange, height: float | None) -> Finding:
    """Why what a change goes by is not known."""
    part = part_of(pattern, change.level)
    goes = f"The change {at(change.level)} goes by the"
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
    elif change.by == "height" and pattern.base_height is None:
        what = f"{goes} height, and it is not known for what height the pattern was drawn."
        because = "The rule takes half of the difference between the two."
        mend = "Add it to the pattern, or give an amount here."
    elif change.by == "height":
        what = f"What the height asks for is not taken {at(change.level)}."
        because = "The amount of one part of the body goes to the line that was there before."
        mend = "Change it at that line, or give an amount here."
    else:
        what = f"{goes} {MEASURE[part]}, which is not known."
        because = "It takes yours less the one in the pattern’s table."
        mend = "Enter it under Pick, or give an amount here."
    return Finding(
        weight="fault", what=what, because=because, mend=mend, where=Where(edge=change.level)
    )


def why_not_known(pattern: Pattern, change: LengthChange, height: float | None) -> str:
    """The same before anybody has asked for it: what is missing, and what would help."""
    said = not_known(pattern, change, height)
    return f"{said.what} {said.mend}"


def taken_out(number: int, name: str, marks: tuple[str, ...], level: str) -> list[Finding]:
    """What lies in the strip that is folded away."""
    if not marks:
        return []
    return [
        Finding(
            weight="doubt",
            what=f"In the strip that is folded away {at(level)} of {name.lower()} ({number}) lie: "
            f"{', '.join(marks)}.",
            because="They keep their distance from what lies below and now stand above the line, with "
            "their partners.",
            mend="Look where each of them lies now; one that should keep its place can be told to stay.",
            where=Where(piece=str(number)),
        )
    ]


def followed(each: Follower, names: dict[int, str], amount: float) -> Finding:
    """A piece without a line of its own follows."""
    done = "slid apart" if amount > 0 else "folded over"
    return Finding(
        weight="note",
        what=f"{names[each.number]} ({each.number}) follows: {done} by {length_text(abs(amount))}, "
        f"{length_text(each.along)} along its {each.edge}.",
        because=f"It is sewn to what was changed ({each.seam}) and has no line of its own there.",
        where=Where(piece=str(each.number), edge=each.edge),
    )


def tight(number: int, name: str, shape: Shape) -> list[Finding]:
    """Bends tighter than their allowance: the cutting line is trimmed there."""
    return [
        Finding(
            weight="note",
            what=f"{name} ({number}): the {edge} bends more tightly than its allowance of "
            f"{length_text(shape.edge(edge).allowance)}.",
            because="The cutting line is trimmed there, since no line lies that far from both sides of "
            "the bend.",
            mend="Clip the allowance almost to the stitching line there, or take a narrower one.",
            where=Where(piece=str(number), edge=edge),
        )
        for edge in tight_bends(shape)
    ]


LESS = "Take out less, or split the change over two lines."


def not_done(number: int, name: str, sentence: str, mend: str = LESS) -> Finding:
    """Why a piece could not be changed; ``mend``: what to do about it, where it is no change of length."""
    return Finding(
        weight="fault",
        what=f"Piece {number} ({name}) could not be changed.",
        because=sentence,
        mend=mend,
        where=Where(piece=str(number)),
    )


def left_out(change: FitChange, index: int, sentence: str) -> Finding:
    """Why a change of any kind but a length was not made."""
    return Finding(
        weight="fault",
        what=f"Change {index + 1} ({change.heading()}) could not be made.",
        because=sentence,
        mend="Alter it, or switch it off.",
        where=Where(piece=str(getattr(change, "piece", "")), edge=getattr(change, "edge", "")),
    )


def instruction(level: str, amount: float) -> str:
    """What to do on paper.

    >>> instruction("waist", -15.0).partition(",")[0]
    'Draw a line [[15]] below the line at the waist'
    """
    if amount == 0:
        return "Nothing to change."
    if amount > 0:
        return (
            f"Cut along the line {at(level)}, put paper under it and slide the lower part down "
            f"{length_text(amount)}, equally at both ends; keep the grain line straight."
        )
    return (
        f"Draw a line {length_text(-amount)} below the line {at(level)}, fold the paper so that the two "
        "meet, equally at both ends; keep the grain line straight."
    )


def judge(level: str, amount: float, most: float) -> list[Finding]:
    """Whether it is more than is well done at one line (mm).

    >>> [each.what for each in judge("waist", 60.0, 50.0)]
    ['[[60]] is much for one line.']
    """
    if abs(amount) <= most:
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


def no_target(level: str, sentence: str) -> Finding:
    """Why a target cannot be reached at a line."""
    return Finding(
        weight="fault",
        what=f"The change {at(level)} has no target it can reach.",
        because=sentence,
        mend="Choose another straight line, or give an amount.",
        where=Where(edge=level),
    )


def purpose(change: LengthChange, lines: tuple[LengthLine, ...]) -> list[Finding]:
    """A hint when length for the look is added where the body is shaped, or the other way round."""
    mine = next((each.purpose for each in lines if each.level == change.level), None)
    wanted = WANTS.get(change.by)
    better = next((each.level for each in lines if each.purpose == wanted), None)
    if mine is None or wanted is None or better is None or mine == wanted:
        return []
    what, because, mend = PURPOSES[wanted]
    return [
        Finding(
            weight="note", what=what.format(place=at(change.level)), because=because,
            mend=mend.format(place=at(better)), where=Where(edge=change.level),
        )
    ]  # fmt: skip


# What length is for that goes by a way.
WANTS: dict[By, Purpose] = {"target": "style", "height": "fit", "measure": "fit"}
# What is said where length is not added at a line of that purpose: what, because, mend.
PURPOSES: dict[Purpose, tuple[str, str, str]] = {
    "style": (
        "A finished length is wanted, and it is changed {place}.",
        "Length for the look is added at or below the hip, so that the shaping stays in place on the body.",
        "If the body fits there already, change it {place} instead.",
    ),
    "fit": (
        "What the body asks for is changed {place}.",
        "Length for the fit is added at a body line, so that waist and darts come to lie where the body "
        "has them.",
        "Change it {place} instead.",
    ),
}
