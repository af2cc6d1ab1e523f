"""What a tape would read on a drawn part, measure by measure, and the draft that reads as was measured.

Source of the rule: what was measured along an edge is as long along that edge, curved or not; what was
measured straight across is so wide at that height. The numbers of a draft are adjusted by what the tape
reads too much or too little until every measure is met.
"""

from collections.abc import Callable
from functools import lru_cache
from typing import NamedTuple

from craft.digitise.built import Pen
from craft.digitise.garment_drafts import DRAFTS, Values
from craft.errors import CraftError
from craft.shape import path as paths
from craft.shape.curve import Curve, Point, distance
from craft.shape.path import Path

# A measure that comes out further off than this is said (mm); what is sought, and in how many rounds.
MET, SOUGHT, ROUNDS = 1.0, 0.01, 60


class Drawn:
    """The edges of a part that is being drawn, by name."""

    def __init__(self, pen: Pen) -> None:
        self.edges: dict[str, Path] = {}
        name = ""
        for k, node in enumerate(pen.nodes):
            if node.id in pen.edges:
                name = pen.edges[node.id].name
            a, b = pen.points[k], pen.points[(k + 1) % len(pen.points)]
            curve: Curve = (a, b)
            if node.id in pen.handles:
                (px, py), (qx, qy) = pen.handles[node.id]
                curve = (a, (a[0] + px, a[1] + py), (b[0] + qx, b[1] + qy), b)
            self.edges[name] = (*self.edges.get(name, ()), curve)

    def long(self, edge: str) -> float:
        """How long an edge is (mm)."""
        return paths.length(self.edges[edge])

    def start(self, edge: str) -> Point:
        """Where an edge begins (mm)."""
        return paths.start(self.edges[edge])

    def end(self, edge: str) -> Point:
        """Where it ends (mm)."""
        return paths.end(self.edges[edge])

    def x_at(self, edge: str, y: float) -> float:
        """Where an edge lies at a height (mm); its nearer end where it does not reach so far."""
        along = paths.along_at_level(self.edges[edge], y)
        if along is None:
            return min((self.start(edge), self.end(edge)), key=lambda p: abs(p[1] - y))[0]
        return paths.point_along(self.edges[edge], along)[0]


Read = Callable[[Drawn], float]


def _along(edge: str) -> Read:
    return lambda d: d.long(edge)


def _half_way(d: Drawn) -> float:
    (_, top), (_, low) = d.start("armhole"), d.end("armhole")
    return d.x_at("armhole", (top + low) / 2)


def _hip(d: Drawn) -> float:
    (_, waist), (_, fork) = d.start("waist"), d.start("crotch")
    level = (waist + fork) / 2
    return d.x_at("outside leg", level) - d.x_at("crotch", level)


def _thigh(d: Drawn) -> float:
    x, y = d.start("crotch")
    return d.x_at("outside leg", y) - x


def _knee(d: Drawn) -> float:
    # Half way down the inside leg; both sides of the draft have a point there.
    (_, fork), (_, low) = d.start("crotch"), d.start("inside leg")
    level = (fork + low) / 2
    return d.x_at("outside leg", level) - d.x_at("inside leg", level)


def _down_the_middle(d: Drawn) -> float:
    hem = d.edges["hem"]
    return paths.point_along(hem, paths.length(hem) / 2)[1]


