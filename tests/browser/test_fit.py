"""Journeys in Fit: lengthen to a finished length, switch a change off, put the changes in another order."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import grab


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
    dart.get_by_role("checkbox", name="Armhole dart").uncheck()
    expect(dart.get_by_text("Switched off")).to_be_visible()
    head = workshop.call("GET", f"/makings/{workshop.making}")
    assert [(c["kind"], c["on"]) for c in head["inputs"]["fit"]["changes"]] == [
        ("dart", False), ("dart", True),
    ]  # fmt: skip


def spot_of(page: Page, piece: int, at: tuple[float, float]) -> tuple[float, float]:
    """Where a place of a piece, in millimetres of its own paper, lies on the screen."""
    return page.locator(f"[data-piece='{piece}']").evaluate(
        """(drawn, [x, y]) => {
          const point = new DOMPoint(x, y).matrixTransform(drawn.getScreenCTM());
          return [point.x, point.y];
        }""",
        at,
    )


def tap(page: Page, piece: int, at: tuple[float, float]) -> None:
    page.mouse.click(*spot_of(page, piece, at))


def place_on(workshop, piece: int, edge: str, share: float = 0.5) -> tuple[float, float]:
    """Where an edge of a piece lies, a share of its curves along."""
    fitted = workshop.call("GET", f"/makings/{workshop.making}/fit")["fitted"]
    shape = next(p["shape"] for p in fitted["pieces"] if p["number"] == piece)
    path = next(e["path"] for e in shape["edges"] if e["name"] == edge)
    curve = path[min(int(share * len(path)), len(path) - 1)]
    weights = (0.5, 0.5) if len(curve) == 2 else (0.125, 0.375, 0.375, 0.125)
    return tuple(sum(w * p[k] for w, p in zip(weights, curve, strict=True)) for k in (0, 1))


def outline_of(workshop, piece: int) -> list:
    fitted = workshop.call("GET", f"/makings/{workshop.making}/fit")["fitted"]
    return next(p["shape"]["edges"] for p in fitted["pieces"] if p["number"] == piece)


def test_a_dart_goes_down_after_a_toile_and_a_version_is_kept(workshop, go):
    page = go("fit")
    page.get_by_role("link", name="Toile", exact=True).click()
    page.get_by_role("button", name="Make a toile").click()
    expect(page.get_by_role("checkbox", name="1 Front")).to_be_checked()
    expect(page.get_by_role("checkbox", name="3 Front facing")).not_to_be_checked()
    page.get_by_label("Where").select_option(label="the armhole dart")
    by = page.get_by_label("It is", exact=True)
    by.fill("1.5")
    by.press("Enter")
    page.get_by_label("too much so").select_option("too high")
    expect(page.get_by_text("The armhole dart is 1.5 cm too high.")).to_be_visible()
    page.get_by_role("button", name="Change the pattern so").click()
    expect(page.get_by_role("listitem").get_by_text("1.5 cm too high")).to_be_visible()
    page.get_by_role("button", name="Keep as after toile 1").click()
    kept = page.locator("details.version").filter(has_text="After toile 1")
    expect(kept.get_by_text("as now")).to_be_visible()
    traced = page.locator("details.version").filter(has_text="As traced")
    expect(traced.get_by_text("2 pieces differ")).to_be_visible()  # the lining's dart goes along
    traced.locator("summary").first.click()
    traced.get_by_role("button", name="Show under the pieces").click()
    expect(page.get_by_text("Dotted: As traced.")).to_be_visible()
    page.get_by_role("link", name="Changes", exact=True).click()
    dart = card(page, "Armhole dart")
    expect(dart.get_by_label(re.compile("^Along its seam"))).to_have_value("1.5 cm")
    page.get_by_role("link", name="Toile", exact=True).click()
    traced.locator("summary").first.click()
    traced.get_by_role("button", name="Go back to it").click()
    expect(kept.get_by_text("2 pieces differ")).to_be_visible()
    page.get_by_role("link", name=re.compile("^Lay")).click()
    expect(page.get_by_role("button", name=re.compile("^toile", re.I))).to_be_visible()


def test_a_seam_is_taken_in_from_pins_and_pulled_by_hand_and_all_is_undone(workshop, go):
    page = go("fit")
    before = outline_of(workshop, 1)
    tap(page, 1, place_on(workshop, 1, "side"))
    held = page.get_by_role("region", name="In hand")
    expect(held.get_by_text(re.compile("^Side, .* sewn to Back"))).to_be_visible()
    held.get_by_role("button", name="Take in or let out").click()
    side = card(page, "Side seam")
    expect(side.get_by_text(re.compile("pinched ÷ 2"))).to_have_count(1)
    tap(page, 1, place_on(workshop, 1, "side", 0.9))  # one more pin further down
    expect(side.get_by_label("From its upper end")).to_have_count(2)
    amount = side.get_by_label("In (minus: out)").first
    amount.fill("2")
    amount.press("Enter")
    side.get_by_label("What was measured").select_option(label="from the seam to the pins")
    expect(side.get_by_text("in 2 cm")).to_be_visible()
    seams = workshop.call("GET", f"/makings/{workshop.making}/fit")["fitted"]["seams"]
    assert next(s for s in seams if s["name"] == "side seam")["agrees"]
    side.get_by_role("button", name="Pins are set").click()
    held.get_by_role("button", name="Draw by hand").click()
    handle = page.get_by_role("button", name=re.compile("^Middle of the side"))
    grab(page, handle, 9)
    expect(page.locator("path.would").first).to_be_visible()
    page.mouse.up()
    expect(card(page, "By hand: side")).to_be_visible()
    long = card(page, "By hand: side").locator("summary strong")
    was = long.inner_text()
    handle.focus()
    page.keyboard.press("Shift+ArrowDown")  # the same pull, 1 cm further in
    expect(page.get_by_role("article")).to_have_count(2)
    expect(long).not_to_have_text(was)  # the board shows it now
    # Taken hold of between its handles the whole edge moves.
    x, y = spot_of(page, 1, place_on(workshop, 1, "side", 0.2))
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + 12, y, steps=4)
    page.mouse.up()
    expect(page.get_by_text(re.compile("^Set the whole side .* out"))).to_be_visible()
    page.keyboard.press("Escape")
    # Each edit comes back by one step: the hand's two, the way of measuring, the amount, two pins.
    undo = page.get_by_role("button", name="Undo")
    while workshop.call("GET", f"/makings/{workshop.making}")["inputs"]["fit"]["changes"]:
        undo.click()
        expect(page.get_by_role("status").filter(has_text="Saved")).to_be_visible()
    assert outline_of(workshop, 1) == before


def test_a_back_is_cut_in_two_and_the_size_changed_afterwards(workshop, go):
    page = go("fit")
    tap(page, 2, (60, 200))
    held = page.get_by_role("region", name="In hand")
    held.get_by_role("button", name="Cut in two").click()
    for at in ((20, 160), (200, 170)):
        tap(page, 2, at)
    held.get_by_label("Name of the new part").fill("Back yoke")
    held.get_by_label("Name of the new seam").fill("yoke seam")
    held.get_by_label("Name of the new seam").press("Enter")
    held.get_by_role("button", name="Cut in two").click()
    cut = card(page, "Cut in two: back (2)")
    expect(cut.get_by_text("2 from 2 paper pieces")).to_be_visible()
    expect(page.get_by_text(re.compile("^[0-9]+ Back yoke$"))).to_be_visible()
    page.get_by_role("link", name="Seams", exact=True).click()
    panel = page.get_by_role("complementary")
    expect(panel.get_by_text("yoke seam", exact=True)).to_be_visible()
    expect(page.get_by_text("agree at the stitching line")).to_be_visible()
    workshop.head = workshop.call("GET", f"/makings/{workshop.making}")
    workshop.edit("pick", inputs={**workshop.head["inputs"]["pick"], "size": "G"})
    page.goto(f"/making/{workshop.making}/fit/seams")
    expect(page.get_by_text("agree at the stitching line")).to_be_visible()
    expect(page.get_by_text(re.compile("^[0-9]+ Back yoke$"))).to_be_visible()
    limits = page.get_by_text("What is still let pass")
    limits.click()
    seam = page.get_by_label("Seams and notches may differ by")
    expect(seam).to_have_value("2 mm")
    seam.fill("1 mm")
    seam.press("Enter")
    expect(seam).to_have_value("1 mm")
