"""The demo pattern: the ringing waistcoat, its pieces, marks and seams, made from its draft."""

from collections.abc import Callable

from craft.pattern import (
    Cut,
    Edge,
    Mark,
    Pattern,
    Piece,
    Seam,
    Shape,
    SizeTable,
    Source,
    TableRow,
    View,
)
from craft.pattern.checks import check_pattern
from craft.shape import path as paths
from workroom.demo.drawing import FOLD, PAIR, WIDE, cut, edge, mark, notch, piece, refs, row
from workroom.demo.waistcoat_draft import (
    BACK_LENGTH,
    BUST,
    EASE_BUST,
    EASE_HIP,
    EASE_WAIST,
    HIP,
    OVERLAP,
    PLEAT,
    SIZES,
    WAIST,
    Draft,
)


def waist_notch(side: Edge) -> Mark:
    """A notch where the side seam is at the waist: the join of its two curves."""
    return mark("side-notch", "notch", "side notch", side.path[0][-1], edge=side.name)


def front(d: Draft) -> Shape:
    upper, cap, lower = d.front_armhole
    neckline, side = edge("neckline", d.neckline), edge("side", d.side(d.front_width), WIDE)
    armhole = edge("armhole upper", upper)
    edges = (
        neckline,
        edge("shoulder", d.shoulder_line(d.neck, 21), WIDE),
        armhole,
        edge("armhole dart", cap, kind="dart"),
        edge("armhole lower", lower),
        side,
        edge("hem", d.front_hem),
        edge("front point", d.front_point),
        edge("front edge", d.front_edge),
    )
    w, line = d.waist_level, d.length_line
    bx, by = d.bust_point
    inner = d.front_width - d.side_in
    first, last = d.depth + 40, w + 84
    buttons = [first + (last - first) * i / 4 for i in range(5)]
    marks = [
        mark("grain", "grain", "grain line", (bx - 34, by + 20), (bx - 34, w + 70)),
        mark("armhole-dart", "dart", "armhole dart", cap[0][0], d.dart_point, cap[1][1],
             edge="armhole dart"),
        mark("waist-dart", "double dart", "waist dart", (bx, by + 26), (bx - 9, w), (bx, w + 78),
             (bx + 9, w)),
        mark("bust-point", "dot", "bust point", (bx, by)),
        mark("centre", "centre line", "centre front", (0.0, d.depth + 24), (0.0, w + 118)),
        mark("length", "length line", "lengthen or shorten here", (-OVERLAP, line), (inner + 1, line),
             level="waist"),
        notch("armhole-notch", "front armhole notch", armhole, paths.length(upper) * 0.6),
        waist_notch(side),
        notch("neck-notch", "neckline notch", neckline, paths.length(d.neckline) * 0.45),
    ]  # fmt: skip
    marks += [
        mark(f"buttonhole-{i}", "buttonhole", f"buttonhole {i}", (-3.0, y), (15.0, y))
        for i, y in enumerate(buttons, 1)
    ]
    left, right = (bx - 34 + 18, w + 62), (bx + 88, w + 50)
    marks += [
        mark(
            "welt", "placement", "welt placement", left, right, views=("A",), feature="welt pockets"
        ),
        mark("welt-1", "dot", "welt end, front", left, views=("A",), feature="welt pockets"),
        mark("welt-2", "dot", "welt end, side", right, views=("A",), feature="welt pockets"),
    ]
    return Shape(edges=edges, marks=tuple(marks), levels=d.levels)


def facing(d: Draft) -> Shape:
    near, _, _, hem, inner = d.facing_split
    neckline, inside = edge("neckline", d.neckline), edge("inner edge", inner)
    edges = (
        neckline,
        edge("shoulder", near, WIDE),
        inside,
        edge("hem", hem),
        edge("front point", d.front_point),
        edge("front edge", d.front_edge),
    )
    line = d.length_line
    marks = (
        mark("grain", "grain", "grain line", (20.0, d.depth + 50), (20.0, d.waist_level + 60)),
        mark("length", "length line", "lengthen or shorten here", (-OVERLAP, line), (48.0, line),
             level="waist"),
        notch("neck-notch", "neckline notch", neckline, paths.length(d.neckline) * 0.45),
        notch("inner-notch", "facing notch", inside, 150, count=2),
    )  # fmt: skip
    return Shape(edges=edges, marks=marks, levels=d.levels)


