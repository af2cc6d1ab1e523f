"""The cloths of a making: width to lay on, length to buy."""

from math import ceil, hypot
from typing import Literal

from craft.cloth.cloth import Cloth
from craft.cloth.folds import Depth, Fold, Spread, lies, spread
from craft.cloth.shrinking import shrinkage
from craft.fit import Fitted, WorkingPiece
from craft.frozen import Frozen
from craft.measure import (
    MM_PER_YARD,
    Figure,
    Finding,
    Where,
    area_text,
    buy_text,
    length_text,
    percent_text,
)
from craft.measure.finding import gravest_first
from craft.pattern.cutting import cutting_line
from craft.pattern.piece import ROLES, Role
from craft.shape import path as paths
from craft.shape.curve import Point
from craft.trace.opened import opened

Step = Literal["10 cm", "1/8 yd"]
STEP_MM: dict[Step, float] = {"10 cm": 100.0, "1/8 yd": MM_PER_YARD / 8}


class ClothInputs(Frozen):
    """Which cloth each role is cut from and how it is folded; the step the shop cuts in. ``depths``:
    how deep a part fold reaches (mm). ``out``: folded wrong sides together."""

    cloths: dict[Role, Cloth] = {}
    folds: dict[Role, Fold] = {}
    depths: dict[Role, Depth] = {}
    out: tuple[Role, ...] = ()
    step: Step = "10 cm"


# Cloth that is laid in a single layer to begin with, and why.
SINGLE: dict[str, str] = {
    "sheer": "the lower layer shifts unseen",
    "slippery": "the lower layer shifts unseen",
    "lace": "its motifs must be seen and chosen, right side up",
    "thick": "two layers cannot be cut true",
}


def fold_of(role: Role, inputs: "ClothInputs") -> Fold:
    """How the role's cloth lies: as chosen, or as its traits ask to begin with."""
    chosen = inputs.folds.get(role)
    if chosen is not None:
        return chosen
    owned = inputs.cloths.get(role)
    return "single" if owned is not None and SINGLE.keys() & set(owned.traits) else "lengthwise"


def lies_out(role: Role, inputs: "ClothInputs") -> bool:
    """Whether the right side of the cloth lies out (single: up). Lace always shows its right side."""
    owned = inputs.cloths.get(role)
    lace = owned is not None and "lace" in owned.traits and fold_of(role, inputs) == "single"
    return role in inputs.out or lace


class KnownCloth(Frozen):
    """One role's cloth. ``lay_width``: what the pieces have, selvedges off, after washing, folded
    if it is folded (mm); ``spread``: its zones and layers; ``how``: the same in words.
    ``out``: its right side lies out.
    ``area``: of all pieces (mm²). ``least``: the length the bare area needs; no lay can be shorter."""

    role: Role
    cloth: Cloth | None
    fold: Fold
    how: str
    pieces: int
    area: float
    lay_width: Figure | None
    spread: Spread | None
    owned_washed: Figure | None
    least: Figure | None
    out: bool = False
    findings: tuple[Finding, ...]


def know(fitted: Fitted, inputs: ClothInputs) -> tuple[KnownCloth, ...]:
    """Every role the pieces are cut from, in the order main, lining, interfacing, contrast."""
    needed = {cut.role for piece in fitted.pieces for cut in piece.cuts}
    return tuple(_role(role, fitted, inputs) for role in ROLES if role in needed)


def washed_width(owned: Cloth) -> Figure:
    """Width between the selvedges after washing (mm)."""
    between = owned.width - 2 * owned.selvedge
    lost = shrinkage(owned).across
    working = [
        f"{length_text(owned.width)} − 2 selvedges of {length_text(owned.selvedge)} = "
        f"{length_text(between)}"
    ]
    washed = between * (1 - lost.value)
    if lost.value:
        working.append(
            f"{length_text(between)} × (1 − {percent_text(lost.value)}) = "
            f"{length_text(washed)} after washing"
        )
    return Figure(name="width", value=washed, text=length_text(washed), working=tuple(working))


