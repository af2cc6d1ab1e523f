"""What a child that reads does: limits itself, reads what comes in, and answers in JSON."""

import json
import os
import resource
import sys
from collections.abc import Callable
from pathlib import Path

from pydantic import BaseModel

from craft.errors import CraftError
from workroom.reading.reader_limit import NICE

TOO_LARGE = "This file asks for more memory than any pattern needs. Nothing was changed."


def answer(read: Callable[[bytes], BaseModel], memory: int, processor: int) -> None:
    """Write what was read from standard input, or the sentence of the refusal. ``memory``: bytes of address
    space; ``processor``: seconds, for a reader that hangs."""
    os.nice(NICE)
    resource.setrlimit(resource.RLIMIT_AS, (memory, memory))
    resource.setrlimit(resource.RLIMIT_CPU, (processor, processor))
    data = sys.stdin.buffer.read()
    try:
        said = read(data).model_dump_json()
    except CraftError as error:
        said = json.dumps({"sentence": error.sentence, "field": error.field})
    except MemoryError:
        said = json.dumps({"sentence": TOO_LARGE, "field": "file"})
    sys.stdout.write(said)


def tell(path: str, step: str) -> None:
    """Write down what a reading is at; ``path`` "": nobody asked."""
    if path:
        Path(path).parent.mkdir(exist_ok=True)
        half = Path(f"{path}.half")
        half.write_text(step)
        os.replace(half, path)
