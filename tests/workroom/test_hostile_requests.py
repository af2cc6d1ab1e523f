"""Requests nobody would send, rows nobody can read, and two windows writing at once."""

import json
import re
import secrets
from concurrent.futures import ThreadPoolExecutor
from itertools import combinations
from threading import Barrier

import pytest
from django.contrib.auth.models import User
from django.db import connection
from django.test import Client

from craft.formats.bundle import LARGEST, write_pattern
from craft.pattern import Edge, Shape
from tests.workroom.conftest import Api, at_the_bench
from workroom import settings
from workroom.api import pictures as api_pictures
from workroom.data_files import arriving
from workroom.demo.waistcoat import ringing_waistcoat
from workroom.keeping.places import ROOT
from workroom.records import pictures
from workroom.records.belongings import shapes
from workroom.records.models import Edition, Making, Person, StoredCloth, StoredPattern
from workroom.serving import http_server, limits

ROUNDS = 2
UNITS = ("cm", "in")


@pytest.fixture
def open_door(transactional_db) -> Api:
    return at_the_bench()


def writers(api: Api) -> dict:
    """Every kind of writing, and how to see whether what was acknowledged is still there."""
    making, user = api.head["id"], User.objects.get(username=api.call("GET", "/session")["user"])
    person = Person.objects.filter(owner=user).first()
    here = f"/cupboard/people/{person.pk}"

    def client() -> Api:
        return Api(user)

    def measured() -> dict:
        return Person.objects.get(pk=person.pk).measurements

    def stage(name: str) -> dict:
        return api.call("GET", f"/makings/{making}")["inputs"][name]

    def measure(k):
        one = client()
        seen = one.call("GET", "/cupboard")["people"]
        mine = next(p for p in seen if p["id"] == person.pk)["measurements"]
        body = {
            "name": person.name,
            "measurements": {**mine, f"wrist{k % 50}": 150 + k},
            "seen": mine,
        }
        assert "refused" not in one.call("PUT", here, body)

    return {
        "fit": (lambda k: _put(client(), making, "fit",
                               inputs={"changes": [{"level": "waist", "amount": k + 1}]}),
                lambda k: [c["amount"] for c in stage("fit")["changes"]] == [k + 1]),
        "gap": (lambda k: _put(client(), making, "lay/gap", gap=k + 1),
                lambda k: stage("lay")["gap"] == k + 1),
        "title": (lambda k: client().call("PUT", f"/makings/{making}/title", {"title": f"T{k}"}),
                  lambda k: Making.objects.get(pk=making).title == f"T{k}"),
        "measure": (measure,
                    lambda k: measured().get(f"wrist{k % 50}") == 150 + k),
        "adjust": (lambda k: client().call("PUT", here + "/adjustments",
                                           {"adjustments": [{"level": "waist", "amount": k + 1}],
                                            "seen": Person.objects.get(pk=person.pk).adjustments}),
                   lambda k: Person.objects.get(pk=person.pk).adjustments[0]["amount"] == k + 1),
        "likes": (lambda k: client().call("PUT", "/session/likes",
                                          {"unit": UNITS[k % 2], "theme": "lamp"}),
                  lambda k: client().call("GET", "/session")["unit"] == UNITS[k % 2]),
        "kit": (lambda k: client().call("PUT", "/cupboard/kit",
                                        {"tools": ["pencil", "ruler"][: k % 2 + 1],
                                         "seen": client().call("GET", "/cupboard")["kit"]}),
                lambda k: len(client().call("GET", "/cupboard")["kit"]) == k % 2 + 1),
    }  # fmt: skip


def _put(api: Api, making: int, path: str, **body: object) -> None:
    """An edit sent again and again until the journal takes it."""
    for _ in range(300):
        at = api.call("GET", f"/makings/{making}")["at"]
        if "refused" not in api.call("PUT", f"/makings/{making}/{path}", {"against": at, **body}):
            return
    raise AssertionError("never taken")


def test_no_pair_of_writers_undoes_each_other(open_door):
    known = writers(open_door)
    gate = Barrier(2)

    def run(task, k):
        try:
            gate.wait(20)
            task(k)
        finally:
            connection.close()

    with ThreadPoolExecutor(2) as pool:
        for one, other in combinations(known, 2):
            for k in range(ROUNDS):
                list(pool.map(run, (known[one][0], known[other][0]), (k, k)))
                assert known[one][1](k), (one, "lost beside", other)
                assert known[other][1](k), (other, "lost beside", one)


