"""Entering a pattern, measured: outlines clicked by an unsteady hand, pictures, a point moved."""

import tempfile
from dataclasses import dataclass
from io import BytesIO
from itertools import pairwise
from math import cos, dist, hypot, pi, radians, sin
from pathlib import Path as Folder
from random import Random
from statistics import median
from time import perf_counter

import numpy as np
from PIL import Image, ImageDraw
from playwright.sync_api import Browser, Page

from craft.digitise.digitised import digitise
from craft.digitise.edits.points import MovePoints
from craft.digitise.from_pattern import entered
from craft.digitise.inputs import (
    MarkInputs,
    Outline,
    OutlineNode,
    PatternInputs,
    PieceInputs,
    SizeLine,
)
from craft.digitise.seaming import propose
from craft.pattern import Pattern, Shape
from craft.pattern.piece import Edge
from craft.shape import path as paths
from craft.shape.curve import Floats, Point, point_at, tangent_at
from craft.sight.plane import Plane, nine, plane
from tools.demo_making import Workshop
from tools.painted import MOVES
from tools.verdict import met
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat
from workroom.reading.pictures import flatten_picture, read_picture

POINTS, OFF, SEEDS = 30, 0.3, 20
# An angle in a drawn line that the eye does not take for a bend (degrees).
SEEN = 6.0
OUTLINE_BAR, SEAM_BAR = 1.0, 0.5


@dataclass
class Clicked:
    """How an outline came out: its largest stray from the true line and of its seams (mm)."""

    points: int
    outline: float
    seams: float


def clicked(shape: Shape, seed: int, points: int = POINTS) -> Clicked:
    """One size of a piece, clicked along by a hand that is up to OFF mm off at every point. Corners first,
    the rest along the curves where they bend; a dart by its three points. An angle inside an edge that
    the eye sees (an elbow) is said to be a corner, since so few points do not show it by themselves."""
    random = Random(seed)

    def near(at: Point) -> Point:
        angle, far = random.uniform(0, 2 * pi), OFF * random.random() ** 0.5
        return (at[0] + far * cos(angle), at[1] + far * sin(angle))

    drawn = [edge for edge in shape.edges if edge.kind != "dart"]
    darts = [mark for mark in shape.marks if mark.kind == "dart"]
    before_dart = {paths.start(edge.path) for edge in shape.edges if edge.kind == "dart"}
    bends = {e.name: _strides(e.path)[1][-1] for e in drawn if not paths.is_straight(e.path)}
    left = points - len(drawn) - 2 * len(before_dart)
    shares = dict.fromkeys(bends, 1)
    for _ in range(left - len(bends)):  # the next point goes where most looking is left to each
        shares[max(shares, key=lambda name: bends[name] / (shares[name] + 1))] += 1
    line: list[Point] = []
    angles: list[Point] = []
    for edge in drawn:
        line.append(paths.start(edge.path))
        line += _spread(edge.path, shares.get(edge.name, 0))
        angles += _angles(edge.path)
        if paths.end(edge.path) in before_dart:
            line.append(paths.end(edge.path))
    nodes = tuple(
        OutlineNode(id=k, turn="corner" if any(dist(at, a) < 1e-3 for a in angles) else "auto")
        for k, at in enumerate(line, 1)
    )
    marks = tuple(
        MarkInputs(id=mark.id, kind="dart", name=mark.name, points=tuple(map(near, mark.points)))
        for mark in darts
    )
    piece = PieceInputs(
        id=1, number=1, name="Piece", marks=marks,
        drawn=Outline(
            nodes=nodes, closed=True, through=False,
            lines={"one size": SizeLine(points=tuple(map(near, line)))},
        ),
    )  # fmt: skip
    made = digitise(PatternInputs(name="Clicked", pieces=(piece,))).pieces[0].shaped
    got = made.shapes["one size"]
    stray = max(
        paths.nearest_place(got.outline, paths.point_along(edge.path, paths.length(edge.path) * k / 60))[0]
        for edge in shape.edges for k in range(61)
    )  # fmt: skip

    def follows(part: paths.Path) -> Edge:
        """The drawn edge that a part of the clicked line follows: a corner inside an edge cuts it."""
        middle = paths.point_along(part, paths.length(part) / 2)
        return min(drawn, key=lambda each: paths.nearest_place(each.path, middle)[0])

    seams = 0.0
    for edge in drawn:
        if edge.kind not in ("seam", "hem", "finish"):
            continue
        own = [part for part in got.edges if part.kind != "dart" and follows(part.path) is edge]
        seams = max(seams, abs(sum(paths.length(e.path) for e in own) - paths.length(edge.path)))
    return Clicked(len(line) + len(before_dart), stray, seams)


