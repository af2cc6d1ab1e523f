"""The camera over the demo's sheet: held by hand, a little aslant, with a lens that bends a little."""

import numpy as np

from craft.shape.curve import Floats
from craft.sight.plane import Plane, nine
from workroom.demo.tabard import CROSSES, SHEET, SQUARE

WIDTH, HEIGHT = 2400, 1800
TILT, TURN = 13.0, 4.0  # degrees: away from straight above, and round the line of sight
FAR, SHARP = 1_000.0, 2_650.0  # the camera's height (mm), and its focal length (pixels)
BEND = 0.012


def _plane() -> Plane:
    """From pixels to the sheet, as craft.sight writes it."""
    a, t = np.radians(TILT), np.radians(TURN)
    tilt = np.array(((1, 0, 0), (0, np.cos(a), -np.sin(a)), (0, np.sin(a), np.cos(a))))
    turn = np.array(((np.cos(t), -np.sin(t), 0), (np.sin(t), np.cos(t), 0), (0, 0, 1)))
    look = turn @ tilt
    middle = np.array((SHEET[0] / 2, SHEET[1] / 2, 0.0))
    move = -look @ middle + np.array((0, 0, FAR))
    lens = np.array(((SHARP, 0, WIDTH / 2), (0, SHARP, HEIGHT / 2), (0, 0, 1)))
    matrix = np.linalg.inv(lens @ np.column_stack((look[:, 0], look[:, 1], move)))
    return Plane(
        matrix=nine(matrix / matrix[2, 2]),
        middle=(WIDTH / 2, HEIGHT / 2), reach=float(np.hypot(WIDTH, HEIGHT) / 2), bend=BEND,
        points=0, left=None,
    )  # fmt: skip


def pixels(mm: Floats) -> Floats:
    """Where places on the sheet are seen."""
    return _plane().pixels(mm)


def places(seen: Floats) -> Floats:
    """Which places on the sheet pixels show."""
    return _plane().mm(seen)


def known() -> list[tuple[tuple[float, float], tuple[float, float]]]:
    """Where the crosses and the square's corners are in the photo (pixel, mm), to a tenth of a pixel."""
    marks = np.array([*CROSSES, *SQUARE])
    return [
        ((round(float(px), 1), round(float(py), 1)), (float(x), float(y)))
        for (px, py), (x, y) in zip(pixels(marks), marks, strict=True)
    ]