def test_two_windows_may_each_add_a_measurement(open_door):
    user = User.objects.get(username=open_door.call("GET", "/session")["user"])
    person = Person.objects.filter(owner=user).first()
    seen = dict(person.measurements)
    for name in ("wrist", "calf"):  # both windows saw the same
        body = {"name": person.name, "measurements": {**seen, name: 200}, "seen": seen}
        open_door.call("PUT", f"/cupboard/people/{person.pk}", body)
    made = Person.objects.get(pk=person.pk).measurements
    assert made == {**seen, "wrist": 200, "calf": 200}


@pytest.mark.parametrize(
    ("path", "body", "status"),
    [
        ("/session/enter", json.dumps({f"k{i}": 1 for i in range(50_000)}), 413),
        ("/session/enter", json.dumps({"name": "x" * 9_000, "password": "y"}), 413),
        ("/groups", json.dumps({"name": "x" * 1_000_001, "pattern": 1}), 413),
    ],
)
def test_bodies_have_a_length_that_suits_their_address(db, path, body, status):
    answer = Client().post("/api" + path, data=body, content_type="application/json")
    assert answer.status_code == status
    assert "Nothing was changed" in answer.json()["sentence"]


def test_limits_that_are_told_in_two_places_agree():
    """Files that the browser does not even send; what an archive of a full workroom may have."""
    web = ROOT / "web/src"
    kept = re.search(r"most = ([\d_]+)", (web / "api/client.ts").read_text())
    assert int(kept[1]) == api_pictures.MOST_BYTES < limit_of("/api/pictures/1")
    for page, address in (("Patterns", "/api/cupboard/patterns/open"), ("Bench", "/api/makings/open")):
        sent = re.search(r"open', file, ([\d_]+)", (web / f"workroom/{page}.svelte").read_text())
        assert int(sent[1]) == LARGEST < limit_of(address)
    assert shapes.MOST_PICTURES == pictures.MOST
    assert arriving.MOST_BYTES > pictures.MOST_BYTES
    assert max(most for _, most in limits.BODIES) < http_server.LARGEST


def limit_of(address: str) -> int:
    return next(most for start, most in limits.BODIES if address.startswith(start))


def test_long_lists_and_long_numbers_are_a_sentence(ringer):
    making = ringer.head["id"]
    place = {"against": 0, "role": "main", "placements": [{}] * 200_000}
    assert "is the most" in ringer.call("PUT", f"/makings/{making}/lay", place)["refused"]["sentence"]
    digits = '{"against": ' + "1" * 5_000 + ', "gap": 3}'
    said = ringer.call("PUT", f"/makings/{making}/lay/gap", digits)["refused"]["sentence"]
    assert "too long" in said
    deep = '{"against": 0, "gap": ' + "[" * 500 + "]" * 500 + "}"
    assert "nested" in ringer.call("PUT", f"/makings/{making}/lay/gap", deep)["refused"]["sentence"]


@pytest.mark.parametrize("name", ["\u200b", "\u3164\u00a0", "\u2060 \ufe0f", "\u0301", "\u00ad\u2800"])
def test_a_name_of_signs_that_nobody_sees_is_none(ringer, name):
    pattern = StoredPattern.objects.first().pk
    for path, body in (("/makings", {"pattern": pattern}), ("/groups", {"pattern": pattern})):
        key = "title" if path == "/makings" else "name"
        assert "blank" in ringer.call("POST", path, {**body, key: name})["refused"]["sentence"]
        assert key in str(ringer.call("POST", path, {**body, key: f"{name}x"})).casefold()


def test_nothing_of_the_api_is_kept_on_the_way(ringer):
    for path in ("/api/makings", "/api/session", "/api/makings/99999", "/api/nothing/here"):
        assert ringer.client.get(path)["Cache-Control"] == "no-store", path
    assert Client().get("/api/makings")["Cache-Control"] == "no-store"


def test_a_file_that_eats_memory_is_given_up(ringer, monkeypatch):
    from workroom.reading import file_child, file_reader

    answer = ringer.call("POST", "/cupboard/patterns/open", b'{"format": "dove-tack", "version": 1}')
    assert "damaged" in answer["refused"]["sentence"]
    assert file_child.MEMORY < 4_000_000_000
    monkeypatch.setattr(file_reader, "SECONDS", 0.01)
    answer = ringer.call("POST", "/cupboard/patterns/open", write_pattern(ringing_waistcoat()))
    assert "too long to read" in answer["refused"]["sentence"]


