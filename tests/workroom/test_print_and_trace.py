"""The api of tracing and printing: ticks, choices, pages, files, the stand-in printer."""

import pytest

from tests.workroom.laying import drawn


def stage(api, name="trace", **query):
    said = "&".join(f"{key}={value}" for key, value in query.items())
    return api.call("GET", f"/makings/{api.head['id']}/{name}{'?' + said if said else ''}")


def fetch(api, name):
    return drawn(api, f"/api/makings/{api.head['id']}/{name}")


def trace(api, **change):
    return api.edit("trace", inputs={**api.head["inputs"]["trace"], **change})


def pick(api, **change):
    return api.edit("pick", inputs={**api.head["inputs"]["pick"], **change})


def test_a_piece_is_ticked_thing_by_thing_or_as_a_whole(ringer):
    things = stage(ringer)["ticks"]["6"]["things"]
    keys = [tick["key"] for tick in things.values()]
    ringer.edit("ticks", keys=keys, on=True)
    assert stage(ringer)["ticks"]["6"]["piece"]["state"] == "done"
    # One thing taken back, and the piece is open again; the others stay.
    ringer.edit("ticks", keys=keys[:1], on=False)
    after = stage(ringer)["ticks"]["6"]
    assert after["piece"]["state"] == "open"
    assert [tick["state"] for tick in after["things"].values()].count("done") == len(keys) - 1
    # As a whole: everything on it is ticked along.
    ringer.edit("ticks", keys=["trace/6"], on=True)
    assert all(t["state"] == "done" for t in stage(ringer)["ticks"]["6"]["things"].values())
    ringer.edit("ticks", keys=keys[:1], on=False)
    assert stage(ringer)["ticks"]["6"]["piece"]["state"] == "open"
    assert ringer.head["undo"] == "Took back the ticks of piece 6"


def test_blending_is_kept_undone_and_refused_by_name(ringer):
    pick(ringer, size="C", at={"hip": "E"})
    shown = stage(ringer, "pick")
    assert shown["picked"]["graded"]
    assert set(shown["wanted"]) == {str(n) for n in range(1, 9)}
    assert ringer.head["undo"] == "Chose size C"
    pick(ringer, at={"hip": "D"})
    assert ringer.head["undo"] == "Sizes: D at the hip"
    refused = pick(ringer, at={"hip": "Z"})["refused"]
    assert (refused["field"], refused["sentence"]) == (
        "pick.at.hip", "This pattern has no size Z.",
    )  # fmt: skip


def test_a_late_blend_flags_what_was_traced(ringer):
    pick(ringer, size="C")
    ringer.edit("ticks", keys=["trace/1"], on=True)
    pick(ringer, at={"hip": "E"})
    tick = stage(ringer)["ticks"]["1"]["piece"]
    assert tick["state"] == "look"
    assert "now C at the bust, C at the waist, E at the hip" in tick["why"]


def test_a_tie_by_sum_is_laid_on_cloth(ringer):
    tie = {"number": 20, "name": "Tie", "kind": "tie", "finished": 600, "width": 25, "count": 2}
    trace(ringer, sums=[tie])
    assert ringer.head["undo"] == "Added Tie by sum"
    piece = next(p for p in stage(ringer)["traced"]["pieces"] if p["number"] == 20)
    assert piece["reckoned"]["long"]["value"] == 620
    assert piece["advice"] is None
    lays = stage(ringer, "lay")["lays"]
    assert any(i["piece"] == 20 for lay in lays for i in lay["items"] if lay["role"] == "main")


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"sums": [{"number": 20, "name": "T", "kind": "tie", "width": 25}]}, "trace.sums.0.finished"),
        ({"sums": [{"number": 1, "name": "T", "kind": "tie", "finished": 50, "width": 25}]},
         "trace.sums.0.number"),
        ({"sums": [{"number": 20, "name": "T", "kind": "kite", "finished": 50, "width": 25}]}, "kind"),
        ({"edges": {"1/side": 300}}, "edges"),
        ({"treatments": {"1": "burn"}}, "treatments"),
        ({"paper": {"kind": "roll", "width": 20}}, "width"),
    ],
)  # fmt: skip
def test_what_cannot_be_is_refused_at_its_field(ringer, change, field):
    at = ringer.head["at"]
    refused = trace(ringer, **change)["refused"]
    assert field in refused["field"]
    assert ringer.call("GET", f"/makings/{ringer.head['id']}")["at"] == at


def test_paper_is_planned_for_what_is_traced(ringer):
    shown = stage(ringer, "paper")
    put = {put["number"] for sheet in shown["plan"]["sheets"] for put in sheet["put"]}
    assert put == {1, 2, 3, 4, 5, 8}  # the welt and the strap use the original's own paper
    trace(ringer, paper={"kind": "sheets", "width": 500, "height": 400})
    assert stage(ringer, "paper")["plan"]["needed"]["text"].endswith("sheets")
    assert ringer.head["undo"] == "Changed the paper"


