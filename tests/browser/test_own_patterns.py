"""Journeys of people who bring their own pattern: boxes, a paper sheet, a garment; and mending."""

import re

import numpy as np
import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import square_to_enter
from tests.workroom.test_files_with_patterns import unplaced
from tools.files_bench.judge import sheet
from tools.files_bench.other_files import dxf_of
from tools.files_bench.pdf_files import Kind, pdf_of
from workroom.demo.camera import pixels
from workroom.demo.entered import photo


@pytest.fixture
def shelf(page, workshop) -> Page:
    page.goto("/patterns")
    expect(page.get_by_role("heading", name="Patterns")).to_be_visible()
    return page


class Counted:
    """A person’s hands: every click, choice and typed field is one interaction."""

    def __init__(self, page: Page) -> None:
        self.page, self.times = page, 0

    def click(self, role: str, name) -> None:
        self.page.get_by_role(role, name=name).first.click()
        self.times += 1

    def type(self, label: str, text: str) -> None:
        field = self.page.get_by_label(label)
        field.fill(text)
        field.press("Enter")
        self.times += 1

    def choose(self, label: str, option: str) -> None:
        self.page.get_by_label(label).select_option(label=option)
        self.times += 1


def begin_and_lay(hands: Counted) -> None:
    """From a pattern that can be used to its pieces on cloth."""
    hands.click("button", "Begin a making")
    hands.click("link", re.compile("^Cloth"))
    hands.choose("Cloth for the main", "Wool flannel, slate")
    hands.click("link", re.compile("^Lay"))
    hands.click("button", "Lay all cloths")


def card(page: Page, name: str):
    return page.locator("article").filter(has=page.get_by_role("heading", name=name, exact=True))


def test_from_a_bought_file_to_laid_pieces_in_one_size(shelf, tmp_path):
    file = tmp_path / "blouse to print.pdf"
    file.write_bytes(pdf_of(sheet("blouse"), Kind(pages="form", told="colour", instructions=1)).data)
    hands = Counted(shelf)
    hands.click("link", "New pattern")
    hands.click("button", re.compile("From a file"))
    shelf.locator("input[type=file]").set_input_files(file)
    read = shelf.get_by_text("45 pages of 46 put together, 1 with instructions.")
    expect(read).to_be_visible(timeout=60_000)
    expect(shelf.get_by_text("The file does not name them.")).to_be_visible()
    take = shelf.get_by_role("button", name=re.compile("^Take"))
    expect(take).to_be_disabled()
    shelf.get_by_label("Name of size 3").fill("38")
    shelf.get_by_role("button", name="only this").nth(2).click()
    shelf.get_by_text("where it is sewn").click()
    shelf.get_by_label("9 Tuck guide").uncheck()
    expect(take).to_have_text("Take 8 pieces in 1 size")
    take.click()
    expect(shelf.get_by_text("8 pieces can be laid and cut.")).to_be_visible()
    begin_and_lay(hands)
    expect(shelf.get_by_role("button", name=re.compile("2 Back")).first).to_be_visible()
    # The file, its size, what its lines show, taking them; naming and leaving one out are no need.
    assert hands.times + 4 <= 15


def test_pages_that_do_not_say_how_they_lie_are_put_in_place_by_hand(shelf, tmp_path):
    file = tmp_path / "apron.pdf"
    file.write_bytes(unplaced())
    shelf.get_by_role("link", name="New pattern").click()
    shelf.get_by_role("button", name=re.compile("From a file")).click()
    shelf.locator("input[type=file]").set_input_files(file)
    expect(shelf.get_by_text("pages of this file do not say how they lie")).to_be_visible(timeout=60_000)
    # Laid out one below the other first; then in rows, and one dragged a little.
    shelf.get_by_label("Columns").fill("3")
    shelf.keyboard.press("Enter")
    shelf.get_by_label("Columns").fill("4")
    shelf.keyboard.press("Enter")
    page = shelf.locator('[data-page="3"]')
    before, box = page.get_attribute("transform"), page.bounding_box()
    shelf.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    shelf.mouse.down()
    shelf.mouse.move(box["x"] + box["width"] / 2 + 60, box["y"] + box["height"] / 2 + 45, steps=4)
    shelf.mouse.up()
    assert page.get_attribute("transform") != before
    shelf.get_by_role("button", name="Turn page 3 upside down").click()
    expect(page).to_have_attribute("transform", re.compile("rotate"))
    shelf.get_by_label("counted down, not across").check()
    shelf.get_by_label("counted down, not across").uncheck()
    assert page.get_attribute("transform") == before
    shelf.get_by_role("button", name="Put them together").click()
    expect(shelf.get_by_role("listitem").filter(has_text="1 Bib")).to_be_visible(timeout=60_000)
    expect(shelf.get_by_text("10 of them where you put them")).to_be_visible()
    expect(shelf.get_by_role("listitem").filter(has_text="doubt").first).to_contain_text("where you put")
    shelf.get_by_role("button", name=re.compile("Put .* in place by hand")).click()
    shelf.get_by_role("button", name="Leave it").click()
    shelf.get_by_text("where it is sewn").click()
    shelf.get_by_role("button", name=re.compile("^Take 5 pieces")).click()
    expect(shelf.get_by_role("heading", name="What it can do now")).to_be_visible()
    # Pages in no straight grid have no map of their own: one can be entered.
    shelf.get_by_role("link", name="About").click()
    shelf.get_by_label("It is printed page by page").check()
    missing = shelf.get_by_label("Pages that are missing")
    missing.fill("D9")
    shelf.keyboard.press("Enter")
    expect(shelf.get_by_text("“D9” is no page")).to_be_visible()
    missing.fill("d4-d5")
    shelf.keyboard.press("Enter")
    expect(missing).to_have_value("D4, D5")
    shelf.get_by_label("2 Skirt lies on").fill("B1-C2")
    shelf.keyboard.press("Enter")
    expect(shelf.get_by_label("2 Skirt lies on")).to_have_value("B1, C1, B2, C2")


