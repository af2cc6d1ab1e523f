"""Which marks of a paper piece are carried to which cloth piece, where, and which are left out, with
the reason.

Nothing is dropped silently: every mark of the piece, counted for every piece of cloth that comes out,
is either carried or left out by a rule (see ``LeftOut``).
"""

from typing import NamedTuple

from craft.frozen import Frozen
from craft.lay import LayItem, RoleLay
from craft.mark.advise import MUST_SHOW
from craft.pattern.hands import Hand, opposite
from craft.pattern.marks import Mark, MarkKind
from craft.pattern.piece import Shape
from craft.trace.opened import opened, opened_marks

# These guide the laying and the fitting; they are not carried to the cloth.
ON_PAPER_ONLY: tuple[MarkKind, ...] = ("grain", "stretch", "length line", "body level")
COVERED = "fusing covers the wrong side: it is marked on the interfacing"


class LeftOut(Frozen):
    """A mark that is not carried to a cloth piece: on how many, and why."""

    mark: str
    title: str
    places: int
    because: str


class Carried(NamedTuple):
    """A mark to make. ``layers``: how many layers of cloth it is made on, ``places``: how many marks
    come of it; ``where``: a layer or half it is made on alone, in words; "" for all there are."""

    mark: Mark
    title: str
    layers: int
    places: int
    where: str = ""


def carried(
    lay: RoleLay, item: LayItem, shape: Shape, *, fused: bool
) -> tuple[list[Carried], list[LeftOut]]:
    """What is marked on one laid item. ``fused``: all its pieces get a fusible interfacing, so that only
    what is cut or seen outside is marked on it. Marks at its edges are told apart later, by their way."""
    made, left = [], []
    for mark, title, places in _marks(item, shape):
        why = _why_not(mark, item, lay, fused=fused)
        if why:
            left.append(LeftOut(mark=mark.id, title=title, places=places, because=why))
            continue
        one_sided = mark.side != "both" and item.hands in ("both", "whole")
        if one_sided and item.hands == "both":
            # Of the two pieces that come out it belongs to one.
            left.append(
                LeftOut(
                    mark=mark.id, title=title, places=1, because=f"for the {mark.side} side only"
                )
            )
            places = 1
        layers = 2 if item.double and not one_sided else 1
        where = _one_layer(mark, item) if one_sided else ""
        made.append(Carried(mark, _one_sided(mark, title), layers, places, where))
    return made, left


def shape_on(item: LayItem, shape: Shape) -> Shape:
    """The shape as it lies under the paper: opened out where a half piece is laid whole, the marks for one
    side on the half that comes out as that side."""
    return opened(shape, drawn_half(item)) if item.hands == "whole" and not item.on_fold else shape


def drawn_half(item: LayItem) -> Hand | None:
    """Which half of a whole piece the drawn half gives as it lies; None where that is not known."""
    return item.upper if item.upper is not None else item.printed


def _marks(item: LayItem, shape: Shape) -> list[tuple[Mark, str, int]]:
    """Every mark of an item with its title, and how often it comes out on the cloth."""
    if item.hands != "whole":
        pieces = 2 if item.hands in ("both", "twice") else 1
        return [(mark, mark.name, pieces) for mark in shape.marks]
    whole = opened_marks(shape, drawn_half(item))
    if item.on_fold:
        ids = [mark.id.removesuffix("~") for mark in whole]
        return [(mark, mark.name, ids.count(mark.id)) for mark in shape.marks]
    doubled = {mark.id.removesuffix("~") for mark in whole if mark.id.endswith("~")}
    half = drawn_half(item)
    drawn, other = half or "drawn", opposite(half) if half else "other"
    return [
        (
            mark,
            f"{mark.name}, {other if mark.id.endswith('~') else drawn} half"
            if mark.id.removesuffix("~") in doubled
            else mark.name,
            1,
        )
        for mark in whole
    ]


def _why_not(mark: Mark, item: LayItem, lay: RoleLay, *, fused: bool) -> str:
    if mark.kind in ON_PAPER_ONLY:
        return "it guides the laying and the fitting, not the sewing"
    if mark.side != "both" and item.hands in ("left", "right") and mark.side != item.hands:
        return f"for the {mark.side} side only"
    if lay.role == "interfacing" and mark.kind in MUST_SHOW:
        return "it belongs on the right side of the garment’s own cloth"
    if fused and mark.kind not in (*MUST_SHOW, "notch", "pleat", "tuck", "gathers"):
        return COVERED
    return ""


def _one_layer(mark: Mark, item: LayItem) -> str:
    """Which layer, or which half of a whole piece, a mark for one side is carried to."""
    if item.hands == "whole" and not item.on_fold:
        return f"the {mark.side} half only"
    if item.upper is None:
        return f"the {mark.side} {'half' if item.hands == 'whole' else 'piece'} only"
    return f"the {'upper' if item.upper == mark.side else 'lower'} layer only, the {mark.side} one"


def _one_sided(mark: Mark, title: str) -> str:
    side = f"{mark.side} side only"
    return title if mark.side == "both" or side in title else f"{title}, {side}"
