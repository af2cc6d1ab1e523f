"""The demo pattern: a yoke blouse with full sleeves, collared or with a gathered waist."""

from craft.pattern import Mark, Pattern, Piece, Seam, Shape, SizeTable, Source, View
from craft.pattern.checks import check_pattern
from craft.pattern.home_print import HomePrint
from craft.shape import path as paths
from craft.shape.curve import Point
from workroom.demo.blouse_draft import (
    ARM,
    BACK_LENGTH,
    BAND,
    BUST,
    CAP_EASE,
    EASE_ARM,
    EASE_BUST,
    EASE_HIP,
    EASE_WAIST,
    GATHERS_BACK,
    GATHERS_CUFF,
    GATHERS_FRONT,
    HIP,
    SIZES,
    WAIST,
    YOKE,
    Draft,
)
from workroom.demo.drawing import FOLD, PAIR, WIDE, cut, edge, mark, notch, piece, refs, row

FRONT, BACK, YOKE_PIECE, SLEEVE, CUFF, COLLAR, BANDS, PLACKET, GUIDE = range(1, 10)
HEM = 25.0


def front(size: str) -> Shape:
    d = Draft(size)
    armhole, side = edge("armhole", d.front_armhole, WIDE), edge("side", d.side(d.widths[0]), WIDE)
    upper, hem = (
        edge("yoke edge", d.front_yoke_edge, WIDE),
        edge("hem", d.hem(d.widths[0]), HEM, "hem"),
    )
    neck = edge("neckline", d.front_neck)
    centre = edge("front edge", ((paths.end(hem.path), paths.start(neck.path)),), WIDE)
    a, b = paths.start(upper.path), paths.end(upper.path)
    w, wide = d.waist_level, d.widths[0]
    marks: list[Mark] = [
        mark("grain", "grain", "grain line", (110.0, d.depth + 20), (110.0, d.hip_level - 40)),
        mark("gathers", "gathers", "gathers to the yoke", _between(a, b, 0.3), _between(a, b, 0.85),
             edge="yoke edge"),
        mark("bust", "body level", "bust level", (0.0, d.depth), (wide, d.depth)),
        mark("length", "length line", "lengthen or shorten here", (0.0, w - 60),
             (wide - 8, w - 60), level="waist"),
        notch("armhole-notch", "front armhole notch", armhole, paths.length(armhole.path) * 0.55),
        mark("side-notch", "notch", "side notch", side.path[0][-1], edge="side"),
        mark("casing", "casing", "waist casing", (0.0, w), (wide - d.side_in[0], w), width=16,
             views=("B",), feature="waist casing"),
    ]  # fmt: skip
    marks += [
        mark(f"tuck-{i}", "tuck", f"tuck {i}", (24.0 + 18 * i, d.neck + 52), (24.0 + 18 * i, w - 90),
             width=8, views=("A",), feature="front tucks")
        for i in (1, 2, 3)
    ]  # fmt: skip
    pocket = (62.0, d.depth + 6), (150.0, d.depth + 6)
    marks += [
        mark("pocket", "placement", "pocket placement, left side only", pocket[0],
             (62.0, d.depth + 96), (150.0, d.depth + 96), pocket[1], side="left", views=("A",),
             feature="breast pocket"),
        mark("pocket-dot", "dot", "pocket corner", pocket[0], side="left", views=("A",),
             feature="breast pocket"),
    ]  # fmt: skip
    return Shape(
        edges=(upper, armhole, side, hem, centre, neck), marks=tuple(marks), levels=d.levels
    )


def _between(a: Point, b: Point, share: float) -> Point:
    return (a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share)


