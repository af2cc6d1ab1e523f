"""A real server, a real browser, and a gate: no console error, no failed request, no foreign host."""

import json
import re
import time
from urllib.parse import urlparse

import pytest
from playwright.sync_api import Page, expect, sync_playwright

from tools.demo_making import Workshop
from tools.hold_bench.making import laid_file
from tools.served import CHROMIUM, CHROMIUM_FLAGS, served

# What fails is told late, but what is only slow is no fault.
expect.set_options(timeout=20_000)
# A second address of this machine, that of a tablet on the home network.
SHARED = "127.0.0.2"
# A journey's lays need not be the best: a round of the search for each second it has.
PACE = 1


@pytest.fixture(autouse=True)
def _quick_passwords():
    """The server runs in a process of its own; nothing to set here."""


@pytest.fixture(scope="session")
def address():
    with served(share=SHARED, DOVE_TACK_PACE=str(PACE)) as address:
        yield address


@pytest.fixture(scope="session")
def chromium():
    with sync_playwright() as play:
        browser = play.chromium.launch(executable_path=CHROMIUM, args=CHROMIUM_FLAGS)
        yield browser
        browser.close()


def watched(context, address: str) -> tuple[Page, list[str]]:
    """A page and the list of everything it did wrong."""
    page, wrong = context.new_page(), []
    page.on(
        "console",
        lambda said: said.type in ("error", "warning") and wrong.append(f"console: {said.text}"),
    )
    page.on("pageerror", lambda error: wrong.append(f"page: {error}"))
    page.on(
        "response",
        lambda got: got.status >= 400 and wrong.append(f"{got.status} {got.request.method} {got.url}"),
    )
    page.on("requestfailed", lambda sent: _failed(sent, wrong))
    host = urlparse(address).netloc
    page.on(
        "request",
        lambda sent: (
            urlparse(sent.url).netloc != host
            and urlparse(sent.url).scheme.startswith("http")
            and wrong.append(f"foreign: {sent.url}")
        ),
    )
    return page, wrong


def but_for_the_connection(wrong: list[str]) -> list[str]:
    """Where a test lost the connection on purpose, what was asked for meanwhile failed; through the service
    worker it says less."""
    gone = re.compile(r"net::ERR_(INTERNET_DISCONNECTED|FAILED)\b")
    return [each for each in wrong if not gone.search(each)]


@pytest.fixture
def tablet(new_context, address, workshop, context):
    """The demo's user with a tablet: a page that takes fingers and does nothing wrong."""
    fingers = new_context(viewport={"width": 1024, "height": 768}, has_touch=True)
    fingers.add_cookies(context.cookies())
    page, wrong = watched(fingers, address)
    yield page
    assert but_for_the_connection(wrong) == []


def square_to_enter(workshop, page, name: str):
    """A pattern with one piece that has no point yet: its number and its board."""
    id = workshop.call("POST", "/patterns", {"name": name})["id"]
    first = {"do": "add piece", "name": "Square", "drawn": {"way": "line"}}
    workshop.call("POST", f"/patterns/{id}/edit", {"against": 0, "edit": first})
    page.goto(f"/pattern/{id}/piece/1")
    board = page.locator("svg.board")
    expect(board).to_be_visible()
    return id, board


def sign_up(page, name: str, password: str = "bells across the marsh") -> None:
    """Ask for a new workroom at the door."""
    page.goto("/")
    page.get_by_role("button", name="I am new here").click()
    page.get_by_label("Name").fill(name)
    page.get_by_label("Password").fill(password)
    page.get_by_role("button", name="Make the workroom").click()


def grab(page, thing, dx: float = 0.0, dy: float = 0.0) -> None:
    """Take hold of something in its middle and pull it (pixels); it stays held."""
    box = thing.bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + dx, y + dy, steps=6)


def _failed(sent, wrong: list[str]) -> None:
    # Leaving a page, or keeping a file, ends requests that were under way; that is no failure.
    if sent.failure not in ("net::ERR_ABORTED",):
        wrong.append(f"failed: {sent.url} {sent.failure}")


@pytest.fixture
def new_context(chromium, address):
    made = []

    def make(**more):
        context = chromium.new_context(
            base_url=address, viewport=more.pop("viewport", {"width": 1280, "height": 800}),
            reduced_motion="reduce", **more,
        )  # fmt: skip
        made.append(context)
        return context

    yield make
    for context in made:
        context.close()


@pytest.fixture
def context(new_context):
    return new_context()


@pytest.fixture
def page(context, address):
    page, wrong = watched(context, address)
    yield page
    assert wrong == []
    # A length is sent as [[mm]]: whoever shows a sentence puts it into the reader's unit.
    assert page.is_closed() or "[[" not in page.inner_text("body")


@pytest.fixture
def workshop(context) -> Workshop:
    """The demo user signed in, with a making of this test's own."""
    shop = Workshop(context.request)
    shop.open_demo()
    shop.call("PUT", "/session/likes", {"unit": "cm", "theme": "dove"})
    shelf = shop.call("GET", "/cupboard")["patterns"]
    pattern = next(each["id"] for each in shelf if each["name"] == "Ringing waistcoat")
    shop.head = shop.call("POST", "/makings", {"pattern": pattern, "title": "A waistcoat to try"})
    shop.making = shop.head["id"]
    return shop


@pytest.fixture
def go(page, workshop):
    """Open a stage of the test's making."""

    def go(stage: str) -> Page:
        page.goto(f"/making/{workshop.making}/{stage}")
        return page

    return go


def laid_waistcoat() -> str:
    """A waistcoat of the demo, laid on all its cloths and nothing cut, as a file."""
    return laid_file()


def knot(page: Page, stage: str):
    """The knot of a stage on the thread."""
    name = re.compile(f"^{stage}", re.IGNORECASE)
    return page.get_by_role("navigation", name="Stages of the work").get_by_role("link", name=name)


def drawn(request, address: str):
    """The answer to the address of a paper, once the worker has drawn it."""
    until = time.monotonic() + 30
    answer = request.get(address)
    while answer.status == 202 and time.monotonic() < until:
        time.sleep(0.1)
        answer = request.get(address)
    return answer


def body(response) -> dict:
    return json.loads(response.text())
