"""Whole journeys through the browser, as a person at the table would make them."""

import re

from playwright.sync_api import expect

from tests.browser.conftest import grab, knot, sign_up

DONE = re.compile(": done$")


def test_from_the_first_click_to_the_register(page, address):
    page.goto(address)
    page.get_by_role("button", name="Open the demo workroom").click()
    expect(page.get_by_role("heading", name="On the bench")).to_be_visible()

    # Begin for somebody.
    page.get_by_role("link", name="Patterns").click()
    card = page.get_by_role("article").filter(has_text="Ringing waistcoat")
    card.get_by_label("For whom").select_option(label="for Orla Fennimoor")
    card.get_by_role("button", name="Begin").click()

    # Pick: the size is proposed with its reason; another can be chosen.
    expect(page.get_by_text("91.5 cm is nearest to size D (92 cm).")).to_be_visible()
    page.get_by_role("group", name="Size", exact=True).get_by_role("button", name="F").click()
    expect(page.get_by_text("You chose size F; the measurements propose D.")).to_be_visible()
    page.get_by_role("button", name="Take the proposal (D)").click()
    expect(knot(page, "Pick")).to_have_accessible_name(DONE)

    # Trace: every piece with its treatment; tick them.
    knot(page, "Trace").click()
    expect(page.get_by_role("button", name=re.compile("^6 Welt use as it is"))).to_be_visible()
    page.get_by_role("button", name=re.compile("^1 Front trace")).click()
    expect(page.get_by_role("listitem").filter(has_text="bust point")).to_be_visible()
    page.get_by_role("checkbox", name="Traced, with every mark").click()
    page.get_by_role("button", name="All pieces").click()
    for number in range(2, 9):
        page.get_by_role("checkbox", name=re.compile(f"^{number} .* is traced")).click()
    expect(knot(page, "Trace")).to_have_accessible_name(DONE)

    # Fit: by the height rule; all seams agree.
    knot(page, "Fit").click()
    page.get_by_role("button", name="By height, waist: 1.5 cm").click()
    expect(page.get_by_text("1 Front, +1.5 cm")).to_be_visible()
    expect(page.get_by_text("All 14 agree at the stitching line.")).to_be_visible()
    page.get_by_role("checkbox", name="Lengths checked").click()

    # Cloth.
    knot(page, "Cloth").click()
    for role, cloth in (
        ("main", "Wool flannel, slate"),
        ("lining", "Slippery lining, rust"),
        ("interfacing", "Woven interfacing, fusible"),
    ):
        page.get_by_label(f"Cloth for the {role}").select_option(label=cloth)
        expect(page.get_by_text(cloth, exact=True).first).to_be_visible()
    expect(page.get_by_text("66.9 cm", exact=True)).to_be_visible()  # (140 − 2) · 0.97 / 2
    expect(knot(page, "Cloth")).to_have_accessible_name(DONE)

    # Lay: the program lays all three.
    knot(page, "Lay").click()
    page.get_by_role("button", name="Lay all cloths").click()
    expect(knot(page, "Lay")).to_have_accessible_name(DONE, timeout=60_000)
    page.get_by_role("button", name="main ✓").click()
    expect(page.locator("[data-item]")).to_have_count(7)

    # Cut and mark: tick everything.
    knot(page, "Cut").click()
    for role in ("main", "lining", "interfacing"):
        page.get_by_role("button", name=re.compile(f"^{role} ")).click()
        boxes = page.get_by_role("checkbox", name=re.compile("is cut$"))
        expect(boxes.first).to_be_visible()
        for index in range(boxes.count()):
            boxes.nth(index).click()
            expect(boxes.nth(index)).to_be_checked()
    expect(knot(page, "Cut")).to_have_accessible_name(DONE)
    knot(page, "Mark").click()
    pieces = page.get_by_role("group", name="Cut piece").get_by_role("button")
    expect(pieces).to_have_count(10)
    for index in range(10):
        pieces.nth(index).click()
        rest = page.get_by_role("button", name=re.compile("^Tick (all|the last)"))
        if rest.count():  # what is cut at the edges was ticked with the cutting
            rest.click()
        expect(pieces.nth(index)).to_have_accessible_name(re.compile("✓"))
    expect(knot(page, "Mark")).to_have_accessible_name(DONE)

    # Keep: file it, and find it again.
    knot(page, "Keep").click()
    page.get_by_label("Box").fill("7")
    page.get_by_label("Envelope").fill("saltmarsh-3")
    page.get_by_role("button", name="File it").click()
    page.get_by_role("link", name="register").click()
    page.get_by_label("Search the register").fill("orla saltmarsh-3")
    expect(page.get_by_role("heading", name="Ringing waistcoat for Orla Fennimoor")).to_be_visible()
    page.get_by_label("Search the register").fill("oilskin")
    expect(page.get_by_text("Nothing in the register says “oilskin”.")).to_be_visible()


