"""Names and kinds proposed for edges, and the grain, from the kind of piece and its outline.

Every kind of piece has its edges in an order round it, each where it lies on a piece drawn with its
centre at the left (as shares of the piece's box). The order is turned and mirrored until the edges lie
as near to these places as they can.
"""

from typing import NamedTuple

from craft.pattern.parts import HANGING, PLAIN, Part, part_of, place_of
from craft.pattern.piece import EdgeKind
from craft.shape import path as paths
from craft.shape.curve import Point, distance
from craft.shape.path import Path
from craft.shape.pen import bounds
from craft.shape.region import chord_inside, roomiest

Place = tuple[str, float, float]
BODY: tuple[Place, ...] = (
    ("neckline", 0.12, 0.06), ("shoulder", 0.45, 0.04), ("armhole", 0.75, 0.22),
    ("side", 0.97, 0.65), ("hem", 0.5, 1.0), ("centre", 0.0, 0.55),
)  # fmt: skip
WHOLE_BODY: tuple[Place, ...] = (
    ("neckline", 0.5, 0.08), ("right shoulder", 0.72, 0.04), ("right armhole", 0.9, 0.22),
    ("right side", 1.0, 0.65), ("hem", 0.5, 1.0), ("left side", 0.0, 0.65),
    ("left armhole", 0.1, 0.22), ("left shoulder", 0.28, 0.04),
)  # fmt: skip
SLEEVE: tuple[Place, ...] = (
    ("cap", 0.5, 0.1), ("underarm", 0.95, 0.65), ("hem", 0.5, 1.0), ("other underarm", 0.05, 0.65),
)  # fmt: skip
TROUSERS: tuple[Place, ...] = (
    ("waist", 0.45, 0.0), ("outside leg", 0.95, 0.5), ("hem", 0.5, 1.0), ("inside leg", 0.1, 0.7),
    ("crotch", 0.1, 0.18),
)  # fmt: skip
SKIRT: tuple[Place, ...] = (
    ("waist", 0.4, 0.02), ("side", 0.95, 0.5), ("hem", 0.5, 1.0), ("centre", 0.0, 0.5),
)  # fmt: skip
COLLAR: tuple[Place, ...] = (
    ("outer edge", 0.5, 0.0), ("front end", 1.0, 0.5), ("neck edge", 0.5, 1.0),
    ("centre back", 0.0, 0.5),
)  # fmt: skip
BAND: tuple[Place, ...] = (
    ("upper edge", 0.5, 0.0), ("end", 1.0, 0.5), ("lower edge", 0.5, 1.0), ("other end", 0.0, 0.5),
)  # fmt: skip
# The orders in which the edges of a part may follow each other.
ORDERS: dict[Part, tuple[tuple[Place, ...], ...]] = {
    "sleeve": (SLEEVE,), "trousers": (TROUSERS,), "skirt": (SKIRT,), "collar": (COLLAR,),
    "body": (BODY, WHOLE_BODY, SKIRT), "band": (BAND,), "yoke": (BAND,), "pocket": (BAND,),
}  # fmt: skip
# A fold or a grain line along an edge: the edge is straight and at least so long (mm).
LONG_ENOUGH = 30.0
# An edge leans so little that it counts as upright (one degree); a band so many times as wide as high lies.
ASLANT, LYING = 0.0175, 2.0
# An outline whose edges lie further from the usual places is another kind of piece (share of its box).
FAR_OFF = 0.22


class Grain(NamedTuple):
    """A proposed grain line: its ends, what it runs along, and whether that is sure enough not to ask."""

    line: tuple[Point, Point]
    along: str
    sure: bool


def names_for(
    piece: str, paths_: list[Path], on_fold: bool, grain: tuple[Point, Point] | None = None
) -> list[str]:
    """A name for every edge (clockwise), from the name of the piece, its fold and its shape; the centre of
    one on the fold lies where its grain line lets it."""
    places = _places(paths_)
    words, part = piece.lower(), part_of(piece)
    for order in ORDERS.get(part, ()):
        if len(order) == len(places) and not (on_fold and order is WHOLE_BODY):
            off, names = _laid_out(order, places, along_grain(paths_, grain) if on_fold else [])
            if off <= FAR_OFF:
                return [_said(name, words, on_fold) for name in names]
    return _numbered(_ends_named([_plain(path) for path in paths_], places, part))


