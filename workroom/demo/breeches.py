"""The demo pattern: ringing breeches to the knee, with a buttoned band or a drawn-in casing."""

from craft.pattern import Pattern, Seam, Shape, SizeTable, Source, View
from craft.pattern.checks import check_pattern
from craft.shape import path as paths
from workroom.demo.breeches_draft import (
    BAND,
    EASE_HIP,
    EASE_KNEE,
    EASE_WAIST,
    GATHERS,
    HIP,
    KNEE,
    KNEE_BAND,
    PLEATS,
    RISE,
    SIZES,
    WAIST,
    Draft,
)
from workroom.demo.drawing import FOLD, PAIR, WIDE, cut, edge, mark, notch, piece, refs, row

FRONT, BACK, WAISTBAND, SHIELD, POCKET, KNEE_PIECE, RIB, GUIDE, LOOP = range(1, 10)


def front(size: str) -> Shape:
    d = Draft(size)
    width, fork, inward = d.half_hip[0], d.fork[0], d.centre_in[0]
    side = edge("side", d.side(width), WIDE)
    knee = edge("knee", d.knee(width, fork), WIDE)
    leg = edge("inside leg", d.inside_leg(fork), WIDE)
    centre = edge("centre", d.centre(fork, inward), WIDE)
    waist = edge("waist", ((paths.end(centre.path), paths.start(side.path)),), WIDE)
    h, k = d.hip_level, d.knee_level
    x = (inward + width - d.take) / 2
    low, high = paths.start(d.inside_leg(fork)), paths.end(d.side(width))
    hand_in, hand_out = d.pocket
    marks = (
        mark("grain", "grain", "grain line", (x, h + 40), (x, k - 90)),
        mark("pleat-1", "pleat", "first pleat", (x - 30, 0.0), (x - 30, 70.0), width=15),
        mark("pleat-2", "pleat", "second pleat", (x + 20, 0.0), (x + 20, 70.0), width=15),
        mark("length", "length line", "lengthen or shorten here", (-4.0, d.seat + 130),
             (width - 8, d.seat + 130), level="knee"),
        mark("rise", "length line", "lengthen or shorten the rise here", (0.0, h - 46),
             (width - 2, h - 46), level="hip"),
        mark("fly", "stitching line", "fly stitching line", (inward + 36, 0.0), (36.0, h - 40),
             (0.0, h), side="left"),
        mark("fly-end", "dot", "end of the fly opening", (0.0, h), side="left"),
        mark("pocket", "placement", "pocket opening", hand_in, hand_out),
        mark("hip", "body level", "hip level", (0.0, h), (width, h)),
        notch("hip-notch", "hip notch", side, paths.length(side.path[:1])),
        notch("leg-notch", "leg notch", leg, 160.0, count=2),
        notch("centre-notch", "front notch", centre, paths.length(centre.path[:1]), count=3),
        mark("knee-gathers", "gathers", "gathers at the knee", (low[0] + 40, k), (high[0] - 60, k),
             edge="knee", views=("A",), feature="buttoned knee bands"),
        mark("knee-slit", "slit", "knee slit", high, paths.point_along(side.path,
             paths.length(side.path) - 70), views=("A",), feature="buttoned knee bands"),
        mark("knee-casing", "casing", "knee casing", (low[0], k - 22), (high[0], k - 22), width=18,
             views=("B",), feature="drawn-in knees"),
    )  # fmt: skip
    return Shape(edges=(waist, side, knee, leg, centre), marks=marks, levels=d.levels)


