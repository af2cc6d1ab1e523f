"""Fit through the api: findings on a toile, versions, what is always needed, a toile kept as a pattern."""

from urllib.parse import urlencode

import pytest

CHANGES = [
    {"kind": "length", "level": "waist", "amount": 15},
    {"kind": "dart", "pieces": [1, 4], "dart": "armhole-dart", "along": 10, "lower": -8},
    {"kind": "width", "piece": 1, "edge": "side", "pins": [{"at": 120, "by": 12}]},
]


def fitting(api, tail: str = "", method: str = "GET", **body: object) -> dict:
    return api.call(method, f"/makings/{api.head['id']}/fit{tail}", body or None)


def changed(api, *changes: dict, **more: object) -> dict:
    api.edit("fit", inputs={**api.head["inputs"]["fit"], "changes": list(changes), **more})
    return fitting(api)["fitted"]


def proposal(api, place: str, what: str, amount: float, each: bool = True) -> dict:
    query = urlencode({"place": place, "what": what, "amount": amount, "each": str(each).lower()})
    return fitting(api, f"/remark?{query}")


@pytest.fixture
def places(ringer) -> dict[str, str]:
    return {each["name"]: each["key"] for each in fitting(ringer)["places"]}


def test_a_toile_is_proposed_of_body_pieces_with_a_cloth_and_lay_of_its_own(ringer):
    worth = fitting(ringer)["worth_testing"]
    assert worth == [1, 2]  # front and back; no facing, lining, welt or strap
    changed(ringer, toile=worth)
    roles = [c["role"] for c in ringer.call("GET", f"/makings/{ringer.head['id']}/cloth")["cloths"]]
    assert roles[-1] == "toile"
    lays = ringer.call("GET", f"/makings/{ringer.head['id']}/lay")["lays"]
    assert {item["piece"] for item in lays[-1]["items"]} == {1, 2}


def test_what_was_found_becomes_changes(ringer, places):
    low = proposal(ringer, places["the armhole dart"], "too low", 20)
    assert low["found"] == "The armhole dart is [[20]] too low."
    (dart,) = low["changes"]
    assert (dart["kind"], dart["pieces"], dart["along"]) == ("dart", [1, 4], -20)
    hip = next(key for name, key in places.items() if name.startswith("the waist, at the side"))
    # 1.5 cm on each side seam: half of it let out on either piece; all round it is shared by two seams.
    (out,) = proposal(ringer, hip, "too tight", 15)["changes"]
    assert (out["measured"], [pin["by"] for pin in out["pins"]]) == ("pinch", [-15])
    (shared,) = proposal(ringer, hip, "too loose", 30, each=False)["changes"]
    assert [pin["by"] for pin in shared["pins"]] == [15]
    (longer,) = proposal(ringer, places["the length at the waist"], "too short", 12)["changes"]
    assert (longer["level"], longer["amount"]) == ("waist", 12)
    made = changed(ringer, *low["changes"], out, longer)
    assert [each["index"] for each in made["made"]] == [0, 1]
    assert [f for f in made["findings"] if f["weight"] == "fault"] == []
    refused = proposal(ringer, places["the armhole dart"], "too tight", 20)
    assert refused["refused"]["field"] == "what"
    assert proposal(ringer, "dart 9 none", "too low", 20)["refused"]["field"] == "place"


def test_versions_say_how_the_pieces_differ_and_can_be_gone_back_to(ringer):
    version = {
        "name": "After toile 1", "changes": CHANGES[:1], "found": ["It was [[15]] too short."],
    }  # fmt: skip
    changed(ringer, *CHANGES, versions=[version])
    seen = fitting(ringer, "/versions")["versions"]
    assert [(v["kind"], v["changes"]) for v in seen] == [
        ("original", 0), ("traced", 0), ("kept", 1),
    ]  # fmt: skip
    lining = next(p for p in seen[1]["differs"] if p["piece"] == 5)
    assert {f["name"]: f["text"] for f in lining["figures"]}["high"] == "+[[15]]"
    # Against the version only what came after it: darts of 1 and 4, the side of 1 and 2.
    assert {p["piece"] for p in seen[2]["differs"]} == {1, 2, 4}
    changed(ringer, *seen_changes(ringer, 0))
    assert fitting(ringer, "/versions")["versions"][2]["differs"] == []


