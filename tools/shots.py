"""Pictures of the main views from the demo data, 1280x800: ``./shots [VIEW…] [--to DIR]``.

Other looks for checking: ``--theme lamp``, ``--unit in``, ``--size 1024x768``.
"""

import argparse
from pathlib import Path
from typing import Any

from playwright.sync_api import Page, sync_playwright

from tools.demo_making import Workshop
from tools.files_bench.pdf_files import Kind, pdf_of
from tools.files_bench.sheet import sheet_of
from tools.served import CHROMIUM, CHROMIUM_FLAGS, ROOT, served
from workroom.demo.blouse import yoke_blouse

STAGES = ("pick", "trace", "fit", "cloth", "lay", "cut", "mark", "keep")
PLACES = {
    "bench": "/", "patterns": "/patterns", "cupboard": "/cupboard", "new": "/patterns/new",
    "account": "/account",
}  # fmt: skip
# Parts of the pattern that is traced from a photo.
SHEET = {"sheet": "sheet/1", "outline": "piece/1"}
# Parts of a stage, by their addresses.
PARTS = {
    "hand": "trace/hand", "print": "trace/print", "compare": "lay/compare",
    "rehearse": "lay/rehearse", "floor": "lay/floor", "table": "mark/table", "projector": "lay/project",
}  # fmt: skip
# Shown with a blouse whose sizes are blended and which comes as pages to print.
BLOUSE = {"pick": "pick"}
# Tables laid for the picture: the pattern, the cloth, and pieces whose hem lies on the cloth's border.
TABLES = {
    "stripes": ("Ringing waistcoat", "Striped cotton, marsh green", ()),
    "lace": ("Yoke blouse", "Border lace, cream", (1, 2)),
}
GROUP = ("Spring ringing tour", "Ringing waistcoat", "Striped cotton, marsh green")
VIEWS = (*PLACES, *SHEET, *STAGES, *PARTS, *TABLES, "groups", "file")
# Looked at, but not kept in the docs.
UNKEPT = ("compare", "hand", "patterns", "stripes", "lace", "account", "floor")


def lay_table(workshop: Workshop, pattern: str, cloth: str, hems: tuple[int, ...]) -> int:
    """A new making of that pattern with its main cloth laid; its id."""
    cupboard = workshop.call("GET", "/cupboard")
    workshop.begin(
        pattern, f"{pattern}, {cloth.split(',')[0].lower()}", cupboard["people"][0]["name"]
    )
    chosen = next(c["cloth"] for c in cupboard["cloths"] if c["cloth"]["name"] == cloth)
    owned = {**chosen, "owned": 3000}  # enough of it, whichever it is
    workshop.edit("cloth", inputs={"cloths": {"main": owned}})
    if hems:
        lay = workshop.head["inputs"]["lay"]
        rules = {k: lay[k] for k in ("match", "one_way", "joins", "elsewhere", "narrow")}
        liberties = {number: {"border": True} for number in hems}
        workshop.edit("lay/rules", **rules, liberties=liberties, scallop={"main": 40})
    workshop.lay("main")
    return workshop.making


def begin_group(workshop: Workshop, name: str, pattern: str, cloth: str) -> int:
    """A group for which one cloth is too short, all but the last of its people laid; its id."""
    cupboard = workshop.call("GET", "/cupboard")
    shelf = next(card["id"] for card in cupboard["patterns"] if card["name"] == pattern)
    owned = next(card for card in cupboard["cloths"] if card["cloth"]["name"] == cloth)
    people = [person["id"] for person in cupboard["people"]][:3]
    body = {"name": name, "pattern": shelf, "people": people}
    group: dict[str, Any] = workshop.call("POST", "/groups", body)
    for row in group["rows"]:
        workshop.making = row["making"]
        workshop.head = workshop.call("GET", f"/makings/{workshop.making}")
        taken = {"cloths": {"main": owned["cloth"]}, "taken": {"main": owned["id"]}}
        workshop.edit("cloth", inputs=taken)
        if row is not group["rows"][-1]:
            workshop.lay("main")
    return int(group["id"])


