"""One cloth for several makings: each lay takes its length, and together they are held against what
there is.

Lengths are what lies on the table, washed; only what is bought is before washing and rounded to the shop's
step, once for the whole.
"""

from collections.abc import Callable, Iterable, Sequence

from craft.cloth import Cloth, ClothInputs, Fold, KnownCloth, Step, to_buy
from craft.cloth.usual import least_without_cloth, usual_cloth
from craft.frozen import Frozen
from craft.lay import ClothLay
from craft.making import DerivedMaking
from craft.measure import Figure, buy_text, cloth_text, length_text, listed
from craft.pattern.piece import ROLES, Role
from craft.seek.task import Variant

ENOUGH = 1e-6  # (mm)


class Need(Frozen):
    """What one role of a making takes of its cloth. ``key``: which cloth it is: the same for all that
    are cut from it; ``takes``: the length after washing (mm): of the lay, or (``laid`` false) what the
    bare area needs at the least. ``owned``: how much there is of it, washed; ``known``: the cloth
    itself, None while none is chosen; ``step``: how the shop cuts;
    ``fold``: how it lies."""

    role: Role
    cloth: str
    key: str
    takes: Figure
    laid: bool
    owned: Figure | None = None
    known: Cloth | None = None
    step: Step = "10 cm"
    fold: Fold = "lengthwise"


class Total(Frozen):
    """One role for everybody, washed: what is laid, and what the others need at the least (``open``: how
    many they are). One kind of amount each."""

    role: Role
    laid: Figure
    least: Figure | None
    open: int


class Shared(Frozen):
    """One cloth and everybody who is cut from it (``whose``). ``takes``: all their lays after washing (mm);
    ``least``: of it what is not laid yet, for ``open`` of them; ``sure`` says so ("" where all is laid);
    ``owned``: what there is, washed; ``short``: what is missing of it; ``buy``: that from the shop,
    unwashed; ``because``: what to know about it."""

    key: str
    cloth: str
    roles: tuple[Role, ...]
    whose: tuple[str, ...]
    takes: Figure
    least: Figure | None
    open: int
    owned: Figure | None
    short: Figure | None
    buy: Figure
    sure: str
    because: str


def needs_of(made: DerivedMaking, inputs: ClothInputs) -> tuple[Need, ...]:
    """What every role of a making takes."""
    return tuple(
        _need(known, lay, inputs) for known, lay in zip(made.cloths, made.lays, strict=True)
    )


def searched_for(need: Need, takes: float) -> Need:
    """The need of a role without a cloth, after a lay was searched for on a usual width (mm)."""
    usual = usual_cloth(need.role)
    figure = Figure(
        name="the lay takes", value=takes, text=length_text(takes),
        working=(f"the shortest lay found on cloth {length_text(usual.width)} wide, as is usual; none "
                 "is chosen yet",),
    )  # fmt: skip
    return need.model_copy(update={"takes": figure, "laid": True, "known": usual})


def on_usual_width(need: Need) -> Variant:
    """What a search may try for a role without a cloth."""
    return Variant(fold=need.fold, width=usual_cloth(need.role).width)


def added(name: str, parts: Sequence[Figure], said: Callable[[float], str] = cloth_text) -> Figure:
    """Lengths added up (mm); ``said``: how the sum is told, as cloth or as what is to be bought."""
    total = sum(part.value for part in parts)
    terms = " + ".join(cloth_text(part.value) for part in parts) or "nothing yet"
    working = f"{terms} = {cloth_text(total)}"
    return Figure(name=name, value=total, text=said(total), working=(working,))


def totals(needs: Iterable[Need]) -> tuple[Total, ...]:
    """Everybody's needs added up, role by role."""
    needs = tuple(needs)
    made = []
    for role in ROLES:
        mine = [need for need in needs if need.role == role]
        loose = [need.takes for need in mine if not need.laid]
        if mine:
            made.append(
                Total(
                    role=role, laid=added("laid", [need.takes for need in mine if need.laid]),
                    least=added("at the least", loose) if loose else None, open=len(loose),
                )
            )  # fmt: skip
    return tuple(made)


