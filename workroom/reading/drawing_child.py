"""The child that reads a drawing: the file on standard input, what was found in it on standard output."""

import json
import os
import resource
import sys

from craft.errors import CraftError
from craft.formats.drawings import read_drawing
from craft.recognise.offering import offer_of
from craft.recognise.recognised import recognise
from workroom.reading.reader_limit import NICE

MEMORY = 1_500_000_000  # bytes of address space
PROCESSOR = 60  # s


def main() -> None:
    """Read, and answer with the offer or with the sentence of the refusal."""
    os.nice(NICE)
    resource.setrlimit(resource.RLIMIT_AS, (MEMORY, MEMORY))
    resource.setrlimit(resource.RLIMIT_CPU, (PROCESSOR, PROCESSOR))
    data = sys.stdin.buffer.read()
    try:
        drawing = read_drawing(data, float(sys.argv[1]) if len(sys.argv) > 1 else None)
        answer = offer_of(drawing, recognise(drawing)).model_dump_json()
    except CraftError as error:
        answer = json.dumps({"sentence": error.sentence, "field": error.field})
    sys.stdout.write(answer)


if __name__ == "__main__":
    main()