def test_one_row_that_cannot_be_read_never_hides_the_others(ringer):
    owner = User.objects.get(username=ringer.call("GET", "/session")["user"])
    before = ringer.call("GET", "/cupboard")
    StoredCloth.objects.create(owner=owner, name="Eaten by moths", document="{")
    moths = StoredPattern.objects.create(owner=owner, name="Eaten by moths")
    Edition.objects.create(pattern=moths, document="{")
    Person.objects.create(owner=owner, name="Nobody", adjustments=[{"odd": 1}])
    making = Making.objects.get(pk=ringer.head["id"])
    making.entries.filter(number=making.pointer).update(inputs="{}x")
    after = ringer.call("GET", "/cupboard")
    damaged = {
        "patterns": ringer.call("GET", "/cupboard/patterns")["damaged"],
        "people": after["damaged_people"], "cloths": after["damaged_cloths"],
    }  # fmt: skip
    for name, (row,) in damaged.items():
        assert after[name] == before[name]
        assert "cannot be read" in row["sentence"]
        assert ringer.client.get(row["file"]).status_code == 200
        ringer.call("DELETE", f"/cupboard/{name}/{row['id']}")
    makings = ringer.call("GET", "/makings")
    assert [row["id"] for row in makings["damaged"]] == [making.pk]
    assert b"{}x" in ringer.client.get(makings["damaged"][0]["file"]).content
    ringer.call("DELETE", f"/makings/{making.pk}")
    assert ringer.call("GET", "/makings")["damaged"] == []


def test_a_pattern_of_enormous_pieces_is_shown_or_not_stored(ringer):
    base = ringing_waistcoat()
    wide, high = 3_000.0, 5_000.0
    corners = [(0.0, 0.0), (wide, 0.0), (wide, high), (0.0, high)]
    edges = tuple(
        Edge(name=f"e{i}", kind="seam", path=((corners[i], corners[(i + 1) % 4]),)) for i in range(4)
    )
    grain = base.pieces[0].shapes["A"].marks[0].model_copy(update={"points": ((90, 90), (90, 900))})
    shapes = {size: Shape(edges=edges, marks=(grain,)) for size in base.table.sizes}
    pieces = tuple(
        base.pieces[0].model_copy(update={"number": n, "shapes": shapes, "around": ()})
        for n in range(1, 21)
    )
    pattern = base.model_copy(update={"name": "Tent", "pieces": pieces, "seams": ()})
    made = ringer.call("POST", "/cupboard/patterns/open", write_pattern(pattern))
    assert made["name"] == "Tent"
    assert "Tent" in [p["name"] for p in ringer.call("GET", "/cupboard")["patterns"]]
    begun = ringer.call("POST", "/makings", {"pattern": made["id"], "title": "Tent"})
    for stage in ("pick", "trace", "fit", "cloth", "lay", "cut", "mark", "keep", "paper"):
        assert "refused" not in ringer.call("GET", f"/makings/{begun['id']}/{stage}"), stage


def test_an_emptied_key_is_made_anew(tmp_path, monkeypatch):
    monkeypatch.setattr(settings, "DATA", tmp_path)
    (tmp_path / "secret_key").write_text("  \n")
    assert len(settings._secret()) > 40
    assert settings._secret() == (tmp_path / "secret_key").read_text()
    assert secrets.compare_digest(settings._secret(), settings._secret())


@pytest.mark.parametrize(
    ("method", "path", "body", "status"),
    [
        ("POST", f"/makings/1{'0' * 30}/lay/searches", {"role": "main"}, 404),
        ("GET", f"/makings/{2**63}", None, 404),
        ("GET", "/makings?search=%00", None, 404),
        ("PUT", "/makings/{making}/title", {"against": 0, "title": "a\u0000b"}, 200),
        ("PUT", "/makings/{making}/title", {"against": 0, "title": "a\ud800b"}, 200),
        ("PUT", "/makings/{making}/shopping", {"against": 0, "bought": ["\ud800"]}, 200),
        ("PUT", "/makings/{making}/shopping", {"against": 0, "bought": [""]}, 200),
        ("PUT", "/makings/{making}/shopping", {"against": 0, "bought": ["x" * 900]}, 200),
        ("PUT", "/makings/{making}/lay/take", {"against": 0, "job": 10**30, "at": 0}, 404),
        ("GET", "/patterns/{pattern}", None, 200),
        ("POST", "/patterns/{pattern}/undo", {"against": 0, "piece": 0}, 200),
    ],
)
def test_what_no_row_can_have_is_a_sentence(ringer, method, path, body, status):
    made = path.format(making=ringer.head["id"], pattern=ringer.pattern()["id"])
    said = ringer.call(method, made, body, status)
    assert "sentence" in said.get("refused", said)
