"""Tables that somebody kept elsewhere: looked at with their columns matched, then taken in."""

from functools import cached_property
from typing import Annotated

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Query, Router
from pydantic import Field

from craft.cloth import Cloth
from craft.digitise.inputs import PatternInputs
from craft.errors import CraftError
from craft.frozen import Frozen
from craft.inputs import Inputs
from craft.keep import KeepInputs
from craft.measure import plural
from craft.measure.phrase import listed
from craft.pick import PickInputs
from craft.tabular.columns import FIELDS, ColumnField, TableKind, matched
from craft.tabular.reader import read_table
from craft.tabular.rows import MeasuredPerson, Read, RegisteredMaking, RowRead, rows_read
from craft.trace import TraceInputs
from workroom.api.answers import answer
from workroom.api.cloths import put_in
from workroom.api.who import unit_of, user_of
from workroom.records import derived, people
from workroom.records import makings as kept
from workroom.records.models import Person, StoredPattern
from workroom.records.patterns import edition_now, enter, newest, state

router = Router(tags=["tables"])
MOST_SHOWN = 1_000
MOST_MAKINGS = 60  # each is worked out once


class Asked(Frozen):
    """``columns``: what each holds, with commas; None: as their headers say. ``without``: numbers of rows
    that are left out; ``take``: take them in."""

    columns: Annotated[str, Field(max_length=2_000)] | None = None
    without: Annotated[str, Field(max_length=8_000, pattern="^([0-9]{1,4}(,[0-9]{1,4})*)?$")] = ""
    take: bool = False


class ColumnChoice(Frozen):
    """A column of the table with what it is taken to hold, "" for nothing."""

    header: str
    holds: str


class TableSeen(Frozen):
    """A table as it would be taken in. ``sentence``: what has to be said of its columns first; ``count``:
    how many rows come to something; ``taken``: what was taken in, "" while it is only looked at."""

    columns: tuple[ColumnChoice, ...]
    fields: tuple[ColumnField, ...]
    cells: tuple[tuple[str, ...], ...]
    rows: tuple[RowRead, ...]
    sentence: str
    count: int
    taken: str


@router.post("/{kind}", response=TableSeen)
def table(request: HttpRequest, kind: TableKind, asked: Query[Asked]) -> HttpResponse:
    """Look at a table, or take it in; the body is the file."""
    found = read_table(request.body)
    columns = matched(kind, found.headers)
    if asked.columns is not None:
        columns = tuple(asked.columns.split(","))
    without = {int(each) for each in asked.without.split(",") if each}
    shelf = _Shelf(request)
    sentence, read = "", list[tuple[RowRead, Read | None]]()
    try:
        read = rows_read(kind, found, columns, unit_of(request))
        if kind == "makings":
            read = [shelf.looked_up(*each) for each in read]
    except CraftError as error:
        if asked.take or len(columns) != len(found.headers):
            raise
        sentence = error.sentence
    good = [made for row, made in read if made is not None and row.number not in without]
    taken = ""
    if asked.take:
        if not good:
            raise CraftError("No row of this table comes to anything yet.", "rows")
        if kind == "makings" and len(good) > MOST_MAKINGS:
            raise CraftError(
                f"{MOST_MAKINGS} garments are taken in at once. Leave out the others, or divide the table.",
                "rows",
            )
        _take(request, good, shelf)
        taken = f"{plural(len(good), 'row')} taken in."
    return answer(TableSeen(
        columns=tuple(
            ColumnChoice(header=header, holds=holds)
            for header, holds in zip(found.headers, columns, strict=True)
        ),
        fields=FIELDS[kind], cells=found.rows[:MOST_SHOWN], rows=tuple(row for row, _ in read),
        sentence=sentence, count=len(good), taken=taken,
    ))  # fmt: skip


class _Shelf:
    """The patterns of somebody, as a register names them."""

    def __init__(self, request: HttpRequest) -> None:
        self.owner = user_of(request)

    @cached_property
    def patterns(self) -> dict[str, StoredPattern]:
        """By their names; only a register asks for them."""
        rows = StoredPattern.objects.filter(owner=self.owner).order_by("pk")
        return {row.name.strip().lower(): row for row in rows}

    def looked_up(self, row: RowRead, read: Read | None) -> tuple[RowRead, Read | None]:
        """The row, or why nothing comes of it here."""
        if not isinstance(read, RegisteredMaking):
            return row, read
        try:
            self.found(read)
        except CraftError as error:
            return RowRead(number=row.number, sentence=error.sentence), None
        return row, read

    def found(self, read: RegisteredMaking) -> tuple[StoredPattern, PickInputs]:
        """The pattern of a garment and what was chosen of it. Raises CraftError: it is not here, or has no
        such size."""
        pattern = self.patterns.get(read.pattern.strip().lower())
        if pattern is None:
            raise CraftError(
                f"No pattern on your shelf is called “{read.pattern}”. Enter it there first."
            )
        document = newest(pattern)
        if document is None:
            raise CraftError(f"No piece of “{pattern.name}” can be used yet: enter one first.")
        sizes = {size.lower(): size for size in derived.parsed_pattern(document).table.sizes}
        size = sizes.get(read.size.lower())
        if read.size and size is None:
            raise CraftError(
                f"“{pattern.name}” has no size {read.size}: it has {listed(list(sizes.values()))}."
            )
        return pattern, PickInputs(size=size, person=read.person)


@transaction.atomic
def _take(request: HttpRequest, found: list[Read], shelf: "_Shelf") -> None:
    user = user_of(request)
    for each in found:
        if isinstance(each, Cloth):
            put_in(user, each)
        elif isinstance(each, MeasuredPerson):
            day = people.day_for(user.pk, None, each.day)
            row = people.known_as(user.pk, each.name) or Person.objects.create(
                owner=user, name=each.name
            )
            if each.measurements:
                there = row.sittings.filter(day=day).first()  # what was measured that day stays
                before = there.measurements if there else {}
                people.measured(row.pk, day, {**before, **each.measurements})
        elif isinstance(each, RegisteredMaking):
            pattern, chosen = shelf.found(each)
            keep = KeepInputs(box=each.box, envelope=each.envelope, note=each.told, filed=True)
            inputs = Inputs(pick=chosen, trace=TraceInputs(dated=each.day), keep=keep)
            person = people.known_as(user.pk, each.person) if each.person else None
            kept.begin(user.pk, each.title or each.pattern, edition_now(pattern), inputs, person)
        elif isinstance(each, PatternInputs):
            when = f"{timezone.localdate():%d.%m.%Y}"
            enter(user.pk, (state(each, f"Written down from a table, {when}"),))
