"""Draws the photo of the tabard's sheet: paper on a table, seen aslant, its square and crosses on it.

``python -m workroom.demo.sheet_photo`` writes a JPEG to standard output. A process of its own: nothing
else of the demo loads an image library.
"""

import sys
from io import BytesIO
from itertools import pairwise

import numpy as np
from PIL import Image, ImageDraw, ImageFilter, ImageFont

from craft.digitise.inputs import Outline, OutlineNode, SizeLine
from craft.digitise.line import edges_of
from craft.shape import path as paths
from craft.shape.curve import Point, distance
from workroom.demo.camera import HEIGHT, WIDTH, places
from workroom.demo.tabard import CROSSES, SHEET, SIZES, SQUARE, placed, pocket

FINE = 4  # pixels a mm of the sheet before it is photographed
PAPER, TABLE, INK = (243, 236, 219), (96, 84, 74), (52, 50, 48)
COLOURS = {"5": (40, 74, 120), "7": (152, 52, 40)}


def sheet() -> Image.Image:
    """The sheet itself, straight from above."""
    picture = Image.new("RGB", (int(SHEET[0] * FINE), int(SHEET[1] * FINE)), PAPER)
    draw = ImageDraw.Draw(picture)
    for back in (False, True):
        for size in SIZES:
            line = placed(size, back)
            nodes = tuple(
                OutlineNode.model_validate({"id": k, "turn": "corner" if corner else "smooth"})
                for k, (_, corner) in enumerate(line, 1)
            )
            outline = Outline(
                nodes=nodes, closed=True,
                lines={size: SizeLine(points=tuple(point for point, _ in line))},
            )  # fmt: skip
            points = [
                point for edge in edges_of(outline, size) for point in paths.flatten(edge.path, 0.1)
            ]
            _line(draw, [*points, points[0]], COLOURS[size], dashed=size == "7")
    _line(draw, [*pocket(), pocket()[0]], INK)
    _line(draw, [*SQUARE, SQUARE[0]], INK)
    for x, y in CROSSES:
        _line(draw, [(x - 6, y), (x + 6, y)], INK)
        _line(draw, [(x, y - 6), (x, y + 6)], INK)
    font = ImageFont.load_default(size=13 * FINE)
    for text, x, y in (
        ("1 FRONT", 62, 230), ("2 BACK", 282, 230), ("3 POCKET", 496, 160), ("10 x 10 cm", 655, 470),
        ("tabard, sizes 5 and 7", 470, 60),
    ):  # fmt: skip
        draw.text((x * FINE, y * FINE), text, INK, font=font)
    return picture


def _line(
    draw: ImageDraw.ImageDraw, points: list[Point], colour: tuple[int, int, int], *,
    dashed: bool = False,
) -> None:  # fmt: skip
    """A line in ink; a dashed one with 6 mm drawn and 3 mm left out."""
    walked = 0.0
    for (ax, ay), (bx, by) in pairwise(points):
        size = distance((ax, ay), (bx, by))
        steps = max(1, round(size / 1.0))
        for k in range(steps):
            if dashed and (walked + size * k / steps) % 9.0 >= 6.0:
                continue
            (px, py), (qx, qy) = (
                (ax + (bx - ax) * t, ay + (by - ay) * t) for t in (k / steps, (k + 1) / steps)
            )
            draw.line([(px * FINE, py * FINE), (qx * FINE, qy * FINE)], colour, width=3)
        walked += size


def photo() -> bytes:
    """The photo as a JPEG."""
    flat = np.asarray(sheet().filter(ImageFilter.GaussianBlur(0.8)), dtype=np.float32)
    # Where on the sheet every pixel looks: the camera's own mapping, turned round on a coarse grid.
    u, v = np.meshgrid(
        np.arange(0, WIDTH, dtype=np.float64), np.arange(0, HEIGHT, dtype=np.float64)
    )
    at = places(np.column_stack((u.ravel(), v.ravel()))) * FINE
    x, y = np.round(at[:, 0]).astype(int), np.round(at[:, 1]).astype(int)
    on = (x >= 0) & (y >= 0) & (x < flat.shape[1]) & (y < flat.shape[0])
    out = np.empty((len(at), 3), np.float32)
    out[:] = TABLE
    out[on] = flat[y[on], x[on]]
    # Light from the upper left, and a little of the sensor's own noise.
    light = 1.04 - 0.16 * (u.ravel() / WIDTH) - 0.10 * (v.ravel() / HEIGHT)
    out *= light[:, None]
    out += np.random.default_rng(7).normal(0, 2.5, out.shape)
    picture = Image.fromarray(np.clip(out, 0, 255).astype(np.uint8).reshape(HEIGHT, WIDTH, 3))
    file = BytesIO()
    picture.filter(ImageFilter.GaussianBlur(0.6)).save(file, "JPEG", quality=88)
    return file.getvalue()


if __name__ == "__main__":
    sys.stdout.buffer.write(photo())
