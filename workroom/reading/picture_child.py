"""The child that reads and straightens pictures: ``read FOLDER`` with the file on standard input, or
``flatten FOLDER NAME`` with the plane. The only module that loads an image library."""

import json
import os
import resource
import sys
from io import BytesIO
from pathlib import Path

from PIL import Image, ImageOps

from craft.errors import CraftError
from workroom.reading.reader_limit import NICE

MEMORY = 2_500_000_000  # bytes of address space
PROCESSOR = 30  # seconds
MOST_PIXELS = 60_000_000
FORMATS = ("JPEG", "PNG", "WEBP", "TIFF", "HEIF")
# Longest side of the first sight, and of the middle size that is panned over.
FIRST, MIDDLE = 1_400, 2_800
# What the photo does not show: the grey of the board.
BEYOND = (195, 200, 206)
# A straightened picture is drawn so fine at most, and in cells of so many pixels.
MOST_FLAT, CELL = 24_000_000, 48


def main() -> None:
    """Do what was asked for, and answer with JSON: the size, or the sentence of a refusal."""
    os.nice(NICE)
    resource.setrlimit(resource.RLIMIT_AS, (MEMORY, MEMORY))
    resource.setrlimit(resource.RLIMIT_CPU, (PROCESSOR, PROCESSOR))
    what, folder = sys.argv[1], Path(sys.argv[2])
    data = sys.stdin.buffer.read()
    try:
        answer = _read(data, folder) if what == "read" else _flatten(data, folder, sys.argv[3])
    except CraftError as error:
        answer = {"sentence": error.sentence}
    sys.stdout.write(json.dumps(answer))


def _read(data: bytes, folder: Path) -> dict[str, object]:
    if data[4:8] == b"ftyp":  # what phones write; loaded only for it
        import pillow_heif

        pillow_heif.register_heif_opener()
    Image.MAX_IMAGE_PIXELS = None  # counted here, with a sentence
    try:
        picture = Image.open(BytesIO(data), formats=FORMATS)
    except MemoryError:
        raise
    except Exception as error:  # each format has errors of its own for what is none of it
        raise CraftError(
            "This is no picture that can be read: send a JPEG, PNG, WebP, TIFF or HEIC file."
        ) from error
    width, height = picture.size
    if width * height > MOST_PIXELS:
        raise CraftError(
            f"This picture has {width * height / 1e6:.0f} million pixels; "
            f"{MOST_PIXELS / 1e6:.0f} million is the most."
        )
    if min(width, height) < 50:
        raise CraftError("This picture is too small to trace anything from.")
    try:
        picture.load()
        upright = ImageOps.exif_transpose(picture).convert("RGB")
    except MemoryError:
        raise
    except Exception as error:
        raise CraftError("This picture is broken: it ends before it is whole.") from error
    folder.mkdir(parents=True, exist_ok=True)
    _keep(upright, folder / "whole.jpg", 92)
    small = (
        upright.copy()
        if max(upright.size) <= FIRST
        else upright.reduce(max(1, max(upright.size) // (2 * FIRST)))
    )
    small.thumbnail((FIRST, FIRST))
    _keep(small, folder / "first.jpg", 82)
    return {"width": upright.width, "height": upright.height}


def _flatten(data: bytes, folder: Path, name: str) -> dict[str, object]:
    """The stretch of the sheet seen straight from above, drawn cell by cell."""
    # Reckoning is loaded only here: a first sight should not wait for it.
    import numpy as np

    from craft.sight.plane import Plane

    task = json.loads(data)
    plane = Plane.model_validate(task["plane"])
    x, y, wide, high = task["box"]
    whole = Image.open(folder / "whole.jpg")
    whole.load()
    # As fine as the picture is in its middle.
    a, b = plane.mm(
        np.array([[whole.width / 2, whole.height / 2], [whole.width / 2 + 1, whole.height / 2]])
    )
    fine = 1 / max(float(np.hypot(*(b - a))), 1e-6)
    fine = min(fine, (MOST_FLAT / (wide * high)) ** 0.5)
    width, height = max(2, round(wide * fine)), max(2, round(high * fine))
    across = np.unique(np.append(np.arange(0, width, CELL), width))
    down = np.unique(np.append(np.arange(0, height, CELL), height))
    places = np.array([(x + u / width * wide, y + v / height * high) for v in down for u in across])
    seen = plane.pixels(places).reshape(len(down), len(across), 2)
    # Pillow takes a pixel's middle for its place; the outline of a cell is where its corners are seen.
    mesh = []
    for j in range(len(down) - 1):
        for i in range(len(across) - 1):
            corners = (seen[j, i], seen[j + 1, i], seen[j + 1, i + 1], seen[j, i + 1])
            box = (int(across[i]), int(down[j]), int(across[i + 1]), int(down[j + 1]))
            mesh.append((box, tuple(float(v) for corner in corners for v in corner)))
    flat = whole.transform(
        (width, height),
        Image.Transform.MESH,
        mesh,
        Image.Resampling.BILINEAR,
        fillcolor=BEYOND,
    )
    _keep(flat, folder / f"{name}.jpg", 88)
    flat.thumbnail((MIDDLE, MIDDLE))
    _keep(flat, folder / f"{name}-middle.jpg", 84)
    return {"width": width, "height": height}


def _keep(picture: Image.Image, path: Path, quality: int) -> None:
    """Written whole or not at all, without anything the camera noted."""
    half = path.with_suffix(".half")
    with half.open("wb") as file:
        picture.save(file, "JPEG", quality=quality)
        file.flush()
        os.fsync(file.fileno())  # a row that is kept points at it
    os.replace(half, path)


if __name__ == "__main__":
    main()
