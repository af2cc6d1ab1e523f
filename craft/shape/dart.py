"""The cap of a dart: the peak at the seam that folding needs."""

from math import atan2, cos, hypot, sin

from craft.errors import CraftError
from craft.shape.curve import Point, distance


def cap_peak(leg_a: Point, point: Point, leg_b: Point, seam_from_b: Point) -> Point:
    """Where the fold of the dart meets the continued seam line: the peak of the cap.

    The dart is folded and pressed towards leg b, so the cloth between leg b and the fold lies on
    the piece beyond leg b. Its edge must follow the seam there: the seam's direction at b
    (``seam_from_b``, pointing away from the dart) mirrored in leg b, run on to the fold line.
    Raises CraftError where the legs differ in length or the peak would lie behind the point.

    >>> x, y = cap_peak((0.0, -10.0), (-100.0, 0.0), (0.0, 10.0), (0.0, 1.0))
    >>> round(x, 2), round(y, 2)
    (2.02, 0.0)
    """
    arm_a, arm_b = distance(point, leg_a), distance(point, leg_b)
    if abs(arm_a - arm_b) > 0.5:
        raise CraftError("The two legs of the dart differ in length.")
    angle_a = atan2(leg_a[1] - point[1], leg_a[0] - point[0])
    angle_b = atan2(leg_b[1] - point[1], leg_b[0] - point[0])
    turn = atan2(sin(angle_a - angle_b), cos(angle_a - angle_b))
    fold = (cos(angle_b + turn / 2), sin(angle_b + turn / 2))
    leg = (cos(angle_b), sin(angle_b))
    dx, dy = seam_from_b
    size = hypot(dx, dy)
    along = (dx * leg[0] + dy * leg[1]) / size
    # Mirror the seam's direction in the leg.
    mx, my = 2 * along * leg[0] - dx / size, 2 * along * leg[1] - dy / size
    cross = mx * fold[1] - my * fold[0]
    if abs(cross) < 1e-9:
        raise CraftError("The seam runs along the dart's fold; it has no cap there.")
    bx, by = leg_b[0] - point[0], leg_b[1] - point[1]
    # point + fold * far  ==  leg_b + mirrored * s
    far = (mx * by - my * bx) / cross
    if far < 0 or far > 3 * arm_b:
        raise CraftError("This dart cannot be folded: its cap would lie behind its point.")
    return (point[0] + fold[0] * far, point[1] + fold[1] * far)