def _ends_named(names: list[str], places: list[Point], part: Part) -> list[str]:
    """What hangs from the body ends in a hem, and skirts and trousers begin at the waist, however many
    edges they have."""
    made = list(names)
    for plain, name, parts, lowest in (
        ("bottom", "hem", HANGING, True), ("top", "waist", ("skirt", "trousers"), False),
    ):  # fmt: skip
        those = [k for k, each in enumerate(names) if each == plain]
        if those and part in parts:
            made[max(those, key=lambda k: places[k][1] * (1 if lowest else -1))] = name
    return made


def along_grain(paths_: list[Path], grain: tuple[Point, Point] | None) -> list[int]:
    """The straight edges that run along a grain line: cloth is folded along its grain. None where no line
    is drawn, or no edge does."""
    if grain is None or distance(*grain) < 1e-6:
        return []
    (ax, ay), (bx, by) = grain
    size = distance(*grain)
    ux, uy = (bx - ax) / size, (by - ay) / size
    found = []
    for k, path in enumerate(paths_):
        (px, py), (qx, qy) = paths.start(path), paths.end(path)
        aslant = abs((qx - px) * uy - (qy - py) * ux)
        if paths.is_straight(path) and aslant <= ASLANT * distance((px, py), (qx, qy)):
            found.append(k)
    return found


def kinds_for(
    names: list[str], paths_: list[Path], on_fold: bool, grain: tuple[Point, Point] | None = None
) -> list[EdgeKind]:
    """A kind for every edge: the fold, hems by their names, seams."""
    found: list[EdgeKind] = ["hem" if place_of(name) == "hem" else "seam" for name in names]
    if on_fold:
        straight = along_grain(paths_, grain) or [
            k for k, path in enumerate(paths_) if paths.is_straight(path)
        ]
        named = [k for k in straight if place_of(names[k]) == "centre" or "fold" in names[k]]
        upright = [k for k in straight if _upright(paths_[k])]
        among = named or upright or straight
        if among:
            found[max(among, key=lambda k: paths.length(paths_[k]))] = "fold"
    return found


def grain_for(piece: str, names: list[str], paths_: list[Path], fold: Path | None) -> Grain | None:
    """A grain line: along the fold, else along a straight centre edge, else straight down as the piece is
    drawn. Sure where a fold or a centre says so, or a straight edge stands as upright; a band longer than
    high may want it along. None for an outline without room for one."""
    outline = tuple(curve for path in paths_ for curve in path)
    if paths.area(outline) < 1.0:
        return None
    straight = [k for k, path in enumerate(paths_) if paths.is_straight(path)]
    centres = [k for k in straight if place_of(names[k], names) == "centre" and _upright(paths_[k])]
    centre = max(centres, key=lambda k: paths.length(paths_[k]), default=None)
    along, text, sure = fold, "the fold", True
    if along is None and centre is not None:
        along, text = paths_[centre], f"the {names[centre]}"
    direction = (0.0, 1.0)
    if along is not None and paths.length(along) >= LONG_ENOUGH:
        (ax, ay), (bx, by) = paths.start(along), paths.end(along)
        size = distance((ax, ay), (bx, by))
        direction = ((bx - ax) / size, (by - ay) / size)
        if direction[1] < 0 or (direction[1] == 0 and direction[0] < 0):
            direction = (-direction[0], -direction[1])
    else:
        text = "the upright as it is drawn"
        sure = any(_stands(paths_[k]) for k in straight) and not _lies_along(piece, outline)
    line = through_the_roomiest(outline, direction)
    return None if line is None else Grain(line, text, sure)


