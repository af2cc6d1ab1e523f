"""A file with a pattern through the api: read, looked at, taken."""

from io import BytesIO

import numpy as np
import pytest
from django.conf import settings as configured
from hypothesis import example, given, settings
from hypothesis import strategies as st
from PIL import Image, ImageDraw

from craft.drawing import DrawnPath, Ink
from craft.drawing.curves import as_arrays
from craft.formats.drawings import DRAWING_READERS, MOST_BYTES, read_drawing
from craft.recognise.recognised import recognise
from craft.recognise.sheet_lines import SheetLines
from craft.shape import path as paths
from tests.workroom.test_patterns import Entering
from tools.files_bench.judge import sheet
from tools.files_bench.other_files import dxf_of
from tools.files_bench.pdf_files import Kind, pdf_of
from tools.files_bench.sheet import sheet_of
from workroom.api import pictures
from workroom.demo.apron import tower_apron
from workroom.reading.child import STOPPED
from workroom.reading.sheet_picture import sheet_picture
from workroom.reading.under_way import UnderWay
from workroom.serving.limits import BODIES


@pytest.fixture(scope="module")
def file() -> bytes:
    return pdf_of(sheet("breeches"), Kind(pages="form", instructions=1)).data


@pytest.fixture
def bought(ringer):
    return Entering(ringer, "Bought")


def taking(bought, read, **more):
    pieces = [each["inputs"]["id"] for each in read["offer"]["pieces"]]
    sizes = {each["name"]: each["name"] for each in read["offer"]["sizes"]}
    body = {
        "against": bought.page["at"], "key": read["key"], "pieces": pieces, "sizes": sizes,
        "traced": "stitching",
    } | more  # fmt: skip
    return bought.ringer.call("POST", f"/patterns/{bought.id}/take", body)


def test_a_file_is_read_and_its_pieces_are_taken_as_one_edit(bought, ringer, file):
    read = ringer.call("POST", f"/drawn-files/{bought.id}", file)
    offer = read["offer"]
    assert [each["name"] for each in offer["sizes"]] == list("123456")
    assert [each["inputs"]["number"] for each in offer["pieces"]] == list(range(1, 10))
    assert [each["kind"] for each in offer["pages"]].count("words") == 1
    assert offer["told"].startswith(
        "45 pages of 46 put together, 1 with instructions. All of them show one drawing, so they fit"
    )
    assert offer["pieces"][0]["cuts"] == ["main: cut a pair"]
    assert ringer.call("GET", f"/patterns/{bought.id}")["at"] == bought.page["at"]  # nothing was changed
    page = taking(bought, read, sizes={"3": "M", "2": "2"}, pieces=[offer["pieces"][0]["inputs"]["id"], 9])
    assert page["facts"]["sizes"] == ["2", "M"]
    assert [each["usable"] for each in page["pieces"]] == [True, True]
    assert page["undo"] == "Took 2 pieces from a file"
    bought.page = page
    assert bought.step("undo")["pieces"] == []
    refused = taking(bought, read, sizes={"2": "A", "3": "A"})["refused"]
    assert (refused["field"], "same name" in refused["sentence"]) == ("sizes", True)
    assert "Choose at least one piece" in taking(bought, read, pieces=[77])["refused"]["sentence"]
    assert "Choose at least one size" in taking(bought, read, sizes={"9": "9"})["refused"]["sentence"]
    front = offer["pieces"][0]
    left = front["inputs"]["marks"][0]["id"]
    assert left in front["drawn"]
    said = {front["inputs"]["id"]: {"name": "Fore", "cut": "one", "left": [left]}}
    page = taking(bought, read, said=said)
    assert len(page["pieces"]) == 9
    fore = ringer.call("GET", f"/patterns/{bought.id}?piece=1")["piece"]
    assert (fore["name"], [cut["count"] for cut in fore["cuts"]]) == ("Fore", [1])
    assert left not in [mark["id"] for mark in fore["marks"]]
    assert len(fore["marks"]) == len(front["inputs"]["marks"]) - 1