def test_the_file_that_comes_along_gives_every_piece_in_every_size(shelf):
    hands = Counted(shelf)
    hands.click("link", "New pattern")
    hands.click("button", re.compile("From a file"))
    hands.click("button", "No file at hand? Try it with the tower apron.")
    expect(shelf.get_by_text("Its test square measures 10 cm, as it says.")).to_be_visible(timeout=60_000)
    shelf.get_by_text("where it is sewn").click()
    skirt = shelf.get_by_role("listitem").filter(has_text="2 Skirt")
    skirt.locator("summary").click()
    skirt.get_by_role("button", name=re.compile("^(notch|dot) 1$")).first.click()
    expect(skirt.get_by_text(re.compile(r"(\d+) of \d+ marks are taken"))).to_be_visible()
    skirt.get_by_role("button", name="all of them").click()
    with shelf.expect_download() as kept:
        shelf.get_by_role("button", name="PDF, one sheet").click()
    assert kept.value.suggested_filename.endswith(".pdf")
    hands.click("button", "Take 5 pieces in 4 sizes")
    expect(shelf.get_by_text("5 pieces can be laid and cut.")).to_be_visible()
    begin_and_lay(hands)
    expect(shelf.get_by_role("button", name=re.compile("2 Skirt")).first).to_be_visible()
    assert hands.times + 1 <= 30


def test_a_drawing_that_does_not_say_its_unit_is_asked_for_it(shelf, tmp_path):
    file = tmp_path / "breeches.dxf"
    file.write_bytes(dxf_of(sheet("breeches"), "no unit"))
    shelf.get_by_role("link", name="New pattern").click()
    shelf.get_by_role("button", name=re.compile("From a file")).click()
    shelf.locator("input[type=file]").set_input_files(file)
    asked = shelf.get_by_role("group", name="One unit of the file is one")
    inch = asked.get_by_role("button", name="inch")
    expect(inch).to_have_attribute("aria-pressed", "true", timeout=60_000)
    expect(shelf.get_by_text("The longest piece would be 63 cm long.")).to_be_visible()
    asked.get_by_role("button", name="cm").click()
    expect(shelf.get_by_text("The longest piece would be 24.8 cm long.")).to_be_visible(timeout=60_000)
    inch.click()
    expect(inch).to_have_attribute("aria-pressed", "true", timeout=60_000)
    shelf.get_by_text("where it is cut").click()
    shelf.get_by_role("button", name="Take 9 pieces in 6 sizes").click()
    # Narrow ones have nothing left inside their allowance, and say so.
    expect(shelf.get_by_text(re.compile("pieces can be laid and cut"))).to_be_visible()


def test_how_much_cloth_a_box_takes(shelf):
    hands = Counted(shelf)
    hands.click("link", "New pattern")
    hands.type("What it is called", "Cushion")
    hands.click("button", re.compile("From sums and boxes"))
    hands.click("button", re.compile("^Box$"))
    hands.type("The longest, along the grain", "52")
    hands.type("The widest", "64 cm")
    expect(shelf.get_by_text("64 cm × 52 cm")).to_be_visible()
    begin_and_lay(hands)
    # 52 cm along the grain, and the cutting gap at the end.
    expect(shelf.get_by_text(re.compile(r"52(\.\d)? cm|0\.5[2-6] m")).first).to_be_visible(timeout=30_000)
    assert hands.times < 15
    shelf.get_by_role("link", name=re.compile("^Pick")).click()
    expect(shelf.get_by_text("there is nothing to choose")).to_be_visible()


