"""A full workroom in a process of its own: 2,000 makings and 200 patterns, each different, and how long
its lists take at the api. Prints one line a measurement: name and seconds, for ``./bench lists``."""

import json
import os
import sys
import tempfile
from collections.abc import Callable
from time import perf_counter
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    # Django's classes are known only once it is set up.
    from django.contrib.auth.models import User
    from django.test import Client

    from workroom.records.models import Making

MAKINGS, PATTERNS, ENTRIES, RUNS = 2_000, 200, 2_000, 15


def main() -> None:
    """Fill a throw-away workroom and measure."""
    with tempfile.TemporaryDirectory(prefix="dove-tack-lists-") as data:
        os.environ.update(
            DOVE_TACK_DATA=data, DJANGO_SETTINGS_MODULE="workroom.settings", DOVE_TACK_DEMO="1"
        )  # what is asked for is the demo's
        import django

        django.setup()
        from django.core.management import call_command

        call_command("migrate", verbosity=0)
        measure()


def measure() -> None:
    """Every list, and the journal."""
    from django.test import Client

    from workroom.demo.world import load_demo
    from workroom.records.models import Making

    user = load_demo()
    fill(user)
    client = Client(SERVER_NAME="127.0.0.1")
    client.force_login(user)
    group = group_of(user)

    def timed(name: str, ask: Callable[[], object]) -> None:
        for _ in range(RUNS):
            begun = perf_counter()
            ask()
            print(json.dumps([name, perf_counter() - begun]), flush=True)

    def got(path: str) -> Callable[[], object]:
        def ask() -> object:
            response = client.get(f"/api{path}")
            assert response.status_code == 200, response.content[:200]
            return response

        return ask

    timed("bench, a page of 2,000", got("/makings"))
    timed("bench, the last page", got(f"/makings?start={MAKINGS - 20}"))
    timed("register", got("/makings?filed=true"))
    timed("register, wide search", got("/makings?filed=true&search=ring a o"))
    timed("cupboard, 200 patterns", got("/cupboard"))
    timed("shelf, wide search", got("/cupboard/patterns?search=a"))
    timed("groups", got("/groups"))
    timed("a group of 40", got(f"/groups/{group}"))
    making = Making.objects.get(title="Orla’s ringing waistcoat")
    lengthen(making)

    def step(which: str) -> Callable[[], object]:
        def ask() -> object:
            at = Making.objects.values_list("pointer", flat=True).get(pk=making.pk)
            response = client.post(
                f"/api/makings/{making.pk}/{which}", json.dumps({"against": at}),
                content_type="application/json",
            )  # fmt: skip
            assert "refused" not in response.json(), response.content[:200]
            return response

        return ask

    timed("undo at 2,000 entries", step("undo"))
    timed("redo at 2,000 entries", step("redo"))
    edits = journal_growth(client, making.pk)
    print(json.dumps(["kB for 100 edits", edits / 1000]), flush=True)


