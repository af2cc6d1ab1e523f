"""People, cloths and makings as rows: added, changed, taken away, and what makings keep of them."""

from io import BytesIO

import pytest
from django.contrib.auth.models import User
from PIL import Image

from tests.workroom.laying import corrected
from tests.workroom.photos import photo
from workroom.records import pictures

CALICO = {"name": "Calico", "fibre": "cotton", "width": 1500}


def test_a_cloth_is_put_in_changed_and_taken_out(stranger):
    card = stranger.call("POST", "/cupboard/cloths", CALICO)
    # What was not said has its usual value.
    assert card["cloth"]["selvedge"] == 10
    assert card["cloth"]["nap"] is False
    changed = stranger.call("PUT", f"/cupboard/cloths/{card['id']}", corrected(card["cloth"], owned=2500.0))
    assert changed["cloth"]["owned"] == 2500
    assert stranger.call("GET", "/cupboard")["cloths"] == [changed]
    assert stranger.call("DELETE", f"/cupboard/cloths/{card['id']}") == {"id": card["id"]}
    assert stranger.call("GET", "/cupboard")["cloths"] == []


def test_a_flaw_is_traced_over_the_straightened_picture_of_a_cloth(stranger, client, kept_here):
    card = stranger.call("POST", "/cupboard/cloths", CALICO)["id"]
    at = f"/cupboard/cloths/{card}/photo"
    assert stranger.call("GET", at)["seen"] is None
    taken = stranger.call("POST", f"/pictures/cloths/{card}", photo())
    assert taken["flat"] is None
    assert "2 known points are missing" in taken["seen"]["findings"][0]["what"]
    # Taken from the far side: the cut end at the right, the lower selvedge on top.
    corners = {(600, 0): (0, 0), (0, 0): (1200, 0), (0, 400): (1200, 800), (600, 400): (0, 800)}
    known = [{"pixel": p, "along": c[0], "across": c[1]} for p, c in corners.items()]
    marked = stranger.call("PUT", at, {"known": known, "seen": [], "picture": taken["picture"]})
    assert marked["seen"]["box"] == pytest.approx([0, 800, 1200, 800], abs=0.1)
    assert [[p["along"], p["across"]] for p in marked["seen"]["known"]] == list(map(list, corners.values()))
    shown = stranger.client.get(marked["fine"])
    flat = Image.open(BytesIO(b"".join(shown.streaming_content)))
    assert flat.width / flat.height == pytest.approx(1.5, rel=0.02)
    # Another picture takes its place, and goes with the cloth; nobody else sees either.
    first = pictures.folder(int(taken["whole"].rpartition("?")[2]))
    assert first.exists()
    late = stranger.call("POST", f"/pictures/cloths/{card}", photo(300, 200))["refused"]
    assert late["moved"]  # it had not seen the first
    assert len(list((kept_here / "pictures").iterdir())) == 1
    at_first = taken["picture"]
    second = stranger.call("POST", f"/pictures/cloths/{card}?seen={at_first}", photo(300, 200))
    known_there = {"known": known, "seen": [], "picture": at_first}
    assert stranger.call("PUT", at, known_there)["refused"]["moved"]
    assert stranger.call("DELETE", f"{at}?seen={at_first}")["refused"]["moved"]
    assert not first.exists()
    client.force_login(User.objects.create_user("Nosy"))
    assert client.get(second["whole"]).status_code == 404
    stranger.call("DELETE", f"/cupboard/cloths/{card}")
    assert not any((kept_here / "pictures").iterdir())


@pytest.mark.parametrize(
    ("change", "field", "said"),
    [
        ({"name": ""}, "name", "must not be empty"),
        ({"name": "x" * 121}, "name", "longer than 120"),
        ({"width": 5000}, "width", "at most 4000"),
        ({"width": None}, "width", "a number"),
        ({"fibre": "wire"}, "fibre", "one of"),
        ({"shrink_length": 0.5}, "shrink_length", "at most 0.3"),
        ({"traits": ["shiny"]}, "traits.0", "one of"),
        ({"colour": "red"}, "colour", "not written as it should be"),
        ({"width": 150, "selvedge": 80}, "selvedge", "leave no cloth"),
        ({"cost": 12}, "cost", "does not belong"),
    ],
)
def test_a_cloth_that_cannot_be_is_refused_at_its_field(stranger, change, field, said):
    refused = stranger.call("POST", "/cupboard/cloths", {**CALICO, **change})["refused"]
    assert refused["field"] == field
    assert said in refused["sentence"]
    assert stranger.call("GET", "/cupboard")["cloths"] == []


