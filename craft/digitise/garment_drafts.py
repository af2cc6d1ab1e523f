"""The outline of every part of a garment from its numbers: one draft a part, all edges named.

What a number is measured along may be curved; how long it comes out is read off the drawn line
(craft.digitise.garment_readings), and the numbers are adjusted until it reads as it was measured.
"""

from collections.abc import Callable
from math import sqrt

from craft.digitise.built import Pen
from craft.errors import CraftError
from craft.measure import length_text

Values = dict[str, float]


def _leg(long: float, short: float, what: str) -> float:
    """The other side of a right-angled triangle (mm). Raises CraftError where there is none."""
    if long <= abs(short):
        raise CraftError(f"{what} do not fit together: {length_text(long)} along, but "
                         f"{length_text(abs(short))} straight across.")  # fmt: skip
    return sqrt(long * long - short * short)


def _body(v: Values) -> tuple[Pen, bool]:
    """Half a front or back, its centre at x = 0 on the fold, the inner end of the shoulder at y = 0."""
    neck, deep = v["half neck width"], v["neck depth"]
    tip = neck + _leg(v["shoulder"], v["shoulder drop"], "The shoulder and its drop")
    drop = v["shoulder drop"]
    across = v["half across"]
    under_y, under_x = drop + v["underarm drop"], v["half width"]
    hem_x, low = v["half hem"], deep + v["centre"]
    side_y = under_y + _leg(
        v["side"], hem_x - under_x, "The side and the widths above and below it"
    )
    pen = Pen(0.0, deep, "neckline")
    # Square at the fold; at the shoulder square to its seam.
    sx, sy = (tip - neck), drop
    size = sqrt(sx * sx + sy * sy) or 1.0
    pen.bend((neck * 0.6, 0.0), (-sy / size * deep * 0.5, sx / size * deep * 0.5))
    pen.corner(neck, 0.0, "shoulder")
    pen.corner(tip, drop, "armhole")
    half = (under_y - drop) * 0.5
    pen.bend((-sy / size * half * 0.5, sx / size * half * 0.5), (0.0, -half * 0.4))
    pen.through(across, drop + half)
    pen.bend((0.0, half * 0.62), (-(under_x - across) * 0.6, 0.0))
    pen.corner(under_x, under_y, "side")
    pen.corner(hem_x, side_y, "hem", "hem")
    # Square to the fold, and nearly square to the side.
    pen.bend((-hem_x * 0.35, 0.0), (hem_x * 0.35, 0.0))
    pen.corner(0.0, low, "centre", "fold")
    return pen, True


def _sleeve(v: Values) -> tuple[Pen, bool]:
    """The whole sleeve about its middle, the top of its cap at y = 0."""
    half, cap, hem = v["half width"], v["cap height"], v["half hem"]
    seam = _leg(v["underarm"], half - hem, "The underarm seam and the widths at its ends")
    long = v["length"]
    pen = Pen(-half, cap, "cap")
    # Hollow towards the underarm, round over the top, level at the top itself.
    pen.bend((half * 0.38, 0.0), (-half * 0.46, 0.0))
    pen.through(0.0, 0.0)
    pen.bend((half * 0.46, 0.0), (-half * 0.38, 0.0))
    pen.corner(half, cap, "underarm")
    pen.corner(hem, cap + seam, "hem", "hem")
    drop = (long - cap - seam) * 4 / 3
    pen.bend((-hem * 0.6, drop), (hem * 0.6, drop))
    pen.corner(-hem, cap + seam, "other underarm")
    return pen, False


def _trousers(v: Values) -> tuple[Pen, bool]:
    """One leg of a front or back: side at the right, crotch at the left, waist at y = 0. The hip is met
    half way down to the crotch; at the waist the centre slants a little, the side takes the rest."""
    waist, hip, thigh, knee, hem = (
        v[name] for name in ("half waist", "half hip", "thigh", "knee", "leg hem")
    )
    drop = v["crotch drop"]
    fork, middle = thigh - hip, drop * 0.5
    if fork < 0:
        raise CraftError(f"The thigh ({length_text(thigh)}) is narrower than half the hip "
                         f"({length_text(hip)}).")  # fmt: skip
    # The crease runs down the middle of the thigh; hem and knee lie evenly about it.
    crease = hip - thigh / 2
    out_x, in_x = crease + hem / 2, crease - hem / 2
    inside = _leg(v["inside leg"], in_x + fork, "The inside leg and the widths at its ends")
    low = drop + inside
    slant = min(max(0.0, hip - waist) * 0.25, 15.0)
    # The side reaches as high as the outside leg is long.
    top = low - v["outside leg"]
    if top > middle * 0.8:
        raise CraftError(f"The outside leg ({length_text(v['outside leg'])}) ends below the hip.")
    pen = Pen(slant, 0.0, "waist")
    pen.corner(slant + waist, top, "outside leg")
    pen.bend(((hip - waist - slant) * 0.6, (middle - top) * 0.35), (0.0, (top - middle) * 0.4))
    pen.through(hip, middle)
    pen.through(hip, drop)
    # Through the knee the line goes on as the straight lower leg does.
    leans = (knee - hem) / 2
    pen.bend((0.0, inside * 0.2), (leans * 0.36, -inside * 0.18))
    pen.through(crease + knee / 2, drop + inside * 0.5)
    pen.corner(out_x, low, "hem", "hem")
    pen.corner(in_x, low, "inside leg")
    pen.through(crease - knee / 2, drop + inside * 0.5)
    pen.bend((-leans * 0.4, -inside * 0.2), (min(fork, 20.0) * 0.4, inside * 0.2))
    pen.corner(-fork, drop, "crotch")
    pen.bend((fork * 0.75, 0.0), (-slant * 0.6, middle * 0.6))
    pen.through(0.0, middle)
    return pen, False


