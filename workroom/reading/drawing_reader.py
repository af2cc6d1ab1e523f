"""Reading drawings that people send (``python -m workroom.reading.drawing_child``)."""

from typing import Any

from craft.recognise.offer import FileOffer
from workroom.reading.child import ask_child

SECONDS = 120


def read_scans(data: bytes) -> list[dict[str, Any]]:
    """The pages of a file that are pictures of paper, each with its number, its size (mm) and a JPEG in
    base64. Raises CraftError: why there are none."""
    found = ask_child(
        "workroom.reading.scan_child", data, SECONDS,
        too_long="This file takes too long to read; it has been given up. Nothing was changed.",
        too_much="This file asks for more memory or time than any pattern needs. Nothing was changed.",
    )  # fmt: skip
    pages: list[dict[str, Any]] = found["pages"]
    return pages


def read_offer(data: bytes, unit: float | None = None) -> FileOffer:
    """What was found in a file; ``unit``: how long a unit of it is (mm) where it does not say. Raises
    CraftError: what is wrong with it."""
    return FileOffer.model_validate(ask_child(
        "workroom.reading.drawing_child", data, SECONDS,
        arguments=() if unit is None else (str(unit),),
        too_long="This file takes too long to read; it has been given up. Nothing was changed.",
        too_much="This file asks for more memory or time than any pattern needs. Nothing was changed.",
    ))  # fmt: skip
