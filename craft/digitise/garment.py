"""Copying a garment: a part's outline from measures of it lying flat.

Both halves are averaged and their difference is told; seams that two parts share get one length; edges
leave a fold squarely; armholes and necklines are smooth. A sewn garment carries no allowances, so they
are added outside this line.
"""

from craft.digitise.built import Built, Pen
from craft.digitise.garment_drafts import Values
from craft.digitise.garment_plans import BY_PART, GarmentMeasure, GarmentPlan
from craft.digitise.garment_readings import as_measured
from craft.digitise.inputs import EdgeInputs, GarmentPart, MarkInputs, Outline, PieceInputs
from craft.errors import CraftError
from craft.measure import Figure, Finding, Where, length_text
from craft.pattern.pattern import ONLY
from craft.pattern.piece import Cut

# Halves that differ by more than this are worth a second look (mm).
HALVES_DIFFER = 6.0


def draw(part: GarmentPart, number: int) -> Built:
    """The part from its measures; an empty one with a finding while a measure is missing."""
    plan = BY_PART.get(part.part)
    where = Where(piece=str(number))
    if plan is None:
        text = f"Piece {number}: there is no plan for a “{part.part}”."
        return Built(Outline(), {}, findings=[Finding(weight="doubt", what=text, where=where)])
    values, working, findings = averaged(plan, part, number)
    missing = [each for each in plan.measures if each.name not in values]
    if missing:
        measured = len(plan.measures) - len(missing)
        finding = Finding(
            weight="doubt",
            what=f"Piece {number}: {measured} of {len(plan.measures)} measures are known; "
            f"the {missing[0].name} is next.",
            because=f"{missing[0].words}.",
            where=where,
        )
        return Built(Outline(), {}, plan.title, working=working, findings=[*findings, finding])
    try:
        met = as_measured(plan.name, values, part.longer, part.wider)
    except CraftError as error:
        finding = Finding(weight="doubt", what=f"Piece {number}: {error.sentence}",
                          mend="Measure these two again.", where=where)  # fmt: skip
        return Built(Outline(), {}, plan.title, working=working, findings=[*findings, finding])
    pen, on_fold = met.pen, met.on_fold
    findings += [_not_met(number, name, read, wanted) for name, read, wanted in met.off]
    cuts = (Cut(role="main", on_fold=True),) if on_fold else (Cut(role="main", count=2, pair=True),)
    marks = () if on_fold else (_grain(pen),)
    return Built(pen.outline(ONLY), pen.edges, plan.title, cuts, marks, working, findings)


def _not_met(number: int, name: str, read: float, wanted: float) -> Finding:
    return Finding(
        weight="doubt",
        what=f"Piece {number}: the {name} comes out {length_text(read)} instead of {length_text(wanted)}.",
        because="No line of this kind meets all measures at once.",
        mend="Measure it and its neighbours again.",
        where=Where(piece=str(number)),
    )


def _grain(pen: Pen) -> MarkInputs:
    """Straight down through the middle of the hem, as sleeves and legs hang."""
    at = next(
        k for k, node in enumerate(pen.nodes) if pen.edges.get(node.id, EdgeInputs()).kind == "hem"
    )
    x = (pen.points[at][0] + pen.points[at + 1][0]) / 2
    top, low = min(y for _, y in pen.points), max(y for _, y in pen.points)
    ends = ((x, top + (low - top) * 0.3), (x, top + (low - top) * 0.8))
    return MarkInputs(id="grain", kind="grain", name="grain line", points=ends)


def averaged(
    plan: GarmentPlan, part: GarmentPart, number: int
) -> tuple[Values, tuple[Figure, ...], list[Finding]]:
    """Every measure that is known (mm), with its sum, and halves that differ too much."""
    values: Values = {}
    working, findings = [], []
    for measure in plan.measures:
        known = [mm for mm in part.measures.get(measure.name, ()) if mm is not None]
        if not known:
            continue
        values[measure.name] = sum(known) / len(known)
        working.append(_sum(measure, known))
        if len(known) == 2 and abs(known[0] - known[1]) > HALVES_DIFFER:
            findings.append(
                Finding(
                    weight="doubt",
                    what=f"Piece {number}: left and right differ by "
                    f"{length_text(abs(known[0] - known[1]))} at the {measure.name}.",
                    because="Worn garments stretch on one side; the average is used.",
                    mend="Lay it flat and measure both again.",
                    where=Where(piece=str(number)),
                )
            )
    for measure in plan.measures:
        if measure.usual and measure.name not in values and measure.usual[0] in values:
            other, share = measure.usual
            values[measure.name] = values[other] * share
    return values, tuple(working), findings


def _sum(measure: GarmentMeasure, known: list[float]) -> Figure:
    mean = sum(known) / len(known)
    text = f"one side: {length_text(mean)}" if measure.both else length_text(mean)
    if len(known) == 2:
        text = f"({length_text(known[0])} + {length_text(known[1])}) ÷ 2 = {length_text(mean)}"
        text += f"; they differ by {length_text(abs(known[0] - known[1]))}"
    return Figure(name=measure.name, value=mean, text=length_text(mean), working=(text,))


def trued(pieces: tuple[PieceInputs, ...]) -> dict[int, GarmentPart]:
    """Garment parts whose shared seams were measured on two pieces, with one length for both, by the
    pieces' ids."""
    parts = {p.id: p.drawn for p in pieces if isinstance(p.drawn, GarmentPart)}
    made: dict[int, GarmentPart] = {}
    for id, part in parts.items():
        plan = BY_PART.get(part.part)
        other = next((p for p in parts.values() if plan and p.part == plan.partner), None)
        if plan is None or other is None:
            continue
        measures = dict(part.measures)
        for name in plan.shared:
            known = [mm for p in (part, other) for mm in p.measures.get(name, ()) if mm is not None]
            own = [mm for mm in part.measures.get(name, ()) if mm is not None]
            if own and len(known) > len(own):
                mean = sum(known) / len(known)
                measures[name] = (mean, None)
        made[id] = part.model_copy(update={"measures": measures})
    return made
