"""Journeys over Cloth and Lay: pairs in a single layer, stripes, offers, cut pieces, floor, shop."""

import json
import re

import pytest
from playwright.sync_api import Page, expect

STRIPES = {
    "name": "Ticking, blue", "fibre": "cotton", "width": 1300, "owned": 4000, "washed": True,
    "repeat": {"across": 30, "from_edge": 25},
}  # fmt: skip


@pytest.fixture
def lay(page, workshop, go) -> Page:
    """The waistcoat, traced and with its cloths, everything laid."""
    workshop.carry_through()
    go("lay")
    expect(page.locator("[data-item]").first).to_be_visible()
    return page


def tab(page: Page, name: str) -> None:
    page.get_by_role("navigation", name="Parts of the lay").get_by_role("link", name=name).click()


def choose(page: Page, item: str) -> None:
    piece = page.locator(f"[data-item='{item}']")
    piece.dispatch_event("pointerdown", {"button": 0, "pointerId": 1})
    piece.dispatch_event("pointerup", {"button": 0, "pointerId": 1})


def lie(page: Page, role: str, fold: str) -> None:
    page.get_by_role("link", name=re.compile("^Cloth")).click()
    page.get_by_role("group", name=f"How the {role} lies").get_by_role("button", name=fold).click()
    page.get_by_role("link", name=re.compile("^Lay")).click()


def test_two_lefts_are_caught_by_the_rule_and_by_the_rehearsal(lay):
    page = lay
    lie(page, "main", "Single layer")
    page.get_by_role("button", name="Lay the main").click()
    expect(page.locator("[data-item='1.2']")).to_be_visible(timeout=30_000)
    tab(page, "Rehearse")
    expect(page.get_by_text(re.compile("Ready to cut: 12 pieces"))).to_be_visible(timeout=20_000)
    tab(page, "Table")
    choose(page, "1.2")
    page.get_by_role("button", name="Turn over", exact=True).click()
    expect(page.get_by_text(re.compile("both copies of Front")).first).to_be_visible()
    tab(page, "Rehearse")
    expect(page.get_by_text("Not ready to cut")).to_be_visible()
    expect(page.get_by_text(re.compile("1 (left|right) Front .1. would be missing"))).to_be_visible()
    page.get_by_role("button", name="set out and counted").click()
    expect(page.get_by_role("img", name="The cut pieces, set out")).to_be_visible()


def test_a_stripe_is_matched_and_the_matching_can_be_left(page, workshop, go):
    workshop.carry_through()
    card = workshop.call("POST", "/cupboard/cloths", STRIPES)
    go("cloth")
    page.get_by_label("Cloth for the main").select_option(label=card["cloth"]["name"])
    # Stripes are matched in a single layer, where both are seen.
    main = page.get_by_role("group", name="How the main lies")
    expect(main.get_by_role("button", name="Single layer")).to_have_attribute("aria-pressed", "true")
    page.get_by_role("link", name=re.compile("^Lay")).click()
    page.get_by_role("button", name="Lay the main").click()
    expect(page.locator("[data-item='1.2']")).to_be_visible(timeout=30_000)
    expect(page.get_by_role("button", name="Stop and keep the best")).to_have_count(0, timeout=30_000)
    expect(page.get_by_text("out of step")).to_have_count(0)
    choose(page, "1.1")
    page.get_by_label("Let pieces find fold, edge, stripe and neighbour").uncheck()
    board = page.get_by_role("application")
    board.focus()
    for _ in range(4):
        page.keyboard.press("ArrowUp")
    expect(page.get_by_text(re.compile("out of step across the cloth")).first).to_be_visible()
    tab(page, "Rules")
    page.get_by_label("Match them").uncheck()
    tab(page, "Table")
    expect(page.get_by_text(re.compile("out of step"))).to_have_count(0)


def test_a_flawed_remnant_is_enough_with_one_offer(page, workshop, go):
    workshop.edit("pick", inputs={"size": "A"})
    go("cloth")
    page.get_by_label("Cloth for the main").select_option(label="Remnant, tweed with a flaw")
    page.get_by_role("link", name=re.compile("^Lay")).click()
    # Long enough for a machine that does other work too; it is ended when it has found what it takes.
    page.get_by_label("Searching for").select_option(label="1 minute")
    tab(page, "Compare")
    page.get_by_role("button", name=re.compile("Find out")).click()
    expect(page.get_by_text(re.compile("^It is .* too short"))).to_be_visible(timeout=60_000)
    offer = page.get_by_role("article").filter(has_text="Cut front facing (3) from another cloth")
    expect(offer.get_by_text(re.compile("It fits then"))).to_be_visible(timeout=150_000)
    enough = page.get_by_role("button", name="That is enough")
    if enough.is_visible():
        enough.click()
    expect(enough).to_have_count(0, timeout=120_000)
    expect(offer.locator("svg")).to_be_visible()  # looked at before it is taken
    expect(
        page.get_by_role("heading", name=re.compile(r"^Fold only a part of it, [\d.]+ cm deep"))
    ).not_to_have_count(0)
    expect(offer.get_by_text(re.compile("^It saves (2[6-9]|3)"))).to_be_visible()
    expect(offer.get_by_text(re.compile("It fits then"))).to_be_visible()
    offer.get_by_role("button", name="Do that").click()
    tab(page, "Table")
    expect(page.locator("[data-item='1.1']")).to_be_visible()
    expect(page.locator("[data-item='3.1']")).to_have_count(0)
    expect(page.get_by_text(re.compile("too short|over a flaw|hangs"))).to_have_count(0)
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("button", name="Redo")).to_be_enabled()


