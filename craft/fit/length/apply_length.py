"""One change of length, made on every piece that has its line and on what is sewn to them."""

from dataclasses import replace
from typing import NamedTuple

from craft.errors import CraftError
from craft.fit.draft import Draft
from craft.fit.length import length_findings
from craft.fit.length.follow import follow
from craft.fit.length.length_change import LengthChange
from craft.fit.length.lengthen import lengthen, taken_out
from craft.fit.length.lines import LengthLine, heights_of
from craft.fit.length.made_change import MadeChange
from craft.fit.length.strips import strip_of
from craft.fit.length.target import lacking
from craft.fit.level_words import at
from craft.fit.limits import eaten_up
from craft.fit.tolerances import Tolerances
from craft.measure import Figure, Finding, length_text
from craft.pattern.piece import Shape


class Offered(NamedTuple):
    """What the person's height (None: not known) and their own measures ask for at each level, and the
    lines there are."""

    height: float | None
    by_height: dict[str, Figure]
    by_measure: dict[str, Figure]
    lines: tuple[LengthLine, ...]


class LengthApplied(NamedTuple):
    """The draft after it, the change as made (None: it could not be), and what is to be said."""

    draft: Draft
    made: MadeChange | None
    findings: list[Finding]


def lengthen_at(
    draft: Draft, change: LengthChange, index: int, offered: Offered, tolerances: Tolerances
) -> LengthApplied:
    """Raises CraftError for a level no piece has."""
    lines = heights_of(draft.pattern, draft.shapes, change.level, draft.names)
    if not lines and all(line.level != change.level for line in offered.lines):
        raise CraftError(f"No piece has a line {at(change.level)}.", f"changes.{index}.level")
    if not lines:
        why = f"The changes before it have left no line {at(change.level)}."
        return LengthApplied(draft, None, [length_findings.left_out(change, index, why)])
    try:
        amount = _amount(change, offered, draft, lines)
    except CraftError as error:
        return LengthApplied(draft, None, [length_findings.no_target(change.level, error.sentence)])
    if amount is None:
        return LengthApplied(
            draft, None, [length_findings.not_known(draft.pattern, change, offered.height)]
        )
    shapes, touched, followers, findings = _slide_all(
        draft, lines, change.level, amount.value, change.stay
    )
    findings += eaten_up(draft, lines, change.level, amount.value)
    findings += length_findings.judge(change.level, amount.value, tolerances.one_line)
    findings += length_findings.purpose(change, offered.lines)
    made = MadeChange(
        index=index, level=change.level, by=change.by, amount=amount,
        pieces=tuple(sorted(touched)), followers=followers,
        instruction=length_findings.instruction(change.level, amount.value),
        lost=tuple(
            dict.fromkeys(
                name for number, y in lines.items() if number in touched
                for name in taken_out(draft.shapes[number], y, amount.value)
            )
        ),
        strips=tuple(
            strip_of(number, draft.shapes[number], y, amount.value)
            for number, y in lines.items() if number in touched and amount.value
        ),
    )  # fmt: skip
    return LengthApplied(replace(draft, shapes=shapes), made, findings)


def _slide_all(
    draft: Draft, lines: dict[int, float], level: str, amount: float, stay: tuple[str, ...]
) -> tuple[dict[int, Shape], set[int], tuple[int, ...], list[Finding]]:
    """The shapes, who was touched, who of them followed without a line of their own, what is to be said."""
    shapes, names = draft.shapes, draft.names
    new, touched, findings = dict(shapes), set(), []
    for number, y in lines.items():
        try:
            new[number] = lengthen(shapes[number], y, amount, stay)
        except CraftError as error:
            findings.append(length_findings.not_done(number, names[number], error.sentence))
            continue
        touched.add(number)
        lost = tuple(name for name in taken_out(shapes[number], y, amount) if name not in stay)
        findings += length_findings.taken_out(number, names[number], lost, level)
    new, followed, failed = follow(draft.pattern, shapes, new, lines, amount)
    findings += [length_findings.followed(each, names, amount) for each in followed if amount]
    findings += [
        length_findings.not_done(each.number, names[each.number], why) for each, why in failed
    ]
    followers = tuple(sorted(each.number for each in followed))
    return new, touched | set(followers), followers, findings


def _amount(
    change: LengthChange, offered: Offered, draft: Draft, lines: dict[int, float]
) -> Figure | None:
    if change.by == "height":
        return offered.by_height.get(change.level)
    if change.by == "measure":
        return offered.by_measure.get(change.level)
    if change.by == "target":
        if change.target is None:
            raise CraftError("No target length is given yet.")
        return lacking(change.target, draft.shapes, draft.names, lines)
    return Figure(
        name="amount", value=change.amount, text=length_text(change.amount),
        working=(f"{length_text(change.amount)}, as entered",),
    )  # fmt: skip
