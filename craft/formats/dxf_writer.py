"""A drawing as DXF (R2000, mm): a block for every piece in every size, set in on the layer of its size, its
lines on layers by what they are."""

import io
from collections.abc import Callable
from functools import cache
from math import degrees
from typing import Any

import ezdxf
from ezdxf.filemanagement import new
from ezdxf.lldxf.const import VALID_DXF_LINEWEIGHTS
from ezdxf.lldxf.validator import make_table_key
from ezdxf.math import Bezier4P, BSpline, Vec3, bezier_to_bspline

from craft.drawing import Drawing, DrawnPath, DrawnText, Ink
from craft.drawing.curves import path_of
from craft.shape import path as paths

FINE = 0.01  # mm: how near to a curve a polyline stays
FORBIDDEN = str.maketrans(dict.fromkeys('<>/\\":;?*|=`,', " "))
LAYER_WORDS = "words"


def write_dxf(drawing: Drawing, title: str, *, polylines: bool = False) -> bytes:
    """The first page of a drawing. ``polylines``: curves as many short lines, for what knows no splines; a
    cubic is a spline exactly."""
    document = new("R2000", setup=["linetypes"], units=ezdxf.units.MM)
    document.header["$MEASUREMENT"] = 1
    document.header["$PROJECTNAME"] = title[:60].encode("ascii", "replace").decode()
    layers, high = _Names(document.layers.add), drawing.pages[0].height
    blocks: dict[tuple[str, ...], Any] = {}
    named: dict[str, int] = {}
    space = document.modelspace()
    for path in drawing.paths:
        *outer, leaf = path.ink.layers or ("0",)
        key = tuple(outer)
        if key and key not in blocks:
            name = allowed(" ".join(key))
            named[make_table_key(name)] = again = named.get(make_table_key(name), 0) + 1
            name = name if again == 1 else f"{name} {again}"
            blocks[key] = document.blocks.new(name)
            space.add_blockref(name, (0, 0), dxfattribs={"layer": layers(key[0])})
        _line(blocks[key] if key else space, path, layers(leaf), high, document, polylines)
    for text in drawing.texts:
        _text(space, text, layers(LAYER_WORDS), high)
    out = io.StringIO()
    document.write(out)
    return document.encode(out.getvalue())


def allowed(name: str) -> str:
    """A name as the format allows it.

    >>> allowed("38/40: front")
    '38 40  front'
    """
    return name.translate(FORBIDDEN).strip()[:200] or "0"


class _Names:
    """Layers made as they are needed; the format does not tell letters by their case."""

    def __init__(self, add: Callable[[str], Any]) -> None:
        self._add, self._known = add, {"0", "defpoints"}

    def __call__(self, name: str) -> str:
        name = allowed(name)
        if make_table_key(name) not in self._known:
            self._known.add(make_table_key(name))
            self._add(name)
        return name


def _line(
    space: Any, path: DrawnPath, layer: str, high: float, document: Any, polylines: bool
) -> None:
    attributes = {
        "layer": layer, "color": _index(path.ink.colour),
        "lineweight": min(VALID_DXF_LINEWEIGHTS, key=lambda each: abs(each - path.ink.width * 100)),
        "linetype": _dash(document, path.ink),
    }  # fmt: skip
    if polylines or path.straight.all():
        points = [
            (x, high - y) for x, y in paths.flatten(path_of(path.curves, path.straight), FINE)
        ]
        if path.closed and points[0] == points[-1]:
            points.pop()
        space.add_lwpolyline(points, close=path.closed, dxfattribs=attributes)
        return
    beziers = [Bezier4P([Vec3(x, high - y, 0) for x, y in curve.tolist()]) for curve in path.curves]
    spline: BSpline = bezier_to_bspline(beziers)
    entity = space.add_spline(dxfattribs=attributes)
    entity.apply_construction_tool(spline)


def _text(space: Any, text: DrawnText, layer: str, high: float) -> None:
    space.add_text(
        text.text, height=text.height, rotation=-degrees(text.angle), dxfattribs={"layer": layer}
    ).set_placement((text.at[0], high - text.at[1]))


def _dash(document: Any, ink: Ink) -> str:
    if not ink.dash:
        return "CONTINUOUS"
    name = "DASH " + " ".join(f"{mm:g}" for mm in ink.dash)
    if not document.linetypes.has_entry(name):
        signed = [mm if at % 2 == 0 else -mm for at, mm in enumerate(ink.dash)]
        document.linetypes.add(name, [sum(ink.dash), *signed], description=name)
    return name


@cache
def _index(colour: str) -> int:
    """The colour of the format's table that comes nearest; 7 is black on white paper."""
    wanted = tuple(int(colour[at : at + 2], 16) for at in (1, 3, 5))
    if max(wanted) < 50:
        return 7
    return min(
        range(1, 250),
        key=lambda at: sum(
            (a - b) ** 2 for a, b in zip(ezdxf.colors.aci2rgb(at), wanted, strict=True)
        ),
    )
