"""Pictures from outside, read and straightened in a child of its own with limits of memory and time.

Whatever a file does to the reader, the web process only sees a sentence. At most two children at once.
"""

import json
import os
import subprocess
import sys
from pathlib import Path

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.sight.plane import Plane
from workroom.reading.reader_limit import through_the_gate

SECONDS = 40
ROOT = Path(__file__).resolve().parents[2]


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


def _child(arguments: list[str], data: bytes) -> dict[str, object]:
    with through_the_gate():
        try:
            child = subprocess.run(
                [sys.executable, "-m", "workroom.reading.picture_child", *arguments], input=data,
                capture_output=True, timeout=SECONDS, cwd=ROOT, check=False,
                env={**os.environ, "OPENBLAS_NUM_THREADS": "1", "OMP_NUM_THREADS": "1"},
            )  # fmt: skip
        except subprocess.TimeoutExpired as error:
            raise CraftError(
                "This picture takes too long to read; it has been given up. Nothing was changed.",
                "file",
            ) from error
    if child.returncode != 0 or not child.stdout:
        raise CraftError(
            "This picture asks for more memory or time than any sheet needs. Nothing was changed.",
            "file",
        )
    said: dict[str, object] = json.loads(child.stdout)
    if "sentence" in said:
        raise CraftError(str(said["sentence"]), "file")
    return said
