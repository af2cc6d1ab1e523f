"""A DXF as a drawing, in mm: entities of the model, blocks where they are set in, layers as they are
named."""

import re
from collections.abc import Iterator
from io import BytesIO
from itertools import islice
from math import cos, radians, sin
from typing import Any

import ezdxf
import numpy as np
from ezdxf import path as dxf_path
from ezdxf import recover
from ezdxf.lldxf.const import DXFError
from ezdxf.math import Matrix44
from ezdxf.path.commands import Curve3To, Curve4To, LineTo

from craft.drawing import Drawing, DrawnPath, DrawnText, Ink
from craft.errors import CraftError
from craft.formats.curves import Pencil
from craft.formats.one_page import on_one_page
from craft.signs import readable

MOST_ENTITIES, DEEPEST = 30_000, 8
MOST_VERTICES = 80_000  # of old polylines, each an entity of its own
ENTITY = re.compile(rb"\n\s*0\r?\n(?!VERTEX)[A-Z]")
VERTEX = re.compile(rb"\n\s*0\r?\nVERTEX")
MOST_PLACES, MOST_FIT = 20_000, 1_000  # of a spline, by its frame and by places to go through
BROKEN = (
    DXFError, ValueError, TypeError, KeyError, IndexError, UnicodeError, RecursionError, AttributeError,
)  # fmt: skip
# Units of the file ($INSUNITS) in mm; the others nobody draws clothes in.
UNITS = {
    1: 25.4, 2: 304.8, 4: 1.0, 5: 10.0, 6: 1000.0, 8: 25.4e-6, 9: 0.0254, 10: 914.4, 13: 0.001, 14: 100.0,
}  # fmt: skip


def knows(head: bytes) -> bool:
    """Whether a file begins as a DXF does: in words, or in its binary form."""
    if head.startswith(b"AutoCAD Binary DXF"):
        return True
    lines = [each.strip() for each in head.lstrip(b"\xef\xbb\xbf").splitlines()[:60]]
    return b"SECTION" in lines and bool(lines) and lines[0] in (b"0", b"999")


def read(data: bytes, unit: float | None = None) -> Drawing:
    """The drawing in a DXF; ``unit``: how long a unit of it is (mm) where it does not say: else it is taken
    as what gives clothes of a size that people wear. Raises CraftError: what is wrong with it."""
    # Counted before it is read: that alone would take long.
    for kind, most in ((ENTITY, MOST_ENTITIES + 2_000), (VERTEX, MOST_VERTICES)):
        if sum(1 for _ in islice(kind.finditer(data), most)) >= most:
            raise CraftError(f"This DXF has more than {most:,} entities.", "file")
    try:
        document, _audit = recover.read(BytesIO(data))
    except BROKEN as error:
        raise CraftError(
            "This DXF is damaged or was cut off while it was fetched.", "file"
        ) from error
    told = UNITS.get(int(document.header.get("$INSUNITS", 0) or 0))
    paths: list[DrawnPath] = []
    texts: list[DrawnText] = []
    with np.errstate(
        over="ignore", invalid="ignore"
    ):  # numbers that are none are looked for at the end
        for count, (entity, names) in enumerate(_entities(document.modelspace(), (), 0), 1):
            if count > MOST_ENTITIES:
                raise CraftError(f"This DXF has more than {MOST_ENTITIES:,} entities.", "file")
            if entity.dxftype() in ("TEXT", "MTEXT", "ATTRIB"):
                texts += _text(entity, told or 1.0)
            else:
                paths += _paths(document, entity, names, told or 1.0)
    if told:
        return on_one_page(paths, texts)
    unit = unit or _likely(paths)
    return on_one_page(paths, texts, grown=unit, unit=unit)


def _likely(paths: list[DrawnPath]) -> float:
    """How long a unit probably is (mm): whole patterns are a metre or more wide, and none is ten."""
    if not paths:
        return 1.0
    boxes = [each.box for each in paths]
    wide = max(
        max(b[2] for b in boxes) - min(b[0] for b in boxes),
        max(b[3] for b in boxes) - min(b[1] for b in boxes),
    )
    return 1.0 if wide >= 500 else 10.0 if wide >= 130 else 25.4


