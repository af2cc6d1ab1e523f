"""The pages of a pattern put together, by the surest of the ways."""

from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import replace

import numpy as np

from craft.drawing import Drawing
from craft.recognise.placing.by_codes import with_codes
from craft.recognise.placing.by_hand import by_hand
from craft.recognise.placing.by_lines import by_lines
from craft.recognise.placing.by_nodes import by_nodes
from craft.recognise.placing.by_rows import by_rows
from craft.recognise.placing.placed import MOST_OF, Placed
from craft.shape.affine import IDENTITY, Affine, inverse, move_point


def place_pages(
    drawing: Drawing, numbers: Sequence[int], hand: Mapping[int, Affine] | None = None
) -> Placed:
    """The pages of the pattern, by their numbers, put together; ``drawing`` without its furniture.
    ``hand``: where somebody put pages (mm of the page to mm of the sheet); it counts for more than what is
    found, and where all were put nothing else is tried."""
    rough = {page: at for page, at in (hand or {}).items() if page in numbers}
    if not rough:
        return _by_themselves(drawing, numbers)
    nothing = Placed({}, "unknown", loose=tuple(numbers))
    placed = nothing if len(rough) == len(numbers) else _by_themselves(drawing, numbers)
    whole = {**placed.at, **rough}
    if placed.how in ("nodes", "unknown"):
        return _from_the_corner(by_hand(drawing, whole, numbers), drawing)
    loose = tuple(page for page in placed.loose if page not in rough)
    return _from_the_corner(replace(placed, at=whole, loose=loose, put=tuple(rough)), drawing)


def _by_themselves(drawing: Drawing, numbers: Sequence[int]) -> Placed:
    if len(numbers) < 2:
        return Placed(dict.fromkeys(numbers, IDENTITY), "one")
    for way in (by_drawing, by_lines, by_nodes, by_rows):
        placed = way(drawing, numbers)
        if placed is not None:
            return _from_the_corner(with_codes(placed, drawing, numbers), drawing)
    return Placed({}, "unknown", loose=tuple(numbers))


def _from_the_corner(placed: Placed, drawing: Drawing) -> Placed:
    """The sheet begins where its pages do, above and at the left."""
    corners = [
        move_point((x, y), at)
        for page, at in placed.at.items()
        for x in (0.0, drawing.pages[page].width) for y in (0.0, drawing.pages[page].height)
    ]  # fmt: skip
    left, top = (min(corner[k] for corner in corners) for k in (0, 1))
    moved: dict[int, Affine] = {
        page: (*at[:4], at[4] - left, at[5] - top) for page, at in placed.at.items()
    }
    return replace(placed, at=moved)


def by_drawing(drawing: Drawing, numbers: Sequence[int]) -> Placed | None:
    """Every page shows one and the same drawing, elsewhere."""
    by_form: dict[int, dict[int, Affine]] = defaultdict(dict)
    for page in numbers:
        for form, at in drawing.pages[page].forms:
            by_form[form][page] = at
    shown = [
        pages
        for pages in by_form.values()
        if len({tuple(np.round(at, 1)) for at in pages.values()}) > 1
    ]
    if not shown:
        return None
    most = max(shown, key=len)
    if len(most) < MOST_OF * len(numbers):
        return None
    found = {page: inverse(where) for page, where in most.items()}
    return Placed(found, "drawing", 0.0, tuple(each for each in numbers if each not in found))