def test_an_offer_is_for_whoever_sent_the_file_and_for_their_pattern_only(bought, ringer, stranger, file):
    read = ringer.call("POST", f"/drawn-files/{bought.id}", file)
    other = Entering(ringer, "Another")
    assert "not kept any longer" in taking(other, read)["refused"]["sentence"]
    theirs = Entering(stranger, "Theirs")
    assert "not kept any longer" in taking(theirs, read)["refused"]["sentence"]
    answer = stranger.client.post(f"/api/drawn-files/{bought.id}", file, content_type="application/pdf")
    assert answer.status_code == 404


@pytest.mark.parametrize(("data", "sentence"), [
    (b"", "empty"), (b"%PDF-1.7 and nothing else", "damaged|pages"), (b"{}", "no PDF"),
])  # fmt: skip
def test_what_cannot_be_read_is_said(bought, ringer, data, sentence):
    answer = ringer.client.post(
        f"/api/drawn-files/{bought.id}", data, content_type="application/json"
    ).json()
    assert any(each in answer["refused"]["sentence"] for each in sentence.split("|"))
    assert answer["refused"]["field"] == "file"


def test_a_drawing_without_a_unit_is_read_again_with_the_one_that_is_said(bought, ringer):
    data = dxf_of(sheet("breeches"), "no unit")
    read = ringer.call("POST", f"/drawn-files/{bought.id}", data)["offer"]
    assert [each["name"] for each in read["units"] if each["chosen"]] == ["inch"]
    assert read["scale"] == pytest.approx(1)
    again = ringer.call("POST", f"/drawn-files/{bought.id}?unit=10", data)["offer"]
    assert [each["told"] for each in again["units"] if each["chosen"]] == [
        each["told"] for each in read["units"] if each["name"] == "cm"
    ]  # what was said before of a unit is what it comes to
    assert (again["box"][2] - 20) / (read["box"][2] - 20) == pytest.approx(10 / 25.4)
    assert ringer.call("GET", "/patterns/choices")["drawings"][::2] == [".pdf", ".svg", ".dxf"]


def test_what_may_be_sent_is_what_is_read_and_what_the_browser_is_told(ringer):
    most = ringer.call("GET", "/patterns/choices")["most_bytes"]
    assert most == MOST_BYTES == max(each.most for each in DRAWING_READERS)
    assert dict(BODIES)["/api/drawn-files/"] == most + 1 <= configured.DATA_UPLOAD_MAX_MEMORY_SIZE


def scanned(count: int = 2) -> bytes:
    """A PDF whose pages are pictures of paper, 210 by 297 mm, with a line 100 mm long on each."""
    pages = []
    for at in range(count):
        picture = Image.new("RGB", (1050, 1485), (250, 248, 240))
        ends = [(250, 300 + 100 * at), (750, 300 + 100 * at)]
        ImageDraw.Draw(picture).line(ends, fill=(20, 20, 20), width=3)
        pages.append(picture)
    out = BytesIO()
    pages[0].save(out, "PDF", save_all=True, append_images=pages[1:], resolution=127.0)
    return out.getvalue()


def test_pages_that_are_pictures_go_under_the_board_in_the_scale_of_the_file(ringer):
    made = Entering(ringer, "Scanned").page
    data = scanned()
    refused = ringer.call("POST", f"/drawn-files/{made['id']}", data)["refused"]
    assert refused["field"] == "scan"
    page = ringer.call("POST", f"/drawn-files/{made['id']}/scans?against={made['at']}", data)
    (sheet,) = page["facts"]["sheets"]
    first, second = sheet["pictures"]
    corner = {tuple(each["mm"]) for each in first["known"]}
    assert max(x for x, _ in corner) == pytest.approx(210, abs=0.1)
    assert max(y for _, y in corner) == pytest.approx(297, abs=0.1)
    assert min(each["mm"][0] for each in second["known"]) == pytest.approx(230, abs=0.1)
    laid = page["pictures"][str(sheet["id"])]
    # What two pages share, nobody has said yet.
    doubts = [[f["what"] for f in each["findings"] if f["weight"] != "note"] for each in laid]
    assert doubts == [[], ["This picture is not joined to the ones before it."]]
    assert laid[0]["box"][2:] == pytest.approx([210, 297], abs=1.5)
    flat = ringer.client.get(laid[0]["flat"])
    assert flat.status_code == 200
    stale = ringer.call("POST", f"/drawn-files/{made['id']}/scans?against={made['at']}", data)
    assert stale["refused"]["moved"]
    many = ringer.call("POST", f"/drawn-files/{made['id']}/scans?against={page['at']}", scanned(13))
    assert "13 pages" in many["refused"]["sentence"]


