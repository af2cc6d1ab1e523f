"""Accounts: names that look alike, passwords, limits on guessing, everything out and in again, removed."""

import json
import os
import re
import time
from datetime import timedelta
from importlib import import_module
from io import BytesIO, StringIO
from zipfile import ZipFile

import pytest
from axes.models import AccessAttempt
from django.apps import apps
from django.contrib.auth import BACKEND_SESSION_KEY
from django.contrib.auth.models import User
from django.core.management import CommandError, call_command
from django.test import Client
from django.utils import timezone
from hypothesis import given
from hypothesis import strategies as st

from tests.workroom.conftest import Api
from tests.workroom.photos import photo
from tools.hold_bench.archives import HOSTILE, changed
from workroom.accounts import rate_limit
from workroom.data_files import arriving
from workroom.keeping.archive import Writing
from workroom.records import pictures
from workroom.records.belongings import WHAT, putting
from workroom.records.models import Arrival, Entry, Job, Making, StoredCloth, StoredPicture
from workroom.records.names import cleaned, name_key

PASSWORD = "a bell rope in the tower"


def post(client, path, **body):
    return client.post(f"/api/session/{path}", json.dumps(body), "application/json").json()


def joined(name: str) -> Api:
    post(Client(), "join", name=name, password=PASSWORD)
    return Api(User.objects.get(username=name))


@pytest.mark.server
@pytest.mark.parametrize(
    "other",
    ["orla quill", "ORLA  QUILL", " Orla Quill ", "Orla\u200b Quill", "Ｏｒｌａ Quill", "Orla\u00a0Quill",
     "Orla\u3164 Quill", "O\u00adrla Quill"],
)  # fmt: skip
def test_names_that_look_alike_are_one(db, other):
    post(Client(), "join", name="Orla Quill", password=PASSWORD)
    assert "taken this name" in post(Client(), "join", name=other, password=PASSWORD)["refused"]["sentence"]
    assert post(Client(), "enter", name=other, password=PASSWORD)["user"] == "Orla Quill"


@given(st.text(max_size=40))
def test_the_key_of_a_name_is_the_key_of_what_is_shown(name):
    shown = cleaned(name)
    assert name_key(shown) == name_key(name)
    assert (cleaned(shown), name_key(name_key(name))) == (shown, name_key(name))


@pytest.mark.server
@pytest.mark.parametrize(("name", "password", "field"), [
    ("\u200b\u3164 "
     "", PASSWORD, "name"), ("Tamsin", " " * 12, "password"), ("Tamsin", "12345678", "password"),
])  # fmt: skip
def test_what_is_no_name_or_password_is_refused(db, name, password, field):
    assert post(Client(), "join", name=name, password=password)["refused"]["field"] == field
    assert User.objects.count() == 0


@pytest.mark.server
def test_wrong_tries_are_limited_and_the_sentence_says_for_how_long(db, settings):
    joined("Orla")
    for _ in range(settings.AXES_FAILURE_LIMIT - 1):
        wrong = post(Client(), "enter", name="ORLA", password="wrong")["refused"]
        assert wrong["sentence"].startswith("This name and password")
    post(Client(), "enter", name="oRLA", password="wrong")
    locked = post(Client(), "enter", name="Orla", password=PASSWORD)["refused"]["sentence"]
    assert re.search(r"Try again in (9|10) minutes", locked)
    # Another name, and the same from another address, are not locked.
    joined("Tamsin")
    assert post(Client(), "enter", name="Tamsin", password=PASSWORD)["user"] == "Tamsin"
    assert post(Client(REMOTE_ADDR="10.0.0.7"), "enter", name="Orla", password=PASSWORD)["user"] == "Orla"
    # When the time is over it opens again, also after the clock was put back by a year.
    for away in (-settings.AXES_COOLOFF_TIME, timedelta(days=365)):
        AccessAttempt.objects.update(attempt_time=timezone.now() + away)
        assert post(Client(), "enter", name="Orla", password=PASSWORD)["user"] == "Orla"
        for _ in range(settings.AXES_FAILURE_LIMIT):
            post(Client(), "enter", name="Orla", password="wrong")


@pytest.mark.server
def test_one_address_cannot_try_all_names(db, monkeypatch):
    monkeypatch.setattr(rate_limit, "MOST_TRIES", 3)
    for number in range(3):
        post(Client(), "enter", name=f"Nobody {number}", password="wrong")
    assert "Too many" in post(Client(), "enter", name="Nobody 9", password="wrong")["refused"]["sentence"]


