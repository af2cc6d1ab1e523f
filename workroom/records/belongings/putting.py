"""Members put into somebody's archive: each is read back as it will be read in again, and what is damaged
goes aside and keeps nothing else from going out."""

import csv
import io
import json
import logging
from collections.abc import Callable, Iterable, Iterator
from typing import Any, TypeVar

from django.db import models

from craft.digitise.inputs import PatternInputs
from craft.formats.documents import read_document
from craft.inputs import Inputs
from workroom.keeping.archive import Broken, Writing
from workroom.records.belongings.contents import edition_of, part_name, step_of
from workroom.records.belongings.shapes import Part

log = logging.getLogger(__name__)
Row = TypeVar("Row", bound=models.Model)
# A list that an entry belongs to, the entry, and about how long it is.
Listed = tuple[str, dict[str, Any], int]
PART = 4_000_000  # characters of a member, about


class Putting:
    """An archive in the making, row by row."""

    def __init__(self, archive: Writing) -> None:
        self.archive = archive

    def json(self, name: str, what: Any) -> None:
        """A document."""
        self.archive.write(name, json.dumps(what, ensure_ascii=False, indent=1).encode())

    def row(
        self,
        name: str,
        row: Row,
        document: Callable[[Row], dict[str, Any]],
        read: Callable[[str, Any], object],
        lists: Callable[[Row], Iterator[Listed]] = lambda _: iter(()),
    ) -> bool:
        """What is stored of something, where it can be read back. What is damaged must not keep the rest
        from going out: it goes into a folder of its own, which is not read, as it is stored."""
        try:
            what = document(row)
            read(name, what)
            number = sum(1 for _ in _parts(lists(row), check=name))
        except (ValueError, Broken) as error:
            log.warning("%s goes out as damaged: %s", name, str(error)[:400])
            self.json(f"damaged/{name}", {"why": str(error)[:400], "stored": _stored(row)})
            return False
        for at, part in enumerate(_parts(lists(row))):
            if number == 1:
                what |= part
            else:
                self.json(part_name(name, at + 1), part)
        self.json(name, what | ({"parts": number} if number > 1 else {}))
        return True

    def csv(self, name: str, head: Iterable[str], rows: Iterable[Iterable[Any]]) -> None:
        """A list, for a spreadsheet."""
        out = io.StringIO()
        writer = csv.writer(out)
        writer.writerow(head)
        writer.writerows([_plain(each) for each in row] for row in rows)
        self.archive.write(name, ("\ufeff" + out.getvalue()).encode())


def _parts(lists: Iterator[Listed], check: str = "") -> Iterator[dict[str, Any]]:
    """What a row has much of, in parts that are no longer than a member that is read. ``check``: the
    member's name, to read each entry as it will be read in again. Raises CraftError."""
    part: dict[str, list[Any]] = {}
    size = 0
    for kind, entry, long in lists:
        if check:
            _check(kind, entry, check)
        if size and size + long > PART:
            yield part
            part, size = {}, 0
        part.setdefault(kind, []).append(entry)
        size += long
    if part:
        yield part


def _check(kind: str, entry: dict[str, Any], name: str) -> None:
    part = read_document(Part, {kind: [entry]}, name)
    for edition in part.editions:
        edition_of(edition, 0, name)
    for step in part.journal:
        step_of(step, PatternInputs if name.startswith("patterns/") else Inputs, None, name)


def _stored(row: Row) -> dict[str, Any]:
    """The columns of a row and of its journal, whatever they hold."""
    entries = getattr(row, "entries", None)
    found: dict[str, Any] = {key: str(value) for key, value in vars(row).items() if key[:1] != "_"}
    if entries is not None:
        found["journal"] = [[each.number, each.what, each.inputs] for each in entries.all()]
    return found


def _plain(value: Any) -> Any:
    """What a spreadsheet would take for a formula is text."""
    if isinstance(value, str) and value[:1] in ("=", "+", "-", "@", "\t", "\r"):
        return "'" + value
    return value
