"""Pieces nobody drew: panels, sleeves, darts, V-necks, scoops, slots, with any allowances, turned any
way and walked either way round."""

from math import cos, hypot, pi, sin

from hypothesis import strategies as st

from craft.pattern import Edge, Mark, Shape
from craft.shape import path as paths
from craft.shape.affine import move, rotation, translation
from craft.shape.path import Path

ROUND = 0.5522847498
WIDTHS = st.sampled_from([0.0, 4.0, 6.0, 10.0, 15.0, 15.0, 25.0, 40.0])


def line(*points) -> Path:
    return paths.polyline(*points)


def bow(a, b, by: float) -> Path:
    """A curve from a to b that bows ``by`` mm to the left, the outside."""
    size = hypot(b[0] - a[0], b[1] - a[1])
    nx, ny = (b[1] - a[1]) / size * by, -(b[0] - a[0]) / size * by
    third = [(a[0] + (b[0] - a[0]) * u + nx, a[1] + (b[1] - a[1]) * u + ny) for u in (0.3, 0.7)]
    return ((a, third[0], third[1], b),)


def scooped(x0: float, x1: float, y: float, depth: float) -> Path:
    """A rounded slot let into a level edge: down, round and up again."""
    r = (x1 - x0) / 2
    low, mid, k = y + depth, (x0 + x1) / 2, ROUND * r
    return (
        ((x0, y), (x0, low)), ((x0, low), (x0, low + k), (mid - k, low + r), (mid, low + r)),
        ((mid, low + r), (mid + k, low + r), (x1, low + k), (x1, low)), ((x1, low), (x1, y)),
    )  # fmt: skip


@st.composite
def made_pieces(draw) -> Shape:
    """A piece on or off the fold. Its fold, if any, lies at the left before it is turned."""
    wide, high = draw(st.floats(120, 500)), draw(st.floats(150, 700))
    fold = draw(st.booleans())
    top = draw(st.sampled_from(["plain", "v", "scoop", "slot", "step", "dart", "cap"]))
    slant = draw(st.floats(-0.15, 0.3)) * high
    at = wide * draw(st.floats(0.3, 0.5))
    room = min(draw(st.floats(6, 60)), wide * 0.4)
    left, right = (0.0, max(0.0, -slant)), (wide, max(0.0, slant))
    if top in ("plain", "v"):
        parts = [line(left, right)] if top == "plain" else [bow(left, right, draw(st.floats(-30, 30)))]
    elif top == "scoop":
        parts = [line((0, 0), (at, 0)), scooped(at, at + room, 0, draw(st.floats(1, 80))),
                 line((at + room, 0), (wide, 0))]  # fmt: skip
    elif top == "slot":
        deep = draw(st.floats(5, 90))
        parts = [line((0, 0), (at, 0)), line((at, 0), (at, deep)), line((at, deep), (at + room, deep)),
                 line((at + room, deep), (at + room, 0)), line((at + room, 0), (wide, 0))]  # fmt: skip
    elif top == "step":
        deep = draw(st.floats(1, 50))
        parts = [line((0, 0), (at, 0)), line((at, 0), (at, deep)), line((at, deep), (wide, deep))]
    elif top == "dart":
        peak = (at + room / 2, -draw(st.floats(1, 12)))
        parts = [line((0, 0), (at, 0)), line((at, 0), peak, (at + room, 0)),
                 line((at + room, 0), (wide, 0))]  # fmt: skip
    else:
        crown = draw(st.floats(20, 140))
        parts = [bow((0, 0), (wide / 2, -crown), -8), bow((wide / 2, -crown), (wide, 0), -8)]
    a, b = paths.start(parts[0]), paths.end(parts[-1])
    low, dip = (b[0] + draw(st.floats(-40, 60)), high), draw(st.floats(-60, 80))
    parts += [bow(b, low, draw(st.floats(-25, 25))), line(low, (0.0, high + dip)),
              line((0.0, high + dip), a)]  # fmt: skip
    edges = []
    for index, path in enumerate(parts):
        on_fold = fold and index == len(parts) - 1
        edges.append(
            Edge(name=f"edge {index}", kind="fold" if on_fold else "seam", path=path,
                 allowance=0 if on_fold else draw(WIDTHS))
        )  # fmt: skip
    grain = Mark(id="grain", kind="grain", name="grain line",
                 points=((wide / 2, high * 0.4), (wide / 2, high * 0.8)))  # fmt: skip
    return turned(Shape(edges=tuple(edges), marks=(grain,)), draw(st.sampled_from([0, 90, 180, 270, 33])))


def turned(shape: Shape, degrees: float) -> Shape:
    by = rotation(degrees, (50, 80))
    edges = tuple(e.model_copy(update={"path": move(e.path, by)}) for e in shape.edges)
    return shape.model_copy(update={"edges": edges})


def the_other_way_round(shape: Shape) -> Shape:
    """The same outline walked anticlockwise."""
    edges = tuple(e.model_copy(update={"path": paths.reverse(e.path)}) for e in reversed(shape.edges))
    return shape.model_copy(update={"edges": edges})


def star(angle: float, a: float, b: float, long: float = 300.0) -> Shape:
    """A four-sided piece with one corner of that inner angle (degrees) at (0, 0), its two edges with
    allowances ``a`` and ``b``; the rest has none."""
    turn = pi - angle * pi / 180
    far = (long * cos(turn), long * sin(turn))
    back = (far[0] * 0.5 - long * 0.5 - sin(turn) * 60, far[1] * 0.5 + 2 * long)
    corners = [(-long, 0.0), (0.0, 0.0), far, back]
    edges = tuple(
        Edge(name=f"edge {i}", kind="seam", path=(((corners[i]), corners[(i + 1) % 4]),), allowance=w)
        for i, w in enumerate((a, b, 0.0, 0.0))
    )
    return Shape(edges=edges)


def shifted(shape: Shape, dx: float, dy: float) -> Shape:
    edges = tuple(e.model_copy(update={"path": move(e.path, translation(dx, dy))}) for e in shape.edges)
    return shape.model_copy(update={"edges": edges})