@pytest.mark.server
def test_new_accounts_are_limited_by_the_hour(db, monkeypatch):
    monkeypatch.setattr(rate_limit, "MOST_ARRIVALS", 2)
    joined("Orla"), joined("Tamsin")
    assert (
        "within an hour" in post(Client(), "join", name="Tobin", password=PASSWORD)["refused"]["sentence"]
    )
    Arrival.objects.update(when=timezone.now() - timedelta(minutes=61))
    assert post(Client(), "join", name="Tobin", password=PASSWORD)["user"] == "Tobin"


def test_another_password_signs_every_other_device_out(db):
    here, there = joined("Orla"), Api(User.objects.get(username="Orla"))
    assert here.call("GET", "/account/devices")["count"] >= 2
    wrong = here.call("PUT", "/account/password", {"old": "x", "new": "another long one"})["refused"]
    assert wrong["field"] == "old"
    weak = here.call("PUT", "/account/password", {"old": PASSWORD, "new": "12345678"})["refused"]
    assert weak["field"] == "password"
    here.call("PUT", "/account/password", {"old": PASSWORD, "new": "another long one"})
    there.call("GET", "/makings", status=401)
    here.call("GET", "/makings")
    assert post(Client(), "enter", name="Orla", password="another long one")["user"] == "Orla"
    here.call("POST", "/account/leave-everywhere", {})
    assert here.call("GET", "/account/devices")["count"] == 1


def test_who_was_signed_in_before_an_update_still_is(db):
    moved = import_module("workroom.records.migrations.0020_signed_in_still")
    client = Client()
    post(client, "join", name="Orla", password=PASSWORD)
    session = client.session
    assert session[BACKEND_SESSION_KEY] == moved.WHERE_IT_IS
    session[BACKEND_SESSION_KEY] = moved.WHERE_IT_WAS
    session.save()
    assert not client.get("/api/session").json()["user"]
    moved.signed_in_still(apps, None)
    assert client.get("/api/session").json()["user"] == "Orla"


def test_a_lost_password_is_given_anew_at_the_machine(db):
    old = joined("Orla")
    said = StringIO()
    call_command("new_password", "orla", stdout=said)
    password = re.search(r"signs in with: (\S+)", said.getvalue())[1]
    old.call("GET", "/makings", status=401)
    assert post(Client(), "enter", name="Orla", password=password)["user"] == "Orla"
    with pytest.raises(CommandError, match="no account"):
        call_command("new_password", "Nobody")


def everything(api) -> dict:
    """What a person sees of their workroom, without numbers of rows."""
    stand = api.call("GET", "/cupboard")
    makings = []
    for card in api.call("GET", "/makings")["found"]:
        head = api.call("GET", f"/makings/{card['id']}")
        kept = {
            k: card[k] for k in ("title", "pattern", "person", "size", "cloths", "box", "filed", "knots")
        }
        makings.append({**kept, "inputs": head["inputs"], "undo": head["undo"], "redo": head["redo"]})
    return {
        "makings": sorted(makings, key=lambda each: each["title"]),
        "patterns": [(p["name"], p["sizes"], p["pieces"]) for p in stand["patterns"]],
        "people": [(p["name"], p["measurements"], p["standing"]) for p in stand["people"]],
        "cloths": [c["cloth"] for c in stand["cloths"]],
        "groups": [(g["name"], g["people"]) for g in api.call("GET", "/groups")["found"]],
    }


@pytest.fixture
def moved_out(transactional_db, kept_here):
    """A full workroom with a picture, and its archive."""
    from workroom.demo.world import load_demo

    user = load_demo()
    api = Api(user)
    making = Making.objects.filter(owner=user).first()
    picture = pictures.keep(user.pk, photo())
    picture.makings.add(making)
    made_archive(api)
    return api, b"".join(api.client.get("/api/account/archive/file").streaming_content)


def made_archive(api) -> None:
    assert api.call("POST", "/account/archive", {})["state"] == "waiting"
    job = Job.objects.get(kind="export")
    from workroom.jobs.archive_process import archive_work

    archive_work(job, lambda _: None)
    Job.objects.filter(pk=job.pk).update(state="done")


