"""Measurements with dates, standing adjustments, the kit, and groups with their sheet."""

from datetime import date
from io import BytesIO

import pytest
from pypdf import PdfReader

from tests.workroom.laying import drawn, work
from workroom.records.models import Making, Person


def person(api, name):
    return next(p for p in api.call("GET", "/cupboard")["people"] if p["name"] == name)


def test_the_newest_value_of_every_measurement_counts(ringer):
    pip = person(ringer, "Pip Fennimoor")
    # The waist was last taken in November, everything else in June.
    assert pip["measurements"] == {"height": 1492, "bust": 768, "waist": 604, "hip": 801}
    assert [sitting["day"] for sitting in pip["sittings"]] == [
        "2026-06-28", "2025-11-02", "2025-04-06",
    ]  # fmt: skip


def test_a_day_is_added_and_taken_out_again(ringer):
    pip = person(ringer, "Pip Fennimoor")
    path = f"/cupboard/people/{pip['id']}"
    body = {"name": pip["name"], "measurements": {**pip["measurements"], "height": 1510},
            "day": "2026-09-01"}  # fmt: skip
    grown = ringer.call("PUT", path, body)
    assert grown["measurements"]["height"] == 1510
    # Only what differs is noted for that day.
    assert grown["sittings"][0] == {
        "day": "2026-09-01", "measurements": {"height": 1510}, "grown": {"height": 18},
    }  # fmt: skip
    back = ringer.call("DELETE", f"{path}/sittings/2026-09-01")
    assert back["measurements"] == pip["measurements"]


def test_a_measurement_taken_out_is_gone_from_every_day(ringer):
    pip = person(ringer, "Pip Fennimoor")
    kept = {name: mm for name, mm in pip["measurements"].items() if name != "hip"}
    body = {"name": pip["name"], "measurements": kept}
    changed = ringer.call("PUT", f"/cupboard/people/{pip['id']}", body)
    assert "hip" not in changed["measurements"]
    assert not any("hip" in sitting["measurements"] for sitting in changed["sittings"])


def test_nobody_is_measured_tomorrow(ringer):
    body = {"name": "Ada", "measurements": {"bust": 900}, "day": "2999-01-01"}
    refused = ringer.call("POST", "/cupboard/people", body)["refused"]
    assert refused["field"] == "day"
    assert not Person.objects.filter(name="Ada").exists()


def test_every_measurement_says_how_it_is_taken(ringer):
    how = {each["name"]: each for each in ringer.call("GET", "/cupboard")["how"]}
    for pattern in ringer.call("GET", "/cupboard")["patterns"]:
        body = {"pattern": pattern["id"], "title": "T"}
        making = ringer.call("POST", "/makings", body)["id"]
        for row in ringer.call("GET", f"/makings/{making}/pick")["picked"]["comparisons"]:
            assert how[row["measurement"]]["how"].endswith(".")
            assert len(how[row["measurement"]]["line"]) >= 2


def test_standing_adjustments_are_proposed_on_a_new_making(ringer):
    orla = person(ringer, "Orla Fennimoor")
    assert [(c["level"], c["amount"]) for c in orla["adjustments"]] == [("waist", -12)]
    body = {"pattern": ringer.pattern()["id"], "title": "For Orla", "person": orla["id"]}
    ringer.head = ringer.call("POST", "/makings", body)
    path = f"/makings/{ringer.head['id']}/fit"
    (standing,) = ringer.call("GET", path)["standing"]
    ringer.edit("fit", inputs={"changes": [standing["change"]]})
    again = ringer.call("GET", path)
    assert again["standing"] == []
    assert again["fitted"]["changes"][0]["amount"]["value"] == -12


def test_adjustments_are_kept_and_their_limits_are_sentences(ringer):
    orla = person(ringer, "Orla Fennimoor")
    path = f"/cupboard/people/{orla['id']}/adjustments"
    two = [{"level": "waist", "amount": -12}, {"level": "arm", "amount": 8}]
    assert len(ringer.call("PUT", path, {"adjustments": two, "seen": []})["adjustments"]) == 2
    far = [{"level": "waist", "amount": 900}]
    wild = ringer.call("PUT", path, {"adjustments": far, "seen": two})["refused"]
    assert "at most" in wild["sentence"]


def test_the_kit_changes_the_way_advised(ringer):
    path = f"/makings/{ringer.head['id']}/trace"
    ways = {way["piece"]: way["way"] for way in ringer.call("GET", path)["ways"]}
    assert ways[1] == "see-through paper on top"
    seen = ringer.call("GET", "/cupboard")["kit"]
    ringer.call("PUT", "/cupboard/kit", {"tools": ["strong opaque paper", "spiked wheel"], "seen": seen})
    ways = {way["piece"]: way["way"] for way in ringer.call("GET", path)["ways"]}
    assert ways[1] == "spiked wheel"
    assert ringer.call("GET", "/cupboard")["kit"] == ["strong opaque paper", "spiked wheel"]
    none = {"tools": [], "seen": ["strong opaque paper", "spiked wheel"]}
    assert "at least one" in ringer.call("PUT", "/cupboard/kit", none)["refused"]["sentence"]


