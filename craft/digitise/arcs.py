"""Arcs of circles as cubics: at most a quarter of a circle each, true to 0.03 % of the radius."""

from math import ceil, cos, radians, sin, tan

from craft.shape.curve import Cubic, Point


def arc(centre: Point, radius: float, start: float, turn: float) -> tuple[Cubic, ...]:
    """From the angle ``start`` on by ``turn`` degrees (angles from x towards y, so clockwise on paper).

    >>> arc((0.0, 0.0), 10.0, 0.0, 90.0)[0][0]
    (10.0, 0.0)
    """
    count = max(1, ceil(abs(turn) / 90 - 1e-9))
    step = radians(turn / count)
    handle = radius * 4 / 3 * tan(step / 4)
    x, y = centre
    made = []
    for k in range(count):
        a = radians(start) + step * k
        b = a + step
        first = (x + radius * cos(a), y + radius * sin(a))
        last = (x + radius * cos(b), y + radius * sin(b))
        made.append(
            (
                first,
                (first[0] - handle * sin(a), first[1] + handle * cos(a)),
                (last[0] + handle * sin(b), last[1] - handle * cos(b)),
                last,
            )
        )
    return tuple(made)
