"""Changes in Fit: thirty of them replayed on the eight pieces of the waistcoat, and a handle pulled on the
screen until the new outline stands."""

import time
from collections.abc import Callable
from functools import partial

from playwright.sync_api import Page

from craft.fit import DartChange, FitInputs, LengthChange, fit
from craft.fit.apply_changes import Applied, apply_changes
from craft.fit.fitting import begin, offered_for
from craft.fit.inputs import Change
from craft.fit.pieces.allowance import AllowanceChange
from craft.fit.pieces.edge_by_hand import HandChange
from craft.fit.pieces.notch import NotchMove
from craft.fit.seams.width import Pin, WidthChange
from craft.fit.tolerances import Tolerances
from craft.pick import Picked, PickInputs, pick
from craft.trace import Traced, TraceInputs, trace
from tools.demo_making import Workshop
from tools.painted import watch
from tools.reference import Times
from workroom.demo.waistcoat import ringing_waistcoat


def thirty() -> tuple[Change, ...]:
    """Changes of six kinds, some undoing others, as somebody leaves them who tries things."""
    lengths = [LengthChange(level="waist", amount=by) for by in (15, -5, 20, -12, 6)]
    darts = [
        DartChange(kind="dart", pieces=(1, 4), dart="armhole-dart", along=by, lower=-by / 2)
        for by in (12, -8, 10, -6, 4)
    ] + [
        DartChange(kind="dart", pieces=(1, 4), dart="waist-dart", dy=by, intake=by / 3)
        for by in (10, -4, 6, -8, 5)
    ]
    widths = [
        WidthChange(
            kind="width",
            piece=piece,
            edge="side",
            pins=(Pin(at=110, by=by), Pin(at=190, by=by / 2)),
        )
        for piece, by in ((1, 12), (4, 12), (1, -6), (4, -6), (1, 4))
    ]
    hands = [
        HandChange(kind="hand", piece=piece, edge="shoulder", part=part, along=by, out=by / 2)
        for piece, part, by in (
            (1, "end", 4),
            (2, "start", -4),
            (1, "end", -3),
            (2, "start", 3),
            (1, "point", 2),
        )
    ]
    small = [NotchMove(kind="notch", piece=1, mark="neck-notch", along=by) for by in (4, -3)] + [
        AllowanceChange(kind="allowance", piece=piece, edge="side", width=20) for piece in (1, 2, 4)
    ]
    every = [
        change
        for group in zip(lengths, darts[:5], darts[5:], widths, hands, small, strict=True)
        for change in group
    ]
    return tuple(every)


def replay_times(
    forget: Callable[[], None],
) -> tuple[int, Times, Times, Times]:
    """How many of them were made; replayed alone with nothing remembered, as the next edit finds them, and
    with cutting lines, walk and offers."""
    pattern, changes = ringing_waistcoat(), thirty()
    cold, again, whole, made = Times(), Times(), Times(), 0
    for run in range(35):
        chosen = PickInputs(size=pattern.table.sizes[run % 7])
        picked = pick(pattern, chosen)
        traced = trace(pattern, picked, TraceInputs())
        forget()
        done: list[Applied] = []

        def replay(
            traced: Traced = traced, picked: Picked = picked, done: list[Applied] = done
        ) -> None:
            draft = begin(pattern, traced)
            offered = offered_for(draft, picked, chosen)  # noqa: B023
            done.append(apply_changes(draft, changes, offered, Tolerances()))

        for times in (cold, again):
            times.run(replay)
        made = len(done[0].lengths) + len(done[0].made)
        forget()
        whole.run(partial(fit, pattern, traced, picked, chosen, FitInputs(changes=changes)))
    return made, cold, again, whole


def pull_times(page: Page, workshop: Workshop) -> tuple[list[float], list[float]]:
    """Each move of a pulled handle until painted; each new outline until it stands (s)."""
    page.goto(f"/making/{workshop.making}/fit")
    page.wait_for_load_state("networkidle")
    shape = workshop.call("GET", f"/makings/{workshop.making}/fit")["fitted"]["pieces"][0]["shape"]
    curve = next(edge["path"] for edge in shape["edges"] if edge["name"] == "side")[0]
    spot = page.locator("[data-piece='1']").evaluate(
        """(drawn, [x, y]) => { const at = new DOMPoint(x, y).matrixTransform(drawn.getScreenCTM());
          return [at.x, at.y]; }""",
        [sum(p[k] for p in curve) / len(curve) for k in (0, 1)],
    )
    page.mouse.click(*spot)
    page.get_by_role("button", name="Draw by hand").click()
    box = page.locator("circle.handle").nth(1).bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.evaluate(f"() => {{ {watch('/fit/outlines')} }}")
    page.mouse.move(x, y)
    page.mouse.down()
    for step in range(120):
        begun = time.perf_counter()
        page.mouse.move(x + step / 3, y)
        time.sleep(max(0.0, 1 / 60 - (time.perf_counter() - begun)))
    page.wait_for_timeout(400)
    page.mouse.up()
    cost, found = page.evaluate("[window.cost, window.found]")
    return [each / 1000 for each in cost[5:]], [each / 1000 for each in found[2:]]