def front_lining(d: Draft) -> Shape:
    upper, cap, lower = d.front_armhole
    _, rest, hem, _, inner = d.facing_split
    side, armhole = edge("side", d.side(d.front_width), WIDE), edge("armhole upper", upper)
    inside = edge("inner edge", paths.reverse(inner))
    edges = (
        edge("shoulder", rest, WIDE),
        armhole,
        edge("armhole dart", cap, kind="dart"),
        edge("armhole lower", lower),
        side,
        edge("hem", hem),
        inside,
    )
    w, line = d.waist_level, d.length_line
    bx, by = d.bust_point
    marks = (
        mark("grain", "grain", "grain line", (bx + 34, by + 40), (bx + 34, w + 60)),
        mark("armhole-dart", "dart", "armhole dart", cap[0][0], d.dart_point, cap[1][1],
             edge="armhole dart"),
        mark("waist-dart", "double dart", "waist dart", (bx, by + 26), (bx - 9, w), (bx, w + 78),
             (bx + 9, w)),
        mark("length", "length line", "lengthen or shorten here", (52.0, line),
             (d.front_width - d.side_in + 1, line), level="waist"),
        notch("armhole-notch", "front armhole notch", armhole, paths.length(upper) * 0.6),
        waist_notch(side),
        notch("inner-notch", "facing notch", inside, paths.length(inner) - 150, count=2),
    )  # fmt: skip
    return Shape(edges=edges, marks=marks, levels=d.levels)


def back(d: Draft) -> Shape:
    armhole, side = edge("armhole", d.back_armhole), edge("side", d.side(d.back_width), WIDE)
    edges = (
        edge("neckline", d.back_neckline),
        edge("shoulder", d.shoulder_line(d.neck + 2, 18), WIDE),
        armhole,
        side,
        edge("hem", d.back_hem),
        edge("centre back", ((paths.end(d.back_hem), paths.start(d.back_neckline)),), kind="fold"),
    )
    w, line = d.waist_level, d.length_line
    inner = d.back_width - d.side_in
    marks = (
        mark("grain", "grain", "grain line", (60.0, 140.0), (60.0, w + 40)),
        mark("length", "length line", "lengthen or shorten here", (0.0, line), (inner + 1, line),
             level="waist"),
        notch("armhole-notch", "back armhole notch", armhole, 120 + d.at * 3, count=2),
        waist_notch(side),
        mark("strap", "placement", "strap placement", (inner - 1, w - 12), (inner - 60, w - 12),
             (inner - 60, w + 18), (inner - 1, w + 18), views=("A",), feature="back strap"),
        mark("strap-1", "dot", "strap end", (inner - 60, w + 3), views=("A",), feature="back strap"),
    )  # fmt: skip
    return Shape(edges=edges, marks=marks, levels=d.levels)


def back_facing(d: Draft) -> Shape:
    near, _, inner = d.back_facing_split
    edges = (
        edge("neckline", d.back_neckline),
        edge("shoulder", near, WIDE),
        edge("inner edge", inner),
        edge("centre back", ((paths.end(inner), paths.start(d.back_neckline)),), kind="fold"),
    )
    marks = (mark("grain", "grain", "grain line", (24.0, 30.0), (24.0, 78.0)),)
    return Shape(edges=edges, marks=marks, levels={"bust": d.depth})


def back_lining(d: Draft) -> Shape:
    _, rest, inner = d.back_facing_split
    armhole, side = edge("armhole", d.back_armhole), edge("side", d.side(d.back_width), WIDE)
    start, stop = paths.end(inner), paths.end(d.back_hem)
    wide = (start[0] - PLEAT, start[1])
    low = (stop[0] - PLEAT, stop[1])
    edges = (
        edge("inner edge", ((wide, start), *paths.reverse(inner))),
        edge("shoulder", rest, WIDE),
        armhole,
        side,
        edge("hem", (*d.back_hem, (stop, low))),
        edge("centre back", ((low, wide),), kind="fold"),
    )
    w, line = d.waist_level, d.length_line
    marks = (
        mark("grain", "grain", "grain line", (60.0, 160.0), (60.0, w + 40)),
        mark("pleat", "pleat", "ease pleat", (0.0, start[1]), (0.0, start[1] + 60)),
        mark("length", "length line", "lengthen or shorten here", (-PLEAT, line),
             (d.back_width - d.side_in + 1, line), level="waist"),
        notch("armhole-notch", "back armhole notch", armhole, 120 + d.at * 3, count=2),
        waist_notch(side),
    )  # fmt: skip
    return Shape(edges=edges, marks=marks, levels=d.levels)


def welt(_: Draft) -> Shape:
    a, b, c, e = (0.0, 0.0), (122.0, -8.0), (122.0, 48.0), (0.0, 56.0)
    edges = (
        edge("top", ((a, b),)),
        edge("side end", ((b, c),)),
        edge("bottom", ((c, e),)),
        edge("front end", ((e, a),)),
    )
    marks = (
        mark("grain", "grain", "grain line", (61.0, 2.0), (61.0, 46.0)),
        mark("fold", "placement", "folding line", (0.0, 28.0), (122.0, 20.0)),
    )
    return Shape(edges=edges, marks=marks)