def back(size: str) -> Shape:
    d = Draft(size)
    width, fork, inward = d.half_hip[1], d.fork[1], d.centre_in[1]
    inner, cap, outer, point = d.back_waist
    side = edge("side", d.side(width), WIDE)
    leg = edge("inside leg", d.inside_leg(fork), WIDE)
    centre = edge("centre", d.centre(fork, inward), WIDE)
    edges = (
        edge("waist inner", inner, WIDE),
        edge("waist dart", cap, WIDE, kind="dart"),
        edge("waist outer", outer, WIDE),
        side,
        edge("knee", d.knee(width, fork), WIDE),
        leg,
        centre,
    )
    h, k = d.hip_level, d.knee_level
    x = width * 0.46
    low, high = paths.start(d.inside_leg(fork)), paths.end(d.side(width))
    marks = (
        mark("grain", "grain", "grain line", (x, h + 40), (x, k - 90)),
        mark("dart", "dart", "waist dart", cap[0][0], point, cap[1][1], edge="waist dart"),
        mark("length", "length line", "lengthen or shorten here", (-4.0, d.seat + 130),
             (width - 8, d.seat + 130), level="knee"),
        mark("rise", "length line", "lengthen or shorten the rise here", (4.0, h - 46),
             (width - 2, h - 46), level="hip"),
        mark("hip", "body level", "hip level", (0.0, h), (width, h)),
        mark("back-pocket", "placement", "welt pocket, right side only", (x - 62, 150.0),
             (x + 62, 146.0), side="right"),
        mark("back-pocket-button", "buttonhole", "pocket buttonhole", (x, 160.0), (x, 174.0),
             side="right"),
        notch("hip-notch", "hip notch", side, paths.length(side.path[:1])),
        notch("leg-notch", "leg notch", leg, 160.0, count=2),
        notch("centre-notch", "back notch", centre, paths.length(centre.path[:1]), count=3),
        mark("knee-gathers", "gathers", "gathers at the knee", (low[0] + 60, k), (high[0] - 40, k),
             edge="knee", views=("A",), feature="buttoned knee bands"),
        mark("knee-slit", "slit", "knee slit", high, paths.point_along(side.path,
             paths.length(side.path) - 70), views=("A",), feature="buttoned knee bands"),
        mark("knee-casing", "casing", "knee casing", (low[0], k - 22), (high[0], k - 22), width=18,
             views=("B",), feature="drawn-in knees"),
    )  # fmt: skip
    return Shape(edges=edges, marks=marks, levels=d.levels)


def waistband(size: str) -> Shape:
    """Half of it, on the fold at the centre back; only its end moves from size to size."""
    d = Draft(size)
    sewn, under = d.half_waist, 34.0
    long = sewn + under
    edges = (
        edge("top", (((0.0, 0.0), (long, 0.0)),)),
        edge("front end", (((long, 0.0), (long, BAND)),)),
        edge("underlap", (((long, BAND), (sewn, BAND)),)),
        edge("lower", (((sewn, BAND), (0.0, BAND)),), WIDE),
        edge("centre back", (((0.0, BAND), (0.0, 0.0)),), kind="fold"),
    )
    side = back_share(d)
    marks = (
        mark("grain", "grain", "grain line", (120.0, 8.0), (120.0, BAND - 6)),
        notch("side-notch", "side seam notch", edges[3], sewn - side),
        mark("centre-front", "centre line", "centre front", (sewn, 0.0), (sewn, BAND)),
        mark("button", "circle", "button", (sewn + 12, BAND / 2), side="right"),
        mark("buttonhole", "buttonhole", "buttonhole", (sewn - 14, BAND / 2), (sewn + 4, BAND / 2),
             side="left"),
    )  # fmt: skip
    return Shape(edges=edges, marks=marks, levels={"waist": BAND})


def back_share(d: Draft) -> float:
    """The back's share of the sewn waist, centre back to side."""
    inner, _, outer, _ = d.back_waist
    return paths.length(inner) + paths.length(outer)


def shield(size: str) -> Shape:
    """Behind the fly: its long side runs parallel from size to size and slants below one point."""
    d = Draft(size)
    out = 62.0 + 3.0 * d.at
    turn, foot = (out, 128.0), (out - 34 + 2.2 * d.at, 205.0)
    edges = (
        edge("top", (((0.0, 0.0), (out, 0.0)),)),
        edge("long side", (((out, 0.0), turn),)),
        edge("slanted side", ((turn, foot),)),
        edge("foot", ((foot, (0.0, 205.0)),)),
        edge("centre side", (((0.0, 205.0), (0.0, 0.0)),)),
    )
    marks = (mark("grain", "grain", "grain line", (30.0, 24.0), (30.0, 160.0)),)
    return Shape(edges=edges, marks=marks, levels={"hip": 190.0})