def test_from_the_photo_of_a_sheet_to_a_piece_that_is_laid(shelf, tmp_path):
    page = shelf
    file = tmp_path / "sheet.jpg"
    file.write_bytes(photo())
    page.get_by_role("link", name="New pattern").click()
    page.get_by_label("What it is called").fill("Tabard from the sheet")
    page.get_by_role("button", name=re.compile("From a paper sheet")).click()
    page.locator("input[type=file]").set_input_files(file)
    picture = page.locator("image").first
    expect(picture).to_be_visible()
    expect(page.get_by_text("Its scale is not known yet")).to_be_visible()
    page.get_by_label("Mark", exact=True).select_option("four corners of a rectangle")
    page.get_by_label("Which rectangle").select_option("as measured")
    for label, cm in (("Its width", "60"), ("Its height", "52")):
        page.get_by_label(label).fill(cm)
        page.get_by_label(label).press("Enter")
    expect(page.get_by_label("Its height")).to_have_value("52 cm")

    def tap(pixel) -> None:
        box = picture.bounding_box()
        x, y = pixel[0] / 2400 * box["width"], pixel[1] / 1800 * box["height"]
        page.mouse.click(box["x"] + x, box["y"] + y)

    crosses = np.array([(20.0, 20.0), (620.0, 20.0), (620.0, 540.0), (20.0, 540.0)])
    next_ones = ("upper right", "lower right", "lower left", "")
    for corner, asked in zip(pixels(crosses), next_ones, strict=True):
        tap(corner)
        if asked:
            expect(page.get_by_role("status").filter(has_text=asked)).to_be_visible()
    expect(page.get_by_text("Scale and slant are known from 4 points")).to_be_visible()
    page.get_by_role("button", name="the stitching line").click()

    # The pocket, clicked along: 12 cm wide, 11 at its sides.
    flat = page.locator("image").first
    expect(flat).to_have_attribute("href", re.compile("/middle"))
    expect(page.get_by_text("Tap the first corner of your size’s line")).to_be_visible()
    # The first cross is the corner of the rectangle: places count from there.
    x, y, wide, high = (float(flat.get_attribute(name)) for name in ("x", "y", "width", "height"))
    pocket = [(480, 120), (600, 120), (600, 230), (540, 250), (480, 230)]
    for k, (u, v) in enumerate(pocket, 1):
        box = flat.bounding_box()
        page.mouse.click(
            box["x"] + (u - 20 - x) / wide * box["width"],
            box["y"] + (v - 20 - y) / high * box["height"],
        )
        expect(page.locator("[data-node]")).to_have_count(k)
    page.get_by_label("What the piece is called").fill("Pocket")
    page.get_by_label("What the piece is called").press("Tab")
    page.get_by_role("button", name="Close the line").click()
    page.get_by_role("link", name="Edges").click()
    expect(page.get_by_label("Name of the edge top")).to_be_visible()
    page.get_by_role("link", name="Marks").click()
    page.get_by_label("Set a mark on the board").select_option("dot")
    piece = page.locator("path.paper").first.bounding_box()
    page.mouse.click(piece["x"] + piece["width"] / 2, piece["y"] + piece["height"] / 3)
    expect(page.get_by_label("Name of the dot")).to_be_visible()
    page.get_by_role("link", name="Facts").click()
    page.get_by_role("button", name="Say how many").click()
    expect(page.get_by_label("How many")).to_have_value("1")
    page.get_by_role("button", name="Begin a making").click()
    page.get_by_role("link", name=re.compile("^Cloth")).click()
    page.get_by_label("Cloth for the main").select_option(label="Wool flannel, slate")
    page.get_by_role("link", name=re.compile("^Lay")).click()
    page.get_by_role("button", name="Lay all cloths").click()
    expect(page.locator("[data-item]")).to_have_count(1, timeout=30_000)


