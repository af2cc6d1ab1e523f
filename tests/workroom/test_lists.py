"""Lists read cards and derive nothing; journals are kept small; a drop on the cloth is one request."""

import pytest
from django.contrib.auth.models import User
from django.db import connection

from craft.inputs import Inputs
from craft.pick import PickInputs
from workroom.api.answers import PAGE
from workroom.records import cards, derived, makings
from workroom.records.models import Edition, Entry, Making, StoredPattern


@pytest.fixture
def many(ringer):
    """More makings than a page holds, the newest last begun."""
    edition = Edition.objects.first()
    first = Making.objects.get(pk=ringer.head["id"])
    entry = first.entries.get(number=0)
    made = Making.objects.bulk_create(
        Making(
            owner=first.owner, pattern=edition.pattern, edition=edition, title=f"Making {k}",
            person="Orla", size="D",
        )
        for k in range(PAGE + 12)
    )  # fmt: skip
    Entry.objects.bulk_create(
        Entry(
            making=each, number=0, what="Began", inputs=entry.inputs, card=entry.card,
            edition=edition,
        )
        for each in made
    )  # fmt: skip
    return ringer


@pytest.fixture
def nothing_derived(monkeypatch):
    def never(*_):
        raise AssertionError("a list derived a making")

    monkeypatch.setattr(derived, "made", never)


@pytest.mark.server
def test_lists_come_in_pages_that_say_how_many_there_are(many, nothing_derived):
    first = many.call("GET", "/makings")
    assert (len(first["found"]), first["matching"], first["total"]) == (PAGE, PAGE + 13, PAGE + 13)
    rest = many.call("GET", f"/makings?start={PAGE}")
    assert len(rest["found"]) == 13
    ids = [card["id"] for card in (*first["found"], *rest["found"])]
    assert len(set(ids)) == PAGE + 13
    some = many.call("GET", "/makings?search=making 5")
    assert some["matching"] == sum("5" in f"Making {k}" for k in range(PAGE + 12))
    assert some["total"] == PAGE + 13
    assert many.call("GET", "/makings?start=999999")["found"] == []
    assert all(len(card["knots"]) == 8 and card["drawing"]["rings"] for card in first["found"])


@pytest.mark.server
def test_the_shelf_comes_in_pages_too(ringer):
    stored = StoredPattern.objects.first()
    rows = StoredPattern.objects.bulk_create(
        StoredPattern(owner=stored.owner, name=f"Sash {k:03}") for k in range(PAGE)
    )
    document = stored.editions.get().document
    Edition.objects.bulk_create(Edition(pattern=row, document=document) for row in rows)
    cupboard = ringer.call("GET", "/cupboard")
    assert (len(cupboard["patterns"]), cupboard["matching"]) == (PAGE, PAGE + 3)
    assert len(cupboard["shelf"]) == PAGE + 3
    sashes = ringer.call("GET", "/cupboard/patterns?search=sash 04")
    assert [card["name"] for card in sashes["patterns"]] == ["Sash 004"] + [f"Sash 04{k}" for k in range(8)]
    assert ringer.call("GET", f"/cupboard/patterns?start={PAGE}")["matching"] == PAGE + 3
    # Worked out once: a second look reads what was kept.
    assert StoredPattern.objects.filter(card="").count() == 0


def test_a_card_that_is_missing_or_belongs_to_another_document_is_made_anew(ringer, monkeypatch):
    making = Making.objects.get(pk=ringer.head["id"])
    before = ringer.call("GET", "/makings")["found"][0]
    for spoilt in ("", "{", Entry.objects.first().card.replace('"version":1', '"version":0')):
        Entry.objects.update(card=spoilt)
        assert ringer.call("GET", "/makings")["found"][0] == before
        entry = Entry.objects.get(making=making, number=making.pointer)
        assert cards.Card.model_validate_json(entry.card).of == cards.checksum(entry.inputs)
    other = Inputs(pick=PickInputs(size="G")).model_dump_json()
    Entry.objects.update(inputs=other)
    assert ringer.call("GET", "/makings")["found"][0]["knots"] != before["knots"]


def test_undo_reads_the_card_of_the_entry(ringer, nothing_derived, monkeypatch):
    monkeypatch.undo()
    for size in "ABC":
        ringer.edit("pick", inputs={"size": size})
    monkeypatch.setattr(derived, "made", lambda *_: pytest.fail("undo derived a making"))
    assert ringer.edit("undo")["knots"][0]["why"].startswith("Size B")
    assert Making.objects.get(pk=ringer.head["id"]).size == "B"
    assert ringer.edit("redo")["knots"][0]["why"].startswith("Size C")


def test_a_long_journal_of_a_fully_ticked_making_stays_small(ringer):
    """50 edits with every thing on every list ticked."""
    making = ringer.head["id"]
    traced = ringer.call("GET", f"/makings/{making}/trace")["ticks"].values()
    keys = [tick["key"] for each in traced for tick in each["things"].values()]
    ringer.edit("ticks", keys=keys, on=True)
    assert len(ringer.head["inputs"]["ticks"]) > 90
    with connection.cursor() as cursor:
        for k in range(50):
            ringer.edit("lay/gap", gap=3 + k / 10)
        cursor.execute(
            "SELECT sum(length(inputs) + length(card)), max(length(inputs)) FROM records_entry"
            " WHERE number > 1 AND making_id = %s", [making],
        )  # fmt: skip
        size, most = cursor.fetchone()
    assert size < 250_000
    assert most * 5 < len(derived.current(Making.objects.get(pk=making)))


@pytest.mark.server
def test_what_cannot_be_unpacked_is_damaged_and_hides_nobody(ringer):
    makings.begin(User.objects.get().pk, "Another", Edition.objects.first(), Inputs(pick=PickInputs()))
    Entry.objects.filter(making=ringer.head["id"]).update(inputs=b"\x00\xff")
    shown = ringer.call("GET", "/makings")
    assert [card["title"] for card in shown["found"]] == ["Another"]
    assert [row["id"] for row in shown["damaged"]] == [ringer.head["id"]]
