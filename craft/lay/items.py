"""From working pieces to what is laid on one cloth: copies, hands, fold edges, whole pieces.

On cloth folded along its length a pair is laid once and gives both hands, and a piece on the fold is
laid with its fold edge on a fold. In a single layer a pair is laid twice, once turned over, and
a piece on the fold is opened out into a whole one. Folded crosswise the fold lies across the grain:
no piece may lie on it, so whole pieces are opened out there too.
"""

from functools import lru_cache
from typing import Literal

from craft.cloth import Fold
from craft.fit import WorkingPiece
from craft.frozen import Frozen
from craft.pattern.cutting import cutting_line
from craft.pattern.hands import Hand, hand_of
from craft.pattern.piece import Cut, Role, Shape
from craft.shape import path as paths
from craft.shape.curve import Curve, Point
from craft.shape.region import area_of, moved, overlap, reach
from craft.trace.opened import opened

Hands = Literal["both", "left", "right", "whole", "one", "twice"]


class LayItem(Frozen):
    """One thing to lay: paper coordinates, y along the grain, printed face up.

    ``gives``: cloth pieces that come out of it. ``hands``: both (a pair from double cloth), left or
    right (one of a pair, the wearer's, as it lies: see craft.lay.hands), whole (opened out or on the
    fold), one (single), twice (two alike from double cloth). ``meant``: the hand it has on the list
    before anything lies; ``pair``: which of several pairs it belongs to. ``over``: it must lie turned
    over for that hand, or so as not to come out mirrored. ``printed``: the hand the printed side gives on
    the right side of the cloth; ``upper``: the hand of its upper (or only) layer as it lies, None where
    that is not known. ``handed``: wanted as drawn and not like its own mirror image. ``fold``: both ends
    of the fold edge of a piece on the fold; ``centre``: of its centre line, drawn or the fold it was
    opened at.
    """

    key: str
    piece: int
    copy_number: int
    name: str
    hands: Hands
    on_fold: bool
    gives: int
    cutting: tuple[Curve, ...]
    stitching: tuple[Curve, ...]
    grain: tuple[Point, Point]
    fold: tuple[Point, Point] | None
    meant: Hand | None = None
    pair: int = 1
    printed: Hand | None = None
    upper: Hand | None = None
    handed: bool = False
    over: bool = False
    stretch: tuple[Point, Point] | None = None
    hem: tuple[Point, Point] | None = None
    centre: tuple[Point, Point] | None = None

    @property
    def double(self) -> bool:
        """Whether it must lie on two layers: a pair cut at once, two alike, or a piece on the fold."""
        return self.on_fold or self.hands in ("both", "twice")

    @property
    def title(self) -> str:
        """Its number and name as lists and labels give them, with the hand, and which copy it is."""
        title = f"{self.piece} {self.name}"
        if self.hands in ("left", "right"):
            return f"{title}, {self.hands}" + (f", pair {self.pair}" if self.pair > 1 else "")
        return title + (f", copy {self.copy_number}" if self.copy_number > 1 else "")


def piece_of(key: str) -> int:
    """The number of the piece an item's key belongs to; 0 for a key that is none."""
    number = key.partition(".")[0]
    return int(number) if number.isascii() and number.isdigit() else 0


def items_for(
    pieces: tuple[WorkingPiece, ...],
    role: Role,
    fold: Fold,
    opened_out: frozenset[int] = frozenset(),
    *,
    out: bool = False,
) -> tuple[LayItem, ...]:
    """Everything to lay on the cloth of that role, in piece order. ``opened_out``: pieces on the fold
    that are laid whole on a single layer all the same. ``out``: the cloth lies right side up (folded:
    wrong sides together)."""
    items: list[LayItem] = []
    for piece in pieces:
        copies = 0
        for cut in piece.cuts:
            if cut.role == role:
                more = _items(piece, cut, fold, copies, piece.number in opened_out, out)
                items += more
                copies += len(more)
    return tuple(items)


