"""Every stage through the api: a making from first measurement to the register."""

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from tests.workroom.laying import choose_cloths, corrected, work

STAGES = ("pick", "trace", "fit", "cloth", "lay", "cut", "mark", "keep")


def stage(api, name: str):
    return api.call("GET", f"/makings/{api.head['id']}/{name}")


def lay(api, role: str):
    path = f"/makings/{api.head['id']}/lay/searches"
    search = api.call("POST", path, {"role": role, "seconds": 0.5})
    assert work()
    search = api.call("GET", f"{path}/{search['id']}")
    assert search["state"] == "done"
    return api.edit("lay", role=role, placements=search["best"]["sought"]["placements"])


def states(api) -> dict[str, str]:
    return {knot["stage"]: knot["state"] for knot in api.head["knots"]}


def test_a_new_making_opens_at_every_stage(ringer):
    for name in STAGES:
        assert stage(ringer, name)


def test_the_whole_way_from_measurements_to_the_register(ringer):
    person = ringer.call("GET", "/cupboard")["people"][0]
    ringer.edit("pick", inputs={"person": person["name"], "measurements": person["measurements"]})
    assert stage(ringer, "pick")["picked"]["proposed"] == "D"
    ringer.edit("ticks", keys=[f"trace/{n}" for n in range(1, 9)], on=True)
    ringer.edit("fit", inputs={"changes": [{"level": "waist", "by": "height"}]})
    ringer.edit("ticks", keys=["fit/checked"], on=True)
    choose_cloths(ringer)
    for role in ("main", "lining", "interfacing"):
        lay(ringer, role)
    cuts = stage(ringer, "cut")
    assert all(listed["ready"] for listed in cuts["lists"])
    keys = [item["tick"]["key"] for listed in cuts["lists"] for item in listed["items"]]
    ringer.edit("ticks", keys=keys, on=True)
    marks = stage(ringer, "mark")["marking"]["lists"]
    ringer.edit("ticks", keys=[i["tick"]["key"] for listed in marks for i in listed["items"]], on=True)
    ringer.edit("keep", inputs={"box": "2", "envelope": "14", "filed": True})
    assert set(states(ringer).values()) == {"done"}
    found = ringer.call("GET", "/makings?filed=true&search=flannel 14")["found"]
    assert [card["id"] for card in found] == [ringer.head["id"]]
    assert ringer.call("GET", "/makings?filed=true&search=velvet")["found"] == []


def test_changing_the_size_late_flags_ticks_and_undo_mends_them(ringer):
    ringer.edit("pick", inputs={"size": "C"})
    ringer.edit("ticks", keys=["trace/1", "trace/2"], on=True)
    choose_cloths(ringer)
    lay(ringer, "main")
    ringer.edit("pick", inputs={"size": "F"})
    assert states(ringer)["trace"] == states(ringer)["lay"] == "look"
    assert "Size was C, now F" in stage(ringer, "trace")["ticks"]["1"]["piece"]["why"]
    ringer.edit("undo")
    assert "look" not in states(ringer).values()


def test_ruler_numbers_come_back_with_an_undo(ringer):
    choose_cloths(ringer)
    lay(ringer, "lining")
    role = next(r for r in stage(ringer, "lay")["lays"] if r["role"] == "lining")
    before = {j["placement"]["item"]: j["numbers"] for j in role["placed"]}
    placements = [j["placement"] for j in role["placed"]]
    moved = [{**p, "x": p["x"] + 37} if p["item"] == "4.1" else p for p in placements]
    ringer.edit("lay", role="lining", placements=moved)

    def to_end():
        role = next(r for r in stage(ringer, "lay")["lays"] if r["role"] == "lining")
        judged = next(j for j in role["placed"] if j["placement"]["item"] == "4.1")
        return judged["numbers"]["to_end"]["value"]

    assert to_end() == pytest.approx(before["4.1"]["to_end"]["value"] + 37)
    ringer.edit("undo")
    assert to_end() == before["4.1"]["to_end"]["value"]


def test_a_held_piece_is_judged_without_being_stored(ringer):
    choose_cloths(ringer)
    lay(ringer, "main")
    at = ringer.head["at"]
    placement = stage(ringer, "lay")["lays"][0]["placed"][0]["placement"]
    body = {"role": "main", "placement": {**placement, "x": -50}}
    judged = ringer.call("POST", f"/makings/{ringer.head['id']}/lay/judge", body)
    assert "over the cut end" in judged["findings"][0]["what"]
    assert ringer.call("GET", f"/makings/{ringer.head['id']}")["at"] == at
    fixed = ringer.call("POST", f"/makings/{ringer.head['id']}/lay/judge", {**body, "fix": "move in"})
    assert fixed["placement"]["x"] == 0


def test_laying_without_a_cloth_is_a_sentence(ringer):
    refused = ringer.call("POST", f"/makings/{ringer.head['id']}/lay/searches", {"role": "main"})["refused"]
    assert refused["sentence"] == "Choose a cloth for the main first."


@pytest.mark.parametrize(
    ("path", "body", "field", "said"),
    [
        ("pick", {"inputs": {"measurements": {"bust": 5}}}, "measurements.bust", "at least 20"),
        ("pick", {"inputs": {"measurements": {"bust": "wide"}}}, "bust", "a number"),
        ("pick", {"inputs": {"shoe": 5}}, "shoe", "does not belong"),
        (
            "fit",
            {"inputs": {"changes": [{"level": "waist", "amount": 900}]}},
            "amount",
            "at most 150",
        ),
        ("fit", {"inputs": {"changes": [{"level": "knee"}]}}, "changes.0.level", "No piece has"),
        ("trace", {"inputs": {"allowance": -1}}, "allowance", "at least 0"),
        ("cloth", {"inputs": {"cloths": {"main": {"name": "x", "width": 1}}}}, "width", "at least"),
        (
            "cloth",
            {"inputs": {"cloths": {"main": {"name": "x", "width": 100, "selvedge": 50}}}},
            "main.selvedge",
            "leave no cloth",
        ),
        ("keep", {"inputs": {"filed": True}}, "box", "which box"),
    ],
)
def test_bad_input_is_a_sentence_at_its_field_and_changes_nothing(ringer, path, body, field, said):
    at = ringer.head["at"]
    refused = ringer.edit(path, **body)["refused"]
    assert field in refused["field"]
    assert said in refused["sentence"]
    assert ringer.call("GET", f"/makings/{ringer.head['id']}")["at"] == at


def test_what_is_on_no_list_cannot_be_ticked(ringer):
    (said,) = ringer.tick(["cut/main/99"], on=True)["sentences"]
    assert "not on any list" in said
    assert "cut/main/99" not in ringer.head["inputs"]["ticks"]


def test_opening_a_stage_takes_few_queries(ringer):
    with CaptureQueriesContext(
        connection,
    ) as seen:
        stage(ringer, "lay")
    assert len(seen) <= 6


def test_a_cloth_chosen_stays_as_it_was_when_the_cupboard_changes(ringer):
    choose_cloths(ringer)
    card = next(c for c in ringer.call("GET", "/cupboard")["cloths"] if "flannel" in c["cloth"]["name"])
    ringer.call("PUT", f"/cupboard/cloths/{card['id']}", corrected(card["cloth"], width=900))
    known = stage(ringer, "cloth")["cloths"][0]
    assert known["cloth"]["width"] == 1400
