"""Which size, and why: each measurement against the table; the leading one decides."""

from craft.errors import CraftError
from craft.measure import Finding, Where, length_text
from craft.measure.finding import gravest_first
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Piece, Shape
from craft.pick.compare import compare, judge, nearest_size
from craft.pick.grade import grade
from craft.pick.inputs import PickInputs
from craft.pick.original import judge_original
from craft.pick.pieces import listed
from craft.pick.print_check import PrintVerdict, check_print
from craft.pick.result import LENGTH, Picked


def pick(pattern: Pattern, inputs: PickInputs) -> Picked:
    """Propose a size by the leading measurement and set every other against it.

    Raises CraftError when an override names a size, view, level or feature the pattern lacks.
    """
    table = pattern.table
    levels = tuple(dict.fromkeys(row.level for row in table.rows if row.level))
    _check(pattern, inputs, levels)
    proposed, why = _proposal(pattern, inputs)
    if table.only and proposed is None:
        proposed, why = table.sizes[0], "This pattern has one size; there is nothing to choose."
    size = inputs.size or proposed or table.sizes[len(table.sizes) // 2]
    view = next(each for each in pattern.views if each.id == (inputs.view or pattern.views[0].id))
    refused = _without_levels(pattern, view.id, inputs, size, levels)
    at = {level: size if level in refused else inputs.at.get(level, size) for level in levels}
    comparisons = tuple(
        compare(
            row, table.sizes, at.get(row.level, size), inputs.measurements.get(row.measurement),
            pattern.knit,
        )
        for row in table.rows
    )  # fmt: skip
    pieces = listed(pattern, view.id, inputs.borrowed, inputs.original.missing, size)
    needed = tuple(piece.number for piece in pieces if piece.state != "left")
    verdict = check_print(inputs.printed) if inputs.printed else None
    return Picked(
        size=size,
        view=view.id,
        proposed=proposed,
        why=why,
        chosen=inputs.size is not None or proposed is not None,
        levels=levels,
        at=at,
        proposed_at=_proposed_at(pattern, inputs, levels),
        graded=len({size, *at.values()}) > 1,
        drawn_for=_drawn_for(pattern, size, at),
        borrowed=inputs.borrowed,
        features=pattern.features(view.id),
        comparisons=comparisons,
        pieces=pieces,
        notions=(*pattern.notions, *view.notions),
        instructions=view.instructions,
        original=inputs.original,
        print_verdict=verdict,
        findings=gravest_first(
            [
                *_about_size(inputs, size, proposed, bool(table.rows)),
                *(_refused(pattern, level, inputs.at[level], size) for level in refused),
                *judge(pattern, comparisons),
                *judge_original(pattern, inputs.original, needed, size),
                *_about_print(pattern, verdict),
            ]
        ),
    )


def shape_of(pattern: Pattern, piece: Piece, picked: Picked) -> Shape:
    """A piece's stitching lines in the picked sizes, blended where they differ, with all marks."""
    if not picked.graded:
        return piece.shapes[picked.size]
    widths = {level: size for level, size in picked.at.items() if level != LENGTH}
    long = picked.at.get(LENGTH, picked.size)
    return grade(piece.shapes, picked.size, widths, None if long == picked.size else long)


def _drawn_for(pattern: Pattern, size: str, at: dict[str, str]) -> float | None:
    """A table with a height says it for every size, as those of children do; else the pattern says one."""
    row = next((row for row in pattern.table.rows if row.measurement == "height"), None)
    if row is None:
        return pattern.base_height
    return row.body.get(at.get(LENGTH, at.get(row.level, size)), pattern.base_height)


def _without_levels(
    pattern: Pattern, view: str, inputs: PickInputs, size: str, levels: tuple[str, ...]
) -> tuple[str, ...]:
    """The levels at which another size was chosen that no piece of the view knows; the lengths need two
    levels on one piece."""
    shapes = [
        shape for piece in pattern.in_view(view, inputs.borrowed)
        for shape in list(piece.shapes.values())[:1]
    ]  # fmt: skip
    known = {name for shape in shapes for name in shape.levels}
    if any(len(shape.levels) > 1 for shape in shapes):
        known.add(LENGTH)
    return tuple(
        level for level in levels if inputs.at.get(level, size) != size and level not in known
    )


def _refused(pattern: Pattern, level: str, wanted: str, size: str) -> Finding:
    lengths = level == LENGTH
    return Finding(
        weight="fault",
        what=f"Lengths of size {wanted} cannot be taken: no piece says where two of the body’s levels lie."
        if lengths
        else f"Size {wanted} at the {level} cannot be drawn: no piece says where the {level} lies.",
        because=f"Everything stays in size {size}; between levels that are known the line would run "
        "smoothly from one size to the other.",
        mend="Open the pattern for mending and take its level lines under Sizes: one drawn once on a piece "
        "is enough for all sizes. Or choose one size for all.",
        where=Where(mark=level),
    )


def _check(pattern: Pattern, inputs: PickInputs, levels: tuple[str, ...]) -> None:
    sizes = pattern.table.sizes
    if inputs.size is not None and inputs.size not in sizes:
        raise CraftError(f"This pattern has no size {inputs.size}.", "size")
    if inputs.view is not None and inputs.view not in {view.id for view in pattern.views}:
        raise CraftError(f"This pattern has no view {inputs.view}.", "view")
    for level, size in inputs.at.items():
        if level not in levels:
            raise CraftError(f"This pattern has no level {level}.", f"at.{level}")
        if size not in sizes:
            raise CraftError(f"This pattern has no size {size}.", f"at.{level}")
    known = {name for view in pattern.views for name in pattern.features(view.id)}
    for name in inputs.borrowed:
        if name not in known:
            raise CraftError(f"No view of this pattern has “{name}”.", "borrowed")
    numbers = {piece.number for piece in pattern.pieces}
    for number in (*inputs.original.missing, *inputs.original.cut_to):
        if number not in numbers:
            raise CraftError(f"This pattern has no piece {number}.", "original")
    for size in inputs.original.cut_to.values():
        if size not in sizes:
            raise CraftError(f"This pattern has no size {size}.", "original.cut_to")


def _proposal(pattern: Pattern, inputs: PickInputs) -> tuple[str | None, str]:
    table_rows = pattern.table.rows
    for row in sorted(table_rows, key=lambda row: not row.leads):
        mine = inputs.measurements.get(row.measurement)
        if mine is None:
            continue
        size = nearest_size(row, pattern.table.sizes, mine)
        article = "an" if pattern.garment[:1] in "aeiou" else "a"
        if pattern.garment.endswith("s"):
            article = ""
        garment = f"{article} {pattern.garment}".strip()
        known = sum(each.measurement in inputs.measurements for each in table_rows)
        leader = next((each.measurement for each in table_rows if each.leads), "")
        if row.leads:
            lead = f"The {row.measurement} leads for {garment}"
        elif known == 1:
            lead = f"Only the {row.measurement} is known so far"
        else:
            lead = f"The {leader} leads but is not known yet, so the {row.measurement} decides"
            if not leader:
                lead = f"The {row.measurement} comes first in the table"
        gap = mine - row.body[size]
        where = (
            "exactly size " + size
            if abs(gap) < 0.5
            else f"nearest to size {size} ({length_text(row.body[size])})"
        )
        return size, f"{lead}: {length_text(mine)} is {where}."
    if not table_rows:
        return None, "This pattern has no size table; choose the size by its name."
    return None, "Enter a measurement and a size is proposed."


def _proposed_at(pattern: Pattern, inputs: PickInputs, levels: tuple[str, ...]) -> dict[str, str]:
    """The size each level's first known measurement is nearest to."""
    found: dict[str, str] = {}
    for row in sorted(pattern.table.rows, key=lambda row: not row.leads):
        mine = inputs.measurements.get(row.measurement)
        if mine is not None and row.level in levels and row.level not in found:
            found[row.level] = nearest_size(row, pattern.table.sizes, mine)
    return found


def _about_size(inputs: PickInputs, size: str, proposed: str | None, table: bool) -> list[Finding]:
    if proposed is None and inputs.size is None:
        return [
            Finding(
                weight="doubt",
                what=f"No size is chosen yet; size {size} is shown.",
                because="Sizes go by measurements, never by the size worn in the shop.",
                mend="Enter the measurements or choose a size."
                if table
                else "Choose a size; the pattern has no table that measurements could be set against.",
            )
        ]
    if proposed is not None and size != proposed:
        return [
            Finding(
                weight="note",
                what=f"You chose size {size}; the measurements propose {proposed}.",
                because="Your choice stands and everything after it follows.",
            )
        ]
    return []


def _about_print(pattern: Pattern, verdict: PrintVerdict | None) -> list[Finding]:
    if verdict is None:
        if pattern.home_print is None:
            return []
        return [
            Finding(
                weight="note",
                what="The test square of this home-printed pattern is not measured yet.",
                because="A print that is 3 % off is 3 cm off on every metre.",
                mend="Print the page with the square alone, measure it, and enter both sides.",
                where=Where(mark="test square"),
            )
        ]
    if verdict.state == "true":
        return []
    return [
        Finding(
            weight="doubt" if verdict.state == "unsure" else "fault",
            what=verdict.verdict,
            because=verdict.because,
            where=Where(mark="test square"),
        )
    ]
