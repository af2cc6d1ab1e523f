"""The shopping list of a making: each cloth in every width the shop may have, what is sewn on, what the
chosen ways need and the kit lacks. What stands in the cupboard already is taken off."""

from collections import Counter
from collections.abc import Iterable
from typing import Literal

from craft.cloth import Cloth, KnownCloth
from craft.cloth.sums import price_of
from craft.cloth.usual import least_without_cloth, usual_cloth
from craft.frozen import Frozen
from craft.lay import ClothLay
from craft.making import DerivedMaking
from craft.measure import Figure, Unit, length_text, listed, render
from craft.pattern.piece import Role
from craft.seek.task import Tried, Variant
from craft.sharing import Shared
from craft.trace.ways import TracingWay

# Widths cloth is usually sold in (mm).
WIDTHS = (900.0, 1_120.0, 1_400.0, 1_500.0)
CUTTER = ("rotary cutter and mat", "weights")
Kind = Literal["cloth", "notion", "tool"]


class ShopWidth(Frozen):
    """One width the shop may have it in (mm), searched for: what to buy there and what the lay takes after
    washing."""

    width: float
    buy: Figure
    takes: Figure
    price: Figure | None


class ShopLine(Frozen):
    """One thing to get. ``key``: what a tick is kept by. ``amount`` None: so many ``times``; ``whose``:
    of several makings together. ``owned``: how much stands
    in the cupboard; nothing to buy where it is enough. ``sure``: the amount was laid, not only reckoned;
    ``ask``: widths worth searching for, the cloth lying as it lies now."""

    key: str
    kind: Kind
    what: str
    because: str
    times: int = 1
    whose: tuple[str, ...] = ()
    amount: Figure | None = None
    after: Figure | None = None
    owned: Figure | None = None
    price: Figure | None = None
    enough: bool = False
    sure: bool = True
    role: Role | None = None
    widths: tuple[ShopWidth, ...] = ()
    ask: tuple[Variant, ...] = ()


class ShoppingList(Frozen):
    """Everything, cloths first."""

    lines: tuple[ShopLine, ...]


def shopping(
    made: DerivedMaking, ways: Iterable[TracingWay], searched: dict[Role, tuple[Tried, ...]]
) -> ShoppingList:
    """The list of one making. ``searched``: widths that were tried, by role."""
    cloths = [_cloth(made, lay, searched.get(lay.role, ())) for lay in made.lays]
    notions = [
        ShopLine(key=f"notion {name}", kind="notion", what=name, times=times,
                 because="The pattern asks for it.")
        for name, times in Counter(made.picked.notions).items()
    ]  # fmt: skip
    return ShoppingList(lines=(*cloths, *notions, *_tools(made, ways)))


def together(lists: Iterable[tuple[str, ShoppingList]], cloths: Iterable[Shared]) -> ShoppingList:
    """The lists of several makings as one, with whose everything is: each cloth once, held against what
    there is of it; notions as often as they are asked for; tools once, what they use up added."""
    notions: dict[str, list[str]] = {}
    tools: dict[str, tuple[ShopLine, list[str]]] = {}
    for who, each in lists:
        for line in each.lines:
            if line.kind == "notion":
                notions.setdefault(line.what, []).extend([who] * line.times)
            elif line.kind == "tool":
                before, whose = tools.get(line.what, (line, []))
                tools[line.what] = (_added(before, line) if whose else line, [*whose, who])
    return ShoppingList(
        lines=(
            *map(_shared_cloth, cloths),
            *(
                ShopLine(key=f"notion {what}", kind="notion", what=what, times=len(whose),
                         because="The pattern asks for it.", whose=tuple(whose))
                for what, whose in notions.items()
            ),
            *(line.model_copy(update={"whose": tuple(whose)}) for line, whose in tools.values()),
        )
    )  # fmt: skip


def _counted(whose: tuple[str, ...]) -> str:
    """Everybody once, with how often."""
    counted = Counter(whose)
    return listed([who if many == 1 else f"{who} ({many} times)" for who, many in counted.items()])


def _shared_cloth(cloth: Shared) -> ShopLine:
    roles = listed(cloth.roles)
    because = [
        f"{cloth.takes.text} after washing{cloth.sure and f', {cloth.sure}'}.",
        cloth.because,
    ]
    return ShopLine(
        key=f"cloth {cloth.key}", kind="cloth",
        what=f"{roles}: {cloth.cloth}" if cloth.cloth else f"{roles}: no cloth chosen yet",
        because=" ".join(filter(None, because)), amount=cloth.buy, after=cloth.takes, owned=cloth.owned,
        enough=cloth.buy.value == 0 and not cloth.open, sure=not cloth.open, whose=cloth.whose,
    )  # fmt: skip


