"""Which marks of a paper piece are carried to which cloth piece, where, and which are left out, with
the reason.

Nothing is dropped silently: every mark of the piece, counted for every piece of cloth that comes out,
is either carried or left out by a rule (see ``LeftOut``).
"""

from craft.cloth import faces_of
from craft.cut.notching import AT_THE_EDGE
from craft.fit import WorkingPiece
from craft.frozen import Frozen
from craft.lay import ClothLay, LayItem
from craft.mark.case import Case
from craft.mark.for_role import MUST_SHOW, not_for
from craft.mark.mark_on_cloth import Made
from craft.pattern.hands import Hand, opposite
from craft.pattern.marks import Mark
from craft.pattern.piece import Shape
from craft.shape.curve import distance
from craft.trace.opened import ON_FOLD, opened, opened_marks

COVERED = "fusing covers the wrong side: it is marked on the interfacing"


class LeftOut(Frozen):
    """A mark that is not carried to a cloth piece: on how many, and why. ``drawn``: no mark of the
    pattern."""

    mark: str
    title: str
    places: int
    because: str
    drawn: bool = False


def carry_over(
    lay: ClothLay, item: LayItem, piece: WorkingPiece, *, fused: bool, joined: bool = True
) -> tuple[list[Made], list[LeftOut]]:
    """What is marked on one laid item. ``fused``: all its pieces get a fusible interfacing, so that only
    what is cut or seen outside is marked on it. ``joined``: dots of darts become lines. Marks at its edges
    are told apart later, by their way."""
    made, left = [], []
    for mark, title, places in _marks(item, piece.shape):
        why = _why_not(mark, item, piece, lay, fused=fused)
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
        later = is_later(mark, lay, fused=fused)
        side: Hand | None = None if not one_sided else mark.side if mark.side != "both" else None
        made.append(
            made_on(
                lay, item, mark, _one_sided(mark, title), places, side, later=later, joined=joined
            )
        )
    return made, left


def is_later(mark: Mark, lay: ClothLay, *, fused: bool) -> bool:
    """Whether a mark waits until the interfacing is fused: all but what is shown at an edge."""
    glue = lay.role == "interfacing" and lay.cloth is not None and "fusible" in lay.cloth.treated
    return (fused or glue) and mark.kind not in AT_THE_EDGE


def made_on(
    lay: ClothLay, item: LayItem, mark: Mark, title: str, places: int, side: Hand | None = None, *,
    later: bool, joined: bool = True, runs: tuple[float, ...] | None = None,
) -> Made:  # fmt: skip
    """A mark with the case it is made in. ``side``: the hand it is made on alone; ``later``: after
    fusing."""
    on_fold = _along_the_fold(mark, item)
    doubled = not on_fold and (
        item.double
        or any(judged.double for judged in lay.placed if judged.placement.item == item.key)
    )
    of_two = 2 if item.double and side is None and not on_fold else 1
    which = _which(item, side) if doubled else ""
    where = _one_layer(item, side, later=later) if side else f"the {which} alone" if which else ""
    where = "once, along the fold" if on_fold else where
    lie = 2 if doubled and not later else 1
    case = Case(
        kind=mark.kind, lie=lie, which=which if lie == 2 else "", out=lay.out,
        faces=faces_of(lay.cloth), fused=later, pieces=of_two if later else 1,
        halves=item.on_fold, bent=len(mark.points) > 2, joined=joined,
    )  # fmt: skip
    return Made(
        mark, title, layers=1 if later else of_two, places=places, case=case, where=where, runs=runs,
        times=of_two if later else 1,
    )  # fmt: skip


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


def _why_not(mark: Mark, item: LayItem, piece: WorkingPiece, lay: ClothLay, *, fused: bool) -> str:
    why = not_for(lay.role, mark, piece)
    if why:
        return why
    if mark.side != "both" and item.hands in ("left", "right") and mark.side != item.hands:
        return f"for the {mark.side} side only"
    if fused and mark.kind not in (*MUST_SHOW, "notch", "pleat", "tuck", "gathers"):
        return COVERED
    return ""


def _along_the_fold(mark: Mark, item: LayItem) -> bool:
    """Whether a line lies on the fold: it is one line of the whole piece, made once."""
    if not item.on_fold or item.fold is None:
        return False
    a, b = item.fold
    long = max(distance(a, b), 1e-9)
    off = (
        abs((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])) / long
        for p in mark.points
    )
    return all(each < ON_FOLD for each in off)


def _which(item: LayItem, side: Hand | None) -> str:
    """The layer a mark is made on alone where two lie under the paper; "" for both."""
    if side is None:
        if item.double:
            return ""
        # Wanted once from doubled cloth: as drawn it is the layer of its hand, else the upper one.
        drawn = item.printed or "right"
        below = item.handed and item.upper is not None and item.upper != drawn
        return "lower layer" if below else "upper layer"
    if item.upper is None:
        return f"{side} {'half' if item.hands == 'whole' else 'piece'}"
    return "upper layer" if item.upper == side else "lower layer"


def _one_layer(item: LayItem, side: Hand, *, later: bool) -> str:
    """Which layer, or which half of a whole piece, a mark for one side is carried to."""
    if item.hands == "whole" and not item.on_fold:
        return f"the {side} half only"
    if item.upper is None or later:
        return f"the {side} {'half' if item.hands == 'whole' else 'piece'} only"
    return f"the {'upper' if item.upper == side else 'lower'} layer only, the {side} one"


def _one_sided(mark: Mark, title: str) -> str:
    side = f"{mark.side} side only"
    return title if mark.side == "both" or side in title else f"{title}, {side}"
