"""Drafts the demo pattern: the ringing waistcoat, from a made-up size table.

Every size is drafted from its own measurements, so each has outlines of its own. Partner edges
are made from the same numbers (or are literally the same path), so seams match in every size.
Coordinates: mm, y down, centre front or centre back at x = 0, neck point level at y = 0.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property
from math import cos, radians, sin

from craft.pattern import (
    Cut,
    Edge,
    EdgeRef,
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
from craft.shape.affine import move, rotation
from craft.shape.curve import Point, tangent_at
from craft.shape.dart import cap_peak
from craft.shape.path import Path

SIZES = ("A", "B", "C", "D", "E", "F", "G")
BUST = (800, 840, 880, 920, 970, 1020, 1080)
WAIST = (620, 660, 700, 742, 796, 850, 916)
HIP = (866, 904, 942, 980, 1027, 1074, 1130)
BACK_LENGTH = (398, 402, 406, 410, 415, 420, 426)
EASE_BUST, EASE_WAIST, EASE_HIP = 90.0, 90.0, 60.0
OVERLAP = 18.0  # beyond the centre front, for the buttons
FACING = 45.0  # width of the facings at the shoulder
PLEAT = 10.0  # ease pleat at the lining's centre back, half of it
WIDE, NARROW = 15.0, 10.0  # seam allowances


@dataclass(frozen=True)
class Draft:
    """All construction points of one size."""

    size: str

    @cached_property
    def at(self) -> int:
        return SIZES.index(self.size)

    @cached_property
    def bust(self) -> float:
        return float(BUST[self.at])

    @cached_property
    def depth(self) -> float:  # underarm level
        return self.bust / 8 + 108

    @cached_property
    def waist_level(self) -> float:
        return BACK_LENGTH[self.at] + 18.0

    @cached_property
    def neck(self) -> float:  # half neck width
        return self.bust / 20 + 26

    @cached_property
    def shoulder(self) -> float:
        return 96 + (self.bust - 880) / 16

    @cached_property
    def front_width(self) -> float:
        return (self.bust + EASE_BUST) / 4 + 6

    @cached_property
    def back_width(self) -> float:
        return (self.bust + EASE_BUST) / 4 - 6

    @cached_property
    def side_in(self) -> float:  # how far the side seam goes in at the waist
        return (self.bust + EASE_BUST - WAIST[self.at] - EASE_WAIST) / 4 * 0.45

    @cached_property
    def side_out(self) -> float:  # and out again at its lower end
        return self.side_in + (HIP[self.at] + EASE_HIP - self.bust - EASE_BUST) / 4 * 0.7

    @cached_property
    def length_line(self) -> float:
        return self.waist_level - 25

    # --- the lines front and back share ---

    def side(self, width: float) -> Path:
        """Underarm to lower end, the same shape for front and back."""
        d, w, h = self.depth, self.waist_level, self.waist_level + 86
        inner = width - self.side_in
        outer = inner + self.side_out
        return (
            ((width, d), (width - 3, d + (w - d) * 0.35), (inner, w - (w - d) * 0.35), (inner, w)),
            ((inner, w), (inner, w + 30), (outer - 3, h - 26), (outer, h)),
        )

    def shoulder_line(self, neck: float, slope: float) -> Path:
        tip = (neck + self.shoulder * cos(radians(slope)), self.shoulder * sin(radians(slope)))
        return (((neck, 0.0), tip),)

    # --- front ---

    @cached_property
    def bust_point(self) -> Point:
        return (self.bust * 0.103, self.depth + 34)

    @cached_property
    def dart_point(self) -> Point:
        x, y = self.bust_point
        return (x + 20, y - 15)

    @cached_property
    def front_armhole(self) -> tuple[Path, Path, Path]:
        """Upper part, dart cap, lower part. Drafted closed, then opened about the dart's point."""
        angle = 7.5 + (self.bust - 800) / 140
        tip = paths.end(self.shoulder_line(self.neck, 21))
        under = (self.front_width, self.depth)
        closed_under = rotation(-angle, self.dart_point)
        closed: Path = move((((0.0, 0.0), under),), closed_under)
        ux, uy = paths.end(closed)
        qx = tip[0] - 15 + (self.bust - 880) / 40
        qy = tip[1] + (uy - tip[1]) * 0.5
        closed_armhole: Path = (
            (tip, (tip[0] - 12, tip[1] + 32), (qx, qy - (qy - tip[1]) * 0.4), (qx, qy)),
            ((qx, qy), (qx, qy + (uy - qy) * 0.62), (qx + (ux - qx) * 0.42, uy + 1), (ux, uy)),
        )
        upper, rest = paths.split_at(closed_armhole, paths.length(closed_armhole) * 0.66)
        lower = move(rest, rotation(angle, self.dart_point))
        a, b = paths.end(upper), paths.start(lower)
        peak = cap_peak(a, self.dart_point, b, tangent_at(lower[0], 0))
        return upper, ((a, peak), (peak, b)), lower

    @cached_property
    def neckline(self) -> Path:
        v = (-OVERLAP, self.depth + 22)
        n = (self.neck, 0.0)
        return ((v, (v[0] + 30, v[1] - 58), (n[0] - 20, 92.0), n),)

    @cached_property
    def front_hem(self) -> Path:
        start = paths.end(self.side(self.front_width))
        point = (30.0, self.waist_level + 150)
        return ((start, (start[0] - 45, start[1] + 6), (point[0] + 75, point[1] - 34), point),)

    @cached_property
    def front_point(self) -> Path:
        a, b = paths.end(self.front_hem), (-OVERLAP, self.waist_level + 104)
        return ((a, (a[0] - 14, a[1] - 4), (b[0] + 8, b[1] + 20), b),)

    @cached_property
    def front_edge(self) -> Path:
        return ((paths.end(self.front_point), paths.start(self.neckline)),)

    @cached_property
    def facing_split(self) -> tuple[Path, Path, Path, Path, Path]:
        """Shoulder next the neck, shoulder rest, hem to the side, hem at the front, inner edge."""
        near, rest = paths.split_at(self.shoulder_line(self.neck, 21), FACING)
        whole = paths.length(self.front_hem)
        outer, inner = paths.split_at(self.front_hem, whole - 48)
        a, b = paths.end(near), paths.end(outer)
        middle = (56.0 + self.at, self.depth + 96)
        edge: Path = (
            (a, (a[0] - 16, a[1] + 96), (middle[0] + 4, middle[1] - 90), middle),
            (middle, (middle[0] - 4, middle[1] + 90), (b[0] - 4, b[1] - 70), b),
        )
        return near, rest, outer, inner, edge

    # --- back ---

    @cached_property
    def back_neckline(self) -> Path:
        n = (self.neck + 2, 0.0)
        return (((0.0, 18.0), (n[0] * 0.5, 18.0), (n[0] - 6, 13.0), n),)

    @cached_property
    def back_armhole(self) -> Path:
        tip = paths.end(self.shoulder_line(self.neck + 2, 18))
        under = (self.back_width, self.depth)
        q = (tip[0] - 8, tip[1] + (under[1] - tip[1]) * 0.55)
        return (
            (tip, (tip[0] - 7, tip[1] + 34), (q[0], q[1] - 44), q),
            (q, (q[0], q[1] + (under[1] - q[1]) * 0.66), (under[0] - 42, under[1]), under),
        )

    @cached_property
    def back_hem(self) -> Path:
        start = paths.end(self.side(self.back_width))
        return ((start, (start[0] - 60, start[1] + 4), (60.0, start[1] + 6), (0.0, start[1] + 6)),)

    @cached_property
    def back_facing_split(self) -> tuple[Path, Path, Path]:
        """Shoulder next the neck, shoulder rest, inner edge from shoulder to centre back."""
        near, rest = paths.split_at(self.shoulder_line(self.neck + 2, 18), FACING)
        a, b = paths.end(near), (0.0, 18.0 + 70)
        return near, rest, ((a, (a[0] - 14, a[1] + 46), (52.0, b[1]), b),)


