"""Cut and Mark through the api: gates, ways, scrap tests, ticks from two devices, papers, sharing."""

import json
import socket

import pytest
from django.contrib.auth.models import User
from django.test import Client, override_settings

from tests.workroom.conftest import Api
from tests.workroom.laying import drawn
from tests.workroom.photos import photo
from workroom.answers.hosts import SENTENCE
from workroom.demo.world import journals, patterns
from workroom.network import home_network
from workroom.records import derived, pictures
from workroom.records.makings import begin_with
from workroom.records.models import StoredPicture
from workroom.records.patterns import store
from workroom.serving.__main__ import listening


@pytest.fixture
def laid(stranger):
    """A waistcoat laid on all its cloths, nothing cut."""
    title = "Orla’s ringing waistcoat"
    making, states = next((m, s) for m, s in journals() if m.title == title)
    owner = User.objects.get(username="stranger")
    edition = store(owner.pk, derived.parsed_pattern(patterns()[making.pattern])).editions.get()
    begun = begin_with(owner.pk, title, edition, states[-2:-1])
    stranger.head = stranger.call("GET", f"/makings/{begun.pk}")
    return stranger


def stage(api, name):
    return api.call("GET", f"/makings/{api.head['id']}/{name}")


def keys(api, name="mark"):
    lists = stage(api, name)["marking"]["lists"] if name == "mark" else stage(api, name)["lists"]
    return [item["tick"]["key"] for each in lists for item in each["items"]]


def given(api, against, **ticks):
    body = {"against": against, "ticks": ticks}
    return api.call("POST", f"/makings/{api.head['id']}/ticks/given", body)


def test_a_lay_that_is_not_ready_is_cut_only_knowingly(ready):
    key = keys(ready, "cut")[0]
    merged = ready.tick([key], on=True)
    assert "not ready" in merged["sentences"][0]
    assert key not in merged["head"]["inputs"]["ticks"]
    ready.edit("cut", inputs={"aware": ["main"]})
    assert key in ready.tick([key], on=True)["head"]["inputs"]["ticks"]


def test_ways_are_chosen_and_judged(laid):
    rows = [row for each in stage(laid, "mark")["marking"]["lists"] for row in each["items"]]
    dart = next(row for row in rows if row["kind"] == "dart")
    ways = stage(laid, f"mark/ways?key={dart['tick']['key']}")["ways"]
    assert ways[0]["code"] == dart["code"] == "tacks"
    assert "it rubs off wool" in next(w for w in ways if w["code"] == "carbon")["against"]
    laid.edit("mark/way", keys=[dart["key"]], code="carbon")
    marking = stage(laid, "mark")["marking"]
    assert any("rubs off wool" in f["what"] for each in marking["lists"] for f in each["findings"])
    assert "refused" in laid.edit("mark/way", keys=["main/1/nothing"], code="carbon")
    assert "Nobody knows" in laid.edit("mark/way", keys=[dart["key"]], code="magic")["refused"]["sentence"]
    laid.edit("mark/way", keys=[dart["key"]], code=None)
    assert laid.head["inputs"]["mark"]["ways"] == {}
    assert "not on any list" in stage(laid, "mark/ways?key=mark/main/9.9/x")["refused"]["sentence"]


def test_a_scrap_test_keeps_its_picture_with_the_making(laid, kept_here, client):
    making = laid.head["id"]
    taken = laid.call("POST", f"/pictures/makings/{making}", photo())
    test = {"role": "main", "cloth": "Wool flannel, slate", "way": "chalk", "came": "rubs off",
            "note": "after an hour", "picture": taken["id"]}  # fmt: skip
    laid.edit("mark", inputs={"tests": [test]})
    kept = laid.head["inputs"]["mark"]["tests"][0]
    assert kept["note"] == "after an hour"
    assert kept["day"]
    assert laid.client.get(f"/api/pictures/{taken['id']}/first").status_code == 200
    # Somebody else neither sees it nor may put it on a test; a file takes it nowhere.
    nosy = Api(User.objects.create_user("Nosy"))
    assert nosy.client.get(f"/api/pictures/{taken['id']}/first").status_code == 404
    file = laid.client.get(f"/api/makings/{making}/file").content
    opened = nosy.call("POST", "/makings/open", file)
    assert opened["inputs"]["mark"]["tests"][0]["picture"] is None
    nosy.head = opened
    nosy.call(
        "PUT", f"/makings/{opened['id']}/mark", {"against": 0, "inputs": {"tests": [test]}},
        status=404,
    )  # fmt: skip
    folder = pictures.folder(taken["id"])
    assert folder.exists()
    laid.call("DELETE", f"/makings/{making}")
    assert not folder.exists()
    assert not StoredPicture.objects.filter(pk=taken["id"]).exists()


