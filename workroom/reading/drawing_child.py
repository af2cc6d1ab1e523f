"""The child that reads a drawing: the file on standard input, what was found in it on standard output. Its
argument is JSON: the unit (mm) where the file does not say its own, and where to tell what it is at."""

import json
import sys
from base64 import b64encode

from craft.formats.drawings import read_drawing
from craft.frozen import Frozen
from craft.recognise.offer import FileOffer
from craft.recognise.offering import offer_of
from craft.recognise.recognised import recognise
from workroom.reading.answering import answer, tell
from workroom.reading.sheet_picture import sheet_picture

MEMORY = 1_500_000_000
PROCESSOR = 60


class ReadDrawing(Frozen):
    """The offer in a file, and its sheet as a picture (JPEG, base64; "" where its pages have no place)."""

    offer: FileOffer
    picture: str


def read(data: bytes) -> ReadDrawing:
    """What is in a file. Raises CraftError: what is wrong with it."""
    task = json.loads(sys.argv[1]) if len(sys.argv) > 1 else {}

    def told(step: str) -> None:
        tell(task.get("step", ""), step)

    told("Opening it")
    drawing = read_drawing(data, task.get("unit"))
    hand = {int(page): tuple(at) for page, at in task.get("hand", {}).items()}
    found = recognise(drawing, told, hand)
    offer = offer_of(drawing, found)
    picture = b""
    if offer.pieces:
        told("Drawing the sheet")
        picture = sheet_picture(found.lines, offer.box)
    return ReadDrawing(offer=offer, picture=b64encode(picture).decode())


if __name__ == "__main__":
    answer(read, MEMORY, PROCESSOR)
