"""Where the table has no cloth to cut: flaws, what a remnant lacks, and what was cut out already."""

from craft.cloth import Cloth, Layer, Zone
from craft.shape.curve import Point
from craft.shape.region import Region, beyond, moved, polygon, rectangle, within

# A sliver of this width at the edge of a remnant is the drawing's, not the cloth's (mm²).
SPECK = 4.0


def obstacles_of(owned: Cloth, zones: tuple[Zone, ...], length: float | None) -> tuple[Region, ...]:
    """Regions of the table (x along, y across as it lies folded) that no piece may touch, on washed cloth.

    A flaw in either layer spoils both. Folded crosswise the upper layer runs backwards from the
    end of the cloth, so a flaw there is only known once the length is.
    """
    found: list[Region] = []
    for zone in zones:
        for layer in zone.layers:
            far = length if length is not None else _far(owned)
            room = rectangle(0, zone.low, max(far, 1.0), zone.high)
            for flaw in owned.flaws:
                found += within(room, onto_table(flaw, owned, layer, length))
            if owned.remnant is not None:
                lacks = beyond(room, onto_table(owned.remnant, owned, layer, length))
                found += [part for part in lacks if part.area > SPECK]
    return tuple(found)


def onto_table(ring: tuple[Point, ...], owned: Cloth, layer: Layer, length: float | None) -> Region:
    """A ring on the cloth as it lies open (y from the lower selvedge's outer edge), on the table."""
    flat = polygon([(x, y - owned.selvedge) for x, y in ring])
    # flat y = sign * table y + shift, so table y = sign * (flat y - shift)
    along, start = (-1.0, 2 * length) if layer.back and length is not None else (1.0, 0.0)
    return moved(flat, (along, 0.0, 0.0, float(layer.sign), start, -layer.sign * layer.shift))


def _far(owned: Cloth) -> float:
    rings = [*owned.flaws, *([owned.remnant] if owned.remnant else [])]
    return max((x for ring in rings for x, _ in ring), default=0.0) + 1.0
