"""Lay through the api: what is moved, typed, taken over, sent out; the cupboard and the shop."""

from io import BytesIO
from xml.etree import ElementTree

import pytest
from pypdf import PdfReader

from tests.craft.shapes import like
from tests.workroom.laying import begin, corrected, laid_out, look, work


def test_several_are_moved_as_one_and_find_the_edge_together(ready):
    placements = laid_out(ready)
    one, two = placements[0], placements[1]
    moved = [{**each, "x": each["x"] + 300} for each in (one, two)]
    body = {"role": "main", "placement": moved[0], "along": [moved[1]]}
    judged = ready.call("POST", f"/makings/{ready.head['id']}/lay/judge", body)
    assert judged["placement"]["x"] == pytest.approx(one["x"] + 300)
    stage = ready.edit("lay/drop", **body)["stage"]
    there = {j["placement"]["item"]: j["placement"]["x"] for j in stage["lays"][0]["placed"]}
    assert [there[one["item"]] - one["x"], there[two["item"]] - two["x"]] == [
        pytest.approx(300), pytest.approx(300),
    ]  # fmt: skip


def test_a_piece_is_put_where_the_tape_says_and_checked_with_it(ready):
    placements = laid_out(ready)
    first = next(p for p in placements if p["item"] == "1.1")
    at = {"upper": 200, "lower": 200, "to_end": 400}
    answer = ready.edit("lay/drop", role="main", placement=first, taped=at)
    ready.head = answer["head"]
    placed = answer["stage"]["lays"][0]["placed"]
    lying = next(j["numbers"] for j in placed if j["placement"]["item"] == "1.1")
    assert [lying[k]["value"] for k in ("upper", "lower", "to_end")] == pytest.approx(
        [200, 200, 400], abs=0.6
    )
    path = f"/makings/{ready.head['id']}/lay/check"
    body = {"role": "main", "item": "1.1", "upper": 200, "lower": 204}
    assert "[[4]] toward" in ready.call("POST", path, body)["sentence"]
    gone = ready.call("POST", path, {**body, "item": "77.1"})["refused"]
    assert gone["sentence"] == "That piece does not lie on this cloth."


def test_two_pieces_are_swapped_and_a_stranger_pair_is_refused(ready):
    placements = laid_out(ready)
    one, two = placements[0]["item"], placements[1]["item"]
    ready.edit("lay/arrange", role="main", one=one, other=two, how="swap")
    now = {p["item"]: p for p in ready.head["inputs"]["lay"]["placements"]["main"]}
    assert now[one] != placements[0]
    refused = ready.edit("lay/arrange", role="main", one=one, other=one, how="swap")["refused"]
    assert refused["sentence"] == "Choose two pieces that lie on this cloth."


def test_a_way_that_was_found_is_taken_over_in_one_step(ready):
    variants = [
        {"fold": "lengthwise"}, {"fold": "single"}, {"fold": "lengthwise", "without": ["nap"]},
    ]  # fmt: skip
    search = begin(ready, variants=variants, seconds=2)
    work()
    seen = look(ready, search)["seen"]
    assert all(each["picture"]["pieces"] for each in seen)
    assert 0 < seen[0]["waste"]["value"] < 1
    assert seen[1]["cost"]["value"] == pytest.approx(
        look(ready, search)["found"]["tried"][1]["takes"]
        - look(ready, search)["found"]["tried"][0]["takes"]
    )
    refused = ready.edit("lay/take", job=search["id"], at=2)["refused"]
    assert "only to see what it costs" in refused["sentence"]
    ready.edit("lay/take", job=search["id"], at=1)
    assert ready.head["inputs"]["cloth"]["folds"]["main"] == "single"
    lay = ready.call("GET", f"/makings/{ready.head['id']}/lay")["lays"][0]
    assert lay["complete"], (lay["missing"], lay["findings"])
    assert next(k for k in ready.head["knots"] if k["stage"] == "lay")["state"] != "look"
    assert "did not find" in ready.edit("lay/take", job=search["id"], at=9)["refused"]["sentence"]


