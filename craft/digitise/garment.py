"""Copying a garment: a part's outline from measures of it lying flat.

Both halves are averaged and their difference is told; seams that two parts share get one length; edges
leave a fold squarely; armholes and necklines are smooth. A sewn garment carries no allowances, so they
are added outside this line.
"""

from collections.abc import Callable
from math import sqrt

from craft.digitise.built import Built, Pen
from craft.digitise.garment_plans import BY_PART, GarmentMeasure, GarmentPlan
from craft.digitise.inputs import EdgeInputs, GarmentPart, MarkInputs, Outline, PieceInputs
from craft.errors import CraftError
from craft.measure import Figure, Finding, Where, length_text
from craft.pattern.pattern import ONLY
from craft.pattern.piece import Cut

# Halves that differ by more than this are worth a second look (mm).
HALVES_DIFFER = 6.0
Values = dict[str, float]


def draw(part: GarmentPart, number: int) -> Built:
    """The part from its measures; an empty one with a finding while a measure is missing."""
    plan = BY_PART.get(part.part)
    where = Where(piece=str(number))
    if plan is None:
        said = f"Piece {number}: there is no plan for a “{part.part}”."
        return Built(Outline(), {}, findings=[Finding(weight="doubt", what=said, where=where)])
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
        pen, on_fold = _DRAWN[plan.name](values, part.longer, part.wider)
    except CraftError as error:
        finding = Finding(weight="doubt", what=f"Piece {number}: {error.sentence}",
                          mend="Measure these two again.", where=where)  # fmt: skip
        return Built(Outline(), {}, plan.title, working=working, findings=[*findings, finding])
    cuts = (Cut(role="main", on_fold=True),) if on_fold else (Cut(role="main", count=2, pair=True),)
    marks = () if on_fold else (_grain(pen),)
    return Built(pen.outline(ONLY), pen.edges, plan.title, cuts, marks, working, findings)


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
    said = f"one side: {length_text(mean)}" if measure.both else length_text(mean)
    if len(known) == 2:
        said = f"({length_text(known[0])} + {length_text(known[1])}) ÷ 2 = {length_text(mean)}"
        said += f"; they differ by {length_text(abs(known[0] - known[1]))}"
    return Figure(name=measure.name, value=mean, text=length_text(mean), working=(said,))


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


def _leg(long: float, short: float, what: str) -> float:
    """The other side of a right-angled triangle (mm). Raises CraftError where there is none."""
    if long <= abs(short):
        raise CraftError(f"{what} do not fit together: {length_text(long)} along, but "
                         f"{length_text(abs(short))} straight across.")  # fmt: skip
    return sqrt(long * long - short * short)


def _body(v: Values, longer: float, wider: float) -> tuple[Pen, bool]:
    """Half a front or back, its centre at x = 0 on the fold, the inner end of the shoulder at y = 0."""
    neck, deep = v["half neck width"], v["neck depth"]
    tip = neck + _leg(v["shoulder"], v["shoulder drop"], "The shoulder and its drop")
    drop = v["shoulder drop"]
    across = v["half across"] + wider / 2
    under_y, under_x = drop + v["underarm drop"], v["half width"] + wider
    hem_x, low = v["half hem"] + wider, deep + v["centre"] + longer
    side_y = under_y + _leg(
        v["side"] + longer, hem_x - under_x, "The side and the widths above and below it"
    )
    pen = Pen(0.0, deep, "neckline")
    # Square at the fold; at the shoulder square to its seam.
    sx, sy = (tip - neck), drop
    size = sqrt(sx * sx + sy * sy) or 1.0
    pen.bend((neck * 0.6, 0.0), (-sy / size * deep * 0.5, sx / size * deep * 0.5))
    pen.corner(neck, 0.0, "shoulder")
    pen.corner(tip, drop, "armhole")
    half = (under_y - drop) * 0.5
    pen.bend((-sy / size * half * 0.5, sx / size * half * 0.5), (0.0, -half * 0.4))
    pen.through(across, drop + half)
    pen.bend((0.0, half * 0.62), (-(under_x - across) * 0.6, 0.0))
    pen.corner(under_x, under_y, "side")
    pen.corner(hem_x, side_y, "hem", "hem")
    # Square to the fold, and nearly square to the side.
    pen.bend((-hem_x * 0.35, 0.0), (hem_x * 0.35, 0.0))
    pen.corner(0.0, low, "centre", "fold")
    return pen, True


def _sleeve(v: Values, longer: float, wider: float) -> tuple[Pen, bool]:
    """The whole sleeve about its middle, the top of its cap at y = 0."""
    half, cap, hem = v["half width"] + wider / 2, v["cap height"], v["half hem"] + wider / 2
    seam = _leg(v["underarm"] + longer, half - hem, "The underarm seam and the widths at its ends")
    long = v["length"] + longer
    pen = Pen(-half, cap, "cap")
    # Hollow towards the underarm, round over the top, level at the top itself.
    pen.bend((half * 0.38, 0.0), (-half * 0.46, 0.0))
    pen.through(0.0, 0.0)
    pen.bend((half * 0.46, 0.0), (-half * 0.38, 0.0))
    pen.corner(half, cap, "underarm")
    pen.corner(hem, cap + seam, "hem", "hem")
    drop = (long - cap - seam) * 4 / 3
    pen.bend((-hem * 0.6, drop), (hem * 0.6, drop))
    pen.corner(-hem, cap + seam, "other underarm")
    return pen, False


