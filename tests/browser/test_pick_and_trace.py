"""Journeys through Pick and Trace: blending, overruling, tracing by hand, printing, sums, groups."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import drawn


@pytest.fixture
def blouse(workshop):
    """A making of the yoke blouse for Tamsin, whose measurements ask for three sizes."""
    workshop.begin("Yoke blouse", "Tamsin’s blouse", "Tamsin Quillby")
    return workshop


def test_sizes_are_blended_where_the_measurements_ask_for_it(page, blouse, go):
    go("pick")
    expect(page.get_by_text("Your measurements ask for 44 at the bust")).to_be_visible()
    page.get_by_role("button", name="Blend the sizes so").click()
    expect(page.get_by_text("Blended sizes: the heavy line is yours")).to_be_visible()
    expect(page.get_by_label("Size at the waist")).to_have_value("42")
    expect(page.get_by_label("Size at the hip")).to_have_value("40")
    # Another size at the hip, by hand.
    page.get_by_label("Size at the hip").select_option("42")
    expect(page.get_by_label("Size at the hip")).to_have_value("42")
    # Tracing follows: no printed line is yours now, and every seam still agrees.
    page.get_by_role("link", name=re.compile("^Trace")).click()
    expect(page.get_by_text("between the printed sizes").first).to_be_visible()
    page.get_by_role("link", name=re.compile("^Fit")).click()
    expect(page.get_by_text(re.compile(r"All \d+ agree at the stitching line"))).to_be_visible()
    page.get_by_role("link", name=re.compile("^Pick")).click()
    page.get_by_role("button", name="One size throughout").click()
    expect(page.get_by_text("Blended sizes")).to_be_hidden()


def test_a_feature_is_borrowed_and_a_piece_is_missing(page, workshop, go):
    workshop.edit("pick", inputs={"size": "D", "view": "B"})
    go("pick/pieces")
    pieces = page.get_by_role("listitem")
    expect(pieces.filter(has_text="6 Welt")).to_contain_text("leave")
    page.get_by_role("checkbox", name="welt pockets").click()
    expect(pieces.filter(has_text="6 Welt")).to_contain_text("borrowed with the welt pockets")
    pieces.filter(has_text="8 Back neck facing").get_by_role("button", name="Missing").click()
    page.get_by_role("link", name="Sizes", exact=True).click()
    expect(page.get_by_text("Piece 8 (Back neck facing) is missing")).to_be_visible()


def test_a_treatment_is_overruled_and_the_loss_is_said(page, workshop, go):
    workshop.edit("pick", inputs={"size": "D"})
    go("trace")
    page.get_by_role("button", name=re.compile("^7 Back strap cut and fold back")).click()
    paper = page.get_by_label("What to do with the paper")
    expect(paper).to_have_value("cut and fold back")
    expect(page.get_by_text("fold back", exact=False).first).to_be_visible()
    paper.select_option("cut to size")
    expect(page.get_by_text("Lost once it is cut: size E, F, G.")).to_be_visible()
    paper.select_option("trace")
    expect(page.get_by_text("Stays obtainable: A, B, C, D, E, F, G.")).to_be_visible()
    page.get_by_role("button", name="All pieces").click()
    expect(page.get_by_role("button", name=re.compile("^7 Back strap trace"))).to_be_visible()
    page.keyboard.press("Control+z")
    page.keyboard.press("Control+z")
    expect(page.get_by_role("button", name=re.compile("^7 Back strap cut and fold"))).to_be_visible()
    # A precious original is traced throughout.
    page.get_by_role("link", name=re.compile("^Pick")).click()
    page.get_by_role("link", name="Original").click()
    page.get_by_role("checkbox", name="Precious: not to be cut").click()
    page.get_by_role("link", name=re.compile("^Trace")).click()
    expect(page.get_by_text("Trace it: the original is precious.")).to_have_count(8)


def test_a_piece_is_traced_by_hand_from_its_list(page, workshop, go):
    workshop.edit("pick", inputs={"size": "D"})
    go("trace/hand")
    expect(page.get_by_role("heading", name="To draw: 0 of 27 done")).to_be_visible()
    page.get_by_role("checkbox", name="grain line").click()
    page.get_by_role("checkbox", name="neckline notch").click()
    expect(page.get_by_role("heading", name="To draw: 2 of 27 done")).to_be_visible()
    expect(page.get_by_role("heading", name="How: see-through paper on top")).to_be_visible()
    page.get_by_role("button", name="Tick all 25 that are left").click()
    expect(page.get_by_text("Nothing is forgotten on this piece.")).to_be_visible()
    page.get_by_role("button", name="Next: 2 Back").click()
    expect(page.get_by_label("Piece", exact=True)).to_have_value("2")
    page.get_by_role("link", name="Pieces", exact=True).click()
    expect(page.get_by_role("checkbox", name="1 Front is traced")).to_be_checked()


def test_pages_are_printed_and_the_printer_is_corrected(page, workshop, go):
    workshop.edit("pick", inputs={"size": "D"})
    go("trace/print")
    counted = page.get_by_role("status").filter(has_text="pages").locator("strong")
    expect(counted).to_have_text(re.compile(r"^\d+ pages$"))
    few, many = None, int(counted.inner_text().split()[0])
    address = page.get_by_role("link", name="Open the PDF").get_attribute("href")
    answer = drawn(page.request, address)
    assert answer.headers["content-type"] == "application/pdf"
    page.get_by_role("group", name="Page").get_by_role("button", name="A3").click()
    expect(counted).not_to_have_text(f"{many} pages")
    few = int(counted.inner_text().split()[0])
    assert few < many
    page.get_by_role("group", name="Page").get_by_role("button", name="A4").click()
    expect(counted).to_have_text(f"{many} pages")
    page.get_by_role("checkbox", name="1 Front", exact=True).click()
    expect(counted).not_to_have_text(f"{many} pages")

    # The stand-in prints 3 % too small: measured, judged, corrected.
    page.get_by_role("button", name="Print the first page").click()
    picture = page.get_by_role("img", name="The first page as it came out of the printer")
    expect(picture).to_be_visible()
    expect(page.get_by_role("application", name="The printed sheet")).to_be_visible()
    page.get_by_label("Width of the square, mm").fill("97")
    page.get_by_label("Height of the square, mm").fill("97")
    page.get_by_role("button", name="Check").click()
    expect(page.get_by_text("Print again at 103.1 %.", exact=False)).to_be_visible()
    page.get_by_role("button", name="Set 103.1 % and print again").click()
    page.get_by_label("Width of the square, mm").fill("100")
    page.get_by_label("Height of the square, mm").fill("100")
    page.get_by_role("button", name="Check").click()
    expect(page.get_by_text("This print is true to size.", exact=False)).to_be_visible()


def test_a_tie_and_a_frill_are_added_by_sum(page, workshop, go):
    workshop.edit("pick", inputs={"size": "D"})
    go("trace")
    page.get_by_role("button", name="Add a piece by sum").click()
    form = page.get_by_role("form", name="A piece by sum")
    form.get_by_label("Its length, as finished").fill("60 cm")
    form.get_by_label("Its width, as finished").fill("2.5 cm")
    form.get_by_label("How many of them").fill("2")
    form.get_by_role("button", name="Add it").click()
    expect(page.get_by_role("button", name=re.compile("^9 Tie by sum"))).to_be_visible()

    # A frill sewn to both side seams; without an edge it is refused in words.
    page.get_by_role("button", name="Add a piece by sum").click()
    form.get_by_label("What it is").select_option("ruffle")
    form.get_by_role("button", name="Sewn to edges").click()
    form.get_by_role("button", name="Add it").click()
    expect(form.get_by_role("alert")).to_contain_text("or the edge it is sewn to")
    form.get_by_text("1 Front").click()
    form.get_by_role("checkbox", name=re.compile("^side")).first.click()
    form.get_by_label("How often each edge occurs").select_option("1")
    form.get_by_label(re.compile("^The longest strip")).fill("40 cm")
    form.get_by_role("button", name="Add it").click()
    page.get_by_role("button", name=re.compile("^10 Ruffle by sum")).click()
    expect(page.get_by_text("strips", exact=True).first).to_be_visible()
    # It is a piece like any other: to be laid with the main cloth.
    page.get_by_role("link", name=re.compile("^Cloth")).click()
    page.get_by_label("Cloth for the main").select_option(label="Wool flannel, slate")
    page.get_by_role("link", name=re.compile("^Lay")).click()
    expect(page.get_by_text("9 Tie").first).to_be_visible()


def test_a_home_print_is_measured_before_more_is_printed(page, blouse, go):
    go("pick/original")
    expect(page.get_by_role("heading", name=re.compile(r"\d+ of \d+ pages are needed"))).to_be_visible()
    page.get_by_label("width", exact=True).fill("9.7 cm")
    page.keyboard.press("Enter")
    page.get_by_label("height", exact=True).fill("9.7 cm")
    page.keyboard.press("Enter")
    expect(page.get_by_text("The print is too small. Print again at 103.1 %.").first).to_be_visible()
    page.get_by_role("button", name="Page by page").click()
    expect(page.get_by_text("Begin with A1.")).to_be_visible()


def test_any_pattern_can_have_been_printed_at_home(page, workshop, go):
    workshop.edit("pick", inputs={"size": "D"})
    go("pick/original")
    expect(page.get_by_role("heading", name="The test square")).to_be_hidden()
    page.get_by_role("button", name="Printed at home").click()
    page.get_by_label("it should be").fill("4 in")
    page.keyboard.press("Enter")
    page.get_by_label("width", exact=True).fill("101.8 mm")
    page.keyboard.press("Enter")
    page.get_by_label("height", exact=True).fill("101.8 mm")
    page.keyboard.press("Enter")
    # What was measured stands there to its last digit.
    expect(page.get_by_label("it should be")).to_have_value("10.16 cm")
    expect(page.get_by_label("width", exact=True)).to_have_value("10.18 cm")
    # 101.8 of 101.6: within what can be read from paper.
    expect(page.get_by_text("This print is true to size.")).to_be_visible()
    page.get_by_label("it should be").fill("10 cm")
    page.keyboard.press("Enter")
    # 100 % × 100 ÷ 101.8 = 98.2 %
    expect(page.get_by_text("The print is too large. Print again at 98.2 %.").first).to_be_visible()


def test_paper_is_planned_on_sheets(page, workshop, go):
    workshop.edit("pick", inputs={"size": "D"})
    go("trace/paper")
    expect(page.get_by_text("length of roll")).to_be_visible()
    page.get_by_role("button", name="Sheets").click()
    expect(page.get_by_text("sheet 1", exact=True)).to_be_visible()
    page.get_by_label("Width").fill("30 cm")
    page.keyboard.press("Enter")
    expect(page.get_by_text("sheets joined").first).to_be_visible()
    expect(page.get_by_text("tape them all along", exact=False)).to_be_visible()


def test_a_child_grows_and_a_group_is_begun(page, workshop, go):
    page.goto("/people")
    page.get_by_role("link", name=re.compile("^Pip Fennimoor")).click()
    expect(page.get_by_text("height 149.2 cm (+5.4 cm)", exact=False)).to_be_visible()
    page.get_by_label("height", exact=True).fill("151 cm")
    page.keyboard.press("Enter")
    expect(page.get_by_text("height 151 cm (+1.8 cm)", exact=False)).to_be_visible()

    page.get_by_role("link", name="Groups").click()
    page.get_by_label("Name of the group").fill("Spring tour")
    page.get_by_label("Pattern", exact=True).select_option(label="Ringing breeches")
    for name in ("Orla Fennimoor", "Tamsin Quillby"):
        page.get_by_role("checkbox", name=name).click()
    page.get_by_role("button", name="Begin for all of them").click()
    sheet = page.get_by_role("region", name="The group’s sheet")
    expect(sheet.get_by_role("heading", name="Ringing breeches")).to_be_visible()
    expect(sheet.get_by_role("link", name="Tamsin Quillby")).to_be_visible()
    expect(sheet.get_by_text("smaller than the body")).to_be_visible()  # Tamsin’s waist
    expect(sheet.get_by_text("One size is not settled")).to_be_visible()
    expect(sheet.get_by_role("row", name=re.compile("^Not laid yet"))).to_contain_text("for 2")
    sheet.get_by_label("Name of this group").fill("Autumn tour")
    page.keyboard.press("Enter")
    expect(page.get_by_role("link", name=re.compile("^Autumn tour"))).to_be_visible()
    page.once("dialog", lambda dialog: dialog.accept())
    sheet.get_by_role("button", name="Tamsin Quillby leaves the group").click()
    expect(sheet.get_by_role("link", name="Tamsin Quillby")).to_have_count(0)
    # What has no cloth is laid on a usual width: then nothing is only the least any more.
    sheet.get_by_role("button", name="Lay what has no cloth on a usual width").click()
    expect(sheet.get_by_role("row", name=re.compile("^Not laid yet"))).to_have_count(0, timeout=60_000)
    expect(sheet.get_by_role("row", name=re.compile("^no cloth chosen yet")).first).to_contain_text("m")
    sheet.get_by_label("One more:").select_option(label="Pip Fennimoor")
    expect(sheet.get_by_role("link", name="Pip Fennimoor")).to_be_visible()
    sheet.get_by_role("link", name="Pip Fennimoor").click()
    expect(page.get_by_role("heading", name="For whom")).to_be_visible()