def seen_changes(api, index: int) -> list[dict]:
    return api.head["inputs"]["fit"]["versions"][index]["changes"]


def test_what_a_person_always_needs_is_proposed_where_the_pattern_has_the_place(ringer):
    person = ringer.call("GET", "/cupboard")["people"][0]
    ringer.edit("pick", inputs={"person": person["name"], "measurements": person["measurements"]})
    before = len(person["adjustments"])
    hand = {"kind": "hand", "piece": 1, "edge": "shoulder", "part": "end", "out": -6}
    changed(ringer, *CHANGES, hand)
    for index in range(4):
        kept = fitting(ringer, "/standing", "POST", index=index, name="" if index else "short waist")
        assert kept["person"] == person["name"]
    card = next(p for p in ringer.call("GET", "/cupboard")["people"] if p["name"] == person["name"])
    assert len(card["adjustments"]) == before + 4
    assert "side in [[12]] pinched" in card["standing"][-2]
    assert fitting(ringer)["standing"] == [
        each for each in fitting(ringer)["standing"] if each["change"]["kind"] == "length"
        and each["change"]["level"] != "waist"
    ]  # fmt: skip
    changed(ringer)
    offered = {each["change"]["kind"]: each["change"] for each in fitting(ringer)["standing"]}
    assert offered["dart"]["along"] == 10
    assert (offered["width"]["piece"], offered["width"]["pins"][0]["by"]) == (1, 12)
    assert (offered["hand"]["edge"], offered["hand"]["out"]) == ("shoulder", -6)
    assert fitting(ringer, "/standing", "POST", index=7)["refused"]["field"] == "index"


def test_a_fitted_toile_becomes_a_pattern_of_one_size(ringer):
    split = {"kind": "split", "piece": 2, "line": [[-50, 180], [600, 200]], "new": 20,
             "names": ["Lower back", "Upper back"], "seam": "back yoke"}  # fmt: skip
    fitted = changed(ringer, *CHANGES, split)
    made = fitting(ringer, "/pattern", "POST", name="Orla’s own waistcoat")
    own = ringer.pattern("Orla’s own waistcoat")
    assert own["id"] == made["id"]
    ringer.head = ringer.call("POST", "/makings", {"pattern": made["id"], "title": "Again"})
    again = fitting(ringer)["fitted"]
    assert [p["name"] for p in again["pieces"] if p["number"] in (2, 20)] == [
        "Lower back",
        "Upper back",
    ]
    seams = {seam["name"]: seam["a"]["value"] for seam in again["seams"]}
    assert seams["back yoke"] == pytest.approx(
        next(s["a"]["value"] for s in fitted["seams"] if s["name"] == "back yoke"), abs=0.01
    )
    assert again["before"] == {}


def test_a_handle_that_is_held_shows_the_outlines_and_keeps_nothing(ringer):
    before = ringer.head["at"]
    hand = {"kind": "hand", "piece": 1, "edge": "side", "part": "point", "out": 8}
    inputs = {**ringer.head["inputs"]["fit"], "changes": [hand]}
    seen = fitting(ringer, "/outlines", "POST", inputs=inputs)
    assert (set(seen["pieces"]), seen["sentence"]) == ({"1"}, "")
    hand["edge"] = "none"
    assert "no edge “none”" in fitting(ringer, "/outlines", "POST", inputs=inputs)["sentence"]
    assert ringer.call("GET", f"/makings/{ringer.head['id']}")["at"] == before