def strap(d: Draft) -> Shape:
    long = 168.0 + 12 * d.at
    edges = (
        edge("upper", (((0.0, 0.0), (long, 3.0)),)),
        edge("loose end", (((long, 3.0), (long, 27.0)),)),
        edge("lower", (((long, 27.0), (0.0, 30.0)),)),
        edge("side end", (((0.0, 30.0), (0.0, 0.0)),)),
    )
    marks = (
        mark("grain", "grain", "grain line", (50.0, 5.0), (50.0, 25.0)),
        mark("buckle", "dot", "buckle", (long - 34, 15.0)),
    )
    return Shape(edges=edges, marks=marks, levels={"waist": 15.0})


def rows() -> tuple[TableRow, ...]:
    return (
        row("bust", SIZES, BUST, EASE_BUST, leads=True, level="bust"),
        row("waist", SIZES, WAIST, EASE_WAIST, level="waist"),
        row("hip", SIZES, HIP, EASE_HIP, level="hip"),
        row("back waist length", SIZES, BACK_LENGTH, 0.0, level="length"),
    )


FRONT, BACK, FACE, LINING_FRONT, LINING_BACK, WELT, STRAP, FACE_BACK = range(1, 9)
AROUND = ("bust", "waist", "hip")
ARMHOLE = ("armhole upper", "armhole lower")
SEAMS = (
    Seam(name="side seam", a=refs(FRONT, "side"), b=refs(BACK, "side")),
    Seam(name="shoulder seam", a=refs(FRONT, "shoulder"), b=refs(BACK, "shoulder")),
    Seam(name="front armhole to lining", a=refs(FRONT, *ARMHOLE), b=refs(LINING_FRONT, *ARMHOLE)),
    Seam(name="back armhole to lining", a=refs(BACK, "armhole"), b=refs(LINING_BACK, "armhole")),
    Seam(name="front neckline to facing", a=refs(FRONT, "neckline"), b=refs(FACE, "neckline")),
    Seam(name="front edge to facing", a=refs(FRONT, "front point", "front edge"),
         b=refs(FACE, "front point", "front edge")),
    Seam(name="front hem to facing and lining", a=refs(FRONT, "hem"),
         b=(*refs(LINING_FRONT, "hem"), *refs(FACE, "hem"))),
    Seam(name="facing to front lining", a=refs(FACE, "inner edge"),
         b=refs(LINING_FRONT, "-inner edge")),
    Seam(name="lining side seam", a=refs(LINING_FRONT, "side"), b=refs(LINING_BACK, "side")),
    Seam(name="lining shoulder seam", a=refs(LINING_FRONT, "shoulder"),
         b=refs(LINING_BACK, "shoulder")),
    Seam(name="facing shoulder seam", a=refs(FACE, "shoulder"), b=refs(FACE_BACK, "shoulder")),
    Seam(name="back neckline to facing", a=refs(BACK, "neckline"), b=refs(FACE_BACK, "neckline")),
    Seam(name="back lining to neck facing", a=refs(LINING_BACK, "inner edge"),
         b=refs(FACE_BACK, "-inner edge"), ease=PLEAT),
    Seam(name="back hem to lining", a=refs(LINING_BACK, "hem"), b=refs(BACK, "hem"), ease=PLEAT),
)  # fmt: skip


def ringing_waistcoat() -> Pattern:
    """The whole pattern, checked."""

    def draw(
        number: int, name: str, shape: Callable[[Draft], Shape], *cuts: Cut, **more: object
    ) -> Piece:
        return piece(number, name, SIZES, lambda size: shape(Draft(size)), *cuts, **more)

    pattern = Pattern(
        name="Ringing waistcoat",
        garment="waistcoat",
        source=Source(publication="The Saltmarsh Ringers’ pattern box", issue="Tour year", number="3"),
        base_height=1680,
        length_share=0.5,
        allowance_included=True,
        table=SizeTable(sizes=SIZES, rows=rows()),
        views=(
            View(id="A", name="With welts and a back strap", notions=("1 strap buckle, [[25]]",)),
            View(id="B", name="Plain, without welts or strap"),
        ),
        pieces=(
            draw(FRONT, "Front", front, cut("main", PAIR), around=AROUND),
            draw(BACK, "Back", back, cut("main", FOLD), around=AROUND),
            draw(FACE, "Front facing", facing, cut("main", PAIR), cut("interfacing", PAIR)),
            draw(LINING_FRONT, "Front lining", front_lining, cut("lining", PAIR)),
            draw(LINING_BACK, "Back lining", back_lining, cut("lining", FOLD)),
            draw(WELT, "Welt", welt, cut("main", PAIR), cut("interfacing", PAIR), views=("A",),
                 feature="welt pockets"),
            draw(STRAP, "Back strap", strap, cut("main", {"count": 4, "pair": True}),
                 views=("A",), feature="back strap"),
            draw(FACE_BACK, "Back neck facing", back_facing, cut("main", FOLD),
                  cut("interfacing", FOLD)),
        ),
        seams=SEAMS,
        notions=("5 buttons, [[15]]", "sewing thread"),
        notes="Closely fitted, lined to the edge. The lining has an ease pleat at the centre back.",
    )  # fmt: skip
    check_pattern(pattern)
    return pattern
