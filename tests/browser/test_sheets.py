"""Journeys over the pictures of a paper sheet: two of them joined, points set by keys, two fingers."""

import re
from io import BytesIO

import numpy as np
from PIL import Image
from playwright.sync_api import Page, expect

from tests.browser.conftest import square_to_enter
from workroom.demo.camera import HEIGHT, WIDTH, pixels
from workroom.demo.entered import photo

CROSSES = np.array([(20.0, 20.0), (620.0, 20.0), (620.0, 540.0), (20.0, 540.0)])


def begun(page: Page, workshop, *pictures) -> int:
    """A pattern whose sheet has these pictures; the first one's corners are known."""
    id = workshop.call("POST", "/patterns", {"name": "From two photos"})["id"]
    workshop.call("POST", f"/patterns/{id}/edit", {"against": 0, "edit": {"do": "add sheet"}})
    page.goto(f"/pattern/{id}/sheet/1")
    for number, picture in enumerate(pictures, 1):
        page.locator("input[type=file]").set_input_files(picture)
        expect(page.get_by_role("button", name=f"Picture {number}")).to_be_visible(timeout=20_000)
    known = [
        {"pixel": pixel, "mm": mm}
        for pixel, mm in zip(pixels(CROSSES).tolist(), CROSSES.tolist(), strict=True)
    ]
    at = workshop.call("GET", f"/patterns/{id}")["at"]
    edit = {"do": "known points", "sheet": 1, "at": 0, "known": known}
    workshop.call("POST", f"/patterns/{id}/edit", {"against": at, "edit": edit})
    page.reload()
    return id


def file(tmp_path, turned: bool):
    """The demo's photo, or the same sheet photographed from its other side."""
    path = tmp_path / f"{turned}.jpg"
    if turned:
        held = BytesIO()
        Image.open(BytesIO(photo())).rotate(180).save(held, "JPEG", quality=90)
        path.write_bytes(held.getvalue())
    else:
        path.write_bytes(photo())
    return path


def test_two_pictures_of_a_sheet_are_joined_by_points_both_show(page, workshop, tmp_path):
    id = begun(page, workshop, file(tmp_path, False), file(tmp_path, True))
    page.get_by_role("button", name="Picture 2").click()
    expect(page.get_by_label("Mark", exact=True)).to_have_value("shared")
    for count, (cross, seen) in enumerate(zip(CROSSES, pixels(CROSSES), strict=True), 1):
        expect(page.get_by_role("status").filter(has_text="the picture before")).to_be_visible()
        box = page.locator("image").first.bounding_box()
        page.mouse.click(
            box["x"] + (WIDTH - seen[0]) / WIDTH * box["width"],
            box["y"] + (HEIGHT - seen[1]) / HEIGHT * box["height"],
        )
        expect(page.get_by_role("status").filter(has_text="on the sheet")).to_be_visible()
        flat = page.locator("image").first
        expect(flat).to_have_attribute("href", re.compile("/middle"))
        x, y, wide, high = (float(flat.get_attribute(n)) for n in ("x", "y", "width", "height"))
        box = flat.bounding_box()
        page.mouse.click(
            box["x"] + (cross[0] - x) / wide * box["width"],
            box["y"] + (cross[1] - y) / high * box["height"],
        )
        expect(page.get_by_text(f"0 known, {count} shared")).to_be_visible()
    page.get_by_role("button", name="straightened").click()
    expect(page.locator("image")).to_have_count(2)
    # Both show the same sheet, so their pictures lie on each other, to the click of a mouse.
    pictures = workshop.call("GET", f"/patterns/{id}")["pictures"]["1"]
    assert np.allclose(pictures[0]["box"], pictures[1]["box"], atol=8.0)


def test_points_are_set_by_keys_under_the_cross_of_the_board(page, workshop, tmp_path):
    id = begun(page, workshop, file(tmp_path, False))
    page.get_by_label("Across").fill("300")
    page.get_by_label("Across").press("Enter")
    board = page.locator("svg.board")
    board.focus()
    for key in ("ArrowRight", "ArrowDown", "l", "Enter"):
        page.keyboard.press(key)
    expect(page.get_by_text("Enter sets a point there")).to_be_visible()
    expect(page.get_by_text("5 known")).to_be_visible()
    # It does not lie there: the picture says so, and takes it back.
    told = re.compile("cannot lie on one sheet|The known points are up to [0-9.]+ mm off")
    expect(page.get_by_text(told)).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("4 known")).to_be_visible()
    page.get_by_role("button", name="the cutting line").click()
    expect(page.get_by_text("Tap the first corner of your size’s line")).to_be_visible()
    board.focus()
    page.keyboard.press("+")
    for count, key in enumerate(("ArrowRight", "ArrowDown", "ArrowLeft"), 1):
        page.keyboard.press("Enter")
        expect(page.locator("[data-node]")).to_have_count(count)
        page.keyboard.press("Escape")  # lets go of the point, so that arrows move the board
        page.keyboard.press(key)
    points = workshop.call("GET", f"/patterns/{id}?piece=1")["pieces"][0]["nodes"]
    (ax, ay), (bx, by), (cx, cy) = (node["at"] for node in points)
    assert bx > ax + 5
    assert cy > by + 5
    assert abs(by - ay) + abs(cx - bx) < 0.4


def test_two_fingers_zoom_the_board_and_set_no_point(tablet, workshop):
    page = tablet
    _, board = square_to_enter(workshop, page, "Two fingers")
    drawing = board.locator("> g").first
    before = drawing.get_attribute("transform")
    touch = page.context.new_cdp_session(page)

    def fingers(kind: str, *at: tuple[int, int]) -> None:
        points = [{"x": x, "y": y, "id": k} for k, (x, y) in enumerate(at)]
        touch.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points})

    fingers("touchStart", (300, 400))
    fingers("touchStart", (300, 400), (400, 400))
    for far in (10, 30, 50):
        fingers("touchMove", (300 - far, 400), (400 + far, 400))
    fingers("touchEnd")
    after = drawing.get_attribute("transform")
    scale = [float(re.match(r"scale\(([\d.]+)\)", each)[1]) for each in (before, after)]
    assert 1.9 < scale[1] / scale[0] < 2.1
    expect(page.locator("[data-node]")).to_have_count(0)
    page.touchscreen.tap(350, 400)
    expect(page.locator("[data-node]")).to_have_count(1)
