"""Every kind of file that can be read here: how one is known by its first bytes, and who reads it."""

from collections.abc import Callable
from typing import NamedTuple

from craft.formats.bundle import Bundle, read_bundle
from craft.formats.drawings import HEAD


class Reader(NamedTuple):
    """``endings`` and ``types`` (media types): by what a browser offers such files; ``knows``: whether a
    file that begins so is one of them; ``read`` raises CraftError: what is wrong with it."""

    name: str
    endings: tuple[str, ...]
    types: tuple[str, ...]
    knows: Callable[[bytes], bool]
    read: Callable[[bytes], Bundle]


# The first that knows a file reads it; the last says what is wrong with one that nobody knows.
READERS: tuple[Reader, ...] = (
    Reader(
        name="Dove Tack",
        endings=(".json",),
        types=("application/json",),
        knows=lambda head: head.lstrip(b"\xef\xbb\xbf \t\r\n").startswith(b"{"),
        read=read_bundle,
    ),
)


def read_file(data: bytes, readers: tuple[Reader, ...] = READERS) -> Bundle:
    """What is in a file of any kind that is known here. Raises CraftError."""
    known = (each for each in readers if each.knows(data[:HEAD]))
    return next(known, readers[-1]).read(data)


def offered(readers: tuple[Reader, ...] = READERS) -> tuple[str, ...]:
    """The endings and media types of files that can be opened, as a browser asks for them.

    >>> offered()
    ('.json', 'application/json')
    """
    return tuple(dict.fromkeys(each for one in readers for each in (*one.endings, *one.types)))