BODY: dict[str, Read] = {
    "half neck width": lambda d: d.start("shoulder")[0],
    "neck depth": lambda d: d.start("neckline")[1] - d.start("shoulder")[1],
    "shoulder": _along("shoulder"),
    "shoulder drop": lambda d: d.end("shoulder")[1] - d.start("shoulder")[1],
    "half across": _half_way,
    "underarm drop": lambda d: d.end("armhole")[1] - d.start("armhole")[1],
    "half width": lambda d: d.start("side")[0],
    "side": _along("side"),
    "half hem": _along("hem"),
    "centre": _along("centre"),
}
TROUSERS: dict[str, Read] = {
    "half waist": _along("waist"),
    "crotch drop": lambda d: d.start("crotch")[1] - d.start("waist")[1],
    "half hip": _hip,
    "thigh": _thigh,
    "knee": _knee,
    "leg hem": _along("hem"),
    "outside leg": _along("outside leg"),
    "inside leg": _along("inside leg"),
}
READINGS: dict[str, dict[str, Read]] = {
    "body front": BODY,
    "body back": BODY,
    "sleeve": {
        "length": _down_the_middle,
        "half width": lambda d: (d.start("underarm")[0] - d.start("cap")[0]) / 2,
        "cap height": lambda d: d.start("cap")[1],
        "underarm": _along("underarm"),
        "half hem": lambda d: (d.start("hem")[0] - d.end("hem")[0]) / 2,
    },
    "trouser front": TROUSERS,
    "trouser back": TROUSERS,
    "skirt panel": {
        "half waist": _along("waist"),
        "waist drop": lambda d: d.start("waist")[1] - d.end("waist")[1],
        "hip drop": lambda d: d.edges["side"][0][-1][1] - d.start("side")[1],
        "half hip": lambda d: d.edges["side"][0][-1][0],
        "half hem": _along("hem"),
        "side": _along("side"),
        "centre": _along("centre"),
    },
    "collar": {
        "half neck edge": _along("neck edge"),
        "depth": _along("centre back"),
        "front edge": _along("front edge"),
        "half outer edge": _along("outer edge"),
        "rise": lambda d: d.end("neck edge")[1] - d.start("neck edge")[1],
    },
    "yoke": {
        "half neck width": lambda d: d.start("shoulder")[0],
        "neck depth": lambda d: d.start("neckline")[1] - d.start("shoulder")[1],
        "shoulder": _along("shoulder"),
        "shoulder drop": lambda d: d.end("shoulder")[1] - d.start("shoulder")[1],
        "armhole edge": _along("armhole"),
        "half width": _along("lower edge"),
        "centre": _along("centre"),
    },
    "band": {
        "half length": _along("upper edge"),
        "depth": lambda d: distance(d.start("end"), d.end("end")) / 2,
    },
}
# What grows when a part is made longer, or wider: by the whole of it, or by a share.
LONGER: dict[str, tuple[str, ...]] = {
    "body front": ("side", "centre"), "body back": ("side", "centre"),
    "sleeve": ("length", "underarm"),
    "trouser front": ("inside leg", "outside leg"), "trouser back": ("inside leg", "outside leg"),
    "skirt panel": ("side", "centre"), "collar": ("half neck edge", "half outer edge"),
    "yoke": ("centre", "armhole edge"), "band": ("half length",),
}  # fmt: skip
_WIDE_BODY = {"half width": 1.0, "half hem": 1.0, "half across": 0.5}
_WIDE_LEG = {"half waist": 1.0, "half hip": 1.0, "thigh": 1.0, "knee": 1.0, "leg hem": 1.0}
WIDER: dict[str, dict[str, float]] = {
    "body front": _WIDE_BODY, "body back": _WIDE_BODY,
    "sleeve": {"half width": 0.5, "half hem": 0.5},
    "trouser front": _WIDE_LEG, "trouser back": _WIDE_LEG,
    "skirt panel": {"half waist": 1.0, "half hip": 1.0, "half hem": 1.0},
    "collar": {"depth": 1.0, "front edge": 1.0},
    "yoke": {"shoulder": 1.0, "half width": 1.0}, "band": {"depth": 1.0},
}  # fmt: skip


class Met(NamedTuple):
    """A part drawn. ``off``: measures that are not met within MET: name, what the tape reads, what was
    wanted (mm)."""

    pen: Pen
    on_fold: bool
    off: tuple[tuple[str, float, float], ...]


def as_measured(plan: str, values: Values, longer: float, wider: float) -> Met:
    """The part drawn so that every measure reads as wanted, what was added to length and width included.
    Raises CraftError for measures that contradict each other."""
    wanted = dict(values)
    for name in LONGER[plan]:
        wanted[name] += longer
    for name, share in WIDER[plan].items():
        wanted[name] += wider * share
    return _met(plan, tuple(sorted(wanted.items())))


@lru_cache(maxsize=256)  # an edit leaves most parts as they are
def _met(plan: str, asked: tuple[tuple[str, float], ...]) -> Met:
    wanted, draft, readings = dict(asked), DRAFTS[plan], READINGS[plan]
    values = dict(wanted)
    best: tuple[float, Pen, bool, dict[str, float]] | None = None
    for _ in range(ROUNDS):
        try:
            pen, on_fold = draft(values)
        except CraftError:
            if best is None:
                raise
            break  # adjusted too far: the best so far is told
        drawn = Drawn(pen)
        read = {name: readings[name](drawn) for name in wanted}
        worst = max(abs(read[name] - wanted[name]) for name in wanted)
        if best is None or worst < best[0]:
            best = (worst, pen, on_fold, read)
        if worst < SOUGHT:
            break
        values = {name: value + wanted[name] - read[name] for name, value in values.items()}
    assert best is not None
    _, pen, on_fold, read = best
    off = [(n, read[n], wanted[n]) for n in wanted if abs(read[n] - wanted[n]) > MET]
    return Met(pen, on_fold, tuple(off))
