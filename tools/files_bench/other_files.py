"""A sheet as SVG and as DXF, in the ways that programs write them."""

from io import StringIO
from typing import Literal

import ezdxf
from ezdxf import path as dxf_path
from ezdxf.layouts import BaseLayout

from craft.shape.curve import Point
from tools.files_bench.pdf_files import HUES
from tools.files_bench.sheet import Drawn, Sheet

SvgKind = Literal["groups", "classes", "uses", "pixels"]
DxfKind = Literal["splines", "polylines", "blocks", "no unit"]


def svg_of(sheet: Sheet, kind: SvgKind = "groups") -> bytes:
    """``groups``: a layer a size, in mm; ``classes``: sizes by style sheet, drawn moved and scaled;
    ``uses``: every line defined once and used; ``pixels``: without a unit, 96 to the inch."""
    scale = 96 / 25.4 if kind == "pixels" else 10.0 if kind == "classes" else 1.0
    unit = "" if kind == "pixels" else "mm"
    out = [
        '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" '
        'xmlns:inkscape="http://www.inkscape.org/namespaces/inkscape" '
        f'width="{sheet.width * (scale if kind == "pixels" else 1)}{unit}" '
        f'height="{sheet.height * (scale if kind == "pixels" else 1)}{unit}" '
        f'viewBox="0 0 {sheet.width * scale} {sheet.height * scale}">'
    ]
    if kind == "classes":
        hues = [",".join(str(round(255 * part)) for part in hue) for hue in HUES]
        rules = "".join(
            f".s{k}{{fill:none;stroke:rgb({hues[k % 8]});stroke-width:5}}"
            for k in range(len(sheet.sizes))
        )
        out.append(f"<style>.all{{fill:none;stroke:#000;stroke-width:5}}{rules}</style>")
    for k, size in enumerate(("", *sheet.sizes)):
        mine = [line for line in sheet.lines if line.size == size]
        look = (
            f'class="{"all" if not size else f"s{k - 1}"}" transform="translate(100 50)"'
            if kind == "classes"
            else f'fill="none" stroke="black" stroke-width="{0.4 * scale}" inkscape:groupmode="layer" '
            f'inkscape:label="{"Size " + size if size else "All sizes"}"'
        )
        off = (10.0, 5.0) if kind == "classes" else (0.0, 0.0)
        lines = [_svg_path(line, scale, off) for line in mine]
        if kind == "uses":
            ids = [f"p{k}-{at}" for at in range(len(lines))]
            out.append(
                "<defs>"
                + "".join(f'<path id="{i}" d="{d}"/>' for i, d in zip(ids, lines, strict=True))
                + "</defs>"
            )
            drawn = "".join(f'<use xlink:href="#{i}"/>' for i in ids)
        else:
            drawn = "".join(f'<path d="{d}"/>' for d in lines)
        out.append(f"<g {look}>{drawn}</g>")
    for word in sheet.words:
        x, y = (each * scale for each in word.at)
        out.append(f'<text x="{x}" y="{y}" font-size="{word.height * scale}">{word.text}</text>')
    return ("".join(out) + "</svg>").encode()


def _svg_path(line: Drawn, scale: float, off: Point) -> str:
    def at(point: Point) -> str:
        return f"{(point[0] - off[0]) * scale:.5f} {(point[1] - off[1]) * scale:.5f}"

    text = f"M{at(line.path[0][0])}"
    for curve in line.path:
        text += ("L" if len(curve) == 2 else "C") + " ".join(at(each) for each in curve[1:])
    return text + ("Z" if line.closed else "")


def dxf_of(sheet: Sheet, kind: DxfKind = "splines", version: str = "R2000") -> bytes:
    """``splines``: cubics as they are; ``polylines``: within 0.005 mm; ``blocks``: one for each piece and
    size; ``no unit``: in inches, and nothing says so. Layers are sizes."""
    document = ezdxf.new(version, units=0 if kind == "no unit" else 4)
    scale = 1 / 25.4 if kind == "no unit" else 1.0
    for k, size in enumerate(sheet.sizes):
        document.layers.add(size, color=k + 1)
    model = document.modelspace()
    if kind == "blocks":
        for size in ("", *sheet.sizes):
            for piece in {line.piece for line in sheet.lines}:
                mine = [line for line in sheet.lines if (line.size, line.piece) == (size, piece)]
                if mine:
                    block = document.blocks.new(f"P{piece}-{size or 'all'}")
                    for line in mine:
                        _dxf_line(block, line, scale, kind)
                    model.add_blockref(block.name, (0, 0))
    else:
        for line in sheet.lines:
            _dxf_line(model, line, scale, kind)
    for word in sheet.words:
        x, y = word.at
        model.add_text(word.text, height=word.height * scale).set_placement((x * scale, -y * scale))
    out = StringIO()
    document.write(out)
    return out.getvalue().encode()


def _dxf_line(layout: BaseLayout, line: Drawn, scale: float, kind: DxfKind) -> None:
    def at(point: Point) -> tuple[float, float]:
        return point[0] * scale, -point[1] * scale

    path = dxf_path.Path(at(line.path[0][0]))
    for curve in line.path:
        if len(curve) == 2:
            path.line_to(at(curve[1]))
        else:
            path.curve4_to(at(curve[3]), at(curve[1]), at(curve[2]))
    look = {"layer": line.size or "0"}
    if kind == "polylines":
        layout.add_polyline2d(
            [(p.x, p.y) for p in path.flattening(0.005)], close=line.closed, dxfattribs=look
        )
        return
    for entity in dxf_path.to_splines_and_polylines([path]):
        entity.dxf.layer = look["layer"]
        layout.add_entity(entity)
