"""Which pages of a file hold the pattern, and which only words or pictures; what is on every page alike."""

from collections import Counter
from typing import Literal

import numpy as np

from craft.drawing import Drawing, DrawnPath

PageKind = Literal["pattern", "words", "picture", "empty"]
# A page of instructions has at least so many letters in long lines of text.
LONG_TEXT, LETTERS = 30, 500
DRAWN = 3.0  # mm of lines: a corner of a piece may be all that a page shows
SAME = 0.02  # mm
ALIKE = (
    0.6  # on so many of the pages at the same place: it belongs to the paper, not to the pattern
)


def page_kinds(drawing: Drawing) -> tuple[PageKind, ...]:
    """What each page holds."""
    furniture = furniture_of(drawing)
    return tuple(_kind(drawing, number, furniture) for number in range(len(drawing.pages)))


def _kind(drawing: Drawing, number: int, furniture: frozenset[int]) -> PageKind:
    page = drawing.pages[number]
    own = [each for each in drawing.paths if each.page == number and id(each) not in furniture]
    drawn = sum(chord_length(each) for each in own if not each.outside) + 1e6 * bool(page.forms)
    told = sum(
        len(each.text)
        for each in drawing.texts
        if each.page == number and len(each.text) >= LONG_TEXT
    )
    if told >= LETTERS and drawn < 20 * (page.width + page.height):
        return "words"
    if page.raster > 0.3 and drawn < 10 * (page.width + page.height):
        return "picture"
    return "pattern" if drawn >= DRAWN else "empty"


def chord_length(path: DrawnPath) -> float:
    """The length of a path from node to node (mm)."""
    way = path.curves[:, 3] - path.curves[:, 0]
    return float(np.hypot(way[:, 0], way[:, 1]).sum())


def furniture_of(drawing: Drawing) -> frozenset[int]:
    """The paths (by ``id``) that most pages have at the same place: frames, crosses, scales."""
    if len(drawing.pages) < 3:
        return frozenset()
    places: dict[tuple[float, ...], set[int]] = {}
    key_of = {}
    for path in drawing.paths:
        box = path.box
        # Rounded twice, half a step apart, so that what lies on the edge of a step is found as well.
        key_of[id(path)] = [
            (shift, len(path.curves), *(round(each / (4 * SAME) + shift) for each in box))
            for shift in (0, 0.5)
        ]
        for key in key_of[id(path)]:
            places.setdefault(key, set()).add(path.page)
    sizes = Counter(round(page.width) for page in drawing.pages)
    most = ALIKE * max(sizes.values())
    return frozenset(
        each
        for each, keys in key_of.items()
        if max(len(places[key]) for key in keys) >= max(3.0, most)
    )
