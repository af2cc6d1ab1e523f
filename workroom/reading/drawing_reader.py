"""Reading drawings that people send (``python -m workroom.reading.drawing_child``)."""

import json
from base64 import b64decode
from collections.abc import Mapping
from typing import Any

from craft.recognise.offer import FileOffer
from craft.shape.affine import Affine
from workroom.reading.child import ask_child
from workroom.reading.under_way import UnderWay

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


def read_offer(
    data: bytes, unit: float | None = None, name: str = "", hand: Mapping[int, Affine] | None = None
) -> tuple[FileOffer, bytes]:
    """What was found in a file, and its sheet as a JPEG (nothing where its pages have no place). ``unit``:
    how long a unit of it is (mm) where it does not say; ``name``: by which it is asked what the reading is
    at; ``hand``: where pages were put. Raises CraftError: what is wrong with it."""
    under_way = UnderWay(name) if name else None
    try:
        said = _ask(data, unit, under_way, hand or {})
        return FileOffer.model_validate(said["offer"]), b64decode(said["picture"])
    finally:
        if under_way:
            under_way.over()


def _ask(
    data: bytes, unit: float | None, under_way: UnderWay | None, hand: Mapping[int, Affine]
) -> dict[str, Any]:
    task = {"unit": unit, "step": str(under_way.step) if under_way else "", "hand": dict(hand)}
    return ask_child(
        "workroom.reading.drawing_child", data, SECONDS, arguments=(json.dumps(task),),
        given_up=lambda: under_way is not None and under_way.given_up,
        too_long="This file takes too long to read; it has been given up. Nothing was changed.",
        too_much="This file asks for more memory or time than any pattern needs. Nothing was changed.",
    )  # fmt: skip