def pocket(_: str) -> Shape:
    edges = (
        edge("opening", (((0.0, 0.0), (40.0, 0.0)), ((40.0, 0.0), (96.0, 150.0)))),
        edge("side", (((96.0, 150.0), (104.0, 186.0), (104.0, 210.0), (100.0, 236.0)),)),
        edge("bag", (((100.0, 236.0), (84.0, 300.0), (-58.0, 300.0), (-62.0, 220.0)),
                     ((-62.0, 220.0), (-66.0, 140.0), (-60.0, 60.0), (-60.0, 0.0)))),
        edge("waist", (((-60.0, 0.0), (0.0, 0.0)),)),
    )  # fmt: skip
    marks = (
        mark("grain", "grain", "grain line", (-10.0, 60.0), (-10.0, 220.0)),
        mark("fold", "placement", "facing line", (-34.0, 0.0), (-34.0, 120.0)),
    )
    return Shape(edges=edges, marks=marks)


def knee_band(size: str) -> Shape:
    d = Draft(size)
    long = KNEE[d.at] + EASE_KNEE
    edges = (
        edge("upper", (((0.0, 0.0), (long, 0.0)),), WIDE),
        edge("button end", (((long, 0.0), (long, KNEE_BAND * 2)),)),
        edge("lower", (((long, KNEE_BAND * 2), (0.0, KNEE_BAND * 2)),)),
        edge("buttonhole end", (((0.0, KNEE_BAND * 2), (0.0, 0.0)),)),
    )
    marks = (
        mark("grain", "grain", "grain line", (90.0, 12.0), (90.0, 78.0)),
        mark("fold", "placement", "folding line", (0.0, KNEE_BAND), (long, KNEE_BAND)),
        mark(
            "buttonhole", "buttonhole", "buttonhole", (12.0, KNEE_BAND / 2), (30.0, KNEE_BAND / 2)
        ),
        mark("button", "circle", "button", (long - 16, KNEE_BAND / 2)),
        notch("leg-notch", "inside leg notch", edges[0], long / 2),
    )
    return Shape(edges=edges, marks=marks, levels={"knee": 0.0})


def rib(size: str) -> Shape:
    """A knitted rib that the drawn-in knee ends in; it must stretch over the foot."""
    d = Draft(size)
    long = KNEE[d.at] * 0.8
    edges = (
        edge("upper", (((0.0, 0.0), (long, 0.0)),)),
        edge("end", (((long, 0.0), (long, 110.0)),)),
        edge("lower", (((long, 110.0), (0.0, 110.0)),)),
        edge("other end", (((0.0, 110.0), (0.0, 0.0)),)),
    )
    marks = (
        mark("grain", "grain", "grain line", (60.0, 14.0), (60.0, 96.0)),
        mark("stretch", "stretch", "greatest stretch", (90.0, 55.0), (long - 40, 55.0)),
        mark("fold", "placement", "folding line", (0.0, 80.0), (long, 80.0)),
    )
    return Shape(edges=edges, marks=marks, levels={"knee": 0.0})


def guide(size: str) -> Shape:
    """A card laid on the front to draw the fly stitching; never cut in cloth."""
    h = Draft(size).hip_level
    edges = (
        edge("top", (((0.0, 0.0), (36.0, 0.0)),), 0),
        edge("curve", (((36.0, 0.0), (36.0, h - 60)), ((36.0, h - 60), (36.0, h - 26),
                       (24.0, h - 4), (0.0, h)))  , 0),
        edge("straight", (((0.0, h), (0.0, 0.0)),), 0),
    )  # fmt: skip
    marks = (mark("grain", "grain", "upright", (14.0, 20.0), (14.0, h - 60)),)
    return Shape(edges=edges, marks=marks, levels={"waist": 0.0, "hip": h})