def picture(page: Page, view: str, makings: dict[str, int], to: Path) -> None:
    """Go to a view, wait until it is still, and take its picture."""
    path = PLACES.get(view) or f"/making/{makings.get('laid', 0)}/{PARTS.get(view, view)}"
    if view in BLOUSE:
        path = f"/making/{makings['blouse']}/{BLOUSE[view]}"
    if view == "keep":
        path = f"/making/{makings['filed']}/keep"
    if view in SHEET:
        path = f"/pattern/{makings['tabard']}/{SHEET[view]}"
    if view in TABLES:
        path = f"/making/{makings[view]}/lay"
    if view == "groups":
        path = f"/groups/{makings[view]}"
    if view == "file":
        path = f"/pattern/{makings[view]}/file"
    page.goto(path)
    page.wait_for_load_state("networkidle")
    if view == "lay" or view in TABLES:
        page.locator("[data-item='1.1']").dispatch_event(
            "pointerdown", {"button": 0, "pointerId": 1}
        )
        page.locator("[data-item='1.1']").dispatch_event("pointerup", {"button": 0, "pointerId": 1})
    if view == "file":
        data = pdf_of(sheet_of(yoke_blouse(), 1100.0), Kind(told="colour", instructions=2)).data
        page.locator("input[type=file]").set_input_files(
            {"name": "yoke-blouse-to-print.pdf", "mimeType": "application/pdf", "buffer": data}
        )
        page.get_by_text("where it is sewn").click(timeout=60_000)
    if view == "projector":
        aslant = {
            "corners": [[300, 170], [800, 190], [880, 640], [210, 600]], "width": 600, "height": 500,
            "middle": None, "screen": [page.viewport_size["width"], page.viewport_size["height"]],
        } if page.viewport_size else {}  # fmt: skip
        page.evaluate(
            "(it) => localStorage.setItem('dove-tack/projector', JSON.stringify(it))", aslant
        )
        page.reload()
        page.get_by_role("button", name="Show the pieces").click()
        page.locator("[data-square]").wait_for()
        page.keyboard.press("ArrowRight")
        page.keyboard.press("ArrowRight")
    if view == "compare":
        page.get_by_role("button", name="Compare them").click()
        page.get_by_role("button", name="That is enough").wait_for()
        page.get_by_role("button", name="That is enough").wait_for(state="detached", timeout=90_000)
    if view == "rehearse":
        page.get_by_role("button", name="set out and counted").click()
        page.wait_for_timeout(800)
    if view in ("cut", "mark"):
        page.get_by_role("button", name="I have read this").click()
        piece = {"cut": "lining 0 of", "mark": "4 Front lining, left"}[view]
        page.get_by_role("button", name=piece).click()
        page.get_by_role("listitem").filter(has_text="4 Front lining").or_(
            page.get_by_role("listitem").filter(has_text="armhole dart")
        ).first.hover()
    if view == "table":
        piece = page.get_by_role("heading", level=1)
        while "Back lining" not in piece.inner_text():
            page.get_by_label("Next piece").click()
        page.get_by_role("button", name="Later").click()
        page.get_by_role("button", name="Leave it").click(click_count=3, delay=30)
    if view in SHEET:
        page.wait_for_selector("image", state="attached")
        page.evaluate("() => document.querySelector('image').decode()")
        if view == "outline":
            page.mouse.move(519, 265)
    page.wait_for_timeout(250)
    page.screenshot(path=to / f"{view}.png")
    print(to / f"{view}.png")


def main() -> None:
    """Take the pictures asked for, or all."""
    parser = argparse.ArgumentParser(prog="./shots", description=__doc__)
    parser.add_argument("views", nargs="*", metavar="VIEW", help=", ".join(VIEWS))
    parser.add_argument("--to", type=Path, default=ROOT / "docs" / "screenshots")
    parser.add_argument("--theme", choices=("dove", "lamp"), default="dove")
    parser.add_argument("--unit", choices=("cm", "in"), default="cm")
    parser.add_argument("--size", default="1280x800")
    asked = parser.parse_args()
    unknown = [view for view in asked.views if view not in VIEWS]
    if unknown:
        parser.error(f"there is no view called {unknown[0]}; views are {', '.join(VIEWS)}")
    asked.to.mkdir(parents=True, exist_ok=True)
    width, height = map(int, asked.size.split("x"))
    with served() as address, sync_playwright() as play:
        browser = play.chromium.launch(executable_path=CHROMIUM, args=CHROMIUM_FLAGS)
        context = browser.new_context(
            base_url=address, viewport={"width": width, "height": height}, reduced_motion="reduce"
        )
        page = context.new_page()
        page.on("console", lambda said: print("console:", said.type, said.text))
        page.on("pageerror", lambda error: print("page error:", error))
        views = asked.views or [view for view in VIEWS if view not in UNKEPT]
        if "welcome" in views:
            picture(page, "welcome", {}, asked.to)
        workshop = Workshop(context.request, seconds=4)
        workshop.open_demo()
        makings = {
            "laid": workshop.making,
            "blouse": workshop.called("Tamsin’s yoke blouse"),
            "filed": workshop.called("Wendeline’s breeches, the first pair"),
            "tabard": next(
                card["id"]
                for card in workshop.call("GET", "/cupboard")["patterns"]
                if card["name"] == "Child’s ringing tabard"
            ),
        }
        workshop.call("PUT", "/session/likes", {"unit": asked.unit, "theme": asked.theme})
        for view in views:
            # Begun only now: the bench is shown as the demo has it.
            if view in TABLES:
                makings[view] = lay_table(workshop, *TABLES[view])
            if view == "groups":
                makings[view] = begin_group(workshop, *GROUP)
            if view == "file":
                bought = workshop.call("POST", "/patterns", {"name": "Yoke blouse, bought"})
                makings[view] = bought["id"]
            if view != "welcome":
                picture(page, view, makings, asked.to)
        browser.close()


if __name__ == "__main__":
    main()