def fill(user: "User") -> None:
    """Patterns and makings, each with a document of its own; their cards as an edit leaves them."""
    from craft.inputs import Inputs
    from workroom.demo.world import patterns
    from workroom.records import cards, derived
    from workroom.records.models import Edition, Entry, Making, StoredPattern

    kinds = list(patterns().items())
    stored = []
    for number in range(PATTERNS):
        name, document = kinds[number % len(kinds)]
        pattern = json.loads(document)
        pattern["name"] = f"{name} {number}"
        pattern["source"]["number"] = str(number)
        own = json.dumps(pattern, ensure_ascii=False)
        card = cards.edition_card(own).model_dump_json()
        stored.append((StoredPattern(owner=user, name=pattern["name"], card=card), own))
    StoredPattern.objects.bulk_create(row for row, _ in stored)
    editions = Edition.objects.bulk_create(
        Edition(pattern=row, document=own) for row, own in stored
    )
    # What a making looks like is derived once for each kind and size; the documents all differ.
    looks: dict[tuple[int, int], cards.Card] = {}
    makings, entries = [], []
    for number in range(MAKINGS):
        kind = number % len(kinds)
        sizes = derived.parsed_pattern(kinds[kind][1]).table.sizes
        size = number % len(sizes)
        inputs = Inputs.model_validate(
            {"pick": {"size": sizes[size], "person": f"Ringer {number}",
                      "measurements": {"bust": 800 + number % 200}},
             "trace": {"dated": "2026-10-03"}}
        ).model_dump_json()  # fmt: skip
        if (kind, size) not in looks:
            looks[kind, size] = cards.card_of(inputs, derived.made(kinds[kind][1], inputs))
        card = looks[kind, size].model_copy(update={"of": cards.checksum(inputs)})
        making = Making(
            owner=user, pattern=editions[number % PATTERNS].pattern,
            edition=editions[number % PATTERNS], title=f"Making {number}",
            person=f"Ringer {number}", size=sizes[size], filed=number % 2 == 0, box="1",
            envelope=str(number),
        )  # fmt: skip
        makings.append(making)
        entries.append((making, inputs, card.model_dump_json()))
    Making.objects.bulk_create(makings)
    Entry.objects.bulk_create(
        Entry(
            making=making, number=0, what="Began", inputs=inputs, card=card, edition=making.edition
        )
        for making, inputs, card in entries
    )


def group_of(user: "User") -> int:
    """A group of forty that has been looked at once."""
    from workroom.records import cards
    from workroom.records.makings import in_force
    from workroom.records.models import Group, Making

    pattern = Making.objects.filter(title="Making 0").get().pattern
    group = Group.objects.create(owner=user, name="Everybody", pattern=pattern)
    ids = list(Making.objects.filter(title__startswith="Making").values_list("pk", flat=True)[:40])
    Making.objects.filter(pk__in=ids).update(group=group)
    makings = list(Making.objects.select_related("pattern").filter(pk__in=ids))
    entries = in_force(makings)
    for making in makings:
        cards.read_needs(making, entries[making.pk])
    return group.pk


def lengthen(making: "Making") -> None:
    """Two thousand entries in one journal."""
    from workroom.records.models import Entry, Making

    last = Entry.objects.filter(making=making).order_by("-number").first()
    assert last is not None
    Entry.objects.bulk_create(
        Entry(making=making, number=last.number + k, what="Moved a piece", inputs=last.inputs,
              card=last.card, edition=making.edition)
        for k in range(1, ENTRIES)
    )  # fmt: skip
    Making.objects.filter(pk=making.pk).update(pointer=last.number + ENTRIES - 1)


def journal_growth(client: "Client", making: int) -> int:
    """Bytes that 100 edits of a fully ticked making add to its journal."""
    from django.db import connection

    from craft.making import ticks_of
    from workroom.records import derived
    from workroom.records.models import Making

    row = Making.objects.select_related("pattern").get(pk=making)
    known = ticks_of(derived.made(row.edition.document, derived.current(row)))

    def edit(path: str, **body: object) -> None:
        at = Making.objects.values_list("pointer", flat=True).get(pk=making)
        ask = client.post if path == "ticks/given" else client.put
        response = ask(f"/api/makings/{making}/{path}", json.dumps({"against": at, **body}),
                       content_type="application/json")  # fmt: skip
        assert "refused" not in response.json(), response.content[:200]

    edit("ticks/given", ticks=dict.fromkeys(known, True))
    first = Making.objects.values_list("pointer", flat=True).get(pk=making)
    for k in range(100):
        edit("lay/gap", gap=3 + k / 10)
    with connection.cursor() as cursor:
        cursor.execute(
            "SELECT sum(length(inputs) + length(card)) FROM records_entry"
            " WHERE making_id = %s AND number > %s", [making, first],
        )  # fmt: skip
        return int(cursor.fetchone()[0])


if __name__ == "__main__":
    sys.exit(main())
