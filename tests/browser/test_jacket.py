"""A jacket cut and marked at the table by touch, on a tablet, with the connection lost once."""

import re

from playwright.sync_api import expect

from tests.browser.jacket import jacket

SMALLEST = 44  # pixels under a finger


def worked_off(page, workshop, stage: str, lose_at: int) -> tuple[int, int, int]:
    """Every step of a stage ticked by touch: how many taps it takes, and how many sentences and words are
    read on the way."""
    page.goto(f"/making/{workshop.making}/{stage}/table")
    table = page.get_by_role("group", name="Table mode")
    main = table.locator(".bar .btn-primary")
    taps = sentences = words = 0
    expect(main).to_be_visible()
    for button in table.get_by_role("button").all():
        box = button.bounding_box()
        assert min(box["width"], box["height"]) >= SMALLEST
    while main.inner_text() != "All is ticked":
        later = table.get_by_role("button", name="Later")
        if later.count():
            later.first.tap()
            taps += 1
            continue
        if not main.inner_text().startswith("Next"):
            said = table.locator(".how li").all_inner_texts()
            sentences += sum(len(re.findall(r"[.;:]( |$)", line)) for line in said)
            words += len(" ".join(said).split())
        before = (main.inner_text(), table.get_by_role("status").first.inner_text())
        if taps == lose_at:
            page.context.set_offline(True)
        if taps == lose_at + 6:
            page.context.set_offline(False)
        main.tap()
        taps += 1
        page.wait_for_function(
            "b => [document.querySelector('.bar .btn-primary')?.innerText,"
            " document.querySelector('.left')?.innerText].join() != b", arg=",".join(before),
        )  # fmt: skip
    page.context.set_offline(False)
    page.evaluate("dispatchEvent(new Event('online'))")
    return taps, sentences, words


def test_a_jacket_is_cut_and_marked_by_touch(tablet, workshop, record_property):
    page = tablet
    workshop.open_file(jacket())
    for role in ("main", "lining"):
        workshop.lay(role)
    for stage, lose_at in (("cut", 10), ("mark", 8)):
        counted = worked_off(page, workshop, stage, lose_at)
        record_property(stage, counted)
        print(f"{stage}: {counted[0]} taps, {counted[1]} sentences, {counted[2]} words")
        expect(page.get_by_text(re.compile("kept here|kept on this device"))).to_have_count(
            0, timeout=20_000
        )
    knots = {k["stage"]: k["state"] for k in workshop.call("GET", f"/makings/{workshop.making}")["knots"]}
    assert (knots["cut"], knots["mark"]) == ("done", "done")
    # One thing at a time: a screen holds a title and a few short sentences.
    taps, sentences, words = counted
    assert sentences <= 6 * taps
    assert words <= 45 * taps
    # On the lists everything is large enough for a finger too.
    for stage in ("cut", "mark", "mark/kit", "mark/trials", "mark/darts"):
        page.goto(f"/making/{workshop.making}/{stage}")
        page.wait_for_load_state("networkidle")
        for each in page.locator("button:visible, a.btn:visible, summary:visible, select:visible").all():
            box = each.bounding_box()
            assert min(box["height"], 44) >= SMALLEST, (stage, each.inner_text())
