"""The whole of Cloth and Lay by keyboard alone: the pointer is never used."""

import re

from playwright.sync_api import Page, expect

NAME = """() => { const e = document.activeElement;
    const label = e.labels && e.labels.length ? e.labels[0].innerText : '';
    return (e.getAttribute('aria-label') || label || e.innerText || '').trim(); }"""


def reach(page: Page, name: str, *, back: bool = False) -> None:
    """Press Tab until that name has the focus."""
    seen = []
    for _ in range(140):
        page.keyboard.press("Shift+Tab" if back else "Tab")
        now = page.evaluate(NAME)
        if re.match(name, now):
            return
        seen.append(now)
    raise AssertionError(f"Tab never comes to {name!r}; it came to {seen}")


def act(page: Page, name: str) -> None:
    reach(page, name)
    page.keyboard.press("Enter")


def saved(page: Page) -> None:
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()


def test_from_the_cloth_to_the_rehearsal_without_a_pointer(page, workshop, go):
    workshop.carry_through()
    go("cloth")
    expect(page.get_by_label("Cloth for the main")).to_be_visible()
    reach(page, "Cloth for the lining")
    page.keyboard.type("Striped")  # another one than before: nothing lies on it yet
    saved(page)
    act(page, "Lay")
    expect(page.locator("[data-item]").first).to_be_visible()
    act(page, "lining")
    act(page, "Lay the lining")
    expect(page.get_by_role("progressbar")).to_be_visible()
    expect(page.get_by_role("progressbar")).to_have_count(0, timeout=60_000)
    act(page, "main ✓")
    reach(page, "The lay on the main cloth")
    page.keyboard.press("]")
    lying = workshop.call("GET", f"/makings/{workshop.making}/lay")["lays"][0]
    first = lying["placed"][0]["placement"]["item"]
    for _ in range(3):
        page.keyboard.press("ArrowRight")
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    page.wait_for_timeout(700)  # it is put down when the keys rest
    saved(page)
    for key in ("t", "t", ",", "."):
        page.keyboard.press(key)
        page.wait_for_timeout(150)
        saved(page)
    page.keyboard.press("p")
    expect(page.get_by_role("button", name="Pinned")).to_be_visible()
    page.keyboard.press("p")
    expect(page.get_by_role("button", name="Pin it down")).to_be_visible()
    page.keyboard.press("}")
    expect(page.get_by_role("button", name="Swap them")).to_be_visible()
    page.keyboard.press("x")
    saved(page)
    for _ in range(2):
        page.keyboard.press("[")
    page.keyboard.press("Delete")
    tray = page.get_by_role("group", name="Still to lay")
    expect(tray).to_be_visible()
    act(page, r"\d+ \w+")
    expect(tray).to_have_count(0)
    now = workshop.call("GET", f"/makings/{workshop.making}/lay")["lays"][0]["placed"]
    assert first in {each["placement"]["item"] for each in now}
    act(page, "Numbers")
    act(page, "Lay it on the floor")
    expect(page.get_by_text(re.compile(r"^1 of \d+$"))).to_be_visible()
    page.keyboard.press("Space")
    expect(page.get_by_text(re.compile(r"^2 of \d+$"))).to_be_visible()
    page.keyboard.press("ArrowLeft")
    expect(page.get_by_role("button", name="It lies ✓, next")).to_be_visible()
    act(page, "Back")
    act(page, "Rehearse")
    expect(page.get_by_text(re.compile("(R|Not r)eady to cut")).first).to_be_visible()
