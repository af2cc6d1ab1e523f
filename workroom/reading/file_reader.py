"""Reading foreign files in a child of its own. The child imports the craft and nothing of the server:
``python -m workroom.reading.file_child``."""

from craft.formats.bundle import Bundle
from workroom.reading.child import ask_child

# A child that does not end by its own limits, on however busy a machine, is given up (s).
SECONDS = 300


def read_foreign(data: bytes) -> Bundle:
    """The bundle in a file. Raises CraftError: what is wrong with it."""
    return Bundle.model_validate(ask_child(
        "workroom.reading.file_child", data, SECONDS,
        too_long="This file takes too long to read; it has been given up. Nothing was changed.",
        too_much="This file asks for more memory or time than any pattern needs. Nothing was changed.",
    ))  # fmt: skip
