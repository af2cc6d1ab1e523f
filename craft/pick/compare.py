"""Each measurement against the size table: how far off, and the garment that comes of it."""

from craft.frozen import Frozen
from craft.measure import Figure, Finding, Where, length_text, percent_text
from craft.pattern.pattern import Measurement, Pattern, TableRow

# Off the chosen size by more than this, a measurement is worth a sentence (mm).
WORTH_SAYING = 15.0


class Comparison(Frozen):
    """One measurement against the table. Lengths in mm; ``off`` is mine minus the chosen size's.

    ``size``: the size that holds at this measurement's level. ``nearest`` is the size this
    measurement alone would choose. ``finished`` is the garment's measurement (body + ease), None
    where the garment has none; ``stretch``: what a knit must give there.
    """

    measurement: Measurement
    level: str
    leads: bool
    size: str
    mine: float | None
    body: float
    nearest: str | None
    off: float | None
    finished: Figure | None
    room: Figure | None
    stretch: Figure | None


def nearest_size(row: TableRow, sizes: tuple[str, ...], mine: float) -> str:
    """The size whose body measurement is nearest; halfway between two, the larger (mine: mm)."""
    return min(reversed(sizes), key=lambda size: round(abs(row.body[size] - mine), 3))


def compare(
    row: TableRow, sizes: tuple[str, ...], size: str, mine: float | None, knit: bool
) -> Comparison:
    """Set one measurement (mm, None: not known) against the size that holds at its level."""
    body = row.body[size]
    finished = room = stretch = None
    if row.ease is not None:
        total = body + row.ease
        finished = Figure(
            name=f"finished {row.measurement}",
            value=total,
            text=length_text(total),
            working=(
                f"body {length_text(body)} (size {size}) + ease {length_text(row.ease)} = "
                f"{length_text(total)}",
            ),
        )
        # A length is changed under Fit; no body fills it.
        if mine is not None and row.level != "length":
            room = Figure(
                name=f"room at the {row.measurement}",
                value=total - mine,
                text=length_text(total - mine),
                working=(
                    f"finished {length_text(total)} − yours {length_text(mine)} = "
                    f"{length_text(total - mine)}",
                ),
            )
            if knit and mine > total:
                share = mine / total - 1
                stretch = Figure(
                    name=f"stretch at the {row.measurement} (share)",
                    value=share,
                    text=percent_text(share),
                    working=(
                        f"{length_text(mine)} ÷ {length_text(total)} − 1 = "
                        f"{percent_text(share)}: the cloth must "
                        "stretch at least so far",
                    ),
                )
    return Comparison(
        measurement=row.measurement,
        level=row.level,
        leads=row.leads,
        size=size,
        mine=mine,
        body=body,
        nearest=None if mine is None else nearest_size(row, sizes, mine),
        off=None if mine is None else mine - body,
        finished=finished,
        room=room,
        stretch=stretch,
    )


def judge(pattern: Pattern, comparisons: tuple[Comparison, ...]) -> list[Finding]:
    """A sentence for every measurement that the chosen sizes do not suit."""
    found = []
    order = pattern.table.sizes
    for row in comparisons:
        where = Where(mark=row.measurement)
        if row.off is None or row.mine is None:
            continue
        if row.room is not None and row.finished is not None and row.room.value < 0:
            if pattern.knit and row.stretch is not None:
                found.append(
                    Finding(
                        weight="note",
                        what=f"The {row.measurement} needs a cloth that stretches by "
                        f"{row.stretch.text}.",
                        because=row.stretch.working[0],
                        where=where,
                    )
                )
                continue
            found.append(
                Finding(
                    weight="fault",
                    what=f"The finished {row.measurement} would be {length_text(-row.room.value)} "
                    "smaller than the body.",
                    because=f"{row.finished.working[0]}; yours is {length_text(row.mine)}.",
                    mend=f"Choose a larger size; {row.nearest} is nearest.",
                    where=where,
                )
            )
        elif abs(row.off) > WORTH_SAYING and row.nearest != row.size:
            more = "more" if row.off > 0 else "less"
            step = abs(order.index(row.nearest or row.size) - order.index(row.size))
            found.append(
                Finding(
                    weight="doubt" if step > 1 else "note",
                    what=f"The {row.measurement} is {length_text(abs(row.off))} {more} than size "
                    f"{row.size}; it lies nearest to size {row.nearest}.",
                    because="Change the length at the pattern’s line under Fit, or take the lengths "
                    f"from size {row.nearest}."
                    if row.level == "length"
                    else f"In size {row.size} there is {row.room.text if row.room else 'no'} room "
                    "there.",
                    where=where,
                )
            )
        elif abs(row.off) > WORTH_SAYING and row.nearest == order[-1 if row.off > 0 else 0]:
            end = "largest" if row.off > 0 else "smallest"
            found.append(
                Finding(
                    weight="doubt",
                    what=f"The {row.measurement} is {length_text(abs(row.off))} beyond the {end} size.",
                    because="The pattern was not drawn for it.",
                    mend="Make a toile first, or choose another pattern.",
                    where=where,
                )
            )
    return found
