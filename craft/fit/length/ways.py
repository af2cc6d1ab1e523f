"""By what a line can be changed, why not by the rest, and what a change at it begins with."""

from craft.fit.change import within_bounds
from craft.fit.length.length_change import By, LengthChange, Target
from craft.fit.length.length_findings import why_not_known
from craft.fit.length.lines import LengthLine
from craft.fit.length.target import StraightLine
from craft.frozen import Frozen
from craft.measure import Figure
from craft.pattern.pattern import Pattern

# How far a change goes at first where no length can be measured (mm).
TO_BEGIN_WITH = 10.0


class LengthWay(Frozen):
    """One way of saying how much. ``figure``: what it comes to, where that is known beforehand; ``why``:
    why it is not to be had, empty where it is."""

    by: By
    name: str
    figure: Figure | None = None
    why: str = ""


class LineOffer(LengthLine):
    """A line with the ``ways`` of changing it, the usual one first, and the change to ``begin`` with: to
    the finished length there is, where one can be measured, ``straight`` saying along what."""

    ways: tuple[LengthWay, ...]
    straight: tuple[StraightLine, ...]
    begin: LengthChange


def offer(
    pattern: Pattern, line: LengthLine, straight: tuple[StraightLine, ...],
    height: float | None, by_height: Figure | None, by_measure: Figure | None,
) -> LineOffer:  # fmt: skip
    """What can be done at a line. ``straight``: all straight lines of the pattern as they are now."""
    mine = tuple(each for each in straight if each.piece in line.pieces)

    def way(by: By, name: str, figure: Figure | None) -> LengthWay:
        why = (
            "" if figure else why_not_known(pattern, LengthChange(level=line.level, by=by), height)
        )
        return LengthWay(by=by, name=name, figure=figure, why=why)

    return LineOffer(
        **line.model_dump(), straight=mine, begin=_begin(line, mine),
        ways=(
            LengthWay(by="target", name="To a length",
                      why="" if mine else "No straight line runs down its pieces."),
            way("height", "By height", by_height),
            way("measure", "By measure", by_measure),
            LengthWay(by="amount", name="An amount"),
        ),
    )  # fmt: skip


def _begin(line: LengthLine, straight: tuple[StraightLine, ...]) -> LengthChange:
    if not straight:
        return LengthChange(level=line.level, amount=TO_BEGIN_WITH)
    first = straight[0]
    target = within_bounds(Target, piece=first.piece, line=first.line, length=first.length)
    if target is None:
        return LengthChange(level=line.level, amount=TO_BEGIN_WITH)
    return LengthChange(level=line.level, by="target", amount=TO_BEGIN_WITH, target=target)
