"""Where on a piece which size holds: the sizes at the body's levels and the blend between them."""

from dataclasses import dataclass

from craft.pattern.piece import Shape
from craft.shape.curve import Point

# Levels nearer to each other than this are one level (mm).
LEAST_HEIGHT = 1.0


@dataclass(frozen=True)
class Placed:
    """A blended place and its speed of travel (mm per unit of the curve's parameter)."""

    point: Point
    speed: Point


@dataclass(frozen=True)
class Levels:
    """``sizes``: one for each level, from the top. ``heights``: y of every level in each size (mm).
    ``shifts``: how far the length chosen moves what lies at each level downwards (mm).

    Above the first level and below the last one a single size holds. Between two levels the share
    of the lower one rises smoothly (3u² − 2u³), so that no corner appears at either.
    """

    sizes: tuple[str, ...]
    heights: dict[str, tuple[float, ...]]
    shifts: tuple[float, ...]

    @property
    def used(self) -> tuple[str, ...]:
        """The sizes that occur, each once."""
        return tuple(dict.fromkeys(self.sizes))

    def changes(self, zone: int) -> bool:
        """Whether anything is blended between level ``zone`` and the next one."""
        return (
            self.sizes[zone] != self.sizes[zone + 1]
            or abs(self.shifts[zone] - self.shifts[zone + 1]) > 1e-9
        )

    def at(self, points: dict[str, Point], speeds: dict[str, Point] | None = None) -> Placed:
        """The blended place of a point known in every used size, with its speed if theirs are."""
        zone, share, slope = self._place(points, speeds)
        a, b = self.sizes[zone], self.sizes[min(zone + 1, len(self.sizes) - 1)]
        low, high = self.shifts[zone], self.shifts[min(zone + 1, len(self.sizes) - 1)]
        weight = share * share * (3 - 2 * share)
        (ax, ay), (bx, by) = points[a], points[b]
        ay, by = ay + low, by + high
        point = (ax + (bx - ax) * weight, ay + (by - ay) * weight)
        if speeds is None:
            return Placed(point, (0.0, 0.0))
        rise = 6 * share * (1 - share) * slope
        (avx, avy), (bvx, bvy) = speeds[a], speeds[b]
        return Placed(
            point,
            (
                avx + (bvx - avx) * weight + rise * (bx - ax),
                avy + (bvy - avy) * weight + rise * (by - ay),
            ),
        )

    def as_one(self, rows: list[dict[str, Point]], middle: dict[str, Point]) -> list[Point]:
        """Points blended by the one share that holds at their ``middle``: directions and sizes that
        are the same in every size stay so."""
        zone, share, _ = self._place(middle, None)
        last = len(self.sizes) - 1
        a, b = self.sizes[zone], self.sizes[min(zone + 1, last)]
        low, high = self.shifts[zone], self.shifts[min(zone + 1, last)]
        weight = share * share * (3 - 2 * share)
        down = low + (high - low) * weight
        return [
            (row[a][0] + (row[b][0] - row[a][0]) * weight,
             row[a][1] + (row[b][1] - row[a][1]) * weight + down)
            for row in rows
        ]  # fmt: skip

    def _place(
        self, points: dict[str, Point], speeds: dict[str, Point] | None
    ) -> tuple[int, float, float]:
        """Level above, share of the way to the next (0..1), and how fast that share grows."""
        last = len(self.sizes) - 1
        if last == 0:
            return 0, 0.0, 0.0
        zone = self._zone(points)
        pair = (self.sizes[zone], self.sizes[zone + 1])
        share = slope = 0.0
        for size in pair:
            top, bottom = self.heights[size][zone], self.heights[size][zone + 1]
            high = max(bottom - top, LEAST_HEIGHT)
            share += (points[size][1] - top) / high / 2
            if speeds is not None:
                slope += speeds[size][1] / high / 2
        if not 0 <= share <= 1:
            return zone, min(1.0, max(0.0, share)), 0.0
        return zone, share, slope

    def _zone(self, points: dict[str, Point]) -> int:
        """The pair of levels a point lies between, agreed on by the two sizes that meet there."""
        last = len(self.sizes) - 1
        for zone in range(last):
            pair = (self.sizes[zone], self.sizes[zone + 1])
            if sum(points[size][1] - self.heights[size][zone + 1] for size in pair) <= 0:
                return zone
        return last - 1


def levels_for(
    shapes: dict[str, Shape], main: str, at: dict[str, str], long: str | None
) -> Levels | None:
    """The levels of one piece that count. None: the piece knows none of them, ``main`` holds.

    ``at``: sizes chosen at levels. ``long``: the size the lengths are taken from; then every level
    of the piece counts, those without a size of their own taking that of the nearest one above.
    """
    known = [name for name, _ in sorted(shapes[main].levels.items(), key=lambda level: level[1])]
    counted = [name for name in known if name in at]
    if long is not None:
        sizes, held = [], next((at[name] for name in known if name in at), main)
        for name in known:
            held = at.get(name, held)
            sizes.append(held)
        counted = known
    else:
        sizes = [at[name] for name in counted]
    if not counted:
        return None
    needed = {*sizes, *([long] if long else [])}
    heights = {size: tuple(shapes[size].levels[name] for name in counted) for size in needed}
    shifts = [0.0] * len(counted)
    if long is not None:
        for index in range(1, len(counted)):
            wanted = heights[long][index] - heights[long][0]
            shifts[index] = wanted - (heights[sizes[index]][index] - heights[sizes[0]][0])
    return Levels(sizes=tuple(sizes), heights=heights, shifts=tuple(shifts))
