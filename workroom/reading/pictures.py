"""Pictures from outside, read and straightened in a child of its own with limits of memory and time.

Whatever a file does to the reader, the web process only sees a sentence. At most two children at once.
"""

import json
from pathlib import Path
from typing import Any

from craft.frozen import Frozen
from craft.sight.plane import Plane
from workroom.reading.child import ask_child

SECONDS = 40


class ReadPicture(Frozen):
    """What a picture turned out to be (pixels)."""

    width: int
    height: int


def read_picture(data: bytes, folder: Path) -> ReadPicture:
    """Read a picture and keep it in the folder: whole, and small for a first sight. Raises CraftError: what
    is wrong with it."""
    return ReadPicture.model_validate(_child(["read", str(folder)], data))


def flatten_picture(
    folder: Path, name: str, plane: Plane, box: tuple[float, float, float, float]
) -> None:
    """Straighten a picture that is kept in the folder, over a stretch of its sheet (mm)."""
    task = json.dumps({"plane": plane.model_dump(), "box": box})
    _child(["flatten", str(folder), name], task.encode())


def _child(arguments: list[str], data: bytes) -> dict[str, Any]:
    return ask_child(
        "workroom.reading.picture_child", data, SECONDS, arguments=arguments,
        too_long="This picture takes too long to read; it has been given up. Nothing was changed.",
        too_much="This picture asks for more memory or time than any sheet needs. Nothing was changed.",
    )  # fmt: skip
