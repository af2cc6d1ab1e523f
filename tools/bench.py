"""Measurements: ``./bench [NAME…]``, medians of repeated runs on this machine.

derive  the whole chain for the waistcoat, from inputs to every stage, nothing remembered
live    judging one dragged piece: in craft, and as the browser waits for it
blend   the same with the sizes blended between the levels
print   forty pages as PDF at full size, planned and written
fit     thirty changes replayed on eight pieces; a handle pulled until the new outline stands
stages  opening each stage in the browser after the first load, until it is drawn
digitise  outlines clicked by an unsteady hand, pictures straightened, one point moved in twelve pieces
lists   the lists of a workroom with 2,000 makings and 200 patterns, undo in a long journal
weight  what the browser loads, gzipped
class   thirty people at work, ten of them searching, with pauses and without
backup  five hundred makings with pictures backed up and restored, others answered meanwhile
lay     the search for lays: lengths in five seconds, verified; --reference runs a general packer for
        sixty seconds beside it, --unseen adds garments it was not tuned on, --record makes the
        records to beat anew (forty minutes)
mutants small faults put into the craft, and whether its tests notice: --seed N, --count 200, --room ROOM;
        an hour, and run only when asked for alone
"""

import argparse
import gzip
import json
import subprocess
import sys
from collections.abc import Callable
from functools import partial
from statistics import median

from playwright.sync_api import sync_playwright

from craft.cloth import Cloth, ClothInputs
from craft.fit import FitInputs, LengthChange
from craft.inputs import Inputs
from craft.lay import LayInputs, Placement, judge_one, table_for
from craft.lay.judge import laid
from craft.making import DerivedMaking, derive
from craft.pattern import Pattern, cutting
from craft.pick import PickInputs
from craft.seek.search import lays
from craft.shape import apart, bends, curve, offset, path, region
from craft.sheets import SheetChoice, out_pieces, plan_sheets
from craft.sheets.pdf import write_pdf
from craft.trace import lines
from tools import reference
from tools.demo_making import Workshop
from tools.digitise_bench import bench_clicked, bench_pictures, bench_screen, moved_times
from tools.drag_bench import drag_times
from tools.files_bench.bench import bench_files
from tools.files_bench.unseen import bench_unseen
from tools.fit_bench import pull_times, replay_times
from tools.hold_bench.backup import bench_backup
from tools.hold_bench.school import bench_class
from tools.lay_bench.bench import bench_lay
from tools.reference import Times
from tools.served import CHROMIUM, CHROMIUM_FLAGS, ROOT, served
from tools.verdict import MISSED, met
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat


def forget() -> None:
    """Empty every memory of the craft, so that each run does the whole work."""
    curve.length.cache_clear()
    offset.parallel_curve.cache_clear()
    path.nearest_place.cache_clear()
    apart.forget()
    bends.forget()
    region.forget()
    cutting.forget()
    for remembered in (lines.compare_edges, lines.further_out):
        remembered.cache_clear()


def line(name: str, times: Times, bar: float) -> None:
    """One row: median, fastest and slowest in ms; and how many times the fixed work of its kind it takes,
    with the bar it must stay under (``bar``: ms on a quiet machine)."""
    ms = sorted(1000 * each for each in times.seconds)
    most = times.bar(bar)
    verdict = met(name, times.ratio < most)
    print(f"{name:<38} {median(ms):8.2f} {ms[0]:8.2f} {ms[-1]:8.2f}   {times.ratio:7.2f} × {times.kind:<8}"
          f"< {most:6.2f}  ({bar:g} ms)  {verdict}")  # fmt: skip


def head() -> None:
    """The heading of the rows."""
    print(f"{'':<38} {'median':>8} {'least':>8} {'most':>8} ms  ratio to fixed work, bar")


def laid_waistcoat() -> tuple[Pattern, Inputs, DerivedMaking]:
    """The demo waistcoat with a length change and every cloth laid."""
    pattern = ringing_waistcoat()
    cloths = {
        "main": Cloth(name="Flannel", fibre="wool", width=1400, shrink_length=0.04, nap=True),
        "lining": Cloth(name="Lining", width=1500),
        "interfacing": Cloth(name="Interfacing", width=900),
    }
    inputs = Inputs(
        pick=PickInputs(measurements={"bust": 915, "waist": 752, "height": 1710}),
        fit=FitInputs(changes=(LengthChange(level="waist", by="height"),)),
        cloth=ClothInputs.model_validate({"cloths": cloths}),
    )
    making = derive(pattern, inputs)
    placements = {}
    for cloth in making.cloths:
        table = table_for(cloth, making.fitted, inputs.lay)
        if table is not None:
            *_, best = lays(table, rounds=1)
            placements[cloth.role] = best.placements
    inputs = inputs.model_copy(update={"lay": LayInputs(placements=placements)})
    return pattern, inputs, derive(pattern, inputs)


