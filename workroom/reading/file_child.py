"""The child that reads a foreign file: the file on standard input, the bundle on standard output. What
it may take is processor time, so that the same file is read whatever else is going on."""

from craft.formats.bundle import Bundle
from craft.formats.readers import read_file
from workroom.reading.answering import answer
from workroom.reading.bounded import bounded

MEMORY = 1_500_000_000
# What takes long to work out is given up before.
PROCESSOR = 90


def read(data: bytes) -> Bundle:
    """The bundle in a file. Raises CraftError: what is wrong with it."""
    return bounded(lambda: read_file(data), "file")


if __name__ == "__main__":
    answer(read, MEMORY, PROCESSOR)
