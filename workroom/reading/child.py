"""One way of handing what people send to a child process with limits of memory and time.

Whatever a file does to its reader, the web process only sees a sentence.
"""

import json
import os
import subprocess
import sys
from collections.abc import Sequence
from pathlib import Path
from typing import Any

from craft.errors import CraftError
from workroom.reading.reader_limit import through_the_gate

ROOT = Path(__file__).resolve().parents[2]
ONE_THREAD = {"OPENBLAS_NUM_THREADS": "1", "OMP_NUM_THREADS": "1"}


def ask_child(
    module: str,
    data: bytes,
    seconds: float,
    *,
    too_long: str,
    too_much: str,
    arguments: Sequence[str] = (),
) -> dict[str, Any]:
    """What the child answers to the data. Raises CraftError: its own refusal, or that it took ``too_long``
    or died of ``too_much`` (sentences); Busy where too many are at it."""
    try:
        with through_the_gate():
            child = subprocess.run(
                [sys.executable, "-m", module, *arguments], input=data, capture_output=True,
                timeout=seconds, cwd=ROOT, env={**os.environ, **ONE_THREAD}, check=False,
            )  # fmt: skip
    except subprocess.TimeoutExpired as error:
        raise CraftError(too_long, "file") from error
    if child.returncode != 0 or not child.stdout:
        raise CraftError(too_much, "file")
    answer: dict[str, Any] = json.loads(child.stdout)
    if "sentence" in answer:
        raise CraftError(str(answer["sentence"]), str(answer.get("field", "file")))
    return answer
