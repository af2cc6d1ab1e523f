"""Where words go on pages that are joined: the label of a piece upright and whole on one page, the letter
of a page beside the lines, not on them."""

from collections.abc import Iterable

import numpy as np

from craft.shape import path as paths
from craft.shape.affine import Affine, move, move_points
from craft.shape.curve import Floats, Point
from craft.shape.pen import bounds
from craft.sheets.pieces import OutPiece
from craft.sheets.plan import Laid, SheetPlan, Tile
from craft.trace.label_place import READABLE, Box, LabelPlace, dotted, place_label

# A label keeps so far from the edges of its page, and so many pages are tried for each piece.
PAD, TRIED = 6.0, 3
# The letter of a page takes so much room, and stands so far from the corner.
CODE_WIDE, CODE_HIGH, CODE_PAD = 16.0, 8.0, 3.0
STEP, FLAT = 2.0, 0.5  # how closely lines are followed (mm)


def labels_on_pages(plan: SheetPlan, pieces: Iterable[OutPiece]) -> dict[int, LabelPlace]:
    """For every piece the place where its label is largest, whole on one page and upright as the page is
    read; where no page has room for it, where it would stand on the piece alone."""
    by_number = {piece.number: piece for piece in pieces}
    found = {}
    for laid in plan.laid:
        piece = by_number[laid.number]
        upright = (quarter_turned(laid.move),)
        here = [tile for tile in plan.tiles if laid.number in tile.pieces]
        here.sort(key=lambda tile: -_shared(plan, tile, piece, laid))
        places = [
            place_label(piece.shape, piece.label, _on_piece(plan, tile, laid), upright)
            for tile in here[:TRIED]
        ]
        best = max(
            places, key=lambda place: (-len(place.left_out), place.size), default=piece.place
        )
        found[laid.number] = best if best.size >= READABLE else piece.place
    return found


def quarter_turned(by: Affine) -> bool:
    """Whether a piece lies a quarter turn on its page."""
    return abs(by[0]) < 0.5


def _box(plan: SheetPlan, tile: Tile) -> Box:
    """What a page shows that no other does, a little inside its edges (mm of the whole sheet)."""
    x, y = plan.corner(tile)
    return (x + PAD, y + PAD, x + plan.step_x - PAD, y + plan.step_y - PAD)


def _shared(plan: SheetPlan, tile: Tile, piece: OutPiece, laid: Laid) -> float:
    """How much of the box of a piece a page shows (mm²)."""
    a, b, c, d = bounds(move(piece.outermost, laid.move))
    x0, y0, x1, y1 = _box(plan, tile)
    return max(0.0, min(c, x1) - max(a, x0)) * max(0.0, min(d, y1) - max(b, y0))


def _on_piece(plan: SheetPlan, tile: Tile, laid: Laid) -> Box:
    """A page in the coordinates of a piece: moves on sheets turn by quarters only."""
    a, b, c, d, e, f = laid.move
    x0, y0, x1, y1 = _box(plan, tile)
    back = [(a * (x - e) + c * (y - f), b * (x - e) + d * (y - f)) for x, y in ((x0, y0), (x1, y1))]
    xs, ys = [x for x, _ in back], [y for _, y in back]
    return (min(xs), min(ys), max(xs), max(ys))


def lines_of(plan: SheetPlan, pieces: Iterable[OutPiece]) -> Floats:
    """Points along everything that is drawn of the pieces (mm of the whole sheet): shape (n, 2)."""
    by_number = {piece.number: piece for piece in pieces}
    found: list[Floats] = [np.empty((0, 2))]
    for laid in plan.laid:
        piece = by_number[laid.number]
        drawn = [paths.flatten(line, FLAT) for line in (piece.outermost, piece.shape.outline)]
        drawn += [list(mark.points) for mark in piece.marks]
        found += [move_points(dotted(line, STEP), laid.move) for line in drawn]
    return np.concatenate(found)


def code_spot(plan: SheetPlan, tile: Tile, lines: Floats) -> Point:
    """The middle of the first corner or side of a page where its letter meets no line (mm of the page,
    without its margin); the first corner where all are taken."""
    near = lines - plan.corner(tile)
    near = near[((near >= 0) & (near <= (plan.step_x, plan.step_y))).all(axis=1)]
    left, right = CODE_PAD + CODE_WIDE / 2, plan.step_x - CODE_PAD - CODE_WIDE / 2
    top, bottom = CODE_PAD + CODE_HIGH / 2, plan.step_y - CODE_PAD - CODE_HIGH / 2
    across, down = plan.step_x / 2, plan.step_y / 2
    spots = [
        (left, top), (right, top), (left, bottom), (right, bottom), (across, top), (left, down),
        (right, down), (across, bottom), (across, down), (across, down / 2), (across, down * 1.5),
    ]  # fmt: skip
    return next((spot for spot in spots if not _meets(spot, near)), spots[0])


def _meets(spot: Point, lines: Floats) -> bool:
    return bool((np.abs(lines - spot) < (CODE_WIDE / 2, CODE_HIGH / 2)).all(axis=1).any())
