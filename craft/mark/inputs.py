"""What a person decides about the marking."""

from datetime import date
from typing import Annotated, Literal

from pydantic import Field

from craft.frozen import Frozen, Line, Note
from craft.mark.tools import Handled, MarkingKit
from craft.pattern.piece import Role

WayCode = Annotated[str, Field(min_length=1, max_length=20)]
# “role/piece number/mark id”
MarkKey = Annotated[str, Field(min_length=3, max_length=160)]
Came = Literal["shows", "faint", "rubs off", "stays", "shows outside"]
CAME: dict[Came, str] = {
    "shows": "it shows well", "faint": "it can hardly be seen", "rubs off": "it rubs off",
    "stays": "it did not come out again", "shows outside": "it shows on the right side",
}  # fmt: skip


class ScrapTest(Frozen):
    """A way tried on a scrap of one cloth (by its name), how it came out, and a picture of it."""

    role: Role
    cloth: Annotated[Line, Field(max_length=120)]
    way: WayCode
    came: Came
    note: Annotated[Note, Field(max_length=400)] = ""
    picture: Annotated[int, Field(ge=1)] | None = None
    day: date | None = None


def mark_key(role: Role, piece: int, mark: str) -> str:
    """What a choice for one mark of one paper piece on one cloth is kept by."""
    return f"{role}/{piece}/{mark}"


class MarkingInputs(Frozen):
    """``ways``: chosen ways, by mark key. ``again``: how often a mark was made anew after a slip, in
    another colour each time. ``dart_spacing``, ``line_spacing``: how far apart tacks stand (mm)."""

    kit: MarkingKit = MarkingKit()
    handled: Handled = "days"
    dart_spacing: Annotated[float, Field(ge=5, le=50)] = 15.0
    line_spacing: Annotated[float, Field(ge=10, le=200)] = 50.0
    joined: Literal["joined", "dots"] = "joined"
    held: Literal["pins", "crease", "basting"] = "pins"
    dart_end: Literal["knotted", "turned"] = "knotted"
    tip: Literal["straight", "curved"] = "straight"
    pressed: Literal["centre", "side"] = "centre"
    ways: Annotated[dict[MarkKey, WayCode], Field(max_length=800)] = {}
    again: Annotated[dict[MarkKey, Annotated[int, Field(ge=1, le=4)]], Field(max_length=200)] = {}
    tests: Annotated[tuple[ScrapTest, ...], Field(max_length=40)] = ()
