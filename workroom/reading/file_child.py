"""The child that reads a foreign file: the file on standard input, the answer on standard output. What it
may take is processor time, so that the same file is read whatever else is going on."""

import json
import os
import resource
import sys

from craft.errors import CraftError
from craft.formats import read_file
from workroom.reading.bounded import bounded
from workroom.reading.reader_limit import NICE

MEMORY = 1_500_000_000  # bytes of address space
# Processor seconds, for a reader that hangs; what takes long to work out is given up before.
PROCESSOR = 90


def main() -> None:
    """Read, and answer with the bundle or with the sentence of the refusal."""
    os.nice(NICE)
    resource.setrlimit(resource.RLIMIT_AS, (MEMORY, MEMORY))
    resource.setrlimit(resource.RLIMIT_CPU, (PROCESSOR, PROCESSOR))
    data = sys.stdin.buffer.read()
    try:
        answer = bounded(lambda: read_file(data), "file").model_dump_json()
    except CraftError as error:
        answer = json.dumps({"sentence": error.sentence, "field": error.field})
    sys.stdout.write(answer)


if __name__ == "__main__":
    main()