def _strides(path: paths.Path) -> tuple[list[float], list[float]]:
    """Places along a path (mm) and how much looking each has taken up to there: a careful person sets
    points closer where the line bends more, so the root of the bend counts."""
    places, looked = [0.0], [0.0]
    walked, before = 0.0, tangent_at(path[0], 0)
    for curve in path:
        last = curve[0]
        for k in range(1, 41):
            at, now = point_at(curve, k / 40), tangent_at(curve, k / 40)
            step = hypot(at[0] - last[0], at[1] - last[1])
            bend = abs(before[0] * now[1] - before[1] * now[0]) / max(step, 1e-9)
            walked += step
            places.append(walked)
            looked.append(looked[-1] + step * (bend**0.5 + 0.012))
            last, before = at, now
    return places, looked


def _angles(path: paths.Path) -> list[Point]:
    """Where the curves of an edge meet at an angle that is seen."""
    ways = [(tangent_at(a, 1), tangent_at(b, 0), b[0]) for a, b in pairwise(path)]
    return [at for (ux, uy), (vx, vy), at in ways if abs(ux * vy - uy * vx) > sin(radians(SEEN))]


def _spread(path: paths.Path, count: int) -> list[Point]:
    """So many points inside a path, evenly by looking; one where its curves join, as paper shows it."""
    places, looked = _strides(path)
    wanted = [looked[-1] * k / (count + 1) for k in range(1, count + 1)]
    along = [float(np.interp(each, looked, places)) for each in wanted]
    joins = [paths.length(path[:k]) for k in range(1, len(path))]
    for join in joins if len(joins) <= count else []:
        near = min(range(count), key=lambda k: abs(along[k] - join))
        along[near] = join
    return [paths.point_along(path, each) for each in along]