# --- groups ---


def begun(api, *names, pattern="Ringing breeches"):
    ids = [person(api, name)["id"] for name in names]
    body = {"name": "Spring tour", "pattern": api.pattern(pattern)["id"], "people": ids}
    return api.call("POST", "/groups", body)


def test_a_group_gives_everybody_a_size_and_a_making(ringer):
    sheet = begun(ringer, "Orla Fennimoor", "Tamsin Quillby")
    assert [(row["person"], row["size"]) for row in sheet["rows"]] == [
        ("Orla Fennimoor", "3"),  # hip 99.0: 2.0 above size 3, 3.0 below size 4
        ("Tamsin Quillby", "3"),  # hip 98.5
    ]
    for row in sheet["rows"]:
        head = ringer.call("GET", f"/makings/{row['making']}")
        assert head["inputs"]["pick"]["person"] == row["person"]
        assert head["inputs"]["trace"]["dated"]


def test_the_sheet_adds_up_paper_and_cloth(ringer):
    sheet = begun(ringer, "Orla Fennimoor", "Pip Fennimoor")
    paper = sum(row["paper"]["value"] for row in sheet["rows"])
    assert sheet["paper"]["value"] == pytest.approx(paper)
    for total in sheet["totals"]:
        needs = [
            need["takes"]["value"]
            for row in sheet["rows"]
            for need in row["cloths"]
            if need["role"] == total["role"]
        ]
        assert sum(needs) > 0
        assert total["least"]["value"] == pytest.approx(sum(needs))
        assert (total["laid"]["value"], total["open"]) == (0, 2)
    assert "no cloth is chosen yet" in sheet["rows"][0]["cloths"][0]["takes"]["working"][0]


