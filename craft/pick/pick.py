"""Which size, and why: each measurement against the table; the leading one decides."""

from typing import Annotated

from pydantic import Field

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.measure import Figure, Finding, Where, length
from craft.measure.finding import gravest_first
from craft.pattern.pattern import BodyMm, Measurement, Pattern, TableRow

# Off the chosen size by more than this, a measurement is worth a sentence (mm).
WORTH_SAYING = 15.0


class PickInputs(Frozen):
    """What the person chose. ``size`` or ``view`` None: the program's proposal stands."""

    person: Annotated[str, Field(max_length=120)] = ""
    measurements: dict[Measurement, BodyMm] = {}
    size: str | None = None
    view: str | None = None


class Comparison(Frozen):
    """One measurement against the table. Lengths in mm; ``off`` is mine minus the chosen size's.

    ``nearest`` is the size this measurement alone would choose. ``finished`` is the garment's
    measurement in the chosen size (body + ease), None where the garment has none.
    """

    measurement: Measurement
    leads: bool
    mine: float | None
    body: float
    nearest: str | None
    off: float | None
    finished: Figure | None
    room: Figure | None


class Picked(Frozen):
    """The size and view the making goes on with."""

    size: str
    view: str
    proposed: str | None
    why: str
    chosen: bool
    comparisons: tuple[Comparison, ...]
    findings: tuple[Finding, ...]


def nearest_size(row: TableRow, sizes: tuple[str, ...], mine: float) -> str:
    """The size whose body measurement is nearest; halfway between two, the larger (mine: mm)."""
    return min(reversed(sizes), key=lambda size: round(abs(row.body[size] - mine), 3))


def pick(pattern: Pattern, inputs: PickInputs) -> Picked:
    """Propose a size by the leading measurement and set every other against it.

    Raises CraftError when an override names a size or view the pattern does not have.
    """
    table = pattern.table
    if inputs.size is not None and inputs.size not in table.sizes:
        raise CraftError(f"This pattern has no size {inputs.size}.", "size")
    views = [view.id for view in pattern.views]
    if inputs.view is not None and inputs.view not in views:
        raise CraftError(f"This pattern has no view {inputs.view}.", "view")
    proposed, why = _proposal(pattern, inputs)
    size = inputs.size or proposed or table.sizes[len(table.sizes) // 2]
    comparisons = tuple(_compare(row, table.sizes, size, inputs) for row in table.rows)
    findings = _findings(pattern, inputs, size, proposed, comparisons)
    return Picked(
        size=size,
        view=inputs.view or views[0],
        proposed=proposed,
        why=why,
        chosen=inputs.size is not None or proposed is not None,
        comparisons=comparisons,
        findings=gravest_first(findings),
    )


def _proposal(pattern: Pattern, inputs: PickInputs) -> tuple[str | None, str]:
    rows = sorted(pattern.table.rows, key=lambda row: not row.leads)
    for row in rows:
        mine = inputs.measurements.get(row.measurement)
        if mine is None:
            continue
        size = nearest_size(row, pattern.table.sizes, mine)
        lead = (
            f"The {row.measurement} leads for a {pattern.garment}"
            if row.leads
            else f"Only the {row.measurement} is known so far"
        )
        gap = mine - row.body[size]
        where = (
            "exactly size " + size
            if abs(gap) < 0.5
            else f"nearest to size {size} ({length(row.body[size])})"
        )
        return size, f"{lead}: {length(mine)} is {where}."
    return None, "Enter a measurement and a size is proposed."


def _compare(row: TableRow, sizes: tuple[str, ...], size: str, inputs: PickInputs) -> Comparison:
    mine, body = inputs.measurements.get(row.measurement), row.body[size]
    finished = room = None
    if row.ease is not None:
        total = body + row.ease
        finished = Figure(
            name=f"finished {row.measurement}",
            value=total,
            text=length(total),
            working=(
                f"body {length(body)} (size {size}) + ease {length(row.ease)} = {length(total)}",
            ),
        )
        if mine is not None:
            room = Figure(
                name=f"room at the {row.measurement}",
                value=total - mine,
                text=length(total - mine),
                working=(
                    f"finished {length(total)} − yours {length(mine)} = {length(total - mine)}",
                ),
            )
    return Comparison(
        measurement=row.measurement,
        leads=row.leads,
        mine=mine,
        body=body,
        nearest=None if mine is None else nearest_size(row, sizes, mine),
        off=None if mine is None else mine - body,
        finished=finished,
        room=room,
    )


def _findings(
    pattern: Pattern,
    inputs: PickInputs,
    size: str,
    proposed: str | None,
    comparisons: tuple[Comparison, ...],
) -> list[Finding]:
    found: list[Finding] = []
    if proposed is None and inputs.size is None:
        found.append(
            Finding(
                weight="doubt",
                what=f"No size is chosen yet; size {size} is shown.",
                because="Sizes go by measurements, never by the size worn in the shop.",
                mend="Enter the measurements or choose a size.",
            )
        )
    if proposed is not None and size != proposed:
        found.append(
            Finding(
                weight="note",
                what=f"You chose size {size}; the measurements propose {proposed}.",
                because="Your choice stands and everything after it follows.",
            )
        )
    order = pattern.table.sizes
    for row in comparisons:
        if row.off is None or row.mine is None:
            continue
        if row.room is not None and row.finished is not None and row.room.value < 0:
            found.append(
                Finding(
                    weight="fault",
                    what=f"The finished {row.measurement} would be {length(-row.room.value)} "
                    "smaller than the body.",
                    because=f"{row.finished.working[0]}; yours is {length(row.mine)}.",
                    mend=f"Choose a larger size; {row.nearest} is nearest.",
                    where=Where(mark=row.measurement),
                )
            )
        elif abs(row.off) > WORTH_SAYING and row.nearest != size:
            more = "more" if row.off > 0 else "less"
            step = abs(order.index(row.nearest or size) - order.index(size))
            found.append(
                Finding(
                    weight="doubt" if step > 1 else "note",
                    what=f"The {row.measurement} is {length(abs(row.off))} {more} than size {size}; "
                    f"it lies nearest to size {row.nearest}.",
                    because="Change the length at the pattern’s line under Fit."
                    if row.measurement == "back waist length"
                    else f"In size {size} there is {row.room.text if row.room else 'no'} room there.",
                    where=Where(mark=row.measurement),
                )
            )
        elif abs(row.off) > WORTH_SAYING and row.nearest in (order[0], order[-1]):
            end = "largest" if row.off > 0 else "smallest"
            found.append(
                Finding(
                    weight="doubt",
                    what=f"The {row.measurement} is {length(abs(row.off))} beyond the {end} size.",
                    because="The pattern was not drawn for it.",
                    mend="Make a toile first, or choose another pattern.",
                    where=Where(mark=row.measurement),
                )
            )
    return found