@pytest.mark.parametrize("page", ["A4", "A3", "Letter", "roll", "one sheet"])
def test_the_pdf_has_the_pages_announced(ringer, page):
    from io import BytesIO

    from pypdf import PdfReader

    plan = stage(ringer, "sheets", page=page.replace(" ", "%20"))["plan"]
    answer = fetch(ringer, f"sheets.pdf?page={page}")
    assert answer["Content-Type"] == "application/pdf"
    assert len(PdfReader(BytesIO(answer.content)).pages) == plan["pages"]


def test_chosen_pieces_and_layers_only(ringer):
    all_of_it = stage(ringer, "sheets")["plan"]
    few = stage(ringer, "sheets", pieces="6,7")["plan"]
    assert few["pages"] < all_of_it["pages"]
    assert {laid["number"] for laid in few["laid"]} == {6, 7}
    for query, said in (
        ({"pieces": "x"}, "by their numbers"),
        ({"pieces": "0"}, "at least one piece"),
        ({"layers": "lace"}, "at least one layer"),
        ({"page": "roll", "roll_width": 210}, "wider than this roll"),
        ({"margin": 400}, "at most"),
    ):
        refused = stage(ringer, "sheets", **query)["refused"]
        assert said in refused["sentence"]


def test_the_stand_in_printer_prints_a_picture_and_a_pdf(ringer):
    png = fetch(ringer, "printer.png?scale_x=0.97&scale_y=0.97&skew=0.5&rim=6&setting=103.1")
    assert png.content.startswith(b"\x89PNG")
    assert fetch(ringer, "printer.pdf?pieces=6").content.startswith(b"%PDF")
    assert "only" in fetch(ringer, "printer.png?sheet=900").json()["refused"]["sentence"]
    assert "refused" in fetch(ringer, "printer.png?scale_x=9").json()


def test_a_square_is_judged_outside_a_making(ringer):
    said = ringer.call("POST", "/measure/print", {"width": 97, "height": 97})
    assert said["new_setting"]["value"] == 103.1
    refused = ringer.call("POST", "/measure/print", {"width": 97, "height": 300})["refused"]
    assert refused["field"] == "height"


def test_the_page_map_follows_the_view_and_the_order(ringer):
    body = {"pattern": ringer.pattern("Yoke blouse")["id"], "title": "Blouse"}
    ringer.head = ringer.call("POST", "/makings", body)
    columns = stage(ringer, "pick")["pages"]
    pages = stage(ringer, "pick", order="pages")["pages"]
    assert columns["needed"] == pages["needed"]
    assert columns["steps"][0].startswith("Column")
    assert pages["steps"][0] == "Begin with A1."


def test_nobody_prints_anothers_making(ringer, stranger):
    making = ringer.head["id"]
    for name in (
        "sheets", "sheets.pdf", "save", "saved/pieces.svg", "saved/cutting.csv", "printer.pdf",
        "printer.png", "paper",
    ):  # fmt: skip
        assert stranger.client.get(f"/api/makings/{making}/{name}").status_code == 404


def test_a_part_cut_off_is_on_every_paper_under_its_own_name(ringer):
    """The back in two: pages, single files and tracing paper hold both parts and go by their names."""
    split = {"kind": "split", "piece": 2, "line": [[-50, 180], [600, 200]], "new": 20,
             "names": ["Lower back", "Upper back"]}  # fmt: skip
    ringer.edit("fit", inputs={"changes": [split]})
    shown = stage(ringer, "sheets")
    names = {card["number"]: card["name"] for card in shown["pieces"]}
    assert (names[2], names[20]) == ("Lower back", "Upper back")
    assert {2, 20} <= {laid["number"] for laid in shown["plan"]["laid"]}
    put = {put["number"] for sheet in stage(ringer, "paper")["plan"]["sheets"] for put in sheet["put"]}
    assert {2, 20} <= put
    part = fetch(ringer, "saved/pieces.svg?pieces=20")
    assert "Upper back" in part.content.decode()
    # Joined again, the part is a piece no longer: on no paper, and refused by its number.
    join = {
        "kind": "join", "piece": 2, "edge": "style line", "other": 20, "other_edge": "style line",
    }  # fmt: skip
    ringer.edit("fit", inputs={"changes": [split, join]})
    assert 20 not in {card["number"] for card in stage(ringer, "sheets")["pieces"]}
    refused = fetch(ringer, "saved/pieces.svg?pieces=20").json()["refused"]
    assert refused["sentence"] == "There is no such piece."