def _skirt(v: Values) -> tuple[Pen, bool]:
    """Half a skirt, its centre at x = 0 on the fold, the waist at the side at y = 0."""
    waist, hip, hem = (v[name] for name in ("half waist", "half hip", "half hem"))
    down, dip = v["hip drop"], v["waist drop"]
    rest = v["side"] - sqrt(down * down + (hip - waist) ** 2)
    low = down + _leg(max(rest, 1.0), hem - hip, "The side and the widths at hip and hem")
    pen = Pen(0.0, dip, "waist")
    pen.bend((waist * 0.4, 0.0), (-waist * 0.3, dip * 0.5))
    pen.corner(waist, 0.0, "side")
    slope = ((hem - hip) * 0.2, (low - down) * 0.2)
    pen.bend(((hip - waist) * 0.6, down * 0.3), (-slope[0], -down * 0.35))
    pen.through(hip, down)
    pen.corner(hem, low, "hem", "hem")
    pen.bend((-hem * 0.35, 0.0), (hem * 0.35, 0.0))
    pen.corner(0.0, dip + v["centre"], "centre", "fold")
    return pen, True


def _collar(v: Values) -> tuple[Pen, bool]:
    """Half a collar, its centre back at x = 0 on the fold, the seam below."""
    neck, deep, rise = v["half neck edge"], v["depth"], v["rise"]
    end = _leg(neck, rise, "The seam and its rise")
    outer = v["half outer edge"]
    reach = _leg(outer, rise, "The outer edge and its rise")
    up = _leg(v["front edge"], reach - end, "The front edge and how far it leans")
    pen = Pen(0.0, 0.0, "outer edge")
    pen.bend((reach * 0.35, 0.0), (-reach * 0.3, (rise + up - deep) * 0.3))
    pen.corner(reach, deep - rise - up, "front edge")
    pen.corner(end, deep - rise, "neck edge")
    pen.bend((-end * 0.3, rise * 0.6), (end * 0.35, 0.0))
    pen.corner(0.0, deep, "centre back", "fold")
    return pen, True


def _yoke(v: Values) -> tuple[Pen, bool]:
    """Half a yoke, its centre at x = 0 on the fold, the inner end of the shoulder at y = 0."""
    neck, deep = v["half neck width"], v["neck depth"]
    drop = v["shoulder drop"]
    tip = neck + _leg(v["shoulder"], drop, "The shoulder and its drop")
    wide = v["half width"]
    low = deep + v["centre"]
    edge = drop + _leg(v["armhole edge"], wide - tip, "The armhole edge and the widths at its ends")
    pen = Pen(0.0, deep, "neckline")
    pen.bend((neck * 0.6, 0.0), (0.0, deep * 0.4))
    pen.corner(neck, 0.0, "shoulder")
    pen.corner(tip, drop, "armhole")
    pen.corner(wide, edge, "lower edge")
    pen.bend((-wide * 0.35, 0.0), (wide * 0.35, 0.0))
    pen.corner(0.0, low, "centre", "fold")
    return pen, True


def _band(v: Values) -> tuple[Pen, bool]:
    """Half a band, folded double along its middle, its centre at x = 0 on the fold."""
    long, deep = v["half length"], v["depth"] * 2
    pen = Pen(0.0, 0.0, "upper edge")
    pen.corner(long, 0.0, "end")
    pen.corner(long, deep, "lower edge")
    pen.corner(0.0, deep, "centre", "fold")
    return pen, True


DRAFTS: dict[str, Callable[[Values], tuple[Pen, bool]]] = {
    "body front": _body, "body back": _body, "sleeve": _sleeve, "trouser front": _trousers,
    "trouser back": _trousers, "skirt panel": _skirt, "collar": _collar, "yoke": _yoke, "band": _band,
}  # fmt: skip