def edge(name: str, path: Path, allowance: float = NARROW, kind: str = "seam") -> Edge:
    return Edge.model_validate(
        {"name": name, "kind": kind, "path": path, "allowance": 0 if kind == "fold" else allowance}
    )


def mark(id: str, kind: str, name: str, *points: Point, **more: object) -> Mark:
    return Mark.model_validate({"id": id, "kind": kind, "name": name, "points": points, **more})


def notch(id: str, name: str, on: Edge, along: float, count: int = 1) -> Mark:
    """A notch on an edge, ``along`` mm from the edge's start."""
    return mark(id, "notch", name, paths.point_along(on.path, along), edge=on.name, count=count)


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
        mark("welt", "placement", "welt placement", left, right, views=("A",)),
        mark("welt-1", "dot", "welt end, front", left, views=("A",)),
        mark("welt-2", "dot", "welt end, side", right, views=("A",)),
    ]
    return Shape(edges=edges, marks=tuple(marks))


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
    return Shape(edges=edges, marks=marks)


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
    return Shape(edges=edges, marks=marks)


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
             (inner - 60, w + 18), (inner - 1, w + 18), views=("A",)),
        mark("strap-1", "dot", "strap end", (inner - 60, w + 3), views=("A",)),
    )  # fmt: skip
    return Shape(edges=edges, marks=marks)


