"""Tables that somebody kept elsewhere: looked at with their columns matched, then taken in."""

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
from craft.measure import plural
from craft.tabular.columns import FIELDS, ColumnField, TableKind, matched
from craft.tabular.reader import read_table
from craft.tabular.rows import MeasuredPerson, Read, RowRead, rows_read
from workroom.api.answers import answer
from workroom.api.cloths import put_in
from workroom.api.who import unit_of, user_of
from workroom.records import people
from workroom.records.models import Person
from workroom.records.patterns import enter, state

router = Router(tags=["tables"])
MOST_SHOWN = 1_000


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
    sentence, read = "", list[tuple[RowRead, Read | None]]()
    try:
        read = rows_read(kind, found, columns, unit_of(request))
    except CraftError as error:
        if asked.take or len(columns) != len(found.headers):
            raise
        sentence = error.sentence
    good = [made for row, made in read if made is not None and row.number not in without]
    taken = ""
    if asked.take:
        if not good:
            raise CraftError("No row of this table comes to anything yet.", "rows")
        _take(request, good)
        taken = f"{plural(len(good), 'row')} taken in."
    return answer(TableSeen(
        columns=tuple(
            ColumnChoice(header=header, holds=holds)
            for header, holds in zip(found.headers, columns, strict=True)
        ),
        fields=FIELDS[kind], cells=found.rows[:MOST_SHOWN], rows=tuple(row for row, _ in read),
        sentence=sentence, count=len(good), taken=taken,
    ))  # fmt: skip


@transaction.atomic
def _take(request: HttpRequest, found: list[Read]) -> None:
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
        elif isinstance(each, PatternInputs):
            when = f"{timezone.localdate():%d.%m.%Y}"
            enter(user.pk, (state(each, f"Written down from a table, {when}"),))
