"""How much a content comes to before it is unpacked as a whole: a few kilobytes may hold gigabytes."""

import zlib
from typing import Any

from pikepdf import Array, Dictionary, Name, PdfError, Stream

from craft.errors import CraftError

MOST_CONTENT = 48_000_000  # bytes of operators: the largest that was seen had a tenth of it
CHUNK = 1 << 20
FLATE = (Name.FlateDecode, Name.Fl)


def check_content(content: Any) -> None:
    """Refuse a content that unpacks to more than any page has. ``content``: a page, a stream, or several.
    Raises CraftError."""
    if isinstance(content, Dictionary):
        content = content.get("/Contents")
    total = sum(_unpacked(each) for each in (content if isinstance(content, Array) else [content]))
    if total > MOST_CONTENT:
        raise CraftError(
            f"This file unpacks to more than {MOST_CONTENT // 1_000_000} MB on one page.", "file"
        )


def _unpacked(stream: Any) -> int:
    """How many bytes a stream unpacks to, counted no further than is needed."""
    if not isinstance(stream, Stream):
        return 0
    said: Any = stream.get("/Filter")
    filters = list(said) if isinstance(said, Array) else [said]
    try:
        data = bytes(stream.read_raw_bytes())
    except PdfError:
        return 0
    for each in filters:
        if each not in FLATE:
            break
        data = _inflated(data)
        if len(data) > MOST_CONTENT:
            break
    return len(data)


def _inflated(data: bytes) -> bytes:
    unpack, out = zlib.decompressobj(), bytearray()
    try:
        while data and len(out) <= MOST_CONTENT:
            out += unpack.decompress(data, CHUNK)
            data = unpack.unconsumed_tail
    except zlib.error:
        pass  # what is damaged is read as far as it goes, by its reader
    return bytes(out)
