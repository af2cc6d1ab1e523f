"""One's own account: everything saved, removed, brought in again elsewhere; guessing is limited; two people
search at once."""

import re
import zipfile

from playwright.sync_api import expect

from tests.browser.conftest import laid_waistcoat, sign_up, watched
from tools.demo_making import Workshop

PASSWORD = "seven hundred green buttons"


def join(page, name: str) -> None:
    sign_up(page, name, PASSWORD)
    expect(page.get_by_role("navigation", name="Workroom")).to_be_visible()


def enter(page, name: str, password: str = PASSWORD) -> None:
    page.get_by_label("Name").fill(name)
    page.get_by_label("Password").fill(password)
    page.get_by_role("button", name="Sign in", exact=True).click()


def test_everything_is_saved_removed_and_brought_in_elsewhere(page, context, chromium, address, tmp_path):
    join(page, "Orla Bellwether")
    shop = Workshop(context.request)
    shop.open_file(laid_waistcoat())
    page.get_by_role("link", name="Your account").click()
    page.get_by_role("button", name="Put everything into one file").click()
    link = page.get_by_role("link", name="Save the file")
    expect(link).to_be_visible(timeout=90_000)
    with page.expect_download() as kept:
        link.click()
    archive = tmp_path / kept.value.suggested_filename
    kept.value.save_as(archive)
    assert any(name.endswith(".svg") for name in zipfile.ZipFile(archive).namelist())

    page.get_by_role("checkbox", name="I have saved what I want to keep").check()
    section = page.locator("form.danger")
    section.get_by_label("Password").fill("not this")
    section.get_by_role("button", name="Remove everything").click()
    expect(section.get_by_role("alert")).to_contain_text("not your password")
    section.get_by_label("Password").fill(PASSWORD)
    section.get_by_role("button", name="Remove everything").click()
    expect(page.get_by_role("button", name="I am new here")).to_be_visible()
    expect(page.get_by_text("You were signed out")).to_have_count(0)
    enter(page, "Orla Bellwether")
    expect(page.get_by_role("alert")).to_contain_text("do not belong together")

    away = chromium.new_context(base_url=address, viewport={"width": 1280, "height": 800})
    there, wrong = watched(away, address)
    join(there, "Wendeline")
    there.goto("/account")
    there.get_by_label("Choose the file").set_input_files(archive)
    expect(there.get_by_text("Here now: 1 making")).to_be_visible(timeout=30_000)
    half = tmp_path / "half.dovetack"
    half.write_bytes(archive.read_bytes()[:5_000])
    there.get_by_label("Choose the file").set_input_files(half)
    expect(there.get_by_role("alert")).to_contain_text("Nothing was changed", timeout=30_000)
    there.goto("/")
    there.get_by_role("link", name=re.compile("ringing waistcoat")).first.click()
    expect(there.get_by_role("navigation", name="Stages of the work")).to_be_visible()
    assert wrong == []
    away.close()


def test_guessing_is_limited_and_a_password_ends_other_devices(page, new_context, address):
    join(page, "Tobin of the mill")
    other, wrong = watched(new_context(), address)
    other.goto("/")
    for _ in range(9):
        enter(other, "tobin OF the mill", "wrong")
        expect(other.get_by_role("alert")).to_be_visible()
    expect(other.get_by_role("alert")).to_contain_text(re.compile("Try again in (9|10) minutes"))
    assert wrong == []
    # A device that is signed in goes on, and takes another password.
    page.goto("/account")
    page.get_by_label("Password so far").fill(PASSWORD)
    page.get_by_label("New password").fill("eight hundred blue ones")
    page.get_by_role("button", name="Take the new password").click()
    # Not even the right one is asked for while somebody guesses it from here.
    expect(page.get_by_role("alert")).to_contain_text("Too many wrong tries")


def test_whoever_is_signed_out_elsewhere_is_told_so(page, new_context, address):
    join(page, "Jessamy of the quay")
    other, _ = watched(new_context(), address)
    other.goto("/")
    enter(other, "Jessamy of the quay")
    expect(other.get_by_role("navigation", name="Workroom")).to_be_visible()
    page.goto("/account")
    expect(page.get_by_text("Here and in 1 other place.")).to_be_visible()
    page.get_by_role("button", name="Sign out everywhere else").click()
    expect(page.get_by_text("Only here.")).to_be_visible()
    other.get_by_role("link", name="Patterns").click()
    expect(other.get_by_text("You were signed out")).to_be_visible()
    enter(other, "Jessamy of the quay")
    expect(other.get_by_role("navigation", name="Workroom")).to_be_visible()


def test_two_people_search_at_once_and_each_sees_progress(page, new_context, address):
    other, wrong = watched(new_context(), address)
    for each, name in ((page, "Orla at one table"), (other, "Tamsin at another")):
        join(each, name)
        shop = Workshop(each.context.request)
        shop.open_file(laid_waistcoat())
        each.goto(f"/making/{shop.making}/lay")
        each.get_by_label("Searching for").select_option("20 seconds")
    for each in (page, other):
        each.get_by_role("button", name="Lay the main").click()
    for each in (page, other):
        expect(each.get_by_text("best so far")).to_be_visible(timeout=15_000)
        expect(each.get_by_text("in turn with 1 other search")).to_be_visible(timeout=15_000)
    # A page that is loaded again finds its search.
    page.reload()
    expect(page.get_by_text("Searching the main")).to_be_visible(timeout=15_000)
    for each in (page, other):
        each.get_by_role("button", name="Stop and keep the best").click()
        expect(each.get_by_role("button", name="Lay the main")).to_be_visible(timeout=15_000)
    assert wrong == []
