"""Journeys of Cut and Mark: a better and a worse way, table mode, a tablet whose connection goes, paper."""

import re
import subprocess

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import SHARED, drawn, knot, laid_waistcoat, sign_up, watched
from tools.demo_making import Workshop

TABLE = "Table mode"


def ways_of(page, mark: str):
    """The ways of a mark, opened."""
    row = page.locator("li.row").filter(has_text=mark).first
    row.get_by_role("button", name=re.compile("Another way|Way chosen")).click()
    return page.get_by_role("region", name=f"Ways for {mark}")


def test_wool_then_silk_and_a_worse_way_says_why(page, workshop, go):
    workshop.open_file(laid_waistcoat())
    go("mark")
    expect(page.get_by_role("button", name=re.compile("^1 Front"))).to_be_visible()
    expect(page.get_by_role("heading", name="Tailor’s tacks").first).to_be_visible()
    ways = ways_of(page, "armhole dart")
    carbon = ways.get_by_role("listitem").filter(has_text="Carbon and wheel")
    expect(carbon).to_contain_text("not here")
    expect(carbon).to_contain_text("it rubs off wool")
    carbon.get_by_role("button").click()
    expect(page.get_by_text(re.compile("armhole dart: carbon and wheel, it rubs off wool"))).to_be_visible()
    expect(page.get_by_text("Carbon outside both layers")).to_be_visible()
    # Once more in another colour, then the proposed way again.
    ways = ways_of(page, "armhole dart")
    ways.get_by_role("button", name=re.compile("It slipped")).click()
    expect(page.get_by_text(re.compile("another than before")).first).to_be_visible()
    ways.get_by_role("button", name="Take tailor’s tacks").click()
    expect(page.get_by_text(re.compile("armhole dart: carbon"))).to_have_count(0)
    # The lining becomes a silk: thread, and unwaxed.
    lining = workshop.call("GET", "/cupboard")["cloths"]
    old = next(c for c in lining if c["cloth"]["name"].startswith("Slippery"))["cloth"]
    silk = {
        **old,
        "name": "Silk, ivory",
        "fibre": "silk",
        "colour": "#f0ece0",
        "traits": ["slippery"],
    }
    cloths = {**workshop.head["inputs"]["cloth"]["cloths"], "lining": silk}
    workshop.head = workshop.call("GET", f"/makings/{workshop.making}")
    workshop.edit("cloth", inputs={**workshop.head["inputs"]["cloth"], "cloths": cloths})
    go("mark")
    page.get_by_role("button", name=re.compile("^4 Front lining, left")).click()
    expect(page.get_by_text(re.compile("Unwaxed thread")).first).to_be_visible()
    ways = ways_of(page, "armhole dart")
    expect(ways.get_by_role("listitem").filter(has_text="water-erasable")).to_contain_text(
        "water spots silk"
    )


def test_what_is_at_hand_and_a_scrap_test_change_the_advice(page, workshop, go):
    workshop.open_file(laid_waistcoat())
    go("mark/kit")
    page.get_by_role("checkbox", name="basting thread").uncheck()
    page.get_by_role("link", name="Marks", exact=True).click()
    expect(page.get_by_role("heading", name="Pin through and chalk").first).to_be_visible()
    page.get_by_role("link", name="Scrap tests").click()
    first = page.get_by_role("group", name="How it came out").first
    page.get_by_placeholder("a note, if there is one").first.fill("gone after an hour")
    first.get_by_role("button", name="it rubs off").click()
    expect(page.get_by_text("gone after an hour")).to_be_visible()
    page.get_by_role("link", name="Marks", exact=True).click()
    expect(page.get_by_role("heading", name="Pin through and chalk")).to_have_count(0)