def bench_blend() -> None:
    """The whole chain with three sizes blended, cold, over all three demo patterns."""
    head()
    for pattern in (ringing_waistcoat(), ringing_breeches(), yoke_blouse()):
        sizes, times = pattern.table.sizes, Times()
        levels = [row.level for row in pattern.table.rows if row.level != "length"][:3]
        for run in range(20):
            at = {level: sizes[(run + 2 * i) % len(sizes)] for i, level in enumerate(levels)}
            chosen = Inputs(pick=PickInputs(size=at[levels[0]], at=at))
            forget()
            times.run(partial(derive, pattern, chosen))
        line(f"blended, {pattern.name.lower()}", times, 150)


def bench_print() -> None:
    """A garment large enough for forty pages and more."""
    head()
    pattern = yoke_blouse()
    made = derive(pattern, Inputs(pick=PickInputs(size="44")))
    pieces = out_pieces(made.traced, made.fitted, None)
    choice = SheetChoice(page="A4", margin=12)
    both = (*pieces, *(p.model_copy(update={"number": p.number + 100}) for p in pieces))
    times = Times()
    for _ in range(9):
        forget()
        times.run(lambda: write_pdf(plan_sheets(both, choice), both, "Forty pages", "cm"))
    line(f"{plan_sheets(both, choice).pages} pages A4", times, 600)


def bench_derive() -> None:
    """The whole chain, cold, over all sizes."""
    pattern, inputs, _ = laid_waistcoat()
    cold, warm = Times(), Times()
    for run in range(70):
        size = pattern.table.sizes[run % len(pattern.table.sizes)]
        chosen = inputs.model_copy(update={"pick": inputs.pick.model_copy(update={"size": size})})
        forget()
        for times in (cold, warm):
            times.run(partial(derive, pattern, chosen))
    head()
    line("derive, nothing remembered", cold, 60)
    line("derive, curves remembered", warm, 60)


def bench_live() -> None:
    """One dragged piece: in craft, and from the browser."""
    _, inputs, made = laid_waistcoat()
    table = table_for(made.cloths[0], made.fitted, inputs.lay)
    assert table is not None
    others = laid(table, inputs.lay.placements["main"])
    times = Times()
    for run in range(400):
        start = others[run % len(others)][0]
        held = Placement(
            item=start.item, x=start.x + run % 37 - 18, y=max(0, start.y + run % 23 - 11),
            turn=start.turn, over=start.over,
        )  # fmt: skip
        times.run(partial(judge_one, table, held, others))
    head()
    line("judge one piece, craft", times, 8)

    def measure(page, workshop: Workshop) -> None:
        page.goto(f"/making/{workshop.making}/lay")
        page.wait_for_load_state("networkidle")
        piece = page.locator("[data-item='1.1']")
        box = piece.bounding_box()
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        page.evaluate("performance.clearResourceTimings()")
        page.mouse.move(x, y)
        page.mouse.down()
        for step in range(1, 80):
            page.mouse.move(x + step, y - step / 2)
            page.wait_for_timeout(25)
        page.mouse.up()
        waited = page.evaluate(
            "performance.getEntriesByType('resource')"
            ".filter(e => e.name.endsWith('/lay/judge')).map(e => e.duration / 1000)"
        )
        line(f"judge one piece, browser (n={len(waited)})", Times("browser", waited), 30)
        count, moves, found = drag_times(page, workshop)
        line(f"drag among {count} until painted", Times("browser", moves), 16)
        line(f"drag among {count}, findings seen", Times("browser", found), 50)

    in_browser(measure)


def bench_fit() -> None:
    """Changes replayed, and a handle pulled on the screen."""
    made, cold, again, whole = replay_times(forget)
    head()
    line(f"{made} changes, nothing remembered", cold, 80)
    line(f"{made} changes, curves remembered", again, 80)
    line(f"{made} changes, the whole of Fit", whole, 160)

    def measure(page, workshop: Workshop) -> None:
        moves, found = pull_times(page, workshop)
        line("pulled handle until painted", Times("browser", moves), 16)
        line(f"its outline seen (n={len(found)})", Times("browser", found), 50)

    in_browser(measure)