def open_archive(api, data: bytes, size: int = 1 << 20) -> str:
    """Send an archive in pieces and have it read; the sentence of a refusal, or ""."""
    from craft.errors import CraftError
    from workroom.jobs.archive_process import archive_work

    for at in range(0, max(1, len(data)), size):
        piece, last = data[at : at + size], "true" if at + size >= len(data) else "false"
        answer = api.call("POST", f"/account/open?at={at}&last={last}", piece)
    assert answer["state"] == "waiting"
    job = Job.objects.get(kind="import", owner__username=api.call("GET", "/session")["user"])
    try:
        Job.objects.filter(pk=job.pk).update(found=archive_work(job, lambda _: None), state="done")
    except CraftError as error:
        job.delete()
        return error.sentence
    return ""


def test_everything_goes_out_and_comes_in_again_elsewhere(moved_out):
    api, data = moved_out
    names = ZipFile(BytesIO(data)).namelist()
    assert {"register.csv", "people.csv", "cloths.csv", "people.json", "read me.txt"} <= set(names)
    assert sum(each.endswith(".svg") for each in names) > 20
    assert sum(each.endswith(".jpg") for each in names) >= 2
    before = everything(api)
    new = joined("Wendeline")
    assert open_archive(new, data) == ""
    after = everything(new)
    assert after == before
    assert StoredPicture.objects.filter(owner__username="Wendeline").count() == \
        StoredPicture.objects.exclude(owner__username="Wendeline").count()  # fmt: skip
    taken = new.call("GET", "/account/open")["taken"]
    assert taken["makings"] == len(before["makings"])


