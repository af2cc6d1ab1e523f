"""Data that is looked over, backed up, restored; and what is no sound backup."""

import errno
import json
import os
import shutil
import sqlite3
import time
import zipfile
from contextlib import closing
from pathlib import Path

import pytest
from django import conf
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from tools.demo_data import demo_data
from workroom.answers.faults import BUSY, FULL, NO_WRITING, OURS, sentence_of
from workroom.keeping.__main__ import sentence_of as said_of
from workroom.keeping.archive import Broken, Writing, opened_archive
from workroom.keeping.backup import KEPT, back_up, counted, daily
from workroom.keeping.looking import fault, looked_over
from workroom.keeping.places import DATABASE
from workroom.keeping.restoring import alone, restore


@pytest.fixture(scope="module", autouse=True)
def _in_a_file():
    """These are about the file beside the data, whichever database the others run on."""
    with pytest.MonkeyPatch.context() as patch:
        patch.delenv("DOVE_TACK_DATABASE", raising=False)
        yield


@pytest.fixture(scope="module")
def filled(tmp_path_factory):
    """A data folder with the demo in it."""
    data = tmp_path_factory.mktemp("filled")
    demo_data(data)
    return data


def dump(data: Path) -> list[str]:
    """Everything in the database, row by row."""
    with closing(sqlite3.connect(data / DATABASE)) as connection:
        return sorted(connection.iterdump())


def files(data: Path) -> dict[str, bytes]:
    return {
        str(each.relative_to(data)): each.read_bytes()
        for each in data.glob("pictures/*/*.jpg")
        if not each.name.startswith("flat-")
    }


def test_a_backup_is_the_same_on_an_empty_machine(filled, tmp_path):
    archive = back_up(filled, tmp_path / "backup")
    assert archive.stat().st_mode & 0o077 == 0
    empty = tmp_path / "empty"
    assert restore(empty, archive) is None
    assert (dump(empty), files(empty)) == (dump(filled), files(filled))
    assert len(files(empty)) >= 2
    assert looked_over(empty) == ((), "")


def test_a_backup_takes_what_is_written_meanwhile_whole_or_not_at_all(filled, tmp_path):
    writer = sqlite3.connect(filled / DATABASE, isolation_level=None)
    with closing(writer):
        writer.execute("PRAGMA journal_mode=WAL")
        writer.execute("BEGIN IMMEDIATE")
        writer.execute("UPDATE records_making SET title = 'half done'")
        archive = back_up(filled, tmp_path / "backup")  # nobody waits for the writer
        writer.execute("ROLLBACK")
    restore(tmp_path / "there", archive)
    assert "half done" not in "".join(dump(tmp_path / "there"))


