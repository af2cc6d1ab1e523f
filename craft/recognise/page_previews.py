"""What is seen on a page, small: enough to know it by when it is put in place by hand."""

from collections.abc import Sequence

import numpy as np

from craft.drawing import Drawing, chord_length
from craft.recognise.outlines import sampled
from craft.shape.curve import Point

MOST_LINES, MOST_POINTS = 160, 24  # of a page, of a line
LEAST = 1.0  # mm


def page_previews(
    drawing: Drawing, pages: Sequence[int]
) -> dict[int, tuple[tuple[Point, ...], ...]]:
    """The longest lines of pages, each by a few of its points (mm of the page)."""
    found: dict[int, list[tuple[float, tuple[Point, ...]]]] = {page: [] for page in pages}
    for path in drawing.paths:
        size = chord_length(path.curves)
        if path.page in found and not path.outside and size >= LEAST:
            points = np.concatenate((sampled(path.curves, path.straight), path.curves[-1:, 3]))
            some = points[
                np.unique(np.linspace(0, len(points) - 1, MOST_POINTS).round().astype(int))
            ]
            found[path.page].append((size, tuple((float(x), float(y)) for x, y in some.round(1))))
    return {
        page: tuple(line for _, line in sorted(lines, key=lambda each: -each[0])[:MOST_LINES])
        for page, lines in found.items()
    }