def bench_clicked() -> None:
    """The demo's fronts, back, sleeve and trouser front, by twenty hands each."""
    print(f"{'clicked, 30 points, ±0.3 mm':<34} {'median':>8} {'most':>8}   bar")
    waistcoat, blouse, breeches = ringing_waistcoat(), yoke_blouse(), ringing_breeches()
    for pattern, name in (
        (waistcoat, "Front"), (waistcoat, "Back"), (blouse, "Sleeve"), (breeches, "Front"),
        (breeches, "Back"), (blouse, "Front"),
    ):  # fmt: skip
        piece = next(each for each in pattern.pieces if each.name == name)
        sizes = pattern.table.sizes
        for size in (sizes[0], sizes[len(sizes) // 2]):
            made = [clicked(piece.shapes[size], seed) for seed in range(SEEDS)]
            said = f"{pattern.name.split()[-1]} {name.lower()}, size {size}"
            for what, got, bar in (
                ("outline", [each.outline for each in made], OUTLINE_BAR),
                ("seams", [each.seams for each in made], SEAM_BAR),
            ):
                verdict = met(f"{said}: {what}", median(got) <= bar)
                print(
                    f"{said + ': ' + what:<34} {median(got):8.2f} {max(got):8.2f}   <= {bar} mm  {verdict}"
                )


# --- pictures ---

WIDE, HIGH = 3264, 2448  # eight million pixels
SHEET = (480.0, 360.0)


def camera(bend: float, slant: float = 15.0) -> Plane:
    """A camera over the sheet, aslant, its lens bending by so much at the corners."""
    a = radians(slant)
    look = np.array(((1, 0, 0), (0, cos(a), -sin(a)), (0, sin(a), cos(a))))
    move = -look @ np.array((SHEET[0] / 2, SHEET[1] / 2, 0.0)) + np.array((0, 0, 620.0))
    lens = np.array(((3_200.0, 0, WIDE / 2), (0, 3_200.0, HIGH / 2), (0, 0, 1)))
    matrix = np.linalg.inv(lens @ np.column_stack((look[:, 0], look[:, 1], move)))
    return Plane(
        matrix=nine(matrix / matrix[2, 2]),
        middle=(WIDE / 2, HIGH / 2), reach=float(np.hypot(WIDE, HIGH) / 2), bend=bend,
        points=0, left=None,
    )  # fmt: skip


def taken(seen: Plane, dots: Floats) -> bytes:
    """A photo of the sheet with round dots of 3 mm on it."""
    fine = 6
    flat = Image.new("L", (int(SHEET[0] * fine), int(SHEET[1] * fine)), 240)
    draw = ImageDraw.Draw(flat)
    for x, y in dots:
        draw.ellipse([(x - 1.5) * fine, (y - 1.5) * fine, (x + 1.5) * fine, (y + 1.5) * fine], 20)
    paper = np.asarray(flat, dtype=np.float32)
    u, v = np.meshgrid(np.arange(WIDE) + 0.5, np.arange(HIGH) + 0.5)
    at = seen.mm(np.column_stack((u.ravel(), v.ravel()))) * fine
    x, y = at[:, 0].astype(int), at[:, 1].astype(int)
    on = (x >= 0) & (y >= 0) & (x < paper.shape[1]) & (y < paper.shape[0])
    out = np.full(len(at), 90, np.float32)
    out[on] = paper[y[on], x[on]]
    out += np.random.default_rng(3).normal(0, 3, out.shape)
    file = BytesIO()
    Image.fromarray(np.clip(out, 0, 255).astype(np.uint8).reshape(HIGH, WIDE)).convert("RGB").save(
        file, "JPEG", quality=92
    )
    return file.getvalue()


def centre_of(picture: Floats, near: Point, reach: int) -> Point:
    """The middle of the dark dot round a place (pixels)."""
    x0, y0 = int(near[0]) - reach, int(near[1]) - reach
    part = picture[max(0, y0) : y0 + 2 * reach, max(0, x0) : x0 + 2 * reach]
    dark = np.clip(150.0 - part, 0, None)
    v, u = np.mgrid[0 : part.shape[0], 0 : part.shape[1]]
    whole = float(dark.sum())
    return (float((u * dark).sum()) / whole + max(0, x0) + 0.5,
            float((v * dark).sum()) / whole + max(0, y0) + 0.5)  # fmt: skip


def bench_pictures() -> None:
    """A photo aslant, straightened by the application's own reader, and measured over 40 cm."""
    print(f"{'straightened picture, 8 MP, 15°':<34} {'off over 40 cm':>15}   bar")
    corners = np.array(((20, 20), (460, 20), (460, 340), (20, 340)), dtype=float)
    rim = np.array(((20, 20), (240, 20), (460, 20), (460, 180), (460, 340), (240, 340), (20, 340),
                    (20, 180)), dtype=float)  # fmt: skip
    probes = np.array([(x, y) for x in (40, 240, 440) for y in (50, 180, 310)], dtype=float)
    for name, known, bend, bar in (
        ("four points", corners, 0.0, 0.5), ("eight points, bent lens", rim, 0.015, 0.3),
    ):  # fmt: skip
        seen = camera(bend)
        with tempfile.TemporaryDirectory() as folder:
            begun = perf_counter()
            read_picture(taken(seen, np.vstack((known, probes))), Folder(folder))
            whole = np.asarray(Image.open(Folder(folder) / "whole.jpg").convert("L"), np.float64)
            marks = [centre_of(whole, tuple(px), 14) for px in seen.pixels(known).tolist()]
            places = [(float(x), float(y)) for x, y in known]
            found = plane(tuple(zip(marks, places, strict=True)), WIDE, HIGH)
            flatten_picture(Folder(folder), "flat", found, (0.0, 0.0, *SHEET))
            flat = np.asarray(Image.open(Folder(folder) / "flat.jpg").convert("L"), np.float64)
            fine = flat.shape[1] / SHEET[0]
            at = {
                tuple(p): centre_of(flat, (p[0] * fine, p[1] * fine), int(3 * fine))
                for p in probes.tolist()
            }
            off = max(
                abs(hypot(at[40.0, y][0] - at[440.0, z][0], at[40.0, y][1] - at[440.0, z][1]) / fine
                    - hypot(400.0, y - z))
                for y in (50.0, 180.0, 310.0) for z in (50.0, 180.0, 310.0)
            )  # fmt: skip
            verdict = met(f"straightened by {name}", off <= bar)
            print(
                f"{name:<34} {off:12.2f} mm   <= {bar} mm  {verdict}   ({perf_counter() - begun:.1f} s)"
            )


# --- how long it takes ---


def twelve_pieces() -> PatternInputs:
    """The waistcoat's eight pieces and four of them again, in seven sizes."""
    pattern: Pattern = ringing_waistcoat()
    again = tuple(p.model_copy(update={"number": p.number + 10, "name": f"{p.name} again"})
                  for p in pattern.pieces[:4])  # fmt: skip
    return entered(pattern.model_copy(update={"pieces": (*pattern.pieces, *again)}))


def moved_times() -> list[float]:
    """Seconds to work out everything after one point was moved, each time another one in every size."""
    inputs = twelve_pieces()
    digitise(inputs)
    seconds = []
    for run in range(40):
        piece = inputs.pieces[run % 12]
        assert isinstance(piece.drawn, Outline)
        node = piece.drawn.nodes[(3 * run) % len(piece.drawn.nodes)].id
        begun = perf_counter()
        edit = MovePoints(do="move points", piece=piece.id, ids=(node,), by=(0.3, 0.2), every=True)
        after = edit.apply(inputs)
        made = digitise(after)
        seconds.append(perf_counter() - begun)
        propose(after, made.pieces)
        inputs = after
    return seconds


def bench_screen(browser: Browser, address: str) -> tuple[list[float], list[float]]:
    """Frames while a point is dragged on a board with 300 points (ms), and seconds until a picture of 12
    million pixels is seen after it was chosen."""
    context = browser.new_context(base_url=address, viewport={"width": 1280, "height": 800})
    page = context.new_page()
    shop = Workshop(context.request)
    shop.open_demo()
    id = shop.call("POST", "/patterns", {"name": "Three hundred points"})["id"]
    at = 0

    def edit(**more: object) -> None:
        nonlocal at
        at = shop.call("POST", f"/patterns/{id}/edit", {"against": at, "edit": more})["at"]

    ring = [{"at": (300 + 250 * cos(2 * pi * k / 150), 260 + 220 * sin(2 * pi * k / 150)),
             "turn": "smooth"} for k in range(150)]  # fmt: skip
    edit(do="add piece", name="Ring", drawn={"way": "line"}, cuts=[{"role": "main"}])
    edit(do="points by measure", piece=1, rows=ring)
    for k in range(150):
        mark = {
            "id": f"dot {k}",
            "kind": "dot",
            "points": [(300 + k % 12 * 15 - 80, 200 + k // 12 * 10)],
        }
        if k < 140:
            edit(do="mark", piece=1, mark=mark)
    page.goto(f"/pattern/{id}/piece/1")
    page.locator("[data-node]").first.wait_for()
    frames = _dragged(page)
    sheet = shop.call("POST", "/patterns", {"name": "Twelve million"})["id"]
    shop.call("POST", f"/patterns/{sheet}/edit", {"against": 0, "edit": {"do": "add sheet"}})
    noise = np.random.default_rng(5).integers(0, 255, (300, 400, 3), dtype=np.uint8)
    file = BytesIO()
    Image.fromarray(noise).resize((4000, 3000)).save(file, "JPEG", quality=90)
    seconds = []
    chosen = Folder(tempfile.mkdtemp()) / "sheet.jpg"
    chosen.write_bytes(file.getvalue())
    for run in range(1, 4):
        page.goto(f"/pattern/{sheet}/sheet/1")
        field = page.locator("input[type=file]")
        field.wait_for(state="attached")
        begun = perf_counter()
        field.set_input_files(chosen)
        page.get_by_role("button", name=f"Picture {run}").wait_for()
        page.wait_for_selector("image", state="attached")
        page.evaluate("() => document.querySelector('image').decode()")
        seconds.append(perf_counter() - begun)
    context.close()
    return frames, seconds


def _dragged(page: Page) -> list[float]:
    """What each move of a dragged point costs the page until it is painted (ms)."""
    box = page.locator("[data-node]").nth(40).bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.evaluate(f"() => {{ {MOVES} }}")
    page.mouse.move(x, y)
    page.mouse.down()
    for k in range(60):
        page.mouse.move(x + k * 0.7, y + (k % 7))
        page.wait_for_timeout(20)
    page.mouse.up()
    cost: list[float] = page.evaluate("window.cost")
    return cost[5:]
