"""What columns may hold, and which column holds what."""

import re
from collections.abc import Sequence
from typing import Literal

from craft.frozen import Frozen
from craft.measure import Unit
from craft.pick.measuring import HOW

TableKind = Literal["cloths", "people", "patterns", "makings"]


class ColumnField(Frozen):
    """What a column may hold. ``kind`` of value; ``called``: what people call it; ``needed``: no row is of
    use without it."""

    key: str
    name: str
    kind: Literal["text", "length", "share", "yes", "money", "day"]
    called: tuple[str, ...] = ()
    needed: bool = False


def _text(key: str, name: str, *called: str, needed: bool = False) -> ColumnField:
    return ColumnField(key=key, name=name, kind="text", called=called, needed=needed)


FIELDS: dict[TableKind, tuple[ColumnField, ...]] = {
    "cloths": (
        _text("name", "name", "cloth", "fabric", "material", "title", needed=True),
        ColumnField(key="width", name="width", kind="length", needed=True, called=("wide", "fabric width")),
        ColumnField(key="owned", name="length", kind="length",
                    called=("owned", "amount", "metres", "meters", "yards", "quantity", "how much")),
        _text("fibre", "fibre", "fiber", "content", "composition"),
        _text("weave", "weave", "structure"),
        ColumnField(key="price", name="price of a metre", kind="money", called=("price", "cost")),
        ColumnField(key="shrink_length", name="shrinks in length", kind="share",
                    called=("shrinkage", "shrinks", "shrinkage length")),
        ColumnField(key="shrink_width", name="shrinks in width", kind="share", called=("shrinkage width",)),
        ColumnField(key="washed", name="washed", kind="yes", called=("prewashed", "pre-washed")),
        ColumnField(key="nap", name="nap", kind="yes", called=("one way", "one-way", "pile")),
        _text("note", "note", "notes", "remark", "remarks", "comment", "comments", "bought", "shop"),
    ),
    "people": (
        _text("name", "name", "person", "who", "for", needed=True),
        ColumnField(key="day", name="day", kind="day", called=("date", "measured", "measured on")),
        *(ColumnField(key=each.name, name=each.name, kind="length") for each in HOW),
    ),
    "patterns": (
        _text("name", "name", "pattern", "title", needed=True),
        _text("garment", "garment", "type", "kind", "category"),
        _text("publication", "publication", "publisher", "maker", "magazine", "book", "source"),
        _text("issue", "issue"),
        _text("number", "number", "no", "nr", "pattern number"),
        _text("notes", "notes", "note", "remark", "remarks", "comment", "comments", "box", "size"),
    ),
    "makings": (
        _text("pattern", "pattern", "pattern name", needed=True),
        _text("title", "title", "name", "garment", "what", "made", "project"),
        _text("person", "person", "for", "for whom", "who", "made for"),
        _text("size", "size"),
        ColumnField(key="day", name="day", kind="day", called=("date", "made on", "finished", "sewn")),
        _text("cloth", "cloth", "fabric", "material"),
        _text("box", "box", "where", "place", "folder", "drawer"),
        _text("envelope", "envelope", "number", "no", "nr"),
        _text("note", "note", "notes", "remark", "remarks", "comment", "comments"),
    ),
}  # fmt: skip
_UNIT = re.compile(
    r"[\[(]\s*(cm|mm|m|in|inch|inches|yd|yards?|%)\s*[\])]|\s+in\s+(cm|mm|inches)$", re.IGNORECASE
)
# A column's unit in front of a bare number.
WRITTEN = {
    "cm": " cm", "mm": " mm", "m": " m", "in": " in", "inch": " in", "inches": " in", "yd": " yd",
    "yard": " yd", "yards": " yd",
}  # fmt: skip


def column_unit(header: str, unit: Unit) -> str:
    """What follows a bare number in a column: its header's unit, else the reader's.

    >>> column_unit("width (cm)", "in"), column_unit("Length in inches", "cm"), column_unit("bust", "in")
    (' cm', ' in', ' in')
    """
    found = _UNIT.search(header)
    said = (found[1] or found[2]).lower() if found else ""
    if not said and re.search(r"\bmet(?:re|er)s\b", header, re.IGNORECASE):
        said = "m"
    if not said and re.search(r"\byards?\b", header, re.IGNORECASE):
        said = "yd"
    return WRITTEN.get(said, f" {unit}")


def matched(kind: TableKind, headers: Sequence[str]) -> tuple[str, ...]:
    """What each column holds, by its header: a field's key, "" for none. No field is there twice.

    >>> matched("cloths", ("Fabric", "Width (cm)", "Metres", "Fabric"))
    ('name', 'width', 'owned', '')
    """
    found: list[str] = []
    for header in headers:
        plain = _plain(header)
        field = next(
            (each for each in FIELDS[kind]
             if each.key not in found and plain in (each.key, each.name, *each.called)),
            None,
        )  # fmt: skip
        found.append(field.key if field else "")
    return tuple(found)


def _plain(header: str) -> str:
    return " ".join(_UNIT.sub("", header).replace("_", " ").lower().strip(" :*").split())