def loop(_: str) -> Shape:
    edges = (
        edge("upper", (((0.0, 0.0), (300.0, 0.0)),)),
        edge("end", (((300.0, 0.0), (300.0, 22.0)),)),
        edge("lower", (((300.0, 22.0), (0.0, 22.0)),)),
        edge("other end", (((0.0, 22.0), (0.0, 0.0)),)),
    )
    marks = (mark("grain", "grain", "grain line", (60.0, 11.0), (240.0, 11.0)),)
    return Shape(edges=edges, marks=marks)


AROUND = ("waist", "hip")
SEAMS = (
    Seam(name="side seam", a=refs(FRONT, "side"), b=refs(BACK, "side")),
    Seam(name="inside leg seam", a=refs(FRONT, "inside leg"), b=refs(BACK, "inside leg")),
    Seam(name="waist to waistband",
         a=(*refs(BACK, "waist inner", "waist outer"), *refs(FRONT, "-waist")),
         b=refs(WAISTBAND, "-lower"), ease=PLEATS),
    Seam(name="knee to knee band", a=(*refs(FRONT, "knee"), *refs(BACK, "-knee")),
         b=refs(KNEE_PIECE, "upper"), ease=GATHERS),
)  # fmt: skip


def ringing_breeches() -> Pattern:
    """The whole pattern, checked."""
    pattern = Pattern(
        name="Ringing breeches",
        garment="breeches",
        source=Source(publication="The Saltmarsh Ringers’ pattern box", issue="Tour year", number="5"),
        base_height=1680,
        length_share=0.5,
        allowance_included=True,
        table=SizeTable(
            sizes=SIZES,
            rows=(
                row("hip", SIZES, HIP, EASE_HIP, leads=True, level="hip"),
                row("waist", SIZES, WAIST, EASE_WAIST, level="waist"),
                row("knee", SIZES, KNEE, EASE_KNEE, level="knee"),
                row("rise", SIZES, RISE, 12.0, level="length"),
            ),
        ),
        views=(
            View(
                id="A",
                name="Buttoned knee bands",
                notions=("4 buttons, [[12]]",),
                instructions=(
                    "Gather each knee edge to its band, leaving the slit at the side open.",
                    "Make a buttonhole in the front end of each knee band.",
                ),
            ),
            View(
                id="B",
                name="Knees drawn in with a casing, ribbed",
                notions=("elastic, [[700]] long and [[15]] wide",),
                instructions=(
                    "Turn the knee edge up along the casing line and stitch it, leaving a gap.",
                    "Thread the elastic through, join it, close the gap, and sew on the rib.",
                ),
            ),
        ),
        pieces=(
            piece(FRONT, "Front", SIZES, front, cut("main", PAIR), around=AROUND),
            piece(BACK, "Back", SIZES, back, cut("main", PAIR), around=AROUND),
            piece(WAISTBAND, "Waistband", SIZES, waistband, cut("main", {**FOLD, "count": 2}),
                  cut("interfacing", FOLD)),
            piece(SHIELD, "Fly shield", SIZES, shield, cut("main", {"count": 2, "pair": True}),
                  cut("interfacing", {"count": 1})),
            piece(POCKET, "Pocket bag", SIZES, pocket, cut("lining", {"count": 4, "pair": True})),
            piece(KNEE_PIECE, "Knee band", SIZES, knee_band, cut("main", {"count": 2}),
                  cut("interfacing", {"count": 2}), views=("A",), feature="buttoned knee bands"),
            piece(RIB, "Knee rib", SIZES, rib, cut("contrast", {"count": 2}), views=("B",),
                  feature="drawn-in knees"),
            piece(GUIDE, "Fly stitching guide", SIZES, guide, guide=True),
            piece(LOOP, "Belt loops", SIZES, loop, cut("main", {"count": 1}), views=("B",),
                  feature="belt loops", note="Cut into five after sewing."),
        ),
        seams=SEAMS,
        notions=("1 waistband button, [[18]]", "fly zip, [[180]]", "sewing thread"),
        notes="Full in the leg, gathered below the knee. The fly laps left over right.",
    )  # fmt: skip
    check_pattern(pattern)
    return pattern
