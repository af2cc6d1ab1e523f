"""What is left of a cloth when pieces are cut out of it: the cloth for the rest, or for another garment."""

from craft.cloth import Cloth
from craft.cloth.washing import as_washed
from craft.cloth.yardage import reach_of, washed_width
from craft.errors import CraftError
from craft.lay.placing import Placement
from craft.lay.rehearse import rehearse
from craft.lay.table import Table
from craft.shape.curve import Point
from craft.shape.region import (
    Region,
    area_of,
    beyond,
    moved,
    polygon,
    rectangle,
    rest_of,
    ring,
    simplified,
)

# An outline is kept no finer than a tape is read (mm), and holes smaller than this are not worth a line.
FINE, SPECK = 1.0, 400.0
MOST_CORNERS = 200


def remnant_of(
    owned: Cloth, table: Table, placements: tuple[Placement, ...], *, squared: bool
) -> Cloth:
    """The cloth that is left, opened out and washed: with the outline that is left and the holes inside it
    as flaws; ``squared``: cut straight across behind the last piece, an even length again. Raises
    CraftError where the length is not known, nothing is cut, or nothing is left."""
    if table.length is None:
        raise CraftError(
            "Write in the cupboard how long the cloth is; then what is left is known.", "role"
        )
    cut = tuple(p for p in placements if p.item in table.cut and table.item(p.item))
    if not cut:
        raise CraftError("Nothing is cut from this cloth yet.", "role")
    seen = rehearse(table, cut)
    owned = as_washed(owned)
    selvedge = owned.selvedge
    holes = [polygon(piece.outline) for piece in seen.pieces]
    width = washed_width(owned).value
    begins = max(hole.bounds[2] for hole in holes) if squared else 0.0
    # Folded on a bar, some of it may hang beyond the cut end.
    far = max(seen.length, reach_of(owned) or 0.0)
    room = rectangle(begins, -selvedge, far, width + selvedge)
    gone = [] if squared else holes
    if owned.remnant is not None:
        gone += beyond(room, polygon([(x, y - selvedge) for x, y in owned.remnant]))
    left = rest_of(room, gone)
    if left is None or area_of(left[0]) < SPECK:
        raise CraftError("Nothing is left of it.", "role")
    outline, inside = left

    def as_it_lies(shape: Region) -> tuple[Point, ...]:
        at = moved(_coarse(shape), (1.0, 0.0, 0.0, 1.0, -begins, selvedge))
        return tuple((max(0.0, x), max(0.0, y)) for x, y in ring(at))

    even = squared and owned.remnant is None
    flaws = [polygon([(x, y - selvedge) for x, y in flaw]) for flaw in owned.flaws]
    kept = [flaw for flaw in flaws if flaw.bounds[2] > begins]
    motifs = tuple((x - begins, y) for x, y in owned.motifs if x >= begins)
    repeat = owned.repeat
    if repeat.along:
        first = (repeat.from_end - begins) % repeat.along
        repeat = repeat.model_copy(update={"from_end": round(first, 1)})
    return owned.model_copy(
        update={
            "name": f"{owned.name[:100]}, what is left",
            "width": round(width + 2 * selvedge, 1), "selvedge": round(selvedge, 1), "askew": 0.0,
            "owned": round(far - begins, 1) if even else None,
            "repeat": repeat, "motifs": motifs,
            "remnant": None if even else as_it_lies(outline),
            "flaws": tuple(as_it_lies(hole) for hole in (*inside, *kept) if area_of(hole) > SPECK)[:40],
            "note": f"Left from a making. {owned.note}".strip()[:2000],
        }
    )  # fmt: skip


def _coarse(shape: Region) -> Region:
    """The outline with few enough corners."""
    tolerance = FINE
    made = simplified(shape, tolerance)
    while len(made.exterior.coords) > MOST_CORNERS:
        tolerance *= 2
        made = simplified(shape, tolerance)
    return made
