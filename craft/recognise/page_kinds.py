"""Which pages of a file hold the pattern, and which only words or pictures; what is on every page alike."""

from collections import Counter
from dataclasses import replace
from typing import Literal

from craft.drawing import Drawing, chord_length

PageKind = Literal["pattern", "words", "picture", "empty", "square"]
# A page of instructions has at least so many letters in long lines of text.
LONG_TEXT, LETTERS = 30, 500
DRAWN = 3.0  # mm of lines: a corner of a piece may be all that a page shows
SAME = 0.02  # mm
# On so many of the pages at one place: it belongs to the paper, not to the pattern.
ALIKE = 0.6


def page_kinds(drawing: Drawing) -> tuple[PageKind, ...]:
    """What each page holds, its furniture left out (``without_furniture``)."""
    return tuple(_kind(drawing, number) for number in range(len(drawing.pages)))


def _kind(drawing: Drawing, number: int) -> PageKind:
    page = drawing.pages[number]
    own = [each for each in drawing.paths if each.page == number and not each.outside]
    drawn = sum(chord_length(each.curves) for each in own) + 1e6 * bool(page.forms)
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


def without_furniture(drawing: Drawing) -> Drawing:
    """The drawing without what most pages have at the same place: frames, crosses, scales."""
    if len(drawing.pages) < 3:
        return drawing
    places: dict[tuple[float, ...], set[int]] = {}
    keys_of = []
    for path in drawing.paths:
        box = path.box
        # Rounded twice, half a step apart, so that what lies on the edge of a step is found as well.
        keys = [
            (shift, len(path.curves), *(round(each / (4 * SAME) + shift) for each in box))
            for shift in (0, 0.5)
        ]
        keys_of.append(keys)
        for key in keys:
            places.setdefault(key, set()).add(path.page)
    sizes = Counter(round(page.width) for page in drawing.pages)
    most = ALIKE * max(sizes.values())
    kept = tuple(
        path
        for path, keys in zip(drawing.paths, keys_of, strict=True)
        if max(len(places[key]) for key in keys) < max(3.0, most)
    )
    return replace(drawing, paths=kept)
