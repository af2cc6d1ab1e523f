"""The changes in their order, each made on what the ones before it left."""

from typing import NamedTuple

from craft.errors import CraftError
from craft.fit import said
from craft.fit.darts import bend_when_closed, dart_changed
from craft.fit.follow import follow
from craft.fit.inputs import DART_AMOUNTS, Change, DartChange, LengthChange
from craft.fit.lengthen import lengthen, taken_out
from craft.fit.lines import LengthLine, at, heights_of
from craft.fit.strips import strip_of
from craft.fit.target import lacking
from craft.fit.working import MadeChange, MadeDart
from craft.measure import Figure, Finding, length_text
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Shape


class Offered(NamedTuple):
    """What the person's height (None: not known) and their own measures ask for at each level, and the
    lines there are."""

    height: float | None
    by_height: dict[str, Figure]
    by_measure: dict[str, Figure]
    lines: tuple[LengthLine, ...]


class Replayed(NamedTuple):
    """The shapes after all changes, what was changed, by how much each piece grew (mm), and what is to
    be said of it."""

    shapes: dict[int, Shape]
    changes: list[MadeChange]
    darts: list[MadeDart]
    gained: dict[int, float]
    findings: list[Finding]


def replay(
    pattern: Pattern, shapes: dict[int, Shape], names: dict[int, str],
    wanted: tuple[Change, ...], offered: Offered,
) -> Replayed:  # fmt: skip
    """Every change that is switched on. One that cannot be made here is left out with a fault, since the
    size may change long after it was entered. Raises CraftError for a level no piece has."""
    done = Replayed(shapes, [], [], dict.fromkeys(shapes, 0.0), [])
    for index, change in enumerate(wanted):
        if not change.on:
            continue
        if isinstance(change, DartChange):
            shapes = _dart(change, index, shapes, names, done)
            continue
        lines = heights_of(pattern, shapes, change.level)
        if not lines:
            raise CraftError(f"No piece has a line {at(change.level)}.", f"changes.{index}.level")
        try:
            amount = _amount(change, offered, shapes, names, lines)
        except CraftError as error:
            done.findings.append(said.no_target(change.level, error.sentence))
            continue
        if amount is None:
            done.findings.append(said.not_known(pattern, change, offered.height))
            continue
        slid = _slide_all(pattern, shapes, names, lines, change.level, amount.value)
        done.findings.extend((*slid.findings, *said.judge(change.level, amount.value)))
        done.findings.extend(said.purpose(change, offered.lines))
        for number in slid.touched:
            done.gained[number] += amount.value
        done.changes.append(
            MadeChange(
                index=index, level=change.level, by=change.by, amount=amount,
                pieces=tuple(sorted(slid.touched)), followers=slid.followers,
                instruction=said.instruction(change.level, amount.value),
                strips=tuple(
                    strip_of(number, shapes[number], y, amount.value)
                    for number, y in lines.items() if number in slid.touched and amount.value
                ),
            )
        )  # fmt: skip
        shapes = slid.shapes
    return done._replace(shapes=shapes)


def _dart(
    change: DartChange, index: int, shapes: dict[int, Shape], names: dict[int, str], done: Replayed
) -> dict[int, Shape]:
    """The shapes with a dart changed on all its pieces; what cannot be done is said."""
    new, touched = dict(shapes), []
    for number in change.pieces:
        shape = shapes.get(number)
        if shape is None:
            continue  # a piece this view does not have
        try:
            new[number] = dart_changed(shape, change)
        except CraftError as error:
            done.findings.append(said.not_done(number, names[number], error.sentence))
            continue
        touched.append(number)
        before, after = (bend_when_closed(each, change.dart) for each in (shape, new[number]))
        done.findings.extend(said.bent(number, names[number], change, before, after))
    if touched:
        mark = next(m for m in new[touched[0]].marks if m.id == change.dart)
        amounts = {k: v for k in DART_AMOUNTS if (v := getattr(change, k))}
        done.darts.append(
            MadeDart(index=index, name=mark.name, pieces=tuple(touched), amounts=amounts,
                     instruction=said.dart_instruction(change, double=mark.kind == "double dart"))
        )  # fmt: skip
    return new


class Slid(NamedTuple):
    """One change on every piece that has its line, and on what is sewn to them: the shapes, who was
    touched, who of them followed without a line of their own, and what is to be said."""

    shapes: dict[int, Shape]
    touched: set[int]
    followers: tuple[int, ...]
    findings: list[Finding]


def _slide_all(
    pattern: Pattern, shapes: dict[int, Shape], names: dict[int, str], lines: dict[int, float],
    level: str, amount: float,
) -> Slid:  # fmt: skip
    new, touched, findings = dict(shapes), set(), []
    for number, y in lines.items():
        try:
            new[number] = lengthen(shapes[number], y, amount)
        except CraftError as error:
            findings.append(said.not_done(number, names[number], error.sentence))
            continue
        touched.add(number)
        lost = taken_out(shapes[number], y, amount)
        findings += said.taken_out(number, names[number], lost, level)
    new, followed, failed = follow(pattern, shapes, new, lines, amount)
    findings += [said.followed(each, names, amount) for each in followed if amount]
    findings += [said.not_done(each.number, names[each.number], why) for each, why in failed]
    followers = tuple(sorted(each.number for each in followed))
    return Slid(new, touched | set(followers), followers, findings)


def _amount(
    change: LengthChange, offered: Offered, shapes: dict[int, Shape], names: dict[int, str],
    lines: dict[int, float],
) -> Figure | None:  # fmt: skip
    if change.by == "height":
        return offered.by_height.get(change.level)
    if change.by == "measure":
        return offered.by_measure.get(change.level)
    if change.by == "target":
        if change.target is None:
            raise CraftError("No target length is given yet.")
        return lacking(change.target, shapes, names, lines)
    return Figure(
        name="amount", value=change.amount, text=length_text(change.amount),
        working=(f"{length_text(change.amount)}, as entered",),
    )  # fmt: skip
