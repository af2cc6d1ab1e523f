"""Nobody sees another's rows; sessions; files in and out; every address answers in JSON."""

import json

import pytest
from django.contrib.auth.models import User
from django.test import Client

from workroom.demo.world import load_demo


def test_nobody_sees_or_touches_anothers_rows(ringer, stranger):
    mine = ringer.head["id"]
    cupboard = ringer.call("GET", "/cupboard")
    pattern = ringer.pattern()["id"]
    person, cloth = cupboard["people"][0]["id"], cupboard["cloths"][0]
    assert stranger.call("GET", "/makings")["found"] == []
    seen = stranger.call("GET", "/cupboard")
    assert [seen[kind] for kind in ("patterns", "people", "cloths")] == [[], [], []]
    against = {"against": 0}
    tries = [
        ("GET", f"/makings/{mine}", None),
        *[("GET", f"/makings/{mine}/{s}", None) for s in ("pick", "lay", "keep", "file")],
        ("PUT", f"/makings/{mine}/pick", {**against, "inputs": {"size": "A"}}),
        ("PUT", f"/makings/{mine}/title", {"title": "mine now"}),
        ("POST", f"/makings/{mine}/undo", against),
        ("POST", f"/makings/{mine}/lay/searches", {"role": "main"}),
        ("DELETE", f"/makings/{mine}", None),
        ("POST", "/makings", {"pattern": pattern, "title": "x"}),
        ("GET", f"/cupboard/patterns/{pattern}/file", None),
        ("DELETE", f"/cupboard/patterns/{pattern}", None),
        ("PUT", f"/cupboard/people/{person}", {"name": "x"}),
        ("DELETE", f"/cupboard/people/{person}", None),
        ("PUT", f"/cupboard/cloths/{cloth['id']}", {"cloth": cloth["cloth"], "seen": cloth["cloth"]}),
        ("GET", f"/cupboard/cloths/{cloth['id']}", None),
        ("DELETE", f"/cupboard/cloths/{cloth['id']}", None),
    ]
    for method, path, body in tries:
        answer = stranger.call(method, path, body, status=404)
        assert answer["sentence"].startswith("There is no such"), path
    assert ringer.call("GET", f"/makings/{mine}")["title"] == "Orla’s ringing waistcoat"


@pytest.mark.django_db
def test_without_signing_in_only_the_session_answers():
    client = Client()
    assert client.get("/api/session").json()["user"] is None
    for path in ("/api/makings", "/api/cupboard", "/api/makings/1/pick", "/api/openapi.json"):
        response = client.get(path)
        assert response.status_code == 401
        assert response.json()["sentence"] == "Please sign in first."


@pytest.mark.django_db
def test_joining_leaving_and_entering_again():
    client = Client()

    def post(path, **body):
        return client.post(f"/api/session/{path}", json.dumps(body), "application/json").json()

    short = post("join", name="Tamsin", password="123")["refused"]
    assert short["field"] == "password"
    assert post("join", name="Tamsin", password="needle and thread")["user"] == "Tamsin"
    taken = post("join", name="Tamsin", password="needle and thread")["refused"]
    assert taken["field"] == "name"
    likes = {"unit": "in", "theme": "lamp"}
    assert client.put("/api/session/likes", json.dumps(likes), "application/json").json()["unit"] == "in"
    assert post("leave")["user"] is None
    assert post("enter", name="Tamsin", password="wrong")["refused"]["field"] == "password"
    back = post("enter", name="Tamsin", password="needle and thread")
    assert (back["unit"], back["theme"]) == ("in", "lamp")