def back(size: str) -> Shape:
    d = Draft(size)
    armhole, side = edge("armhole", d.back_armhole, WIDE), edge("side", d.side(d.widths[1]), WIDE)
    upper, hem = (
        edge("yoke edge", d.back_yoke_edge, WIDE),
        edge("hem", d.hem(d.widths[1]), HEM, "hem"),
    )
    centre = edge(
        "centre back", ((paths.end(hem.path), paths.start(upper.path)),), kind="fold"
    )  # fmt: skip
    w, wide = d.waist_level, d.widths[1]
    marks = (
        mark("grain", "grain", "grain line", (110.0, d.depth), (110.0, d.hip_level - 40)),
        mark("gathers", "gathers", "gathers to the yoke", (20.0, YOKE), (d.across * 0.7, YOKE),
             edge="yoke edge"),
        mark("loop", "circle", "hanging loop", (0.0, YOKE + 2)),
        mark("bust", "body level", "bust level", (0.0, d.depth), (wide, d.depth)),
        mark("length", "length line", "lengthen or shorten here", (0.0, w - 60),
             (wide - 8, w - 60), level="waist"),
        notch("armhole-notch", "back armhole notch", armhole, paths.length(armhole.path) * 0.5,
              count=2),
        mark("side-notch", "notch", "side notch", side.path[0][-1], edge="side"),
        mark("casing", "casing", "waist casing", (0.0, w), (wide - d.side_in[0], w), width=16,
             views=("B",), feature="waist casing"),
    )  # fmt: skip
    return Shape(edges=(upper, armhole, side, hem, centre), marks=marks, levels=d.levels)


def yoke(size: str) -> Shape:
    d = Draft(size)
    edges = (
        edge("front edge", d.yoke_front, WIDE),
        edge("armhole", d.yoke_armhole, WIDE),
        edge("back edge", d.yoke_back, WIDE),
        edge("centre back", ((paths.end(d.yoke_back), paths.end(d.yoke_neck)),), kind="fold"),
        edge("neckline", paths.reverse(d.yoke_neck)),
    )
    marks = (
        mark("grain", "grain", "grain line", (30.0, 34.0), (30.0, 82.0)),
        mark("shoulder", "notch", "shoulder point", (d.neck - 2, 0.0), edge="neckline"),
        notch("back-notch", "yoke notch", edges[2], d.across * 0.4),
    )
    return Shape(edges=edges, marks=marks, levels={"bust": d.depth})


def sleeve(size: str) -> Shape:
    d = Draft(size)
    cap, hem = edge("cap", d.cap, WIDE), edge("lower edge", d.sleeve_hem_of(d.hem_width), WIDE)
    edges = (
        cap,
        edge("front underarm", d.sleeve_side(1), WIDE),
        hem,
        edge("back underarm", paths.reverse(d.sleeve_side(-1)), WIDE),
    )
    front_notch = paths.length(d.front_armhole) * 0.45
    back_notch = paths.length(d.back_armhole) * 0.5
    whole, low = paths.length(d.cap), paths.length(hem.path)
    slit = paths.point_along(hem.path, low * 0.78)
    marks = (
        mark("grain", "grain", "grain line", (0.0, 60.0), (0.0, d.sleeve_level - 60)),
        notch("front-notch", "front armhole notch", cap, whole - front_notch),
        notch("back-notch", "back armhole notch", cap, back_notch, count=2),
        notch("top-notch", "shoulder point", cap, paths.length(d.cap[:1]), count=3),
        mark("cap-gathers", "gathers", "ease the cap in", paths.point_along(cap.path, back_notch),
             paths.point_along(cap.path, whole - front_notch), edge="cap"),
        mark("length", "length line", "lengthen or shorten here", (-d.arm + 14, d.cap_height + 150),
             (d.arm - 14, d.cap_height + 150), level="arm"),
        mark("slit", "slit", "sleeve slit", slit, (slit[0], slit[1] - 90), views=("A",),
             feature="cuffs"),
        mark("pleat", "pleat", "pleat at the cuff", (slit[0] + 40, slit[1] - 2), (slit[0] + 40,
             slit[1] - 50), width=20, views=("A",), feature="cuffs"),
        mark("casing", "casing", "wrist casing", (-d.hem_width + 4, d.sleeve_level - 26),
             (d.hem_width - 4, d.sleeve_level - 26), width=12, views=("B",),
             feature="drawn-in wrists"),
    )  # fmt: skip
    return Shape(edges=edges, marks=marks, levels={"bust": d.cap_height, "wrist": d.sleeve_level})


def cuff(size: str) -> Shape:
    d = Draft(size)
    long = d.cuff
    edges = (
        edge("upper", (((0.0, 0.0), (long, 0.0)),), WIDE),
        edge("button end", (((long, 0.0), (long, 110.0)),)),
        edge("lower", (((long, 110.0), (0.0, 110.0)),), WIDE),
        edge("buttonhole end", (((0.0, 110.0), (0.0, 0.0)),)),
    )
    marks = (
        mark("grain", "grain", "grain line", (70.0, 12.0), (70.0, 98.0)),
        mark("fold", "placement", "folding line", (0.0, 55.0), (long, 55.0)),
        mark("buttonhole", "buttonhole", "buttonhole", (8.0, 28.0), (26.0, 28.0)),
        mark("button", "circle", "button", (long - 14, 28.0)),
    )
    return Shape(edges=edges, marks=marks, levels={"bust": 0.0})