def shared(needs: Iterable[tuple[str, Need]]) -> tuple[Shared, ...]:
    """Every cloth once, with all who are cut from it; needs come with whose they are."""
    by_cloth: dict[str, list[tuple[str, Need]]] = {}
    for who, need in needs:
        by_cloth.setdefault(need.key, []).append((who, need))
    return tuple(_shared(key, rows) for key, rows in by_cloth.items())


def _shared(key: str, rows: list[tuple[str, Need]]) -> Shared:
    needs = [need for _, need in rows]
    loose = [need.takes for need in needs if not need.laid]
    takes = added("together", [need.takes for need in needs])
    # Copies of a cloth may differ until corrections are taken over: no more is there than the least says.
    known = [need.owned for need in needs if need.owned is not None]
    owned = min(known, key=lambda figure: figure.value, default=None)
    lacks = takes.value - owned.value if owned is not None else takes.value
    first = needs[0]
    short = None
    if owned is not None and lacks > ENOUGH:
        short = Figure(
            name="short", value=lacks, text=length_text(lacks),
            working=(f"{length_text(takes.value)} − {length_text(owned.value)} owned = "
                     f"{length_text(lacks)}",),
        )  # fmt: skip
    return Shared(
        key=key, cloth=first.cloth, roles=tuple(r for r in ROLES if any(n.role == r for n in needs)),
        whose=tuple(dict.fromkeys(who for who, _ in rows)), takes=takes,
        least=added("at the least", loose) if loose else None, open=len(loose), owned=owned, short=short,
        buy=_buy(first, takes, owned, lacks), sure=_sure(needs, loose),
        because=_because(rows, owned, lacks),
    )  # fmt: skip


def _sure(needs: list[Need], loose: list[Figure]) -> str:
    """How sure what lays take together is."""
    if not loose:
        return ""
    if len(loose) == len(needs):
        return "at the least; not laid yet"
    least = length_text(sum(each.value for each in loose))
    return f"of it {least} at the least, for {len(loose)} not laid yet"


def _buy(need: Need, takes: Figure, owned: Figure | None, lacks: float) -> Figure:
    cloth = need.known or usual_cloth(need.role)
    if owned is not None and lacks <= ENOUGH:
        text = (
            f"you own {length_text(owned.value)} after washing; together {length_text(takes.value)} "
            "are needed"
        )
        return Figure(name="to buy", value=0.0, text="nothing", working=(text,))
    what = "short" if owned is not None else "needed together"
    return to_buy(lacks, cloth, need.step, what)


def _because(rows: list[tuple[str, Need]], owned: Figure | None, lacks: float) -> str:
    """A lay lies on one piece of cloth: who finds no room on what is owned is laid anew, or on a piece of
    their own."""
    if owned is None or lacks <= ENOUGH or len(rows) < 2:
        return ""
    room, without = owned.value, []
    for who, need in sorted(rows, key=lambda row: -row[1].takes.value):
        if need.takes.value <= room + ENOUGH:
            room -= need.takes.value
        else:
            without.append((who, need))
    first = without[0][1]
    alone = sum(need.takes.value for _, need in without)
    whole = to_buy(alone, first.known or usual_cloth(first.role), first.step)
    who = listed(list(dict.fromkeys(who for who, _ in without)))
    lay = "the lay" if len(without) == 1 else "the lays"
    return (
        f"A new piece does not lengthen the old one: lay {who} anew over both, or buy "
        f"{buy_text(whole.value)} for {lay} as found."
    )


def _need(known: KnownCloth, lay: ClothLay, inputs: ClothInputs) -> Need:
    laid = lay.complete and lay.used is not None
    cloth = known.cloth
    taken = inputs.taken.get(known.role)
    key = (
        f"cupboard {taken}"
        if taken
        else f"cloth {cloth.name}"
        if cloth
        else f"no cloth, {known.role}"
    )
    return Need(
        role=known.role, cloth=cloth.name if cloth else "", key=key,
        takes=lay.used if laid and lay.used else known.least or least_without_cloth(known),
        laid=laid, owned=known.owned_washed, known=cloth, step=inputs.step, fold=lay.fold,
    )  # fmt: skip
