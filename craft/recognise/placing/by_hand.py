"""Pages that somebody put roughly in place, settled by the ends of their lines."""

from collections.abc import Mapping, Sequence

from craft.drawing import Drawing
from craft.recognise.page_place import corner_of, put_at
from craft.recognise.placing.by_ends import settled
from craft.recognise.placing.page_lines import page_lines
from craft.recognise.placing.placed import STRIPS, Placed
from craft.shape.affine import Affine
from craft.shape.grid import Cell

MOST_SHARED = 32.0  # mm: what neighbours both show at most


def by_hand(drawing: Drawing, rough: Mapping[int, Affine], numbers: Sequence[int]) -> Placed:
    """The pages where somebody put them (mm of the page to mm of the sheet), settled; one that nothing
    holds stays where it was put."""
    lines, window = page_lines(drawing, [page for page in numbers if page in rough])
    if not lines:
        return Placed(dict(rough), "nodes", put=tuple(rough))
    tried = [settled(rough, lines, window)]
    cells = _cells_of(rough, drawing)
    if len(set(cells.values())) == len(cells):  # how far they overlap nobody needs to see
        for strip in (*STRIPS, MOST_SHARED):
            wide, tall = (window[1] - window[0] - strip).tolist()
            there = {
                page: put_at(x * wide, y * tall, *_size(drawing, page), turned=rough[page][0] < 0)
                for page, (x, y) in cells.items()
            }
            tried.append(settled(there, lines, window, cells))
            if not tried[-1].sure:
                # Cut a little off their grid: each page by itself from there, or from where it would be.
                tried.append(settled(tried[-1].at, lines, window, near=True))
                tried.append(settled(there, lines, window))
    # The trial that most goes on in and least does not: pages put far apart are not cut off anywhere.
    best = max(tried, key=lambda each: (2 * each.met - each.cut, len(each.sure)))
    loose = tuple(page for page in numbers if page not in rough)
    put = tuple(page for page in rough if page not in best.sure)
    worst = max(best.off, default=None) if best.sure else None  # what meets by chance says nothing
    return Placed(best.at, "nodes", worst, loose, put)


def _cells_of(rough: Mapping[int, Affine], drawing: Drawing) -> dict[int, Cell]:
    """The column and row of pages that lie roughly in a grid: less than half a page apart is in one."""
    corners = {page: corner_of(at, *_size(drawing, page)) for page, at in rough.items()}
    cells: dict[int, list[int]] = {page: [] for page in rough}
    for axis in (0, 1):
        at, last = 0, None
        for page in sorted(corners, key=lambda page: corners[page][axis]):
            size = _size(drawing, page)[axis]
            here = corners[page][axis]
            if last is not None:
                at += round((here - last) / size) if here - last > 0.5 * size else 0
            last = here if last is None or here - last > 0.5 * size else last
            cells[page].append(at)
    return {page: (x, y) for page, (x, y) in cells.items()}


def _size(drawing: Drawing, page: int) -> tuple[float, float]:
    return drawing.pages[page].width, drawing.pages[page].height