def test_what_is_at_hand_is_known_for_the_next_making(laid):
    laid.edit("mark", inputs={"kit": {"tools": ["awl"]}, "pressed": "side"})
    shelf = laid.call("GET", "/cupboard")["patterns"][0]["id"]
    new = laid.call("POST", "/makings", {"pattern": shelf, "title": "The next one"})
    assert new["inputs"]["mark"]["kit"]["tools"] == ["awl"]
    assert new["inputs"]["mark"]["pressed"] == "side"
    assert new["inputs"]["mark"]["ways"] == {}


def test_ticks_given_late_are_merged_whatever_was_done_meanwhile(laid):
    one, two, three = keys(laid)[:3]
    seen = laid.head["at"]
    laid.edit("ticks", keys=[one], on=True)
    laid.edit("keep", inputs={"note": "done at the desk"})
    merged = given(laid, seen, **{two: True, three: True, one: True})
    laid.head = merged["head"]
    assert merged["sentences"] == []
    assert {one, two, three} <= set(laid.head["inputs"]["ticks"])
    assert laid.head["inputs"]["keep"]["note"] == "done at the desk"
    merged = given(laid, seen, **{two: False})
    assert two not in merged["head"]["inputs"]["ticks"]
    # One step of the journal each, so undo takes it back.
    assert stage(laid, "at")["at"] == merged["head"]["at"]


def test_ticks_for_what_has_changed_meanwhile_ask_for_another_look(laid):
    rows = [row for each in stage(laid, "mark")["marking"]["lists"] for row in each["items"]]
    dart = next(row for row in rows if row["kind"] == "dart")
    seen, key = laid.head["at"], dart["tick"]["key"]
    laid.edit("mark/way", keys=[dart["key"]], code="chalk")
    merged = given(laid, seen, **{key: True, "mark/main/1.1/gone": True})
    assert "not on any list" in merged["sentences"][0]
    assert (
        "asks for another look: Way was tailor’s tacks, now pin through and chalk."
        in merged["sentences"][1]
    )
    assert merged["head"]["inputs"]["ticks"][key]["way"] == "tacks"
    # An entry that nobody has any more: the tick is given for what is there now.
    merged = given(laid, 9_999, **{key: True})
    assert merged["sentences"] == []
    for bad in ({}, {"x" * 500: True}, dict.fromkeys(map(str, range(900)), True)):
        assert "refused" in given(laid, seen, **bad)


def test_the_papers_are_a_pdf_of_what_was_asked(laid):
    path = f"/api/makings/{laid.head['id']}/papers.pdf"
    whole, cards = (drawn(laid, path + more).content for more in ("", "?parts=darts"))
    assert whole.startswith(b"%PDF")
    assert len(cards) < len(whole)
    assert "Choose at least one" in laid.client.get(path + "?parts=none").json()["refused"]["sentence"]
    shown = stage(laid, "mark/darts")["cards"]
    assert {card["card"]["role"] for card in shown} == {"main", "lining"}


def test_what_is_left_is_offered_with_its_shape(laid):
    main = stage(laid, "cut")["lists"][0]
    assert "Nothing is cut" in stage(laid, "cut/main/remnant")["refused"]["sentence"]
    laid.edit("ticks", keys=[item["tick"]["key"] for item in main["items"]], on=True)
    left = stage(laid, "cut/main/remnant")
    assert left["washed"]
    assert len(left["remnant"]) > 4
    card = laid.call("POST", f"/makings/{laid.head['id']}/cut/main/remnant")
    assert card["cloth"]["remnant"] == left["remnant"]
    assert "No cloth" in stage(laid, "cut/contrast/remnant")["refused"]["sentence"]


