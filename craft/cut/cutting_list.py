"""The order of cutting and the list to tick.

By hand the pieces on the fold come first, then large before small; the fold itself is not cut.
"""

from craft.cloth import Cloth
from craft.cut.notching import AT_THE_EDGE, notching, notching_words
from craft.fit import Fitted
from craft.frozen import Frozen
from craft.lay import LayItem, RoleLay
from craft.measure import Finding, Where
from craft.pattern.piece import Role
from craft.shape import path as paths
from craft.thread import Facts, Knot, Thread, Tick, from_ticks
from craft.thread.keys import cut_out

CAUTIONS = (
    "Close or sheathe the blades when you put them down; cut away from the other hand.",
    "Children and pets away from the table; count the pins back into the tin.",
    "Follow the maker’s instructions for cutters and irons.",
)


CUTTER = "Rotary cutter and mat, weights instead of pins: nothing lifts the cloth."
LACE = (
    "Small sharp scissors; fine pins, inside the allowance only. Cut round the motifs that a seam would "
    "cut, and lap them over it."
)
SHEARS = "Shears in long strokes, the lower blade on the table; weights or a few pins."


class CutItem(Frozen):
    """One thing to do at the table."""

    tick: Tick
    item: str
    title: str
    how: str
    gives: str


class CutList(Frozen):
    """Everything cut from one cloth. ``ready``: the lay is complete and without fault."""

    role: Role
    cloth: str
    ready: bool
    tool: str
    cutter: bool
    notches: str
    items: tuple[CutItem, ...]
    findings: tuple[Finding, ...]


def cut(
    fitted: Fitted, lays: tuple[RoleLay, ...], thread: Thread, facts: Facts
) -> tuple[CutList, ...]:
    """The cutting list of every cloth, in the order of cutting."""
    return tuple(_role(each, fitted, thread, facts) for each in lays)


def _role(lay: RoleLay, fitted: Fitted, thread: Thread, facts: Facts) -> CutList:
    shapes = {piece.number: piece.shape for piece in fitted.pieces}
    name = lay.cloth.name if lay.cloth else "no cloth yet"
    rest: Facts = {**facts, "cloth": name, "fold": lay.fold}
    ordered = sorted(lay.items, key=lambda item: (not item.on_fold, -paths.area(item.cutting)))
    findings = []
    if not lay.complete:
        findings.append(
            Finding(
                weight="doubt",
                what=f"The {lay.role} lay is not complete yet.",
                because="Nothing is cut until every piece lies without fault.",
                mend="Finish it under Lay.",
                where=Where(cloth=lay.role),
            )
        )
    return CutList(
        role=lay.role,
        cloth=name,
        ready=lay.complete,
        tool=_tool(lay.cloth),
        cutter=_tool(lay.cloth) == CUTTER,
        notches=notching_words(
            [
                notching(mark, shapes[number], lay.cloth)
                for number in dict.fromkeys(item.piece for item in lay.items)
                for mark in shapes[number].marks
                if mark.kind in AT_THE_EDGE
            ]
        ),
        items=tuple(_item(lay, item, thread, rest) for item in ordered),
        findings=tuple(findings),
    )


def _tool(cloth: Cloth | None) -> str:
    if cloth is not None and "lace" in cloth.treated:
        return LACE
    return CUTTER if _slips(cloth) else SHEARS


def cut_knot(lists: tuple[CutList, ...]) -> Knot:
    """Done when every piece of every cloth is cut."""
    return from_ticks("cut", (item.tick for each in lists for item in each.items), "pieces")


def _item(lay: RoleLay, item: LayItem, thread: Thread, facts: Facts) -> CutItem:
    if item.on_fold:
        how, gives = "Cut both layers from the fold outward; leave the fold uncut.", "1 whole piece"
    elif item.hands == "both":
        how, gives = "Cut both layers at once.", "left and right"
    elif item.hands == "whole":
        how, gives = "Cut the opened piece in one.", "1 whole piece"
    elif item.hands in ("left", "right"):
        down = "printed side down" if item.over else "printed side up"
        how, gives = f"Single layer, {down}.", f"{item.hands} piece"
    else:
        how, gives = "Cut it.", "1 piece" if item.gives == 1 else f"{item.gives} pieces"
    copy = f", copy {item.copy_number}" if item.copy_number > 1 else ""
    return CutItem(
        tick=thread.tick(cut_out(lay.role, item.key), facts),
        item=item.key,
        title=f"{item.piece} {item.name}{copy}",
        how=how,
        gives=gives,
    )


def _slips(owned: Cloth | None) -> bool:
    return owned is not None and bool({"slippery", "sheer"} & set(owned.treated))
