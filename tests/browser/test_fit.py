"""Journeys in Fit: lengthen to a finished length, switch a change off, put the changes in another order."""

import re

import pytest
from playwright.sync_api import Page, expect


@pytest.fixture
def blouse(page, workshop, go) -> Page:
    cupboard = workshop.call("GET", "/cupboard")
    workshop.begin("Yoke blouse", "A longer blouse", cupboard["people"][0]["name"])
    go("fit")
    expect(page.get_by_role("heading", name="Changes", exact=True)).to_be_visible()
    return page


def card(page: Page, place: str):
    return page.get_by_role("article").filter(has=page.get_by_text(place, exact=True))


def test_lengthened_to_a_finished_length_switched_off_and_sized_afterwards(blouse, workshop):
    page = blouse
    page.get_by_role("button", name="At the hem", exact=True).click()
    hem = card(page, "At the hem")
    expect(hem.get_by_text("Constructed: 4 cm above the hem line.")).to_be_visible()
    expect(hem.get_by_label("Measured along")).to_have_value(re.compile("^2/"))  # the fold first
    wanted = hem.get_by_label("Shall be, finished")
    now = float(wanted.input_value().split()[0])
    wanted.fill(str(now + 5))
    wanted.press("Enter")
    expect(hem.get_by_text(f"It is {now + 5:g} cm with all changes made.")).to_be_visible()
    expect(page.get_by_text(re.compile(r"2 Back, \+5\s*cm"))).to_be_visible()
    hem.get_by_text("With scissors, paper and tape").click()
    expect(hem.get_by_text("Piece 1: a strip 5 cm wide of paper put in.")).to_be_visible()
    # Another size: the finished length stays what it shall be.
    page.get_by_role("link", name=re.compile("^Pick")).click()
    workshop.head = workshop.call("GET", f"/makings/{workshop.making}")
    pick = workshop.head["inputs"]["pick"]
    workshop.edit("pick", inputs={**pick, "size": "44"})
    page.goto(f"/making/{workshop.making}/fit")
    expect(hem.get_by_text(f"It is {now + 5:g} cm with all changes made.")).to_be_visible()
    hem.get_by_role("checkbox").uncheck()
    expect(hem.get_by_text("Switched off")).to_be_visible()
    expect(page.get_by_text(re.compile(r"2 Back, \+"))).to_have_count(0)
    page.get_by_role("button", name="Undo").click()
    expect(hem.get_by_text("With scissors, paper and tape")).to_be_visible()


def test_changes_are_put_in_another_order_and_taken_out(blouse):
    page = blouse
    page.get_by_role("button", name="Change at the waist").click()
    expect(card(page, "At the waist")).to_be_visible()
    page.get_by_role("button", name="Below the elbow", exact=True).click()
    cards = page.get_by_role("article")
    expect(cards).to_have_count(2)
    page.get_by_role("button", name="Earlier: Below the elbow").click()
    expect(cards.first).to_contain_text("Below the elbow")
    card(page, "At the waist").get_by_role("button", name="Take out").click()
    expect(cards).to_have_count(1)
    page.get_by_role("button", name="Undo").click()
    expect(cards).to_have_count(2)


def test_a_dart_is_made_shorter_on_front_and_lining_and_a_waist_dart_moved_down(workshop, go):
    page = go("fit")
    page.get_by_role("button", name="Change the armhole dart").click()
    dart = card(page, "Armhole dart")
    expect(dart.get_by_text(re.compile("Pieces 1, 4; now"))).to_be_visible()
    point = dart.get_by_label("Point further out (minus: back)")
    point.fill("-1.5")
    point.press("Enter")
    expect(dart.get_by_text(re.compile("^Set its point 1.5 cm back"))).to_be_visible()
    page.get_by_role("button", name="Change the waist dart").click()
    waist = card(page, "Waist dart")
    down = waist.get_by_label("Down (minus: up)")
    down.fill("2")
    down.press("Enter")
    expect(waist.get_by_text(re.compile("^Move the whole dart 2 cm down"))).to_be_visible()
    far = waist.get_by_label("Wider (minus: narrower)")
    far.fill("-9")
    far.press("Enter")
    expect(page.get_by_text(re.compile("Only .* of cloth lie in it")).first).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(waist.get_by_text(re.compile("^Move the whole dart 2 cm down"))).to_be_visible()
    dart.get_by_role("checkbox").uncheck()
    expect(dart.get_by_text("Switched off")).to_be_visible()
    head = workshop.call("GET", f"/makings/{workshop.making}")
    assert [(c["kind"], c["on"]) for c in head["inputs"]["fit"]["changes"]] == [
        ("dart", False), ("dart", True),
    ]  # fmt: skip