def _trousers(v: Values, longer: float, wider: float) -> tuple[Pen, bool]:
    """One leg of a front or back: side at the right, crotch at the left, waist at y = 0."""
    waist, hip = v["half waist"] + wider, v["half hip"] + wider
    thigh, knee, hem = (v[name] + wider for name in ("thigh", "knee", "leg hem"))
    drop = v["crotch drop"]
    fork = thigh - hip
    if fork < 0:
        raise CraftError(f"The thigh ({length_text(thigh)}) is narrower than half the hip "
                         f"({length_text(hip)}).")  # fmt: skip
    # The crease runs down the middle of the thigh; hem and knee lie evenly about it.
    crease = hip - thigh / 2
    out_x, in_x = crease + hem / 2, crease - hem / 2
    inside = _leg(
        v["inside leg"] + longer, in_x + fork, "The inside leg and the widths at its ends"
    )
    low = drop + inside
    pen = Pen(hip - waist, 0.0, "waist")
    rise = max(0.0, v["outside leg"] + longer - low)
    top = -min(rise * 0.2, 15.0)
    pen.corner(hip - (hip - waist) * 0.5, top, "outside leg")
    pen.bend((max(0.0, (hip - waist) * 0.3), drop * 0.25), (0.0, -drop * 0.35))
    pen.through(hip, drop)
    pen.bend((0.0, inside * 0.2), (0.0, -inside * 0.18))
    pen.through(crease + knee / 2, drop + inside * 0.5)
    pen.corner(out_x, low, "hem", "hem")
    pen.corner(in_x, low, "inside leg")
    pen.through(crease - knee / 2, drop + inside * 0.5)
    pen.bend((0.0, -inside * 0.2), (min(fork, 20.0) * 0.4, inside * 0.2))
    pen.corner(-fork, drop, "crotch")
    pen.bend((fork * 0.75, 0.0), (0.0, drop * 0.3))
    pen.through(0.0, drop * 0.5)
    return pen, False


def _skirt(v: Values, longer: float, wider: float) -> tuple[Pen, bool]:
    """Half a skirt, its centre at x = 0 on the fold, the waist at the side at y = 0."""
    waist, hip, hem = (v[name] + wider for name in ("half waist", "half hip", "half hem"))
    down, dip = v["hip drop"], v["waist drop"]
    rest = v["side"] + longer - sqrt(down * down + (hip - waist) ** 2)
    low = down + _leg(max(rest, 1.0), hem - hip, "The side and the widths at hip and hem")
    pen = Pen(0.0, dip, "waist")
    pen.bend((waist * 0.4, 0.0), (-waist * 0.3, dip * 0.5))
    pen.corner(waist, 0.0, "side")
    slope = ((hem - hip) * 0.2, (low - down) * 0.2)
    pen.bend(((hip - waist) * 0.6, down * 0.3), (-slope[0], -down * 0.35))
    pen.through(hip, down)
    pen.corner(hem, low, "hem", "hem")
    pen.bend((-hem * 0.35, 0.0), (hem * 0.35, 0.0))
    pen.corner(0.0, dip + v["centre"] + longer, "centre", "fold")
    return pen, True


def _collar(v: Values, longer: float, wider: float) -> tuple[Pen, bool]:
    """Half a collar, its centre back at x = 0 on the fold, the seam below."""
    neck, deep, rise = v["half neck edge"] + longer, v["depth"] + wider, v["rise"]
    end = _leg(neck, rise, "The seam and its rise")
    outer = v["half outer edge"] + longer
    reach = _leg(outer, rise, "The outer edge and its rise")
    up = _leg(v["front edge"] + wider, reach - end, "The front edge and how far it leans")
    pen = Pen(0.0, 0.0, "outer edge")
    pen.bend((reach * 0.35, 0.0), (-reach * 0.3, (rise + up - deep) * 0.3))
    pen.corner(reach, deep - rise - up, "front edge")
    pen.corner(end, deep - rise, "neck edge")
    pen.bend((-end * 0.3, rise * 0.6), (end * 0.35, 0.0))
    pen.corner(0.0, deep, "centre back", "fold")
    return pen, True


def _yoke(v: Values, longer: float, wider: float) -> tuple[Pen, bool]:
    """Half a yoke, its centre at x = 0 on the fold, the inner end of the shoulder at y = 0."""
    neck, deep = v["half neck width"], v["neck depth"]
    drop = v["shoulder drop"]
    tip = neck + _leg(v["shoulder"], drop, "The shoulder and its drop") + wider
    wide = v["half width"] + wider
    low = deep + v["centre"] + longer
    edge = drop + _leg(
        v["armhole edge"] + longer, wide - tip, "The armhole edge and the widths at its ends"
    )
    pen = Pen(0.0, deep, "neckline")
    pen.bend((neck * 0.6, 0.0), (0.0, deep * 0.4))
    pen.corner(neck, 0.0, "shoulder")
    pen.corner(tip, drop, "armhole")
    pen.corner(wide, edge, "lower edge")
    pen.bend((-wide * 0.35, 0.0), (wide * 0.35, 0.0))
    pen.corner(0.0, low, "centre", "fold")
    return pen, True


def _band(v: Values, longer: float, wider: float) -> tuple[Pen, bool]:
    """Half a band, folded double along its middle, its centre at x = 0 on the fold."""
    long, deep = v["half length"] + longer, (v["depth"] + wider) * 2
    pen = Pen(0.0, 0.0, "upper edge")
    pen.corner(long, 0.0, "end")
    pen.corner(long, deep, "lower edge")
    pen.corner(0.0, deep, "centre", "fold")
    return pen, True


_DRAWN: dict[str, Callable[[Values, float, float], tuple[Pen, bool]]] = {
    "body front": _body, "body back": _body, "sleeve": _sleeve, "trouser front": _trousers,
    "trouser back": _trousers, "skirt panel": _skirt, "collar": _collar, "yoke": _yoke, "band": _band,
}  # fmt: skip