def collar(size: str) -> Shape:
    d = Draft(size)
    outer, neck = d.collar_outer, d.collar_neck
    edges = (
        edge("outer edge", outer),
        edge("front end", ((paths.end(outer), paths.start(neck)),)),
        edge("neck edge", neck),
        edge("centre back", ((paths.end(neck), paths.start(outer)),), kind="fold"),
    )
    marks = (mark("grain", "grain", "grain line", (24.0, -52.0), (24.0, -10.0)),)
    return Shape(edges=edges, marks=marks, levels={"bust": 0.0})


def band(size: str) -> Shape:
    """The front band, both layers in one; only its two ends move from size to size."""
    d = Draft(size)
    top, low = d.neck + 34, d.hip_level + 4
    edges = (
        edge("sewn edge", (((BAND * 2, top), (BAND * 2, low)),), WIDE),
        edge("lower end", (((BAND * 2, low), (0.0, low)),), HEM, "hem"),
        edge("free edge", (((0.0, low), (0.0, top)),)),
        edge("neck end", (((0.0, top), (BAND * 2, top)),)),
    )
    step = (low - top - 120) / 6
    marks = (
        mark("grain", "grain", "grain line", (15.0, top + 60), (15.0, top + 300)),
        mark("fold", "placement", "folding line", (BAND, top), (BAND, low)),
        mark("centre", "centre line", "centre front", (BAND * 1.5, top), (BAND * 1.5, low)),
        *(
            mark(f"buttonhole-{i}", "buttonhole", f"buttonhole {i}",
                 (BAND * 1.5, top + 20 + step * i), (BAND * 1.5, top + 38 + step * i), side="right")
            for i in range(6)
        ),
    )  # fmt: skip
    return Shape(edges=edges, marks=marks, levels=d.levels)


def placket(_: str) -> Shape:
    edges = (
        edge("long edge", (((0.0, 0.0), (200.0, 0.0)),), 6),
        edge("end", (((200.0, 0.0), (200.0, 26.0)),), 6),
        edge("other long edge", (((200.0, 26.0), (0.0, 26.0)),), 6),
        edge("other end", (((0.0, 26.0), (0.0, 0.0)),), 6),
    )
    marks = (mark("grain", "grain", "grain line", (40.0, 13.0), (160.0, 13.0)),)
    return Shape(edges=edges, marks=marks)


def guide(_: str) -> Shape:
    edges = (
        edge("top", (((0.0, 0.0), (40.0, 0.0)),), 0),
        edge("right", (((40.0, 0.0), (40.0, 210.0)),), 0),
        edge("bottom", (((40.0, 210.0), (0.0, 210.0)),), 0),
        edge("left", (((0.0, 210.0), (0.0, 0.0)),), 0),
    )
    marks = (
        mark("grain", "grain", "upright", (10.0, 20.0), (10.0, 190.0)),
        *(
            mark(f"tuck-{i}", "stitching line", f"tuck spacing {i}", (14.0 + 8 * i, 20.0),
                 (14.0 + 8 * i, 190.0))
            for i in range(3)
        ),
    )  # fmt: skip
    return Shape(edges=edges, marks=marks)


AROUND = ("bust", "waist", "hip")
SEAMS = (
    Seam(name="side seam", a=refs(FRONT, "side"), b=refs(BACK, "side")),
    Seam(name="front to yoke", a=refs(FRONT, "yoke edge"), b=refs(YOKE_PIECE, "front edge"),
         ease=GATHERS_FRONT),
    Seam(name="back to yoke", a=refs(BACK, "yoke edge"), b=refs(YOKE_PIECE, "-back edge"),
         ease=GATHERS_BACK),
    Seam(name="sleeve into armhole", a=refs(SLEEVE, "cap"),
         b=(*refs(BACK, "-armhole"), *refs(YOKE_PIECE, "-armhole"), *refs(FRONT, "armhole")),
         ease=CAP_EASE),
    Seam(name="underarm seam", a=refs(SLEEVE, "front underarm"), b=refs(SLEEVE, "-back underarm")),
    Seam(name="sleeve to cuff", a=refs(SLEEVE, "lower edge"), b=refs(CUFF, "-upper"),
         ease=GATHERS_CUFF),
    Seam(name="front to band", a=refs(FRONT, "-front edge"), b=refs(BANDS, "sewn edge")),
    Seam(name="collar to neckline", a=refs(COLLAR, "neck edge"),
         b=(*refs(FRONT, "neckline"), *refs(YOKE_PIECE, "-neckline"))),
)  # fmt: skip