def test_a_person_is_added_measured_and_forgotten(stranger):
    card = stranger.call("POST", "/cupboard/people", {"name": "Isolde"})
    assert card["measurements"] == {}
    body = {"name": "Isolde", "measurements": {"bust": 985.0, "height": 1640.0}}
    assert stranger.call("PUT", f"/cupboard/people/{card['id']}", body)["measurements"] == {
        "bust": 985,
        "height": 1640,
    }
    refused = stranger.call(
        "PUT", f"/cupboard/people/{card['id']}", {"name": "Isolde", "measurements": {"ear": 6}}
    )["refused"]
    assert "ear" in refused["field"]
    stranger.call("DELETE", f"/cupboard/people/{card['id']}")
    assert stranger.call("GET", "/cupboard")["people"] == []


def test_a_making_begun_for_somebody_keeps_their_measurements(ringer):
    cupboard = ringer.call("GET", "/cupboard")
    tamsin = next(p for p in cupboard["people"] if p["name"] == "Tamsin Quillby")
    body = {"pattern": ringer.pattern()["id"], "title": "For Tamsin", "person": tamsin["id"]}
    head = ringer.call("POST", "/makings", body)
    assert head["inputs"]["pick"]["person"] == "Tamsin Quillby"
    ringer.call("DELETE", f"/cupboard/people/{tamsin['id']}")
    again = ringer.call("GET", f"/makings/{head['id']}")
    assert again["inputs"]["pick"]["measurements"] == tamsin["measurements"]
    # 100.4 lies 1.6 below F (102) and 3.4 above E (97).
    picked = ringer.call("GET", f"/makings/{head['id']}/pick")["picked"]
    assert picked["proposed"] == "F"


def test_a_making_is_renamed_and_taken_away(ringer):
    path = f"/makings/{ringer.head['id']}"
    assert ringer.call("PUT", f"{path}/title", {"title": "Tour waistcoat"})["title"] == ("Tour waistcoat")
    refused = ringer.call("PUT", f"{path}/title", {"title": ""})["refused"]
    assert refused["field"] == "title"
    ringer.call("DELETE", path)
    ringer.call("GET", path, status=404)


@pytest.mark.parametrize(
    ("search", "found"),
    [
        ("", True),
        ("orla", True),
        ("waistcoat orla", True),
        ("ORLA 14", True),
        ("d", True),
        ("lining", True),
        ("2", True),
        ("velvet", False),
        ("orla velvet", False),
        ("%", False),
        ("x" * 500, False),
    ],
)
def test_the_register_is_searched_by_any_words_of_the_label(ringer, search, found):
    cupboard = ringer.call("GET", "/cupboard")
    orla = cupboard["people"][0]
    ringer.edit("pick", inputs={"person": orla["name"], "measurements": orla["measurements"]})
    lining = next(c["cloth"] for c in cupboard["cloths"] if "lining" in c["cloth"]["name"])
    ringer.edit("cloth", inputs={"cloths": {"lining": lining}})
    ringer.edit("keep", inputs={"box": "2", "envelope": "14", "filed": True})
    answer = ringer.call("GET", f"/makings?filed=true&search={search.replace('%', '%25')}")
    assert bool(answer["found"]) is found
    assert answer["total"] == 1


def test_a_filing_is_undone_out_of_the_register(ringer):
    ringer.edit("keep", inputs={"box": "2", "envelope": "14", "filed": True})
    assert ringer.call("GET", "/makings?filed=true")["total"] == 1
    ringer.edit("undo")
    assert ringer.call("GET", "/makings?filed=true")["total"] == 0
    ringer.edit("redo")
    assert ringer.call("GET", "/makings?filed=true")["total"] == 1


def test_the_cutting_gap_is_an_edit_like_any_other(ringer):
    ringer.edit("lay/gap", gap=8.0)
    assert ringer.head["undo"] == "Cutting gap [[8]]"
    assert ringer.call("GET", f"/makings/{ringer.head['id']}/lay")["gap"] == 8
    assert "at most 50" in ringer.edit("lay/gap", gap=80)["refused"]["sentence"]


def test_loading_the_demo_twice_changes_nothing(ringer):
    from workroom.demo.world import load_demo

    before = ringer.call("GET", "/cupboard")
    ringer.edit("pick", inputs={"size": "B"})
    load_demo()
    assert ringer.call("GET", "/cupboard") == before
    assert ringer.call("GET", f"/makings/{ringer.head['id']}")["inputs"]["pick"]["size"] == "B"
