"""What is in somebody's archive, file by file; as strict as the api is with what a stranger sends."""

from datetime import date, datetime
from typing import Annotated, Any, Literal

from pydantic import Field

from craft.cloth import Cloth
from craft.fit.standing import Standing
from craft.frozen import Frozen, Name
from craft.pattern import Pattern
from craft.pattern.pattern import BodyMm, Measurement
from craft.sight.picture import SheetPicture
from craft.trace.ways import Tool

# What an archive may be at most; a workroom's own is smaller (records.pictures).
MOST_FILES, MOST_PICTURES = 60_000, 400
Number = Annotated[int, Field(ge=0, le=10**15)]
Numbers = Annotated[tuple[Number, ...], Field(max_length=400)]
# Old steps beyond these are let go anyway.
MOST_STEPS = 2_100


class Step(Frozen):
    """One step of a journal."""

    number: Annotated[int, Field(ge=0, le=10**9)]
    what: Annotated[str, Field(max_length=300)]
    when: datetime
    edition: Number | None = None
    inputs: dict[str, Any]


class EditionIn(Frozen):
    """A pattern as something was begun from it."""

    id: Number
    made: datetime
    pattern: Pattern


Parts = Annotated[int, Field(ge=0, le=MOST_STEPS)]


class Part(Frozen):
    """Some of what a making or a pattern has much of: the whole of it, or one of several parts."""

    editions: Annotated[tuple[EditionIn, ...], Field(max_length=500)] = ()
    journal: Annotated[tuple[Step, ...], Field(max_length=MOST_STEPS)] = ()


class PatternIn(Frozen):
    """A pattern on the shelf, without its lists. ``parts``: how many members more have some of them."""

    id: Number
    name: Name
    pointer: Annotated[int, Field(ge=0, le=10**9)]
    pictures: Numbers = ()
    parts: Parts = 0


class MakingIn(Frozen):
    """A making, without its journal. ``parts``: as for a pattern."""

    title: Name
    pattern: Number
    edition: Number
    group: Number | None = None
    whom: Number | None = None
    pointer: Annotated[int, Field(ge=0, le=10**9)]
    pictures: Numbers = ()
    parts: Parts = 0


class GroupIn(Frozen):
    """Several who get the same garment."""

    id: Number
    name: Name
    pattern: Number


class SittingIn(Frozen):
    """What was measured on one day."""

    day: date
    measurements: Annotated[dict[Measurement, BodyMm], Field(max_length=60)]


class PersonIn(Frozen):
    """Somebody who is sewn for."""

    id: Number | None = None
    name: Name
    adjustments: Annotated[tuple[Standing, ...], Field(max_length=12)]
    sittings: Annotated[tuple[SittingIn, ...], Field(max_length=2_000)]


class ClothIn(Frozen):
    """A cloth with its picture."""

    cloth: Cloth
    picture: Number | None = None
    photo: SheetPicture | None = None


class LikesIn(Frozen):
    """How somebody likes to see things."""

    unit: Literal["cm", "in"]
    theme: Literal["dove", "lamp"]
    kit: Annotated[tuple[Tool, ...], Field(max_length=40)] = ()


class TakenIn(Frozen):
    """How many of everything came out of an archive."""

    makings: int
    patterns: int
    people: int
    cloths: int
    pictures: int