def as_text(shopping_list: ShoppingList, title: str, unit: Unit) -> str:
    """The list as plain lines, for a message to whoever goes to the shop."""
    lines = [title]
    for line in shopping_list.lines:
        if line.enough:
            continue
        times = f"{line.times} × " if line.times > 1 else ""
        amount = f": {render(line.amount.text, unit)}" if line.amount else ""
        sure = "" if line.sure else ", at the very least"
        lines.append(f"- {times}{render(line.what, unit)}{amount}{sure}")
        if line.whose:
            text = f"{line.because} For {_counted(line.whose)}."
            lines.append(f"    {render(text, unit)}")
        lines += [
            f"    {render(length_text(each.width), unit)} wide: {render(each.buy.text, unit)}"
            for each in line.widths
        ]
    return "\n".join(lines) + "\n"


def _cloth(made: DerivedMaking, lay: ClothLay, tried: tuple[Tried, ...]) -> ShopLine:
    known = next(each for each in made.cloths if each.role == lay.role)
    cloth = known.cloth
    if cloth is None:
        return _no_cloth(known, lay, tried)
    laid = lay.complete and lay.buy is not None
    amount = lay.buy if laid else known.least
    enough = laid and lay.buy is not None and lay.buy.value == 0
    return ShopLine(
        key=f"cloth {lay.role}", kind="cloth", role=lay.role,
        what=f"{lay.role}: {cloth.name}",
        because="The lay, before it is washed." if laid
        else "The bare area of its pieces; lay them to know what it takes.",
        amount=amount, after=lay.used if laid else None, owned=known.owned_washed, enough=enough,
        sure=laid, price=lay.price if laid else None,
        widths=tuple(_width(each, cloth) for each in tried if each.buy and each.takes),
        ask=() if enough else _widths_to_ask(lay),
    )  # fmt: skip


def _no_cloth(known: KnownCloth, lay: ClothLay, tried: tuple[Tried, ...]) -> ShopLine:
    """What is to be bought before a cloth is chosen: as a search on the usual width found, or at the
    least."""
    width = usual_cloth(lay.role).width
    found = next((each for each in tried if each.variant.width == width), None)
    laid = found is not None and found.buy is not None
    wide = f"On cloth {length_text(width)} wide, as is usual; choose one to know better."
    return ShopLine(
        key=f"cloth {lay.role}", kind="cloth", role=lay.role, what=f"{lay.role}: no cloth chosen yet",
        because=f"The lay that was found. {wide}" if laid else f"The bare area of its pieces. {wide}",
        amount=found.buy if found is not None and laid else least_without_cloth(known), sure=laid,
        widths=tuple(_width(each, None) for each in tried if each.buy and each.takes),
        ask=_widths_to_ask(lay),
    )  # fmt: skip


def _widths_to_ask(lay: ClothLay) -> tuple[Variant, ...]:
    usual = {usual_cloth(lay.role).width} if lay.cloth is None else set()
    return tuple(Variant(fold=lay.fold, width=width) for width in sorted({*WIDTHS, *usual}))


def _width(tried: Tried, cloth: Cloth | None) -> ShopWidth:
    assert tried.buy is not None
    assert tried.takes is not None
    price = cloth.price if cloth else None
    takes = Figure(name="after washing", value=tried.takes, text=length_text(tried.takes),
                   working=("the shortest lay that was found on cloth of that width",))  # fmt: skip
    return ShopWidth(
        width=tried.variant.width or (cloth.width if cloth else 0.0), buy=tried.buy, takes=takes,
        price=price_of(tried.buy.value, price) if price is not None else None,
    )  # fmt: skip


def _tools(made: DerivedMaking, ways: Iterable[TracingWay]) -> list[ShopLine]:
    """What the chosen ways are done with and the kits for tracing and marking lack."""
    needed: dict[str, str] = {}
    for way in ways:
        if way.lacks:
            needed.setdefault(way.lacks, f"For tracing: {way.way}.")
    for marks in made.marks.lists:
        for item in marks.items:
            for tool in item.lacks:
                needed.setdefault(tool, f"For marking: {item.way}.")
            if "basting thread" in item.tools:
                needed.setdefault("basting thread", "For marking; look whether there is enough.")
    if any(each.cutter for each in made.cuts):
        for tool in CUTTER:
            needed.setdefault(tool, "For cutting what slips or shows through.")
    return [
        ShopLine(
            key=f"tool {name}",
            kind="tool",
            what=name,
            because=because,
            amount=made.marks.thread if name == "basting thread" else None,
        )
        for name, because in needed.items()
    ]


def _added(one: ShopLine, other: ShopLine) -> ShopLine:
    if one.amount is None or other.amount is None:
        return one
    value = one.amount.value + other.amount.value
    amount = one.amount.model_copy(
        update={
            "value": value, "text": length_text(value),
            "working": (f"{one.amount.text} + {other.amount.text}",),
        }
    )  # fmt: skip
    return one.model_copy(
        update={"amount": amount, "sure": one.sure and other.sure, "enough": value == 0, "after": None,
                "price": None}
    )  # fmt: skip
