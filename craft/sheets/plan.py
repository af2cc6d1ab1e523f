"""Which pages a set of pieces takes at full size, and where on them each piece lies."""

from collections.abc import Iterable, Mapping
from math import ceil
from typing import Annotated, Literal

from pydantic import Field

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.shape.affine import Affine, move
from craft.shape.grid import Cell, Grid, code, reading_order
from craft.shape.packing import Box, onto, pack
from craft.shape.pen import bounds
from craft.sheets.pieces import OutPiece

PageKind = Literal["A4", "A3", "Letter", "roll", "one sheet"]
Layer = Literal["cutting", "stitching", "marks", "label"]
LAYERS: tuple[Layer, ...] = ("cutting", "stitching", "marks", "label")
SIZES: dict[str, tuple[float, float]] = {
    "A4": (210.0, 297.0), "A3": (297.0, 420.0), "Letter": (215.9, 279.4),
}  # fmt: skip
# Between two pieces on a sheet (mm).
ROOM = 8.0
# A PDF page cannot be longer than 5080 mm either way; margins and overlap come on top of this.
LONGEST = 4_900.0


class PageChoice(Frozen):
    """What to print on. Lengths in mm. ``overlap``: what two neighbouring pages both show."""

    page: PageKind = "A4"
    roll_width: Annotated[float, Field(ge=200, le=3_000)] = 914.0
    margin: Annotated[float, Field(ge=0, le=40)] = 10.0
    overlap: Annotated[float, Field(ge=0, le=40)] = 10.0


class SheetChoice(PageChoice):
    """What to print, and on what. ``pieces`` None: all."""

    layers: tuple[Layer, ...] = LAYERS
    pieces: Annotated[tuple[int, ...], Field(max_length=120)] | None = None


class Tile(Frozen):
    """One page that has something on it."""

    code: str
    column: int
    row: int
    pieces: tuple[int, ...]


class Laid(Frozen):
    """A piece on the sheet: the move from its own coordinates."""

    number: int
    move: Affine


class SheetPlan(Frozen):
    """The pages. ``page_width`` by ``page_height`` is the paper, ``step_*`` what each page shows
    that no other does (mm). ``pages`` counts the first page with the map as well."""

    choice: SheetChoice
    page_width: float
    page_height: float
    step_x: float
    step_y: float
    columns: int
    rows: int
    tiles: tuple[Tile, ...]
    laid: tuple[Laid, ...]
    pages: int

    def corner(self, tile: Tile) -> tuple[float, float]:
        """Where the tile begins on the whole sheet (mm)."""
        return (tile.column * self.step_x, tile.row * self.step_y)

    def shown(self, tile: Tile) -> tuple[float, float, float, float]:
        """What of the whole sheet its page shows: left, top, right, bottom (mm)."""
        (x, y), lap, margin = self.corner(tile), self.choice.overlap, self.choice.margin
        wide = min(self.step_x + lap, self.page_width - margin)
        high = min(self.step_y + lap, self.page_height - margin)
        return x, y, x + wide, y + high


def plan_sheets(pieces: tuple[OutPiece, ...], choice: SheetChoice) -> SheetPlan:
    """Arrange the pieces so that few pages are needed. Raises CraftError when none is chosen."""
    if not pieces:
        raise CraftError("Choose at least one piece.", "pieces")
    boxes = {piece.number: bounds(piece.outermost) for piece in pieces}
    if choice.page in SIZES:
        return _tiled(pieces, boxes, choice)
    margins = 2 * choice.margin
    sizes = [(x1 - x0 + ROOM, y1 - y0 + ROOM) for x0, y0, x1, y1 in boxes.values()]
    if choice.page == "roll":
        width = choice.roll_width - margins
        widest = max(min(size) for size in sizes)
        if widest > width:
            raise CraftError("A piece is wider than this roll. Choose a wider one.", "roll_width")
    else:
        area = sum(w * h for w, h in sizes)
        width = max(max(max(size) for size in sizes), (area * 1.3) ** 0.5)
    laid, high = _laid(boxes, width)
    step_x, step_y = min(width, LONGEST), min(high, LONGEST)
    page = (
        step_x + margins + (choice.overlap if width > step_x else 0),
        step_y + margins + (choice.overlap if high > step_y else 0),
    )
    return _plan(pieces, choice, page, (step_x, step_y), laid)


def _tiled(
    pieces: tuple[OutPiece, ...],
    boxes: dict[int, tuple[float, float, float, float]],
    choice: SheetChoice,
) -> SheetPlan:
    """Ordinary pages: several widths of the whole sheet are tried, the fewest pages win."""
    step = page_step(choice)
    widest = max(min(x1 - x0, y1 - y0) + ROOM for x0, y0, x1, y1 in boxes.values())
    least = max(1, ceil(widest / step[0]))
    best: SheetPlan | None = None
    for columns in range(least, least + 6):
        laid, _ = _laid(boxes, columns * step[0])
        plan = _plan(pieces, choice, SIZES[choice.page], step, laid)
        if best is None or plan.pages < best.pages:
            best = plan
    assert best is not None
    return best


def page_step(choice: SheetChoice) -> tuple[float, float]:
    """What a page of ``choice`` (one of SIZES) shows that no other does, across and down (mm)."""
    wide, high = SIZES[choice.page]
    lost = 2 * choice.margin + choice.overlap
    return wide - lost, high - lost


def _laid(
    boxes: dict[int, tuple[float, float, float, float]], width: float
) -> tuple[tuple[Laid, ...], float]:
    """The pieces set close together on a strip, and how long it gets (mm)."""
    packed = pack(
        [Box(n, x1 - x0 + ROOM, y1 - y0 + ROOM) for n, (x0, y0, x1, y1) in boxes.items()], width
    )
    spots = [spot for group in packed for spot in group]
    laid = tuple(
        Laid(number=spot.key, move=onto(spot, boxes[spot.key], ROOM / 2)) for spot in spots
    )
    return laid, max(spot.y + spot.height for spot in spots)


def _plan(
    pieces: tuple[OutPiece, ...],
    choice: SheetChoice,
    page: tuple[float, float],
    step: tuple[float, float],
    laid: tuple[Laid, ...],
) -> SheetPlan:
    grid = Grid(step_x=step[0], step_y=step[1], overlap=choice.overlap)
    outlines = {piece.number: piece.outermost for piece in pieces}
    on: dict[Cell, list[int]] = {}
    for each in laid:
        for cell in grid.covered(move(outlines[each.number], each.move)):
            on.setdefault(cell, []).append(each.number)
    return plan_of(on, choice, page, step, laid)


def plan_of(
    on: Mapping[Cell, Iterable[int]], choice: SheetChoice, page: tuple[float, float],
    step: tuple[float, float], laid: tuple[Laid, ...] = (),
) -> SheetPlan:  # fmt: skip
    """The plan of pages that show something, the pieces on each by column and row; ``page`` and ``step``
    across and down (mm)."""
    tiles = tuple(
        Tile(code=code(cell), column=cell[0], row=cell[1], pieces=tuple(sorted(on[cell])))
        for cell in sorted(on, key=reading_order)
    )
    return SheetPlan(
        choice=choice,
        page_width=page[0],
        page_height=page[1],
        step_x=step[0],
        step_y=step[1],
        columns=max(tile.column for tile in tiles) + 1,
        rows=max(tile.row for tile in tiles) + 1,
        tiles=tiles,
        laid=laid,
        pages=1 + len(tiles),
    )
