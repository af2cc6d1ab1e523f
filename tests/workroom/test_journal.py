"""Each change is a row; undo and redo move a pointer; two windows cannot overwrite each other."""

import json

import pytest
from django.db.utils import ConnectionHandler

from workroom.database import configured
from workroom.records.makings import MAKINGS
from workroom.records.models import Entry, Making

pytestmark = pytest.mark.server


def test_every_edit_is_one_row_with_what_was_done(ringer):
    ringer.edit("pick", inputs={"size": "C"})
    ringer.edit("fit", inputs={"changes": [{"level": "waist", "amount": 20}]})
    rows = Entry.objects.filter(making_id=ringer.head["id"]).values_list("number", "what")
    assert list(rows) == [
        (0, "Began"), (1, "Chose size C"), (2, "Lengthened at the waist by [[20]]"),
    ]  # fmt: skip
    assert ringer.head["undo"] == "Lengthened at the waist by [[20]]"


def test_undo_and_redo_reach_back_over_all_of_it(ringer):
    for size in "ABC":
        ringer.edit("pick", inputs={"size": size})
    for _ in range(3):
        ringer.edit("undo")
    assert ringer.head["at"] == 0
    assert ringer.head["undo"] is None
    assert ringer.head["inputs"]["pick"]["size"] is None
    for _ in range(3):
        ringer.edit("redo")
    assert ringer.head["inputs"]["pick"]["size"] == "C"
    assert ringer.head["redo"] is None


def test_an_edit_after_an_undo_drops_what_was_undone(ringer):
    ringer.edit("pick", inputs={"size": "A"})
    ringer.edit("pick", inputs={"size": "B"})
    ringer.edit("undo")
    ringer.edit("pick", inputs={"size": "G"})
    assert ringer.head["redo"] is None
    ringer.edit("undo")
    assert ringer.head["inputs"]["pick"]["size"] == "A"


def test_undoing_nothing_is_a_sentence(ringer):
    assert ringer.edit("undo")["refused"]["sentence"] == "There is nothing left to undo."
    assert ringer.edit("redo")["refused"]["sentence"] == "There is nothing to redo."


def test_an_edit_against_an_older_state_is_refused_and_changes_nothing(ringer):
    stale = ringer.head["at"]
    ringer.edit("pick", inputs={"size": "B"})
    sent = {"against": stale, "inputs": {"size": "F"}}
    refused = ringer.call("PUT", f"/makings/{ringer.head['id']}/pick", sent)["refused"]
    assert refused["moved"] is True
    assert "another window" in refused["sentence"]
    newest = ringer.call("GET", f"/makings/{ringer.head['id']}")
    assert newest["inputs"]["pick"]["size"] == "B"


def test_what_is_taken_away_while_it_is_changed_is_gone_with_a_sentence(ringer, monkeypatch):
    id = ringer.head["id"]
    work = MAKINGS.after

    def after(*given):
        Making.objects.get(pk=id).delete()
        return work(*given)

    monkeypatch.setattr(MAKINGS, "after", after)
    sent = {"against": 0, "inputs": {"size": "F"}}
    answer = ringer.client.put(f"/api/makings/{id}/pick", json.dumps(sent), "application/json")
    assert (answer.status_code, answer.json()["sentence"]) == (404, "This is not there any more.")


def test_an_edit_that_changes_nothing_adds_no_row(ringer):
    ringer.edit("pick", inputs={"size": "B"})
    at = ringer.head["at"]
    ringer.edit("pick", inputs={"size": "B"})
    assert ringer.head["at"] == at


def test_a_refused_edit_leaves_the_journal_alone(ringer):
    before = Entry.objects.count()
    refused = ringer.edit("pick", inputs={"size": "Q"})["refused"]
    assert (refused["sentence"], refused["field"]) == (
        "This pattern has no size Q.",
        "pick.size",
    )
    assert Entry.objects.count() == before


def test_what_the_register_searches_follows_undo(ringer):
    ringer.edit("pick", inputs={"size": "G"})
    ringer.edit("undo")
    assert Making.objects.get(pk=ringer.head["id"]).size == "D"


@pytest.mark.django_db
def test_sqlite_keeps_foreign_keys_and_waits_for_locks(tmp_path):
    file = ConnectionHandler({"default": configured(tmp_path, "")})["default"]
    with file.cursor() as cursor:
        for name, least in (("foreign_keys", 1), ("busy_timeout", 5_000), ("synchronous", 2)):
            cursor.execute(f"PRAGMA {name}")
            assert cursor.fetchone()[0] >= least
    assert file.transaction_mode == "IMMEDIATE"
    file.close()