def back_facing(d: Draft) -> Shape:
    near, _, inner = d.back_facing_split
    edges = (
        edge("neckline", d.back_neckline),
        edge("shoulder", near, WIDE),
        edge("inner edge", inner),
        edge("centre back", ((paths.end(inner), paths.start(d.back_neckline)),), kind="fold"),
    )
    marks = (mark("grain", "grain", "grain line", (24.0, 30.0), (24.0, 78.0)),)
    return Shape(edges=edges, marks=marks)


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
    return Shape(edges=edges, marks=marks)


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
    return Shape(edges=edges, marks=marks)


def rows() -> tuple[TableRow, ...]:
    def row(
        name: str, values: tuple[int, ...], ease: float | None, leads: bool = False
    ) -> TableRow:
        body = dict(zip(SIZES, map(float, values), strict=True))
        return TableRow.model_validate(
            {"measurement": name, "body": body, "ease": ease, "leads": leads}
        )

    return (
        row("bust", BUST, EASE_BUST, leads=True),
        row("waist", WAIST, EASE_WAIST),
        row("hip", HIP, EASE_HIP),
        row("back waist length", BACK_LENGTH, 0.0),
    )


def refs(piece: int, *names: str) -> tuple[EdgeRef, ...]:
    """Edges of one piece; a name with a minus is walked backwards."""
    return tuple(
        EdgeRef(piece=piece, edge=name.removeprefix("-"), backwards=name.startswith("-"))
        for name in names
    )


FRONT, BACK, FACE, LINING_FRONT, LINING_BACK, WELT, STRAP, FACE_BACK = range(1, 9)
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

    def piece(number: int, name: str, draw: object, *cuts: Cut, **more: object) -> Piece:
        shapes = {size: draw(Draft(size)) for size in SIZES}  # type: ignore[operator]
        return Piece.model_validate(
            {"number": number, "name": name, "cuts": cuts, "shapes": shapes, **more}
        )

    pair, fold = {"count": 2, "pair": True}, {"on_fold": True}

    def cut(role: str, how: Mapping[str, object]) -> Cut:
        return Cut.model_validate({"role": role, **how})

    pattern = Pattern(
        name="Ringing waistcoat",
        garment="waistcoat",
        source=Source(publication="The Saltmarsh Ringers’ pattern box", issue="Tour year", number="3"),
        base_height=1680,
        length_share=0.5,
        table=SizeTable(sizes=SIZES, rows=rows()),
        views=(
            View(id="A", name="With welts and a back strap"),
            View(id="B", name="Plain, without welts or strap"),
        ),
        pieces=(
            piece(FRONT, "Front", front, cut("main", pair)),
            piece(BACK, "Back", back, cut("main", fold)),
            piece(FACE, "Front facing", facing, cut("main", pair), cut("interfacing", pair)),
            piece(LINING_FRONT, "Front lining", front_lining, cut("lining", pair)),
            piece(LINING_BACK, "Back lining", back_lining, cut("lining", fold)),
            piece(WELT, "Welt", welt, cut("main", pair), cut("interfacing", pair), views=("A",)),
            piece(STRAP, "Back strap", strap, cut("main", {"count": 4, "pair": True}),
                  views=("A",)),
            piece(FACE_BACK, "Back neck facing", back_facing, cut("main", fold),
                  cut("interfacing", fold)),
        ),
        seams=SEAMS,
        notions=("5 buttons, [[15]]", "1 strap buckle, [[25]]", "sewing thread"),
        notes="Closely fitted, lined to the edge. The lining has an ease pleat at the centre back.",
    )  # fmt: skip
    check_pattern(pattern)
    return pattern