def yoke_blouse() -> Pattern:
    """The whole pattern, checked."""
    pieces = (
        piece(FRONT, "Front", SIZES, front, cut("main", PAIR), around=AROUND),
        piece(BACK, "Back", SIZES, back, cut("main", FOLD), around=AROUND),
        piece(YOKE_PIECE, "Yoke", SIZES, yoke, cut("main", {**FOLD, "count": 2})),
        piece(SLEEVE, "Sleeve", SIZES, sleeve, cut("main", PAIR), around=("upper arm",)),
        piece(CUFF, "Cuff", SIZES, cuff, cut("main", {"count": 2}),
              cut("interfacing", {"count": 2}), views=("A",), feature="cuffs"),
        piece(COLLAR, "Collar", SIZES, collar, cut("main", {**FOLD, "count": 2}),
              cut("interfacing", FOLD)),
        piece(BANDS, "Front band", SIZES, band, cut("main", PAIR), cut("interfacing", PAIR)),
        piece(PLACKET, "Slit binding", SIZES, placket, cut("main", {"count": 2}), views=("A",),
              feature="cuffs"),
        piece(GUIDE, "Tuck guide", SIZES, guide, guide=True, views=("A",), feature="front tucks"),
    )  # fmt: skip
    pattern = Pattern(
        name="Yoke blouse",
        garment="blouse",
        source=Source(publication="The Saltmarsh Ringers’ pattern box", issue="Tour year", number="7"),
        base_height=1680,
        length_share=0.5,
        allowance_included=True,
        table=SizeTable(
            sizes=SIZES,
            rows=(
                row("bust", SIZES, BUST, EASE_BUST, leads=True, level="bust"),
                row("waist", SIZES, WAIST, EASE_WAIST, level="waist"),
                row("hip", SIZES, HIP, EASE_HIP, level="hip"),
                row("upper arm", SIZES, ARM, EASE_ARM, level="bust"),
                row("back waist length", SIZES, BACK_LENGTH, 0.0, level="length"),
            ),
        ),
        views=(
            View(
                id="A",
                name="With tucks, breast pocket and cuffs",
                notions=("8 buttons, [[11]]",),
                instructions=(
                    "Sew the tucks before the front is cut out; the guide gives their spacing.",
                    "Bind the sleeve slits, then gather the sleeves into their cuffs.",
                ),
            ),
            View(
                id="B",
                name="Drawn in at the waist and the wrists",
                notions=("6 buttons, [[11]]", "elastic, [[1200]] long and [[10]] wide"),
                instructions=(
                    "Stitch a strip over the waist casing line inside and thread it with elastic.",
                    "Turn the sleeve edge up along its casing line.",
                ),
            ),
        ),
        pieces=pieces,
        seams=SEAMS,
        notions=("sewing thread",),
        notes="Loose, gathered to a yoke that reaches over the shoulder.",
        home_print=HomePrint(
            page="A4", step_x=190, step_y=277, overlap=0, square=100, at=_spread(pieces),
            upside_down=("C2",),
        ),
    )  # fmt: skip
    check_pattern(pattern)
    return pattern


def _spread(pieces: tuple[Piece, ...], wide: float = 1100.0) -> dict[int, Point]:
    """Where each piece lies on the master sheet: rows from the left, the largest size counted."""
    at: dict[int, Point] = {}
    x, y, row_height = 20.0, 130.0, 0.0
    for each in pieces:
        boxes = [paths.control_bounds(shape.outline) for shape in each.shapes.values()]
        x0, y0 = min(box[0] for box in boxes), min(box[1] for box in boxes)
        x1, y1 = max(box[2] for box in boxes), max(box[3] for box in boxes)
        if x + x1 - x0 > wide and x > 20:
            x, y, row_height = 20.0, y + row_height + 30, 0.0
        at[each.number] = (round(x - x0, 1), round(y - y0, 1))
        x += x1 - x0 + 30
        row_height = max(row_height, y1 - y0)
    return at