@pytest.mark.django_db
def test_the_demo_opens_only_where_the_server_was_started_with_it(settings):
    load_demo(makings=False)
    settings.DEMO = False
    refused = Client().post("/api/session/demo").json()["refused"]
    assert "without the demo" in refused["sentence"]
    settings.DEMO = True
    open_there = Client()
    assert open_there.post("/api/session/demo").json()["user"] == "Saltmarsh Ringers"
    assert open_there.get("/api/makings").status_code == 200
    # Whoever had it open has it open no longer than it is there.
    settings.DEMO = False
    assert open_there.get("/api/makings").status_code == 401
    assert open_there.get("/api/session").json()["user"] is None


@pytest.mark.django_db
def test_forged_requests_are_turned_away():
    load_demo(makings=False)
    client = Client(enforce_csrf_checks=True)
    assert client.post("/api/session/demo").status_code == 403
    client.force_login(User.objects.get(username="Saltmarsh Ringers"))
    body = json.dumps({"name": "x"})
    assert client.post("/api/cupboard/people", body, "application/json").status_code == 403


def test_a_making_is_saved_and_opened_again(ringer, stranger):
    ringer.edit("pick", inputs={"size": "E"})
    ringer.edit("fit", inputs={"changes": [{"level": "waist", "amount": 12.5}]})
    file = ringer.client.get(f"/api/makings/{ringer.head['id']}/file")
    assert "attachment" in file["Content-Disposition"]
    opened = stranger.call("POST", "/makings/open", file.content)
    assert opened["inputs"] == ringer.head["inputs"]
    assert opened["title"] == ringer.head["title"]
    # Opened twice, the pattern it brings stands on the shelf once.
    stranger.call("POST", "/makings/open", file.content)
    assert len(stranger.call("GET", "/cupboard")["patterns"]) == 1


def test_a_pattern_is_saved_and_opened_again(ringer, stranger):
    pattern = ringer.pattern()
    file = ringer.client.get(f"/api/cupboard/patterns/{pattern['id']}/file")
    opened = stranger.call("POST", "/cupboard/patterns/open", file.content)
    assert opened["name"] == "Ringing waistcoat"
    assert opened["drawing"] == pattern["drawing"]


@pytest.mark.parametrize("address", ["/makings/open", "/cupboard/patterns/open"])
@pytest.mark.parametrize(
    ("data", "said"),
    [(b"{", "broken at line 1"), (b"\xff\xd8\xff", "not text"), (b"{}", "not a Dove")],
)
def test_a_broken_file_changes_nothing(stranger, address, data, said):
    response = stranger.client.post("/api" + address, data, "application/json")
    assert said in response.json()["refused"]["sentence"]
    assert stranger.call("GET", "/makings")["found"] == []
    assert stranger.call("GET", "/cupboard")["patterns"] == []


def test_the_wrong_kind_of_file_is_told_where_it_belongs(ringer):
    making = ringer.client.get(f"/api/makings/{ringer.head['id']}/file").content
    refused = ringer.call("POST", "/cupboard/patterns/open", making)["refused"]
    assert "Open it under Makings" in refused["sentence"]


def test_a_pattern_in_use_stays_on_the_shelf(ringer):
    pattern = ringer.pattern()["id"]
    refused = ringer.call("DELETE", f"/cupboard/patterns/{pattern}")["refused"]
    assert "stays on the shelf" in refused["sentence"]
    ringer.call("DELETE", f"/makings/{ringer.head['id']}")
    assert ringer.call("DELETE", f"/cupboard/patterns/{pattern}") == {"id": pattern}


def test_an_unknown_address_answers_in_json(ringer):
    assert ringer.call("GET", "/nothing/here", status=404)["sentence"]
    assert ringer.call("POST", "/nothing/here", {}, status=404)["sentence"]


def test_lengths_are_read_for_the_browser(ringer):
    body = {"text": "1 1/2", "unit": "in"}
    assert ringer.call("POST", "/measure/length", body) == {"mm": 38.1}
    refused = ringer.call("POST", "/measure/length", {"text": "wide", "unit": "cm"})["refused"]
    assert "Write it like 12.5 cm" in refused["sentence"]