def test_two_pieces_are_cut_the_rest_is_laid_and_what_is_left_goes_back(lay):
    page = lay
    for item in ("2.1", "8.1"):
        choose(page, item)
        page.get_by_role("button", name="It is cut out").click()
        expect(page.get_by_role("button", name="Cut out", exact=True)).to_be_visible()
    page.get_by_role("button", name="Lay the rest").click()
    expect(page.get_by_role("progressbar")).to_be_visible()
    expect(page.get_by_role("progressbar")).to_have_count(0, timeout=30_000)
    expect(page.get_by_text("2 cut out already")).to_be_visible()
    page.get_by_role("button", name="Put what is left into the cupboard").click()
    page.get_by_role("link", name="Look at it there").click()
    expect(page.get_by_role("heading", name=re.compile("what is left"))).to_be_visible()


def test_on_the_floor_to_the_end_with_the_tape(lay):
    page = lay
    tab(page, "Numbers")
    page.get_by_role("link", name="Lay it on the floor").click()
    total = int(page.get_by_text(re.compile(r"^1 of \d+$")).inner_text().split()[-1])
    page.get_by_text("Check it with the tape").click()
    for label, text in (("Upper end reads", "10"), ("Lower end reads", "10.4")):
        page.get_by_label(label).fill(text)
        page.get_by_label(label).press("Enter")
    expect(page.get_by_text("Turn the lower end 4 mm toward the fold.")).to_be_visible()
    lies = page.get_by_role("button", name=re.compile("^It lies"))
    for at in range(2, 5):
        lies.click()
        expect(page.get_by_text(f"{at} of {total}")).to_be_visible()
    expect(page.get_by_role("status", name="Saved").or_(page.get_by_text("Saved"))).to_be_visible()
    page.reload()  # it goes on where it was left
    expect(page.get_by_text(f"4 of {total}")).to_be_visible()
    for _ in range(3, total):
        lies.click()
    expect(page.get_by_text("Every piece lies. Rehearse it before you cut.")).to_be_visible()


def test_pieces_wait_on_the_tray_and_are_pinned_swapped_and_typed(lay):
    page = lay
    choose(page, "6.1")
    page.get_by_role("button", name="Back to the tray").click()
    tray = page.get_by_role("group", name="Still to lay")
    card = tray.get_by_role("button", name=re.compile("6 Welt"))
    box = card.bounding_box()
    page.mouse.move(box["x"] + 20, box["y"] + 20)
    page.mouse.down()
    page.mouse.move(700, 300, steps=6)
    page.mouse.up()
    expect(tray).to_have_count(0)
    expect(page.locator("[data-item='6.1']")).to_be_visible()
    page.get_by_text("Type where it shall lie").click()
    field = page.get_by_label("Upper end from the cut end")
    field.fill("95")
    field.press("Enter")
    expect(page.get_by_text("95 cm").first).to_be_visible()
    page.get_by_role("button", name="Pin it down").click()
    expect(page.get_by_role("button", name="Pinned")).to_be_visible()
    page.locator("[data-item='7.1']").dispatch_event(
        "pointerdown", {"button": 0, "pointerId": 1, "shiftKey": True}
    )
    page.get_by_role("button", name="Swap them").click()
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()


def test_the_shopping_list_is_searched_ticked_and_kept(lay):
    page = lay
    page.get_by_role("link", name=re.compile("^Cloth")).click()
    page.get_by_role("link", name="Shopping list").click()
    expect(page.get_by_role("heading", name="To buy")).to_be_visible()
    expect(page.get_by_text("What you own is enough.").first).to_be_visible()
    notion = page.get_by_role("checkbox", name=re.compile("button|thread", re.IGNORECASE)).first
    notion.check()
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    page.reload()
    expect(notion).to_be_checked()