def test_table_mode_goes_piece_by_piece_by_keys_and_resumes(page, workshop, go):
    workshop.open_file(laid_waistcoat())
    go("mark/table")
    table = page.get_by_role("group", name=TABLE)
    scrap = page.get_by_role("region", name="A scrap first")
    expect(scrap).to_be_visible()
    scrap.get_by_role("button", name="How it came out").click()
    page.get_by_role("button", name="it shows well").click()
    expect(scrap).to_be_visible()  # the next way on this cloth
    while scrap.count():
        scrap.get_by_role("button", name="Later").click()
    expect(table.get_by_role("heading", level=1)).to_have_text("1 Front")
    first = table.get_by_role("heading", level=2).inner_text()
    expect(table.get_by_role("img", name=re.compile("in hand"))).to_be_visible()
    page.keyboard.press("Space")
    expect(table.get_by_role("heading", level=2)).not_to_have_text(first)
    expect(table.get_by_role("status").first).to_contain_text("1 of")
    page.keyboard.press("ArrowLeft")
    expect(table.get_by_role("heading", level=2)).to_have_text(first)
    page.keyboard.press("PageDown")
    expect(table.get_by_role("heading", level=1)).to_have_text("2 Back")
    page.reload()
    expect(table.get_by_role("heading", level=1)).to_have_text("2 Back")
    expect(table.get_by_role("status").first).to_contain_text("1 of")
    page.keyboard.press("Escape")
    expect(page.get_by_role("heading", name="Mark", exact=True)).to_be_visible()


def test_cutting_asks_for_a_ready_lay_and_gives_the_remnant(page, workshop, go):
    workshop.open_file(laid_waistcoat())
    go("lay")
    page.locator("[data-item]").first.click()
    workshop.head = workshop.call("GET", f"/makings/{workshop.making}")
    lay = workshop.head["inputs"]["lay"]["placements"]["main"]
    workshop.edit("lay", role="main", placements=[{**lay[0], "x": lay[0]["x"] + 4000}, *lay[1:]])
    go("cut")
    box = page.get_by_role("checkbox", name="2 Back is cut")
    expect(box).to_be_disabled()
    page.get_by_role("checkbox", name="I know, and cut it all the same").check()
    expect(box).to_be_enabled()
    workshop.head = workshop.call("GET", f"/makings/{workshop.making}")
    workshop.call("POST", f"/makings/{workshop.making}/undo", {"against": workshop.head["at"]})
    workshop.head = workshop.call("GET", f"/makings/{workshop.making}")
    workshop.call("POST", f"/makings/{workshop.making}/undo", {"against": workshop.head["at"]})
    page.reload()
    boxes = page.get_by_role("checkbox", name=re.compile("is cut$"))
    expect(boxes.first).to_be_enabled()
    for index in range(boxes.count()):
        boxes.nth(index).click()
    left = page.get_by_role("region", name="What is left")
    left.get_by_role("button", name="Put it into the cupboard").click()
    expect(left.get_by_role("status")).to_contain_text("what is left")
    stitched = page.get_by_text(re.compile("A neckline, from the shoulder"))
    expect(stitched).to_have_count(0)
    page.get_by_role("listitem").filter(has_text="2 Back").first.hover()
    expect(stitched).to_be_visible()
    # Each act has its own tick, and the piece follows; notches are the same ticks as under Mark.
    page.get_by_role("checkbox", name="2 Back: Notches").uncheck()
    expect(page.get_by_role("checkbox", name="2 Back is cut")).not_to_be_checked()
    page.get_by_role("link", name=re.compile("^Mark")).first.click()
    page.get_by_role("button", name=re.compile("^2 Back")).click()
    notch = page.get_by_role("checkbox", name="side notch is marked")
    expect(notch).not_to_be_checked()
    notch.check()
    page.get_by_role("button", name="By tool").click()
    page.get_by_role("button", name=re.compile("^Snip")).click()
    expect(page.get_by_role("checkbox", name="2 Back: side notch is marked")).to_be_checked()


