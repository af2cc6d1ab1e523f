"""The child that reads a foreign file: the file on standard input, the answer on standard output."""

import json
import resource
import sys

from craft.errors import CraftError
from craft.formats import read_bundle

MEMORY = 1_500_000_000  # bytes of address space
PROCESSOR = 20  # seconds


def main() -> None:
    """Read, and answer with the bundle or with the sentence of the refusal."""
    resource.setrlimit(resource.RLIMIT_AS, (MEMORY, MEMORY))
    resource.setrlimit(resource.RLIMIT_CPU, (PROCESSOR, PROCESSOR))
    try:
        answer = read_bundle(sys.stdin.buffer.read()).model_dump_json()
    except CraftError as error:
        answer = json.dumps({"sentence": error.sentence, "field": error.field})
    sys.stdout.write(answer)


if __name__ == "__main__":
    main()
