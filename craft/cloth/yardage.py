"""The cloths of a making: width to lay on, length to buy."""

from math import ceil

from craft.cloth.cloth import Cloth
from craft.cloth.findings import Wants, findings_of
from craft.cloth.folds import Fold, lies, spread
from craft.cloth.inputs import ClothInputs, Step, faces_of, fold_of, lies_out, shows_right_side
from craft.cloth.result import KnownCloth
from craft.cloth.shared_cloth import roles_of
from craft.cloth.shrinking import shrinkage
from craft.cloth.sums import squared_width
from craft.cloth.washing import as_washed, when_measured
from craft.fit import Fitted
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
from craft.pattern.piece import Role
from craft.shape import path as paths

NO_WISHES = Wants()
STEP_MM: dict[Step, float] = {"10 cm": 100.0, "1/8 yd": MM_PER_YARD / 8}


def cloths_of(
    fitted: Fitted, inputs: ClothInputs, wants: Wants = NO_WISHES
) -> tuple[KnownCloth, ...]:
    """Every role the pieces are cut from, in the order main, lining, interfacing, contrast."""
    return tuple(_role(role, fitted, inputs, wants) for role in roles_of(fitted))


def washed_width(owned: Cloth) -> Figure:
    """Width between the selvedges after washing (mm)."""
    across = squared_width(owned.width, owned.askew)
    between = across.value - 2 * owned.selvedge
    lost = shrinkage(owned).across
    after = when_measured(owned, "width") == "after"
    working = [*across.working] if owned.askew else []
    working.append(
        f"{across.text} − 2 selvedges of {length_text(owned.selvedge)} = {length_text(between)}"
    )
    washed = between if after else between * (1 - lost.value)
    if after:
        working.append("measured after washing")
    elif lost.value:
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


def to_buy(needed: float, owned: Cloth, step: Step, what: str = "the lay needs") -> Figure:
    """Length to buy so that ``needed`` mm remain after washing, rounded up to the shop's step; ``what``:
    what that length is, in words."""
    lost = shrinkage(owned).along
    raw = needed / (1 - lost.value)
    mm = STEP_MM[step]
    steps = ceil(round(raw / mm, 6))
    value = steps * mm
    working = [f"{what} {length_text(needed)}"]
    if lost.value:
        working.append(
            f"{length_text(needed)} ÷ (1 − {percent_text(lost.value)}) = {length_text(raw)} before washing"
        )
    text = buy_text(value)
    working.append(f"rounded up to the shop’s step of {step}: {text}")
    return Figure(name="to buy", value=value, text=text, working=tuple(working))


def _role(role: Role, fitted: Fitted, inputs: ClothInputs, wants: Wants) -> KnownCloth:
    chosen = inputs.cloths.get(role)
    fold, out = fold_of(role, inputs), lies_out(role, inputs)
    how = lies(fold, out=out, faces=faces_of(chosen))
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
    return KnownCloth(
        role=role,
        cloth=chosen,
        lying=as_washed(chosen),
        fold=fold,
        how=how,
        pieces=count,
        area=total,
        lay_width=width,
        spread=spread(flat.value, fold, depth, out=out),
        owned_washed=_owned(chosen),
        least=least_of(total, flat.value),
        out=out,
        other_side=_other_side(chosen, fold),
        findings=gravest_first(
            findings_of(role, chosen, fold, fitted, spread(flat.value, fold, depth), wants)
        ),
    )


def least_of(area: float, width: float, why: str = "width") -> Figure:
    """The length of cloth so wide (mm) that the bare area (mm²) needs; no lay can be shorter. ``why``: what
    that width is."""
    bound = area / width
    return Figure(
        name="at the very least", value=bound, text=length_text(bound),
        working=(f"area of all pieces {area_text(area)} ÷ {length_text(width)} {why} = "
                 f"{length_text(bound)}; gaps come on top",),
    )  # fmt: skip


def _other_side(chosen: Cloth, fold: Fold) -> str:
    """What can be asked for instead of how the cloth lies to begin with."""
    faces = faces_of(chosen)
    if fold != "single":
        return faces.together(out=True)
    return "" if shows_right_side(chosen, fold, False) else f"{faces.up(out=True)} up"


def _owned(owned: Cloth) -> Figure | None:
    """What there is to lay on along the grain, washed: a remnant reaches as far as its outline."""
    far = max((x for x, _ in owned.remnant), default=0.0) if owned.remnant else owned.owned
    if far is None:
        return None
    washed = reach_of(as_washed(owned))
    assert washed is not None
    lost = shrinkage(owned).along
    working = [f"its outline reaches {length_text(far)} from the cut end"] if owned.remnant else []
    if when_measured(owned, "remnant" if owned.remnant else "owned") == "after":
        working.append("measured after washing")
    else:
        working.append(
            f"{length_text(far)} × (1 − {percent_text(lost.value)}) = {length_text(washed)}"
        )
    name = "owned, a remnant, after washing" if owned.remnant else "owned, after washing"
    return Figure(name=name, value=washed, text=length_text(washed), working=tuple(working))


def reach_of(lying: Cloth) -> float | None:
    """How far a cloth reaches from its cut end, in its own measures (mm); None for one not bought yet."""
    if lying.remnant is not None:
        return max(x for x, _ in lying.remnant)
    return lying.owned