def test_what_is_no_sound_archive_is_refused_and_changes_nothing(moved_out, tmp_path):
    _, data = moved_out
    new = joined("Wendeline")
    before = everything(new)
    assert open_archive(new, data[: len(data) // 2])
    assert open_archive(new, b"")
    assert open_archive(new, b"PK\x03\x04 not really")
    spoilt = bytearray(data)
    spoilt[len(spoilt) // 3] ^= 0xFF
    assert open_archive(new, bytes(spoilt))
    for what, files, said in (
        ("Dove Tack backup", {}, "no Dove Tack workroom"),
        (WHAT, {"../../etc/x": b"1"}, "does not belong"),
        (WHAT, {"/etc/x": b"1"}, "does not belong"),
        (WHAT, {"people.json": b"0" * 90_000_000}, "far more"),
        (WHAT, {"people.json": b'[{"name": 1}]'}, "people.json"),
        (WHAT, {"makings/1-x/making.json": b"[]"}, "making.json"),
        (WHAT, {"pictures/1.jpg": b"no picture"}, "no picture"),
        (WHAT, {"groups.json": b'[{"id": 1, "name": "x", "pattern": 9}]'}, "points at"),
    ):
        path = tmp_path / "archive"
        archive = Writing(path, what, {})
        for name, content in files.items():
            archive.write(name, content)
        archive.close()
        assert said in open_archive(new, path.read_bytes(), 15_000_000), (what, files.keys())
    assert everything(new) == before
    assert not list(pictures.folder(1).parent.glob(f"{StoredPicture.objects.count() + 99}"))
    lost = new.call("POST", "/account/open?at=5&last=false", b"x")["refused"]
    assert "lost on the way" in lost["sentence"]


def test_an_archive_brings_in_nothing_that_a_file_may_not(moved_out, tmp_path):
    """All or nothing: no row, no folder, nothing that arrived is left."""
    _, data = moved_out
    new = joined("Wendeline")
    before, rows, folders = everything(new), StoredPicture.objects.count(), set(kept_folders())
    for change, said in HOSTILE:
        refused = open_archive(new, changed(data, tmp_path, change), 15_000_000)
        assert said in refused, change.__name__
        assert refused.endswith("Nothing was changed.")
        assert (StoredPicture.objects.count(), set(kept_folders())) == (rows, folders)
        assert not arriving.arriving(User.objects.get(username="Wendeline").pk).exists()
    assert everything(new) == before


def kept_folders():
    return pictures.folder(1).parent.glob("*")


def test_long_journals_go_out_in_parts_and_come_in_whole(moved_out, monkeypatch):
    api, _ = moved_out
    before = everything(api)
    monkeypatch.setattr(putting, "PART", 1)
    made_archive(api)
    data = b"".join(api.client.get("/api/account/archive/file").streaming_content)
    names = ZipFile(BytesIO(data)).namelist()
    assert sum(".parts/" in each for each in names if each.startswith("makings/")) > 5
    assert sum(".parts/" in each for each in names if each.startswith("patterns/")) > 2
    new = joined("Wendeline")
    assert open_archive(new, data) == ""
    assert everything(new) == before
    steps = Entry.objects.filter(making__owner__username="Wendeline").count()
    assert steps == Entry.objects.exclude(making__owner__username="Wendeline").count()


def test_an_archive_is_read_once_although_its_process_died_at_the_end(moved_out):
    from workroom.jobs.archive_process import archive_work

    _, data = moved_out
    new = joined("Wendeline")
    open_archive(new, data)
    once = everything(new)
    job = Job.objects.get(kind="import")
    assert archive_work(Job.objects.get(pk=job.pk), lambda _: None) == job.found
    assert everything(new) == once


def test_what_is_damaged_keeps_nothing_else_from_going_out(moved_out):
    """It goes out as it is stored, and everything else comes in again elsewhere."""
    api, _ = moved_out
    before = everything(api)
    broken = Making.objects.last()
    broken.entries.filter(number=broken.pointer).update(inputs='{"pick": 7}')
    StoredCloth.objects.filter(pk=StoredCloth.objects.last().pk).update(document="{")
    made_archive(api)
    data = b"".join(api.client.get("/api/account/archive/file").streaming_content)
    damaged = [each for each in ZipFile(BytesIO(data)).namelist() if each.startswith("damaged/")]
    assert [each.split("/")[1] for each in sorted(damaged)] == ["cloths", "makings"]
    assert any(b'\\"pick\\": 7' in ZipFile(BytesIO(data)).read(each) for each in damaged)
    new = joined("Wendeline")
    assert open_archive(new, data) == ""
    after = everything(new)
    assert after["patterns"] == before["patterns"]
    assert after["makings"] == [each for each in before["makings"] if each["title"] != broken.title]


def test_what_is_never_sent_to_its_end_is_bounded_and_let_go_of(db, kept_here, monkeypatch):
    new = joined("Wendeline")
    path = arriving.arriving(User.objects.get().pk)
    assert new.call("POST", "/account/open?at=0&last=false", b"x" * 60)["unfinished"] == 60
    seen = new.call("GET", "/account/open")
    assert (seen["state"], seen["unfinished"], seen["most"]) == ("none", 60, arriving.MOST_BYTES)
    # Beyond what one may have, and onto a disk that is nearly full: nothing stays.
    for name, much, said in (("MOST_BYTES", 100, "larger"), ("ROOM", 1 << 60, "not enough room")):
        with monkeypatch.context() as patch:
            patch.setattr(arriving, name, much)
            refused = new.call("POST", "/account/open?at=60&last=false", b"x" * 60)["refused"]
        assert said in refused["sentence"]
        assert not path.exists()
        new.call("POST", "/account/open?at=0&last=false", b"x" * 60)
    assert new.call("DELETE", "/account/open")["unfinished"] == 0
    for age, there in ((arriving.KEPT - 60, True), (arriving.KEPT + 60, False)):
        new.call("POST", "/account/open?at=0&last=false", b"x")
        os.utime(path, (time.time() - age,) * 2)
        arriving.sweep_arriving({int(path.name)})
        assert path.exists()  # it is being read
        arriving.sweep_arriving(set())
        assert path.exists() == there


@pytest.mark.server
def test_an_account_is_removed_with_everything(moved_out, kept_here):
    api, data = moved_out
    demo = api.call("POST", "/account/remove", {"password": "x"})["refused"]["sentence"]
    assert "everybody’s" in demo
    new = joined("Wendeline")
    open_archive(new, data)
    pk = User.objects.get(username="Wendeline").pk
    others = everything(api)
    folders = {pictures.folder(each.pk) for each in StoredPicture.objects.filter(owner=pk)}
    assert all(each.exists() for each in folders)
    assert new.call("POST", "/account/remove", {"password": "x"})["refused"]["field"] == "password"
    assert new.call("POST", "/account/remove", {"password": PASSWORD})["user"] is None
    new.call("GET", "/makings", status=401)
    for relation in User._meta.related_objects:
        assert not relation.related_model._base_manager.filter(**{relation.field.name: pk}).exists()
    assert not any(each.exists() for each in folders)
    assert everything(api) == others
    assert post(Client(), "join", name="Wendeline", password=PASSWORD)["user"] == "Wendeline"