def bench_stages() -> None:
    """Opening each stage by its knot until its drawing stands."""

    def measure(page, workshop: Workshop) -> None:
        stages = ("pick", "trace", "fit", "cloth", "lay", "cut", "mark", "keep")
        page.goto(f"/making/{workshop.making}/keep")
        page.wait_for_load_state("networkidle")
        head()
        for stage in stages:
            times = Times("browser")
            for _ in range(7):
                page.locator(f"nav a[href$='/{'keep' if stage != 'keep' else 'pick'}']").click()
                page.wait_for_load_state("networkidle")
                page.wait_for_timeout(60)
                times.add(
                    page.evaluate(
                        """stage => new Promise(done => {
                            const begun = performance.now();
                            const drawn = () => {
                                const main = document.querySelector('main');
                                const there = stage === 'keep'
                                    ? main.querySelector('article svg polygon')
                                    : main.querySelector('svg path:not(.gridline)');
                                if (!there || !location.pathname.endsWith(stage))
                                    return requestAnimationFrame(drawn);
                                requestAnimationFrame(() => done((performance.now() - begun) / 1000));
                            };
                            document.querySelector(`nav a[href$='/${stage}']`).click();
                            requestAnimationFrame(drawn);
                        })""",
                        stage,
                    )
                )
            line(f"open {stage}", times, 300)

    in_browser(measure)


def bench_digitise() -> None:
    """Entering a pattern (tools/digitise_bench.py)."""
    bench_clicked()
    bench_pictures()
    head()
    line("one point moved, 12 pieces, 7 sizes", Times("arrays", moved_times()), 60)
    with served() as address, sync_playwright() as play:
        browser = play.chromium.launch(executable_path=CHROMIUM, args=CHROMIUM_FLAGS)
        frames, seconds = bench_screen(browser, address)
        reference.page = browser.new_page()
        dragged = Times("browser", [each / 1000 for each in frames])
        seen = Times("browser", seconds)
        browser.close()
    line(f"point dragged until painted (n={len(frames)})", dragged, 16)
    line("picture of 12 MP, until it is seen", seen, 2_000)


def bench_lists() -> None:
    """The lists of a full workroom, and its journals (tools/list_bench.py)."""
    head()
    told = subprocess.run(
        [sys.executable, "-m", "tools.list_bench"], cwd=ROOT, check=True, capture_output=True,
        text=True,
    )  # fmt: skip
    times: dict[str, list[float]] = {}
    for row in told.stdout.splitlines():
        name, value = json.loads(row)
        times.setdefault(name, []).append(value)
    grown = times.pop("kB for 100 edits")[0]
    for name, seconds in times.items():
        line(name, Times("python", seconds), 40 if "entries" in name else 200)
    print(f"100 edits of a fully ticked making add {grown:.0f} kB")


def bench_weight() -> None:
    """JavaScript and style, gzipped."""
    for kind, bar in (("js", 200), ("css", None)):
        files = list((ROOT / "web" / "dist" / "assets").glob(f"*.{kind}"))
        size = sum(len(gzip.compress(file.read_bytes(), 9)) for file in files) / 1000
        verdict = "" if bar is None else f"   < {bar} kB  {met(kind, size < bar)}"
        print(f"{kind:<6} {size:8.1f} kB gzipped{verdict}")


def in_browser(measure: Callable) -> None:
    """Run a measurement in a page of a served demo workroom with everything laid."""
    with served() as address, sync_playwright() as play:
        browser = play.chromium.launch(executable_path=CHROMIUM, args=CHROMIUM_FLAGS)
        context = browser.new_context(base_url=address, viewport={"width": 1280, "height": 800})
        page = reference.page = context.new_page()
        workshop = Workshop(context.request)
        workshop.open_demo()
        measure(page, workshop)
        browser.close()


BENCHES: dict[str, Callable[[], None] | None] = {
    "derive": bench_derive, "blend": bench_blend, "live": bench_live, "fit": bench_fit,
    "print": bench_print, "files": bench_files,
    "stages": bench_stages, "digitise": bench_digitise, "lists": bench_lists,
    "weight": bench_weight, "class": bench_class, "backup": bench_backup, "lay": None,
}  # fmt: skip


def main() -> int:
    """Run the measurements asked for, or all. Returns 1 when a bar is missed."""
    parser = argparse.ArgumentParser(
        prog="./bench", description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter
    )
    parser.add_argument("names", nargs="*", metavar="NAME", help=", ".join(BENCHES))
    for flag in ("reference", "unseen", "record"):
        parser.add_argument(f"--{flag}", action="store_true")
    parser.add_argument("--seed", type=int, default=1, help="files --unseen: the first of them")
    parser.add_argument("--count", type=int, default=30, help="files --unseen: how many")
    chosen = parser.parse_args()
    asked = chosen.names
    unknown = [name for name in asked if name not in BENCHES]
    if unknown:
        parser.error(f"there is no measurement called {unknown[0]}")
    for name in asked or BENCHES:
        print(f"— {name}")
        made = BENCHES[name]
        if made is None:
            bench_lay(reference=chosen.reference, others=chosen.unseen, record=chosen.record)
        else:
            made()
        if name == "files" and chosen.unseen:
            bench_unseen(chosen.seed, chosen.count)
    for name in MISSED:
        print(f"missed: {name}")
    return 1 if MISSED else 0


if __name__ == "__main__":
    sys.exit(main())
