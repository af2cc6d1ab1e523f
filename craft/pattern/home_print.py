"""A pattern that comes as a file: how its master sheet is cut into pages."""

from typing import Annotated

from pydantic import Field

from craft.frozen import Frozen, Name
from craft.shape.curve import Point

# Nobody prints more pages of one pattern.
MOST_PAGES = 2_000
Code = Annotated[str, Field(min_length=2, max_length=8)]


class HomePrint(Frozen):
    """Lengths in mm. ``at``: where each piece's own origin lies on the master sheet.

    A page shows ``step_x`` by ``step_y`` mm of the sheet that no other page shows, and ``overlap``
    more at its right and lower side. ``upside_down`` lists the codes of pages printed the other way
    up. ``layered``: each size is on a layer of its own. ``square``: the test square's nominal side.
    ``file_pages``: the numbers that pages have in their file, by their codes, where it is known.
    ``square_pages``: those of them that show the test square; it is on A1 where nothing says.
    Where nobody knows where pieces lie: ``columns`` and ``rows`` of the map, ``gaps`` in it, and
    ``on_pages``: the pages of each piece, by its number; one that is not named may lie on any.
    """

    page: Name
    step_x: Annotated[float, Field(ge=50, le=2_000)]
    step_y: Annotated[float, Field(ge=50, le=2_000)]
    overlap: Annotated[float, Field(ge=0, le=50)] = 10.0
    square: Annotated[float, Field(ge=10, le=200)] = 100.0
    at: Annotated[dict[int, Point], Field(max_length=80)]
    upside_down: Annotated[tuple[Code, ...], Field(max_length=MOST_PAGES)] = ()
    file_pages: Annotated[dict[Code, int], Field(max_length=MOST_PAGES)] = {}
    square_pages: Annotated[tuple[int, ...], Field(max_length=20)] = ()
    layered: bool = True
    columns: Annotated[int, Field(ge=1, le=40)] | None = None
    rows: Annotated[int, Field(ge=1, le=50)] | None = None
    gaps: Annotated[tuple[Code, ...], Field(max_length=MOST_PAGES)] = ()
    on_pages: Annotated[
        dict[int, Annotated[tuple[Code, ...], Field(max_length=MOST_PAGES)]], Field(max_length=80)
    ] = {}