def test_a_sleeve_is_copied_from_a_garment(shelf):
    page = shelf
    page.get_by_role("link", name="New pattern").click()
    page.get_by_role("button", name=re.compile("From a garment")).click()
    page.get_by_role("button", name="Sleeve").click()
    expect(page.get_by_text("The outline is drawn here once every measure is known.")).to_be_visible()
    for name, left, right in (
        ("length", "60", "60.4"), ("half width", "20", "20"), ("cap height", "13", "13"),
        ("underarm", "46", "46.2"), ("half hem", "14", "14"),
    ):  # fmt: skip
        group = page.get_by_role("group", name=name, exact=True)
        for side, cm in (("left", left), ("right", right)):
            group.get_by_label(side).fill(cm)
            group.get_by_label(side).press("Enter")
            expect(group.get_by_label(side)).to_have_value(f"{cm} cm")
    expect(page.get_by_text("(60 cm + 60.4 cm) ÷ 2 = 60.2 cm; they differ by 4 mm")).to_be_visible()
    expect(page.locator("path.cutting")).to_be_visible()
    page.keyboard.press("Escape")
    page.locator("svg.board").focus()
    page.keyboard.press("Control+z")
    expect(page.get_by_role("group", name="half hem").get_by_label("right")).to_have_value("")
    page.get_by_role("button", name="Redo").click()
    expect(page.get_by_role("group", name="half hem").get_by_label("right")).to_have_value("14 cm")
    page.reload()
    expect(page.locator("path.cutting")).to_be_visible()


def test_a_wrong_seam_of_a_pattern_is_mended_in_a_copy(shelf, workshop):
    page = shelf
    card(page, "Ringing waistcoat").get_by_role("button", name="Mend").click()
    name = page.get_by_label("Name of this pattern")
    expect(name).to_have_value("Ringing waistcoat, mended")
    name.fill("Sleeveless, mended")  # a name that nobody else looks for on the shelf
    name.press("Tab")
    expect(page.get_by_role("status").get_by_text("Saved")).to_be_visible()
    page.get_by_role("link", name="Seams").click()
    page.get_by_role("button", name="Take out the shoulder seam", exact=True).click()
    row = page.get_by_role("listitem").filter(has=page.get_by_text("shoulder seam", exact=True))
    expect(row.get_by_role("button", name=re.compile("^Take the"))).to_be_visible()
    row.get_by_role("button", name=re.compile("^Take the")).click()
    expect(page.get_by_role("button", name="Take out the shoulder seam", exact=True)).to_be_visible()
    # A point pulled by hand: front and back do not fit any more, and it is said on all sides.
    page.get_by_role("link", name="1 Front").first.click()
    node = page.locator("[data-node]").nth(1)
    box = node.bounding_box()
    page.mouse.move(box["x"] + 4, box["y"] + 4)
    page.mouse.down()
    page.mouse.move(box["x"] - 20, box["y"] + 4, steps=4)
    page.mouse.up()
    page.get_by_role("link", name="Seams").click()
    expect(page.get_by_text(re.compile(r"apart\.$")).first).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text(re.compile(r"apart\.$"))).to_have_count(0)
    page.get_by_role("button", name="Begin a making").click()
    page.get_by_role("link", name=re.compile("^Fit")).click()
    expect(page.get_by_text("All 14 agree at the stitching line.")).to_be_visible()


def test_a_making_is_told_of_a_mended_pattern_and_goes_by_it(shelf, workshop):
    page = shelf
    card(page, "Bell-rope sash").get_by_role("button", name="Begin").click()
    page.wait_for_url("**/making/**")
    making = page.url
    page.goto("/patterns")
    card(page, "Bell-rope sash").get_by_role("button", name="Mend").click()
    page.get_by_role("link", name="2 Loop").first.click()
    field = page.get_by_label("The length, along the grain")
    field.fill("12")
    field.press("Enter")
    expect(field).to_have_value("12 cm")
    page.goto(making)
    expect(page.get_by_text("The pattern was mended since this making was begun.")).to_be_visible()
    page.get_by_role("button", name="Go by it from here").click()
    expect(page.get_by_text("The pattern was mended since")).to_be_hidden()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("The pattern was mended since")).to_be_visible()


def test_a_size_table_is_pasted_and_looked_at_row_by_row(shelf, tmp_path):
    page = shelf
    card(page, "Rain smock").get_by_role("button", name="Copy").click()
    page.get_by_role("link", name="Sizes").click()
    page.get_by_label(re.compile("From a spreadsheet")).fill(
        "size\tS\tM\tL\nbust\t84\t88\t92\nwaist\t68\t67\t76\nhip\t92\t96\t100"
    )
    page.get_by_role("button", name="Look at it").click()
    expect(page.get_by_text("Line 3: The waist falls from S to M; sizes ascend.")).to_be_visible()
    page.get_by_role("button", name="Take the 2 rows").click()
    expect(page.get_by_label("bust of size M")).to_have_value("88 cm")
    table = tmp_path / "sizes.csv"
    table.write_bytes("measurement (cm),S,M,L\r\nhip,93,97,101\r\n".encode("utf-8-sig"))
    page.get_by_label("From a table (CSV)").set_input_files(table)
    page.get_by_role("button", name="Take the row").click()
    expect(page.get_by_label("hip of size M")).to_have_value("97 cm")
    page.get_by_role("checkbox", name="the bust").click()
    page.get_by_role("link", name="1 Front").first.click()
    page.get_by_label("The size that is shown").select_option("L")
    expect(page.get_by_label("The size that is shown")).to_have_value("L")