def test_what_is_wanted_of_a_file_is_drawn_at_full_size_and_nothing_is_changed(bought, ringer, file):
    read = ringer.call("POST", f"/drawn-files/{bought.id}", file)
    front = read["offer"]["pieces"][0]
    body = {
        "key": read["key"],
        "pieces": [front["inputs"]["id"]],
        "sizes": {"3": "M"},
        "traced": "stitching",
    }
    for paper, wide in (("one sheet", None), ("A4", 210)):
        answer = ringer.client.post(
            f"/api/patterns/{bought.id}/taken.pdf",
            {**body, "paper": paper},
            content_type="application/json",
        )
        assert answer["Content-Disposition"].endswith('"bought-m.pdf"')
        drawing = read_drawing(answer.content)
        found = recognise(drawing)
        assert wide is None or {round(page.width) for page in drawing.pages} == {wide}
        # As large as in the file it came from.
        assert [each.name for each in found.sizes] in (["M"], [""], ["one size"])
        (piece,) = found.pieces
        (outline,) = piece.piece.outlines.values()
        size = paths.control_bounds(outline)
        was = paths.control_bounds([tuple(map(tuple, c)) for c in front["lines"]["3"]])
        assert (size[2] - size[0], size[3] - size[1]) == pytest.approx(
            (was[2] - was[0], was[3] - was[1]), abs=0.01
        )
    assert ringer.call("GET", f"/patterns/{bought.id}")["at"] == bought.page["at"]
    gone = ringer.call("POST", f"/patterns/{bought.id}/taken.pdf", body | {"key": "0" * 64})
    assert "not kept any longer" in gone["refused"]["sentence"]


def test_a_reading_tells_what_it_is_at_and_can_be_stopped(bought, ringer, file, monkeypatch):
    steps = []
    says = UnderWay.says

    def given_up(self):
        steps.append(says(self))
        return len(steps) > 3 and self.stop.exists()

    monkeypatch.setattr(UnderWay, "given_up", property(given_up))
    name = "abcdefgh1"
    read = ringer.call("POST", f"/drawn-files/{bought.id}?name={name}", file)
    assert "offer" in read
    assert {each for each in steps if each} <= {
        "Opening it", "Putting 46 pages together", "Joining lines", "Telling sizes apart",
        "Reading 9 pieces", "Drawing the sheet",
    }  # fmt: skip
    assert ringer.call("GET", f"/drawn-files/reading/{name}") == {"step": ""}
    assert ringer.call("DELETE", f"/drawn-files/reading/{name}") == {"step": ""}
    refused = ringer.call("POST", f"/drawn-files/{bought.id}?name={name}", file)["refused"]
    assert refused == {"sentence": STOPPED, "field": "stopped", "moved": False}
    assert [each for each in steps if each]
    # Nothing is left of it, so that the same name may read again.
    assert "offer" in ringer.call("POST", f"/drawn-files/{bought.id}?name={name}", file)


def unplaced() -> bytes:
    """Pages that do not say how they lie: each off its grid, and a strip shown twice."""
    apron = sheet_of(tower_apron(), 700.0, tower_apron().table.sizes[:2])
    return pdf_of(apron, Kind(pages="cut", decimals=2, overlap=20.0, shift=3.0, page=(297.0, 420.0))).data


