"""The child that makes a file to save: what is wanted on standard input, the file on standard output."""

from base64 import b64encode

from craft.saving.make import save
from craft.saving.task import Saved, SaveTask
from workroom.reading.answering import answer

MEMORY = 1_500_000_000
PROCESSOR = 60


def make(data: bytes) -> Saved:
    """The file. Raises CraftError: why there is none."""
    return Saved(data=b64encode(save(SaveTask.model_validate_json(data))))


if __name__ == "__main__":
    answer(make, MEMORY, PROCESSOR)