def usable_width(owned: Cloth, fold: Fold, depth: float | None = None) -> Figure:
    """Washed width between the selvedges, as far as it reaches across when folded (mm)."""
    washed = washed_width(owned)
    made = spread(washed.value, fold, depth)
    working = [*washed.working]
    if fold == "lengthwise":
        working.append(f"folded lengthwise: {washed.text} ÷ 2 = {length_text(made.height)}")
    elif fold == "middle":
        working.append(
            f"selvedges to the middle: two folds, {washed.text} ÷ 2 = {length_text(made.height)} across"
        )
    elif fold == "part":
        deep = made.zones[0].high
        working.append(
            f"folded {length_text(deep)} deep: {washed.text} − {length_text(deep)} = "
            f"{length_text(made.height)}"
        )
    return Figure(
        name="width to lay on",
        value=made.height,
        text=length_text(made.height),
        working=tuple(working),
    )


def to_buy(needed: float, owned: Cloth, step: Step) -> Figure:
    """Length to buy so that ``needed`` mm remain after washing, rounded up to the shop's step."""
    lost = shrinkage(owned).along
    raw = needed / (1 - lost.value)
    mm = STEP_MM[step]
    steps = ceil(round(raw / mm, 6))
    value = steps * mm
    working = [f"the lay needs {length_text(needed)}"]
    if lost.value:
        working.append(
            f"{length_text(needed)} ÷ (1 − {percent_text(lost.value)}) = {length_text(raw)} before washing"
        )
    said = buy_text(value)
    working.append(f"rounded up to the shop’s step of {step}: {said}")
    return Figure(name="to buy", value=value, text=said, working=tuple(working))


def _role(role: Role, fitted: Fitted, inputs: ClothInputs) -> KnownCloth:
    chosen = inputs.cloths.get(role)
    fold, out = fold_of(role, inputs), lies_out(role, inputs)
    how = lies(fold, out=out)
    count, total = 0, 0.0
    for piece in fitted.pieces:
        for cut in piece.cuts:
            if cut.role == role:
                whole = 2 if cut.on_fold else 1
                count += cut.count
                total += cut.count * whole * paths.area(piece.cutting)
    if chosen is None:
        missing = Finding(
            weight="doubt",
            what=f"No cloth is chosen for the {role}.",
            because="Its width decides how the pieces lie.",
            mend="Choose one from the cupboard.",
            where=Where(cloth=role),
        )
        return KnownCloth(
            role=role, cloth=None, fold=fold, how=how, pieces=count, area=total, lay_width=None,
            spread=None, owned_washed=None, least=None, findings=(missing,),
        )  # fmt: skip
    depth = inputs.depths.get(role)
    width, flat = usable_width(chosen, fold, depth), washed_width(chosen)
    bound = total / flat.value
    least = Figure(
        name="at the very least",
        value=bound,
        text=length_text(bound),
        working=(
            f"area of all pieces {area_text(total)} ÷ {length_text(flat.value)} width = "
            f"{length_text(bound)}; "
            "gaps come on top",
        ),
    )
    return KnownCloth(
        role=role,
        cloth=chosen,
        fold=fold,
        how=how,
        pieces=count,
        area=total,
        lay_width=width,
        spread=spread(flat.value, fold, depth, out=out),
        owned_washed=_owned(chosen),
        least=least,
        out=out,
        findings=gravest_first(
            _findings(role, chosen, fold, fitted, spread(flat.value, fold, depth))
        ),
    )


def _owned(owned: Cloth) -> Figure | None:
    """What there is to lay on along the grain: a remnant reaches as far as its outline."""
    if owned.remnant is not None:
        far = max(x for x, _ in owned.remnant)
        return Figure(name="owned, a remnant", value=far, text=length_text(far),
                      working=(f"its outline reaches {length_text(far)} from the cut end",))  # fmt: skip
    if owned.owned is None:
        return None
    lost = shrinkage(owned).along
    washed = owned.owned * (1 - lost.value)
    working = (
        f"{length_text(owned.owned)} × (1 − {percent_text(lost.value)}) = {length_text(washed)}"
    )
    return Figure(
        name="owned, after washing", value=washed, text=length_text(washed), working=(working,)
    )