def test_a_late_change_of_size_flags_what_no_longer_holds(page, workshop, go):
    workshop.carry_through()
    go("pick")
    page.get_by_role("group", name="Size", exact=True).get_by_role("button", name="F").click()
    for stage in ("Trace", "Fit", "Lay", "Cut", "Mark", "Keep"):
        expect(knot(page, stage)).to_have_accessible_name(re.compile("another look"))
    knot(page, "Lay").click()
    expect(page.get_by_text("Size was D, now F").first).to_be_visible()
    knot(page, "Cut").click()
    expect(page.get_by_text("Another look: Size was D, now F.").first).to_be_visible()
    page.keyboard.press("Control+z")
    for stage in ("Trace", "Fit", "Lay", "Keep"):
        expect(knot(page, stage)).to_have_accessible_name(DONE)
    page.keyboard.press("Control+y")
    expect(knot(page, "Lay")).to_have_accessible_name(re.compile("another look"))


def test_a_dragged_piece_is_judged_live_and_put_back_by_undo(page, workshop, go):
    workshop.carry_through()
    go("lay")
    page.get_by_role("button", name="lining ✓").click()
    piece = page.locator("[data-item='4.1']")
    expect(piece).to_be_visible()
    grab(page, piece, 0, 140)
    # Still held: the findings are there before it is put down.
    expect(page.get_by_text(re.compile("overlaps|hangs")).first).to_be_visible()
    page.mouse.up()
    expect(knot(page, "Lay")).to_have_accessible_name(re.compile("half done"))
    page.get_by_role("button", name="Undo").click()
    expect(knot(page, "Lay")).to_have_accessible_name(DONE)


def test_a_piece_is_nudged_turned_and_mended_by_keys(page, workshop, go):
    workshop.carry_through()
    go("lay")
    page.get_by_role("button", name="lining ✓").click()
    board = page.get_by_role("application")
    board.focus()
    page.keyboard.press("]")
    expect(page.get_by_role("heading", name="4 Front lining")).to_be_visible()
    # The slippery lining lies in a single layer: the other front lining comes next.
    page.keyboard.press("]")
    page.keyboard.press("]")
    expect(page.get_by_role("heading", name="5 Back lining")).to_be_visible()
    page.keyboard.press("[")
    numbers = page.get_by_text("upper grain end to the cut end").locator("..")
    before = numbers.inner_text()
    page.keyboard.press("Shift+ArrowRight")
    page.keyboard.press("Shift+ArrowRight")
    expect(numbers).not_to_have_text(before)
    page.keyboard.press("o")
    expect(page.get_by_text(re.compile("printed side"))).to_be_visible()
    page.get_by_role("button", name="1° left").click()
    expect(page.get_by_text(re.compile("is off grain: its grain ends differ by"))).to_be_visible()
    page.get_by_role("button", name="Straighten it").click()
    expect(page.get_by_text(re.compile("is off grain"))).to_have_count(0)


def test_bad_input_is_said_at_the_field_and_nothing_is_lost(page, workshop, go):
    go("pick")
    bust = page.get_by_label("bust, leads")
    bust.fill("92")
    bust.press("Enter")
    expect(page.get_by_text("nearest to size").or_(page.get_by_text("exactly size D"))).to_be_visible()
    bust.fill("very wide")
    bust.press("Enter")
    expect(page.get_by_text("“very wide” is not a length. Write it like 12.5 cm.")).to_be_visible()
    expect(bust).to_have_value("very wide")
    bust.press("Escape")
    expect(bust).to_have_value("92 cm")
    waist = page.get_by_label("waist", exact=True)
    waist.fill("4 mm")
    waist.press("Enter")
    expect(page.get_by_text(re.compile("Waist: this must be at least"))).to_be_visible()
    page.reload()
    expect(page.get_by_label("bust, leads")).to_have_value("92 cm")


def test_what_is_typed_while_a_length_is_on_its_way_stays(page, workshop, go):
    go("pick")
    bust, waiting = page.get_by_label("bust, leads"), []
    page.route("**/api/measure/length", lambda route: waiting.append(route))
    bust.fill("92")
    with page.expect_request("**/api/measure/length"):
        bust.press("Enter")
    bust.fill("93 c")
    while not waiting:
        page.wait_for_timeout(20)
    assert len(waiting) == 1
    with page.expect_response(lambda answer: answer.url.endswith("/pick")):
        waiting.pop().continue_()
    expect(page.get_by_text("exactly size D")).to_be_visible()
    expect(bust).to_have_value("93 c")
    page.unroute("**/api/measure/length")
    bust.press("Escape")
    expect(bust).to_have_value("92 cm")


