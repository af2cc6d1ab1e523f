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


def _mend_too_small(pattern: Pattern, row: Comparison) -> str:
    """What helps where the garment would be smaller than the body."""
    order = pattern.table.sizes
    if row.off is None or row.off <= 0:
        return (
            f"The pattern was drawn smaller than its own body of {length_text(row.body)}: it is for cloth "
            "that stretches. Say so of the pattern, or choose another."
        )
    table = next(each for each in pattern.table.rows if each.measurement == row.measurement)
    beyond = row.off + row.body - table.body[order[-1]]
    if beyond > 0:
        return (
            f"The largest is {order[-1]}, {length_text(beyond)} less than the body: add to it under Fit, "
            "or choose another pattern."
        )
    at = order.index(row.size)
    larger = row.nearest if row.nearest in order[at + 1 :] else order[min(at + 1, len(order) - 1)]
    return f"Choose a larger size; {larger} is nearest."


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
        if knit and row.level != "length":
            stretch = _stretch(
                row, mine if mine is not None else body, total, known=mine is not None
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


def _stretch(row: TableRow, fills: float, finished: float, *, known: bool) -> Figure | None:
    """How far the cloth must stretch to go round what fills it (mm): the person, or where nobody measured
    them the body the size was drawn for."""
    if fills <= finished:
        return None
    share = fills / finished - 1
    whose = "" if known else " (the body of the size; nobody measured yours)"
    return Figure(
        name=f"stretch at the {row.measurement} (share)", value=share, text=percent_text(share),
        working=(
            f"{row.measurement}: {length_text(fills)}{whose} ÷ {length_text(finished)} − 1 = "
            f"{percent_text(share)}: the cloth must stretch at least so far",
        ),
    )  # fmt: skip


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
                    mend=_mend_too_small(pattern, row),
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
