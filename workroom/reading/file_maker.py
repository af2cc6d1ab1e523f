"""Making files to save (``python -m workroom.reading.saving_child``): many sizes of many pieces are work
that nobody else is to wait for."""

from base64 import b64decode

from craft.saving.task import SaveTask
from workroom.reading.child import ask_child

SECONDS = 120


def make_file(task: SaveTask) -> bytes:
    """The file. Raises CraftError: why there is none."""
    found = ask_child(
        "workroom.reading.saving_child", task.model_dump_json().encode(), SECONDS,
        too_long="This file takes too long to make; it has been given up.",
        too_much="This file asks for more memory or time than there is. Save fewer pieces at once.",
    )  # fmt: skip
    return b64decode(found["data"])