def _entities(
    space: Any, names: tuple[str, ...], depth: int
) -> Iterator[tuple[Any, tuple[str, ...]]]:
    """Everything drawn, blocks taken apart where they are set in."""
    if depth > DEEPEST:
        raise CraftError("The blocks of this DXF lie in each other too deep.", "file")
    for entity in space:
        if entity.dxftype() == "INSERT":
            try:
                inner = list(entity.virtual_entities())
            except (DXFError, ValueError, TypeError, KeyError, AttributeError):
                continue
            # A block is set in on a layer of its own, which may say more than its name.
            layer = readable(str(entity.dxf.get("layer", "0")), 120)
            outer = names if layer == "0" else (*names, layer)
            yield from _entities(inner, (*outer, readable(str(entity.dxf.name), 120)), depth + 1)
            yield from ((each, names) for each in entity.attribs)
        else:
            yield entity, names


def _paths(document: Any, entity: Any, names: tuple[str, ...], scale: float) -> list[DrawnPath]:
    if entity.dxftype() == "SPLINE" and (
        len(entity.control_points) > MOST_PLACES or len(entity.fit_points) > MOST_FIT
    ):
        raise CraftError("A curve of this DXF has more places than any pattern.", "file")
    try:
        path = dxf_path.make_path(entity)
    except (TypeError, ValueError, ZeroDivisionError, DXFError, AttributeError):
        return []  # what has no line: dimensions, pictures, points
    if not len(path):
        return []
    path = path.transform(Matrix44.scale(scale, -scale, 1))  # y runs up in the file
    pencil = Pencil()
    pencil.move((path.start.x, path.start.y))
    for command in path.commands():
        end = (command.end.x, command.end.y)
        if isinstance(command, LineTo):
            pencil.line(end)
        elif isinstance(command, Curve3To):
            pencil.quadratic((command.ctrl.x, command.ctrl.y), end)
        elif isinstance(command, Curve4To):
            pencil.cubic(
                (command.ctrl1.x, command.ctrl1.y), (command.ctrl2.x, command.ctrl2.y), end
            )
        else:
            pencil.move(end)
    closed = bool(path.is_closed)
    ink = _ink(document, entity, names, scale)
    return [
        DrawnPath(curves, straight, closed or done, ink, 0)
        for curves, straight, done in pencil.lines()
    ]


def _ink(document: Any, entity: Any, names: tuple[str, ...], scale: float) -> Ink:
    layer = str(entity.dxf.get("layer", "0"))
    rgb = entity.rgb
    if rgb is None:
        aci = entity.dxf.get("color", 256)
        if aci in (0, 256):
            known = document.layers.get(layer) if document.layers.has_entry(layer) else None
            aci = abs(known.dxf.get("color", 7)) if known is not None else 7
        rgb = (0, 0, 0) if aci == 7 else ezdxf.colors.aci2rgb(aci if 0 < aci < 256 else 7)
    colour = "#{:02x}{:02x}{:02x}".format(*rgb)
    width = max(entity.dxf.get("lineweight", 0), 0) / 100
    return Ink((*names, readable(layer, 120)), colour, width, _dash(document, entity, scale))


def _dash(document: Any, entity: Any, scale: float) -> tuple[float, ...]:
    name = entity.dxf.get("linetype", "BYLAYER")
    if name == "BYLAYER":
        layer = entity.dxf.get("layer", "0")
        name = (
            document.layers.get(layer).dxf.get("linetype", "CONTINUOUS")
            if document.layers.has_entry(layer)
            else ""
        )
    if not name or not document.linetypes.has_entry(name):
        return ()
    try:
        pattern = document.linetypes.get(name).simplified_line_pattern()
    except (AttributeError, ValueError, DXFError):
        return ()
    grown = scale * entity.dxf.get("ltscale", 1.0)
    return tuple(round(abs(each) * grown, 3) for each in pattern[:8]) if any(pattern) else ()


def _text(entity: Any, scale: float) -> list[DrawnText]:
    """The lines of a text; the corner that a text hangs from is told roughly, as its place is all that
    counts."""
    plain = (
        entity.plain_text() if hasattr(entity, "plain_text") else str(entity.dxf.get("text", ""))
    )
    name = "char_height" if entity.dxftype() == "MTEXT" else "height"
    height = float(entity.dxf.get(name, 2.5)) * scale
    turned = radians(float(entity.dxf.get("rotation", 0.0)))
    x, y, _ = entity.dxf.insert
    down = 0.0 if entity.dxftype() != "MTEXT" else 1.0
    return [
        DrawnText(
            words,
            (
                x * scale + sin(turned) * 1.5 * height * (at + down),
                -y * scale + cos(turned) * 1.5 * height * (at + down),
            ),
            height, 0.6 * height * len(words), -turned, 0,
        )
        for at, line in enumerate(str(plain).splitlines())
        if (words := readable(line))
    ]  # fmt: skip