def test_pages_are_put_in_place_by_hand_and_read_once_more(bought, ringer, stranger):
    data = unplaced()
    offer = ringer.call("POST", f"/drawn-files/{bought.id}", data)["offer"]
    loose = [each for each in offer["pages"] if each["kind"] == "pattern"]
    assert (offer["pieces"], all(each["strokes"] and each["at"] is None for each in loose)) == ([], True)
    places = [
        {"page": each["number"], "x": (each["number"] - 1) % 4 * 297, "y": (each["number"] - 1) // 4 * 420,
         "width": each["width"], "height": each["height"], "turned": False}
        for each in loose
    ]  # fmt: skip
    key = ringer.call("POST", f"/patterns/{bought.id}/file-places", {"places": places})["key"]
    read = ringer.call("POST", f"/drawn-files/{bought.id}?places={key}", data)
    assert [each["inputs"]["name"] for each in read["offer"]["pieces"]][:2] == ["Bib", "Skirt"]
    assert len(taking(bought, read)["pieces"]) == 5
    gone = ringer.call("POST", f"/drawn-files/{bought.id}?places={'0' * 64}", data)["refused"]
    assert "not kept any longer" in gone["sentence"]
    answer = stranger.client.post(
        f"/api/patterns/{bought.id}/file-places", {"places": places}, content_type="application/json"
    )
    assert answer.status_code == 404
    none = ringer.client.post(
        f"/api/patterns/{bought.id}/file-places", {"places": []}, content_type="application/json"
    )
    assert none.status_code in (200, 422)
    assert "key" not in none.json()


def test_the_drawing_of_a_file_is_kept_under_the_pieces_taken_from_it(bought, ringer, file):
    read = ringer.call("POST", f"/drawn-files/{bought.id}", file)
    offer = read["offer"]
    page = taking(bought, read, under=True, sizes={"3": "3"})
    (sheet,) = page["facts"]["sheets"]
    (laid,) = page["pictures"][str(sheet["id"])]
    assert laid["box"] == pytest.approx(offer["box"], abs=1.0)
    picture = Image.open(BytesIO(b"".join(ringer.client.get(laid["flat"]).streaming_content)))
    fine = picture.width / laid["box"][2]
    dark = np.asarray(picture.convert("L")) < 170
    for each in ringer.call("GET", f"/patterns/{bought.id}?size=3")["pieces"]:
        # Every point lies on a line of the picture, to within a pixel or two.
        for node in each["nodes"]:
            u, v = (round((node["at"][k] - laid["box"][k]) * fine) for k in (0, 1))
            assert dark[max(0, v - 3) : v + 4, max(0, u - 3) : u + 4].any(), (each["name"], node)
    front = ringer.call("GET", f"/patterns/{bought.id}?piece=1&size=3")["piece"]
    assert front["sheet"] == sheet["id"]
    # One step back takes all of it.
    bought.page = page
    assert bought.step("undo")["facts"]["sheets"] == []


def test_where_no_more_pictures_are_kept_taking_with_the_drawing_is_refused(
    bought, ringer, file, monkeypatch
):
    read = ringer.call("POST", f"/drawn-files/{bought.id}", file)
    monkeypatch.setattr(pictures, "MOST_EACH", 0)
    refused = taking(bought, read, under=True, sizes={"3": "3"})["refused"]
    assert refused["sentence"] == "A pattern keeps 0 pictures at most."
    assert taking(bought, read, sizes={"3": "3"})["pieces"]


@given(st.tuples(st.floats(0.5, 30_000), st.floats(0.5, 30_000)))
@example((30_000.0, 0.5))
@example((4.0, 25_000.0))
@settings(max_examples=10)
def test_a_sheet_of_any_shape_has_a_picture(size):
    thread = as_arrays(paths.polyline((0.0, 0.0), size))
    path = DrawnPath(*thread, False, Ink((), "#000000", 0.3, ()), 0)
    picture = Image.open(BytesIO(sheet_picture(SheetLines((path,), ()), (0.0, 0.0, *size))))
    assert max(picture.size) <= 65_500
    assert picture.width * picture.height < 20_000_000


def test_a_making_of_a_pattern_from_a_file_begins_with_its_pages(bought, ringer, file):
    taking(bought, ringer.call("POST", f"/drawn-files/{bought.id}", file), sizes={"3": "3"})
    making = ringer.call("POST", "/makings", {"title": "From pages", "pattern": bought.id})
    state = ringer.call("GET", f"/makings/{making['id']}")
    assert state["inputs"]["pick"]["original"]["paper"] == "home print"
    assert ringer.call("GET", f"/makings/{making['id']}/pick")["pages"]["needed"] > 4
