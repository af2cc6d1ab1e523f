"""The changes in their order, each made on what the ones before it left."""

from dataclasses import replace
from typing import NamedTuple

from craft.errors import CraftError
from craft.fit.darts import dart_findings
from craft.fit.darts.change import bend_when_closed, dart_changed
from craft.fit.darts.two import between_of, with_stretch_between
from craft.fit.inputs import (
    AllowanceChange,
    Change,
    DartChange,
    HandChange,
    JoinChange,
    LengthChange,
    MirrorChange,
    NotchMove,
    OpenChange,
    SplitChange,
    Tolerances,
    WidthChange,
)  # fmt: skip
from craft.fit.length import length_findings
from craft.fit.length.made_change import MadeChange
from craft.fit.length.replayed import Offered, Slid, lengthened
from craft.fit.pieces.hand import allowance_set, drawn_by_hand, notch_moved
from craft.fit.pieces.join import join, mirror, open_half
from craft.fit.pieces.split import split
from craft.fit.seams.width import take_in
from craft.fit.work import Done, Made, Work
from craft.measure import Figure, Finding, length_text
from craft.pattern.caps import cap_at
from craft.pattern.marks import Mark
from craft.shape.curve import distance


class Replayed(NamedTuple):
    """The work after all changes, what was changed, by how much each piece grew (mm), and what is to be
    said of it."""

    work: Work
    lengths: list[MadeChange]
    made: list[Made]
    gained: dict[int, float]
    findings: list[Finding]


def replay(
    work: Work, wanted: tuple[Change, ...], offered: Offered, tolerances: Tolerances
) -> Replayed:
    """Every change that is switched on. One that cannot be made here is left out with a fault, since the
    size may change long after it was entered. Raises CraftError for a level no piece has."""
    done = Replayed(work, [], [], {}, [])
    for index, change in enumerate(wanted):
        if not change.on:
            continue
        if isinstance(change, LengthChange):
            slid = lengthened(done.work, change, index, offered, tolerances)
            done = _with_length(done, slid)
            continue
        try:
            one = _made(done.work, change, index, tolerances)
        except CraftError as error:
            done.findings.append(length_findings.left_out(change, index, error.sentence))
            continue
        done.findings.extend(one.findings)
        if one.made is not None:
            done.made.append(one.made)
        done = done._replace(work=one.work)
    return done


def _with_length(done: Replayed, slid: Slid) -> Replayed:
    done.findings.extend(slid.findings)
    if slid.made is None:
        return done
    for number in slid.made.pieces:
        done.gained[number] = done.gained.get(number, 0.0) + slid.made.amount.value
    done.lengths.append(slid.made)
    return done._replace(work=slid.work)


def _made(work: Work, change: Change, index: int, tolerances: Tolerances) -> Done:
    """One change of any kind but a length. Raises CraftError where it cannot be made."""
    match change:
        case DartChange():
            return _dart(work, change, index)
        case WidthChange():
            return take_in(work, change, index, tolerances)
        case HandChange():
            return drawn_by_hand(work, change, index)
        case NotchMove():
            return notch_moved(work, change, index)
        case AllowanceChange():
            return allowance_set(work, change, index)
        case SplitChange():
            return split(work, change, index)
        case JoinChange():
            return join(work, change, index)
        case OpenChange():
            return open_half(work, change, index)
        case MirrorChange():
            return mirror(work, change, index)
    raise AssertionError(f"no rule for {change.kind}")


def intake_of(mark: Mark) -> float:
    """What a dart takes up where it is widest (mm).

    >>> legs = ((0.0, -15.0), (90.0, 0.0), (0.0, 15.0))
    >>> intake_of(Mark(id="a", kind="dart", name="dart", points=legs))
    30.0
    """
    one, other = (1, 3) if mark.kind == "double dart" else (0, 2)
    return distance(mark.points[one], mark.points[other])


def wider_by(mark: Mark) -> Figure:
    """How much wider a piece is without a dart."""
    intake = intake_of(mark)
    where = "its widest place" if mark.kind == "double dart" else "its mouth"
    return Figure(name="wider by", value=intake, text=length_text(intake),
                  working=(f"across {where} it took up {length_text(intake)}",))  # fmt: skip


def _dart(work: Work, change: DartChange, index: int) -> Done:
    """A dart changed on all its pieces; what cannot be done on one of them is said."""
    touched: list[int] = []
    findings: list[Finding] = []
    seen = None
    for number in change.pieces:
        shape = work.shapes.get(number)
        if shape is None:
            continue  # a piece this view does not have
        try:
            new = dart_changed(shape, change)
        except CraftError as error:
            findings.append(
                length_findings.not_done(
                    number, work.names[number], error.sentence, dart_findings.LESS
                )
            )
            continue
        seen = seen or next(mark for mark in shape.marks if mark.id == change.dart)
        touched.append(number)
        before, after = (bend_when_closed(each, change.dart) for each in (shape, new))
        findings.extend(dart_findings.bent(number, work.names[number], change, before, after))
        work = work.having(number, new)
        at, between = cap_at(shape.edges, seen.edge), between_of(shape, new)
        if at is not None and between is not None:
            follows = shape.edges[(at + 1) % len(shape.edges)].name
            seams = with_stretch_between(work.seams, number, follows, between)
            work = replace(work, seams=seams)
    if seen is None:
        return Done(work, None, tuple(findings))
    facts: list[tuple[str, float | str]] = [
        (f"{dart_findings.DART_WORDS[how]} of the {seen.name}", by)
        for how, by in change.amounts.items()
    ]
    if change.other_way:
        facts.append(("", f"{seen.name} pressed the other way"))
    if change.becomes != "one":
        facts.append(("", f"{seen.name} {dart_findings.BECOMES[change.becomes]}"))
    made = Made(
        index=index, name=seen.name[:1].upper() + seen.name[1:], pieces=tuple(touched),
        instruction=dart_findings.dart_instruction(
            change, double=seen.kind == "double dart", intake=intake_of(seen)
        ),
        figures=(wider_by(seen),) if change.becomes == "none" else (),
        facts=tuple(facts),
    )  # fmt: skip
    return Done(work, made, tuple(findings))
