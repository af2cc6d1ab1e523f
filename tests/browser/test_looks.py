"""Every view is accessible in both themes, fits a tablet, and can be used without a mouse."""

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import expect

from tests.browser.conftest import knot, laid_waistcoat

STAGES = (
    "pick", "pick/pieces", "pick/original", "trace", "trace/hand", "trace/paper", "trace/print",
    "fit", "cloth", "lay", "lay/rules", "lay/compare", "lay/numbers", "lay/rehearse", "lay/floor",
    "shopping", "cut", "mark", "keep",
)  # fmt: skip
PLACES = (
    "/", "/patterns", "/register", "/cupboard", "/cupboard/new", "/cupboard/new/handling",
    "/cupboard/new/pattern", "/cupboard/new/shape", "/cupboard/new/ready", "/people", "/groups",
)  # fmt: skip
# What the theme changes is colour alone, so the second theme is asked for nothing else.
# What passes is not described, which takes a third of the time.
OPTIONS = {
    "dove": {"runOnly": ["wcag2a", "wcag2aa"], "resultTypes": ["violations"]},
    "lamp": {"runOnly": ["color-contrast"], "resultTypes": ["violations"]},
}
SIZES = ((1280, 800), (1024, 768))
LOOK = "options => axe.run(document, options)"
# As a link inside the page goes.
GO = "path => { history.pushState(null, '', path); dispatchEvent(new PopStateEvent('popstate')) }"


def quiet(page):
    """To wait with until nothing is asked for any more."""
    asked = set()
    page.on("request", lambda each: asked.add(each))
    for ended in ("requestfinished", "requestfailed"):
        page.on(ended, lambda each: asked.discard(each))

    def wait() -> None:
        still = 0
        while still < 3:
            page.wait_for_timeout(50)
            still = 0 if asked else still + 1

    return wait


@pytest.mark.parametrize("share", [0, 1])
def test_every_view_is_accessible_in_both_themes_and_fits_the_screen(page, workshop, share):
    workshop.carry_through("Wendeline Marrowgate-Applethwaite")
    found = []
    paths = (*(f"/making/{workshop.making}/{stage}" for stage in STAGES), *PLACES)
    page.goto("/")
    page.evaluate(Axe().axe_script)  # once: the page is never loaded anew
    settled = quiet(page)
    for path in paths[share::2]:  # two workers share them
        page.evaluate(GO, path)
        settled()
        assert "[[" not in page.inner_text("body"), path  # a length that nobody put into the unit
        for width, height in SIZES:
            page.set_viewport_size({"width": width, "height": height})
            assert page.evaluate("document.documentElement.scrollWidth <= innerWidth"), path
            if "/making/" in path:  # the page itself never scrolls, only its lists do
                assert page.evaluate("document.documentElement.scrollHeight <= innerHeight"), path
        for theme, options in OPTIONS.items():
            page.evaluate("theme => { document.documentElement.dataset.theme = theme }", theme)
            for violation in page.evaluate(LOOK, options)["violations"]:
                nodes = [node["html"][:90] for node in violation["nodes"][:3]]
                found.append((path, theme, violation["id"], nodes))
    assert found == []


def test_the_board_is_panned_and_zoomed_by_keys(page, workshop, go):
    go("trace")
    board = page.get_by_role("application")
    expect(board.locator("path.paper").first).to_be_visible()
    board.focus()
    drawn = board.locator("> g").first
    start = drawn.get_attribute("transform")
    page.keyboard.press("+")
    zoomed = drawn.get_attribute("transform")
    page.keyboard.press("ArrowRight")
    panned = drawn.get_attribute("transform")
    assert len({start, zoomed, panned}) == 3
    page.keyboard.press("0")
    expect(drawn).to_have_attribute("transform", start)


def test_the_wheel_zooms_to_the_pointer(page, workshop, go):
    go("trace")
    piece = page.get_by_role("application").locator("path.paper").first
    expect(piece).to_be_visible()
    before = piece.bounding_box()
    page.mouse.move(before["x"], before["y"])
    page.mouse.wheel(0, -400)
    page.wait_for_timeout(100)
    after = piece.bounding_box()
    assert after["width"] > before["width"] * 1.3
    assert abs(after["x"] - before["x"]) < 3
    assert abs(after["y"] - before["y"]) < 3


def test_the_thread_is_walked_by_keyboard(page, workshop, go):
    go("pick")
    knot(page, "Fit").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Changes", exact=True)).to_be_visible()


def test_table_mode_is_big(page, workshop, go):
    workshop.open_file(laid_waistcoat())
    go("cut")
    row = page.get_by_role("listitem").filter(has_text="2 Back").first
    small = float(row.evaluate("row => parseFloat(getComputedStyle(row).fontSize)"))
    page.get_by_role("link", name="At the table").click()
    title = page.get_by_role("heading", name="Cut 1 whole piece")
    # A capital of 7 mm on a tablet is read from 1.5 m: letters of some 40 pixels.
    assert float(title.evaluate("h => parseFloat(getComputedStyle(h).fontSize)")) >= 40
    for line in page.get_by_role("group", name="Table mode").locator("li").all():
        assert float(line.evaluate("e => parseFloat(getComputedStyle(e).fontSize)")) >= small * 1.3
    for button in page.get_by_role("group", name="Table mode").get_by_role("button").all():
        box = button.bounding_box()
        assert min(box["height"], box["width"]) >= 44