def test_the_lay_goes_out_on_one_page_and_in_its_own_size(ready):
    path = f"/api/makings/{ready.head['id']}/lay/main/sheet"
    assert "Nothing lies" in ready.call("GET", path.removeprefix("/api") + ".pdf")["refused"]["sentence"]
    laid_out(ready)
    pdf = ready.client.get(path + ".pdf").content
    page = PdfReader(BytesIO(pdf)).pages
    assert len(page) == 1
    assert "Front" in page[0].extract_text()
    saved = ready.client.get(f"/api/makings/{ready.head['id']}/saved/lay/main.svg").content
    assert ElementTree.fromstring(saved).get("width").endswith("mm")


def test_the_shopping_list_takes_off_what_stands_in_the_cupboard(ready):
    path = f"/makings/{ready.head['id']}/shopping"
    before = {line["key"]: line for line in ready.call("GET", path)["list"]["lines"]}
    assert not before["cloth main"]["sure"]
    laid_out(ready)
    seen = ready.call("GET", path)
    main = next(line for line in seen["list"]["lines"] if line["key"] == "cloth main")
    assert (main["enough"], main["sure"], main["amount"]["value"]) == (True, True, 0)
    assert "main" not in seen["text"].splitlines()[1]
    notions = [line for line in seen["list"]["lines"] if line["kind"] == "notion"]
    assert notions
    tools = {line["what"] for line in seen["list"]["lines"] if line["kind"] == "tool"}
    assert "basting thread" in tools
    # Widths are searched for, and stay on the list until the pieces change.
    begin(ready, variants=[{"fold": "lengthwise", "width": 1120}], seconds=1)
    work()
    wide = ready.call("GET", path)["list"]["lines"][0]["widths"]
    assert [each["width"] for each in wide] == [1120]
    assert wide[0]["buy"]["value"] >= wide[0]["takes"]["value"]
    ready.edit("shopping", bought=[notions[0]["key"]])
    assert ready.head["undo"] == f"Bought: {notions[0]['what']}"
    assert ready.call("GET", path)["bought"] == [notions[0]["key"]]
    ready.edit("lay/rules", liberties={"1": {"across": True}})
    assert ready.call("GET", path)["list"]["lines"][0]["widths"] == []


def test_what_is_left_goes_back_to_the_cupboard(ready):
    laid_out(ready)
    path = f"/makings/{ready.head['id']}/lay/main/remnant"
    refused = ready.call("POST", path)["refused"]
    assert refused["sentence"] == "Nothing is cut from this cloth yet."
    ready.edit("lay/held", role="main", cut=["2.1"])
    card = ready.call("POST", path)
    assert card["cloth"]["remnant"]
    assert card["id"] in [each["id"] for each in ready.call("GET", "/cupboard")["cloths"]]


def test_a_corrected_cloth_is_told_with_what_changed_and_taken_over(ready):
    stage = ready.call("GET", f"/makings/{ready.head['id']}/cloth")
    assert stage["corrected"] == {}
    card = next(c for c in stage["cupboard"] if c["cloth"]["name"].startswith("Wool"))
    ready.call("PUT", f"/cupboard/cloths/{card['id']}", corrected(card["cloth"], width=1380))
    told = ready.call("GET", f"/makings/{ready.head['id']}/cloth")["corrected"]["main"]
    assert (told["id"], told["changes"]) == (card["id"], ["width: [[1400]] → [[1380]]"])
    inputs = ready.head["inputs"]["cloth"]
    inputs = {
        **inputs,
        "cloths": {**inputs["cloths"], "main": told["cloth"]},
        "taken": {"main": card["id"]},
    }
    ready.edit("cloth", inputs=inputs)
    assert ready.call("GET", f"/makings/{ready.head['id']}/cloth")["corrected"] == {}


def test_a_group_has_one_list_for_everybody(ready):
    cupboard = ready.call("GET", "/cupboard")
    people = [person["id"] for person in cupboard["people"][:2]]
    body = {"name": "Spring ringing", "pattern": cupboard["shelf"][0]["id"], "people": people}
    group = ready.call("POST", "/groups", body)
    text = ready.client.get(f"/api/groups/{group['id']}/shopping.txt").content.decode()
    assert text.splitlines()[0] == "Spring ringing"
    assert "at the very least" in text  # nobody's cloth is laid yet
    assert ready.client.get("/api/groups/9999/shopping.txt").status_code == 404


