"""One way of handing what people send to a child process with limits of memory and time.

Whatever a file does to its reader, the web process only sees a sentence.
"""

import json
import os
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable, Sequence
from pathlib import Path
from typing import Any

from craft.errors import CraftError
from workroom.reading.reader_limit import through_the_gate

ROOT = Path(__file__).resolve().parents[2]
LOOK = 0.2  # s: how often it is looked whether anybody still waits
STOPPED = "Reading was stopped. Nothing was changed."
ONE_THREAD = {"OPENBLAS_NUM_THREADS": "1", "OMP_NUM_THREADS": "1"}


def ask_child(
    module: str,
    data: bytes,
    seconds: float,
    *,
    too_long: str,
    too_much: str,
    arguments: Sequence[str] = (),
    given_up: Callable[[], bool] = lambda: False,
) -> dict[str, Any]:
    """What the child answers to the data. Raises CraftError: its own refusal, that it was ``given_up`` by
    whoever waits, or that it took ``too_long`` or died of ``too_much`` (sentences); Busy where too many
    are at it."""
    with through_the_gate(), tempfile.TemporaryFile() as sent:
        sent.write(data)
        sent.seek(0)
        with subprocess.Popen(
            [sys.executable, "-m", module, *arguments], stdin=sent, stdout=subprocess.PIPE,
            stderr=subprocess.DEVNULL, cwd=ROOT, env={**os.environ, **ONE_THREAD},
        ) as child:  # fmt: skip
            said = _what_it_says(child, seconds, too_long, given_up)
    if child.returncode != 0 or not said:
        raise CraftError(too_much, "file")
    answer: dict[str, Any] = json.loads(said)
    if "sentence" in answer:
        raise CraftError(str(answer["sentence"]), str(answer.get("field", "file")))
    return answer


def _what_it_says(
    child: "subprocess.Popen[bytes]", seconds: float, too_long: str, given_up: Callable[[], bool]
) -> bytes:
    until = time.monotonic() + seconds
    while True:
        try:
            return child.communicate(timeout=max(0.0, min(LOOK, until - time.monotonic())))[0]
        except subprocess.TimeoutExpired:
            pass
        except BaseException:
            child.kill()
            raise
        stopped = given_up()
        if stopped or time.monotonic() > until:
            child.kill()
            child.communicate()
            raise CraftError(STOPPED if stopped else too_long, "stopped" if stopped else "file")