@pytest.mark.parametrize("address", ["/", "/api/session", "/static/icon.svg", "/sw.js", "/nowhere"])
def test_only_announced_addresses_are_answered(client, db, address):
    for host in ("evil.example", "192.168.1.77", "127.0.0.1.evil.example", ""):
        answer = client.get(address, headers={"Host": host})
        assert answer.status_code == 421, host
        assert answer.content.decode() == SENTENCE
    assert client.get(address, headers={"Host": "127.0.0.1:8000"}).status_code != 421


def test_shared_it_keeps_every_protection(laid, settings):
    path = f"/api/session/tablet.svg?path=/making/{laid.head['id']}/mark/table"
    assert laid.call("GET", "/session/tablet") == {"address": ""}
    assert laid.client.get(path).status_code == 404
    with override_settings(SHARED=["192.168.1.5"], ALLOWED_HOSTS=["192.168.1.5"]):
        host = {"Host": "192.168.1.5:8000"}
        shown = laid.client.get("/api/session/tablet", headers=host).json()
        assert shown == {"address": "http://192.168.1.5:8000"}
        assert b"<svg" in laid.client.get(path, headers=host).content
        odd = laid.client.get("/api/session/tablet.svg?path=//evil.example/", headers=host)
        assert "refused" in odd.json()
        # Without a sign-in nothing, without its token no edit, and the page allows only its own scripts.
        nobody = Client(enforce_csrf_checks=True)
        assert nobody.get("/api/makings", headers=host).status_code == 401
        assert nobody.get("/api/session/tablet", headers=host).status_code == 401
        page = nobody.get("/", headers=host)
        assert "default-src 'none'" in page["Content-Security-Policy"]
        assert page.cookies["csrftoken"]["samesite"] == "Strict"
        sent = json.dumps({"name": "stranger", "password": "a long enough one"})
        body = {"data": sent, "content_type": "application/json"}
        assert nobody.post("/api/session/enter", **body, headers=host).status_code == 403
        token = {**host, "X-CSRFToken": page.cookies["csrftoken"].value}
        entered = nobody.post("/api/session/enter", **body, headers=token)
        assert entered.json()["user"] == "stranger"
        assert entered.cookies["sessionid"]["httponly"]
        assert entered.cookies["sessionid"]["samesite"] == "Strict"
        demo = nobody.post("/api/session/demo", data="{}", content_type="application/json", headers={
            **host, "X-CSRFToken": entered.cookies["csrftoken"].value,
        })  # fmt: skip
        assert "without the demo" in demo.json()["refused"]["sentence"]


@pytest.mark.parametrize(
    ("wanted", "said"),
    [
        ("kitchen", "is no address of a machine"), ("8.8.8.8", "belongs to the internet"),
        ("0.0.0.0", "not all of them"), ("10.250.251.252", "is not an address of this machine"),
    ],
)  # fmt: skip
def test_only_an_address_of_this_machine_is_shared(wanted, said):
    with pytest.raises(SystemExit, match=said):
        home_network.chosen(wanted)
    assert home_network.chosen("127.0.0.2") == "127.0.0.2"


def test_sharing_says_what_it_means_and_listens_nowhere_else():
    told = home_network.said("192.168.1.5", 8000, demo=False, coloured=False)
    assert "http://192.168.1.5:8000" in told
    assert "every device in this network" in told
    assert "does not open there" in told
    assert "one click (--share-demo)" in home_network.said("192.168.1.5", 8000, demo=True, coloured=True)
    lines = home_network.code_in_letters("http://192.168.1.5:8000", coloured=False).splitlines()
    assert len({len(line) for line in lines}) == 1
    with listening("127.0.0.2", 0) as there:
        port = there.getsockname()[1]
        socket.create_connection(("127.0.0.2", port), timeout=2).close()
        with pytest.raises(OSError, match="refused"):
            socket.create_connection(("127.0.0.1", port), timeout=2)
