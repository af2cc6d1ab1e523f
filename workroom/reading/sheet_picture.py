"""A drawing put together as a picture of its sheet, to be kept under the board."""

from io import BytesIO
from math import degrees

import numpy as np
from PIL import Image, ImageDraw, ImageFont

from craft.drawing import DrawnText
from craft.recognise.outlines import sampled
from craft.recognise.sheet_lines import SheetLines
from craft.shape.pen import Box

FINEST, MOST_PIXELS = 5.0, 16_000_000  # pixels to the mm, and in all
LONGEST_SIDE = 65_000  # pixels: no JPEG is longer
PAPER = (255, 253, 248)
LARGEST_LETTERS, MOST_WORDS = 40.0, 400  # mm


def sheet_picture(lines: SheetLines, box: Box) -> bytes:
    """A JPEG of everything on a sheet within a box (left, top, width, height in mm)."""
    left, top, wide, high = box
    fine = min(
        FINEST, (MOST_PIXELS / max(wide * high, 1.0)) ** 0.5, LONGEST_SIDE / max(wide, high, 1.0)
    )
    picture = Image.new("RGB", (max(1, round(wide * fine)), max(1, round(high * fine))), PAPER)
    pen = ImageDraw.Draw(picture)
    for path in lines.paths:
        points = np.concatenate((sampled(path.curves, path.straight), path.curves[-1:, 3]))
        at = [(float(x), float(y)) for x, y in (points - (left, top)) * fine]
        if path.ink.filled:
            pen.polygon(at, fill=path.ink.colour)
        else:
            pen.line(at, fill=path.ink.colour, width=max(1, round(path.ink.width * fine)))
    for text in lines.texts[:MOST_WORDS]:
        _write(picture, text, (left, top), fine)
    out = BytesIO()
    picture.save(out, "JPEG", quality=85)
    return out.getvalue()


def _write(picture: Image.Image, text: DrawnText, corner: tuple[float, float], fine: float) -> None:
    """A line of words from where its baseline begins, turned as it is."""
    size = min(text.height, LARGEST_LETTERS) * fine
    if size < 4:  # nobody could read it
        return
    font = ImageFont.load_default(size)
    left, top, right, low = font.getbbox(text.text, anchor="ls")
    words = Image.new("L", (max(1, round(right - left)), max(1, round(low - top))), 0)
    ImageDraw.Draw(words).text((-left, -top), text.text, fill=255, font=font, anchor="ls")
    # Turned about the middle of the letters, which then lies where it did along the baseline.
    middle = np.array(((left + right) / 2, (top + low) / 2))
    turned = words.rotate(-degrees(text.angle), expand=True)
    cos, sin = np.cos(text.angle), np.sin(text.angle)
    at = (np.array(text.at) - corner) * fine + (
        middle[0] * cos - middle[1] * sin, middle[0] * sin + middle[1] * cos,
    )  # fmt: skip
    place = (round(at[0] - turned.width / 2), round(at[1] - turned.height / 2))
    picture.paste((60, 55, 45), place, turned)