def test_the_lining_from_the_main_cloth_is_one_lay_with_it(ready):
    inputs = ready.head["inputs"]["cloth"]
    main = {**inputs["cloths"]["main"], "owned": 3000}
    inputs = {**inputs, "cloths": {**inputs["cloths"], "main": main}}
    ready.edit("cloth", inputs=inputs)
    ready.edit("cloth", inputs={**inputs, "joined": {"lining": "main"}})
    assert ready.head["undo"] == "Changed which cloths serve for several"
    stage = ready.call("GET", f"/makings/{ready.head['id']}/cloth")
    assert [each["role"] for each in stage["cloths"]] == ["main", "interfacing"]
    assert stage["roles"] == ["main", "lining", "interfacing"]
    laid = laid_out(ready)
    assert {"1.1", "4.1"} <= {each["item"] for each in laid}
    lay = ready.call("GET", f"/makings/{ready.head['id']}/lay")["lays"][0]
    assert lay["complete"], (lay["missing"], lay["findings"])
    cut = ready.call("GET", f"/makings/{ready.head['id']}/cut")["lists"]
    assert [each["role"] for each in cut] == ["main", "interfacing"]


def test_what_lies_on_the_floor_is_ticked_until_it_lies_elsewhere(ready):
    placements = laid_out(ready)
    path = f"/makings/{ready.head['id']}/lay"
    first = ready.call("GET", path)["floor"]["main"]["1.1"]
    assert first["state"] == "open"
    ready.edit("ticks", keys=[first["key"]], on=True)
    assert ready.call("GET", path)["floor"]["main"]["1.1"]["state"] == "done"
    lying = next(p for p in placements if p["item"] == "1.1")
    ready.edit("lay/drop", role="main", placement={**lying, "x": lying["x"] + 12})
    ready.head = ready.head["head"]
    moved = ready.call("GET", path)["floor"]["main"]["1.1"]
    assert moved["state"] == "look"
    assert "from the cut end" in moved["why"]
    ready.edit("undo")
    assert ready.call("GET", path)["floor"]["main"]["1.1"]["state"] == "done"


@pytest.mark.parametrize(
    ("traits", "said", "cutter"),
    [
        ([], "Shears in long strokes", False),
        (["slippery"], "Rotary cutter", True),
        (["sheer"], "Rotary cutter", True),
        (["lace"], "Small sharp scissors", False),
        (["beads"], "Beads blunt an edge", False),
        (["lace", "sheer"], "Cut round the motifs", False),
    ],
)
def test_the_cloth_decides_what_it_is_cut_with(ready, traits, said, cutter):
    inputs = ready.head["inputs"]["cloth"]
    main = {**inputs["cloths"]["main"], **like(*traits)}
    ready.edit("cloth", inputs={**inputs, "cloths": {**inputs["cloths"], "main": main}})
    cut = ready.call("GET", f"/makings/{ready.head['id']}/cut")["lists"][0]
    assert said in cut["tool"]
    assert cut["cutter"] is cutter


def test_what_a_join_and_another_cloth_save_is_searched_and_taken(ready):
    variants = [
        {"fold": "lengthwise"},
        {"fold": "lengthwise", "allowing": [[7, "join"]]},
        {"fold": "lengthwise", "allowing": [[3, "other cloth"]]},
        {"fold": "lengthwise", "allowing": [[2, "join"]]},  # it lies on the fold
    ]
    search = begin(ready, variants=variants, seconds=3)
    work()
    tried = look(ready, search)["found"]["tried"]
    items = [{p["item"] for p in t["sought"]["placements"]} if t["sought"] else None for t in tried]
    assert "3.1" in items[0]
    assert len(items[1]) > len(items[0])  # two lengths in place of one
    assert "3.1" not in items[2]
    assert "cannot be joined" in tried[3]["refused"]
    ready.edit("lay/take", job=search["id"], at=2)
    assert ready.head["inputs"]["lay"]["elsewhere"] == {"main": [3]}
    stage = ready.call("GET", f"/makings/{ready.head['id']}/lay")["lays"][0]
    assert "3.1" not in {each["key"] for each in stage["items"]}
