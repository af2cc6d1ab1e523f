"""The cloths of a making: width to lay on, length to buy."""

from math import ceil
from typing import Literal

from craft.cloth.cloth import Cloth, Fold
from craft.fit import Fitted
from craft.frozen import Frozen
from craft.measure import MM_PER_YARD, Figure, Finding, Where, area, cloth, length, percent
from craft.measure.finding import gravest_first
from craft.pattern.piece import ROLES, Role
from craft.shape import path as paths

Step = Literal["10 cm", "1/8 yd"]
STEP_MM: dict[Step, float] = {"10 cm": 100.0, "1/8 yd": MM_PER_YARD / 8}


class ClothInputs(Frozen):
    """Which cloth each role is cut from and how it is folded; the step the shop cuts in."""

    cloths: dict[Role, Cloth] = {}
    folds: dict[Role, Fold] = {}
    step: Step = "10 cm"


class KnownCloth(Frozen):
    """One role's cloth. ``lay_width``: what the pieces have, selvedges off, after washing, folded
    if it is folded (mm). ``area``: of all pieces (mm²). ``least``: the length the bare
    area needs; no lay can be shorter."""

    role: Role
    cloth: Cloth | None
    fold: Fold
    pieces: int
    area: float
    lay_width: Figure | None
    owned_washed: Figure | None
    least: Figure | None
    findings: tuple[Finding, ...]


def know(fitted: Fitted, inputs: ClothInputs) -> tuple[KnownCloth, ...]:
    """Every role the pieces are cut from, in the order main, lining, interfacing, contrast."""
    needed = {cut.role for piece in fitted.pieces for cut in piece.cuts}
    return tuple(_role(role, fitted, inputs) for role in ROLES if role in needed)


def usable_width(owned: Cloth, fold: Fold) -> Figure:
    """Washed width between the selvedges, halved when folded lengthwise (mm)."""
    between = owned.width - 2 * owned.selvedge
    washed = between * (1 - owned.shrink_width)
    working = [
        f"{length(owned.width)} − 2 selvedges of {length(owned.selvedge)} = {length(between)}"
    ]
    if owned.shrink_width:
        working.append(
            f"{length(between)} × (1 − {percent(owned.shrink_width)}) = {length(washed)} after washing"
        )
    value = washed
    if fold == "lengthwise":
        value = washed / 2
        working.append(f"folded lengthwise: {length(washed)} ÷ 2 = {length(value)}")
    return Figure(name="width to lay on", value=value, text=length(value), working=tuple(working))


def to_buy(needed: float, owned: Cloth, step: Step) -> Figure:
    """Length to buy so that ``needed`` mm remain after washing, rounded up to the shop's step."""
    raw = needed / (1 - owned.shrink_length)
    mm = STEP_MM[step]
    steps = ceil(round(raw / mm, 6))
    value = steps * mm
    working = [f"the lay needs {length(needed)}"]
    if owned.shrink_length:
        working.append(
            f"{length(needed)} ÷ (1 − {percent(owned.shrink_length)}) = {length(raw)} before washing"
        )
    working.append(f"rounded up to the shop’s step of {step}: {cloth(value)}")
    return Figure(name="to buy", value=value, text=cloth(value), working=tuple(working))


def _role(role: Role, fitted: Fitted, inputs: ClothInputs) -> KnownCloth:
    chosen = inputs.cloths.get(role)
    fold = inputs.folds.get(role, "lengthwise")
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
        return KnownCloth(role=role, cloth=None, fold=fold, pieces=count, area=total,
                          lay_width=None, owned_washed=None, least=None, findings=(missing,))  # fmt: skip
    width = usable_width(chosen, fold)
    layers = 2 if fold == "lengthwise" else 1
    bound = total / (width.value * layers)
    least = Figure(
        name="at the very least",
        value=bound,
        text=length(bound),
        working=(
            f"area of all pieces {area(total)} ÷ {length(width.value)} width"
            + (f" ÷ {layers} layers" if layers > 1 else "")
            + f" = {length(bound)}; gaps come on top",
        ),
    )
    return KnownCloth(
        role=role,
        cloth=chosen,
        fold=fold,
        pieces=count,
        area=total,
        lay_width=width,
        owned_washed=_owned(chosen),
        least=least,
        findings=gravest_first(_findings(role, chosen, fold, fitted, width.value)),
    )


def _owned(owned: Cloth) -> Figure | None:
    if owned.owned is None:
        return None
    washed = owned.owned * (1 - owned.shrink_length)
    working = f"{length(owned.owned)} × (1 − {percent(owned.shrink_length)}) = {length(washed)}"
    return Figure(
        name="owned, after washing", value=washed, text=length(washed), working=(working,)
    )


def _findings(role: Role, owned: Cloth, fold: Fold, fitted: Fitted, width: float) -> list[Finding]:
    found = []
    here = Where(cloth=role)
    if owned.nap:
        found.append(
            Finding(
                weight="note",
                what="Nap or one-way: every piece lies with its top the same way.",
                because="Turned pieces would look lighter or darker once sewn.",
                where=here,
            )
        )
    if fold == "lengthwise" and {"slippery", "sheer", "lace", "thick"} & set(owned.traits):
        trait = next(t for t in ("slippery", "sheer", "lace", "thick") if t in owned.traits)
        found.append(
            Finding(
                weight="note",
                what=f"This cloth is {trait}: a single layer is safer.",
                because="The lower layer of folded cloth shifts unseen.",
                mend="Choose the single layer, or fold with care and pin both layers.",
                where=here,
            )
        )
    if owned.shrink_length or owned.shrink_width:
        found.append(
            Finding(
                weight="note",
                what="Wash it before cutting, as the garment will be washed.",
                because=f"It loses about {percent(owned.shrink_length)} of its length and "
                f"{percent(owned.shrink_width)} of its width.",
                where=here,
            )
        )
    for piece in fitted.pieces:
        if role not in {cut.role for cut in piece.cuts}:
            continue
        across = [x for curve in piece.cutting for x, _ in curve]
        if max(across) - min(across) > width + 0.5:
            found.append(
                Finding(
                    weight="fault",
                    what=f"Piece {piece.number} ({piece.name}) is wider than the cloth as it lies.",
                    because=f"It needs {length(max(across) - min(across))} across the grain; "
                    f"there are {length(width)}.",
                    mend="Lay it in a single layer or choose a wider cloth."
                    if fold == "lengthwise"
                    else "Choose a wider cloth.",
                    where=Where(cloth=role, piece=str(piece.number)),
                )
            )
    return found