def test_a_damaged_workroom_is_said_never_begun_anew_and_comes_back(filled, tmp_path):
    data = tmp_path / "data"
    demo_data(data)
    copy = daily(data)
    assert daily(data) is None
    database = data / DATABASE
    whole = database.read_bytes()
    for spoilt, said in (
        (b"", "is empty"),
        (b"no database at all " * 99, "damaged"),
        (whole[:4096] + os.urandom(len(whole) - 4096), "damaged"),
        (whole[: len(whole) // 3], "damaged"),
    ):
        database.write_bytes(spoilt)
        wrong = fault(data)
        assert said in wrong
        assert f"./run restore {copy}" in wrong
        assert database.read_bytes() == spoilt
    database.unlink()
    assert "is gone" in fault(data)
    aside = restore(data, copy)
    assert fault(data, full=True) == ""
    assert dump(data) == dump(filled)
    assert files(data) == files(filled) == files(aside)
    # A second damage, with everything in the way: what was there is put aside each time.
    database.write_bytes(b"spoilt")
    time.sleep(1.1)
    assert (restore(data, copy) / DATABASE).read_bytes() == b"spoilt"


def test_what_ends_a_backup_or_a_restore_is_said_in_a_sentence(tmp_path):
    full = OSError(errno.ENOSPC, "No space left on device")
    for error, said in (
        (full, "no room left"), (sqlite3.OperationalError("database or disk is full"), "no room left"),
        (sqlite3.OperationalError("disk I/O error"), "disk I/O error"),
        (OSError(errno.EACCES, "Permission denied", "/srv"), "Permission denied: /srv."),
        (Broken("It is not whole."), "It is not whole."), (KeyError("ours"), ""),
    ):  # fmt: skip
        assert said in said_of(error), error
        assert (said_of(error) == "") == (said == "")
    data = tmp_path / "data"
    data.mkdir()
    with closing(sqlite3.connect(data / DATABASE)) as connection:
        connection.execute("CREATE TABLE other (x)")
        connection.commit()
    with pytest.raises(Broken, match="no workroom"):
        restore(tmp_path / "there", back_up(data, tmp_path / "none"))
    with pytest.raises(Broken, match="no archive"):
        restore(tmp_path / "there", tmp_path)


def test_a_newer_or_foreign_database_is_left_alone(filled, tmp_path):
    data = tmp_path / "data"
    demo_data(data)
    with closing(sqlite3.connect(data / DATABASE)) as connection:
        connection.execute(
            "INSERT INTO django_migrations (app, name, applied) VALUES ('records', '9999_later', "
            "'2030-01-01')"
        )
        connection.commit()
    assert "newer Dove Tack" in fault(data)
    with pytest.raises(Broken, match="newer"):
        restore(tmp_path / "there", back_up(data, tmp_path / "later"))
    (data / "pictures").mkdir(exist_ok=True)
    picture = next((data / "pictures").glob("*/whole.jpg"))
    with closing(sqlite3.connect(data / DATABASE)) as connection:
        connection.execute("DELETE FROM django_migrations WHERE name = '9999_later'")
        connection.commit()
    picture.unlink()
    assert fault(data) == ""


def test_what_is_lost_is_named_and_what_can_be_mended_is_mended(tmp_path):
    data = tmp_path / "data"
    demo_data(data)

    def rows(sql: str) -> list[tuple]:
        with closing(sqlite3.connect(data / DATABASE)) as connection, connection:
            return connection.execute(sql).fetchall()

    one_more = ("INSERT INTO records_storedpicture (owner_id, created, width, height, made) "
                "VALUES (1, '2030-01-01', 9, 9, '2030-01-01')")  # fmt: skip
    rows(one_more)
    first, second = data / "pictures/1", data / "pictures/2"
    shutil.copytree(first, second)
    rows("UPDATE records_storedcloth SET picture_id = 2 WHERE id = 1")
    copy, before, whole = daily(data), files(data), dump(data)
    # A picture that was never put anywhere, without a file; a link to a pattern that is gone.
    rows(one_more)
    rows("INSERT INTO records_storedpicture_patterns (storedpicture_id, storedpattern_id) VALUES (1, 99)")
    for each in (first, second):
        shutil.rmtree(each)
    done, lost = looked_over(data)
    assert lost == ""
    assert [each.split(" ")[:2] for each in done] == [["1", "link"], ["1", "picture"], ["The", "files"]]
    assert "2 pictures brought back" in done[-1]
    assert looked_over(data) == ((), "")
    assert [each for each in dump(data) if "sqlite_sequence" not in each] == [
        each for each in whole if "sqlite_sequence" not in each
    ]
    assert files(data) == before
    # What no copy has is lost: it is named, and nothing is said that would cost what was made since.
    copy.unlink()
    shutil.rmtree(first)
    named = rows("SELECT p.name FROM records_storedpattern p JOIN records_storedpicture_patterns l "
                 f"ON l.storedpattern_id = p.id WHERE l.storedpicture_id = {first.name}")  # fmt: skip
    _, lost = looked_over(data)
    assert f"1 picture lost: of the pattern “{named[0][0]}”" in lost
    assert "nothing needs to be restored" in lost
    assert str(copy) not in lost
    rows("PRAGMA foreign_keys = OFF")
    rows("DELETE FROM records_person")
    assert "in records_sitting" in looked_over(data)[1]


def test_seven_daily_copies_are_kept_whatever_the_clock_said(filled, tmp_path):
    data = tmp_path / "data"
    demo_data(data)
    folder = data / "copies"
    folder.mkdir()
    for day in ("2020-01-01", "2031-01-01", *(f"2026-01-0{n}" for n in range(1, 8))):
        (folder / f"{day}.dovetack-backup").write_bytes(b"x")
        time.sleep(0.02)
    daily(data)
    kept = sorted(each.name[:10] for each in folder.iterdir())
    assert len(kept) == KEPT
    assert "2020-01-01" not in kept
    assert time.strftime("%Y-%m-%d") in kept


@pytest.fixture(scope="module")
def sound(filled, tmp_path_factory):
    return back_up(filled, tmp_path_factory.mktemp("sound") / "backup").read_bytes()


@settings(max_examples=20, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(st.sampled_from(["cut", "flip", "swap", "insert"]), st.floats(0, 0.999_999), st.integers(0, 7))
def test_a_spoilt_backup_changes_nothing(sound, tmp_path_factory, how, where, bit):
    folder = tmp_path_factory.mktemp("spoilt")
    at = int(where * len(sound))
    bad = {
        "cut": sound[:at],
        "flip": sound[:at] + bytes([sound[at] ^ (1 << bit)]) + sound[at + 1 :],
        "swap": sound[at:] + sound[:at] if at else b"",
        "insert": sound[:at] + os.urandom(99) + sound[at:],
    }[how]
    archive = folder / "archive"
    archive.write_bytes(bad)
    there = folder / "there"
    there.mkdir()
    (there / DATABASE).write_bytes(b"as it was")
    try:
        restore(there, archive)
    except Broken:
        assert (there / DATABASE).read_bytes() == b"as it was"
        assert not (there / "pictures").exists()
    else:  # a bit that is of no consequence, as in a time
        assert (
            counted(there / DATABASE) == json.loads(zipfile.ZipFile(archive).read("manifest.json"))["rows"]
        )


@pytest.mark.parametrize(
    ("name", "content"),
    [("../evil", b"x"), ("/etc/evil", b"x"), ("pictures/../../evil.jpg", b"x"), ("evil.sh", b"x"),
     ("pictures/1/whole.jpg", b"\0" * 40_000_000), (DATABASE, b"SQLite format 3\0" + b"\0" * 5_000)],
)  # fmt: skip
def test_a_hostile_backup_changes_nothing(tmp_path, name, content):
    archive = Writing(tmp_path / "archive", "Dove Tack backup", {"rows": {}})
    path = tmp_path / "content.txt"
    path.write_bytes(content)
    archive.add(name, path)
    archive.close()
    with pytest.raises(Broken):
        restore(tmp_path / "data", tmp_path / "archive")
    assert not (tmp_path / "data" / DATABASE).exists()
    assert not list(tmp_path.rglob("evil*"))


def test_restoring_waits_until_nobody_serves(filled, tmp_path):
    archive = back_up(filled, tmp_path / "backup")
    (tmp_path / "data").mkdir()
    with alone(tmp_path / "data"), pytest.raises(Broken, match="Stop it first"):
        restore(tmp_path / "data", archive)
    with pytest.raises(Broken, match="There is no file"), opened_archive(tmp_path / "nothing"):
        pass


@pytest.mark.parametrize(
    ("error", "said", "status"),
    [
        (OSError(28, "No space left on device"), FULL, 507),
        (sqlite3.OperationalError("database or disk is full"), FULL, 507),
        (sqlite3.OperationalError("attempt to write a readonly database"), NO_WRITING, 507),
        (RuntimeError("as if"), OURS, 500),
    ],
)
def test_faults_are_sentences(error, said, status):
    assert sentence_of(error) == (said, status)


def test_a_database_that_does_not_answer_is_said(ringer, monkeypatch):
    from django.db import OperationalError

    from workroom.api import makings

    def locked(*_):
        raise OperationalError("database is locked")

    monkeypatch.setattr(makings, "own_making", locked)
    answer = ringer.client.get(f"/api/makings/{ringer.head['id']}")
    assert (answer.status_code, answer.json()["sentence"]) == (503, BUSY)


def test_how_it_is_can_be_asked(ringer, kept_here):
    said = ringer.client.get("/health")
    assert (said.status_code, said.json()["worker"]) == (503, "not there")
    (kept_here / "worker.beat").touch()
    (kept_here / "copies").mkdir()
    (kept_here / "copies" / "2026-01-02.dovetack-backup").touch()
    said = ringer.client.get("/health")
    assert said.status_code == 200
    assert said.json() == {
        "well": True, "database": "answers", "worker": "at work", "waiting": 0, "copied": "2026-01-02",
        "version": conf.settings.VERSION,
    }  # fmt: skip