def test_a_lace_blouse_comes_down_to_the_scallop(page, workshop, go):
    cupboard = workshop.call("GET", "/cupboard")
    workshop.begin("Yoke blouse", "A lace blouse", cupboard["people"][0]["name"])
    go("cloth")
    page.get_by_label("Cloth for the main").select_option(label="Border lace, cream")
    page.get_by_role("link", name=re.compile("^Lay")).click()
    expect(page.get_by_text("Single layer, right side up").first).to_be_visible()
    tab(page, "Rules")
    depth = page.get_by_label("A straight hem line lies so deep in the border")
    depth.fill("4")
    depth.press("Enter")
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    for piece in ("1 Front", "2 Back"):
        page.locator("summary", has_text=re.compile(f"^{piece}$")).click()
        details = page.locator("details").filter(has_text=re.compile(f"^{piece}"))
        details.get_by_label("hem on the cloth’s border").check()
    tab(page, "Table")
    page.get_by_role("button", name="Lay the main").click()
    expect(page.locator("[data-item='1.1']")).to_be_visible(timeout=30_000)
    expect(page.get_by_role("progressbar")).to_have_count(0, timeout=30_000)
    expect(page.get_by_text(re.compile(r"(Front .1|Back .2)[^.:]*: its hem"))).to_have_count(0)
    expect(page.get_by_text(re.compile("motifs are cut by its seams")).first).to_be_visible()
    # Slid away from the edge, the border is said to hang lower than the hem line asks.
    choose(page, "1.1")
    page.get_by_label("Let pieces find fold, edge, stripe and neighbour").uncheck()
    lies = workshop.call("GET", f"/makings/{workshop.making}/lay")["lays"][0]["placed"]
    low = next(each["box"][1] for each in lies if each["placement"]["item"] == "1.1") < 100
    page.get_by_role("application").focus()
    page.keyboard.press("Shift+ArrowUp" if low else "Shift+ArrowDown")
    expect(page.get_by_text(re.compile("the border hangs 1[.0-9]* cm lower")).first).to_be_visible()


def test_a_projector_is_set_by_a_slanted_rectangle_and_shows_piece_after_piece(lay, workshop):
    page = lay
    tab(page, "Numbers")
    page.get_by_role("link", name="Show it by projector").click()
    # The table as it stands in: a mat of 60 by 40 cm, seen aslant.
    page.get_by_text("try it without a projector").click()
    size = page.viewport_size
    mat = [(0.22, 0.21), (0.57, 0.24), (0.63, 0.78), (0.15, 0.73)]
    for name, (x, y) in zip(("far left", "far right", "near right", "near left"), mat, strict=True):
        box = page.get_by_role("button", name=f"Corner {name}").bounding_box()
        page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        page.mouse.down()
        page.mouse.move(x * size["width"], y * size["height"], steps=3)
        page.mouse.up()
    expect(page.get_by_text(re.compile(r"Lines lie within \d"))).to_be_visible()
    page.wait_for_load_state("networkidle")
    page.get_by_role("button", name="Corner far left").press("ArrowLeft")
    page.wait_for_load_state("networkidle")
    page.get_by_role("button", name="Show the pieces").click()
    expect(page.locator("[data-square]")).to_be_attached()
    measured = json.loads(page.evaluate("localStorage.getItem('dove-tack/projector')"))
    left = size["width"] * mat[0][0]
    assert measured["corners"][0] == pytest.approx([left - 1, size["height"] * mat[0][1]], abs=0.6)
    reckoned = workshop.call("POST", "/measure/projector", measured)
    matrix, light = reckoned["matrix"], reckoned["light"]

    def seen(x: float, y: float) -> list[float]:
        deep = matrix[6] * x + matrix[7] * y + matrix[8]
        return [(matrix[k] * x + matrix[k + 1] * y + matrix[k + 2]) / deep for k in (0, 3)]

    points = page.locator("[data-square]").get_attribute("points").split()
    corners = [tuple(map(float, each.split(","))) for each in points]
    right, near = light[2] - 10, light[1] + 10
    for (x, y), shown in zip([(-100, 0), (0, 0), (0, 100), (-100, 100)], corners, strict=True):
        assert shown == pytest.approx(seen(right + x, near + y), abs=0.01)
    first = page.locator(".here").get_attribute("data-piece")
    expect(page.get_by_text(re.compile("^(Lay the cloth|The cloth lies) with its cut end"))).to_be_visible()
    page.keyboard.press("Space")
    expect(page.locator(f"[data-piece='{first}'].gone")).to_be_attached()
    assert page.locator(".here").get_attribute("data-piece") != first
    page.keyboard.press("ArrowLeft")
    assert page.locator(".here").get_attribute("data-piece") == first
    for _ in range(20):
        page.keyboard.press("Space")
    expect(page.get_by_text("Everything has been in the light.")).to_be_visible()
    # One piece alone: nothing else in the light, and nothing is ticked by it.
    page.keyboard.press("c")
    page.get_by_label("What is shown").select_option(value=first)
    page.get_by_role("button", name="Show the piece").click()
    expect(page.get_by_text("inside the left and the near line")).to_be_visible()
    assert page.locator("[data-piece]").count() == 1
    page.get_by_role("button", name="Leave").click()
    expect(page.get_by_role("link", name="PDF for the wall")).to_be_visible()