def test_what_has_no_cloth_is_laid_on_a_usual_width(ringer):
    sheet = begun(ringer, "Orla Fennimoor")
    wanted = next(each for each in sheet["unsearched"] if each["role"] == "main")
    path = f"/makings/{wanted['making']}/lay/searches"
    variants = [wanted["ask"]]
    task = {"role": "main", "seconds": 1, "variants": variants}
    assert "Choose a cloth" in ringer.call("POST", path, {**task, "variants": []})["refused"]["sentence"]
    job = ringer.call("POST", path, task)["id"]
    assert work()
    takes = ringer.call("GET", f"{path}/{job}")["best"]["takes"]
    now = ringer.call("GET", f"/groups/{sheet['id']}")
    main = next(each for each in now["rows"][0]["cloths"] if each["role"] == "main")
    assert (main["laid"], main["takes"]["value"]) == (True, pytest.approx(takes))
    assert {each["role"] for each in now["unsearched"]} == {
        each["role"] for each in sheet["unsearched"]
    } - {"main"}
    shared = next(each for each in now["shared"] if each["roles"] == ["main"])
    assert shared["buy"]["value"] == -(-takes // 100) * 100
    # The making's own list says the same, with the widths that were tried.
    list_ = ringer.call("GET", f"/makings/{wanted['making']}/shopping")["list"]["lines"]
    line = next(each for each in list_ if each["key"] == "cloth main")
    assert (line["amount"]["value"], line["sure"]) == (shared["buy"]["value"], True)
    assert [each["width"] for each in line["widths"]] == [wanted["ask"]["width"]]


def test_a_new_name_is_followed_and_people_of_one_name_are_told_apart(ringer):
    sheet = begun(ringer, "Orla Fennimoor", "Tamsin Quillby")
    orla, tamsin = (person(ringer, name) for name in ("Orla Fennimoor", "Tamsin Quillby"))
    for each in (orla, tamsin):
        body = {"name": "Orla Weir", "measurements": each["measurements"]}
        ringer.call("PUT", f"/cupboard/people/{each['id']}", body)
    path = f"/groups/{sheet['id']}"
    rows = ringer.call("GET", path)["rows"]
    assert [row["person"] for row in rows] == ["Orla Weir (1)", "Orla Weir (2)"]
    head = ringer.call("GET", f"/makings/{rows[0]['making']}")
    assert head["inputs"]["pick"]["person"] == "Orla Weir"
    assert head["undo"] == "Orla Fennimoor is called Orla Weir now"
    assert head["title"] == "Spring tour: Orla Weir"
    # Of two who are called so nobody is meant by the name alone.
    ringer.head = ringer.call("POST", "/makings", {"pattern": ringer.pattern()["id"], "title": "x"})
    pick = {**ringer.head["inputs"]["pick"], "person": "Orla Weir"}
    ringer.edit("pick", inputs=pick)
    assert Making.objects.get(pk=ringer.head["id"]).whom is None
    # Each is in it once all the same.
    assert (
        "already" in ringer.call("POST", f"{path}/people", {"people": [orla["id"]]})["refused"]["sentence"]
    )


def test_a_group_gets_another_name_and_somebody_leaves(ringer):
    sheet = begun(ringer, "Orla Fennimoor", "Tamsin Quillby")
    path = f"/groups/{sheet['id']}"
    assert ringer.call("PUT", path, {"name": "Autumn tour"})["name"] == "Autumn tour"
    making = sheet["rows"][0]["making"]
    assert ringer.call("GET", f"/makings/{making}")["title"] == "Autumn tour: Orla Fennimoor"
    left = ringer.call("DELETE", f"{path}/makings/{making}")
    assert [row["making"] for row in left["rows"]] == [sheet["rows"][1]["making"]]
    assert "Orla Fennimoor" in [each["name"] for each in left["people"]]
    assert ringer.call("GET", f"/makings/{making}")["id"] == making
    assert "not in this group" in ringer.call("DELETE", f"{path}/makings/{making}")["refused"]["sentence"]


def test_one_print_holds_everybody_with_a_sheet_of_names(ringer):
    sheet = begun(ringer, "Orla Fennimoor", "Pip Fennimoor")
    wanted = "page=A4"
    alone = [
        PdfReader(BytesIO(drawn(ringer, f"/api/makings/{row['making']}/sheets.pdf?{wanted}").content))
        for row in sheet["rows"]
    ]
    answer = drawn(ringer, f"/api/groups/{sheet['id']}/sheets.pdf?{wanted}")
    every = PdfReader(BytesIO(answer.content))
    first, second = (len(each.pages) for each in alone)
    assert len(every.pages) == 1 + first + second
    names = every.pages[0].extract_text()
    assert f"pages 2 to {first + 1}" in names
    assert f"pages {first + 2} to {first + second + 1}" in names
    assert "Pip Fennimoor" in names
    assert every.pages[1].extract_text() == alone[0].pages[0].extract_text()
    assert every.pages[-1].mediabox == alone[1].pages[-1].mediabox
    empty = ringer.call(
        "POST", "/groups", {"name": "Nobody", "pattern": ringer.pattern("Ringing breeches")["id"]}
    )
    refused = ringer.client.get(f"/api/groups/{empty['id']}/sheets.pdf")
    assert "Nobody is in this group" in refused.content.decode()


def test_a_size_in_doubt_says_so_in_its_row(ringer):
    body = {"name": "Nobody’s measure", "measurements": {}}
    new = ringer.call("POST", "/cupboard/people", body)["id"]
    group = {"name": "Tour", "pattern": ringer.pattern("Ringing breeches")["id"], "people": [new]}
    sheet = ringer.call("POST", "/groups", group)
    assert "Nobody was measured" in sheet["rows"][0]["doubts"][0]
    assert sheet["doubtful"] == 1


def test_somebody_joins_once_and_the_group_parts(ringer):
    sheet = begun(ringer, "Orla Fennimoor")
    path = f"/groups/{sheet['id']}"
    tamsin = person(ringer, "Tamsin Quillby")["id"]
    assert len(ringer.call("POST", f"{path}/people", {"people": [tamsin]})["rows"]) == 2
    twice = ringer.call("POST", f"{path}/people", {"people": [tamsin]})["refused"]
    assert "already" in twice["sentence"]
    making = sheet["rows"][0]["making"]
    ringer.call("DELETE", path)
    assert ringer.call("GET", "/groups")["found"] == []
    assert ringer.call("GET", f"/makings/{making}")["id"] == making


def test_groups_belong_to_their_owner(ringer, stranger):
    sheet = begun(ringer, "Orla Fennimoor")
    assert stranger.call("GET", "/groups")["found"] == []
    stranger.call("GET", f"/groups/{sheet['id']}", status=404)
    stranger.call("DELETE", f"/groups/{sheet['id']}", status=404)
    orla = person(ringer, "Orla Fennimoor")["id"]
    stranger.call("DELETE", f"/cupboard/people/{orla}/sittings/2026-03-14", status=404)
    stranger.call(
        "PUT", f"/cupboard/people/{orla}/adjustments", {"adjustments": [], "seen": []}, status=404
    )


def test_a_clock_that_was_wrong_hides_nothing_newer(ringer, monkeypatch):
    """The machine's clock stood in 2031 for a day, then in 2020; whoever measures has one of their own."""
    from django.utils import timezone

    def clock(year: int) -> date:
        day = date(year, 6, 1)
        monkeypatch.setattr(timezone, "localdate", lambda value=None: value.date() if value else day)
        return day

    def measure(bust: int, **more) -> dict:
        body = {"name": "Ada", "measurements": {"bust": bust}, **more}
        path = f"/cupboard/people/{ada['id']}" if ada else "/cupboard/people"
        return ringer.call("PUT" if ada else "POST", path, body)

    ada: dict = {}
    clock(2031)
    ada = measure(900)
    clock(2026)
    ada = measure(910, day="2026-06-01")
    assert ada["measurements"]["bust"] == 910
    assert [each["day"] for each in ada["sittings"]] == ["2026-06-01"]
    clock(2020)
    ada = measure(920)  # no day named: it is the newest all the same
    assert ada["measurements"]["bust"] == 920
    ada = measure(930, day="2026-06-02")  # their own clock is right
    assert ada["measurements"]["bust"] == 930
    refused = measure(940, day="2033-01-01")["refused"]
    assert "clock says 01.06.2020" in refused["sentence"]