def test_inches_are_fractions_everywhere(page, workshop, go):
    workshop.carry_through()
    go("pick")
    page.get_by_role("group", name="Unit").get_by_role("button", name="in").click()
    expect(page.get_by_label("bust, leads")).to_have_value("36 in")
    bust = page.get_by_label("bust, leads")
    bust.fill("36 1/4")
    bust.press("Enter")
    expect(page.get_by_text("36 1/4 in is nearest to size D (36 1/4 in).")).to_be_visible()
    for stage in ("trace", "fit", "cloth", "lay", "cut", "mark", "keep"):
        go(stage)
        expect(knot(page, stage)).to_be_visible()
        page.wait_for_load_state("networkidle")
        said = page.locator("main").inner_text()
        assert not re.search(r"\d\.\d+ in\b", said), stage
        assert not re.search(r"\d (cm|mm|m²|cm²)\b", said.replace("10 cm", "")), stage
    page.get_by_role("group", name="Unit").get_by_role("button", name="cm").click()


def test_two_windows_cannot_overwrite_each_other(page, context, workshop, go):
    go("pick")
    sizes = page.get_by_role("group", name="Size", exact=True)
    expect(sizes).to_be_visible()
    other = context.new_page()
    other.goto(f"/making/{workshop.making}/pick")
    other.get_by_role("group", name="Size", exact=True).get_by_role("button", name="B").click()
    expect(other.get_by_text("Saved", exact=True)).to_be_visible()
    sizes.get_by_role("button", name="G").click()
    expect(page.get_by_text(re.compile("was changed in another window"))).to_be_visible()
    expect(sizes.get_by_role("button", name="B")).to_have_attribute("aria-pressed", "true")


def test_a_making_is_saved_to_a_file_and_opened_again(page, workshop, go, tmp_path):
    workshop.carry_through("Tamsin Quillby")
    go("keep")
    page.get_by_text("Save as").first.click()
    with page.expect_download() as drawing:
        page.get_by_role("button", name="DXF", exact=True).first.click()
    assert b"LWPOLYLINE" in drawing.value.path().read_bytes()
    with page.expect_download() as kept:
        page.get_by_role("button", name="JSON").click()
    file = tmp_path / "kept.json"
    kept.value.save_as(file)
    page.goto("/")
    page.get_by_label("Open a saved making").set_input_files(file)
    expect(page.get_by_label("Title of this making")).to_have_value("A waistcoat to try")
    knot(page, "Lay").click()
    expect(page.locator("[data-item]")).to_have_count(7)

    broken = tmp_path / "broken.json"
    broken.write_text(file.read_text().replace('"height": 1660.0', '"height": "tall"'))
    page.goto("/")
    page.get_by_label("Open a saved making").set_input_files(broken)
    said = page.get_by_text(re.compile("The file is damaged at inputs.pick.measurements.height"))
    expect(said).to_be_visible()


def test_a_cloth_and_a_person_of_ones_own(page, workshop):
    page.goto("/cupboard")
    page.get_by_role("link", name="A new cloth").click()
    page.get_by_role("button", name="Put it into the cupboard").click()
    expect(page.get_by_text("Give the cloth a name you will know it by.")).to_be_visible()
    for label, text in (("Name", "Corduroy, bottle green"), ("Width, with selvedges", "1.45 m"),
                        ("Of the length", "3.5")):  # fmt: skip
        page.get_by_label(label, exact=True).fill(text)
        page.get_by_label(label, exact=True).press("Enter")
    page.get_by_role("button", name="Put it into the cupboard").click()
    expect(page.get_by_text("In the cupboard")).to_be_visible()
    page.get_by_role("link", name="Handling").click()
    nap = page.get_by_role("group", name="Does it run one way?")
    nap.get_by_role("button", name="unsure").click()
    expect(page.get_by_text("Lay searches both and says how many centimetres")).to_be_visible()
    page.get_by_role("link", name="Ready").click()
    expect(page.get_by_text("Wash it at 30 or 40 degrees")).to_be_visible()
    page.get_by_role("link", name="Cloth cupboard").first.click()
    expect(page.get_by_role("heading", name="Corduroy, bottle green")).to_be_visible()
    expect(page.get_by_text("cotton, 145 cm wide, not bought yet")).to_be_visible()
    expect(page.get_by_text("nap unsure").first).to_be_visible()
    page.goto("/people")
    page.get_by_label("Name", exact=True).fill("Isolde of the Upper Ropes")
    page.get_by_role("button", name="Add").click()
    sheet = page.get_by_role("article").filter(has=page.get_by_label("Name of Isolde of the Upper Ropes"))
    sheet.get_by_label("bust", exact=True).fill("98.5")
    sheet.get_by_label("bust", exact=True).press("Enter")
    expect(sheet.get_by_label("bust", exact=True)).to_have_value("98.5 cm")
    page.reload()
    expect(sheet.get_by_label("bust", exact=True)).to_have_value("98.5 cm")


def test_an_account_of_ones_own_starts_empty(page):
    sign_up(page, "Bettony Harrowgate", "123")
    expect(page.get_by_text(re.compile("too short"))).to_be_visible()
    page.get_by_label("Password").fill("bells across the marsh")
    page.get_by_role("button", name="Make the workroom").click()
    expect(page.get_by_text("Nothing is being made yet")).to_be_visible()
    page.get_by_role("button", name="Sign out").click()
    expect(page.get_by_role("button", name="Sign in")).to_be_visible()
