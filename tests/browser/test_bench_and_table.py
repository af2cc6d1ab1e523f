"""The first minutes in an empty workroom, the demo put back, and the table under fingers."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import grab, sign_up, watched


def test_an_empty_workroom_says_what_to_do_first_and_offers_the_demo(page):
    sign_up(page, "Corisande Pellbrook")
    expect(page.get_by_role("heading", name="Nothing is being made yet")).to_be_visible()
    page.get_by_role("link", name="Put a pattern on the shelf").click()
    expect(page.get_by_role("heading", name="A pattern of your own")).to_be_visible()
    page.get_by_role("link", name="Bench").click()
    page.get_by_role("button", name="Open the demo workroom").click()
    expect(page.get_by_role("link", name="Tobin’s waistcoat")).to_be_visible()


def test_the_demo_is_put_back_at_a_click(page, workshop):
    extra = workshop.called("A waistcoat to try")
    workshop.call("DELETE", f"/makings/{workshop.called('Tobin’s waistcoat')}")
    page.goto("/")
    expect(page.get_by_role("link", name="A waistcoat to try").last).to_be_visible()
    expect(page.get_by_role("link", name="Tobin’s waistcoat")).to_have_count(0)
    page.route("**/demo/restore", lambda route: (page.wait_for_timeout(300), route.continue_()))
    page.get_by_role("button", name="Put the demo back as it was").click()
    expect(page.get_by_role("button", name="Putting the demo back…")).to_be_disabled()
    expect(page.get_by_role("link", name="Tobin’s waistcoat")).to_be_visible()
    expect(page.get_by_role("button", name="Put the demo back as it was")).to_be_enabled()
    expect(page.get_by_role("link", name="A waistcoat to try")).to_have_count(0)
    left = [each["id"] for each in workshop.call("GET", "/makings")["found"]]
    assert extra not in left


def test_the_bench_says_what_to_do_next_and_leads_there(page, workshop):
    workshop.open_demo()
    page.goto("/")
    card = page.get_by_role("listitem").filter(has_text="Tobin’s waistcoat").first
    expect(card).to_contain_text("8 of the pieces need another look. Size was A, now B.")
    card.get_by_role("link", name="trace").click()
    expect(page).to_have_url(re.compile(r"/making/\d+/trace$"))


@pytest.fixture
def laid(page, workshop):
    """The demo's laid waistcoat, its main cloth on the table."""
    workshop.open_demo()
    page.goto(f"/making/{workshop.making}/lay")
    expect(page.locator("[data-item='1.1']")).to_be_visible()
    return page


def test_putting_a_piece_down_is_one_request(laid, workshop):
    page = laid
    piece = page.locator("[data-item='6.1']")
    before = piece.bounding_box()
    grab(page, piece, 250)
    page.wait_for_load_state("networkidle")
    asked = []
    page.on("request", lambda sent: asked.append(f"{sent.method} {sent.url.split('/lay')[-1]}"))
    page.mouse.up()
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    page.wait_for_load_state("networkidle")
    page.wait_for_timeout(200)
    assert [each for each in asked if "judge" not in each] == ["PUT /drop"]
    moved = piece.bounding_box()
    assert moved["x"] > before["x"] + 150
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("button", name="Undo")).to_have_attribute("title", re.compile("Undo"))


def test_a_finding_lights_its_pieces_by_focus_and_by_tap(laid):
    page = laid
    piece = page.locator("[data-item='6.1'] .laid")
    page.locator("[data-item='6.1']").focus()
    page.locator("[data-item='6.1']").dispatch_event("pointerdown", {"button": 0, "pointerId": 1})
    page.locator("[data-item='6.1']").dispatch_event("pointerup", {"button": 0, "pointerId": 1})
    page.get_by_role("application").focus()
    for _ in range(3):
        page.keyboard.press("ArrowUp")
        page.keyboard.press("Shift+ArrowLeft")
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()  # put down when the keys rest
    finding = page.get_by_role("list", name="Findings").get_by_role("button").first
    expect(finding).to_contain_text(re.compile("overlap|apart"))
    page.mouse.move(5, 5)
    expect(piece).not_to_have_class(re.compile("lit"))
    finding.focus()
    expect(piece).to_have_class(re.compile("lit"))
    finding.press("Tab")
    expect(piece).not_to_have_class(re.compile("lit"))
    finding.click()
    expect(piece).to_have_class(re.compile("lit"))
    expect(finding).to_have_attribute("aria-pressed", "true")
    page.keyboard.press("Control+z")


def test_two_fingers_zoom_and_pan_and_move_no_piece(new_context, address):
    context = new_context(has_touch=True, viewport={"width": 1024, "height": 768})
    page, wrong = watched(context, address)
    page.goto("/")
    page.get_by_role("button", name="Open the demo workroom").click()
    page.get_by_role("link", name="Orla’s ringing waistcoat").last.click()
    page.get_by_role("navigation", name="Stages of the work").get_by_role(
        "link", name=re.compile("^Lay", re.IGNORECASE)
    ).click()
    piece = page.locator("[data-item='2.1']")
    expect(piece).to_be_visible()
    before = piece.bounding_box()
    x, y = before["x"] + before["width"] / 2, before["y"] + before["height"] / 2
    touch = context.new_cdp_session(page)

    def fingers(kind: str, *at: tuple[float, float]) -> None:
        points = [{"x": a, "y": b, "id": k} for k, (a, b) in enumerate(at)]
        touch.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points})

    edits = []
    page.on("request", lambda sent: sent.method == "PUT" and edits.append(sent.url))
    fingers("touchStart", (x - 30, y))
    fingers("touchStart", (x - 30, y), (x + 30, y))
    for reach in range(35, 95, 5):
        fingers("touchMove", (x - reach, y), (x + reach, y))
    fingers("touchEnd")
    page.wait_for_timeout(150)
    after = piece.bounding_box()
    assert after["width"] > before["width"] * 1.8
    # The middle between the fingers stayed where it was.
    assert abs(after["x"] + after["width"] / 2 - x) < 12
    fingers("touchStart", (x - 40, y))
    fingers("touchStart", (x - 40, y), (x + 40, y))
    for step in range(10, 110, 10):
        fingers("touchMove", (x - 40 - step, y), (x + 40 - step, y))
    fingers("touchEnd")
    page.wait_for_timeout(150)
    panned = piece.bounding_box()
    assert abs(panned["width"] - after["width"]) < after["width"] * 0.1
    assert panned["x"] < after["x"] - 60
    assert edits == []
    assert wrong == []