def test_a_hostile_picture_is_refused_in_a_sentence(shelf, tmp_path):
    page = shelf
    bad = tmp_path / "photo.jpg"
    bad.write_bytes(b"\xff\xd8\xff\xe0 this only looks like a photo")
    page.get_by_role("link", name="New pattern").click()
    page.get_by_role("button", name=re.compile("From a paper sheet")).click()
    page.locator("input[type=file]").set_input_files(bad)
    expect(page.get_by_role("alert")).to_contain_text("no picture that can be read")
    page.locator("input[type=file]").set_input_files(__file__)
    expect(page.get_by_role("alert")).to_contain_text("no picture that can be read")


def test_two_windows_are_told_apart_and_a_finger_sets_points(tablet, workshop):
    page = tablet
    id, board = square_to_enter(workshop, page, "Two hands")
    for k, (x, y) in enumerate(((200, 200), (420, 200), (420, 460), (200, 460)), 1):
        page.touchscreen.tap(x, y)
        expect(page.locator("[data-node]")).to_have_count(k)
    page.touchscreen.tap(200, 200)  # the first point closes the line
    expect(page.locator("path.cutting")).to_be_visible()
    board.focus()
    page.keyboard.press("n")
    page.keyboard.press("ArrowRight")
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    # Meanwhile somebody else was quicker.
    at = workshop.call("GET", f"/patterns/{id}")["at"]
    other = {"do": "facts", "name": "Renamed elsewhere"}
    workshop.call("POST", f"/patterns/{id}/edit", {"against": at, "edit": other})
    page.keyboard.press("ArrowDown")
    expect(page.get_by_text("This pattern was changed in another window.")).to_be_visible()
    expect(page.get_by_label("Name of this pattern")).to_have_value("Renamed elsewhere")


# A front on the fold, its bust dart traced as it is printed, its side in at the waist (mm, y down).
TRACED = ((0, 60), (70, 0), (180, 30), (165, 110), (200, 200), (196, 230), (120, 246), (193, 262),
          (180, 330), (220, 460), (0, 460))  # fmt: skip


def test_a_traced_dart_is_made_one_and_the_waist_is_drawn_once(page, workshop):
    head = workshop.call("POST", "/patterns", {"name": "Bodice"})
    path, shown = f"/patterns/{head['id']}", workshop.call("GET", f"/patterns/{head['id']}")
    edits = [
        {"do": "add piece", "name": "Front", "drawn": {"way": "line"},
         "cuts": [{"role": "main", "on_fold": True}]},
        {"do": "points by measure", "piece": 1, "rows": [{"at": at} for at in TRACED]},
        *({"do": "add size", "name": name} for name in ("36", "38")),
        {"do": "table", "rows": [
            {"measurement": m, "level": m, "body": {"36": mm, "38": mm + 40}, "leads": m == "bust"}
            for m, mm in (("bust", 840), ("waist", 660), ("hip", 900))]},
    ]  # fmt: skip
    for edit in edits:
        shown = workshop.call("POST", f"{path}/edit", {"against": shown["at"], "edit": edit})
    page.goto(f"/pattern/{head['id']}/piece/1")
    looks = page.get_by_text(re.compile("^This looks like a dart: legs of 7.8 cm and 7.5 cm"))
    expect(looks).to_be_visible()
    page.get_by_role("button", name="Make it a dart").click()
    expect(looks).to_have_count(0)
    page.get_by_role("link", name="Sizes").click()
    # The bust lies where its dart points; the front ends above the hip, which nothing shows.
    expect(page.get_by_text(re.compile("24.6 cm down: a bust dart points there"))).to_be_visible()
    expect(page.get_by_text(re.compile("^Not known yet: hip[.]"))).to_be_visible()
    page.get_by_role("button", name="Draw all 2").click()
    expect(page.get_by_text(re.compile("^Known: bust, waist[.]"))).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("button", name="Draw the waist level")).to_be_visible()
    kinds = [m["kind"] for m in workshop.call("GET", f"{path}?piece=1")["piece"]["marks"]]
    assert kinds == ["dart"]
