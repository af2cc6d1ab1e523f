"""A dragged piece among 25 on the table: what each move costs the page until it is painted, and how long
its findings take to come."""

import time

from playwright.sync_api import Page

from tools.demo_making import Workshop
from tools.painted import watch

PIECES = 25


def full_table(workshop: Workshop) -> None:
    """A blouse with doubled pieces and its interfacing from one cloth in a single layer: 25 or more."""
    cupboard = workshop.call("GET", "/cupboard")
    blouse = next(p["id"] for p in cupboard["shelf"] if p["name"] == "Yoke blouse")
    copy = workshop.call("POST", f"/patterns/{blouse}/copy", {})["id"]
    at = workshop.call("GET", f"/patterns/{copy}")["at"]
    for piece in (4, 3, 5):
        edit = {"do": "double piece", "piece": piece}
        page = workshop.call("POST", f"/patterns/{copy}/edit", {"against": at, "edit": edit})
        at = page["at"]
    body = {"pattern": copy, "title": "A full table"}
    workshop.head = workshop.call("POST", "/makings", body)
    workshop.making = workshop.head["id"]
    cloth = {"name": "Calico", "fibre": "cotton", "width": 1500, "washed": True}
    inputs = {"cloths": {"main": cloth}, "folds": {"main": "single"},
              "joined": {"interfacing": "main"}}  # fmt: skip
    workshop.edit("cloth", inputs=inputs)
    workshop.lay("main")


def drag_times(page: Page, workshop: Workshop) -> tuple[int, list[float], list[float]]:
    """How many pieces lie there; each move until painted, each judgement until its findings stand (s)."""
    full_table(workshop)
    page.goto(f"/making/{workshop.making}/lay")
    page.wait_for_load_state("networkidle")
    count = page.locator("[data-item]").count()
    assert count >= PIECES, f"only {count} pieces lie there"
    box = page.locator("[data-item='1.1']").bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.evaluate(f"() => {{ {watch('/lay/judge')} }}")
    page.mouse.move(x, y)
    page.mouse.down()
    for step in range(120):  # as fast as a screen of 60 Hz asks
        begun = time.perf_counter()
        page.mouse.move(x + step, y - step / 2)
        time.sleep(max(0.0, 1 / 60 - (time.perf_counter() - begun)))
    page.wait_for_timeout(400)
    page.mouse.up()
    cost, found = page.evaluate("[window.cost, window.found]")
    return count, [each / 1000 for each in cost[5:]], [each / 1000 for each in found[2:]]