def _items(
    piece: WorkingPiece, cut: Cut, fold: Fold, copies: int, open_out: bool, out: bool
) -> list[LayItem]:
    folded = fold != "single"
    handed = not (cut.pair or cut.on_fold) and is_handed(piece.cutting, _sides(piece.shape))
    on_fold = cut.on_fold and fold in ("lengthwise", "middle", "part") and not open_out
    on_fold = on_fold and _along_its_grain(piece.shape)
    kinds: list[tuple[Hands, int]]
    if cut.on_fold and (on_fold or not folded or open_out or not _along_its_grain(piece.shape)):
        kinds = [("whole", 1)] * cut.count
    elif folded:
        # Folded cloth gives two that mirror each other: alike only where a piece is its own mirror image.
        double: Hands = "both" if cut.pair else "twice"
        kinds = [] if handed else [(double, 2)] * (cut.count // 2)
        kinds += [("one", 1)] * (cut.count - 2 * len(kinds))
    elif cut.pair:
        kinds = [("left" if i % 2 == 0 else "right", 1) for i in range(cut.count)]
    else:
        kinds = [("one", 1)] * cut.count
    return [
        _item(
            piece,
            hands,
            gives,
            copies + i,
            on_fold=on_fold,
            whole=cut.on_fold,
            out=out,
            handed=handed,
        )
        for i, (hands, gives) in enumerate(kinds, 1)
    ]


def _sides(shape: Shape) -> bool:
    """Whether a mark belongs to one side of the body only."""
    return any(mark.side != "both" for mark in shape.marks)


# A piece whose mirror image covers less of it than this is another piece turned over (share of its area).
SAME_SHAPE = 0.99


@lru_cache(maxsize=512)
def is_handed(cutting: tuple[Curve, ...], one_sided: bool = False) -> bool:
    """Whether a piece is not like its mirror image, either way round: turned over it would be another one.
    ``one_sided``: it carries marks for one side of the body only."""
    if one_sided:
        return True
    shape = reach(cutting)
    for mirror in ((-1.0, 0.0, 0.0, 1.0, 0.0, 0.0), (1.0, 0.0, 0.0, -1.0, 0.0, 0.0)):
        image = moved(shape, mirror)
        (x0, y0, _, _), (u0, v0, _, _) = shape.bounds, image.bounds
        image = moved(image, (1.0, 0.0, 0.0, 1.0, x0 - u0, y0 - v0))
        if overlap(shape, image)[0] >= SAME_SHAPE * area_of(shape):
            return False
    return True


def _item(
    piece: WorkingPiece, hands: Hands, gives: int, copy: int, *, on_fold: bool, whole: bool,
    out: bool, handed: bool,
) -> LayItem:  # fmt: skip
    cutting, stitching = piece.cutting, piece.shape.outline
    fold = _fold(piece.shape) if whole else None
    if whole and not on_fold and fold is not None:
        open_shape = opened(piece.shape, piece.printed)
        cutting, stitching = cutting_line(open_shape), open_shape.outline
    grain = next(mark for mark in piece.shape.marks if mark.kind == "grain")
    meant: Hand | None = "left" if hands == "left" else "right" if hands == "right" else None
    wants = meant or ((piece.printed or "right") if handed else None)
    return LayItem.model_construct(
        key=f"{piece.number}.{copy}",
        piece=piece.number,
        copy_number=copy,
        name=piece.name,
        hands=hands,
        on_fold=on_fold,
        gives=gives,
        cutting=cutting,
        stitching=stitching,
        grain=(grain.points[0], grain.points[1]),
        fold=fold if on_fold else None,
        meant=meant,
        pair=(copy + 1) // 2,
        printed=piece.printed,
        upper=meant,
        handed=handed,
        over=wants is not None and hand_of(piece.printed, over=False, out=out) != wants,
        stretch=_stretch(piece.shape),
        hem=_hem(piece.shape, cutting),
        centre=_centre(piece.shape) or fold,
    )


def _centre(shape: Shape) -> tuple[Point, Point] | None:
    """Both ends of the centre line, if one is drawn."""
    for mark in shape.marks:
        if mark.kind == "centre line":
            return mark.points[0], mark.points[-1]
    return None


def _stretch(shape: Shape) -> tuple[Point, Point] | None:
    """The arrow of the greater stretch, if one is drawn."""
    for mark in shape.marks:
        if mark.kind == "stretch":
            return mark.points[0], mark.points[1]
    return None


def _hem(shape: Shape, cutting: tuple[Curve, ...]) -> tuple[Point, Point] | None:
    """Both ends of the lowest hem on the cutting line: as low as the piece reaches, as wide as its
    hem. Only a hem straight enough to lie on a border counts."""
    hems = [edge for edge in shape.edges if edge.kind == "hem"]
    if not hems:
        return None
    points = [point for edge in hems for curve in edge.path for point in curve]
    low, high = min(y for _, y in points), max(y for _, y in points)
    if high - low > 5.0:
        return None
    bottom = max(y for curve in cutting for _, y in curve)
    return (min(x for x, _ in points), bottom), (max(x for x, _ in points), bottom)


def _fold(shape: Shape) -> tuple[Point, Point]:
    """Both ends of the fold edge, in the direction of the grain line."""
    edge = next(edge for edge in shape.edges if edge.kind == "fold")
    a, b = paths.start(edge.path), paths.end(edge.path)
    (gx, gy), (hx, hy) = next(mark.points for mark in shape.marks if mark.kind == "grain")
    return (a, b) if (b[0] - a[0]) * (hx - gx) + (b[1] - a[1]) * (hy - gy) >= 0 else (b, a)


def _along_its_grain(shape: Shape) -> bool:
    """Whether the fold edge runs along the grain line; else it cannot lie on a lengthwise fold."""
    if not any(edge.kind == "fold" for edge in shape.edges):
        return True
    (ax, ay), (bx, by) = _fold(shape)
    (gx, gy), (hx, hy) = next(mark.points for mark in shape.marks if mark.kind == "grain")
    cross = (bx - ax) * (hy - gy) - (by - ay) * (hx - gx)
    along = (bx - ax) * (hx - gx) + (by - ay) * (hy - gy)
    return abs(cross) <= abs(along)
