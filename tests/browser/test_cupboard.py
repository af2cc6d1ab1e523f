"""Journeys in the cupboard: a flaw traced over a slanted picture of its cloth."""

import re
from io import BytesIO

import pytest
from numpy import append, array, linalg
from PIL import Image, ImageDraw
from playwright.sync_api import Page, expect

WIDE, HIGH = 1600, 1100
CLOTH = {
    "name": "Linen, stained", "fibre": "linen", "width": 1400, "owned": 1200, "washed": True,
    "selvedge": 10,
}  # fmt: skip
# Corners of the cloth (mm along and across) and where the camera, held askew, has them (pixels).
CORNERS = [((0, 0), (140, 1040)), ((1000, 0), (1500, 1060)),
           ((1000, 1400), (1330, 120)), ((0, 1400), (300, 90))]  # fmt: skip
STAIN = [(400.0, 600.0), (520.0, 600.0), (520.0, 700.0), (400.0, 700.0)]


def seen(place: tuple[float, float]) -> tuple[float, float]:
    """Where the camera has a place of the cloth."""
    rows, to = [], []
    for (x, y), (u, v) in CORNERS:
        rows += [[x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y]]
        to += [u, v]
    matrix = append(linalg.solve(array(rows, float), array(to, float)), 1.0).reshape(3, 3)
    u, v, w = matrix @ array([*place, 1.0])
    return u / w, v / w


def photo() -> bytes:
    picture = Image.new("RGB", (WIDE, HIGH), (90, 70, 60))
    draw = ImageDraw.Draw(picture)
    draw.polygon([pixel for _, pixel in CORNERS], fill=(170, 180, 175))
    for x in range(0, 1000, 40):
        draw.line([seen((x, 0)), seen((x, 1400))], fill=(150, 160, 155), width=2)
    draw.polygon([seen(corner) for corner in STAIN], fill=(70, 45, 30))
    file = BytesIO()
    picture.save(file, "JPEG", quality=90)
    return file.getvalue()


@pytest.fixture
def linen(page, workshop, tmp_path) -> Page:
    """The stained linen with its picture, at the cupboard's page for shapes."""
    card = workshop.call("POST", "/cupboard/cloths", CLOTH)
    page.goto(f"/cupboard/{card['id']}/shape")
    file = tmp_path / "linen.jpg"
    file.write_bytes(photo())
    page.get_by_label("Add a picture").set_input_files(file)
    expect(page.get_by_text("2 known points are missing")).to_be_visible()
    return page


def test_a_cloth_that_was_washed_keeps_what_was_measured_before(page, workshop):
    cloth = {
        **CLOTH, "name": "Linen, to be washed", "washed": False, "shrink_length": 0.05,
        "shrink_width": 0.04,
    }  # fmt: skip
    card = workshop.call("POST", "/cupboard/cloths", cloth)
    page.goto(f"/cupboard/{card['id']}")
    width = page.locator("summary").filter(has_text=re.compile("^width"))
    # (140 − 2) × 0.96 = 132.5 cm
    expect(width).to_contain_text("132.5 cm")
    expect(page.get_by_label("Width measured")).to_have_value("before")
    page.get_by_role("checkbox", name="It is washed already").click()
    expect(page.get_by_label("Width measured")).to_have_value("before")
    expect(width).to_contain_text("132.5 cm")
    page.get_by_label("Width, with selvedges").fill("135")
    page.keyboard.press("Enter")
    expect(page.get_by_label("Width measured")).to_have_value("after")
    expect(width).to_contain_text("133 cm")
    expect(page.get_by_label("Length measured")).to_have_value("before")


def test_a_flaw_is_traced_over_a_slanted_picture(linen, workshop):
    page = linen
    for label, text in (("to", "100"), ("to", "140")):
        fields = page.get_by_label(label, exact=True)
        field = fields.first if text == "100" else fields.last
        field.fill(text)
        field.press("Enter")
    box = page.locator("svg image").first.bounding_box()
    for _, (u, v) in CORNERS:
        page.mouse.click(box["x"] + u / WIDE * box["width"], box["y"] + v / HIGH * box["height"])
    expect(page.get_by_text("Scale and slant are known from 4 points")).to_be_visible()
    page.get_by_role("button", name="A flaw", exact=True).click()
    shown = page.locator("svg image").first
    expect(shown).to_be_visible()
    laid = workshop.call("GET", f"/cupboard/cloths/{page.url.split('/')[-2]}/photo")["seen"]["box"]
    area = shown.bounding_box()
    for along, across in STAIN:
        page.mouse.click(
            area["x"] + (along - laid[0]) / laid[2] * area["width"],
            area["y"] + (laid[1] - across) / laid[3] * area["height"],
        )
    page.get_by_role("button", name="Close it (4 set)").click()
    expect(page.get_by_role("heading", name="Flaw 1")).to_be_visible()
    cloths = workshop.call("GET", "/cupboard")["cloths"]
    flaw = next(c["cloth"] for c in cloths if c["cloth"]["name"] == CLOTH["name"])["flaws"][0]
    for corner, told in zip(flaw, STAIN, strict=True):
        assert corner == pytest.approx(told, abs=4)  # as fine as a click at this size
    page.get_by_role("button", name="Take the picture away").click()
    expect(page.get_by_text("Photograph the cloth from above")).to_be_visible()
    expect(page.get_by_role("heading", name="Flaw 1")).to_be_visible()


LIST = """Fabric;Breadth (cm);Metres;Washed
Market ticking;140;2,5;yes
Voile;wide;1;
Loden;150;1,2;no
"""


def test_a_list_of_cloths_is_matched_by_eye_and_taken_in(page, workshop, tmp_path):
    before = len(workshop.call("GET", "/cupboard")["cloths"])
    file = tmp_path / "cloths.csv"
    file.write_text(LIST)
    page.goto("/cupboard")
    page.get_by_label("From a table (CSV)").set_input_files(file)
    expect(page.get_by_text("Say which column holds the width.")).to_be_visible()
    page.get_by_label("What Breadth (cm) holds").select_option(label="width *")
    expect(page.get_by_text("→ Market ticking: mixed, 140 cm wide, 2.50 m owned")).to_be_visible()
    expect(page.get_by_text("“wide” is not a length. Write it like 12.5 cm.")).to_be_visible()
    page.get_by_label("Row 4 is taken in").uncheck()
    page.get_by_role("button", name="Take in 1 of 3 cloths").click()
    expect(page.get_by_text("1 row taken in.")).to_be_visible()
    expect(page.get_by_role("heading", name="Market ticking")).to_be_visible()
    assert len(workshop.call("GET", "/cupboard")["cloths"]) == before + 1
