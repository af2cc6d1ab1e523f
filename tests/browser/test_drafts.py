"""Forms half filled in, changes without a connection, hasty fingers: nothing that was entered is lost."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import but_for_the_connection, watched
from tests.browser.test_sheets import CROSSES, file
from workroom.demo.camera import HEIGHT, WIDTH, pixels


@pytest.fixture
def page(context, address):
    """A page whose connection is taken away now and then: what was asked for meanwhile failed."""
    page, wrong = watched(context, address)
    yield page
    assert but_for_the_connection(wrong) == []


def test_a_cloth_half_written_down_survives_back_reload_and_a_lost_connection(page, context, workshop):
    page.goto("/cupboard")
    page.get_by_role("link", name="A new cloth").click()
    page.get_by_label("Name").fill("Marsh linen")
    page.get_by_label("Name").press("Tab")
    width = page.get_by_label("Width, with selvedges")
    width.fill("137")
    page.go_back()  # without having left the field
    page.get_by_role("link", name="A new cloth").click()
    expect(page.get_by_label("Name")).to_have_value("Marsh linen")
    expect(width).to_have_value("137 cm")
    page.get_by_label("Name").fill("Marsh linen, blue")
    page.reload()
    expect(page.get_by_label("Name")).to_have_value("Marsh linen, blue")
    expect(page.get_by_text("As you had begun it")).to_be_visible()
    context.set_offline(True)
    page.get_by_label("Fibre").select_option("linen")
    expect(page.get_by_role("alert")).to_contain_text("kept in this browser")
    expect(page.get_by_label("Fibre")).to_have_value("linen")
    width.fill("140")
    width.press("Tab")
    expect(page.get_by_text("Not saved yet: Width, with selvedges: 140")).to_be_visible()
    context.set_offline(False)
    expect(page.get_by_text("Not saved yet")).to_have_count(0, timeout=15_000)
    page.get_by_role("button", name="Put it into the cupboard").click()
    expect(page.get_by_text("In the cupboard")).to_be_visible()
    cloths = workshop.call("GET", "/cupboard")["cloths"]
    kept = next(c["cloth"] for c in cloths if c["cloth"]["name"] == "Marsh linen, blue")
    assert (kept["width"], kept["fibre"]) == (1400, "linen")
    page.goto("/cupboard/new")
    expect(page.get_by_label("Name")).to_have_value("")
    # Put away, it does not come back.
    page.get_by_label("Name").fill("No, not this one")
    page.get_by_label("Name").press("Tab")
    page.reload()
    page.get_by_role("button", name="Begin anew").click()
    expect(page.get_by_label("Name")).to_have_value("")
    page.reload()
    expect(page.get_by_label("Name")).to_have_value("")


def test_names_of_new_people_and_patterns_wait_until_they_are_sent(page, workshop):
    for path, field, text in (
        ("/people", "Name", "Perpetua"),
        ("/patterns/new", "What it is called", "Bag"),
    ):
        page.goto(path)
        page.get_by_label(field, exact=True).fill(text)
        page.reload()
        expect(page.get_by_label(field, exact=True)).to_have_value(text)
    page.goto("/people")
    page.get_by_role("button", name="Add", exact=True).click()
    expect(page.get_by_label("Name of Perpetua")).to_be_visible()
    page.goto("/people")
    expect(page.get_by_label("Name", exact=True)).to_have_value("")


@pytest.fixture
def unsent(go, context):
    """A size that was chosen without a connection, and what is said of it."""
    page = go("pick")
    size = page.get_by_role("group", name="Size", exact=True).get_by_role("button", name="F", exact=True)
    expect(size).to_be_visible()
    context.set_offline(True)
    size.click()
    note = page.get_by_text("Not saved yet")
    expect(note).to_contain_text("a change under Pick of “A waistcoat to try”")
    return page, note


def test_a_change_without_a_connection_is_sent_when_it_is_back(unsent, context, workshop):
    page, note = unsent
    expect(page.get_by_text("Waiting for the workroom")).to_be_visible()
    context.set_offline(False)
    expect(note).to_have_count(0, timeout=15_000)
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    head = workshop.call("GET", f"/makings/{workshop.making}")
    assert head["inputs"]["pick"]["size"] == "F"


def test_what_was_not_sent_when_the_page_was_closed_is_told_the_next_time(unsent, context):
    page, _ = unsent
    page.on("dialog", lambda asked: asked.accept())  # the browser asks whether to leave
    page.goto("about:blank")
    context.set_offline(False)
    page.goto("/")
    lost = page.get_by_text("Closed before it was known to be saved")
    expect(lost).to_contain_text("a change under Pick of “A waistcoat to try”")
    page.get_by_role("button", name="Good").click()
    page.reload()
    expect(page.get_by_role("heading", level=1).first).to_be_visible()
    expect(lost).to_have_count(0)


def test_a_double_click_begins_one_making(page, workshop):
    before = workshop.call("GET", "/makings")["total"]
    page.goto("/patterns")
    page.locator("button:enabled", has_text=re.compile("^Begin$")).first.dblclick()
    expect(page).to_have_url(re.compile("/making/"))
    assert workshop.call("GET", "/makings")["total"] == before + 1


def test_undo_takes_back_one_tap_and_never_the_photo(page: Page, workshop, tmp_path):
    id = workshop.call("POST", "/patterns", {"name": "From a photo"})["id"]
    workshop.call("POST", f"/patterns/{id}/edit", {"against": 0, "edit": {"do": "add sheet"}})
    page.goto(f"/pattern/{id}/sheet/1")
    page.locator("input[type=file]").set_input_files(file(tmp_path, False))
    ask = page.get_by_role("status").filter(has_text="corner.")
    undo = page.get_by_role("button", name="Undo")

    def tap(place) -> None:
        box = page.locator("image").first.bounding_box()
        page.mouse.click(
            box["x"] + place[0] / WIDTH * box["width"], box["y"] + place[1] / HEIGHT * box["height"]
        )

    corners = pixels(CROSSES)
    expect(ask).to_contain_text("upper left")
    tap(corners[0])
    tap(corners[2])  # the wrong one
    expect(ask).to_contain_text("lower right")
    undo.click()
    expect(ask).to_contain_text("upper right")
    for place in corners[1:]:
        tap(place)
    expect(page.get_by_text("4 known")).to_be_visible()
    page.keyboard.press("Control+z")
    expect(ask).to_contain_text("lower left")
    expect(page.get_by_role("button", name="Picture 1")).to_be_visible()
    tap(corners[3])
    expect(page.get_by_text("4 known")).to_be_visible()
    known = workshop.call("GET", f"/patterns/{id}")["facts"]["sheets"][0]["pictures"][0]["known"]
    assert [each["pixel"] for each in known] == [pytest.approx(c, abs=3) for c in corners.tolist()]
