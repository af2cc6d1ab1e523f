"""One file with everything: written piece by piece with a list of what is in it, and never believed
before it has been read back.

A zip: ``manifest.json`` first says what it is, of which format, and the checksum of every other member. No
Django here.
"""

import hashlib
import json
import lzma
import zipfile
import zlib
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path, PurePosixPath
from typing import IO, Any

MANIFEST = "manifest.json"
WHAT, FORMAT = "Dove Tack backup", 1
CHUNK = 1 << 20
# Nobody's workroom is larger than this, and nothing in one packs better.
MOST_BYTES, MOST_FILES, MOST_PACKED = 200_000_000_000, 500_000, 200

# What reading a zip that is spoilt can end with: its parts may name methods, keys and places that are none.
UNREADABLE = (
    zipfile.BadZipFile, zlib.error, lzma.LZMAError, OSError, EOFError, ValueError, KeyError, RuntimeError,
)  # fmt: skip


class Broken(Exception):
    """An archive that is not whole, or not ours: the message is a sentence."""


class Writing:
    """An archive in the making."""

    def __init__(self, path: Path, what: str, facts: dict[str, Any]) -> None:
        self._zip = zipfile.ZipFile(path, "w", zipfile.ZIP_DEFLATED, compresslevel=1)
        self._manifest = {"what": what, "format": FORMAT, **facts}
        self._files: dict[str, tuple[int, str]] = {}

    def add(self, name: str, path: Path) -> None:
        """A file."""
        with path.open("rb") as file:
            self._write(name, file, packed=path.suffix not in (".jpg", ".png"))

    def write(self, name: str, data: bytes) -> None:
        """Bytes."""
        with self._zip.open(name, "w") as out:
            out.write(data)
        self._files[name] = (len(data), hashlib.sha256(data).hexdigest())

    def _write(self, name: str, file: IO[bytes], *, packed: bool) -> None:
        info = zipfile.ZipInfo(name)
        info.compress_type = zipfile.ZIP_DEFLATED if packed else zipfile.ZIP_STORED
        info.external_attr = 0o600 << 16
        sha, size = hashlib.sha256(), 0
        with self._zip.open(info, "w", force_zip64=True) as out:
            while data := file.read(CHUNK):
                sha.update(data)
                size += len(data)
                out.write(data)
        self._files[name] = (size, sha.hexdigest())

    def close(self) -> None:
        """Write the list of what is in it."""
        self._zip.writestr(MANIFEST, json.dumps({**self._manifest, "files": self._files}, indent=1))
        self._zip.close()


class Archive:
    """An archive whose list was read; what is in it is checked as it is read."""

    def __init__(self, zipped: zipfile.ZipFile, manifest: dict[str, Any]) -> None:
        self._zip = zipped
        self.manifest = manifest
        self.files: dict[str, tuple[int, str]] = {
            str(name): (int(size), str(sha)) for name, (size, sha) in manifest["files"].items()
        }

    def read(self, name: str, most: int = 50_000_000) -> bytes:
        """A member. Raises Broken."""
        if name not in self.files:
            raise Broken(f"This archive lacks {name}.")
        if self.files[name][0] > most:
            raise Broken(f"{name} in this archive is larger than anything that belongs there.")
        return b"".join(self._checked(name))

    def extract(self, name: str, to: Path) -> None:
        """Write a member to a file. Raises Broken, or OSError."""
        to.parent.mkdir(parents=True, exist_ok=True)
        with to.open("wb") as out:
            for data in self._checked(name):
                out.write(data)

    def check(self) -> None:
        """Read everything. Raises Broken."""
        for name in self.files:
            for _ in self._checked(name):
                pass

    def _checked(self, name: str) -> Iterator[bytes]:
        size, wanted = self.files[name]
        sha, left = hashlib.sha256(), size
        try:
            with self._zip.open(name) as file:
                while data := file.read(min(CHUNK, left + 1)):
                    left -= len(data)
                    if left < 0:
                        raise Broken(f"{name} in this archive is longer than it should be.")
                    sha.update(data)
                    yield data
        except UNREADABLE as error:
            raise Broken(f"This archive is damaged: {name} cannot be read back.") from error
        if left or sha.hexdigest() != wanted:
            raise Broken(f"This archive is damaged: {name} is not what was put into it.")


@contextmanager
def opened_archive(
    path: Path, what: str = WHAT, *, most_bytes: int = MOST_BYTES, most_files: int = MOST_FILES
) -> Iterator[Archive]:
    """An archive, with its list looked over. Raises Broken."""
    try:
        zipped = zipfile.ZipFile(path)
    except FileNotFoundError as error:
        raise Broken(f"There is no file {path}.") from error
    except UNREADABLE as error:
        raise Broken("This is no archive of Dove Tack, or it was cut off on the way.") from error
    with zipped:
        _look_over(zipped, most_bytes, most_files)
        try:
            if zipped.getinfo(MANIFEST).file_size > 100_000_000:
                raise Broken("The list in this archive is too long.")
            manifest = json.loads(zipped.read(MANIFEST))
            archive = Archive(zipped, manifest)
        except Broken:
            raise
        except Exception as error:  # whatever is wrong in there, it is none of ours
            raise Broken(
                "This is no archive of Dove Tack: it has no list of what is in it."
            ) from error
        if manifest.get("what") != what:
            raise Broken(f"This is no {what}.")
        if manifest.get("format") != FORMAT:
            raise Broken(
                f"This archive is of another version of Dove Tack (format {manifest.get('format')}; this "
                f"program reads format {FORMAT})."
            )
        there = {each.filename for each in zipped.infolist()} - {MANIFEST}
        if there != set(archive.files):
            raise Broken("This archive is damaged: what is in it is not what its list says.")
        yield archive


def _look_over(zipped: zipfile.ZipFile, most_bytes: int, most_files: int) -> None:
    members = zipped.infolist()
    if len(members) > most_files:
        raise Broken(f"There are {len(members)} files in this archive; {most_files} is the most.")
    if len({each.filename for each in members}) != len(members):
        raise Broken("This archive names a file twice.")
    for each in members:
        path = PurePosixPath(each.filename)
        if path.is_absolute() or ".." in path.parts or "\\" in each.filename or each.is_dir():
            raise Broken("This archive has a path in it that does not belong there.")
        if each.file_size > 1_000_000 and each.file_size > MOST_PACKED * max(1, each.compress_size):
            raise Broken("This archive would unpack to far more than it can honestly hold.")
    if sum(each.file_size for each in members) > most_bytes:
        raise Broken("This archive would unpack to more than a workroom can hold.")
