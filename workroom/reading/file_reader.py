"""Reading foreign files in a child of its own, with limits of memory and time.

Whatever a file does to the reader, the web process only sees a sentence. The child imports the craft
and nothing of the server: ``python -m workroom.reading.file_child``.
"""

import json
import os
import subprocess
import sys
from pathlib import Path

from craft.errors import CraftError
from craft.formats import Bundle
from workroom.reading.reader_limit import through_the_gate

# A child that does not end by its own limits, on however busy a machine, is given up (s).
SECONDS = 300
ROOT = Path(__file__).resolve().parents[2]


def read_foreign(data: bytes) -> Bundle:
    """The bundle in a file. Raises CraftError: what is wrong with it."""
    try:
        with through_the_gate():
            child = subprocess.run(
                [sys.executable, "-m", "workroom.reading.file_child"], input=data, capture_output=True,
                timeout=SECONDS, cwd=ROOT, env={**os.environ, "OPENBLAS_NUM_THREADS": "1"}, check=False,
            )  # fmt: skip
    except subprocess.TimeoutExpired as error:
        raise CraftError(
            "This file takes too long to read; it has been given up. Nothing was changed.", "file"
        ) from error
    if child.returncode != 0 or not child.stdout:
        raise CraftError(
            "This file asks for more memory or time than any pattern needs. Nothing was changed.",
            "file",
        )
    said = json.loads(child.stdout)
    if "sentence" in said:
        raise CraftError(said["sentence"], said["field"])
    return Bundle.model_validate(said)