def test_a_dart_card_is_printed_and_read_back_after_the_size_changed(page, workshop, go, tmp_path):
    workshop.open_file(laid_waistcoat())
    go("mark/darts")
    card = page.get_by_role("article", name=re.compile("waist dart, 1 Front"))
    expect(card).to_contain_text("From the middle to one point")

    def printed() -> str:
        page.get_by_text("On paper").click()
        page.get_by_role("checkbox", name="Dart cards").set_checked(True)
        address = page.get_by_role("link", name="Open the PDF").get_attribute("href")
        file = tmp_path / "cards.pdf"
        file.write_bytes(drawn(page.context.request, address).body())
        read = ["pdftotext", "-layout", str(file), "-"]
        page.keyboard.press("Escape")
        text = subprocess.run(read, capture_output=True, text=True, check=True).stdout
        return re.sub(r"\s+", " ", text)

    before = printed()
    assert "1 Front: waist dart" in before
    numbers = re.search(r"upper part ([\d.]+ cm)", before)
    workshop.head = workshop.call("GET", f"/makings/{workshop.making}")
    workshop.edit("pick", inputs={**workshop.head["inputs"]["pick"], "size": "G"})
    page.reload()
    expect(knot(page, "Lay")).to_have_accessible_name(re.compile("another look"))
    after = re.search(r"upper part ([\d.]+ cm)", printed())
    assert numbers
    assert after
    assert numbers[1] != after[1]


@pytest.fixture
def shared(address):
    """The workroom at its own screen, and at the address it is shared at."""
    return address, address.replace("127.0.0.1", SHARED)


def test_a_tablet_ticks_on_while_the_connection_is_gone(shared, chromium):
    here, there = shared
    desk = chromium.new_context(base_url=here, viewport={"width": 1280, "height": 800})
    tablet = chromium.new_context(base_url=there, viewport={"width": 1024, "height": 768}, has_touch=True)
    page, wrong = watched(desk, here)
    sign_up(page, "Orla", "a bell rope in the tower")
    expect(page.get_by_role("navigation").first).to_be_visible()
    shop = Workshop(desk.request)
    shop.open_file(laid_waistcoat())
    making = shop.making

    # The tablet signs in at the shared address, and nobody else is let in.
    board, amiss = watched(tablet, there)
    board.goto(f"/making/{making}/mark/table")
    assert tablet.request.get("/api/makings").status == 401
    board.get_by_label("Name").fill("Orla")
    board.get_by_label("Password").fill("a bell rope in the tower")
    board.get_by_role("button", name="Sign in").tap()
    table = board.get_by_role("group", name=TABLE)
    table.get_by_role("button", name="Later").tap()
    done = table.get_by_role("button", name="It is marked")
    count = table.get_by_role("status").first
    for ticked in range(1, 4):
        done.tap()
        expect(count).to_contain_text(f"{ticked} of")
    # A tick is shown before the workroom has it; what has arrived is no longer kept.
    expect(count).not_to_contain_text("kept here")
    page.goto(f"/making/{making}/mark")
    marked = page.get_by_role("checkbox", name=re.compile("is marked$"), checked=True)
    expect(marked).to_have_count(3)
    assert amiss == []

    tablet.set_offline(True)
    for ticked in (4, 5):
        done.tap()
        expect(count).to_contain_text(f"{ticked} of")
    expect(board.get_by_text(re.compile("2 ticks are kept on this device"))).to_be_visible()
    # Even a page that is loaded again still knows them.
    board.reload()
    expect(count).to_contain_text("5 of")
    expect(marked).to_have_count(3)

    tablet.set_offline(False)
    expect(board.get_by_text(re.compile("kept on this device"))).to_have_count(0, timeout=20_000)
    expect(marked).to_have_count(5, timeout=15_000)
    assert wrong == []
    # Whoever names another host is not answered, and no other address listens.
    assert tablet.request.get("/", headers={"Host": "example.org"}).status == 421
    for context in (desk, tablet):
        context.close()