def _findings(
    role: Role, owned: Cloth, fold: Fold, fitted: Fitted, on_table: Spread
) -> list[Finding]:
    found = []
    here = Where(cloth=role)
    if owned.one_way:
        found.append(
            Finding(
                weight="note",
                what="Nap or one-way: every piece lies with its top the same way."
                if owned.nap
                else "Unsure of the nap: it is laid as if it had one.",
                because="Turned pieces would look lighter or darker once sewn.",
                where=here,
            )
        )
        if fold == "crosswise":
            found.append(
                Finding(
                    weight="fault",
                    what="Folded crosswise, the nap of the two layers runs opposite ways.",
                    because="One of each pair would look lighter or darker once sewn.",
                    mend="Fold it lengthwise, or cut it across and turn one layer round.",
                    where=here,
                )
            )
    if fold != "single" and {"slippery", "sheer", "lace", "thick"} & set(owned.traits):
        trait = next(t for t in ("slippery", "sheer", "lace", "thick") if t in owned.traits)
        found.append(
            Finding(
                weight="note",
                what=f"This cloth is {trait}: a single layer is safer.",
                because=f"Folded, {SINGLE[trait]}.",
                mend="Choose the single layer, or fold with care and pin both layers.",
                where=here,
            )
        )
    if "fusible" in owned.traits:
        found.append(
            Finding(
                weight="note",
                what="Fusible: lay it glue side up, the pattern printed side up.",
                because="The glue goes onto the wrong side of the cloth; laid the other way every piece "
                "would be mirrored.",
                where=here,
            )
        )
    lost = shrinkage(owned)
    if lost.along.value or lost.across.value:
        found.append(
            Finding(
                weight="note",
                what="Wash it before cutting, as the garment will be washed.",
                because=f"It loses about {lost.along.text} of its length and "
                f"{lost.across.text} of its width.",
                where=here,
            )
        )
    found += [each for piece in fitted.pieces for each in _too_wide(role, piece, on_table)]
    return found


def _too_wide(role: Role, piece: WorkingPiece, on_table: Spread) -> list[Finding]:
    """A piece that does not fit across the cloth with its own grain along it, in none of its cuts."""
    found = []
    for cut in piece.cuts:
        if cut.role != role:
            continue
        halved = cut.on_fold and on_table.fold in ("lengthwise", "middle", "part")
        whole = cut.on_fold and not halved
        double = halved or cut.pair or cut.count > 1
        zones = [zone for zone in on_table.zones if zone.double == double] or list(on_table.zones)
        room = max(zone.high - zone.low for zone in zones)
        # No curve reaches further than its handles.
        handles = [point for curve in piece.cutting for point in curve]
        if _across(handles, piece) * (2 if whole else 1) <= room:
            continue
        needed = across_the_grain(piece, whole=whole)
        if needed > room + 0.5:
            opened_out = ", opened out," if whole else ""
            found.append(
                Finding(
                    weight="fault",
                    what=f"Piece {piece.number} ({piece.name}){opened_out} is wider than the cloth as "
                    "it lies.",
                    because=f"It needs {length_text(needed)} across the grain; there are "
                    f"{length_text(room)}.",
                    mend="Lay it in a single layer or choose a wider cloth."
                    if on_table.fold != "single"
                    else "Choose a wider cloth.",
                    where=Where(cloth=role, piece=str(piece.number)),
                )
            )
    return found[:1]


def across_the_grain(piece: WorkingPiece, *, whole: bool = False) -> float:
    """How wide a piece is square to its own grain line (mm); ``whole``: opened out at its fold."""
    cutting = cutting_line(opened(piece.shape)) if whole else piece.cutting
    return _across(paths.flatten(cutting, 0.2), piece)


def _across(points: list[Point], piece: WorkingPiece) -> float:
    grain = next((mark.points for mark in piece.shape.marks if mark.kind == "grain"), None)
    (ax, ay), (bx, by) = grain or ((0.0, 0.0), (0.0, 1.0))
    size = hypot(bx - ax, by - ay) or 1.0
    square = [(x * (by - ay) - y * (bx - ax)) / size for x, y in points]
    return max(square) - min(square)