def _stands(path: Path) -> bool:
    """Whether a straight edge is as upright as makes no difference, and long enough to tell by."""
    (ax, ay), (bx, by) = paths.start(path), paths.end(path)
    return abs(by - ay) >= LONG_ENOUGH and abs(bx - ax) <= abs(by - ay) * ASLANT


def _lies_along(piece: str, outline: Path) -> bool:
    """Whether a band is drawn lying: most are cut along the selvedge, which would be across the paper."""
    x0, y0, x1, y1 = paths.control_bounds(outline)
    return part_of(piece) == "band" and x1 - x0 > LYING * (y1 - y0)


def through_the_roomiest(outline: Path, direction: Point) -> tuple[Point, Point] | None:
    """A line in a direction through the middle of where a piece is widest; None where there is no room."""
    (x, y), room = roomiest(outline)
    if not room:
        return None
    x0, y0, x1, y1 = paths.control_bounds(outline)
    far = x1 - x0 + y1 - y0
    dx, dy = direction
    a, b = (x - dx * far, y - dy * far), (x + dx * far, y + dy * far)
    line = chord_inside(outline, a, b, min(room * 0.5, 15.0))
    if line is None or distance(*line) < 5.0:
        return None
    # chord_inside rounds its ends; the direction of a grain line must not be rounded.
    (px, py), (qx, qy) = line
    s0 = (px - x) * dx + (py - y) * dy
    s1 = (qx - x) * dx + (qy - y) * dy
    s0, s1 = s0 * 0.85 + s1 * 0.15, s0 * 0.15 + s1 * 0.85
    return (x + dx * s0, y + dy * s0), (x + dx * s1, y + dy * s1)


def _places(paths_: list[Path]) -> list[Point]:
    """The middle of every edge as shares of the piece's box."""
    x0, y0, x1, y1 = bounds(tuple(curve for path in paths_ for curve in path))
    wide, high = (x1 - x0) or 1.0, (y1 - y0) or 1.0
    middles = [paths.point_along(path, paths.length(path) / 2) for path in paths_]
    return [((x - x0) / wide, (y - y0) / high) for x, y in middles]


def _laid_out(
    order: tuple[Place, ...], places: list[Point], folds: list[int]
) -> tuple[float, list[str]]:
    """The names of the order, turned and mirrored to where they fit best, and how far edges lie from
    their usual places on average (share of the box). Where only some edges can be the fold, the centre is
    one of these."""
    count = len(order)
    ways = []
    for mirrored in (False, True):
        ring = [(name, 1 - x if mirrored else x, y) for name, x, y in order]
        if mirrored:
            ring.reverse()
        for turn in range(count):
            laid = ring[turn:] + ring[:turn]
            off = sum(distance((x, y), at) for (_, x, y), at in zip(laid, places, strict=True))
            ways.append((off / count, [name for name, _, _ in laid]))
    fitting = [each for each in ways if any(place_of(each[1][k]) == "centre" for k in folds)]
    return min(fitting or ways)


def _said(name: str, piece: str, on_fold: bool) -> str:
    if name == "centre":
        side = "front" if "front" in piece else "back" if "back" in piece else ""
        return f"centre {side}".strip()
    if name == "centre back" and not on_fold:
        return "other end"
    return name


def _plain(path: Path) -> str:
    """Which side of the piece a clockwise edge lies on: left of its travel is outside."""
    (ax, ay), (bx, by) = paths.start(path), paths.end(path)
    dx, dy = bx - ax, by - ay
    if abs(dx) >= abs(dy):
        return PLAIN[0] if dx > 0 else PLAIN[2]
    return PLAIN[1] if dy > 0 else PLAIN[3]


def _numbered(names: list[str]) -> list[str]:
    """Names that occur more than once get a number."""
    return [
        f"{name} {names[: k + 1].count(name)}" if names.count(name) > 1 else name
        for k, name in enumerate(names)
    ]


def _upright(path: Path) -> bool:
    (ax, ay), (bx, by) = paths.start(path), paths.end(path)
    return abs(by - ay) > abs(bx - ax)
